"""Areas of every kind: add, edit, see drawn; soil tests; delete and bring back."""

from __future__ import annotations

from collections.abc import Mapping
from contextlib import suppress
from dataclasses import replace
from datetime import UTC, datetime
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, DoesNotFit, NotUnderstood
from amber_acre.core.measure.area_facts import ReadFact, read_facts
from amber_acre.core.measure.area_kinds import KINDS, SITE_FACTS
from amber_acre.core.measure.entry import Reading as Units
from amber_acre.core.measure.methods import METHODS
from amber_acre.core.measure.site import JOINTS
from amber_acre.core.measure.size import Size
from amber_acre.core.measure.size_by_facts import size_by_facts
from amber_acre.core.tables.grasses import GRASSES
from amber_acre.store import areas as store
from amber_acre.store import site, soil_tests
from amber_acre.store.area_copies import copy_area as copy_of
from amber_acre.store.areas import AreaDraft
from amber_acre.store.clients import property_of, set_area_deleted
from amber_acre.store.plants import plants
from amber_acre.store.tables import AreaRow, PropertyRow
from amber_acre.web.draw.board import Board, draw_board, draw_plan
from amber_acre.web.forms.measuring import (
    BARE,
    SizeForm,
    instrument_choices,
    instrument_of,
    one_more,
    plot_of,
    reading_for,
    rows_of,
    typed_size,
    without_empty_shapes,
)
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.forms.soil import EXTRACTANT_CHOICES
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of
from amber_acre.web.pages.areas.example import example_of
from amber_acre.web.pages.areas.forms import (
    AreaForm,
    CopiesForm,
    LawnForm,
    MeasuredForm,
    PatchForm,
    form_for,
    typed_area,
)

router = APIRouter()
SOIL_DEFAULTS = {"soil-unit": "ppm", "soil-extractant": "mehlich-3"}
NEW = {"size-outline": "rectangle", "upkeep": "middle", "clippings": "returned", "water": "rain", "evidence": "none"}
FACT_DEFAULTS = {"tree": {"facts-trunk_by": "diameter", "facts-zone_by": "trunk", "facts-factor": "12"}}


@router.get("/properties/{property_id}/areas/new/{kind}")
def new_area(request: Request, session: Reading, property_id: Key, kind: str, walk: str = "") -> HTMLResponse:
    place = found(property_of(session, property_id), "This property")
    found(KINDS.get(kind), "This kind of area")
    typed_ = NEW | SOIL_DEFAULTS | FACT_DEFAULTS.get(kind, {}) | {"walk": walk}
    return _form(request, session, place, kind, Read(None, typed_), None)


@router.post("/properties/{property_id}/areas/new/{kind}")
def add_area(request: Request, session: Writing, posted: Posted, today: Today, property_id: Key, kind: str) -> Response:
    place = found(property_of(session, property_id), "This property")
    found(KINDS.get(kind), "This kind of area")
    return _save(request, session, posted, today, place, kind, None)


@router.get("/areas/{area_id}/edit")
def edit_area(request: Request, session: Reading, area_id: Key, walk: str = "") -> HTMLResponse:
    row = found(store.area_of(session, area_id), "This area")
    typed_ = SOIL_DEFAULTS | typed_area(row) | typed_size(row, site.pacers(session)) | {"walk": walk}
    return _form(request, session, row.property, row.kind, Read(None, typed_), row)


