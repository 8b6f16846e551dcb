"""What a sprayer or sprinkler puts down: by nozzle, by a measured strip, by pressure, by speed."""

from __future__ import annotations

import math

from amber_acre.core.errors import OutOfRange
from amber_acre.core.quantities import ACRE_M2, US_FLUID_OUNCE_L, SquareMetres
from amber_acre.core.working import Figure, Working

# On a 128th of an acre, ounces caught are gallons an acre: a gallon holds 128 of them.
OUNCE_PLOT_M2 = SquareMetres(ACRE_M2 / 128)
SPEED_M_S = (0.2, 4.5)  # from creeping to a vehicle [common-practice]
FLOW_AT_MOST_L_MIN = 200.0
PRESSURE_AT_MOST_BAR = 70.0  # hand and boom sprayers [common-practice]


def by_nozzle(flow_l_min: float, speed_m_s: float, spacing_m: float, working: Working) -> float:
    """Mix put down, L/m²: flow of one nozzle ÷ (speed × spacing). Flow and spacing above 0, speed 0.2–4.5 m/s."""
    check_speed(speed_m_s)
    _above(flow_l_min, "flow", FLOW_AT_MOST_L_MIN, "A flow", "L/min")
    _above(spacing_m, "spacing", 30.0, "A width", "m")
    figures = [
        Figure("flow", flow_l_min, "L/min", "flow of a nozzle"),
        Figure("speed", speed_m_s, "m/s", "walking speed"),
        Figure("spacing", spacing_m, "m", "width a nozzle covers"),
    ]
    result = flow_l_min / 60 / (speed_m_s * spacing_m)
    return working.step("Mix put down", "flow / 60 / (speed * spacing)", figures, result, "L/m²", "plane-geometry")


def by_strip(litres: float, strip_m2: float, working: Working) -> float:
    """Mix put down, L/m², from what a measured strip took; both above 0."""
    _above(litres, "caught", 1000.0, "What went down", "L")
    _above(strip_m2, "strip", 100_000.0, "A strip", "m²")
    figures = [Figure("litres", litres, "L", "what went down"), Figure("strip", strip_m2, "m²", "strip")]
    return working.step("Mix put down", "litres / strip", figures, litres / strip_m2, "L/m²", "plane-geometry")


def ounces_are_gallons(ounces: float, working: Working) -> float:
    """Mix put down, L/m², from US fluid ounces caught in the time a 128th of an acre takes [plane-geometry]."""
    _above(ounces, "ounces", 1000.0, "What was caught", "fl oz")
    figures = [
        Figure("ounces", ounces, "fl oz", "caught"),
        Figure("ounce", US_FLUID_OUNCE_L, "L", "a fluid ounce"),
        Figure("plot", OUNCE_PLOT_M2, "m²", "a 128th of an acre"),
    ]
    result = ounces * US_FLUID_OUNCE_L / OUNCE_PLOT_M2
    return working.step("Mix put down", "ounces * ounce / plot", figures, result, "L/m²", "plane-geometry")


def speed_over(metres: float, seconds: float, working: Working) -> float:
    """Speed in m/s over a measured length; both above 0, the speed 0.2–4.5 (OutOfRange)."""
    _above(metres, "run", 1000.0, "A length", "m")
    _above(seconds, "seconds", 3600.0, "A time", "s")
    figures = [Figure("run", metres, "m", "length"), Figure("seconds", seconds, "s", "time")]
    return check_speed(working.step("Speed", "run / seconds", figures, metres / seconds, "m/s", "plane-geometry"))


def check_speed(speed_m_s: float) -> float:
    """A speed a sprayer is carried or driven at, 0.2–4.5 m/s; OutOfRange asks for the unit beyond."""
    if not SPEED_M_S[0] <= speed_m_s <= SPEED_M_S[1]:
        raise OutOfRange(
            f"{speed_m_s * 3.6:.3g} km/h ({speed_m_s / 0.44704:.3g} mph) is no speed to spray at: 1 to 16 km/h (0.5 to"
            " 10 mph). Check the unit.",
            field="speed",
            value=speed_m_s,
            limits=SPEED_M_S,
        )
    return speed_m_s


def flow_at(flow_l_min: float, bar_from: float, bar_to: float, working: Working) -> float:
    """Flow of the same nozzle at another pressure: by the square root [from-memory]. Pressures above 0 to 70 bar."""
    for bar, field in ((bar_from, "pressure"), (bar_to, "pressure_to")):
        _above(bar, field, PRESSURE_AT_MOST_BAR, "A pressure", "bar")
    figures = [
        Figure("flow", flow_l_min, "L/min", "flow now"),
        Figure("there", bar_to, "bar", "pressure then"),
        Figure("now", bar_from, "bar", "pressure now"),
    ]
    result = flow_l_min * math.sqrt(bar_to / bar_from)
    return working.step("Flow then", "flow * sqrt(there / now)", figures, result, "L/min", "from-memory")


def pressure_for(bar: float, flow_from: float, flow_to: float, working: Working) -> float:
    """Pressure that gives another flow: by its square, so double the flow takes four times as much [from-memory]."""
    _above(bar, "pressure", PRESSURE_AT_MOST_BAR, "A pressure", "bar")
    figures = [
        Figure("bar", bar, "bar", "pressure now"),
        Figure("want", flow_to, "L/m²", "put down then"),
        Figure("now", flow_from, "L/m²", "put down now"),
    ]
    result = bar * (flow_to / flow_from) ** 2
    return working.step("Pressure for it", "bar * (want / now) ** 2", figures, result, "bar", "from-memory")


def water_for(flow_l_min: float, density_kg_l: float, working: Working) -> float:
    """Flow of a liquid heavier than water through a nozzle rated with water: ÷ √density [from-memory]."""
    figures = [Figure("flow", flow_l_min, "L/min", "with water"), Figure("density", density_kg_l, "kg/L", "of the mix")]
    result = flow_l_min / math.sqrt(density_kg_l)
    return working.step("Flow of this mix", "flow / sqrt(density)", figures, result, "L/min", "from-memory")


def rain_of(flow_l_min: float, wetted_m2: float, working: Working) -> float:
    """Water of sprinklers, mm/h: flow × 60 ÷ area wetted; both above 0."""
    _above(flow_l_min, "flow", 10_000.0, "A flow", "L/min")
    _above(wetted_m2, "wetted", 1_000_000.0, "The ground", "m²")
    figures = [Figure("flow", flow_l_min, "L/min", "flow"), Figure("wetted", wetted_m2, "m²", "ground wetted")]
    return working.step(
        "Water put down", "flow * 60 / wetted", figures, flow_l_min * 60 / wetted_m2, "mm/h", "plane-geometry"
    )


def _above(value: float, field: str, most: float, what: str, unit: str) -> None:
    if not 0 < value <= most:
        raise OutOfRange(
            f"{what} lies above 0, up to {most:,g} {unit}. Check the unit.", field=field, value=value, limits=(0, most)
        )
