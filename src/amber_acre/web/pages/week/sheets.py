"""Job sheets to print, one for each property of a week: drawing, amounts, placement, water, cautions, what holds it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import groupby
from string import ascii_uppercase

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from amber_acre.core.jobs.job import WORK_WORDS
from amber_acre.core.machines.spreading import Advised
from amber_acre.core.machines.tanks import Filled
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.due import hold_rules, week_of
from amber_acre.core.rules.held_day import Limits
from amber_acre.core.sentence import Sentence
from amber_acre.store.clients import property_of
from amber_acre.store.hand_measures import measures_of
from amber_acre.store.in_use import PlaceInUse
from amber_acre.store.machines import SPRAYED, settings_for, tanks_for
from amber_acre.store.site import OnSheet, sheet_of
from amber_acre.web.draw.sheet import Reading as Step
from amber_acre.web.draw.sheet import Sheet, Subject, draw_sheet
from amber_acre.web.page import AsOf, Reading, Today, render, units_of
from amber_acre.web.pages.week.visits import DueJob, cautions_of, week_of_jobs

router = APIRouter()
TURF = ("lawn", "patch")  # what a spreader is pushed over


@dataclass(frozen=True)
class JobSheet:
    """One property's sheet: its jobs with the letter each area bears on the drawing."""

    place: PlaceInUse
    jobs: tuple[tuple[str, DueJob], ...]
    drawing: Sheet | None
    cautions: tuple[str, ...]
    hold_if: tuple[Sentence, ...]


@router.get("/sheets")
def job_sheets(request: Request, session: Reading, today: Today, day: AsOf = None) -> HTMLResponse:
    """What is due in a week, a page for each property; what waits or is stopped says so."""
    monday, _ = week_of(day or today)
    week = week_of_jobs(request, session, monday, today)
    jobs = [*week.due, *week.waiting, *week.held]
    jobs.sort(key=lambda one: (one.area.property.climate.name, one.area.property.name, one.area.id))
    sheets = [
        _sheet(session, place, list(group), week.limits)
        for place, group in groupby(jobs, key=lambda job: job.area.property)
    ]
    return render(
        request,
        "week/sheets.html",
        week=week,
        sheets=sheets,
        work_words=WORK_WORDS,
        settings=_settings(session, jobs),
        tanks=_tanks(session, jobs),
        measures=measures_of(session, {one.judged.product.key for one in jobs if one.judged.product is not None}),
    )


def _settings(session: Reading, jobs: Sequence[DueJob]) -> dict[int, list[Advised]]:
    """What each spreader is set to, by the key of the job."""
    return {
        one.judged.job.key: settings_for(
            session, one.judged.product.key, float(one.judged.job.rate_on(SquareMetres(one.area.size_m2)))
        )
        for one in jobs
        if one.judged.product is not None and not one.judged.product.liquid and one.area.kind in TURF
    }


def _tanks(session: Reading, jobs: Sequence[DueJob]) -> dict[int, list[Filled]]:
    """What each sprayer is filled with, by the key of the job."""
    return {
        one.judged.job.key: tanks_for(
            session,
            one.judged.product,
            float(one.judged.job.rate_on(SquareMetres(one.area.size_m2))),
            float(one.judged.stands.left_kg),
        )
        for one in jobs
        if one.judged.product is not None and one.judged.job.work in SPRAYED and one.judged.job.dose.basis == "area"
    }


def _sheet(session: Reading, place: PlaceInUse, jobs: Sequence[DueJob], limits: Limits) -> JobSheet:
    letters: dict[int, str] = {}
    for one in jobs:
        letters.setdefault(one.area.id, ascii_uppercase[len(letters) % 26])
    held = dict.fromkeys(rule for one in jobs for rule in hold_rules(one.judged, limits))
    lettered = tuple((letters[one.area.id], one) for one in jobs)
    return JobSheet(place, lettered, _drawing(session, place, letters), tuple(cautions_of(jobs)), tuple(held))


def _drawing(session: Reading, place: PlaceInUse, letters: dict[int, str]) -> Sheet | None:
    """The property to scale with the areas of the visit lettered; None where nothing of them has a place."""
    row = property_of(session, place.id)
    areas, contexts, _ = sheet_of(session, row) if row is not None else ([], [], [])
    placed = [item for item in areas if item.place is not None]
    if not any(item.row.id in letters for item in placed):
        return None
    around = [_subject(item, None) for item in contexts]
    subjects = [_subject(item, Step(1, letters[item.row.id]) if item.row.id in letters else None) for item in placed]
    return draw_sheet(subjects, around, (), units_of(place.units), None)


def _subject(item: OnSheet, step: Step | None) -> Subject:
    return Subject(item.row.id, item.row.name, item.row.kind, item.plan, item.place, step)
