"""What does not go together in time, at the edge of its days (common practice, no source)."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

import pytest

from amber_acre.core.products.product import Product, SoilAction
from amber_acre.core.rules.conflicts import gives_ammonia
from tests.core.rules.cases import COMPOST, broken, entry, ground, job, logged
from tests.core.worlds import LIME, MEAL, QUICK, SLOW, mehlich, product

MAY = date(2026, 5, 20)
IRON = product(63, "Rustgreen", {}, (1, 60), "iron", other={"Fe": 0.03})
WEAK_IRON = product(64, "Palegreen", {}, (1, 60), "iron", other={"Fe": 0.029})
WETTING = product(
    65, "Wetwell", {}, (1, 4), "stimulant", liquid=True, density_kg_l=1.0, soil=SoilAction(material="wetting")
)
LEAF = product(66, "Leafwise", {"urea": 10.0}, (1, 9), "liquid", liquid=True, density_kg_l=1.2)
EDGE = product(61, "Edgewise", {"urea": 2.0}, (10, 100))
OVER = product(62, "Overwise", {"urea": 2.1}, (10, 100))


@pytest.mark.parametrize(("days", "breaks"), [(13, True), (14, False), (-13, True), (-14, False), (0, True)])
def test_lime_keeps_a_fortnight_from_ammonia_either_way(days: int, breaks: bool) -> None:
    other = MAY + timedelta(days=days)
    for mine, theirs in ((LIME, QUICK), (QUICK, LIME), (LIME, SLOW)):
        found = broken(ground(), job(mine, 15, MAY), job(theirs, 15, other, key=2))
        assert ("lime-and-ammonia" in found) is breaks
    assert "lime-and-ammonia" not in broken(ground(), job(LIME, 100, MAY), job(MEAL, 40, MAY, key=2))
    assert [gives_ammonia(one) for one in (EDGE, OVER, None, COMPOST)] == [False, True, False, False]


def test_lime_the_day_after_an_ammoniacal_feed_is_said_at_the_log() -> None:
    fed = entry(QUICK, 12, MAY)
    said = logged(ground(), entry(LIME, 100, MAY + timedelta(days=1), key=91), fed)["lime-and-ammonia"]
    assert said.severity == "warn"
    assert "What went down on 20 May 2026 lies 1 days away" in str(said.sentence)


@pytest.mark.parametrize(("days", "breaks"), [(0, True), (13, True), (14, False), (-1, False)])
def test_a_dressing_is_not_laid_over_a_fresh_feed(days: int, breaks: bool) -> None:
    """``days``: from the feed to the dressing; a feed after the dressing is right."""
    feed, dress = job(QUICK, 12, MAY), job(COMPOST, 3000, MAY + timedelta(days=days), key=2)
    assert ("under-dressing" in broken(ground(), dress, feed)) is breaks
    assert ("under-dressing" in broken(ground(), feed, dress)) is breaks
    assert "under-dressing" not in broken(ground(), job(LIME, 100, MAY), dress)


def work(name: str, day: date, key: int, what: Product | None = None) -> Any:
    return job(what, 3000 if what else 0, day, key=key, work=name)


@pytest.mark.parametrize(
    ("days", "rate", "breaks"),
    [(41, 12, True), (42, 12, False), (0, 12, True), (-1, 12, False), (10, 11.43, True), (10, 11.42, False)],
)
def test_nothing_strong_on_seedlings(days: int, rate: float, breaks: bool) -> None:
    """2.4 g/m² of quick nitrogen is 11.4 of a 21-0-0."""
    seed = work("seed", MAY, 1)
    found = broken(ground(), job(QUICK, rate, MAY + timedelta(days=days), key=2), seed)
    assert ("strong-on-seed" in found) is breaks
    back = broken(ground(), seed, job(QUICK, rate, MAY + timedelta(days=days), key=2))
    assert ("strong-on-seed" in back) is breaks


@pytest.mark.parametrize(("gap", "breaks"), [(13, False), (14, True), (41, True), (42, False), (-20, False)])
def test_seedlings_are_not_cored(gap: int, breaks: bool) -> None:
    """Nearer than two weeks it is the wrong order already."""
    seed, core = work("seed", MAY, 1), work("core", MAY + timedelta(days=gap), 2)
    assert ("strong-on-seed" in broken(ground(), core, seed)) is breaks
    assert ("strong-on-seed" in broken(ground(), seed, core)) is breaks


@pytest.mark.parametrize(("days", "breaks"), [(13, True), (14, False), (-13, True), (-14, False), (0, True)])
def test_lime_keeps_a_fortnight_from_iron(days: int, breaks: bool) -> None:
    other = MAY + timedelta(days=days)
    assert ("iron-and-lime" in broken(ground(), job(IRON, 20, MAY), job(LIME, 100, other, key=2))) is breaks
    assert ("iron-and-lime" in broken(ground(), job(LIME, 100, MAY), job(IRON, 20, other, key=2))) is breaks
    assert "iron-and-lime" not in broken(ground(), job(LIME, 100, MAY), job(WEAK_IRON, 20, other, key=2))


@pytest.mark.parametrize(("days", "breaks"), [(0, True), (1, False), (-1, False)])
def test_a_wetting_agent_and_a_leaf_feed_are_not_put_down_in_one_day(days: int, breaks: bool) -> None:
    wet, leaf = job(WETTING, 2, MAY), job(LEAF, 5, MAY + timedelta(days=days), key=2)
    assert ("leaf-or-soil" in broken(ground(), wet, leaf)) is breaks
    assert ("leaf-or-soil" in broken(ground(), leaf, wet)) is breaks


BARRIER = product(67, "Weedshut", {}, (5, 30), "preemergent", longevity_days=90)
LIVE = product(68, "Rootfriend", {}, (2, 20), "inoculant")
RICH = product(69, "Bloomfull 10-31-10", {"urea": 10}, (5, 30), p2o5=31)
MIDDLING = product(70, "Bloomhalf 10-30-10", {"urea": 10}, (5, 30), p2o5=30)


@pytest.mark.parametrize(("days", "stops"), [(0, True), (89, True), (90, False), (-1, False)])
def test_no_seed_comes_up_through_a_barrier(days: int, stops: bool) -> None:
    """``days``: from the barrier to the seed."""
    barrier, seed = job(BARRIER, 15, MAY), work("seed", MAY + timedelta(days=days), 2)
    for one, other in ((barrier, seed), (seed, barrier)):
        found = broken(ground(), one, other)
        assert ("barrier-before-seed" in found) is stops
        assert not stops or found["barrier-before-seed"].severity == "stop"


@pytest.mark.parametrize(
    ("first", "days", "warns"),
    [
        ("seed", 41, True),
        ("seed", 42, False),
        ("core", 2, False),
        ("core", -2, True),
        ("core", -89, True),
        ("core", -90, False),
    ],
)
def test_a_barrier_waits_for_seedlings_and_is_not_cored(first: str, days: int, warns: bool) -> None:
    """``days``: from the work to the barrier."""
    one, barrier = work(first, MAY, 1), job(BARRIER, 15, MAY + timedelta(days=days), key=2)
    assert ("barrier-disturbed" in broken(ground(), barrier, one)) is warns
    assert ("barrier-disturbed" in broken(ground(), one, barrier)) is warns


@pytest.mark.parametrize(("feed", "days", "warns"), [(RICH, 59, True), (RICH, 60, False), (MIDDLING, 7, False)])
def test_live_fungi_and_a_high_middle_number_keep_apart(feed: Product, days: int, warns: bool) -> None:
    for sign in (1, -1):
        live = job(LIVE, 10, MAY + timedelta(days=days * sign), key=2)
        assert ("inoculant-and-phosphorus" in broken(ground("bed"), live, job(feed, 15, MAY))) is warns
        assert ("inoculant-and-phosphorus" in broken(ground("bed"), job(feed, 15, MAY), live)) is warns


SECOND = product(71, "Leafmore", {"nitrate": 8.0}, (1, 9), "liquid", liquid=True, density_kg_l=1.2, interval=14)
POTASH_LEAF = product(72, "Leafhard", {}, (1, 9), "liquid", k2o=20, liquid=True, density_kg_l=1.2, interval=14)


@pytest.mark.parametrize(
    ("other", "days", "warns"), [(SECOND, 27, True), (SECOND, 28, False), (POTASH_LEAF, 3, False), (WETTING, 3, False)]
)
def test_two_leaf_feeds_of_one_nutrient_keep_the_longer_interval(other: Product, days: int, warns: bool) -> None:
    """Leafwise asks for 28 days, Leafmore for 14."""
    one, two = job(LEAF, 4, MAY), job(other, 4, MAY + timedelta(days=days), key=2)
    assert ("leaf-feeds-together" in broken(ground(), two, one)) is warns
    assert ("leaf-feeds-together" in broken(ground(), one, two)) is warns


@pytest.mark.parametrize(
    ("what", "rate", "days", "warns"),
    [(QUICK, 12, 27, True), (QUICK, 12, 28, False), (QUICK, 11.3, 5, False), (COMPOST, 50000, 5, True)],
)
def test_nitrogen_of_four_weeks_stays_under_one_application(what: Product, rate: float, days: int, warns: bool) -> None:
    """12 g/m² of 21-0-0 and as much again are 5.04 g/m² against 4.9; 50 kg/m² of compost free 25 × a tenth."""
    one, two = job(QUICK, 12, MAY), job(what, rate, MAY + timedelta(days=days), key=2)
    assert ("nitrogen-together" in broken(ground(), two, one)) is warns
    assert ("nitrogen-together" in broken(ground(), one, two)) is warns


def test_a_starter_goes_down_with_the_seed_and_no_later() -> None:
    strong = product(73, "Earlyroot", {"ammoniacal": 15}, (5, 30), p2o5=15)
    for days, tears in ((0, False), (3, False), (4, True)):
        feed = job(strong, 20, MAY + timedelta(days=days), key=2)
        assert ("strong-on-seed" in broken(ground(), feed, work("seed", MAY, 1))) is tears


@pytest.mark.parametrize(("days", "alone"), [(0, False), (41, False), (42, True), (-7, False), (-8, True)])
def test_a_starter_is_for_seed_new_turf_or_low_phosphorus(days: int, alone: bool) -> None:
    starter = product(73, "Earlyroot", {"ammoniacal": 11}, (5, 30), p2o5=11)
    feed = job(starter, 10, MAY + timedelta(days=days), key=2)
    for name in ("seed", "plant"):
        assert ("starter-without-seed" in broken(ground(), feed, work(name, MAY, 1))) is alone
    assert "starter-without-seed" in broken(ground(), feed)
    assert "starter-without-seed" not in broken(ground(tests=(mehlich(p=8),)), feed)
    assert "starter-without-seed" in broken(ground(tests=(mehlich(p=60),)), feed)
    assert "starter-without-seed" not in broken(ground("bed"), feed)
    plain = product(74, "Plain", {"ammoniacal": 11}, (5, 30), p2o5=10.9)
    assert "starter-without-seed" not in broken(ground(), job(plain, 10, MAY, key=2))
    assert "starter-without-seed" in logged(ground(), entry(starter, 10, MAY))
