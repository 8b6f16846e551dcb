"""What went down set beside what was planned: over a tenth off wants its reason."""

from __future__ import annotations

from amber_acre.core.jobs.entry import Entry
from amber_acre.core.jobs.job import Job
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.rule import rate_of
from amber_acre.core.sentence import ByCount, Sentence

OFF_PLAN = 0.1  # a rate more than a tenth off the plan wants its reason [common-practice]


def off_plan(job: Job, entry: Entry, size_m2: SquareMetres, lies_on_m2: SquareMetres | None = None) -> Sentence | None:
    """The sentence of an entry over a tenth off the job it answers, in the measure the job is dosed in; else None.

    ``size_m2``: the area of the job; ``lies_on_m2``: what of it the product is to lie on, None for all. By area where
    another product went down than planned.
    """
    if job.product is None or entry.product is None:
        return None
    planned = job.rate_on(size_m2) * size_m2 / (lies_on_m2 or size_m2)
    rate, product = entry.achieved_rate_g_m2, entry.product
    if not planned or abs(rate - planned) <= OFF_PLAN * planned:
        return None
    went = entry.dose_by(job.dose, job.product.key, size_m2)
    by_count = went.basis != "area"
    return Sentence.of(
        "{rate} went down, {planned} was planned: over a tenth off.",
        rate=ByCount(went.value, went.basis) if by_count else rate_of(product, rate),
        planned=ByCount(job.dose.value, job.dose.basis) if by_count else rate_of(product, planned),
    )
