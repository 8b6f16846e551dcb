"""How much nitrogen a lawn needs in a year, from grass, upkeep, clippings, water, soil and the rule."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from amber_acre.core.programme.brief import Lawn, Upkeep
from amber_acre.core.quantities import POUND_PER_THOUSAND_G_M2, GramsPerSquareMetre
from amber_acre.core.season.climate import MONTH_DAYS, MONTH_NAMES, Daily, DailySeries
from amber_acre.core.season.growth import daily_growth
from amber_acre.core.season.water import water_year
from amber_acre.core.tables.soil_ranges import HIGH_ORGANIC_MATTER
from amber_acre.core.working import Figure, Limit, Working

UPKEEP_LEVEL: dict[Upkeep, float] = {"low": 0.0, "middle": 0.5, "high": 1.0}
# Returned clippings save a quarter to a half; the cautious end is taken [clippings-n].
CLIPPINGS_FACTOR = 0.75
# A soil over 4.5 % organic matter feeds the lawn itself by about a quarter [organic-matter-n].
ORGANIC_MATTER_FACTOR = 0.75


@dataclass(frozen=True)
class NitrogenNeed:
    """Yearly need in g/m², the daily demand that adds up to it over the season, and the working."""

    yearly_g_m2: GramsPerSquareMetre
    demand_g_m2: Daily
    working: Working


def nitrogen_need(lawn: Lawn, series: DailySeries) -> NitrogenNeed:
    """Yearly nitrogen in g/m² over one season's ``series`` and its spread by growth [extension-turf-n].

    Need = low + level × (high − low), × clippings, × organic matter, × water where not irrigated, held
    under the rule's yearly cap. Demand of a day = need × growth of the day ÷ growth of the season.
    """
    working = Working("Nitrogen need of the year")
    need = _need_at_upkeep(lawn, working)
    if lawn.clippings_returned:
        need = _times(working, need, CLIPPINGS_FACTOR, "clippings are returned", "clippings-n")
    test = lawn.soil_test
    if test is not None and test.organic_matter is not None:
        if test.organic_matter > HIGH_ORGANIC_MATTER:
            need = _times(
                working, need, ORGANIC_MATTER_FACTOR, "the soil is rich in organic matter", "organic-matter-n"
            )
    else:
        working.assume("Organic matter unknown: nothing taken off for what the soil itself gives.")
    growth = daily_growth(series.mean_c, lawn.grass.season)
    if not lawn.irrigated:
        growth, share = _limited_by_water(lawn, series, growth, working)
        need = _times(working, need, share, "rain carries this share of the growth (not irrigated)", "fao-56")
    cap = lawn.rules.yearly_cap_g_m2
    if cap is not None:
        held = cap * lawn.low_m2 / lawn.size_m2
        need = working.step(
            "Held under the rule's yearly cap"
            + (", at the small end of the lawn" if lawn.low_m2 < lawn.size_m2 else ""),
            "min(need_g_m2, cap_g_m2 * low_m2 / size_m2)",
            [
                Figure("need_g_m2", need, "g/m²", "need"),
                Figure("cap_g_m2", cap, "g/m²", f"yearly cap, {lawn.rules.name}"),
                Figure("low_m2", lawn.low_m2, "m²", "smallest it can be"),
                Figure("size_m2", lawn.size_m2, "m²", "size planned on"),
            ],
            min(need, held),
            "g/m²",
            "rule",
            (Limit("yearly cap", None, held, "rule"),),
        )
    demand: Daily = need * growth / growth.sum()
    return NitrogenNeed(GramsPerSquareMetre(need), demand, working)


UPKEEP_WORDS = {"low": "low", "middle": "medium", "high": "high"}


def _need_at_upkeep(lawn: Lawn, working: Working) -> float:
    """The place between the printed ends of the grass's range that its upkeep takes, g/m²."""
    grass = lawn.grass
    low, high = (bound * POUND_PER_THOUSAND_G_M2 for bound in grass.need_lb_1000)
    for name, printed, converted in (("low", grass.need_lb_1000[0], low), ("high", grass.need_lb_1000[1], high)):
        working.step(
            f"{grass.common_name}, {name} end, from lb/1000 ft²",
            "need_lb * lb_1000_g_m2",
            [
                Figure("need_lb", printed, "lb/1000 ft²", f"{name} end as printed"),
                Figure("lb_1000_g_m2", POUND_PER_THOUSAND_G_M2, "g/m²", "1 lb/1000 ft²"),
            ],
            converted,
            "g/m²",
            grass.source,
        )
    level = UPKEEP_LEVEL[lawn.upkeep]
    return working.step(
        f"Need at {UPKEEP_WORDS[lawn.upkeep]} maintenance",
        "low_g_m2 + level * (high_g_m2 - low_g_m2)",
        [
            Figure("low_g_m2", low, "g/m²", "low end"),
            Figure("level", level, "", f"{UPKEEP_WORDS[lawn.upkeep]} maintenance"),
            Figure("high_g_m2", high, "g/m²", "high end"),
        ],
        low + level * (high - low),
        "g/m²",
        grass.source,
    )


def _times(working: Working, need: float, factor: float, reason: str, source: str) -> float:
    return working.step(
        f"Less: {reason}",
        "need_g_m2 * factor",
        [Figure("need_g_m2", need, "g/m²", "need so far"), Figure("factor", factor, "", reason)],
        need * factor,
        "g/m²",
        source,
    )


def _limited_by_water(lawn: Lawn, series: DailySeries, growth: Daily, working: Working) -> tuple[Daily, float]:
    """Daily growth under the water share, and the share of the season's growth that is left.

    The share that enters the need is worked month by month; for the shape of the demand it runs
    smoothly between the middles of the months.
    """
    water = water_year(lawn.climate, lawn.grass.season, working, lawn.store_mm)
    month = np.array([series.day(n).month - 1 for n in range(len(growth))])
    monthly = [float(growth[month == m].sum()) for m in range(12)]
    full = [Figure(f"g{m + 1}", monthly[m], "days", f"growth in {MONTH_NAMES[m]}") for m in range(12)]
    wet = [Figure(f"w{m + 1}", water.share[m], "", f"water in {MONTH_NAMES[m]}") for m in range(12)]
    limited_sum = working.step(
        "Growth that water allows",
        " + ".join(f"g{m} * w{m}" for m in range(1, 13)),
        [*full, *wet],
        sum(g * w for g, w in zip(monthly, water.share, strict=True)),
        "days",
        "growth-potential-celsius",
    )
    full_sum = working.step(
        "Growth with water enough",
        " + ".join(f"g{m}" for m in range(1, 13)),
        full,
        sum(monthly),
        "days",
        "growth-potential-celsius",
        note="Days of best growth: the daily growth potentials of a month added up.",
    )
    share = working.step(
        "Share of growth that rain carries",
        "limited / full",
        [Figure("limited", limited_sum, "days", "water-limited"), Figure("full", full_sum, "days", "unlimited")],
        limited_sum / full_sum,
        "",
        "fao-56",
    )
    middles = np.array([_middle_of(m) for m in range(12)])
    days = np.array([_day_of_year(series, n) for n in range(len(growth))])
    smooth = np.interp(days, middles, water.share, period=365)
    return growth * smooth, share


def _middle_of(month: int) -> float:
    return sum(MONTH_DAYS[:month]) + MONTH_DAYS[month] / 2


def _day_of_year(series: DailySeries, index: int) -> float:
    day = series.day(index)
    return sum(MONTH_DAYS[: day.month - 1]) + day.day - 0.5
