"""The label at its edges: rates, interval and yearly maximum, by what went down when (common practice, no source)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from amber_acre.core.errors import AmberError
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.measure.listed_plants import Listed
from amber_acre.core.products.product import Product
from amber_acre.core.rules.dosing import dose_by_count, recounted, typed_again
from amber_acre.core.rules.spots import spot_m2
from amber_acre.core.tables.plants import catalogue
from amber_acre.core.tolerance import SLACK
from amber_acre.core.typed_counts import CountRate
from tests.core.care.test_planting import ground as planting
from tests.core.rules.cases import broken, entry, facts, ground, job, logged, with_label
from tests.core.worlds import LEAF, QUICK, SLOW, product

MAY = date(2026, 5, 20)


@pytest.mark.parametrize(
    ("rate", "low", "high"),
    [
        (20.0, False, False),
        (20.0 * (1 + SLACK * 0.9), False, False),
        (20.0 * (1 + SLACK * 1.1), False, True),
        (8.0, False, False),
        (8.0 * (1 - SLACK * 1.1), True, False),
    ],
)
def test_rates_hold_at_both_ends_of_the_label(rate: float, low: bool, high: bool) -> None:
    found = broken(ground(), job(QUICK, rate))
    assert ("label-low" in found, "label-high" in found) == (low, high)
    assert not high or (found["label-high"].severity, found["label-high"].field) == ("stop", "rate")


def test_a_range_is_held_at_its_small_end() -> None:
    assert "label-high" not in broken(ground(), job(SLOW, 24))
    over = broken(ground(low=92.0), job(SLOW, 24))
    assert "26.087 g/m² at the small end of the area is above" in str(over["label-high"].sentence)


def test_a_liquid_is_spoken_of_by_volume() -> None:
    over = broken(ground(), job(LEAF, 3 * 1.18 * 1.5))
    assert "4.5 mL/m² is above the label's highest rate, 3 mL/m²" in str(over["label-high"].sentence)


@pytest.mark.parametrize(("days", "breaks"), [(27, True), (28, False), (-27, True), (-28, False), (0, True)])
def test_the_interval_is_counted_to_the_day_both_ways(days: int, breaks: bool) -> None:
    other = job(QUICK, 10, MAY + timedelta(days=days), key=2)
    assert ("label-interval" in broken(ground(), job(QUICK, 10, MAY), other)) is breaks


def test_what_went_down_counts_on_its_own_day_and_across_the_seasons_edge() -> None:
    """A round planned for 1 June went down on 24 April: the next counts from there; so does last season's."""
    done = entry(QUICK, 12, date(2026, 4, 24), job=1)
    first, second = job(QUICK, 12, date(2026, 6, 1)), job(QUICK, 12, date(2026, 5, 25), key=2)
    assert "label-interval" not in broken(ground(), second, first, entries=(done,))
    winter = entry(QUICK, 12, date(2026, 2, 25))  # before the season's first day
    assert "label-interval" in broken(ground(), job(QUICK, 12, date(2026, 3, 20)), entries=(winter,))


@pytest.mark.parametrize(("days", "breaks"), [(364, True), (365, False)])
def test_the_labels_year_is_any_twelve_months(days: int, breaks: bool) -> None:
    """60 g/m² a year: three of 15 and one of 16 are one too many, unless a year lies between."""
    first = MAY - timedelta(days=days)
    before = tuple(entry(QUICK, 15, first + timedelta(days=40 * n), key=90 + n) for n in range(3))
    found = broken(ground(), job(QUICK, 16, MAY), entries=before)
    assert ("label-year" in found) is breaks


def test_a_log_is_held_by_what_was_covered_and_summed_over_the_whole() -> None:
    """Half the lawn at 30 g/m² is above the label there, and 15 over the whole; the day's other half is the same
    application."""
    half = entry(QUICK, 15, MAY, covered_m2=50.0)
    assert "label-high" in logged(ground(), half)
    whole = entry(QUICK, 15, MAY)
    assert not [key for key in logged(ground(), whole) if key.startswith("label")]
    other_half = entry(QUICK, 7.5, MAY, key=91, covered_m2=50.0)
    assert "label-interval" not in logged(ground(), entry(QUICK, 7.5, MAY, covered_m2=50.0), other_half)
    near = entry(QUICK, 12, MAY - timedelta(days=19), key=91)
    assert "asks for 28 between" in str(logged(ground(), whole, near)["label-interval"].sentence)
    planned = job(QUICK, 12, MAY + timedelta(days=5))
    assert "label-interval" not in logged(ground(), whole, jobs=(planned,))  # what is only planned may be moved


