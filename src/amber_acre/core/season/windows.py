"""Windows of the year: where frost, heat and a rule stand, as masks over days and spans to paint."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from amber_acre.core.season.climate import Climate, DailySeries, MonthDay
from amber_acre.core.tables.grasses import Season

Mask = NDArray[np.bool_]
WindowKind = Literal["frost", "heat", "blackout"]

# Mean daily minimum below which a hard frost (−2.2 °C) is likely in some night of an ordinary
# year; used only where no frost dates are known. From memory [frost-from-normals].
FROST_LIKELY_BELOW_C = 3.0
# Daily maximum from which quick nitrogen burns or pushes turf at the wrong time: about 85 °F for
# cool-season grass; warm-season grass grows best near 31 °C and is held only in extremes [common-practice].
HEAT_FROM_C: dict[Season, float] = {"cool": 29.0, "warm": 35.0}


@dataclass(frozen=True)
class Blackout:
    """A yearly span in which a rule forbids feeding, both ends included; may cross the new year."""

    name: str
    opens: MonthDay
    closes: MonthDay

    def covers(self, day: date) -> bool:
        """True where ``day`` lies in the span."""
        here = MonthDay(day.month, day.day)
        if self.opens <= self.closes:
            return self.opens <= here <= self.closes
        return here >= self.opens or here <= self.closes


@dataclass(frozen=True)
class Span:
    """A painted stretch of the tape: first and last day, both included."""

    kind: WindowKind
    name: str
    first: date
    last: date


def frost_mask(climate: Climate, series: DailySeries) -> Mask:
    """True on days on which a hard frost is likely: by the dates given, else by the minimum curve."""
    if climate.last_frost is not None and climate.first_frost is not None:
        return blackout_mask((Blackout("hard frost", climate.first_frost, climate.last_frost),), series)
    cold: Mask = series.min_c < FROST_LIKELY_BELOW_C
    return cold


def heat_mask(series: DailySeries, season: Season) -> Mask:
    """True on days whose mean maximum is 29 °C or more (cool-season grass), 35 °C (warm-season)."""
    hot: Mask = series.max_c >= HEAT_FROM_C[season]
    return hot


def blackout_mask(blackouts: tuple[Blackout, ...], series: DailySeries) -> Mask:
    """True on days any blackout covers: :meth:`Blackout.covers` for every day at once."""
    days = np.datetime64(series.start, "D") + np.arange(len(series.mean_c))
    months = days.astype("datetime64[M]")
    here = (months.astype(np.int64) % 12 + 1) * 100 + (days - months).astype(np.int64) + 1
    covered: Mask = np.zeros(len(here), dtype=bool)
    for blackout in blackouts:
        opens, closes = (edge.month * 100 + edge.day for edge in (blackout.opens, blackout.closes))
        after, before = here >= opens, here <= closes
        covered |= (after & before) if opens <= closes else (after | before)
    return covered


def spans(climate: Climate, series: DailySeries, blackouts: tuple[Blackout, ...], season: Season) -> tuple[Span, ...]:
    """Every frost, heat and blackout stretch of the series, in order of its first day."""
    found = [
        *_runs(frost_mask(climate, series), series, "frost", "hard frost likely"),
        *_runs(heat_mask(series, season), series, "heat", "heat: hold quick nitrogen"),
    ]
    for blackout in blackouts:
        found += _runs(blackout_mask((blackout,), series), series, "blackout", blackout.name)
    return tuple(sorted(found, key=lambda span: (span.first, span.kind)))


def weeks_before(day: date, weeks: int) -> date:
    """The day ``weeks`` × 7 days before ``day`` (15 October − 6 weeks = 3 September)."""
    return day - timedelta(weeks=weeks)


def runs_of(mask: Mask) -> list[tuple[int, int]]:
    """First and last index of every unbroken stretch of True."""
    edges = np.flatnonzero(np.diff(np.concatenate(([0], mask.astype(np.int8), [0]))))
    return [(int(a), int(b) - 1) for a, b in zip(edges[::2], edges[1::2], strict=True)]


def _runs(mask: Mask, series: DailySeries, kind: WindowKind, name: str) -> list[Span]:
    return [Span(kind, name, series.day(a), series.day(b)) for a, b in runs_of(mask)]
