"""A mix for the tank: the address holds its recipe."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date
from typing import Annotated, Any, TypeVar

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core import typed
from amber_acre.core.bench.mixing import JAR, MOST_PARTS, Mix, Part, mix
from amber_acre.core.bench.water_mixing import InWater, WaterMix, water_mix
from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput
from amber_acre.core.jobs.brings import NAMES
from amber_acre.core.products.product import Product
from amber_acre.core.typed_counts import in_water, litres_of
from amber_acre.store.shelf import shelf
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Posted, Reading, Today, Writing, go, render
from amber_acre.web.pages.bench.fields import Volume, VolumeRate, asked, by_system
from amber_acre.web.pages.bench.shelf_forms import OverShelf
from amber_acre.web.pages.bench.shelf_sums import Place, place_of, read_address, shared
from amber_acre.web.pages.bench.visiting import Visit, VisitForm, make_visit, nothing_asked, with_visit

router = APIRouter()
FIRST_ROWS = 4
Litres = Annotated[float | None, by_system(litres_of, "L", "US gal")]


class MixForm(OverShelf):
    spray: VolumeRate = asked("Mix put down", "1 gal/1000, 400 L/ha")
    tank: Volume = asked("A tank holds", "15 L, 4 US gal")
    water: Litres = asked("or by the litre, in", "40 L of mix; 24 × 1.5 L for pots")


@router.get("/bench/mix")
def show_mix(request: Request, session: Reading, today: Today) -> HTMLResponse:
    """A recipe scaled to a ground and a tank."""
    read = read_address(request, MixForm)
    if read.value is not None and read.value.water is not None:
        return _in_water(request, session, read, read.value, read.value.water)
    place, made = _answer(session, read, today)
    return _page(request, session, read, place, made, nothing_asked())


@router.post("/bench/mix")
def plan_mix(request: Request, session: Writing, posted: Posted, today: Today) -> Response:
    """Makes the parts of the mix in the address jobs of one visit."""
    read = read_address(request, MixForm)
    place, made = _answer(session, read, today)
    asked_for = read_form(VisitForm, posted, today=today)
    for sentence in made.against if made is not None else ():
        asked_for.refuse(DoesNotFit(f"{sentence} Not in one tank: plan them apart.", field="on_day"))
    if make_visit(session, _visit(made, place), asked_for, today) and asked_for.value is not None:
        return go(f"/?day={asked_for.value.on_day.isoformat()}")
    return _page(request, session, read, place, made, asked_for)


def _answer(session: Reading, read: Read[Any], today: date) -> tuple[Place | None, Mix | None]:
    """The ground and the mix of an address; faults stand in ``read``."""
    place = place_of(session, read, today)
    if place is None or read.value is None:
        return place, None
    try:
        made = _made(read.value, read, {one.key: one for one in shelf(session)}, place.size_m2)
    except AmberError as refused:
        read.refuse(refused)
        return place, None
    return place, None if read.faults else made


def _visit(made: Mix | None, place: Place | None) -> Visit | None:
    if made is None or place is None:
        return None
    parts = [(one.part.product, one.part.rate_g_m2) for one in made.parts]
    order = ", ".join(product.name for product, _ in parts)
    reason = f"In one tank, in this order: half the water, {order}, the rest of the water. {JAR}"
    return Visit(place.areas, parts, "spray", "a mix for the tank", reason)


def _page(
    request: Request,
    session: Reading,
    read: Read[Any],
    place: Place | None,
    made: Mix | WaterMix | None,
    visit: Read[Any],
) -> HTMLResponse:
    rows = [n for n in range(MOST_PARTS) if n < FIRST_ROWS or read.typed.get(f"product-{n}")]
    return render(
        request,
        "bench/mix.html",
        422 if read.faults or visit.faults else 200,
        **with_visit(shared(request, session, read, place), visit),
        made=made if isinstance(made, Mix) else None,
        poured=made if isinstance(made, WaterMix) else None,
        rows=[*rows, min(MOST_PARTS - 1, len(rows))] if rows[-1] < MOST_PARTS - 1 and len(rows) > FIRST_ROWS else rows,
        products=sorted(((one.key, one.name) for one in shelf(session)), key=lambda c: c[1].lower()),
        jar=JAR,
        names=NAMES,
    )


def _made(form: MixForm, read: Read[Any], products: dict[int, Product], size_m2: float) -> Mix | None:
    for value, name in ((form.spray, "spray"), (form.tank, "tank")):
        if value is None:
            raise MissingInput("This is needed. Fill it in.", field=name)
    parts = _parts(read, products, lambda product, text, field: Part(product, _rate(product, text, field)))
    if read.faults or form.spray is None or form.tank is None:
        return None
    return mix(parts, size_m2, form.spray.value / 1000, form.tank.value)


P = TypeVar("P")


def _parts(read: Read[Any], products: dict[int, Product], made: Callable[[Product, str, str], P]) -> list[P]:
    """The parts of the address; what cannot be read of one stands beside its row."""
    parts: list[P] = []
    for n in range(MOST_PARTS):
        key = read.typed.get(f"product-{n}", "").strip()
        if not key:
            continue
        product = products.get(int(key)) if key.isdecimal() and len(key) < 16 else None
        if product is None:
            read.refuse(MissingInput("This product is not on the shelf. Choose another.", field=f"product-{n}"))
            continue
        try:
            parts.append(made(product, read.typed.get(f"rate-{n}", ""), f"rate-{n}"))
        except AmberError as refused:
            refused.field = f"rate-{n}"
            read.refuse(refused)
    return parts


def _in_water(request: Request, session: Reading, read: Read[Any], form: MixForm, litres: float) -> HTMLResponse:
    """A recipe by the litre: no ground, so no rate by area and no job."""
    made = None
    if form.area is not None or form.size is not None:
        read.refuse(DoesNotFit("By the litre no ground is asked: empty one of the two.", field="water"))
    if form.tank is None:
        read.refuse(MissingInput("This is needed. Fill it in.", field="tank"))
    products = {one.key: one for one in shelf(session)}
    parts = _parts(
        read,
        products,
        lambda product, text, field: InWater(
            product, in_water(text, field, product.density_kg_l if product.liquid else None)
        ),
    )
    if not read.faults and form.tank is not None:
        try:
            made = water_mix(parts, litres, form.tank.value)
        except AmberError as refused:
            read.refuse(refused)
    return _page(request, session, read, None, made, nothing_asked())


def _rate(product: Product, text: str, field: str) -> float:
    if not text.strip():
        raise MissingInput("At what rate? Type it like 2 mL/m² or 0.5 lb/1000.", field=field)
    if product.liquid:
        return typed.volume_rate(text, field).value * (product.density_kg_l or 0.0)
    return typed.mass_rate(text, field).value
