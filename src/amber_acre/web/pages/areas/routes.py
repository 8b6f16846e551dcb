"""Lawns: add, edit, see drawn; soil tests; delete and bring back."""

from __future__ import annotations

from collections.abc import Mapping
from contextlib import suppress
from datetime import UTC, datetime

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core import typed
from amber_acre.core.errors import AmberError
from amber_acre.core.measure.entry import SHAPES
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.grasses import GRASSES
from amber_acre.core.tables.soil_ranges import RANGES
from amber_acre.store import areas as store
from amber_acre.store.clients import property_of, set_area_deleted
from amber_acre.store.tables import AreaRow, PropertyRow
from amber_acre.web.draw.board import draw_board
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.forms.soil import SoilTestForm
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of
from amber_acre.web.pages.areas.forms import (
    BARE,
    LawnForm,
    SizeForm,
    plot_of,
    shape_rows,
    typed_lawn,
    without_empty_cut_outs,
)

router = APIRouter()
EXTRACTANT_CHOICES = [(row.extractant, row.name) for row in RANGES.values()]
SOIL_DEFAULTS = {"soil-unit": "ppm", "soil-extractant": "mehlich-3"}
NEW = {"size-outline": "rectangle", "upkeep": "middle", "clippings": "returned", "water": "rain", "evidence": "none"}


@router.get("/properties/{property_id}/lawns/new")
def new_lawn(request: Request, session: Reading, property_id: Key) -> HTMLResponse:
    place = found(property_of(session, property_id), "This property")
    return _form(request, place, Read(None, NEW | SOIL_DEFAULTS), None)


@router.post("/properties/{property_id}/lawns/new")
def add_lawn(request: Request, session: Writing, posted: Posted, today: Today, property_id: Key) -> Response:
    place = found(property_of(session, property_id), "This property")
    return _save(request, session, posted, today, place, None)


@router.get("/areas/{area_id}/edit")
def edit_lawn(request: Request, session: Reading, area_id: Key) -> HTMLResponse:
    row = found(store.area_of(session, area_id), "This lawn")
    return _form(request, row.property, Read(None, typed_lawn(row) | SOIL_DEFAULTS), row)


