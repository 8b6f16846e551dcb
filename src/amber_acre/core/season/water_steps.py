"""Rain, use and drainage over the year in steps: what a lawn without watering lacks, and what carries nitrate off."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from amber_acre.core.by_content import by_first
from amber_acre.core.season.phases import STEPS, Phases, Steps
from amber_acre.core.tables.textures import TEXTURES

Mask = NDArray[np.bool_]

ROOTS_REACH_MM = 600.0  # depth from which turf still takes nitrate and water [common-practice]
TURF_USE = 0.8  # of the reference evapotranspiration, over the year [fao-56]
# Actual over reference use of water, and rain over it, at and under which nothing is fed [common-practice].
DRY_BELOW, DRY_RAIN = 0.55, 0.30
UNKNOWN_TEXTURE = "loam"
KEPT_BUCKETS = 256  # climates by textures


@dataclass(frozen=True)
class Bucket:
    """Use over reference use of water, 0–1, and drainage in mm of each step; settled round the year."""

    share: Steps
    surplus_mm: Steps


def too_dry(year: Phases, capacity: float) -> Mask:
    """Steps in which turf that nobody waters is not fed: the soil is emptied, or hardly any rain comes."""
    found: Mask = (bucket(year, capacity).share <= DRY_BELOW) | (year.rain_mm <= DRY_RAIN * year.et_mm)
    return found


def capacity_mm(texture: str) -> float:
    """Water for plants in the depth roots reach, mm; a loam's where the texture is not known [fao-56]."""
    return TEXTURES[texture or UNKNOWN_TEXTURE].available * ROOTS_REACH_MM


@by_first(KEPT_BUCKETS)
def bucket(year: Phases, capacity: float) -> Bucket:
    """A soil store filled by rain and emptied by turf, run round the year until it repeats [fao-56]."""
    store, share, surplus = capacity, np.ones(STEPS), np.zeros(STEPS)
    for _ in range(3):
        for n in range(STEPS):
            use = TURF_USE * float(year.et_mm[n])
            wet = min(1.0, store / (0.5 * capacity))
            taken = min(use * wet, store + float(year.rain_mm[n]))
            taken = max(taken, min(use, float(year.rain_mm[n])))
            share[n] = taken / use if use > 0 else 1.0
            store += float(year.rain_mm[n]) - taken
            surplus[n] = max(0.0, store - capacity)
            store = min(capacity, store)
    share, surplus = np.round(share, 9), np.round(surplus, 9)
    for kept in (share, surplus):
        kept.flags.writeable = False
    return Bucket(share, surplus)
