"""This week: what is due where, what holds it, and what to load."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from itertools import groupby

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from amber_acre.core.jobs.job import WORK_WORDS
from amber_acre.core.jobs.standing import State
from amber_acre.core.products.packs import whole_packs
from amber_acre.core.products.product import Pack
from amber_acre.core.quantities import Kilograms
from amber_acre.core.rules.due import DayForecast, holds, load_sheet, state_in_week, week_of
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.core.sentence import Sentence
from amber_acre.store.areas import areas_in_use
from amber_acre.store.clients import properties
from amber_acre.store.climates import climate_of
from amber_acre.store.programmes import judged_jobs
from amber_acre.store.shelf import shelf, stock_kg
from amber_acre.store.tables import AreaRow
from amber_acre.web.page import AsOf, Reading, Today, render, settings_of, units_of
from amber_acre.web.shown import Shown
from amber_acre.web.who import WHO, last_logged_by

router = APIRouter()
WANTED = ("due", "in part", "held", "late", "missed")


@dataclass(frozen=True)
class DayHold:
    """One day of the week for a job: its forecast and what holds the job that day."""

    forecast: DayForecast
    sentences: tuple[Sentence, ...]


@dataclass(frozen=True)
class DueJob:
    """A job that wants attention this week."""

    area: AreaRow
    judged: JudgedJob
    state: State
    days: tuple[DayHold, ...]
    shown: Shown


@router.get("/")
def this_week(request: Request, session: Reading, today: Today, day: AsOf = None) -> HTMLResponse:
    """The ISO week of a day, today's where none is asked for."""
    chosen = day or today
    monday, sunday = week_of(chosen)
    from_day = max(monday, min(today, sunday))
    jobs = _jobs(request, session, monday, from_day)
    due = [job for job in jobs if job.state in ("due", "in part")]
    load = load_sheet([job.judged.stands for job in due])
    return render(
        request,
        "week/week.html",
        units=settings_of(request).units,
        who=last_logged_by(request.cookies.get(WHO, "")),
        monday=monday,
        from_day=from_day,
        weather={job.area.property.climate.name: [d.forecast for d in job.days] for job in due}.items(),
        work_words=WORK_WORDS,
        sunday=sunday,
        earlier=monday - timedelta(days=7),
        later=monday + timedelta(days=7),
        due=due,
        late=[job for job in jobs if job.state in ("late", "missed")],
        held=[job for job in jobs if job.state == "held"],
        coming=[] if due else _coming(request, session, sunday),
        load=[(line, _packs(line.product.packs, line.amount_kg)) for line in load],
        stock=stock_kg(session),
        empty=not properties(session),
        shelf_empty=not shelf(session),
    )


@router.get("/sheets")
def job_sheets(request: Request, session: Reading, today: Today, day: AsOf = None) -> HTMLResponse:
    """What is due in a week, a page for each property, with the cautions of its jobs."""
    monday, sunday = week_of(day or today)
    from_day = max(monday, min(today, sunday))
    jobs = [j for j in _jobs(request, session, monday, from_day) if j.state in ("due", "in part", "held")]
    places = [(key, list(group)) for key, group in groupby(jobs, key=lambda job: job.area.property)]
    return render(
        request,
        "week/sheets.html",
        monday=monday,
        sunday=sunday,
        from_day=from_day,
        sheets=places,
        cautions_of=_cautions_of_sheet,
        work_words=WORK_WORDS,
    )


def _cautions_of_sheet(jobs: list[DueJob]) -> list[str]:
    return list(dict.fromkeys(caution for job in jobs for caution in job.judged.cautions))


def _jobs(request: Request, session: Reading, monday: date, from_day: date) -> list[DueJob]:
    """Jobs of any kind that are due in the week, held in it, or late and not done, by place and day."""
    sunday, found = monday + timedelta(days=6), []
    for area, judged in judged_jobs(session, areas_in_use(session), from_day):
        state = state_in_week(judged.stands, sunday, from_day)
        if state not in WANTED:
            continue
        shown = Shown(units_of(area.property.units), request.app.state.settings.currency)
        forecast = request.app.state.weather.forecast(climate_of(area.property.climate), monday, 7)
        found.append(DueJob(area, judged, state, tuple(DayHold(f, holds(judged, f)) for f in forecast), shown))
    return sorted(found, key=lambda job: (job.area.property.name, job.area.property_id, job.area.id, job.judged.job.on))


@dataclass(frozen=True)
class Coming:
    """What opens after a week in which nothing is due: where, what, and the day its window opens."""

    area: AreaRow
    judged: JudgedJob
    shown: Shown


def _coming(request: Request, session: Reading, sunday: date, at_most: int = 3) -> list[Coming]:
    """The next jobs after a week's Sunday, soonest first."""
    money = request.app.state.settings.currency
    found = [
        Coming(area, judged, Shown(units_of(area.property.units), money))
        for area, judged in judged_jobs(session, areas_in_use(session), sunday)
        if judged.state(sunday) in ("coming", "held") and judged.job.opens > sunday
    ]
    return sorted(found, key=lambda one: one.judged.job.opens)[:at_most]


def _packs(packs: tuple[Pack, ...], amount_kg: Kilograms) -> str:
    if not packs:
        return "no pack on the shelf"
    best = min(packs, key=lambda pack: whole_packs(amount_kg, pack) * pack.price)
    return f"{whole_packs(amount_kg, best)} × {best.name}"
