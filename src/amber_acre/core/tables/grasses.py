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
    Grass("creeping-bent", "Creeping bent", "Agrostis stolonifera", "cool", (2, 4), "extension-turf-n"),
    Grass("chewings-fescue", "Chewings fescue", "Festuca rubra subsp. commutata", "cool", (1, 2), "extension-turf-n"),
    Grass("sheeps-fescue", "Sheep's fescue", "Festuca ovina", "cool", (0.5, 1.5), "from-memory"),
    Grass("rough-bluegrass", "Rough meadow-grass / bluegrass", "Poa trivialis", "cool", (1, 3), "from-memory"),
    Grass("annual-bluegrass", "Annual meadow-grass", "Poa annua", "cool", (2, 3), "from-memory"),
    Grass("supine-bluegrass", "Supine bluegrass", "Poa supina", "cool", (2, 3), "from-memory"),
    Grass("hair-grass", "Tufted hair-grass", "Deschampsia cespitosa", "cool", (1, 2), "from-memory"),
    Grass("crested-hair-grass", "Crested hair-grass", "Koeleria macrantha", "cool", (1, 2), "from-memory"),
    Grass("cool-mixture", "Fescue–bluegrass–rye mixture", "Festuca, Poa, Lolium", "cool", (2, 4), "from-memory"),
    Grass("couch", "Couch / bermuda", "Cynodon dactylon", "warm", (2, 5), "extension-turf-n"),
    Grass("zoysia", "Zoysia", "Zoysia japonica", "warm", (2, 3), "extension-turf-n"),
    Grass("buffalo", "St Augustine / buffalo-type", "Stenotaphrum secundatum", "warm", (2, 4), "extension-turf-n"),
    Grass("kikuyu", "Kikuyu", "Cenchrus clandestinus", "warm", (2, 4), "extension-turf-n"),
    Grass("centipede", "Centipede", "Eremochloa ophiuroides", "warm", (1, 2), "extension-turf-n"),
    Grass("manila", "Manila grass", "Zoysia matrella", "warm", (2, 3), "from-memory"),
    Grass("seashore-paspalum", "Seashore paspalum", "Paspalum vaginatum", "warm", (2, 4), "from-memory"),
    Grass("carpet-grass", "Carpet grass", "Axonopus fissifolius", "warm", (1, 2), "extension-turf-n"),
    Grass(
        "plains-buffalograss",
        "Buffalograss of the plains",
        "Bouteloua dactyloides",
        "warm",
        (0.5, 2),
        "extension-turf-n",
    ),
    Grass("blue-grama", "Blue grama", "Bouteloua gracilis", "warm", (0.5, 1.5), "from-memory"),
    Grass("blue-couch", "Blue couch", "Digitaria didactyla", "warm", (2, 3), "from-memory"),
    Grass("bahia", "Bahia", "Paspalum notatum", "warm", (1, 3), "extension-turf-n"),
)
GRASS_BY_KEY = {grass.key: grass for grass in GRASSES}
