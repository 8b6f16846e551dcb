"""Doses by plant, trunk, hedge and litre as labels write them. Factors of units: NIST Handbook 44."""

from __future__ import annotations

import math

import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from amber_acre.core.errors import AmberError
from amber_acre.core.measure.area_facts import ReadFact
from amber_acre.core.measure.counts import count_for
from amber_acre.core.measure.listed_plants import Listed
from amber_acre.core.products.label_rates import grass_keys, served
from amber_acre.core.quantities import Kilograms
from amber_acre.core.sentence import ByCount, Sentence
from amber_acre.core.tables.grasses import GRASSES
from amber_acre.core.typed_counts import (
    AT_MOST,
    COUNT_UNITS,
    CountBasis,
    CountRate,
    count_rate,
    count_rates,
    counted,
    is_by_count,
)
from amber_acre.web.shown import Shown


@pytest.mark.parametrize(
    ("text", "basis", "low", "high"),
    [
        ("36 g/plant", "plant", 36, 36),
        ("28–54 g per shrub", "plant", 28, 54),
        ("1 to 2 oz/rose", "plant", 28.3495, 56.699),
        ("7 mL/plant", "plant_volume", 7, 7),
        ("2 fl oz per clump", "plant_volume", 59.147, 59.147),
        ("18 g/cm of trunk", "trunk", 18, 18),
        ("1 lb/inch of trunk diameter", "trunk", 178.58, 178.58),  # 453.592 g / 2.54 cm
        ("4-9 mL/cm trunk", "trunk_volume", 4, 9),
        ("2.7 g/L of medium", "litre", 2.7, 2.7),
        ("1 oz/gal of mix", "litre", 7.489, 7.489),  # 28.3495 g / 3.78541 L
        ("1.2 g/L of water", "water", 1200, 1200),
        ("65 g/m of hedge", "run", 65, 65),
        ("2 oz/ft of row", "run", 186.02, 186.02),  # 56.699 g / 0.3048 m
    ],
)
def test_labels_are_read_in_the_units_of_their_basis(text: str, basis: str, low: float, high: float) -> None:
    read = count_rate(text)
    assert read.basis == basis
    assert read.low == pytest.approx(low, rel=1e-4)
    assert read.high == pytest.approx(high, rel=1e-4)
    assert is_by_count(text)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("30 g", "what it is for"),
        ("30 g/m²", "what it is for"),
        ("30/plant", "not an amount"),
        ("g/plant", "not an amount"),
        ("50–30 g/plant", "under the higher"),
        ("0 g/plant", "above zero"),
        ("5 mL/L of medium", "a weight is needed"),
        ("30 kg/plant", "check the unit"),
        ("3 bananas/plant", "not a unit"),
        ("", "what it is for"),
    ],
)
def test_what_no_label_says_is_refused_in_words(text: str, says: str) -> None:
    with pytest.raises(AmberError) as refusal:
        count_rate(text, "label_by")
    assert says in refusal.value.sentence, refusal.value.sentence
    assert refusal.value.field == "label_by"


@pytest.mark.parametrize("basis", list(COUNT_UNITS))
def test_the_most_of_each_basis_holds_at_its_edge(basis: CountBasis) -> None:
    unit = {
        "plant": "g/plant",
        "plant_volume": "mL/plant",
        "trunk": "g/cm of trunk",
        "trunk_volume": "mL/cm of trunk",
        "litre": "g/L of medium",
        "water": "g/L of water",
        "run": "g/m of hedge",
    }[basis]
    most = AT_MOST[basis] / (1000 if basis == "water" else 1)
    assert count_rate(f"{most:g} {unit}").high == pytest.approx(AT_MOST[basis])
    with pytest.raises(AmberError):
        count_rate(f"{most * 1.001:.6f} {unit}")


def test_several_rates_stand_with_semicolons_and_each_basis_once() -> None:
    assert [rate.basis for rate in count_rates("30 g/plant; 3 g/L of medium;")] == ["plant", "litre"]
    assert count_rates("") == ()
    with pytest.raises(AmberError, match="one, as lowest to highest"):
        count_rates("30 g/plant; 40 g/shrub")


