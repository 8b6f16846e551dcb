"""Cores and dressings: how much of the surface and of the root zone they change, and blends by parts."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from amber_acre.core.errors import OutOfRange
from amber_acre.core.working import Figure, Working


@dataclass(frozen=True)
class Holes:
    """Coring of one pass: share of the surface opened, litres of hole a m², share of the zone that holes can fill."""

    surface_share: float
    litres_m2: float
    zone_share: float


def core_holes(diameter_mm: float, spacing_mm: float, depth_mm: float, zone_mm: float, working: Working) -> Holes:
    """Round holes on a square grid [plane-geometry]: diameter 3–50 mm under the spacing (OutOfRange), depth to 400 mm.

    ``zone_mm``: depth of the root zone they are held against, at least as deep as the holes count.
    """
    if not 3 <= diameter_mm <= 50:
        raise OutOfRange("A tine is 3 to 50 mm wide. Check the unit.", field="tine", limits=(3, 50))
    if not diameter_mm <= spacing_mm <= 500:
        raise OutOfRange(
            "Holes stand at least their own width and at most 50 cm apart.", field="spacing", limits=(diameter_mm, 500)
        )
    if not 5 <= depth_mm <= 400:
        raise OutOfRange("Holes are 5 mm to 40 cm deep. Check the unit.", field="hole_depth", limits=(5, 400))
    share = working.step(
        "Surface opened",
        "pi / 4 * (diameter_mm / spacing_mm) ** 2",
        [
            Figure("diameter_mm", diameter_mm, "mm", "width of a tine"),
            Figure("spacing_mm", spacing_mm, "mm", "distance between holes"),
        ],
        math.pi / 4 * (diameter_mm / spacing_mm) ** 2,
        "",
        "plane-geometry",
    )
    litres = working.step(
        "Hole in a square metre",
        "share * depth_mm",
        [Figure("share", share, "", "surface opened"), Figure("depth_mm", depth_mm, "mm", "depth of a hole")],
        share * depth_mm,
        "L/m²",
        "plane-geometry",
        note="1 mm on 1 m² is 1 L.",
    )
    zone = working.step(
        "Share of the root zone the holes can fill",
        "litres / zone_mm",
        [Figure("litres", litres, "L/m²", "holes"), Figure("zone_mm", zone_mm, "mm", "root zone")],
        litres / zone_mm,
        "",
        "plane-geometry",
    )
    return Holes(share, litres, zone)


def blend_parts(parts: Mapping[str, float], total_litres: float, working: Working) -> dict[str, float]:
    """Litres of each material of a blend by parts; parts above 0 (OutOfRange). Settling and voids are not counted."""
    whole = sum(parts.values())
    if not parts or min(parts.values()) <= 0:
        raise OutOfRange(
            "Each part of a blend is above zero: type it like 1 compost, 5 chips.", field="parts", limits=(0, None)
        )
    return {
        name: working.step(
            f"Litres of {name}",
            "total * part / whole",
            [
                Figure("total", total_litres, "L", "the whole blend"),
                Figure("part", part, "parts", name),
                Figure("whole", whole, "parts", "all parts"),
            ],
            total_litres * part / whole,
            "L",
            "plane-geometry",
        )
        for name, part in parts.items()
    }
