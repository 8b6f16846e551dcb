"""Prices of work by hand arithmetic; minutes are common practice, no source."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.bench.quoting import MARGIN_AT_MOST, USUAL_MINUTES_100_M2, Piece, Terms, quote
from amber_acre.core.errors import OutOfRange
from amber_acre.core.quantities import Kilograms, Money
from tests.core.bench.test_blending import UREA

DAY, LATER = date(2026, 6, 2), date(2026, 7, 2)


def test_a_visit_by_hand() -> None:
    """6 kg of a 20 kg pack at 20, 400 m² at 3 min/100 m² and 8 to set up, 60 an hour, 15 haulage, margin 25 %."""
    made = quote([Piece(DAY, "Feed", "feed", 400, UREA, 6.0)], Terms(60, 15, 0.25))
    assert made.product == pytest.approx(6.0)
    assert made.minutes == pytest.approx(20)
    assert made.labour == pytest.approx(20)
    assert made.price == pytest.approx((6 + 20 + 15) / 0.75)
    assert made.margin == pytest.approx(made.price / 4)
    assert made.whole_packs == pytest.approx(20)


def test_jobs_of_a_day_are_one_visit_and_packs_are_counted_once() -> None:
    pieces = [
        Piece(DAY, "A", "feed", 100, UREA, 9),
        Piece(DAY, "B", "look", 50),
        Piece(LATER, "C", "feed", 100, UREA, 10),
    ]
    made = quote(pieces, Terms(50, 10))
    assert made.margin == 0  # not a hair under nothing
    assert [visit.on for visit in made.visits] == [DAY, LATER]
    assert made.haulage == 20
    assert made.whole_packs == pytest.approx(20)  # 19 kg out of one pack of 20
    assert made.price == pytest.approx(sum(visit.cost for visit in made.visits))


def test_work_takes_what_is_usual_for_it_unless_told() -> None:
    terms = Terms(60)
    assert terms.minutes("mulch", 100) - terms.set_up == USUAL_MINUTES_100_M2["mulch"]
    assert replace(terms, minutes_100_m2=5.0).minutes("mulch", 200) == terms.set_up + 10


def test_what_has_no_pack_is_named_and_costs_nothing_in_silence() -> None:
    bare = replace(UREA, packs=())
    made = quote([Piece(DAY, "A", "feed", 100, bare, 5)], Terms(60))
    assert made.without_price == (bare.name,)
    assert made.visits[0].jobs[0].product_cost is None


def test_product_costs_what_it_does_out_of_the_packs_that_are_bought() -> None:
    """8 kg of 6 kg packs at 15.2 and 20 kg ones at 37: two small ones are bought, 2.53 a kg, not 1.85 of the large;
    with 9 kg more the large one is."""
    sizes = replace(
        UREA,
        packs=(
            replace(UREA.packs[0], mass_kg=Kilograms(6.0), price=Money(15.2)),
            replace(UREA.packs[0], mass_kg=Kilograms(20.0), price=Money(37.0)),
        ),
    )
    small = quote([Piece(DAY, "A", "feed", 100, sizes, 8.0)], Terms(0))
    assert small.whole_packs == pytest.approx(30.4)
    assert small.product == pytest.approx(30.4 / 12 * 8)
    more = quote([Piece(DAY, "A", "feed", 100, sizes, 8.0), Piece(LATER, "B", "feed", 100, sizes, 9.0)], Terms(0))
    assert more.whole_packs == pytest.approx(37)
    assert more.product == pytest.approx(37 / 20 * 17)


def test_edges_of_terms() -> None:
    assert Terms(0, 0, MARGIN_AT_MOST).priced(1) == pytest.approx(10)
    for terms in ({"hour": -1}, {"hour": 1, "haulage": -1}, {"hour": 1, "margin": MARGIN_AT_MOST + 0.01}):
        with pytest.raises(OutOfRange):
            Terms(**terms)
    assert quote([], Terms(60)).price == 0


@given(st.lists(st.tuples(st.integers(0, 5), st.floats(0, 900), st.floats(0, 30)), max_size=8), st.floats(0, 0.8))
def test_the_sums_add_up(rows: list[tuple[int, float, float]], margin: float) -> None:
    pieces = [Piece(date(2026, 6, 1 + day), f"{n}", "feed", size, UREA, kg) for n, (day, size, kg) in enumerate(rows)]
    made = quote(pieces, Terms(45, 12, margin))
    assert made.product + made.labour + made.haulage + made.margin == pytest.approx(made.price)
    assert made.margin == pytest.approx(margin * made.price)
    assert made.whole_packs >= made.product - 1e-6
