"""The price of work: product out of its pack, time, haulage, margin; by visit, by area and over a year."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from itertools import groupby

from amber_acre.core.errors import OutOfRange
from amber_acre.core.products.product import Product
from amber_acre.core.products.stock import Purchase, cheapest_purchase

# Minutes for 100 m² and to set up, where nothing is typed [common-practice].
USUAL_MINUTES_100_M2 = {"mulch": 45.0, "topdress": 40.0, "core": 8.0, "seed": 6.0, "spray": 4.0, "drench": 12.0}
USUAL_MINUTES = 3.0
USUAL_SET_UP = 8.0
MARGIN_AT_MOST = 0.9


@dataclass(frozen=True)
class Terms:
    """What the firm charges: money for an hour and a visit's haulage, 0 or more; margin a share of the price, 0–0.9.

    ``set_up`` minutes a job, ``minutes_100_m2`` for all work alike, or None: what is usual for each.
    """

    hour: float
    haulage: float = 0.0
    margin: float = 0.0
    set_up: float = USUAL_SET_UP
    minutes_100_m2: float | None = None

    def __post_init__(self) -> None:
        for name in ("hour", "haulage", "set_up"):
            if getattr(self, name) < 0:
                raise OutOfRange("This is not below zero.", field=name, limits=(0, None))
        if not 0 <= self.margin <= MARGIN_AT_MOST:
            raise OutOfRange("A margin is a share of the price, 0 to 90 %.", field="margin", limits=(0, MARGIN_AT_MOST))

    def minutes(self, work: str, size_m2: float) -> float:
        """Minutes of a job over an area."""
        per = USUAL_MINUTES_100_M2.get(work, USUAL_MINUTES) if self.minutes_100_m2 is None else self.minutes_100_m2
        return self.set_up + per * size_m2 / 100

    def priced(self, cost: float) -> float:
        """The price that leaves the margin of a cost."""
        return cost / (1 - self.margin)


@dataclass(frozen=True)
class Piece:
    """A job to be priced: ``kg`` of product out of packs (0 without), on ``size_m2``."""

    on: date
    words: str
    work: str
    size_m2: float
    product: Product | None = None
    kg: float = 0.0


@dataclass(frozen=True)
class Priced:
    """A job with what it costs: product used, minutes and their money; ``product_cost`` None: no pack, no price."""

    piece: Piece
    product_cost: float | None
    minutes: float
    labour: float

    @property
    def cost(self) -> float:
        """Product and labour."""
        return (self.product_cost or 0.0) + self.labour


@dataclass(frozen=True)
class Visit:
    """The jobs of one day, with the haulage of the visit and its price."""

    on: date
    jobs: tuple[Priced, ...]
    haulage: float
    price: float

    @property
    def cost(self) -> float:
        """All of it before the margin."""
        return sum(one.cost for one in self.jobs) + self.haulage


@dataclass(frozen=True)
class Quote:
    """Visits and their sums; ``packs``: what is bought whole for all of it, by product; ``without_price``: names."""

    visits: tuple[Visit, ...]
    packs: tuple[tuple[Product, Purchase], ...]
    without_price: tuple[str, ...]

    @property
    def product(self) -> float:
        """Product that goes down."""
        return sum(one.product_cost or 0.0 for visit in self.visits for one in visit.jobs)

    @property
    def labour(self) -> float:
        """Time in money."""
        return sum(one.labour for visit in self.visits for one in visit.jobs)

    @property
    def minutes(self) -> float:
        """Time in minutes."""
        return sum(one.minutes for visit in self.visits for one in visit.jobs)

    @property
    def haulage(self) -> float:
        """Haulage of all visits."""
        return sum(visit.haulage for visit in self.visits)

    @property
    def price(self) -> float:
        """What is asked for all of it."""
        return sum(visit.price for visit in self.visits)

    @property
    def margin(self) -> float:
        """What is left of the price."""
        return sum(visit.price - visit.cost for visit in self.visits)

    @property
    def whole_packs(self) -> float:
        """What the whole packs cost that hold the product, counted once over all visits."""
        return sum(bought.cost for _, bought in self.packs)


def quote(pieces: Iterable[Piece], terms: Terms) -> Quote:
    """Prices jobs: those of one day are one visit. The product costs what goes down, out of the whole packs that are
    bought for all of it; the rest of a pack is stock."""
    rows = sorted(pieces, key=lambda piece: (piece.on, piece.words))
    taken: dict[int, tuple[Product, float]] = {}
    for piece in rows:
        if piece.product is not None:
            known = taken.get(piece.product.key, (piece.product, 0.0))
            taken[piece.product.key] = (piece.product, known[1] + piece.kg)
    bought = {key: (product, cheapest_purchase(product.packs, kg)) for key, (product, kg) in taken.items()}
    per_kg = {key: packs.per_kg if packs is not None else None for key, (_, packs) in bought.items()}
    visits = tuple(_visit(on, list(jobs), terms, per_kg) for on, jobs in groupby(rows, key=lambda piece: piece.on))
    return Quote(
        visits,
        tuple((product, packs) for product, packs in bought.values() if packs is not None),
        tuple(product.name for product, packs in bought.values() if packs is None),
    )


def _visit(on: date, pieces: Sequence[Piece], terms: Terms, per_kg: Mapping[int, float | None]) -> Visit:
    jobs = []
    for piece in pieces:
        rate = per_kg[piece.product.key] if piece.product is not None else 0.0
        minutes = terms.minutes(piece.work, piece.size_m2)
        cost = None if rate is None else rate * piece.kg
        jobs.append(Priced(piece, cost, minutes, minutes / 60 * terms.hour))
    cost = sum(job.cost for job in jobs) + terms.haulage
    return Visit(on, tuple(jobs), terms.haulage, terms.priced(cost))
