"""A season planned from later on: what has passed is not fed, neither now nor round the year; autumn gets its part."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from amber_acre.core.care.pattern import around
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.programme.model import BEGUN_SHARE
from amber_acre.core.programme.planning import YearPlan, plan_year
from amber_acre.core.quantities import Kilograms
from amber_acre.core.season.climate import Climate, season_start
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.phases import STEPS
from tests.core.worlds import FREE, SHELF, VALE, lawn

HALF_YEAR = 180


def climate_of(kind: str) -> Climate:
    return next(one for one in KINDS if one.key == kind).climate("north")


def begun(climate: Climate, grass: str, days: int, irrigated: bool = True) -> tuple[YearPlan, float]:
    """A plan so many days into its season, and the nitrogen of the growth that is still to come, g/m²."""
    start = season_start(climate, date(2026, 3, 1))
    day = start + timedelta(days=days)
    made = plan_year(lawn(grass=grass, climate=climate, rules=FREE, irrigated=irrigated), SHELF, start, day)
    asked = made.asked
    season = around(asked.phases.step_of(start), STEPS)
    ahead = season[season.index(asked.phases.step_of(day)) :]
    return made, float(asked.demand_g_m2[ahead].sum())


def brings(made: YearPlan) -> float:
    return sum(one.target_g_m2 for one in made.rounds)


@pytest.mark.parametrize("days", [115, HALF_YEAR])
@pytest.mark.parametrize("grass", ["bluegrass", "couch"])
@pytest.mark.parametrize("kind", [one.key for one in KINDS])
def test_no_more_goes_down_than_growth_to_come_asks(kind: str, grass: str, days: int) -> None:
    """Beside what drains away; a dose of a label's lowest rate at most past it."""
    made, to_come = begun(climate_of(kind), grass, days)
    drains = sum(made.choice.drains)
    assert brings(made) - drains <= max(1.05 * to_come, to_come + 2.4), (brings(made), drains, to_come)


@pytest.mark.parametrize("kind", ["mild-coast", "tropical-highland", "hot-desert"])
def test_half_a_year_on_half_a_years_feed_is_left(kind: str) -> None:
    """Where grass grows all year the plan of a half year is no whole year's: what the soil holds at its end would have
    fed the months that are over."""
    whole, _ = begun(climate_of(kind), "bluegrass", 0)
    late, to_come = begun(climate_of(kind), "bluegrass", HALF_YEAR)
    assert to_come < 0.6 * late.asked.need_g_m2
    assert brings(late) < 0.7 * brings(whole)


@pytest.mark.parametrize("kind", ["cool-maritime", "cool-humid-continental", "transition-humid"])
def test_autumn_gets_its_part_of_the_need_where_spring_was_never_fed(kind: str) -> None:
    made, _ = begun(climate_of(kind), "bluegrass", HALF_YEAR)
    asked = made.asked
    autumn = next(share for share in asked.shares if share.name == "autumn")
    open_ahead = float(asked.demand_g_m2[autumn.on & asked.open].sum())
    fed = sum(one.target_g_m2 for one in made.rounds if autumn.on[asked.phases.step_of(one.on)])
    assert fed >= 0.98 * min(BEGUN_SHARE * autumn.least * asked.need_g_m2, open_ahead)
    assert pytest.approx(0.85) == BEGUN_SHARE


def test_planning_the_rest_again_after_a_feed_as_planned_changes_little() -> None:
    place = lawn(climate=VALE, rules=FREE)
    start = season_start(VALE, date(2026, 3, 1))
    whole = plan_year(place, SHELF, start, start)
    first = whole.rounds[0]
    amount = Kilograms(first.rate_g_m2 * place.size_m2 / 1000)
    logged = Entry(1, None, first.on, first.material, amount, place.size_m2)
    again = plan_year(place, SHELF, start, first.on + timedelta(days=30), [logged])
    assert [(one.material.name, one.name) for one in again.rounds] == [
        (one.material.name, one.name) for one in whole.rounds[1:]
    ]
    for one, before in zip(again.rounds, whole.rounds[1:], strict=True):
        assert one.target_g_m2 == pytest.approx(before.target_g_m2, abs=0.6)
        assert abs((one.on - before.on).days) <= 16


@pytest.mark.parametrize("days", [5, 20])
def test_a_feed_of_before_the_season_could_be_fed_still_counts(days: int) -> None:
    """Somebody else fed it in March, before it was open: what that releases later is not fed again."""
    climate = climate_of("cool-maritime")
    place, start = lawn(climate=climate, rules=FREE), season_start(climate, date(2026, 3, 1))
    slow = next(one for one in SHELF if one.name == "Slowburn 20-0-8")
    early = Entry(1, None, start + timedelta(days=days), slow, Kilograms(0.024 * place.size_m2), place.size_m2)
    day = start + timedelta(days=45)
    unfed, fed = (plan_year(place, SHELF, start, day, logged) for logged in ((), (early,)))
    assert unfed.asked.begun != unfed.asked.started
    saved = brings(unfed) - brings(fed)
    assert 2.0 < saved < 5.5, saved  # of 4.8 g/m², of which what was down before it could be fed is most
    assert fed.rounds[0].on >= date(2026, 5, 1)


def test_what_has_passed_is_said() -> None:
    start = season_start(VALE, date(2026, 3, 1))
    late = plan_year(replace(lawn(rules=FREE), climate=VALE), SHELF, start, start + timedelta(days=115))
    assert any("belong to growth that has passed" in str(one.sentence) for one in late.advice)
