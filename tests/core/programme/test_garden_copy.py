"""A planting's year on another planting: by the stages of its place, its plants, its size (common practice)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from amber_acre.core.care.mixed_bed import ground_of
from amber_acre.core.care.planting import planting_of
from amber_acre.core.errors import DoesNotFit
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job
from amber_acre.core.programme.garden_copy import Carried, carried, counted_there
from amber_acre.core.programme.garden_year import GardenPlan, plan_garden
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.season.climate import season_start
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.stages import stages
from tests.cases.care import shelf
from tests.core.care.test_planting import ground
from tests.core.worlds import VALE

SHELF = shelf()
COLD, MILD = (next(one for one in KINDS if one.key == key) for key in ("cool-humid-continental", "mild-coast"))
DRIFT = "60 × Salvia nemorosa\n8 × Rosa hybrids"


def planned(at: Ground) -> GardenPlan:
    start = season_start(at.climate, date(2026, 4, 1))
    return plan_garden(planting_of(at), AreaBook(at, (), (), start), SHELF, start, start)


def over(plan: GardenPlan, to: Ground, today: date | None = None, jobs: tuple[Job, ...] | None = None) -> Carried:
    target = planting_of(to)
    start = season_start(to.climate, today or plan.start)
    year = stages(to.climate, target.group.start_c, start)
    return carried(plan.jobs if jobs is None else jobs, (plan.planting, plan.stages), (target, year), today or start)


def test_the_same_year_at_the_same_place_is_the_same() -> None:
    at = ground("bed", "14 × Rosa hybrids", mulch_kind="none")
    plan = planned(at)
    went = over(plan, at)
    mine = [job for job in plan.jobs if job.work in ("feed", "drench", "mulch")]
    assert [(job.on, job.opens, job.closes) for job in went.jobs] == [(job.on, job.opens, job.closes) for job in mine]
    assert [job.dose.value for job in went.jobs] == pytest.approx([job.dose.value for job in mine])
    assert all(job.key == 0 for job in went.jobs)
    assert went.said == ()


@pytest.mark.parametrize("half", ["north", "south"])
def test_days_follow_the_stages_of_the_place(half: str) -> None:
    plan = planned(ground("bed", "30 × Hemerocallis hybrids", COLD.climate("north")))
    to = ground("bed", "30 × Hemerocallis hybrids", MILD.climate("south" if half == "south" else "north"))
    year = stages(to.climate, planting_of(to).group.start_c, season_start(to.climate, plan.start))
    went = over(plan, to, year.start)
    assert went.jobs
    for job in went.jobs:
        assert year.start - timedelta(days=60) < job.on
        assert job.opens <= job.on <= job.closes
        assert job.work == "mulch" or job.on <= year.last


def test_counts_are_of_the_plants_that_grow_there() -> None:
    plan = planned(ground("bed", DRIFT, aim="flowers"))
    own = next(job for job in plan.jobs if job.name.endswith(": roses"))
    twice = over(plan, ground("bed", "80 × Salvia nemorosa\n20 × Rosa hybrids"))
    assert {job.dose.count for job in twice.jobs if job.name == own.name} == {20}
    without = over(plan, ground("bed", "80 × Salvia nemorosa"))
    assert not any(job.name == own.name for job in without.jobs)
    assert any(own.name in one and "no roses" in one for one in without.said)
    passing = planned(ground("bed", "14 × Rosa hybrids\n6 × Lavandula angustifolia"))
    some = over(passing, ground("bed", "22 × Rosa hybrids\n9 × Lavandula angustifolia"))
    assert {job.dose.count for job in some.jobs if job.work == "feed"} == {22}


def test_mulch_and_pots_follow_their_size() -> None:
    at = ground("bed", "14 × Rosa hybrids")
    plan = planned(at)
    mulch = Job(1, "Mulch", "mulch", plan.start, plan.start, plan.start + timedelta(days=30), Dose(2.0, "volume"))
    big = replace(at, size_m2=SquareMetres(at.size_m2 * 2.5), low_m2=SquareMetres(at.low_m2 * 2.5))
    assert over(plan, big, jobs=(mulch,)).jobs[0].dose == Dose(5.0, "volume")
    pots, more = (ground("container", "Petunia hybrids", count=count) for count in ("4", "10"))
    of_pots = planned(pots)
    feed = Job(2, "Soluble", "drench", plan.start, plan.start, plan.start, Dose(150, "water", 12), SHELF[0])
    water = [job for job in (*of_pots.jobs, feed) if job.dose.basis in ("water", "litre")]
    went = over(of_pots, more, jobs=tuple(water)).jobs
    assert {job.dose.basis for job in went} == {"water", "litre"}
    assert [job.dose.count for job in went] == pytest.approx([(job.dose.count or 0) * 2.5 for job in water])
    assert [job.dose.value for job in went] == [job.dose.value for job in water]


def test_another_group_is_refused_and_other_works_stay_behind() -> None:
    plan = planned(ground("bed", "14 × Rosa hybrids"))
    with pytest.raises(DoesNotFit, match="has the year of roses"):
        over(plan, ground("bed", "30 × Hemerocallis hybrids"))
    look = Job(1, "Look", "look", plan.start, plan.start, plan.start)
    left = replace(next(job for job in plan.jobs if job.work == "feed"), skipped=True)
    assert over(plan, plan.planting.ground, jobs=(look, left)) == Carried((), ())


def test_what_is_over_stays_behind_and_what_is_late_is_done_now() -> None:
    at = ground("bed", "14 × Rosa hybrids", VALE)
    plan = planned(at)
    first = min((job for job in plan.jobs if job.work == "feed"), key=lambda job: job.on)
    assert first.name not in {job.name for job in over(plan, at, first.closes + timedelta(days=1)).jobs}
    late = next(job for job in over(plan, at, first.closes).jobs if job.name == first.name)
    assert late.on == late.opens == late.closes == first.closes


def test_one_job_goes_over_with_the_plants_it_is_for() -> None:
    plan = planned(ground("bed", DRIFT, aim="flowers"))
    own = next(job for job in plan.jobs if job.name.endswith(": roses"))
    assert counted_there(own, ground("bed", "80 × Salvia nemorosa\n20 × Rosa hybrids")).count == 20
    with pytest.raises(DoesNotFit, match="no roses") as refused:
        counted_there(own, ground("bed", "80 × Salvia nemorosa"))
    assert refused.value.field == "area"
    by_plant = replace(own, name="By hand")
    assert counted_there(by_plant, ground("bed", "14 × Rosa hybrids\n6 × Lavandula angustifolia")).count == 14
    assert counted_there(by_plant, ground("container", "Petunia hybrids", count="6")).count == 6
    assert counted_there(replace(own, dose=Dose(20)), ground("bed", "")).count is None


def test_late_nitrogen_is_not_carried_past_the_last_day() -> None:
    at = ground("bed", "14 × Rosa hybrids", VALE)
    plan = planned(at)
    assert plan.stages.last < plan.stages.rests
    feed = next(job for job in plan.jobs if job.work == "feed")
    late = replace(feed, on=plan.stages.last, closes=plan.stages.last + timedelta(days=28))
    (last,) = over(plan, at, plan.stages.last, jobs=(late,)).jobs
    assert last.on == last.closes == plan.stages.last
    assert over(plan, at, plan.stages.last + timedelta(days=1), jobs=(late,)).jobs == ()


def test_acid_lovers_take_over_no_nitrogen_after_their_buds_are_set() -> None:
    """Their own last day, ninety-five days after waking, not that of the frost."""
    at = ground("bed", "9 × Pieris japonica", VALE)
    plan = planned(at)
    feed = next(job for job in plan.jobs if job.work == "feed")
    late = replace(feed, on=plan.stages.last, closes=plan.stages.last)
    (last,) = over(plan, at, plan.start, jobs=(late,)).jobs
    assert last.on == last.closes == plan.stages.wakes + timedelta(days=95) < plan.stages.last


def test_mulch_goes_over_without_the_ground_of_plants_it_would_rot() -> None:
    """The same daylilies with lavender among them: less mulch by the lavender's ground, and said."""
    plan = planned(ground("bed", "20 × Hemerocallis hybrids", mulch_kind="chips", mulch_depth="0"))
    mulch = next(job for job in plan.jobs if job.work == "mulch")
    assert mulch.product is not None
    mixed = ground("bed", "20 × Hemerocallis hybrids\n4 × Lavandula angustifolia", mulch_kind="chips")
    bare = ground_of(planting_of(mixed), planting_of(mixed).grown[1:])
    went = over(plan, mixed)
    there = next(job for job in went.jobs if job.work == "mulch")
    assert there.dose.value == pytest.approx(mulch.dose.value * (mixed.size_m2 - bare) / mixed.size_m2)
    assert any("None on Lavandula angustifolia" in one for one in went.said)
    back = over(plan, mixed, jobs=(replace(mulch, product=None),))  # a mulch of no known kind goes by the whole bed
    assert back.jobs[0].dose.value == pytest.approx(mulch.dose.value)
