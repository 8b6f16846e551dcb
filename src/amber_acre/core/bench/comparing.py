"""Products side by side for one ground and one need: rate, label, packs, money, what comes along, release."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from amber_acre.core.bench.blending import NUTRIENTS, share
from amber_acre.core.errors import MissingInput
from amber_acre.core.jobs.brings import Brings, brings
from amber_acre.core.products.product import Product
from amber_acre.core.products.stock import Purchase, cheapest_purchase
from amber_acre.core.quantities import Kilograms
from amber_acre.core.season.climate import Climate
from amber_acre.core.season.release import NitrogenDose, release
from amber_acre.core.tables.nitrogen_forms import FAMILIES

WEEKS = (2, 4, 8, 16, 26)  # after it goes down: what of its nitrogen is there by then


LIKE_WITHIN_DEG = 25.0  # two feeds are alike whose contents point the same way within it [common-practice]


@dataclass(frozen=True)
class General:
    """A product for anything that is like a specialist: how far its contents lie off, degrees, and its money for the
    same need on 100 m², None without a pack."""

    product: Product
    off: float
    money_100_m2: float | None


@dataclass(frozen=True)
class Compared:
    """One product at the rate that meets the need; ``times``: applications its label takes for it.

    ``fit``: 'fits', 'split', 'under' its lowest rate or 'over' its year. Money None without a pack, ratio in degrees.
    """

    product: Product
    rate_g_m2: float
    times: int
    fit: str
    purchase: Purchase | None
    money_100_m2: float | None
    brings: Brings
    first_year: tuple[float, float]
    released: tuple[float, ...]
    later: tuple[float, ...]
    ratio_off: float | None = None
    worth: float | None = None
    general: General | None = None

    @property
    def specialist(self) -> bool:
        """Whether its label names what it is for: some sites, or some grasses."""
        return is_specialist(self.product)

    @property
    def money_kg_n(self) -> float | None:
        """Money for a kg of nitrogen."""
        if self.money_100_m2 is None or not self.brings.nitrogen:
            return None
        return self.money_100_m2 * 10 / self.brings.nitrogen

    @property
    def money_kg_available(self) -> float | None:
        """Money for a kg of nitrogen of which a plant gets something in the first year, at the middle of its range."""
        middle = sum(self.first_year) / 2
        if self.money_100_m2 is None or not middle:
            return None
        return self.money_100_m2 * 10 / (middle * self.rate_g_m2)


def compare(
    products: Sequence[Product],
    nutrient: str,
    need_g_m2: float,
    size_m2: float,
    climate: Climate,
    on: date,
    ratio: tuple[float, float, float] | None = None,
    shelf: Sequence[Product] = (),
) -> list[Compared]:
    """Each product that holds the nutrient, cheapest by area first; MissingInput where none does.

    ``need_g_m2`` above 0 of a key of NUTRIENTS; ``climate``: whose warmth releases it from ``on``; ``shelf``: among
    which a specialist's general sister is looked for.
    """
    holding = [one for one in products if share(one, nutrient) > 0]
    if not holding:
        raise MissingInput(f"None of them holds {NUTRIENTS[nutrient]}.", field="product")
    found = [_one(product, need_g_m2 / share(product, nutrient), size_m2, climate, on, ratio) for product in holding]
    priced = [one for one in found if one.money_100_m2 is not None]
    least = min(priced, key=lambda one: one.money_100_m2 or 0.0, default=None)
    if least is not None:
        found = [replace(one, worth=_worth(one, least)) for one in found]
    generals = [one for one in (*products, *shelf) if not is_specialist(one) and share(one, nutrient) > 0]
    found = [replace(one, general=_general(one.product, generals, nutrient, need_g_m2)) for one in found]
    return sorted(found, key=lambda one: (one.money_100_m2 is None, one.money_100_m2, one.product.name))


def _one(
    product: Product,
    rate: float,
    size_m2: float,
    climate: Climate,
    on: date,
    ratio: tuple[float, float, float] | None,
) -> Compared:
    times, fit = _label(product, rate)
    purchase = cheapest_purchase(product.packs, rate * size_m2 / 1000)
    per_kg = min((pack.price / pack.mass_kg for pack in product.packs), default=None)
    low, high = product.first_year_range
    return Compared(
        product,
        rate,
        times,
        fit,
        purchase,
        None if per_kg is None else per_kg * rate / 10,
        brings(product, rate),
        (low, high),
        released_by(product, climate, on),
        FAMILIES[product.family].later_shares if product.nitrogen.get("insoluble") else (),
        None if ratio is None else ratio_off(product, ratio),
    )


def _label(product: Product, rate: float) -> tuple[int, str]:
    """How many applications a rate takes by the label, and how it fits."""
    label = product.label
    if rate < label.min_g_m2 * (1 - 1e-9):
        return 1, "under"
    times = max(1, math.ceil(round(rate / label.keeps_g_m2, 9)))
    if label.yearly_max_g_m2 is not None and rate > label.yearly_max_g_m2 * (1 + 1e-9):
        return times, "over"
    return times, "fits" if times == 1 else "split"


def is_specialist(product: Product) -> bool:
    """Whether a label names what a product is for: some sites, or some grasses."""
    return bool(product.sites or product.grasses)


def _general(product: Product, generals: Sequence[Product], nutrient: str, need_g_m2: float) -> General | None:
    """The product for anything whose contents are nearest to a specialist's; None of a general one, or without one."""
    if not is_specialist(product):
        return None
    like = [(angle(_contents(product), _contents(one)), one) for one in generals]
    near = [pair for pair in like if pair[0] <= LIKE_WITHIN_DEG]
    if not near:
        return None
    off, other = min(near, key=lambda pair: (pair[0], pair[1].key))
    per_kg = min((pack.price / pack.mass_kg for pack in other.packs), default=None)
    return General(other, off, None if per_kg is None else per_kg * need_g_m2 / share(other, nutrient) / 10)


