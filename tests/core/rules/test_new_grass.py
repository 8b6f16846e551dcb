"""What seed, seedlings and new turf bear, at the edge of its days (common practice, no source)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any

import pytest

from amber_acre.core.products.product import Product
from tests.core.rules.cases import broken, entry, ground, job, logged
from tests.core.worlds import QUICK, SLOW, mehlich, product

MAY = date(2026, 5, 20)
IRON = product(63, "Rustgreen", {}, (1, 60), "iron", other={"Fe": 0.03})
BARRIER = product(67, "Weedshut", {}, (5, 30), "preemergent", longevity_days=90)


def work(name: str, day: date, key: int, what: Product | None = None) -> Any:
    return job(what, 10 if what else 0, day, key=key, work=name)


@pytest.mark.parametrize(
    ("days", "rate", "breaks"),
    [(41, 12, True), (42, 12, False), (0, 12, True), (-28, 12, False), (10, 11.43, True), (10, 11.42, False)],
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


@pytest.mark.parametrize(
    ("days", "rate", "placement", "breaks"),
    [
        (27, 12, "surface", True),
        (28, 12, "surface", False),
        (3, 11.42, "surface", False),
        (3, 12, "raked", False),
        (3, 12, "tilled", False),
    ],
)
def test_old_grass_is_not_driven_before_it_is_sown_into(days: int, rate: float, placement: Any, breaks: bool) -> None:
    """``days``: from the feed to the seed; worked into a seedbed it is no matter, and slow nitrogen drives nothing."""
    feed, seed = job(QUICK, rate, MAY, placement=placement), work("seed", MAY + timedelta(days=days), 2)
    for one, other in ((feed, seed), (seed, feed)):
        assert ("strong-on-seed" in broken(ground(), one, other)) is breaks
    assert "strong-on-seed" not in broken(ground(), replace(feed, product=SLOW), seed)
    assert "strong-on-seed" not in broken(ground(), feed, work("plant", MAY + timedelta(days=days), 2))


STARTER = product(73, "Earlyroot", {"ammoniacal": 15}, (5, 30), p2o5=15)


def test_a_starter_goes_under_the_seed() -> None:
    feed, seed = job(STARTER, 20, MAY), work("seed", MAY + timedelta(days=5), 2)
    assert "strong-on-seed" not in broken(ground(), feed, seed)
    assert "strong-on-seed" not in broken(ground(), seed, feed)


@pytest.mark.parametrize(("days", "breaks"), [(0, True), (41, True), (42, False)])
def test_iron_scorches_seedlings_and_no_laid_turf(days: int, breaks: bool) -> None:
    iron = job(IRON, 10, MAY + timedelta(days=days), key=2)
    assert ("strong-on-seed" in broken(ground(), iron, work("seed", MAY, 1))) is breaks
    assert ("strong-on-seed" in broken(ground(), work("seed", MAY, 1), iron)) is breaks
    assert "strong-on-seed" not in broken(ground(), iron, work("plant", MAY, 1))


@pytest.mark.parametrize(
    ("rate", "days", "breaks"), [(33.4, 13, True), (33.3, 13, False), (33.4, 14, False), (33.4, 1, True)]
)
def test_iron_that_kills_moss_keeps_a_fortnight_before_seed(rate: float, days: int, breaks: bool) -> None:
    """1 g/m² of iron is 33.3 of a product with 3 %."""
    killer, seed = job(IRON, rate, MAY), work("seed", MAY + timedelta(days=days), 2)
    assert ("strong-on-seed" in broken(ground(), seed, killer)) is breaks
    assert ("strong-on-seed" in broken(ground(), killer, seed)) is breaks


@pytest.mark.parametrize(("days", "tears"), [(-1, False), (0, True), (41, True), (42, False)])
def test_laid_turf_is_not_cored_until_it_has_rooted(days: int, tears: bool) -> None:
    turf, core = work("plant", MAY, 1), work("core", MAY + timedelta(days=days), 2)
    assert ("strong-on-seed" in broken(ground(), core, turf)) is tears
    assert ("strong-on-seed" in broken(ground(), turf, core)) is tears


@pytest.mark.parametrize(("days", "warns"), [(0, True), (41, True), (42, False)])
def test_a_barrier_waits_for_laid_turf(days: int, warns: bool) -> None:
    barrier = job(BARRIER, 15, MAY + timedelta(days=days), key=2)
    assert ("barrier-disturbed" in broken(ground(), barrier, work("plant", MAY, 1))) is warns
    assert "barrier-disturbed" not in broken(ground("bed"), barrier, work("plant", MAY, 1))


@pytest.mark.parametrize(("days", "breaks"), [(-1, False), (0, True), (41, True), (42, False)])
def test_new_plants_of_a_bed_get_nothing_strong(days: int, breaks: bool) -> None:
    feed = job(QUICK, 12, MAY + timedelta(days=days), key=2)
    found = broken(ground("bed"), feed, work("plant", MAY, 1))
    assert ("strong-on-seed" in found) is breaks
    assert not breaks or "nothing strong on new roots" in str(found["strong-on-seed"].sentence)
    assert "strong-on-seed" not in broken(ground("bed"), job(IRON, 10, MAY, key=2), work("plant", MAY, 1))


def test_the_small_end_of_an_area_decides_what_is_strong() -> None:
    """11 g/m² of a 21-0-0 over the middle size are 13.2 where the ground is a sixth smaller."""
    wide = ground(low_m2=100 / 1.2)
    seed = work("seed", MAY - timedelta(days=10), 1)
    assert "strong-on-seed" in broken(wide, job(QUICK, 11, MAY, key=2), seed)
    assert "strong-on-seed" not in broken(ground(), job(QUICK, 11, MAY, key=2), seed)


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
