"""The care pattern of lawns: cool and warm season, lean and shaded, by grass, climate, water and soil.

Figures are from memory and starting points unless a source is named; each is argued where it stands.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

import numpy as np

from amber_acre.core.care.brief import Lawn
from amber_acre.core.care.establishing import Start, start_of
from amber_acre.core.care.pattern import Asks, Mask, Need, ShareWanted
from amber_acre.core.quantities import POUND_PER_THOUSAND_G_M2
from amber_acre.core.rules.in_season import BEFORE_AUTUMN_QUICK, FLAT, HOT_QUICK_CAP_G_M2, hot_quick_cap
from amber_acre.core.rules.new_grass import STRONG_QUICK_G_M2
from amber_acre.core.rules.sums import SHADE, SHADE_QUICK, SHADE_TOTAL
from amber_acre.core.season.growing import Growing, growing
from amber_acre.core.season.phases import STEPS, Phases, Steps, phases
from amber_acre.core.season.water_steps import bucket, capacity_mm, too_dry
from amber_acre.core.season.windows import HEAT_FROM_C
from amber_acre.core.soil.findings import SoilFindings

# Cool-season grass in and before heat: usual maximum from which, most quick and most nitrogen of one feed, g/m².
HEAT_ROWS = ((26.0, 1.5, 4.9), (28.2, HOT_QUICK_CAP_G_M2, 2.4), (29.5, HOT_QUICK_CAP_G_M2, 1.1))  # [common-practice]
BEFORE_HEAT_STEPS = 9  # about 68 days before the maximum passes 28 °C [common-practice]
BEFORE_HEAT_C, BEFORE_HEAT_QUICK, BEFORE_HEAT_TOTAL, BEFORE_HEAT_SLOW = 28.0, 1.5, 3.4, 0.5  # [common-practice]
WET_SURPLUS_MM, WET_QUICK = 15.0, 2.4  # a step's drainage that carries nitrate off; quick then, g/m² [common-practice]
AUTUMN_SHARE, AUTUMN_MORE_IF_HOT = 0.35, 0.20  # of a cool lawn's year after summer [extension-turf-calendars]
SPRING_SHARE, SPRING_MORE_IF_COOL = 0.18, 0.10  # before it [extension-turf-calendars]
GAP_STEPS, AHEAD = 16, 1.4  # where growth never stops: 122 days, and a dose against the 12 steps after it
TOTAL_OVER_NEED = 1.6  # total nitrogen over available need: organics bring more than they give [common-practice]
# Potassium: K of clippings is half their nitrogen [from-memory]; low tests want as much and 3 g/m² on top.
K_PER_N, K_WHEN_LOW, K_ONCE, K_WHEN_BAGGED = 0.5, 3.0, 5.5, 0.35
P_WHEN_LOW, P_MOST_LOW, P_ONCE = 1.7, 3.4, 2.2  # g/m² of P in a year and at once [common-practice]


CLOSED_BY_RULE = "the rule’s closed period"
BY_RULE, IN_HEAT = "the rule’s cap", "heat burns what is quick"


def asks(lawn: Lawn, need_g_m2: float, soil: SoilFindings, start: date, may_p: bool) -> Asks:
    """What a lawn asks of the twelve months from ``start``; ``need_g_m2`` of nitrogen, ``may_p``: whether the local
    rule lets phosphorus go down at all."""
    year = phases(lawn.climate)
    grows = growing(lawn.grass, year)
    begins = start_of(lawn, year, start)
    watered = lawn.irrigated
    wet = bucket(year, capacity_mm(lawn.texture))
    open_, because = _open(lawn, year, grows, start)
    demand = relative_demand(lawn, year, grows, wet.share, begins)
    caps = _caps(lawn, year, grows, wet.surplus_mm)
    for step in begins.closed:
        open_[step], because[step] = False, because[step] or begins.why
    for step in begins.open:
        if not because[step].startswith(CLOSED_BY_RULE):
            open_[step], because[step] = True, ""
    for step in begins.coming_up:
        open_[step], because[step] = False, because[step] or "seed is coming up: nobody walks on it"
    thin = lawn.low_m2 / lawn.size_m2
    caps.quick_at_most(begins.seedlings, STRONG_QUICK_G_M2, "seedlings bear no more")
    if begins.demand_of is not None:  # winter grass is fed while it grows, the summer grass rests
        winter = growing(begins.demand_of, year)
        for step in begins.winter_steps:
            open_[step] = bool(winter.fed[step]) and step not in begins.coming_up
    scale = need_g_m2 / demand.sum() if demand.sum() > 0 else 0.0
    uptake = grows.takes_up | (demand > 0)
    return Asks(
        year,
        demand * scale,
        uptake,
        open_,
        grows.parts,
        caps.quick * thin,
        caps.total * thin,
        caps.slow,
        tuple(because),
        (*_shares(lawn, grows), *begins.shares(need_g_m2)),
        _phosphorus(soil, begins, may_p),
        _potassium(lawn, soil, need_g_m2),
        min(year_most(lawn), TOTAL_OVER_NEED * need_g_m2),
        lawn.rules.slow_share_min,
        capacity_mm(lawn.texture),
        GAP_STEPS if grows.all_year and watered else 0,
        AHEAD if grows.all_year or grows.seasons < 1 else 0.0,
        {"down": 1, "up": -1}.get(lawn.ph_side or "", 0),
        begins.said,
        begins.starter is not None or bool(begins.said),
        lawn.start.on if lawn.start is not None and begins.starter is not None else None,
        tuple(begins.winter_steps),
        quick_because=tuple(caps.because),
    )


def demand_of(lawn: Lawn, start: date) -> tuple[Phases, Growing, Steps]:
    """The year of a lawn's place, its growth, and its relative demand by step."""
    year = phases(lawn.climate)
    grows = growing(lawn.grass, year)
    moist = bucket(year, capacity_mm(lawn.texture)).share
    return year, grows, relative_demand(lawn, year, grows, moist, start_of(lawn, year, start))


