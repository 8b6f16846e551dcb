"""What a report says and whether to believe it: figures, units, ranges, questions; the probe; pale leaves; colour."""

from __future__ import annotations

from datetime import date
from typing import Any

import periodictable
import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core import typed
from amber_acre.core.correction.flower_colour import colour_plan
from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.soil.entry import read_value, read_values
from amber_acre.core.soil.evidence import (
    SoilTest,
    charge_of,
    milliequivalents,
    newest_with,
    ppm_from_typed,
    refuse_doubts,
)
from amber_acre.core.soil.findings import findings, level
from amber_acre.core.soil.pale_leaves import evidence_at_hand, rank
from amber_acre.core.soil.plant_ph import overlap
from amber_acre.core.soil.probe import ProbeReading, large_on_probe, summary
from amber_acre.core.soil.reading import exchange, minimum_requirement, trends, verdicts
from amber_acre.core.soil.salinity import (
    ION_EQUIVALENTS,
    gypsum_requirement,
    read_water,
    residual_carbonate,
    salt_words,
    sodium_adsorption_ratio,
    sodium_to_replace,
)
from amber_acre.core.tables import soil_ranges as ranges
from amber_acre.core.tables.plants import catalogue
from amber_acre.core.tables.soil_measures import MEASURES
from amber_acre.core.working import Working
from tests.core.published_cases import case, hold, ids

DAY = date(2026, 4, 1)
HELD = {
    "07-MLSN-values",
    "07-MLSN-use-ratios",
    "07-MLSN-K-1",
    "07-MLSN-Mg-1",
    "07-ppm-lbacre",
    "07-lbacre-to-ppm-gm2",
    "07-meq-to-ppm",
    "07-CEC-1",
    "07-SAR-1",
    "07-salt-classes",
    "07-gypsum-requirement",
    "07-RSC",
}


def test_every_published_soil_test_case_is_held() -> None:
    assert set(ids("soil_test")) == HELD


def test_minimum_levels_as_published() -> None:
    """Woods, Stowell & Gelernter, Minimum Levels for Sustainable Nutrition, edition of 2014; from memory."""
    hold("soil_test", "07-MLSN-values", {e.capitalize(): value for e, value in ranges.MINIMUM_LEVELS.items()})
    hold(
        "soil_test",
        "07-MLSN-use-ratios",
        {f"{e.capitalize()} per N": ranges.USE_PER_NITROGEN[e] for e in ("k", "p", "ca", "mg")},
    )
    for key, element in (("07-MLSN-K-1", "k"), ("07-MLSN-Mg-1", "mg")):
        one = case("soil_test", key)["inputs"]
        nitrogen, tested = one["N_rate"]["value"], one["soil_test"]["value"]
        need = minimum_requirement(element, nitrogen, tested, Working(""))  # type: ignore[arg-type]
        use = nitrogen * ranges.USE_PER_NITROGEN[element]  # type: ignore[index]
        minimum = ranges.MINIMUM_LEVELS[element]  # type: ignore[index]
        hold("soil_test", key, {"a": use, "b": minimum * 0.15, "c": tested * 0.15, "Q": need})


@given(st.sampled_from(sorted(ranges.MINIMUM_LEVELS)), st.floats(0, 40), st.floats(0, 4000))
def test_a_requirement_is_never_negative(element: Any, nitrogen: float, tested: float) -> None:
    assert minimum_requirement(element, nitrogen, tested, Working("")) >= 0


