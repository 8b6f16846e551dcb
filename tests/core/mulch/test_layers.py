"""Mulch in layers and by parts, by pencil (1 part to 5–6 is told in the trade; common practice, no source)."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.mulch.layers import LIVING_PARTS, layers, living_parts
from amber_acre.core.tables.mulches import MULCHES
from amber_acre.core.working import Working


def test_compost_below_and_chips_on_top() -> None:
    """75 mm missing on 20 m²: 25 mm of compost laid 25/0.75 = 33.3 mm, 0.667 m³, 400 kg at 0.6; 50 mm of chips laid
    50/0.85 = 58.8 mm, 1.176 m³, 412 kg at 0.35."""
    compost, chips = layers(MULCHES["chips"], 75.0, 25.0, 20.0, Working(""))
    assert [compost.mulch.key, chips.mulch.key] == ["compost", "chips"]
    assert compost.place_mm == pytest.approx(33.33, abs=0.01)
    assert compost.volume_m3 == pytest.approx(0.6667, abs=1e-3)
    assert compost.weight_kg == pytest.approx(400, abs=0.5)
    assert chips.place_mm == pytest.approx(58.82, abs=0.01)
    assert chips.volume_m3 == pytest.approx(1.1765, abs=1e-3)
    assert chips.weight_kg == pytest.approx(411.8, abs=0.5)


@pytest.mark.parametrize(
    ("top", "add", "below", "field"),
    [("chips", 25.0, 25.0, "below"), ("gravel", 75.0, 25.0, "below"), ("leaf-mould", 75.0, 25.0, "kind")],
)
def test_what_makes_no_two_layers_is_refused(top: str, add: float, below: float, field: str) -> None:
    with pytest.raises(DoesNotFit) as refused:
        layers(MULCHES[top], add, below, 20.0, Working(""))
    assert refused.value.field == field
    assert refused.value.limits in ((0, add), None)
    layers(MULCHES["chips"], 25.1, 25.0, 20.0, Working(""))


def test_living_mulch_is_a_sixth_compost_and_not_a_fifth() -> None:
    """3 m³ at 1 : 5 are half a m³ of compost; at 1 : 6 they are 0.43."""
    compost, trimmings = living_parts(3.0, 1.0, 5.0)
    assert (compost.volume_m3, trimmings.volume_m3) == pytest.approx((0.5, 2.5))
    assert living_parts(3.0, 1.0, 6.0)[0].volume_m3 == pytest.approx(3 / 7)
    assert LIVING_PARTS == (1.0, 5.0)
    assert trimmings.weight_kg == pytest.approx(2500 * 0.35)
    for parts, field in (((0.0, 5.0), "compost_parts"), ((1.0, 0.0), "trimming_parts")):
        with pytest.raises(OutOfRange) as refused:
            living_parts(3.0, *parts)
        assert (refused.value.field, refused.value.limits) == (field, (0, None))


@given(st.floats(5, 145), st.floats(1, 100), st.floats(1, 500))
def test_layers_add_up_to_what_is_missing(add: float, below: float, size: float) -> None:
    if below >= add:
        return
    parts = layers(MULCHES["bark"], add, below, size, Working("")) if add / 0.9 <= 150 and below / 0.75 <= 150 else ()
    if parts:
        assert sum(part.add_mm or 0.0 for part in parts) == pytest.approx(add)
