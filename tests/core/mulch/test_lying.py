"""What mulch lies on a day: it fades from the day it was seen, and what was laid since lies on top."""

from __future__ import annotations

from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.mulch.lying import Layer, left_mm, lying_mm

SEEN = date(2026, 5, 1)


def test_bark_fades_by_the_middle_of_its_loss_as_by_pencil() -> None:
    # Bark goes by 20 to 30 % a year: 60 mm after two years at 25 %, 60 x 0.75 x 0.75 = 33.75 mm.
    assert left_mm(Layer(SEEN, "bark", 60.0), SEEN + timedelta(days=730)) == pytest.approx(33.75, rel=2e-3)


@pytest.mark.parametrize("layer", [Layer(None, "bark", 60.0), Layer(SEEN, "", 60.0)])
def test_what_nobody_dated_or_named_stays_as_said(layer: Layer) -> None:
    assert left_mm(layer, date(2030, 1, 1)) == 60.0


def test_a_look_after_laying_holds_what_was_laid() -> None:
    laid = Layer(SEEN - timedelta(days=20), "bark", 40.0)
    assert lying_mm(Layer(SEEN, "bark", 70.0), [laid], SEEN) == 70.0


@pytest.mark.parametrize(("on", "depth"), [(SEEN, 30.0), (SEEN + timedelta(days=1), 70.0)])
def test_only_what_was_laid_after_the_look_lies_on_top(on: date, depth: float) -> None:
    assert lying_mm(Layer(SEEN, "", 30.0), [Layer(on, "", 40.0)], on) == depth


def test_what_is_laid_later_does_not_lie_there_yet() -> None:
    assert lying_mm(Layer(None, "", 30.0), [Layer(SEEN, "bark", 40.0)], SEEN - timedelta(days=1)) == 30.0


@given(st.floats(0, 150), st.floats(0, 100), st.integers(0, 2000), st.integers(0, 400))
def test_mulch_only_goes_down_between_layings(seen: float, laid: float, days: int, more: int) -> None:
    layers = [Layer(SEEN + timedelta(days=5), "chips", laid)]
    day = SEEN + timedelta(days=5 + days)
    first = lying_mm(Layer(SEEN, "compost", seen), layers, day)
    assert 0 <= lying_mm(Layer(SEEN, "compost", seen), layers, day + timedelta(days=more)) <= first + 1e-9
