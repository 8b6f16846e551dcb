"""The water of a root zone: what it holds, how many days it lasts, what more soil buys, and watering that tapers."""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.errors import OutOfRange
from amber_acre.core.tables.lawn_water import NEW_ROOTS_MM, ROOTS_GAIN_MM_WEEK
from amber_acre.core.tables.materials import MATERIALS
from amber_acre.core.working import Figure, Working

MORE_SOIL_MM = 50.0  # the 5 cm everybody asks about


@dataclass(frozen=True)
class WaterStore:
    """Water of a root zone in mm: all of it, what may be used before harm, and the days each lasts."""

    total_mm: float
    usable_mm: float
    days_usable: float
    days_empty: float


def water_store(
    available: float, roots_mm: float, depletion: float, use_mm_day: float, working: Working, source: str = "fao-56"
) -> WaterStore:
    """Store of ``roots_mm`` (10–2,000) of soil that holds ``available`` (0–0.5 m³/m³), eqs 82 and 83 [fao-56].

    ``depletion`` 0.1–0.8 of it may go before the grass suffers; ``use_mm_day`` above 0.
    """
    if not 10 <= roots_mm <= 2000:
        raise OutOfRange("Roots go 1 cm to 2 m deep. Check the unit.", field="roots", limits=(10, 2000))
    if not 0 < available <= 0.5:
        raise OutOfRange(
            "Soil holds above 0 and up to 0.5 of its volume as water for plants.", field="available", limits=(0, 0.5)
        )
    if not 0.1 <= depletion <= 0.8:
        raise OutOfRange("Allowed depletion lies between 10 and 80 %.", field="depletion", limits=(0.1, 0.8))
    if use_mm_day <= 0:
        raise OutOfRange(
            "Without any use the store lasts for ever: give the use of a day.", field="use", limits=(0, None)
        )
    total = working.step(
        "Water of the root zone",
        "available * roots_mm",
        [
            Figure("available", available, "m³/m³", "water for plants in the soil"),
            Figure("roots_mm", roots_mm, "mm", "roots"),
        ],
        available * roots_mm,
        "mm",
        source,
    )
    usable = working.step(
        "What may go before it suffers",
        "total_mm * depletion",
        [
            Figure("total_mm", total, "mm", "water of the root zone"),
            Figure("depletion", depletion, "", "allowed depletion"),
        ],
        total * depletion,
        "mm",
        "fao-56",
    )
    use = Figure("use_mm_day", use_mm_day, "mm/day", "use of a day")
    days = working.step(
        "Days until then",
        "usable_mm / use_mm_day",
        [Figure("usable_mm", usable, "mm", "usable"), use],
        usable / use_mm_day,
        "days",
        "fao-56",
    )
    empty = working.step(
        "Days until nothing is left",
        "total_mm / use_mm_day",
        [Figure("total_mm", total, "mm", "water of the root zone"), use],
        total / use_mm_day,
        "days",
        "fao-56",
    )
    return WaterStore(total, usable, days, empty)


def adjusted_depletion(depletion: float, use_mm_day: float, working: Working) -> float:
    """Allowed depletion on a day of another use than 5 mm: p + 0.04 × (5 − use), within 0.1 to 0.8, table 22
    [fao-56]."""
    return working.step(
        "Allowed depletion, adjusted to the day's use",
        "min(0.8, max(0.1, depletion + 0.04 * (5 - use_mm_day)))",
        [
            Figure("depletion", depletion, "", "allowed depletion at 5 mm a day"),
            Figure("use_mm_day", use_mm_day, "mm/day", "use of a day"),
        ],
        min(0.8, max(0.1, depletion + 0.04 * (5 - use_mm_day))),
        "",
        "fao-56",
    )


def stress_coefficient(total_mm: float, depleted_mm: float, depletion: float) -> float:
    """Use under stress as a share of use without (0–1): (TAW − Dr) ÷ ((1 − p) TAW), eq. 84 [fao-56].

    ``total_mm`` above 0, ``depleted_mm`` 0 to it, ``depletion`` 0 to under 1 (OutOfRange).
    """
    if total_mm <= 0 or not 0 <= depleted_mm <= total_mm or not 0 <= depletion < 1:
        raise OutOfRange("The store, what is gone from it, and the allowed share do not fit.", field="depletion")
    return min(1.0, (total_mm - depleted_mm) / ((1 - depletion) * total_mm))


def water_stress(total_mm: float, depletion: float, use_mm_day: float, days: int) -> float:
    """Share of its use that grass still draws after so many days without water, from a full store [fao-56]."""
    gone = 0.0
    for _ in range(days):
        gone = min(total_mm, gone + use_mm_day * stress_coefficient(total_mm, gone, depletion))
    return stress_coefficient(total_mm, gone, depletion)