def test_what_went_down_is_not_thickened_by_the_doubt_about_the_size() -> None:
    """60 g/m² in three goes on an area that may be a tenth smaller: the log says what was covered."""
    doses = [entry(QUICK, 20, MAY - timedelta(days=40 * n), key=90 + n) for n in range(3)]
    assert "label-year" not in logged(ground(low=90.0), doses[0], *doses[1:])
    assert "label-year" in broken(ground(low=90.0), job(QUICK, 18, MAY), entries=tuple(doses[1:]))


def test_the_trades_own_overdose_is_seen_by_rate_and_by_interval() -> None:
    """20 fl oz/1000 every 4 weeks against a label of 12–18 every 6 weeks (common practice, no source)."""
    ounce = 1.18 * 0.318327  # g/m² of one fl oz/1000 ft² at 1.18 kg/L
    rates = (12 * ounce, 18 * ounce)
    stuff = product(20, "Leafwater", {"urea": 1}, rates, "liquid", interval=42, liquid=True, density_kg_l=1.18)
    first = entry(stuff, 20 * ounce, date(2026, 6, 1))
    said = logged(ground(), entry(stuff, 20 * ounce, date(2026, 6, 29), key=91), first)
    assert {"label-high", "label-interval"} <= set(said)


def test_a_dose_that_is_not_by_area_is_not_held_against_rates_by_area() -> None:
    pot = job(QUICK, on=MAY, dose=Dose(50.0, "plant", 20.0))
    assert not {"label-high", "label-low", "label-year"} & set(broken(ground("container"), pot))


BY = (CountRate("plant", 30, 60), CountRate("trunk", 10, 20), CountRate("litre", 2, 5), CountRate("water", 500, 1500))


@pytest.mark.parametrize("rate", BY)
def test_doses_by_count_hold_at_both_ends_of_the_label(rate: CountRate) -> None:
    what = with_label(SLOW, by=BY)
    assert rate.basis != "run"
    for value, expected in (
        (rate.low, set()),
        (rate.high * (1 + SLACK * 0.9), set()),
        (rate.high * (1 + SLACK * 1.1), {"label-count-high"}),
        (rate.low * (1 - SLACK * 1.1), {"label-count-low"}),
    ):
        found = broken(ground("bed"), job(what, dose=Dose(value, rate.basis, 4)))
        assert {key for key in found if key.startswith("label-count")} == expected
    over = broken(ground("bed"), job(what, dose=Dose(rate.high * 2, rate.basis, 4)))["label-count-high"]
    assert (over.severity, over.field) == ("stop", "rate")
    assert rate.unit in str(over.sentence)


def test_a_dose_by_plant_without_a_label_for_it_says_so_and_one_by_area_does_not() -> None:
    found = broken(ground("bed"), job(SLOW, dose=Dose(30, "plant", 4)))
    assert found["label-count-unsaid"].severity == "note"
    assert "label-count-unsaid" not in broken(ground("bed"), job(SLOW, 15))


def test_what_is_logged_by_plant_is_held_by_plant() -> None:
    """Twelve plants at 50 g are 600 g; 800 g came to 66.7 g a plant (by pencil)."""
    what = with_label(SLOW, by=BY)
    planned = job(what, dose=Dose(50, "plant", 12))
    at = ground("bed", 4.0)
    right = entry(what, 150, MAY, size=4.0, job=1)
    assert not {key for key in logged(at, right, jobs=(planned,)) if key.startswith("label-") and "high" in key}
    much = logged(at, entry(what, 200, MAY, size=4.0, job=1), jobs=(planned,))
    assert "66.6667 g a plant" in str(much["label-count-high"].sentence)
    half = entry(what, 150, MAY, size=4.0, job=1, covered_m2=2.0, amount_kg=0.3)  # six of the plants
    assert not {key for key in logged(at, half, jobs=(planned,)) if key.startswith("label-count")}


ROSES = (Listed(12, "Rosa hybrids"),)


@pytest.mark.parametrize(
    ("plants", "rate", "said"),
    [
        (ROSES, 18.0 * (1 + SLACK * 0.9), False),  # 12 × 60 g over 40 m² (by pencil)
        (ROSES, 18.0 * (1 + SLACK * 1.1), True),
        ((*ROSES, Listed(3, "Rosa gallica")), 30.0, False),  # what each gets nobody can say
        ((), 30.0, False),
    ],
)
def test_by_area_each_plant_gets_no_more_than_the_label_gives(
    plants: tuple[Listed, ...], rate: float, said: bool
) -> None:
    what = with_label(SLOW, by=(CountRate("plant", 30, 60),), max_g_m2=60.0)
    at = ground("bed", 40.0, facts=facts(plants=plants) if plants else {})
    found = broken(at, job(what, rate))
    assert ("label-count-spread" in found) is said
    assert "label-high" not in found
    if said:
        assert found["label-count-spread"].severity == "warn"
        assert "g a plant" in str(found["label-count-spread"].sentence)
    went = logged(at, entry(what, rate, MAY, size=40.0))  # without a job
    assert ("label-count-spread" in went) is said


