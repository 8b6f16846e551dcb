"""The site sheet: areas and surroundings to scale, placed by drag, keys or numbers; what overlaps and what escapes."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from datetime import UTC, date, datetime
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.errors import DoesNotFit, NotUnderstood
from amber_acre.core.measure.area_facts import listed
from amber_acre.core.measure.area_kinds import KINDS, facts_of
from amber_acre.core.measure.kept import typed_shape
from amber_acre.core.measure.methods import METHODS
from amber_acre.core.measure.site import Place, open_ground, slid_clear, snapped, strips
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.core.season.climate import next_season_start, season_start
from amber_acre.core.soil.probe import SIMULATED_PROBE
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.core.tables.plants import FLAGS
from amber_acre.store import areas as area_store
from amber_acre.store import site as store
from amber_acre.store.books import books, probings
from amber_acre.store.clients import property_of
from amber_acre.store.climates import every_climate
from amber_acre.store.plants import plant_named
from amber_acre.store.programmes import Lane, judged_jobs, lane
from amber_acre.store.programmes import lanes as all_lanes
from amber_acre.store.rules import every_rule_set
from amber_acre.store.site import OnSheet
from amber_acre.store.soil_tests import every_probed_on
from amber_acre.store.tables import AreaRow, ContextRow, PropertyRow
from amber_acre.store.walks import newest_walks
from amber_acre.web.draw.lane import draw_lane
from amber_acre.web.draw.sheet import Reading as Carried
from amber_acre.web.draw.sheet import Subject, draw_sheet, legend_of
from amber_acre.web.draw.tape import Tape, draw_tape
from amber_acre.web.forms.measuring import BARE, reading_for
from amber_acre.web.forms.reading import Read, changed_meanwhile, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of
from amber_acre.web.pages.site.forms import CONTEXTS, ContextForm, PlaceForm
from amber_acre.web.pages.site.readings import STEPS, reading_of
from amber_acre.web.pages.site.remarks import moved_from, not_taken, remarks_on
from amber_acre.web.shown import Shown

router = APIRouter()


@router.get("/properties/{property_id}/site")
def show_site(
    request: Request,
    session: Reading,
    today: Today,
    property_id: Key,
    area: Key | None = None,
    by: str = "kind",
    was: str | None = None,
) -> HTMLResponse:
    """The sheet; ``was``: where the chosen area lay before it was moved, so that it can be put back."""
    place = found(property_of(session, property_id), "This property")
    return _page(request, session, place, today, area, by if by in STEPS else "kind", was=was)


@router.post("/areas/{area_id}/place")
def put_area(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Puts an area where it was dragged, pushed or typed; ``off`` takes it from the sheet."""
    row = found(area_store.area_of(session, area_id), "This area")
    by = posted.get("by", "kind")
    address = f"/properties/{row.property_id}/site?area={row.id}&by={by if by in STEPS else 'kind'}"
    if "off" in posted or "keep" in posted:
        if "off" in posted:
            store.put(session, row, None)
        return go(address)
    was = "" if row.x_m is None or row.y_m is None else f"{row.x_m:.4f},{row.y_m:.4f},{row.turn_deg:g}"
    if "clear" in posted:
        store.put(session, row, _cleared(session, row))
        return go(f"{address}&was={was}")
    read = read_form(PlaceForm, posted, reading=reading_for(row.property.units, posted, ()))
    if read.value is None:
        return _page(request, session, row.property, today, area_id, by if by in STEPS else "kind", read, 422)
    place = read.value.place
    store.put(session, row, _snapped(session, row, place) if read.value.snap and read.value.by_hand else place)
    return go(f"{address}&was={was}" if read.value.by_hand else address)


@router.get("/properties/{property_id}/contexts/new")
def new_context(request: Request, session: Reading, property_id: Key) -> HTMLResponse:
    place = found(property_of(session, property_id), "This property")
    typed = {"kind": "building", "size-outline": "rectangle"}
    return _context_form(request, place, Read(None, typed), None)


