"""Injection by label, root zones together, pots by water and pellets, the ladder of yellow leaves.

Arithmetic by hand and shapely; the shortening of coated feed by warmth is a rule of makers' tables, from memory.
"""

from __future__ import annotations

import math
from datetime import date

import pytest
from shapely.geometry import Point

from amber_acre.core.care.chlorosis import IRON_LOCKS_FROM_PH, ladder
from amber_acre.core.errors import MissingInput, OutOfRange
from amber_acre.core.measure.planting import tapered_pot_l
from amber_acre.core.measure.root_zones import by_inches, circle_overlap, less_sector, two_zones
from amber_acre.core.products.injection import TRUNK_AT_MOST_CM, InjectionLabel, sheet, too_soon
from amber_acre.core.products.pot_feeding import SALT_LIMIT_MG_L, grams_per_litre, habits, to_leach
from amber_acre.core.season.coated import LABEL_C, months_at, runs_out
from amber_acre.core.tables.chelates import CHELATES, holds_at
from tests.core.worlds import BAY, VALE

GIRTH = InjectionLabel(girth_per_port_cm=15, ml_per_port=15, ml_per_shot=5)


def test_a_port_for_so_much_girth() -> None:
    """45 cm across is 141 cm round: ten ports, 150 mL in thirty strokes."""
    made = sheet([45], GIRTH)
    assert (made.ports, made.total_ml, made.shots, made.minutes(2)) == (10, 150, 30, 20)
    assert made.carry_l == pytest.approx(0.165)


def test_ports_are_rounded_tree_by_tree() -> None:
    made = sheet([24, 38, 61], InjectionLabel(diameter_per_port_cm=8, ml_per_port=15))
    assert [tree.ports for tree in made.trees] == [3, 5, 8]


@pytest.mark.parametrize(("how", "ports"), [("up", 10), ("nearest", 9), ("down", 9)])
def test_rounding_is_the_labels(how: str, ports: int) -> None:
    label = InjectionLabel(girth_per_port_cm=15, ml_per_port=15, rounds=how)  # type: ignore[arg-type]
    assert sheet([45], label).ports == ports


def test_a_dose_by_the_trunk_is_shared_and_no_port_gets_too_much() -> None:
    made = sheet([50], InjectionLabel(girth_per_port_cm=15, ml_per_cm=3, most_ml_per_port=15))
    assert made.ports == 11
    assert made.trees[0].each_ml == pytest.approx(150 / 11)
    crowded = sheet([50], InjectionLabel(girth_per_port_cm=60, ml_per_cm=3, most_ml_per_port=15))
    assert crowded.ports == 10


def test_what_cannot_be_injected_is_refused() -> None:
    assert sheet([TRUNK_AT_MOST_CM], GIRTH).ports > 0
    with pytest.raises(OutOfRange, match="girth"):
        sheet([TRUNK_AT_MOST_CM + 1], GIRTH)
    with pytest.raises(OutOfRange):
        sheet([0], GIRTH)
    for label in (InjectionLabel(ml_per_port=15), InjectionLabel(girth_per_port_cm=15)):
        with pytest.raises(MissingInput):
            sheet([30], label)
    with pytest.raises(MissingInput):
        sheet([], GIRTH)


def test_an_interval_is_held_to_the_month() -> None:
    label = InjectionLabel(girth_per_port_cm=15, ml_per_port=15, interval_months=24)
    assert "wound" in too_soon(23.9, label)
    assert too_soon(24, label) == too_soon(None, label) == too_soon(3, GIRTH) == ""


@pytest.mark.parametrize(("one", "other", "apart"), [(5, 5, 6), (3, 7, 5), (4, 2, 5.5), (2, 5, 2.5), (3, 3, 7)])
def test_zones_that_overlap_agree_with_shapely(one: float, other: float, apart: float) -> None:
    a, b = Point(0, 0).buffer(one, quad_segs=512), Point(apart, 0).buffer(other, quad_segs=512)
    assert circle_overlap(one, other, apart) == pytest.approx(a.intersection(b).area, rel=1e-4, abs=1e-9)
    assert two_zones(one, other, apart) == pytest.approx(a.union(b).area, rel=1e-4)


