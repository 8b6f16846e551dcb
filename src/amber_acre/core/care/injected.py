"""Wounds of a tree: ports of its injections by what the form says and by every injection since."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from amber_acre.core.measure.area_facts import day_of
from amber_acre.core.rules.judge import AreaBook

WORK = "inject"


@dataclass(frozen=True)
class Wounds:
    """Ports so far, the last day one was set (None unknown), and the day of an injection still planned."""

    ports: int
    last: date | None
    planned: date | None


def wounds(book: AreaBook) -> Wounds:
    """Counts the form's ports, and those of each injection that was done after the form's last day.

    A job of an injection holds its ports as the count of its dose.
    """
    said_on = day_of(book.ground.facts, "injected_on")
    mine = [one for one in book.jobs if one.job.work == WORK and one.job.counts]
    done = [(one.done_on, one) for one in mine if one.done_on is not None]
    since = [(on, one) for on, one in done if said_on is None or on > said_on]
    ports = int(book.ground.metres("ports") or 0) + sum(int(one.job.dose.count or 0) for _, one in since)
    days = [on for on, _ in since] + ([said_on] if said_on is not None else [])
    ahead = [one.job.on for one in mine if not one.done]
    return Wounds(ports, max(days, default=None), min(ahead, default=None))