def test_units_of_reports() -> None:
    """Furrow-slice convention; equivalent masses from periodictable."""
    one = typed.mass_rate("2 lb/acre").value
    hold(
        "soil_test",
        "07-ppm-lbacre",
        {"lb_per_acre": 1 / ppm_from_typed(1, "lb/acre"), "per_1000": 1 / ppm_from_typed(1, "lb/acre") / 43.56},
    )
    assert one == pytest.approx(typed.mass_rate("0.045914 lb/1000").value, rel=1e-4)
    hold(
        "soil_test",
        "07-lbacre-to-ppm-gm2",
        {"ppm": ppm_from_typed(180, "lb/acre"), "kg_ha": typed.mass_rate("180 lb/acre").value * 10},
    )
    hold(
        "soil_test",
        "07-meq-to-ppm",
        {e.capitalize(): ppm_from_typed(1, "meq/100 g", e) for e in ("ca", "mg", "k", "na")},
    )
    for element, charge in (("Ca", 2), ("Mg", 2), ("K", 1), ("Na", 1)):
        mass = MEASURES[element.lower()].equivalent  # type: ignore[index]
        assert mass == pytest.approx(periodictable.formula(element).mass / charge, rel=1e-4)
    assert ppm_from_typed(100, "lb/acre 8 in") == pytest.approx(100 * 0.5 * 6.67 / 8)
    with pytest.raises(MissingInput, match="not reported in meq"):
        milliequivalents("p", 20)


@given(st.floats(1, 400), st.sampled_from(["ca", "mg", "k", "na"]))
def test_the_unit_of_a_report_does_not_change_the_reading(ppm: float, element: Any) -> None:
    as_pounds, _ = read_value(element, f"{ppm * 2:.9g} lb/acre")
    as_charge, _ = read_value(element, f"{milliequivalents(element, ppm):.9g} meq/100 g")
    assert as_pounds == pytest.approx(ppm, rel=1e-6)
    assert as_charge == pytest.approx(ppm, rel=1e-6)


def test_exchange_and_base_saturation() -> None:
    """Sum of cations, masses from periodictable; tolerance covers the 200/120/390/230 roundings."""
    given_ = case("soil_test", "07-CEC-1")["inputs"]
    test = SoilTest.of(DAY, "mehlich-3", **{e.lower(): given_[e]["value"] for e in ("Ca", "Mg", "K", "Na")})
    bases = charge_of(test) or 0
    cec = bases + given_["exchangeable_H"]["value"]
    read = exchange(SoilTest(DAY, {**test.values, "cec": cec}, "mehlich-3"), Working(""))
    assert read is not None
    answers = {f"{e.capitalize()}_saturation": 100 * read.shares[e] for e in ("ca", "mg", "k", "na")}
    hold("soil_test", "07-CEC-1", answers | {"CEC": read.cec, "H_saturation": 100 * read.shares["acid"]})
    assert sum(read.shares.values()) == pytest.approx(1)
    assert exchange(SoilTest.of(DAY, ph=6), Working("")) is None
    summed = exchange(test, Working(""))
    assert summed is not None
    assert summed.summed
    assert any("acid is not counted" in words for words in summed.sentences)


def test_salts_and_sodium() -> None:
    """US Salinity Laboratory, USDA Agriculture Handbook 60; from memory."""
    given_ = case("soil_test", "07-SAR-1")["inputs"]
    hold("soil_test", "07-SAR-1", {"SAR": sodium_adsorption_ratio(*(given_[e]["value"] for e in ("Na", "Ca", "Mg")))})
    water = case("soil_test", "07-RSC")["inputs"]
    value, class_ = residual_carbonate(*(water[e]["value"] for e in ("CO3", "HCO3", "Ca", "Mg")))
    assert value == pytest.approx(case("soil_test", "07-RSC")["expected"]["RSC"]["value"])
    assert class_ in case("soil_test", "07-RSC")["expected"]["class"]["one_of"]
    assert [residual_carbonate(0, c, 0, 0)[1] for c in (1.0, 1.25, 2.5, 2.6)] == [
        "safe",
        "marginal",
        "marginal",
        "unsuitable",
    ]
    limits = case("soil_test", "07-salt-classes")["expected"]
    assert limits["EC_limit"]["value"] == ranges.SALINE_FROM_DS_M
    assert limits["ESP_limit"]["value"] == 100 * ranges.SODIC_FROM
    for depth, key in ((6.67 * 25.4, "gypsum"),):
        pounds = gypsum_requirement(1.0, depth, 2_000_000 / (43560 * 6.67 / 12 * 62.428), Working("")) / 0.112085
        assert pounds == pytest.approx(case("soil_test", "07-gypsum-requirement")["expected"][key]["value"], rel=0.004)
    with pytest.raises(OutOfRange, match="above zero"):
        sodium_adsorption_ratio(5, 0, 0)


