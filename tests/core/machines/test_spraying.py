"""Sprayers and sprinklers against the published calibration cases and pint."""

from __future__ import annotations

import math

import pint
import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.errors import OutOfRange
from amber_acre.core.machines.spraying import (
    FLOW_AT_MOST_L_MIN,
    OUNCE_PLOT_M2,
    PRESSURE_AT_MOST_BAR,
    SPEED_M_S,
    by_nozzle,
    by_strip,
    check_speed,
    flow_at,
    ounces_are_gallons,
    pressure_for,
    rain_of,
    speed_over,
    water_for,
)
from amber_acre.core.quantities import FOOT_M, THOUSAND_SQUARE_FEET_M2, US_GALLON_L
from amber_acre.core.typed_machines import PSI_BAR
from amber_acre.core.working import Working
from tests.core.published_cases import hold

UNITS: pint.UnitRegistry[float] = pint.UnitRegistry()
L_M2_PER_GPA = UNITS.Quantity(1, "gallon/acre").to("liter/m**2").magnitude
GPM, MPH = US_GALLON_L, 0.44704


def test_gallons_an_acre_of_nozzles() -> None:
    constant = by_nozzle(GPM, MPH, 0.0254, Working("")) / L_M2_PER_GPA
    hold("calibration", "11-constant-5940", {"GPA": constant})
    one = by_nozzle(0.4 * GPM, 4 * MPH, 20 * 0.0254, Working(""))
    per_1000 = one * THOUSAND_SQUARE_FEET_M2 / US_GALLON_L
    hold("calibration", "11-GPA-1", {"GPA": one / L_M2_PER_GPA, "per_1000": per_1000})
    hold("calibration", "11-metric-600", {"rate": by_nozzle(1.2, 5 / 3.6, 0.5, Working("")) * 10_000})


def test_ounces_of_a_128th_acre_are_gallons() -> None:
    feet2 = OUNCE_PLOT_M2 / FOOT_M**2
    hold("calibration", "11-128th-acre", {"area": feet2, "square_side": math.sqrt(feet2)})
    # pint's acre is of survey feet, two millionths longer.
    assert ounces_are_gallons(32, Working("")) == pytest.approx(32 * L_M2_PER_GPA, rel=1e-5)


def test_speed_pressure_and_density() -> None:
    hold("calibration", "11-speed-88", {"speed": speed_over(88 * FOOT_M, 20, Working("")) / MPH})
    hold("calibration", "11-pressure-double", {"pressure": pressure_for(20 * PSI_BAR, 1, 2, Working("")) / PSI_BAR})
    assert flow_at(1.0, 1.5, 6.0, Working("")) == pytest.approx(2.0)
    # A nozzle rated with water gives 0.88 of it with a liquid of 1.28 kg/L, as catalogues print it: from memory.
    assert water_for(1.0, 1.28, Working("")) == pytest.approx(0.88, abs=0.005)


def test_sprinklers() -> None:
    gallons = rain_of(9.2 * GPM, 620 * FOOT_M**2, Working(""))
    hold("calibration", "11-application-rate-sprinkler", {"rate": gallons / 25.4})


@given(st.floats(0.1, 5), st.floats(SPEED_M_S[0], SPEED_M_S[1]), st.floats(0.2, 4))
def test_nozzle_and_strip_agree(flow: float, speed: float, spacing: float) -> None:
    """A minute's walk as a strip."""
    strip = by_strip(flow, speed * 60 * spacing, Working(""))
    assert by_nozzle(flow, speed, spacing, Working("")) == pytest.approx(strip)


@given(st.floats(0.5, 5), st.floats(0.5, 10), st.floats(0.5, 10))
def test_pressure_undoes_flow(flow: float, bar: float, to: float) -> None:
    then = flow_at(flow, bar, to, Working(""))
    assert pressure_for(bar, flow, then, Working("")) == pytest.approx(to)


def test_edges() -> None:
    for speed in SPEED_M_S:
        assert check_speed(speed) == speed
    for speed in (SPEED_M_S[0] * 0.99, SPEED_M_S[1] * 1.01):
        with pytest.raises(OutOfRange):
            check_speed(speed)
    assert by_nozzle(FLOW_AT_MOST_L_MIN, 1, 1, Working("")) > 0
    with pytest.raises(OutOfRange):
        by_nozzle(FLOW_AT_MOST_L_MIN * 1.01, 1, 1, Working(""))
    assert flow_at(1, 1, PRESSURE_AT_MOST_BAR, Working("")) > 1
    with pytest.raises(OutOfRange, match="pressure"):
        flow_at(1, 1, PRESSURE_AT_MOST_BAR * 1.01, Working(""))
    with pytest.raises(OutOfRange):
        by_strip(0, 10, Working(""))
