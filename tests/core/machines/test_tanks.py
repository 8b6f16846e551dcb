"""A spray job in tanks, by pencil and against the bench's own sum of tanks (common practice, no source)."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.bench.liquids import TankAsked, tank_sum
from amber_acre.core.machines.spreading import Caught
from amber_acre.core.machines.tanks import fill

WATER = [Caught(2.0, 50.0)]  # 0.05 L/m²


def test_a_lawn_in_tanks_by_pencil() -> None:
    """640 m² at 0.05 L/m² is 32 L of mix: two tanks of 15 L and 2 L; 1.5 mL/m² is 30 mL a litre, 450 mL a tank, 60."""
    said = fill("Knapsack", WATER, 15.0, 1.5, 640.0)
    assert said is not None
    assert said.mix_l == pytest.approx(32.0)
    assert said.tanks == 2
    assert said.each_ml == pytest.approx(450.0)
    assert said.last_l == pytest.approx(2.0)
    assert said.last_ml == pytest.approx(60.0)
    assert said.share == pytest.approx(0.03)
    assert said.tanks * said.each_ml + said.last_ml == pytest.approx(1.5 * 640)


def test_whole_tanks_leave_no_last_one_and_no_tank_takes_all_in_one() -> None:
    said = fill("Knapsack", WATER, 16.0, 1.5, 640.0)
    assert said is not None
    assert (said.tanks, said.last_l, said.last_ml) == (2, 0.0, 0.0)
    hose = fill("Hose end", WATER, None, 1.5, 640.0)
    assert hose is not None
    assert (hose.tanks, hose.each_ml) == (0, 0.0)
    for size, left in ((600.9, 0.0), (601.1, 0.055)):  # 45 mL of mix are no tank of their own, 55 are
        few = fill("Knapsack", WATER, 15.0, 1.5, size)
        assert few is not None
        assert few.tanks == 2
        assert few.last_l == pytest.approx(left)
    assert hose.last_l == pytest.approx(32.0)
    assert hose.last_ml == pytest.approx(960.0)


def test_the_setting_measured_most_often_counts_and_none_says_nothing() -> None:
    tests = [Caught(3.0, 90.0), Caught(2.0, 48.0), Caught(2.0, 52.0), Caught(1.0, 20.0)]
    said = fill("Knapsack", tests, 15.0, 1.5, 100.0)
    assert said is not None
    assert (said.setting, said.tests) == (2.0, 2)
    assert said.spray_l_m2 == pytest.approx(0.05)
    assert fill("Knapsack", [], 15.0, 1.5, 100.0) is None


@given(st.floats(0.2, 8), st.floats(5, 5000), st.floats(20, 400), st.floats(5, 600))
def test_it_agrees_with_the_sum_of_the_bench(rate: float, size: float, caught: float, tank: float) -> None:
    said = fill("Any", [Caught(1.0, caught)], tank, rate, size)
    assert said is not None
    assert said.tanks * said.each_ml + said.last_ml == pytest.approx(
        rate * size, rel=1e-3, abs=0.05 * rate / caught * 1e3
    )
    if said.share < 0.4:
        bench = tank_sum(TankAsked(size, rate_ml_m2=rate, spray_l_m2=caught / 1000, tank_l=tank))
        assert bench.value("product") == pytest.approx(rate * size / 1000)
        assert bench.value("mix") == pytest.approx(said.mix_l)
