"""What the planner chooses the judge lets pass: one knowledge at every door, in every climate."""

from __future__ import annotations

from dataclasses import replace
from datetime import date
from typing import Literal

import pytest

from amber_acre.core.programme.planning import plan_year
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.season.climate import season_start
from amber_acre.core.season.climate_kinds import KINDS
from tests.core.worlds import FREE, SHELF, lawn

KNOWN = (
    "quick-before-autumn",
    "released-too-late",
    "shade-dose",
    "no-growth",
    "hot-feed",
    "dry-season",
    "starter-without-seed",
    "nitrogen-past-need",
    "nitrogen-together",
    "nitrogen-once",
)

IN_ITS_WINDOW = ("quick-before-autumn", "released-too-late", "dry-season")


@pytest.mark.parametrize("watered", [True, False])
@pytest.mark.parametrize("sun", [None, 3.5])
@pytest.mark.parametrize("half", ["north", "south"])
@pytest.mark.parametrize("kind", [one.key for one in KINDS])
def test_no_round_of_a_plan_breaks_what_the_planner_knows(
    kind: str, half: Literal["north", "south"], sun: float | None, watered: bool
) -> None:
    climate = next(one for one in KINDS if one.key == kind).climate(half)
    start = season_start(climate, date(2026, 3, 1))
    for key in ("bluegrass", "couch"):
        place = replace(lawn(grass=key, climate=climate, rules=FREE, upkeep="high", irrigated=watered), sun_hours=sun)
        plan = plan_year(place, SHELF, start, start)
        ground = place.ground()
        book = AreaBook(ground, (), (), start)
        told = book.judged_plan(plan.rounds)
        for day in ("opens", "closes"):  # a round stays right in its window
            for one in plan.rounds:
                moved = replace(one, on=max(getattr(one, day), start))
                late = [v.rule for v in book.judged(moved) if v.rule in IN_ITS_WINDOW]
                assert not late, (key, day, moved.on, moved.name, late)
        broken = [(one.on, one.name, v.rule, str(v.sentence)) for one, found in told for v in found if v.rule in KNOWN]
        assert not broken, (key, broken)
