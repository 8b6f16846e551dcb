"""Release against its published equations and a general solver; windows; soil readings."""

from __future__ import annotations

import math
from datetime import date
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from amber_acre.core.errors import MissingInput, OutOfRange, Unbalanced
from amber_acre.core.season.climate import Climate, MonthDay, daily_series
from amber_acre.core.season.release import NitrogenDose, rate_constant, release, warmth_factor
from amber_acre.core.season.windows import Blackout, blackout_mask, frost_mask, runs_of, spans, weeks_before
from amber_acre.core.soil.evidence import SoilTest, ppm_from_typed, times_as_acid
from amber_acre.core.soil.findings import findings
from amber_acre.core.tables.nitrogen_forms import FORM_ROWS, NITROGEN_FORMS
from tests.core.published_cases import case
from tests.core.worlds import BAY, HOT, VALE, mehlich


def steady(celsius: float) -> Climate:
    return Climate("steady", 40, (celsius,) * 12, (celsius,) * 12, (celsius,) * 12, (50.0,) * 12)


def test_first_order_release_as_stanford_and_smith_print_it() -> None:
    one = case("nitrogen_release", "12-first-order-SS")
    k = one["inputs"]["k"]["value"] / 7
    for weeks, published in zip(one["inputs"]["t"]["value"], one["expected"]["mineralised"]["value"], strict=True):
        assert 120 * -math.expm1(-k * weeks * 7) == pytest.approx(published, rel=1e-4)
    # The program's own release at its reference temperature follows the same law.
    after = release(NitrogenDose(date(2026, 1, 1), {"slow_soluble": 10.0}), steady(25), date(2026, 1, 31))
    assert after.released_g_m2 == pytest.approx(5.0, rel=1e-6)  # one half-life of 30 days


def test_warmth_doubles_every_ten_degrees_as_published() -> None:
    one = case("nitrogen_release", "12-Q10-1")
    at = warmth_factor(np.array([5.0, 15.0, 25.0, 35.0]))
    for factor, published in zip(at, one["expected"]["k"]["value"], strict=False):
        assert 0.054 * factor / at[3] == pytest.approx(published, rel=1e-4)
    assert warmth_factor(np.array([-0.1]))[0] == 0


def test_coated_longevity_scales_with_warmth_as_published() -> None:
    one = case("nitrogen_release", "12-PCU-temperature")
    for celsius, days in zip(one["inputs"]["T"]["value"], one["expected"]["longevity"]["value"], strict=True):
        dose = NitrogenDose(date(2026, 1, 1), {"coated": 10.0}, longevity_days=180)
        end = date.fromordinal(dose.applied_on.toordinal() + round(days))
        assert release(dose, steady(celsius), end).released_g_m2 == pytest.approx(8.0, rel=0.01)
    with pytest.raises(MissingInput, match="longevity"):
        rate_constant("coated", None)


def test_release_agrees_with_a_general_solver() -> None:
    dose = NitrogenDose(date(2026, 4, 15), {"urea": 2.0, "insoluble": 3.0}, mineralised_share=0.65)
    end = date(2026, 10, 1)
    series = daily_series(VALE, dose.applied_on, end)
    warmth = warmth_factor(series.mean_c)
    constants = np.array([math.log(2) / 10, math.log(2) / 30])

    def slope(t: float, left: Any) -> Any:
        return -constants * warmth[min(int(t), len(warmth) - 1)] * left

    solved = solve_ivp(slope, (0, len(warmth)), [2.0, 3.0 * 0.65], max_step=0.25, rtol=1e-7)
    remaining = solved.y[:, -1].sum() + 3.0 * 0.35
    assert release(dose, VALE, end).remaining_g_m2 == pytest.approx(remaining, rel=1e-4)


DOSES = st.dictionaries(st.sampled_from(NITROGEN_FORMS), st.floats(0, 12), min_size=1)


@given(DOSES, st.floats(0, 1), st.integers(1, 700), st.sampled_from([VALE, BAY, HOT, steady(-5)]))
def test_applied_is_released_plus_remaining(forms: Any, share: float, days: int, climate: Climate) -> None:
    dose = NitrogenDose(date(2026, 3, 1), forms, share, 90)
    followed = release(dose, climate, date.fromordinal(dose.applied_on.toordinal() + days))
    assert followed.released_g_m2 + followed.remaining_g_m2 == pytest.approx(dose.total_g_m2, abs=1e-9)
    assert (followed.daily_g_m2 >= 0).all()
    if climate.name == "steady":
        assert followed.released_g_m2 == pytest.approx(0)


