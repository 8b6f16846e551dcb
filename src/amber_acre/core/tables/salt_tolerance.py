"""Salt that plants bear, as the extract of the soil in dS/m: the edges of Maas and Hoffman's classes. From memory."""

from __future__ import annotations

from amber_acre.core.tables.grasses import Season

# Threshold, dS/m, and loss of growth for each dS/m beyond, by class, at the edge of the class [maas-hoffman].
TOLERANCE: dict[str, tuple[float, float]] = {
    "sensitive": (1.3, 0.20),
    "moderate": (3.0, 0.13),
    "tolerant": (6.0, 0.071),
}
# What turf bears without loss, dS/m: the middle of the classes its grasses fall in [maas-hoffman].
TURF_BEARS_DS_M: dict[Season, float] = {"cool": 3.0, "warm": 6.0}
