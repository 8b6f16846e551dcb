"""When a grass grows: all its runs of the year with their parts, by soil warmth, growth potential, light and heat.

No month is named anywhere. A run opens where the soil, rising, reaches what the grass is fed from, and closes where it
falls under what it needs; where it never does, the year is one run. Heat is a part of the season of a cool grass.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from amber_acre.core.season.climate import Climate, Daily
from amber_acre.core.season.growth import growth_potential
from amber_acre.core.season.phases import STEPS, Phases, Steps, soil_warmth
from amber_acre.core.season.windows import HEAT_FROM_C
from amber_acre.core.tables.grass_growth import growth_of
from amber_acre.core.tables.grasses import Grass

Part = Literal["rest", "rising", "full", "heat", "falling"]
Mask = NDArray[np.bool_]

HOT_FROM_C, HOT_SPAN_C = 22.0, 8.0  # warmest month's maximum from which summers weigh, and over which [common-practice]
FLAT_BELOW_C = 8.0  # yearly range of soil under which spring and autumn fade [common-practice]
TURN_C_MONTH = 1.5  # change of soil warmth a month that marks spring or autumn [common-practice]
PAST_PEAK = 0.06  # of the yearly range below its peak: summer is over [common-practice]
SPRING_UNDER_C = 28.0  # usual maximum under which rising soil is spring for a cool grass [common-practice]
WARM_STOPS_STEPS = 6  # of 7.6 days before a warm grass goes to rest: six to seven weeks [common-practice]
COOL_SUMMER_C = 22.0  # soil that never passes it has no warm-season optimum to reach [common-practice]
AIR_STOPS_C, AIR_SPAN_C = 30.5, 8.0  # cool grass: maximum that stops growth, and over which it fades [common-practice]
SOIL_STOPS_C, SOIL_SPAN_C = 28.0, 8.0  # the same by soil [common-practice]


@dataclass(frozen=True)
class Growing:
    """A grass's year in 48 steps: relative growth 0–1, where it takes up and is fed, and the part of each step.

    ``hot``: how far summers weigh, 0–1; ``seasons``: how far the year has seasons at all, 0–1; ``turning``: change of
    soil warmth, °C a month.
    """

    growth: Steps
    takes_up: Mask
    fed: Mask
    parts: tuple[Part, ...]
    hot: float
    seasons: float
    turning: Steps

    @property
    def all_year(self) -> bool:
        """True where growth never stops."""
        return bool(self.takes_up.all())


def growing(grass: Grass, year: Phases) -> Growing:
    """The growing runs of a grass in a year, with their parts [growth-potential-celsius, grass-thresholds]."""
    soil = year.soil_c
    turning = (np.roll(soil, -1) - np.roll(soil, 1)) * 2
    span = float(soil.max() - soil.min())
    hot = float(np.clip((year.max_c.max() - HOT_FROM_C) / HOT_SPAN_C, 0, 1))
    takes_up, fed = _runs(grass, soil, turning)
    parts = _parts(grass, year, turning, takes_up)
    growth: Steps = potential(grass, year) * _in_the_heat(grass, year) * _by_part(grass, turning, hot)
    return Growing(np.round(growth * takes_up, 9), takes_up, fed, parts, hot, min(1.0, span / FLAT_BELOW_C), turning)


def soil_on(climate: Climate, day: date) -> float:
    """The usual soil °C at root depth on a day, by the climate's months and what was seen of the year."""
    usual = day + timedelta(days=climate.early_days)
    return float(_soil_of(climate.mean_c)[min(usual.timetuple().tm_yday, 365) - 1])


def grows_on(climate: Climate, grass: Grass, day: date) -> bool:
    """Whether a grass takes nitrogen up on a day, by the usual soil [grass-thresholds]."""
    return soil_on(climate, day) >= growth_of(grass).base_c


@lru_cache(maxsize=256)
def _soil_of(mean_c: tuple[float, ...]) -> Daily:
    return soil_warmth(mean_c)


def potential(grass: Grass, year: Phases) -> Steps:
    """Growth of a grass by soil warmth and light, 0–1 [growth-potential-celsius]; in cool summers a warm grass's best
    is what the place gives."""
    row = growth_of(grass)
    optimum = row.optimum_c
    if grass.season == "warm" and year.soil_c.max() < COOL_SUMMER_C:
        optimum = min(optimum, float(year.soil_c.max()) + 2.0)
    spread = np.where(year.soil_c < optimum, row.spread_below_c, row.spread_above_c)
    found: Steps = growth_potential(year.soil_c, optimum, spread) * np.sqrt(year.radiation)
    return found


def _runs(grass: Grass, soil: Steps, turning: Steps) -> tuple[Mask, Mask]:
    """Where a grass takes nitrogen up, and where it is fed."""
    row = growth_of(grass)
    takes_up: Mask = soil >= row.base_c
    if takes_up.all():
        return takes_up, takes_up.copy()
    if grass.season == "cool":
        fed: Mask = np.where(turning >= 0, soil >= row.opens_c, soil >= row.closes_c)
        return takes_up, fed
    closing = ~takes_up
    fed = takes_up & ~np.roll(closing, 1)  # a step after it wakes: full green-up
    for n in range(1, WARM_STOPS_STEPS + 1):
        fed &= ~np.roll(closing, -n)
    return takes_up, fed


def _parts(grass: Grass, year: Phases, turning: Steps, takes_up: Mask) -> tuple[Part, ...]:
    soil, top = year.soil_c, float(year.soil_c.max())
    span = top - float(year.soil_c.min())
    found: list[Part] = []
    for n in range(STEPS):
        if not takes_up[n]:
            found.append("rest")
        elif year.max_c[n] >= HEAT_FROM_C[grass.season]:
            found.append("heat")
        elif turning[n] > TURN_C_MONTH / 3 and (grass.season == "warm" or year.max_c[n] < SPRING_UNDER_C):
            found.append("rising")
        elif turning[n] < 0 and soil[n] < top - PAST_PEAK * span:
            found.append("falling")
        else:
            found.append("full")
    return tuple(found)


def _in_the_heat(grass: Grass, year: Phases) -> Steps:
    """What heat leaves of growth: a cool grass fades from a maximum of 22.5 °C to nothing near 30."""
    if grass.season == "warm":
        return np.ones(STEPS)
    air = np.clip((AIR_STOPS_C - year.max_c) / AIR_SPAN_C, 0.08, 1)
    soil = np.clip((SOIL_STOPS_C - year.soil_c) / SOIL_SPAN_C, 0.2, 1)
    found: Steps = air * soil
    return found


def _by_part(grass: Grass, turning: Steps, hot: float) -> Steps:
    """Spring and autumn weigh more than warmth alone says, the more so the hotter the summer between them."""
    if grass.season == "warm":
        return np.ones(STEPS)
    turn = np.tanh(np.abs(turning) / TURN_C_MONTH)
    found: Steps = np.where(turning > 0, 1 + 0.55 * hot * turn, 1 + (0.3 + 0.3 * hot) * turn)
    return found
