"""Tests and looks follow the dose they are for: moved with it, and not before its time once it has gone down late."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta

from amber_acre.core.jobs.job import Job, Work

FOLLOWS: tuple[Work, ...] = ("sample", "check", "look")


def followers(jobs: Sequence[Job], dose: Job, was: date) -> list[Job]:
    """The tests and looks of a plan that follow a dose which was planned for ``was``: those before the next dose."""
    doses = sorted(job.on for job in jobs if job.work not in FOLLOWS and job.key != dose.key and job.on > was)
    until = doses[0] if doses else date.max
    return [job for job in jobs if job.work in FOLLOWS and was <= job.on <= until]


def follow(jobs: Sequence[Job], dose: Job, was: date, now: date) -> dict[int, timedelta]:
    """How far each follower of a dose moves, by its key, when the dose goes from ``was`` to ``now``.

    As far as the dose: so many days as its own rule asks still lie between.
    """
    by = now - was
    return {job.key: by for job in followers(jobs, dose, was)} if by else {}
