"""What a use carries onto an area: nitrogen in all and available, P, K, Ca, Mg, S, Fe, and acid or base."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, fields
from datetime import date

from amber_acre.core.jobs.entry import BULK
from amber_acre.core.jobs.use import Use, up_to
from amber_acre.core.products.acid_balance import acidity_share
from amber_acre.core.products.nutrients import phosphorus_share, salt_index
from amber_acre.core.products.product import Product


@dataclass(frozen=True)
class Brings:
    """Elements in g/m²; ``available``: of the nitrogen, what is released within the year it goes down.

    ``acid`` is as calcium carbonate: above zero acid, below zero base. ``salt`` as so much sodium nitrate [rader-1943].
    """

    nitrogen: float = 0.0
    available: float = 0.0
    quick: float = 0.0
    phosphorus: float = 0.0
    potassium: float = 0.0
    calcium: float = 0.0
    magnesium: float = 0.0
    sulphur: float = 0.0
    iron: float = 0.0
    acid: float = 0.0
    salt: float = 0.0

    def __add__(self, other: Brings) -> Brings:
        return Brings(*(getattr(self, one.name) + getattr(other, one.name) for one in fields(self)))


NAMES: dict[str, str] = {
    "nitrogen": "Nitrogen N",
    "available": "of it available within the year",
    "quick": "of it quick",
    "phosphorus": "Phosphorus P",
    "potassium": "Potassium K",
    "calcium": "Calcium Ca",
    "magnesium": "Magnesium Mg",
    "sulphur": "Sulphur S",
    "iron": "Iron Fe",
    "acid": "Acid (+) or base (−), as CaCO₃",
    "salt": "Salt at once, as sodium nitrate",
}


def brings(product: Product, rate_g_m2: float, grass: bool = True) -> Brings:
    """What ``rate_g_m2`` (0 or more) of a product carries, on grass or other ground."""
    insoluble = product.nitrogen.get("insoluble", 0.0)
    sulphur = max(product.other.get("S", 0.0), product.soil.elemental_sulphur)
    shares = (
        product.total_nitrogen,
        product.total_nitrogen - insoluble * (1 - product.mineralised_share),
        product.quick_fraction,
        phosphorus_share(product),
        product.potassium_fraction,
        product.other.get("Ca", 0.0),
        product.other.get("Mg", 0.0),
        sulphur,
        product.other.get("Fe", 0.0),
        acidity_share(product, grass),
        salt_index(product) / 100,
    )
    return Brings(*(rate_g_m2 * share for share in shares))


def counted_nitrogen(product: Product) -> float:
    """Nitrogen a gram of a product counts with against need and caps of a year, g/g: all of a feed's; of bulk material
    what becomes available within the year, a tenth where nothing else is known [common-practice]."""
    return brings(product, 1.0).available if product.family == BULK else product.total_nitrogen


@dataclass(frozen=True)
class Account:
    """What twelve months bring an area: put down by its last day, and still to come."""

    down: Brings
    to_come: Brings

    @property
    def both(self) -> Brings:
        """Down and to come together."""
        return self.down + self.to_come


def account(uses: Iterable[Use], grass: bool = True) -> Account:
    """The sums of uses, whatever plan, correction, liquid or mix they belong to; by what went down when."""
    sums = {True: Brings(), False: Brings()}
    for use in uses:
        if use.product is not None:
            sums[use.down] += brings(use.product, use.rate_g_m2, grass)
    return Account(sums[True], sums[False])


def account_on(uses: Iterable[Use], last: date, grass: bool = True) -> Account:
    """The account of the twelve months that end on a day."""
    return account(up_to(uses, last), grass)


@dataclass(frozen=True)
class Month:
    """A calendar month: each product that goes down in it with its rate over all its uses, and what they bring."""

    first: date
    products: tuple[tuple[Product, float], ...]
    brings: Brings


def by_month(uses: Iterable[Use], grass: bool = True) -> tuple[Month, ...]:
    """Months in which something goes down or is planned, in their order; every use counts."""
    months: dict[date, dict[int, tuple[Product, float]]] = {}
    for use in uses:
        if use.product is not None:
            of_month = months.setdefault(use.on.replace(day=1), {})
            _, so_far = of_month.get(use.product.key, (use.product, 0.0))
            of_month[use.product.key] = (use.product, so_far + use.rate_g_m2)
    return tuple(
        Month(
            first,
            tuple(sorted(of_month.values(), key=lambda one: one[0].name)),
            sum((brings(product, rate, grass) for product, rate in of_month.values()), Brings()),
        )
        for first, of_month in sorted(months.items())
    )