@router.post("/properties/{property_id}/contexts/new")
def add_context(request: Request, session: Writing, posted: Posted, property_id: Key) -> Response:
    return _save_context(request, session, posted, found(property_of(session, property_id), "This property"), None)


@router.get("/contexts/{context_id}")
def edit_context(request: Request, session: Reading, context_id: Key) -> HTMLResponse:
    row = found(session.get(ContextRow, context_id), "This")
    place = found(property_of(session, row.property_id), "This property")
    return _context_form(request, place, Read(None, _typed_context(row)), row)


@router.post("/contexts/{context_id}")
def save_context(request: Request, session: Writing, posted: Posted, context_id: Key) -> Response:
    row = found(session.get(ContextRow, context_id), "This")
    place = found(property_of(session, row.property_id), "This property")
    if "remove" in posted:
        store.set_context_deleted(session, row, datetime.now(UTC))
        return go(f"/properties/{place.id}/site?deleted=contexts&id={row.id}")
    return _save_context(request, session, posted, place, row)


@router.post("/contexts/{context_id}/restore")
def restore_context(session: Writing, _posted: Posted, context_id: Key) -> Response:
    row = found(session.get(ContextRow, context_id), "This")
    store.set_context_deleted(session, row, None)
    return go(f"/properties/{row.property_id}/site")


def _typed_context(row: ContextRow) -> dict[str, str]:
    """What lies around as the form shows it."""
    shape = typed_shape(row)
    typed = {"kind": row.kind, "name": row.name, "size-outline": shape.kind, "size-rows": shape.rows}
    typed |= {f"size-side_{n}": shape.side(n) for n in (1, 2, 3)}
    if row.x_m is not None and row.y_m is not None:
        typed |= {"size-x": f"{row.x_m:.6g} m", "size-y": f"{row.y_m:.6g} m", "size-turn": f"{row.turn_deg:g}"}
    return typed | {"version": str(row.version)}


def _save_context(
    request: Request, session: Writing, posted: dict[str, str], place: PropertyRow, row: ContextRow | None
) -> Response:
    reading = reading_for(place.units, posted, ())
    read = read_form(ContextForm, posted, reading=reading)
    if row is not None and changed_meanwhile(read, _typed_context(row), row.version):
        return _context_form(request, place, read, row, 409)
    if read.value is not None and read.value.size.outline == "range":
        read.refuse(NotUnderstood("This needs a measured shape.", field="outline"), "size")
    for name in ("x", "y"):
        if read.value is not None and not getattr(read.value.size, name):
            read.refuse(NotUnderstood("Say where its middle lies on the sheet.", field=name), "size")
    if read.value is None or read.faults:
        return _context_form(request, place, read, row, 422)
    form = read.value
    store.save_context(session, place.id, form.kind, form.name, form.size.kept(reading), row.id if row else None)
    return go(f"/properties/{place.id}/site")


def _context_form(
    request: Request, place: PropertyRow, read: Read[ContextForm], row: ContextRow | None, status: int = 200
) -> HTMLResponse:
    return render(
        request,
        "site/context.html",
        status,
        units=units_of(place.units),
        place=place,
        row=row,
        typed=read.typed,
        faults=read.faults,
        kinds=CONTEXTS,
        methods=METHODS.values(),
        bare=BARE[place.units],
    )


def _snapped(session: Reading, row: AreaRow, place: Place) -> Place:
    """The place, shifted so that a corner meets a neighbour's corner or edge within 40 cm."""
    drawn, contexts, _ = store.sheet_of(session, row.property)
    mine = next((item for item in drawn if item.row.id == row.id), None)
    if mine is None:
        return place
    moved = store.on_sheet(row, mine.plan, place).placed
    others = [p.ring for item in (*drawn, *contexts) if item is not mine and (p := item.placed) is not None]
    east, north = snapped(moved.ring, others) if moved else (0.0, 0.0)
    return Place(place.x_m + east, place.y_m + north, place.turn_deg)


