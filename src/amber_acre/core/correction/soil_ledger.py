"""The soil side of a season's ledger: acid and base as calcium carbonate, and calcium, magnesium and sulphur."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.products.acid_balance import acidity_share
from amber_acre.core.products.nutrients import phosphorus_share
from amber_acre.core.products.product import Product
from amber_acre.core.working import Figure, Working

COUNTED = ("Ca", "Mg", "S")
OF_BULK = ("N", "P")  # of bulk material, which the nutrient ledger leaves out


@dataclass(frozen=True)
class SoilUse:
    """A use of a product on the whole area, g/m²; ``down``: logged, else still to come."""

    product: Product
    rate_g_m2: float
    down: bool
    words: str


@dataclass(frozen=True)
class SoilLedger:
    """Acid (+) and base (−) as CaCO₃ and elements, g/m²: put down and still to come."""

    acid_down: float
    acid_to_come: float
    elements_down: dict[str, float]
    elements_to_come: dict[str, float]
    working: Working

    @property
    def empty(self) -> bool:
        """True where nothing moves the soil."""
        parts = (self.acid_down, self.acid_to_come, *self.elements_down.values(), *self.elements_to_come.values())
        return not any(abs(part) > 1e-9 for part in parts)


def soil_ledger(uses: Sequence[SoilUse], grass: bool = True) -> SoilLedger:
    """Adds up a season's uses, on grass or other ground."""
    working = Working("Acid and base of the season")
    sums = {True: 0.0, False: 0.0}
    elements = {down: dict.fromkeys((*COUNTED, *OF_BULK), 0.0) for down in (True, False)}
    parts = []
    for n, use in enumerate(uses, start=1):
        share = acidity_share(use.product, grass)
        for element in COUNTED:
            elements[use.down][element] += use.rate_g_m2 * use.product.other.get(element, 0.0)
        if use.product.family == "bulk":
            elements[use.down]["N"] += use.rate_g_m2 * use.product.total_nitrogen
            elements[use.down]["P"] += use.rate_g_m2 * phosphorus_share(use.product)
        if abs(share) < 1e-9:
            continue
        value = working.step(
            use.words,
            "rate_g_m2 * acid",
            [
                Figure("rate_g_m2", use.rate_g_m2, "g/m²", "rate over the area"),
                Figure("acid", share, "g/g", "acid (+) or base (−) as CaCO₃"),
            ],
            use.rate_g_m2 * share,
            "g/m²",
            "sluijsmans-1970",
        )
        sums[use.down] += value
        parts.append(Figure(f"u{n}", value, "g/m²", use.words))
    if parts:
        working.step(
            "Acid (+) or base (−) of the year, as CaCO₃",
            " + ".join(part.symbol for part in parts),
            parts,
            sums[True] + sums[False],
            "g/m²",
            "sluijsmans-1970",
        )
    return SoilLedger(sums[True], sums[False], elements[True], elements[False], working)
