"""Late work of a property, caught up in one form: shifted with what hangs on it, put off, or left out."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import date

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.errors import AmberError
from amber_acre.core.jobs.job import Job
from amber_acre.core.rules.catching_up import SEASON_ON_DAYS, days_to, judged_together, late_chains, shifted
from amber_acre.core.rules.judge import AreaBook
from amber_acre.store import jobs as job_store
from amber_acre.store.areas import areas_of
from amber_acre.store.books import books
from amber_acre.store.clients import property_of
from amber_acre.store.tables import AreaRow, JobRow, PropertyRow
from amber_acre.web.forms.judging import ALL_THE_SAME, answers
from amber_acre.web.forms.reading import Fault, Form, Read
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, moment_of, render, units_of

router = APIRouter()
CHOICES = (
    ("today", "shift it to today, with what hangs on it"),
    ("later", f"shift all of it by {SEASON_ON_DAYS} days"),
    ("out", "leave it out"),
    ("", "leave it as it is"),
)


@dataclass(frozen=True)
class Chain:
    """Late work of an area with what hangs on it; ``allowed``: whether the judge lets it go to today as it is."""

    area: AreaRow
    book: AreaBook
    jobs: tuple[Job, ...]
    allowed: bool

    @property
    def field(self) -> str:
        """What its choice is called in the form."""
        return f"do-{self.jobs[0].key}"

    def chosen(self, what: str, today: date) -> list[Job]:
        """Its jobs as a choice makes them; none where they are left as they are."""
        if what == "out":
            return [replace(self.jobs[0], skipped=True)]
        if what not in ("today", "later"):
            return []
        return shifted(self.jobs, days_to(self.jobs, today) if what == "today" else SEASON_ON_DAYS)


def _chains(session: Reading, place: PropertyRow, today: date) -> tuple[list[Chain], dict[int, JobRow]]:
    areas = areas_of(session, place.id)
    in_force = job_store.jobs_in_force(session, [one.id for one in areas]).values()
    rows = {row.id: row for of_area in in_force for row in of_area}
    plans = {key: row.correction_id for key, row in rows.items()}
    read = books(session, areas, today)
    made = []
    for area in areas:
        book = read[area.id]
        for jobs in late_chains(book, plans):
            told = judged_together(book, shifted(jobs, days_to(jobs, today)))
            stopped = any(one.severity == "stop" for verdicts in told.values() for one in verdicts)
            made.append(Chain(area, book, jobs, not stopped))
    return made, rows


@router.get("/properties/{property_id}/late")
def show_late(request: Request, session: Reading, today: Today, property_id: Key) -> HTMLResponse:
    """Everything that is late on a property, with what hangs on it."""
    place = found(property_of(session, property_id), "This property")
    chains, _ = _chains(session, place, today)
    usual = {one.field: "today" if one.allowed else "" for one in chains}
    return _page(request, place, chains, Read(None, usual), today)


@router.post("/properties/{property_id}/late")
def catch_up(request: Request, session: Writing, posted: Posted, today: Today, property_id: Key) -> Response:
    """Shifts, puts off or leaves out every chain as chosen, all or none; each is judged as it will lie."""
    place = found(property_of(session, property_id), "This property")
    chains, rows = _chains(session, place, today)
    read: Read[Form] = Read(None, posted)
    changes = [(chain, job, verdicts) for chain in chains for job, verdicts in _judged(chain, read, today)]
    if not changes and not read.faults:
        read.faults["form"] = Fault("Nothing was chosen: say of each what is to become of it.")
    if read.faults:
        return _page(request, place, chains, read, today)
    why = posted.get("why", "").strip()[:300] or "caught up"
    try:
        for _, job, answered in changes:
            row = rows[job.key]
            job_store.change_job(session, row, replace(job, answered=answered), row.version, why, moment_of(request))
    except AmberError as error:
        read.refuse(error)
        return _page(request, place, chains, read, today)
    return go(f"/properties/{place.id}")


def _judged(chain: Chain, read: Read[Form], today: date) -> list[tuple[Job, frozenset[str]]]:
    """A chain as it was chosen, with the rules its reason answers; what forbids it stands beside its choice."""
    what = read.typed.get(chain.field, "")
    jobs = chain.chosen(what, today)
    told = {} if what == "out" else judged_together(chain.book, jobs)
    stops = [one for verdicts in told.values() for one in verdicts if one.severity == "stop"]
    asks = [one for verdicts in told.values() for one in verdicts if one.severity == "warn"]
    read.forbid(replace(one, field=chain.field) for one in stops)
    if asks and not stops and not read.typed.get("why", "").strip():
        read.forbid(replace(one, field=chain.field) for one in asks)
        there = read.faults[chain.field]
        read.faults[chain.field] = replace(there, more=(*there.more, ALL_THE_SAME))
    return [(job, answers(told.get(job.key, ())) or job.answered) for job in jobs]


def _page(request: Request, place: PropertyRow, chains: list[Chain], read: Read[Form], today: date) -> HTMLResponse:
    return render(
        request,
        "week/late.html",
        422 if read.faults else 200,
        units=units_of(place.units),
        place=place,
        chains=chains,
        choices=CHOICES,
        typed=read.typed,
        faults=read.faults,
        day=today,
    )
