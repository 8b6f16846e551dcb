"""The day book: what went down, as it was written; log, correct, export."""

from __future__ import annotations

import secrets
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import UTC, date, datetime
from typing import Any

from fastapi import APIRouter, HTTPException, Request
from fastapi.responses import HTMLResponse, Response
from sqlalchemy.orm import Session

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, MissingInput
from amber_acre.core.products.cautions import cautions
from amber_acre.core.products.nutrients import carried
from amber_acre.core.products.product import Product
from amber_acre.core.programme.brief import Entry, standing
from amber_acre.core.programme.judging import label_remarks, remarks
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, SquareMetres
from amber_acre.core.season.climate import next_season_start, season_start
from amber_acre.core.soil.findings import findings
from amber_acre.exchange.daybook_csv import EntryTexts, write_daybook
from amber_acre.store import daybook as store
from amber_acre.store.areas import area_of, lawn_of
from amber_acre.store.climates import climate_of
from amber_acre.store.corrections import job_row, work_rows
from amber_acre.store.shelf import product_of, shelf
from amber_acre.store.tables import AreaRow, EntryRow, RoundRow, SoilJobRow
from amber_acre.web.forms.amounts import read_amount
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of
from amber_acre.web.pages.daybook.forms import EntryForm
from amber_acre.web.shown import Shown
from amber_acre.web.who import KEPT_FOR_S, WHO, last_logged_by, who_cookie

router = APIRouter()
OFF_PLAN = 0.1  # a rate more than a tenth off the plan wants its reason


@dataclass(frozen=True)
class _Job:
    """What an entry is written for: an area, a round of it or none, the entry it corrects or none."""

    area: AreaRow
    round: RoundRow | None
    corrects: EntryRow | None
    products: Mapping[int, Product]
    soil_job: SoilJobRow | None = None

    @property
    def planned_g_m2(self) -> float | None:
        """The rate planned, of the round or of the soil job."""
        return self.round.rate_g_m2 if self.round else self.soil_job.rate_g_m2 if self.soil_job else None

    @property
    def planned_product(self) -> Product | None:
        """What was planned to go down."""
        if self.round is not None:
            return self.products[self.round.product_id]
        product_id = self.soil_job.correction.product_id if self.soil_job else None
        return self.products[product_id] if product_id is not None else None

    @property
    def query(self) -> str:
        """The part of the address that names the round or the job."""
        return f"?round={self.round.id}" if self.round else f"?job={self.soil_job.id}" if self.soil_job else ""


@router.get("/daybook")
def list_entries(request: Request, session: Reading) -> HTMLResponse:
    rows = store.entry_rows(session)
    return render(
        request,
        "daybook/list.html",
        rows=[(row, store.entry_of(row, None), Shown(units_of(row.area.property.units))) for row in rows],
        corrected={row.corrects_id: row.id for row in rows if row.corrects_id},
        works=work_rows(session),
    )


@router.get("/daybook.csv")
def export_entries(session: Reading) -> Response:
    """Every entry as CSV, corrected ones marked."""
    text = write_daybook((_texts(row), store.entry_of(row, None)) for row in reversed(store.entry_rows(session)))
    return Response(text, media_type="text/csv", headers={"content-disposition": 'attachment; filename="daybook.csv"'})


@router.get("/areas/{area_id}/log")
def new_entry(
    request: Request, session: Reading, today: Today, area_id: Key, round: Key | None = None, job: Key | None = None
) -> HTMLResponse:
    what = _job(session, area_id, round, None, job)
    return _form(request, what, Read(None, _blank(what, today) | last_logged_by(request.cookies.get(WHO, ""))))


@router.post("/areas/{area_id}/log")
def write_entry(
    request: Request,
    session: Writing,
    posted: Posted,
    today: Today,
    area_id: Key,
    round: Key | None = None,
    job: Key | None = None,
) -> Response:
    return _write(request, session, posted, today, _job(session, area_id, round, None, job))


