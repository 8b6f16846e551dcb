"""What earlier seasons still give: coated grains to their end, organic matter by its published series."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from amber_acre.core.jobs.entry import Entry
from amber_acre.core.products.product import Product
from amber_acre.core.programme.carry import carried_in, later_years
from amber_acre.core.programme.feeds import feed_of, release_by_step
from amber_acre.core.programme.supply import dose_of
from amber_acre.core.quantities import Kilograms, SquareMetres
from amber_acre.core.season.phases import STEP_DAYS, phases
from amber_acre.core.season.release import release, warmth_factor
from tests.core.worlds import QUICK, VALE, product

START = date(2026, 3, 1)
SLUDGE = product(41, "Invented 6-2-0", {"insoluble": 6}, (20, 90), "biosolid", p2o5=2)
GRAINS = product(42, "Invented 30-0-0", {"coated": 30}, (8, 16), "coated", longevity_days=120.0)


def gave(what: Product, on: date, kilograms: float = 10.0) -> Entry:
    return Entry(1, None, on, what, Kilograms(kilograms), SquareMetres(100.0))


@pytest.mark.parametrize(("years", "share"), [(1, 0.07), (2, 0.05), (3, 0.03), (1.5, 0.06)])
def test_biosolid_nitrogen_follows_its_series(years: float, share: float) -> None:
    """22–32 % in the first year, then 7, 5 and 3 %: common practice; compare US EPA 625/R-95/001."""
    found, said = carried_in([gave(SLUDGE, START - timedelta(days=round(365 * years)))], phases(VALE), START, 100.0)
    assert found.sum() == pytest.approx(100 * 0.06 * share, rel=0.002)
    assert said
    assert later_years(SLUDGE) == (0.07, 0.05, 0.03)


def test_after_four_years_nothing_more_is_counted() -> None:
    found, said = carried_in([gave(SLUDGE, date(2022, 2, 27))], phases(VALE), START, 100.0)
    assert found.sum() == 0
    assert not said


def test_coated_grains_of_last_autumn_go_on() -> None:
    on = date(2025, 10, 1)
    found, _ = carried_in([gave(GRAINS, on)], phases(VALE), START, 100.0)
    whole = release_by_step(
        feed_of(GRAINS, 1.0), phases(VALE).step_of(on), warmth_factor(phases(VALE).mean_c) * STEP_DAYS
    )
    assert 0 < found.sum() < 100 * whole.sum()
    assert found[phases(VALE).step_of(date(2026, 5, 1))] > 0
    assert carried_in([gave(QUICK, on)], phases(VALE), START, 100.0)[0].sum() == 0
    assert carried_in([replace(gave(GRAINS, on), struck=True)], phases(VALE), START, 100.0)[0].sum() == 0


def test_the_steps_release_what_the_days_do() -> None:
    """One release for planner and lanes: after a year within a hundredth of the daily sum."""
    on = date(2026, 4, 11)
    year = phases(VALE)
    steps = release_by_step(feed_of(GRAINS, 1.0), year.step_of(on), warmth_factor(year.mean_c) * STEP_DAYS)
    daily = release(dose_of(GRAINS, 1.0, on), VALE, date(2027, 4, 11))
    assert steps.sum() == pytest.approx(daily.released_g_m2, rel=0.01)
