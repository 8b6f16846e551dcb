"""GeoJSON, GPX and CSV: there and back to a millimetre, and every broken file refused in words."""

from __future__ import annotations

import json
import math

import pytest
from shapely import Polygon as Shape

from amber_acre.core.errors import AmberError, DoesNotFit, Doubtful, OutOfRange
from amber_acre.core.measure.polygon import geodesic_area_m2
from amber_acre.exchange.areas_csv import AreaLine, write_areas
from amber_acre.exchange.geojson import Outgoing, read_geojson, write_geojson
from amber_acre.exchange.gpx import read_gpx

RING = ((0.0, 0.0), (21.4567, 1.0001), (18.2, 15.75), (7.3333, 11.0), (1.0, 16.9999))
HOLE = ((8.0, 3.0), (11.0, 3.0), (11.0, 6.0))
BAY = (170.4021, -37.4128)
BOW_TIE = [[0, 0], [10, 10], [10, 0], [0, 10], [0, 0]]


@pytest.mark.parametrize("origin", [None, BAY, (7.41, 45.2)])
def test_there_and_back_is_exact_to_a_millimetre(origin: tuple[float, float] | None) -> None:
    text = write_geojson([Outgoing("Paddock", "bed", RING, (HOLE,), {"facts": {"lean": "yes"}})], origin)
    (back,), at = read_geojson(text, False, origin)
    assert at == origin
    assert (back.name, back.kind, back.details["facts"]) == ("Paddock", "bed", {"lean": "yes"})
    for sent, received in zip((*RING, *HOLE), (*back.ring, *back.holes[0]), strict=True):
        assert math.dist(sent, received) < 0.001
    assert (
        json.loads(text)["features"][0]["geometry"]["coordinates"][0][0]
        == json.loads(text)["features"][0]["geometry"]["coordinates"][0][-1]
    )


def test_the_size_on_the_globe_is_the_geodesic_size() -> None:
    ring = [[8.5712, 50.1103], [8.5731, 50.1104], [8.5733, 50.1112], [8.5724, 50.1117], [8.5711, 50.1113]]
    text = json.dumps({"type": "Polygon", "coordinates": [[*ring, ring[0]]]})
    (read,), _ = read_geojson(text, False)
    assert Shape(read.ring).area == pytest.approx(geodesic_area_m2([(p[0], p[1]) for p in ring]), rel=1e-6)


def test_fifty_thousand_points_are_made_fewer_and_it_says_so() -> None:
    circle = [[30 * math.cos(a), 30 * math.sin(a)] for a in (2 * math.pi * n / 49_000 for n in range(49_000))]
    text = json.dumps({"type": "Polygon", "coordinates": [[*circle, circle[0]]]})
    (read,), _ = read_geojson(text, True)
    assert len(read.ring) <= 400
    assert "49,000 corners were made" in read.said
    assert Shape(read.ring).area == pytest.approx(math.pi * 900, rel=2e-3)


def test_a_comb_is_bounded_before_any_geometry_looks_at_it() -> None:
    def comb(teeth: int) -> str:
        ring = [[0.0, 0.0]]
        for n in range(teeth):
            ring += [[n * 0.1, 10.0], [n * 0.1 + 0.05, 0.1]]
        return json.dumps({"type": "Polygon", "coordinates": [[*ring, [teeth * 0.1, 0.0], [0.0, 0.0]]]})

    with pytest.raises(OutOfRange, match="50,000 is the most"):
        read_geojson(comb(50_000), True)
    with pytest.raises(DoesNotFit, match=r"corners are left after simplifying"):
        read_geojson(comb(10_000), True)
    (read,), _ = read_geojson(comb(190), True)
    assert len(read.ring) <= 400


def test_one_walk_in_two_segments_is_one_outline_and_two_closed_ones_are_two() -> None:
    """GPX 1.1: a receiver begins a new segment where it lost the satellites or was switched off."""
    corners = [(8.0, 47.0), (8.0006, 47.0), (8.0006, 47.0004), (8.0, 47.0004)]

    def gpx(*segments: list[tuple[float, float]]) -> str:
        inside = "".join(
            "<trkseg>" + "".join(f'<trkpt lat="{y}" lon="{x}"/>' for x, y in points) + "</trkseg>"
            for points in segments
        )
        return (
            f'<gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1"><trk><name>lawn</name>{inside}</trk></gpx>'
        )

    whole, _ = read_gpx(gpx(corners))
    broken, _ = read_gpx(gpx(corners[:2], corners[2:]))
    assert len(broken) == 1
    assert Shape(broken[0].ring).area == pytest.approx(Shape(whole[0].ring).area)
    away = [(x + 0.001, y) for x, y in corners]
    assert len(read_gpx(gpx([*corners, corners[0]], [*away, away[0]]))[0]) == 2


@pytest.mark.parametrize(
    ("text", "sentence"),
    [
        ("", "cannot be read as JSON"),
        ("[1, 2]", "FeatureCollection is expected"),
        ('{"type": "Topology"}', "FeatureCollection of polygons"),
        ("[" * 200_000, "cannot be read as JSON"),
        ('{"type": "FeatureCollection", "features": []}', "no polygon in this file"),
        ('{"type": "FeatureCollection", "features": 7}', "no polygon"),
        (
            '{"type": "Feature", "properties": {"name": "gate"}, "geometry": {"type": "Point", "coordinates": [1, 2]}}',
            "“gate” is no polygon",
        ),
        ('{"type": "Polygon", "coordinates": [[[1, "x"], [2, 3], [4, 5]]]}', "cannot be read as numbers"),
        ('{"type": "Polygon", "coordinates": [[[1, NaN], [2, 3], [4, 5]]]}', "no corners that can be used"),
        ('{"type": "Polygon", "coordinates": []}', "no corners"),
        ('{"type": "MultiPolygon", "coordinates": [[], []]}', "several parts"),
        ('{"type": "Polygon", "coordinates": [[[7, 45], [7.1, 45], [7, 45]]]}', "three corners"),
        ('{"type": "Polygon", "coordinates": [[[500, 45], [501, 45], [501, 46]]]}', "If these are metres"),
    ],
)
def test_broken_files_are_refused_in_words(text: str, sentence: str) -> None:
    with pytest.raises(AmberError) as refusal:
        read_geojson(text, False)
    assert sentence in refusal.value.sentence
    assert refusal.value.field == "file"


