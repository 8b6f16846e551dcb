"""Turf and water as FAO-56 prints it: coefficients, depletion, and how deep lawn roots go in practice."""

from __future__ import annotations

from amber_acre.core.tables.grasses import Season

# Initial, mid and end season [fao-56], table 12.
TURF_COEFFICIENTS: dict[Season, tuple[float, float, float]] = {"cool": (0.90, 0.95, 0.95), "warm": (0.80, 0.85, 0.85)}
DEPLETION: dict[Season, float] = {"cool": 0.4, "warm": 0.5}  # p at 5 mm/day [fao-56], table 22
PRINTED_ROOTS_M = (0.5, 1.0)  # [fao-56], table 22; real lawns root 0.1 to 0.3 m [common-practice]
USUAL_ROOTS_MM = 150.0  # where roots were not measured: on the water page and in the year's water alike
# New roots: depth at sowing or laying and what they gain in a week while watered, mm [from-memory].
NEW_ROOTS_MM = 25.0
ROOTS_GAIN_MM_WEEK = 12.0
