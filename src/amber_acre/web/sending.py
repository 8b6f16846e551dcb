"""What is posted: read within bounds, held against its token and origin, and written once.

Every form carries a key of its own (``once``). The key is kept in the transaction that writes what the form asks
for; the same form sent again leads where the first one led, and the same key with other content is asked about.
What is refused before a route saw it (token, origin, a locked or full database) keeps what was typed: the page that
says so holds the whole form and sends it again in one press.
"""

from __future__ import annotations

import hashlib
import re
import secrets
from collections.abc import AsyncIterator, Callable, Mapping
from contextvars import ContextVar
from dataclasses import dataclass
from datetime import UTC, datetime
from functools import partial
from typing import Annotated
from urllib.parse import urlsplit

from fastapi import Depends, HTTPException, Request
from sqlalchemy import Engine
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session
from starlette.concurrency import run_in_threadpool
from starlette.datastructures import FormData, UploadFile

from amber_acre.store.sent import keep_sent, sent_form
from amber_acre.store.session import reading, writing

FIELDS_AT_MOST = 4000
TEXT_AT_MOST = 4 * 1024 * 1024
NAME = re.compile(r"[\w.,:~ -]{1,120}")
DEEP_AT_MOST = 8
DIGITS_AT_MOST = 15
KEY = re.compile(r"[\w-]{16,64}")


class CannotSend(HTTPException):
    """A form refused before its route saw it; ``again``: it may be sent again as it stands."""

    def __init__(self, status: int, sentence: str, again: bool) -> None:
        super().__init__(status, sentence)
        self.again = again


class SentAlready(Exception):
    """The same form was sent before and written; ``location`` is where it led."""

    def __init__(self, location: str) -> None:
        super().__init__(location)
        self.location = location


@dataclass
class Sent:
    """A form on its way: its key ('' for none), what it holds, where the answer leads once it does, and what keeps what
    it wrote (None: nothing to keep, or kept)."""

    key: str
    path: str
    digest: str
    location: str = ""
    keep: Callable[[], None] | None = None


_on_its_way: ContextVar[Sent | None] = ContextVar("form on its way", default=None)


def leads_to(location: str) -> None:
    """Says where the answer to the form on its way leads; called by ``go``."""
    sent = _on_its_way.get()
    if sent is not None:
        sent.location = location


def written() -> None:
    """Keeps what the form on its way wrote, at once and in the thread that wrote it, so that the next who writes need
    not wait until the answer is put together; called by ``go``. Nothing may be written or loaded after it."""
    sent = _on_its_way.get()
    if sent is not None and sent.keep is not None:
        keep, sent.keep = sent.keep, None
        keep()


def new_key() -> str:
    """A key for one form on one page."""
    return secrets.token_urlsafe(18)


async def _posted(request: Request) -> AsyncIterator[dict[str, str]]:
    """The form as posted, checked; its files are closed after the answer."""
    async with request.form(max_fields=FIELDS_AT_MOST, max_part_size=TEXT_AT_MOST) as form:
        posted = _within_bounds(form)
        request.state.posted = posted
        _of_our_pages(request, posted.pop("csrf", ""))
        key = posted.pop("once", "")
        digest = _digest(posted, form)
        _on_its_way.set(Sent(key if KEY.fullmatch(key) else "", request.url.path, digest))
        yield posted


Posted = Annotated[dict[str, str], Depends(_posted)]


async def _writing(request: Request, _posted: Posted) -> AsyncIterator[Session]:
    """A session to write with, committed once the route has answered; only what waits for the disk takes a thread."""
    engine: Engine = request.app.state.engine
    sent = _on_its_way.get()
    if sent is not None and sent.key:
        await run_in_threadpool(_refuse_sent, engine, sent)
    session = writing(engine)
    keep = partial(_keep, engine, session, sent)
    if sent is not None:
        sent.keep = keep
    try:
        yield session
        if sent is None or sent.keep is not None:
            await run_in_threadpool(keep)
    finally:
        session.close()  # at once, also where the request is broken off: what waits for its turn to write must get it
    if sent is not None and sent.key and not sent.location:
        await run_in_threadpool(_refuse_sent, engine, sent)  # its twin was written while this one was read


def _keep(engine: Engine, session: Session, sent: Sent | None) -> None:
    """Commits, before the answer: a failed commit must not be answered with success."""
    if sent is not None and sent.key and sent.location:
        try:
            at = datetime.now(UTC).replace(tzinfo=None)
            keep_sent(session, sent.key, sent.path, sent.digest, sent.location, at)
        except IntegrityError:
            session.rollback()
            _refuse_sent(engine, sent)
            raise
    session.commit()
    session.close()


Writing = Annotated[Session, Depends(_writing, scope="function")]


def _refuse_sent(engine: Engine, sent: Sent | None) -> None:
    if sent is None or not sent.key:
        return
    with reading(engine) as session:
        earlier = sent_form(session, sent.key)
    if earlier is None:
        return
    if (earlier.path, earlier.digest) == (sent.path, sent.digest):
        raise SentAlready(earlier.location)
    raise CannotSend(
        409,
        "This form was sent before with something else in it, and that was kept. Look at what is there first; send"
        " this as well only if you want both.",
        True,
    )


def _within_bounds(form: FormData) -> dict[str, str]:
    """The texts of a form; one with more fields, longer names or deeper nesting than any of ours is refused."""
    posted: dict[str, str] = {}
    for name, value in form.multi_items():
        parts = name.split("-")
        numbers = [part for part in parts if part.isdecimal()]
        if (
            len(posted) >= FIELDS_AT_MOST
            or len(parts) > DEEP_AT_MOST
            or not NAME.fullmatch(name)
            or any(len(number) > DIGITS_AT_MOST for number in numbers)
        ):
            raise HTTPException(422, "This is not a form of ours: its fields have names or numbers none of ours has.")
        if isinstance(value, str):
            posted[name] = value
    return posted


def _digest(posted: Mapping[str, str], form: FormData) -> str:
    """What tells two forms apart: every text, and name and size of every file."""
    files = [(name, item.filename, item.size) for name, item in form.multi_items() if isinstance(item, UploadFile)]
    content = repr((sorted(posted.items()), sorted(files, key=repr)))
    return hashlib.sha256(content.encode("utf-8", "surrogatepass")).hexdigest()


def _of_our_pages(request: Request, token: str) -> None:
    """Refuses a form from elsewhere, and one with another token; the latter may be sent again."""
    if not same_origin(request):
        raise CannotSend(
            403,
            "This form was sent from a page elsewhere. Nothing was changed. Open the page here and fill it in.",
            False,
        )
    expected = str(request.scope.get("csrf", ""))
    if not expected or not secrets.compare_digest(token.encode("utf-8", "replace"), expected.encode()):
        raise CannotSend(
            403, "This form lay open too long, or cookies were cleared meanwhile. What you typed is kept below.", True
        )


def same_origin(request: Request) -> bool:
    """Whether the browser says that the request comes from a page of this host (or says nothing)."""
    if request.headers.get("sec-fetch-site", "same-origin") not in ("same-origin", "none"):
        return False
    origin = request.headers.get("origin")
    if origin is None:
        return True
    try:
        return urlsplit(origin).netloc.lower() == request.headers.get("host", "").lower() != ""
    except ValueError:
        return False
