"""A job as it stands on a day: its state, amount and packs."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date
from typing import Literal

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry, standing
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.packs import PackCount, cheapest_packs, product_amount
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, SquareMetres
from amber_acre.core.working import Working

State = Literal["coming", "due", "held", "late", "missed", "done", "in part", "left out"]
OPEN: tuple[State, ...] = ("coming", "due", "held", "late", "in part")
COVERED_WHOLE = 0.9  # of the area: what is left over is edges and beds [common-practice]


@dataclass(frozen=True)
class StandingJob:
    """A job with its area's size (m², both ends) and what of it is done. ``held``: a limit stops it as it is planned.

    ``logged_kg`` and ``covered_m2`` are sums of its entries that stand. ``lies_on_m2``: what of the area it is laid on,
    as mulch under a tree; None for all of it.
    """

    job: Job
    size_m2: SquareMetres
    low_m2: SquareMetres
    done_on: date | None = None
    logged_kg: float = 0.0
    covered_m2: float = 0.0
    held: bool = False
    lies_on_m2: SquareMetres | None = None

    @property
    def product(self) -> Product | None:
        """What goes down; None for work without product."""
        return self.job.product

    @property
    def amount_kg(self) -> Kilograms:
        """Product for the area, kg; 0 for work without product."""
        if self.job.product is None:
            return Kilograms(0.0)
        return self.job.dose.mass_kg(self.size_m2, self.job.product.density_kg_l)

    @property
    def to_cover_m2(self) -> SquareMetres:
        """Ground that is covered once all of it is down."""
        return self.lies_on_m2 or self.size_m2

    @property
    def left_kg(self) -> Kilograms:
        """What is still to go down: the part of its ground not covered yet."""
        return Kilograms(self.amount_kg * max(0.0, 1 - self.covered_m2 / self.to_cover_m2))

    @property
    def in_part(self) -> bool:
        """True where something went down on less than nine tenths of its ground."""
        return self.logged_kg > 0 and self.covered_m2 < COVERED_WHOLE * self.to_cover_m2

    @property
    def done(self) -> bool:
        """True where an entry that stands answers the job, in whole or in part."""
        return self.done_on is not None

    def state(self, day: date) -> State:
        """Where it stands on a day. Late is what still wants doing after its window, missed a feed that does not; a
        watering of new roots is left out then, for rain or the next one took its place."""
        if self.done_on is not None and self.done_on <= day:
            return "in part" if self.in_part else "done"
        if self.job.skipped:
            return "left out"
        if self.job.closes < day and self.job.for_new_roots:
            return "left out"
        if self.job.closes < day:
            return "missed" if self.job.passes else "late"
        if self.held:
            return "held"
        return "due" if min(self.job.opens, self.job.on) <= day else "coming"

    def packs(self, working: Working) -> PackCount | None:
        """Whole packs for it with every step, or None without a product or pack."""
        if self.job.product is None:
            return None
        rate = self.job.rate_on(self.size_m2)
        amount = product_amount(GramsPerSquareMetre(rate), self.size_m2, working)
        product = self.job.product
        return cheapest_packs(product, amount, self.size_m2, self.low_m2, working) if product.packs else None


def stand(job: Job, size_m2: SquareMetres, low_m2: SquareMetres, entries: Iterable[Entry], day: date) -> StandingJob:
    """A job with what of it was logged by ``day``; ``entries`` of its area, corrected ones included.

    A feed of a season, or a watering, whose window has closed with nothing logged is missed, and counts no more.
    """
    own = [e for e in standing(tuple(entries)) if e.job is not None and e.job == job.key and e.on <= day]
    if job.passes and job.closes < day and not own:
        job = replace(job, missed=True)
    return StandingJob(
        job,
        size_m2,
        low_m2,
        max((e.on for e in own), default=None),
        sum(e.amount_kg for e in own),
        sum(float(e.covered_m2) for e in own if e.product is not None),
    )


def as_they_stand(jobs: Sequence[StandingJob], day: date) -> list[tuple[Job, bool]]:
    """Jobs for the expected course on ``day``, by day, each with whether it is done: what went down at its day and
    rate, the rest as planned.

    What was left out is not there; what should have been spread by now and was not counts from ``day``.
    """
    found = []
    for one in jobs:
        job, done = one.job, one.state(day) in ("done", "in part")
        if job.skipped and not done:
            continue
        if done and one.done_on is not None:
            rate = one.logged_kg * 1000 / one.size_m2 if one.logged_kg else job.dose.value
            job = replace(job, on=one.done_on, dose=Dose(rate))
        elif job.work == "spread" and job.on < day:
            job = replace(job, on=day, name=f"{job.name}, not yet down")
        found.append((job, done))
    return sorted(found, key=lambda pair: pair[0].on)


def packs_to_come(jobs: Sequence[StandingJob], day: date) -> tuple[Product, Kilograms, PackCount] | None:
    """What the jobs still open on ``day`` take of their product together, and its packs; None with fewer than two, or
    no pack."""
    left = [one for one in jobs if one.product is not None and one.state(day) in OPEN]
    if len(left) < 2 or left[0].product is None or not left[0].product.packs:
        return None
    amount = Kilograms(sum(one.left_kg for one in left))
    product = left[0].product
    return product, amount, cheapest_packs(product, amount, left[0].size_m2, left[0].low_m2, Working(""))
