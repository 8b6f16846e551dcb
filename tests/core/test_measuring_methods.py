"""Every way to measure, against published examples, shapely, scipy and pyproj; errors and refusals."""

from __future__ import annotations

import math
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from pyproj import Geod
from scipy.integrate import simpson
from shapely import Polygon as Shape

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.measure.entry import Reading, read_outline, read_rows, split_rows
from amber_acre.core.measure.error import _changes, area_error_m2
from amber_acre.core.measure.methods import METHODS
from amber_acre.core.measure.offsets import Offsets, RadialOffsets, UnequalOffsets
from amber_acre.core.measure.planting import basal_area, containers, hedge_ground, root_zone, trunk_diameter
from amber_acre.core.measure.polygon import LonLatPolygon, Polygon, geodesic_area_m2, middle, to_local, to_lon_lat
from amber_acre.core.measure.shapes import Ellipse, KnownRange, Rectangle
from amber_acre.core.measure.size import CutOut, Taken, net_size
from amber_acre.core.measure.traverse import Traverse, azimuths_from_turns
from amber_acre.core.quantities import FOOT_M, Metres, SquareMetres
from amber_acre.core.tables import trunks
from amber_acre.core.tables.instruments import INSTRUMENT_BY_KEY
from amber_acre.core.working import Working
from tests.core.published_cases import case, hold, ids
from tests.core.test_working import check

FT2 = FOOT_M**2
TAPE = INSTRUMENT_BY_KEY["tape"]


def area(shape: object) -> float:
    working = Working("")
    result = float(shape.area_m2(working, "area"))  # type: ignore[attr-defined]
    check(working)
    return result


def given_value(key: str, name: str) -> list[float]:
    value: list[float] = case("geometry", key)["inputs"][name]["value"]
    return value


def test_offsets_as_published() -> None:
    """Punmia, Surveying vol. 1 (recalled); the offset method of turf extension."""
    book = tuple(given_value("02-offsets-regular-9", "offsets"))
    hold(
        "geometry",
        "02-offsets-regular-9",
        {"trapezoidal": area(Offsets(10, book)), "simpson": area(Offsets(10, book, "simpson"))},
    )
    green = tuple(v * FOOT_M for v in given_value("02-offsets-closed-green", "widths_across_whole_figure"))
    answers = {
        "offset_method": area(Offsets(12 * FOOT_M, green, across=True)) / FT2,
        "simpson": area(Offsets(12 * FOOT_M, green, "simpson")) / FT2,
    }
    hold("geometry", "02-offsets-closed-green", answers)


def test_the_traverse_of_the_book_closes_as_printed() -> None:
    """Wolf & Ghilani, Elementary Surveying, five courses (recalled)."""
    inputs = case("geometry", "02-traverse-5")["inputs"]
    azimuths = tuple(typed.angle(text).value for text in inputs["courses_azimuth_dms"])
    walk = Traverse(azimuths, tuple(v * FOOT_M for v in inputs["lengths"]["value"]))
    hold(
        "geometry",
        "02-traverse-5",
        {
            "sum_departures": sum(walk.departures_m) / FOOT_M,
            "sum_latitudes": sum(walk.latitudes_m) / FOOT_M,
            "linear_misclosure": walk.closing_error_m / FOOT_M,
            "area": area(walk) / FT2,
            "area_acres": area(walk) / FT2 / 43560,
        },
    )
    assert walk.doubt() is None
    assert area(walk) == pytest.approx(Shape(walk.corners()).area, rel=1e-9)


