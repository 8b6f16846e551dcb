"""Growth potential: how much of its best a grass grows at a temperature, 0 to 1."""

from __future__ import annotations

import math

import numpy as np

from amber_acre.core.season.climate import Daily
from amber_acre.core.tables.grasses import Season
from amber_acre.core.tables.growth_constants import GROWTH, GrowthConstants
from amber_acre.core.working import Figure, Working


def growth_potential(
    mean_c: float, season: Season, working: Working | None = None, constants: GrowthConstants | None = None
) -> float:
    """exp(−½((T − T₀)/v)²) for one mean temperature in °C, −60 to 60; 0–1 [growth-potential-celsius]."""
    row = constants or GROWTH[season]
    value = math.exp(-0.5 * ((mean_c - row.optimum_c) / row.spread_c) ** 2)
    if working is not None:
        working.step(
            f"Growth potential, {season}-season grass",
            "exp(-0.5 * ((mean_c - optimum_c) / spread_c) ** 2)",
            [
                Figure("mean_c", mean_c, "°C", "mean temperature"),
                Figure("optimum_c", row.optimum_c, "°C", "best growth"),
                Figure("spread_c", row.spread_c, "°C", "spread"),
            ],
            value,
            "",
            row.source,
        )
    return value


def daily_growth(mean_c: Daily, season: Season) -> Daily:
    """Growth potential of every day of a series of mean °C, 0–1 [growth-potential-celsius]."""
    row = GROWTH[season]
    growth: Daily = np.exp(-0.5 * ((mean_c - row.optimum_c) / row.spread_c) ** 2)
    return growth
