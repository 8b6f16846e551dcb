"""Fixed rounds held against what grows, the usual ones and a firm's own (common practice, no source)."""

from __future__ import annotations

from datetime import date

import pytest

from amber_acre.core.errors import AmberError, DoesNotFit, NotUnderstood, OutOfRange
from amber_acre.core.programme.fixed_dates import (
    ROUNDS,
    at_fixed_days,
    fixed_days,
    left_out,
    own_rounds,
    usual_rounds,
)
from amber_acre.core.programme.planning import YearPlan, plan_year
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.season.climate import Climate, season_start
from amber_acre.core.tables.grasses import Season
from tests.core.worlds import BAY, FREE, HOT, SHELF, VALE, lawn

LAWNS = [(VALE, "bluegrass"), (VALE, "fine-fescue"), (BAY, "tall-fescue"), (BAY, "couch"), (HOT, "couch")]


def planned(climate: Climate, grass: str, school: str, rules: RuleSet = FREE, today: date | None = None) -> YearPlan:
    start = season_start(climate, date(2026, 3, 1))
    return plan_year(lawn(climate=climate, grass=grass, rules=rules), list(SHELF), start, today or start, school=school)


def test_fixed_days_lie_in_the_season_and_half_a_year_on_in_the_south() -> None:
    north = fixed_days("cool", False, date(2026, 3, 1))
    assert [day.isoformat() for day in north] == ["2026-04-12", "2026-06-03", "2026-09-04", "2026-10-18"]
    south = fixed_days("cool", True, date(2025, 9, 1))
    assert [(day.year, day.month, day.day) for day in south] == [
        (2025, 10, 12),
        (2025, 12, 3),
        (2026, 3, 4),
        (2026, 4, 18),
    ]
    assert len(ROUNDS["warm"]) == len(fixed_days("warm", False, date(2026, 5, 4)))
    assert fixed_days("warm", False, date(2026, 5, 4))[-1] == date(2027, 5, 3)  # a day before the start is next year's


@pytest.mark.parametrize(("climate", "grass"), LAWNS)
def test_rounds_of_fixed_dates_stand_on_them_and_the_rest_says_why(climate: Climate, grass: str) -> None:
    plan = planned(climate, grass, "fixed")
    days = fixed_days("warm" if grass == "couch" else "cool", climate.latitude_deg < 0, plan.start)
    assert plan.rounds
    assert {job.on for job in plan.rounds} <= set(days)
    said = {one.sentence for one in plan.advice if one.code == "fixed_dates"}
    fed = {job.on for job in plan.rounds}
    for day in set(days) - fed:
        if not plan.asked.open[plan.asked.phases.step_of(day)]:
            assert any(f"{day:%-d %B}" in sentence for sentence in said)


def test_a_fixed_round_in_a_closed_period_or_past_is_left_out() -> None:
    at = planned(VALE, "bluegrass", "test").asked
    day = date(2026, 1, 20)  # under frost
    closed = at_fixed_days(at, [day])
    assert not closed.open.any()
    assert left_out(at, [day])[0][1]
    late = planned(VALE, "bluegrass", "fixed", today=date(2026, 6, 20))
    assert all(job.on >= date(2026, 6, 20) for job in late.rounds)
    assert not any("12 April" in one.sentence for one in late.advice)


@pytest.mark.parametrize(
    ("text", "days"),
    [
        ("12 April; 4 September", ((4, 12), (9, 4))),
        ("09-04, 04-12", ((4, 12), (9, 4))),
        ("5 May", ((5, 5),)),
        ("1 May; 22 May", ((5, 1), (5, 22))),  # twenty-one days
    ],
)
def test_a_firm_has_rounds_of_its_own(text: str, days: tuple[tuple[int, int], ...]) -> None:
    assert own_rounds(text) == days
    start = date(2026, 3, 1)
    assert [(day.month, day.day) for day in fixed_days("cool", False, start, days)] == list(days)
    assert fixed_days("cool", True, date(2025, 9, 1), days)[-1] <= date(2026, 8, 31)  # as they are there, not turned


@pytest.mark.parametrize(
    ("text", "refused"),
    [
        ("", OutOfRange),
        ("1 May; 21 May", DoesNotFit),
        ("10 January; 28 December", DoesNotFit),  # thirteen days round the turn of the year
        (
            "; ".join(f"1 {month}" for month in ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep"]),
            OutOfRange,
        ),
        ("31 June", NotUnderstood),
        ("29 February", NotUnderstood),
    ],
)
def test_rounds_that_are_none_are_refused(text: str, refused: type[AmberError]) -> None:
    with pytest.raises(refused):
        own_rounds(text)


@pytest.mark.parametrize(("season", "south"), [("cool", False), ("cool", True), ("warm", False), ("warm", True)])
def test_the_usual_rounds_could_be_a_firms_own(season: Season, south: bool) -> None:
    days = usual_rounds(season, south)
    assert own_rounds("; ".join(f"{month:02d}-{day:02d}" for month, day in days)) == tuple(sorted(days))


def test_a_plan_stands_on_the_firms_rounds() -> None:
    place = lawn(grass="bluegrass", climate=VALE, rules=FREE)
    start = season_start(VALE, date(2026, 3, 1))
    plan = plan_year(place, SHELF, start, start, school="fixed", own_days=((5, 6), (9, 9)))
    assert plan.rounds
    assert {(job.on.month, job.on.day) for job in plan.rounds} <= {(5, 6), (9, 9)}