def test_irrigation_water_is_read_by_what_its_analysis_holds() -> None:
    """USDA Handbook 60 (SAR, residual carbonate), FAO 29 (SAR 3 and 9), both from memory; masses from periodictable."""
    masses = {"na": ("Na", 1), "ca": ("Ca", 2), "mg": ("Mg", 2), "co3": ("CO3", 2), "hco3": ("HCO3", 1)}
    for key, (text, charge) in masses.items():
        assert pytest.approx(periodictable.formula(text).mass / charge, rel=2e-4) == ION_EQUIVALENTS[key]
    water = {
        k: case("soil_test", "07-RSC")["inputs"][n]["value"]
        for k, n in (("co3", "CO3"), ("hco3", "HCO3"), ("ca", "Ca"), ("mg", "Mg"))
    }
    read = read_water(water | {"na": 9.0}, Working(""))
    assert read.residual == pytest.approx(2.6)
    assert read.adsorption_ratio == pytest.approx(9 / ((1.6 + 1.2) / 2) ** 0.5)
    assert read.carbonate_per_mm == pytest.approx(5.4 * 0.05004)
    assert "SAR 7.6: some" in read.sentences[0]
    assert "unsuitable for long" in read.sentences[1]
    assert [
        read_water({"na": n, "ca": 1, "mg": 1}, Working("")).sentences[0].split(": ")[1][:4] for n in (2.9, 3, 9)
    ] == ["no c", "some", "much"]
    partly = read_water({"na": 9.0, "hco3": 2.0}, Working(""))
    assert partly.adsorption_ratio is None
    assert partly.residual is None
    assert partly.carbonate_per_mm == pytest.approx(0.10008)
    assert read_water({}, Working("")).sentences == ()


def test_sodium_to_replace_is_what_lies_above_the_harmless_share() -> None:
    """600 Ca, 60 Mg and 400 Na are 2.99 + 0.49 + 1.74 = 5.23 meq/100 g; 5 % of that may stay: 1.48 to replace."""
    sodic = SoilTest.of(DAY, "mehlich-3", ca=600, mg=60, na=400)
    ca, mg, na = 600 / 200.39, 60 / 121.525, 400 / 229.9
    assert sodium_to_replace(sodic, Working("")) == pytest.approx(na - 0.05 * (ca + mg + na))
    assert sodium_to_replace(SoilTest.of(DAY, "mehlich-3", ca=4200, mg=310, na=25, cec=24.5), Working("")) == 0
    assert sodium_to_replace(SoilTest.of(DAY, "mehlich-3", ca=4200, mg=310), Working("")) is None
    assert sodium_to_replace(SoilTest.of(DAY, "mehlich-3", na=310), Working("")) is None


@pytest.mark.parametrize(
    ("values", "words"),
    [
        ({"salts": 0.8}, "no concern"),
        ({"salts": 2.4}, "too much for sensitive plants"),
        ({"salts": 5.0}, "Saline: 5 dS/m"),
        ({"salts": 5.0, "ca": 600, "mg": 60, "na": 400}, "Saline and sodic: gypsum first"),
        ({"salts": 1.0, "ca": 600, "mg": 60, "na": 400}, "Sodic"),
        ({"ca": 900, "mg": 100, "na": 100}, "begins to slake"),
        ({"na": 100, "cec": 5}, "begins to slake"),
    ],
)
def test_salts_in_words(values: dict[str, float], words: str) -> None:
    assert words in " ".join(salt_words(SoilTest.of(DAY, "mehlich-3", **values)))


