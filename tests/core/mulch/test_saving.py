"""Water mulch keeps. FAO-56: example 23 and chapter 10 (5 % for each tenth covered); the rest by pencil."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.errors import AmberError
from amber_acre.core.mulch.saving import COVERS_FROM_MM, bare_share, saved
from amber_acre.core.season.water import water_year
from amber_acre.core.working import Working
from tests.core.worlds import BAY, HOT, VALE


def test_a_light_wetting_every_other_day_as_the_paper_reads_it() -> None:
    # Example 23: reference 4 mm/day, wetted every two days by light sprinkling: 0.85 read from figure 29.
    assert bare_share(4.0, 2.0) == pytest.approx(0.85, abs=0.05)


def test_ground_wetted_each_day_loses_at_the_rate_of_the_air_and_never_more() -> None:
    assert bare_share(2.0, 1.0) == 1.15
    assert 7 * 5 * bare_share(5.0, 7.0) <= 10.0 + 1e-9  # no more than the wetting left there


@given(st.floats(0.2, 14), st.floats(1, 59))
def test_rarer_wetting_loses_less_of_what_the_air_asks(et: float, every: float) -> None:
    assert bare_share(et, every + 1) <= bare_share(et, every) + 1e-9
    assert 0 < bare_share(et, every) <= 1.15


@pytest.mark.parametrize(
    ("et", "every", "share"),
    [
        (0.3, 30.0, 1.0020),  # little is asked: 7 mm go at the rate of the air (by pencil)
        (14.0, 1.0, 0.6269),  # much is asked: 2.5 mm do (by pencil)
    ],
)
def test_the_first_stage_holds_between_two_and_a_half_and_seven(et: float, every: float, share: float) -> None:
    assert bare_share(et, every) == pytest.approx(share, abs=2e-4)


def test_the_edges_of_what_is_taken() -> None:
    assert bare_share(0.01, 7) > 0
    assert bare_share(15.0, 7) > 0
    assert bare_share(5.0, 1.0) > bare_share(5.0, 60.0) > 0
    month = [20.0] + [0.0] * 11  # 0.66 mm a day
    assert saved(month, [0.0] * 12, [0.5] * 12, 75.0, True, Working("")).year_l_m2 > 0  # just above freezing
    assert saved(month, [0.0] * 12, [0.0] * 12, 75.0, True, Working("")).year_l_m2 == 0
    thin = saved(month, [0.0] * 12, [9.0] * 12, 25.0, True, Working("")).year_l_m2
    assert thin == pytest.approx(saved(month, [0.0] * 12, [9.0] * 12, 50.0, True, Working("")).year_l_m2 / 2)
    assert saved(month, [0.0] * 12, [9.0] * 12, 60.0, True, Working("")).year_l_m2 == pytest.approx(thin * 2)


@pytest.mark.parametrize(("et", "every"), [(0.0, 7), (15.1, 7), (5, 0.9), (5, 60.5)])
def test_what_no_ground_does_is_refused(et: float, every: float) -> None:
    with pytest.raises(AmberError):
        bare_share(et, every)


@pytest.mark.parametrize("climate", [VALE, BAY, HOT])
def test_a_year_of_mulch_keeps_half_of_what_bare_ground_loses(climate: object) -> None:
    et = water_year(climate, "cool", Working("")).reference_et_mm  # type: ignore[arg-type]
    rain, mean = climate.rain_mm, climate.mean_c  # type: ignore[attr-defined]
    whole = saved(et, rain, mean, COVERS_FROM_MM, True, Working(""))
    assert 40 <= whole.year_l_m2 <= 0.5 * sum(et)
    assert saved(et, rain, mean, COVERS_FROM_MM * 2, True, Working("")) == whole
    half = saved(et, rain, mean, COVERS_FROM_MM / 2, True, Working(""))
    assert half.year_l_m2 == pytest.approx(whole.year_l_m2 / 2)
    assert saved(et, rain, mean, 0.0, True, Working("")).year_l_m2 == 0
    dry = saved(et, [0.0] * 12, mean, COVERS_FROM_MM, False, Working(""))
    assert dry.year_l_m2 == 0  # nothing falls and nobody waters: nothing to keep
    assert saved(et, rain, [-1.0] * 12, COVERS_FROM_MM, True, Working("")).year_l_m2 == 0


def test_one_month_by_pencil() -> None:
    # 150 mm of reference in a month is 4.928 mm a day; wetted weekly 0.2885 of it, 43.3 mm; half is kept, 21.6 mm.
    months = saved([150.0] + [0.0] * 11, [0.0] * 12, [20.0] * 12, 75.0, True, Working("")).months_l_m2
    assert months[0] == pytest.approx(21.6, abs=0.1)
    assert sum(months[1:]) == 0
