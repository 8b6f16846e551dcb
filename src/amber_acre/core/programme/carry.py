"""Nitrogen of earlier seasons that is still to come: coated grains not yet empty, and organic matter over four
years."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

import numpy as np

from amber_acre.core.jobs.entry import Entry, standing, without_bulk
from amber_acre.core.products.product import Product
from amber_acre.core.programme.feeds import feed_of
from amber_acre.core.season.phases import STEP_DAYS, STEPS, Phases, Steps
from amber_acre.core.season.release import warmth_factor
from amber_acre.core.tables.nitrogen_forms import FAMILIES

YEAR_DAYS = 365
FIRST_YEAR_ENDS = 357  # days: a step short of the year, in which what is left of the first year is nothing


def later_years(product: Product) -> tuple[float, ...]:
    """Share of a product's insoluble nitrogen released in its second to fourth year, as its family's series says."""
    return FAMILIES[product.family].later_shares


def carried_in(entries: Sequence[Entry], year: Phases, start: date, size_m2: float) -> tuple[Steps, tuple[str, ...]]:
    """What entries before ``start`` release in each step of the twelve months from it, g/m²; and a sentence for each
    year's part.

    Within a year of its day a dose goes on as it began; of organic nitrogen the second to fourth year give what the
    series of the family says, spread by warmth.
    """
    warmth = warmth_factor(year.mean_c) * STEP_DAYS
    found = np.zeros(STEPS)
    for entry in without_bulk(standing(tuple(entries))):
        ago = (start - entry.on).days
        if ago <= 0 or ago > 4 * YEAR_DAYS:
            continue
        product = entry.material
        rate = entry.amount_kg * 1000 / size_m2
        if ago <= FIRST_YEAR_ENDS:
            found += rate * _rest(product, year, entry.on, start, warmth)
        part = product.nitrogen.get("insoluble", 0.0) * rate * _of_later_years(product, ago / YEAR_DAYS)
        if part and warmth.sum() > 0:
            found += part * warmth / warmth.sum()
    total = float(found.sum())
    said = (f"{total:.2g} g/m² of nitrogen still comes from earlier seasons; it starts this year’s pool.",)
    return found, said if total >= 0.05 else ()


def _of_later_years(product: Product, age: float) -> float:
    """Share of insoluble nitrogen that the twelve months from an age in years on give, by the series: a season that
    runs from one year of its age into the next takes of both."""
    series = (0.0, *later_years(product), 0.0)
    whole = int(age)
    over = age - whole
    first, then = (series[n] if n < len(series) else 0.0 for n in (whole, whole + 1))
    return (1 - over) * first + over * then


def _rest(product: Product, year: Phases, on: date, start: date, warmth: Steps) -> Steps:
    """What a gram of product put down on a day releases after ``start``, by step, in its first twelve months."""
    feed, first, begins = feed_of(product, 1.0), year.step_of(on), year.step_of(start)
    gone = (begins - first) % STEPS
    found = np.zeros(STEPS)
    for share, k in feed.classes:
        left = share
        for n in range(STEPS):
            t = (first + n) % STEPS
            goes = left * -np.expm1(-k * warmth[t] * (0.5 if n == 0 else 1.0))
            if n >= gone:
                found[t] += goes
            left -= goes
    return found