def test_a_broken_balance_is_not_passed_over(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("amber_acre.core.season.release.math.exp", lambda _x: 0.5)
    with pytest.raises(Unbalanced):
        release(NitrogenDose(date(2026, 3, 1), {"urea": 4.0}), VALE, date(2026, 9, 1))


def test_quick_forms_are_faster_than_slow_ones() -> None:
    quick = [r.half_life_days for r in FORM_ROWS.values() if r.quick and r.half_life_days]
    slow = [r.half_life_days for r in FORM_ROWS.values() if not r.quick and r.half_life_days]
    assert max(quick) < min(slow)


def test_six_weeks_before_frost() -> None:
    """15 October less 42 days is 3 September. Common practice, no source."""
    assert weeks_before(date(2026, 10, 15), 6) == date(2026, 9, 3)


@pytest.mark.parametrize(
    ("day", "covered"),
    [((11, 14), False), ((11, 15), True), ((12, 31), True), ((2, 29), True), ((3, 15), True), ((3, 16), False)],
)
def test_a_blackout_may_cross_the_new_year(day: tuple[int, int], covered: bool) -> None:
    assert Blackout("winter", MonthDay(11, 15), MonthDay(3, 15)).covers(date(2028, *day)) is covered


MONTH_DAY = st.dates(date(2028, 1, 1), date(2028, 12, 31)).map(lambda d: MonthDay(d.month, d.day))


@given(MONTH_DAY, MONTH_DAY, st.dates(date(2020, 1, 1), date(2030, 1, 1)))
def test_a_mask_covers_the_days_its_blackout_covers(opens: MonthDay, closes: MonthDay, start: date) -> None:
    blackout = Blackout("any", opens, closes)
    series = daily_series(VALE, start, date(start.year + 1, start.month, 28))
    mask = blackout_mask((blackout,), series)
    assert [bool(m) for m in mask] == [blackout.covers(series.day(n)) for n in range(len(mask))]


def test_windows_are_painted_where_they_stand() -> None:
    series = daily_series(VALE, date(2026, 3, 1), date(2027, 3, 1))
    found = {
        (s.kind, s.first, s.last)
        for s in spans(VALE, series, (Blackout("shut", MonthDay(11, 15), MonthDay(3, 15)),), "cool")
    }
    assert ("frost", date(2026, 3, 1), date(2026, 5, 1)) in found
    assert ("frost", date(2026, 10, 10), date(2027, 2, 28)) in found
    assert ("blackout", date(2026, 11, 15), date(2027, 2, 28)) in found
    assert not any(kind == "heat" for kind, *_ in found)
    hot = daily_series(HOT, date(2026, 3, 1), date(2027, 3, 1))
    assert any(s.kind == "heat" and s.first.month <= 6 for s in spans(HOT, hot, (), "cool"))


def test_frost_without_dates_comes_from_the_minimum_curve() -> None:
    unknown = Climate("x", 45, VALE.mean_c, VALE.min_c, VALE.max_c, VALE.rain_mm)
    series = daily_series(unknown, date(2026, 1, 1), date(2027, 1, 1))
    (first, last), *_ = runs_of(~frost_mask(unknown, series))
    assert date(2026, 3, 25) < series.day(first) < date(2026, 5, 1)
    assert date(2026, 10, 10) < series.day(last) < date(2026, 11, 15)
    assert not frost_mask(BAY, daily_series(BAY, date(2026, 1, 1), date(2027, 1, 1))).any()


@pytest.mark.parametrize(
    ("test", "phosphorus", "potassium"),
    [
        (mehlich(p=96, k=142), "high", "adequate"),
        (mehlich(p=25.9, k=74.9), "low", "low"),
        (mehlich(p=26, k=176), "adequate", "adequate"),
        (SoilTest.of(date(2025, 5, 1), "olsen", ph=7.4, p=29, k=240), "high", "high"),
        (None, "unknown", "unknown"),
    ],
)
def test_soil_levels(test: SoilTest | None, phosphorus: str, potassium: str) -> None:
    read = findings(test, date(2026, 4, 1))
    assert (read.phosphorus, read.potassium) == (phosphorus, potassium)
    assert bool(read.assumptions) == (test is None)


def test_old_and_impossible_tests() -> None:
    old = findings(mehlich(day=date(2022, 2, 3)), date(2026, 4, 1))
    assert any("4.2 years old" in s for s in old.assumptions)
    assert any("locked-up iron" in s for s in findings(mehlich(ph=7.6), date(2026, 4, 1)).sentences)
    assert any("below the range of what grows" in s for s in findings(mehlich(ph=5.3), date(2026, 4, 1)).sentences)
    for values in ({"ph": 2.9}, {"ph": 10.1}, {"p": -1}, {"k": 6000}):
        with pytest.raises(OutOfRange):
            mehlich(**values)


def test_ph_is_logarithmic_and_pounds_an_acre_are_half_ppm() -> None:
    """pH 6, 5 and 4 are 10, 100 and 1000 times as acid as 7 (definition); furrow slice for lb/acre."""
    assert [times_as_acid(ph, 7) for ph in (6, 5, 4)] == pytest.approx([10, 100, 1000])
    assert ppm_from_typed(180, "lb/acre") == pytest.approx(90)
    assert ppm_from_typed(180, "ppm") == pytest.approx(180)