def net_to_gross(
    need_mm: float, rain_mm: float, uniformity: float, size_m2: float, working: Working
) -> tuple[float, float, float]:
    """Irrigation for a span: net mm, gross mm by the system's uniformity (0.3–1), and m³ on the area; never
    negative."""
    if not 0.3 <= uniformity <= 1:
        raise OutOfRange(
            "Distribution uniformity of a system lies between 30 and 100 %.", field="uniformity", limits=(0.3, 1)
        )
    net = working.step(
        "Net need",
        "max(0, need_mm - rain_mm)",
        [Figure("need_mm", need_mm, "mm", "use of the grass"), Figure("rain_mm", rain_mm, "mm", "rain that counts")],
        max(0.0, need_mm - rain_mm),
        "mm",
        "common-practice",
    )
    gross = working.step(
        "To put on",
        "net_mm / uniformity",
        [Figure("net_mm", net, "mm", "net need"), Figure("uniformity", uniformity, "", "uniformity")],
        net / uniformity,
        "mm",
        "common-practice",
    )
    volume = working.step(
        "On the area",
        "gross_mm * size_m2 / 1000",
        [Figure("gross_mm", gross, "mm", "to put on"), Figure("size_m2", size_m2, "m²", "size")],
        gross * size_m2 / 1000,
        "m³",
        "plane-geometry",
    )
    return net, gross, volume


def bought_by_soil(
    available: float, more_mm: float, depletion: float, use_mm_day: float, working: Working
) -> tuple[float, float]:
    """What ``more_mm`` of soil buys: mm of water and days at the allowed depletion."""
    water = working.step(
        "Water of the added soil",
        "available * more_mm",
        [
            Figure("available", available, "m³/m³", "water for plants in the soil"),
            Figure("more_mm", more_mm, "mm", "more soil"),
        ],
        available * more_mm,
        "mm",
        "fao-56",
    )
    return water, _days(water, depletion, use_mm_day, working)


def bought_by_calcined_clay(
    rate_g_m2: float, depletion: float, use_mm_day: float, working: Working
) -> tuple[float, float]:
    """What calcined clay buys at most, holding 90 % of its weight: mm of water and days [common-practice]."""
    share = MATERIALS["calcined-clay"].water_share
    water = working.step(
        "Water of the calcined clay, at most",
        "rate_g_m2 / 1000 * share",
        [Figure("rate_g_m2", rate_g_m2, "g/m²", "calcined clay"), Figure("share", share, "", "of its weight")],
        rate_g_m2 / 1000 * share,
        "mm",
        "common-practice",
    )
    return water, _days(water, depletion, use_mm_day, working)


def _days(water: float, depletion: float, use_mm_day: float, working: Working) -> float:
    return working.step(
        "Days it buys",
        "water_mm * depletion / use_mm_day",
        [
            Figure("water_mm", water, "mm", "water"),
            Figure("depletion", depletion, "", "allowed depletion"),
            Figure("use_mm_day", use_mm_day, "mm/day", "use of a day"),
        ],
        water * depletion / use_mm_day,
        "days",
        "fao-56",
    )


@dataclass(frozen=True)
class WateringWeek:
    """One week of establishing: how deep roots are, mm to put on at a time, times a day (1 or more), days between (1
    or more)."""

    week: int
    roots_mm: float
    mm_each: float
    times_a_day: int
    days_between: int

    @property
    def often(self) -> str:
        """How often, in words."""
        if self.times_a_day > 1:
            return f"{self.times_a_day} times a day"
        return "daily" if self.days_between == 1 else f"every {self.days_between} days"

    @property
    def mm_week(self) -> float:
        """Put on in seven days, mm."""
        return self.mm_each * self.times_a_day * 7 / self.days_between


def establishment(
    available: float,
    target_roots_mm: float,
    depletion: float,
    use_mm_day: float,
    uniformity: float,
    working: Working,
    start_mm: float = NEW_ROOTS_MM,
    gain_mm: float = ROOTS_GAIN_MM_WEEK,
) -> tuple[WateringWeek, ...]:
    """Watering week by week while roots grow from ``start_mm`` to ``target_roots_mm``: rarer and deeper each week.

    As often as the roots' store asks for, in whole times a day or whole days, and each time what is used until the
    next, over the ``uniformity`` (0.3–1) of the sprinklers; at most 26 weeks. Growth of roots a week is from memory
    [from-memory].
    """
    if not start_mm <= target_roots_mm <= 1000:
        raise OutOfRange(
            f"A new lawn is watered until its roots are deeper than the new ones, {start_mm / 10:g} cm, and at most 1"
            " m. Type the depth to reach.",
            field="roots",
            limits=(start_mm, 1000),
        )
    weeks = []
    for week in range(1, 27):
        roots = min(target_roots_mm, start_mm + gain_mm * (week - 1))
        days = working.step(
            f"Week {week}: days the store of the roots lasts",
            "available * roots_mm * depletion / use_mm_day",
            [
                Figure("available", available, "m³/m³", "water for plants in the soil"),
                Figure("roots_mm", roots, "mm", "roots"),
                Figure("depletion", depletion, "", "allowed depletion"),
                Figure("use_mm_day", use_mm_day, "mm/day", "use of a day"),
            ],
            available * roots * depletion / use_mm_day,
            "days",
            "fao-56",
        )
        times = math.ceil(1 / days - 1e-9) if days < 1 else 1
        between = max(1, math.floor(days + 1e-9))
        each = working.step(
            f"Week {week}: to put on each time",
            "use_mm_day * between / times / uniformity",
            [
                Figure("use_mm_day", use_mm_day, "mm/day", "use of a day"),
                Figure("between", between, "days", "whole days between"),
                Figure("times", times, "", "times a day"),
                Figure("uniformity", uniformity, "", "uniformity"),
            ],
            use_mm_day * between / times / uniformity,
            "mm",
            "common-practice",
        )
        weeks.append(WateringWeek(week, roots, each, times, between))
        if roots >= target_roots_mm:
            break
    return tuple(weeks)
