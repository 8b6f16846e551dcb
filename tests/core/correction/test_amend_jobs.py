"""Amendments on days the ground takes them: a wetting agent every two months does not run through the winter."""

from __future__ import annotations

from dataclasses import replace
from datetime import date
from itertools import pairwise

import pytest

from amber_acre.core.correction.amend_jobs import amend_jobs, days_of
from amber_acre.core.correction.amending import amend
from amber_acre.core.errors import OutOfRange
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.in_season import first_healing_day
from amber_acre.core.season.climate import Climate
from amber_acre.core.tables.amendments import OPTIONS
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from tests.core.rules.cases import broken, ground
from tests.core.worlds import BAY, VALE, product

WETTING = product(71, "Wetwell", {}, (1, 4), "stimulant", liquid=True, density_kg_l=1.0)
AGENT = amend(next(o for o in OPTIONS if o.key == "repellent-wetting"), SquareMetres(100), 100.0, None, product=WETTING)
CORE = amend(next(o for o in OPTIONS if o.key == "repellent-core"), SquareMetres(100), 100.0, None)


@pytest.mark.parametrize(("climate", "grass"), [(VALE, "bluegrass"), (BAY, "couch")])
def test_nothing_falls_into_the_rest_of_the_grass(climate: Climate, grass: str) -> None:
    days = days_of(AGENT, date(2026, 5, 1), 2, lambda day: first_healing_day(climate, GRASS_BY_KEY[grass], day))
    assert 4 <= len(days) < 12  # every two months for two years, but for the rest
    assert days == sorted(set(days))
    at = ground(climate=climate, grass=grass)
    cored = amend_jobs(
        CORE, date(2026, 7, 1), 3, None, lambda day: first_healing_day(climate, GRASS_BY_KEY[grass], day)
    )
    assert cored
    assert all("heals" not in broken(at, job) for job in cored if job.work == "core")


def test_on_other_ground_every_turn_stands() -> None:
    assert len(days_of(AGENT, date(2026, 5, 1), 1)) == 6
    assert [job.name[-6:] for job in amend_jobs(AGENT, date(2026, 5, 1), 1, WETTING)][-1] == "6 of 6"


def test_no_part_of_a_dose_is_lost_to_the_winter() -> None:
    """Three parts 180 days apart: one that falls into the rest moves on, and those after it with it."""
    dose = replace(AGENT, parts=3, apart_days=180)
    days = days_of(dose, date(2026, 5, 27), 1, lambda day: first_healing_day(VALE, GRASS_BY_KEY["bluegrass"], day))
    assert len(days) == 3
    assert all((after - before).days >= 180 for before, after in pairwise(days))
    assert days[0] == date(2026, 5, 27)
    assert days[1].year == 2027


@pytest.mark.parametrize(("year", "fits"), [(1989, False), (1990, True), (2189, True), (2190, False), (9999, False)])
def test_a_first_day_in_a_year_nobody_plans_is_refused(year: int, fits: bool) -> None:
    if fits:
        assert amend_jobs(AGENT, date(year, 12, 31), 1)
        return
    with pytest.raises(OutOfRange, match="Check the year"):
        amend_jobs(AGENT, date(year, 12, 31), 1)
