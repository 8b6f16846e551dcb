"""Sums of the bench against published cases and arithmetic of the trade (common practice, no source)."""

from __future__ import annotations

import math
from datetime import date
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.bench.answer import Answer
from amber_acre.core.bench.by_count import COUNT_AT_MOST, CountAsked, TrunkAsked, count_sum, trunk_sum
from amber_acre.core.bench.converting import AMBIGUOUS, KINDS, OXIDES, convert
from amber_acre.core.bench.liquids import SHARE_OF_TANK_AT_MOST, FeedAsked, TankAsked, feed_sum, tank_sum
from amber_acre.core.bench.machine_sums import (
    HalfWayAsked,
    SprayerAsked,
    SpreaderAsked,
    half_way_sum,
    sprayer_sum,
    spreader_sum,
)
from amber_acre.core.bench.rates import ACRE_SLIP, PLAUSIBLE_G_M2, RateAsked, rate_sum
from amber_acre.core.bench.schedules import Schedule, ScheduleAsked, schedule_sum
from amber_acre.core.bench.soil_sums import SURFACE_AT_MOST_G_M2, AcidAsked, LimeAsked, acid_sum, lime_sum
from amber_acre.core.bench.volumes import HEAVY_KG, SETTLES_AT_MOST, VolumeAsked, density_of, volume_sum
from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.quantities import (
    FOOT_M,
    INCH_M,
    OUNCE_KG,
    POUND_KG,
    POUND_PER_THOUSAND_G_M2,
    THOUSAND_SQUARE_FEET_M2,
    US_FLUID_OUNCE_L,
    US_GALLON_L,
    VOLUME_L,
)
from amber_acre.core.tables.materials import MATERIALS
from tests.core.published_cases import case, hold, ids
from tests.core.test_working import check

FT2, LB_1000, YD3 = FOOT_M**2, POUND_PER_THOUSAND_G_M2, VOLUME_L["yd³"] / 1000
FL_OZ_1000 = US_FLUID_OUNCE_L * 1000 / THOUSAND_SQUARE_FEET_M2  # mL/m²


def test_the_whole_bag_on_a_smaller_lawn() -> None:
    """25 lb of 10-0-2 over 6,250 ft² and over 4,500."""
    said = rate_sum(RateAsked((0.10, 0, 0.02), cover_m2=6250 * FT2, pack_kg=25 * POUND_KG, size_m2=4500 * FT2))
    assert said.value("rate") / LB_1000 == pytest.approx(4.0)
    assert said.value("n") / LB_1000 == pytest.approx(0.4)
    assert said.value("k2o") / LB_1000 == pytest.approx(0.08)
    assert said.value("packs") == 1
    assert said.value("emptied") / LB_1000 == pytest.approx(5.556, abs=5e-4)
    assert said.value("emptied") / said.value("rate") == pytest.approx(1.389, abs=5e-4)


def test_money_of_a_bag() -> None:
    """33 lb of 16-0-8 cover 7,600 ft² and cost 15."""
    said = rate_sum(RateAsked((0.16, 0, 0.08), cover_m2=7600 * FT2, pack_kg=33 * POUND_KG, price=15))
    assert said.value("rate") / LB_1000 == pytest.approx(4.342, abs=5e-4)
    assert said.value("n") / LB_1000 == pytest.approx(0.695, abs=5e-4)
    assert said.value("cost_kg_n") * POUND_KG == pytest.approx(2.84, abs=5e-3)
    assert said.value("cost_100_m2") * THOUSAND_SQUARE_FEET_M2 / 100 == pytest.approx(1.97, abs=5e-3)


def test_product_for_a_pound_of_nitrogen() -> None:
    answers = {}
    for grade in case("product_rates", "03-product-per-lb-N")["inputs"]["grades"]:
        shares = tuple(float(part) / 100 for part in grade.split("-"))
        said = rate_sum(RateAsked((shares[0], shares[1], shares[2]), nitrogen_g_m2=LB_1000))
        answers[grade] = said.value("rate") / LB_1000
    hold("product_rates", "03-product-per-lb-N", answers)


