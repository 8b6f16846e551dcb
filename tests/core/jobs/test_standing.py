"""One state machine, amounts, packs and the course of jobs as they stand."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any

import pytest

from amber_acre.core.errors import MissingInput
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry, standing
from amber_acre.core.jobs.job import NEW_ROOTS, Job, Maker
from amber_acre.core.jobs.standing import COVERED_WHOLE, StandingJob, as_they_stand, packs_to_come, stand
from amber_acre.core.quantities import Kilograms, SquareMetres
from amber_acre.core.working import Working
from tests.core.worlds import LIME, SULPHUR

DAY = date(2026, 5, 27)
LIMING = Job(1, "Lime 1 of 2", "spread", DAY, DAY, DAY + timedelta(days=21), Dose(199.0), LIME, 7, "up")
SIZE = SquareMetres(344)


def standing_lime(**changes: Any) -> StandingJob:
    return replace(StandingJob(LIMING, SIZE, SIZE), **changes)


@pytest.mark.parametrize(
    ("maker", "days", "state"),
    [
        ("up", -1, "coming"),
        ("up", 0, "due"),
        ("up", 21, "due"),
        ("up", 22, "late"),  # it still wants doing
        ("season", 22, "missed"),  # growth that has passed is not fed
        ("hand", 22, "late"),
    ],
)
def test_states_by_day(maker: Maker, days: int, state: str) -> None:
    job = replace(LIMING, maker=maker)
    assert StandingJob(job, SIZE, SIZE).state(DAY + timedelta(days=days)) == state


@pytest.mark.parametrize(
    ("days", "answers", "state"), [(21, NEW_ROOTS, "due"), (22, NEW_ROOTS, "left out"), (22, "salt", "late")]
)
def test_a_watering_nobody_gave_is_left_out_after_its_window(days: int, answers: str, state: str) -> None:
    """Rain did it, or the next one does; leaching salt still wants doing."""
    job = replace(LIMING, maker="care", work="water", answers=answers, key=3, product=None)
    on = DAY + timedelta(days=days)
    assert StandingJob(job, SIZE, SIZE).state(on) == state
    assert stand(job, SIZE, SIZE, (), on).job.counts is (state != "left out")


def test_states_by_what_was_done() -> None:
    assert standing_lime(job=replace(LIMING, skipped=True)).state(DAY) == "left out"
    assert standing_lime(held=True).state(DAY) == "held"
    done = standing_lime(done_on=DAY, logged_kg=60.0, covered_m2=344.0)
    assert done.state(DAY) == "done"
    assert done.state(DAY - timedelta(days=1)) == "coming"
    edge = SIZE * COVERED_WHOLE
    assert standing_lime(done_on=DAY, logged_kg=60.0, covered_m2=edge).state(DAY) == "done"
    part = standing_lime(done_on=DAY, logged_kg=34.228, covered_m2=172.0)
    assert part.state(DAY) == "in part"
    assert part.left_kg == pytest.approx(part.amount_kg / 2)
    work = StandingJob(Job(1, "Core", "core", DAY, DAY, DAY), SIZE, SIZE, DAY)
    assert work.state(DAY) == "done"
    assert float(work.amount_kg) == 0


def test_amount_and_packs() -> None:
    assert standing_lime().amount_kg == pytest.approx(68.456)
    packs = standing_lime().packs(Working(""))
    assert packs is not None
    assert packs.packs == 3
    work = Job(1, "Core", "core", DAY, DAY, DAY)
    assert StandingJob(work, SIZE, SIZE).packs(Working("")) is None
    with pytest.raises(MissingInput, match="work without product"):
        _ = work.material
    assert (work.called, replace(work, maker="hand").called) == ("R1", "Core")


def test_a_job_stands_by_the_entries_that_answer_it() -> None:
    first = Entry(1, 7, DAY, LIME, Kilograms(30), SquareMetres(172))
    second = Entry(2, 7, DAY + timedelta(days=2), LIME, Kilograms(32), SquareMetres(172))
    other = Entry(3, 8, DAY, LIME, Kilograms(99), SIZE)
    assert stand(LIMING, SIZE, SIZE, (first, other), DAY).state(DAY) == "in part"
    both = stand(LIMING, SIZE, SIZE, (first, second, other), DAY + timedelta(days=2))
    assert (both.done_on, both.logged_kg, both.covered_m2) == (DAY + timedelta(days=2), 62, 344)
    assert stand(LIMING, SIZE, SIZE, (first, second), DAY + timedelta(days=1)).logged_kg == 30  # as of that day
    struck = Entry(4, 7, DAY, LIME, Kilograms(0), SquareMetres(172), corrects=1, struck=True)
    assert stand(LIMING, SIZE, SIZE, (first, struck), DAY).done_on is None
    assert standing((first, struck)) == ()


def test_the_course_goes_by_what_went_down_and_what_did_not() -> None:
    """Of four doses: the first down late and light, the second late, the third left out, the last to come; a test."""
    days = (date(2026, 3, 1), date(2026, 4, 1), date(2026, 5, 1), date(2026, 9, 1))
    whole = SquareMetres(100)
    jobs = [
        StandingJob(Job(n, f"Lime {n}", "spread", d, d, d + timedelta(21), Dose(200.0), LIME, n, "up"), whole, whole)
        for n, d in enumerate(days, 1)
    ]
    jobs[0] = replace(jobs[0], done_on=date(2026, 3, 9), logged_kg=15.0, covered_m2=100.0)
    jobs[2] = replace(jobs[2], job=replace(jobs[2].job, skipped=True))
    retest = StandingJob(Job(5, "Test again", "sample", date(2027, 3, 1), DAY, DAY, maker="up"), whole, whole)
    course = as_they_stand([*jobs, retest], DAY)
    assert [(job.on, job.dose.value, done) for job, done in course] == [
        (date(2026, 3, 9), 150.0, True),
        (DAY, 200.0, False),
        (date(2026, 9, 1), 200.0, False),
        (date(2027, 3, 1), 0.0, False),
    ]
    assert course[1][0].name == "Lime 2, not yet down"
    early = as_they_stand([*jobs, retest], date(2026, 2, 1))  # before any of it: as it was planned
    assert [job.on for job, _ in early] == [days[0], days[1], days[3], date(2027, 3, 1)]
    down = replace(jobs[2], done_on=date(2026, 5, 2), logged_kg=20.0, covered_m2=100.0)
    assert len(as_they_stand([down], DAY)) == 1  # logged, then left out: it is down


def test_packs_of_the_jobs_to_come_are_bought_at_once() -> None:
    """Two doses of 0.336 kg, each in a sack of its own, are one sack of 25 kg together."""
    size = SquareMetres(22.4)
    jobs = [
        StandingJob(Job(n, f"Sulphur {n}", "spread", day, day, day, Dose(15.0), SULPHUR, n, "down"), size, size)
        for n, day in enumerate((date(2026, 5, 27), date(2026, 9, 24)), 1)
    ]
    found = packs_to_come(jobs, DAY)
    assert found is not None
    assert found[0] is SULPHUR
    assert found[1] == pytest.approx(0.672)
    assert found[2].packs == 1
    assert packs_to_come([replace(jobs[0], job=replace(jobs[0].job, skipped=True)), jobs[1]], DAY) is None
    assert packs_to_come([replace(jobs[0], done_on=DAY, covered_m2=22.4), jobs[1]], DAY) is None
