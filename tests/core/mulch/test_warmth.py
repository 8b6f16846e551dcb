"""Warmth through mulch against the heat equation solved step by step; conductivities of dry mulch from memory."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.errors import OutOfRange
from amber_acre.core.mulch.warmth import DAY_SECONDS, LOOSE_ORGANIC_M2_S, damping_mm, swing_share
from amber_acre.core.tables.mulches import MULCHES


def test_the_formula_is_the_heat_equation() -> None:
    """A sine of a day at the top, explicit steps on 5 mm cells, six days to settle: what is left at 75 mm."""
    cell, step = 0.005, 40.0
    ratio = LOOSE_ORGANIC_M2_S * step / cell**2
    assert ratio < 0.5
    warmth = np.zeros(121)
    low, high = 0.0, 0.0
    for n in range(round(8 * DAY_SECONDS / step)):
        warmth[0] = np.sin(2 * np.pi * n * step / DAY_SECONDS)
        warmth[1:-1] += ratio * (warmth[2:] - 2 * warmth[1:-1] + warmth[:-2])
        if n * step > 6 * DAY_SECONDS:
            low, high = min(low, warmth[15]), max(high, warmth[15])
    assert (high - low) / 2 == pytest.approx(swing_share(MULCHES["chips"], 75.0), rel=0.03)


def test_figures_by_pencil() -> None:
    """√(1.5e-7 × 86400 / π) = 64 mm, gravel 86 mm; a third through 75 mm of chips."""
    assert damping_mm(MULCHES["chips"]) == pytest.approx(64.2, abs=0.1)
    assert damping_mm(MULCHES["gravel"]) == pytest.approx(86.2, abs=0.1)
    assert swing_share(MULCHES["chips"], 75.0) == pytest.approx(0.311, abs=0.001)
    assert swing_share(MULCHES["chips"], 0.0) == 1.0
    with pytest.raises(OutOfRange):
        swing_share(MULCHES["chips"], 151.0)


@given(st.floats(0, 149))
def test_more_mulch_lets_less_by_and_gravel_more_than_chips(depth: float) -> None:
    chips, gravel = MULCHES["chips"], MULCHES["gravel"]
    assert swing_share(chips, depth + 1) < swing_share(chips, depth) <= swing_share(gravel, depth) <= 1.0
