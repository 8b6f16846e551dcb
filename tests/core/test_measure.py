"""Areas against shapely; Heron's cases as published; net sizes, ranges and doubts."""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely import Point, Polygon

from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.measure.entry import read_cut_out, read_outline
from amber_acre.core.measure.shapes import Circle, KnownRange, Rectangle, Triangle
from amber_acre.core.measure.size import CutOut, doubts_about, net_size
from amber_acre.core.quantities import Metres, SquareMetres
from amber_acre.core.working import Working
from tests.core.published_cases import hold

SIDE = st.floats(0.5, 300).map(Metres)


@given(SIDE, SIDE)
def test_rectangle_agrees_with_shapely(a: Metres, b: Metres) -> None:
    polygon = Polygon([(0, 0), (a, 0), (a, b), (0, b)])
    assert Rectangle(a, b).area_m2(Working(""), "") == pytest.approx(polygon.area, rel=1e-12)


@given(SIDE, SIDE, st.floats(0.05, math.pi - 0.05))
def test_triangle_agrees_with_shapely(a: Metres, b: Metres, angle: float) -> None:
    corner = (b * math.cos(angle), b * math.sin(angle))
    c = Metres(math.dist((a, 0), corner))
    assume(c > 0.01)
    area = Triangle(a, b, c).area_m2(Working(""), "")
    assert area == pytest.approx(Polygon([(0, 0), (a, 0), corner]).area, rel=1e-6)


@given(SIDE)
def test_circle_agrees_with_shapely(diameter: Metres) -> None:
    drawn = Point(0, 0).buffer(diameter / 2, quad_segs=2048)
    assert Circle(diameter).area_m2(Working(""), "") == pytest.approx(drawn.area, rel=1e-6)


def test_heron_as_published() -> None:
    hold(
        "geometry",
        "02-heron-13-14-15",
        {"result": Triangle(Metres(13), Metres(14), Metres(15)).area_m2(Working(""), "")},
    )
    with pytest.raises(DoesNotFit, match="cannot close") as refusal:
        Triangle(Metres(10), Metres(4), Metres(5))
    assert refusal.value.limits == (0, 9)


@pytest.mark.parametrize("bad", [0, -1, math.nan, math.inf])
def test_no_side_may_be_zero_negative_or_endless(bad: float) -> None:
    with pytest.raises(OutOfRange):
        Rectangle(Metres(5), Metres(bad))


def test_cut_outs_are_subtracted_as_shapely_would() -> None:
    lawn = Polygon([(0, 0), (26.5, 0), (26.5, 18), (0, 18)]).difference(Polygon([(2, 2), (8, 2), (8, 6), (2, 6)]))
    size = net_size(
        read_outline("rectangle", ("26.5 m", "18 m")).shape,
        (CutOut("pool", read_cut_out("rectangle", ("6 m", "4 m"))[0]),),
    )
    assert size.size_m2 == pytest.approx(lawn.area, rel=1e-12)
    assert not size.is_range


def test_a_range_carries_both_ends_and_plans_on_the_middle() -> None:
    size = net_size(read_outline("range", ("11,000 sq ft", "12,000 sq ft")).shape, (CutOut("bed", Circle(Metres(4))),))
    bed = math.pi * 4
    assert size.low_m2 == pytest.approx(1021.93 - bed, rel=1e-4)
    assert size.high_m2 == pytest.approx(1114.84 - bed, rel=1e-4)
    assert size.size_m2 == pytest.approx((size.low_m2 + size.high_m2) / 2)
    with pytest.raises(DoesNotFit, match="Swap"):
        KnownRange(SquareMetres(5), SquareMetres(4))


def test_cut_outs_cannot_eat_the_lawn() -> None:
    with pytest.raises(DoesNotFit, match="nothing is left"):
        net_size(Rectangle(Metres(5), Metres(5)), (CutOut("house", Rectangle(Metres(5), Metres(5))),))
    with pytest.raises(OutOfRange, match="not one area"):
        net_size(Rectangle(Metres(1000), Metres(600)))


@pytest.mark.parametrize(
    ("sides", "plot", "asks"),
    [
        (("38 m", "17 m"), None, None),
        (("200 m", "200 m"), None, "square feet were meant"),
        (("45 m", "40 m"), 1000.0, "more than the whole plot"),
        (("1 m", "1 m"), None, "very small"),
        (("45 m", "40 m"), 4000.0, None),
    ],
)
def test_unusual_sizes_are_asked_about(sides: tuple[str, str], plot: float | None, asks: str | None) -> None:
    doubt = doubts_about(net_size(read_outline("rectangle", sides).shape), None if plot is None else SquareMetres(plot))
    assert (doubt is None) if asks is None else (doubt is not None and asks in doubt.sentence)
