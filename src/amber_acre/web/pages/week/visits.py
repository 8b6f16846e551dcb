"""A week's content, put together once: visits by place, jobs with the verdict of each day, what waits, what comes.

The week page, its printed sheets and a visit that is moved as a whole read these values and nothing else.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from itertools import groupby

from fastapi import Request

from amber_acre.core.by_content import Results
from amber_acre.core.jobs.standing import State
from amber_acre.core.rules.due import state_in_week
from amber_acre.core.rules.held_day import Limits
from amber_acre.core.rules.holds import DayVerdict, said_on_end, span_verdicts
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.core.season.weather import DayWeather, Sky
from amber_acre.store.in_use import AreaInUse, PlaceInUse
from amber_acre.store.observed import hold_limits
from amber_acre.store.programmes import jobs_in_use
from amber_acre.web.page import Reading, settings_of, units_of
from amber_acre.web.shown import Shown
from amber_acre.web.skies import skies_over

DUE: tuple[State, ...] = ("due", "in part")
LATE: tuple[State, ...] = ("late", "missed")
WANTED: tuple[State, ...] = (*DUE, "held", *LATE)
KEPT_WEEKS = 1024  # jobs whose verdicts of a week are kept
_KEPT: Results[tuple[int, int, int, date, int], tuple[DayVerdict, ...]] = Results(KEPT_WEEKS)


@dataclass(frozen=True)
class DueJob:
    """A job that wants attention this week. ``days``: the verdict of each day of the week."""

    area: AreaInUse
    judged: JudgedJob
    state: State
    days: tuple[DayVerdict, ...]
    shown: Shown

    @property
    def waits(self) -> bool:
        """Whether somebody has to answer a question first."""
        return self.state in DUE and bool(self.judged.waiting)

    def open_days(self, from_day: date) -> list[DayVerdict]:
        """The days from one on that lie in its window."""
        job = self.judged.job
        return [one for one in self.days if from_day <= one.day and job.opens <= one.day <= job.closes]

    def said(self, from_day: date) -> list[tuple[str, DayVerdict]]:
        """What its days say, a line for days on end that say the same: the days in words, and the first of them."""
        return [line for line in said_on_end(self.open_days(from_day)) if line[1].reasons]

    def verdicts(self, from_day: date) -> list[tuple[str, DayVerdict]]:
        """As :meth:`said`, by the verdict alone: what fits on a sheet."""
        return said_on_end(self.open_days(from_day), by_verdict=True)


@dataclass(frozen=True)
class Visit:
    """What is due at one property in a week. ``best``: the day on which most of it goes; None where none does."""

    place: PlaceInUse
    jobs: tuple[DueJob, ...]
    shown: Shown
    best: date | None
    goes: int

    @property
    def keys(self) -> str:
        """The keys of its jobs, for a form."""
        return " ".join(str(one.judged.job.key) for one in self.jobs)


@dataclass(frozen=True)
class Coming:
    """What opens after a week in which nothing is due."""

    area: AreaInUse
    judged: JudgedJob
    shown: Shown


@dataclass(frozen=True)
class Week:
    """A week from Monday as it stands on ``from_day``, the first of its days that is not past."""

    monday: date
    from_day: date
    jobs: tuple[DueJob, ...]
    skies: dict[int, Sky]
    limits: Limits

    @property
    def sunday(self) -> date:
        """Its last day."""
        return self.monday + timedelta(days=6)

    @property
    def due(self) -> list[DueJob]:
        """What can be done: due, and no question open."""
        return [one for one in self.jobs if one.state in DUE and not one.waits]

    @property
    def waiting(self) -> list[DueJob]:
        """What is due and waits for an answer."""
        return [one for one in self.jobs if one.waits]

    @property
    def held(self) -> list[DueJob]:
        """What a limit stops as it is planned."""
        return [one for one in self.jobs if one.state == "held"]

    @property
    def late(self) -> list[DueJob]:
        """What should have been done before."""
        return [one for one in self.jobs if one.state in LATE]

    @property
    def visits(self) -> list[Visit]:
        """What is due, by place."""
        found = []
        for place, group in groupby(self.due, key=lambda one: one.area.property):
            jobs = tuple(group)
            open_days = Counter(day.day for one in jobs for day in one.open_days(self.from_day) if day.goes)
            best = max(sorted(open_days), key=lambda day: open_days[day], default=None)
            found.append(Visit(place, jobs, jobs[0].shown, best, open_days[best] if best is not None else 0))
        return found

    @property
    def weather(self) -> list[tuple[str, list[DayWeather]]]:
        """The days of each depot that has something due, as they are known."""
        found: dict[str, list[DayWeather]] = {}
        for one in self.jobs:
            name = one.area.property.climate.name
            if name not in found:
                sky = self.skies[one.area.property.id]
                days = [sky.of(self.monday + timedelta(days=n)) for n in range(7)]
                found[name] = [day for day in days if day.day >= self.from_day]
        return list(found.items())


def week_of_jobs(request: Request, session: Reading, monday: date, today: date) -> Week:
    """Jobs of any kind that are due in the week, held in it, or late and not done, by place and day.

    A week to come is judged as things stand today: what is planned before it will have been done, so nothing in it
    waits for that, and nothing is late that is not late now.
    """
    sunday = monday + timedelta(days=6)
    from_day = max(monday, min(today, sunday))
    known = min(from_day, today)
    wanted = [
        (area, judged, state)
        for area, judged in jobs_in_use(session, known)
        if (state := state_in_week(judged.stands, sunday, from_day)) in WANTED
        and (state not in LATE or judged.state(known) in LATE)
    ]
    places = list({area.property.id: area.property for area, _, _ in wanted}.values())
    skies = skies_over(request, session, places, monday, sunday)
    limits = hold_limits(session)
    found = []
    for area, judged, state in wanted:
        days = _verdicts(judged, skies[area.property.id], area.id, monday, limits)
        found.append(DueJob(area, judged, state, days, _shown(request, area.property)))
    found.sort(key=lambda one: (_place_order(one.area.property), one.area.id, one.judged.job.on))
    return Week(monday, from_day, tuple(found), skies, limits)


def _verdicts(judged: JudgedJob, sky: Sky, area: int, monday: date, limits: Limits) -> tuple[DayVerdict, ...]:
    """The verdicts of a week; of a job, a sky and limits that are the same objects as before, those of before."""
    key = id(judged), id(sky), area, monday, id(limits)
    held = judged, sky, limits
    return _KEPT.get(key, lambda: span_verdicts(judged.job, judged.ground, sky.at(area), monday, 7, limits), held)


def _place_order(place: PlaceInUse) -> tuple[str, str, int]:
    return place.climate.name, place.name, place.id


def coming_after(request: Request, session: Reading, sunday: date, at_most: int = 3) -> list[Coming]:
    """The next jobs after a week's Sunday, soonest first."""
    found = [
        Coming(area, judged, _shown(request, area.property))
        for area, judged in jobs_in_use(session, sunday)
        if judged.state(sunday) in ("coming", "held") and judged.job.opens > sunday
    ]
    return sorted(found, key=lambda one: one.judged.job.opens)[:at_most]


def _shown(request: Request, place: PlaceInUse) -> Shown:
    return Shown(units_of(place.units), settings_of(request).currency)


def cautions_of(jobs: Sequence[DueJob]) -> list[str]:
    """Every caution of a visit, without saying one twice."""
    return list(dict.fromkeys(caution for job in jobs for caution in job.judged.cautions))
