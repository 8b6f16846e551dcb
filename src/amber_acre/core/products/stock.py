"""Stock and buying: what is in hand, what is short and since when, what a season needs and the packs that cover it."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date
from itertools import product as combinations

from amber_acre.core.products.packs import whole_packs
from amber_acre.core.products.product import Pack, Product
from amber_acre.core.quantities import Kilograms, Money

MOST_SIZES = 3  # sizes of pack that are mixed in one purchase [common-practice]
MOST_WHOLE = 400  # packs of one size up to which mixes are tried; more is bought in one size [common-practice]
TRACE_KG = 1e-6


@dataclass(frozen=True)
class Stock:
    """What is in hand and what was used beyond it, kg, both 0 or more; ``short_since``: the day it ran short."""

    in_hand_kg: float = 0.0
    short_kg: float = 0.0
    short_since: date | None = None

    @property
    def net_kg(self) -> float:
        """In hand less short: below zero where more was logged than came in."""
        return self.in_hand_kg - self.short_kg


@dataclass(frozen=True)
class Need:
    """What a job still takes of a product, kg, on its day; ``place``: whose stop it is."""

    on: date
    kg: float
    place: int


@dataclass(frozen=True)
class Purchase:
    """Packs to buy, by size, what they cost and hold."""

    packs: tuple[tuple[Pack, int], ...]
    cost: Money
    mass_kg: Kilograms

    @property
    def words(self) -> str:
        """The packs as they are ordered."""
        return " + ".join(f"{count} × {pack.name}" for pack, count in self.packs)

    @property
    def per_kg(self) -> float:
        """Money for a kilogram out of these packs; 0 where nothing is bought."""
        return self.cost / self.mass_kg if self.mass_kg > 0 else 0.0

    @property
    def supplier(self) -> str:
        """From whom, where that is known."""
        return ", ".join(dict.fromkeys(pack.supplier for pack, _ in self.packs if pack.supplier))


NOTHING = Purchase((), Money(0.0), Kilograms(0.0))


def cheapest_purchase(packs: Sequence[Pack], kg: float) -> Purchase | None:
    """The cheapest whole packs of up to three sizes that hold ``kg``, then the lightest; None without any pack."""
    if kg <= TRACE_KG:
        return NOTHING
    if not packs:
        return None
    sizes = sorted(packs, key=lambda pack: pack.price / pack.mass_kg)[:MOST_SIZES]
    tops = [whole_packs(Kilograms(kg), pack) for pack in sizes]
    if max(tops) > MOST_WHOLE:
        return min((_one_size(pack, kg) for pack in packs), key=lambda bought: (bought.cost, bought.mass_kg))
    best: Purchase | None = None
    for counts in combinations(*(range(top + 1) for top in tops[:-1])):
        rest = kg - sum(n * pack.mass_kg for n, pack in zip(counts, sizes, strict=False))
        last = max(0, math.ceil(round(rest / sizes[-1].mass_kg, 9)))
        found = tuple((pack, n) for pack, n in zip(sizes, (*counts, last), strict=True) if n)
        bought = Purchase(
            found,
            Money(sum(pack.price * n for pack, n in found)),
            Kilograms(sum(pack.mass_kg * n for pack, n in found)),
        )
        if best is None or (round(bought.cost, 6), bought.mass_kg) < (round(best.cost, 6), best.mass_kg):
            best = bought
    return best


def _one_size(pack: Pack, kg: float) -> Purchase:
    count = whole_packs(Kilograms(kg), pack)
    return Purchase(((pack, count),), Money(count * pack.price), Kilograms(count * pack.mass_kg))


@dataclass(frozen=True)
class Buying:
    """One product of a list: what is needed, in hand and to buy, kg; the day it runs short; what is left at the end.

    ``apart``: what the same would cost bought job by job, from nothing; ``whole``: the packs that hold all of it.
    ``None`` as purchase: no pack on the shelf.
    """

    product: Product
    needed_kg: Kilograms
    stops: int
    in_hand_kg: Kilograms
    short_on: date | None
    purchase: Purchase | None
    apart: Money | None
    whole: Purchase | None = None

    @property
    def to_buy_kg(self) -> float:
        """What the stock does not cover."""
        return max(0.0, self.needed_kg - self.in_hand_kg)

    @property
    def left_kg(self) -> float:
        """What is in hand at the end, with what is bought."""
        bought = self.purchase.mass_kg if self.purchase is not None else 0.0
        return max(0.0, self.in_hand_kg + bought - self.needed_kg)

    @property
    def saves(self) -> float:
        """What buying once saves against a bag opened for every job."""
        if self.apart is None or self.purchase is None or not self.purchase.packs:
            return 0.0
        return max(0.0, self.apart - self.purchase.cost)


def buying(product: Product, needs: Iterable[Need], stock: Stock) -> Buying:
    """What to buy of a product for jobs to come: packs are counted once over all of them, net of what is in hand."""
    jobs = sorted(needs, key=lambda need: need.on)
    level, short_on = stock.net_kg, None
    for need in jobs:
        level -= need.kg
        if level < -TRACE_KG and short_on is None:
            short_on = need.on
    total = sum(need.kg for need in jobs)
    owed = total + stock.short_kg
    apart = [cheapest_purchase(product.packs, need.kg) for need in jobs]
    return Buying(
        product,
        Kilograms(owed),
        len(jobs),
        Kilograms(stock.in_hand_kg),
        short_on,
        cheapest_purchase(product.packs, max(0.0, owed - stock.in_hand_kg)),
        Money(sum(one.cost for one in apart if one is not None)) if product.packs else None,
        cheapest_purchase(product.packs, total),
    )


def larger_pack_saves(line: Buying) -> tuple[str, float] | None:
    """The next larger size than any bought that would make the whole purchase cheaper per mass, and what it saves a kg.

    None where nothing is bought, or no larger size is cheaper by mass.
    """
    if line.purchase is None or not line.purchase.packs:
        return None
    bought = max(pack.mass_kg for pack, _ in line.purchase.packs)
    paid = line.purchase.cost / line.purchase.mass_kg
    larger = [pack for pack in line.product.packs if pack.mass_kg > bought and pack.price / pack.mass_kg < paid]
    if not larger:
        return None
    best = min(larger, key=lambda pack: pack.price / pack.mass_kg)
    return best.name, paid - best.price / best.mass_kg
