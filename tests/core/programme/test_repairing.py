"""Irrigation that is to be mended comes before all that hangs on it, in every climate (common practice, no source)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any, Literal

import pytest

from amber_acre.core.care.planting import planting_of
from amber_acre.core.programme.garden_year import plan_garden
from amber_acre.core.programme.repairing import BEFORE_DAYS, COMES_AFTER, repair_jobs
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.season.climate_kinds import KINDS
from tests.cases.care import shelf
from tests.core.care.test_planting import ground
from tests.core.rules.cases import book, facts, job
from tests.core.worlds import QUICK

MAY = date(2026, 5, 20)


def bed(**changes: Any) -> Any:
    at = ground("bed", "14 × Rosa hybrids", **changes)
    return replace(at, facts={**at.facts, **facts(irrigation="repair")}, irrigated=False)


@pytest.mark.parametrize("half", ["north", "south"])
@pytest.mark.parametrize("kind", [one.key for one in KINDS])
def test_the_repair_comes_first_wherever_the_garden_lies(kind: str, half: Literal["north", "south"]) -> None:
    climate = next(one for one in KINDS if one.key == kind).climate(half)
    at = replace(bed(), climate=climate)
    today = date(2026, 1 if half == "north" else 7, 10)
    plan = plan_garden(planting_of(at), AreaBook(at, (), (), today), shelf(), today, today)
    repairs = [one for one in plan.jobs if one.work == "repair"]
    assert len(repairs) == 1
    waiting = [one.on for one in plan.jobs if one.work in COMES_AFTER]
    assert today <= repairs[0].opens <= repairs[0].on <= repairs[0].closes
    if waiting:
        assert repairs[0].on <= min(waiting)
    if waiting and min(waiting) > today + timedelta(days=BEFORE_DAYS):
        assert repairs[0].on == min(waiting) - timedelta(days=BEFORE_DAYS)


def test_it_is_planned_once_and_not_where_the_water_runs() -> None:
    feed = job(QUICK, 12, MAY)
    assert [one.on for one in repair_jobs(book(bed()), [feed], MAY, date(2026, 4, 1))] == [date(2026, 5, 13)]
    assert [one.on for one in repair_jobs(book(bed()), [feed], MAY, MAY)] == [MAY]
    assert [one.on for one in repair_jobs(book(bed()), [], MAY, date(2026, 4, 1))] == [date(2026, 5, 13)]
    mend = job(None, 0, MAY, work="repair", key=5)
    assert repair_jobs(book(bed(), mend), [feed], MAY, MAY) == []
    assert repair_jobs(book(bed()), [feed, mend], MAY, MAY) == []
    assert repair_jobs(book(replace(bed(), irrigated=True)), [feed], MAY, MAY) == []
    assert repair_jobs(book(ground("bed", "14 × Rosa hybrids")), [feed], MAY, MAY) == []
