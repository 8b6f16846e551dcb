"""Forms of a feed that plants do not bear, at the edge of each share (common practice, no source; from memory)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

import pytest

from amber_acre.core.care.planting import planting_of
from amber_acre.core.products.product import ORGANIC, Product
from amber_acre.core.programme.picking import why_not
from amber_acre.core.rules.plant_forms import NO_CHLORIDE, acid_in_pots, wrong_form
from amber_acre.core.tables.care_groups import CARE_GROUPS, group_of_plant
from amber_acre.core.tables.plants import Plant, catalogue
from tests.core.rules.cases import broken, facts, ground, job
from tests.core.worlds import LIME, MEAL, QUICK, product

ON = date(2026, 5, 20)
BALANCED = product(99, "Evenmix 10-10-10", {"ammoniacal": 5, "urea": 5}, (5, 40), p2o5=10, k2o=10)
MANURE = product(97, "Stablepellets", {"insoluble": 4.0}, (50, 200), "manure", p2o5=2)


def called(name: str) -> Plant:
    return next(plant for plant in catalogue().values() if plant.common.split(";")[0] == name)


def mixed(nitrate: float, quick: float = 10.0) -> Product:
    """A feed of so much nitrate and ammonium, and the rest slow."""
    forms = {"nitrate": nitrate, "ammoniacal": quick - nitrate, "slow_soluble": 10 - quick}
    kept = {form: share for form, share in forms.items() if share > 0}
    return product(96, "Mixture", kept, (5, 40), "methylene" if quick < 10 else "quick")  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("what", "plant", "asked"),
    [
        (mixed(6.0), "azalea", False),
        (mixed(6.1), "azalea", True),
        (mixed(6.1), "hosta", False),
        (MANURE, "azalea", True),
        (MANURE, "male fern", False),
        (QUICK, "azalea", False),
        (BALANCED, "male fern", True),
        (MEAL, "male fern", False),
        (mixed(0.0, 6.0), "chusan palm", False),
        (mixed(0.0, 6.1), "chusan palm", True),
        (LIME, "chusan palm", False),
    ],
)
def test_what_a_planner_passes_over_a_hand_is_asked_about(what: Product, plant: str, asked: bool) -> None:
    at = ground("bed", plants=(called(plant),))
    assert ("plant-form" in broken(at, job(what, 12, ON))) is asked
    picked = replace(planting_of(at), group=CARE_GROUPS[group_of_plant(called(plant))])
    assert not asked or why_not(what, picked, False)


def test_a_feed_that_leaves_base_limes_what_is_to_stay_acid() -> None:
    """Nitrate of soda leaves 1.8 g of CaCO₃ for a gram of nitrogen; a third of it with urea leaves none."""
    soda = product(95, "Sodanit", {"nitrate": 5.0, "ammoniacal": 10.0}, (5, 40), other={"Ca": 0.40})
    assert "limes" in wrong_form(soda, "acid")
    assert not wrong_form(product(94, "Plain", {"ammoniacal": 15.0}, (5, 40)), "acid")


def test_the_form_and_the_job_say_whom_it_is_for() -> None:
    ferns, hosta = called("male fern"), called("hosta")
    for plants, asked in (((ferns, hosta, hosta), False), ((ferns, ferns, hosta), True)):
        assert ("plant-form" in broken(ground("bed", plants=plants), job(BALANCED, 12, ON))) is asked
    said = ground("bed", plants=(hosta,), facts=facts(care="fern"))
    assert "plant-form" in broken(said, job(BALANCED, 12, ON))
    own = job(BALANCED, 12, ON, name="Spring feed: ferns")
    assert "plant-form" not in broken(ground("bed", plants=(ferns, hosta, hosta)), own)  # by area it is for all
    for kind in ("lawn", "container"):
        assert "plant-form" not in broken(ground(kind, facts=facts(care="fern")), job(BALANCED, 12, ON))


@pytest.mark.parametrize(
    ("what", "plants", "asked"),
    [
        (mixed(6.0), ("azalea",), False),
        (mixed(6.1), ("azalea",), True),
        (MANURE, ("azalea",), True),
        (QUICK, ("azalea",), False),
        (mixed(6.1), ("azalea", "hosta"), False),  # half of them
        (mixed(6.1), ("azalea", "azalea", "hosta"), True),
        (BALANCED, ("male fern",), False),  # weak in water, or coated
        (mixed(0.0, 9.0), ("chusan palm",), False),
    ],
)
def test_in_pots_acid_lovers_alone_ask_for_another_form(what: Product, plants: tuple[str, ...], asked: bool) -> None:
    at = ground("container", plants=tuple(map(called, plants)), facts=facts(count=4.0))
    assert ("plant-form" in broken(at, job(what, 12, ON))) is asked
    assert acid_in_pots(at) is (plants.count("azalea") * 2 > len(plants))
    assert not acid_in_pots(ground("bed", plants=tuple(map(called, plants))))


@pytest.mark.parametrize("key", sorted(CARE_GROUPS))
def test_every_group_bears_some_feed(key: str) -> None:
    feeds = [MEAL, QUICK, mixed(0.0, 3.0), BALANCED]
    assert any(not wrong_form(one, key) for one in feeds)
    assert not wrong_form(LIME, key)
    assert wrong_form(BALANCED, "no such group") == ""
    assert {"organic", "manure"} <= ORGANIC


@pytest.mark.parametrize("group", NO_CHLORIDE)
def test_groups_that_bear_no_chloride_are_told_by_the_judge_as_well(group: str) -> None:
    name = {"acid": "azalea", "rose": "garden roses", "fern": "male fern", "bulb": "tulip"}[group]
    muriate = product(93, "Muriate", {}, (5, 40), k2o=60, other={"Cl": 0.47})
    plant = replace(called(name), salt="tolerant")
    assert "chloride" in broken(ground("bed", plants=(plant,)), job(muriate, 12, ON))
