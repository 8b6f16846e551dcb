"""The shelf: products, packs, stock."""

from __future__ import annotations

from datetime import UTC, datetime

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core import typed, typed_label
from amber_acre.core.bench.blending import NUTRIENTS, share
from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.products.acid_balance import acidity_share
from amber_acre.core.products.cautions import cautions
from amber_acre.core.products.hand_measures import MEASURES, HandMeasure
from amber_acre.core.products.label_rates import SERVES, served
from amber_acre.core.products.label_text import read_label as read_label_text
from amber_acre.core.products.lots import Hand
from amber_acre.core.products.nutrients import salt_index
from amber_acre.core.products.product import SITES, parse_grade
from amber_acre.core.products.stock import Stock
from amber_acre.core.tables.chelates import CHELATES
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.core.tables.materials import MATERIALS
from amber_acre.core.tables.mulches import MULCHES
from amber_acre.core.tables.nitrogen_forms import FAMILIES, FORM_ROWS
from amber_acre.store import shelf as store
from amber_acre.store import stock
from amber_acre.store.hand_measures import keep_measure, measure_rows
from amber_acre.store.product_versions import entries_under, says_other
from amber_acre.store.tables import ProductRow
from amber_acre.web.draw.bag import draw_bag
from amber_acre.web.figures import figure
from amber_acre.web.forms.amounts import read_amount
from amber_acre.web.forms.reading import Fault, Read, changed_meanwhile, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, settings_of
from amber_acre.web.pages.shelf.forms import OTHER_ELEMENTS, ProductForm, typed_product, without_empty_packs
from amber_acre.web.pages.shelf.saving import save_form

router = APIRouter()
DELIVERED_AT_MOST_KG = 100_000.0  # four lorries


@router.get("/shelf")
def list_products(request: Request, session: Reading) -> HTMLResponse:
    return render(
        request, "shelf/list.html", products=store.shelf(session), stock=stock.stocks(session), families=FAMILIES
    )


@router.get("/shelf/new")
def new_product(request: Request) -> HTMLResponse:
    return _form(request, Read(None, {"state": "solid"}), None)


@router.post("/shelf/new")
def add_product(request: Request, session: Writing, posted: Posted) -> Response:
    return _save(request, session, posted, None)


@router.post("/shelf/reading")
def read_label(request: Request, posted: Posted) -> HTMLResponse:
    """The label rates typed so far, converted, with the nitrogen they bring."""
    liquid = posted.get("state") == "liquid"
    readings: list[str] = []
    for field, name in (("label_min", "lowest"), ("label_max", "highest"), ("yearly_max", "most in a year")):
        text = posted.get(field, "").strip()
        if text:
            try:
                read = (typed.volume_rate if liquid else typed.mass_rate)(text, field)
                readings.append(
                    f"{name}: {read.text} = {figure(read.value)} {read.unit}" + _nitrogen(read.value, posted)
                )
            except AmberError as error:
                readings.append(f"{name}: {error.sentence}")
    return render(request, "shelf/reading.html", readings=readings)


@router.get("/shelf/{product_id}")
def show_product(request: Request, session: Reading, product_id: Key) -> HTMLResponse:
    row = found(store.product_row(session, product_id), "This product")
    return _show(request, session, row, {}, {})


@router.get("/shelf/{product_id}/edit")
def edit_product(request: Request, session: Reading, product_id: Key) -> HTMLResponse:
    row = found(store.product_row(session, product_id), "This product")
    return _form(request, Read(None, typed_product(row)), row)


@router.post("/shelf/{product_id}/edit")
def save_product(request: Request, session: Writing, posted: Posted, product_id: Key) -> Response:
    return _save(request, session, posted, found(store.product_row(session, product_id), "This product"))


