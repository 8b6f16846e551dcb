"""The mulch of an area by looks, form and log, where it lies, and what of a place speaks for or against a kind."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any

import pytest

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.jobs.standing import stand
from amber_acre.core.measure.listed_plants import Listed
from amber_acre.core.products.product import SoilAction
from amber_acre.core.quantities import Kilograms, SquareMetres
from amber_acre.core.rules.ground import RING_RADIUS_M, Ground
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.judged import JudgedJob, judged_job
from amber_acre.core.rules.mulched import (
    conditions_of_ground,
    laid_on_m2,
    lies_on_m2,
    mulch_of,
    mulch_on,
    settled_mm,
)
from amber_acre.core.rules.off_plan import off_plan
from amber_acre.core.rules.rule import Case
from amber_acre.core.tables.care_groups import usual_m2
from amber_acre.core.tables.mulches import MULCHES
from amber_acre.core.tables.plants import catalogue
from tests.core.rules.cases import TODAY, facts, ground, job
from tests.core.worlds import QUICK, VALE, product

ON = date(2026, 5, 20)
CHIPS = product(
    81, "Lane Chips", {}, (1, 400_000), "bulk", interval=0, density_kg_l=0.35, soil=SoilAction(material="chips")
)


KINDS = {"daylily": catalogue()["hemerocallis-hybrids"], "lavender": catalogue()["lavandula-angustifolia"]}


def bed_of(size: float, **counts: int) -> Ground:
    """A bed of so many m2 and of each plant so many."""
    lines = tuple(Listed(count, KINDS[name].botanical) for name, count in counts.items())
    return ground("bed", size, facts=facts(plants=lines), plants=tuple(KINDS[name] for name in counts))


def mulched(mm: float, what: Any = CHIPS, settles: float = 0.15) -> Any:
    """A job that lays so many settled millimetres on 100 m²."""
    volume = mm / (1 - settles) / 1000 * 100
    return job(what, on=ON, work="mulch", dose=Dose(volume, "volume"))


def laid(mm: float, on: date) -> Entry:
    """An entry of so many settled millimetres of chips on the whole 100 m2."""
    return Entry(7, None, on, CHIPS, Kilograms(mm / 0.85 / 1000 * 100 * 350), SquareMetres(100.0))


def test_depth_is_what_is_left_when_it_has_settled() -> None:
    case = Case(mulched(50), ground("bed"), (), TODAY)
    assert settled_mm(CHIPS, MULCHES["chips"], case.rate_g_m2) == pytest.approx(50)


def test_mulch_of_a_tree_lies_on_its_ring() -> None:
    # A ring of 2 m radius less 0.15 m off the bark is 12.50 m2: 1.0 m3 of chips, 0.85 once settled, lies 68.0 mm deep.
    tree = ground("tree", facts=facts(ring=2.0))
    one = job(CHIPS, on=ON, work="mulch", dose=Dose(1.0, "volume"))
    case = Case(one, tree, (), TODAY)
    assert settled_mm(CHIPS, MULCHES["chips"], case.rate_g_m2) == pytest.approx(68.0, abs=0.1)
    assert case.over_all_g_m2 == pytest.approx(3500)
    rates = [Case(one, tree, (), TODAY, True, whole).rate_g_m2 for whole in (None, 3500.0)]
    assert rates == pytest.approx([28008, 28008], abs=10)
    spread = replace(one, dose=Dose(28008))  # logged on the ring itself
    assert Case(spread, tree, (), TODAY, True, 3500.0).rate_g_m2 == pytest.approx(28008, abs=10)
    assert ground("tree").ring_m == RING_RADIUS_M
    small = replace(ground("tree"), size_m2=SquareMetres(3.0))
    assert small.ring_m == pytest.approx(0.977, abs=0.001)


def test_mulch_laid_before_a_look_is_not_counted_twice() -> None:
    at = ground("bed", mulch_mm=70, mulch_on=ON - timedelta(days=10), facts=facts(mulch_kind="chips"))
    book = AreaBook(at, (), (laid(60, ON - timedelta(days=30)),), TODAY)
    depth, _ = mulch_on(at, book.uses, ON)
    assert 68 < depth < 70


def test_mulch_beside_dry_country_plants_lies_on_the_rest() -> None:
    """Daylilies and lavenders on just what they usually stand on: chips lie under the daylilies alone, 20 mm of them
    once they have settled."""
    each = {name: usual_m2(plant) for name, plant in KINDS.items()}
    mixed = bed_of(12 * sum(each.values()), daylily=12, lavender=12)
    mulch = MULCHES["chips"]
    rest = 12 * each["daylily"]
    assert lies_on_m2(mixed, mulch) == pytest.approx(rest)
    assert lies_on_m2(mixed, MULCHES["gravel"]) == lies_on_m2(mixed, None) == mixed.size_m2
    volume = 0.02 * rest / 0.85
    one = job(CHIPS, on=ON, work="mulch", dose=Dose(volume, "volume"))
    assert laid_on_m2(mixed, one) == pytest.approx(rest)
    assert laid_on_m2(mixed, job(QUICK, 5.0)) is None
    deep = Case(one, mixed, (), TODAY).rate_g_m2
    assert settled_mm(CHIPS, mulch, deep) == pytest.approx(20.0)
    down = Entry(7, one.key, ON, CHIPS, Kilograms(volume * 350), SquareMetres(rest))
    book = AreaBook(mixed, (), (down,), ON)
    assert mulch_on(mixed, book.uses, ON)[0] == pytest.approx(20.0)
    alike = bed_of(3.0, lavender=12)
    assert lies_on_m2(alike, mulch) == alike.size_m2  # the kind is asked about, nothing is left out


def test_a_ring_that_is_mulched_is_done() -> None:
    """A tree's mulch covers its ring, not its roots' ground: nothing of it is left, and it is on plan."""
    tree = ground("tree", facts=facts(ring=2.0))
    one = job(CHIPS, on=ON, work="mulch", dose=Dose(1.0, "volume"))
    ring = laid_on_m2(tree, one)
    assert ring is not None
    assert ring == pytest.approx(12.5, abs=0.01)

    def stands(covered: float) -> JudgedJob:
        """The job with so much covered at its depth."""
        entry = Entry(7, one.key, ON, CHIPS, Kilograms(350 * covered / ring), SquareMetres(covered))
        return judged_job(AreaBook(tree, (), (entry,), ON), stand(one, tree.size_m2, tree.size_m2, (entry,), ON))

    assert stands(ring).state(ON) == "done"
    assert stands(ring).stands.left_kg == pytest.approx(0.0)
    assert stands(ring * 0.89).state(ON) == "in part"
    assert stands(ring).planned_where_g_m2 == pytest.approx(350_000 / ring)
    entry = Entry(7, one.key, ON, CHIPS, Kilograms(350), SquareMetres(ring))
    assert off_plan(one, entry, tree.size_m2, ring) is None
    assert off_plan(one, entry, tree.size_m2) is not None


def test_a_mulch_is_loose_or_laid_as_one_and_never_on_turf() -> None:
    compost = replace(CHIPS, soil=SoilAction(material="compost"))
    bed = ground("bed")
    assert mulch_of(bed, CHIPS, "spread") == MULCHES["chips"]
    assert mulch_of(bed, compost, "mulch") == MULCHES["compost"]
    assert mulch_of(bed, compost, "spread") is None  # an amendment, by weight
    assert mulch_of(bed, QUICK, "mulch") is None
    assert mulch_of(bed, None, "mulch") is None
    assert mulch_of(ground(), CHIPS, "mulch") is None


@pytest.mark.parametrize(
    ("said", "hottest", "found"),
    [
        ({}, 30.0 - 0.1, ("untested",)),
        ({}, 30.0, ("heat", "untested")),
        ({"slope": 0.15 - 0.001}, 20, ("untested",)),
        ({"slope": 0.15}, 20, ("slope", "untested")),
        ({"wind": "exposed", "wet": "yes"}, 20, ("wind", "wet", "untested")),
        ({"wind": "sheltered", "wet": "no"}, 20, ("untested",)),
    ],
)
def test_what_of_a_ground_speaks_for_or_against_kinds(
    said: dict[str, Any], hottest: float, found: tuple[str, ...]
) -> None:
    climate = replace(VALE, max_c=(*(19.0,) * 6, hottest, *(19.0,) * 5), mean_c=(12.0,) * 12, min_c=(5.0,) * 12)
    assert conditions_of_ground(ground("bed", climate=climate, facts=facts(**said))) == found


def test_mulch_of_a_day_lies_on_it_and_what_is_tilled_in_does_not_lie() -> None:
    at = ground("bed", facts=facts(mulch_kind="none"))
    book = AreaBook(at, (), (laid(50, ON),), TODAY)
    assert mulch_on(at, book.uses, ON)[0] == pytest.approx(50, abs=0.2)
    assert mulch_on(at, book.uses, ON - timedelta(days=1))[0] == 0
    assert settled_mm(CHIPS, MULCHES["chips"], 14_000, "tilled") == 0
    assert settled_mm(replace(CHIPS, density_kg_l=None), MULCHES["chips"], 14_000) == 0
    thin = AreaBook(at, (), (laid(0.5, ON),), TODAY)
    assert mulch_on(at, thin.uses, ON)[0] == pytest.approx(0.5, abs=0.01)