def part_with_grass(lawn: Lawn, start: date) -> float:
    """Share of a year's growth in which a lawn that is sown or laid in it has grass, 0–1."""
    year = phases(lawn.climate)
    begins = start_of(lawn, year, start)
    if not begins.unborn:
        return 1.0
    grows, moist = growing(lawn.grass, year), bucket(year, capacity_mm(lawn.texture)).share
    with_it = float(relative_demand(lawn, year, grows, moist, begins).sum())
    whole = float(relative_demand(lawn, year, grows, moist, Start()).sum())
    return with_it / whole if whole > 0 else 1.0


def year_most(lawn: Lawn) -> float:
    """The most nitrogen of a year, g/m²: the grass's printed high end in the sun it has, and the rule's cap on the
    smallest it can be."""
    high = lawn.grass.need_lb_1000[1] * POUND_PER_THOUSAND_G_M2 * shade_of(lawn.sun_hours)
    if lawn.start is not None and lawn.start.grass is not None:
        high += lawn.start.grass.need_lb_1000[0] * POUND_PER_THOUSAND_G_M2
    cap = lawn.rules.yearly_cap_g_m2
    thin = lawn.low_m2 / lawn.size_m2
    return min(high, cap) * thin if cap is not None else high * thin


def shade_of(hours: float | None) -> float:
    """What of its nitrogen turf can use in so many hours of summer sun."""
    return 1.0 if hours is None else next((share for under, share in SHADE if hours < under), 1.0)


def _open(lawn: Lawn, year: Phases, grows: Growing, start: date) -> tuple[Mask, list[str]]:
    """Steps in which the lawn may be fed, and in words why not."""
    open_, because = grows.fed.copy(), [""] * STEPS
    dry = too_dry(year, capacity_mm(lawn.texture))
    for n in range(STEPS):
        if not grows.takes_up[n]:
            because[n] = "the grass rests"
        elif not grows.fed[n]:
            because[n] = "growth is only beginning or about to end"
        elif not lawn.irrigated and dry[n]:
            open_[n], because[n] = False, "it is too dry here without watering"
        day = year.date_of(n, start)
        closed = next((b for b in lawn.rules.blackouts if b.covers(day)), None)
        if closed is not None:
            open_[n], because[n] = False, f"{CLOSED_BY_RULE} “{closed.name}”"
    return open_, because


def relative_demand(lawn: Lawn, year: Phases, grows: Growing, moist: Steps, begins: Start) -> Steps:
    """Relative demand of every step, before it is scaled to the need."""
    demand = grows.growth.copy()
    if not lawn.irrigated:
        demand = demand * moist
    else:
        rain = np.minimum(1.0, year.rain_mm / np.maximum(year.et_mm, 1e-9))
        demand = demand * (1 - 0.4 * (1 - grows.seasons) * (1 - rain))
    if begins.demand_of is not None:
        winter = growing(begins.demand_of, year)
        other = np.zeros(STEPS)
        other[begins.winter_steps] = winter.growth[begins.winter_steps]
        share = 0.5 * demand.sum() / other.sum() if other.sum() > 0 else 0.0
        demand = np.maximum(demand, 0.0) + share * other
    demand[begins.unborn] = 0.0
    found: Steps = demand
    return found


@dataclass
class _Caps:
    """Most quick and most total nitrogen of one feed, g/m², its least slow share, and why no more of it is quick, by
    step."""

    quick: Steps
    total: Steps
    slow: Steps
    because: list[str]

    def quick_at_most(self, steps: Iterable[int], g_m2: float, why: str) -> None:
        """Lowers what may be quick in some steps, where it is not lower yet."""
        for n in steps:
            if g_m2 < self.quick[n]:
                self.quick[n], self.because[n] = g_m2, why


