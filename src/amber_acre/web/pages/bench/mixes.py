"""A mix for the tank: the address holds its recipe."""

from __future__ import annotations

from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from amber_acre.core import typed
from amber_acre.core.bench.mixing import JAR, MOST_PARTS, Mix, Part, mix
from amber_acre.core.errors import AmberError, MissingInput
from amber_acre.core.jobs.brings import NAMES
from amber_acre.core.products.product import Product
from amber_acre.store.shelf import shelf
from amber_acre.web.forms.reading import Read
from amber_acre.web.page import Reading, Today, render, units_of
from amber_acre.web.pages.bench.forms import Volume, VolumeRate, asked
from amber_acre.web.pages.bench.shelf_forms import OverShelf
from amber_acre.web.pages.bench.shelf_sums import Place, job_address, place_of, read_address, shared

router = APIRouter()
FIRST_ROWS = 4


class MixForm(OverShelf):
    spray: VolumeRate = asked("Mix put down", "1 gal/1000, 400 L/ha")
    tank: Volume = asked("A tank holds", "15 L, 4 US gal")


@router.get("/bench/mix")
def show_mix(request: Request, session: Reading, today: Today) -> HTMLResponse:
    """A recipe scaled to a ground and a tank."""
    read = read_address(request, MixForm)
    place = place_of(session, read, today)
    products = {one.key: one for one in shelf(session)}
    made: Mix | None = None
    if place is not None and read.value is not None:
        try:
            made = _made(read.value, read, products, place.size_m2)
        except AmberError as refused:
            read.refuse(refused)
    rows = [n for n in range(MOST_PARTS) if n < FIRST_ROWS or read.typed.get(f"product-{n}")]
    return render(
        request,
        "bench/mix.html",
        422 if read.faults else 200,
        **shared(request, session, read, place),
        made=None if read.faults else made,
        rows=[*rows, min(MOST_PARTS - 1, len(rows))] if rows[-1] < MOST_PARTS - 1 and len(rows) > FIRST_ROWS else rows,
        products=sorted(((one.key, one.name) for one in products.values()), key=lambda c: c[1].lower()),
        jar=JAR,
        jobs=_jobs(made, place) if made is not None and place is not None else {},
        names=NAMES,
    )


def _made(form: MixForm, read: Read[Any], products: dict[int, Product], size_m2: float) -> Mix | None:
    for value, name in ((form.spray, "spray"), (form.tank, "tank")):
        if value is None:
            raise MissingInput("This is needed. Fill it in.", field=name)
    parts = []
    for n in range(MOST_PARTS):
        key = read.typed.get(f"product-{n}", "").strip()
        if not key:
            continue
        product = products.get(int(key)) if key.isdecimal() and len(key) < 16 else None
        if product is None:
            read.refuse(MissingInput("This product is not on the shelf. Choose another.", field=f"product-{n}"))
            continue
        try:
            parts.append(Part(product, _rate(product, read.typed.get(f"rate-{n}", ""), f"rate-{n}")))
        except AmberError as refused:
            refused.field = f"rate-{n}"
            read.refuse(refused)
    if read.faults or form.spray is None or form.tank is None:
        return None
    return mix(parts, size_m2, form.spray.value / 1000, form.tank.value)


def _jobs(made: Mix, place: Place) -> dict[int, str]:
    """The address of a job for each part, by product: each is judged by itself when it is made."""
    if place.area is None:
        return {}
    units = units_of(place.area.property.units)
    return {
        one.part.product.key: job_address(
            place.area.id, one.part.product, one.part.rate_g_m2, units, "a mix of the bench"
        )
        for one in made.parts
    }


def _rate(product: Product, text: str, field: str) -> float:
    if not text.strip():
        raise MissingInput("At what rate? Type it like 2 mL/m² or 0.5 lb/1000.", field=field)
    if product.liquid:
        return typed.volume_rate(text, field).value * (product.density_kg_l or 0.0)
    return typed.mass_rate(text, field).value
