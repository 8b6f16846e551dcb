"""A swap keeps the nitrogen, rewrites the reason, and offers only what passes, with why the others do not."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

import pytest

from amber_acre.core.jobs.dose import BasisKey, Dose
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.swap import by_hand, same_nitrogen, swapped, swaps
from amber_acre.core.typed_counts import CountRate
from tests.core.care.test_planting import ground as planting
from tests.core.rules.cases import book, ground, job
from tests.core.worlds import BYLAW, LIME, MEAL, QUICK, SHELF, SLOW, STARTER

MAY = date(2026, 5, 20)
SIZE = SquareMetres(40.0)
AT = ground(size=40.0)


def test_the_nitrogen_stays_and_the_reason_is_new() -> None:
    """15 g/m² of a 21 % feed are 3.15 g/m² of nitrogen: 15.75 of a 20 % one."""
    one = job(QUICK, 15, MAY, name="Late spring", reason="praises Quickstep")
    kept = same_nitrogen(one, SLOW, AT)
    assert kept is not None
    assert kept.value == pytest.approx(15.75)
    other = swapped(one, SLOW, kept, AT)
    assert (
        "3.15 g/m² of nitrogen from Slowburn 20-0-8, in place of Quickstep 21-0-0 at the same nitrogen" in other.reason
    )
    assert "praises" not in other.reason
    assert "at the same nitrogen" not in swapped(one, SLOW, Dose(12), AT).reason
    assert "it carries 24 % P2O5" in swapped(one, STARTER, Dose(20), AT).reason
    assert same_nitrogen(one, LIME, AT) is None
    assert same_nitrogen(job(LIME, 100), QUICK, AT) is None


@pytest.mark.parametrize(
    ("by", "liquid", "basis", "value"),
    [
        ((CountRate("plant", 10, 90),), False, "plant", 63.0),  # 60 g of 21 % for each are 63 g of 20 %
        ((CountRate("plant_volume", 10, 90),), True, "plant_volume", 63.0 / 1.25),  # as millilitres of 1.25 kg/L
        ((CountRate("trunk", 10, 90),), False, "area", 18.9),  # no rate by plant: 12 × 63 g over 40 m²
        ((), True, "area", 18.9),
    ],
)
def test_by_plant_each_keeps_its_nitrogen(by: tuple[CountRate, ...], liquid: bool, basis: str, value: float) -> None:
    one = replace(job(QUICK, 15, MAY), dose=Dose(60.0, "plant", 12.0))
    other = replace(SLOW, label=replace(SLOW.label, by=by), liquid=liquid, density_kg_l=1.25 if liquid else None)
    kept = same_nitrogen(one, other, AT)
    assert kept is not None
    assert kept.basis == basis
    assert kept.value == pytest.approx(value)
    brought = kept.rate_g_m2(SIZE, other.density_kg_l) * other.total_nitrogen
    assert brought == pytest.approx(one.rate_on(SIZE) * QUICK.total_nitrogen)


def test_what_is_for_some_plants_of_a_bed_stays_with_them() -> None:
    """8 × 60 g of 21 % for the roses among sages are 8 × 63 g of 20 %, though no label says grams a plant."""
    drift = planting("bed", "60 × Salvia nemorosa\n8 × Rosa hybrids")
    one = replace(job(QUICK, 15, MAY), dose=Dose(60.0, "plant", 8.0))
    other = replace(SLOW, label=replace(SLOW.label, by=()))
    kept = same_nitrogen(one, other, drift)
    assert kept is not None
    assert (kept.basis, kept.count) == ("plant", 8.0)
    assert kept.value == pytest.approx(63.0)
    alike = planting("bed", "8 × Rosa hybrids")
    assert same_nitrogen(one, other, alike) is not None


@pytest.mark.parametrize(("basis", "swaps_it"), [("litre", True), ("water", False), ("depth", False)])
def test_pellets_are_swapped_by_the_litre_and_feed_in_water_is_not(basis: BasisKey, swaps_it: bool) -> None:
    one = replace(job(QUICK, 15, MAY), dose=Dose(3.0, basis, 50.0))
    kept = same_nitrogen(one, SLOW, AT)
    assert (kept is not None) is swaps_it
    if kept is not None:
        assert kept.count == 50.0
        assert kept.value == pytest.approx(3.15)


def test_what_passes_stands_first_by_cost_and_the_rest_says_why() -> None:
    one = job(QUICK, 15, MAY)
    found = swaps(book(ground(rules=BYLAW), one), one, SHELF)
    assert [swap.job.material for swap in found if swap.passes] == [SLOW]
    refused = {swap.job.material.name: swap for swap in found if not swap.passes}
    assert {MEAL.name, STARTER.name} <= set(refused)
    assert QUICK.name not in refused
    assert any(verdict.rule == "phosphorus" for verdict in refused[STARTER.name].verdicts)


def test_a_copy_belongs_to_no_plan() -> None:
    copy = by_hand(job(QUICK, 15, MAY, maker="season", skipped=True), date(2026, 9, 1))
    assert (copy.key, copy.maker, copy.skipped) == (0, "hand", False)
    assert (copy.closes - copy.opens).days == 14
