"""Tests and looks follow the dose they are for."""

from __future__ import annotations

from datetime import date, timedelta

from amber_acre.core.correction.following import follow
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job, Work
from tests.core.worlds import LIME

DAYS = (date(2026, 3, 1), date(2026, 9, 1))


def job(key: int, on: date, work: Work = "spread") -> Job:
    what = LIME if work == "spread" else None
    return Job(key, f"job {key}", work, on, on, on, Dose(100.0 if what else 0.0), what, key, "up")


PLAN = [job(1, DAYS[0]), job(2, DAYS[0] + timedelta(days=150), "sample"), job(3, DAYS[1]),
        job(4, DAYS[1] + timedelta(days=183), "sample")]  # fmt: skip


def test_a_re_test_keeps_its_days_from_the_dose_it_follows() -> None:
    """Lime moved by nine weeks: the test that had to lie 183 days after it moves as far, the earlier one stays."""
    later = DAYS[1] + timedelta(days=63)
    assert follow(PLAN, PLAN[2], DAYS[1], later) == {4: timedelta(days=63)}
    assert follow(PLAN, PLAN[0], DAYS[0], DAYS[0] + timedelta(days=10)) == {2: timedelta(days=10)}
    assert follow(PLAN, PLAN[2], DAYS[1], DAYS[1]) == {}
