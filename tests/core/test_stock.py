"""Stock and buying: reckoned by hand, and against trying every count of packs."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.products.lots import Lot, Move, in_hand
from amber_acre.core.products.product import Pack
from amber_acre.core.products.stock import Need, Stock, buying, cheapest_purchase, larger_pack_saves
from amber_acre.core.quantities import Kilograms, Money
from tests.core.worlds import QUICK

DAY = date(2026, 5, 1)


def stock_of(came: list[tuple[date, float]], went: list[tuple[date, float]]) -> Stock:
    """Stock of deliveries and uses by their days."""
    moves = [Move(on, "came", kg, Lot(on, kg)) for on, kg in came]
    return in_hand([*moves, *(Move(on, "went", kg, key=n) for n, (on, kg) in enumerate(went))]).stock


def day(n: int) -> date:
    return DAY + timedelta(days=n)


def test_stock_is_never_below_nothing_and_says_since_when_it_is_short() -> None:
    assert stock_of([(day(0), 40.0)], [(day(1), 12.0)]) == Stock(28.0)
    short = stock_of([(day(0), 10.0), (day(9), 5.0)], [(day(1), 8.0), (day(3), 8.0)])
    assert (short.in_hand_kg, short.short_since) == (0.0, day(3))
    assert short.short_kg == pytest.approx(1.0)
    assert short.net_kg == pytest.approx(-1.0)
    made_good = stock_of([(day(0), 10.0), (day(9), 8.0)], [(day(3), 16.0)])
    assert made_good.in_hand_kg == pytest.approx(2.0)
    assert made_good.short_since is None
    assert stock_of([(day(3), 5.0)], [(day(3), 5.0)]) == Stock(0.0)


def packs(*sizes: tuple[float, float]) -> list[Pack]:
    return [Pack(f"{kg:g} kg", Kilograms(kg), Money(price)) for kg, price in sizes]


def test_the_cheapest_packs_mix_sizes() -> None:
    bought = cheapest_purchase(packs((20, 40), (5, 14)), 24.0)
    assert bought is not None
    assert (bought.words, bought.cost, bought.mass_kg) == ("1 × 20 kg + 1 × 5 kg", 54.0, 25.0)
    nothing = cheapest_purchase(packs((20, 40), (5, 14)), 0.0)
    assert nothing is not None
    assert nothing.packs == ()
    assert cheapest_purchase([], 3.0) is None
    many = cheapest_purchase(packs((20, 40), (1, 14)), 9000.0)
    assert many is not None
    assert many.words == "450 × 20 kg"


@given(
    st.lists(st.tuples(st.integers(1, 30), st.integers(1, 60)), min_size=1, max_size=3, unique_by=lambda s: s[0]),
    st.floats(0.1, 60),
)
def test_no_other_count_of_packs_is_cheaper(sizes: list[tuple[int, int]], kg: float) -> None:
    bought = cheapest_purchase(packs(*sizes), kg)
    assert bought is not None
    assert bought.mass_kg >= kg - 1e-6
    counts = [(0, 0.0, 0.0)]
    for size, price in sizes:
        counts = [
            (0, m + n * size, c + n * price) for _, m, c in counts for n in range(62 if size == 1 else 60 // size + 2)
        ]
    assert bought.cost == min(c for _, m, c in counts if m >= kg - 1e-9)


def test_packs_are_counted_once_over_all_jobs_net_of_stock() -> None:
    needs = [Need(day(1), 10.0, 1), Need(day(2), 10.0, 2), Need(day(30), 12.0, 1)]
    line = buying(QUICK, needs, Stock(15.0))  # packs of 25 kg at 22
    assert (line.needed_kg, line.stops, line.to_buy_kg, line.short_on) == (32.0, 3, 17.0, day(2))
    assert line.purchase is not None
    assert (line.purchase.words, line.left_kg, line.apart, line.saves) == ("1 × 25 kg", 8.0, 66.0, 44.0)
    owed = buying(QUICK, needs, stock_of([], [(day(0), 5.0)]))
    assert (owed.needed_kg, owed.short_on) == (37.0, day(1))
    assert buying(QUICK, needs, Stock(40.0)).saves == 0.0


def test_a_larger_pack_is_named_where_it_is_cheaper_by_mass() -> None:
    two = replace(QUICK, packs=tuple(packs((5, 10), (20, 30))))
    line = buying(two, [Need(day(1), 4.0, 1)], Stock())
    assert larger_pack_saves(line) == ("20 kg", 0.5)
    assert larger_pack_saves(buying(QUICK, [Need(day(1), 4.0, 1)], Stock())) is None