@pytest.mark.parametrize(
    ("values", "more", "words", "field"),
    [
        ({"ph": 1.2}, {}, "outside 3–10: no soil reads that", "ph"),
        ({"p": -1}, {"extractant": "olsen"}, "outside 0–5,000", "p"),
        ({"organic_matter": 1.4}, {}, "Organic matter of 140 % is outside", "organic_matter"),
        ({"ph": 6, "sand": 0.5, "silt": 0.3, "clay": 0.3}, {}, "add up to 110 %, not 100", "clay"),
        ({"ph": 6, "sand": 0.5, "clay": 0.3}, {}, "all three", "clay"),
        ({"p": 20}, {}, "Choose the extractant", "extractant"),
        ({"ph": 5.5, "buffer_ph": 6.2}, {}, "Choose the buffer method", "buffer_method"),
        ({"ph": 5.5, "buffer_ph": 4.3}, {"buffer_method": "smp"}, "cannot be SMP, which reads 4.8 to 7.5", "buffer_ph"),
        ({"ph": 5.5, "buffer_ph": 6.9}, {"buffer_method": "mehlich"}, "cannot be Mehlich", "buffer_ph"),
        (
            {"ph": 5.5, "buffer_ph": 6.2},
            {"buffer_method": "adams-evans"},
            "cannot be Adams–Evans, which reads 7 to 8",
            "buffer_ph",
        ),
        ({"ph": 6}, {"depth_mm": 2.0}, "between 1 cm and 1 m", "depth"),
        ({"ph": 6}, {"extractant": "vinegar"}, "extractant named", "extractant"),
        ({}, {}, "holds no figure", "ph"),
    ],
)
def test_what_no_report_can_say_is_refused(values: Any, more: Any, words: str, field: str) -> None:
    with pytest.raises(AmberError, match=words.replace("(", r"\(")) as refusal:
        SoilTest(DAY, values, **more)
    assert refusal.value.field == field


@pytest.mark.parametrize(
    ("test", "region", "words"),
    [
        (SoilTest.of(DAY, "mehlich-3", ph=6.4, k=820), "", "If the report is in lb/acre, it is 410 mg/kg"),
        (SoilTest.of(DAY, "mehlich-3", ph=6.4, ca=2400, mg=400, cec=8), "", "cations add up to 15.3 meq/100 g"),
        (SoilTest.of(DAY, "mehlich-3", ph=7.6, p=14), "", "would be adequate by Olsen"),
        (SoilTest.of(DAY, "olsen", ph=5.4, p=14), "", "Olsen is made for neutral"),
        (SoilTest.of(DAY, "bray-1", ph=7.8, p=4), "", "Bray-1 reads too little"),
        (SoilTest.of(DAY, ph=8.2), "humid", "odd for soil of this region"),
        (SoilTest(DAY, {"ph": 6.4, "buffer_ph": 5.4}, None, "smp"), "", "Were the two swapped"),
        (SoilTest.of(DAY, ph=6.4, organic_matter=0.4), "", "Organic matter 40 % is far above"),
    ],
)
def test_odd_figures_are_asked_about(test: SoilTest, region: str, words: str) -> None:
    assert any(words in doubt.sentence for doubt in test.doubts(region))
    with pytest.raises(AmberError, match=words.split("(", maxsplit=1)[0]):
        refuse_doubts(test, region)


def test_usual_figures_raise_no_question() -> None:
    usual = SoilTest.of(DAY, "mehlich-3", ph=6.4, p=40, k=120, ca=1100, mg=140, cec=8, organic_matter=0.03)
    assert usual.doubts("humid") == ()
    calcareous = SoilTest.of(DAY, "mehlich-3", ph=7.8, p=40, ca=4800, mg=300, cec=15)
    assert calcareous.doubts("arid") == ()  # dissolved lime, said in the reading instead
    assert SoilTest.of(date(2020, 1, 1), ph=6).age_doubt(DAY) is not None


