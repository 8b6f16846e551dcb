"""What answers a finding better than feed, and plants too new for it, at every door (common practice, no source)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from amber_acre.core.care.feeding import feed_asked
from amber_acre.core.care.planting import planting_of
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.unfed import answered_otherwise
from amber_acre.core.season.stages import stages
from amber_acre.core.soil.evidence import SoilTest
from tests.core.care.test_planting import ground
from tests.core.rules.cases import broken, job
from tests.core.rules.cases import ground as turf
from tests.core.worlds import LIME, QUICK, VALE

ON = date(2026, 5, 25)


def asked_about(at: Ground, on: date = ON) -> bool:
    return "finding-first" in broken(at, job(QUICK, 8, on))


@pytest.mark.parametrize(
    ("kind", "plants", "texts"),
    [
        ("bed", "9 × Hosta hybrids", {"finding": "wilt"}),
        ("bed", "9 × Hosta hybrids", {"finding": "salt"}),
        ("bed", "9 × Hosta hybrids", {"finding": "cold"}),
        ("bed", "9 × Hosta hybrids", {"wet": "yes"}),
        ("hedge", "Ligustrum ovalifolium", {"finding": "compact"}),
        ("container", "Petunia hybrids", {"finding": "pot-dry"}),
        ("tree", "Quercus robur", {"stage": "3", "age": "young"}),
        ("bed", "8 × Rosa hybrids", {"finding": "failing"}),
        ("bed", "8 × Rosa hybrids", {"since": "2016"}),
    ],
)
def test_what_the_planner_does_not_feed_a_hand_is_asked_about(kind: str, plants: str, texts: dict[str, str]) -> None:
    at = ground(kind, plants, VALE, **texts)
    one = planting_of(at)
    assert not feed_asked(one, stages(at.climate, one.group.start_c, date(2026, 3, 1)), date(2026, 3, 1)).rounds
    assert asked_about(at)
    assert "finding-first" not in broken(at, job(LIME, 80, ON))  # no feed


@pytest.mark.parametrize(
    ("kind", "plants", "texts"),
    [
        ("bed", "9 × Hosta hybrids", {}),
        ("bed", "9 × Hosta hybrids", {"finding": "short"}),
        ("bed", "9 × Hosta hybrids", {"finding": "failing"}),  # of roses alone
        ("bed", "9 × Hosta hybrids", {"wet": "no"}),
        ("tree", "Quercus robur", {"stage": "2", "age": "young"}),
        ("bed", "8 × Rosa hybrids", {"since": "2017"}),
    ],
)
def test_what_is_in_no_feeds_way_is_not(kind: str, plants: str, texts: dict[str, str]) -> None:
    assert not asked_about(ground(kind, plants, VALE, **texts))


def test_a_tested_old_bed_and_turf_are_left_alone() -> None:
    old = ground("bed", "8 × Rosa hybrids", since="2010")
    assert asked_about(old)
    assert not asked_about(replace(old, tests=(SoilTest.of(date(2026, 1, 5), "mehlich-3", ph=6.5),)))
    assert answered_otherwise(replace(old, facts={}), 2026) == ""
    assert not asked_about(turf("lawn"))


@pytest.mark.parametrize(
    ("kind", "plants", "days", "asked"),
    [
        ("hedge", "Ligustrum ovalifolium", 364, True),
        ("hedge", "Ligustrum ovalifolium", 365, False),
        ("bed", "8 × Rosa hybrids", 41, True),
        ("bed", "8 × Rosa hybrids", 42, False),
        ("bed", "30 × Hemerocallis hybrids", 41, True),
        ("bed", "40 × Petunia hybrids", 14, False),  # bedding takes hold within a fortnight
        ("container", "Petunia hybrids", 5, False),
        ("bed", "8 × Rosa hybrids", -1, False),
    ],
)
def test_new_plants_wait(kind: str, plants: str, days: int, asked: bool) -> None:
    at = ground(kind, plants, planted_on=(ON - timedelta(days=days)).isoformat())
    assert ("new-plants" in broken(at, job(QUICK, 8, ON))) is asked


def test_new_shrubs_among_older_plants_are_fed_round() -> None:
    """Spread over the whole bed a feed reaches them; by plant it is for the others."""
    for days, asked in ((364, True), (365, False)):
        planted = (ON - timedelta(days=days)).isoformat()
        at = ground("bed", f"9 × Hosta hybrids\n2 × Viburnum tinus, planted {planted}")
        assert ("new-plants" in broken(at, job(QUICK, 8, ON))) is asked
        own = job(QUICK, 0, ON, dose=Dose(20.0, "plant", 9))
        assert "new-plants" not in broken(at, own)
    perennials = ground("bed", f"9 × Hosta hybrids\n2 × Astilbe hybrids, planted {ON.isoformat()}")
    assert "new-plants" not in broken(perennials, job(QUICK, 8, ON))


@pytest.mark.parametrize(
    ("kind", "plants", "texts", "unknown"),
    [
        ("container", "pitcher plant from Tarn", {}, True),
        ("container", "", {}, True),
        ("container", "Petunia hybrids", {}, False),
        ("container", "pitcher plant from Tarn", {"care": "pots"}, False),
        ("bed", "5 × moon cactus of the hall\n5 × Hosta hybrids", {}, True),
        ("bed", "4 × moon cactus of the hall\n5 × Hosta hybrids", {}, False),
        ("bed", "5 × moon cactus of the hall", {"lean": "yes"}, False),
    ],
)
def test_what_nobody_knows_is_not_fed_and_asked_about(
    kind: str, plants: str, texts: dict[str, str], unknown: bool
) -> None:
    """Insect eaters die of half a gram of nitrogen a litre (common practice, no source)."""
    at = ground(kind, plants, VALE, **texts)
    one = planting_of(at)
    asked = feed_asked(one, stages(at.climate, one.group.start_c, date(2026, 3, 1)), date(2026, 3, 1))
    assert any(said.code == "strange" and said.obstacle for said in asked.said) is unknown
    assert (asked.nitrogen == 0) or not unknown
    assert ("unknown-plants" in broken(at, job(QUICK, 8, ON))) is unknown
    assert "unknown-plants" not in broken(at, job(LIME, 80, ON))


@pytest.mark.parametrize(
    ("across", "finding", "fed"),
    [
        ("75 cm", "short", False),
        ("74 cm", "short", True),
        ("120 cm", "low-n", True),
        ("30 cm", "roots", False),
        ("120 cm", "pale-old", False),
    ],
)
def test_old_and_hurt_trees_are_not_pushed(across: str, finding: str, fed: bool) -> None:
    """No nitrogen on veterans for short shoots, nor on cut roots (common practice, no source)."""
    at = ground("tree", "Quercus robur", VALE, stems=across, finding=finding, age="mature")
    one = planting_of(at)
    assert bool(feed_asked(one, stages(at.climate, 6.0, date(2026, 3, 1)), date(2026, 3, 1)).nitrogen) is fed
    assert ("finding-first" in broken(at, job(QUICK, 8, ON))) is not fed


@pytest.mark.parametrize(("across", "ring"), [("20 cm", 1.5), ("40 cm", 2.0), ("1.2 m", 5.0)])
def test_mulch_of_a_tree_goes_by_its_trunk(across: str, ring: float) -> None:
    at = replace(ground("tree", "Quercus robur", VALE, stems=across), size_m2=SquareMetres(400))
    assert at.ring_m == pytest.approx(ring)
    assert replace(at, size_m2=SquareMetres(3.14159265)).ring_m == pytest.approx(1.0)
