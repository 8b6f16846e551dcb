"""Growing degree days: the warmth a season has gathered, °C·day (or °F·day in, °F·day out)."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from amber_acre.core.season.climate import Daily


def degree_days(highest: Daily, lowest: Daily, base: float) -> Daily:
    """Simple average method for every day: max(0, (Tx + Tn)/2 − base). All in one scale [gdd-average]."""
    gathered: Daily = np.maximum(0.0, (highest + lowest) / 2 - base)
    return gathered


def modified_degree_days(highest: Daily, lowest: Daily, base: float, ceiling: float) -> Daily:
    """Modified method: both temperatures held between ``base`` and ``ceiling`` first [gdd-modified]."""
    held_high, held_low = np.clip(highest, base, ceiling), np.clip(lowest, base, ceiling)
    gathered: Daily = (held_high + held_low) / 2 - base
    return gathered


def day_reached(gathered: Sequence[float] | Daily, threshold: float) -> int | None:
    """Index of the first day on which the running sum is ``threshold`` or more; None if never."""
    reached = np.flatnonzero(np.cumsum(gathered) >= threshold)
    return int(reached[0]) if len(reached) else None
