"""What is planted and what has just been: the planting itself, and the waterings until roots reach past their ball."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from amber_acre.core.care.planting import WOODY, Grown, Planting
from amber_acre.core.jobs.job import NEW_ROOTS, Job
from amber_acre.core.quantities import INCH_M, depth_in_both, litres_in_both
from amber_acre.core.rules.unfed import NEW_DAYS
from amber_acre.core.season.stages import Stages, met_by_rain
from amber_acre.core.tables.care_groups import group_of_plant

SAME_PLANTING_DAYS = 30  # between the day of the form and the work itself [common-practice]
DUG_IN = "native soil back into the hole, nothing fed into it; the flare at the surface"
BEDDED = "hardened off, into moist ground when no hard frost comes any more; fed once they have taken hold"
WATERED_WEEKS = 4  # after planting, in which it is watered every week whatever the year does [common-practice]
BETWEEN_DAYS = 14  # between waterings in the rest of a woody plant's first year [common-practice]
LATER_DAYS = 28  # and of a tree in the years after, until it has rooted [common-practice]
TRUNK_CM_A_YEAR = INCH_M * 100  # of trunk, for which a tree takes a year to root out [young-tree-water]
ROOTED_AT_MOST_YEARS = 3.0  # however thick a tree has grown since [common-practice]
LITRES_A_CM = 15.0  # of trunk, a watering: ten US gallons an inch [young-tree-water]
WATER_MM = 25.0  # over the ground of other plants: an inch [common-practice]
# Usual rain over reference evapotranspiration from which rain carries new roots: in the first year, and after it or
# what comes from dry country [common-practice].
CARRIED_FIRST, CARRIED_LATER = 0.75, 0.5
DRY_COUNTRY = "lean"
TO_ROOTS = " to the roots"
LASTING = (*WOODY, "palm", DRY_COUNTRY)  # groups that are watered on after the first weeks


@dataclass(frozen=True)
class _Planted:
    """Plants of one day: ``which`` in words ('' all of the area), how they are planted, how much they are given;
    ``lasting``: watered on after the first weeks."""

    on: date
    which: str
    how: str
    much: str
    lasting: bool


def planting_jobs(
    planting: Planting,
    year: Stages,
    end: date,
    today: date,
    planted: Sequence[date] = (),
    watered: Sequence[tuple[date, str]] = (),
    visited: Collection[date] = (),
) -> list[Job]:
    """Planting that lies ahead, and the waterings after it: mulch and feed wait for them.

    ``planted``: days on which it was done or stays planned; one near the day of the form is that planting. ``watered``:
    days on which water was or stays planned, with the words of each; ``visited``: on which somebody comes anyway.
    ``end``: the day after the twelve months that are planned.

    Pots are left out: they are watered all their lives, and with their feed.
    """
    if planting.group.basis == "litre":
        return []
    by_day: dict[date, list[Grown]] = {}
    for one in planting.grown:
        on = one.planted_on or planting.planted_on
        if on is not None:
            by_day.setdefault(on, []).append(one)
    if planting.planted_on is not None:
        by_day.setdefault(planting.planted_on, [])
    jobs: list[Job] = []
    for on, plants in sorted(by_day.items()):
        new = _planted_on(planting, on, plants)
        near = any(abs((day - on).days) <= SAME_PLANTING_DAYS for day in planted)
        jobs += [_plant(new)] if on >= today and not near else []
        waters = [*_first_weeks(new, today), *_until_rooted(planting, new, year, today, end)]
        had = [day for day, words in watered if _of_these(words, new)]
        open_ones = [job for job in waters if not any(job.opens <= day <= job.closes for day in had)]
        jobs += _on_visits(open_ones, visited)
    return jobs


def _of_these(words: str, new: _Planted) -> bool:
    """Whether a watering reached these plants: their own did, and any that was for no others alone."""
    return words.startswith((_to_roots(new), f"Water through{TO_ROOTS}")) or TO_ROOTS not in words


def rooted_on(planting: Planting, on: date) -> date:
    """When what was planted on a day has rooted: a year, of a tree a year for each inch of its trunk up to three, for
    the trunk is measured as it is now."""
    years = max(1.0, planting.caliper_cm / TRUNK_CM_A_YEAR) if planting.ground.kind == "tree" else 1.0
    years = min(years, ROOTED_AT_MOST_YEARS)
    return on + timedelta(days=round(years * NEW_DAYS))


def _planted_on(planting: Planting, on: date, plants: Sequence[Grown]) -> _Planted:
    some = len(plants) < len(planting.grown)
    which = ", ".join(f"{one.count} × {one.name}" for one in plants) if some else ""
    groups = [group_of_plant(one.plant) if one.plant is not None else planting.group.key for one in plants]
    lasting = any(key in LASTING for key in groups or [planting.group.key])
    how = BEDDED if planting.group.key == "bedding" else DUG_IN
    return _Planted(on, which, how, _how_much(planting), lasting)


def _how_much(planting: Planting) -> str:
    if planting.ground.kind != "tree" or not planting.caliper_cm:
        return f"{depth_in_both(WATER_MM)} over their ground"
    return f"{litres_in_both(LITRES_A_CM * planting.caliper_cm)}"


def _plant(new: _Planted) -> Job:
    closes = new.on + timedelta(days=14)
    return Job(0, f"Plant {new.which}".strip(), "plant", new.on, new.on, closes, answers=NEW_ROOTS, reason=new.how)


def _first_weeks(new: _Planted, today: date) -> list[Job]:
    """A watering a week while roots are in their ball."""
    days = [new.on + timedelta(days=7 * n) for n in range(WATERED_WEEKS)]
    why = "Roots reach no further than their ball yet: so much in the week, in three goes, over the ball."
    waters = [_water(new, day, 7, f"week {n}", why, today) for n, day in enumerate(days, start=1)]
    return [job for job in waters if job.closes >= today]


def _until_rooted(planting: Planting, new: _Planted, year: Stages, today: date, end: date) -> list[Job]:
    """Waterings after the first weeks where nothing else waters: while it is warm and usual rain does not carry what
    lasts for years."""
    if not new.lasting or planting.ground.irrigated:
        return []
    jobs = []
    on, rooted = new.on + timedelta(weeks=WATERED_WEEKS), rooted_on(planting, new.on)
    while on < min(rooted, end):
        first = on < new.on + timedelta(days=NEW_DAYS)
        days = BETWEEN_DAYS if first else LATER_DAYS
        carried = CARRIED_FIRST if first and planting.group.key != DRY_COUNTRY else CARRIED_LATER
        middle = on + timedelta(days=days // 2)
        if (
            on + timedelta(days=days) > today
            and not year.cold(middle)
            and met_by_rain(year.climate, on, days) < carried
        ):
            why = (
                f"Not rooted out before {rooted:%B %Y}, and usual rain falls short here now"
                f"{'; every week while it is so hot' if year.hot(middle) else ''}. None after"
                f" {depth_in_both(WATER_MM)} of rain in a week."
            )
            gone = (on - new.on).days
            when = f"week {gone // 7 + 1}" if first else f"month {round(gone / 30.4) + 1}"
            jobs.append(_water(new, on, days, when, why, today))
        on += timedelta(days=days)
    return jobs


def _on_visits(jobs: Sequence[Job], visited: Collection[date]) -> list[Job]:
    """Waterings on days on which somebody comes anyway: the first of its window that lies within two sevenths of its
    usual distance to the one before."""
    placed: list[Job] = []
    for job in jobs:
        days = (job.closes - job.opens).days + 1
        slack = days * 2 // 7
        before = placed[-1].on if placed else job.on - timedelta(days=days)
        near = [day for day in visited if job.on <= day <= job.closes and abs((day - before).days - days) <= slack]
        placed.append(replace(job, on=min(near, default=job.on)))
    return placed


def _to_roots(new: _Planted) -> str:
    return f"Water {new.which or 'through'}{TO_ROOTS}"


def _water(new: _Planted, day: date, days: int, when: str, why: str, today: date) -> Job:
    name = f"{_to_roots(new)}, {when}: {new.much}"
    closes = day + timedelta(days=days - 1)
    return Job(0, name, "water", max(day, today), day, closes, answers=NEW_ROOTS, reason=why)
