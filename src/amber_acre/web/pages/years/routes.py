"""A lawn over the years: nitrogen with what carries over, phosphorus, pH, tests that are due, and what was seen."""

from __future__ import annotations

from datetime import date

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from amber_acre.core.correction.course import Course
from amber_acre.core.jobs.standing import as_they_stand
from amber_acre.core.programme.years import seasons_of_years
from amber_acre.core.quantities import POUND_PER_THOUSAND_G_M2
from amber_acre.core.rules.ground import Ground
from amber_acre.core.season.climate import next_season_start
from amber_acre.store import programmes
from amber_acre.store.areas import lawn_row
from amber_acre.store.books import book_of
from amber_acre.store.corrections import corrections_of, expected_course, jobs_of
from amber_acre.store.plans import season_to_show
from amber_acre.store.soil_tests import tests_of
from amber_acre.store.tables import AreaRow
from amber_acre.store.walks import look_of, walks_of
from amber_acre.web.draw.years import draw_years
from amber_acre.web.page import Key, Reading, Today, found, render, units_of

router = APIRouter()


def _course(session: Reading, row: AreaRow, ground: Ground, today: date) -> Course | None:
    """The course of pH to expect of the newest correction that runs."""
    for kept in corrections_of(session, [row.id]):
        if kept.ended_at is None and kept.kind in ("up", "down"):
            jobs = as_they_stand([job for _, job in jobs_of(session, [kept], today)], today)
            return expected_course(kept, [job for job, _ in jobs], ground.climate, ground.says("wet") != "yes")
    return None


@router.get("/areas/{area_id}/years")
def show_years(request: Request, session: Reading, today: Today, area_id: Key) -> HTMLResponse:
    row = found(lawn_row(session, area_id), "This lawn")
    season = season_to_show(session, row, today)
    lane = programmes.lane(session, row, season, today)
    book = book_of(session, row, today)
    years = seasons_of_years(
        book.ground.climate,
        season,
        lane.year.lawn.size_m2,
        book.entries,
        [one.job for one in lane.year.rounds],
        tests_of(row),
        [look_of(walk) for walk in walks_of(session, row.id)],
    )
    expected = _course(session, row, book.ground, today)
    ends = [one.start for one in years[1:]] + [next_season_start(years[-1].start)]
    us = row.property.units == "us"
    unit, name = (POUND_PER_THOUSAND_G_M2, "lb/1000 ft²") if us else (1.0, "g/m²")
    return render(
        request,
        "years/years.html",
        units=units_of(row.property.units),
        area=row,
        years=years,
        need=float(lane.year.need.yearly_g_m2),
        drawing=draw_years(years, float(lane.year.need.yearly_g_m2), unit, name),
        unit_name=name,
        ph_ends=[expected.on(end) if expected is not None else None for end in ends],
        planned=lane.programme is not None,
    )