@pytest.mark.parametrize(
    ("key", "text", "value", "kept"),
    [
        ("ph", "6,4", 6.4, "6,4"),
        ("p", "38", 38, "38 ppm"),
        ("k", "184 lb/acre", 92, "184 lb/acre"),
        ("organic_matter", "3.4 %", 0.034, "3.4 %"),
        ("salts", "650 uS/cm", 0.65, "650 us/cm"),
        ("cec", "12.4 meq/100 g", 12.4, "12.4 meq/100 g"),
        ("b", "<0.2", 0.2, "<0.2 ppm"),
        ("ca", "1,250", 1250, "1,250 ppm"),
    ],
)
def test_figures_are_read_with_their_units(key: Any, text: str, value: float, kept: str) -> None:
    read, words = read_value(key, text)
    assert read == pytest.approx(value)
    assert words == kept


@pytest.mark.parametrize(
    ("key", "text", "words"),
    [
        ("ph", "1.2", "no soil reads that"),
        ("ph", "acid", "not a number"),
        ("k", "90 oz", "not a unit of a soil test"),
        ("p", "2 meq", "not reported in meq"),
        ("salts", "3 ppm", "not a unit of salts"),
        ("ph", "6.4 ppm", "not a number"),
        ("clay", "120", "outside 0–100"),
        ("k", "80000", "Check the unit on the report"),
    ],
)
def test_figures_that_cannot_be_are_refused(key: Any, text: str, words: str) -> None:
    with pytest.raises(AmberError, match=words) as refusal:
        read_value(key, text)
    assert refusal.value.field == key
    values, kept, faults = read_values({key: text, "mg": "–", "ca": ""}, "ppm")
    assert (values, kept, len(faults)) == ({}, {}, 1)


def test_findings_speak_of_what_was_not_tested() -> None:
    read = findings(SoilTest.of(DAY, organic_matter=0.03), DAY)
    assert (read.phosphorus, read.potassium) == ("unknown", "unknown")
    assert any("has no pH" in words for words in read.assumptions)
    assert level(SoilTest.of(DAY, "morgan", zn=4), "zn") == "unknown"


def test_both_readings_stand_side_by_side() -> None:
    test = SoilTest.of(DAY, "mehlich-3", ph=7.6, p=96, k=60, fe=38, na=20)
    by = {v.element: v for v in verdicts(test, 12.0, Working(""))}
    assert "No phosphorus" in by["p"].sentence
    assert by["k"].level == "low"
    assert by["k"].required_g_m2 == pytest.approx(12 * 0.5 + (37 - 60) * 0.15)
    assert by["fe"].sentence.endswith("locked up more than short: mend the pH, or a chelate that holds there.")
    limy = SoilTest.of(DAY, "mehlich-3", ph=7.6, fe=38, free_lime=0.04)
    assert "free lime holds the pH there" in verdicts(limy, None, Working(""))[0].sentence
    assert by["na"].level == "unknown"
    assert (
        "true shortage"
        in {v.element: v for v in verdicts(SoilTest.of(DAY, "mehlich-3", ph=6.2, fe=38), None, Working(""))}[
            "fe"
        ].sentence
    )
    olsen = verdicts(SoilTest.of(DAY, "olsen", ph=7.2, p=10), 12.0, Working(""))[0]
    assert (olsen.minimum, olsen.required_g_m2) == (None, None)  # minimum levels are Mehlich-3's
    acid = verdicts(SoilTest.of(DAY, "mehlich-3", ph=5.2, p=10), 12.0, Working(""))[0]
    assert acid.minimum is None


