"""Stages of a plant's year by its place: when it wakes, when its last nitrogen falls, when heat forbids, when it rests.

No month is named: soil warmth wakes a plant where winters are cold; where they are mild, the turn after the coolest
weeks; where no cold comes, the rains.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache

import numpy as np

from amber_acre.core.season.climate import Climate, daily_series
from amber_acre.core.season.growing import soil_on
from amber_acre.core.season.phases import STEP_DAYS, STEPS, phases

LAST_NITROGEN_WEEKS = 6  # before hard frost [common-practice]
EARLIER_DAYS = 3  # so that a job of that day is still done in time [common-practice]
MILD_SHARE = 0.15  # of the yearly range above its coolest, where growth picks up after a mild winter [common-practice]
FLAT_C = 5.0  # yearly range of the air under which no cold divides a year [common-practice]
TROPICAL_C = 18.0  # coolest month from which rains divide the year, not cold [koppen]
AFTER_FROST_DAYS = 10  # after the last hard frost tender bedding and pots go out [common-practice]
BEFORE_WAKING_DAYS = 90  # of which a bloom or a clip still belongs to the year that follows [common-practice]
HOT_FROM_C = 32.0  # usual maximum from which nothing quick goes down [common-practice]
JUST_BEFORE_DAYS = 45  # before a season in which waking still belongs to it [common-practice]
HARD_COLD_C = 5.0  # soil under which nothing takes nitrogen up [common-practice]
RAINS = "the rains come"
WET_SHARE = 0.6  # of the reference evapotranspiration by rain: the rains have come [common-practice]


@dataclass(frozen=True)
class Stages:
    """The twelve months from about ``start``: waking, last day for nitrogen, rest, first hard frost (None: none).

    ``why_wakes`` and ``why_last`` say what each goes by, in words. ``all_year``: nothing stops growth.
    """

    start: date
    wakes: date
    last: date
    rests: date
    frost: date | None
    all_year: bool
    why_wakes: str
    why_last: str
    climate: Climate

    @property
    def by_rains(self) -> bool:
        """Whether no cold divides the year, so that growth wakes with the rains."""
        return self.why_wakes == RAINS

    def in_year(self, month: int, day: int, before: int) -> date:
        """A day of the year as it falls after waking, or so many days (0 to 364) ``before`` it."""
        first = self.wakes - timedelta(days=before)
        return next(on for n in (-1, 0, 1) if (on := date(self.wakes.year + n, month, day)) >= first)

    def hot(self, day: date) -> bool:
        """Whether the usual maximum of a day forbids quick nitrogen."""
        return bool(_warmest(self.climate)[min(day.timetuple().tm_yday, 365) - 1] >= HOT_FROM_C)

    def cold(self, day: date) -> bool:
        """Whether the usual soil of a day is too cold to take anything up."""
        return soil_on(self.climate, day) < HARD_COLD_C


@lru_cache(maxsize=512)
def stages(climate: Climate, start_c: float, start: date) -> Stages:
    """The stages of what wakes at ``start_c`` °C of soil (2–20) in the twelve months from ``start``."""
    soil, air = _soil(climate), _air(climate)
    span = float(air.max() - air.min())
    if span < FLAT_C or float(air.min()) >= TROPICAL_C:
        wakes = _rains(climate)
        rests, all_year, why = (wakes - 30) % 365, True, RAINS
    elif float(soil.max()) < start_c:  # never as warm as it likes: the warmest weeks
        wakes = (int(np.argmax(soil)) - 30) % 365
        rests, all_year, why = (wakes + 75) % 365, False, f"the soil never reaches {start_c:g} °C: its warmest weeks"
    else:
        around = _from(int(np.argmin(soil)))
        mark = float(air.min()) + MILD_SHARE * span
        warm = next(n for n in around if soil[n] >= start_c)
        turned = next(n for n in around if air[n] >= mark)
        wakes = max(warm, turned, key=around.index)
        cool = next(n for n in reversed(around) if soil[n] >= start_c)
        rests = min(cool, next(n for n in reversed(around) if air[n] >= mark), key=around.index)
        all_year = float(soil.min()) >= start_c
        why = (
            f"the soil passes {start_c:g} °C" if wakes == warm != turned else "growth picks up after the coolest weeks"
        )
    waking = _day(start, wakes)
    resting = _next(waking, rests)
    frost = _frost_after(climate, waking)
    last, why_last = resting, "growth slows down"
    if frost is not None and frost - timedelta(weeks=LAST_NITROGEN_WEEKS, days=EARLIER_DAYS) < resting:
        last = frost - timedelta(weeks=LAST_NITROGEN_WEEKS, days=EARLIER_DAYS)
        why_last = f"six weeks before hard frost, usual from {frost:%-d %B}, with {EARLIER_DAYS} days to spare"
    return Stages(start, waking, last, resting, frost, all_year, why, why_last, climate)


def last_frost_after(climate: Climate, start: date) -> date | None:
    """The day of the last hard frost in the twelve months from ``start``; None without frost."""
    if climate.last_frost is None:
        return None
    on = climate.last_frost.in_year(start.year)
    return on if on >= start else climate.last_frost.in_year(start.year + 1)


def _frost_after(climate: Climate, day: date) -> date | None:
    if climate.first_frost is None:
        return None
    on = climate.first_frost.in_year(day.year)
    return on if on > day else climate.first_frost.in_year(day.year + 1)


def _from(first: int) -> list[int]:
    return [(first + n) % 365 for n in range(365)]


def _day(start: date, of_year: int) -> date:
    """A day of the year as a date in the twelve months from ``start``, or just before it: a plant that woke in the
    weeks before its season is fed in that season."""
    for year in (start.year - 1, start.year):
        on = date(year, 1, 1) + timedelta(days=of_year)
        if on >= start - timedelta(days=JUST_BEFORE_DAYS):
            return on
    return date(start.year + 1, 1, 1) + timedelta(days=of_year)


def _next(after: date, of_year: int) -> date:
    on = date(after.year, 1, 1) + timedelta(days=of_year)
    return on if on > after else date(after.year + 1, 1, 1) + timedelta(days=of_year)


@lru_cache(maxsize=128)
def _soil(climate: Climate) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
    return np.array([soil_on(climate, date(2001, 1, 1) + timedelta(days=n)) for n in range(365)])


@lru_cache(maxsize=128)
def _air(climate: Climate) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
    return np.array(daily_series(climate, date(2001, 1, 1), date(2002, 1, 1)).mean_c)


@lru_cache(maxsize=128)
def _warmest(climate: Climate) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
    return np.array(daily_series(climate, date(2001, 1, 1), date(2002, 1, 1)).max_c)


def days_into_rains(climate: Climate, day: date, share: float) -> int:
    """Days from ``day`` until a share (0 to under 1) of the wet time of a year has passed: that in which rain usually
    meets what the air asks for, in one season or in two. Of a year without any, the share of the year."""
    met, first = _met_by_rain(climate), phases(climate).step_of(day)
    wet = [n for n in range(STEPS) if met[(first + n) % STEPS] >= WET_SHARE] or list(range(STEPS))
    return round(wet[int(len(wet) * share)] * 365 / STEPS) if share > 0 else 0


def met_by_rain(climate: Climate, day: date, days: int) -> float:
    """Usual rain over reference evapotranspiration of so many days (1 or more) from ``day``; 0 or above."""
    year = phases(climate)
    steps = list(year.steps_of(day, days))
    return float(year.rain_mm[steps].sum() / max(float(year.et_mm[steps].sum()), 1e-9))


def _met_by_rain(climate: Climate) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
    """Rain over reference evapotranspiration, step by step of the year."""
    year = phases(climate)
    return np.asarray(year.rain_mm / np.maximum(year.et_mm, 1e-9))


def _rains(climate: Climate) -> int:
    """The day of the year on which rain begins to meet what the air asks for, after the driest time."""
    year, share = phases(climate), _met_by_rain(climate)
    driest = int(np.argmin(share))
    step = next((n for n in ((driest + m) % STEPS for m in range(STEPS)) if share[n] >= WET_SHARE), driest)
    first = sum((31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)[: year.first_month])
    return int(first + step * STEP_DAYS) % 365
