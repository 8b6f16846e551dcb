"""How the year's nitrogen of a planting is asked for day by day: by its kind of growth, between waking and rest."""

from __future__ import annotations

from collections import defaultdict

import numpy as np

from amber_acre.core.care.bedding import begins
from amber_acre.core.care.planting import Planting
from amber_acre.core.season.climate import Daily, DailySeries
from amber_acre.core.season.stages import Stages
from amber_acre.core.tables.care_groups import usual_m2
from amber_acre.core.tables.plants import GROWTH

USUAL_GROWTH = "two flushes"  # where nobody knows what grows [common-practice]
SMOOTH_DAYS = 30  # over which one quarter of the plant's year passes into the next


def growth_class(planting: Planting) -> str:
    """The kind of growth of the plants that hold most of its ground."""
    grounds: defaultdict[str, float] = defaultdict(float)
    for one in planting.grown:
        if one.plant is not None:
            grounds[one.plant.growth] += one.count * usual_m2(one.plant)
    return max(grounds, key=lambda key: (grounds[key], key)) if grounds else USUAL_GROWTH


def demand(planting: Planting, stages: Stages, series: DailySeries, nitrogen: float) -> Daily:
    """Nitrogen asked for each day of a season, in the unit of ``nitrogen`` a day; its sum is ``nitrogen``, or nothing
    where the season holds no day of growth."""
    shares = GROWTH[growth_class(planting)][1]
    days = len(series.mean_c)
    first = begins(planting, stages)
    long = max(1, (stages.rests - first).days)
    place = np.array([((series.day(n) - first).days % 365) for n in range(days)], dtype=np.float64)
    growing = place < long
    quarter = np.clip(place / long * 4, 0, 3.999)
    values = np.where(growing, np.array(shares)[quarter.astype(int)], 0.0)
    kernel = np.ones(SMOOTH_DAYS) / SMOOTH_DAYS
    ring = np.concatenate([values[-SMOOTH_DAYS:], values, values[:SMOOTH_DAYS]])
    smooth = np.convolve(ring, kernel, mode="same")[SMOOTH_DAYS:-SMOOTH_DAYS] * growing
    total = float(smooth.sum())
    asked: Daily = smooth * (nitrogen / total) if total > 0 else np.zeros(days)
    return asked
