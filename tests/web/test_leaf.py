"""The leaves of a look's grades: drawn apart, chosen by a tap, kept as they were chosen."""

from __future__ import annotations

import re

import pytest
from shapely.geometry import Point, Polygon

from amber_acre.core.measure.condition import COLOURS
from amber_acre.web.draw.leaf import HEIGHT, WIDTH, leaves
from tests.conftest import Browser


def ring(path: str) -> Polygon:
    points = [tuple(map(float, pair.split())) for pair in path.strip("MZ").split("L")]
    return Polygon(points)


def test_every_grade_has_a_leaf_of_its_own() -> None:
    drawn = leaves()
    assert list(drawn) == list(COLOURS)
    assert all(leaf.words == f"{grade} {COLOURS[grade]}" for grade, leaf in drawn.items())
    assert [bool(leaf.blade) for leaf in drawn.values()] == [True, True, True, True, False]
    assert [bool(leaf.scorched) for leaf in drawn.values()] == [False, False, False, True, False]
    assert [bool(leaf.twig) for leaf in drawn.values()] == [False, False, False, False, True]


def test_veins_end_within_the_blade_and_the_scorch_lies_on_it() -> None:
    leaf = leaves()[4]
    blade = ring(leaf.blade)
    assert blade.is_valid
    assert blade.within(Polygon([(0, 0), (WIDTH, 0), (WIDTH, HEIGHT), (0, HEIGHT)]))
    for x, dx, dy in re.findall(r"M([\d.]+) 22l(\d+) (-?[\d.]+)", leaf.veins):
        assert blade.contains(Point(float(x) + float(dx), 22 + float(dy)))
    scorched = ring(leaf.scorched)
    assert scorched.buffer(0).difference(blade.buffer(0.3)).area < 1.0
    assert 0.05 < scorched.buffer(0).area / blade.area < 0.4


@pytest.mark.parametrize("page", ["/areas/1/looks", "/observed/new?place=p1"])
def test_all_of_them_can_be_chosen_and_nothing_is_chosen_first(demo: Browser, page: str) -> None:
    text = demo.get(page).text
    name = "colour" if "looks" in page else "leaf"
    tiles = re.findall(rf'<input type="radio" name="{name}" value="(\d?)"( checked)?', re.sub(r"\s+", " ", text))
    assert [value for value, _ in tiles] == ["1", "2", "3", "4", "5", ""]
    assert [value for value, checked in tiles if checked] == [""]
    assert 'class="leaf grade-3"' in text


def test_a_tree_shows_the_leaf_of_its_stage(demo: Browser) -> None:
    assert 'class="leaf grade-3"' in demo.get("/trees").text
