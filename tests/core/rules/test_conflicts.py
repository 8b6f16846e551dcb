"""What does not go together in time, at the edge of its days (common practice, no source)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any

import pytest

from amber_acre.core.products.product import Product, SoilAction
from amber_acre.core.rules.conflicts import gives_ammonia
from tests.core.rules.cases import COMPOST, broken, entry, facts, ground, job, logged
from tests.core.worlds import LIME, MEAL, QUICK, SLOW, product

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
    assert "What went down on 20 May 2026 lies 1 day away" in str(said.sentence)


@pytest.mark.parametrize(("days", "breaks"), [(0, True), (13, True), (14, False), (-1, False)])
def test_a_dressing_is_not_laid_over_a_fresh_feed(days: int, breaks: bool) -> None:
    """``days``: from the feed to the dressing; a feed after the dressing is right."""
    feed, dress = job(QUICK, 12, MAY), job(COMPOST, 3000, MAY + timedelta(days=days), key=2)
    assert ("under-dressing" in broken(ground(), dress, feed)) is breaks
    assert ("under-dressing" in broken(ground(), feed, dress)) is breaks
    assert "under-dressing" not in broken(ground(), job(LIME, 100, MAY), dress)


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


LIVE = product(68, "Rootfriend", {}, (2, 20), "inoculant")
RICH = product(69, "Bloomfull 10-31-10", {"urea": 10}, (5, 30), p2o5=31)
MIDDLING = product(70, "Bloomhalf 10-30-10", {"urea": 10}, (5, 30), p2o5=30)


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


@pytest.mark.parametrize(("days", "breaks"), [(0, True), (1, False), (-1, False)])
def test_a_leaf_feed_is_not_covered_on_its_day(days: int, breaks: bool) -> None:
    """``days``: from the feed to the dressing; what a leaf has taken up is not smothered."""
    feed, dress = job(LEAF, 5, MAY), job(COMPOST, 3000, MAY + timedelta(days=days), key=2)
    for one, other in ((dress, feed), (feed, dress)):
        found = broken(ground(), one, other)
        assert ("under-dressing" in found) is breaks
        assert not breaks or "is the same day: a leaf feed dries on the leaf" in str(found["under-dressing"].sentence)


IRON_LEAF = replace(IRON, liquid=True, density_kg_l=1.2, key=75, other={"Fe": 0.06})


def test_iron_sprayed_for_colour_is_on_the_leaf_as_a_feed_is() -> None:
    wet, spray = job(WETTING, 2, MAY), job(IRON_LEAF, 3, MAY, key=2)
    assert "leaf-or-soil" in broken(ground(), wet, spray)
    assert "leaf-or-soil" not in broken(ground(), wet, job(IRON, 20, MAY, key=2))  # granules go to the soil
    with_iron = replace(LEAF, key=76, other={"Fe": 0.02})
    assert "leaf-feeds-together" in broken(ground(), spray, job(with_iron, 4, MAY + timedelta(days=3), key=3))


SANDY = product(77, "Fine sand", {}, (10, 90000), "bulk", density_kg_l=1.5)


@pytest.mark.parametrize(
    ("mm", "more", "days", "smothers"),
    [(12.7, 0, 0, False), (12.8, 0, 0, True), (8, 8, 27, True), (8, 8, -27, True), (8, 8, 28, False), (6, 6, 3, False)],
)
def test_standing_turf_is_dressed_half_an_inch_at_most(mm: float, more: float, days: int, smothers: bool) -> None:
    """A millimetre of sand of 1.5 kg/L is 1,500 g/m²."""
    one, other = job(SANDY, mm * 1500, MAY), job(SANDY, more * 1500, MAY + timedelta(days=days), key=2)
    at = ground()
    found = broken(at, one, *([other] if more else []))
    assert ("smothered" in found) is smothers
    assert ("smothered" in logged(at, entry(SANDY, mm * 1500, MAY))) is (mm > 12.7)
    assert "smothered" not in broken(ground(facts=facts(bare="yes")), one, other)
    assert "smothered" not in broken(ground("bed"), one, other)
    assert "smothered" not in broken(at, job(SANDY, 50000, MAY, placement="tilled"))
    assert "smothered" not in broken(at, job(replace(SANDY, density_kg_l=None), 50000, MAY))


def test_a_dressing_over_too_little_ground_is_reckoned_by_its_small_end() -> None:
    wide = ground(low_m2=80.0)
    assert "smothered" in broken(wide, job(SANDY, 11 * 1500, MAY))
    assert "smothered" not in broken(wide, job(SANDY, 10 * 1500, MAY))


@pytest.mark.parametrize(
    ("days", "words"), [(0, "is on the same day"), (1, "lies 1 day away"), (2, "lies 2 days away")]
)
def test_how_far_two_jobs_lie_apart_is_said_in_words(days: int, words: str) -> None:
    found = broken(ground(), job(LIME, 100, MAY), job(QUICK, 10, MAY + timedelta(days=days), key=2))
    assert words in str(found["lime-and-ammonia"].sentence)


@pytest.mark.parametrize(("name", "days", "said"), [("plant", 3, False), ("plant", 4, True), ("core", -3, False)])
def test_live_fungi_away_from_roots_are_told_so(name: Any, days: int, said: bool) -> None:
    live = job(LIVE, 10, MAY)
    near = job(None, 0, MAY + timedelta(days=days), key=2, work=name)
    found = broken(ground("bed"), live, near)
    assert ("inoculant-at-roots" in found) is said
    assert "inoculant-at-roots" in broken(ground("bed"), live, job(QUICK, 5, MAY, key=2))
    assert "inoculant-at-roots" not in broken(ground("bed"), replace(live, placement="tilled"))
    assert not said or found["inoculant-at-roots"].severity == "note"
