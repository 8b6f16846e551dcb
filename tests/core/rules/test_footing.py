"""What the ground forbids or asks: roots, sodium, wet, mulch, lean plants, pots, patches (common practice)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date
from typing import Any

import pytest

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.footing import sodium_share
from amber_acre.core.rules.ground import PatchIn
from amber_acre.core.rules.rule import Case
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.plants import catalogue
from tests.core.rules.cases import COMPOST, GYPSUM, TODAY, broken, facts, ground, job
from tests.core.worlds import IRON, LIME, QUICK, SULPHUR, product

WETTING = product(71, "Wetwell", {}, (1, 4), "stimulant", liquid=True, density_kg_l=1.0)


@pytest.mark.parametrize(
    ("kind", "given", "canopy", "says"),
    [
        ("tree", {}, "", "Never till under a canopy"),
        ("hedge", {}, "", "Never till under a canopy"),
        ("bed", {"bare": "yes"}, "by the area's form", "by the area's form"),
        ("lawn", {}, "", "bare ground"),
        ("patch", {}, "", "bare ground"),
        ("bed", {}, "", "bare ground"),
        ("bed", {"bare": "yes"}, "", ""),
        ("container", {}, "", ""),
    ],
)
@pytest.mark.parametrize("what", [COMPOST, LIME])
def test_nothing_is_dug_in_where_roots_are(kind: str, given: dict[str, str], canopy: str, says: str, what: Any) -> None:
    """Compost dug in is a placement as lime tilled in is."""
    at = ground(kind, facts=facts(**given), canopy=canopy)
    dug = broken(at, job(what, 100, placement="tilled"))
    assert ("dug-in" in dug) is bool(says)
    assert not says or (says in str(dug["dug-in"].sentence) and dug["dug-in"].severity == "stop")
    assert "dug-in" not in broken(at, job(what, 100))


def sodic(na: float) -> SoilTest:
    return SoilTest.of(date(2026, 3, 1), "mehlich-3", ph=8.2, na=na, cec=6.0)


@pytest.mark.parametrize(("na", "asked"), [(82.0, True), (82.8, False), (83.5, False), (400.0, False)])
def test_gypsum_answers_sodium_at_six_per_cent_of_the_exchange(na: float, asked: bool) -> None:
    """6 % of 6 meq/100 g is 0.36 meq = 82.8 mg/kg of sodium [handbook-60]."""
    at = ground("bed", tests=(sodic(na),))
    assert ("gypsum-without-sodium" in broken(at, job(GYPSUM, 200))) is asked
    assert sodium_share(Case(job(GYPSUM, 200), at, (), TODAY)) == pytest.approx(na / 230 / 6)
    assert "no test shows sodium" in str(broken(ground(), job(GYPSUM, 200))["gypsum-without-sodium"].sentence)


def test_sulphur_asks_for_drainage_and_never_goes_on_wet_ground() -> None:
    rates = job(SULPHUR, 20)
    assert broken(ground(), rates)["drainage-unknown"].severity == "warn"
    wet = broken(ground(facts=facts(wet="yes")), rates)
    assert wet["wet-sulphur"].severity == "stop"
    assert "drainage-unknown" not in wet
    dry = broken(ground(facts=facts(wet="no")), rates)
    assert not {"wet-sulphur", "drainage-unknown"} & set(dry)
    assert "drainage-unknown" not in broken(ground(), job(LIME, 100))


@pytest.mark.parametrize(("depth", "noted"), [(19.9, False), (20.0, True)])
def test_mulch_in_the_way_is_pulled_back(depth: float, noted: bool) -> None:
    found = broken(ground("bed", mulch_mm=depth), job(QUICK, 12))
    assert ("mulch-in-the-way" in found) is noted
    assert not noted or found["mulch-in-the-way"].severity == "note"
    assert "mulch-in-the-way" not in broken(ground("bed", mulch_mm=80), job(WETTING, 2))


@pytest.mark.parametrize(("times", "asked"), [(0.999, False), (1.01, True)])
def test_lean_plants_are_hardly_fed(times: float, asked: bool) -> None:
    rate = 2.4 / 0.21 * times
    lean = ground("bed", facts=facts(lean="yes"))
    assert ("lean" in broken(lean, job(QUICK, rate))) is asked
    plants = tuple(plant for plant in catalogue().values() if "d" in plant.flags)[:2]
    assert ("lean" in broken(ground("bed", plants=plants), job(QUICK, rate))) is asked
    assert "lean" not in broken(ground("bed"), job(QUICK, rate))


def test_pots_are_limed_by_the_litre() -> None:
    at = ground("container")
    assert broken(at, job(LIME, 100))["by-litre"].severity == "stop"
    assert "by-litre" not in broken(at, job(LIME, dose=Dose(3.0, "litre", 90.0)))
    assert "by-litre" not in broken(at, job(QUICK, 12))


def test_a_treatment_for_a_patch_lands_on_the_patch() -> None:
    dry = PatchIn("Sandy corner", "dry", SquareMetres(6.0))
    worn = PatchIn("Gate", "worn", SquareMetres(4.0))
    at = ground(patches=(dry, worn))
    wetting = replace(WETTING, soil=replace(WETTING.soil, material="wetting"))
    assert "Sandy corner" in str(broken(at, job(wetting, 2, work="spread"))["on-the-patch"].sentence)
    assert "Gate" in str(broken(at, job(None, work="core"))["on-the-patch"].sentence)
    assert "on-the-patch" not in broken(at, job(QUICK, 12))
    assert "on-the-patch" not in broken(ground(), job(wetting, 2, work="spread"))


def test_iron_beside_paving_asks_how_the_edge_is_kept() -> None:
    beside = ground(facts=facts(hard_edge="yes"))
    assert broken(beside, job(IRON, 4))["iron-beside-paving"].severity == "warn"
    assert "iron-beside-paving" not in broken(ground(facts=facts(hard_edge="no")), job(IRON, 4))
    assert "iron-beside-paving" not in broken(beside, job(QUICK, 12))


@pytest.mark.parametrize(("depth", "warns"), [(20.0, True), (19.9, False)])
def test_a_correction_on_mulch_is_asked_and_a_feed_only_noted(depth: float, warns: bool) -> None:
    bed = ground("bed", mulch_mm=depth)
    assert ("correction-on-mulch" in broken(bed, job(SULPHUR, 20))) is warns
    found = broken(bed, job(QUICK, 12))
    assert ("mulch-in-the-way" in found, "correction-on-mulch" in found) == (warns, False)