@router.post("/areas/{area_id}/log/reading")
def read_entry(
    request: Request, session: Reading, posted: Posted, area_id: Key, round: Key | None = None
) -> HTMLResponse:
    """What was typed so far, converted: amount, rate on the area covered, nitrogen it brings."""
    job = _job(session, area_id, round, None)
    product = job.products.get(int(posted.get("product", "")) if posted.get("product", "").isdecimal() else 0)
    reading: dict[str, Any] = {"product": product, "amount_kg": None, "rate": None, "brings": None, "sentence": ""}
    if product is not None and posted.get("amount", "").strip():
        try:
            reading["amount_kg"] = read_amount(posted["amount"], product).value
            covered = typed.area(
                posted.get("covered", ""), "ft²" if job.area.property.units == "us" else "m²", "covered"
            )
            reading["rate"] = GramsPerSquareMetre(reading["amount_kg"] * 1000 / covered.value)
            reading["brings"] = carried(product, reading["rate"])
        except AmberError as error:
            reading["sentence"] = error.sentence
    return render(request, "daybook/reading.html", units=units_of(job.area.property.units), reading=reading, job=job)


@router.get("/entries/{entry_id}/correct")
def new_correction(request: Request, session: Reading, today: Today, entry_id: Key) -> HTMLResponse:
    row = found(store.entry_row(session, entry_id), "This entry")
    job = _job(session, row.area_id, row.round_id, row, row.soil_job_id)
    typed_text = {
        "form_key": secrets.token_hex(16),
        "product": str(row.product_id),
        "amount": row.amount_typed,
        "covered": row.covered_typed,
        "applied_on": row.applied_on.isoformat(),
        "who": row.who,
        "licence": row.licence,
        "weather": row.weather,
        "note": row.note,
    }
    return _form(request, job, Read(None, typed_text))


@router.post("/entries/{entry_id}/correct")
def write_correction(request: Request, session: Writing, posted: Posted, today: Today, entry_id: Key) -> Response:
    row = found(store.entry_row(session, entry_id), "This entry")
    return _write(request, session, posted, today, _job(session, row.area_id, row.round_id, row, row.soil_job_id))


def _texts(row: EntryRow) -> EntryTexts:
    return EntryTexts(
        row.area.property.name, row.area.name, row.amount_typed, row.who, row.licence, row.weather, row.note, row.reason
    )


def _job(
    session: Reading, area_id: int, round_id: int | None, corrects: EntryRow | None, job_id: int | None = None
) -> _Job:
    area = found(area_of(session, area_id), "This area")
    row = session.get(RoundRow, round_id) if round_id else None
    if round_id and (row is None or row.programme.area_id != area_id):
        raise HTTPException(404, "This round is not one of this area. Open it from the area's year, and log it there.")
    soil_job = job_row(session, job_id) if job_id else None
    if job_id and (soil_job is None or soil_job.correction.area_id != area_id):
        raise HTTPException(404, "This job is not one of this area. Open it from the area's soil page.")
    products = {p.key: p for p in shelf(session)}
    planned = soil_job.correction.product if soil_job else None
    for kept in (row.product if row else None, corrects.product if corrects else None, planned):
        if kept is not None:
            products.setdefault(kept.id, product_of(kept))
    return _Job(area, row, corrects, products, soil_job)


def _blank(job: _Job, today: date) -> dict[str, str]:
    units = units_of(job.area.property.units)
    return {
        "form_key": secrets.token_hex(16),
        "product": str(job.planned_product.key) if job.planned_product else "",
        "covered": Shown(units).exact_area(job.area.size_m2),
        "applied_on": today.isoformat(),
    }


def _as_planned(posted: dict[str, str], job: _Job, today: date) -> dict[str, str]:
    """The form with what the plan knows: product, amount and area, today, and the key the job itself gives."""
    product, rate = job.planned_product, job.planned_g_m2
    if product is None or rate is None:
        return posted
    mass_kg = rate * job.area.size_m2 / 1000
    litres = product.liquid and product.density_kg_l
    amount = f"{mass_kg / litres:.5g} L" if litres else f"{mass_kg:.5g} kg"
    return _blank(job, today) | {"amount": amount} | {name: text for name, text in posted.items() if text.strip()}


