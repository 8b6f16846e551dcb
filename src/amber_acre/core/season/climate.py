"""A property's climate: twelve monthly normals, and the smooth daily curves through them.

The daily curve is the harmonic series whose twelve monthly means equal the normals exactly
[epstein-1991]: daily values are not read off straight lines between month middles, which would
flatten every peak.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from amber_acre.core.errors import DoesNotFit, Doubtful, OutOfRange
from amber_acre.core.season.months import MONTH_DAYS, MONTH_NAMES

Daily = NDArray[np.float64]
DOUBTFUL_RAIN_MM = 100.0  # a year's: below it inches are more likely than a desert [common-practice]
ASSUMED_SWING_C = 10.0  # of a day, where minimum and maximum are not known [common-practice]
_MONTH_STARTS = tuple(sum(MONTH_DAYS[:m]) for m in range(12))


class MonthDay(NamedTuple):
    """A day of any year, e.g. a frost date or the edge of a blackout."""

    month: int
    day: int

    def in_year(self, year: int) -> date:
        """This day in ``year``; 29 February becomes 28 February in common years."""
        try:
            return date(year, self.month, self.day)
        except ValueError:
            return date(year, self.month, self.day - 1)


@dataclass(frozen=True)
class Climate:
    """Monthly normals January to December and the frost dates where somebody knows them.

    ``latitude_deg`` from −70 to 70, negative south. Temperatures in °C with min ≤ mean ≤ max in
    every month; rain in mm, 0 or more. ``last_frost``/``first_frost``: the usual last and first hard
    frost (−2.2 °C, 28 °F) of a season, both or neither. ``elevation_m`` −400 to 5,000; ``region`` a key of
    the table of native soils, or ''. ``assumed``: what of it was not measured here, in words. ``early_days``: how far
    this year runs before the usual by what was seen (below 0: behind). Refuses anything else, naming the month.
    """

    name: str
    latitude_deg: float
    mean_c: tuple[float, ...]
    min_c: tuple[float, ...]
    max_c: tuple[float, ...]
    rain_mm: tuple[float, ...]
    last_frost: MonthDay | None = None
    first_frost: MonthDay | None = None
    elevation_m: float = 0.0
    region: str = ""
    assumed: str = ""
    early_days: int = 0

    def __post_init__(self) -> None:
        if not -70 <= self.latitude_deg <= 70:
            raise OutOfRange(
                f"A latitude of {self.latitude_deg}° is outside −70 to 70°, where lawns are kept.",
                field="latitude",
                value=self.latitude_deg,
                limits=(-70, 70),
            )
        if not -400 <= self.elevation_m <= 5000:
            raise OutOfRange(
                f"An elevation of {self.elevation_m:,.0f} m is outside −400 to 5,000 m. Check the unit.",
                field="elevation",
                value=self.elevation_m,
                limits=(-400, 5000),
            )
        series = (self.mean_c, self.min_c, self.max_c, self.rain_mm)
        if any(len(values) != 12 for values in series):
            raise DoesNotFit("A climate needs twelve months of every value.", field="mean_c")
        for month, (mean, low, high, rain) in enumerate(zip(*series, strict=True)):
            if not low <= mean <= high:
                raise DoesNotFit(
                    f"{MONTH_NAMES[month]}: minimum {low:g} °C, mean {mean:g} °C and maximum {high:g} °C are "
                    "not in rising order. Check for a swap or a unit.",
                    field=f"month_{month + 1}",
                    value=mean,
                    limits=(low, high),
                )
            if rain < 0:
                raise OutOfRange(
                    f"{MONTH_NAMES[month]}: rain cannot be negative.",
                    field=f"month_{month + 1}",
                    value=rain,
                    limits=(0, None),
                )
        if (self.last_frost is None) != (self.first_frost is None):
            raise DoesNotFit(
                "Give both frost dates or neither: the last of spring and the first of autumn.",
                field="last_frost",
            )

    @property
    def southern(self) -> bool:
        """True south of the equator."""
        return self.latitude_deg < 0

    def rain_doubt(self) -> Doubtful | None:
        """A question where a year's rain is a desert's: the usual cause is inches typed as millimetres; or None."""
        year = sum(self.rain_mm)
        if year >= DOUBTFUL_RAIN_MM or max(self.rain_mm) > 25.4:
            return None
        return Doubtful(
            f"Rain of {year:.4g} mm in a year is that of a desert. If these are inches, it would be {year * 25.4:,.0f}"
            " mm. Type the unit with each figure, or confirm.",
            field="months-0-rain",
            value=year,
        )

    def hemisphere_doubt(self) -> Doubtful | None:
        """A question where the warmest month does not belong to the hemisphere, or None.

        Within 15° of the equator the seasons say nothing and nothing is asked.
        """
        warmest = max(range(12), key=lambda month: self.mean_c[month])
        belongs_north = 3 <= warmest <= 9
        if abs(self.latitude_deg) <= 15 or belongs_north != self.southern:
            return None
        side, other = ("south", "north") if self.southern else ("north", "south")
        return Doubtful(
            f"{MONTH_NAMES[warmest]} is the warmest month, but the latitude is {side} of the equator. "
            f"Should it be {other}? Correct the latitude, or confirm.",
            field="latitude",
            value=self.latitude_deg,
        )


@dataclass(frozen=True)
class DailySeries:
    """Daily °C from ``start`` on, as the normals have it; one array entry a day."""

    start: date
    mean_c: Daily
    min_c: Daily
    max_c: Daily

    def index(self, day: date) -> int:
        """Position of ``day``; may lie outside the series."""
        return (day - self.start).days

    def day(self, index: int) -> date:
        """The date at a position."""
        return self.start + timedelta(days=int(index))


def season_start(climate: Climate, day: date) -> date:
    """The start of the season that contains ``day``: the first of the second month after the coldest.

    March in most northern climates, September in most southern ones. Common practice, no source.
    """
    coldest = min(range(12), key=lambda month: climate.mean_c[month])
    month = (coldest + 2) % 12 + 1
    year = day.year if (day.month, day.day) >= (month, 1) else day.year - 1
    return date(year, month, 1)


def next_season_start(start: date) -> date:
    """The start of the season after the one that began on ``start``."""
    return date(start.year + 1, start.month, 1)


@lru_cache(maxsize=64)
def daily_series(climate: Climate, start: date, end: date) -> DailySeries:
    """Daily curves from ``start`` up to but not including ``end``, at most ten years [epstein-1991].

    The curves of one climate and span are made once and shared: they cannot be written to.
    """
    days = (end - start).days
    if not 0 < days <= 3660:
        raise OutOfRange("A daily series needs 1 to 3,660 days.", field="end", value=days, limits=(1, 3660))
    shifted = start + timedelta(days=climate.early_days)
    basis = _basis(np.array([_phase(shifted + timedelta(days=n)) for n in range(days)]))
    curves = [basis @ _coefficients(v) for v in (climate.mean_c, climate.min_c, climate.max_c)]
    for curve in curves:
        curve.flags.writeable = False
    return DailySeries(start, *curves)


def _phase(day: date) -> float:
    """Middle of the day as days since 1 January of a 365-day year; 29 February sits on the seam."""
    if (day.month, day.day) == (2, 29):
        return 59.0
    return _MONTH_STARTS[day.month - 1] + day.day - 0.5


def _basis(phase: Daily) -> Daily:
    angle = 2 * np.pi * phase / 365
    columns = [np.ones_like(angle)]
    for k in range(1, 6):
        columns += [np.cos(k * angle), np.sin(k * angle)]
    # The sixth harmonic can carry only one term of twelve: the one in phase with the month middles.
    columns.append(np.cos(6 * (angle - 2 * np.pi * 15.5 / 365)))
    return np.stack(columns, axis=1)


@lru_cache(maxsize=1)
def _from_monthly_means() -> Daily:
    daily = _basis(np.arange(365, dtype=np.float64) + 0.5)
    monthly = np.stack([daily[s : s + n].mean(axis=0) for s, n in zip(_MONTH_STARTS, MONTH_DAYS, strict=True)])
    inverse: Daily = np.linalg.inv(monthly)
    return inverse


@lru_cache(maxsize=256)
def _coefficients(normals: tuple[float, ...]) -> Daily:
    coefficients: Daily = _from_monthly_means() @ np.array(normals)
    return coefficients
