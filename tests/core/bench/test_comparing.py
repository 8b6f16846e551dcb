"""Products side by side: labels at their edges, money, release in other climates; figures by hand."""

from __future__ import annotations

import math
from dataclasses import replace
from datetime import date

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from amber_acre.core.bench.comparing import LIKE_WITHIN_DEG, WEEKS, angle, compare, ratio_off, released_by
from amber_acre.core.errors import MissingInput
from amber_acre.core.products.product import Label
from amber_acre.core.quantities import GramsPerSquareMetre
from tests.core.bench.test_blending import POTASH, UREA, straight
from tests.core.worlds import BAY, HOT, VALE

SPRING = date(2026, 4, 10)
HOME = VALE


def test_the_cheapest_by_area_comes_first_and_the_others_say_what_they_would_be_worth() -> None:
    dear = straight(9, (0.23, 0, 0), 40)
    found = compare([dear, UREA], "n", 3.0, 500, HOME, SPRING)
    assert [one.product.key for one in found] == [1, 9]
    assert found[0].money_100_m2 == pytest.approx(20 / 20 * 3 / 0.46 / 10)
    assert found[0].money_kg_n == pytest.approx(20 / 20 / 0.46)
    assert found[0].worth is None
    worth = found[1].worth
    assert worth is not None
    assert compare([straight(9, (0.23, 0, 0), worth), UREA], "n", 3.0, 500, HOME, SPRING)[1].money_100_m2 == (
        pytest.approx(found[0].money_100_m2)
    )


@pytest.mark.parametrize(
    ("need", "fit", "times"),
    [
        (0.46 * 9.9, "under", 1),
        (0.46 * 10, "fits", 1),
        (0.46 * 30, "fits", 1),
        (0.46 * 30.1, "split", 2),
        (0.46 * 90.1, "over", 4),
    ],
)
def test_a_label_at_its_edges(need: float, fit: str, times: int) -> None:
    product = straight(1, (0.46, 0, 0), 20)
    label = Label(GramsPerSquareMetre(10), GramsPerSquareMetre(30), 28, GramsPerSquareMetre(90))
    found = compare([replace(product, label=label)], "n", need, 100, HOME, SPRING)[0]
    assert (found.fit, found.times) == (fit, times)


def test_what_holds_none_is_left_out() -> None:
    assert [one.product.key for one in compare([UREA, POTASH], "k2o", 2, 100, HOME, SPRING)] == [3]
    with pytest.raises(MissingInput):
        compare([UREA], "p2o5", 1, 100, HOME, SPRING)


def test_slow_nitrogen_comes_later_and_in_cold_later_still() -> None:
    slow = straight(8, (0.2, 0, 0), 20, slow=1.0)
    by_week = [released_by(product, HOME, SPRING) for product in (UREA, slow)]
    assert all(list(one) == sorted(one) and len(one) == len(WEEKS) for one in by_week)
    assert by_week[0][2] > by_week[1][2]
    assert released_by(slow, HOT, SPRING)[2] > by_week[1][2]
    assert released_by(slow, BAY, date(2026, 10, 10))[2] > released_by(slow, BAY, date(2026, 6, 10))[2]  # southern
    assert released_by(POTASH, HOME, SPRING) == ()


def test_the_nearest_ratio_is_an_angle() -> None:
    three_one_two = (0.3, 0.1, 0.2)
    assert ratio_off(straight(1, (0.15, 0.05, 0.10), 1), three_one_two) == pytest.approx(0, abs=1e-4)
    assert ratio_off(POTASH, (0.3, 0.0, 0.0)) == pytest.approx(90)
    assert ratio_off(straight(2, (0.1, 0, 0.1), 1), (0.1, 0.0, 0.0)) == pytest.approx(45)


def test_a_product_without_a_pack_has_no_money() -> None:
    found = compare([replace(UREA, packs=()), UREA], "n", 3, 100, HOME, SPRING)
    assert found[1].money_100_m2 is None
    assert found[1].purchase is None


@pytest.mark.parametrize(
    ("off", "like"), [(0.0, True), (LIKE_WITHIN_DEG - 0.01, True), (LIKE_WITHIN_DEG + 0.01, False)]
)
def test_a_specialist_stands_against_what_is_for_anything(off: float, like: bool) -> None:
    """Two feeds of nitrogen and potash so many degrees apart; the general one at half the money."""
    turn = math.radians(off)
    special = replace(straight(8, (0.2, 0, 0), 40), sites="plantings")
    general = straight(9, (0.2 * math.cos(turn), 0, 0.2 * math.sin(turn)), 20)
    grass = replace(straight(7, (0.2, 0, 0), 10), grasses="bluegrass")  # a specialist is no general one
    found = {one.product.key: one for one in compare([special], "n", 3.0, 500, HOME, SPRING, shelf=[general, grass])}
    assert found[8].specialist
    assert (found[8].general is not None) is like
    if like and found[8].general is not None:
        assert found[8].general.product.key == 9
        assert found[8].general.off == pytest.approx(off, abs=1e-6)
        assert found[8].general.money_100_m2 == pytest.approx(20 / 20 * 3 / (0.2 * math.cos(turn)) / 10)
    plain = compare([general], "n", 3.0, 500, HOME, SPRING, shelf=[special])[0]
    assert not plain.specialist
    assert plain.general is None


@settings(max_examples=60, deadline=None)
@given(st.lists(st.floats(0, 1), min_size=4, max_size=4), st.lists(st.floats(0, 1), min_size=4, max_size=4))
def test_an_angle_is_the_same_both_ways_and_of_nothing_ninety(one: list[float], other: list[float]) -> None:
    assert angle(one, other) == pytest.approx(angle(other, one), abs=1e-6)
    assert 0 <= angle(one, other) <= 90 + 1e-9
    assert angle(one, [0.0] * 4) == 90
    if math.hypot(*one) > 1e-6:
        assert angle(one, [3 * part for part in one]) == pytest.approx(0, abs=1e-3)
