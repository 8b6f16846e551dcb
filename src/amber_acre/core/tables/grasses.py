"""Lawn grasses: season, and the yearly nitrogen need as printed in pounds per 1000 ft².

The need ranges are the extension consensus, from memory [extension-turf-n]; rows marked
``from-memory`` have no closer source.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Season = Literal["cool", "warm"]


@dataclass(frozen=True)
class Grass:
    """A grass or a mixture. ``need_lb_1000`` is (low, high) nitrogen a year in lb/1000 ft²."""

    key: str
    common_name: str
    botanical_name: str
    season: Season
    need_lb_1000: tuple[float, float]
    source: str


GRASSES: tuple[Grass, ...] = (
    Grass("bluegrass", "Smooth meadow-grass / bluegrass", "Poa pratensis", "cool", (2, 4), "extension-turf-n"),
    Grass("perennial-rye", "Perennial ryegrass", "Lolium perenne", "cool", (2, 4), "extension-turf-n"),
    Grass("tall-fescue", "Tall fescue", "Lolium arundinaceum", "cool", (2, 4), "extension-turf-n"),
    Grass("fine-fescue", "Fine (red) fescue", "Festuca rubra", "cool", (1, 2), "extension-turf-n"),
    Grass("hard-fescue", "Hard fescue", "Festuca trachyphylla", "cool", (1, 2), "from-memory"),
    Grass("browntop", "Browntop bent", "Agrostis capillaris", "cool", (1, 3), "from-memory"),
    Grass("cool-mixture", "Fescue–bluegrass–rye mixture", "Festuca, Poa, Lolium", "cool", (2, 4), "from-memory"),
    Grass("couch", "Couch / bermuda", "Cynodon dactylon", "warm", (2, 5), "extension-turf-n"),
    Grass("zoysia", "Zoysia", "Zoysia japonica", "warm", (2, 3), "extension-turf-n"),
    Grass("buffalo", "St Augustine / buffalo-type", "Stenotaphrum secundatum", "warm", (2, 4), "extension-turf-n"),
    Grass("kikuyu", "Kikuyu", "Cenchrus clandestinus", "warm", (2, 4), "extension-turf-n"),
    Grass("centipede", "Centipede", "Eremochloa ophiuroides", "warm", (1, 2), "extension-turf-n"),
    Grass("bahia", "Bahia", "Paspalum notatum", "warm", (1, 3), "extension-turf-n"),
)  # fmt: skip
GRASS_BY_KEY = {grass.key: grass for grass in GRASSES}