def _contents(product: Product) -> tuple[float, ...]:
    """What a feed is judged by: quick and slow nitrogen, phosphate, potash, sulphur, magnesium, iron."""
    other = (product.other.get(key, 0.0) for key in ("S", "Mg", "Fe"))
    return (product.total_nitrogen - product.slow_fraction, product.slow_fraction, product.p2o5, product.k2o, *other)


def _worth(one: Compared, least: Compared) -> float | None:
    """At what price its first pack would cost as little by area as the cheapest."""
    if not one.product.packs or least.money_100_m2 is None or one is least:
        return None
    return least.money_100_m2 * 10 / one.rate_g_m2 * one.product.packs[0].mass_kg


def released_by(product: Product, climate: Climate, on: date) -> tuple[float, ...]:
    """Share of its nitrogen that is released by each of WEEKS, laid on a day; empty without nitrogen."""
    if not product.total_nitrogen:
        return ()
    total = sum(product.nitrogen.values())
    dose = NitrogenDose(on, product.nitrogen, product.mineralised_share, product.longevity_days)
    return tuple(release(dose, climate, on + timedelta(weeks=weeks)).released_g_m2 / total for weeks in WEEKS)


def ratio_off(product: Product, ratio: tuple[float, float, float]) -> float:
    """How far its N : P2O5 : K2O lies from a ratio, as the angle between the two, degrees 0–90; 90 without any."""
    return angle((product.total_nitrogen, product.p2o5, product.k2o), ratio)


def angle(one: Sequence[float], other: Sequence[float]) -> float:
    """The angle between two contents of as many parts, each 0 or more, degrees 0–90; 90 where either is nothing."""
    length = math.hypot(*one) * math.hypot(*other)
    if not length:
        return 90.0
    return math.degrees(math.acos(min(1.0, sum(a * b for a, b in zip(one, other, strict=True)) / length)))


def weight_kg(one: Compared, size_m2: float) -> Kilograms:
    """What is carried to the ground."""
    return Kilograms(one.rate_g_m2 * size_m2 / 1000)
