"""Schools side by side: a season's money out of the packs it buys, labour, carbon, and what to know before choosing."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

import pytest

from amber_acre.core.bench.quoting import Piece, Terms, quote
from amber_acre.core.products.product import Product
from amber_acre.core.programme.comparing import (
    ARRIVES_MINUTES,
    CARBON_OF_ORGANIC,
    MUCH_PHOSPHORUS_G_M2,
    SPREADS_M2_MINUTE,
    school_year,
)
from amber_acre.core.programme.planning import YearPlan, plan_year
from amber_acre.core.quantities import Kilograms, Money
from amber_acre.core.season.climate import season_start
from tests.core.programme.test_advice import EVEN
from tests.core.worlds import FREE, MEAL, QUICK, VALE, lawn, product

START = date(2026, 3, 1)
SMALL = 40.0  # m²: a few kilograms a season


def planned(*shelf: Product, **changes: object) -> YearPlan:
    place = lawn(**({"rules": FREE, "climate": VALE} | changes))
    start = season_start(place.climate, START)
    return plan_year(place, list(shelf), start, start)


def test_a_season_costs_what_a_quote_says_it_does() -> None:
    """A large pack is cheaper by weight and never opened for a small lawn."""
    pack = EVEN.packs[0]
    sizes = (
        replace(pack, mass_kg=Kilograms(6.0), price=Money(15.2)),
        replace(pack, mass_kg=Kilograms(60.0), price=Money(111.0)),
    )
    plan = planned(replace(EVEN, packs=sizes), QUICK)
    pieces = [Piece(job.on, job.name, "feed", SMALL, job.material, job.rate_g_m2 * SMALL / 1000) for job in plan.rounds]
    told = school_year(plan, SMALL).cost
    assert told == pytest.approx(quote(pieces, Terms(0)).product)
    assert told > sum(
        min(p.price / p.mass_kg for p in piece.product.packs) * piece.kg for piece in pieces if piece.product
    )


def test_what_has_no_pack_costs_nothing() -> None:
    plan = planned(EVEN)
    bare = replace(EVEN, packs=())
    made = replace(plan, rounds=tuple(replace(job, product=bare) for job in plan.rounds))
    assert float(school_year(made, 100.0).cost) == 0


def test_labour_is_visits_and_ground() -> None:
    plan = planned(EVEN, QUICK)
    year = school_year(plan, 450.0)
    assert year.visits == len({job.on for job in plan.rounds})
    assert year.minutes == pytest.approx(ARRIVES_MINUTES * year.visits + len(plan.rounds) * 450 / SPREADS_M2_MINUTE)


def test_need_that_is_left_open_is_told_before_the_school_is_chosen() -> None:
    dear = replace(EVEN, packs=tuple(replace(pack, price=Money(pack.price * 14)) for pack in EVEN.packs))
    assert any("is left open" in said for said in school_year(planned(dear), 100.0).watch)
    assert not any("is left open" in said for said in school_year(planned(EVEN, QUICK, upkeep="low"), 100.0).watch)


def test_carbon_is_of_organic_feeds_alone() -> None:
    meal = planned(MEAL)
    laid = sum(job.rate_g_m2 for job in meal.rounds)
    assert school_year(meal, 100.0).carbon_g_m2 == pytest.approx(CARBON_OF_ORGANIC * laid)
    assert school_year(planned(EVEN), 100.0).carbon_g_m2 == 0


@pytest.mark.parametrize(("extra", "said"), [(0.0, False), (0.02, True)])
def test_phosphorus_nobody_asked_for_is_told_over_two_grams(extra: float, said: bool) -> None:
    plan = planned(EVEN)
    rate = sum(job.rate_g_m2 for job in plan.rounds)
    share = (plan.asked.phosphorus.wanted_g_m2 + MUCH_PHOSPHORUS_G_M2 + extra) / rate
    with_p = product(31, "Even with P", {"urea": 10}, (10, 20), p2o5=share / 0.4364 * 100)
    made = replace(plan, rounds=tuple(replace(job, product=with_p) for job in plan.rounds))
    assert any("piles up" in words for words in school_year(made, 100.0).watch) is said
