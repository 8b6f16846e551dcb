"""Photographs sent with a form: read, cleaned, kept beside the database."""

from __future__ import annotations

import secrets
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


Pictures = Annotated[list[tuple[str, bytes]], Depends(_pictures)]


def cleaned(pictures: list[tuple[str, bytes]], read: Read[Any]) -> list[tuple[bytes, bytes]]:
    """Both sizes of every photograph; what cannot be read becomes a fault of the form."""
    try:
        if len(pictures) > AT_MOST:
            raise AmberError(f"Send at most {AT_MOST} photographs at a time.", field="photos")
        return [read_photo(content, name) for name, content in pictures]
    except AmberError as error:
        read.refuse(error)
        return []


def keep(request: Request, session: Session, walk: WalkRow, pictures: list[tuple[bytes, bytes]], spot: str) -> None:
    """Writes the photographs of a look, once."""
    if walk.photos:
        return
    for large, small in pictures:
        name = secrets.token_hex(16)
        photos.keep_photo(settings_of(request).database, name, large, small)
        walks.add_photo(session, walk.id, name, spot)
