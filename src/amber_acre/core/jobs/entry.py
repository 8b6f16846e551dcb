"""What really happened: a log entry, of a product put down or of work without one."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date

from amber_acre.core.errors import MissingInput
from amber_acre.core.jobs.dose import BASES, Dose
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, SquareMetres

BULK = "bulk"  # family of compost, sand and soil: laid by depth, no feed


@dataclass(frozen=True)
class Entry:
    """What was done on a day: mass over the area covered, or work without product (``product`` None, amount 0).

    ``job`` is the job it answers, None for none; ``corrects`` the entry it replaces; ``struck``: nothing happened after
    all.
    """

    key: int
    job: int | None
    on: date
    product: Product | None
    amount_kg: Kilograms
    covered_m2: SquareMetres
    corrects: int | None = None
    struck: bool = False

    @property
    def material(self) -> Product:
        """The product that went down (MissingInput for work without)."""
        if self.product is None:
            raise MissingInput("This entry is of work without product.", field="product")
        return self.product

    @property
    def achieved_rate_g_m2(self) -> GramsPerSquareMetre:
        """Mass per area over what was covered, g/m²."""
        return GramsPerSquareMetre(self.amount_kg * 1000 / self.covered_m2)

    def dose_by(self, planned: Dose | None, product: int | None, size_m2: SquareMetres) -> Dose:
        """What went down, in the basis of the dose it answers: by plant or litre what each of those covered got.

        ``product``: key of the product planned, ``size_m2``: the area of the plan. By area where the plan was, or
        another product went down, or nobody planned it.
        """
        by_area = Dose(self.achieved_rate_g_m2 if self.product is not None else 0.0)
        if planned is None or self.product is None or not planned.count or self.product.key != product:
            return by_area
        if BASES[planned.basis].litres and self.product.density_kg_l is None:
            return by_area  # its label of that day told no density
        meant = planned.mass_kg(size_m2, self.product.density_kg_l) * self.covered_m2 / size_m2
        return replace(planned, value=planned.value * self.amount_kg / meant) if meant > 0 else by_area

    def rate_over(self, size_m2: SquareMetres) -> GramsPerSquareMetre:
        """Mass per area over the whole area, g/m², so that two halves add up to one."""
        return GramsPerSquareMetre(self.amount_kg * 1000 / size_m2)


def standing(entries: Sequence[Entry]) -> tuple[Entry, ...]:
    """The entries that count: those no later entry corrects, without those struck out, by day."""
    replaced = {entry.corrects for entry in entries if entry.corrects is not None}
    kept = [entry for entry in entries if entry.key not in replaced and not entry.struck]
    return tuple(sorted(kept, key=lambda entry: (entry.on, entry.key)))


def with_product(entries: Iterable[Entry]) -> tuple[Entry, ...]:
    """Entries of something put down."""
    return tuple(entry for entry in entries if entry.product is not None)


def without_bulk(entries: Iterable[Entry]) -> tuple[Entry, ...]:
    """Entries that count as feeding: of a product, and no bulk material."""
    return tuple(entry for entry in entries if entry.product is not None and entry.product.family != BULK)
