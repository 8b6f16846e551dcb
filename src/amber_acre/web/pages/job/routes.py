"""One page for any job: looked at, changed, moved, swapped, copied, left out, done."""

from __future__ import annotations

import secrets
from collections.abc import Sequence
from dataclasses import replace
from datetime import date, timedelta
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.correction.amend_jobs import GOES_DEEPER_MM
from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput, NotUnderstood
from amber_acre.core.jobs.brings import NAMES
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import PLACEMENT_WORDS, WORK_WORDS, WORKS, Job
from amber_acre.core.products.product import Product
from amber_acre.core.programme.garden_copy import counted_there
from amber_acre.core.rules.dosing import typed_again
from amber_acre.core.rules.due import hold_rules
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.holds import said_on_end
from amber_acre.core.rules.judge import RULE_BY_KEY, AreaBook, wants_reason
from amber_acre.core.rules.judged import JudgedJob, judged_job
from amber_acre.core.rules.rule import Verdict
from amber_acre.core.rules.swap import by_hand, moved, same_nitrogen, swapped, swaps
from amber_acre.store import jobs as store
from amber_acre.store.areas import area_of, areas_of
from amber_acre.store.books import book_of
from amber_acre.store.corrections import close_finding, findings_of
from amber_acre.store.daybook import correction_of, entries_of_job, entry_of, entry_row, work_done
from amber_acre.store.hand_measures import measures_of
from amber_acre.store.kept_sums import sums_of_job
from amber_acre.store.observed import hold_limits
from amber_acre.store.shelf import every_product, product_of, shelf
from amber_acre.store.stock import stocks
from amber_acre.store.tables import AreaRow, EntryRow, JobRow
from amber_acre.web.forms.days import FAR_DAYS
from amber_acre.web.forms.judging import answers, hold_change
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, moment_of, render, units_of
from amber_acre.web.pages.job.beside import out_of_the_bag, settings_of_job, tanks_of_job
from amber_acre.web.pages.job.forms import CopyForm, JobForm, NewJobForm, StrikeForm, WorkForm, read_dose
from amber_acre.web.shown import Shown
from amber_acre.web.skies import days_ahead, held_as_seen
from amber_acre.web.who import WHO, last_logged_by

router = APIRouter()
NEAR_DAYS = 60  # what else is done on the area within two months is shown beside a job


@router.get("/jobs/{job_id}")
def show_job(request: Request, session: Reading, today: Today, job_id: Key) -> HTMLResponse:
    row = found(store.job_row(session, job_id), "This job")
    return _page(request, session, row, today, Read(None, {}))


@router.post("/jobs/{job_id}/change")
def change_job(request: Request, session: Writing, posted: Posted, today: Today, job_id: Key) -> Response:
    """Changes, moves, swaps or leaves a job out; refuses what the judge forbids, and asks for what wants a reason."""
    row = found(store.job_row(session, job_id), "This job")
    book, products = book_of(session, row.area, today, crowns=True), _products(session, row)
    read = read_form(JobForm, posted, shelf=products, work=row.work)
    form = read.value
    if form is not None:
        try:
            store.require_unchanged(row, form.version)
            job = _changed(store.job_of(row), form, products, book.ground)
            if not form.skipped:
                verdicts = book.judged(job)
                hold_change(read, verdicts, form.warned)
                job = replace(job, answered=answers(verdicts))
            if not read.faults:
                store.change_job(session, row, job, form.version, form.reason, moment_of(request))
        except AmberError as error:
            read.refuse(error)
    if read.faults:
        return _page(request, session, row, today, read, 422)
    if posted.get("back") == "year":
        return go(f"/properties/{row.area.property_id}?area={row.area_id}&round={row.number}")
    return go(f"/jobs/{row.id}")


def _changed(job: Job, form: JobForm, products: dict[int, Product], ground: Ground) -> Job:
    """The job as the form wants it: its window moves with its day, another product keeps the nitrogen."""
    if abs((form.on_day - job.on).days) > FAR_DAYS:
        raise DoesNotFit(f"{form.on_day} is far from {job.on}. Check the year.", field="on_day")
    changed = moved(replace(job, placement=form.placement, skipped=form.skipped), form.on_day)
    if job.product is None:
        return changed
    product = products.get(form.product)
    if product is None:
        raise NotUnderstood("Choose a product from the shelf.", field="product")
    untouched = form.rate == form.rate_shown or not form.rate.strip()
    if product.key == job.product.key:
        return changed if untouched else replace(changed, dose=read_dose(form.rate, product, job.work, ground))
    kept = same_nitrogen(job, product, ground)
    if untouched and kept is None:
        raise MissingInput(
            f"Type the rate of {product.name}: it brings other things than what it replaces.", field="rate"
        )
    if untouched and kept is not None:
        return swapped(changed, product, kept, ground)
    return swapped(changed, product, read_dose(form.rate, product, job.work, ground), ground)


