"""Shelf and price lists as files: out, and in with every change shown before it is made."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core import typed as read_typed
from amber_acre.core.errors import AmberError, MissingInput
from amber_acre.core.products.sources import contradictions
from amber_acre.core.tables.liming import MESHES
from amber_acre.core.tables.nitrogen_forms import NITROGEN_FORMS
from amber_acre.core.typed_label import money, without_pack_words
from amber_acre.exchange.shelf_csv import PACKS_AT_MOST, PriceLine, read_shelf, write_prices, write_shelf
from amber_acre.store import shelf as store
from amber_acre.store.product_versions import entries_under, says_other
from amber_acre.store.tables import ProductRow
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Posted, Reading, Writing, go, render, settings_of
from amber_acre.web.pages.shelf.forms import KNOWN, OTHER_ELEMENTS, ProductForm, typed_product, without_empty_packs
from amber_acre.web.pages.shelf.saving import save_form

router = APIRouter()
# What a confirmation was about: a file that changes these has to confirm anew.
ASKED_OF = {
    "confirmed": ("label_min", "label_max", "density", "grade"),
    "sources_confirmed": ("grade", "derived_from"),
}
COLUMNS = (
    *("name", "family", "state", "grade", "density", "longevity", "derived_from", "sites"),
    *("label_min", "label_max", "interval", "yearly_max", "later_max", "label_by", "grasses"),
    *(f"forms-{form}" for form in NITROGEN_FORMS),
    *(f"others-{element}" for element in OTHER_ELEMENTS),
    *("soil-lime_kind", "soil-neutralising", "soil-moisture", "soil-sulphur", "soil-aluminium", "soil-material"),
    *(f"soil-sieves-m{mesh}" for mesh in MESHES),
    *(f"packs-{n}-{part}" for n in range(PACKS_AT_MOST) for part in ("size", "price", "supplier")),
    *("label_seen_on", *KNOWN, "confirmed", "sources_confirmed"),
)


@dataclass
class Change:
    """A row as it would be written: what it changes (None: a new product), fields that differ as (name, was, is)."""

    number: int
    name: str
    row: ProductRow | None
    typed: dict[str, str]
    form: ProductForm | None = None
    fault: str = ""
    differs: list[tuple[str, str, str]] = field(default_factory=list)
    entries: int = 0


@router.get("/shelf.csv")
def export_shelf(session: Reading) -> Response:
    """Every product in the fields of its form."""
    text = write_shelf(COLUMNS, (_cells(row) for row in store.product_rows(session)))
    return _file(text, "shelf.csv")


@router.get("/prices.csv")
def export_prices(session: Reading) -> Response:
    """Every pack with its price."""
    rows = [
        (row.name, pack.size_typed, pack.price, pack.supplier)
        for row in store.product_rows(session)
        for pack in row.packs
    ]
    return _file(write_prices(rows), "prices.csv")


@router.get("/shelf/bring")
def show_bringing(request: Request) -> HTMLResponse:
    return _page(request, Read(None, {}), [])


@router.post("/shelf/bring")
def bring(request: Request, session: Writing, posted: Posted) -> Response:
    """Reads what was pasted and shows what it would change; ``write`` makes the changes, where no row is at fault."""
    read: Read[Any] = Read(None, posted)
    changes: list[Change] = []
    try:
        changes = _read(session, posted.get("text", ""), request)
    except AmberError as refused:
        read.refuse(refused)
    if "write" in posted and changes:
        if any(one.fault for one in changes):
            read.refuse(MissingInput("Some rows cannot be read: mend or delete them.", field="text"))
        else:
            for one in changes:
                _write(session, one, request)
            return go("/shelf")
    return _page(request, read, changes, 422 if read.faults else 200)


def _cells(row: ProductRow) -> dict[str, str]:
    """A product as its form shows it; what was confirmed when it was typed stays so."""
    product = store.product_of(row)
    grade = (product.total_nitrogen, product.p2o5, product.k2o)
    return {**typed_product(row), "sources_confirmed": "on" if contradictions(grade, row.derived_from) else ""}


def _file(text: str, name: str) -> Response:
    return Response(text, media_type="text/csv", headers={"content-disposition": f'attachment; filename="{name}"'})


def _read(session: Reading, text: str, request: Request) -> list[Change]:
    lines, prices = read_shelf(text, COLUMNS)
    changes = [_change(session, one.number, one.fields) for one in lines]
    changes += _priced(session, prices)
    seen: set[str] = set()
    for one in changes:
        if one.name.lower() in seen and not one.fault:
            one.fault = "This product stands in the file twice."
        seen.add(one.name.lower())
        _hold(session, one, request)
    return changes


def _change(session: Reading, number: int, fields: Any) -> Change:
    """A row of a shelf over what is there: columns it does not have stay as they are."""
    name = " ".join(str(fields.get("name", "")).split())
    row = store.product_named(session, name) if name else None
    was = _cells(row) if row else {}
    for answer, about in ASKED_OF.items():
        if any(fields.get(key, was.get(key, "")) != was.get(key, "") for key in about):
            was.pop(answer, None)  # it was confirmed of other figures
    return Change(number, name, row, {**dict.fromkeys(COLUMNS, ""), **was, **dict(fields)})


def _priced(session: Reading, lines: Sequence[PriceLine]) -> list[Change]:
    """Rows of a price list, put together by product."""
    found: dict[str, Change] = {}
    for line in lines:
        name = " ".join(line.product.split())
        row = store.product_named(session, name) if name else None
        if row is None:
            found[f"{name.lower()} {line.number}"] = Change(
                line.number, name, None, {}, fault=f"“{line.product}” is not on the shelf. Put it there first."
            )
            continue
        one = found.setdefault(name.lower(), Change(line.number, row.name, row, _cells(row)))
        try:
            _price(one, line)
        except AmberError as refused:
            one.fault = one.fault or f"Row {line.number}: {refused.sentence}"
    return list(found.values())


def _price(one: Change, line: PriceLine) -> None:
    """Writes a price to the pack of its size, or as a new pack."""
    price = f"{money(line.price).value:.10g}"
    wanted = _size(line.pack)
    for n in range(PACKS_AT_MOST):
        there = one.typed.get(f"packs-{n}-size", "").strip()
        same = there and (_size(there) == wanted)
        if same and line.supplier and one.typed.get(f"packs-{n}-supplier", "") not in ("", line.supplier):
            same = False  # the same pack from somebody else is another line of the shelf
        if not there or same:
            one.typed |= {f"packs-{n}-size": there or line.pack, f"packs-{n}-price": price}
            if line.supplier:
                one.typed[f"packs-{n}-supplier"] = line.supplier
            return
    raise MissingInput(f"More than {PACKS_AT_MOST} packs of one product.", field="text")


def _size(text: str) -> tuple[str, float]:
    """A pack's size as kind and figure, so that 22 kg and 22000 g are one."""
    plain = without_pack_words(text)
    try:
        return "kg", round(read_typed.mass(plain, "").value, 6)
    except AmberError:
        return "L", round(read_typed.volume(plain, "", "pack").value, 6)