def test_the_other_published_shapes() -> None:
    hold("geometry", "02-ellipse", {"result": area(read_outline("ellipse", ("42 ft", "27 ft")).shape) / FT2})
    hold("geometry", "02-sector", {"result": area(read_outline("sector", ("30 ft", "110")).shape) / FT2})
    level = net_size(KnownRange(SquareMetres(420), SquareMetres(420)), slope=typed.slope("1:3").value)
    hold("geometry", "02-slope", {"result": level.size_m2})
    ring = [(p[0], p[1]) for p in case("geometry", "02-geod-north50")["inputs"]["ring_lon_lat"]["value"]]
    hold(
        "geometry",
        "02-geod-north50",
        {"area": geodesic_area_m2(ring), "perimeter": Geod(ellps="WGS84").geometry_length(Shape(ring).exterior)},
    )
    pole = [(p[1], p[0]) for p in case("geometry", "02-geod-pole-enclosing")["inputs"]["ring_lat_lon"]["value"]]
    assert geodesic_area_m2(pole) == pytest.approx(13662703680020.1, rel=1e-9)
    assert set(ids("geometry")) == {
        "02-offsets-regular-9",
        "02-offsets-closed-green",
        "02-heron-13-14-15",
        "02-heron-impossible",
        "02-traverse-5",
        "02-ellipse",
        "02-sector",
        "02-overlap-union",
        "02-slope",
        "02-geod-north50",
        "02-geod-pole-enclosing",
    }


OFFSETS = st.lists(st.floats(0, 60), min_size=2, max_size=12).filter(lambda o: max(o) > 0.01)


@given(st.floats(0.5, 20), OFFSETS)
def test_offsets_agree_with_numpy_scipy_and_shapely(spacing: float, offsets: list[float]) -> None:
    trapezoid = area(Offsets(spacing, tuple(offsets)))
    assert trapezoid == pytest.approx(float(np.trapezoid(offsets, dx=spacing)), rel=1e-9)
    assert trapezoid == pytest.approx(
        area(UnequalOffsets(tuple(n * spacing for n in range(len(offsets))), tuple(offsets))), rel=1e-9
    )
    assert Shape(Offsets(spacing, tuple(offsets)).plan().ring).area == pytest.approx(trapezoid, rel=1e-6, abs=1e-6)
    if len(offsets) % 2 and len(offsets) >= 3:
        assert area(Offsets(spacing, tuple(offsets), "simpson")) == pytest.approx(
            float(simpson(offsets, dx=spacing)), rel=1e-9
        )


def test_simpson_with_an_odd_strip_says_what_it_does() -> None:
    working = Working("")
    size = Offsets(2, (0, 4, 6, 3), "simpson").area_m2(working, "Outline")
    assert size == pytest.approx(2 / 3 * (0 + 16 + 6) + 2 * (6 + 3) / 2)
    assert "strip left over, as a trapezium" in " ".join(step.title for step in working.steps)


@given(st.lists(st.floats(1, 50), min_size=3, max_size=9), st.floats(0, 20))
def test_lines_from_a_centre_agree_with_shapely(radii: list[float], first: float) -> None:
    bearings = tuple(first + n * 360 / len(radii) for n in range(len(radii)))
    rays = RadialOffsets(bearings, tuple(radii))
    assert area(rays) == pytest.approx(Shape(rays.plan().ring).area, rel=1e-9)


@pytest.mark.parametrize(
    ("kind", "texts"),
    [
        ("trapezium", ("20 m", "12 m", "8 m")),
        ("ellipse", ("20 m", "12 m")),
        ("ring", ("20 m", "12 m")),
        ("sector", ("20 m", "77")),
        ("circumference", ("31 m",)),
        ("triangle", ("9 m", "7 m", "6 m")),
        ("rectangle", ("9 m", "7 m")),
        ("circle", ("9 m",)),
    ],
)
def test_what_is_drawn_has_the_size_that_is_computed(kind: str, texts: tuple[str, ...]) -> None:
    shape = read_outline(kind, texts).shape
    assert not isinstance(shape, KnownRange)
    plan = shape.plan()
    assert Shape(plan.ring, plan.holes).area == pytest.approx(area(shape), rel=3e-3)
    assert plan.guides


def test_a_walk_by_turns_is_the_same_walk() -> None:
    square = read_outline("turns", (), rows="0\t20\n90 20\n90, 20\n90;20").shape
    assert isinstance(square, Traverse)
    assert area(square) == pytest.approx(400)
    assert square.closing_error_m < 1e-9
    assert azimuths_from_turns((350, 20)) == (350, 10)


