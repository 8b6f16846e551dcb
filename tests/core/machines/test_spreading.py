"""Spreaders: catch tests, the setting curve, overlap and the check half way, against published cases and NumPy."""

from __future__ import annotations

import itertools
import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.machines.spreading import (
    EVEN_CV,
    SETTING_WITHIN,
    VERIFIED_WITHIN,
    Caught,
    advise,
    averaged,
    caught_rate,
    half_way,
    left_share,
    on_lever,
    overlapped,
    passes,
    proves,
    setting_for,
    verified,
    widest_even,
)
from amber_acre.core.quantities import FOOT_M, POUND_KG, POUND_PER_THOUSAND_G_M2
from amber_acre.core.working import Working
from tests.core.published_cases import case, hold


def test_a_catch_gives_its_rate() -> None:
    rate = caught_rate(1.6 * POUND_KG, 50 * FOOT_M, 8 * FOOT_M, Working(""))
    hold("calibration", "11-broadcast-catch", {"rate": rate / POUND_PER_THOUSAND_G_M2})
    with pytest.raises(OutOfRange, match="width"):
        caught_rate(1, 10, 0, Working(""))


def test_overlap_as_published() -> None:
    one = case("calibration", "11-overlap-CV-7ft")
    found = overlapped(one["inputs"]["pattern"]["value"], 1, 7)
    hold("calibration", "11-overlap-CV-7ft", {"CV": found.variation * 100, "mean_catch": found.mean})


@given(st.lists(st.floats(0.1, 30), min_size=3, max_size=15), st.integers(2, 9))
def test_overlap_agrees_with_sums_of_shifted_passes(pans: list[float], spacing: int) -> None:
    """Passes in one direction and up and down, added with NumPy; symmetric ones cannot tell which."""
    for one_way in (True, False):
        laid = np.zeros(len(pans) + 40 * spacing)
        for n in range(41):
            laid[n * spacing : n * spacing + len(pans)] += pans if one_way or n % 2 == 0 else pans[::-1]
        middle = laid[20 * spacing : 22 * spacing]
        found = overlapped(pans, 1, spacing, one_way)
        assert found.mean == pytest.approx(middle.mean())
        sample = (spacing / (spacing - 1)) ** 0.5
        assert found.variation == pytest.approx(middle.std() * sample / middle.mean(), abs=1e-9)
    both = [*pans, *pans[::-1]]
    assert overlapped(both, 1, spacing).variation == pytest.approx(overlapped(both, 1, spacing, True).variation)
    assert left_share(both) == pytest.approx(0.5)


def test_the_widest_even_spacing() -> None:
    pans = case("calibration", "11-overlap-CV-7ft")["inputs"]["pattern"]["value"]
    widest = widest_even(pans, 1)
    assert widest is not None
    assert overlapped(pans, 1, widest).variation <= EVEN_CV
    assert all(overlapped(pans, 1, n).variation > EVEN_CV for n in range(int(widest) + 1, len(pans) + 1))
    with pytest.raises(DoesNotFit, match="whole number"):
        overlapped(pans, 1, 6.5)


def test_passes() -> None:
    spacing = 12 * 0.5
    hold("calibration", "11-passes", {"pass_spacing": spacing, "passes": passes(62, spacing, Working(""))})
    assert passes(60, 6, Working("")) == 10  # an exact multiple is not one more


# Double the rate took 1.53 times the setting in a case told in the trade (common practice, no source).
TOLD = (Caught(15, 5 * POUND_PER_THOUSAND_G_M2), Caught(23, 10 * POUND_PER_THOUSAND_G_M2))


def test_a_setting_lies_between_measured_ones() -> None:
    found = setting_for(TOLD, 7.5 * POUND_PER_THOUSAND_G_M2, Working(""))
    assert found.setting == pytest.approx(19)
    assert not found.exact
    assert setting_for(TOLD, TOLD[1].rate_g_m2, Working("")).exact
    for beyond in (4.9, 10.1):
        with pytest.raises(OutOfRange, match="outside what was measured"):
            setting_for(TOLD, beyond * POUND_PER_THOUSAND_G_M2, Working(""))


def test_one_setting_says_nothing_of_another() -> None:
    with pytest.raises(MissingInput):
        setting_for(TOLD[:1], 20, Working(""))
    assert setting_for(TOLD[:1], TOLD[0].rate_g_m2, Working("")).setting == 15
    with pytest.raises(DoesNotFit, match="caught wrong"):
        setting_for((Caught(10, 20), Caught(12, 18)), 19, Working(""))


@given(st.lists(st.tuples(st.integers(1, 30), st.floats(1, 60)), min_size=2, max_size=8))
def test_a_curve_rises_and_passes_through_its_tests(rows: list[tuple[int, float]]) -> None:
    rates = sorted(rate for _, rate in rows)
    tests = [Caught(setting, rates[n]) for n, setting in enumerate(sorted({setting for setting, _ in rows}))]
    if len(tests) < 2 or any(b.rate_g_m2 - a.rate_g_m2 < 0.01 for a, b in itertools.pairwise(tests)):
        return
    curve = averaged(tests)
    wanted = np.linspace(curve[0].rate_g_m2, curve[-1].rate_g_m2, 7)
    found = [setting_for(tests, float(rate), Working("")).setting for rate in wanted]
    expected = np.interp(wanted, [one.rate_g_m2 for one in curve], [one.setting for one in curve])
    assert found == pytest.approx(list(expected), rel=1e-4)