def _write(request: Request, session: Writing, posted: dict[str, str], today: date, job: _Job) -> Response:
    if "as_planned" in posted and job.corrects is None:
        posted = _as_planned(posted, job, today)
    bare = "ft²" if job.area.property.units == "us" else "m²"
    context: dict[str, Any] = {
        "shelf": job.products,
        "today": today,
        "size_m2": job.area.size_m2,
        "planned_g_m2": job.planned_g_m2,
        "bare_area": bare,
        "may_void": job.corrects is not None and "nothing" in posted,
    }
    read = read_form(EntryForm, posted, **context)
    form = read.value
    if form is None:
        return _form(request, job, read, 422)
    amount = (
        typed.Typed("0", 0.0, "kg") if context["may_void"] else read_amount(form.amount, job.products[form.product])
    )
    covered = typed.area(form.covered, bare)
    entry = Entry(
        0, None, form.applied_on, job.products[form.product], Kilograms(amount.value), SquareMetres(covered.value)
    )
    if entry.amount_kg > 0 and not form.reason:
        sentences = _reasons_wanted(session, job, entry, today)
        if sentences:
            read.refuse(MissingInput(f"{' '.join(sentences)} It is recorded as it happened; say why.", field="reason"))
            return _form(request, job, read, 422)
    try:
        store.write_entry(
            session,
            form_key=form.form_key,
            area_id=job.area.id,
            round_id=job.round.id if job.round else None,
            product_id=form.product,
            applied_on=form.applied_on,
            amount_kg=amount.value,
            amount_typed=amount.text,
            covered_m2=covered.value,
            covered_typed=covered.text,
            who=form.who,
            licence=form.licence,
            weather=form.weather,
            note=form.note,
            reason=form.reason,
            recorded_at=datetime.now(UTC),
            corrects_id=job.corrects.id if job.corrects else None,
            soil_job_id=job.soil_job.id if job.soil_job else None,
        )
    except AmberError as error:
        read.refuse(error)
        return _form(request, job, read, 409)
    answer = _after(job, "week" in posted)
    answer.set_cookie(WHO, who_cookie(form.who, form.licence), KEPT_FOR_S, httponly=True, samesite="lax")
    return answer


def _after(job: _Job, to_the_week: bool) -> Response:
    """Where a logged job leads: back to the week, to its correction, or to its area."""
    if to_the_week:
        return go("/")
    if job.soil_job is not None:
        return go(f"/corrections/{job.soil_job.correction_id}#job-{job.soil_job.id}")
    if job.area.kind != "lawn":
        return go(f"/areas/{job.area.id}/soil")
    number = f"&round={job.round.number}" if job.round else ""
    return go(f"/properties/{job.area.property_id}?area={job.area.id}{number}#ledger")


def _reasons_wanted(session: Session, job: _Job, entry: Entry, today: date) -> tuple[str, ...]:
    """What the entry goes past: label and rule, with the season's other entries, and the plan by a tenth."""
    start = season_start(climate_of(job.area.property.climate), entry.on)
    replaced = job.corrects.id if job.corrects else None
    others = [
        e
        for e in standing(store.entries_of(session, job.area.id, {}))
        if start <= e.on < next_season_start(start) and e.key != replaced
    ]
    if job.area.kind == "lawn":
        lawn = lawn_of(job.area)
        found = remarks(lawn, entry, others, findings(lawn.soil_test, today))
    else:
        found = label_remarks(entry, others, job.area.size_m2)
    planned, rate = job.planned_g_m2, entry.achieved_rate_g_m2
    if planned and abs(rate - planned) > OFF_PLAN * planned:
        return (
            (
                f"{entry.product.rate_words(rate)} went down, {entry.product.rate_words(planned)} was planned: over a"
                " tenth off."
            ),
            *found,
        )
    return found


def _form(request: Request, job: _Job, read: Read[EntryForm], status: int = 200) -> HTMLResponse:
    product = job.planned_product
    amount_kg = job.planned_g_m2 * job.area.size_m2 / 1000 if job.planned_g_m2 else None
    return render(
        request,
        "daybook/entry.html",
        status,
        units=units_of(job.area.property.units),
        job=job,
        planned=product,
        planned_kg=amount_kg,
        cautions=cautions(product) if product else (),
        product_choices=sorted(((p.key, p.name) for p in job.products.values()), key=lambda c: c[1].lower()),
        typed=read.typed,
        faults=read.faults,
    )
