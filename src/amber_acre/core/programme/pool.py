"""Nitrogen lying in the soil day by day over a season: what is released, less what the grass takes and what drains
away."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from amber_acre.core.programme.feeds import DRAINS_BY, DRAINS_MOST
from amber_acre.core.season.climate import Climate, Daily, DailySeries
from amber_acre.core.season.phases import STEP_DAYS, phases
from amber_acre.core.season.water_steps import bucket, capacity_mm


@dataclass(frozen=True)
class Pool:
    """Available nitrogen lying in the soil at the end of each day, g/m²; what drained over the season and what of the
    demand found none, g/m². Drainage is an estimate from normal rain and texture."""

    daily_g_m2: Daily
    drained_g_m2: float
    unmet_g_m2: float


def season_pool(released: Daily, demand: Daily, series: DailySeries, climate: Climate, texture: str) -> Pool:
    """Follows a season from an empty pool; the same drainage as the choice of a season reckons with, spread over
    days."""
    year, capacity = phases(climate), capacity_mm(texture)
    surplus = bucket(year, capacity).surplus_mm
    by_step = 1 - DRAINS_MOST * np.exp(-surplus / (DRAINS_BY * capacity))
    drains_a_day = (1 - (1 - by_step) ** (1 / STEP_DAYS)).tolist()
    left, drained, unmet = 0.0, 0.0, 0.0
    found = []
    steps = year.steps_of(series.start, len(released))
    for comes, asked, step in zip(released.tolist(), demand.tolist(), steps, strict=True):
        have = left + comes
        taken = min(have, asked)
        unmet += asked - taken
        drains = (have - taken) * drains_a_day[step]
        drained += drains
        left = have - taken - drains
        found.append(left)
    return Pool(np.array(found), drained, unmet)
