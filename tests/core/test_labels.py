"""Labels as text, and sources held against a grade; invented labels in the forms labels are printed in."""

from __future__ import annotations

import tomllib
from importlib.resources import files

import pytest

from amber_acre.core.products.label_text import named_sites, read_label
from amber_acre.core.products.product import parse_grade
from amber_acre.core.products.sources import contradictions
from amber_acre.core.typed_counts import count_rates

AMERICAN = """
FERNWALK 19-2-6
GUARANTEED ANALYSIS
Total Nitrogen (N) ............ 19.0%
  2.4% Ammoniacal Nitrogen
  7.6% Urea Nitrogen
  9.0% Slowly Available Methylene Urea Nitrogen*
Available Phosphate (P2O5) .... 2.0%
Soluble Potash (K2O) .......... 6.0%
Sulfur (S) 5.5%
Iron (Fe) 1.0%
Derived from: urea, methylene urea, ammonium sulfate, monoammonium phosphate, sulfate of potash, iron sulfate.
Apply 2.5 - 3.6 lbs per 1,000 sq ft, repeat after 6 weeks. Net weight 48 lb (21.8 kg)
"""
EUROPEAN = """NPK-Dünger 14-4-8. Nitrate nitrogen 3,5 %; ammoniacal nitrogen 10,5 %
20-30 g/m², every 5-6 weeks. Net weight: 20 kg"""
LIQUID = """Leafwell 9-0-4
Total nitrogen 9%
Urea nitrogen 9 %
3 to 5 fl. oz per 1000 sq ft every 21 days. Net contents 2.5 gal"""


def test_a_label_as_printed_in_america() -> None:
    read = read_label(AMERICAN)
    assert read["grade"] == "19-2-6"
    assert {key: read[f"forms-{key}"] for key in ("ammoniacal", "urea", "slow_soluble")} == {
        "ammoniacal": "2.4",
        "urea": "7.6",
        "slow_soluble": "9",
    }
    assert (read["others-S"], read["others-Fe"]) == ("5.5", "1")
    assert read["derived_from"].startswith("urea, methylene urea")
    assert (read["label_min"], read["label_max"]) == ("2.5 lbs/1000 ft²", "3.6 lbs/1000 ft²")
    assert read["interval"] == "6 weeks"
    assert read["packs-0-size"] == "48 lb"


def test_a_label_with_decimal_commas() -> None:
    read = read_label(EUROPEAN)
    assert read["grade"] == "14-4-8"
    assert (read["forms-nitrate"], read["forms-ammoniacal"]) == ("3.5", "10.5")
    assert read["interval"] == "5-6 weeks"
    assert read["packs-0-size"] == "20 kg"


def test_a_liquid_is_known_by_its_rate() -> None:
    read = read_label(LIQUID)
    assert (read["state"], read["label_max"], read["label_min"]) == ("liquid", "5 fl oz/1000 ft²", "3 fl oz/1000 ft²")
    assert read["packs-0-size"] == "2.5 gal"


def test_shares_alone_make_a_grade_and_nothing_is_guessed() -> None:
    assert read_label("Total nitrogen 8.5%\nSoluble potash 3%")["grade"] == "8.5-0-3"
    assert read_label("For lovely growth, call 555-0100-22 today") == {}
    assert read_label("") == {}


@pytest.mark.parametrize(
    ("text", "sites"),
    [
        ("Rose & Shrub Feed 8-4-12", "plantings"),
        ("Feeds lawns for 8 weeks. Not for use on roses or beds.", "turf"),
        ("For pots, containers and hanging baskets", "pots"),
        ("For beds, borders and containers", "garden"),
        ("Lawns and hedges", "ground"),
        ("Lawns, beds and pots", ""),
        ("Growers' choice 14-3-9", ""),
    ],
)
def test_where_a_label_says_it_goes(text: str, sites: str) -> None:
    assert named_sites(text) == sites
    assert read_label(text).get("sites", "") == sites


@pytest.mark.parametrize(
    ("grade", "sources", "words"),
    [
        ("10-0-4", "ammonium phosphate, potash", "brings phosphate"),
        ("10-5-0", "urea, ammonium phosphate, muriate of potash", "brings potash"),
        ("0-0-50", "potassium nitrate", "brings nitrogen"),
        ("10-5-0", "urea", "nothing it is derived from brings any"),
        ("10-0-5", "feather meal, urea", None),
        ("9-0-0", "urea", None),
        ("0-0-50", "sulphate of potash", None),
        ("9-1-3", "", None),
    ],
)
def test_sources_that_cannot_be_true_of_a_grade(grade: str, sources: str, words: str | None) -> None:
    found = contradictions(parse_grade(grade), sources)
    assert bool(found) is (words is not None)
    assert words is None or any(words in one for one in found)


def test_no_label_of_the_demo_contradicts_itself() -> None:
    text = files("amber_acre.demo").joinpath("products.toml").read_text("utf-8")
    for item in tomllib.loads(text)["product"]:
        assert contradictions(parse_grade(item["grade"]), item["derived_from"]) == (), item["name"]


@pytest.mark.parametrize(
    ("said", "by"),
    [
        ("Apply 30-50 g per plant in spring.", "30-50 g/plant"),
        ("Roses: 2 oz per shrub; trees 1 lb per inch of trunk diameter", "2 oz/shrub; 1 lb/inch of trunk diameter"),
        ("Mix 3 g per litre of medium, or feed at 1 g/L of water.", "3 g/litre of medium; 1 g/l of water"),
        ("12 fl. oz per tree, 60 g per metre of hedge", "12 fl oz/tree; 60 g/metre of hedge"),
        ("Use 4 lb per 1,000 sq ft.", ""),
        ("Apply 90 kg per plant", ""),
    ],
)
def test_a_pasted_label_tells_its_doses_by_count(said: str, by: str) -> None:
    read = read_label(said)
    assert read.get("label_by", "") == by
    if by:
        assert count_rates(by)


def test_a_coatings_span_is_read_with_its_warmth_alone() -> None:
    assert read_label("16-7-11. Releases over 5 to 6 months at 21 °C (70 °F).")["longevity"] == "5 to 6 months at 21 °C"
    assert read_label("Longevity: 180 days @ 70 F")["longevity"] == "180 days at 70 °F"
    assert "longevity" not in read_label("Feeds up to 8 weeks. Store at 5 to 30 °C.")