@router.post("/areas/{area_id}/edit")
def save_area(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    row = found(store.area_of(session, area_id), "This area")
    return _save(request, session, posted, today, row.property, row.kind, row)


@router.post("/properties/{property_id}/areas/board/{kind}")
def preview_board(request: Request, session: Reading, posted: Posted, property_id: Key, kind: str) -> HTMLResponse:
    """The board beside the form while somebody types: drawn to scale, or what is still missing."""
    place = found(property_of(session, property_id), "This property")
    found(KINDS.get(kind), "This kind of area")
    board = _board(without_empty_shapes(posted), place, kind, reading_for(place.units, posted, site.pacers(session)))
    own = posted.get("own_id", "")
    row = store.area_of(session, int(own)) if own.isdecimal() and len(own) < 16 else None
    taken = row.taken if row is not None and row.property_id == place.id else ()
    return render(request, "areas/board.html", units=units_of(place.units), board=board, taken=taken)


@router.post("/areas/{area_id}/copies")
def copy_area(request: Request, session: Writing, posted: Posted, area_id: Key) -> Response:
    """Makes more of an area, each its own."""
    row = found(store.area_of(session, area_id), "This area")
    read = read_form(CopiesForm, posted)
    if read.value is not None:
        try:
            copy_of(session, row, read.value.copies)
            return go(f"/properties/{row.property_id}/site")
        except AmberError as error:
            read.refuse(error)
    own = SOIL_DEFAULTS | typed_area(row) | typed_size(row, site.pacers(session))
    return _form(request, session, row.property, row.kind, Read(None, own | dict(read.typed), read.faults), row, 422)


@router.post("/areas/{area_id}/delete")
def delete_area(session: Writing, _posted: Posted, area_id: Key) -> Response:
    row = found(store.area_of(session, area_id), "This area")
    set_area_deleted(session, area_id, datetime.now(UTC))
    site.settle(session, row.property)
    return go(f"/properties/{row.property_id}{'' if row.kind == 'lawn' else '/site'}?deleted=areas&id={area_id}")


@router.post("/areas/{area_id}/restore")
def restore_area(session: Writing, _posted: Posted, area_id: Key) -> Response:
    found(session.get(AreaRow, area_id), "This area")
    set_area_deleted(session, area_id, None)
    row = found(store.area_of(session, area_id), "This area")
    site.settle(session, row.property)
    return go(_address(row))


def _address(row: AreaRow) -> str:
    """Where an area is looked at: a lawn in the year, others on the site sheet."""
    return f"/properties/{row.property_id}{'' if row.kind == 'lawn' else '/site'}?area={row.id}"


def _save(
    request: Request,
    session: Writing,
    posted: dict[str, str],
    today: Today,
    place: PropertyRow,
    kind: str,
    row: AreaRow | None,
) -> Response:
    if "more" in posted:
        role = posted["more"] if posted["more"] in ("parts", "cut_outs") else "cut_outs"
        return _form(request, session, place, kind, Read(None, one_more(posted, role)), row)
    reading = reading_for(place.units, posted, site.pacers(session))
    read = read_form(
        form_for(kind),
        without_empty_shapes(posted),
        reading=reading,
        plot_m2=plot_of(place.plot_m2),
        today=today,
        region=place.climate.region,
    )
    read.typed = posted
    draft = _draft(session, place, kind, read, posted, reading, row)
    if draft is None or read.value is None:
        return _form(request, session, place, kind, read, row, 422)
    form = read.value
    try:
        version = form.version if row else None
        saved = store.save_area(session, place.id, draft, row.id if row else None, version)
    except AmberError as error:
        read.refuse(error)
        return _form(request, session, place, kind, read, row, 409)
    if isinstance(form, LawnForm) and form.soil is not None:
        soil_tests.save_soil_test(session, saved.id, form.soil.test(), confirmed=form.soil.confirmed)
    site.settle(session, place)
    return go(f"/areas/{saved.id}/walk/look" if posted.get("walk") else _address(saved))


def _draft(
    session: Reading,
    place: PropertyRow,
    kind: str,
    read: Read[AreaForm],
    posted: Mapping[str, str],
    reading: Units,
    row: AreaRow | None,
) -> AreaDraft | None:
    """What is to be written, or None with every fault in ``read``."""
    facts, refusals = read_facts(kind, _facts_in(posted), reading)
    for refusal in refusals:
        read.refuse(refusal, "facts")
    name = read.value.name.lower() if read.value is not None else ""
    if any(a.name.lower() == name and (row is None or a.id != row.id) for a in store.areas_of(session, place.id)):
        read.refuse(
            DoesNotFit("There is an area of this name on the property. Name this one differently.", field="name")
        )
    if isinstance(read.value, PatchForm) and _lawn(session, place, read.value.parent) is None:
        read.refuse(NotUnderstood("This lawn is gone. Choose another.", field="parent"))
    if read.value is None or read.faults:
        return None
    form, instrument = read.value, instrument_of(posted)
    size: Size | None = None
    try:
        size = _size(form, kind, facts, reading, instrument)
        if isinstance(form, MeasuredForm):
            level = {key: fact for key, fact in facts.items() if key != "slope"}
            plan_m2 = _size(form, kind, level, reading, instrument).size_m2
            _require_lawn_left(session, place, form, row, plan_m2)
    except AmberError as error:
        read.refuse(error, "" if error.field == "size" else "facts" if KINDS[kind].drawn_by == "facts" else "size")
        return None
    shapes = form.size.shapes(reading) if isinstance(form, MeasuredForm) else None
    texts = {key: fact.text for key, fact in facts.items()}
    confirmed = isinstance(form, MeasuredForm) and form.size.confirmed
    parent = int(form.parent) if isinstance(form, PatchForm) else None
    draft = AreaDraft(
        kind, form.name, size, confirmed, instrument=instrument, pace_m=reading.pace_m, facts=texts, parent_id=parent
    )
    if shapes is not None:
        draft = replace(draft, outline=shapes[0], parts=shapes[1], cut_outs=shapes[2])
    return _grown(draft, form) if isinstance(form, LawnForm) else draft


def _require_lawn_left(
    session: Reading, place: PropertyRow, form: AreaForm, row: AreaRow | None, plan_m2: float
) -> None:
    """Refuses a patch that takes its lawn whole with the others, and a lawn smaller than its patches (DoesNotFit)."""
    if isinstance(form, PatchForm) and (lawn := _lawn(session, place, form.parent)) is not None:
        others = site.patches_in_m2(session, lawn, without=row.id if row else None)
        site.require_lawn_left(store.plan_size_of(lawn).size_m2, others + plan_m2, lawn.name)
    elif row is not None and row.kind == "lawn":
        site.require_lawn_left(plan_m2, site.patches_in_m2(session, row), form.name)


def _size(form: AreaForm, kind: str, facts: dict[str, ReadFact], reading: Units, instrument: str) -> Size:
    if isinstance(form, MeasuredForm):
        return form.size.measured(reading, facts, instrument)
    measured = size_by_facts(kind, facts)
    return Size(measured.size_m2, measured.size_m2, measured.size_m2, measured.working)


def _grown(draft: AreaDraft, form: LawnForm) -> AreaDraft:
    return replace(
        draft,
        grass=form.grass,
        upkeep=form.upkeep,
        clippings_returned=form.clippings == "returned",
        irrigated=form.water == "irrigated",
        no_soil_test=form.evidence == "none",
    )


def _facts_in(posted: Mapping[str, str]) -> dict[str, str]:
    return {name.removeprefix("facts-"): text for name, text in posted.items() if name.startswith("facts-")}


def _lawn(session: Reading, place: PropertyRow, number: str) -> AreaRow | None:
    row = store.area_of(session, int(number)) if number.isdecimal() and len(number) < 16 else None
    return row if row is not None and row.property_id == place.id and row.kind == "lawn" else None


def _form(
    request: Request,
    session: Reading,
    place: PropertyRow,
    kind: str,
    read: Read[Any],
    row: AreaRow | None,
    status: int = 200,
) -> HTMLResponse:
    people = site.pacers(session)
    return render(
        request,
        "areas/area.html",
        status,
        units=units_of(place.units),
        place=place,
        kind=KINDS[kind],
        kinds=KINDS.values(),
        site_facts=SITE_FACTS,
        row=row,
        typed=read.typed,
        faults=read.faults,
        taken=row.taken if row else (),
        part_rows=rows_of(read.typed, "parts"),
        cut_out_rows=rows_of(read.typed, "cut_outs"),
        board=_board(without_empty_shapes(read.typed), place, kind, reading_for(place.units, read.typed, people)),
        methods=METHODS.values(),
        instruments=instrument_choices(people),
        joints=list(JOINTS.items()),
        lawns=[(lawn.id, lawn.name) for lawn in store.areas_of(session, place.id, "lawn")],
        grasses=GRASSES,
        plants=plants(session),
        extractants=EXTRACTANT_CHOICES,
        bare=BARE[place.units],
    )


def _board(posted: Mapping[str, str], place: PropertyRow, kind: str, reading: Units) -> dict[str, Any]:
    """What the drawing board shows: the shapes and the size, or the first thing still missing."""
    facts, refusals = read_facts(kind, _facts_in(posted), reading)
    if KINDS[kind].drawn_by == "facts":
        try:
            measured = size_by_facts(kind, facts)
        except AmberError as error:
            missing = (refusals or [error])[0].sentence if facts else ""
            return {"size": None, "missing": missing, "readings": [], "drawing": None}
        size = Size(measured.size_m2, measured.size_m2, measured.size_m2, measured.working)
        plan = site.plan_by_facts(kind, facts)
        zone = sum(s.result for s in measured.working.steps if s.title == "Circle") if kind == "tree" else None
        drawing = draw_plan(plan, zone, size, units_of(place.units)) if plan else None
        return {"size": size, "missing": "", "readings": [], "drawing": drawing}
    plain = {k.removeprefix("size-"): v for k, v in posted.items() if k.startswith("size-")}
    read = read_form(SizeForm, plain | {"confirmed": "on"}, reading=reading)
    readings = _readings(plain, reading)
    if read.value is None:
        nothing = not any(value for key, value in plain.items() if "side_" in key or key.endswith("rows"))
        missing = "" if nothing else str(next(iter(read.faults.values())).sentence)
        shown = _example(plain.get("outline", ""), place) if nothing else None
        return {"size": None, "missing": missing, "readings": readings, "drawing": None, "example": shown}
    try:
        size = read.value.measured(reading, facts, instrument_of(posted))
    except AmberError as error:
        return {"size": None, "missing": error.sentence, "readings": readings, "drawing": None}
    drawing = draw_board(*read.value.shapes(reading), size, units_of(place.units), Units(pace_m=reading.pace_m))
    around = read.value.around_m(reading)
    return {"size": size, "missing": "", "readings": readings, "drawing": drawing, "around": around}


def _example(method: str, place: PropertyRow) -> Board | None:
    """What an empty board shows of a way to measure; None where nothing is drawn by it."""
    reading, texts = reading_for(place.units, {}, ()), example_of(method, units_of(place.units) == "us")
    read = read_form(SizeForm, texts | {"confirmed": "on"}, reading=reading) if texts else None
    if read is None or read.value is None:
        return None
    return draw_board(
        *read.value.shapes(reading),
        read.value.measured(reading, {}),
        units_of(place.units),
        Units(pace_m=reading.pace_m),
    )


def _readings(plain: Mapping[str, str], reading: Units) -> list[typed.Typed]:
    """Every side that can be read so far and was not typed in metres, with its conversion."""
    readings: dict[str, typed.Typed] = {}
    for name, text in plain.items():
        prefix, _, side = name.rpartition("side_")
        method = METHODS.get(plain.get(f"{prefix}outline", ""))
        if side.isdecimal() and text.strip() and method and int(side) <= len(method.sides):
            with suppress(AmberError):
                match method.sides[int(side) - 1].quantity:
                    case "area":
                        read = typed.area(text, reading.bare_area)
                    case "length":
                        read = typed.length(text, reading.bare_length, "", reading.pace_m)
                    case _:
                        continue
                readings.setdefault(read.text, read)
    return [read for read in readings.values() if not read.text.endswith((" m", " m²"))]
