"""What plantings ask of every door: mulch, fabric, findings, chloride, plants of the first year (common practice)."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta
from typing import Any

import pytest

from amber_acre.core.care.planting import Grown, group_of
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job
from amber_acre.core.measure.listed_plants import Listed
from amber_acre.core.products.product import SoilAction
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.mulched import mulch_on
from amber_acre.core.rules.rule import Verdict
from amber_acre.core.tables.mulches import ASKED_ABOVE_MM, AT_MOST_MM
from amber_acre.core.tables.plants import catalogue
from tests.core.care.test_planting import ground as planting
from tests.core.rules.cases import TODAY, facts, ground, job
from tests.core.rules.cases import broken as broken_at
from tests.core.rules.test_mulched import CHIPS, ON, laid, mulched
from tests.core.worlds import QUICK, SLOW, VALE, mehlich, product

SHINGLE = product(
    82, "Shingle", {}, (1, 400_000), "bulk", interval=0, density_kg_l=1.6, soil=SoilAction(material="gravel")
)
MURIATE = product(83, "Salt potash", {}, (5, 40), k2o=60, other={"Cl": 0.45})


def broken(one: Job, at: Ground) -> set[str]:
    """Keys of the rules a job breaks on a ground."""
    return set(broken_at(at, one))


def test_mulch_in_the_log_counts_when_more_is_laid() -> None:
    at = ground("bed", facts=facts(mulch_kind="none"))
    book = AreaBook(at, (), (laid(70, ON - timedelta(days=30)),), TODAY)
    assert "mulch-depth" in {verdict.rule for verdict in book.judged(mulched(60))}
    assert "mulch-depth" not in {verdict.rule for verdict in book.judged(mulched(20))}
    assert mulch_on(at, book.uses, ON)[1] == "chips"


def test_an_entry_of_mulch_is_not_held_against_itself() -> None:
    at = ground("bed", facts=facts(mulch_kind="none"))
    entry = laid(60, ON)
    book = AreaBook(at, (), (entry,), TODAY)
    assert "mulch-depth" not in {verdict.rule for verdict in book.judged_entry(entry)}


def test_a_feed_after_mulch_that_was_laid_lies_on_it() -> None:
    at = ground("bed", facts=facts(mulch_kind="none"))
    book = AreaBook(at, (), (laid(60, ON - timedelta(days=1)),), TODAY)
    keys = {verdict.rule for verdict in book.judged(job(SLOW, 20, ON, placement="base"))}
    assert "mulch-in-the-way" in keys
    earlier = job(SLOW, 20, ON - timedelta(days=5), placement="base")
    assert "mulch-in-the-way" not in {verdict.rule for verdict in book.judged(earlier)}


@pytest.mark.parametrize(
    ("adds", "lies", "rule"),
    [
        (AT_MOST_MM, 0, None),
        (AT_MOST_MM + 2, 0, "mulch-depth"),
        (60, 50, "mulch-depth"),
        (ASKED_ABOVE_MM - 1, 0, "mulch-depth"),
        (ASKED_ABOVE_MM + 3, 0, "mulch-unit"),
    ],
)
def test_mulch_at_its_edges(adds: float, lies: float, rule: str | None) -> None:
    found = {"mulch-depth", "mulch-unit"} & broken(mulched(adds), ground("bed", mulch_mm=lies))
    assert found == ({rule} if rule else set())


def test_gravel_on_organic_mulch() -> None:
    for deep, says in ((20.0, True), (20.0 - 1, False)):
        at = ground("bed", mulch_mm=deep, facts=facts(mulch_kind="chips"))
        assert ("gravel-on-organic" in broken(mulched(30, SHINGLE, 0.0), at)) is says
    assert "gravel-on-organic" not in broken(
        mulched(30, SHINGLE, 0.0), ground("bed", mulch_mm=40, facts=facts(mulch_kind="gravel"))
    )


def test_fabric() -> None:
    at = ground("bed", facts=facts(fabric="yes"))
    assert "organic-on-fabric" in broken(mulched(50), at)
    assert "organic-on-fabric" not in broken(mulched(50, SHINGLE, 0.0), at)
    assert "through-fabric" in broken(job(SLOW, 20, ON, placement="base"), at)
    assert "through-fabric" not in broken(job(SLOW, 20, ON, placement="under_mulch"), at)
    assert "through-fabric" not in broken(job(SLOW, 20, ON, placement="base"), ground("bed"))


@pytest.mark.parametrize(
    ("kind", "finding", "says"),
    [("tree", "", True), ("tree", "none", True), ("tree", "wilt", True), ("tree", "short", False), ("bed", "", False)],
)
def test_a_tree_is_fed_by_a_finding(kind: str, finding: str, says: bool) -> None:
    at = ground(kind, facts=facts(finding=finding) if finding else {})
    assert ("tree-finding" in broken(job(QUICK, 10, ON), at)) is says


@pytest.mark.parametrize(
    ("plant", "says"),
    [
        ("trachycarpus-fortunei", False),
        ("malus-domestica", False),
        ("citrus-x-limon", False),
        ("ficus-carica", True),  # lean fruit
        ("quercus-palustris", True),
    ],
)
def test_palms_fruit_and_citrus_wait_for_no_finding(plant: str, says: bool) -> None:
    grown = catalogue()[plant]
    at = ground("tree", plants=(grown,), facts=facts(plant=grown.botanical))
    assert ("tree-finding" in broken(job(QUICK, 10, ON), at)) is says
    assert (group_of(at, (Grown(grown.botanical, 1, grown),))[0].fed == "by finding") is says  # so says the year


def test_chloride_on_what_it_harms() -> None:
    tender, hardy = catalogue()["pieris-japonica"], catalogue()["berberis-thunbergii"]
    assert "chloride" in broken(job(MURIATE, 20, ON), ground("bed", plants=(tender,)))
    assert "chloride" not in broken(job(MURIATE, 20, ON), ground("bed", plants=(tender, hardy)))
    assert "chloride" not in broken(job(MURIATE, 20, ON), ground("lawn"))


@pytest.mark.parametrize(("days", "says"), [(0, True), (365 - 1, True), (365, False), (-1, False)])
def test_woody_plants_of_the_first_year(days: int, says: bool) -> None:
    at = ground("hedge", facts=facts(planted_on=(ON - timedelta(days=days)).isoformat()))
    assert ("new-plants" in broken(job(QUICK, 10, ON), at)) is says
    bed = ground("bed", facts=facts(planted_on=(ON - timedelta(days=days)).isoformat()))
    assert "new-plants" not in broken(job(QUICK, 10, ON), bed)
    shrubs = replace(bed, plants=(catalogue()["pieris-japonica"],))
    assert ("new-plants" in broken(job(QUICK, 10, ON), shrubs)) is says
    lines = Listed(8, "Pieris japonica", (ON - timedelta(days=days)).isoformat()), Listed(7, "Pieris japonica")
    listed = replace(shrubs, facts=facts(plants=lines))
    assert ("new-plants" in broken(job(QUICK, 10, ON), listed)) is says
    mixed = replace(bed, plants=(catalogue()["pieris-japonica"], catalogue()["rosa-hybrids"]))
    assert ("new-plants" in broken(job(QUICK, 10, ON), mixed)) is (days == 0)  # not yet rooted


@pytest.mark.parametrize(
    ("sites", "kind", "says"),
    [
        ("", "lawn", False),
        ("turf", "lawn", False),
        ("turf", "bed", True),
        ("garden", "lawn", True),
        ("garden", "container", False),
        ("plantings", "container", True),
        ("pots", "container", False),
        ("ground", "tree", False),
    ],
)
def test_a_label_names_where_it_is_allowed(sites: str, kind: str, says: bool) -> None:
    what = product(84, "Named", {"urea": 10}, (5, 40), sites=sites)
    assert ("label-site" in broken(job(what, 20, ON), ground(kind))) is says


@pytest.mark.parametrize(("days", "says"), [(365, False), (365 - 1, True), (0, False)])
def test_ports_close_before_new_ones(days: int, says: bool) -> None:
    at = ground("tree", facts=facts(injected_on=(ON - timedelta(days=days)).isoformat()))
    again = replace(job(QUICK, 1, ON), work="inject", product=None, dose=Dose(0.0, count=7))
    assert ("ports-close" in broken(again, at)) is says
    assert "ports-close" not in broken(replace(again, work="look"), at)


def test_two_planned_injections_are_held_apart() -> None:
    one = replace(job(QUICK, 1, ON), work="inject", product=None, dose=Dose(0.0, count=7))
    book = AreaBook(ground("tree"), (), (), TODAY)
    beside = [replace(one, on=ON + timedelta(days=200))]
    assert "ports-close" in {verdict.rule for verdict in book.judged(one, beside)}


def test_a_feed_over_the_whole_bed_names_the_lean_plants_it_reaches() -> None:
    bed = planting("bed", "14 × Rosa hybrids\n6 × Lavandula angustifolia")
    assert "lean-in-bed" in broken(job(SLOW, 20), bed)
    assert "lean-in-bed" not in broken(job(SLOW, dose=Dose(20, "plant", 14)), bed)
    assert "lean-in-bed" not in broken(job(CHIPS, 20_000, work="mulch"), bed)
    assert "lean-in-bed" not in broken(job(SLOW, 20), planting("bed", "14 × Rosa hybrids"))
    alone = broken(job(SLOW, 20), planting("bed", "14 × Lavandula angustifolia"))
    assert "lean" in alone  # the rule of lean beds speaks there
    assert "lean-in-bed" not in alone


MUSHROOM = product(
    84, "Stable Row", {}, (1, 400_000), "bulk", interval=0, density_kg_l=0.6, soil=SoilAction(material="mushroom")
)
RUBBER = product(
    85, "Bouncer", {}, (1, 400_000), "bulk", interval=0, density_kg_l=0.5, soil=SoilAction(material="rubber")
)
LAVENDER, ROSES, AZALEA = "6 × Lavandula angustifolia", "14 × Rosa hybrids", "5 × Rhododendron hybrids"


@pytest.mark.parametrize(
    ("plants", "what", "rule"),
    [
        (LAVENDER, CHIPS, "mulch-harms"),  # bark and chips by hand on dry-country plants
        (LAVENDER, SHINGLE, None),
        (f"{ROSES}\n{LAVENDER}", CHIPS, None),  # laid, and kept off the lavender: a caution
        (f"{ROSES}\n{LAVENDER}", SHINGLE, None),
        (ROSES, CHIPS, None),
        (AZALEA, MUSHROOM, "mulch-harms"),  # spent mushroom compost holds lime
        (f"{ROSES}\n{AZALEA}", MUSHROOM, "mulch-harms"),
        (AZALEA, SHINGLE, "mulch-place"),  # it may be limestone: look
        (AZALEA, CHIPS, None),
        (ROSES, MUSHROOM, None),
    ],
)
def test_mulch_laid_by_hand_is_held_against_what_grows_there(plants: str, what: Any, rule: str | None) -> None:
    tested = replace(planting("bed", plants), tests=(mehlich(p=25),))
    found = broken(mulched(50, what), tested)
    assert found & {"mulch-harms", "mulch-place"} == ({rule} if rule else set())


@pytest.mark.parametrize(("p", "asked"), [(None, True), (25.0, False), (400.0, True)])
def test_mulch_that_feeds_wants_a_test_of_phosphorus(p: float | None, asked: bool) -> None:
    """50 mm of a compost bring 20 to 40 g/m² of phosphorus, years of what plants take (common practice, no source)."""
    tests = (mehlich(p=p),) if p is not None else ()
    at = replace(planting("bed", ROSES), tests=tests)
    assert ("mulch-place" in broken(mulched(50, MUSHROOM), at)) is asked
    assert "mulch-place" not in broken(mulched(50, CHIPS), at)


def test_only_mulch_is_judged_as_mulch() -> None:
    bed = planting("bed", LAVENDER)
    assert not broken(replace(mulched(50, CHIPS), dose=Dose(0.0), product=None), bed) & {"mulch-harms"}
    assert not broken(job(QUICK, 10), bed) & {"mulch-harms", "mulch-place"}
    assert "mulch-harms" in broken(mulched(50), replace(bed, kind="hedge"))


@pytest.mark.parametrize(
    ("what", "said", "hottest", "against"),
    [
        (SHINGLE, {"slope": 0.15}, 26, ["on a slope loose stones roll"]),
        (SHINGLE, {"slope": 0.15 - 0.01}, 26, []),
        (SHINGLE, {}, 30.0, ["in a hot place it reflects heat on other plants"]),
        (SHINGLE, {}, 30.0 - 0.1, []),
        (RUBBER, {"slope": 0.15}, 30.0, ["on a slope light pieces wash off", "in a hot place it heats"]),
        (CHIPS, {"slope": 0.15, "wind": "exposed"}, 30.0, []),
    ],
)
def test_the_place_speaks_against_a_mulch(what: Any, said: dict[str, Any], hottest: float, against: list[str]) -> None:
    at = replace(planting("bed", ROSES), climate=replace(VALE, max_c=(hottest,) * 12))
    at = replace(at, facts={**at.facts, **facts(**said)})

    def of_place(where: Ground) -> list[Verdict]:
        judged = AreaBook(where, (), (), TODAY).judged(mulched(50, what))
        return [one for one in judged if one.rule == "mulch-place"]

    found = of_place(at)
    assert [one.severity for one in found] == (["note"] if against else [])
    assert all(words in str(found[0].sentence) for words in against)
    if what is SHINGLE:  # dry-country plants want stone, on a slope and in heat
        assert not of_place(replace(at, plants=planting("bed", LAVENDER).plants))


@pytest.mark.parametrize(("kind", "hottest", "hot"), [("bed", 31.9, False), ("bed", 32.0, True), ("lawn", 29.0, True)])
def test_heat_is_of_what_grows_there(kind: str, hottest: float, hot: bool) -> None:
    warm = replace(VALE, max_c=(hottest,) * 12, mean_c=(24.0,) * 12, min_c=(18.0,) * 12)
    at = replace(planting("bed", "14 × Rosa hybrids") if kind == "bed" else ground(), climate=warm)
    assert ("hot-feed" in broken(job(QUICK, 10), at)) is hot


@pytest.mark.parametrize(("share", "says"), [(0.01, True), (0.0099, False)])
def test_a_trace_of_chloride_harms_nobody(share: float, says: bool) -> None:
    potash = product(86, "Sulphate potash", {}, (5, 40), k2o=50, other={"Cl": share})
    assert ("chloride" in broken(job(potash, 20), planting("bed", "5 × Rhododendron hybrids"))) is says


def test_what_mulch_harms_is_named() -> None:
    book = AreaBook(planting("bed", LAVENDER), (), (), TODAY)
    said = [str(one.sentence) for one in book.judged(mulched(50)) if one.rule == "mulch-harms"]
    assert said == ["Arborist chips under lavender: it keeps crowns of dry-country plants moist, and they rot."]
