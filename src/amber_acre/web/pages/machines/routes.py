"""Spreaders and sprayers of the firm: their catch tests and the setting for a product and a rate."""

from __future__ import annotations

import secrets
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core import typed as read_typed
from amber_acre.core.errors import AmberError
from amber_acre.core.machines.spreading import Caught, on_lever, setting_for, verified
from amber_acre.core.products.product import Product
from amber_acre.core.working import Working
from amber_acre.store import machines as store
from amber_acre.store.machine_tables import MachineRow
from amber_acre.store.shelf import every_product, shelf
from amber_acre.web.draw.curve import Curve, draw_curve
from amber_acre.web.figures import plain_figure
from amber_acre.web.forms.reading import Fault, Faults, Read, changed_meanwhile, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, settings_of, units_of
from amber_acre.web.pages.machines.forms import CatchForm, MachineForm, read_amount, read_length
from amber_acre.web.who import WHO, last_logged_by

router = APIRouter()


@dataclass(frozen=True)
class ProductCurve:
    """A product on a machine: its tests drawn, and the setting for a rate that was asked for."""

    product: Product | None
    tests: Sequence[Caught]
    curve: Curve
    rate_typed: str = ""
    answer: str = ""
    proved: bool = False
    working: Working | None = None
    off: float = 0.0


@router.get("/machines")
def list_machines(request: Request, session: Reading) -> HTMLResponse:
    return render(
        request,
        "machines/list.html",
        units=settings_of(request).units,
        machines=[(row, store.tests_of(row)) for row in store.machines(session)],
        kinds=store.KINDS,
        products=_names(session),
    )


@router.get("/machines/new")
def new_machine(request: Request) -> HTMLResponse:
    return _form(request, Read(None, {"kind": "broadcast"}), None)


@router.post("/machines/new")
def add_machine(request: Request, session: Writing, posted: Posted) -> Response:
    return _save(request, session, posted, None)


@router.get("/machines/{key}")
def show_machine(request: Request, session: Reading, today: Today, key: Key) -> HTMLResponse:
    """A machine's curves; the address may ask for the setting of a product and a rate."""
    row = found(store.machine_row(session, key), "This machine")
    blank = {"on_day": today.isoformat(), "width": row.width_typed, "form_key": secrets.token_hex(16)}
    by = last_logged_by(request.cookies.get(WHO, ""))
    return _page(request, session, row, blank | {"who": by.get("who", "")}, {})


@router.post("/machines/{key}/catches")
def add_catch(request: Request, session: Writing, posted: Posted, today: Today, key: Key) -> Response:
    """Writes a catch down."""
    row = found(store.machine_row(session, key), "This machine")
    solid = row.kind != "sprayer"
    products = {one.key for one in shelf(session) if not one.liquid} if solid else None
    read = read_form(CatchForm, posted, today=today, products=products)
    form = read.value
    if form is None:
        return _page(request, session, row, posted, read.faults, 422)
    new = store.NewCatch(
        form.product,
        form.setting,
        read_amount(form.amount, solid),
        form.amount.strip(),
        read_length(form.run, "run", (0, 1e6), ""),
        read_length(form.width, "width", (0, 1e6), ""),
        form.on_ground,
        form.on_day,
        form.who,
        form.form_key,
    )
    store.add_catch(session, row.id, new, datetime.now(UTC))
    return go(f"/machines/{row.id}#product-{form.product or 0}")


@router.post("/machines/{key}/catches/{catch}/strike")
def strike_catch(session: Writing, _posted: Posted, key: Key, catch: Key) -> Response:
    """Takes a catch out of its curve, or puts it back; the row stays."""
    row = found(store.catch_row(session, catch), "This catch")
    if row.machine_id == key:
        row.struck = not row.struck
    return go(f"/machines/{key}")


@router.get("/machines/{key}/edit")
def edit_machine(request: Request, session: Reading, key: Key) -> HTMLResponse:
    row = found(store.machine_row(session, key), "This machine")
    return _form(request, Read(None, _typed(row)), row)


@router.post("/machines/{key}/edit")
def save_machine(request: Request, session: Writing, posted: Posted, key: Key) -> Response:
    return _save(request, session, posted, found(store.machine_row(session, key), "This machine"))


