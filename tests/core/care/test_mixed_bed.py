"""How the plants of a bed share its feed: who takes it, who is passed over, who is fed beside it (common practice)."""

from __future__ import annotations

from datetime import date

import pytest

from amber_acre.core.care.mixed_bed import MixedBed, mixed_bed
from amber_acre.core.tables.care_groups import CARE_GROUPS, GREEDY, group_of_plant, usual_m2
from amber_acre.core.tables.plants import catalogue
from tests.core.care.test_planting import planting

DAY = date(2026, 4, 1)


def shared(plants: str, **texts: str) -> MixedBed:
    return mixed_bed(planting("bed", plants, **texts), DAY)


@pytest.mark.parametrize(
    ("plants", "passed", "own"),
    [
        ("60 × Salvia nemorosa\n8 × Rosa hybrids", set(), {"rose"}),
        ("14 × Rosa hybrids\n60 × Salvia nemorosa", set(), {"rose"}),
        ("14 × Rosa hybrids\n6 × Salvia nemorosa", set(), {"perennial"}),
        ("14 × Rosa hybrids\n6 × Lavandula angustifolia", {"Lavandula angustifolia"}, set()),
        ("9 × Viburnum opulus\n4 × Rhododendron hybrids", {"Rhododendron hybrids"}, {"acid"}),
        ("9 × Viburnum opulus\n90 × Narcissus hybrids\n5 × Spiraea japonica", set(), set()),
        ("14 × Rosa hybrids", set(), set()),
        ("", set(), set()),
    ],
)
def test_who_takes_what(plants: str, passed: set[str], own: set[str]) -> None:
    mixed = shared(plants)
    assert {one.name for one in mixed.passed} == passed
    assert {part.group.key for part in mixed.own} == own
    assert mixed.by_plant is bool(passed)
    assert all(mixed.takes(part) is not (part.group.key == "acid" and bool(passed)) for part in mixed.own)


def test_their_ground_is_never_more_than_the_bed() -> None:
    mixed = shared("60 × Salvia nemorosa\n8 × Rosa hybrids\n6 × Lavandula angustifolia\n3 × Dryopteris filix-mas")
    bed = mixed.fed.ground.size_m2
    assert mixed.fed.count == 68
    assert 0 < bed < 40
    for part in mixed.own:
        assert 0 < part.ground.size_m2 < 40
        assert part.ground.low_m2 == pytest.approx(part.ground.size_m2)
        assert part.ground.count_for("plant") == part.count


def test_new_plants_among_older_ones_of_the_same_name_are_passed_alone() -> None:
    """Gaps replaced: the old roses are fed, the new ones are not."""
    mixed = shared("12 × Rosa hybrids\n5 × Rosa hybrids, planted 2026-03-20")
    assert [one.count for one in mixed.passed] == [5]
    assert mixed.fed.count == 12
    among = shared("60 × Salvia nemorosa\n8 × Rosa hybrids\n3 × Rosa hybrids, planted 2026-03-20")
    assert [part.count for part in among.own] == [8]
    assert among.takes(among.own[0])


def test_a_tree_or_hedge_is_not_shared() -> None:
    assert mixed_bed(planting("hedge", "Taxus baccata"), DAY).own == ()
    assert mixed_bed(planting("tree", "Quercus robur"), DAY).fed.ground.kind == "tree"


def test_every_group_has_its_ground_and_greedy_ones_are_fed_every_year() -> None:
    assert all(CARE_GROUPS[key].fed == "yearly" for key in GREEDY)
    for plant in catalogue().values():
        if plant.group != "lawn grass":
            assert 0.02 <= usual_m2(plant) <= 3.0
    assert usual_m2(None) == usual_m2(catalogue()["viburnum-opulus"])
    assert usual_m2(None, "rose") == usual_m2(next(p for p in catalogue().values() if group_of_plant(p) == "rose"))
