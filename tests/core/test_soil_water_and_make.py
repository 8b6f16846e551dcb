"""Texture, water and physical amendments, against the soil survey's classes, FAO-56 and reference libraries."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace
from datetime import date
from typing import Any

import numpy as np
import pandas as pd
import pyet
import pytest
import soiltexture
from hypothesis import given
from hypothesis import strategies as st
from pyfao56.refet import ascedaily
from pyfao56.tools.tables import FAO56Tables
from shapely.geometry import Point, Polygon

from amber_acre.core.correction.amend_jobs import amend_jobs, applications
from amber_acre.core.correction.amending import amend, gypsum_by_test, options_for
from amber_acre.core.correction.column import SHOWN_DEPTH_MM, column, settles_to, years_to
from amber_acre.core.errors import AmberError, DoesNotFit, OutOfRange
from amber_acre.core.products.nutrients import phosphorus_share
from amber_acre.core.products.product import SoilAction
from amber_acre.core.quantities import INCH_M, POUND_KG, POUND_PER_THOUSAND_G_M2, US_GALLON_L, SquareMetres
from amber_acre.core.season import evapotranspiration as et
from amber_acre.core.season.water import extraterrestrial_radiation, hargreaves_et
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.holes import blend_parts, core_holes
from amber_acre.core.soil.salinity import sodium_to_replace
from amber_acre.core.soil.texture import lime_texture, texture_class, texture_of, water_from_make
from amber_acre.core.soil.water_store import (
    adjusted_depletion,
    bought_by_calcined_clay,
    bought_by_soil,
    establishment,
    net_to_gross,
    water_store,
)
from amber_acre.core.tables.amendments import FINDINGS, OPTIONS
from amber_acre.core.tables.lawn_water import DEPLETION, PRINTED_ROOTS_M, TURF_COEFFICIENTS, USUAL_ROOTS_MM
from amber_acre.core.tables.materials import MATERIALS
from amber_acre.core.tables.textures import TEXTURES
from amber_acre.core.working import Working
from tests.core.published_cases import case, hold, ids
from tests.core.worlds import product

INCH = INCH_M * 1000
POINTS = ("08-centre-a", "08-random-a", "08-border-a")


def test_every_published_texture_and_water_case_is_held() -> None:
    water = {f"08-AW-FAO-{name}" for name in ("sand", "sandy_loam", "silt_loam", "silty_clay_loam", "clay")}
    assert set(ids("texture_water")) == {*POINTS, "08-bad-sum", "08-SaxtonRawls-a", *water}


@pytest.mark.parametrize("key", POINTS)
def test_texture_classes_of_the_soil_survey(key: str) -> None:
    """USDA Soil Survey Manual; on a border by the wording of the definitions."""
    one = case("texture_water", key)
    for point, parts in one["inputs"]["points"].items():
        name = texture_class(*(parts[part]["value"] / 100 for part in ("sand", "silt", "clay"))).name
        expected = one["expected"][point]
        assert name == expected.get("preferred", expected.get("value")), point


def test_texture_agrees_with_a_texture_library_and_with_the_drawn_triangle() -> None:
    """soiltexture (USDA 1993 polygons) off the borders; our own polygons by shapely."""
    drawn = {name: Polygon(row.corners) for name, row in TEXTURES.items()}
    assert sum(polygon.area for polygon in drawn.values()) == pytest.approx(
        5000
    )  # the whole triangle, no gap, no overlap
    seen = 0
    for sand in np.arange(1.3, 100, 3.1):
        for clay in np.arange(0.9, 100 - sand, 2.7):
            point = Point(sand, clay)
            if min(polygon.boundary.distance(point) for polygon in drawn.values()) < 0.6:
                continue
            ours = texture_class(sand / 100, (100 - sand - clay) / 100, clay / 100).name
            assert drawn[ours].contains(point), (sand, clay)
            assert soiltexture.getTexture(sand, clay, classification="USDA") == ours, (sand, clay)
            seen += 1
    assert seen > 300


def test_fractions_that_miss_a_hundred() -> None:
    given_ = case("texture_water", "08-bad-sum")["inputs"]
    with pytest.raises(AmberError, match="add up to 110 %, not 100"):
        texture_class(*(given_[part]["value"] / 100 for part in ("sand", "silt", "clay")))
    assert texture_class(0.41, 0.41, 0.17).name == "loam"  # whole per cents


def test_texture_comes_from_the_laboratory_else_by_feel_else_not_at_all() -> None:
    tested = SoilTest.of(date(2026, 4, 1), ph=6, sand=0.28, silt=0.38, clay=0.34)
    assert texture_of(tested, "sand") is TEXTURES["clay loam"]
    assert texture_of(None, "sand") is TEXTURES["sand"]
    assert texture_of(None) is None
    assert lime_texture(TEXTURES["loam"], 0.3) == "muck"
    assert lime_texture(TEXTURES["sandy clay"], None) == "clay loam"


@pytest.mark.parametrize("name", ["sand", "sandy loam", "silt loam", "silty clay loam", "clay"])
def test_water_of_textures_lies_in_the_printed_range(name: str) -> None:
    """FAO-56 table 19."""
    row, expected = TEXTURES[name], case("texture_water", f"08-AW-FAO-{name.replace(' ', '_')}")["expected"]
    for key, value in (
        ("field_capacity", row.field_capacity),
        ("wilting_point", row.wilting_point),
        ("available", row.available),
    ):
        assert expected[key]["min"] - 1e-9 <= value <= expected[key]["max"] + 1e-9, key


def test_water_from_make_as_saxton_and_rawls_print_it() -> None:
    """Saxton & Rawls 2006, table 3, printed to whole per cents."""
    one = case("texture_water", "08-SaxtonRawls-a")
    answers: dict[str, float] = {}
    for name, made in one["inputs"]["samples"].items():
        capacity, wilt = water_from_make(
            made["sand"]["value"] / 100, made["clay"]["value"] / 100, made["OM"]["value"] / 100
        )
        answers |= {f"{name} FC33": 100 * capacity, f"{name} WP1500": 100 * wilt}
    hold("texture_water", "08-SaxtonRawls-a", answers)
    for made in ((0.2, 0.7, 0.02), (0.2, 0.2, 0.2)):
        with pytest.raises(AmberError, match="mineral soils"):
            water_from_make(*made)


def test_reference_evapotranspiration_as_fao_56_prints_it() -> None:
    """Worked examples 2, 3, 14, 17 and 20 of FAO-56."""
    assert set(ids("reference_et")) == {
        "10-ex2-pressure",
        "10-ex3-es",
        "10-ex14-wind",
        "10-ex17-Bangkok",
        "10-ex20-Lyon",
        "10-day-1",
        "10-FAO-turf-Kc-p-Zr",
        "10-days-1",
        "10-net-to-gross",
    }
    hold("reference_et", "10-ex2-pressure", {"P": et.pressure_kpa(1800), "gamma": et.psychrometric(1800)})
    hold("reference_et", "10-ex3-es", {"es": et.mean_saturation_kpa(15, 24.5)})
    hold("reference_et", "10-ex14-wind", {"u2": et.wind_at_2m(3.2, 10)})
    sun = et.radiation_from_sunshine(8.5, 13.733, 105)
    heat = et.soil_heat_of_month(30.2, 29.2)
    net = et.net_radiation(sun, 25.6, 34.8, 2.85, 13.733, 2, 105)
    bangkok = et.penman_monteith(
        25.6, 34.8, 13.733, 2, 105, vapour_kpa=2.85, wind_m_s=2, solar=sun, mean_c=30.2, soil_heat=heat
    )
    hold(
        "reference_et",
        "10-ex17-Bangkok",
        {
            "Ra": extraterrestrial_radiation(13.733, 105),
            "N": et.daylight_hours(13.733, 105),
            "Rs": sun,
            "Rn": net,
            "G": heat,
            "ETo": bangkok,
        },
    )
    lyon = et.radiation_from_temperature(14.8, 26.6, 45.72, 196)
    ra = extraterrestrial_radiation(45.72, 196)
    hold(
        "reference_et",
        "10-ex20-Lyon",
        {
            "Rs": lyon,
            "ETo_PM": et.penman_monteith(14.8, 26.6, 45.72, 200, 196),
            "ETo_Hargreaves": hargreaves_et(20.7, 14.8, 26.6, ra),
        },
    )
    day = et.penman_monteith(17.4, 31.2, 35.6, 310, 201, vapour_kpa=1.62, wind_m_s=1.6, solar=26.4)
    hold("reference_et", "10-day-1", {"ETo": day})


@given(
    st.floats(-5, 24), st.floats(4, 18), st.floats(0.5, 6), st.floats(4, 28), st.integers(60, 300), st.floats(0, 2000)
)
def test_penman_monteith_agrees_with_two_libraries(
    low: float, span: float, wind: float, sun: float, day: int, up: float
) -> None:
    """pyet's FAO-56 within half a per cent; pyfao56's ASCE form, whose constants differ a little, within two."""
    high, latitude = low + span, 40.0
    clear = (0.75 + 2e-5 * up) * extraterrestrial_radiation(latitude, day)
    sun = min(sun, 0.95 * clear)
    vapour = 0.8 * et.saturation_kpa(low)
    ours = et.penman_monteith(low, high, latitude, up, day, vapour_kpa=vapour, wind_m_s=wind, solar=sun)
    index = pd.DatetimeIndex([pd.Timestamp("2025-01-01") + pd.Timedelta(days=day - 1)])
    theirs = pyet.pm_fao56(
        pd.Series([(low + high) / 2], index),
        pd.Series([wind], index),
        rs=pd.Series([sun], index),
        tmax=pd.Series([high], index),
        tmin=pd.Series([low], index),
        ea=pd.Series([vapour], index),
        elevation=up,
        lat=math.radians(latitude),
    )
    assert ours == pytest.approx(float(theirs.iloc[0]), rel=0.005, abs=0.02)
    asce = ascedaily("S", up, latitude, day, sun, high, low, vapr=vapour, wndsp=wind)
    assert ours == pytest.approx(max(0.0, float(asce)), rel=0.02, abs=0.06)


def test_impossible_weather_is_refused() -> None:
    with pytest.raises(OutOfRange, match="swap"):
        et.penman_monteith(20, 10, 45, 100, 180)
    with pytest.raises(OutOfRange, match="between"):
        et.wind_at_2m(3, 100)


def test_turf_and_water_as_tabled() -> None:
    """FAO-56 tables 12 and 22, as shipped in pyfao56, and as printed."""
    shipped, printed = FAO56Tables(), case("reference_et", "10-FAO-turf-Kc-p-Zr")["expected"]
    for season in ("cool", "warm"):
        twelve = shipped.table12[shipped.table12["Crop"].str.strip() == f"turfgrass {season} season"].iloc[0]
        twenty_two = shipped.table22[shipped.table22["Crop"].str.strip() == f"turfgrass {season} season"].iloc[0]
        ours = TURF_COEFFICIENTS[season]
        assert [float(twelve[key]) for key in ("Kcmini", "Kcmmid", "Kcmend")] == pytest.approx(ours)
        assert printed[f"{season} Kc ini/mid/end"]["value"] == pytest.approx(ours)
        assert float(twenty_two["pbase"]) == printed[f"{season} p"]["value"] == DEPLETION[season]
        assert (float(twenty_two["Zrmax1"]), float(twenty_two["Zrmax2"])) == PRINTED_ROOTS_M
    assert PRINTED_ROOTS_M[0] > USUAL_ROOTS_MM / 1000  # real lawns are shallower than the table


def test_days_of_water_and_irrigation() -> None:
    """FAO-56 eqs 82 and 83 with the plain p; net to gross by uniformity."""
    given_ = case("reference_et", "10-days-1")
    use = float(given_["inputs"]["Kc"] * given_["inputs"]["ETo"]["value"])
    store = water_store(0.12, 300, 0.4, use, Working(""))
    expected = given_["expected"]
    assert store.total_mm == pytest.approx(expected["TAW"]["value"])
    assert store.usable_mm == pytest.approx(expected["RAW"]["value"])
    assert store.days_usable == pytest.approx(expected["days"]["value"], rel=0.002)
    share = adjusted_depletion(0.4, use, Working(""))
    assert store.total_mm * share == pytest.approx(expected["RAW_p_adjusted"]["value"], abs=0.001)
    assert store.total_mm * share / use == pytest.approx(expected["days_p_adjusted"]["value"], abs=0.001)
    assert [adjusted_depletion(0.7, 0.5, Working("")), adjusted_depletion(0.2, 9, Working(""))] == [0.8, 0.1]
    net, gross, volume = net_to_gross(28, 9, 0.7, 350, Working(""))
    hold("reference_et", "10-net-to-gross", {"net": net, "gross": gross, "volume": volume})
    assert net_to_gross(5, 9, 0.7, 350, Working(""))[0] == 0


def test_water_told_in_the_trade() -> None:
    """2 ft of topsoil holds 4 in; 4 in a month is 0.133 in/day; 6 in hold 1 in: 3.75 and 7.5 days; common practice."""
    available = 4 / 24
    store = water_store(available, 6 * INCH, 0.5, 4 * INCH / 30, Working(""))
    assert store.total_mm / INCH == pytest.approx(1.0)
    assert [store.days_usable, store.days_empty] == pytest.approx([3.75, 7.5])
    assert pytest.approx(0.133, abs=0.0005) == 4 / 30


def test_calcined_clay_told_in_the_trade() -> None:
    """Calcined clay holds 90 % of its weight: 50 lb hold 45 lb, 5.39 US gallons; common practice."""
    water_kg = 50 * POUND_KG * MATERIALS["calcined-clay"].water_share
    assert water_kg / POUND_KG == pytest.approx(45)
    assert water_kg / US_GALLON_L == pytest.approx(5.39, abs=0.005)
    water, days = bought_by_calcined_clay(3000, 0.5, 4, Working(""))
    assert [water, days] == pytest.approx([2.7, 2.7 * 0.5 / 4])
    assert list(bought_by_soil(0.12, 50, 0.4, 4, Working(""))) == pytest.approx([6, 0.6])


@pytest.mark.parametrize(
    ("values", "words"),
    [
        ((0.12, 5, 0.4, 4), "Roots"),
        ((0.6, 200, 0.4, 4), "Soil holds"),
        ((0.12, 200, 0.95, 4), "depletion"),
        ((0.12, 200, 0.4, 0), "lasts for ever"),
    ],
)
def test_water_that_cannot_be(values: tuple[float, float, float, float], words: str) -> None:
    with pytest.raises(OutOfRange, match=words):
        water_store(*values, Working(""))
    with pytest.raises(OutOfRange, match="Distribution uniformity"):
        net_to_gross(10, 0, 0.1, 100, Working(""))


@given(st.floats(0.05, 0.2), st.floats(60, 300), st.floats(0.3, 0.6), st.floats(1, 8), st.floats(0.3, 1))
def test_watering_tapers_as_roots_deepen(
    available: float, roots: float, depletion: float, use: float, even: float
) -> None:
    """Never less in a day than the grass uses, never more at a time than the roots may use up, rarer each week."""
    weeks = establishment(available, roots, depletion, use, even, Working(""))
    assert weeks[-1].roots_mm == pytest.approx(roots)
    for earlier, later in itertools.pairwise(weeks):
        assert later.days_between / later.times_a_day >= earlier.days_between / earlier.times_a_day
    for week in weeks:
        assert week.mm_week * even == pytest.approx(7 * use)
        assert week.mm_each * even <= available * week.roots_mm * depletion * (1 + 1e-6)
        assert min(week.times_a_day, week.days_between) == 1
    with pytest.raises(OutOfRange, match="deeper than the new ones"):
        establishment(available, 5, depletion, use, even, Working(""))


def test_watering_of_a_new_lawn_worked_by_hand() -> None:
    """0.14 × 49 mm × 0.4 is 2.7 mm, 0.69 days at 4 mm a day: twice a day; at 80 mm 4.5 mm, 1.12 days: daily, not
    rarer."""
    weeks = establishment(0.14, 120, 0.4, 4.0, 0.8, Working(""), start_mm=25, gain_mm=12)
    third, sixth, last = weeks[2], weeks[5], weeks[-1]
    assert [week.roots_mm for week in (third, sixth, last)] == pytest.approx([49, 85, 120])
    assert [week.often for week in (third, sixth, last)] == ["2 times a day", "daily", "daily"]
    assert [week.mm_each for week in (third, sixth, last)] == pytest.approx([4 / 2 / 0.8, 4 / 0.8, 5])
    deep = establishment(0.14, 200, 0.5, 4.0, 1, Working(""))[-1]  # 14 mm, 3.5 days: every third day, 12 mm
    assert deep.often == "every 3 days"
    assert deep.mm_each == pytest.approx(12)


def test_core_holes_told_in_the_trade() -> None:
    """½ in tines 2 in apart, 3 in deep: 4.91 % of the surface, 12.3 ft³/1000 ft², 3.7 % of the top 4 in."""
    holes = core_holes(0.5 * INCH, 2 * INCH, 3 * INCH, 4 * INCH, Working(""))
    assert holes.surface_share == pytest.approx(0.0491, abs=5e-5)
    cubic_feet = holes.litres_m2 * 92.90304 / 28.316846592
    assert cubic_feet == pytest.approx(12.3, abs=0.05)
    assert holes.zone_share == pytest.approx(0.037, abs=0.0005)
    for (tine, spacing, depth), words in (((0.5, 50, 80), "tine"), ((13, 5, 80), "own width"), ((13, 50, 2), "deep")):
        with pytest.raises(OutOfRange, match=words):
            core_holes(tine, spacing, depth, 100, Working(""))


def test_blending_by_parts() -> None:
    """Compost 1 part to 5–6 parts chips is 16.7–14.3 %; common practice."""
    for parts, share in ((5, 0.1667), (6, 0.1429)):
        assert blend_parts({"compost": 1, "chips": parts}, 1000, Working(""))["compost"] / 1000 == pytest.approx(
            share, abs=5e-5
        )
    with pytest.raises(OutOfRange, match="above zero"):
        blend_parts({"compost": 0, "chips": 5}, 1000, Working(""))


def test_carbon_granules_are_hundredths_of_a_per_cent() -> None:
    """10 lb/1000 ft² of a granule that is 47 % biochar is 0.02 % of the top 4 in by mass; common practice."""
    option = next(o for o in OPTIONS if o.key == "sand-carbon")
    made = amend(option, SquareMetres(100), 4 * INCH, dose=10 * POUND_PER_THOUSAND_G_M2)
    assert 100 * made.zone_mass_share * 0.47 == pytest.approx(0.02, abs=0.003)


@pytest.mark.parametrize("finding", list(FINDINGS))
def test_every_finding_has_ways_of_several_schools(finding: Any) -> None:
    ways = options_for(finding)
    assert len({way.school for way in ways}) >= 2
    for way in ways:
        holes = core_holes(12.7, 50.8, 76.2, 100, Working("")) if way.unit == "holes" else None
        made = amend(way, SquareMetres(300), 100, holes)
        assert made.litres == pytest.approx(made.depth_mm * 300)
        assert made.mass_kg == pytest.approx(made.rate_g_m2 * 0.3)
        if way.material:
            assert made.warnings[0] == way.honest
            assert made.rate_g_m2 == pytest.approx(made.depth_mm * MATERIALS[way.material].density_kg_l * 1000)
            assert made.zone_volume_share == pytest.approx(made.depth_mm / 100)
        jobs = amend_jobs(made, date(2026, 5, 27), 3)
        assert [job.number for job in jobs] == list(range(1, len(jobs) + 1))
        assert all(job.opens <= job.closes for job in jobs)
        if way.closes:
            assert any(job.work == "check" for job in jobs)


def test_an_amendment_says_what_goes_wrong() -> None:
    compost = next(o for o in OPTIONS if o.key == "clay-compost")
    thick = amend(compost, SquareMetres(100), 100, dose=25, no_phosphorus="the soil test is high in phosphorus")
    assert any("smothers turf" in words for words in thick.warnings)
    assert any("the soil test is high in phosphorus" in words for words in thick.warnings)
    assert amend(compost, SquareMetres(100), 100, dose=25, turf=False).warnings == (compost.honest,)
    for changes, words in (({"dose": 0.1}, "0.5 mm"), ({"dose": 900}, "0.5 mm")):
        with pytest.raises(OutOfRange, match=words):
            amend(compost, SquareMetres(100), 100, **changes)
    with pytest.raises(OutOfRange, match="root zone"):
        amend(compost, SquareMetres(100), 5)
    gypsum = next(o for o in OPTIONS if o.key == "clay-gypsum")
    with pytest.raises(OutOfRange, match="5,000"):
        amend(gypsum, SquareMetres(100), 100, dose=9000)


def bulk(**changes: Any) -> Any:
    """A compost of the shelf: 0.6 kg/L, 0.3 % P2O5, at most 6 kg/m² at a time and 12 a year, 90 days apart."""
    values: dict[str, Any] = {"p2o5": 0.3, "interval": 90, "yearly": 12000} | changes
    action = SoilAction(material="compost")
    return product(40, "Oldheap", {}, (600, 6000), "bulk", density_kg_l=0.6, soil=action, **values)


def test_gypsum_goes_by_the_sodium_of_the_test() -> None:
    """1 meq/100 g in two million pounds takes 1,722 lb of gypsum (USDA Handbook 60; from memory); 22 % Ca is 94.5 %
    gypsum."""
    sodic = SoilTest.of(date(2026, 4, 1), "mehlich-3", ca=600, mg=60, na=400)
    meq = sodium_to_replace(sodic, Working(""))
    assert meq is not None
    pure = gypsum_by_test(sodic, 100, None, Working(""))
    assert pure.each_g_m2 is not None
    assert pure.each_g_m2 == pytest.approx(meq * 10 * 100 * 1.3 * 86.085 / 1000)
    assert "pure gypsum" in pure.words
    stone = product(41, "Saltshift", {}, (20, 50), "gypsum", other={"Ca": 0.22}, soil=SoilAction(material="gypsum"))
    dose = gypsum_by_test(sodic, 100, stone, Working(""))
    assert dose.each_g_m2 is not None
    assert dose.each_g_m2 * dose.times == pytest.approx(pure.each_g_m2 * 0.23278 / 0.22, rel=1e-4)
    assert dose.each_g_m2 <= 50 < dose.each_g_m2 * dose.times / (dose.times - 1)  # the fewest parts under the label
    assert f"in {dose.times} parts under the label" in dose.words
    assert gypsum_by_test(sodic, 100, stone, Working(""), thick=1.25).each_g_m2 * 1.25 <= 50  # type: ignore[operator]
    harmless = SoilTest.of(date(2026, 4, 1), "mehlich-3", ca=4200, mg=310, na=25)
    assert gypsum_by_test(harmless, 100, stone, Working("")).each_g_m2 is None
    assert "only add calcium" in gypsum_by_test(harmless, 100, stone, Working("")).words
    assert "not tested" in gypsum_by_test(None, 100, stone, Working("")).words
    option = next(o for o in OPTIONS if o.key == "clay-gypsum")
    made = replace(amend(option, SquareMetres(100), 100, dose=dose.each_g_m2, product=stone), parts=dose.times)
    jobs = amend_jobs(made, date(2026, 5, 27), 9)
    assert [job.rate_g_m2 for job in jobs] == pytest.approx(
        [dose.each_g_m2] * dose.times + [0]
    )  # no more without a test
    assert jobs[-1].work == "sample"
    assert (jobs[1].on - jobs[0].on).days == 91


def test_an_amendment_keeps_to_the_label_of_what_is_at_hand() -> None:
    """6 mm of 0.6 kg/L is 3.6 kg/m²; 0.3 % P2O5 is 0.131 % P (0.4364), against 0.15 % where the analysis says
    nothing."""
    compost = next(o for o in OPTIONS if o.key == "clay-compost")
    made = amend(compost, SquareMetres(100), 100, product=bulk())
    assert made.rate_g_m2 == pytest.approx(3600)
    assert made.phosphorus_g_m2 == pytest.approx(3600 * 0.003 * 0.4364, rel=1e-3)
    assert amend(compost, SquareMetres(100), 100, product=bulk(p2o5=0)).phosphorus_g_m2 == pytest.approx(3600 * 0.0015)
    assert phosphorus_share(bulk()) == pytest.approx(0.003 * 0.4364, rel=1e-3)
    with pytest.raises(DoesNotFit, match="above the label's highest rate of Oldheap") as refused:
        amend(compost, SquareMetres(100), 100, dose=11, product=bulk())
    assert refused.value.field == "dose"
    with pytest.raises(DoesNotFit, match="at the small end is above the label"):
        amend(compost, SquareMetres(100), 100, dose=9, product=bulk(), thick=1.2)
    assert amend(compost, SquareMetres(100), 100, dose=9, product=bulk()).rate_g_m2 == pytest.approx(5400)
    carbon = next(o for o in OPTIONS if o.key == "sand-carbon")  # every six months
    with pytest.raises(DoesNotFit, match=r"2 times .* is above what the label of Oldheap allows in a year"):
        amend(carbon, SquareMetres(100), 100, dose=5000, product=bulk(yearly=9000))
    thin = amend(compost, SquareMetres(100), 100, dose=0.8, product=bulk())
    assert any("under the label's lowest rate" in words for words in thin.warnings)


def test_an_amendment_goes_down_as_often_as_asked_and_as_the_label_allows() -> None:
    carbon = next(o for o in OPTIONS if o.key == "sand-carbon")  # every six months
    often = amend(carbon, SquareMetres(100), 100)
    assert applications(often, 3) == (183, 6)
    held = amend(carbon, SquareMetres(100), 100, dose=700, product=bulk(interval=365))
    assert applications(held, 3) == (365, 3)
    assert len([job for job in amend_jobs(held, date(2026, 5, 27), 3) if job.work == "spread"]) == 3
    gypsum = next(o for o in OPTIONS if o.key == "clay-gypsum")  # every three years
    assert applications(amend(gypsum, SquareMetres(100), 100), 3)[1] == 1
    assert applications(amend(next(o for o in OPTIONS if not o.every_months), SquareMetres(100), 100), 9) == (0, 1)


def test_the_column_is_to_scale_and_takes_its_years() -> None:
    now = column(120, 110, thatch_mm=10)
    assert [layer.kind for layer in now] == ["thatch", "topsoil", "compacted"]
    assert sum(layer.thickness_mm for layer in now) == pytest.approx(SHOWN_DEPTH_MM)
    after = column(120, 110, added_mm=30, material="compost", loosened_mm=80, mulch_mm=20)
    assert [layer.kind for layer in after] == ["mulch", "added", "topsoil", "loosened", "compacted"]
    assert sum(layer.thickness_mm for layer in after) == pytest.approx(SHOWN_DEPTH_MM)
    assert [layer.kind for layer in column(120, 300)] == ["topsoil", "subsoil"]  # the probe met subsoil
    early = column(150, 90)  # stopped in the topsoil: compacted from there, not from its end
    assert [(layer.kind, layer.thickness_mm) for layer in early] == [("topsoil", 90), ("compacted", 310)]
    cored = column(150, 60, cored_mm=76)  # opened from the face, through what was hard, no deeper
    assert [(layer.kind, layer.thickness_mm) for layer in cored] == [("loosened", 76), ("compacted", 324)]
    soft = column(150, None, cored_mm=76)
    assert [(layer.kind, layer.thickness_mm) for layer in soft] == [("loosened", 76), ("topsoil", 74), ("subsoil", 250)]
    assert column(900, None)[0].thickness_mm == 900
    assert years_to(200, 120, 10, settles_to([("topsoil", 1)])) == pytest.approx(80 / 8.5)
    assert 6 <= years_to(200, 140, 10, 0.85) <= 8  # soil depth in 6–8 years: common practice, no source
    assert years_to(100, 120, 10, 0.85) == 0
    assert settles_to([("topsoil", 2), ("compost", 1)]) == pytest.approx((2 * 0.85 + 0.5) / 3)
    assert settles_to([("gravel", 1)]) == settles_to([]) == 1
    with pytest.raises(OutOfRange, match="above zero"):
        years_to(200, 120, 0, 0.85)
    with pytest.raises(OutOfRange, match="1 m deep"):
        column(2000, None)