def test_a_liquid_is_told_by_volume_as_well() -> None:
    """6 fl oz/1000 ft² of 1.2 kg/L on 250 m²: 1.91 mL/m², 0.4775 L."""
    said = rate_sum(RateAsked((0.12, 0, 0), product_g_m2=6 * FL_OZ_1000 * 1.2, size_m2=250, density_kg_l=1.2))
    assert said.value("rate_ml") == pytest.approx(6 * FL_OZ_1000)
    assert said.value("needed_l") == pytest.approx(6 * FL_OZ_1000 * 0.25)
    assert check(said.working) > 0


def test_what_starts_a_rate() -> None:
    with pytest.raises(MissingInput):
        rate_sum(RateAsked((0.1, 0, 0)))
    with pytest.raises(DoesNotFit, match="Empty all but one"):
        rate_sum(RateAsked((0.1, 0, 0), product_g_m2=20, nitrogen_g_m2=3))
    with pytest.raises(DoesNotFit, match="no nitrogen"):
        rate_sum(RateAsked((0, 0, 0.5), nitrogen_g_m2=3))
    with pytest.raises(MissingInput, match="pack hold"):
        rate_sum(RateAsked((0.1, 0, 0), cover_m2=400))


def test_a_slip_of_an_acre_is_asked() -> None:
    asked = rate_sum(RateAsked((0.0, 0, 0), product_g_m2=PLAUSIBLE_G_M2 * 1.01)).asked
    assert asked
    assert f"{PLAUSIBLE_G_M2 * 1.01 / ACRE_SLIP:.2f}" in asked[0]
    assert not rate_sum(RateAsked((0.0, 0, 0), product_g_m2=PLAUSIBLE_G_M2)).asked
    assert pytest.approx(43.56) == ACRE_SLIP


@given(st.floats(1, 300), st.floats(0.01, 0.46), st.floats(1, 40), st.floats(10, 5000))
def test_cover_and_rate_are_one_saying(rate: float, share: float, pack: float, size: float) -> None:
    """What a pack covers at a rate gives that rate again, and its packs hold what is needed."""
    first = rate_sum(RateAsked((share, 0, 0), product_g_m2=rate, pack_kg=pack, size_m2=size))
    again = rate_sum(RateAsked((share, 0, 0), cover_m2=first.value("cover"), pack_kg=pack))
    assert again.value("rate") == pytest.approx(rate)
    assert first.value("packs") * pack - first.value("left") == pytest.approx(first.value("needed"))
    assert 0 <= first.value("left") < pack * (1 + 1e-9)


def test_a_bottle_on_small_ground() -> None:
    """2.5 L do 1,250 m²: five times 250 m², 500 mL a time."""
    said = tank_sum(TankAsked(250, rate_ml_m2=2.0, pack_l=2.5))
    assert said.value("treatments") == pytest.approx(5)
    assert said.value("product") == pytest.approx(0.5)
    assert said.value("cover") == pytest.approx(1250)
    assert said.value("rate") / FL_OZ_1000 == pytest.approx(6.28, abs=5e-3)
    monthly = tank_sum(TankAsked(5000 * FT2, rate_ml_m2=3 * FL_OZ_1000, times=4))
    assert monthly.value("product") / US_FLUID_OUNCE_L == pytest.approx(15)
    assert monthly.value("in_all") / US_FLUID_OUNCE_L == pytest.approx(60)


def test_no_empty_third_tank() -> None:
    said = tank_sum(TankAsked(16_000, 0.04, rate_ml_m2=1, tank_l=320))
    hold("calibration", "11-tank-exact", {"tanks": said.value("tanks"), "last_tank": said.value("last")})


@given(st.floats(20, 20_000), st.floats(0.01, 0.3), st.floats(0.2, 4), st.floats(5, 600))
def test_tanks_hold_all_of_the_product(size: float, spray: float, rate: float, tank: float) -> None:
    said = tank_sum(TankAsked(size, spray, rate_ml_m2=rate, tank_l=tank))
    full = said.value("tanks") - 1
    assert full * said.value("in_tank") + said.value("in_last") == pytest.approx(said.value("product"))
    assert 0 < said.value("last") <= tank * (1 + 1e-9)
    strength = tank_sum(TankAsked(size, spray, per_litre_ml=rate / spray, tank_l=tank))
    assert strength.value("product") == pytest.approx(said.value("product"))


def test_a_mix_is_mostly_water() -> None:
    tank_sum(TankAsked(10, 0.01, rate_ml_m2=10 * SHARE_OF_TANK_AT_MOST))
    with pytest.raises(DoesNotFit, match="product"):
        tank_sum(TankAsked(10, 0.01, rate_ml_m2=10 * SHARE_OF_TANK_AT_MOST * 1.01))
    with pytest.raises(MissingInput):
        tank_sum(TankAsked(10, 0.01))


