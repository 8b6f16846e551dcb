"""Irrigation that is to be mended: before anything that must be watered in, and before the mulch that covers lines."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta

from amber_acre.core.jobs.job import Job, Work
from amber_acre.core.rules.judge import AreaBook

BEFORE_DAYS = 7  # it runs for a week before anything hangs on it [common-practice]
WITHIN_DAYS = 28  # of its window before that [common-practice]
COMES_AFTER: tuple[Work, ...] = ("plant", "seed", "feed", "drench", "mulch")


def repair_jobs(book: AreaBook, jobs: Sequence[Job], wakes: date, today: date) -> list[Job]:
    """The repair that a form asks for, a week before the first of the jobs that wait for it, else before growth wakes.

    None where it is planned already, or was done within the year (the ground is watered again then).
    """
    if book.ground.says("irrigation") != "repair" or book.ground.irrigated:
        return []
    if any(job.work == "repair" for job in (*jobs, *(one.job for one in book.jobs if one.job.counts and not one.done))):
        return []
    waiting = [job for job in jobs if job.work in COMES_AFTER]
    first = min((job.on for job in waiting), default=max(wakes, today))
    on = max(today, first - timedelta(days=BEFORE_DAYS))
    return [
        Job(
            0,
            "Mend the irrigation",
            "repair",
            on,
            max(today, first - timedelta(days=WITHIN_DAYS)),
            max(on, first - timedelta(days=1)),
            answers="irrigation that does not work",
            reason=_why(waiting),
        )
    ]


def _why(waiting: Sequence[Job]) -> str:
    if not waiting:
        return "before growth begins"
    first = min(waiting, key=lambda job: job.on)
    after = "the mulch covers its lines" if first.work == "mulch" else "what goes in has to be watered"
    return f"before {first.name[:1].lower()}{first.name[1:]}: {after}"
