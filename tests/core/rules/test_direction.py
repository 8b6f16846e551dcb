"""Nothing moves the pH the wrong way for what grows there; ranges are the catalogue's [plant-ph-lists]."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

import pytest

from amber_acre.core.rules.direction import leans, moves_ph
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.core.tables.plants import catalogue
from tests.core.rules.cases import COMPOST, GYPSUM, broken, entry, ground, job, logged, probed
from tests.core.worlds import ALUM, COPPERAS, LIME, MEAL, QUICK, SLOW, SULPHUR, product

MAY = date(2026, 5, 20)
SULPHATE = product(50, "Brightgrain 21-0-0", {"ammoniacal": 21}, (8, 20), other={"S": 0.24})
UREA = product(51, "Snowgrain 46-0-0", {"urea": 46}, (4, 10))
NITRATE = product(52, "Saltpetre 13-0-46", {"nitrate": 13}, (10, 40), k2o=46)


def read(ph: float) -> dict[str, Any]:
    return {"tests": (SoilTest.of(date(2026, 3, 1), ph=ph),), "facts": {}}


def test_what_a_product_does_to_the_ph() -> None:
    assert [moves_ph(p) for p in (LIME, SULPHUR, COPPERAS, ALUM)] == ["up", "down", "down", "down"]
    assert [moves_ph(p) for p in (QUICK, COMPOST, GYPSUM)] == [None, None, None]
    assert [leans(p) for p in (SULPHATE, NITRATE, UREA, MEAL, LIME, COMPOST)] == ["down", "up", None, None, None, None]


@pytest.mark.parametrize(("sulphur", "way"), [(0.0995, None), (0.1020, "down")])
def test_strong_acid_begins_at_three_grams_of_carbonate_a_gram_of_nitrogen(sulphur: float, way: str | None) -> None:
    """20 % of ammonium nitrogen leaves 0.2856 on grass, sulphate 3.1195 for its sulphur: 0.6 at 10.08 % S."""
    assert leans(product(53, "Edge", {"ammoniacal": 20}, (1, 9), other={"S": sulphur})) == way


@pytest.mark.parametrize(("calcium", "way"), [(0.115, None), (0.117, "up")])
def test_strong_base_begins_at_half_a_gram(calcium: float, way: str | None) -> None:
    """15 % of nitrate nitrogen leaves 0.2142, calcium takes 2.497 each: −0.075 at 11.58 % Ca."""
    assert leans(product(54, "Edge", {"nitrate": 15}, (1, 9), other={"Ca": calcium})) == way


@pytest.mark.parametrize(
    ("what", "ph", "breaks"),
    [(LIME, 6.9, False), (LIME, 7.0, True), (LIME, 7.6, True), (SULPHUR, 6.1, False), (SULPHUR, 6.0, True)],
)
def test_lime_and_sulphur_stop_at_the_plants_own_range(what: Any, ph: float, breaks: bool) -> None:
    """Smooth meadow-grass wants 6.0–7.0."""
    found = broken(ground(**read(ph)), job(what, 20 if what is SULPHUR else 100))
    assert ("wrong-way" in found) is breaks
    assert not breaks or (found["wrong-way"].severity, found["wrong-way"].field) == ("stop", "product")


def test_each_grass_has_its_own_range() -> None:
    """Centipede wants 4.5–6.0: at 5.5 it is in the range, and at 6.0 lime is refused; couch at 6.0 may be limed."""
    centipede: dict[str, Any] = {"grass": "centipede", "plants": (catalogue()["eremochloa-ophiuroides"],)}
    couch: dict[str, Any] = {"grass": "couch", "plants": (catalogue()["cynodon-dactylon"],)}
    assert ground(**centipede, **read(5.5)).ph_side() is None
    assert "wrong-way" in broken(ground(**centipede, **read(6.0)), job(LIME, 100))
    assert "wrong-way" not in broken(ground(**couch, **read(6.0)), job(LIME, 100))
    assert GRASS_BY_KEY["couch"].season == "warm"


@pytest.mark.parametrize(
    ("ph", "side"), [(5.7, "up"), (5.8, None), (5.9, None), (7.0, None), (7.2, None), (7.3, "down")]
)
def test_a_margin_of_two_tenths_is_the_error_of_a_test(ph: float, side: str | None) -> None:
    assert ground(**read(ph)).ph_side() == side


def test_a_probe_counts_where_no_test_does() -> None:
    wet = ground(probe=probed(5.2))
    assert wet.ph == pytest.approx(5.2)
    assert (wet.on_probe, wet.ph_side()) == (True, "up")
    found = broken(wet, job(SULPHATE, 12))
    assert "leaves much acid" in str(found["strong-feed"].sentence)
    assert "pH 5.2, probe, 1 April 2026" in str(found["strong-feed"].sentence)
    assert "strong-feed" not in broken(wet, job(SLOW, 15))
    assert "strong-feed" in broken(ground(**read(8.0)), job(NITRATE, 20))
    assert "strong-feed" not in broken(ground(**read(6.5)), job(SULPHATE, 12))


def test_without_a_ph_neither_lime_nor_sulphur_goes_unasked() -> None:
    for what, rate in ((LIME, 100), (SULPHUR, 20), (ALUM, 30)):
        assert broken(ground(), job(what, rate))["unknown-ph"].severity == "warn"
    assert "unknown-ph" not in broken(ground(**read(6.4)), job(LIME, 100))


def test_a_running_correction_is_not_worked_against() -> None:
    """Dolomitic lime for magnesium beside a running sulphur correction is refused, whatever the pH reads now."""
    lowering = ground(**read(6.4), running="down")
    assert "here it is being lowered" in str(broken(lowering, job(LIME, 100))["wrong-way"].sentence)
    assert "wrong-way" not in broken(lowering, job(SULPHUR, 20))
    assert "strong-feed" in broken(lowering, job(NITRATE, 20))


@pytest.mark.parametrize(("days", "breaks"), [(364, True), (365, False)])
def test_lime_and_sulphur_never_within_twelve_months(days: int, breaks: bool) -> None:
    at = ground(**read(6.5))
    sulphur = entry(SULPHUR, 20, MAY - timedelta(days=days))
    assert ("both-ways" in broken(at, job(LIME, 100, MAY), entries=(sulphur,))) is breaks
    assert ("both-ways" in logged(at, entry(LIME, 100, MAY, key=91), sulphur)) is breaks
