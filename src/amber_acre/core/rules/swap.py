"""Another product for a job at the same nitrogen, and what the judge says of each."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from amber_acre.core.jobs.dose import BASES, BasisKey, Dose
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import unrounded
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.rule import Verdict
from amber_acre.core.rules.spots import spot_m2

FEED_FROM = 0.01  # fraction of nitrogen from which a product can stand in for a feed [common-practice]


@dataclass(frozen=True)
class Swap:
    """A product in the place of a job's, at the same nitrogen: the job as it would be, and what it breaks."""

    job: Job
    cost_m2: float | None
    verdicts: tuple[Verdict, ...]

    @property
    def passes(self) -> bool:
        """True where nothing forbids it and nothing wants a reason."""
        return all(verdict.severity == "note" for verdict in self.verdicts)


def same_nitrogen(job: Job, product: Product, ground: Ground) -> Dose | None:
    """The dose of a product that brings the nitrogen of a job on its ground; None where either brings none, or where
    it is dosed by depth, volume or water.

    What is dosed by plant or trunk stays so where the product's label gives a rate for it, or where it is for some
    plants of a bed alone; else it goes by area.
    """
    was, basis = job.product, job.dose.basis
    if was is None or min(was.total_nitrogen, product.total_nitrogen) < FEED_FROM:
        return None
    for_a_gram = was.total_nitrogen / product.total_nitrogen
    if basis == "area":
        return Dose(job.dose.value * for_a_gram)
    if basis == "litre":
        return None if product.liquid else replace(job.dose, value=job.dose.value * for_a_gram)
    if basis not in _BY_VOLUME:
        return None
    other = _BY_VOLUME[basis] if product.liquid else _BY_WEIGHT[basis]
    if product.label.rate_by(other) is None and spot_m2(ground, job.dose) is None:
        return Dose(job.rate_on(ground.size_m2) * for_a_gram)
    grams = job.dose.value * (was.density_kg_l or 1.0 if BASES[basis].litres else 1.0) * for_a_gram
    return Dose(grams / (product.density_kg_l or 1.0 if BASES[other].litres else 1.0), other, job.dose.count)


# A basis by plant or trunk as a volume, and as a weight.
_BY_VOLUME: dict[BasisKey, BasisKey] = {
    "plant": "plant_volume",
    "plant_volume": "plant_volume",
    "trunk": "trunk_volume",
    "trunk_volume": "trunk_volume",
}
_BY_WEIGHT: dict[BasisKey, BasisKey] = {
    "plant": "plant",
    "plant_volume": "plant",
    "trunk": "trunk",
    "trunk_volume": "trunk",
}


def swapped(job: Job, product: Product, dose: Dose, ground: Ground) -> Job:
    """A job with another product and a reason of its own: nothing is said any more in praise of the one before."""
    was = job.product
    kept = same_nitrogen(job, product, ground)
    nitrogen = dose.rate_g_m2(ground.size_m2, product.density_kg_l) * product.total_nitrogen
    words = f"{unrounded(nitrogen)} g/m² of nitrogen from {product.name}" if nitrogen else f"{product.name}"
    if was is not None and was.key != product.key:
        same = kept is not None and kept.basis == dose.basis and abs(dose.value / kept.value - 1) < 1e-6
        words += f", in place of {was.name}" + (" at the same nitrogen" if same else "")
    if product.p2o5 > 0:
        words += f"; it carries {product.p2o5 * 100:.3g} % P2O5"
    return replace(job, product=product, dose=dose, reason=f"{job.name}: {words}.")


def swaps(book: AreaBook, job: Job, shelf: Sequence[Product]) -> tuple[Swap, ...]:
    """Every feed of a shelf in a job's place at the same nitrogen: those that pass first, the cheaper first."""
    found, size = [], book.ground.size_m2
    for product in shelf:
        dose = same_nitrogen(job, product, book.ground)
        if dose is None or (job.product is not None and product.key == job.product.key):
            continue
        other = swapped(job, product, dose, book.ground)
        rate = other.rate_on(size)
        price = min((pack.price / pack.mass_kg for pack in product.packs), default=None)
        found.append(Swap(other, None if price is None else rate * price / 1000, book.judged(other)))
    return tuple(sorted(found, key=lambda one: (not one.passes, one.cost_m2 is None, one.cost_m2 or 0.0)))


def moved(job: Job, on: date) -> Job:
    """A job on another day, its window moved with it."""
    by = on - job.on
    return replace(job, on=on, opens=job.opens + by, closes=job.closes + by)


def by_hand(job: Job, on: date, days: int = 14) -> Job:
    """A copy of a job as one of its own: on its day, with a window of so many days, belonging to no plan."""
    return replace(
        job, key=0, maker="hand", on=on, opens=on, closes=on + timedelta(days=days), skipped=False, missed=False
    )
