"""Lots in hand: first in, first out by hand, counts that set it right, and what comes in is what is there or went."""

from __future__ import annotations

from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.products.lots import Draw, Hand, Lot, Move, bag_cost, in_hand, next_from
from amber_acre.core.quantities import Money

DAY = date(2026, 3, 1)


def day(n: int) -> date:
    return DAY + timedelta(days=n)


def came(n: int, kg: float, paid: float | None = None) -> Move:
    return Move(day(n), "came", kg, Lot(day(n), kg, None if paid is None else Money(paid)))


def went(n: int, kg: float, key: int) -> Move:
    return Move(day(n), "went", kg, key=key)


def test_the_oldest_goes_first_and_costs_what_was_paid_for_it() -> None:
    """20 kg at 1.00 and 20 kg at 1.50: 25 kg cost 20 + 7.50, the next 10 cost 15."""
    hand = in_hand([came(0, 20, 20), came(5, 20, 30), went(6, 25, 1)])
    assert bag_cost(hand.drawn[1]).cost == pytest.approx(27.5)
    assert hand.in_hand_kg == pytest.approx(15)
    assert next_from(hand, 10).cost == pytest.approx(15)
    assert hand.in_hand_kg == pytest.approx(15)  # asking takes nothing


def test_a_lot_without_a_price_says_how_much_is_unpriced() -> None:
    hand = in_hand([came(0, 5), came(1, 5, 10), went(2, 8, 1)])
    found = bag_cost(hand.drawn[1])
    assert found.cost == pytest.approx(6)
    assert found.unpriced_kg == pytest.approx(5)


def test_what_comes_later_covers_what_was_short() -> None:
    hand = in_hand([came(0, 10, 10), went(1, 14, 1), came(3, 10, 20)])
    assert hand.short_since is None
    assert hand.in_hand_kg == pytest.approx(6)
    assert [draw.lot is None for draw in hand.drawn[1]] == [False, True]
    short = in_hand([came(0, 10, 10), went(1, 14, 1)])
    assert short.short_since == day(1)
    assert short.short_kg == pytest.approx(4)


def test_a_count_sets_the_stock_right_at_the_end_of_its_day() -> None:
    counted = Move(day(4), "counted", 6.0)
    hand = in_hand([came(0, 10, 10), went(4, 2, 1), counted, went(5, 1, 2)])
    assert hand.in_hand_kg == pytest.approx(5)
    assert hand.lost_kg == pytest.approx(2)
    more = in_hand([came(0, 10, 10), Move(day(1), "counted", 12.0)])
    assert more.found_kg == pytest.approx(2)
    assert more.lots[-1].cost is None
    empty = in_hand([came(0, 10, 10), went(1, 14, 1), Move(day(2), "counted", 0.0)])
    assert (empty.in_hand_kg, empty.short_since) == (0, None)


@given(
    st.lists(st.tuples(st.integers(0, 20), st.floats(0.5, 40)), max_size=8),
    st.lists(st.tuples(st.integers(0, 20), st.floats(0.5, 40)), max_size=8),
)
def test_nothing_is_lost_on_the_way(lots: list[tuple[int, float]], uses: list[tuple[int, float]]) -> None:
    """Came in = in hand + went from lots; what was drawn from no lot is short, or was covered by what came after."""
    hand = in_hand([*(came(n, kg, kg) for n, kg in lots), *(went(n, kg, key) for key, (n, kg) in enumerate(uses))])
    total_in, total_out = sum(kg for _, kg in lots), sum(kg for _, kg in uses)
    assert hand.in_hand_kg - hand.short_kg == pytest.approx(total_in - total_out, abs=1e-3)
    assert all(sum(draw.kg for draw in hand.drawn[key]) == pytest.approx(kg) for key, (_, kg) in enumerate(uses))
    assert hand.in_hand_kg == 0 or hand.short_kg <= 1e-6


@given(st.permutations(range(5)))
def test_the_order_of_writing_down_does_not_matter(order: list[int]) -> None:
    moves = [came(0, 10, 10), came(3, 10, 20), went(4, 12, 1), Move(day(6), "counted", 5.0), went(7, 2, 2)]
    hand = in_hand([moves[n] for n in order])
    assert hand.in_hand_kg == pytest.approx(3)
    assert bag_cost(hand.drawn[1]).cost == pytest.approx(14)


def test_an_empty_hand() -> None:
    assert in_hand([]) == Hand()
    assert next_from(Hand(), 3).draws == (Draw(None, 3),)
    assert next_from(Hand(), 0).draws == ()
