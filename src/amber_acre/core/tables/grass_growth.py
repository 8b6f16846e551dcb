"""When each lawn grass wakes, feeds and stops, by soil warmth; and the shape of its growth. From memory unless named.

``opens_c``: soil °C, rising, from which it is fed; ``closes_c``: falling, until which; ``base_c``: below it it rests.
Cool-season rows after common extension advice; warm-season rows by green-up temperatures told for each.
"""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.tables.grasses import Grass


@dataclass(frozen=True)
class GrassGrowth:
    """Thresholds of the soil at root depth, °C, and the growth curve: optimum and spread below and above it, °C."""

    opens_c: float
    closes_c: float
    base_c: float
    optimum_c: float
    spread_below_c: float
    spread_above_c: float
    source: str


def _cool(opens: float, closes: float, source: str = "grass-thresholds") -> GrassGrowth:
    """Cool-season growth is widest below its best: the published spread of 5.5 leaves cold springs almost nothing."""
    return GrassGrowth(opens, closes, closes - 1.5, 20.0, 6.5, 5.5, source)


def _warm(base: float, optimum: float = 31.0, spread: float = 7.0, source: str = "grass-thresholds") -> GrassGrowth:
    """Warm-season growth does not fall again above its best."""
    return GrassGrowth(base, base, base, optimum, spread, 1e9, source)


COOL = _cool(8.0, 8.5)
WARM = _warm(15.5)
GROWTH_BY_GRASS: dict[str, GrassGrowth] = {
    "perennial-rye": _cool(7.5, 9.0),
    "annual-bluegrass": _cool(7.5, 8.5),
    "kikuyu": GrassGrowth(12.0, 12.0, 12.0, 24.0, 6.0, 6.0, "grass-thresholds"),
    "couch": _warm(15.0),
    "blue-couch": _warm(15.0),
    "buffalo": _warm(15.5),
    "zoysia": _warm(16.0),
    "manila": _warm(16.0),
    "seashore-paspalum": _warm(15.5),
    "centipede": _warm(17.0),
    "carpet-grass": _warm(17.0),
    "bahia": _warm(16.0),
    "plains-buffalograss": _warm(15.0),
    "blue-grama": _warm(15.0),
}


def growth_of(grass: Grass) -> GrassGrowth:
    """The thresholds of a grass; those of its season where it has no row of its own."""
    return GROWTH_BY_GRASS.get(grass.key, COOL if grass.season == "cool" else WARM)