def test_trends_compare_like_with_like() -> None:
    tests = [
        SoilTest.of(date(2019, 9, 24), "mehlich-3", ph=6.7, p=68),
        SoilTest.of(date(2022, 9, 24), "olsen", ph=6.8, p=30),
        SoilTest.of(date(2025, 9, 24), "mehlich-3", ph=6.9, p=96),
    ]
    found = {trend.measure: trend for trend in trends(tests)}
    assert found["p"].sentence == "Phosphorus rose from 68 to 96 mg/kg in 6.0 years."
    assert found["p"].per_year == pytest.approx(28 / 6, rel=0.01)
    assert len(found["ph"].points) == 3
    assert trends(tests[:1]) == ()


def test_probe_readings_are_all_kept_and_the_odd_one_named() -> None:
    day = date(2026, 5, 20)
    readings = [ProbeReading(day, f"spot {n}", ph) for n, ph in enumerate((5.6, 5.7, 5.9, 6.0, 7.1))]
    read = summary([*readings, ProbeReading(date(2025, 5, 20), "spot 1", 5.6)])
    assert read is not None
    assert (read.lowest, read.highest) == (5.6, 7.1)
    assert read.mean == pytest.approx(6.06)
    assert [reading.spot for reading in read.differing] == ["spot 4"]
    assert any("within what the probe cannot tell" in words for words in read.sentences)
    assert read.half_spread == pytest.approx(0.75)
    single = summary([ProbeReading(day, "gate", 5.4), ProbeReading(date(2025, 1, 1), "gate", 6.2)])
    assert single is not None
    assert any("Fewer than three" in words for words in single.sentences)
    assert any("drift worth a laboratory test" in words for words in single.sentences)
    assert summary([]) is None
    with pytest.raises(OutOfRange, match="Clean the probe"):
        ProbeReading(day, "gate", 1.2)
    assert large_on_probe(100, 245) == ""
    assert "may be 0.3 off" in large_on_probe(400, 245)


def test_a_mixed_bed_has_an_overlap_or_none() -> None:
    plants = catalogue()
    by = {plant.botanical: plant for plant in plants.values()}
    azalea, lavender = by["Rhododendron (azalea group)"], by["Lavandula angustifolia"]
    none = overlap([azalea, lavender], 6.2)
    assert none is not None
    assert none.range is None
    assert "No pH suits all" in none.sentence
    one = overlap([azalea], 6.9)
    assert one is not None
    assert one.range == azalea.ph
    assert "above it at 6.9" in one.sentence
    assert len(one.unhappy) == 1
    unknown = overlap([azalea], None)
    assert unknown is not None
    assert "not known" in unknown.sentence
    assert overlap([], 6.5) is None


def test_pale_leaves_are_weighed_not_guessed() -> None:
    plateau = SoilTest.of(DAY, "mehlich-3", ph=7.7, p=61, mg=310)
    new = rank({"leaves": "new", "pattern": "veins", "onset": "slow"}, plateau, 7.7, (6.2, 7.0))
    assert new[0].cause.key == "lime-iron"
    assert "the soil is alkaline" in new[0].for_it
    old = rank({"leaves": "old", "pattern": "even", "fed": "long"}, None, None, (6.2, 7.0))
    assert old[0].cause.key == "nitrogen"
    cold = rank({"leaves": "old", "season": "cold"}, None, None, (6.2, 7.0))
    assert cold[0].cause.key == "cold"
    sudden = rank({"onset": "sudden", "water": "wet"}, None, None, (6.2, 7.0))
    assert sudden[0].cause.key == "roots"
    magnesium = rank(
        {"leaves": "old", "pattern": "veins"}, SoilTest.of(DAY, "mehlich-3", ph=5.6, mg=20), 5.6, (6.2, 7.0)
    )
    assert magnesium[0].cause.key == "magnesium"
    hungry = SoilTest.of(DAY, "mehlich-3", ph=6.4, k=40, mg=100)
    potassium = rank({"leaves": "old", "pattern": "edges"}, hungry, 6.4, (6.2, 7.0))
    assert potassium[0].cause.key == "potassium"
    assert "potassium tests low" in potassium[0].for_it
    poor = SoilTest.of(DAY, "mehlich-3", ph=6.4, fe=20, mn=3)
    assert rank({"leaves": "new", "pattern": "veins"}, poor, 6.4, (6.2, 7.0))[0].cause.key == "iron-short"
    locked = rank({"leaves": "new", "pattern": "veins"}, poor, 7.8, (6.2, 7.0))
    assert locked[0].cause.key == "lime-iron"  # the same leaf and test, another pH: another cause
    places = {r.cause.key: n for n, r in enumerate(locked)}
    assert places["iron-short"] > 0
    assert all(r.weight == 0 for r in rank({}, None, None, (6.2, 7.0)))
    with pytest.raises(NotUnderstood, match="Choose one"):
        rank({"leaves": "blue"}, None, None, (6.2, 7.0))
    assert evidence_at_hand(None, 8.0, (6, 7)) == {"ph=high"}
    salty = SoilTest.of(DAY, ph=6.5, salts=3.0, organic_matter=0.01)
    assert {"salts=high", "om=low", "ph=right"} <= evidence_at_hand(salty, 6.5, (6, 7))