def _cleared(session: Reading, row: AreaRow) -> Place:
    """Where the area lies once nothing overlaps it, moved as little as can be (DoesNotFit where nothing is free)."""
    drawn, contexts, _ = store.sheet_of(session, row.property)
    mine = next((p for item in drawn if item.row.id == row.id and (p := item.placed) is not None), None)
    others = [p for item in drawn if (p := item.placed) is not None]
    others += [replace(p, key=-p.key) for item in contexts if item.row.kind != "boundary" and (p := item.placed)]
    shift = slid_clear(mine, others) if mine is not None else None
    if shift is None or row.x_m is None or row.y_m is None:
        raise DoesNotFit("There is no free place within reach. Drag it to where it lies.", field="x")
    return Place(row.x_m + shift[0], row.y_m + shift[1], row.turn_deg)


def _page(
    request: Request,
    session: Reading,
    place: PropertyRow,
    today: date,
    area_id: int | None,
    by: str,
    read: Read[PlaceForm] | None = None,
    status: int = 200,
    was: str | None = None,
) -> HTMLResponse:
    units = units_of(place.units)
    shown = Shown(units, request.app.state.settings.currency)
    buffer_m = every_rule_set(session)[place.rule_set_id].buffer_m
    drawn, contexts, unknown = store.sheet_of(session, place)
    rows = [*(item.row for item in drawn if isinstance(item.row, AreaRow)), *unknown]
    readings = _readings(session, place, rows, by, today, shown)
    chosen = next((row for row in rows if row.id == area_id), None)
    year, tape = _lane(session, place, chosen, today)
    sheet = draw_sheet(
        [_subject(item, readings) for item in drawn],
        [Subject(item.row.id, item.row.name, item.row.kind, item.plan, item.place) for item in contexts],
        strips([p for item in contexts if (p := item.placed) is not None], buffer_m),
        units,
        chosen.id if chosen else None,
        _probed(session, rows) if by == "ph" else (),
    )
    return render(
        request,
        "site/sheet.html",
        status,
        units=units,
        place=place,
        sheet=sheet,
        rows=sorted(rows, key=lambda row: (list(KINDS).index(row.kind), row.name)),
        readings=readings,
        moved=moved_from(chosen, was, drawn, shown),
        legend=legend_of(readings, STEPS[by][1]),
        by=by,
        steps=STEPS,
        kinds=KINDS,
        chosen=chosen,
        tape=tape,
        lane=draw_lane(year.year, tape.scale, today, shown) if year and tape else None,
        chosen_facts=facts_shown(chosen) if chosen else [],
        chosen_plants=plants_of(session, chosen) if chosen else [],
        root_zone=root_zone_of(chosen, contexts) if chosen else None,
        zone_m=zone_radius_m(chosen) if chosen else 0.0,
        remarks=[*remarks_on(drawn, contexts, shown), *not_taken(drawn, contexts, unknown, buffer_m)],
        working=area_store.size_of(chosen).working if chosen else None,
        contexts=[item.row for item in contexts],
        typed=read.typed if read else {},
        faults=read.faults if read else {},
    )


def _lane(session: Reading, place: PropertyRow, row: AreaRow | None, today: date) -> tuple[Lane | None, Tape | None]:
    """The chosen lawn's season and its tape, so that sheet, list and lane show one thing."""
    if row is None or row.kind != "lawn":
        return None, None
    season = season_start(every_climate(session)[place.climate_id], today)
    year = lane(session, row, season, today)
    return year, draw_tape(season, next_season_start(season), year.year.spans, today)


