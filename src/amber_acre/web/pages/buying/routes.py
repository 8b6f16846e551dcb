"""The season's shopping list: what every job to come takes, net of stock, in packs counted once over the firm."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from amber_acre.core.jobs.standing import OPEN
from amber_acre.core.products.product import Product
from amber_acre.core.products.stock import Buying, Need, Stock, buying, larger_pack_saves
from amber_acre.store.in_use import AreaInUse
from amber_acre.store.programmes import jobs_in_use
from amber_acre.store.shelf import shelf
from amber_acre.store.stock import stocks
from amber_acre.web.page import AsOf, Reading, Today, render, settings_of

router = APIRouter()
SEASON_DAYS = 366  # how far the list looks where no other day is asked for


@dataclass(frozen=True)
class Line:
    """A product of the list with the places it is for: name and kg of each, and what one larger pack would save."""

    buying: Buying
    places: tuple[tuple[str, float], ...]
    larger: tuple[str, float] | None


@router.get("/buying")
def shopping_list(request: Request, session: Reading, today: Today, until: AsOf = None) -> HTMLResponse:
    """Everything still to go down up to a day, a year ahead where none is asked for, by product."""
    last = until or today + timedelta(days=SEASON_DAYS)
    lines = _lines(session, today, last)
    return render(
        request,
        "buying/list.html",
        units=settings_of(request).units,
        lines=lines,
        last=last,
        cost=sum(line.buying.purchase.cost for line in lines if line.buying.purchase is not None),
        saves=sum(line.buying.saves for line in lines),
        no_packs=[line.buying.product for line in lines if line.buying.purchase is None],
    )


def _lines(session: Reading, today: date, last: date) -> list[Line]:
    needs: dict[int, list[Need]] = {}
    places: dict[int, dict[str, float]] = {}
    products: dict[int, Product] = {product.key: product for product in shelf(session)}
    for area, judged in jobs_in_use(session, today):
        product, stands = judged.product, judged.stands
        if product is None or stands.job.on > last or stands.state(today) not in OPEN or not stands.job.counts:
            continue
        products.setdefault(product.key, product)
        needs.setdefault(product.key, []).append(Need(stands.job.on, stands.left_kg, area.property.id))
        _add(places.setdefault(product.key, {}), area, stands.left_kg)
    stock = stocks(session)
    found = []
    for key, jobs in needs.items():
        line = buying(products[key], jobs, stock.get(key, Stock()))
        found.append(Line(line, tuple(sorted(places[key].items())), larger_pack_saves(line)))
    return sorted(found, key=lambda line: (line.buying.short_on or date.max, line.buying.product.name))


def _add(of_product: dict[str, float], area: AreaInUse, kg: float) -> None:
    name = area.property.name
    of_product[name] = of_product.get(name, 0.0) + kg