@router.post("/areas/{area_id}/edit")
def save_lawn(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    row = found(store.area_of(session, area_id), "This lawn")
    return _save(request, session, posted, today, row.property, row)


@router.post("/properties/{property_id}/lawns/board")
def preview_board(request: Request, session: Reading, posted: Posted, property_id: Key) -> HTMLResponse:
    """The board beside the form while somebody types: drawn to scale, or what is still missing."""
    place = found(property_of(session, property_id), "This property")
    return render(
        request,
        "areas/board.html",
        units=units_of(place.units),
        board=_board(without_empty_cut_outs(posted), place),
    )


@router.get("/areas/{area_id}/soil-tests/new")
def new_test(request: Request, session: Reading, area_id: Key) -> HTMLResponse:
    row = found(store.area_of(session, area_id), "This lawn")
    return _test_form(request, row, Read(None, SOIL_DEFAULTS))


@router.post("/areas/{area_id}/soil-tests/new")
def add_test(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    row = found(store.area_of(session, area_id), "This lawn")
    plain = {key.removeprefix("soil-"): value for key, value in posted.items()}
    read = read_form(SoilTestForm, plain, today=today)
    if read.value is None:
        faults = {f"soil-{name}": fault for name, fault in read.faults.items()}
        return _test_form(request, row, Read(None, posted, faults), 422)
    store.add_soil_test(session, area_id, read.value.test(), read.value.unit)
    return go(f"/properties/{row.property_id}?area={area_id}")


@router.post("/areas/{area_id}/delete")
def delete_lawn(session: Writing, _posted: Posted, area_id: Key) -> Response:
    row = found(store.area_of(session, area_id), "This lawn")
    set_area_deleted(session, area_id, datetime.now(UTC))
    return go(f"/properties/{row.property_id}?deleted=areas&id={area_id}")


@router.post("/areas/{area_id}/restore")
def restore_lawn(session: Writing, _posted: Posted, area_id: Key) -> Response:
    found(session.get(AreaRow, area_id), "This lawn")
    set_area_deleted(session, area_id, None)
    row = found(store.area_of(session, area_id), "This lawn")
    return go(f"/properties/{row.property_id}?area={area_id}")


def _save(
    request: Request, session: Writing, posted: dict[str, str], today: Today, place: PropertyRow, row: AreaRow | None
) -> Response:
    if "more" in posted:
        rows = shape_rows(posted)
        extended = posted | {f"size-cut_outs-{rows}-outline": "rectangle"}
        return _form(request, place, Read(None, extended), row)
    read = read_form(
        LawnForm, without_empty_cut_outs(posted), units=place.units, plot_m2=plot_of(place.plot_m2), today=today
    )
    read.typed = posted
    form = read.value
    if form is None:
        return _form(request, place, read, row, 422)
    size, outline, cut_outs = form.size.measured(*BARE[place.units])
    try:
        saved = store.save_area(
            session,
            property_id=place.id,
            name=form.name,
            outline=outline,
            cut_outs=cut_outs,
            size=size,
            size_confirmed=form.size.confirmed,
            grass=form.grass,
            upkeep=form.upkeep,
            clippings_returned=form.clippings == "returned",
            irrigated=form.water == "irrigated",
            no_soil_test=form.evidence == "none",
            area_id=row.id if row else None,
            version=form.version if row else None,
        )
    except AmberError as error:
        read.refuse(error)
        return _form(request, place, read, row, 409)
    if form.soil is not None:
        test: SoilTest = form.soil.test()
        store.add_soil_test(session, saved.id, test, form.soil.unit)
    return go(f"/properties/{place.id}?area={saved.id}")


def _form(
    request: Request, place: PropertyRow, read: Read[LawnForm], row: AreaRow | None, status: int = 200
) -> HTMLResponse:
    return render(
        request,
        "areas/lawn.html",
        status,
        units=units_of(place.units),
        place=place,
        row=row,
        typed=read.typed,
        faults=read.faults,
        cut_out_rows=max(shape_rows(read.typed), 0),
        board=_board(without_empty_cut_outs(read.typed), place),
        shapes=SHAPES.values(),
        grasses=GRASSES,
        extractants=EXTRACTANT_CHOICES,
        bare=BARE[place.units],
    )


def _test_form(request: Request, row: AreaRow, read: Read[SoilTestForm], status: int = 200) -> HTMLResponse:
    return render(
        request,
        "areas/soil_test.html",
        status,
        row=row,
        typed=read.typed,
        faults=read.faults,
        extractants=EXTRACTANT_CHOICES,
    )


def _board(posted: Mapping[str, str], place: PropertyRow) -> dict[str, object]:
    """What the drawing board shows: the shapes and the size, or the first thing still missing."""
    plain = {k.removeprefix("size-"): v for k, v in posted.items() if k.startswith("size-")}
    read = read_form(SizeForm, plain | {"confirmed": "on"}, units=place.units)
    readings = _readings(plain, *BARE[place.units])
    if read.value is None:
        nothing = not any(value for key, value in plain.items() if "side_" in key)
        missing = "" if nothing else next(iter(read.faults.values())).sentence
        return {"size": None, "missing": missing, "readings": readings}
    size, outline, cut_outs = read.value.measured(*BARE[place.units])
    drawing = draw_board(outline, cut_outs, size, units_of(place.units))
    return {"size": size, "missing": "", "readings": readings, "drawing": drawing}


def _readings(plain: Mapping[str, str], bare_length: str, bare_area: str) -> list[typed.Typed]:
    """Every side that can be read so far and was not typed in metres, with its conversion."""
    readings: dict[str, typed.Typed] = {}
    for name, text in plain.items():
        prefix, _, side = name.rpartition("side_")
        if side and text.strip():
            with suppress(AmberError):
                range_end = plain.get(f"{prefix}outline") == "range"
                read = typed.area(text, bare_area) if range_end else typed.length(text, bare_length)
                readings.setdefault(read.text, read)
    return [read for read in readings.values() if not read.text.endswith((" m", " m²"))]
