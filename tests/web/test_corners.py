"""A line drawn with fewer points is the same line to the eye."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.web.draw.corners import WITHIN_PX, corners


@given(st.lists(st.floats(0, 120), min_size=1, max_size=80), st.booleans())
def test_what_is_left_out_lies_on_what_is_left(heights: list[float], backwards: bool) -> None:
    points = [(2.5 * n, y) for n, y in enumerate(heights)]
    points = points[::-1] if backwards else points
    left = corners(points)
    assert left[0] == points[0]
    assert left[-1] == points[-1]
    assert set(left) <= set(points)
    xs, ys = zip(*sorted(left), strict=True)
    for x, y in points:
        assert abs(np.interp(x, xs, ys) - y) <= WITHIN_PX + 1e-9


@pytest.mark.parametrize(("middle", "kept"), [(10.14, 2), (10.16, 3), (9.86, 2), (9.84, 3)])
def test_a_point_is_left_out_up_to_what_the_eye_sees(middle: float, kept: int) -> None:
    assert len(corners([(0.0, 10.0), (5.0, middle), (10.0, 10.0)])) == kept


def test_a_straight_line_is_two_points_and_a_bend_stays() -> None:
    assert corners([(float(n), 114.0) for n in range(365)]) == [(0.0, 114.0), (364.0, 114.0)]
    bent = [(0.0, 0.0), (1.0, 0.0), (2.0, 0.0), (3.0, 30.0), (4.0, 60.0)]
    assert corners(bent) == [(0.0, 0.0), (2.0, 0.0), (4.0, 60.0)]
    assert corners([]) == []
    assert corners([(1.0, 2.0)]) == [(1.0, 2.0)]
