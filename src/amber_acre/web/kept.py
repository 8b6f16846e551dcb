"""Whole pages kept while nothing they rest on has changed: the database's version, the day, the address, who looks.

A page that changed nothing draws nothing. Tokens and keys of its forms are not kept: every answer carries its own.
"""

from __future__ import annotations

import re
import sqlite3
from collections import OrderedDict
from collections.abc import Callable
from dataclasses import dataclass
from datetime import date
from pathlib import Path

from starlette.types import ASGIApp, Message, Receive, Scope, Send

from amber_acre.web.sending import new_key

# Pages many people open many times a day; their addresses with a query are pages of their own.
KEPT = re.compile(
    r"/|/sheets|/buying|/observed|/properties|/properties/\d+|/properties/\d+/site|/areas/\d+/soil|/daybook|/shelf"
    r"|/shelf/\d+|/jobs/\d+|/almanac|/almanac/judging"
)
KEYS = re.compile(rb'(name="(?:once|form_key)"\s+value=")[\w-]{16,64}(")')
COOKIES = ("amber_who", "amber_place")
PAGES_AT_MOST = 256
BYTES_AT_MOST = 48 * 1024 * 1024
PAGE_AT_MOST = 4 * 1024 * 1024


@dataclass(frozen=True)
class Kept:
    """A page in pieces: between them stand the token (True) or a fresh key (False)."""

    pieces: tuple[bytes, ...]
    gaps: tuple[bool, ...]
    headers: tuple[tuple[bytes, bytes], ...]

    @property
    def size(self) -> int:
        """Bytes it takes."""
        return sum(len(piece) for piece in self.pieces)

    def filled(self, token: bytes) -> bytes:
        """The page for whoever asks: with their token, and a key of its own in every form."""
        found = [self.pieces[0]]
        for is_token, piece in zip(self.gaps, self.pieces[1:], strict=True):
            found += [token if is_token else new_key().encode(), piece]
        return b"".join(found)


def taken_apart(body: bytes, token: bytes, headers: tuple[tuple[bytes, bytes], ...]) -> Kept:
    """A rendered page without what belongs to one answer alone."""
    pieces: list[bytes] = []
    gaps: list[bool] = []
    for part in body.split(token):
        at = 0
        for found in KEYS.finditer(part):
            pieces.append(part[at : found.end(1)])
            gaps.append(False)
            at = found.start(2)
        pieces.append(part[at:])
        gaps.append(True)
    return Kept(tuple(pieces), tuple(gaps[:-1]), headers)


class KeptPages:
    """ASGI middleware behind the guard. ``today``: the day as the program takes it."""

    def __init__(self, app: ASGIApp, database: Path, today: Callable[[], date]) -> None:
        self.app = app
        self.today = today
        self.pages: OrderedDict[tuple[object, ...], Kept] = OrderedDict()
        self.bytes = 0
        self.watch = sqlite3.connect(database, check_same_thread=False, isolation_level=None)

    def version(self) -> int | None:
        """A number that changes with every commit by anybody; None where the database does not answer."""
        try:
            return int(self.watch.execute("PRAGMA data_version").fetchone()[0])
        except sqlite3.Error:
            return None

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        version = self.version() if self._may_keep(scope) else None
        if version is None:
            await self.app(scope, receive, send)
            return
        key = (version, self.today(), scope["path"], scope["query_string"], *_asked_by(scope))
        kept = self.pages.get(key)
        if kept is not None:
            self.pages.move_to_end(key)
            await _answer(kept.filled(scope["csrf"].encode()), kept.headers, send)
            return
        await self._make(key, scope, receive, send)

    @staticmethod
    def _may_keep(scope: Scope) -> bool:
        return scope["type"] == "http" and scope["method"] == "GET" and KEPT.fullmatch(scope["path"]) is not None

    async def _make(self, key: tuple[object, ...], scope: Scope, receive: Receive, send: Send) -> None:
        start: Message = {}
        body = bytearray()

        async def listen(message: Message) -> None:
            nonlocal start
            if message["type"] == "http.response.start":
                start = message
            elif message["type"] == "http.response.body":
                body.extend(message.get("body", b""))
            await send(message)

        await self.app(scope, receive, listen)
        headers = tuple((name, value) for name, value in start.get("headers", ()) if name != b"content-length")
        page = any(name == b"content-type" and value.startswith(b"text/html") for name, value in headers)
        plain = not any(name == b"set-cookie" for name, _ in headers)
        if start.get("status") == 200 and page and plain and len(body) <= PAGE_AT_MOST:
            self._keep(key, taken_apart(bytes(body), scope["csrf"].encode(), headers))

    def _keep(self, key: tuple[object, ...], page: Kept) -> None:
        self.pages[key] = page
        self.bytes += page.size
        while len(self.pages) > PAGES_AT_MOST or self.bytes > BYTES_AT_MOST:
            _, gone = self.pages.popitem(last=False)
            self.bytes -= gone.size


def _asked_by(scope: Scope) -> tuple[str, ...]:
    """What of the asker a page shows: who logged last in this browser, and where something was last seen."""
    text = dict(scope["headers"]).get(b"cookie", b"").decode("latin-1")
    return tuple(part for part in (piece.strip() for piece in text.split(";")) if part.split("=")[0] in COOKIES)


async def _answer(body: bytes, headers: tuple[tuple[bytes, bytes], ...], send: Send) -> None:
    sized = [*headers, (b"content-length", str(len(body)).encode())]
    await send({"type": "http.response.start", "status": 200, "headers": sized})
    await send({"type": "http.response.body", "body": body})
