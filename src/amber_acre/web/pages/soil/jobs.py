"""Jobs of corrections: done without product, moved, left out."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response
from sqlalchemy.orm import Session

from amber_acre.core.correction.amend_jobs import GOES_DEEPER_MM
from amber_acre.core.correction.jobs import refuse_move
from amber_acre.core.correction.limits import PLACEMENTS, Cap, cap_of_product
from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput
from amber_acre.core.products.product import Product
from amber_acre.store import corrections as store
from amber_acre.store.shelf import product_of
from amber_acre.store.tables import CorrectionRow, SoilJobRow
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Key, Posted, Today, Writing, found, go
from amber_acre.web.pages.soil.correcting import correction_page
from amber_acre.web.pages.soil.forms import JobForm, StrikeForm, WorkForm

router = APIRouter()


@router.post("/soil-jobs/{job_id}/done")
def work_done(request: Request, session: Writing, posted: Posted, today: Today, job_id: Key) -> Response:
    """Writes a work down; a re-check that passes closes the finding it was for."""
    row = found(store.job_row(session, job_id), "This job")
    read = read_form(WorkForm, posted, today=today)
    form = read.value
    if form is not None and row.work == "recheck" and form.probe is None:
        read.refuse(
            MissingInput("Say how deep the probe goes now: it decides whether the finding closes.", field="probe")
        )
    if form is None or read.faults:
        return _again(request, session, row, today, read)
    note = form.note
    if form.probe is not None:
        depth = form.probe.value * 1000
        passed = depth >= GOES_DEEPER_MM
        note = f"probe goes in {depth / 10:.0f} cm: {'passed' if passed else 'the finding stays open'}. {note}".strip()
        if passed:
            _close(session, row, form.done_on, f"re-check: the probe goes in {depth / 10:.0f} cm")
    store.work_done(
        session,
        job=row,
        form_key=form.form_key,
        done_on=form.done_on,
        who=form.who,
        note=note,
        recorded_at=datetime.now(UTC),
    )
    return go(f"/corrections/{row.correction_id}#job-{row.id}")


@router.post("/soil-works/{work_id}/strike")
def strike_work(request: Request, session: Writing, posted: Posted, today: Today, work_id: Key) -> Response:
    """Strikes a work out by a new row; its job is due again."""
    row = found(store.work_row(session, work_id), "This work")
    read = read_form(StrikeForm, posted)
    if store.struck(session, row):
        read.refuse(DoesNotFit("This work is struck out already.", field=f"why-{row.id}"))
    if read.value is None or read.faults:
        read.faults = {f"why-{row.id}": fault for fault in read.faults.values()}
        return _again(request, session, row.job, today, read)
    form = read.value
    store.undo_work(session, row, f"strike-{row.id}", form.who, form.why, datetime.now(UTC))
    return go(f"/corrections/{row.job.correction_id}#job-{row.job_id}")


@router.post("/soil-jobs/{job_id}/change")
def change_job(request: Request, session: Writing, posted: Posted, today: Today, job_id: Key) -> Response:
    """Moves a job or leaves it out, with its reason."""
    row = found(store.job_row(session, job_id), "This job")
    read = read_form(JobForm, posted)
    form = read.value
    if form is None:
        return _again(request, session, row, today, read)
    try:
        if form.version != row.version:
            raise DoesNotFit(
                "Somebody else changed this job while you were looking at it. Look at it as it stands now, then change"
                " it again.",
                field="reason",
            )
        if not timedelta(days=-366) < form.on_day - row.on_day < timedelta(days=731):
            raise DoesNotFit(f"{form.on_day} is far from {row.on_day}. Check the year.", field="on_day")
        if row.work == "spread" and row.correction.product is not None and not form.skipped:
            area = row.correction.area
            others = [
                store.job_of(other)
                for other in row.correction.jobs
                if other.id != row.id and other.work == "spread" and not other.skipped
            ]
            product = product_of(row.correction.product)
            refuse_move(
                store.job_of(row),
                form.on_day,
                others,
                product,
                area.size_m2 / area.low_m2,
                _cap(row.correction, product),
            )
    except AmberError as error:
        read.refuse(error)
        return _again(request, session, row, today, read, 409)
    length = row.closes - row.opens
    if form.on_day != row.on_day:
        row.on_day, row.opens, row.closes = form.on_day, form.on_day, form.on_day + length
    row.skipped, row.change_reason = form.skipped, form.reason
    session.flush()
    return go(f"/corrections/{row.correction_id}#job-{row.id}")


def _again(
    request: Request, session: Session, row: SoilJobRow, today: Today, read: Read[Any], status: int = 422
) -> HTMLResponse:
    return correction_page(request, session, row.correction, today, read, status)


def _cap(row: CorrectionRow, product: Product) -> Cap | None:
    """The cap of a correction of the pH; others have their label alone."""
    placement = next((p for p in PLACEMENTS if p == row.placement), None)
    if row.kind not in ("up", "down") or placement is None:
        return None
    return cap_of_product("up" if row.kind == "up" else "down", placement, product)


def _close(session: Session, row: SoilJobRow, on: Any, why: str) -> None:
    for finding in store.findings_of(session, [row.correction.area_id]):
        if finding.kind == "compacted" and finding.closed_on is None:
            store.close_finding(session, finding, on, why)
