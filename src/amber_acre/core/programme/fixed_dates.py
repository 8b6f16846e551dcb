"""A season of fixed rounds: the same days for every garden, each held against what the grass can take up by then."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import date
from itertools import pairwise

import numpy as np

from amber_acre.core.care.pattern import Asks
from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.measure.area_facts import read_year_days
from amber_acre.core.season.phases import STEPS
from amber_acre.core.tables.grasses import Season

Days = tuple[tuple[int, int], ...]  # month and day of each round
# Of each round north of the equator; half a year on in the south [common-practice].
ROUNDS: dict[Season, Days] = {
    "cool": ((4, 12), (6, 3), (9, 4), (10, 18)),
    "warm": ((5, 3), (6, 15), (7, 27), (9, 6)),
}
MOST_ROUNDS = 8  # a year; more is no round but a schedule [common-practice]
LEAST_APART_DAYS = 21  # between two rounds, round the year [common-practice]
NO_ROUND = "it is none of the fixed rounds"


def usual_rounds(season: Season, south: bool) -> Days:
    """The fixed rounds where a firm has none of its own."""
    return tuple(((month + 5) % 12 + 1 if south else month, day) for month, day in ROUNDS[season])


def own_rounds(text: str, field: str = "rounds") -> Days:
    """A firm's own rounds from days of the year, ``12 April; 4 September``; refuses what is no day (NotUnderstood),
    none or more than MOST_ROUNDS (OutOfRange), and two nearer than LEAST_APART_DAYS (DoesNotFit)."""
    named = [part for part in read_year_days(text, field).split(";") if part]
    days = tuple(sorted((int(part[:2]), int(part[3:])) for part in named))
    if not 1 <= len(days) <= MOST_ROUNDS:
        raise OutOfRange(f"1 to {MOST_ROUNDS} rounds a year.", field=field, limits=(1, MOST_ROUNDS))
    in_year = [date(2001, month, day).toordinal() for month, day in days]
    apart = [later - earlier for earlier, later in pairwise([*in_year, in_year[0] + 365])]
    if len(days) > 1 and min(apart) < LEAST_APART_DAYS:
        raise DoesNotFit(f"Two of these rounds lie nearer than {LEAST_APART_DAYS} days. Move one.", field=field)
    return days


def fixed_days(season: Season, south: bool, start: date, own: Days = ()) -> tuple[date, ...]:
    """The days of the fixed rounds in the twelve months from ``start``, in their order; ``own``: the firm's, as they
    are on its side of the equator."""
    found = []
    for month, day in own or usual_rounds(season, south):
        on = date(start.year, month, day)
        found.append(on if on >= start else date(start.year + 1, month, day))
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