def test_a_walk_that_does_not_close_is_asked_about_or_refused() -> None:
    poor = Traverse((0, 90, 180, 270), (20, 20, 20, 17))
    doubt = poor.doubt()
    assert doubt is not None
    assert "1 in 26" in doubt.sentence
    with pytest.raises(DoesNotFit, match="does not close"):
        Traverse((0, 90, 180, 270), (20, 20, 20, 2))
    with pytest.raises(MissingInput, match="three courses"):
        Traverse((0, 180), (20, 20))


def test_polygons_agree_with_shapely_and_refuse_bow_ties() -> None:
    ring = ((0.0, 0.0), (20.0, 1.0), (18.0, 15.0), (7.0, 11.0), (1.0, 16.0))
    hole = ((8.0, 3.0), (11.0, 3.0), (11.0, 6.0))
    assert area(Polygon(ring, (hole,))) == pytest.approx(Shape(ring, [hole]).area, rel=1e-12)
    with pytest.raises(DoesNotFit, match=r"crosses itself near 5\.0"):
        Polygon(((0, 0), (10, 10), (10, 0), (0, 10)))
    with pytest.raises(DoesNotFit, match="enclose nothing"):
        Polygon(((0, 0), (1, 1), (2, 2)))
    many = tuple((30 * math.cos(a), 30 * math.sin(a)) for a in np.linspace(0, 6.28, 40))
    assert area(Polygon(many)) == pytest.approx(Shape(many).area, rel=1e-12)


def test_longitude_and_latitude_there_and_back() -> None:
    ring = ((170.1, -37.4), (170.1006, -37.4), (170.1006, -37.4004))
    local = to_local(ring, ring[0])
    back = to_lon_lat(local, ring[0])
    assert np.allclose(ring, back, rtol=0, atol=1e-11)
    assert area(LonLatPolygon(ring)) == pytest.approx(Shape(local).area, rel=1e-6)
    with pytest.raises(OutOfRange, match="swapped"):
        LonLatPolygon(((10, 95), (11, 95), (11, 96)))


def test_the_error_follows_from_the_readings() -> None:
    """By hand: a rectangle's error is √((b·σa)² + (a·σb)²)."""
    sigma = [TAPE.fixed_m + TAPE.share * side for side in (20, 10)]
    by_hand = math.hypot(10 * sigma[0], 20 * sigma[1])
    assert area_error_m2([Rectangle(Metres(20), Metres(10))], TAPE, Working("")) == pytest.approx(by_hand, rel=1e-6)
    square = Polygon(((0, 0), (10, 0), (10, 10), (0, 10)))
    gps = area_error_m2([square], INSTRUMENT_BY_KEY["gps"], Working(""))
    assert gps == pytest.approx(3.0 * math.sqrt(8 * 5**2))
    shape = read_outline("ellipse", ("30 m", "12 m")).shape
    assert isinstance(shape, Ellipse)
    errors = [area_error_m2([shape], INSTRUMENT_BY_KEY[k], Working("")) for k in ("tape", "wheel", "paces")]
    assert all(a < b for a, b in pairwise(errors))


def test_parts_and_cut_outs_err_as_well() -> None:
    """By hand: the errors of a lawn, its wing and its pond add up as squares."""
    lawn, wing, pond = (Rectangle(Metres(a), Metres(b)) for a, b in ((20, 10), (6, 4), (3, 2)))
    size = net_size(lawn, (CutOut("Pond", pond),), parts=(CutOut("Wing", wing),), instrument="tape")
    each = [area_error_m2([shape], TAPE, Working("")) for shape in (lawn, wing, pond)]
    assert size.error_m2 == pytest.approx(math.sqrt(sum(error**2 for error in each)))
    sloping = net_size(lawn, instrument="tape", slope=0.75)
    assert sloping.error_m2 == pytest.approx(1.25 * each[0])


