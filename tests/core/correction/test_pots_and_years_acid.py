"""Pots by the litre [from-memory], and the year's acid in the dose, worked by hand."""

from __future__ import annotations

from datetime import date, timedelta

import pytest

from amber_acre.core.correction.ph_plan import plan_ph
from amber_acre.core.correction.pot_plan import pot_dose
from amber_acre.core.correction.years_acid import less_the_years_acid, with_the_years_acid
from amber_acre.core.errors import MissingInput
from amber_acre.core.rules.in_season import SULPHUR_BURNS_FROM_C
from amber_acre.core.season.climate import daily_series
from amber_acre.core.tables.media import MEDIA, MOST_AT_ONCE_PH, TEST_AGAIN_DAYS
from amber_acre.core.working import Working
from tests.core.rules.cases import with_label
from tests.core.test_corrections import brief, down, garden, up
from tests.core.worlds import HOT, LIME, VALE


def test_pots_are_dosed_by_litre_for_a_unit_at_most() -> None:
    """Peat mix from 5.2 to 6.0: 0.8 × 2.7 g/L of carbonate; from 5.2 to 7.0 one unit, then a test."""
    assert pot_dose("up", 5.2, 6.0, "peat", 0.8, Working("")) == pytest.approx(0.8 * 2.7 / 0.8)
    assert pot_dose("up", 5.2, 7.0, "peat", 1.0, Working("")) == pytest.approx(MOST_AT_ONCE_PH * 2.7)
    assert pot_dose("down", 6.8, 6.0, "bark", 0.9, Working("")) == pytest.approx(0.8 * 0.6 / 0.9)
    with pytest.raises(MissingInput, match="filled with"):
        pot_dose("up", 5.2, 6.0, "", 1.0, Working(""))
    assert all(row.carbonate_g_l > row.sulphur_g_l > 0 for row in MEDIA.values())


def test_a_plan_for_pots_is_one_dose_and_a_test() -> None:
    plan = plan_ph(brief(kind="container", medium="peat", litres=90.0, size_m2=0.5), up(target_ph=6.0))
    dose, test = plan.jobs
    assert (dose.dose.basis, dose.dose.count) == ("litre", 90.0)
    eff = 0.94 * (0.98 + 0.64) / 2 * 0.99
    assert dose.dose.value == pytest.approx(0.6 * 2.7 / eff)
    assert plan.total_g_m2 == pytest.approx(dose.dose.value * 90 / 0.5)
    assert (test.work, (test.on - dose.on).days) == ("sample", TEST_AGAIN_DAYS)
    lower = plan_ph(garden(kind="container", medium="soil", litres=30.0, size_m2=0.2), down(target_ph=6.0))
    assert lower.jobs[0].dose.value == pytest.approx(0.4 * 0.8 / 0.9)


def test_the_years_acid_stands_in_the_dose() -> None:
    """12 g/m² of CaCO₃ a year: so much more lime, and 12 ÷ 3.12 less sulphur; base the other way round."""
    assert with_the_years_acid(200, 12, Working("")) == 212
    assert with_the_years_acid(200, -250, Working("")) == 0
    assert with_the_years_acid(200, 0, Working("")) == 200
    assert less_the_years_acid(40, 12, Working("")) == pytest.approx(40 - 12 / 3.121, abs=0.01)
    assert less_the_years_acid(2, 12, Working("")) == 0
    plain, fed = plan_ph(brief(), up()), plan_ph(brief(acid_g_m2_year=12.0), up())
    assert fed.full_g_m2 / plain.full_g_m2 == pytest.approx((plain.need_g_m2 + 12) / plain.need_g_m2)
    lab = plan_ph(brief(lime_advice_g_m2=300.0, acid_g_m2_year=12.0), up(method="lab"))
    assert lab.full_g_m2 == pytest.approx(plan_ph(brief(lime_advice_g_m2=300.0), up(method="lab")).full_g_m2)
    assert plan_ph(garden(acid_g_m2_year=12.0), down()).full_g_m2 < plan_ph(garden(), down()).full_g_m2


def test_sulphur_has_a_ceiling_of_heat_unless_it_is_dug_in() -> None:
    """The plain is over 27 °C from spring to autumn: the doses lie on warm days below it, before or after."""
    made = plan_ph(garden(climate=HOT), down(first=date(2026, 6, 1), interval_days=60))
    series = daily_series(HOT, date(2026, 6, 1), date(2028, 6, 1))
    doses = [job for job in made.jobs if job.work == "spread"]
    assert doses
    assert all(series.max_c[series.index(job.on)] < SULPHUR_BURNS_FROM_C for job in doses)
    assert all(series.mean_c[series.index(job.on)] > 13 for job in doses)
    bare = garden(climate=HOT, planted=False)
    dug = plan_ph(bare, down(first=date(2026, 6, 1), interval_days=60, placement="tilled"))
    assert dug.jobs[0].on == date(2026, 6, 1)
    assert plan_ph(garden(climate=VALE), down(first=date(2026, 6, 1))).jobs[0].on == date(2026, 6, 1)


def test_lime_over_years_is_tested_before_each_new_one() -> None:
    """Small doses half a year apart: a test stands between the doses of one year and the next."""
    mild = with_label(LIME, max_g_m2=LIME.label.min_g_m2 + 20)
    made = plan_ph(brief(), up(product=mild, interval_days=183))
    works = [job.work for job in made.jobs]
    days = [job.on for job in made.jobs if job.work == "spread"]
    assert len(days) > 4
    years = [(day - days[0]).days // 365 for day in days]
    assert works.count("sample") == years[-1] + 1
    for job in made.jobs:
        if job.work == "sample" and job is not made.jobs[-1]:
            after = next(day for day in days if day > job.on)
            assert after - job.on == timedelta(days=28)
    assert any("over" in words and "two a season are usual" in words for words in made.warnings)
