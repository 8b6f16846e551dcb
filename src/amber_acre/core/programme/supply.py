"""Nitrogen supply of a lawn's season, one ribbon per application, against the demand of the grass."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

import numpy as np

from amber_acre.core.products.product import Product
from amber_acre.core.programme.brief import Entry, Lawn, PlannedRound, standing
from amber_acre.core.season.climate import Daily, DailySeries
from amber_acre.core.season.release import NitrogenDose, release
from amber_acre.core.tables.nitrogen_forms import FORM_ROWS
from amber_acre.core.working import Figure, Working


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


def supply(
    lawn: Lawn, rounds: Sequence[PlannedRound], entries: Sequence[Entry], series: DailySeries
) -> tuple[Ribbon, ...]:
    """A ribbon for every standing entry and every open round of the season, in order of day."""
    counted = standing(tuple(entries))
    done = {entry.round_number for entry in counted}
    jobs = [(e.on, f"log {e.on:%-d %b}", True, e.product, e.amount_kg * 1000 / lawn.size_m2) for e in counted] + [
        (r.on, f"R{r.number}", False, r.product, float(r.rate_g_m2))
        for r in rounds
        if r.counts and r.number not in done
    ]
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


def release_working(ribbon: Ribbon, product: Product) -> Working:
    """The balance of a ribbon and the half-life of each form it holds."""
    working = Working(f"Release of {ribbon.label}")
    working.step(
        "Applied = released + remaining at the season's end",
        "released_g_m2 + remaining_g_m2",
        [
            Figure("released_g_m2", ribbon.released_g_m2, "g/m²", "released this season"),
            Figure("remaining_g_m2", ribbon.remaining_g_m2, "g/m²", "remaining at its end"),
        ],
        ribbon.applied_g_m2,
        "g/m²",
        "first-order-release",
        note="; ".join(
            f"{FORM_ROWS[form].name}: half released in "
            + (
                f"{FORM_ROWS[form].half_life_days:g} days"
                if FORM_ROWS[form].half_life_days
                else "the label's longevity"
            )
            + " at 25 °C, twice as long 10 °C cooler"
            for form, share in product.nitrogen.items()
            if share > 0
        ),
    )
    return working


def _ribbon(
    label: str, on: date, logged: bool, product: Product, rate: float, lawn: Lawn, series: DailySeries
) -> Ribbon:
    first = series.index(on)
    followed = release(dose_of(product, rate, on), lawn.climate, series.day(len(series.mean_c)))
    daily = np.zeros(len(series.mean_c))
    daily[first:] = followed.daily_g_m2
    return Ribbon(
        label, on, logged, daily, rate * product.total_nitrogen, followed.released_g_m2, followed.remaining_g_m2
    )