@router.post("/shelf/{product_id}/deliveries")
def add_delivery(request: Request, session: Writing, posted: Posted, today: Today, product_id: Key) -> Response:
    """Books stock in: so much as typed, on today's date."""
    row = found(store.product_row(session, product_id), "This product")
    product = store.product_of(row)
    paid = None
    try:
        mass_kg = read_amount(posted.get("amount", ""), product).value
        if posted.get("paid", "").strip():
            paid = typed_label.money(posted["paid"], "paid").value
        if mass_kg > DELIVERED_AT_MOST_KG:
            raise OutOfRange(f"{mass_kg / 1000:,.0f} t is more than a yard holds. Check the unit.", field="amount")
    except AmberError as error:
        return _show(request, session, row, posted, {error.field or "amount": Fault(error.sentence)}, 422)
    lot = " ".join(posted.get("lot", "").split())[:80]
    stock.add_delivery(session, product_id, today, mass_kg, posted.get("note", "")[:200], paid, lot)
    return go(f"/shelf/{product_id}")


@router.post("/shelf/{product_id}/counts")
def add_count(request: Request, session: Writing, posted: Posted, today: Today, product_id: Key) -> Response:
    """Sets the stock to what was counted today."""
    row = found(store.product_row(session, product_id), "This product")
    text, who = posted.get("counted", "").strip(), " ".join(posted.get("counted_by", "").split())[:120]
    try:
        nothing = text.split(" ")[0].strip("0.,") == "" and text[:1].isdecimal()
        mass_kg = 0.0 if nothing else read_amount(text, store.product_of(row), "counted").value
        if mass_kg > DELIVERED_AT_MOST_KG:
            raise OutOfRange(f"{mass_kg / 1000:,.0f} t is more than a yard holds. Check the unit.", field="counted")
        if not who:
            raise MissingInput("Who counted?", field="counted_by")
    except AmberError as error:
        return _show(request, session, row, posted, {error.field or "counted": Fault(error.sentence)}, 422)
    stock.add_count(session, product_id, today, mass_kg, text, who)
    return go(f"/shelf/{product_id}")


@router.post("/shelf/{product_id}/measures")
def weigh_measure(request: Request, session: Writing, posted: Posted, today: Today, product_id: Key) -> Response:
    """Keeps what a person's handful or spoon of it weighs."""
    row = found(store.product_row(session, product_id), "This product")
    who, text = " ".join(posted.get("measured_by", "").split())[:120], posted.get("weighs", "").strip()
    try:
        if not who:
            raise MissingInput("Whose is it?", field="measured_by")
        name = posted.get("measure", "")
        if name not in MEASURES:
            raise NotUnderstood("Choose what was weighed.", field="measure")
        together = typed.number(posted.get("together", "").strip() or "1", "together")
        if not 1 <= together <= 100 or together != int(together):
            raise OutOfRange("1 to 100 are weighed together.", field="together", limits=(1, 100))
        measure = HandMeasure(who, name, typed.mass(text, "g", "weighs").value * 1000 / together)
    except AmberError as error:
        return _show(request, session, row, posted, {error.field or "weighs": Fault(error.sentence)}, 422)
    keep_measure(session, product_id, measure, f"{together:g} weigh {text}", today)
    return go(f"/shelf/{product_id}")


@router.post("/shelf/{product_id}/delete")
def delete_product(session: Writing, _posted: Posted, product_id: Key) -> Response:
    found(store.product_row(session, product_id), "This product")
    store.set_product_deleted(session, product_id, datetime.now(UTC))
    return go(f"/shelf?deleted=shelf&id={product_id}")


@router.post("/shelf/{product_id}/restore")
def restore_product(session: Writing, _posted: Posted, product_id: Key) -> Response:
    found(session.get(ProductRow, product_id), "This product")
    store.set_product_deleted(session, product_id, None)
    return go(f"/shelf/{product_id}")


def _filled(posted: dict[str, str]) -> dict[str, str]:
    """The form with what a pasted label says in its empty fields; what was typed stays."""
    read = read_label_text(posted.get("label_text", ""))
    return {**read, **{name: text for name, text in posted.items() if text.strip() or name not in read}}


