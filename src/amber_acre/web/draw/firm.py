"""The firm's year: the jobs of one property as marks under the tape, those of one week and state together."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.web.draw.tape import Scale

HEIGHT = 34.0
MARK = 11.0  # width of a mark, px


@dataclass(frozen=True)
class Mark:
    """Jobs of one week in one state: where, how many, and what they are in words."""

    x: float
    state: str
    count: int
    title: str


def draw_marks(jobs: Iterable[tuple[date, str, str]], scale: Scale) -> tuple[Mark, ...]:
    """``jobs``: the day, the state and the words of each; those off the tape are left out.

    Marks stand side by side, so that none hides another.
    """
    weeks: dict[date, Counter[str]] = {}
    words: dict[tuple[date, str], list[str]] = {}
    for day, state, what in jobs:
        if scale.start <= day < scale.end:
            monday = day - timedelta(days=day.weekday())
            weeks.setdefault(monday, Counter())[state] += 1
            words.setdefault((monday, state), []).append(f"{day:%-d %b} {what}")
    found: list[Mark] = []
    free = 0.0
    for monday, states in sorted(weeks.items()):
        for state, count in sorted(states.items()):
            x = round(min(max(scale.x(max(monday, scale.start)), free), scale.width - MARK), 1)
            free = x + MARK + 1
            found.append(Mark(x, state, count, f"{state}: {'; '.join(words[monday, state])}"))
    return tuple(found)
