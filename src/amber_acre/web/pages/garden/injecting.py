"""The injection sheet of a tree: ports and doses by a label, wounds counted, planned as a job."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.care.injected import wounds
from amber_acre.core.care.planting import Planting, planting_of
from amber_acre.core.errors import AmberError, DoesNotFit
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.injection import SAID, Sheet, sheet, too_soon, whole_months
from amber_acre.core.rules.judge import AreaBook
from amber_acre.store.areas import area_of
from amber_acre.store.books import book_of
from amber_acre.store.jobs import add_job
from amber_acre.store.tables import AreaRow
from amber_acre.web.draw.planting import tree_ground
from amber_acre.web.forms.judging import hold_plan, with_reason
from amber_acre.web.forms.reading import Fault, Read, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of
from amber_acre.web.pages.garden.forms import InjectionForm, KeptInjectionForm

router = APIRouter()
MINUTES = 2.0  # for a port, where nothing is typed [common-practice]
OPEN_DAYS = 28  # a planned injection waits so long for a day of moist ground and moving sap [common-practice]


@dataclass(frozen=True)
class Worked:
    """The sheet as it was worked out; ``soon``: why not yet, '' where it may be."""

    made: Sheet | None
    soon: str
    minutes: float


@router.get("/areas/{area_id}/injection")
def plan_injection(request: Request, session: Reading, today: Today, area_id: Key) -> HTMLResponse:
    """The injection sheet of one tree by the figures of a label."""
    row = _tree(found(area_of(session, area_id), "This area"))
    book = book_of(session, row, today)
    read = _read(request.query_params, row, today)
    return _page(request, row, book, read, _worked(book, read, today))


@router.post("/areas/{area_id}/injection")
def keep_injection(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Keeps the sheet as a job of its day, its ports counted as wounds once it is done."""
    row = _tree(found(area_of(session, area_id), "This area"))
    book = book_of(session, row, today)
    read = read_form(KeptInjectionForm, posted, today=today, units=row.property.units)
    form = read.value
    if form is None:
        return _page(request, row, book, read, _worked(book, _read(posted, row, today), today))
    worked = _worked(book, read, form.on_day)
    if worked.soon:
        read.faults["on_day"] = Fault(worked.soon)
    if worked.made is None:
        read.faults.setdefault("per_port", Fault("Copy ports and dose from the label first."))
        return _page(request, row, book, read, worked)
    job = _job(worked.made, worked.minutes, form.on_day, form.pressure)
    hold_plan(read, book, [job], {"on": "on_day"})
    if read.faults:
        return _page(request, row, book, read, worked)
    return go(f"/jobs/{add_job(session, row.id, with_reason([job], read, book)[0]).id}")


def _tree(row: AreaRow) -> AreaRow:
    if row.kind != "tree":
        raise DoesNotFit("Only trees are injected.", field="kind")
    return row


def _read(texts: Mapping[str, str], row: AreaRow, today: date) -> Read[InjectionForm]:
    typed = {"minutes": f"{MINUTES:g}"} | dict(texts)
    return read_form(InjectionForm, typed, today=today, units=row.property.units)


def _worked(book: AreaBook, read: Read[Any], on: date) -> Worked:
    """Works the sheet out for a day; what cannot be becomes a fault of its field."""
    form = read.value
    if form is None or form.per_port is None or form.dose is None:
        return Worked(None, "", 0.0)
    last = wounds(book).last
    soon = too_soon(None if last is None else whole_months(last, on), form.label)
    try:
        made = sheet(_planting(book).trunks_cm, form.label)
    except AmberError as refused:
        read.refuse(refused)
        return Worked(None, soon, 0.0)
    return Worked(made, soon, made.minutes(form.minutes or MINUTES))


def _planting(book: AreaBook) -> Planting:
    return planting_of(book.ground)


def _job(made: Sheet, minutes: float, on: date, pressure: str) -> Job:
    tree = made.trees[0]
    strokes = f", {made.shots} strokes" if made.shots else ""
    return Job(
        0,
        f"Inject: {made.ports} ports, {made.total_ml:.4g} mL",
        "inject",
        on,
        on,
        on + timedelta(days=OPEN_DAYS),
        Dose(0.0, count=made.ports),
        answers="the injection sheet",
        reason=(
            f"{tree.each_ml:.3g} mL in each port{strokes}; carry {made.carry_l:.3g} L;"
            f" about {minutes:.3g} min{f'; {pressure}' if pressure else ''}. {SAID[0]}"
        ),
    )


def _page(request: Request, row: AreaRow, book: AreaBook, read: Read[Any], worked: Worked) -> HTMLResponse:
    planting, before = _planting(book), wounds(book)
    ground = planting.ground
    zone = (float(ground.size_m2) / 3.141592653589793) ** 0.5
    ports = worked.made.ports if worked.made else 0
    return render(
        request,
        "garden/injection.html",
        422 if read.faults else 200,
        units=units_of(row.property.units),
        area=row,
        planting=planting,
        typed=read.typed,
        faults=read.faults,
        made=worked.made,
        soon=worked.soon,
        said=SAID,
        minutes=worked.minutes,
        pressure=read.value.pressure if read.value else "",
        before=before,
        drawing=tree_ground(
            zone, ground.ring_m or zone, planting.trunks_cm[0] / 100, planting.group.clear_mm / 1000, ports
        ),
    )