def _nitrogen(rate: float, posted: dict[str, str]) -> str:
    """The nitrogen a typed rate brings, where grade (and density of a liquid) can be read already."""
    try:
        share = parse_grade(posted.get("grade", ""))[0]
        density = typed.number(posted.get("density", "")) if posted.get("state") == "liquid" else 1.0
    except AmberError:
        return ""
    return f", {figure(rate * density * share)} g/m² of nitrogen"


def _save(request: Request, session: Writing, posted: dict[str, str], row: ProductRow | None) -> Response:
    if "read_label" in posted:
        return _form(request, Read(None, _filled(posted)), row)
    read = read_form(ProductForm, without_empty_packs(posted), today=settings_of(request).day())
    read.typed = posted
    if row is not None and changed_meanwhile(read, typed_product(row), row.version):
        return _form(request, read, row, 409)
    form = read.value
    if form is not None:
        _ask_about(session, read, form, row)
    if form is None or read.faults:
        return _form(request, read, row, 422)
    saved = save_form(session, form, row, settings_of(request).day(), form.past == "keep")
    return go("/shelf/new" if "another" in posted else f"/shelf/{saved.id}")


def _ask_about(session: Writing, read: Read[ProductForm], form: ProductForm, row: ProductRow | None) -> None:
    """What only the shelf and the day book know: a second product of this name, entries made under the old label."""
    other = store.product_named(session, form.name)
    if other is not None and (row is None or other.id != row.id):
        read.refuse(
            DoesNotFit("There is a product of this name on the shelf. Name this one differently.", field="name")
        )
    if row is None or form.past or not says_other(store.product_of(row), form.product(row.id)):
        return
    count = entries_under(session, row)
    if count:
        entries = f"{count} {'entry' if count == 1 else 'entries'} of the day book"
        read.refuse(
            MissingInput(
                f"{entries} were made under the label as it was. Is this a new label, so that they keep the old one, or"
                " was it typed wrong, so that they follow?",
                field="past",
            )
        )


def _show(
    request: Request,
    session: Reading,
    row: ProductRow,
    typed_text: dict[str, str],
    faults: dict[str, Fault],
    status: int = 200,
) -> HTMLResponse:
    product = store.product_of(row)
    first = product.packs[0].mass_kg if product.packs else None
    return render(
        request,
        "shelf/product.html",
        status,
        measures=measure_rows(session, row.id),
        measure_choices=[(key, one) for key, (one, _) in MEASURES.items()],
        by_count=[
            (one, *(served(first, one, product.density_kg_l) if first else (0.0, 0.0)), SERVES[one.basis])
            for one in product.label.by
        ],
        grasses=[GRASS_BY_KEY[key].common_name for key in product.grasses.split()],
        row=row,
        product=product,
        family=FAMILIES[product.family],
        form_rows=FORM_ROWS,
        cautions=cautions(product),
        bag=draw_bag(product),
        salt=salt_index(product),
        acid=acidity_share(product),
        stock=stock.stocks(session).get(row.id, Stock()),
        hand=stock.hands(session).get(row.id, Hand()),
        prices=store.prices(session, row.id),
        compared_by=next((key for key in NUTRIENTS if share(product, key) > 0), None),
        typed=typed_text,
        faults=faults,
    )


def _form(request: Request, read: Read[ProductForm], row: ProductRow | None, status: int = 200) -> HTMLResponse:
    return render(
        request,
        "shelf/edit.html",
        status,
        row=row,
        typed=read.typed,
        faults=read.faults,
        families_choices=[(f.key, f.name) for f in FAMILIES.values()],
        form_rows=FORM_ROWS.values(),
        other_elements=OTHER_ELEMENTS,
        materials=[
            *((m.key, m.name) for m in MATERIALS.values()),
            *((m.key, f"mulch: {m.name}") for m in MULCHES.values() if m.key not in MATERIALS),
            *((key, f"chelate: {name}") for key, (name, _) in CHELATES.items()),
        ],
        sites=[(key, words) for key, (words, _) in SITES.items()],
    )
