"""The guided walk: area by area, measure, look, sample; each step is kept when it is done, so it can be broken off."""

from __future__ import annotations

import secrets
from dataclasses import dataclass
from datetime import date

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.errors import AmberError, MissingInput
from amber_acre.core.measure.area_kinds import KINDS
from amber_acre.store import walks
from amber_acre.store.areas import area_of, areas_of
from amber_acre.store.clients import property_of
from amber_acre.store.tables import AreaRow, PropertyRow, WalkRow
from amber_acre.web.forms.look import LookForm
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of
from amber_acre.web.photographs import Pictures, keep

router = APIRouter()
STEPS = ("look", "sample")


@dataclass(frozen=True)
class Progress:
    """How far the walk of a day is at one area."""

    row: AreaRow
    looked: bool
    sampled: bool

    @property
    def next_step(self) -> str:
        return "" if self.looked and self.sampled else "sample" if self.looked else "look"


@router.get("/properties/{property_id}/walk")
def show_walk(request: Request, session: Reading, today: Today, property_id: Key) -> HTMLResponse:
    place = found(property_of(session, property_id), "This property")
    stops = _progress(session, place, today)
    following = next((stop for stop in stops if stop.next_step), None)
    return render(
        request,
        "walk/walk.html",
        units=units_of(place.units),
        place=place,
        stops=stops,
        following=following,
        kinds=KINDS,
    )


@router.get("/areas/{area_id}/walk/{step}")
def show_step(request: Request, session: Reading, today: Today, area_id: Key, step: str) -> HTMLResponse:
    row = found(area_of(session, area_id), "This area")
    found(step if step in STEPS else None, "This step")
    last = next((walk for walk in walks.looks_of_property(session, row.property_id) if walk.on_day == today), None)
    typed = {"on_day": today.isoformat(), "form_key": secrets.token_hex(16), "who": last.who if last else ""}
    return _step(request, row, step, Read(None, typed))


@router.post("/areas/{area_id}/walk/{step}")
def keep_step(
    request: Request, session: Writing, posted: Posted, pictures: Pictures, today: Today, area_id: Key, step: str
) -> Response:
    """Keeps the step, or leaves it out, and goes on to the next."""
    row = found(area_of(session, area_id), "This area")
    found(step if step in STEPS else None, "This step")
    if "leave" not in posted:
        read = read_form(LookForm, posted, today=today, bare_depth="in" if row.property.units == "us" else "cm")
        if read.value is not None:
            try:
                look = read.value.look()
                if step == "sample" and not look.spot:
                    raise MissingInput("Name the spot, so that it can be found again; or leave this out.", field="spot")
                if step == "look":
                    look.require_something()
            except AmberError as error:
                read.refuse(error)
        photographs = pictures.taken(read)
        if read.value is None or read.faults:
            return _step(request, row, step, read, 422)
        walk = walks.write_walk(session, row.id, read.value.look(), read.value.form_key)
        keep(request, session, walk, photographs, read.value.photo_spot or read.value.spot)
    return go(f"/areas/{area_id}/walk/sample" if step == "look" else f"/properties/{row.property_id}/walk")


def _progress(session: Reading, place: PropertyRow, today: date) -> list[Progress]:
    todays: dict[int, list[WalkRow]] = {}
    for walk in walks.looks_of_property(session, place.id):
        if walk.on_day == today:
            todays.setdefault(walk.area_id, []).append(walk)
    stops = []
    for row in areas_of(session, place.id):
        seen = todays.get(row.id, [])
        looked = any(set(walks.look_of(walk).seen) - {"ph"} or walk.note for walk in seen)
        stops.append(Progress(row, looked, any(walk.spot for walk in seen)))
    return stops


def _step(request: Request, row: AreaRow, step: str, read: Read[LookForm], status: int = 200) -> HTMLResponse:
    return render(
        request,
        "walk/step.html",
        status,
        units=units_of(row.property.units),
        row=row,
        kind=KINDS[row.kind],
        step=step,
        typed=read.typed,
        faults=read.faults,
    )