@router.post("/machines/{key}/delete")
def delete_machine(session: Writing, _posted: Posted, key: Key) -> Response:
    found(store.machine_row(session, key), "This machine")
    store.set_machine_deleted(session, key, datetime.now(UTC))
    return go(f"/machines?deleted=machines&id={key}")


@router.post("/machines/{key}/restore")
def restore_machine(session: Writing, _posted: Posted, key: Key) -> Response:
    found(session.get(MachineRow, key), "This machine")
    store.set_machine_deleted(session, key, None)
    return go(f"/machines/{key}")


def _typed(row: MachineRow) -> dict[str, str]:
    return {
        "name": row.name,
        "kind": row.kind,
        "width": row.width_typed,
        "tank": row.tank_typed,
        "scale": row.scale,
        "step": f"{row.step:g}" if row.step is not None else "",
        "version": str(row.version),
    }


def _save(request: Request, session: Writing, posted: dict[str, str], row: MachineRow | None) -> Response:
    read = read_form(MachineForm, posted)
    if row is not None and changed_meanwhile(read, _typed(row), row.version):
        return _form(request, read, row, 409)
    form = read.value
    if form is not None:
        try:
            saved = store.save_machine(
                session,
                name=form.name,
                kind=form.kind,
                width_m=form.width_m,
                width_typed=form.width.strip(),
                tank_l=form.tank.value if form.tank else None,
                tank_typed=form.tank.text if form.tank else "",
                scale=form.scale,
                step=form.step,
                machine_id=row.id if row else None,
            )
            return go(f"/machines/{saved.id}")
        except AmberError as refused:
            read.refuse(refused)
    return _form(request, read, row, 422)


def _form(request: Request, read: Read[Any], row: MachineRow | None, status: int = 200) -> HTMLResponse:
    return render(
        request,
        "machines/edit.html",
        status,
        row=row,
        typed=read.typed,
        faults=read.faults,
        kinds=list(store.KINDS.items()),
    )


def _names(session: Reading) -> dict[int, str]:
    return {key: product.name for key, product in every_product(session).items()}


def _page(
    request: Request,
    session: Reading,
    row: MachineRow,
    typed: dict[str, str],
    faults: Faults,
    status: int = 200,
) -> HTMLResponse:
    products = every_product(session)
    units = settings_of(request).units
    curves = []
    asked_of, asked = request.query_params.get("of", ""), request.query_params.get("rate", "").strip()
    for key, tests in store.tests_of(row).items():
        mine = asked if asked_of == str(key) else ""
        curves.append(_curve(products.get(key or 0), tests, mine, units, faults, row.step))
    return render(
        request,
        "machines/machine.html",
        422 if faults else status,
        units=units_of(units),
        row=row,
        kind=store.KINDS[row.kind],
        sprayer=row.kind == "sprayer",
        curves=curves,
        catches=[(one, store.caught_of(one)) for one in reversed(row.catches)],
        names={key: one.name for key, one in products.items()},
        choices=sorted(((one.key, one.name) for one in shelf(session) if not one.liquid), key=lambda c: c[1].lower()),
        typed=typed,
        faults=faults,
    )


def _curve(
    product: Product | None, tests: Sequence[Caught], asked: str, units: str, faults: Faults, step: float | None
) -> ProductCurve:
    if not asked:
        return ProductCurve(product, tests, draw_curve(tests, units_of(units)))
    working = Working("Setting")
    field = f"rate-{product.key if product else 0}"
    try:
        rate = read_typed.mass_rate(asked, "rate").value
        one = on_lever(tests, setting_for(tests, rate, working), rate, step, working)
    except AmberError as refused:
        faults[field] = Fault(refused.sentence)
        return ProductCurve(product, tests, draw_curve(tests, units_of(units)), asked)
    proved = verified(tests, one.setting, rate)
    drawn = draw_curve(tests, units_of(units), (one.setting, rate))
    return ProductCurve(
        product, tests, drawn, asked, plain_figure(one.setting, 3), proved, working, one.rate_g_m2 / rate - 1
    )
