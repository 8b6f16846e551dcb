"""What a plan says of need it leaves open: a feed that would fit is named, and only a real limit is called one."""

from __future__ import annotations

from dataclasses import replace
from datetime import date
from itertools import pairwise

import pytest

from amber_acre.core.measure.area_facts import ReadFact
from amber_acre.core.products.product import Product
from amber_acre.core.programme.planning import YearPlan, plan_year
from amber_acre.core.programme.reasons import PROVED_CLOSE, how_near
from amber_acre.core.quantities import Money
from amber_acre.core.season.climate import Climate, season_start
from amber_acre.core.soil.evidence import SoilTest
from tests.core.worlds import BAY, FREE, HOT, QUICK, VALE, lawn, product

EVEN = product(31, "Even 20-0-5", {"urea": 10, "slow_soluble": 10}, (10, 20), "methylene", interval=30)


def year(climate: Climate, shelf: list[Product], today: date | None = None, **changes: object) -> YearPlan:
    place = lawn(**({"rules": FREE, "climate": climate} | changes))
    start = season_start(place.climate, date(2026, 3, 1))
    return plan_year(place, shelf, start, today or start)


def codes(plan: YearPlan) -> set[str]:
    return {one.code for one in plan.advice}


def test_need_that_one_more_feed_could_meet_is_left_open_and_no_limit() -> None:
    """So dear that a feed costs more than what it brings: nothing but the money stands in its way."""
    dear = replace(EVEN, packs=tuple(replace(pack, price=Money(pack.price * 14)) for pack in EVEN.packs))
    plan = year(VALE, [dear])
    assert plan.rounds
    assert "left_open" in codes(plan)
    assert "no_room" not in codes(plan)
    told = next(one for one in plan.advice if one.code == "left_open")
    assert not told.obstacle
    assert "one more feed of Even 20-0-5" in told.sentence
    assert not plan.obstacles


def test_need_that_no_feed_may_bring_finds_no_room() -> None:
    """A label of one use a year: the limit is real, and it is an obstacle."""
    once = replace(EVEN, label=replace(EVEN.label, interval_days=365))
    plan = year(VALE, [once])
    assert "no_room" in codes(plan)
    assert "left_open" not in codes(plan)
    assert any("finds no room" in sentence for sentence in plan.obstacles)


@pytest.mark.parametrize("climate", [VALE, BAY, HOT])
def test_a_need_that_is_met_says_neither(climate: Climate) -> None:
    assert not {"left_open", "no_room"} & codes(year(climate, [EVEN, QUICK], upkeep="low"))


def test_watered_couch_on_the_hot_plain_is_fed_all_summer() -> None:
    """The case that a cap for cool grass once hid: April, June, July and September, no gap over eleven weeks."""
    plan = year(HOT, [EVEN], grass="couch", irrigated=True, upkeep="high")
    days = [job.on for job in plan.rounds]
    hot = [job for job in plan.rounds if job.on.month in (6, 7, 8)]
    assert hot
    assert max((later - earlier).days for earlier, later in pairwise(days)) <= 78
    assert "no_room" not in codes(plan)


def test_a_lawn_too_dry_to_feed_says_that_it_is_the_drought() -> None:
    arid = replace(VALE, rain_mm=(10.0,) * 12)
    plan = year(arid, [EVEN, QUICK], irrigated=False)
    assert not plan.rounds
    assert any("too dry here without watering" in sentence for sentence in plan.obstacles)
    assert len([o for o in plan.obstacles if o.startswith("No day is open")]) <= 1
    assert year(arid, [EVEN, QUICK], irrigated=True).rounds


def test_growth_that_has_passed_is_no_want_of_room() -> None:
    """Planned late, what the months before would have taken is said, and nothing stands in the way."""
    late = year(VALE, [EVEN, QUICK], today=date(2026, 8, 20))
    assert "passed" in codes(late)
    assert "no_room" not in codes(late)
    gone = next(one for one in late.advice if one.code == "passed")
    assert not gone.obstacle
    assert "growth that has passed" in gone.sentence
    assert "passed" not in codes(year(VALE, [EVEN, QUICK]))


def told_of_ph(ph: float, free_lime: float | None = None, fizz: str = "") -> dict[str, str]:
    """What is said of a bluegrass lawn's pH (6.0–7.0 wanted), by its code."""
    values = {"ph": ph} | ({} if free_lime is None else {"free_lime": free_lime})
    test = SoilTest.of(date(2025, 10, 1), "mehlich-3", **values)
    place = lawn(rules=FREE, soil_test=test)
    ground = replace(place.ground(), tests=(test,), facts={"fizz": ReadFact(fizz, fizz)} if fizz else {})
    start = season_start(VALE, date(2026, 3, 1))
    found = plan_year(place, [EVEN], start, start, ground=ground).advice
    return {one.code: one.sentence for one in found}


@pytest.mark.parametrize(
    ("ph", "free_lime", "fizz", "sulphur"),
    [
        (7.3, None, "", True),
        (7.49, 0.0, "", True),
        (7.5, None, "", False),
        (7.3, 0.04, "", False),
        (7.3, None, "strong", False),
        (7.3, None, "none", True),
        (7.3, 0.0, "strong", True),
    ],
)
def test_sulphur_is_spoken_of_only_where_no_free_lime_is_known(
    ph: float, free_lime: float | None, fizz: str, sulphur: bool
) -> None:
    """A laboratory's figure stands before a drop of acid."""
    told = told_of_ph(ph, free_lime, fizz)
    assert ("sulphur_advised" in told) is sulphur
    assert "iron_advised" in told


@pytest.mark.parametrize(
    ("ph", "says"), [(6.0, "is right for"), (5.9, "is within a test’s error"), (7.1, "is within a test’s error")]
)
def test_a_ph_at_the_edge_is_not_called_right(ph: float, says: str) -> None:
    assert says in told_of_ph(ph)["ph_in_range"]


@pytest.mark.parametrize(
    ("slow", "says"),
    [
        (4.3, "quick, in a dose"),
        (4.5, "20% of it slow, the rest quick"),
        (9.8, "45% of it slow, the rest quick"),
        (9.9, "half slow, half quick"),
        (12.1, "half slow, half quick"),
        (12.2, "55% of it slow, the rest quick"),
        (14.2, "65% of it slow, the rest quick"),
        (14.4, "slow, so that it meets"),
    ],
)
def test_a_round_tells_the_share_that_is_slow_as_it_is(slow: float, says: str) -> None:
    """Of 22 parts of nitrogen so many are slow; half is said of what is within a twentieth of it."""
    one = product(41, "Partway 22-0-0", {"urea": 22 - slow, "slow_soluble": slow}, (8, 22), "methylene")
    told = [round.reason for round in year(VALE, [one]).rounds if round.on.month < 8]
    assert told
    assert any(says in words for words in told), told


def test_a_weak_bound_is_not_told_as_a_weak_plan() -> None:
    assert how_near(0.004) == "nothing can be better by more than 0%"
    assert how_near(PROVED_CLOSE) == "nothing can be better by more than 5%"
    assert how_near(PROVED_CLOSE + 0.01).startswith("proved within 6% of the best so far")


def test_a_shelf_without_a_price_is_the_cause_that_is_told() -> None:
    plan = year(VALE, [replace(EVEN, packs=())])
    assert not plan.rounds
    assert plan.advice[0].sentence.startswith("Even 20-0-5 has no pack with a price")
    assert "may_go_unfed" not in codes(plan)
    assert "no pack with a price, so" not in " ".join(one.sentence for one in year(VALE, [EVEN]).advice)