def test_a_count_may_stand_behind_the_dose() -> None:
    assert counted("30 g/plant × 12") == ("30 g/plant", 12.0)
    assert counted("8 mL/cm of trunk x 45") == ("8 mL/cm of trunk", 45.0)
    for text, count in (("1 oz/inch of trunk × 12", 30.48), ("2 oz/ft of hedge × 30", 9.144)):
        assert counted(text)[1] == pytest.approx(count)  # of the unit the dose is typed in
    assert counted("8 mL/cm of trunk x 45 in")[1] is None  # two units in one: refused as no dose
    assert counted("30 g/plant") == ("30 g/plant", None)
    assert counted("20 g/m²") == ("20 g/m²", None)


@given(st.floats(0.5, 900), st.floats(1, 4))
@example(0.78125, 1.0)  # both ends alike
def test_read_and_shown_agree_in_both_systems(low: float, times: float) -> None:
    rate = count_rate(f"{low:.4f}-{low * times:.4f} g/plant")
    for units in ("metric", "us"):
        shown = Shown("us" if units == "us" else "metric").by_count(rate)
        number = shown.split("–")[-1].split()[0].replace(",", "")
        assert float(number) * (28.349523 if units == "us" else 1) == pytest.approx(rate.high, rel=0.006)
    assert str(Sentence.of("{d}", d=ByCount(30, "plant"))) == "30 g a plant"


def facts(**values: object) -> dict[str, ReadFact]:
    return {key: ReadFact(value, "") for key, value in values.items()}  # type: ignore[arg-type]


def test_areas_say_what_they_hold() -> None:
    hedge = facts(run=13.2, spacing=0.6, width=0.5, margin=0.3)
    assert count_for("plant", "hedge", hedge) == 22
    assert count_for("run", "hedge", hedge) == 13.2
    assert count_for("run", "hedge", facts(plants=20.0, spacing=0.5)) == 10.0
    assert count_for("trunk", "hedge", hedge) is None
    tree = facts(stems=(0.3, 0.4), trunk_by="diameter")
    assert count_for("trunk", "tree", tree) == pytest.approx(50)  # 3-4-5
    assert count_for("plant", "tree", tree) == 1
    assert count_for("trunk", "tree", facts(stems=(math.pi * 0.2,), trunk_by="circumference")) == pytest.approx(20)
    assert count_for("trunk", "tree", {}) is None
    bed = facts(plants=(Listed(14, "Rosa"), Listed(5, "Lavandula")))
    assert count_for("plant", "bed", bed) == 19
    assert count_for("plant", "bed", {}) is None
    pots = facts(count=6.0, volume=30.0)
    assert count_for("litre", "container", pots) == pytest.approx(180)
    assert count_for("plant", "container", pots) == 6
    assert count_for("litre", "container", {}) is None
    assert count_for("water", "container", pots) is None


def test_a_pack_says_how_many_it_serves() -> None:
    assert served(Kilograms(5.4), CountRate("plant", 36, 72), None) == (75, 150)
    assert served(Kilograms(1.2), CountRate("plant_volume", 10, 20), 1.2) == (50, 100)
    assert served(Kilograms(2.0), CountRate("water", 500, 1000), None) == (2000, 4000)


def test_grasses_are_named_by_name_key_or_season() -> None:
    assert grass_keys("Perennial ryegrass, couch") == ["perennial-rye", "couch"]
    assert grass_keys("Poa pratensis; poa pratensis") == ["bluegrass"]
    assert grass_keys("cool-season grasses") == [grass.key for grass in GRASSES if grass.season == "cool"]
    assert grass_keys("") == []
    for grass in GRASSES:
        assert grass_keys(grass.common_name) == [grass.key]
    with pytest.raises(AmberError, match="none of the grasses"):
        grass_keys("couch, moss")
