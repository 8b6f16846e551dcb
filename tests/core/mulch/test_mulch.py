"""Mulch: ground, depth, volume, bags, decay and kinds, against arithmetic and shapely; figures of kinds are common
practice, no source."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import Point, box
from shapely.geometry.base import BaseGeometry

from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.mulch.choosing import fabric_said, longest_lasting, weigh
from amber_acre.core.mulch.cover import Kept, bank, covered, tree_rings
from amber_acre.core.mulch.depth import (
    at_renewal,
    check_depth_found,
    remaining_mm,
    renew_after_years,
    renewal_years,
    top_up,
)
from amber_acre.core.mulch.supply import (
    bags_or_bulk,
    bill,
    bulk_order,
    loads,
    parts_of,
    volume_m3,
    weight_t,
)
from amber_acre.core.tables.mulches import ASKED_ABOVE_MM, AT_MOST_MM, CONDITION_WORDS, MULCHES


def test_a_bed_less_its_rings_agrees_with_shapely() -> None:
    """Rings are measured from the bark."""
    bed: BaseGeometry = box(0, 0, 10, 5.5)
    for x in (2, 5, 8):
        bed = bed.difference(Point(x, 2.7).buffer(0.35, quad_segs=256))
    assert covered(55, Kept(3, 0.4, 0.15)) == pytest.approx(bed.area, rel=1e-4)


@pytest.mark.parametrize(
    ("kept", "error"),
    [(Kept(20, 0.0, 0.4), DoesNotFit), (Kept(1, 12.0, 0.1), OutOfRange), (Kept(1, 0.1, -0.1), OutOfRange)],
)
def test_rings_that_cannot_be_are_refused(kept: Kept, error: type[Exception]) -> None:
    with pytest.raises(error):
        covered(6, kept)


def test_tree_rings() -> None:
    assert tree_rings(24, 1.2, Kept(24, 0.1, 0.1)) == pytest.approx(24 * math.pi * (1.44 - 0.0225))
    with pytest.raises(DoesNotFit):
        tree_rings(1, 0.1, Kept(1, 0.1, 0.1))


def test_a_bank_is_longer_than_its_plan() -> None:
    assert bank(40, 1 / 3) == pytest.approx(40 * math.sqrt(10) / 3)
    assert float(bank(40, 0)) == 40
    with pytest.raises(OutOfRange):
        bank(40, 2.01)


@pytest.mark.parametrize(
    ("want", "found", "settles", "add", "place"),
    [(75, 20, 0, 55, 55), (75, 35, 0.2, 40, 50), (75, 75, 0, 0, 0), (75, 90, 0.2, 0, 0), (150, 0, 0, 150, 150)],
)
def test_only_what_is_added_settles(want: float, found: float, settles: float, add: float, place: float) -> None:
    made = top_up(want, found, settles)
    assert (made.add_mm, made.place_mm) == pytest.approx((add, place))


def test_depths_at_their_edges() -> None:
    assert top_up(ASKED_ABOVE_MM, 0).add_mm == ASKED_ABOVE_MM
    with pytest.raises(OutOfRange, match="Check the unit"):
        top_up(ASKED_ABOVE_MM + 1, 0)
    assert not top_up(75, AT_MOST_MM).too_deep
    assert top_up(75, AT_MOST_MM + 1).too_deep
    assert check_depth_found(600) == 600
    with pytest.raises(OutOfRange):
        check_depth_found(601)
    with pytest.raises(OutOfRange):
        top_up(75, 0, 1.0)


def test_decay_by_share() -> None:
    assert remaining_mm(75, 0.3, 2) == pytest.approx(36.75)
    assert renew_after_years(75, 0.3, 50) == pytest.approx(math.log(50 / 75) / math.log(0.7))
    assert renew_after_years(75, 0.0, 50) is None
    assert renew_after_years(40, 0.3, 50) == 0
    with pytest.raises(OutOfRange):
        remaining_mm(75, 1.0, 1)


@given(st.floats(10, 150), st.floats(0.01, 0.9), st.floats(0, 10))
def test_less_is_left_each_year(placed: float, loss: float, years: float) -> None:
    assert remaining_mm(placed, loss, years + 1) < remaining_mm(placed, loss, years) <= placed


def test_usual_renewal() -> None:
    assert 1 <= renewal_years("bark", 75) <= 3
    assert renewal_years("leaf-mould") == 1.0
    assert renewal_years("gravel") == 10
    assert renewal_years("something else") == 2


def test_volume_by_the_trades_rule() -> None:
    """Cubic yards are square feet times inches over 324: 648 ft² by 2 in is 4 yd³ [plane-geometry]."""
    cubic = volume_m3(648 * 0.3048**2, 50.8)
    assert cubic / 0.9144**3 == pytest.approx(648 * 2 / 324)
    assert loads(cubic / 0.3048**3, 2) == 54


@pytest.mark.parametrize(("volume", "each", "count"), [(4.5, 0.1, 45), (4.51, 0.1, 46), (0, 0.1, 0), (2400, 50, 48)])
def test_an_exact_number_of_loads_is_not_one_more(volume: float, each: float, count: int) -> None:
    assert loads(volume, each) == count


def test_buying() -> None:
    offer = bags_or_bulk(2.4, 50, 9, 65, 45)
    assert (offer.bags, offer.bags_cost, offer.cheaper) == (48, 432, "bulk")
    assert offer.bulk_cost == pytest.approx(201)
    assert bags_or_bulk(0.1, 50, 9, 65, 45).cheaper == "bags"
    assert bulk_order(7.2, 1) == 8
    assert weight_t(1.2, 1.6) == pytest.approx(1.92)
    with pytest.raises(OutOfRange):
        loads(1, 0)


def test_parts_are_parts_and_no_shares() -> None:
    """One part of compost to five of trimmings is a sixth."""
    assert parts_of(3.0, 1, 5) == pytest.approx((0.5, 2.5))
    with pytest.raises(OutOfRange):
        parts_of(3.0, 1, 0)


def test_the_bill_of_five_years() -> None:
    made = bill(50, 75, 40, 2, 5)
    assert (made.first, made.each, made.renewals, made.total) == pytest.approx((3.75, 2.0, 2, 7.75))


def test_every_kind_is_whole() -> None:
    for row in MULCHES.values():
        assert 0 <= row.loss_share[0] <= row.loss_share[1] < 1
        assert 0 <= row.settles < 1
        assert row.depth_mm[0] < row.depth_mm[1] <= ASKED_ABOVE_MM
        assert {one for one, _ in (*row.suits, *row.wrong)} <= set(CONDITION_WORDS)
        assert not {one for one, _ in row.suits} & {one for one, _ in row.wrong}


@pytest.mark.parametrize(
    ("here", "best", "never"),
    [
        (["slope"], "chips", "bark"),
        (["dry_natives", "heat"], "gravel", "compost"),
        (["acid"], "bark-pine", "mushroom"),
        (["lawn"], "compost", "chips"),
        (["fire"], "gravel", "straw"),
    ],
)
def test_kinds_by_place(here: list[str], best: str, never: str) -> None:
    found = weigh(here)  # type: ignore[arg-type]
    fits = [one.mulch.key for one in found if one.fits]
    assert best in fits
    assert never not in fits
    assert all(one.mulch.key != "rubber" for one in found if one.fits)


def test_fabric_and_organic_mulch() -> None:
    assert "Fabric" in fabric_said("bark", True)
    assert fabric_said("gravel", True) == fabric_said("bark", False) == ""
    assert longest_lasting(["compost", "chips", "gravel"]) == ("gravel", "chips", "compost")


def test_a_renewal_brings_back_what_is_gone_by_then() -> None:
    """Bark at 25 % a year: of 80 mm 60 are left after one year, 20 are added; laid before they sink (by pencil)."""
    again = at_renewal("bark", 80.0, 1.0)
    assert again.add_mm == pytest.approx(20.0)
    assert again.place_mm == pytest.approx(20.0 / (1 - MULCHES["bark"].settles))
    assert at_renewal("bark", 80.0, 0.0).add_mm == 0.0
    assert at_renewal("gravel", 60.0, 1.0).add_mm == pytest.approx(60.0 * sum(MULCHES["gravel"].loss_share) / 2)