def test_tests_of_one_setting_are_averaged() -> None:
    assert averaged((Caught(5, 20), Caught(5, 22), Caught(3, 9))) == [Caught(3, 9), Caught(5, 21)]


def test_a_measured_pass_proves_within_a_tenth() -> None:
    assert proves(20, 20 * (1 + VERIFIED_WITHIN))
    assert proves(20, 20 * (1 - VERIFIED_WITHIN))
    assert not proves(20, 20 * (1 + VERIFIED_WITHIN) + 0.01)


def test_half_way() -> None:
    found = half_way(12, 400, 1000, 25, Working(""))
    assert (found.so_far_g_m2, found.ends_kg) == pytest.approx((30, 30))
    assert found.rest_kg == 13
    assert found.rest_g_m2 == pytest.approx(13_000 / 600)
    assert 12 + found.rest_g_m2 * 600 / 1000 == pytest.approx(25)  # it ends as planned
    assert math.isclose(half_way(10, 400, 1000, 25, Working("")).change, 1)
    with pytest.raises(DoesNotFit, match="Stop"):
        half_way(25, 400, 1000, 25, Working(""))
    for done in (0, 1000):
        with pytest.raises(OutOfRange):
            half_way(5, done, 1000, 25, Working(""))


def test_a_job_is_told_its_setting_each_way_and_whether_it_is_proved() -> None:
    tests = (Caught(6, 5), Caught(9, 11), Caught(12, 16))
    each = advise("Cart", tests, 16)
    assert each.setting == pytest.approx(7.5)
    assert (each.each_way, each.verified) == (True, False)
    once = advise("Cart", tests, 9)  # half of it lies under what was measured
    assert once.setting == pytest.approx(8.0)
    assert not once.each_way
    proved = advise("Cart", (*tests, Caught(7.5, 8.2, on_ground=True)), 16)
    assert proved.verified
    far = advise("Cart", tests, 40)
    assert far.setting is None
    assert "no line is drawn past a test" in far.why


def test_a_pass_proves_near_its_setting_only() -> None:
    edge = 10 * (1 + SETTING_WITHIN)
    assert verified((Caught(edge, 20, on_ground=True),), 10, 20)
    assert not verified((Caught(edge * 1.001, 20, on_ground=True),), 10, 20)
    assert not verified((Caught(10, 20),), 10, 20)


TESTS = (Caught(6, 5), Caught(9, 11), Caught(12, 16))  # 2 g/m² a step up to 9, 1.67 beyond


@pytest.mark.parametrize(
    ("rate", "step", "setting", "gives"),
    [
        (8.0, 0.5, 7.5, 8.0),  # the very stop
        (8.3, 0.5, 7.5, 8.0),  # 7.65: the nearer one
        (8.7, 0.5, 8.0, 9.0),  # 7.85: 3 % over is nearer than 8 % under
        (8.2, 1.0, 8.0, 9.0),  # 7.6: 9.8 % over lies within a tenth
        (8.1, 1.0, 7.0, 7.0),  # 7.55: 11 % over does not
        (8.3, None, 7.65, 8.3),
        (5.05, 2.5, 7.5, 8.0),  # the stop at 5 was never caught: the only measured one
    ],
)
def test_a_lever_stops_where_it_stops(rate: float, step: float | None, setting: float, gives: float) -> None:
    """By pencil, along the line between two catches."""
    found = on_lever(TESTS, setting_for(TESTS, rate, Working("")), rate, step, Working(""))
    assert (found.setting, found.rate_g_m2) == pytest.approx((setting, gives))


def test_a_lever_without_a_stop_among_the_catches_is_told() -> None:
    with pytest.raises(DoesNotFit, match="stops every 20"):
        on_lever(TESTS, setting_for(TESTS, 8.0, Working("")), 8.0, 20, Working(""))
    with pytest.raises(OutOfRange):
        on_lever(TESTS, setting_for(TESTS, 8.0, Working("")), 8.0, 0, Working(""))
    advised = advise("Cart", TESTS, 16.6, 0.5)  # 8.3 each way
    assert (advised.setting, advised.each_way) == (7.5, True)
    assert advised.off == pytest.approx(-0.036, abs=0.001)
    assert advise("Cart", TESTS, 16.6).off == 0.0


@given(st.floats(5.0, 16.0), st.sampled_from([0.25, 0.5, 1.0]))
def test_no_stop_gives_over_a_tenth_too_much_where_one_gives_less(rate: float, step: float) -> None:
    found = on_lever(TESTS, setting_for(TESTS, rate, Working("")), rate, step, Working(""))
    assert 6 <= found.setting <= 12
    assert abs(found.setting / step - round(found.setting / step)) < 1e-6
    assert found.rate_g_m2 <= rate * 1.1 + 1e-9