def _caps(lawn: Lawn, year: Phases, grows: Growing, surplus_mm: Steps) -> _Caps:
    """What holds one feed of a lawn, step by step; not yet for the small end of its size."""
    rules = lawn.rules
    caps = _Caps(
        np.full(STEPS, float(rules.quick_cap_g_m2)),
        np.full(STEPS, float(rules.total_cap_g_m2)),
        np.zeros(STEPS),
        [BY_RULE] * STEPS,
    )
    caps.quick_at_most(np.flatnonzero(surplus_mm > WET_SURPLUS_MM), WET_QUICK, "rain carries nitrate off")
    if shade_of(lawn.sun_hours) < 1:
        caps.quick_at_most(range(STEPS), SHADE_QUICK, "more makes soft turf in shade")
        caps.total = np.minimum(caps.total, SHADE_TOTAL)
    if lawn.grass.season == "warm":
        hot = np.flatnonzero(year.max_c >= HEAT_FROM_C["warm"])
        caps.quick_at_most(hot, hot_quick_cap("warm", lawn.irrigated), IN_HEAT)
        return caps
    middle = (year.soil_c.max() + year.soil_c.min()) / 2
    for n in range(STEPS):
        if grows.parts[n] != "falling":
            late = grows.parts[n] != "rising" or year.soil_c[n] > middle
            most = BEFORE_HEAT_QUICK if late and grows.seasons > FLAT else BEFORE_AUTUMN_QUICK
            caps.quick_at_most([n], most, "before summer is over more drives leaves, not roots")
        for from_c, most_quick, most in HEAT_ROWS:
            if year.max_c[n] > from_c:
                caps.quick_at_most([n], most_quick, IN_HEAT)
                caps.total[n] = min(caps.total[n], most)
        ahead = [year.max_c[(n + more) % STEPS] for more in range(BEFORE_HEAT_STEPS + 1)]
        if grows.turning[n] > 0 and max(ahead) > BEFORE_HEAT_C:
            caps.quick_at_most([n], BEFORE_HEAT_QUICK, "heat is near, and soft growth suffers in it")
            caps.total[n] = min(caps.total[n], BEFORE_HEAT_TOTAL)
            caps.slow[n] = BEFORE_HEAT_SLOW
    return caps


def _shares(lawn: Lawn, grows: Growing) -> tuple[ShareWanted, ...]:
    """A cool lawn's autumn outweighs its spring; what the growth curve alone does not say."""
    if lawn.grass.season == "warm" or grows.seasons <= FLAT or (lawn.start is not None and lawn.start.way != "over"):
        return ()
    falling = np.array([part == "falling" for part in grows.parts])
    rising = np.array([part == "rising" for part in grows.parts])
    autumn = (AUTUMN_SHARE + AUTUMN_MORE_IF_HOT * grows.hot) * grows.seasons
    spring = (SPRING_SHARE + SPRING_MORE_IF_COOL * (1 - grows.hot)) * grows.seasons
    wanted = [ShareWanted("autumn", falling, autumn, "after summer roots and stores fill: it outweighs spring")]
    if lawn.upkeep != "low":
        wanted.append(ShareWanted("spring", rising, spring, "some of the year belongs to the spring flush"))
    return tuple(wanted)


def _phosphorus(soil: SoilFindings, begins: Start, may: bool) -> Need:
    if soil.phosphorus == "high":
        return Need(0.0, 0.0, 0.0, 0.0, 1.5, "the test is high in phosphorus")
    seeded = begins.starter
    if soil.phosphorus == "low":
        on = seeded if seeded is not None else None
        return Need(P_WHEN_LOW, P_ONCE, P_MOST_LOW, 1.2, 0.4, "the test is low in phosphorus", 1, on)
    if seeded is not None:
        return Need(0.9, P_ONCE, P_ONCE, 0.6, 0.4, "a starter for new grass", 1, seeded)
    why = "no test asks for phosphorus"
    return Need(0.0, 0.0 if not may else P_ONCE, None if may else 0.0, 0.0, 0.4, why)


def _potassium(lawn: Lawn, soil: SoilFindings, need: float) -> Need:
    """Potassium by test; by bagged clippings where no test says it is plenty; in two doses on sand."""
    sandy = lawn.texture in ("sand", "loamy sand")
    if soil.potassium == "low":
        wanted = K_PER_N * need + K_WHEN_LOW
        return Need(wanted, K_ONCE, wanted + 4.0, 0.35, 0.1, "the test is low in potassium", 2 if sandy else 1)
    if not lawn.clippings_returned and soil.potassium != "high":
        wanted = K_WHEN_BAGGED * need
        return Need(wanted, K_ONCE, None, 0.25, 0.1, "bagged clippings take potassium with them")
    return Need(0.0, K_ONCE, None, 0.0, 0.3 if soil.potassium == "high" else 0.1, "no test asks for potassium")