def test_a_walk_that_closes_badly_errs_by_as_much() -> None:
    square = Traverse((0.0, 90.0, 180.0, 270.0), (20.0, 20.0, 20.0, 20.0))
    skewed = Traverse((0.0, 90.0, 180.0, 270.0), (20.0, 20.0, 21.6, 20.0))
    good, bad = (area_error_m2([walk], TAPE, Working("")) for walk in (square, skewed))
    expected = math.sqrt(
        sum((0.05 + 0.002 * one) ** 2 + (one * math.radians(TAPE.angle_deg)) ** 2 for one in skewed.lengths_m)
    )
    assert bad > good
    plain = math.sqrt(sum(change**2 for change in _changes(skewed, TAPE)))
    assert bad == pytest.approx(plain * max(1.0, skewed.closing_error_m / expected))


def test_a_walk_that_crosses_itself_and_a_hole_outside_are_refused() -> None:
    with pytest.raises(DoesNotFit, match="crosses itself"):
        Traverse((45.0, 180.0, 315.0, 180.0), (20.0, 20.0, 20.0, 8.284))
    square, outside = ((0, 0), (10, 0), (10, 10), (0, 10)), ((12, 2), (14, 2), (14, 4), (12, 4))
    with pytest.raises(DoesNotFit, match=r"hole 1: 4\.0 of its 4\.0 m² lie outside"):
        Polygon(square, (outside,))
    inside = ((2, 2), (4, 2), (4, 4), (2, 4))
    with pytest.raises(DoesNotFit, match="cut out already"):
        Polygon(square, (inside, ((3, 3), (5, 3), (5, 5), (3, 5))))
    assert Polygon(square, (inside,)).area_m2(Working(""), "") == pytest.approx(96)


def test_the_middle_is_found_across_the_meridian_of_180_degrees() -> None:
    """A plot on both sides of it is as large as the same plot elsewhere [wgs84-geodesic]."""
    here = ((179.9995, -17.0), (-179.9995, -17.0), (-179.9995, -16.999), (179.9995, -16.999))
    assert middle(here)[0] in (pytest.approx(180.0), pytest.approx(-180.0))
    local = Polygon(to_local(here, middle(here)))
    assert local.area_m2(Working(""), "") == pytest.approx(geodesic_area_m2(here), rel=1e-5)


def test_parts_are_added_and_what_others_take_is_subtracted() -> None:
    size = net_size(
        Rectangle(Metres(20), Metres(10)),
        (CutOut("pond", Rectangle(Metres(3), Metres(2))),),
        parts=(CutOut("wing", Rectangle(Metres(5), Metres(4))),),
        taken=(Taken("rose bed", SquareMetres(7.5)),),
        slope=0.3,
        instrument="tape",
    )
    assert size.size_m2 == pytest.approx((200 + 20 - 6 - 7.5) * math.sqrt(1.09))
    assert size.error_m2 is not None
    check(size.working)


@pytest.mark.parametrize(
    ("text", "columns", "cells"),
    [
        ("1\t2\r\n3\t4\r\n", 2, [["1", "2"], ["3", "4"]]),
        ("1;2\n\n3;4", 2, [["1", "2"], ["3", "4"]]),
        ("12,5;3,4", 2, [["12,5", "3,4"]]),
        ("10, 3.2", 2, [["10", "3.2"]]),
        ("126 55 17  647.25", 2, [["126 55 17", "647.25"]]),
        ("38 ft 6 in\n1,250", 1, [["38 ft 6 in"], ["1,250"]]),
    ],
)
def test_tables_are_split_as_people_paste_them(text: str, columns: int, cells: list[list[str]]) -> None:
    assert split_rows(text, columns) == cells


