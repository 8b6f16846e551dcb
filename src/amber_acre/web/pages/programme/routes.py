"""A property's year: tape, lanes, rounds, ledger, working; plan it, change it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Annotated

from fastapi import APIRouter, Query, Request
from fastapi.responses import HTMLResponse, RedirectResponse, Response

from amber_acre.core.programme.reasons import how_near
from amber_acre.core.programme.round_working import round_working
from amber_acre.core.programme.shows import LookDue, Shows, looks_due, shows
from amber_acre.core.programme.supply import release_working
from amber_acre.core.programme.weights import SCHOOLS
from amber_acre.core.rules.due import hold_rules
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.core.season.climate import next_season_start, season_start
from amber_acre.core.season.growing import soil_on
from amber_acre.core.working import Working
from amber_acre.store import areas as area_store
from amber_acre.store import programmes as store
from amber_acre.store.clients import property_of
from amber_acre.store.climates import every_climate
from amber_acre.store.corrections import Finding, findings_on
from amber_acre.store.gardens import waits_for_a_year
from amber_acre.store.jobs import marks_on
from amber_acre.store.kept_sums import sums_of_property
from amber_acre.store.observed import hold_limits
from amber_acre.store.pale import unasked_pale
from amber_acre.store.plans import plans_on, season_to_show
from amber_acre.store.programmes import Lane
from amber_acre.store.rules import every_rule_set
from amber_acre.store.shelf import shelf
from amber_acre.store.stock import stocks
from amber_acre.store.tables import AreaRow, PropertyRow
from amber_acre.store.walks import looks_on
from amber_acre.web.draw.lane import LaneDrawing, draw_lane
from amber_acre.web.draw.tape import draw_tape
from amber_acre.web.page import AsOf, Key, Reading, Today, found, render, units_of
from amber_acre.web.pages.programme import beside
from amber_acre.web.shown import Shown

router = APIRouter()


@dataclass(frozen=True)
class DrawnLane:
    """A lane with its drawing."""

    lane: Lane
    drawing: LaneDrawing


@router.get("/properties/{property_id}")
def show_year(
    request: Request,
    session: Reading,
    today: Today,
    property_id: Key,
    day: AsOf = None,
    area: Key | None = None,
    number: Annotated[Key | None, Query(alias="round")] = None,
    working: str = "",
) -> Response:
    """The year as of a day; ``area`` and ``round`` say what is looked at, ``working`` which is open.

    An area that is no lawn has a page of its own for its year.
    """
    place = found(property_of(session, property_id), "This property")
    if area and any(row.id == area and row.kind != "lawn" for row in area_store.areas_of(session, place.id)):
        return RedirectResponse(f"/areas/{area}/year", status_code=303)
    return _page(request, session, place, day or today, area, number, working)


def _page(
    request: Request,
    session: Reading,
    place: PropertyRow,
    day: date,
    area_id: int | None,
    number: int | None,
    working: str,
) -> HTMLResponse:
    everything = area_store.areas_of(session, place.id, light=True)
    areas = [row for row in everything if row.kind == "lawn"]
    units = units_of(place.units)
    shown = Shown(units, request.app.state.settings.currency)
    season = season_to_show(session, next((a for a in areas if a.id == area_id), areas[0]), day) if areas else None
    lanes = store.lanes(session, areas, season, day) if season else []
    tape, drawn = None, []
    if season is None and everything:
        season = season_start(every_climate(session)[place.climate_id], day)
    if season is not None:
        windows = lanes[0].year.spans if lanes else beside.windows_of(session, place, season)
        tape = draw_tape(season, next_season_start(season), windows, day)
        drawn = [DrawnLane(lane, draw_lane(lane.year, tape.scale, day, shown)) for lane in lanes]
    chosen = next((lane for lane in lanes if lane.area.id == area_id), lanes[0] if lanes else None)
    soil = beside.ledger_of(chosen) if chosen else None
    judged = _chosen_round(chosen, number, day)
    return render(
        request,
        "programme/year.html",
        units=units,
        place=place,
        climate=every_climate(session)[place.climate_id],
        rules=every_rule_set(session)[place.rule_set_id],
        day=day,
        season=season,
        tape=tape,
        lanes=drawn,
        others=[row for row in everything if row.kind != "lawn"],
        kept=sums_of_property(session, place.id),
        unplanned=_unplanned(session, place, everything, day),
        plantings=beside.planting_lanes(session, everything, tape, day, shown) if tape else [],
        thin=beside.thin_lanes(session, everything, tape, day, shown) if tape else [],
        chosen=chosen,
        soil=soil,
        season_jobs=[j for j in chosen.year.season_jobs if j.done or not j.job.skipped] if chosen else [],
        pale=unasked_pale(session, chosen.area.id) if chosen else None,
        open_findings=_open_findings(session, chosen.area.id) if chosen else [],
        judged=judged,
        mark=marks_on(session, [chosen.area.id])[chosen.area.id].get(judged.job.key) if chosen and judged else None,
        stock=stocks(session),
        hold_rules=hold_rules(judged, hold_limits(session)) if judged else [],
        products=shelf(session),
        working=soil.working if soil is not None and working == "acid" else _working(chosen, judged, working),
        working_key=working,
        schools=SCHOOLS,
        how_near=how_near,
        movable=_movable(session, lanes),
        looks_due=_looks_due(session, chosen, day) if chosen else (),
        result=_result(chosen, judged) if chosen and judged else None,
    )


def _open_findings(session: Reading, area: int) -> list[Finding]:
    return [one for one in findings_on(session, [area])[area] if one.closed_on is None]


def _unplanned(session: Reading, place: PropertyRow, areas: Sequence[AreaRow], day: date) -> int:
    """How many areas have no year yet, or are to be planned ahead."""
    start = season_start(every_climate(session)[place.climate_id], day)
    plans = plans_on(session, [row.id for row in areas])
    return sum(waits_for_a_year(row.kind, start, plans[row.id], day) for row in areas)


def _result(lane: Lane, judged: JudgedJob) -> Shows | None:
    """By when a round's result is to be seen."""
    product = judged.product
    return shows(product, judged.on, soil_on(lane.year.lawn.climate, judged.on)) if product is not None else None


