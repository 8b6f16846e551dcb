"""This week: what is due where, what holds it, and what to load."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from itertools import groupby

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from amber_acre.core.correction.jobs import WORK_WORDS, JobState, SoilJob
from amber_acre.core.products.packs import whole_packs
from amber_acre.core.products.product import Pack, Product
from amber_acre.core.programme.due import DayForecast, DueState, holds, job_holds, load_sheet, state_of, week_of
from amber_acre.core.programme.judging import JudgedRound
from amber_acre.core.quantities import Kilograms
from amber_acre.store.areas import all_lawns
from amber_acre.store.clients import properties
from amber_acre.store.climates import climate_of
from amber_acre.store.corrections import open_corrections, soil_jobs
from amber_acre.store.programmes import Lane, lanes_as_shown
from amber_acre.store.shelf import shelf, stock_kg
from amber_acre.store.tables import AreaRow, SoilJobRow
from amber_acre.web.page import AsOf, Reading, Today, render, settings_of, units_of
from amber_acre.web.shown import Shown
from amber_acre.web.who import WHO, last_logged_by

router = APIRouter()


@dataclass(frozen=True)
class DayHold:
    """One day of the week for a job: its forecast and what holds the job that day."""

    forecast: DayForecast
    sentences: tuple[str, ...]


@dataclass(frozen=True)
class DueJob:
    """A round that wants attention this week."""

    lane: Lane
    judged: JudgedRound
    state: DueState
    days: tuple[DayHold, ...]
    shown: Shown


@dataclass(frozen=True)
class DueSoil:
    """A job of a soil correction that wants attention this week."""

    row: SoilJobRow
    job: SoilJob
    state: JobState
    days: tuple[DayHold, ...]
    shown: Shown


@router.get("/")
def this_week(request: Request, session: Reading, today: Today, day: AsOf = None) -> HTMLResponse:
    """The ISO week of a day, today's where none is asked for."""
    chosen = day or today
    monday, sunday = week_of(chosen)
    from_day = max(monday, min(today, sunday))
    jobs = _jobs(request, session, monday, from_day)
    due = [job for job in jobs if job.state == "due"]
    soil = _soil(request, session, monday, from_day)
    soil_due = [job for job in soil if job.state == "due"]
    load = load_sheet([job.judged for job in due], [job.job for job in soil_due])
    return render(
        request,
        "week/week.html",
        units=settings_of(request).units,
        who=_who(request),
        monday=monday,
        from_day=from_day,
        weather=(
            _weather(due)
            | {j.row.correction.area.property.climate.name: [d.forecast for d in j.days] for j in soil_due}
        ).items(),
        soil_due=soil_due,
        soil_late=[job for job in soil if job.state == "overdue"],
        work_words=WORK_WORDS,
        sunday=sunday,
        earlier=monday - timedelta(days=7),
        later=monday + timedelta(days=7),
        due=due,
        overdue=[job for job in jobs if job.state == "overdue"],
        stopped=[job for job in jobs if job.state == "stopped"],
        coming=[] if due or soil_due else _coming(request, session, sunday),
        load=[(line, _packs(line.product.packs, line.amount_kg)) for line in load],
        stock=stock_kg(session),
        empty=not properties(session),
        shelf_empty=not shelf(session),
    )


@dataclass(frozen=True)
class SheetJob:
    """A job as it stands on a printed sheet: where, what, how much, on which days, and its cautions."""

    area: AreaRow
    name: str
    product: Product | None
    amount_kg: float
    rate_g_m2: float
    days: tuple[tuple[date, tuple[str, ...]], ...]
    stops: tuple[str, ...]
    cautions: tuple[str, ...]
    shown: Shown


@router.get("/sheets")
def job_sheets(request: Request, session: Reading, today: Today, day: AsOf = None) -> HTMLResponse:
    """What is due in a week, a page for each property, with the cautions of its jobs."""
    monday, sunday = week_of(day or today)
    from_day = max(monday, min(today, sunday))
    jobs = [_round_sheet(job, from_day) for job in _jobs(request, session, monday, from_day) if job.state != "overdue"]
    jobs += [_soil_sheet(job, from_day) for job in _soil(request, session, monday, from_day) if job.state == "due"]
    jobs.sort(key=lambda job: (job.area.property.name, job.area.id))
    places = [(key, list(group)) for key, group in groupby(jobs, key=lambda job: job.area.property)]
    return render(
        request, "week/sheets.html", monday=monday, sunday=sunday, sheets=places, cautions_of=_cautions_of_sheet
    )


def _cautions_of_sheet(jobs: list[SheetJob]) -> list[str]:
    return list(dict.fromkeys(caution for job in jobs for caution in job.cautions))


