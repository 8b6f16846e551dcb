"""What holds a job on a day, at the edge of every threshold (common practice, no source)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.measure.area_facts import ReadFact
from amber_acre.core.products.product import Product, SoilAction
from amber_acre.core.rules.held_day import Limits
from amber_acre.core.rules.holds import DayVerdict, day_verdict
from amber_acre.core.season.weather import DayWeather, Kind, Observation, Sky
from amber_acre.core.tables.nitrogen_forms import NitrogenForm
from amber_acre.core.tables.textures import DRAINS_MM, TEXTURES
from tests.core.rules.cases import COMPOST, ground, job
from tests.core.worlds import COPPERAS, IRON, LEAF, LIME, QUICK, SLOW, SULPHUR, product

DAY = date(2026, 5, 27)
UREA = product(81, "Quickurea 46-0-0", {"urea": 46.0}, (2, 30))
WETTING = product(
    82, "Wetwell", {}, (1, 4), "stimulant", liquid=True, density_kg_l=1.0, soil=SoilAction(material="wetting")
)


def sky(seen: tuple[Observation, ...] = (), **changes: Any) -> Sky:
    """Three weeks of calm days and a week more; ``before``, ``day``, ``next``, ``third``: changes to one of them."""
    names = {"before": -1, "day": 0, "next": 1, "third": 2}
    days = {
        DAY + timedelta(days=n): DayWeather(DAY + timedelta(days=n), 0.0, 5.0, 18.0, 2.0, None, ("told",))
        for n in range(-3, 8)
    }
    for name, change in changes.items():
        on = DAY + timedelta(days=names[name])
        days[on] = replace(days[on], **change)
    return Sky(days, seen)


def seen(kind: Kind, days_ago: int = 0, **what: Any) -> Observation:
    return Observation(1, kind, DAY - timedelta(days=days_ago), "Wren", **what)


def says(what: Product | None, over: Sky, rate: float = 12.0, work: str = "", **at: Any) -> DayVerdict:
    facts = at.pop("facts", {})
    here = ground(facts={key: ReadFact(value, str(value)) for key, value in facts.items()}, **{"irrigated": True} | at)
    changes: dict[str, Any] = {"work": work} if work else {}
    return day_verdict(job(what, rate if what else 0.0, DAY, **changes), here, over, DAY)


def code(verdict: DayVerdict) -> str:
    return verdict.reasons[0].code if verdict.reasons else verdict.verdict


@pytest.mark.parametrize(
    ("what", "change", "decides"),
    [
        (QUICK, {"rain_mm": 25.0}, "light_rain_today"),
        (QUICK, {"rain_mm": 25.1}, "heavy_rain_today"),
        (QUICK, {"min_c": 0.0}, "needs_watering_in"),
        (QUICK, {"min_c": -0.1}, "needs_watering_in"),  # a night's frost, gone by noon
        (QUICK, {"min_c": -3.9}, "needs_watering_in"),
        (QUICK, {"min_c": -4.0}, "frost"),
        (QUICK, {"min_c": -0.1, "max_c": 5.0}, "needs_watering_in"),
        (QUICK, {"min_c": -0.1, "max_c": 4.9}, "frost"),
        (LEAF, {"min_c": -0.1}, "frost"),
        (LEAF, {"min_c": 0.0}, "go"),
        (QUICK, {"max_c": 28.9}, "needs_watering_in"),
        (QUICK, {"max_c": 29.0}, "heat"),
        (SLOW, {"max_c": 29.0}, "go"),  # 0.96 g/m² of it is quick
        (SLOW, {"wind_m_s": 10.0}, "go"),
        (SLOW, {"wind_m_s": 10.1}, "wind"),
        (LEAF, {"wind_m_s": 4.0}, "go"),
        (LEAF, {"wind_m_s": 4.1}, "wind"),
        (LEAF, {"rain_mm": 1.0}, "go"),
        (LEAF, {"rain_mm": 1.1}, "rain_within_hours"),
        (LEAF, {"rain_mm": 1.1, "rain_from_hour": 15}, "rain_within_hours"),
        (LEAF, {"rain_mm": 1.1, "rain_from_hour": 16}, "go"),
        (LEAF, {"rain_mm": 1.1, "rain_from_hour": 8}, "wet_leaf"),
        (LEAF, {"max_c": 29.0}, "heat"),
        (LIME, {"wind_m_s": 4.1}, "wind"),
        (LIME, {"max_c": 31.0}, "go"),
        (SULPHUR, {"max_c": 26.9}, "go"),
        (SULPHUR, {"max_c": 27.0}, "sulphur_heat"),
        (COPPERAS, {"max_c": 27.0}, "sulphur_heat"),
        (IRON, {"max_c": 26.9}, "go"),
        (IRON, {"max_c": 27.0}, "iron_heat"),
        (COMPOST, {"rain_mm": 31.0}, "heavy_rain_today"),
        (WETTING, {"wind_m_s": 4.1}, "wind"),
        (WETTING, {"rain_mm": 3.0}, "light_rain_today"),
        (WETTING, {}, "needs_watering_in"),
    ],
)
def test_a_day_at_the_edge_of_its_thresholds(what: Product, change: dict[str, Any], decides: str) -> None:
    assert code(says(what, sky(day=change), 8.0 if what is SLOW else 3.0 if what.liquid else 12.0)) == decides


@pytest.mark.parametrize(
    ("watered", "rate", "decides"),
    [
        (True, 2.4 / 0.21, "needs_watering_in"),  # half a pound of quick nitrogen, by pencil
        (True, 2.42 / 0.21, "heat"),
        (None, 1.0 / 0.21, "go"),
        (None, 1.02 / 0.21, "heat"),
    ],
)
def test_watered_couch_is_fed_in_heat_and_watered_in(watered: bool | None, rate: float, decides: str) -> None:
    hot = sky(day={"max_c": 38.0, "min_c": 22.0})
    assert code(says(QUICK, hot, rate, grass="couch", irrigated=watered)) == decides


@pytest.mark.parametrize(
    ("changes", "decides"),
    [
        ({"next": {"rain_mm": 25.1}}, "heavy_rain_ahead"),
        ({"next": {"rain_mm": 25.0}}, "light_rain_ahead"),
        ({"day": {"rain_mm": 20.0}, "next": {"rain_mm": 17.6}}, "heavy_rain_ahead"),  # 37.6 of two days
        ({"day": {"rain_mm": 20.0}, "next": {"rain_mm": 17.5}}, "light_rain_today"),
        ({"third": {"rain_mm": 31.0}}, "needs_watering_in"),  # from when, nobody says
        ({"third": {"rain_mm": 31.0, "rain_from_hour": 8}}, "heavy_rain_ahead"),
        ({"third": {"rain_mm": 31.0, "rain_from_hour": 9}}, "needs_watering_in"),
        ({"next": {"rain_mm": 2.9}}, "needs_watering_in"),
        ({"next": {"rain_mm": 3.0}}, "light_rain_ahead"),
    ],
)
def test_granules_look_two_days_ahead(changes: dict[str, Any], decides: str) -> None:
    assert code(says(QUICK, sky(**changes))) == decides


def test_a_leaf_feed_looks_no_further_than_its_hours_and_a_slope_bears_less() -> None:
    storm = sky(next={"rain_mm": 40.0})
    assert code(says(LEAF, storm, 3.0)) == "go"
    assert code(says(None, storm, work="core")) == "go"
    rain = sky(day={"rain_mm": 15.1})
    assert code(says(QUICK, rain, facts={"slope": 0.15})) == "heavy_rain_today"
    assert code(says(QUICK, rain, facts={"slope": 0.149})) == "light_rain_today"


@pytest.mark.parametrize(
    ("texture", "rain", "decides"),
    [("", 20.0, "go"), ("", 20.1, "after_heavy_rain"), ("clay", 11.1, "after_heavy_rain"), ("sand", 25.0, "go")],
)
def test_ground_after_rain_by_its_texture(texture: str, rain: float, decides: str) -> None:
    assert set(DRAINS_MM) == set(TEXTURES)
    kind = TEXTURES.get(texture)
    assert code(says(LIME, sky(before={"rain_mm": rain}), 100, texture=kind)) == decides


def test_what_somebody_saw_of_the_ground_stands_before_what_is_reckoned() -> None:
    after_rain = {"before": {"rain_mm": 40.0}}
    assert code(says(LIME, sky((seen("ground", word="moist"),), **after_rain), 100)) == "go"
    assert code(says(LIME, sky((seen("ground", word="wet"),)), 100)) == "saturated"
    assert "sulphide" in str(says(SULPHUR, sky((seen("ground", word="wet"),))).reasons[0].sentence)
    assert "glaze" in str(says(None, sky((seen("ground", word="wet"),)), work="core").reasons[0].sentence)
    assert code(says(LIME, sky((seen("ground", 1, word="wet"),)), 100)) == "after_heavy_rain"  # 25 − 15
    assert code(says(LIME, sky((seen("ground", 2, word="wet"),)), 100)) == "go"
    assert code(says(LIME, sky((seen("ground", 1, word="frozen"),)), 100)) == "frozen"
    assert code(says(LIME, sky((seen("ground", 2, word="frozen"),)), 100)) == "go"


def test_grass_at_rest_and_cold_soil_take_nothing_up() -> None:
    assert code(says(QUICK, sky((seen("growth", word="dormant"),)))) == "dormant"
    assert code(says(QUICK, sky((seen("growth", 46, word="dormant"),)))) == "needs_watering_in"
    assert code(says(LIME, sky((seen("growth", word="dormant"),)), 100)) == "go"
    for value, decides in ((5.9, "cold_soil"), (6.0, "needs_watering_in")):
        assert code(says(QUICK, sky((seen("soil", value=value),)))) == decides
    for value, decides in ((14.9, "cold_soil"), (15.0, "needs_watering_in")):
        assert code(says(QUICK, sky((seen("soil", value=value),)), grass="couch")) == decides


def test_dry_ground_without_water_holds_feed_and_rain_ends_it() -> None:
    dry = (seen("ground", word="dry"),)
    assert code(says(QUICK, sky(dry), irrigated=False)) == "drought"
    assert code(says(SLOW, sky(dry), 8)) == "needs_watering_in"  # here somebody waters
    assert code(says(QUICK, sky(dry, next={"rain_mm": 9.0}), irrigated=False)) == "light_rain_ahead"
    late = sky(dry, next={"rain_mm": 9.0, "rain_from_hour": 10})
    assert code(says(QUICK, late, irrigated=False)) == "drought"
    assert code(says(None, sky(dry), work="core")) == "drought"
    assert code(says(QUICK, sky((seen("growth", word="wilted"),)), irrigated=False)) == "drought"


@pytest.mark.parametrize(("rain", "top", "decides"), [(9.9, 22.0, "drought"), (10.0, 22.0, "go"), (9.9, 21.9, "go")])
def test_three_warm_weeks_without_rain_bring_turf_to_rest(rain: float, top: float, decides: str) -> None:
    days = {}
    for n in range(-21, 4):
        on = DAY + timedelta(days=n)
        days[on] = DayWeather(on, rain if n == -20 else 0.0, 10.0, top, 2.0)
    assert code(says(SLOW, Sky(days), 8, irrigated=False)) == decides


def test_urea_waits_for_water_and_says_how_much() -> None:
    assert code(says(UREA, sky(), 8, irrigated=False)) == "no_water_for_urea"
    watered = says(UREA, sky(), 8, facts={"sprinkler": 0.012})
    assert (watered.verdict, watered.water_mm) == ("water in", 6.0)
    assert watered.minutes == pytest.approx(30.0)
    assert "Nobody has said whether there is water" in str(says(UREA, sky(), 8, irrigated=None).reasons[0].sentence)
    for rate, decides in ((2.17, "go"), (2.18, "no_water_for_urea")):  # 1.0 g/m² of nitrogen
        assert code(says(UREA, sky(), rate, irrigated=False)) == decides
    for rate, decides in ((9.5, "go"), (9.6, "needs_watering_in")):  # 2.0 g/m² of ammonium
        assert code(says(QUICK, sky(), rate, irrigated=False)) == decides


def test_a_warning_is_law_and_nothing_goes_without_evidence() -> None:
    warned = seen("warning", word="heavy rain", until=DAY)
    assert code(says(LIME, sky((warned,)), 100)) == "official_warning"
    over = replace(warned, on=DAY - timedelta(days=2), until=DAY - timedelta(days=1))
    assert code(says(LIME, sky((over,)), 100)) == "go"
    assert says(QUICK, Sky()).verdict == "look"
    assert says(LEAF, sky(day={"wind_m_s": None}), 3).verdict == "look"
    assert says(QUICK, sky(next={"rain_mm": None})).verdict == "look"
    assert says(LEAF, sky(next={"rain_mm": None}), 3).verdict == "go"
    assert day_verdict(job(None, 0, DAY, work="sample"), ground(), Sky(), DAY).verdict == "go"


def test_a_firm_sets_its_own_custom_thresholds() -> None:
    here, leaf = ground(irrigated=True), job(LEAF, 3.0, DAY)
    windy = sky(day={"wind_m_s": 3.5})
    assert day_verdict(leaf, here, windy, DAY, Limits(wind_m_s=3.0)).reasons[0].code == "wind"
    for what in (job(SLOW, 12.0, DAY), job(None, 0.0, DAY, work="seed")):
        assert day_verdict(what, here, windy, DAY, Limits(thrown_m_s=3.5, seed_m_s=3.5)).goes
        assert day_verdict(what, here, windy, DAY, Limits(thrown_m_s=3.4, seed_m_s=3.4)).reasons[0].code == "wind"
    rain = sky(day={"rain_mm": 5.0, "rain_from_hour": 12})
    assert day_verdict(leaf, here, rain, DAY, Limits(leaf_hours=2)).verdict == "go"


@given(st.floats(0, 80), st.floats(0, 80), st.floats(0, 40), st.booleans())
def test_more_rain_never_turns_a_hold_into_a_go(today: float, next_day: float, more: float, on_day: bool) -> None:
    """For granules on watered turf: where nobody waters, rain is what ends a drought."""
    less = says(QUICK, sky(day={"rain_mm": today}, next={"rain_mm": next_day}))
    wetter: dict[str, Any] = {
        "day": {"rain_mm": today + more * on_day},
        "next": {"rain_mm": next_day + more * (not on_day)},
    }
    assert not (less.verdict == "hold" and says(QUICK, sky(**wetter)).goes)


@given(st.permutations([("ground", "wet"), ("ground", "moist"), ("growth", "growing"), ("growth", "dormant")]))
def test_a_verdict_does_not_depend_on_the_order_of_entering(order: list[tuple[Kind, str]]) -> None:
    rows = tuple(Observation(n, kind, DAY, "Wren", word=word) for n, (kind, word) in enumerate(order, start=1))
    found = says(QUICK, sky(rows))
    assert [reason.code for reason in found.reasons] == ["saturated", "dormant"]


def test_rain_takes_soluble_feed_out_of_a_pot_and_leaves_pellets() -> None:
    """A pot stands on no ground that smears, and drains (common practice, no source)."""
    wet = sky(before={"rain_mm": 40.0})
    pot: dict[str, Any] = {"kind": "container", "size": 1.0}
    pellets = product(83, "Potlast 15-6-10", {"coated": 13.0, "urea": 2.0}, (30, 180), "coated", longevity_days=140)
    assert "after_heavy_rain" in {one.code for one in says(pellets, wet).reasons}  # on turf
    assert says(pellets, wet, **pot).verdict != "hold"
    assert says(pellets, sky(day={"rain_mm": 40.0}), **pot).verdict != "hold"
    edge = Limits().heavy_rain_mm
    for rain, held in ((edge, False), (edge + 0.1, True)):
        assert (says(QUICK, sky(next={"rain_mm": rain}), **pot).verdict == "hold") is held
        assert (says(QUICK, sky(day={"rain_mm": rain}), **pot).verdict == "hold") is held
    assert "out of the pot" in str(says(QUICK, sky(day={"rain_mm": 40.0}), **pot).reasons[0].sentence)
    assert says(pellets, sky(day={"min_c": -4.0}), **pot).verdict == "hold"


def test_what_is_poured_in_needs_no_watering_in_and_no_rain() -> None:
    """Feed dissolved in water lies on no leaf (common practice, no source)."""
    light = sky(next={"rain_mm": 6.0})
    assert says(QUICK, light).verdict == "rain waters it in"
    assert says(QUICK, light, work="drench").verdict == "go"
    assert says(QUICK, sky(), work="drench").verdict == "go"
    assert says(UREA, sky(), work="drench", irrigated=False).verdict == "go"


def cold_days(low: float, top: float) -> Sky:
    """Three such days, then a mild one."""
    mild = sky()
    cold = {DAY - timedelta(days=n) for n in (1, 2, 3)}
    days = {on: replace(day, min_c=low, max_c=top) if on in cold else day for on, day in mild.days.items()}
    return replace(mild, days=days)


def test_ground_that_froze_for_days_is_hard_on_the_first_mild_one_unless_somebody_felt_it() -> None:
    assert says(SLOW, cold_days(-5.0, 4.9)).reasons[0].code == "frost"
    assert "-0.05" not in str(says(SLOW, cold_days(-5.0, 4.9)).reasons[0].sentence)
    assert says(SLOW, cold_days(-5.0, 5.0)).verdict == "go"
    one_unknown = cold_days(-9.0, -1.0)
    gone = replace(one_unknown, days={on: d for on, d in one_unknown.days.items() if on != DAY - timedelta(days=2)})
    assert says(SLOW, gone).verdict == "go"  # three days are asked for, no fewer guessed from
    felt = replace(cold_days(-9.0, -1.0), seen=(seen("ground", word="moist"),))
    assert says(SLOW, felt).verdict == "go"
    yesterday = replace(cold_days(-9.0, -1.0), seen=(seen("ground", 1, word="moist"),))
    assert says(SLOW, yesterday).reasons[0].code == "frost"


def test_a_night_of_frost_says_when_in_the_day() -> None:
    night = sky(day={"min_c": -2.0})
    assert "white grass" in str(says(SLOW, night).hours)
    assert str(says(SLOW, night, kind="bed").hours) == "Once the frost is off."
    assert says(SLOW, sky(day={"min_c": 0.0})).hours == says(SLOW, sky()).hours
    hot = sky(day={"max_c": 25.0})
    assert "Towards evening" in str(says(None, hot, work="plant", kind="bed").hours)
    assert says(None, sky(day={"max_c": 24.9}), work="plant", kind="bed").hours is None


def test_dressing_and_cool_seed_wait_for_the_end_of_heat_as_well() -> None:
    hot = sky(day={"max_c": 29.0, "min_c": 15.0})
    assert code(says(COMPOST, hot, 3000.0, work="topdress")) == "heat"
    assert says(COMPOST, hot, 3000.0, work="mulch", kind="bed").verdict == "go"
    assert code(says(None, hot, work="seed")) == "heat"
    assert says(None, hot, work="seed", grass="couch").verdict == "go"


@pytest.mark.parametrize(("ago", "decides"), [(0, "drought"), (3, "drought"), (4, "needs_watering_in")])
def test_wilted_grass_is_watered_and_stands_again_before_it_is_fed_or_cored(ago: int, decides: str) -> None:
    wilted = sky((seen("growth", ago, word="wilted"),))
    assert code(says(QUICK, wilted)) == decides
    assert (code(says(None, wilted, work="core")) == "drought") is (ago <= 3)
    assert (says(LIME, wilted).verdict == "hold") is (ago <= 3)  # lime on wilted leaves burns and lies
    assert code(says(None, sky((seen("growth", word="dormant"),)), work="core")) == "dormant"


def test_seed_and_mulch_on_dry_ground() -> None:
    dry = sky((seen("ground", word="dry"),))
    assert code(says(None, dry, work="seed", irrigated=False)) == "drought"
    assert says(None, dry, work="seed").verdict == "go"
    assert says(None, sky((seen("ground", word="moist"),)), work="seed", irrigated=False).verdict == "go"
    mulched = says(COMPOST, dry, 30000.0, work="mulch", kind="bed")
    assert (mulched.verdict, "Water the ground" in str(mulched.hours)) == ("go", True)
    assert says(COMPOST, sky(), 30000.0, work="mulch", kind="bed").hours is None


def test_a_pot_is_watered_by_somebody_and_fed_by_hand() -> None:
    pot: dict[str, Any] = {"kind": "container", "size": 1.0, "irrigated": False}
    fed = says(QUICK, sky(day={"wind_m_s": 14.0}), **pot)
    assert (fed.verdict, fed.water_mm, fed.hours) == ("water in", None, None)
    assert str(fed.reasons[0].sentence) == "Water it in the same day: it burns leaves it lies on."


def test_an_official_warning_holds_seed_and_what_goes_down() -> None:
    warned = sky((seen("warning", word="storm", until=DAY),))
    assert code(says(None, warned, work="seed")) == "official_warning"
    assert says(None, warned, work="core").verdict == "go"


@pytest.mark.parametrize(
    ("grass", "watered", "top", "decides"),
    [
        ("bluegrass", True, 28.9, "go"),
        ("bluegrass", True, 29.0, "heat"),
        ("couch", True, 38.0, "go"),  # cored while it grows best
        ("couch", False, 34.9, "go"),
        ("couch", False, 35.0, "heat"),
    ],
)
def test_coring_waits_for_the_end_of_heat_but_where_the_grass_grows_in_it(
    grass: str, watered: bool, top: float, decides: str
) -> None:
    hot = sky(day={"max_c": top, "min_c": 15.0})
    assert code(says(None, hot, work="core", grass=grass, irrigated=watered)) == decides


@pytest.mark.parametrize(
    ("grass", "soil", "wind", "decides"),
    [
        ("bluegrass", 8.0, 6.0, "go"),
        ("bluegrass", 7.9, 6.0, "cold_soil"),
        ("bluegrass", 8.0, 6.1, "wind"),
        ("couch", 18.0, 2.0, "go"),
        ("couch", 17.9, 2.0, "cold_soil"),
    ],
)
def test_seed_waits_for_warm_ground_and_a_calm_day(grass: str, soil: float, wind: float, decides: str) -> None:
    over = sky((seen("soil", value=soil),), day={"wind_m_s": wind})
    assert code(says(None, over, work="seed", grass=grass)) == decides


def test_winter_grass_sown_into_warm_turf_comes_up_as_what_it_is() -> None:
    over: dict[str, Any] = {"grass": "couch", "facts": {"begins": "over", "winter_grass": "perennial-rye"}}
    mild = sky((seen("soil", value=12.0),))
    assert says(None, mild, work="seed", **over).verdict == "go"
    assert code(says(None, sky((seen("soil", value=7.9),)), work="seed", **over)) == "cold_soil"
    assert code(says(None, mild, work="seed", grass="couch")) == "cold_soil"
    assert code(says(None, sky(day={"max_c": 35.0}), work="seed", **over)) == "heat"


def test_a_dry_bed_that_nobody_waters_waits_for_rain() -> None:
    dry = (seen("ground", word="dry"),)
    bed: dict[str, Any] = {"kind": "bed", "irrigated": False}
    assert code(says(SLOW, sky(dry), **bed)) == "drought"
    assert "nobody waters here" in str(says(SLOW, sky(dry), **bed).reasons[0].sentence)
    assert code(says(SLOW, sky(dry, next={"rain_mm": 3.0}), **bed)) == "light_rain_ahead"
    unsaid = says(SLOW, sky(dry), kind="bed", irrigated=None)
    assert unsaid.verdict == "water in"
    assert "Nobody has said whether there is water here" in str(unsaid.reasons[0].sentence)
    assert "nobody has said" in str(says(SLOW, sky(dry), irrigated=None).reasons[0].sentence)  # turf


def test_what_is_laid_round_a_trunk_or_dug_in_minds_no_wind() -> None:
    storm = sky(day={"wind_m_s": 14.0})
    assert code(says(SLOW, storm)) == "wind"
    assert day_verdict(job(SLOW, 12.0, DAY, placement="tilled"), ground(irrigated=True), storm, DAY).goes
    by_plant = replace(job(SLOW, 12.0, DAY), dose=Dose(30.0, "plant", 20))
    assert day_verdict(by_plant, ground(kind="bed", irrigated=True), storm, DAY).goes


@given(st.floats(-15, 20), st.floats(0, 6), st.sampled_from([QUICK, SLOW, LEAF, LIME, COMPOST]))
def test_a_colder_night_turns_no_hold_into_go(low: float, colder: float, what: Product) -> None:
    rate = 3.0 if what.liquid else 12.0
    if says(what, sky(day={"min_c": low, "max_c": 22.0}), rate).verdict == "hold":
        assert says(what, sky(day={"min_c": low - colder, "max_c": 22.0}), rate).verdict == "hold"


@given(st.floats(0, 20), st.floats(0, 6), st.sampled_from([QUICK, SLOW, LEAF, LIME, COMPOST, WETTING]))
def test_more_wind_turns_no_hold_into_go(wind: float, more: float, what: Product) -> None:
    rate = 3.0 if what.liquid else 12.0
    if says(what, sky(day={"wind_m_s": wind}), rate).verdict == "hold":
        assert says(what, sky(day={"wind_m_s": wind + more}), rate).verdict == "hold"


@pytest.mark.parametrize(
    ("form", "rate", "why"),
    [
        ("urea", 1.0, "urea left dry"),
        ("urea", 0.99, ""),
        ("ammoniacal", 2.0, "burns leaves"),
        ("ammoniacal", 1.99, ""),
    ],
)
def test_from_how_much_it_is_watered_in(form: NitrogenForm, rate: float, why: str) -> None:
    half = product(84, "Halfway 50-0-0", {form: 50.0}, (1, 30))
    said = says(half, sky(), rate / 0.5)
    assert (said.verdict == "water in") is bool(why)
    assert not why or why in str(said.reasons[0].sentence)


@pytest.mark.parametrize(("rain", "held"), [(2.9, True), (3.0, False)])
def test_light_rain_does_what_nobody_waters(rain: float, held: bool) -> None:
    dry = sky((seen("ground", word="dry"),), next={"rain_mm": rain})
    assert (says(UREA, sky(next={"rain_mm": rain}), irrigated=False).verdict == "hold") is held
    assert (says(QUICK, sky(next={"rain_mm": rain}), irrigated=False).verdict == "hold") is held
    assert (says(None, dry, work="seed", irrigated=False).verdict == "hold") is held


def test_a_liquid_of_a_hundredth_of_iron_scorches() -> None:
    hot = sky(day={"max_c": 28.0})
    for iron, held in ((0.01, True), (0.0099, False)):
        green = product(85, "Faintgreen", {}, (1, 4), "iron", liquid=True, density_kg_l=1.1, other={"Fe": iron})
        assert (says(green, hot, 3.0).verdict == "hold") is held


def test_wilted_or_growing_grass_that_nobody_waters() -> None:
    wilted, grows = (sky((seen("growth", 10, word=word),)) for word in ("wilted", "growing"))
    assert code(says(SLOW, wilted, irrigated=False)) == "drought"
    assert says(SLOW, grows, irrigated=False).verdict == "go"


def test_three_days_of_frost_count_and_no_fourth() -> None:
    over = cold_days(-5.0, 5.4)  # 0.2 °C on average: not frozen, whatever the day before them was
    before = {DAY - timedelta(days=4): DayWeather(DAY - timedelta(days=4), 0.0, -20.0, -10.0, 2.0, None, ("told",))}
    assert says(SLOW, replace(over, days={**over.days, **before})).verdict == "go"
