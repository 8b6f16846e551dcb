"""The day book: what went down, as it was written; log, correct, export."""

from __future__ import annotations

import secrets
from datetime import UTC, date, datetime, timedelta
from typing import Annotated, Any

from fastapi import APIRouter, Query, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core import typed
from amber_acre.core.errors import AmberError
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.products.nutrients import carried
from amber_acre.core.quantities import Kilograms, SquareMetres
from amber_acre.core.rules.cautions import cautions_for
from amber_acre.core.rules.judge import RULE_BY_KEY, stops, wants_reason
from amber_acre.core.rules.label import above_label
from amber_acre.core.rules.off_plan import off_plan
from amber_acre.core.rules.rule import Verdict
from amber_acre.core.sentence import Mass, OnDay, Plain, Sentence
from amber_acre.core.tolerance import over
from amber_acre.exchange.daybook_csv import EntryTexts, write_daybook
from amber_acre.store import daybook as store
from amber_acre.store.jobs import job_row, went_down
from amber_acre.store.machines import settings_for
from amber_acre.store.stock import stock_is_kept, stock_kg
from amber_acre.store.tables import EntryRow
from amber_acre.store.written import lines_of, years_written
from amber_acre.web.figures import plain_figure
from amber_acre.web.forms.amounts import read_amount
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of
from amber_acre.web.pages.daybook.forms import EntryForm, wider
from amber_acre.web.pages.daybook.logged import Logged, logged
from amber_acre.web.shown import Shown
from amber_acre.web.skies import entry_held_as_seen
from amber_acre.web.who import KEPT_FOR_S, WHO, last_logged_by, who_cookie

router = APIRouter()
EARLY_DAYS = 14  # an entry so long before its window wants its reason [common-practice]


@router.get("/daybook")
def list_entries(
    request: Request, session: Reading, year: Annotated[int | None, Query(ge=1, le=9999)] = None
) -> HTMLResponse:
    """The entries of a calendar year; where none is asked for, of the newest that has any."""
    years = years_written(session)
    shown = year or (years[0] if years else None)
    currency = request.app.state.settings.currency
    return render(
        request,
        "daybook/list.html",
        years=years,
        year=shown,
        lines=lines_of(session, shown) if shown else [],
        says={units: Shown(units_of(units), currency) for units in ("metric", "us")},
        above_label=above_label,
        rule_of=RULE_BY_KEY,
    )


@router.get("/daybook.csv")
def export_entries(session: Reading) -> Response:
    """Every entry as CSV, corrected ones marked."""
    labels = store.every_label(session)
    text = write_daybook((_texts(row), store.entry_of(row, labels)) for row in reversed(store.entry_rows(session)))
    return Response(text, media_type="text/csv", headers={"content-disposition": 'attachment; filename="daybook.csv"'})


@router.get("/areas/{area_id}/log")
def new_entry(request: Request, session: Reading, today: Today, area_id: Key, job: Key | None = None) -> HTMLResponse:
    what = logged(session, area_id, job, None, today)
    return _form(request, session, what, Read(None, _blank(what, today) | last_logged_by(request.cookies.get(WHO, ""))))


@router.post("/areas/{area_id}/log")
def write_entry(
    request: Request,
    session: Writing,
    posted: Posted,
    today: Today,
    area_id: Key,
    job: Key | None = None,
) -> Response:
    return _write(request, session, posted, today, logged(session, area_id, job, None, today))


@router.post("/areas/{area_id}/log/reading")
def reading(
    request: Request, session: Reading, posted: Posted, today: Today, area_id: Key, job: Key | None = None
) -> HTMLResponse:
    """What was typed so far, converted: amount, rate on the area covered, nitrogen it brings; and the cautions."""
    what = logged(session, area_id, job, None, today)
    product = what.products.get(int(posted.get("product", "")) if posted.get("product", "").isdecimal() else 0)
    reading: dict[str, Any] = {"product": product, "amount_kg": None, "rate": None, "brings": None, "sentence": ""}
    if product is not None and posted.get("amount", "").strip():
        try:
            reading["amount_kg"] = read_amount(posted["amount"], product).value
            covered = typed.area(
                posted.get("covered", ""), "ft²" if what.area.property.units == "us" else "m²", "covered"
            )
            entry = Entry(0, None, today, product, Kilograms(reading["amount_kg"]), SquareMetres(covered.value))
            reading["wider_than"] = what.lies_on(product) if wider(covered.value, what.lies_on(product)) else None
            planned, key = what.planned_dose, what.planned_product.key if what.planned_product else None
            reading["rate"] = entry.achieved_rate_g_m2
            reading["dose"] = entry.dose_by(planned, key, what.size_m2)
            reading["brings"] = carried(product, reading["rate"])
            reading["litres_m2"] = what.book.ground.litres_m2
        except AmberError as error:
            reading["sentence"] = error.sentence
    return render(
        request,
        "daybook/reading.html",
        units=units_of(what.area.property.units),
        reading=reading,
        job=what,
        above_label=above_label,
        cautions=cautions_for(product, what.book.ground, "feed") if product is not None else (),
    )


