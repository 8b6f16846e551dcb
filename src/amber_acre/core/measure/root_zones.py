"""Root zones together: circles that overlap are fed once, a paved sector is left out."""

from __future__ import annotations

import math

from amber_acre.core.errors import OutOfRange
from amber_acre.core.quantities import FOOT_M, SquareMetres
from amber_acre.core.working import Figure, Working


def circle_overlap(one_m: float, other_m: float, apart_m: float) -> SquareMetres:
    """Ground that two circles share, m²: the lens of two radii so far apart, all in m [plane-geometry].

    Radii above 0, distance 0 or more (OutOfRange).
    """
    if one_m <= 0 or other_m <= 0 or apart_m < 0:
        raise OutOfRange("Radii are above zero and the distance is not below it.", field="radius")
    if apart_m >= one_m + other_m:
        return SquareMetres(0.0)
    if apart_m <= abs(one_m - other_m):
        return SquareMetres(math.pi * min(one_m, other_m) ** 2)
    a = math.acos((apart_m**2 + one_m**2 - other_m**2) / (2 * apart_m * one_m))
    b = math.acos((apart_m**2 + other_m**2 - one_m**2) / (2 * apart_m * other_m))
    kite = math.sqrt(
        (-apart_m + one_m + other_m)
        * (apart_m + one_m - other_m)
        * (apart_m - one_m + other_m)
        * (apart_m + one_m + other_m)
    )
    return SquareMetres(one_m**2 * a + other_m**2 * b - kite / 2)


def two_zones(one_m: float, other_m: float, apart_m: float, working: Working | None = None) -> SquareMetres:
    """Two root zones with what they share counted once, m² [plane-geometry]."""
    shared = circle_overlap(one_m, other_m, apart_m)
    working = working or Working("Two root zones")
    return SquareMetres(
        working.step(
            "Together, the overlap once",
            "pi * one_m ** 2 + pi * other_m ** 2 - shared_m2",
            [
                Figure("one_m", one_m, "m", "radius of one"),
                Figure("other_m", other_m, "m", "radius of the other"),
                Figure("shared_m2", shared, "m²", "ground both share"),
            ],
            math.pi * one_m**2 + math.pi * other_m**2 - shared,
            "m²",
            "plane-geometry",
        )
    )


def less_sector(radius_m: float, paved_deg: float) -> SquareMetres:
    """A circle less a paved sector, m²; radius above 0, sector 0 to under 360° (OutOfRange) [plane-geometry]."""
    if radius_m <= 0 or not 0 <= paved_deg < 360:
        raise OutOfRange("A radius is above zero and a paved sector under 360°.", field="paved", value=paved_deg)
    return SquareMetres(math.pi * radius_m**2 * (1 - paved_deg / 360))


def by_inches(trunk_in: float, feet_per_inch: float, paved_ft2: float = 0.0) -> tuple[float, float]:
    """Root zone by the rule of so many feet for an inch of trunk, whole and less paving, ft² [root-zone]."""
    whole = math.pi * (trunk_in * feet_per_inch) ** 2
    if not 0 <= paved_ft2 < whole:
        raise OutOfRange("The paving covers the whole root zone, or is below zero. Check it.", field="paved")
    return whole, whole - paved_ft2


SQUARE_FOOT_M2 = FOOT_M**2
