"""Nitrogen supply of a season, one ribbon per application, against the demand of the grass."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Protocol

import numpy as np

from amber_acre.core.jobs.entry import Entry, standing
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.season.climate import Climate, Daily, DailySeries
from amber_acre.core.season.release import NitrogenDose, rate_constant, release
from amber_acre.core.tables.nitrogen_forms import FORM_ROWS, NitrogenForm
from amber_acre.core.working import Figure, Working


class Fed(Protocol):
    """Ground that is fed: a lawn, or the ground of a planting."""

    @property
    def size_m2(self) -> SquareMetres:
        """Its size, m²."""
        ...

    @property
    def climate(self) -> Climate:
        """Its climate."""
        ...


@dataclass(frozen=True)
class Ribbon:
    """Supply of one application over the season, g/m² a day, and its balance in g/m²."""

    label: str
    applied_on: date
    logged: bool
    daily_g_m2: Daily
    applied_g_m2: float
    released_g_m2: float
    remaining_g_m2: float
    warm_days: float
    product: Product
    rate_g_m2: float


def supply(
    lawn: Fed,
    rounds: Sequence[Job],
    entries: Sequence[Entry],
    series: DailySeries,
    sizes: Mapping[int, float] | None = None,
) -> tuple[Ribbon, ...]:
    """A ribbon for every standing entry and every open round of the season, in order of day.

    ``sizes``: what an entry is spread over, m², by its key; the lawn where none is given.
    """
    counted = standing(tuple(entries))
    done = {entry.job for entry in counted}
    jobs = [
        (e.on, f"log {e.on:%-d %b}", True, e.material, e.amount_kg * 1000 / (sizes or {}).get(e.key, lawn.size_m2))
        for e in counted
    ]
    planned = [one for one in rounds if one.counts and one.key not in done]
    jobs += [(one.on, one.called, False, one.material, float(one.rate_on(lawn.size_m2))) for one in planned]
    length = len(series.mean_c)
    inside = [job for job in jobs if 0 <= series.index(job[0]) < length]
    return tuple(
        _ribbon(label, on, logged, product, rate, lawn, series)
        for on, label, logged, product, rate in sorted(inside, key=lambda job: (job[0], job[1]))
    )


def dose_of(product: Product, rate_g_m2: float, on: date) -> NitrogenDose:
    """The nitrogen of a rate of product, by form."""
    return NitrogenDose(
        on,
        {form: rate_g_m2 * share for form, share in product.nitrogen.items()},
        product.mineralised_share,
        product.longevity_days,
    )


def release_working(ribbon: Ribbon) -> Working:
    """Release of every form of a ribbon over the season, and the balance that closes it."""
    working = Working(f"Release of {ribbon.label}")
    dose = dose_of(ribbon.product, ribbon.rate_g_m2, ribbon.applied_on)
    released = []
    for form, amount in dose.forms_g_m2.items():
        if amount > 0:
            released.append(_release_step(working, form, amount, dose, ribbon.warm_days))
    total = working.step(
        "Released this season",
        " + ".join(figure.symbol for figure in released) or "0",
        released,
        ribbon.released_g_m2,
        "g/m²",
        "first-order-release",
    )
    working.step(
        "Applied = released + remaining at the season's end",
        "released_g_m2 + remaining_g_m2",
        [
            Figure("released_g_m2", total, "g/m²", "released this season"),
            Figure("remaining_g_m2", ribbon.remaining_g_m2, "g/m²", "remaining at its end"),
        ],
        ribbon.applied_g_m2,
        "g/m²",
        "first-order-release",
    )
    return working


def _release_step(working: Working, form: NitrogenForm, amount: float, dose: NitrogenDose, warm_days: float) -> Figure:
    """Amount × active share × (1 − exp(−k × warm days)), with k from half-life or longevity."""
    row = FORM_ROWS[form]
    k = rate_constant(form, dose.longevity_days)
    if row.half_life_days is not None:
        formula = "0.69314718056 / half_life_days"
        time = Figure("half_life_days", row.half_life_days, "days", "half-life at 25 °C")
    else:
        formula = "1.60943791243 / longevity_days"
        time = Figure("longevity_days", dose.longevity_days or 0.0, "days", "label longevity at 25 °C, to four fifths")
    working.step(f"Rate constant, {row.name}", formula, [time], k, "per day", row.source)
    active = dose.mineralised_share if form == "insoluble" else 1.0
    value = working.step(
        f"Released, {row.name}",
        "amount_g_m2 * active * (1 - exp(-1 * k * warm_days))",
        [
            Figure("amount_g_m2", amount, "g/m²", "applied"),
            Figure("active", active, "", "share that releases within the year"),
            Figure("k", k, "per day", "rate constant"),
            Figure("warm_days", warm_days, "days", "days to the season's end, each weighed by 2^((T − 25)/10)"),
        ],
        amount * active * -math.expm1(-k * warm_days),
        "g/m²",
        "q10-mineralisation",
    )
    return Figure(form, value, "g/m²", row.name)


def _ribbon(
    label: str, on: date, logged: bool, product: Product, rate: float, lawn: Fed, series: DailySeries
) -> Ribbon:
    first = series.index(on)
    followed = release(dose_of(product, rate, on), lawn.climate, series.day(len(series.mean_c)))
    daily = np.zeros(len(series.mean_c))
    daily[first:] = followed.daily_g_m2
    return Ribbon(
        label,
        on,
        logged,
        daily,
        rate * product.total_nitrogen,
        followed.released_g_m2,
        followed.remaining_g_m2,
        followed.warm_days,
        product,
        rate,
    )