def _round_sheet(job: DueJob, from_day: date) -> SheetJob:
    judged, item = job.judged, job.judged.round
    days = tuple((d.forecast.day, d.sentences) for d in job.days if from_day <= d.forecast.day <= item.closes)
    return SheetJob(
        job.lane.area,
        f"R{item.number} {item.name}",
        item.product,
        judged.amount_kg,
        item.rate_g_m2,
        tuple(one for one in days if one[0] >= item.opens),
        tuple(stop.sentence for stop in judged.stops),
        judged.cautions,
        job.shown,
    )


def _soil_sheet(job: DueSoil, from_day: date) -> SheetJob:
    planned = job.job.job
    days = tuple((d.forecast.day, d.sentences) for d in job.days if from_day <= d.forecast.day <= planned.closes)
    return SheetJob(
        job.row.correction.area,
        planned.name,
        job.job.product,
        job.job.amount_kg,
        planned.rate_g_m2,
        tuple(one for one in days if one[0] >= planned.opens),
        (),
        tuple(job.job.cautions()),
        job.shown,
    )


def _jobs(request: Request, session: Reading, monday: date, from_day: date) -> list[DueJob]:
    found = []
    for one in lanes_as_shown(session, all_lawns(session), from_day):
        place = one.area.property
        shown = Shown(units_of(place.units), request.app.state.settings.currency)
        forecast = request.app.state.weather.forecast(climate_of(place.climate), monday, 7)
        for judged in one.year.rounds:
            state = _state_in_week(judged, monday + timedelta(days=6), from_day)
            if state in ("due", "overdue", "stopped"):
                days = tuple(DayHold(f, holds(judged, f)) for f in forecast)
                found.append(DueJob(one, judged, state, days, shown))
    return sorted(found, key=lambda job: (job.lane.area.property.name, job.lane.area.id, job.judged.round.on))


def _soil(request: Request, session: Reading, monday: date, from_day: date) -> list[DueSoil]:
    """Soil jobs that are due in the week, or were and are not done."""
    sunday = monday + timedelta(days=6)
    found = []
    for row, job in soil_jobs(session, open_corrections(session), from_day):
        state = job.state(from_day)
        if state == "coming" and job.job.opens <= sunday:
            state = "due"
        if state not in ("due", "overdue"):
            continue
        area = row.correction.area
        shown = Shown(units_of(area.property.units), request.app.state.settings.currency)
        forecast = request.app.state.weather.forecast(climate_of(area.property.climate), monday, 7)
        found.append(DueSoil(row, job, state, tuple(DayHold(f, job_holds(job, f)) for f in forecast), shown))
    return sorted(
        found, key=lambda due: (due.row.correction.area.property.name, due.row.correction.area_id, due.job.job.on)
    )


@dataclass(frozen=True)
class Coming:
    """What opens after a week in which nothing is due: where, what, and the day its window opens."""

    words: str
    address: str
    opens: date
    shown: Shown


def _coming(request: Request, session: Reading, sunday: date, at_most: int = 3) -> list[Coming]:
    """The next rounds and soil jobs after a week's Sunday, soonest first."""
    money, found = request.app.state.settings.currency, []
    for one in lanes_as_shown(session, all_lawns(session), sunday):
        place = one.area.property
        for item in (judged.round for judged in one.year.rounds if judged.round.opens > sunday and not judged.done):
            words = f"{place.name} · {one.area.name}: R{item.number} {item.name}, {item.product.name}"
            address = f"/properties/{place.id}?area={one.area.id}&round={item.number}"
            if not item.skipped:
                found.append(Coming(words, address, item.opens, Shown(units_of(place.units), money)))
    for row, job in soil_jobs(session, open_corrections(session), sunday):
        if job.state(sunday) == "coming" and job.job.opens > sunday:
            area, shown = row.correction.area, Shown(units_of(row.correction.area.property.units), money)
            words = f"{area.property.name} · {area.name}: {shown.sentence(job.job.name)}"
            found.append(Coming(words, f"/corrections/{row.correction_id}#job-{row.id}", job.job.opens, shown))
    return sorted(found, key=lambda one: one.opens)[:at_most]


def _who(request: Request) -> dict[str, str]:
    """Whoever logged last in this browser; empty where nobody did."""
    return last_logged_by(request.cookies.get(WHO, ""))


def _weather(jobs: list[DueJob]) -> dict[str, list[DayForecast]]:
    return {job.lane.area.property.climate.name: [d.forecast for d in job.days] for job in jobs}


def _state_in_week(judged: JudgedRound, sunday: date, from_day: date) -> DueState:
    """A round is due in a week its window touches; overdue once its window closed before it."""
    state = state_of(judged, from_day)
    if state == "coming" and judged.round.opens <= sunday:
        return "due"
    return "coming" if state == "stopped" and judged.round.opens > sunday else state


def _packs(packs: tuple[Pack, ...], amount_kg: Kilograms) -> str:
    if not packs:
        return "no pack on the shelf"
    best = min(packs, key=lambda pack: whole_packs(amount_kg, pack) * pack.price)
    return f"{whole_packs(amount_kg, best)} × {best.name}"
