"""Handfuls and spoons by one's own weight (common practice, no source): by pencil, never an eighth of one off."""

from __future__ import annotations

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.errors import AmberError
from amber_acre.core.products.hand_measures import GRAMS, MOST_TOLD, HandMeasure

PARTS = {"": 0.0, "¼": 0.25, "½": 0.5, "¾": 0.75}


@pytest.mark.parametrize(
    ("grams", "says"),
    [
        (34.0, "1 of Wren's handful (34 g)"),
        (80.0, "2¼ of Wren's handfuls (76.5 g)"),
        (17.0, "½ of Wren's handful (17 g)"),
        (51.0, "1½ of Wren's handfuls (51 g)"),
        (4.0, ""),  # under an eighth of it: weigh it
        (34.0 * MOST_TOLD, "40 of Wren's handfuls (1,360 g)"),
        (34.0 * (MOST_TOLD + 0.2), ""),
    ],
)
def test_a_dose_is_told_to_the_quarter(grams: float, says: str) -> None:
    assert HandMeasure("Wren", "handful", 34.0).told(grams) == says


@given(st.floats(*GRAMS), st.floats(0.25, 39))
def test_what_is_told_is_never_an_eighth_of_one_off(grams: float, times: float) -> None:
    said = HandMeasure("Ash", "spoon", grams).told(grams * times)
    found = re.match(r"(\d*)([¼½¾]?) of", said)
    assert found is not None
    told = int(found[1] or 0) + PARTS[found[2]]
    assert abs(told - times) <= 0.125 + 1e-9


@pytest.mark.parametrize("grams", [GRAMS[0] * 0.99, GRAMS[1] * 1.01])
def test_what_no_hand_holds_is_asked_about(grams: float) -> None:
    HandMeasure("Ash", "cup", GRAMS[0])
    HandMeasure("Ash", "cup", GRAMS[1])
    with pytest.raises(AmberError, match="Check the unit"):
        HandMeasure("Ash", "cup", grams)
