"""Photographs sent with a form: read, cleaned, kept beside the database."""

from __future__ import annotations

import secrets
from dataclasses import dataclass
from typing import Annotated, Any

from fastapi import Depends, Request, UploadFile
from sqlalchemy.orm import Session
from starlette.datastructures import UploadFile as Uploaded

from amber_acre.core.errors import AmberError
from amber_acre.exchange.photo import BYTES_AT_MOST, read_photo
from amber_acre.store import photos, walks
from amber_acre.store.tables import WalkRow
from amber_acre.web.forms.reading import Read
from amber_acre.web.page import Posted, settings_of

AT_MOST = 6


async def _pictures(request: Request, _posted: Posted) -> list[tuple[str, bytes]]:
    """(name, content) of every photograph sent; one byte over the limit is read, so that it is refused and not cut."""
    form = await request.form()
    sent = [item for item in form.getlist("photos") if isinstance(item, Uploaded | UploadFile) and item.filename]
    return [(item.filename or "photograph", await item.read(BYTES_AT_MOST + 1)) for item in sent[: AT_MOST + 1]]


Sent = Annotated[list[tuple[str, bytes]], Depends(_pictures)]


@dataclass(frozen=True)
class Photographs:
    """Both sizes of every photograph sent, or the refusal of the first that cannot be read."""

    pictures: tuple[tuple[bytes, bytes], ...] = ()
    refusal: AmberError | None = None

    def taken(self, read: Read[Any]) -> tuple[tuple[bytes, bytes], ...]:
        """The photographs; a refusal becomes a fault of the form."""
        if self.refusal is not None:
            read.refuse(self.refusal)
        return self.pictures


def _cleaned(sent: Sent) -> Photographs:
    """Reads the photographs before the form is: nobody waits for them to write."""
    try:
        if len(sent) > AT_MOST:
            raise AmberError(f"Send at most {AT_MOST} photographs at a time.", field="photos")
        return Photographs(tuple(read_photo(content, name) for name, content in sent))
    except AmberError as error:
        return Photographs(refusal=error)


Pictures = Annotated[Photographs, Depends(_cleaned)]


def keep(
    request: Request, session: Session, walk: WalkRow, pictures: tuple[tuple[bytes, bytes], ...], spot: str
) -> None:
    """Writes the photographs of a look, once."""
    if walk.photos:
        return
    for large, small in pictures:
        name = secrets.token_hex(16)
        photos.keep_photo(settings_of(request).database, name, large, small)
        walks.add_photo(session, walk.id, name, spot)