def _readings(
    session: Reading, place: PropertyRow, rows: list[AreaRow], by: str, today: date, shown: Shown
) -> dict[int, Carried]:
    walks = newest_walks(session, place.id) if by == "condition" else {}
    season = season_start(every_climate(session)[place.climate_id], today)
    lanes: dict[int, Lane] = {}
    jobs: dict[int, list[JudgedJob]] = {}
    if by == "nitrogen":
        lawns = [row for row in rows if row.kind == "lawn"]
        lanes = {one.area.id: one for one in all_lanes(session, lawns, season, today)}
    if by == "job":
        for area, judged in judged_jobs(session, rows, today):
            jobs.setdefault(area.id, []).append(judged)
    probed = probings(session, [row.id for row in rows], today) if by == "ph" else {}
    mulched = books(session, rows, today) if by == "mulch" else {}
    return {
        row.id: reading_of(
            by,
            row,
            lanes.get(row.id),
            walks.get(row.id),
            today,
            shown,
            probed.get(row.id),
            jobs.get(row.id, []),
            mulched.get(row.id),
        )
        for row in rows
    }


def _probed(session: Reading, rows: list[AreaRow]) -> list[tuple[tuple[float, float], float, str]]:
    """The newest reading of every spot that was measured in: its place, pH and words."""
    newest: dict[tuple[int, str], tuple[tuple[float, float], float, str]] = {}
    probed = every_probed_on(session, [row.id for row in rows])
    for area, one in ((row.id, one) for row in rows for one in probed[row.id] if not one.struck):
        if one.x_m is not None and one.y_m is not None:
            made_up = "simulated, " if one.who == SIMULATED_PROBE else ""
            words = f"{one.spot}, {made_up}{one.on_day:%-d %B %Y}: pH {one.ph:.1f}"
            newest[area, one.spot] = (one.x_m, one.y_m), one.ph, words
    return list(newest.values())


def _subject(item: OnSheet, readings: dict[int, Carried]) -> Subject:
    return Subject(item.row.id, item.row.name, item.row.kind, item.plan, item.place, readings.get(item.row.id))


def facts_shown(row: AreaRow) -> list[tuple[str, str]]:
    texts = row.fact_texts
    shown: list[tuple[str, str]] = []
    for fact in facts_of(row.kind):
        if fact.key in texts:
            names: dict[str, Any] = dict(fact.choices)
            shown.append((fact.label, names.get(texts[fact.key], texts[fact.key])))
    return shown


@dataclass(frozen=True)
class RootZone:
    """A tree's root zone as the sheet cuts it: its circle, what covers it by name, and what is left open, m²."""

    circle_m2: float
    covered: tuple[tuple[str, float], ...]
    open_m2: float


def zone_radius_m(row: AreaRow) -> float:
    """The radius of a tree's root zone, whatever covers it; 0 for what is no tree."""
    if row.kind != "tree":
        return 0.0
    steps = {step.title: step.result for step in area_store.size_of(row).working.steps}
    return math.sqrt(steps.get("Circle", 0.0) / math.pi)


def root_zone_of(row: AreaRow, contexts: list[OnSheet]) -> RootZone | None:
    """None for what is no placed tree, and where nothing covers the zone."""
    if row.kind != "tree" or row.x_m is None or row.y_m is None:
        return None
    radius = zone_radius_m(row)
    circle = math.pi * radius**2
    around = [p for item in contexts if (p := item.placed) is not None]
    left, covered = open_ground((row.x_m, row.y_m), radius, around)
    return RootZone(circle, covered, left) if covered else None


def plants_of(session: Reading, row: AreaRow) -> list[tuple[str, str, str]]:
    """(key, name, what to mind) of the catalogue's plants that grow there."""
    facts = area_store.facts_of(row)
    names = [str(facts["plant"].value)] if "plant" in facts else []
    names += [line.name for line in listed(facts)]
    if row.kind == "lawn":
        names = [GRASS_BY_KEY[row.grass].botanical_name]
    shown = [plant for name in names if (plant := plant_named(session, name)) is not None]
    return [(p.key, p.botanical, "; ".join([f"pH {p.text('ph')}", *(FLAGS[f] for f in p.flags)])) for p in shown]