@router.post("/jobs/{job_id}/undo")
def undo_change(request: Request, session: Writing, posted: Posted, today: Today, job_id: Key) -> Response:
    """Takes the last change back, if the judge still lets the job be as it was."""
    row = found(store.job_row(session, job_id), "This job")
    changes, products = store.changes_of(session, row.id), _all_products(session)
    read: Read[Any] = Read(None, {})
    verdicts: tuple[Verdict, ...] = ()
    if not changes or posted.get("change") != str(changes[0].id):
        read.refuse(
            DoesNotFit("This change is not the last one any more. Look at the job as it stands now.", field="undo")
        )
    else:
        before, _ = store.job_before(row, changes[0], products)
        verdicts = () if before.skipped else book_of(session, row.area, today, crowns=True).judged(before)
        read.typed = {"undo_reason": posted.get("undo_reason", "").strip()[:300]}
        hold_change(read, [replace(v, field="undo") for v in verdicts], posted.get("undo_warned", ""), "undo_reason")
        read.typed = {key.replace("warned", "undo_warned"): text for key, text in read.typed.items()}
        if not read.faults and posted.get("undo_warned") and not read.typed["undo_reason"]:
            read.refuse(MissingInput("Say why it is taken back all the same.", field="undo_reason"))
    if read.faults:
        return _page(request, session, row, today, read, 422)
    why = read.typed["undo_reason"]
    store.undo_change(session, row, changes[0], products, why, answers(verdicts) if why else frozenset())
    return go(f"/jobs/{row.id}")


@router.post("/jobs/{job_id}/pin")
def pin_job(session: Writing, _posted: Posted, job_id: Key) -> Response:
    """Pins a round of a season, so that it stays when the rest is planned again, or lets it go."""
    row = found(store.job_row(session, job_id), "This job")
    if row.programme_id is None:
        raise DoesNotFit("Only rounds of a season are pinned: other jobs stay anyway.", field="pin")
    row.pinned = not row.pinned
    return go(f"/properties/{row.area.property_id}?area={row.area_id}&round={row.number}")


@router.post("/jobs/{job_id}/copy")
def copy_job(request: Request, session: Writing, posted: Posted, today: Today, job_id: Key) -> Response:
    """Makes the same job on another area of the property, or on another day, judged there."""
    row = found(store.job_row(session, job_id), "This job")
    read = read_form(CopyForm, posted, today=today)
    form = read.value
    there: AreaRow | None = None
    if form is not None:
        there = next((area for area in areas_of(session, row.area.property_id) if area.id == form.area), None)
        if there is None:
            read.refuse(NotUnderstood("Choose an area of this property.", field="area"))
    if form is None or there is None or read.faults:
        return _page(request, session, row, today, read, 422)
    job, book = store.job_of(row), book_of(session, there, today, crowns=True)
    try:
        dose = job.dose if there.id == row.area_id else counted_there(job, book.ground)
    except AmberError as error:
        read.refuse(error)
        return _page(request, session, row, today, read, 422)
    job = by_hand(replace(job, dose=dose, reason=form.copy_reason), form.copy_day)
    verdicts = book.judged(job)
    fields = {"on_day": "copy_day", "rate": "area", "product": "area", "placement": "area"}
    hold_change(read, [replace(v, field=fields.get(v.field, v.field)) for v in verdicts], form.warned, "copy_reason")
    if read.faults:
        return _page(request, session, row, today, read, 422)
    return go(f"/jobs/{store.add_job(session, there.id, replace(job, answered=answers(verdicts))).id}")