@pytest.mark.parametrize(
    ("row", "bearing", "metres"),
    [
        ("12 84 ft", 12, 25.6032),
        ("126 55 17 647.25", 126.9213889, 647.25),
        ("12 45 30 ft 6 in", 12.75, 9.2964),
        ("N 45 E 20", 45, 20),
    ],
)
def test_rows_typed_with_single_spaces(row: str, bearing: float, metres: float) -> None:
    (read,) = read_rows(METHODS["traverse"], row)
    assert [cell.value for cell in read] == pytest.approx([bearing, metres])


def test_every_method_says_what_is_missing() -> None:
    for method in METHODS.values():
        with pytest.raises(AmberError):
            read_outline(method.key, ())
    with pytest.raises(NotUnderstood, match=r"Row 2: “x” .*Row 3: 1 values where distance along and offset"):
        read_outline("unequal-offsets", (), rows="0\t2\nx\t3\n7")
    with pytest.raises(OutOfRange, match="more than the 2,000"):
        read_outline("polygon", (), rows="1 2\n" * 2001)
    with pytest.raises(DoesNotFit, match="does not lie beyond"):
        read_outline("unequal-offsets", (), rows="0\t2\n5\t3\n5\t3")
    with pytest.raises(DoesNotFit, match="bearings must rise"):
        read_outline("radial", (), rows="0\t2\n90\t3\n80\t3")


def test_paces_need_a_pace_and_keep_their_text() -> None:
    walked = read_outline("rectangle", ("40", "22 paces"), Reading("pace", "m²", 0.75))
    assert isinstance(walked.shape, Rectangle)
    assert [walked.shape.length_m, walked.shape.width_m] == pytest.approx([30, 16.5])
    assert walked.texts == ("40 pace", "22 paces")
    with pytest.raises(NotUnderstood, match="not a unit of length"):
        read_outline("rectangle", ("40 paces", "22"))


@pytest.mark.parametrize(
    ("text", "value"),
    [
        ("126 55 17", 126.9213889),
        ("N 45 E", 45),
        ("S 30 W", 210),
        ("n 10 30 w", 349.5),
        ("-90", -90),
        ("12°30′", 12.5),
    ],
)
def test_angles_as_typed(text: str, value: float) -> None:
    assert typed.angle(text).value == pytest.approx(value)


@pytest.mark.parametrize("text", ["126 75 0", "S 95 E", "400", "north", "1 2 3 4"])
def test_angles_that_are_none(text: str) -> None:
    with pytest.raises((NotUnderstood, OutOfRange)):
        typed.angle(text)


def test_slopes_as_typed() -> None:
    assert typed.slope("1:3").value == pytest.approx(1 / 3)
    assert typed.slope("18 %").value == pytest.approx(0.18)
    assert typed.slope("45°").value == pytest.approx(1)
    for bad in ("18", "1:0", "80°", "-5 %"):
        with pytest.raises((NotUnderstood, OutOfRange)):
            typed.slope(bad)


def test_trees_as_published() -> None:
    hold("trees", "14-circumference-dbh", {"DBH": _dbh(56.5)})
    zones = [root_zone((mm / 1000,)) for mm in (250, 400, 600)]
    hold(
        "trees",
        "14-BS5837-table",
        {"radius": [math.sqrt(z.size_m2 / math.pi) for z in zones], "RPA": [z.size_m2 for z in zones]},
    )
    us = root_zone((18 * FOOT_M / 12,))
    hold("trees", "14-CRZ-US", {"radius": math.sqrt(us.size_m2 / math.pi) / FOOT_M, "area": us.size_m2 / FT2})

    hold("trees", "14-basal-area", {"BA": basal_area(14 * FOOT_M / 12, Working("")) / FT2})
    inch = FOOT_M / 12
    hold(
        "trees",
        "14-measuring-heights",
        {
            "DBH (US)": trunks.BREAST_HEIGHT_US_M / FOOT_M,
            "DBH (metric, most countries)": trunks.BREAST_HEIGHT_M,
            "DBH (UK BS 5837)": trunks.BREAST_HEIGHT_BS5837_M,
            "caliper up to 4 in": trunks.CALIPER_SMALL_M / inch,
            "caliper over 4 in": trunks.CALIPER_LARGE_M / inch,
        },
    )
    assert set(ids("trees")) == {
        "14-circumference-dbh",
        "14-BS5837-table",
        "14-CRZ-US",
        "14-basal-area",
        "14-measuring-heights",
    }


