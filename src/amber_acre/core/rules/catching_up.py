"""Late work and what hangs on it: shifted together, so that nothing waits for what waits for it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from datetime import date, timedelta

from amber_acre.core.jobs.job import Job
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.order import ORDER_DAYS, works_in_order
from amber_acre.core.rules.rule import Verdict
from amber_acre.core.rules.swap import moved

LATE = ("late", "missed")
SEASON_ON_DAYS = 90  # by which late work of one season is put off to the next [common-practice]


def late_chains(book: AreaBook, plan_of: Mapping[int, int | None]) -> tuple[tuple[Job, ...], ...]:
    """Late jobs of an area on the book's day, each with what hangs on it, in order of their days.

    What hangs together: doses of one correction from the late one on (``plan_of``: its key by job), and works that come
    in an order within two weeks of each other. Tests that follow a dose move with it and are not named.
    """
    open_jobs = [one for one in book.jobs if not one.done and not one.job.skipped]
    late = [one.job for one in open_jobs if one.state(book.day) in LATE]
    first = min((job.on for job in late), default=book.day)
    rest = [one.job for one in open_jobs if one.job not in late and one.job.on >= first]
    chains: list[list[Job]] = []
    for job in sorted([*late, *rest], key=lambda one: (one.on, one.number, one.key)):
        near = [chain for chain in chains if any(_hangs(book, one, job, plan_of) for one in chain)]
        if not near and job not in late:
            continue
        joined = [one for chain in near for one in chain] + [job]
        chains = [chain for chain in chains if chain not in near] + [joined]
    return tuple(tuple(sorted(chain, key=lambda one: (one.on, one.number, one.key))) for chain in chains)


def _hangs(book: AreaBook, first: Job, second: Job, plan_of: Mapping[int, int | None]) -> bool:
    """Whether two jobs of an area move together."""
    plan, doses = plan_of.get(first.key), first.product is not None and second.product is not None
    if doses and plan is not None and plan == plan_of.get(second.key):
        return True
    return abs((first.on - second.on).days) < ORDER_DAYS and works_in_order(book.ground, first, second)


def shifted(chain: Sequence[Job], days: int) -> list[Job]:
    """A chain so many days later, 1 or more, each job with its window."""
    return [moved(job, job.on + timedelta(days=days)) for job in chain]


def days_to(chain: Sequence[Job], day: date) -> int:
    """Days that bring the first of a chain to a day."""
    return (day - chain[0].on).days


def judged_together(book: AreaBook, jobs: Sequence[Job]) -> dict[int, tuple[Verdict, ...]]:
    """What each of the shifted jobs breaks beside the others as they are shifted, by its key."""
    keys = {job.key for job in jobs}
    beside = replace(book, jobs=tuple(one for one in book.jobs if one.job.key not in keys))
    return {job.key: beside.judged(job, [one for one in jobs if one.key != job.key]) for job in jobs}