@router.get("/areas/{area_id}/jobs/new")
def new_job(request: Request, session: Reading, today: Today, area_id: Key) -> HTMLResponse:
    """The form of a job by hand; an address may fill it in."""
    area = found(area_of(session, area_id), "This area")
    typed = {"on_day": today.isoformat(), "days": "14", "placement": "surface"}
    typed["work"] = "feed" if area.kind == "lawn" else "spread"
    typed |= {name: text for name, text in request.query_params.items() if name in NewJobForm.model_fields}
    return _new(request, session, area, Read(None, typed))


@router.post("/areas/{area_id}/jobs/new")
def add_job(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Makes a job by hand."""
    area = found(area_of(session, area_id), "This area")
    products = {p.key: p for p in shelf(session)}
    read = read_form(NewJobForm, posted, shelf=products, today=today)
    form = read.value
    if form is None:
        return _new(request, session, area, read, 422)
    product, book = products.get(form.product), book_of(session, area, today, crowns=True)
    try:
        dose = read_dose(form.rate, product, form.work, book.ground) if product else Dose(0.0)
    except AmberError as error:
        read.refuse(error)
        return _new(request, session, area, read, 422)
    job = Job(
        0,
        form.name or WORK_WORDS[form.work].capitalize(),
        form.work,
        form.on_day,
        form.on_day,
        form.on_day + timedelta(days=form.days),
        dose,
        product,
        maker="hand",
        placement=form.placement,
        answers="made by hand",
        reason=form.reason,
    )
    verdicts = book.judged(job)
    hold_change(read, verdicts, form.warned)
    if read.faults:
        return _new(request, session, area, read, 422)
    return go(f"/jobs/{store.add_job(session, area.id, replace(job, answered=answers(verdicts))).id}")


@router.post("/jobs/{job_id}/done")
def job_done(request: Request, session: Writing, posted: Posted, today: Today, job_id: Key) -> Response:
    """Writes a work without product down; a check that passes closes the finding it was for."""
    row = found(store.job_row(session, job_id), "This job")
    read = read_form(WorkForm, posted, today=today)
    form = read.value
    if row.product_id is not None:
        read.refuse(DoesNotFit("This job puts something down: log the amount.", field="done_on"))
    if form is not None and row.work == "check" and form.probe is None:
        read.refuse(
            MissingInput("Say how deep the probe goes now: it decides whether the finding closes.", field="probe")
        )
    if form is not None and not form.note:
        book, job = book_of(session, row.area, today), store.job_of(row)
        first = [one.sentence for one in wants_reason(book.not_yet_logged(job, form.done_on))]
        for sentence in (*first, *held_as_seen(session, row.area, job, book.ground, form.done_on)):
            read.refuse(DoesNotFit(f"{sentence} Write down in the note why it was done.", field="note"))
    if form is None or read.faults:
        return _page(request, session, row, today, read, 422)
    note = form.note
    if form.probe is not None:
        depth = form.probe.value * 1000
        passed = depth >= GOES_DEEPER_MM
        note = f"probe goes in {depth / 10:.0f} cm: {'passed' if passed else 'the finding stays open'}. {note}".strip()
        if passed:
            _close(session, row, form.done_on, f"re-check: the probe goes in {depth / 10:.0f} cm")
    work_done(
        session,
        job=row,
        form_key=form.form_key,
        done_on=form.done_on,
        who=form.who,
        note=note,
        recorded_at=moment_of(request),
    )
    return go(f"/jobs/{row.id}")


@router.post("/entries/{entry_id}/strike")
def strike_work(request: Request, session: Writing, posted: Posted, today: Today, entry_id: Key) -> Response:
    """Strikes a work without product out by a new row; its job is due again."""
    entry = found(entry_row(session, entry_id), "This work")
    row = found(
        store.job_row(session, entry.job_id) if entry.job_id and entry.product_id is None else None, "This work"
    )
    read = read_form(StrikeForm, posted)
    if entry.struck or correction_of(session, entry.id) is not None:
        read.refuse(DoesNotFit("This work is struck out already.", field="why"))
    if read.value is None or read.faults:
        read.faults = {f"why-{entry.id}": fault for fault in read.faults.values()}
        return _page(request, session, row, today, read, 422)
    work_done(
        session,
        job=row,
        form_key=f"strike-{entry.id}",
        done_on=entry.applied_on,
        who=read.value.who,
        note=read.value.why,
        recorded_at=moment_of(request),
        corrects_id=entry.id,
        struck=True,
    )
    return go(f"/jobs/{row.id}")


def _close(session: Writing, row: JobRow, on: date, why: str) -> None:
    for finding in findings_of(session, [row.area_id]):
        if finding.kind == "compacted" and finding.closed_on is None:
            close_finding(session, finding, on, why)


def _products(session: Reading, row: JobRow) -> dict[int, Product]:
    products = {p.key: p for p in shelf(session)}
    if row.product is not None:
        products.setdefault(row.product.id, product_of(row.product))
    return products


def _all_products(session: Reading) -> dict[int, Product]:
    """Every product, also those that have left the shelf: a job may go back to one."""
    return dict(every_product(session))


def _page(
    request: Request, session: Reading, row: JobRow, today: date, read: Read[Any], status: int = 200
) -> HTMLResponse:
    area, book = row.area, book_of(session, row.area, today)
    judged = next((judged_job(book, one) for one in book.jobs if one.job.key == row.id), None)
    shown = Shown(units_of(area.property.units), request.app.state.settings.currency)
    products = _products(session, row)
    in_force = judged is not None
    if judged is None:  # of a programme that a newer one has replaced
        judged = judged_job(book, store.standing_jobs(session, [row], today)[0][1])
    job = judged.job
    entries = entries_of_job(session, row.id)
    corrected = {one.corrects_id: one.id for one in entries if one.corrects_id is not None}
    typed = {
        "on_day": job.on.isoformat(),
        "product": str(job.product.key if job.product else ""),
        "rate": typed_again(job.dose) or (shown.rate(job.product, judged.planned_where_g_m2) if job.product else ""),
        "placement": job.placement,
        "skipped": "on" if row.skipped else "",
        "done_on": today.isoformat(),
        "copy_day": today.isoformat(),
        "area": str(area.id),
    } | last_logged_by(request.cookies.get(WHO, ""))
    return render(
        request,
        "job/job.html",
        status,
        units=units_of(area.property.units),
        area=area,
        row=row,
        judged=judged,
        in_force=in_force,
        day=today,
        rate_shown=typed["rate"],
        work_words=WORK_WORDS,
        placements=_PLACEMENT_WORDS,
        hold_rules=hold_rules(judged, hold_limits(session)),
        days=said_on_end(days_ahead(request, session, area, judged, today)) if not judged.done and in_force else (),
        carries_names=NAMES,
        rule_of=RULE_BY_KEY,
        near=_near(book, judged),
        changes=store.changes_of(session, row.id),
        swaps=swaps(book, job, shelf(session)) if job.product and not judged.done and in_force else (),
        products=products.values(),
        stock=stocks(session),
        settings=settings_of_job(session, row, judged),
        kept=sums_of_job(session, row.id),
        tanks=tanks_of_job(session, row, judged),
        measures=measures_of(session, {judged.product.key}).get(judged.product.key, []) if judged.product else [],
        bag=out_of_the_bag(session, row, judged),
        areas=[(one.id, one.name) for one in areas_of(session, area.property_id)],
        entries=[(one, entry_of(one), corrected.get(one.id)) for one in entries],
        went_past=_went_past(book, entries),
        form_key=secrets.token_hex(16),
        typed=typed | dict(read.typed),
        changed=bool(read.typed) and "on_day" in read.typed,
        faults=read.faults,
    )


_PLACEMENT_WORDS = list(PLACEMENT_WORDS.items())


def _near(book: AreaBook, judged: JudgedJob) -> list[Any]:
    """What else is done on the area near the job's day."""
    near = (use for use in book.with_beginning if abs((use.on - judged.on).days) <= NEAR_DAYS)
    return sorted((use for use in near if use.job != judged.job.key), key=lambda use: use.on)


def _went_past(book: AreaBook, entries: Sequence[EntryRow]) -> dict[int, tuple[Verdict, ...]]:
    return {one.id: book.judged_entry(entry_of(one)) for one in entries if not one.struck and one.product_id}


def _new(request: Request, session: Reading, area: AreaRow, read: Read[Any], status: int = 200) -> HTMLResponse:
    return render(
        request,
        "job/new.html",
        status,
        units=units_of(area.property.units),
        area=area,
        works=[(work, WORK_WORDS[work]) for work in WORKS],
        placements=_PLACEMENT_WORDS,
        products=[(p.key, p.name) for p in shelf(session)],
        typed=dict(read.typed),
        faults=read.faults,
    )
