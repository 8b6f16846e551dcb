"""The firm's year: one line a property, its jobs under one tape, and the one sentence that matters there."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.core.jobs.standing import State
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.store.in_use import AreaInUse, everything_in_use
from amber_acre.store.programmes import jobs_in_use
from amber_acre.store.tables import PropertyRow
from amber_acre.web.draw.firm import Mark, draw_marks
from amber_acre.web.draw.tape import Scale, Tape, draw_tape
from amber_acre.web.page import Reading, units_of
from amber_acre.web.shown import Shown

MONTHS_BACK = 3  # of the year on the tape
Need = str
# What a property needs, the most pressing first: a person for the first three.
NEEDS: tuple[Need, ...] = ("late", "held", "waiting", "due", "coming", "nothing")
NEED_WORDS = {
    "late": "late",
    "held": "stopped by a limit",
    "waiting": "waits for an answer",
    "due": "due",
    "coming": "to come",
    "nothing": "nothing planned",
}
NEED_OF: dict[State, Need] = {
    "late": "late",
    "missed": "late",
    "held": "held",
    "due": "due",
    "in part": "due",
    "coming": "coming",
}


@dataclass(frozen=True)
class Line:
    """A property of the year: its marks, how many jobs stand how, its most pressing need and the words for it."""

    place: PropertyRow
    areas: int
    marks: tuple[Mark, ...]
    counts: dict[Need, int]
    need: Need
    words: str


def firms_tape(day: date) -> Tape:
    """Twelve months from the first of a month some months back."""
    month = day.month - 1 - MONTHS_BACK
    start = date(day.year + month // 12, month % 12 + 1, 1)
    return draw_tape(start, date(start.year + 1, start.month, 1), (), day)


def firms_year(session: Reading, places: Sequence[PropertyRow], day: date, tape: Tape) -> list[Line]:
    """A line for every property, what needs a person first, then by name."""
    jobs: dict[int, list[tuple[AreaInUse, JudgedJob]]] = {}
    for area, judged in jobs_in_use(session, day):
        jobs.setdefault(area.property.id, []).append((area, judged))
    of_place: dict[int, int] = {}
    for area in everything_in_use(session):
        of_place[area.property.id] = of_place.get(area.property.id, 0) + 1
    lines = [_line(place, of_place.get(place.id, 0), jobs.get(place.id, []), day, tape.scale) for place in places]
    return sorted(lines, key=lambda line: (NEEDS.index(line.need), line.place.name.lower()))


def need_of(judged: JudgedJob, day: date) -> Need:
    """What a job needs on a day; '' where it is done or left out. A held one that is not open yet is to come."""
    state = judged.state(day)
    need = NEED_OF.get(state, "")
    if need == "held" and judged.job.opens > day + timedelta(days=7):
        return "coming"
    return "waiting" if need == "due" and judged.waiting else need


def _line(place: PropertyRow, areas: int, jobs: Sequence[tuple[AreaInUse, JudgedJob]], day: date, scale: Scale) -> Line:
    marks, needs = [], []
    for area, judged in jobs:
        need = need_of(judged, day)
        done = judged.done and judged.state(day) == "done"
        if need or done:
            marks.append((judged.on, "done" if done else need, _called(judged, area, place)))
        if need:
            needs.append((need, area, judged))
    counts = {need: sum(1 for one in needs if one[0] == need) for need in NEEDS}
    pressing = next((need for need in NEEDS if counts[need]), "nothing")
    first = min((one for one in needs if one[0] == pressing), key=lambda one: one[2].job.on, default=None)
    words = "nothing planned"
    if first is not None:
        words = _words(pressing, counts[pressing], first[2], _called(first[2], first[1], place))
    return Line(place, areas, draw_marks(marks, scale), counts, pressing, words)


def _called(judged: JudgedJob, area: AreaInUse, place: PropertyRow) -> str:
    """A job by its name and area; a depth in the name in the units of its property."""
    name = judged.job.name
    return f"{Shown(units_of(place.units)).sentence(name) if ' mm' in name else name}, {area.name}"


def _words(need: Need, count: int, judged: JudgedJob, what: str) -> str:
    if need == "coming":
        return f"next {judged.job.on:%-d %b}: {what}"
    return f"{NEED_WORDS[need]}: {what}" + (f", and {count - 1} more" if count > 1 else "")
