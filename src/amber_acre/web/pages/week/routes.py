"""This week: the visits of each property with the verdict of every day, what waits, what to load; and its sheets."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import date, datetime, timedelta
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.errors import AmberError, DoesNotFit
from amber_acre.core.jobs.job import WORK_WORDS
from amber_acre.core.products.stock import Buying, Need, Stock, buying
from amber_acre.core.rules.due import week_of
from amber_acre.core.rules.rule import Verdict
from amber_acre.core.rules.swap import moved
from amber_acre.store import jobs as job_store
from amber_acre.store.areas import area_of
from amber_acre.store.books import book_of
from amber_acre.store.clients import any_property, property_of
from amber_acre.store.programmes import read_since_planned
from amber_acre.store.shelf import any_product
from amber_acre.store.stock import stocks
from amber_acre.store.tables import AreaRow, JobRow, PropertyRow
from amber_acre.web.forms.days import PlannedOn
from amber_acre.web.forms.fields import Needed
from amber_acre.web.forms.judging import answers, hold_change
from amber_acre.web.forms.reading import Form, Read, read_form
from amber_acre.web.page import AsOf, Key, Posted, Reading, Today, Writing, found, go, moment_of, render, settings_of
from amber_acre.web.pages.week.visits import DueJob, coming_after, week_of_jobs
from amber_acre.web.who import WHO, last_logged_by

router = APIRouter()
VERDICT_WORDS = {
    "go": "go",
    "water in": "go, water in",
    "rain waters it in": "go, rain helps",
    "hold": "hold",
    "look": "look",
}


class VisitForm(Form):
    """A visit that is moved as a whole. Context: ``today``."""

    to: PlannedOn
    why: Needed
    jobs: Needed
    warned: str = ""


@router.get("/")
def this_week(request: Request, session: Reading, today: Today, day: AsOf = None) -> HTMLResponse:
    """The ISO week of a day, today's where none is asked for."""
    return _page(request, session, day or today, today, Read(None, {}))


def _page(
    request: Request, session: Reading, chosen: date, today: date, read: Read[Any], status: int = 200
) -> HTMLResponse:
    monday, sunday = week_of(chosen)
    week = week_of_jobs(request, session, monday, today)
    return render(
        request,
        "week/week.html",
        status,
        units=settings_of(request).units,
        who=last_logged_by(request.cookies.get(WHO, "")),
        week=week,
        verdict_words=VERDICT_WORDS,
        work_words=WORK_WORDS,
        earlier=monday - timedelta(days=7),
        later=monday + timedelta(days=7),
        coming=[] if week.due or week.waiting else coming_after(request, session, sunday),
        behind=_behind(session, [*week.due, *week.waiting, *week.late], today),
        load=_load(week.due, stocks(session)),
        empty=not week.jobs and not any_property(session),
        shelf_empty=not week.jobs and not any_product(session),
        typed=read.typed,
        faults=read.faults,
    )


def _behind(session: Reading, jobs: Sequence[DueJob], today: date) -> list[AreaRow]:
    """Areas of these jobs whose soil was read since they were planned."""
    keys = dict.fromkeys(one.area.id for one in jobs)
    rows = [row for key in keys if (row := area_of(session, key)) is not None]
    return read_since_planned(session, rows, today)


def _load(jobs: Sequence[DueJob], stock: dict[int, Stock]) -> list[Buying]:
    """What goes on the van over all stops, a line a product: packs are counted once, net of what is in hand."""
    needs: dict[int, list[Need]] = {}
    products = {}
    for one in jobs:
        product = one.judged.product
        if product is not None:
            products[product.key] = product
            stands = one.judged.stands
            needs.setdefault(product.key, []).append(Need(stands.job.on, stands.left_kg, one.area.property.id))
    lines = [buying(product, needs[key], stock.get(key, Stock())) for key, product in products.items()]
    return sorted(lines, key=lambda line: line.product.name)


@router.post("/week/visits/{property_id}/move")
def move_visit(request: Request, session: Writing, posted: Posted, today: Today, property_id: Key) -> Response:
    """Moves every job of a visit to one day, all or none; each is judged there with the others of the visit."""
    place = found(property_of(session, property_id), "This property")
    read = read_form(VisitForm, posted, today=today)
    form = read.value
    if form is not None:
        rows = _rows(session, place, form.jobs)
        if not rows:
            read.refuse(DoesNotFit("These jobs are not here any more. Look at the week as it stands now.", field="to"))
        else:
            _move(session, rows, form, today, read, moment_of(request))
    if form is None or read.faults:
        read.faults = {f"{name}-{place.id}": fault for name, fault in read.faults.items()}
        read.typed = {f"{name}-{place.id}": text for name, text in read.typed.items()}
        return _page(request, session, today, today, read, 422)
    return go(f"/?day={form.to.isoformat()}")


def _rows(session: Writing, place: PropertyRow, keys: str) -> list[JobRow]:
    numbers = [int(key) for key in keys.split() if key.isdecimal()][:60]
    rows = [job_store.job_row(session, number) for number in numbers]
    here = [row for row in rows if row is not None and row.area.property_id == place.id]
    return here if len(here) == len(numbers) else []


def _move(
    session: Writing, rows: Sequence[JobRow], form: VisitForm, today: date, read: Read[Any], at: datetime
) -> None:
    """Changes the rows where the judge lets all of them; else says of each what speaks against it."""
    there = {row.id: moved(job_store.job_of(row), form.to) for row in rows}
    said: dict[int, tuple[Verdict, ...]] = {}
    for row in rows:
        book = book_of(session, row.area, today, crowns=True)
        beside = [there[one.id] for one in rows if one.area_id == row.area_id and one.id != row.id]
        stay = tuple(one for one in book.jobs if one.job.key not in there)
        said[row.id] = replace(book, jobs=stay).judged(there[row.id], beside)
    named = [
        replace(verdict, field="to", sentence=verdict.sentence)
        for found_here in said.values()
        for verdict in found_here
    ]
    hold_change(read, named, form.warned, "why")
    if read.faults:
        return
    try:
        for row in rows:
            job = replace(there[row.id], answered=answers(said[row.id]))
            job_store.change_job(session, row, job, row.version, form.why, at)
    except AmberError as error:
        read.refuse(error)
