"""The year in 48 quarter months, and soil warmth from the air's: the calendar a season is chosen on.

A climate turned by six months gives the same numbers turned by 24 steps, to the last bit: months count as equally
long here, the year begins where its own months say, and day length has no perihelion. Real days come back only when
a step is put on a date.

The air's curve is the harmonic one through monthly means [epstein-1991]. Soil follows it late and flatter: a first
order lag of the surface under turf, then conduction to the depth asked for, both exact for every harmonic of the year.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from amber_acre.core.season.climate import Climate, Daily
from amber_acre.core.season.water import extraterrestrial_radiation, hargreaves_et

STEPS = 48
STEP_DAYS = 365 / STEPS
# The day of a month that stands for each of its quarters, and each quarter's last day; February's are nearer together.
DAYS_OF_QUARTER, LAST_OF_QUARTER = (4, 11, 19, 27), (7, 15, 23)
DAYS_IN_FEBRUARY, LAST_IN_FEBRUARY = (4, 11, 18, 25), (7, 14, 21)
FEBRUARY = 2
SURFACE_LAG_DAYS = 6.0  # of the ground under turf behind the mean of the air [from-memory]
DIFFUSIVITY_M2_S = 5e-7  # of moist mineral soil, heat [hillel-soil-heat]
ROOT_DEPTH_MM = 100.0  # where roots of turf feel warmth, and where a soil thermometer is read [common-practice]
YEAR_SECONDS = 365 * 86400.0
EXACT_DECIMALS = 6  # what is left of rounding errors of the machine is cut off, so that mirrors are equal
TURNS_C = 0.05  # °C a step: below it a curve stands still [common-practice]

Steps = NDArray[np.float64]


@dataclass(frozen=True)
class Phases:
    """A climate's year in 48 steps from its own first month; °C, and mm a step.

    ``first_month`` 0–11: the calendar month of step 0. ``radiation``: day length's share of the year's longest, 0–1.
    """

    first_month: int
    early_days: int
    mean_c: Steps
    max_c: Steps
    soil_c: Steps
    rain_mm: Steps
    et_mm: Steps
    radiation: Steps

    def month_of(self, step: int) -> int:
        """The calendar month of a step, 0–11."""
        return (self.first_month + step // 4) % 12

    def date_of(self, step: int, start: date) -> date:
        """The day that stands for a step in the twelve months from ``start``, moved by what was seen of the year."""
        month = self.month_of(step % STEPS) + 1
        day = (DAYS_IN_FEBRUARY if month == FEBRUARY else DAYS_OF_QUARTER)[step % 4]
        on = date(start.year, month, day) - timedelta(days=self.early_days)
        while on < start:
            month_year = on.year + 1
            on = date(month_year, month, day) - timedelta(days=self.early_days)
        return on

    def step_of(self, day: date) -> int:
        """The step a day lies in."""
        return _step_of(self.first_month, day + timedelta(days=self.early_days))

    def steps_of(self, start: date, days: int) -> tuple[int, ...]:
        """The step each of so many days from ``start`` on lies in."""
        return _steps_of(self.first_month, start + timedelta(days=self.early_days), days)


def _step_of(first_month: int, usual: date) -> int:
    quarter = sum(usual.day > last for last in (LAST_IN_FEBRUARY if usual.month == FEBRUARY else LAST_OF_QUARTER))
    return ((usual.month - 1 - first_month) * 4 + quarter) % STEPS


@lru_cache(maxsize=64)
def _steps_of(first_month: int, usual: date, days: int) -> tuple[int, ...]:
    return tuple(_step_of(first_month, usual + timedelta(days=n)) for n in range(days))


def phases(climate: Climate) -> Phases:
    """The year of a climate in steps [epstein-1991, hillel-soil-heat]."""
    first = _first_month(climate)
    months = [tuple(values[(first + m) % 12] for m in range(12)) for values in _normals(climate)]
    return _phases(
        first, climate.early_days, abs(climate.latitude_deg), first if not climate.southern else first + 6, *months
    )


def soil_warmth(mean_c: tuple[float, ...], depth_mm: float = ROOT_DEPTH_MM, per_year: int = 365) -> Daily:
    """Soil °C at a depth of 0–2,000 mm, ``per_year`` values from the middle of the first to that of the last day of the
    months given, from twelve means of the air.

    Snow, which keeps soil warmer than the air, is not reckoned with.
    """
    return curve(mean_c, per_year, depth_mm)


def curve(months: tuple[float, ...], per_year: int, depth_mm: float | None = None) -> Daily:
    """The harmonic curve whose monthly means are the twelve given, at so many even places of the year [epstein-1991];
    with a depth the soil's answer to it."""
    place = (np.arange(per_year) + 0.5) / per_year
    terms = np.fft.rfft(np.array(months, dtype=np.float64)) / 12
    value = np.full(per_year, terms[0].real)
    for k in range(1, 7):
        weight = (1.0 if k == 6 else 2.0) / np.sinc(k / 12)
        turn = terms[k] * weight * np.exp(2j * np.pi * k * (place - 1 / 24))
        value = value + (turn * (1.0 if depth_mm is None else _answer(k, depth_mm))).real
    rounded: Daily = np.round(value, EXACT_DECIMALS)
    return rounded


def _answer(k: int, depth_mm: float) -> complex:
    """What is left of the k-th harmonic of the air in the soil, and how late: lag of the surface, then conduction."""
    omega = 2 * math.pi * k / 365
    surface = 1 / complex(1, omega * SURFACE_LAG_DAYS)
    damping_m = math.sqrt(2 * DIFFUSIVITY_M2_S / (2 * math.pi * k / YEAR_SECONDS))
    return surface * complex(np.exp(-(1 + 1j) * depth_mm / 1000 / damping_m))


def _normals(climate: Climate) -> tuple[tuple[float, ...], ...]:
    return (climate.mean_c, climate.min_c, climate.max_c, climate.rain_mm)


def _first_month(climate: Climate) -> int:
    """The month a year begins with: the coldest; of several alike the one after which the year reads lowest, so that a
    turned climate begins at the turned month."""
    rows = tuple(zip(*_normals(climate), strict=True))
    return min(range(12), key=lambda m: tuple(rows[(m + n) % 12] for n in range(12)))


@lru_cache(maxsize=256)
def _phases(
    first: int,
    early_days: int,
    latitude: float,
    northern_first: int,
    mean: tuple[float, ...],
    low: tuple[float, ...],
    high: tuple[float, ...],
    rain: tuple[float, ...],
) -> Phases:
    days = [(30.4 * ((northern_first % 12) + (n + 0.5) / 4)) % 365 for n in range(STEPS)]
    radiation = np.array([extraterrestrial_radiation(latitude, round(day) + 1) for day in days])
    radiation = radiation / np.array([1 + 0.033 * math.cos(2 * math.pi * (round(day) + 1) / 365) for day in days])
    mean_c, min_c, max_c = (curve(values, STEPS) for values in (mean, low, high))
    et = [
        STEP_DAYS * max(0.0, hargreaves_et(m, min(a, b), max(a, b), r))
        for m, a, b, r in zip(mean_c, min_c, max_c, radiation, strict=True)
    ]
    arrays = (
        mean_c,
        max_c,
        curve(mean, STEPS, ROOT_DEPTH_MM),
        np.maximum(0.0, curve(rain, STEPS)) / 4,
        np.round(np.array(et), EXACT_DECIMALS),
        np.round(radiation / radiation.max(), EXACT_DECIMALS),
    )
    for one in arrays:
        one.flags.writeable = False
    return Phases(first, early_days, *arrays)
