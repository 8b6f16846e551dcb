"""What a label says beside its rate by area: how many a pack serves by count, and the grasses it names."""

from __future__ import annotations

import re

from amber_acre.core.errors import NotUnderstood
from amber_acre.core.quantities import Kilograms
from amber_acre.core.tables.grasses import GRASSES
from amber_acre.core.typed_counts import CountBasis, CountRate

SERVES: dict[CountBasis, str] = {
    "plant": "plants",
    "plant_volume": "plants",
    "trunk": "cm of trunk",
    "trunk_volume": "cm of trunk",
    "litre": "L of medium",
    "water": "L of water",
    "run": "m of hedge",
}


def served(pack_kg: Kilograms, rate: CountRate, density_kg_l: float | None) -> tuple[float, float]:
    """How many plants, cm of trunk, litres or metres a pack is enough for, at the label's highest and its lowest."""
    by_volume = rate.basis in ("plant_volume", "trunk_volume")
    whole = pack_kg * 1000 / (density_kg_l or 1.0) if by_volume else pack_kg * 1000  # mL or g
    if rate.basis == "water":
        whole *= 1000  # mg
    return whole / rate.high, whole / rate.low


def grass_keys(text: str, field: str = "grasses") -> list[str]:
    """Keys of grasses by their keys or names, with commas between; “cool-season” and “warm-season” are all of them.

    Refuses a name that is none of them (NotUnderstood).
    """
    found: list[str] = []
    for part in re.split(r"[,;]", text):
        name = " ".join(part.lower().replace(" grasses", "").split())
        if not name:
            continue
        season = {"cool-season": "cool", "warm-season": "warm"}.get(name)
        keys = [
            grass.key
            for grass in GRASSES
            if name in (grass.key, grass.common_name.lower(), grass.botanical_name.lower()) or grass.season == season
        ]
        if not keys:
            raise NotUnderstood(
                f"“{part.strip()}” is none of the grasses. Type a name of the Almanac, or cool-season or warm-season.",
                field=field,
                value=part,
            )
        found += [key for key in keys if key not in found]
    return found
