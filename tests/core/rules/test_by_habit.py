"""What is put down by habit and answers nothing, at every door (common practice, no source)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

import pytest

from amber_acre.core.products.product import SoilAction
from amber_acre.core.rules.by_habit import CORE_HOT_C
from amber_acre.core.rules.ground import Ground
from tests.core.care.test_planting import ground as planting
from tests.core.rules.cases import broken, facts, ground, job
from tests.core.worlds import HOT, LIME, QUICK, STARTER, mehlich, product

MAY, JANUARY = date(2026, 5, 20), date(2026, 1, 20)
HYDRATED = replace(LIME, soil=replace(LIME.soil, lime_kind="hydrated"))
ALUMINIUM = product(95, "Blue salt", {}, (10, 100), "acidifier", soil=SoilAction(aluminium=0.08), other={"S": 0.14})
EPSOM = product(96, "Bitter salt", {}, (5, 40), "conditioner", other={"Mg": 0.05, "S": 0.07})
FAINT = replace(EPSOM, other={"Mg": 0.049, "S": 0.07})
PIGMENT = product(97, "Evergreen look", {}, (1, 9), "stimulant", soil=SoilAction(material="pigment"))
WETTING = product(98, "Soakthrough", {}, (1, 9), "stimulant", soil=SoilAction(material="wetting"))
BLUE = planting("bed", "6 × Hydrangea macrophylla", colour="blue")
PINK = planting("bed", "6 × Hydrangea macrophylla")
LAWN = ground()


@pytest.mark.parametrize(
    ("rule", "at", "what", "on", "asked"),
    [
        ("caustic-lime", LAWN, HYDRATED, MAY, True),
        ("caustic-lime", LAWN, LIME, MAY, False),
        ("caustic-lime", ground(facts=facts(bare="yes")), HYDRATED, MAY, False),
        ("aluminium", LAWN, ALUMINIUM, MAY, True),
        ("aluminium", PINK, ALUMINIUM, MAY, True),
        ("aluminium", BLUE, ALUMINIUM, MAY, False),
        ("nutrient-untested", LAWN, EPSOM, MAY, True),
        ("nutrient-untested", LAWN, FAINT, MAY, False),
        ("nutrient-untested", ground(tests=(mehlich(mg=59),)), EPSOM, MAY, False),
        ("nutrient-untested", ground(tests=(mehlich(mg=60),)), EPSOM, MAY, True),
        ("nutrient-untested", LAWN, QUICK, MAY, False),
        ("starter-on-old-turf", LAWN, STARTER, MAY, True),
        ("starter-on-old-turf", ground(tests=(mehlich(p=8),)), STARTER, MAY, False),
        ("phosphate-on-blue", BLUE, STARTER, MAY, True),
        ("phosphate-on-blue", PINK, STARTER, MAY, False),
        ("pigment", LAWN, PIGMENT, MAY, True),
        ("pigment", LAWN, PIGMENT, JANUARY, False),
        ("wetting-season", LAWN, WETTING, JANUARY, True),
        ("wetting-season", LAWN, WETTING, MAY, False),
    ],
)
def test_what_answers_nothing_is_asked_about(rule: str, at: Ground, what: object, on: date, asked: bool) -> None:
    assert (rule in broken(at, job(what, 8, on))) is asked  # type: ignore[arg-type]


def test_starter_with_its_seed_is_in_place() -> None:
    seed = job(None, on=MAY, key=2, work="seed")
    assert "starter-on-old-turf" not in broken(LAWN, job(STARTER, 8, MAY), seed)


@pytest.mark.parametrize(
    ("grass", "hot", "asked"),
    [("bluegrass", CORE_HOT_C, True), ("bluegrass", CORE_HOT_C - 0.1, False), ("couch", CORE_HOT_C, False)],
)
def test_cool_turf_is_not_cored_in_heat(grass: str, hot: float, asked: bool) -> None:
    at = ground(grass=grass, climate=replace(HOT, max_c=(hot,) * 12, mean_c=(18.0,) * 12, min_c=(10.0,) * 12))
    assert ("core-in-heat" in broken(at, job(None, on=date(2026, 7, 15), work="core"))) is asked