def _dbh(inches: float) -> float:
    return trunk_diameter((inches * FOOT_M / 12,), Working(""), circumference=True) / FOOT_M * 12


def test_several_stems_hard_surface_and_dripline() -> None:
    zone = root_zone((0.2, 0.15, 0.1), hard_surface_m2=4)
    joint = math.sqrt(0.2**2 + 0.15**2 + 0.1**2)
    assert zone.other == pytest.approx(joint)
    assert zone.size_m2 == pytest.approx(math.pi * (12 * joint) ** 2 - 4)
    assert root_zone((0.3,), crown_m=9, by_dripline=True).size_m2 == pytest.approx(math.pi * 4.5**2)
    check(zone.working)
    with pytest.raises(DoesNotFit, match="covers the whole root zone"):
        root_zone((0.1,), hard_surface_m2=50)
    with pytest.raises(MissingInput, match="dripline needs"):
        root_zone((0.1,), by_dripline=True)
    with pytest.raises(OutOfRange, match="12 to 18"):
        root_zone((0.1,), radius_per_diameter=30)
    with pytest.raises(OutOfRange, match="Check the unit"):
        root_zone((56.0,))
    with pytest.raises(MissingInput, match="Measure the trunk"):
        root_zone(())


def test_hedges_and_containers() -> None:
    assert hedge_ground(Metres(1.2), Metres(0.3), run_m=Metres(38)).size_m2 == pytest.approx(38 * 1.8)
    assert hedge_ground(Metres(0.9), Metres(0), plants=40, spacing_m=0.5).size_m2 == pytest.approx(18)
    with pytest.raises(MissingInput):
        hedge_ground(Metres(1), Metres(0))
    with pytest.raises(OutOfRange):
        hedge_ground(Metres(0), Metres(0), run_m=Metres(3))
    pots = containers(22, 0.4, depth_m=0.35)
    assert pots.other == pytest.approx(22 * math.pi * 0.04 * 350)
    assert containers(3, 0.4, volume_l=30).other == 90
    by_volume = containers(2, None, volume_l=30)
    assert by_volume.size_m2 == pytest.approx(2 * math.pi / 4 * (0.12 / math.pi) ** (2 / 3))
    assert "as deep as it is wide" in by_volume.working.assumptions[0]
    check(by_volume.working)
    assert pots.size_m2 == pytest.approx(22 * math.pi * 0.04)
    for number, across, depth in ((0, 0.4, 0.3), (1, 0.4, None), (1, -1.0, 0.3), (1, None, 0.3)):
        with pytest.raises(AmberError):
            containers(number, across, depth)


def test_a_shape_survives_being_read_again() -> None:
    for kind, texts, rows in (
        ("offsets", ("2",), "3\n4.5\n6 ft\n0"),
        ("lonlat", (), "8.5712,50.1103\n8.5731,50.1104\n8.5733,50.1112"),
    ):
        first = read_outline(kind, texts, Reading("ft", "ft²"), rows)
        again = read_outline(kind, first.texts, Reading(), first.rows)
        assert again.shape == first.shape
        assert again.rows == first.rows


def test_a_base_line_errs_as_a_whole() -> None:
    """By hand: 27 m of base line off by 0.05 + 0.2 % are 0.104 m, times the mean offset; each offset adds its own."""
    offsets = (16.0,) * 10
    along = (0.05 + 0.002 * 27) / 9 * sum((offsets[0], *offsets[1:-1]))
    each = 3 * (0.05 + 0.002 * 16)
    by_hand = math.sqrt(along**2 + 8 * each**2 + 2 * (each / 2) ** 2)
    assert area_error_m2([Offsets(3, offsets)], TAPE, Working("")) == pytest.approx(by_hand, rel=1e-6)
