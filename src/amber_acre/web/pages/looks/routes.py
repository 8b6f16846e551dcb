"""Looks: what was seen of an area on a day, with photographs; any two can be compared."""

from __future__ import annotations

import secrets
from collections.abc import Sequence
from datetime import date

from fastapi import APIRouter, HTTPException, Request
from fastapi.responses import FileResponse, HTMLResponse, Response

from amber_acre.core.errors import AmberError
from amber_acre.core.measure.area_kinds import KINDS
from amber_acre.core.measure.condition import COLOURS, NAMES, Change, compare
from amber_acre.store import photos, walks
from amber_acre.store.areas import area_of
from amber_acre.store.tables import AreaRow, WalkRow
from amber_acre.web.forms.look import LookForm
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, settings_of, units_of
from amber_acre.web.photographs import Pictures, keep
from amber_acre.web.shown import Shown

router = APIRouter()


@router.get("/areas/{area_id}/looks")
def show_looks(
    request: Request, session: Reading, today: Today, area_id: Key, first: Key | None = None, second: Key | None = None
) -> HTMLResponse:
    row = found(area_of(session, area_id), "This area")
    typed = {"on_day": today.isoformat(), "form_key": secrets.token_hex(16)}
    return _page(request, session, row, Read(None, typed), first, second)


@router.post("/areas/{area_id}/looks")
def add_look(
    request: Request, session: Writing, posted: Posted, pictures: Pictures, today: Today, area_id: Key
) -> Response:
    row = found(area_of(session, area_id), "This area")
    read = read_look(posted, today, row)
    photographs = pictures.taken(read)
    if read.value is None or read.faults:
        return _page(request, session, row, read, None, None, 422)
    form = read.value
    walk = walks.write_walk(session, row.id, form.look(), form.form_key)
    keep(request, session, walk, photographs, form.photo_spot or form.spot)
    return go(f"/areas/{area_id}/looks")


@router.get("/photos/{name}")
def show_photo(request: Request, name: str, small: bool = False) -> FileResponse:
    path = photos.photo_path(settings_of(request).database, name, small)
    if path is None:
        raise HTTPException(404, "This photograph is not here.")
    return FileResponse(
        path, media_type="image/jpeg", headers={"cache-control": "private, max-age=31536000, immutable"}
    )


def read_look(posted: dict[str, str], today: date, row: AreaRow) -> Read[LookForm]:
    """The form of a look, with the refusal of an empty one."""
    bare = "in" if row.property.units == "us" else "cm"
    read = read_form(LookForm, posted, today=today, bare_depth=bare)
    if read.value is not None:
        try:
            read.value.look().require_something()
        except AmberError as error:
            read.refuse(error)
    return read


def _page(
    request: Request,
    session: Reading,
    row: AreaRow,
    read: Read[LookForm],
    first: int | None,
    second: int | None,
    status: int = 200,
) -> HTMLResponse:
    units = units_of(row.property.units)
    shown = Shown(units)
    mine = walks.walks_of(session, row.id)
    everyone = walks.looks_of_property(session, row.property_id)
    pair = _pair(everyone, mine, first, second)
    return render(
        request,
        "looks/looks.html",
        status,
        units=units,
        row=row,
        kind=KINDS[row.kind],
        looks=[(walk, seen(walk, shown)) for walk in mine],
        choices=[(walk.id, f"{walk.area.name}, {shown.day(walk.on_day)}") for walk in everyone],
        pair=pair,
        changes=_changes(pair, shown) if pair else [],
        photo_pairs=_photo_pairs(pair) if pair else [],
        typed=read.typed,
        faults=read.faults,
    )


def _pair(
    everyone: Sequence[WalkRow], mine: Sequence[WalkRow], first: int | None, second: int | None
) -> tuple[WalkRow, WalkRow] | None:
    """The two looks to compare: those asked for, else the last two of this area."""
    by_id = {walk.id: walk for walk in everyone}
    if first in by_id and second in by_id:
        return by_id[first], by_id[second]
    return (mine[1], mine[0]) if len(mine) > 1 else None


def seen(walk: WalkRow, shown: Shown) -> list[tuple[str, str]]:
    """(name, text) of everything a look saw."""
    look = walks.look_of(walk)
    return [(NAMES[name], text_of(name, getattr(look, name), shown)) for name in look.seen]


def text_of(name: str, value: float | str | None, shown: Shown) -> str:
    """One observation in words."""
    if value is None:
        return "unknown"
    if isinstance(value, str):
        return value
    if name == "colour":
        return f"{value:g} {COLOURS[int(value)]}"
    if name == "bare":
        return shown.percent(value)
    return f"{value:g}" if name == "ph" else shown.depth(value)


def _changes(pair: tuple[WalkRow, WalkRow], shown: Shown) -> list[tuple[str, str, str, str]]:
    changes: tuple[Change, ...] = compare(walks.look_of(pair[0]), walks.look_of(pair[1]))
    return [
        (NAMES[c.name], text_of(c.name, c.first, shown), text_of(c.name, c.second, shown), c.verdict) for c in changes
    ]


def _photo_pairs(pair: tuple[WalkRow, WalkRow]) -> list[tuple[str, str, str]]:
    """(spot, first, second) of photographs taken from the same spot; the rest pair up in order."""
    later = list(pair[1].photos)
    pairs = []
    for photo in pair[0].photos:
        same = next((p for p in later if p.spot and p.spot == photo.spot), None)
        if same is not None:
            later.remove(same)
            pairs.append((photo.spot, photo.file_name, same.file_name))
    return pairs