def test_a_trunk_says_how_large_a_tree_is_and_a_tree_is_no_plant_of_a_label() -> None:
    what = with_label(SLOW, by=(CountRate("plant", 30, 60), CountRate("trunk", 10, 20)), max_g_m2=60.0)
    tree = ground("tree", 50.0, facts=facts(stems=(0.30,), trunk_by="diameter"))
    assert "label-count-spread" not in broken(tree, job(what, 11.9))  # 30 cm × 20 g over 50 m² are 12 g/m²
    assert "a cm of trunk" in str(broken(tree, job(what, 12.2))["label-count-spread"].sentence)


def test_the_years_maximum_holds_for_doses_by_plant_too() -> None:
    what = with_label(SLOW, by=BY, yearly_max_g_m2=20.0, max_g_m2=20.0)
    at = ground("bed", 4.0)
    assert "label-year" not in broken(at, job(what, dose=Dose(40, "plant", 2)))
    assert "label-year" in broken(at, job(what, dose=Dose(41, "plant", 2)))
    assert "label-year" not in broken(ground("container", 4.0), job(what, dose=Dose(41, "litre", 2)))


def test_after_the_first_time_the_lower_rate_holds() -> None:
    what = with_label(SLOW, later_max_g_m2=15.0)
    first = job(what, 24, MAY)
    assert "label-later" not in broken(ground(), first)
    later = job(what, 24, MAY + timedelta(days=90), key=2)
    found = broken(ground(), later, first)
    assert found["label-later"].severity == "stop"
    assert "after that its label allows 15 g/m²" in str(found["label-later"].sentence).lower()
    assert "label-later" not in broken(ground(), job(what, 15 * (1 + SLACK * 0.9), later.on, key=2), first)
    assert "label-later" in broken(ground(), job(what, 15 * (1 + SLACK * 1.1), later.on, key=2), first)
    assert "label-later" not in broken(ground(), first, later)  # the first time stays the first
    down = entry(what, 24, MAY)
    assert "label-later" in logged(ground(), entry(what, 24, later.on, key=91), down)


def test_a_label_that_names_grasses_holds_for_the_others() -> None:
    what = replace(SLOW, grasses="bluegrass perennial-rye")
    assert "label-grass" not in broken(ground(), job(what, 15))
    found = broken(ground(grass="tall-fescue"), job(what, 15))["label-grass"]
    assert (found.severity, found.field) == ("stop", "product")
    assert "this is Tall fescue" in str(found.sentence)
    assert "label-grass" not in broken(ground("bed"), job(what, 15))


@pytest.mark.parametrize(
    ("text", "basis", "value", "count"),
    [
        ("40 g/plant", "plant", 40, 22),
        ("40 g/plant × 9", "plant", 40, 9),
        ("50 g/m of hedge", "area", 50 * 11 / 30, None),
        ("12 g/cm of trunk × 30", "trunk", 12, 30),
        ("2.54 g/inch of trunk × 10", "trunk", 1, 25.4),  # 25.4 g in all
        ("12.192 g/ft of hedge × 10", "area", 121.92 / 30, None),
    ],
)
def test_a_dose_typed_by_count_is_put_on_its_ground(text: str, basis: str, value: float, count: float | None) -> None:
    hedge = ground("hedge", 30.0, facts=facts(run=11.0, spacing=0.5, width=0.6, margin=0.3))
    dose = dose_by_count(text, SLOW, hedge)
    assert dose.basis == basis
    assert dose.count == (pytest.approx(count) if count is not None else None)
    assert dose.value == pytest.approx(value)
    if dose.basis != "area":
        again = dose_by_count(typed_again(dose) + f" × {dose.count:g}", SLOW, hedge)
        assert again.basis == dose.basis
        assert again.count == pytest.approx(dose.count)
        assert again.value == pytest.approx(dose.value)


@pytest.mark.parametrize(
    ("text", "what", "says"),
    [
        ("30–50 g/plant", SLOW, "is a range"),
        ("12 g/cm of trunk", SLOW, "How many cm of trunk"),
        ("30 g/plant", LEAF, "is a liquid"),
        ("8 mL/plant", SLOW, "needs its density"),
        ("30 g/m of hedge × 0", SLOW, "How many metres of hedge"),
        ("12 g/cm of trunk × 100001", SLOW, "check the count"),
    ],
)
def test_doses_by_count_are_refused_in_words(text: str, what: Product, says: str) -> None:
    bed = ground("bed", 30.0, facts={})
    with pytest.raises(AmberError, match=says):
        dose_by_count(text if "plant" not in text else f"{text} × 4", what, bed)


