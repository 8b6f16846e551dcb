"""Jobs of a physical amendment: what is spread or cored each year, and the re-check that may close a finding."""

from __future__ import annotations

from datetime import date, timedelta

from amber_acre.core.correction.amending import Amendment
from amber_acre.core.correction.instalments import WINDOW_DAYS, Job, Work

RECHECK_DAYS = 42  # roots and worms need weeks before a probe says anything [common-practice]


def amend_jobs(made: Amendment, first: date, years: int) -> list[Job]:
    """Jobs from ``first`` over ``years`` (1–10): each as often as the option asks, a re-check after coring."""
    option = made.option
    every = round(option.every_months * 365.25 / 12) if option.every_months else 0
    count = 1 if not every else max(1, round(years * 12 / option.every_months))
    jobs: list[Job] = []
    for n in range(count):
        day = first + timedelta(days=every * n)
        tail = f" {n + 1} of {count}" if count > 1 else ""
        if option.unit in ("holes", "none"):
            work: Work = "core" if option.unit == "holes" else "recheck"
            name = ("Core" if work == "core" else "Look again after " + option.name.lower()) + tail
            jobs.append(Job(len(jobs) + 1, name, work, day, day, day + timedelta(days=WINDOW_DAYS)))
        if made.rate_g_m2 > 0:
            jobs.append(
                Job(
                    len(jobs) + 1,
                    option.name + tail,
                    "spread",
                    day,
                    day,
                    day + timedelta(days=WINDOW_DAYS),
                    made.rate_g_m2,
                )
            )
        if option.finding == "compacted" and option.closes:
            again = day + timedelta(days=RECHECK_DAYS)
            jobs.append(
                Job(
                    len(jobs) + 1,
                    "Check the depth of the probe" + tail,
                    "recheck",
                    again,
                    again,
                    again + timedelta(days=WINDOW_DAYS),
                )
            )
    return jobs
