"""What raises and lowers a lawn's need, each factor a step of its working (common practice)."""

from __future__ import annotations

from datetime import date

import pytest

from amber_acre.core.care.need import LEAVES_FACTOR, WEAR_FACTOR, nitrogen_need
from amber_acre.core.programme.planning import season_series
from amber_acre.core.quantities import POUND_PER_THOUSAND_G_M2
from amber_acre.core.season.climate import season_start
from tests.core.worlds import FREE, lawn


def need(**changes: object) -> tuple[float, list[str]]:
    place = lawn(**({"rules": FREE, "upkeep": "low", "irrigated": True} | changes))
    found = nitrogen_need(place, season_series(place, season_start(place.climate, date(2026, 3, 1))))
    return float(found.yearly_g_m2), [step.title for step in found.working.steps]


def test_wear_takes_more_and_leaves_feed_a_little() -> None:
    usual, _ = need()
    worn, said = need(worn=True)
    assert worn == pytest.approx(usual * WEAR_FACTOR)
    assert "More: worn: what grows again takes more" in said
    mown, told = need(leaves_mown=True)
    assert mown == pytest.approx(usual * LEAVES_FACTOR)
    assert "Less: fallen leaves are mown in" in told
    assert LEAVES_FACTOR < 1 < WEAR_FACTOR


def test_wear_never_passes_the_printed_high_end() -> None:
    highest, _ = need(upkeep="high", worn=True, clippings_returned=False)
    assert highest <= lawn().grass.need_lb_1000[1] * POUND_PER_THOUSAND_G_M2 * (1 + 1e-9)