def test_a_dose_by_count_counts_anew_on_another_ground() -> None:
    dose = Dose(40, "plant", 22)
    assert recounted(dose, ground("container", 2.0, facts=facts(count=5.0, volume=30.0))) == Dose(40, "plant", 5)
    assert recounted(Dose(12.0), ground()) == Dose(12.0)
    with pytest.raises(AmberError, match="does not say how many plants"):
        recounted(dose, ground("bed", facts={}))


def test_labels_refuse_what_cannot_be() -> None:
    for changes in ({"later_max_g_m2": 30.0}, {"later_max_g_m2": 5.0}, {"later_max_g_m2": 0.0}):
        with pytest.raises(AmberError) as refusal:
            with_label(SLOW, **changes)
        assert refusal.value.field == "later_max"
    with pytest.raises(AmberError, match="is a volume"):
        with_label(SLOW, by=(CountRate("plant_volume", 5, 9),))
    with pytest.raises(AmberError, match="dosed by volume"):
        with_label(LEAF, by=(CountRate("plant", 5, 9),))
    with pytest.raises(AmberError, match="none of the grasses"):
        replace(SLOW, grasses="moss")


def test_a_dose_by_plant_without_a_label_for_it_is_held_on_the_ground_of_such_plants() -> None:
    bed = planting("bed", "60 × Salvia nemorosa\n8 × Rosa hybrids")  # 40 m²: the roses stand on 6.4 of them
    what = with_label(SLOW, min_g_m2=10, max_g_m2=40, by=())
    each = {g: broken(bed, job(what, dose=Dose(g, "plant", 8))) for g in (32.0, 32.5)}
    assert "label-spot" not in each[32.0]  # 8 × 32 g on 6.4 m² are 40 g/m²
    assert each[32.5]["label-spot"].severity == "warn"
    assert "label-count-unsaid" not in each[32.0]
    hedge = planting("hedge", "Taxus baccata")
    assert "label-count-unsaid" in broken(hedge, job(what, dose=Dose(32, "plant", 8)))


def test_a_slip_is_asked_of_what_the_plants_get() -> None:
    bed = planting("bed", "60 × Salvia nemorosa\n3 × Dryopteris filix-mas")
    what = with_label(SLOW, min_g_m2=10, max_g_m2=40, by=())
    spot = spot_m2(bed, Dose(1, "plant", 3))
    assert spot is not None
    assert "unit-slip" not in broken(bed, job(what, dose=Dose(20 * spot / 3, "plant", 3)))
    assert "unit-slip" in broken(bed, job(what, dose=Dose(400 * spot / 3, "plant", 3)))


@pytest.mark.parametrize(("grams", "asked"), [(1.5, True), (1.6, False), (9.6, False), (9.8, True)])
def test_small_plants_that_get_the_rate_by_area_are_not_underfed(grams: float, asked: bool) -> None:
    """Twenty petunias take 3.2 m²: 1.6 g each are 10 g/m² there, 9.6 g are 60; a label's 20 g is for a shrub."""
    what = with_label(SLOW, by=(CountRate("plant", 20, 60),), min_g_m2=10.0, max_g_m2=60.0)
    at = ground("bed", 40.0, facts=facts(plants=(Listed(20, "petunia"),)), plants=(catalogue()["petunia-hybrids"],))
    assert spot_m2(at, Dose(grams, "plant", 20)) == pytest.approx(3.2)
    assert ("label-count-low" in broken(at, job(what, dose=Dose(grams, "plant", 20)))) is asked
    nobody = ground("bed", 40.0)
    assert "label-count-low" in broken(nobody, job(what, dose=Dose(grams, "plant", 20)))


@pytest.mark.parametrize(("grams", "stops"), [(400.0, False), (403.0, True)])
def test_what_is_weighed_out_for_pots_is_held_by_the_litre(grams: float, stops: bool) -> None:
    """4 pots of 25 litres on a square metre: 400 g are 4 g a litre, and 400 g/m² is no rate of a label there."""
    pots = ground("container", 1.0, facts=facts(count=4.0, volume=25.0))
    what = with_label(SLOW, by=(CountRate("litre", 2.0, 4.0),))
    went = logged(pots, entry(what, grams, MAY, size=1.0))
    assert ("label-count-high" in went) is stops
    assert "label-high" not in went
    assert "label-low" not in broken(pots, job(what, 1.0))
    assert not stops or "4.03 g a litre of medium" in str(went["label-count-high"].sentence)
    for at, label in ((ground("container", 1.0), what), (pots, SLOW)):  # nobody says how large, or the label is silent
        assert "label-count-high" not in logged(at, entry(label, 900, MAY, size=1.0))
