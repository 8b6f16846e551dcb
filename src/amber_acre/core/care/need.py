"""How much nitrogen a lawn needs in a year, from grass, upkeep, clippings, water, soil and the rule."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import date, timedelta
from functools import lru_cache

import numpy as np

from amber_acre.core.by_content import by_content
from amber_acre.core.care.brief import Lawn, Upkeep
from amber_acre.core.care.establishing import ESTABLISHES
from amber_acre.core.care.lawn import demand_of, part_with_grass, shade_of
from amber_acre.core.quantities import POUND_PER_THOUSAND_G_M2, GramsPerSquareMetre, unrounded
from amber_acre.core.season.climate import Daily, DailySeries
from amber_acre.core.season.months import MONTH_DAYS, MONTH_NAMES
from amber_acre.core.season.phases import STEP_DAYS, STEPS, Phases, Steps
from amber_acre.core.season.water import water_year
from amber_acre.core.tables.soil_ranges import HIGH_ORGANIC_MATTER
from amber_acre.core.working import Figure, Limit, Working

UPKEEP_LEVEL: dict[Upkeep, float] = {"low": 0.0, "middle": 0.5, "high": 1.0}
# Returned clippings save a quarter to a half; the cautious end is taken [clippings-n].
CLIPPINGS_FACTOR = 0.75
LEAVES_FACTOR = 0.95  # leaves carry little nitrogen, and hold some of it while they rot [common-practice]
WEAR_FACTOR = 1.2  # of the need, of turf that has to grow again; held at the printed high end [common-practice]
# A soil over 4.5 % organic matter feeds the lawn itself by about a quarter [organic-matter-n].
ORGANIC_MATTER_FACTOR = 0.75
# The printed ranges are of seasons of about 7.5 months [season-length-n].
SEASON_BASE, SEASON_PER_YEAR, SEASON_USUAL_DAYS, SEASON_LEAST, SEASON_MOST = 0.55, 0.45, 228.0, 0.7, 1.2
STEP_DOWN = 0.75  # of a season's nitrogen the next one brings at least, where a lawn is weaned [common-practice]
KEPT_NEEDS = 512  # lawns in their seasons
LEAST_WATER_SHARE = 0.6  # drought-hardy turf lives through: a rainless summer never takes more off [common-practice]


@dataclass(frozen=True)
class NitrogenNeed:
    """Yearly need in g/m², the daily demand that adds up to it over the season, and the working."""

    yearly_g_m2: GramsPerSquareMetre
    demand_g_m2: Daily
    working: Working


def nitrogen_need(lawn: Lawn, series: DailySeries) -> NitrogenNeed:
    """Yearly nitrogen in g/m² over one season's ``series`` and its spread by growth [extension-turf-n].

    Need = low + level × (high − low), × clippings, × leaves, × wear, × organic matter, × length of the season, × water
    where not irrigated, × shade; never over the printed high end, and said where it comes to lie under the low end;
    held under the rule's yearly cap. Demand of a day follows the growth of the place, parts of the season and heat.
    """
    return _need_of(replace(lawn, name=""), series)  # whatever it is called


@by_content(KEPT_NEEDS)
def _need_of(lawn: Lawn, series: DailySeries) -> NitrogenNeed:
    working = Working("Nitrogen need of the year")
    need = _need_at_upkeep(lawn, working)
    if lawn.clippings_returned:
        need = _times(working, need, CLIPPINGS_FACTOR, "clippings are returned", "clippings-n")
    if lawn.leaves_mown:
        need = _times(working, need, LEAVES_FACTOR, "fallen leaves are mown in", "common-practice")
    if lawn.worn:
        need = _times(working, need, WEAR_FACTOR, "worn: what grows again takes more", "common-practice")
    test = lawn.soil_test
    if test is not None and test.organic_matter is not None:
        if test.organic_matter > HIGH_ORGANIC_MATTER:
            need = _times(
                working, need, ORGANIC_MATTER_FACTOR, "the soil is rich in organic matter", "organic-matter-n"
            )
    else:
        working.assume("Organic matter unknown: nothing taken off for what the soil itself gives.")
    year, grows, demand = demand_of(lawn, series.start)
    need = _by_season(working, need, float(grows.takes_up.sum()) * STEP_DAYS)
    growth = by_day(year, grows.growth, series)
    if not lawn.irrigated and growth.any():
        share = max(LEAST_WATER_SHARE, _limited_by_water(lawn, series, growth, working))
        need = _times(working, need, share, "rain carries this share of the growth (not irrigated)", "fao-56")
    if shade_of(lawn.sun_hours) < 1:
        need = _times(working, need, shade_of(lawn.sun_hours), "shade: turf there uses less", "from-memory")
    need = _weaned(lawn, need, working)
    need = _between_the_ends(lawn, need, working)
    need = _new_grass(lawn, need, series, working)
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
    daily = by_day(year, demand, series)
    return NitrogenNeed(GramsPerSquareMetre(need), need * daily / max(1e-9, float(daily.sum())), working)


def by_day(year: Phases, steps: Steps, series: DailySeries) -> Daily:
    """A curve of steps on the days of a series, straight between the days that stand for the steps."""
    days = np.array(_days_of_year(series.start, len(series.mean_c)))
    middles = (np.arange(STEPS) + 0.5) * STEP_DAYS + sum(MONTH_DAYS[: year.first_month]) - year.early_days
    found: Daily = np.interp(days, middles % 365, steps, period=365)
    return found


def _by_season(working: Working, need: float, growing_days: float) -> float:
    """The printed ranges are of seasons of seven to eight months: a shorter one takes less, a longer one more."""
    factor = min(SEASON_MOST, max(SEASON_LEAST, SEASON_BASE + SEASON_PER_YEAR * growing_days / SEASON_USUAL_DAYS))
    days = Figure("days", growing_days, "days", "days in which the grass takes up nitrogen")
    factor = working.step(
        "For the length of the growing season",
        f"min({SEASON_MOST}, max({SEASON_LEAST}, {SEASON_BASE} + {SEASON_PER_YEAR} * days / {SEASON_USUAL_DAYS}))",
        [days],
        factor,
        "",
        "season-length-n",
    )
    return _times(working, need, factor, "length of the growing season", "season-length-n")


def _new_grass(lawn: Lawn, need: float, series: DailySeries, working: Working) -> float:
    """Of a lawn that is sown or laid in the year: its part of the year's growth, and a quarter to establish."""
    part = part_with_grass(lawn, series.start)
    if part + ESTABLISHES >= 1.0:
        return need
    return working.step(
        "For the part of the year that has grass, and to establish it",
        f"need_g_m2 * min(1, part + {ESTABLISHES})",
        [
            Figure("need_g_m2", need, "g/m²", "need of a whole year"),
            Figure("part", part, "", "of the year's growth after it is sown or laid"),
        ],
        need * min(1.0, part + ESTABLISHES),
        "g/m²",
        "common-practice",
    )


