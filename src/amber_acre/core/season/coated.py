"""How long coated pellets last in a place: the label's months at its warmth, shorter where it is warmer."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.core.errors import OutOfRange
from amber_acre.core.season.climate import Climate, daily_series

LABEL_C = 21.0  # the warmth most labels tell months at [coated-longevity]
SHORTER_PER_5_C = 0.75  # a quarter shorter for every 5 °C more [common-practice]
DAYS_OF_MONTH = 365 / 12
FOLLOWED_DAYS = 900


def months_at(rated_months: float, mean_c: float, label_c: float = LABEL_C) -> float:
    """Months of release at a steady mean °C; ``rated_months`` 0.5–24 at ``label_c`` (OutOfRange)."""
    if not 0.5 <= rated_months <= 24:
        raise OutOfRange("A label tells half a month to 24 months. Check it.", field="months", limits=(0.5, 24))
    return float(rated_months * SHORTER_PER_5_C ** ((mean_c - label_c) / 5))


@dataclass(frozen=True)
class RunsOut:
    """The day pellets are spent, how many months that is, and the mean warmth until then."""

    on: date
    months: float
    mean_c: float


def runs_out(rated_months: float, laid: date, climate: Climate, label_c: float = LABEL_C) -> RunsOut:
    """Follows pellets day by day: each day uses up more of them the warmer it is; frozen days use none."""
    months_at(rated_months, label_c)
    series = daily_series(climate, laid, laid + timedelta(days=FOLLOWED_DAYS))
    used, warmth, days = 0.0, 0.0, 0
    for mean in series.mean_c:
        if used >= 1:
            break
        if mean > 0:
            used += 1 / (months_at(rated_months, float(mean), label_c) * DAYS_OF_MONTH)
        warmth += float(mean)
        days += 1
    return RunsOut(laid + timedelta(days=days), days / DAYS_OF_MONTH, warmth / max(1, days))