def _movable(session: Reading, lanes: list[Lane]) -> dict[int, tuple[int, int, str]]:
    """Version, product and placement of each round that may be dragged to another day on the tape."""
    marks = marks_on(session, [lane.area.id for lane in lanes])
    found: dict[int, tuple[int, int, str]] = {}
    for lane in lanes:
        for job in (one.job for one in lane.year.rounds if not one.job.skipped):
            mark = marks[lane.area.id].get(job.key)
            if mark is not None:
                found[job.key] = mark.version, job.product.key if job.product is not None else 0, job.placement
    return found


def _looks_due(session: Reading, lane: Lane, day: date) -> tuple[LookDue, ...]:
    """What went down on a lawn and should show by now, with nobody having looked since."""
    looks = looks_on(session, [lane.area.id])[lane.area.id]
    return looks_due(lane.year.entries, looks, soil_on(lane.year.lawn.climate, day), day)


def _chosen_round(lane: Lane | None, number: int | None, day: date) -> JudgedJob | None:
    """The round asked for; else the next one that is not done; else the last."""
    if lane is None or not lane.year.rounds:
        return None
    rounds = lane.year.rounds
    asked = next((j for j in rounds if j.job.number == number), None)
    waiting = next((j for j in rounds if not j.done and not j.job.skipped and j.job.closes >= day), None)
    return asked or waiting or rounds[-1]


def _working(lane: Lane | None, judged: JudgedJob | None, key: str) -> Working | None:
    """The derivation that is open: size, soil, need, ledger, round or release."""
    if lane is None:
        return None
    year = lane.year
    match key:
        case "size":
            return area_store.size_of(lane.area).working
        case "soil":
            return year.soil.working
        case "need":
            return year.need.working
        case "ledger":
            return year.ledger.working
        case "release" if judged is not None:
            ribbon = year.ribbon_of(judged)
            return release_working(ribbon) if ribbon and ribbon.applied_g_m2 > 0 else None
        case "round":
            return judged.working if judged is not None else None
        case "growth" if judged is not None:
            return round_working(year, judged)
        case _:
            return judged.working if judged is not None else year.need.working
