"""Sizes of a plan: the fewest visits that meet the need, and once a season (common practice, no source)."""

from __future__ import annotations

from datetime import date

import pytest

from amber_acre.core.programme.comparing import school_year
from amber_acre.core.programme.planning import YearPlan, plan_year
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.season.climate import Climate, season_start
from tests.core.worlds import BAY, FREE, HOT, SHELF, VALE, lawn

LAWNS = [(VALE, "bluegrass"), (VALE, "fine-fescue"), (BAY, "tall-fescue"), (BAY, "couch"), (HOT, "couch")]


def planned(climate: Climate, grass: str, school: str, rules: RuleSet = FREE, today: date | None = None) -> YearPlan:
    start = season_start(climate, date(2026, 3, 1))
    return plan_year(lawn(climate=climate, grass=grass, rules=rules), list(SHELF), start, today or start, school=school)


@pytest.mark.parametrize(("climate", "grass"), LAWNS)
def test_fewest_visits_meets_what_test_led_meets_in_no_more_of_them(climate: Climate, grass: str) -> None:
    few = school_year(planned(climate, grass, "few"), 100.0)
    usual = school_year(planned(climate, grass, "test"), 100.0)
    assert few.visits <= usual.visits
    assert few.fit >= usual.fit - 0.06


@pytest.mark.parametrize(("climate", "grass"), LAWNS)
def test_once_a_season_feeds_wherever_a_feed_is_wanted(climate: Climate, grass: str) -> None:
    once = school_year(planned(climate, grass, "once"), 100.0)
    assert 1 <= once.visits <= 2
    assert once.fit >= 0.4