def test_feed_as_published() -> None:
    said = feed_sum(FeedAsked(150, (0.20, 0.10, 0.20)))
    hold("product_rates", "03-ppm-direct", {"result": said.value("oz_100_gal")})
    said = feed_sum(FeedAsked(200, (0.20, 0.10, 0.20), injector=100, stock_l=10))
    answers = {
        "stock": said.value("stock_g_l") / 1000 * US_GALLON_L / OUNCE_KG,
        "stock_metric": said.value("stock_g_l"),
        "P_in_feed": said.value("p"),
        "K_in_feed": said.value("k"),
    }
    hold("product_rates", "03-ppm-stock-1to100", answers)
    assert said.value("for_stock") == pytest.approx(1.0)
    assert said.value("feed_from_stock") == pytest.approx(1000)
    with pytest.raises(MissingInput, match="injector"):
        feed_sum(FeedAsked(200, (0.2, 0, 0), stock_l=10))
    with pytest.raises(DoesNotFit, match="no nitrogen"):
        feed_sum(FeedAsked(200, (0, 0, 0.3)))


def test_spoons_and_a_pack_that_disagree() -> None:
    """Two teaspoons a plant, 4 lb for 75 to 100 plants: by 5 g a spoon the pack serves 181."""
    said = count_sum(CountAsked(spoons=2, spoon_g=5.0, pack_g=4 * POUND_KG * 1000, serves=(75, 100)))
    assert said.value("serves") == pytest.approx(181.4, abs=0.1)
    assert "18.1 to 24.2 g a plant" in said.asked[0]
    agreed = count_sum(CountAsked(each_g=20, pack_g=1800, serves=(75, 100)))
    assert not agreed.asked
    assert "agrees" in agreed.said[0]
    with pytest.raises(MissingInput, match="Weigh ten"):
        count_sum(CountAsked(spoons=2))
    with pytest.raises(OutOfRange):
        count_sum(CountAsked(each_g=5, plants=COUNT_AT_MOST + 1))
    assert count_sum(CountAsked(each_g=5, plants=COUNT_AT_MOST)).value("needed") == pytest.approx(500)


def test_monthly_against_fortnightly_halves() -> None:
    """6 monthly are 72 a year, 3 fortnightly 78: 8.3 % more."""
    said = schedule_sum(ScheduleAsked(Schedule(6, 12, "monthly"), Schedule(3, 26, "fortnightly")))
    assert (said.value("one_year"), said.value("other_year")) == (72, 78)
    assert said.value("difference") == pytest.approx(0.083, abs=5e-4)
    assert said.value("at_once") == 2
    assert check(said.working) > 0


def test_how_long_a_bottle_does_it_and_when_the_next_is_bought() -> None:
    """1.5 mL/m² on 400 m² take 600 mL each time: a gallon of 3785 mL does it six times, every fortnight from 4 May to
    13 July, and is short on 27 July; by pencil."""
    asked = ScheduleAsked(
        Schedule(1.5, 365.25 / 14, "fortnightly"), unit="mL/m²", size_m2=400, held=3785.4, first=date(2026, 5, 4)
    )
    said = schedule_sum(asked)
    assert said.value("treatments") == 6
    assert said.value("lasts") == pytest.approx(12)
    assert "Buy before 27 July 2026" in said.said[-1]
    none = schedule_sum(ScheduleAsked(asked.one, unit="mL/m²", size_m2=400, held=599.9, first=date(2026, 5, 4)))
    assert none.value("treatments") == 0
    assert "Buy before 4 May 2026" in none.said[-1]
    even = schedule_sum(ScheduleAsked(asked.one, unit="mL/m²", size_m2=400, held=600))
    assert even.value("treatments") == 1
    for year, fits in ((1999, False), (2000, True), (2100, True), (2101, False), (9999, False)):
        late = ScheduleAsked(asked.one, unit="mL/m²", size_m2=400, held=3785.4, first=date(year, 12, 31))
        if fits:
            assert "Buy before" in schedule_sum(late).said[-1]
            continue
        with pytest.raises(OutOfRange) as refused:
            schedule_sum(late)
        assert refused.value.field == "first"
    for held, size in ((None, 400.0), (600.0, None), (0.0, 400.0), (600.0, 0.0)):
        with pytest.raises(AmberError):
            schedule_sum(ScheduleAsked(asked.one, unit="mL/m²", size_m2=size, held=held))


