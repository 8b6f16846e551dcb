"""What is planted and what has just been: the planting itself, and the waterings until roots reach past their ball."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta

from amber_acre.core.care.planting import Grown, Planting
from amber_acre.core.jobs.job import Job

SAME_PLANTING_DAYS = 30  # between the day of the form and the work itself [common-practice]
DUG_IN = "native soil back into the hole, nothing fed into it; the flare at the surface"
BEDDED = "hardened off, into moist ground when no hard frost comes any more; fed once they have taken hold"
WATERED_WEEKS = 4  # after planting, before the week decides [common-practice]


def planting_jobs(planting: Planting, today: date, planted: Sequence[date] = ()) -> list[Job]:
    """Planting that lies ahead, and the waterings after it: mulch and feed wait for them.

    ``planted``: days on which it was done or stays planned; one near the day of the form is that planting.

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
        some = len(plants) < len(planting.grown)
        near = any(abs((day - on).days) <= SAME_PLANTING_DAYS for day in planted)
        which = ", ".join(f"{one.count} × {one.name}" for one in plants) if some else ""
        found = _planted_on(on, which, today, BEDDED if planting.group.key == "bedding" else DUG_IN)
        jobs += [job for job in found if job.work != "plant" or not near]
    return jobs


def _planted_on(on: date, which: str, today: date, how: str) -> list[Job]:
    """Planting on a day where it lies ahead, and the waterings after it that do; ``which``: '' all of the area."""
    answers = "plants of this year"
    plant = Job(
        0,
        f"Plant {which}".strip(),
        "plant",
        on,
        on,
        on + timedelta(days=14),
        answers=answers,
        reason=how,
    )
    waters = [
        Job(
            0,
            f"Water {which or 'through'} to the roots, week {n}",
            "water",
            max(day, today),
            day,
            day + timedelta(days=6),
            answers=answers,
            reason="Roots reach no further than their ball yet.",
        )
        for n, day in enumerate((on + timedelta(days=7 * n) for n in range(WATERED_WEEKS)), start=1)
    ]
    return ([plant] if on >= today else []) + [job for job in waters if job.closes >= today]
