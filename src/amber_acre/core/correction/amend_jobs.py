"""Jobs of a physical amendment: what is spread or cored each year, and the re-check that may close a finding."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from datetime import date, timedelta

from amber_acre.core.correction.amending import Amendment
from amber_acre.core.correction.instalments import WINDOW_DAYS, retest_job
from amber_acre.core.errors import OutOfRange
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job, Work
from amber_acre.core.products.product import Product
from amber_acre.core.soil.water_store import WateringWeek

PARTS_APART_DAYS = 91  # between parts of one dose too large for the label, so that rain takes each in [common-practice]
RETEST_DAYS = 365  # after a dose by test: gypsum is washed through by a season's water [common-practice]
GOES_DEEPER_MM = 150.0  # a probe that goes this deep closes a compaction finding [common-practice]
RECHECK_DAYS = 42  # roots and worms need weeks before a probe says anything [common-practice]


def watering_jobs(weeks: Sequence[WateringWeek], first: date) -> list[Job]:
    """A job a week for a new lawn's watering, from ``first``: how much and how often stands in its name."""
    jobs = []
    for week in weeks:
        day = first + timedelta(days=7 * (week.week - 1))
        jobs.append(
            Job(
                week.week,
                f"Water, week {week.week}: {week.mm_each:.1f} mm {week.often}",
                "water",
                day,
                day,
                day + timedelta(days=6),
            )
        )
    return jobs


def applications(made: Amendment, years: int) -> tuple[int, int]:
    """Days between two applications (0: once only) and how many there are in ``years``, one at least."""
    if made.parts:
        return max(PARTS_APART_DAYS, made.apart_days), made.parts
    if not made.option.every_months:
        return 0, 1
    every = max(round(made.option.every_months * 365.25 / 12), made.apart_days)
    return every, max(1, round(years * 365.25 / every))


YEARS = range(1990, 2190)  # of a first day: others are a slip of the year [common-practice]
OpenDay = Callable[[date], date]  # the first day from a day on which the ground takes it


def _any_day(day: date) -> date:
    return day


def days_of(made: Amendment, first: date, years: int, open_day: OpenDay = _any_day) -> list[date]:
    """Days of an amendment: every so often, each on the first open day. Parts of one dose follow each other and none
    is lost; of a yearly turn, what comes nearer than the label or half its turn is left out."""
    every, count = applications(made, years)
    days: list[date] = []
    for n in range(count):
        if made.parts and days:
            days.append(open_day(days[-1] + timedelta(days=every)))
            continue
        day = open_day(first + timedelta(days=every * n))
        if not days or (day - days[-1]).days >= max(made.apart_days, every // 2, 1):
            days.append(day)
    return days


def amend_jobs(
    made: Amendment, first: date, years: int, product: Product | None = None, open_day: OpenDay = _any_day
) -> list[Job]:
    """Jobs from ``first`` over ``years`` (1–10): each as often as the option asks and the label allows, a re-check
    after coring.

    ``open_day``: the first day from a day on which turf grows and heals; what would fall into its rest is left out.
    OutOfRange: a first day in a year nobody plans.
    """
    if first.year not in YEARS:
        raise OutOfRange(f"{first} is far from today. Check the year.", field="first")
    option = made.option
    days = days_of(made, first, years, open_day)
    jobs: list[Job] = []
    for n, day in enumerate(days, start=1):
        tail = f" {n} of {len(days)}" if len(days) > 1 else ""
        if option.unit in ("holes", "none"):
            work: Work = "core" if option.unit == "holes" else "check"
            name = ("Hollow-core" if work == "core" else "Look again after " + option.name.lower()) + tail
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
                    Dose(made.rate_g_m2),
                    product,
                    maker="physical",
                    placement="tilled" if option.dug else "surface",
                )
            )
        if option.finding == "compacted" and option.closes:
            again = day + timedelta(days=RECHECK_DAYS)
            jobs.append(
                Job(
                    len(jobs) + 1,
                    "Check the depth of the probe" + tail,
                    "check",
                    again,
                    again,
                    again + timedelta(days=WINDOW_DAYS),
                )
            )
    if made.parts and jobs:
        jobs.append(retest_job(len(jobs) + 1, jobs[-1].on + timedelta(days=RETEST_DAYS)))
    return jobs
