"""Late work moves with what hangs on it, and nothing waits for what waits for it (common practice, no source)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from amber_acre.core.care.planting import planting_of
from amber_acre.core.jobs.standing import stand
from amber_acre.core.programme.garden_year import plan_garden
from amber_acre.core.rules.catching_up import days_to, judged_together, late_chains, shifted
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.season.climate import Climate, season_start
from tests.core.care.test_planting import ground as planting_ground
from tests.core.programme.test_garden_year import SHELF
from tests.core.rules.cases import book, ground, job
from tests.core.worlds import BAY, HOT, LIME, VALE

ON = date(2026, 4, 10)
ORDER_RULES = {"waits-for", "plant-feed-mulch", "core-dress-seed"}


def test_doses_of_one_correction_move_from_the_late_one_on() -> None:
    doses = [job(LIME, 100, ON + timedelta(days=90 * n), key=n + 1) for n in range(3)]
    late = book(ground(), *doses, day=ON + timedelta(days=40))
    (chain,) = late_chains(late, {1: 7, 2: 7, 3: 7})
    assert [one.key for one in chain] == [1, 2, 3]
    assert [[one.key for one in each] for each in late_chains(late, {1: 7, 2: 8, 3: None})] == [[1]]
    moved = shifted(chain, days_to(chain, late.day))
    assert [one.on for one in moved] == [late.day + timedelta(days=90 * n) for n in range(3)]
    assert moved[0].closes - moved[0].on == chain[0].closes - chain[0].on


def test_works_in_an_order_move_together_and_what_lies_apart_stays() -> None:
    core, seed = job(None, on=ON, key=1, work="core"), job(None, on=ON + timedelta(days=13), key=2, work="seed")
    far = replace(
        seed, key=3, on=ON + timedelta(days=27), opens=ON + timedelta(days=27), closes=ON + timedelta(days=41)
    )
    late = book(ground(), core, seed, day=ON + timedelta(days=20))
    assert [[one.key for one in chain] for chain in late_chains(late, {})] == [[1, 2]]
    apart = book(ground(), core, far, day=ON + timedelta(days=20))
    assert [[one.key for one in chain] for chain in late_chains(apart, {})] == [[1]]
    assert late_chains(book(ground(), core, seed, day=ON), {}) == ()


@pytest.mark.parametrize("climate", [VALE, BAY, HOT], ids=lambda one: one.name)
@pytest.mark.parametrize("plants", ["14 × Rosa hybrids", "30 × Hosta hybrids", "9 × Rhododendron hybrids"])
@pytest.mark.parametrize("weeks", [6, 12, 20])
def test_what_is_planned_and_missed_is_caught_up_without_a_circle(climate: Climate, plants: str, weeks: int) -> None:
    at = planting_ground("bed", plants, climate, mulch_kind="none")
    start = season_start(climate, date(2026, 6, 1))
    plan = plan_garden(planting_of(at), AreaBook(at, (), (), start), SHELF, start, start)
    jobs = [replace(one, key=n) for n, one in enumerate(plan.jobs, start=1)]
    day = start + timedelta(weeks=weeks)
    late = AreaBook(at, tuple(stand(one, *at.sizes_of(one), (), day) for one in jobs), (), day)
    moved = [job for chain in late_chains(late, {}) for job in shifted(chain, days_to(chain, day))]
    assert moved or weeks == 6
    told = judged_together(late, moved)
    assert not {one.rule for verdicts in told.values() for one in verdicts} & ORDER_RULES