def _weaned(lawn: Lawn, need: float, working: Working) -> float:
    """A lawn used to much more is weaned: no season brings less than three quarters of the one before it."""
    before = lawn.fed_before_g_m2
    if before is None or before * STEP_DOWN <= need:
        return need
    return working.step(
        "Weaned: a quarter less than the season before",
        f"max(need_g_m2, {STEP_DOWN} * before_g_m2)",
        [
            Figure("need_g_m2", need, "g/m²", "need"),
            Figure("before_g_m2", before, "g/m²", "nitrogen of the season before"),
        ],
        before * STEP_DOWN,
        "g/m²",
        "common-practice",
    )


def _between_the_ends(lawn: Lawn, need: float, working: Working) -> float:
    """Never over the grass's printed high end; under its low end it is said."""
    low, high = (bound * POUND_PER_THOUSAND_G_M2 for bound in lawn.grass.need_lb_1000)
    if need > high:
        need = working.step(
            "Held at the grass's printed high end",
            "min(need_g_m2, high_g_m2)",
            [Figure("need_g_m2", need, "g/m²", "need"), Figure("high_g_m2", high, "g/m²", "high end")],
            high,
            "g/m²",
            lawn.grass.source,
        )
    if need < low * (1 - 1e-9):
        working.assume(
            f"This is under the {unrounded(low)} g/m² printed as the low end for {lawn.grass.common_name}: what is"
            " taken"
            " off above says why. A thin or pale lawn wants more; look, and raise the maintenance."
        )
    return need


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
        f"{'Less' if factor < 1 else 'More'}: {reason}",
        "need_g_m2 * factor",
        [Figure("need_g_m2", need, "g/m²", "need so far"), Figure("factor", factor, "", reason)],
        need * factor,
        "g/m²",
        source,
    )


def _limited_by_water(lawn: Lawn, series: DailySeries, growth: Daily, working: Working) -> float:
    """The share of the season's growth that water allows, worked month by month."""
    water = water_year(lawn.climate, lawn.grass.season, working, lawn.store_mm)
    month = np.array(_months_of(series.start, len(growth)))
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
        note="Days of best growth: of every day, what growth is of the best by soil warmth, light and heat, added up.",
    )
    return working.step(
        "Share of growth that rain carries",
        "limited / full",
        [Figure("limited", limited_sum, "days", "water-limited"), Figure("full", full_sum, "days", "unlimited")],
        limited_sum / full_sum,
        "",
        "fao-56",
    )


@lru_cache(maxsize=64)
def _days_of_year(start: date, days: int) -> tuple[float, ...]:
    """The middle of each of so many days from ``start`` on, in days of a year of 365."""
    dates = [start + timedelta(days=n) for n in range(days)]
    return tuple(sum(MONTH_DAYS[: day.month - 1]) + day.day - 0.5 for day in dates)


@lru_cache(maxsize=64)
def _months_of(start: date, days: int) -> tuple[int, ...]:
    """The month, 0–11, of each of so many days from ``start`` on."""
    return tuple((start + timedelta(days=n)).month - 1 for n in range(days))
