"""Splits a correction into instalments under the caps and finds their days by the place's own warmth."""

from __future__ import annotations

import math
from collections.abc import Callable
from datetime import date, timedelta
from typing import Literal, get_args

from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job
from amber_acre.core.rules.in_season import SULPHUR_BURNS_FROM_C
from amber_acre.core.rules.limits import Cap
from amber_acre.core.season.climate import Climate, daily_series
from amber_acre.core.tables.acidifying import SULPHUR_WORKS_ABOVE_C
from amber_acre.core.working import Figure, Limit, Working

Timing = Literal["ready", "warm"]  # lie ready before spring, or start when the soil is warm
TIMINGS: tuple[Timing, ...] = get_args(Timing)
WINDOW_DAYS = 21  # how long an instalment stays right [common-practice]
MOST_YEARS = 8  # of instalments; the expected course is drawn two years past the last, ten in all
LIME_RETEST_DAYS = 183  # before more: half a year for lime on the surface [common-practice]


def split(total_g_m2: float, cap: Cap, working: Working, per_product: float = 1.0) -> list[float]:
    """Equal instalments of ``total_g_m2``, none above the cap of one application; none of nothing.

    ``per_product``: what the cap counts of a gram of product (the sulphur in it); 1 for lime. Their sum is the total.
    """
    if total_g_m2 < 0:
        raise OutOfRange("An amount cannot be negative.", field="total", limits=(0, None))
    if total_g_m2 == 0:
        return []
    once = cap.once_g_m2 / per_product
    exact = working.step(
        "Instalments, exactly",
        "total_g_m2 / once_g_m2",
        [
            Figure("total_g_m2", total_g_m2, "g/m²", "in all"),
            Figure("once_g_m2", once, "g/m²", f"most at a time: {cap.words}"),
        ],
        round(total_g_m2 / once, 9),
        "",
        cap.source,
    )
    count = working.step(
        "Instalments: rounded up, one at least",
        "max(1, ceil(exact))",
        [Figure("exact", exact, "", "instalments exactly")],
        float(max(1, math.ceil(exact))),
        "",
        cap.source,
        note="An exact multiple is not rounded up.",
    )
    each = working.step(
        "Each instalment",
        "total_g_m2 / count",
        [Figure("total_g_m2", total_g_m2, "g/m²", "in all"), Figure("count", count, "", "instalments")],
        total_g_m2 / count,
        "g/m²",
        cap.source,
        (Limit("most at a time", None, once, cap.source),),
    )
    return [each] * int(count)


def below_the_lab(total_g_m2: float, share: float, working: Working) -> float:
    """The total to start with: a share (0.5–1) of the full one; the low side when in doubt [common-practice]."""
    if not 0.5 <= share <= 1:
        raise OutOfRange("Start with 50 to 100 % of the full figure.", field="start_share", limits=(0.5, 1))
    return working.step(
        "To start with",
        "total_g_m2 * share",
        [Figure("total_g_m2", total_g_m2, "g/m²", "full figure"), Figure("share", share, "", "share to start with")],
        total_g_m2 * share,
        "g/m²",
        "common-practice",
        note="When in doubt start on the low side and test again.",
    )


def lime_jobs(rates: list[float], first: date, interval_days: int, climate: Climate, cap: Cap) -> list[Job]:
    """Instalments of lime from ``first`` on, ``interval_days`` (28–366) apart, never on frozen ground.

    A re-test stands before each new year's first dose, and after the last.

    Where the cap has a year (hydrated lime, a label), any twelve months keep under it.
    """
    if not 28 <= interval_days <= 366:
        raise OutOfRange(
            "Lime instalments lie 28 to 366 days apart (1 to 6 months is usual).", field="interval", limits=(28, 366)
        )
    jobs: list[Job] = []
    spread: list[Job] = []
    thawed = open_days(climate, first, lambda mean, low, high: low > 0)
    for n, rate in enumerate(rates, start=1):
        day = first if not spread else spread[-1].on + timedelta(days=interval_days)
        day = under_the_year(thawed, spread, day, rate, cap)
        refuse_too_long([job.on for job in spread], len(rates), day)
        if spread and (day - spread[0].on).days // 365 > (spread[-1].on - spread[0].on).days // 365:
            jobs.append(retest_job(len(jobs) + 1, day - timedelta(days=28)))
        end = day + timedelta(days=WINDOW_DAYS)
        spread.append(Job(len(jobs) + 1, f"Lime {n} of {len(rates)}", "spread", day, day, end, Dose(rate)))
        jobs.append(spread[-1])
    if jobs:
        jobs.append(retest_job(len(jobs) + 1, jobs[-1].on + timedelta(days=LIME_RETEST_DAYS)))
    return jobs


