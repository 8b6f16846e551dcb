"""Soil swapped in a bed: by pencil from the swell of earth, sand and clay (excavation handbooks, from memory)."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.bench.swapping import DEEPEST_MM, SWELLS, SwapAsked, swap_sum
from amber_acre.core.errors import AmberError
from amber_acre.core.quantities import FOOT_M, VOLUME_L
from tests.core.test_working import check

YD3 = VOLUME_L["yd³"] / 1000


def test_a_bed_of_common_earth_by_pencil() -> None:
    """270 ft² to 1 ft is 10 yd³ in the ground, 12.5 yd³ loose; 8.5 settled of each 10 that come: 11.76 yd³."""
    said = swap_sum(SwapAsked(270 * FOOT_M**2, FOOT_M * 1000))
    assert said.value("firm") / YD3 == pytest.approx(10)
    assert said.value("leaves") / YD3 == pytest.approx(12.5)
    assert said.value("comes") / YD3 == pytest.approx(11.765, abs=0.001)
    assert said.value("weighs") == pytest.approx(10 * YD3 * 1400)
    check(said.working)


@pytest.mark.parametrize(("texture", "leaves"), [("sand", 1.12), ("loam", 1.25), ("clay", 1.35), ("rubble", 1.5)])
def test_a_cubic_metre_takes_more_room_when_dug(texture: str, leaves: float) -> None:
    assert swap_sum(SwapAsked(5, 200, texture)).value("leaves") == pytest.approx(leaves)


def test_trips_and_money_by_pencil() -> None:
    """6 m³ firm, 7.5 loose in 1.2 m³ trips: 7 away; 7.0588 come: 6 trips; 7.5×20 + 7.0588×35 + 13×9 = 514.06."""
    said = swap_sum(SwapAsked(15, 400, trailer_l=1200, tip_m3=20, buy_m3=35, trip=9, material="topsoil"))
    assert (said.value("trips_out"), said.value("trips_in")) == (7, 6)
    assert said.value("money") == pytest.approx(514.06, abs=0.01)
    assert said.value("new_weight") > 6000


@given(st.floats(1, 500), st.floats(10, 1000), st.sampled_from(sorted(SWELLS)), st.floats(0, 0.4))
def test_what_leaves_and_comes_is_never_less_than_the_hole(size: float, depth: float, soil: str, sinks: float) -> None:
    said = swap_sum(SwapAsked(size, depth, soil, sinks))
    assert min(said.value("leaves"), said.value("comes")) >= said.value("firm") - 1e-9


def test_edges() -> None:
    swap_sum(SwapAsked(1, DEEPEST_MM, settles=0.4))
    for wrong in (SwapAsked(1, DEEPEST_MM + 1), SwapAsked(1, 0), SwapAsked(1, 100, settles=0.41)):
        with pytest.raises(AmberError):
            swap_sum(wrong)
    assert any("crown" in line for line in swap_sum(SwapAsked(1, 151)).said)
    assert not any("crown" in line for line in swap_sum(SwapAsked(1, 150)).said)
