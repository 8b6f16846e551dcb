"""What jobs and log say of the ground: which way its pH is being moved, and whether its water was mended."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from datetime import date

from amber_acre.core.jobs.entry import Entry, standing
from amber_acre.core.jobs.standing import StandingJob
from amber_acre.core.jobs.use import YEAR_DAYS
from amber_acre.core.rules.direction import moves_ph
from amber_acre.core.rules.limits import Direction


def running_direction(jobs: Iterable[StandingJob], day: date) -> Direction | None:
    """The way of the newest correction that is not ended and whose last spreading is under a year back, or to come."""
    ways: list[tuple[date, Direction]] = []
    for one in jobs:
        job = one.job
        if job.maker not in ("up", "down") or job.work != "spread" or job.skipped:
            continue
        if (day - (one.done_on or job.on)).days < YEAR_DAYS:
            ways.append((job.on, "up" if job.maker == "up" else "down"))
    return max(ways)[1] if ways else None


def moves(entries: Sequence[Entry]) -> list[tuple[date, Direction]]:
    """Days on which lime or an acidifier went down, oldest first, whether by a correction or not."""
    return [
        (entry.on, way)
        for entry in standing(entries)
        if entry.product is not None and (way := moves_ph(entry.product)) is not None
    ]


def moved_direction(entries: Sequence[Entry], day: date) -> Direction | None:
    """Which way lime or an acidifier moved the pH within the year before ``day``: the latest."""
    return next((way for on, way in reversed(moves(entries)) if 0 <= (day - on).days < YEAR_DAYS), None)


def mended(jobs: Iterable[StandingJob], day: date) -> bool:
    """Whether the irrigation was mended within the year before ``day``, by the log."""
    done = (one.done_on for one in jobs if one.job.work == "repair" and one.done)
    return any(on is not None and 0 <= (day - on).days < YEAR_DAYS for on in done)


def corrected_since(entries: Sequence[Entry], read_on: date | None) -> bool:
    """Whether lime or an acidifier went down after the pH that is gone by was read."""
    return any(read_on is None or on > read_on for on, _ in moves(entries))
