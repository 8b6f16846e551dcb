"""Every use of an area: what went down or was done when it did, and what is still to come as it is planned."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.core.jobs.entry import BULK, Entry, standing
from amber_acre.core.jobs.job import Job, Placement, Work
from amber_acre.core.jobs.standing import StandingJob
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.tables.care_groups import CARE_GROUPS

BY_PLANT = ("plant", "plant_volume")
YEAR_DAYS = 365  # "a year" of label and rule is any twelve months


@dataclass(frozen=True)
class Use:
    """One use: the day, the rate over the whole area (g/m², 0 for work without product), what it is called.

    ``down``: logged. ``job``: key of the job it is or answers, None for none. ``entry``: key of the log entry, else 0.
    ``of``: name of the care group of a mixed bed it was for alone, '' for all of the area; ``by_plant``: dosed plant by
    plant, so that it leaves out whom it is not for.
    """

    on: date
    rate_g_m2: float
    words: str
    product: Product | None = None
    work: Work = "spread"
    down: bool = False
    job: int | None = None
    entry: int = 0
    placement: Placement = "surface"
    of: str = ""
    by_plant: bool = False

    @property
    def begins(self) -> str:
        """What it is called, at the beginning of a sentence."""
        return self.words[:1].upper() + self.words[1:]

    @property
    def feeds(self) -> bool:
        """True of a product that is no bulk material."""
        return self.product is not None and self.product.family != BULK


def whose(job: Job) -> str:
    """The group a job by plant is for alone, as its name says; '' of any other job."""
    name = job.name.rpartition(": ")[2] if job.dose.basis in BY_PLANT and ": " in job.name else ""
    return name if any(group.name == name for group in CARE_GROUPS.values()) else ""


def use_of(job: Job, size_m2: SquareMetres) -> Use:
    """A job as a use still to come."""
    words = f"round {job.name}" if job.maker == "season" else job.name
    rate = job.rate_on(size_m2) if job.product else 0.0
    return Use(
        job.on,
        rate,
        words,
        job.product,
        job.work,
        job=job.key or None,
        placement=job.placement,
        of=whose(job),
        by_plant=job.dose.basis in BY_PLANT,
    )


def uses_of(
    jobs: Iterable[StandingJob],
    entries: Sequence[Entry],
    size_of_entry: Callable[[Work | None, Product | None], SquareMetres],
) -> tuple[Use, ...]:
    """All uses of an area by day: standing entries, and jobs that still count and have no entry.

    ``size_of_entry``: what an entry of a work (None: of no job) and product is spread over, m².
    """
    jobs = list(jobs)
    kept = {one.job.key: one.job for one in jobs if one.job.key}
    found = [
        Use(
            entry.on,
            entry.rate_over(size_of_entry(kept[entry.job].work if entry.job in kept else None, entry.product))
            if entry.product
            else 0.0,
            _logged_words(entry, kept.get(entry.job or 0)),
            entry.product,
            kept[entry.job].work if entry.job in kept else "feed",
            down=True,
            job=entry.job,
            entry=entry.key,
            placement=kept[entry.job].placement if entry.job in kept else "surface",
            of=whose(kept[entry.job]) if entry.job in kept else "",
            by_plant=entry.job in kept and kept[entry.job].dose.basis in BY_PLANT,
        )
        for entry in standing(entries)
    ]
    found += [use_of(one.job, one.size_m2) for one in jobs if one.job.counts and not one.done]
    return tuple(sorted(found, key=lambda use: (use.on, not use.down, use.job or 0)))


def _logged_words(entry: Entry, job: Job | None) -> str:
    if entry.product is not None or job is None:
        return f"what went down on {entry.on:%-d %B %Y}"
    return f"{job.name}, done on {entry.on:%-d %B %Y}"


def up_to(uses: Iterable[Use], day: date) -> list[Use]:
    """Uses of the twelve months that end on ``day``."""
    return [use for use in uses if day - timedelta(days=YEAR_DAYS) < use.on <= day]


def most_in_a_year(uses: Sequence[Use], share: Callable[[Use], float] = lambda use: use.rate_g_m2) -> float:
    """The most of any twelve months, in what ``share`` gives of a use; 0 without uses."""
    return max(
        (sum(share(use) for use in uses if 0 <= (use.on - first.on).days < YEAR_DAYS) for first in uses), default=0.0
    )


def most_with(
    uses: Sequence[Use],
    day: date,
    share: Callable[[Use], float] = lambda use: use.rate_g_m2,
    days: int = YEAR_DAYS,
) -> float:
    """The most of any so many days (a year where not said) that hold ``day``, in what ``share`` gives of a use."""
    near = [use for use in uses if abs((use.on - day).days) < days]
    starts = [use.on for use in near if use.on <= day and (day - use.on).days < days]
    return max((sum(share(use) for use in near if 0 <= (use.on - first).days < days) for first in starts), default=0.0)