def test_over_the_label_in_rate_and_in_interval() -> None:
    """Label 12 to 18 every 6 to 8 weeks; used 20 every 4 weeks: 11.1 % over, 1.67 to 3.33 times a week."""
    four_weeks = 365.25 / 28
    said = schedule_sum(ScheduleAsked(Schedule(20, four_weeks, ""), label_rates=(12, 18), label_days=(42, 56)))
    assert said.value("over_label") == pytest.approx(1.111, abs=5e-4)
    assert said.value("times_most") == pytest.approx(1.667, abs=5e-4)
    assert any("3.33 times" in one.note for one in said.told)
    assert len(said.asked) == 2
    edge = schedule_sum(ScheduleAsked(Schedule(18, 365.25 / 42, ""), label_rates=(12, 18), label_days=(42, 56)))
    assert edge.asked == []
    with pytest.raises(MissingInput):
        schedule_sum(ScheduleAsked(Schedule(1, 1, ""), label_days=(1, 2)))
    with pytest.raises(DoesNotFit):
        schedule_sum(ScheduleAsked(Schedule(1, 1, ""), label_rates=(2, 1)))
    with pytest.raises(OutOfRange):
        Schedule(0, 1, "")


def test_by_caliper() -> None:
    """0.12 lb of nitrogen an inch on 3.5 in with 24-8-16; 2 fl oz an inch on 3 and 10 in."""
    nitrogen = trunk_sum(TrunkAsked((3.5 * INCH_M * 100,), g_cm=0.12 * POUND_KG * 1000 / (INCH_M * 100)))
    pounds = nitrogen.value("tree_1") / POUND_KG
    hold("product_rates", "03-caliper-dose", {"N": pounds, "product": pounds / 0.24})
    trunks = (3 * INCH_M * 100, 10 * INCH_M * 100)
    drench = trunk_sum(TrunkAsked(trunks, ml_cm=2 * US_FLUID_OUNCE_L * 1000 / (INCH_M * 100)))
    assert drench.value("tree_2") * 1000 == pytest.approx(591, abs=0.5)
    assert drench.value("needed") / US_FLUID_OUNCE_L == pytest.approx(26)
    with pytest.raises(OutOfRange):
        trunk_sum(TrunkAsked((1200,), ml_cm=1))


MULCHED = {
    "04-bed-500-3": lambda: {"result": _bed(500, 3).value("volume") / YD3},
    "04-compost-inch": lambda: {"result": _bed(1000, 1).value("volume") / YD3},
    "04-topping-up-none": lambda: {"result": _bed(300, 3, found_mm=3.5 * 25.4).value("volume") / YD3},
}


def _bed(feet2: float, inches: float, **more: Any) -> Answer:
    return volume_sum(VolumeAsked(feet2 * FT2, inches * 25.4, **more))


@pytest.mark.parametrize("key", ids("mulch_volumes"))
def test_mulch_as_published(key: str) -> None:
    """Every case of the topic."""
    if key in MULCHED:
        hold("mulch_volumes", key, MULCHED[key]())
        return
    hold("mulch_volumes", key, _more_mulch(key)) if key != "04-mass-mulch" else _weighs()


def _weighs() -> None:
    low, high = (case("mulch_volumes", "04-mass-mulch")["expected"]["mass"][end] for end in ("min", "max"))
    yard = volume_sum(VolumeAsked(324 * FT2, 25.4, material="bark")).value("weight") / POUND_KG
    assert low <= yard <= high


