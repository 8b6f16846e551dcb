"""By when the result of what goes down is to be seen, as a range of days, and the look that checks it."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.core.jobs.entry import BULK, Entry, standing
from amber_acre.core.measure.condition import Look
from amber_acre.core.products.product import Product

# Days from the day it goes down: colour of iron, of quick and of slow nitrogen; by soil under 12 °C half as quick.
IRON_DAYS, QUICK_DAYS, SLOW_DAYS = (2, 7), (5, 14), (14, 35)  # [common-practice]
TEST_DAYS = (180, 365)  # lime, sulphur, potash, phosphorus: only a test shows them [common-practice]
COLD_SOIL_C, COLD_TIMES = 12.0, 1.5  # [common-practice]
LOOK_WITHIN_DAYS = 30  # after the range a look still answers for it [common-practice]
FORGOTTEN_DAYS = 120  # a result that nobody looked at is not asked for any more [common-practice]


@dataclass(frozen=True)
class Shows:
    """When a result is to be seen: first and last day, and in what: 'colour' or 'test'."""

    first: date
    last: date
    what: str

    @property
    def sentence(self) -> str:
        """In words."""
        if self.what == "test":
            return f"No leaf shows it: a soil test from {self.first:%B %Y} to {self.last:%B %Y} does."
        return f"Colour is to be seen between {self.first:%-d %B} and {self.last:%-d %B}: look then."


@dataclass(frozen=True)
class LookDue:
    """A look that is due for something that went down: since when, until when."""

    entry: Entry
    shows: Shows


def shows(product: Product, on: date, soil_c: float) -> Shows | None:
    """By when a product's result shows, put down on a day with the soil so warm; None where nothing shows (support)."""
    if product.family in ("stimulant", "inoculant", "preemergent", BULK):
        return None
    if product.total_nitrogen >= 0.01:
        slow = product.slow_fraction / product.total_nitrogen
        first, last = SLOW_DAYS if slow > 0.65 else (QUICK_DAYS[0], SLOW_DAYS[1]) if slow > 0.2 else QUICK_DAYS
        times = COLD_TIMES if soil_c < COLD_SOIL_C else 1.0
        return Shows(on + timedelta(days=round(first * times)), on + timedelta(days=round(last * times)), "colour")
    if product.other.get("Fe", 0.0) >= 0.01 and product.liquid:
        return Shows(on + timedelta(days=IRON_DAYS[0]), on + timedelta(days=IRON_DAYS[1]), "colour")
    return Shows(on + timedelta(days=TEST_DAYS[0]), on + timedelta(days=TEST_DAYS[1]), "test")


def looks_due(entries: Sequence[Entry], looks: Iterable[Look], soil_c: float, today: date) -> tuple[LookDue, ...]:
    """Looks that are due today: colour that should show by now and that nobody has looked at since it could.

    A look closes what went down as soon as it lies in its range or within a month after it.
    """
    seen = [look.on_day for look in looks]
    found = []
    for entry in standing(tuple(entries)):
        if entry.product is None or (today - entry.on).days > FORGOTTEN_DAYS:
            continue
        result = shows(entry.product, entry.on, soil_c)
        if result is None or result.what != "colour" or today < result.first:
            continue
        until = result.last + timedelta(days=LOOK_WITHIN_DAYS)
        if not any(result.first <= day <= until for day in seen):
            found.append(LookDue(entry, result))
    return tuple(found)