def _hold(session: Reading, one: Change, request: Request) -> None:
    """Reads a row as its form is read, and notes what differs from what is there."""
    if one.fault:
        return
    read = read_form(ProductForm, without_empty_packs(one.typed), today=settings_of(request).day())
    if read.value is None:
        name, fault = next(iter(read.faults.items()))
        one.fault = f"{name}: {fault.sentence}"
        return
    one.form = read.value
    was = _cells(one.row) if one.row else {}
    one.differs = [
        (name, was.get(name, ""), one.typed.get(name, ""))
        for name in COLUMNS
        if " ".join(was.get(name, "").split()) != " ".join(one.typed.get(name, "").split())
    ]
    if one.row is not None and says_other(store.product_of(one.row), read.value.product(one.row.id)):
        one.entries = entries_under(session, one.row)


def _write(session: Writing, one: Change, request: Request) -> None:
    if one.form is not None and one.differs:
        save_form(session, one.form, one.row, settings_of(request).day(), one.entries > 0)


def _page(request: Request, read: Read[Any], changes: Sequence[Change], status: int = 200) -> HTMLResponse:
    return render(
        request,
        "shelf/bring.html",
        status,
        changes=changes,
        counts={
            "new": sum(1 for one in changes if not one.fault and one.row is None),
            "changed": sum(1 for one in changes if not one.fault and one.row is not None and one.differs),
            "same": sum(1 for one in changes if not one.fault and one.row is not None and not one.differs),
            "fault": sum(1 for one in changes if one.fault),
        },
        typed=dict(read.typed),
        faults=read.faults,
    )
