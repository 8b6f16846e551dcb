"""A lawn's season under two or three schools on one tape: figures side by side, take one over, or parts of it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from fastapi import APIRouter, Query, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.programme.comparing import SchoolYear, school_year
from amber_acre.core.programme.weights import DEFAULT_SCHOOL, SCHOOLS
from amber_acre.core.season.climate import next_season_start, season_start
from amber_acre.store import programmes as store
from amber_acre.store.areas import all_lawns, lawn_row
from amber_acre.store.climates import climate_of
from amber_acre.store.plan_copies import copy_plan
from amber_acre.store.tables import AreaRow
from amber_acre.web.draw.lane import LaneDrawing, draw_lane
from amber_acre.web.draw.tape import draw_tape
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of
from amber_acre.web.shown import Shown

router = APIRouter()
AT_ONCE = 3  # schools side by side on one page
FIRST_SHOWN = (DEFAULT_SCHOOL, "soil", "once")


@dataclass(frozen=True)
class DrawnSchool:
    """A school's year with its lane."""

    year: SchoolYear
    drawing: LaneDrawing


@router.get("/areas/{area_id}/schools")
def show_schools(
    request: Request,
    session: Reading,
    today: Today,
    area_id: Key,
    school: Annotated[list[str] | None, Query()] = None,
    span: Literal["year", "rest"] = "year",
) -> HTMLResponse:
    """Whole seasons side by side, as if each began now; or what each would make of the rest of this one."""
    row = found(lawn_row(session, area_id), "This lawn")
    asked = [key for key in dict.fromkeys(school or FIRST_SHOWN) if key in SCHOOLS][:AT_ONCE] or [DEFAULT_SCHOOL]
    shown = Shown(units_of(row.property.units), request.app.state.settings.currency)
    day = today if span == "rest" else season_start(climate_of(row.property.climate), today)
    plans = [store.season_by(session, row, day, key) for key in asked]
    start = plans[0][0].start
    tape = draw_tape(start, next_season_start(start), plans[0][1].spans, today)
    drawn = [
        DrawnSchool(school_year(plan, row.size_m2), draw_lane(year, tape.scale, day, shown)) for plan, year in plans
    ]
    return render(
        request,
        "schools/schools.html",
        units=units_of(row.property.units),
        area=row,
        tape=tape,
        drawn=drawn,
        asked=asked,
        span=span,
        schools=SCHOOLS,
        others=[one for one in all_lawns(session) if one.id != row.id],
        programme=store.programme_of(session, row.id, start),
    )


@router.post("/areas/{area_id}/copy-plan")
def copy_to(session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Copies the lawn's season to another lawn, of any property."""
    row = found(lawn_row(session, area_id), "This lawn")
    to = posted.get("to", "")
    target = found(lawn_row(session, int(to)) if to.isdecimal() and len(to) < 10 else None, "The other lawn")
    if target.id == row.id:
        raise DoesNotFit("Choose another lawn: this is the one the plan stands on.", field="to")
    copy_plan(session, row, target, today)
    return go(f"/properties/{target.property_id}?area={target.id}")


@router.post("/areas/{area_id}/schools")
def take_over(session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Plans the lawn by a school; where rounds are named, those stay and the rest is planned as before."""
    row: AreaRow = found(lawn_row(session, area_id), "This lawn")
    school = posted.get("school", "")
    found(SCHOOLS.get(school), "This school")
    named = (name[5:] for name in posted if name.startswith("take-"))
    parts = frozenset(int(number) for number in named if number.isdecimal() and len(number) < 10)
    if "parts" in posted:
        store.take_parts(session, row, today, school, parts)
    else:
        store.plan_area(session, row, today, school)
    return go(f"/properties/{row.property_id}?area={area_id}")