def _more_mulch(key: str) -> dict[str, float]:
    if key == "04-cover-table":
        return {f"{depth} in": YD3 / (depth * INCH_M) / FT2 for depth in (1, 2, 3, 4)}
    if key == "04-bags-2ft3":
        said = _bed(96, 3, bag_l=2 * VOLUME_L["ft³"])
        return {
            "volume": said.value("volume") * 1000 / VOLUME_L["ft³"],
            "bags": said.value("bags"),
            "bags_per_yd3": YD3 * 1000 / (2 * VOLUME_L["ft³"]),
        }
    if key == "04-metric-depth":
        return {"result": 1 / (volume_sum(VolumeAsked(20, 10)).value("volume") / 10) / 10}
    if key == "04-topdress-quarter-inch":
        volume = _bed(1000, 0.25).value("volume")
        return {"volume": volume / YD3, "ft3": volume * 1000 / VOLUME_L["ft³"]}
    if key == "04-sand-metric":
        said = volume_sum(VolumeAsked(450, 2, material="sand"))
        tonnes = said.value("weight") / 1000
        return {"volume": said.value("volume"), "mass": tonnes, "rate": tonnes * 1000 / 450}
    if key == "04-settling":
        said = _bed(324, 3, settles=0.2)
        return {"placed_depth": said.value("lay") / 25.4, "order": said.value("volume") / YD3}
    said = _bed(500, 3, bag_l=2 * VOLUME_L["ft³"], bag_price=4, bulk_price_m3=35 / YD3, delivery=60)  # 04-break-even
    return {"result": said.value("break_even") / YD3}


def test_volume_edges() -> None:
    volume_sum(VolumeAsked(10, 50, settles=SETTLES_AT_MOST))
    with pytest.raises(OutOfRange):
        volume_sum(VolumeAsked(10, 50, settles=SETTLES_AT_MOST + 0.01))
    with pytest.raises(OutOfRange, match="Check the unit"):
        volume_sum(VolumeAsked(10, 300))
    with pytest.raises(MissingInput, match="all three"):
        volume_sum(VolumeAsked(10, 50, bag_l=50, bag_price=4))
    heavy = HEAVY_KG / MATERIALS["sand"].density_kg_l
    assert not any("lift" in one for one in volume_sum(VolumeAsked(10, 50, material="sand", bag_l=heavy)).said)
    assert any("lift" in one for one in volume_sum(VolumeAsked(10, 50, material="sand", bag_l=heavy * 1.01)).said)
    assert density_of("nothing") is None
    dear = volume_sum(VolumeAsked(10, 50, bag_l=50, bag_price=1, bulk_price_m3=20))
    assert any("never pays" in one for one in dear.said)


def test_lime_in_dressings() -> None:
    """A laboratory's 2 tons an acre (91.8 lb/1000) takes two dressings of 50; 150 lb take three."""
    two = lime_sum(LimeAsked(91.8 * LB_1000, 1.0))
    assert two.value("dressings") == 2
    assert two.value("each") / LB_1000 == pytest.approx(45.9)
    assert lime_sum(LimeAsked(150 * LB_1000, 1.0)).value("dressings") == 3
    assert lime_sum(LimeAsked(SURFACE_AT_MOST_G_M2, 1.0)).value("dressings") == 1
    assert pytest.approx(244, abs=0.5) == SURFACE_AT_MOST_G_M2
    coarse = lime_sum(LimeAsked(200, 0.9, 0.8, 0.05, size_m2=100, pack_kg=20, surface=False))
    assert coarse.value("rate") == pytest.approx(200 / (0.9 * 0.8 * 0.95))
    assert coarse.value("packs") == math.ceil(coarse.value("needed") / 20)
    for asked in (LimeAsked(200, 0.2), LimeAsked(200, 1.0, 0.0), LimeAsked(200, 1.0, 1.0, 0.6)):
        with pytest.raises(OutOfRange):
            lime_sum(asked)


def test_acid_of_ammonium_sulphate() -> None:
    """21-0-0 with 24 % S: 5.2 to 5.4 kg of lime for a kilogram of nitrogen are printed [sluijsmans-1970]."""
    said = acid_sum(AcidAsked((0.21, 0, 0), sulphur=0.24))
    assert 5.0 < said.value("acid_kg_n") < 5.5
    nitrate = acid_sum(AcidAsked((0.155, 0, 0), nitrate=0.144, calcium=0.19))
    assert nitrate.value("acid_kg") < 0
    with pytest.raises(OutOfRange, match="part of the total"):
        acid_sum(AcidAsked((0.1, 0, 0), nitrate=0.2))
    with pytest.raises(MissingInput):
        acid_sum(AcidAsked((0, 0, 0)))


def test_half_loads_in_two_directions() -> None:
    said = spreader_sum(SpreaderAsked(want_g_m2=4.4 * LB_1000, size_m2=9200 * FT2))
    answers = {
        "each_pass_rate": said.value("half_rate") / LB_1000,
        "each_pass_load": said.value("each") / POUND_KG,
    }
    hold("calibration", "11-two-directions", answers)


