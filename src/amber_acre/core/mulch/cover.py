"""Ground that mulch covers: beds less rings round stems, hedge strips, rings of trees, banks by their surface."""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.quantities import SquareMetres, in_both
from amber_acre.core.working import Figure, Working

# Clear distance from bark: trees and big shrubs, and stems of hedges and small shrubs, mm [common-practice].
CLEAR_OF_TRUNK_MM, CLEAR_OF_STEM_MM = 150.0, 75.0
TRUNK_AT_MOST_M = 5.0


@dataclass(frozen=True)
class Kept:
    """Stems that are kept clear: how many, their diameter, and the clear distance from the bark, m."""

    stems: int
    trunk_m: float
    clear_m: float

    def each_m2(self) -> float:
        """Ground of one ring with its stem, m²."""
        return math.pi * (self.trunk_m / 2 + self.clear_m) ** 2


def covered(size_m2: float, kept: Kept, working: Working | None = None) -> SquareMetres:
    """Ground left to mulch, m²: the bed less a ring round each stem, measured from the bark [plane-geometry].

    Refuses a trunk over 5 m (OutOfRange) and rings that leave nothing of the bed (DoesNotFit).
    """
    if not 0 <= kept.trunk_m <= TRUNK_AT_MOST_M or kept.clear_m < 0 or kept.stems < 0:
        raise OutOfRange(
            f"A trunk lies between 0 and {TRUNK_AT_MOST_M:g} m, the clear distance at 0 or above. Check the unit.",
            field="trunk",
            value=kept.trunk_m,
            limits=(0, TRUNK_AT_MOST_M),
        )
    if kept.stems == 0:
        return SquareMetres(size_m2)
    rings = kept.stems * kept.each_m2()
    if rings >= size_m2:
        raise DoesNotFit(
            f"{kept.stems} rings of {in_both(kept.trunk_m / 2 + kept.clear_m)} radius are larger than the bed,"
            f" {size_m2:,.1f} m². Check the count, the radius and its unit.",
            field="clear",
            value=rings,
            limits=(0, size_m2),
        )
    working = working or Working("Ground covered")
    return SquareMetres(
        working.step(
            "Ground less the rings",
            "size_m2 - stems * pi * (trunk_m / 2 + clear_m) ** 2",
            [
                Figure("size_m2", size_m2, "m²", "ground"),
                Figure("stems", kept.stems, "", "stems"),
                Figure("trunk_m", kept.trunk_m, "m", "trunk"),
                Figure("clear_m", kept.clear_m, "m", "kept clear from the bark"),
            ],
            size_m2 - rings,
            "m²",
            "plane-geometry",
        )
    )


def tree_rings(trees: int, outer_m: float, kept: Kept, working: Working | None = None) -> SquareMetres:
    """Ground of mulch rings round ``trees`` out to ``outer_m`` from the middle of the trunk, m² [plane-geometry].

    DoesNotFit where the clear ring reaches the outer edge.
    """
    inner = kept.trunk_m / 2 + kept.clear_m
    if outer_m <= inner:
        raise DoesNotFit("The ring ends inside the part kept clear. Check both radii.", field="outer", value=outer_m)
    working = working or Working("Rings")
    return SquareMetres(
        working.step(
            "Rings",
            "trees * pi * (outer_m ** 2 - (trunk_m / 2 + clear_m) ** 2)",
            [
                Figure("trees", trees, "", "trees"),
                Figure("outer_m", outer_m, "m", "outer radius"),
                Figure("trunk_m", kept.trunk_m, "m", "trunk"),
                Figure("clear_m", kept.clear_m, "m", "kept clear from the bark"),
            ],
            trees * math.pi * (outer_m**2 - inner**2),
            "m²",
            "plane-geometry",
        )
    )


def bank(plan_m2: float, rise_over_run: float) -> SquareMetres:
    """Surface of a bank measured on the plan, m²: plan × √(1 + slope²); slope 0–2 (OutOfRange) [plane-geometry]."""
    if not 0 <= rise_over_run <= 2:
        raise OutOfRange("A slope lies between flat and 2:1. Check it.", field="slope", limits=(0, 2))
    return SquareMetres(plan_m2 * math.sqrt(1 + rise_over_run**2))
