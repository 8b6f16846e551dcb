"""Nitrogen release: first order per form, adjusted for warmth; what went down is always accounted for.

Released on day d from a form with N left: N × (1 − exp(−k f(T))), k = ln 2 / half-life at 25 °C,
f(T) = Q10 ** ((T − 25) / 10) with Q10 = 2, and nothing from frozen soil (daily mean below 0 °C)
[first-order-release, q10-mineralisation].
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date

import numpy as np

from amber_acre.core.errors import MissingInput, Unbalanced
from amber_acre.core.quantities import GramsPerSquareMetre
from amber_acre.core.season.climate import Climate, Daily, daily_series
from amber_acre.core.tables.nitrogen_forms import COATED_SHARE_AT_LONGEVITY, FORM_ROWS, Q10, REFERENCE_C, NitrogenForm


@dataclass(frozen=True)
class NitrogenDose:
    """Nitrogen put down on one day, g/m² by form.

    ``mineralised_share``: share of the insoluble form that releases within the year, 0–1.
    ``longevity_days``: label longevity of the coated form at 25 °C; needed where there is any.
    """

    applied_on: date
    forms_g_m2: Mapping[NitrogenForm, float]
    mineralised_share: float = 1.0
    longevity_days: float | None = None

    @property
    def total_g_m2(self) -> float:
        """All nitrogen of the dose, g/m²."""
        return float(sum(self.forms_g_m2.values()))


@dataclass(frozen=True)
class Release:
    """Released nitrogen of every day from ``start`` on, g/m²/day, and what remains after the last.

    ``warm_days``: the days followed, each weighed by its warmth relative to 25 °C.
    """

    start: date
    daily_g_m2: Daily
    released_g_m2: GramsPerSquareMetre
    remaining_g_m2: GramsPerSquareMetre
    warm_days: float


def warmth_factor(mean_c: Daily) -> Daily:
    """Speed of release relative to 25 °C: Q10 ** ((T − 25)/10), 0 below freezing [q10-mineralisation]."""
    factor: Daily = np.where(mean_c < 0, 0.0, Q10 ** ((mean_c - REFERENCE_C) / 10))
    return factor


def rate_constant(form: NitrogenForm, longevity_days: float | None) -> float:
    """k in 1/day at 25 °C: ln 2 / half-life, or −ln(1 − 0.8)/longevity for the coated form.

    Raises MissingInput where a coated form has no longevity.
    """
    half_life = FORM_ROWS[form].half_life_days
    if half_life is not None:
        return math.log(2) / half_life
    if longevity_days is None:
        raise MissingInput(
            "Coated nitrogen needs the label's longevity in days: without it the release cannot be "
            "followed. Add it to the product.",
            field="longevity_days",
        )
    return -math.log(1 - COATED_SHARE_AT_LONGEVITY) / longevity_days


def release(dose: NitrogenDose, climate: Climate, end: date) -> Release:
    """Follows a dose from its day up to but not including ``end``; applied = released + remaining.

    The remainder is computed by the closed form, the release by daily steps; if the two do not add
    up to what was applied to 1e-9 the program refuses to go on (Unbalanced).
    """
    series = daily_series(climate, dose.applied_on, end)
    warmth = warmth_factor(series.mean_c)
    daily = np.zeros_like(warmth)
    remaining = 0.0
    for form, amount in dose.forms_g_m2.items():
        if amount == 0:
            continue
        active = amount * (dose.mineralised_share if form == "insoluble" else 1.0)
        k = rate_constant(form, dose.longevity_days)
        left_before = active * np.exp(-k * np.concatenate(([0.0], np.cumsum(warmth)[:-1])))
        daily += left_before * -np.expm1(-k * warmth)
        remaining += amount - active + active * math.exp(-k * float(warmth.sum()))
    released = float(daily.sum())
    total = dose.total_g_m2
    if abs(total - released - remaining) > 1e-9 * max(1.0, total):
        raise Unbalanced(f"nitrogen applied {total} ≠ released {released} + remaining {remaining}")
    warm_days = float(warmth.sum())
    return Release(dose.applied_on, daily, GramsPerSquareMetre(released), GramsPerSquareMetre(remaining), warm_days)
