"""A job of a correction as it stands on a day: amount, packs, state, cautions, and what is remarked when it is
logged."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date
from typing import Literal

from amber_acre.core.correction.instalments import Job
from amber_acre.core.correction.label import Use, hold_label, most_in_a_year
from amber_acre.core.correction.limits import Cap
from amber_acre.core.errors import DoesNotFit
from amber_acre.core.products.cautions import cautions
from amber_acre.core.products.packs import PackCount, cheapest_packs, product_amount
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, SquareMetres
from amber_acre.core.working import Working

JobState = Literal["due", "coming", "overdue", "done", "skipped"]
WORK_WORDS = {
    "core": "hollow-core it",
    "retest": "sample and test",
    "recheck": "push the probe in and write down how deep",
    "water": "water as the week says",
}


def refuse_move(
    job: Job, on: date, others: Sequence[Job], product: Product, thick: float = 1.0, cap: Cap | None = None
) -> None:
    """Refuses a day that brings two spreadings nearer than the label allows, or twelve months over label or cap
    (DoesNotFit).

    ``others``: the correction's other spreadings that stand, done or to come. ``thick``: size over the smallest size.
    ``cap``: of the correction, its year in g/m² of product.
    """
    moved, standing = Use(on, job.rate_g_m2, job.name), [Use(o.on, o.rate_g_m2, o.name) for o in others]
    hold_label(product, [moved], standing, "on_day", "Move that one first.", thick)
    most = most_in_a_year([moved, *standing])
    if cap is not None and cap.year_g_m2 is not None and most > cap.year_g_m2 * (1 + 1e-6):
        raise DoesNotFit(
            f"Twelve months would hold {product.rate_words(most)}, over the {product.rate_words(cap.year_g_m2)} a year "
            f"the soil bears ({cap.words}). Choose a later day.",
            field="on_day",
        )


@dataclass(frozen=True)
class SoilJob:
    """A job with its area's size (m², both ends), its product or None, and what of it is done."""

    job: Job
    size_m2: SquareMetres
    low_m2: SquareMetres
    product: Product | None
    skipped: bool = False
    done_on: date | None = None
    logged_kg: float = 0.0

    @property
    def amount_kg(self) -> Kilograms:
        """Product for the area, kg; 0 for work without product."""
        return Kilograms(self.job.rate_g_m2 * self.size_m2 / 1000)

    def state(self, day: date) -> JobState:
        """Where it stands on a day: done, skipped, overdue (window closed), due (in its window), coming."""
        if self.done_on is not None and self.done_on <= day:
            return "done"
        if self.skipped:
            return "skipped"
        if self.job.closes < day:
            return "overdue"
        return "due" if self.job.opens <= day else "coming"

    def packs(self, working: Working) -> PackCount | None:
        """Whole packs for it with every step, or None without a product or pack."""
        if self.product is None:
            return None
        amount = product_amount(GramsPerSquareMetre(self.job.rate_g_m2), self.size_m2, working)
        return cheapest_packs(self.product, amount, self.size_m2, self.low_m2, working) if self.product.packs else None

    def cautions(self) -> tuple[str, ...]:
        """The usual cautions of its product; of work without one, its own."""
        if self.product is not None:
            return cautions(self.product)
        if self.job.work == "core":
            return (
                "Find pipes, cables and sprinklers first. Guards on the machine; stout shoes; nobody within reach.",
            )
        return ()


def as_they_stand(jobs: Sequence[SoilJob], day: date) -> list[tuple[Job, bool]]:
    """Jobs for the expected course on ``day``, by day, each with whether it is done: what went down at its day and
    rate, the rest as planned.

    What was left out is not there; what should have been spread by now and was not counts from ``day``.
    """
    found = []
    for soil_job in jobs:
        job, done = soil_job.job, soil_job.state(day) == "done"
        if soil_job.skipped and not done:
            continue
        if done and soil_job.done_on is not None:
            rate = soil_job.logged_kg * 1000 / soil_job.size_m2 if soil_job.logged_kg else job.rate_g_m2
            job = replace(job, on=soil_job.done_on, rate_g_m2=rate)
        elif job.work == "spread" and job.on < day:
            job = replace(job, on=day, name=f"{job.name}, not yet down")
        found.append((job, done))
    return sorted(found, key=lambda pair: pair[0].on)


def packs_to_come(jobs: Sequence[SoilJob], day: date) -> tuple[Product, Kilograms, PackCount] | None:
    """What the jobs still open on ``day`` take of their product together, and its packs; None with fewer than two, or
    no pack."""
    left = [job for job in jobs if job.product is not None and job.state(day) not in ("done", "skipped")]
    if len(left) < 2 or left[0].product is None or not left[0].product.packs:
        return None
    amount = Kilograms(sum(job.amount_kg for job in left))
    product = left[0].product
    return product, amount, cheapest_packs(product, amount, left[0].size_m2, left[0].low_m2, Working(""))
