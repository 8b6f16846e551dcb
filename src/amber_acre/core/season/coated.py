"""How long coated pellets last in a place: the label's months at its warmth, shorter where it is warmer."""

from __future__ import annotations

import re
from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.core.errors import OutOfRange
from amber_acre.core.season.climate import Climate, daily_series
from amber_acre.core.tables.nitrogen_forms import REFERENCE_C
from amber_acre.core.typed import Typed, number
from amber_acre.core.typed_label import span_days

LABEL_C = 21.0  # the warmth most labels tell months at [coated-longevity]
SHORTER_PER_5_C = 0.75  # a quarter shorter for every 5 °C more [common-practice]
DAYS_OF_MONTH = 365 / 12
RATED_MONTHS = (0.2, 40.0)  # what the days a label may tell come to at its warmth
FOLLOWED_DAYS = 900
LABELS_C = (10.0, 35.0)  # warmth a label may tell its months at
_AT = re.compile(r"(.+?)\s*(?:\bat\b|@|,|\()\s*(\d+(?:[.,]\d+)?)\s*(?:°|deg(?:rees)?)?\s*([cf])\s*\)?", re.IGNORECASE)


def months_at(rated_months: float, mean_c: float, label_c: float = LABEL_C) -> float:
    """Months of release at a steady mean °C; ``rated_months`` 0.2–40 at ``label_c`` (OutOfRange)."""
    low, high = RATED_MONTHS
    if not low <= rated_months <= high:
        raise OutOfRange("A label tells a week to 40 months. Check it.", field="months", limits=RATED_MONTHS)
    return float(rated_months * SHORTER_PER_5_C ** ((mean_c - label_c) / 5))


def label_days(text: str, field: str = "longevity") -> Typed:
    """Days at 25 °C from a label's span, ``180 days`` or ``12 weeks``, or from one at its own warmth, ``5–6 months at
    21 °C``, ``180 days (70 °F)``; a warmth outside 10 to 35 °C is refused (OutOfRange)."""
    told = _AT.fullmatch(text.strip())
    if told is None:
        return span_days(text, field)
    span, degrees = span_days(told[1], field), number(told[2], field)
    celsius = (degrees - 32) / 1.8 if told[3].lower() == "f" else degrees
    if not LABELS_C[0] <= celsius <= LABELS_C[1]:
        raise OutOfRange(
            f"“{text.strip()}” is told at {celsius:.0f} °C. Labels tell it at 21 or 25 °C: check the unit.",
            field=field,
            value=celsius,
            limits=LABELS_C,
        )
    days = span.value * SHORTER_PER_5_C ** ((REFERENCE_C - celsius) / 5)
    return Typed(text.strip(), float(round(days)), "days")


@dataclass(frozen=True)
class RunsOut:
    """The day pellets are spent, how many months that is, and the mean warmth until then."""

    on: date
    months: float
    mean_c: float


def runs_out(rated_months: float, laid: date, climate: Climate, label_c: float = LABEL_C) -> RunsOut:
    """Follows pellets day by day: each day uses up more of them the warmer it is; frozen days use none."""
    used, warmth, days = 0.0, 0.0, 0
    for mean in daily_series(climate, laid, laid + timedelta(days=FOLLOWED_DAYS)).mean_c.tolist():
        if used >= 1:
            break
        used += _used_a_day(rated_months, mean, label_c)
        warmth += mean
        days += 1
    return RunsOut(laid + timedelta(days=days), days / DAYS_OF_MONTH, warmth / max(1, days))


def used_by(rated_months: float, laid: date, on: date, climate: Climate, label_c: float = LABEL_C) -> float:
    """The share (0 to 1) of pellets of ``laid`` that is used up by a day, at most two and a half years later."""
    days = min((on - laid).days, FOLLOWED_DAYS)
    if days <= 0:
        return 0.0
    means = daily_series(climate, laid, laid + timedelta(days=days)).mean_c.tolist()
    return min(1.0, sum(_used_a_day(rated_months, mean, label_c) for mean in means))


def _used_a_day(rated_months: float, mean_c: float, label_c: float) -> float:
    months = months_at(rated_months, mean_c, label_c)
    return 1 / (months * DAYS_OF_MONTH) if mean_c > 0 else 0.0