@pytest.mark.parametrize(
    ("now", "wanted", "ph", "p", "al", "changes", "target", "direction", "words"),
    [
        ("pink", "blue", 6.2, "low", 600, True, 5.2, "down", "one to two seasons"),
        ("pink", "blue", 5.2, "high", 600, True, 5.2, "", "is right for it already"),
        ("blue", "pink", 5.4, "low", None, True, 6.6, "up", "stays bound"),
        ("white", "blue", 6.2, "low", 600, None, None, "", "White cultivars stay white"),
        ("pink", "blue", 6.2, "low", 600, False, None, "", "keeps its colour"),
        ("pink", "blue", None, "unknown", None, True, 5.2, "", "not known"),
        ("blue", "mauve", 5.2, "low", 500, None, 6.0, "up", "try one plant first"),
        ("blue", "blue", 5.2, "low", 500, True, 5.2, "", "keep the pH"),
        ("pink", "not flowering", 6.0, "low", 500, True, None, "", "Choose the colour"),
    ],
)
def test_flower_colour(
    now: Any, wanted: Any, ph: Any, p: Any, al: Any, changes: Any, target: Any, direction: str, words: str
) -> None:
    plan = colour_plan(now, wanted, ph, p, al, changes)
    assert (plan.target_ph, plan.direction) == (target, direction)
    assert words in " ".join(plan.sentences)
    if wanted == "blue" and target:
        assert any("Bone meal" in line for line in plan.against)


def test_what_works_against_blue() -> None:
    plan = colour_plan("pink", "blue", 6.2, "high", 40, True, concrete_near=True, hard_water=True)
    told = " ".join(plan.against)
    for words in ("binds aluminium", "Aluminium is low (40 mg/kg)", "Concrete", "Hard water"):
        assert words in told


def test_a_retest_of_ph_alone_does_not_make_phosphorus_unknown() -> None:
    tests = [SoilTest.of(DAY, ph=6.6), SoilTest.of(date(2024, 4, 1), "olsen", ph=6.1, p=30)]
    assert newest_with(tests, "p") is tests[1]
    assert newest_with(tests, "ph") is tests[0]
    assert newest_with(tests, "sand") is tests[0]
    assert newest_with([], "p") is None


def test_texture_of_a_test_needs_all_three() -> None:
    with pytest.raises(DoesNotFit, match="98"):
        SoilTest.of(DAY, ph=6, sand=0.5, silt=0.3, clay=0.18)
    assert SoilTest.of(DAY, ph=6, sand=0.5, silt=0.3, clay=0.19).values["clay"] == 0.19  # whole per cents round