def refuse_too_long(days: list[date], count: int, day: date) -> None:
    """Refuses instalments that run past eight years from the first: nobody keeps at it so long, and tests decide
    before (DoesNotFit)."""
    if days and (day - days[0]).days > MOST_YEARS * 365:
        raise DoesNotFit(
            f"{count} applications this far apart run past {MOST_YEARS} years. Shorten the days between as far as label"
            " and season allow, take a target that is nearer, or correct less deep; then test and go on.",
            field="interval",
        )


def under_the_year(
    days: list[date], spread: list[Job], day: date, rate: float, cap: Cap, per_product: float = 1.0
) -> date:
    """The first open day from ``day`` on which a dose keeps any twelve months under the cap's year."""
    while True:
        open_day = _next(days, day)
        recent = [job for job in spread if (open_day - job.on).days < 365]
        total = (sum(job.rate_g_m2 for job in recent) + rate) * per_product
        if cap.year_g_m2 is None or not recent or total <= cap.year_g_m2 * (1 + 1e-9):
            return open_day
        day = recent[0].on + timedelta(days=365)


def sulphur_jobs(
    rates: list[float],
    first: date,
    interval_days: int,
    timing: Timing,
    cap: Cap,
    climate: Climate,
    per_product: float = 1.0,
    ceiling_c: float = SULPHUR_BURNS_FROM_C,
) -> list[Job]:
    """Instalments of sulphur from ``first``: any twelve months under the yearly cap, a re-test before each new year.

    ``warm``: on days the soil (daily mean of the air) is above 13 °C and the usual maximum below ``ceiling_c``, from
    which sulphur burns what it lies on (no ceiling where it is dug in); ``ready``: on unfrozen days before that, so
    that it lies ready when warmth comes.
    """
    if not 28 <= interval_days <= 366:
        raise OutOfRange("Sulphur doses lie 28 to 366 days apart.", field="interval", limits=(28, 366))
    warm = timing == "warm"
    workable = open_days(
        climate,
        first,
        lambda mean, low, high: (
            mean > SULPHUR_WORKS_ABOVE_C and high < ceiling_c if warm else low > 0 and mean <= SULPHUR_WORKS_ABOVE_C
        ),
    )
    jobs: list[Job] = []
    spread: list[Job] = []
    for n, rate in enumerate(rates, start=1):
        day = first if not spread else spread[-1].on + timedelta(days=interval_days)
        day = under_the_year(workable, spread, day, rate, cap, per_product)
        refuse_too_long([job.on for job in spread], len(rates), day)
        if spread and (day - spread[0].on).days // 365 > (spread[-1].on - spread[0].on).days // 365:
            jobs.append(retest_job(len(jobs) + 1, day - timedelta(days=28)))
        job = Job(
            len(jobs) + 1,
            f"Sulphur {n} of {len(rates)}",
            "spread",
            day,
            day,
            day + timedelta(days=WINDOW_DAYS),
            Dose(rate),
        )
        jobs.append(job)
        spread.append(job)
    if jobs:
        jobs.append(retest_job(len(jobs) + 1, jobs[-1].on + timedelta(days=365)))
    return jobs


def retest_job(number: int, day: date) -> Job:
    """A test to be taken about ``day`` before anything more goes down."""
    return Job(number, "Test again before any more", "sample", day, day - timedelta(days=14), day + timedelta(days=28))


def open_days(climate: Climate, first: date, holds: Callable[[float, float, float], bool]) -> list[date]:
    """Days from ``first`` over the years a correction may take on which daily mean, minimum and maximum allow it."""
    end = first + timedelta(days=365 * (MOST_YEARS + 1))
    series = daily_series(climate, first, end)
    return [
        series.day(n)
        for n, (mean, low, high) in enumerate(zip(series.mean_c, series.min_c, series.max_c, strict=True))
        if holds(float(mean), float(low), float(high))
    ]


def _next(days: list[date], day: date) -> date:
    found = next((open_day for open_day in days if open_day >= day), None)
    if found is None:
        raise OutOfRange(
            "This climate has no day for it in the years ahead: lime needs unfrozen ground, sulphur soil above 13 °C"
            " and no heat or, to lie ready, unfrozen soil below it, a nutrient days above 8 °C. Choose the other timing"
            " or a later year.",
            field="timing",
        )
    return found
