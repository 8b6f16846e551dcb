"""The expected course of pH: which share of each instalment has reacted by when, with what is not known about it.

Lime dissolves at a rate of its own on every unfrozen day; sulphur is turned into acid by bacteria, only in warm and
aerated soil. Half-lives are from memory ("months to a year", "a season or more") [from-memory]; so is the quarter
by which a soil's answer may differ from the table.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

import numpy as np

from amber_acre.core.jobs.job import Placement
from amber_acre.core.rules.limits import Direction
from amber_acre.core.season.climate import Climate, Daily, daily_series
from amber_acre.core.tables.acidifying import SULPHUR_WORKS_ABOVE_C

ANSWER_UNCERTAIN = 0.25
# Days in which half of what is there reacts, quickest and slowest; sulphur counts warm days only.
HALF_LIFE_DAYS: dict[tuple[Direction, Placement], tuple[float, float]] = {
    ("up", "surface"): (120.0, 365.0),
    ("up", "raked"): (90.0, 270.0),
    ("up", "tilled"): (45.0, 150.0),
    ("down", "surface"): (70.0, 220.0),
    ("down", "raked"): (60.0, 180.0),
    ("down", "tilled"): (40.0, 120.0),
}
HYDRATED_HALF_LIFE = (10.0, 45.0)


@dataclass(frozen=True)
class Course:
    """pH by day: middle, lowest and highest expected; ``start`` the first day; ``settled`` when 90 % has acted, or
    None."""

    start: date
    middle: Daily
    low: Daily
    high: Daily
    settled: date | None

    def on(self, day: date) -> tuple[float, float, float] | None:
        """pH lowest, middle and highest on a day; None where the course does not reach."""
        at = (day - self.start).days
        if not 0 <= at < len(self.middle):
            return None
        return float(self.low[at]), float(self.middle[at]), float(self.high[at])

    def day(self, index: int) -> date:
        """The date at a position."""
        return self.start + timedelta(days=index)


def course(
    climate: Climate,
    doses: Sequence[tuple[date, float]],
    from_ph: float,
    full_change: float,
    direction: Direction,
    placement: Placement,
    aerated: bool = True,
    hydrated: bool = False,
    drift_per_year: float = 0.0,
    spread: float = 0.0,
) -> Course:
    """pH from the first dose to two years after the last. ``doses``: day and share of the full amount.

    ``full_change``: pH the full amount brings (0 or more). ``drift_per_year``: what fertilizer and rain do meanwhile,
    pH a year, signed. ``spread``: half the spread of the readings the start rests on. Waterlogged soil (not
    ``aerated``) makes no acid: nothing happens.
    """
    start, end = doses[0][0], doses[-1][0] + timedelta(days=730)
    series = daily_series(climate, start, end)
    active = series.mean_c > 0 if direction == "up" else (series.mean_c > SULPHUR_WORKS_ABOVE_C) & aerated
    quick, slow = (
        HYDRATED_HALF_LIFE
        if hydrated
        else HALF_LIFE_DAYS.get((direction, placement), HALF_LIFE_DAYS[(direction, "surface")])
    )
    sign = 1.0 if direction == "up" else -1.0
    drift = drift_per_year * np.arange(len(active)) / 365
    days = np.asarray(active, dtype=np.float64)
    reacted = {half: _reacted(days, doses, start, half) for half in (quick, (quick * slow) ** 0.5, slow)}
    middle = from_ph + sign * full_change * reacted[(quick * slow) ** 0.5] + drift
    most = from_ph + sign * full_change * (1 + ANSWER_UNCERTAIN) * reacted[quick] + drift + sign * spread
    least = from_ph + sign * full_change * (1 - ANSWER_UNCERTAIN) * reacted[slow] + drift - sign * spread
    total = sum(share for _, share in doses)
    done = np.flatnonzero(reacted[(quick * slow) ** 0.5] >= 0.9 * total)
    settled = series.day(int(done[0])) if len(done) else None
    return Course(start, middle, np.minimum(most, least), np.maximum(most, least), settled)


def _reacted(active: Daily, doses: Sequence[tuple[date, float]], start: date, half_life: float) -> Daily:
    """Share of the full amount that has reacted by each day: first order over the active days since each dose."""
    count = np.cumsum(active)
    total = np.zeros(len(active))
    for day, share in doses:
        at = (day - start).days
        since = np.maximum(0.0, count - (count[at - 1] if at > 0 else 0.0))
        since[:at] = 0.0
        total += share * (1 - 0.5 ** (since / half_life))
    return total