def test_a_sprayer_that_cannot_give_it_says_so_and_keeps_what_it_gives() -> None:
    near = sprayer_sum(SprayerAsked(1.2, 1.0, 0.5, want_l_m2=0.02))
    assert near.value("speed") == pytest.approx(2.0)
    far = sprayer_sum(SprayerAsked(1.2, 1.0, 0.5, want_l_m2=0.4))
    assert far.value("puts_down") == pytest.approx(0.04)
    assert "another nozzle" in far.asked[0]


def test_half_way_says_which_way() -> None:
    over = half_way_sum(HalfWayAsked(25, 1000, 15, 500))
    assert over.asked[0].startswith("Close")
    assert half_way_sum(HalfWayAsked(25, 1000, 10, 500)).asked[0].startswith("Open")
    assert half_way_sum(HalfWayAsked(25, 1000, 12.5, 500)).said == ["On course: leave the setting."]


@pytest.mark.parametrize("text", ["3 oz", "2 gal", "5 tons", "3 oz/1000", "2 cups", "1 gallon/acre", "4 pints"])
def test_words_that_mean_two_things_are_asked(text: str) -> None:
    with pytest.raises(NotUnderstood) as asked:
        convert(text)
    assert any(question in asked.value.sentence for _, question in AMBIGUOUS)


def test_a_capsule_in_ounces_is_either() -> None:
    """0.028219 oz are 0.8 g by weight and 0.8345 mL by volume."""
    assert convert("0.028219 oz wt").value("g") == pytest.approx(0.8, abs=5e-5)
    assert convert("0.028219 fl oz").value("mL") == pytest.approx(0.8345, abs=5e-5)
    assert convert("20 L/ha").value("mL/m²") == pytest.approx(2.0)
    assert convert("400 lb/acre").value("g/m²") == pytest.approx(44.8, abs=0.05)
    assert convert("0 °C").value("f") == 32
    assert convert("1 lb/1000 ft2").value("lb/acre") == pytest.approx(43.56)


@pytest.mark.parametrize("kind", KINDS, ids=lambda kind: kind.name)
def test_every_unit_reads_what_it_tells(kind: object) -> None:
    """A figure told in a unit and typed again is the same quantity."""
    assert isinstance(kind, type(KINDS[0]))
    for name, worth in kind.units.items():
        if name.endswith("deep") or name == "oz wt/100 US gal":
            continue
        again = convert(f"2.5 {name}").value(next(iter(kind.units)))
        assert again == pytest.approx(2.5 * worth / next(iter(kind.units.values()))), name


def test_oxides_and_densities() -> None:
    said = convert("10 kg", oxide="P2O5")
    assert said.value("element") == pytest.approx(4.364)
    assert said.value("oxide") == pytest.approx(10 / 0.4364)
    assert convert("1 L", density_kg_l=1.28).value("kg") == pytest.approx(1.28)
    for key in OXIDES:
        assert convert("1 kg", oxide=key).value("element") > 0
    for text in ("", "twelve", "5", "9 parsecs", "1e400 kg"):
        with pytest.raises(AmberError):
            convert(text)


def test_every_step_of_the_bench_gives_its_result() -> None:
    for answer in (
        rate_sum(RateAsked((0.19, 0.02, 0.06), nitrogen_g_m2=3, size_m2=415, pack_kg=15, price=31.9)),
        tank_sum(TankAsked(730, 0.05, rate_ml_m2=1.6, tank_l=16, pack_l=5, times=3)),
        feed_sum(FeedAsked(120, (0.18, 0.07, 0.15), 80, 50, 25)),
        count_sum(CountAsked(42, spoons=3, spoon_g=6.5, pack_g=3000)),
        trunk_sum(TrunkAsked((7, 19), ml_cm=6)),
        volume_sum(VolumeAsked(37, 60, 15, 0.18, "compost", 40, 85, 5, 40, 60)),
        lime_sum(LimeAsked(310, 0.91, 1.0, 0.04, 265, 25)),
        acid_sum(AcidAsked((0.24, 0.05, 0.09), rate_g_m2=18)),
        spreader_sum(SpreaderAsked(0.66, 18, 2.2, 17, 540, 23, (1, 3, 6, 3, 1), 0.3, 0.9)),
        half_way_sum(HalfWayAsked(21, 1100, 12.4, 520)),
    ):
        assert check(answer.working) > 0