@router.get("/entries/{entry_id}/correct")
def new_correction(request: Request, session: Reading, today: Today, entry_id: Key) -> HTMLResponse:
    row = found(_of_product(session, entry_id), "This entry")
    job = logged(session, row.area_id, row.job_id, row, today)
    typed_text = {
        "form_key": secrets.token_hex(16),
        "product": str(row.product_id),
        "amount": row.amount_typed,
        "covered": row.covered_typed,
        "applied_on": row.applied_on.isoformat(),
        "who": row.who,
        "licence": row.licence,
        "weather": row.weather,
        "setting": row.setting,
        "note": row.note,
    }
    return _form(request, session, job, Read(None, typed_text))


@router.post("/entries/{entry_id}/correct")
def write_correction(request: Request, session: Writing, posted: Posted, today: Today, entry_id: Key) -> Response:
    row = found(_of_product(session, entry_id), "This entry")
    return _write(request, session, posted, today, logged(session, row.area_id, row.job_id, row, today))


def _texts(row: EntryRow) -> EntryTexts:
    return EntryTexts(
        row.area.property.name,
        row.area.name,
        row.job.name if row.job else "",
        row.amount_typed,
        row.who,
        row.licence,
        row.weather,
        row.note,
        row.reason,
        row.setting,
    )


def _of_product(session: Reading, entry_id: int) -> EntryRow | None:
    """An entry of something put down; work without product is struck out on its job."""
    row = store.entry_row(session, entry_id)
    return row if row is not None and row.product_id is not None else None


def _blank(job: Logged, today: date) -> dict[str, str]:
    units = units_of(job.area.property.units)
    return {
        "form_key": secrets.token_hex(16),
        "product": str(job.planned_product.key) if job.planned_product else "",
        "covered": Shown(units).exact_area(job.lies_on_m2),
        "applied_on": today.isoformat(),
    }


def _as_planned(posted: dict[str, str], job: Logged, today: date) -> dict[str, str]:
    """The form with what the plan knows: product, amount and area, today, and the key the job itself gives."""
    product, rate = job.planned_product, job.planned_g_m2
    if product is None or rate is None:
        return posted
    mass_kg = rate * job.lies_on_m2 / 1000
    litres = product.liquid and product.density_kg_l
    amount = f"{mass_kg / litres:.5g} L" if litres else f"{mass_kg:.5g} kg"
    return _blank(job, today) | {"amount": amount} | {name: text for name, text in posted.items() if text.strip()}


def _context(posted: dict[str, str], job: Logged, today: date) -> tuple[str, dict[str, Any]]:
    """The unit of a bare area, and what the form is read with."""
    bare = "ft²" if job.area.property.units == "us" else "m²"
    return bare, {
        "shelf": job.products,
        "today": today,
        "size_m2": job.lies_on,
        "planned_g_m2": job.planned_g_m2,
        "bare_area": bare,
        "may_void": job.corrects is not None and "nothing" in posted,
    }