def test_paving_on_a_zone() -> None:
    assert less_sector(6, 90) == pytest.approx(math.pi * 36 * 0.75)
    whole, net = by_inches(18, 1, 300)
    assert (whole, net) == pytest.approx((math.pi * 324, math.pi * 324 - 300))
    with pytest.raises(OutOfRange):
        less_sector(6, 360)
    with pytest.raises(OutOfRange):
        by_inches(2, 1, 300)


def test_strength_and_habits() -> None:
    """150 mg/L from a 20 % feed is 0.75 g/L; half at each watering is not full once a week."""
    assert grams_per_litre(150, 0.2) == pytest.approx(0.75)
    assert grams_per_litre(SALT_LIMIT_MG_L, 0.2) == pytest.approx(2.0)
    with pytest.raises(OutOfRange):
        grams_per_litre(SALT_LIMIT_MG_L + 1, 0.2)
    week = habits(1.0, 2.0, 7)
    assert (week.half_each, week.full_weekly, week.full_fortnightly) == (7, 2, 1)
    assert (week.against_weekly, week.against_fortnightly) == (3.5, 7)
    assert to_leach(1.6, 0.2) == pytest.approx(2.0)
    with pytest.raises(OutOfRange):
        to_leach(1.6, 1.0)


def test_pots_that_narrow() -> None:
    """A frustum of 40 and 30 cm over 35 cm holds 33.9 L; a straight one is a cylinder [plane-geometry]."""
    assert tapered_pot_l(0.4, 0.3, 0.35) == pytest.approx(33.9, abs=0.05)
    assert tapered_pot_l(0.4, 0.4, 0.35) == pytest.approx(math.pi * 0.04 * 350)
    with pytest.raises(OutOfRange):
        tapered_pot_l(0.4, 0.3, 0.35, 1.2)


def test_pellets_by_warmth() -> None:
    assert months_at(6, LABEL_C) == 6
    assert months_at(6, LABEL_C + 5) == pytest.approx(4.5)
    with pytest.raises(OutOfRange):
        months_at(40.1, LABEL_C)
    cool, mild = runs_out(6, date(2026, 5, 10), VALE), runs_out(6, date(2026, 11, 10), BAY)
    assert cool.on > date(2026, 11, 1)
    assert mild.months < cool.months
    assert runs_out(9, date(2026, 5, 10), VALE).on > cool.on


@pytest.mark.parametrize(
    ("given", "first"),
    [
        ({"stage": 3, "ph": 7.9, "free_lime": True, "wet": False}, "soil_chelate"),
        ({"stage": 4, "ph": 7.9, "free_lime": True, "wet": False}, "injection"),
        ({"stage": 3, "ph": 7.4, "free_lime": False, "wet": False}, "sulphur"),
        ({"stage": 3, "ph": 6.2, "free_lime": False, "wet": True}, "drain"),
        ({"stage": 3, "ph": 7.3, "free_lime": False, "wet": False, "manganese_low": True}, "manganese"),
        ({"stage": 3, "ph": None, "free_lime": False, "wet": False}, "test"),
        ({"stage": 3, "ph": IRON_LOCKS_FROM_PH - 0.1, "free_lime": False, "wet": False}, "test"),
        ({"stage": 5, "ph": 7.9, "free_lime": True, "wet": False}, "replant"),
    ],
)
def test_the_ladder_begins_with_the_cause(given: dict[str, object], first: str) -> None:
    made = ladder(**given)  # type: ignore[arg-type]
    assert made.steps[0].key == first
    assert all(step.key != "sulphur" for step in made.steps if given["free_lime"])


def test_chelates_hold_up_to_their_ph() -> None:
    for key, (_, most) in CHELATES.items():
        assert key in holds_at(most - 0.01)
        assert key not in holds_at(most)