def test_a_ring_that_crosses_itself_is_named() -> None:
    with pytest.raises(AmberError, match=r"“outline 1”: The outline crosses itself"):
        read_geojson(json.dumps({"type": "Polygon", "coordinates": [BOW_TIE]}), True)


def test_swapped_axes_are_asked_about() -> None:
    swapped = json.dumps({"type": "Polygon", "coordinates": [[[45.2, 7.41], [45.2, 7.42], [45.21, 7.42]]]})
    with pytest.raises(Doubtful, match="look swapped"):
        read_geojson(swapped, False, latitude_deg=45.2)
    assert read_geojson(swapped, False, latitude_deg=45.2, confirmed=True)[0]


def gpx(body: str, head: str = "") -> str:
    return (
        f'<?xml version="1.0"?>{head}<gpx version="1.1" creator="test"'
        f' xmlns="http://www.topografix.com/GPX/1/1">{body}</gpx>'
    )


def test_a_walked_track_becomes_an_outline() -> None:
    ring = [(7.41, 45.2), (7.4105, 45.2), (7.4105, 45.2003), (7.41, 45.2003)]
    points = "".join(f'<trkpt lon="{x}" lat="{y}"><ele>410</ele></trkpt>' for x, y in [*ring, ring[0]])
    (read,), origin = read_gpx(gpx(f"<trk><name>Green</name><trkseg>{points}</trkseg></trk>"))
    assert (read.name, len(read.ring)) == ("Green", 4)
    assert origin == pytest.approx((7.4102, 45.2001), abs=2e-4)
    assert Shape(read.ring).area == pytest.approx(geodesic_area_m2(ring), rel=1e-6)
    route = "".join(f'<rtept lon="{x}" lat="{y}"/>' for x, y in ring)
    assert read_gpx(gpx(f"<rte>{route}</rte>"), origin)[0][0].name == "route 1"


BOMB = '<!DOCTYPE b [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]>'


@pytest.mark.parametrize(
    ("text", "sentence"),
    [
        (gpx("<metadata><name>&b;</name></metadata>", BOMB), "defines entities"),
        ("<gpx>", "not a GPX file"),
        ("<html></html>", "no"),
        (gpx(""), "no track or route"),
        (gpx('<wpt lon="7" lat="45"/>'), "no track or route"),
        (gpx('<trk><trkseg><trkpt lon="7" lat="45"/><trkpt lon="7.1" lat="45"/></trkseg></trk>'), "three corners"),
    ],
)
def test_no_gpx_is_refused(text: str, sentence: str) -> None:
    with pytest.raises(AmberError) as refusal:
        read_gpx(text)
    assert sentence in refusal.value.sentence


def test_files_too_large_are_refused_before_they_are_read() -> None:
    with pytest.raises(OutOfRange, match="20 MB"):
        read_geojson(" " * (20 * 1024 * 1024 + 1), True)
    with pytest.raises(OutOfRange, match="20 MB"):
        read_gpx(" " * (20 * 1024 * 1024 + 1))


def test_areas_as_a_table() -> None:
    line = AreaLine("=Front", "lawn", 412.28, 412.28, 412.28, None, "Offsets", "tape", 54.5, -12.0, 0.0, "slope=1:4")
    head, row, _ = write_areas([line]).split("\r\n")
    assert head.startswith("name,kind,size_m2")
    assert row == "'=Front,lawn,412.28,412.28,412.28,,Offsets,tape,54.5,-12,0,slope=1:4"


def _file(ring: list[list[float]], *holes: list[list[float]]) -> str:
    return json.dumps({"type": "Polygon", "coordinates": [ring, *holes], "frame": "local-metres"})


def square(x: float, side: float) -> list[list[float]]:
    return [[x, 0], [x + side, 0], [x + side, side], [x, side], [x, 0]]


def test_a_hole_lies_inside_its_outline_and_beside_the_others() -> None:
    """349 m² were once made 262 by a hole that lay beside the lawn."""
    kept, _ = read_geojson(_file(square(0, 20), [[2, 2], [6, 2], [6, 6], [2, 6], [2, 2]]), True)
    assert len(kept[0].holes) == 1
    for outside in (square(30, 5), square(18, 5)):
        with pytest.raises(DoesNotFit, match="does not lie inside"):
            read_geojson(_file(square(0, 20), outside), True)
    twice = [[4.0, 4.0], [8.0, 4.0], [8.0, 8.0], [4.0, 8.0], [4.0, 4.0]]
    with pytest.raises(DoesNotFit, match="overlaps another"):
        read_geojson(_file(square(0, 20), [[2, 2], [6, 2], [6, 6], [2, 6], [2, 2]], twice), True)


@pytest.mark.parametrize(("x", "asked"), [(19_900.0, False), (20_000.0, True)])
def test_an_outline_far_from_its_property_is_asked_about(x: float, asked: bool) -> None:
    if asked:
        with pytest.raises(Doubtful, match="km from the property"):
            read_geojson(_file(square(x, 10)), True)
    assert read_geojson(_file(square(x, 10)), True, confirmed=asked)[0]