def _write(request: Request, session: Writing, posted: dict[str, str], today: date, job: Logged) -> Response:
    if "as_planned" in posted and job.corrects is None:
        posted = _as_planned(posted, job, today)
    bare, context = _context(posted, job, today)
    read = read_form(EntryForm, posted, **context)
    form = read.value
    if form is None:
        return _form(request, session, job, read, 422)
    amount = (
        typed.Typed("0", 0.0, "kg") if context["may_void"] else read_amount(form.amount, job.products[form.product])
    )
    covered = typed.area(form.covered, bare)
    entry = Entry(
        0,
        job.judged.job.key if job.judged else None,
        form.applied_on,
        job.products[form.product],
        Kilograms(amount.value),
        SquareMetres(covered.value),
        job.corrects.id if job.corrects else None,
    )
    if entry.amount_kg > 0 and not form.reason:
        asked = _reasons_wanted(session, job, entry)
        if asked:
            said = Sentence("It is recorded as it happened; say why.")
            read.forbid([Verdict("log", "warn", sentence, "reason") for sentence in (*asked, said)])
            return _form(request, session, job, read, 422)
    try:
        store.write_entry(
            session,
            form_key=form.form_key,
            area_id=job.area.id,
            job_id=job.judged.job.key if job.judged else None,
            product_id=form.product,
            applied_on=form.applied_on,
            amount_kg=amount.value,
            amount_typed=amount.text,
            covered_m2=covered.value,
            covered_typed=covered.text,
            who=form.who,
            licence=form.licence,
            weather=form.weather,
            setting=form.setting,
            note=form.note,
            reason=form.reason,
            recorded_at=datetime.now(UTC),
            corrects_id=job.corrects.id if job.corrects else None,
            struck=context["may_void"],
            went_past=" ".join(sorted({v.rule for v in stops(job.book.judged_entry(entry))})) if amount.value else "",
        )
    except AmberError as error:
        read.refuse(error)
        return _form(request, session, job, read, 409)
    if job.judged is not None and job.corrects is None and (row := job_row(session, job.judged.job.key)) is not None:
        went_down(row, form.applied_on)
    answer = _after(job, "week" in posted)
    answer.set_cookie(WHO, who_cookie(form.who, form.licence), KEPT_FOR_S, httponly=True, samesite="lax")
    return answer


def _after(job: Logged, to_the_week: bool) -> Response:
    """Where a logged job leads: back to the week, to the job, or to its area."""
    if to_the_week:
        return go("/")
    if job.judged is not None and job.judged.job.maker != "season":
        return go(f"/jobs/{job.judged.job.key}")
    if job.area.kind != "lawn":
        return go(f"/areas/{job.area.id}/soil")
    number = f"&round={job.judged.job.number}" if job.judged else ""
    return go(f"/properties/{job.area.property_id}?area={job.area.id}{number}#ledger")


def _reasons_wanted(session: Reading, job: Logged, entry: Entry) -> list[Sentence]:
    """What the entry goes past: what the judge says of it by what went down when, its window, and the plan by a
    tenth."""
    found: list[Sentence] = []
    product = entry.material
    if job.judged is not None and (off := off_plan(job.judged.job, entry, job.size_m2, job.lies_on_m2)):
        found.append(off)
    if job.judged is not None and job.judged.job.opens - entry.on > timedelta(days=EARLY_DAYS):
        found.append(
            Sentence.of(
                "The window of {job} opens on {opens}: this is {days} days before it.",
                job=Plain(job.judged.job.called),
                opens=OnDay(job.judged.job.opens, year=True),
                days=Plain((job.judged.job.opens - entry.on).days),
            )
        )
    there = stock_kg(session).get(product.key, 0.0) + (job.corrects.amount_kg if job.corrects is not None else 0.0)
    if stock_is_kept(session, product.key) and over(entry.amount_kg, max(0.0, there)):
        found.append(
            Sentence.of(
                "By the book {there} of {product} is in stock: this is more. A delivery or a count is missing.",
                there=Mass(max(0.0, there)),
                product=Plain(product.name),
            )
        )
    planned_job = job.judged.job if job.judged else None
    if planned_job is not None and job.corrects is None:
        found += [one.sentence for one in wants_reason(job.book.not_yet_logged(planned_job, entry.on))]
    found += entry_held_as_seen(session, job.area, entry, job.book.ground, planned_job)
    return [*found, *(verdict.sentence for verdict in wants_reason(job.book.judged_entry(entry)))]


def _settings(session: Reading, job: Logged) -> list[str]:
    """What each spreader is set to for what was planned, to be picked from."""
    product, rate = job.planned_product, job.planned_g_m2
    if product is None or not rate:
        return []
    found = settings_for(session, product.key, rate)
    return [f"{one.machine}: {plain_figure(one.setting, 3)}" for one in found if one.setting is not None]


def _form(request: Request, session: Reading, job: Logged, read: Read[EntryForm], status: int = 200) -> HTMLResponse:
    product = job.planned_product
    amount_kg = job.planned_g_m2 * job.lies_on_m2 / 1000 if job.planned_g_m2 else None
    return render(
        request,
        "daybook/entry.html",
        status,
        units=units_of(job.area.property.units),
        job=job,
        planned=product,
        planned_kg=amount_kg,
        cautions=job.judged.cautions if job.judged else (),
        settings=_settings(session, job),
        product_choices=sorted(((p.key, p.name) for p in job.products.values()), key=lambda c: c[1].lower()),
        typed=read.typed,
        faults=read.faults,
    )
