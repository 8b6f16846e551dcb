"""A season of fixed rounds: the same days for every garden, each held against what the grass can take up by then."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import date

import numpy as np

from amber_acre.core.care.pattern import Asks
from amber_acre.core.season.phases import STEPS
from amber_acre.core.tables.grasses import Season

# Month and day of each round north of the equator; half a year on in the south [common-practice].
ROUNDS: dict[Season, tuple[tuple[int, int], ...]] = {
    "cool": ((4, 12), (6, 3), (9, 4), (10, 18)),
    "warm": ((5, 3), (6, 15), (7, 27), (9, 6)),
}
NO_ROUND = "it is none of the fixed rounds"


def fixed_days(season: Season, south: bool, start: date) -> tuple[date, ...]:
    """The days of the fixed rounds in the twelve months from ``start``, in their order."""
    found = []
    for month, day in ROUNDS[season]:
        there = (month + 5) % 12 + 1 if south else month
        on = date(start.year, there, day)
        found.append(on if on >= start else date(start.year + 1, there, day))
    return tuple(sorted(found))


def at_fixed_days(asked: Asks, days: Sequence[date]) -> Asks:
    """What a lawn asks where it is visited on fixed days alone: every other step is closed."""
    steps = {asked.phases.step_of(day) for day in days}
    mask = np.array([step in steps for step in range(STEPS)])
    because = tuple(why or ("" if step in steps else NO_ROUND) for step, why in enumerate(asked.closed_because))
    return replace(asked, open=asked.open & mask, closed_because=because)


def left_out(asked: Asks, days: Sequence[date]) -> tuple[tuple[date, str], ...]:
    """Fixed days on which nothing may go down, each with why."""
    found = [(day, asked.phases.step_of(day)) for day in days]
    return tuple((day, asked.closed_because[step]) for day, step in found if not asked.open[step])
