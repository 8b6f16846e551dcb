"""A pH correction from start to end: what is refused, asked, warned; jobs on their days; the season's acid balance."""

from __future__ import annotations

import itertools
from dataclasses import replace
from datetime import date, timedelta
from typing import Any

import pytest

from amber_acre.core.care.need import nitrogen_need
from amber_acre.core.correction.cheapest_acid import cheapest_by_acid
from amber_acre.core.correction.course import course
from amber_acre.core.correction.holding import drift_working, holding_rate
from amber_acre.core.correction.nutrient_plan import LOOK_DAYS, plan_nutrient
from amber_acre.core.correction.ph_brief import PhBrief, PhChoice
from amber_acre.core.correction.ph_plan import plan_ph
from amber_acre.core.correction.soil_ledger import SoilUse, soil_ledger
from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.product import SoilAction
from amber_acre.core.programme.planning import plan_year
from amber_acre.core.programme.year import lawn_year
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, Money, SquareMetres
from amber_acre.core.rules.limits import SULPHUR_CAPS
from amber_acre.core.season.climate import daily_series
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.lime import lime_need
from amber_acre.core.tables.acidifying import CARBONATE_PER_SULPHUR
from amber_acre.core.tables.soil_measures import Measured
from amber_acre.core.tables.textures import TEXTURES
from amber_acre.core.working import Working
from tests.core.worlds import ALUM, COPPERAS, IRON, LIME, QUICK, SHELF, SLOW, STARTER, SULPHUR, VALE, lawn, product

DAY = date(2026, 5, 27)
ACID = SoilTest(date(2026, 4, 1), {"ph": 5.4, "buffer_ph": 6.4}, None, "smp")
GARDEN = SoilTest.of(date(2026, 4, 1), "mehlich-3", ph=6.4, p=30)


def brief(**changes: Any) -> PhBrief:
    values: dict[str, Any] = {
        "kind": "bed",
        "planted": True,
        "canopy": "",
        "stands_wet": False,
        "climate": VALE,
        "test": ACID,
        "ph": 5.4,
        "on_probe": False,
        "half_spread": 0.3,
        "texture": TEXTURES["loam"],
        "fizz": "",
        "lime_advice_g_m2": None,
        "running": None,
        "corrected_since_test": False,
    }
    return PhBrief(**values | changes)


def up(**changes: Any) -> PhChoice:
    values: dict[str, Any] = {
        "direction": "up",
        "target_ph": 6.5,
        "product": LIME,
        "placement": "surface",
        "depth_mm": 100.0,
        "first": DAY,
        "interval_days": 91,
        "method": "buffer",
    }
    return PhChoice(**values | changes)


def down(**changes: Any) -> PhChoice:
    return up(
        **{"direction": "down", "target_ph": 5.2, "product": SULPHUR, "interval_days": 183, "method": "texture"}
        | changes
    )


def garden(**changes: Any) -> PhBrief:
    return brief(**{"test": GARDEN, "ph": 6.4} | changes)


def test_lime_by_buffer_worked_by_hand() -> None:
    """SMP 6.4 to 6.5 is 4.7 short tons/acre of 90 % lime for 8 in; here 10 cm, and a lime 0.754 effective."""
    plan = plan_ph(brief(), up())
    effective = 4.7 * 2000 * 453.59237 / 4046.8564224 * 0.9 * 100 / 203.2
    assert plan.need_g_m2 == pytest.approx(effective, rel=1e-9)
    assert plan.full_g_m2 == pytest.approx(effective / (0.94 * (0.98 + 0.64) / 2 * 0.99))
    spread = [job for job in plan.jobs if job.work == "spread"]
    assert len(spread) == 3
    assert sum(job.rate_g_m2 for job in spread) == pytest.approx(plan.total_g_m2)
    assert max(job.rate_g_m2 for job in spread) <= 244.13
    assert [(b.on - a.on).days for a, b in itertools.pairwise(spread)] == [91, 91]
    assert plan.jobs[-1].work == "sample"
    assert plan.course is not None
    assert 5.4 < plan.course.middle[-1] < 6.5


def test_the_label_holds_where_it_is_below_the_cap() -> None:
    tight = replace(LIME, label=replace(LIME.label, max_g_m2=GramsPerSquareMetre(120)))
    plan = plan_ph(brief(), up(product=tight))
    assert max(job.rate_g_m2 for job in plan.jobs) <= 120
    assert any(limit.source == "label" for step in plan.working.steps for limit in step.limits)
    with pytest.raises(DoesNotFit, match="60 days between"):
        plan_ph(brief(), up(interval_days=30))


def test_a_lawn_known_as_a_range_holds_the_label_where_it_is_smallest() -> None:
    plan = plan_ph(
        brief(thick=1.25), up(product=replace(LIME, label=replace(LIME.label, max_g_m2=GramsPerSquareMetre(200))))
    )
    assert max(job.rate_g_m2 for job in plan.jobs) * 1.25 <= 200 * (1 + 1e-9)


def test_hydrated_lime_keeps_its_year() -> None:
    slaked = replace(
        LIME,
        soil=SoilAction(1.32, "hydrated"),
        label=replace(LIME.label, min_g_m2=GramsPerSquareMetre(5), interval_days=60),
    )
    plan = plan_ph(brief(), up(product=slaked))
    spread = [job for job in plan.jobs if job.work == "spread"]
    assert len(spread) > 5
    for job in spread:
        recent = [j for j in spread if timedelta(0) <= job.on - j.on < timedelta(days=365)]
        assert sum(j.rate_g_m2 for j in recent) <= 10 * 4.8825
    assert any("caustic" in words for words in plan.warnings)


def test_an_old_test_says_so_and_the_drift_is_kept() -> None:
    old = replace(ACID, taken_on=date(2021, 4, 1))
    plan = plan_ph(brief(test=old, acid_g_m2_year=20), up())
    assert "Re-test before relying on it" in plan.warnings[0]
    assert plan.drift_per_year == pytest.approx(-20 * 1.1 / plan.need_g_m2)


def test_sulphur_for_a_garden_worked_by_hand() -> None:
    """Small-fruit table, loam: from 6.4 (4.38) to 5.2 (1.68) is 2.70 lb/100 ft² for 6 in; here 10 cm."""
    plan = plan_ph(garden(), down())
    pounds = (3.5 + 0.8 * (4.6 - 3.5)) - (1.2 + 0.4 * (2.4 - 1.2))
    sulphur = pounds * 453.59237 / 9.290304 * 100 / 152.4
    assert plan.need_g_m2 == pytest.approx(sulphur)
    assert plan.full_g_m2 == pytest.approx(sulphur / 0.9)
    spread = [job for job in plan.jobs if job.work == "spread"]
    assert sum(job.rate_g_m2 for job in spread) == pytest.approx(plan.total_g_m2)
    yearly = SULPHUR_CAPS["surface"].year_g_m2 or 0
    for job in spread:
        window = [j for j in spread if timedelta(0) <= job.on - j.on < timedelta(days=365)]
        assert sum(j.rate_g_m2 for j in window) * 0.9 <= yearly * (1 + 1e-9)
        assert sum(j.rate_g_m2 for j in window) <= 50 * (1 + 1e-9)  # the label's year


@pytest.mark.parametrize(
    ("state", "choice", "words"),
    [
        (brief(ph=None), up(), "not known"),
        (brief(running="down"), up(), "cannot be raised as well"),
        (brief(running="up"), up(), "runs here already"),
        (brief(corrected_since_test=True), up(), "Test again first"),
        (brief(kind="tree"), up(placement="tilled"), "Never till under a canopy"),
        (
            brief(canopy="Elm: 4.0 m² of it by the site sheet"),
            up(placement="tilled"),
            "Never till under a canopy .Elm: 4.0 m²",
        ),
        (brief(kind="lawn"), up(placement="tilled"), "bare ground"),
        (brief(moved="down"), up(), "cannot be raised as well"),
        (
            garden(ph=8.5, test=None, texture=TEXTURES["clay"]),
            down(depth_mm=380, target_ph=4.5),
            "Hopeless: [0-9]+ g/m² of sulphur is",
        ),
        (garden(ph=7.6, free_lime=0.03, test=None), down(target_ph=6.5), "Hopeless: free lime"),
        (brief(ph=6.8), up(), "nothing to raise"),
        (garden(ph=5.0), down(), "nothing to lower"),
        (brief(), up(target_ph=8.0), "between pH 4 and 7.5"),
        (brief(), up(product=SULPHUR), "is not a lime"),
        (brief(), up(product=replace(LIME, soil=SoilAction(lime_kind="calcitic"))), "no neutralising value"),
        (garden(stands_wet=True), down(), "stands wet"),
        (garden(texture=None), down(), "texture is unknown"),
        (garden(), down(product=ALUM), "toxic levels"),
        (garden(), down(product=LIME), "no acid"),
        (garden(ph=7.6, fizz="strong", test=None), down(target_ph=6.5), "Hopeless"),
        (garden(ph=8.9, test=None), down(target_ph=6.5), "sodium"),
        (garden(), down(depth_mm=1000), "2 and 40 cm"),
        (brief(), up(target_ph=5.6), "reaches pH 6.0 to 6.5"),
    ],
)
def test_what_is_refused_and_why(state: PhBrief, choice: PhChoice, words: str) -> None:
    with pytest.raises(AmberError, match=words):
        plan_ph(state, choice)


def test_a_large_dose_on_a_probe_alone_is_asked_about() -> None:
    probed = brief(test=None, on_probe=True, half_spread=0.5)
    plan = plan_ph(probed, up(method="texture"))
    assert any("rests on a probe alone" in q for q in plan.questions)
    small = plan_ph(replace(probed, ph=6.3), up(method="texture"))
    assert small.questions == ()
    lab = plan_ph(brief(), up())
    assert lab.questions == ()
    assert plan.course is not None
    assert lab.course is not None
    assert np_width(plan) > np_width(lab)  # a probe leaves more open


def np_width(plan: Any) -> float:
    return float(plan.course.high[0] - plan.course.low[0])


def test_iron_sulphate_is_many_times_the_weight_and_says_so() -> None:
    plan = plan_ph(garden(), down(product=COPPERAS, target_ph=6.0))
    assert plan.full_g_m2 == pytest.approx(plan.need_g_m2 / (0.2 * 32.06 / 55.845))
    assert any("8.7 times the weight of sulphur, as heptahydrate" in words for words in plan.warnings)


def test_products_are_compared_by_the_acid_they_make() -> None:
    """30 % pellets at about $20 a pound of sulphur against 90 % at a tenth: common practice, no source."""
    pellets = replace(
        SULPHUR,
        name="pellets",
        soil=SoilAction(elemental_sulphur=0.3),
        packs=(replace(SULPHUR.packs[0], mass_kg=Kilograms(1), price=Money(13.2)),),
    )
    rows = cheapest_by_acid([pellets, LIME, SULPHUR, COPPERAS])
    assert [row[0].name for row in rows] == ["Yellowseam 85", "Greenvitriol", "pellets"]
    assert rows[0][2] == pytest.approx(34 / 25 / 0.9)
    assert rows[2][2] * 0.45359237 == pytest.approx(19.96, abs=0.01)


def test_starting_low_leaves_the_rest_and_fertilizers_are_counted() -> None:
    plan = plan_ph(brief(acid_g_m2_year=20), up(start_share=0.6))
    assert plan.total_g_m2 == pytest.approx(0.6 * plan.full_g_m2)
    assert plan.course is not None
    without = plan_ph(brief(), up(start_share=0.6)).course
    assert without is not None
    assert plan.course.middle[-1] < without.middle[-1]
    step = drift_working(plan).steps[0]
    assert step.result == pytest.approx(-20 / (plan.need_g_m2 / 1.1))


def test_the_soil_side_of_the_ledger_adds_up() -> None:
    """Ammonium sulphate is acid by Sluijsmans, lime base by its CCE, sulphur 3.12 times its own mass."""
    made = soil_ledger(
        [
            SoilUse(QUICK, 20, True, "Logged"),
            SoilUse(LIME, 100, True, "Logged lime"),
            SoilUse(SULPHUR, 20, False, "Planned sulphur"),
            SoilUse(replace(SLOW, nitrogen={}, total_nitrogen=0.0, k2o=0.0, name="nothing"), 10, True, "no acid"),
        ]
    )
    nitrogen_only = 20 * 0.21 * 0.8 * 1.785  # on grass
    assert made.acid_down == pytest.approx(nitrogen_only - 100 * 0.94 * 0.99)
    assert made.acid_to_come == pytest.approx(20 * 0.9 * CARBONATE_PER_SULPHUR, rel=0.01)
    assert made.elements_down["Ca"] == pytest.approx(37)
    assert made.elements_to_come["S"] == pytest.approx(18)
    assert made.working.steps[-1].result == pytest.approx(made.acid_down + made.acid_to_come)
    assert soil_ledger([]).empty


def test_a_test_without_ph_needs_one() -> None:
    with pytest.raises(MissingInput, match="no pH"):
        lime_need(SoilTest.of(DAY, "mehlich-3", p=20), 6.5, 100, "texture", Working(""), "loam")


POTASH = product(
    31, "Straight Potash 0-0-50", {}, (5, 15), k2o=50, interval=30, yearly=45, pack=(25, 41), other={"S": 0.17}
)
EPSOM = product(32, "Bitterspar", {}, (10, 30), interval=30, other={"Mg": 0.096, "S": 0.13})
SANDY = SoilTest.of(date(2026, 3, 3), "mehlich-3", ph=6.4, p=60, k=31, mg=40, fe=38)


def shortage(**changes: Any) -> Any:
    values: dict[str, Any] = {
        "test": SANDY,
        "element": "k",
        "product": POTASH,
        "climate": VALE,
        "first": DAY,
        "by": "minimum",
        "nitrogen_g_m2": 15.0,
        "brought_g_m2": 2.0,
    }
    values |= changes
    return plan_nutrient(
        values.pop("test"),
        values.pop("element"),
        values.pop("product"),
        values.pop("climate"),
        values.pop("first"),
        **values,
    )


def test_a_shortage_is_filled_less_what_the_year_brings() -> None:
    """Minimum levels: 15 × 0.5 + (37 − 31) × 0.15 = 8.4 g/m² of K; 2.0 comes with the feeds; 50 % K₂O is 41.5 % K."""
    made = shortage()
    assert made.lacking_g_m2 == pytest.approx(8.4)
    assert made.total_g_m2 == pytest.approx(6.4 / (0.5 * 0.8301))
    spread = [job for job in made.jobs if job.work == "spread"]
    assert len(spread) == 2
    assert sum(job.rate_g_m2 for job in spread) == pytest.approx(made.total_g_m2)
    assert max(job.rate_g_m2 for job in spread) <= 15
    assert (spread[1].on - spread[0].on).days >= 30
    assert made.jobs[-1].work == "sample"
    assert shortage(brought_g_m2=20.0).jobs == ()
    by_range = shortage(element="mg", product=EPSOM, by="range", nitrogen_g_m2=None)
    assert by_range.lacking_g_m2 == pytest.approx((60 - 40) * 0.13)
    assert shortage(by="lab", advice_g_m2=5.0).lacking_g_m2 == 5.0
    winter = shortage(first=date(2026, 12, 1)).jobs[0]
    assert winter.on.month in (3, 4)
    assert "under the label's lowest rate" in shortage(brought_g_m2=7.5).warnings[0]


@pytest.mark.parametrize(
    ("changes", "words"),
    [
        ({"product": EPSOM}, "carries no potassium"),
        (
            {"element": "p", "product": STARTER, "forbidden": "the soil test is high in phosphorus"},
            "No phosphorus: the soil test is high",
        ),
        ({"element": "p", "product": STARTER, "by": "range"}, "Phosphorus is high"),
        ({"element": "zn"}, "not in the test"),
        (
            {"element": "fe", "product": IRON, "test": SoilTest.of(DAY, "mehlich-3", ph=6.4, fe=80), "by": "range"},
            "is adequate",
        ),
        (
            {"element": "fe", "product": IRON, "test": SoilTest.of(DAY, "mehlich-3", ph=7.6, fe=38), "by": "range"},
            "locked up",
        ),
        ({"by": "lab"}, "advises nothing"),
        ({"nitrogen_g_m2": None}, "are for turf"),
        ({"test": SoilTest.of(DAY, "olsen", ph=6.4, k=60)}, "no minimum level"),
        (
            {"test": SoilTest.of(DAY, "morgan", ph=6.4, s=3), "element": "s", "product": EPSOM, "by": "range"},
            "no range",
        ),
    ],
)
def test_shortages_that_are_none(changes: dict[str, Any], words: str) -> None:
    with pytest.raises(AmberError, match=words):
        shortage(**changes)


def test_the_label_of_a_nutrient_holds_for_its_year_and_at_the_small_end() -> None:
    """45 g/m² a year and 15 at a time: a fourth dose waits until the first is a year back."""
    much = shortage(by="lab", advice_g_m2=24.0)  # 22 g/m² of K still, 53 g/m² of product: four doses
    spread = [job for job in much.jobs if job.work == "spread"]
    assert len(spread) == 4
    assert (spread[3].on - spread[0].on).days >= 365
    for first in spread:
        within = [job.rate_g_m2 for job in spread if 0 <= (job.on - first.on).days < 365]
        assert sum(within) <= 45 * (1 + 1e-9)
    assert "more than a year" in much.warnings[-1]
    narrow = shortage(thick=1.25)
    assert max(job.rate_g_m2 for job in narrow.jobs) * 1.25 <= 15 * (1 + 1e-9)
    assert sum(job.rate_g_m2 for job in narrow.jobs) == pytest.approx(narrow.total_g_m2)


@pytest.mark.parametrize(
    ("changes", "words"),
    [({"runs_since": date(2026, 5, 1)}, "entered 1 May 2026"), ({"corrected_since_test": True}, "Test again first")],
)
def test_a_shortage_is_not_filled_twice(changes: dict[str, Any], words: str) -> None:
    with pytest.raises(DoesNotFit, match=words) as refused:
        shortage(**changes)
    assert refused.value.field == "element"


def test_lime_that_would_take_for_ever_says_so() -> None:
    """Hydrated lime, 10 lb/1000 ft² a year, for a need of tons: not a day that cannot be found, but too long."""
    slaked = replace(LIME, soil=replace(LIME.soil, lime_kind="hydrated", neutralising_value=1.3, passing={}))
    with pytest.raises(DoesNotFit, match="run past 8 years"):
        plan_ph(brief(), up(product=slaked, depth_mm=200.0))


def test_where_the_sulphur_tables_differ_it_is_said() -> None:
    """7.3 to 6.4 on loam, 15 cm: 390 lb/acre to 7.0 and 1.42 lb/100 ft² on, 111 g/m²; to 6.5 by the handbook 540
    lb/acre, 60 g/m²."""
    neutral = garden(test=SoilTest.of(date(2026, 4, 1), "mehlich-3", ph=7.3), ph=7.3, fizz="none")
    plan = plan_ph(neutral, down(target_ph=6.4, depth_mm=150.0))
    assert plan.need_g_m2 == pytest.approx((390 * 0.112085 + 1.42 * 48.8243) * 150 / 152.4, rel=1e-3)
    assert any("asks for 60 g/m² of sulphur, to 6.4 the acid plants' one for 111" in words for words in plan.warnings)
    assert not any("differ here" in words for words in plan_ph(neutral, down(target_ph=6.5, depth_mm=150.0)).warnings)
    assert not any(
        "differ here" in words
        for words in plan_ph(neutral, down(target_ph=5.5, depth_mm=150.0, interval_days=91)).warnings
    )
    with pytest.raises(DoesNotFit, match="10 applications this far apart run past 8 years") as long:
        plan_ph(neutral, down(target_ph=5.5, depth_mm=150.0))  # half-yearly in a warm season of four months is yearly
    assert long.value.field == "interval"


def test_a_buffer_that_shows_no_acid_is_not_the_last_word() -> None:
    """A sand of pH 5.2 with an SMP buffer pH of 7.1 holds too little acid for the buffer (extension texts, from
    memory)."""
    sand = brief(
        test=SoilTest(date(2026, 4, 1), {"ph": 5.2, "buffer_ph": 7.1}, None, "smp"), ph=5.2, texture=TEXTURES["sand"]
    )
    none = plan_ph(sand, up())
    assert none.jobs == ()
    assert any("Work it out by the texture table" in words for words in none.warnings)
    assert plan_ph(sand, up(method="texture")).total_g_m2 > 0
    asked_none = plan_ph(brief(lime_advice_g_m2=0.0), up(method="lab"))  # a laboratory's own nought is not argued with
    assert any("asks for no lime" in words for words in asked_none.warnings)
    assert not any("texture table" in words for words in asked_none.warnings)


def test_a_need_far_above_the_acid_of_the_exchange_is_remarked() -> None:
    """CEC 9 less 6 of cations is 3 meq/100 g: 3 × 500.4 mg/kg × 132.3 kg/m² is 199 g/m² in 10 cm of two-million-pound
    soil."""
    cations: dict[Measured, float] = {"ca": 1000.0, "mg": 121.525, "k": 3.9}
    full = replace(ACID, values={"ph": 5.4, "buffer_ph": 6.4, "cec": 9.0, **cations}, extractant="mehlich-3")
    quiet = plan_ph(brief(test=full), up())
    step = next(s for s in quiet.working.steps if s.title.startswith("For comparison"))
    assert step.result == pytest.approx((9 - 1000 / 200.39 - 1 - 0.01) * 0.50043 * 100 * 1.3232, rel=1e-3)
    assert not any("all the acid" in words for words in quiet.warnings)
    tiny = plan_ph(brief(test=replace(full, values=dict(full.values) | {"cec": 7.2})), up())
    assert any("look at buffer pH, CEC and units again" in words for words in tiny.warnings)
    assert tiny.need_g_m2 == quiet.need_g_m2  # a remark changes nothing
    summed = plan_ph(brief(test=replace(full, values=dict(full.values) | {"cec": 6.0})), up())
    assert not any("all the acid" in words for words in summed.warnings)  # a CEC added up of cations tells nothing


def test_the_laboratorys_lime_is_turned_into_the_one_at_hand() -> None:
    """2 tons/acre of a lime 0.8 effective is 448 × 0.8 = 358.7 g/m² of CaCO₃; a silent report is taken as pure, and
    says so."""
    state = brief(lime_advice_g_m2=448.34)
    named = plan_ph(state, up(method="lab", advice_effective=0.8))
    assert named.need_g_m2 == pytest.approx(448.34 * 0.8)
    silent = plan_ph(state, up(method="lab"))
    assert silent.need_g_m2 == pytest.approx(448.34)
    assert any("does not say what lime it means" in words for words in silent.warnings)
    assert any("wholly effective" in words for words in silent.working.assumptions)
    assert not any("what lime it means" in words for words in named.warnings)
    with pytest.raises(AmberError, match="30 to 180 %"):
        plan_ph(state, up(method="lab", advice_effective=0.1))


def test_holding_the_ph_takes_the_acid_over_the_effective_share() -> None:
    """21 g/m² of CaCO₃ a year against a lime 0.94 × (0.98 + 0.64)/2 × 0.99 effective is 27.9 g/m² of it."""
    made = plan_ph(brief(acid_g_m2_year=21.0), up())
    assert holding_rate(made, Working("")) == pytest.approx(21 / (0.94 * 0.81 * 0.99))
    assert holding_rate(plan_ph(garden(acid_g_m2_year=21.0), down()), Working("")) == 0
    assert holding_rate(plan_ph(brief(), up()), Working("")) == 0


def test_a_chelate_may_go_where_a_plain_salt_may_not() -> None:
    made = shortage(
        element="fe", product=IRON, test=SoilTest.of(DAY, "mehlich-3", ph=7.6, fe=38), by="range", chelate=True
    )
    dose, look = made.jobs
    assert (dose.rate_g_m2, dose.work, look.work) == (IRON.label.max_g_m2, "spread", "look")  # once, then look
    assert (look.on - dose.on).days == LOOK_DAYS
    assert "not filled up with it by mass" in made.warnings[0]


def test_bulk_material_is_no_feed_but_its_phosphorus_is_seen() -> None:
    compost = product(41, "Darkloaf", {"insoluble": 0.5}, (600, 40000), "bulk", p2o5=0.3, density_kg_l=0.6)
    logged = Entry(1, None, date(2026, 4, 20), compost, Kilograms(1500), SquareMetres(412))
    feed = Entry(2, None, date(2026, 4, 21), QUICK, Kilograms(6), SquareMetres(412))
    year = lawn_year(lawn(), [], [logged, feed], date(2026, 3, 1), DAY)
    assert year.ledger.applied.nitrogen == pytest.approx(6000 / 412 * 0.21)
    assert len(year.entries) == 2
    made = soil_ledger([SoilUse(compost, 3600, True, "compost")])
    assert made.elements_down["P"] == pytest.approx(3600 * 0.003 * 0.4364)
    planned = plan_year(lawn(), SHELF, date(2026, 3, 1), date(2026, 5, 1), [logged])
    assert planned.rounds  # a dressing in the window does not stand for the feed
    day = date(2026, 6, 1)
    job = Job(1, "Potassium 1 of 1", "spread", day, day, date(2026, 6, 22), Dose(8.0), POTASH, 7, "nutrient")
    with_job = lawn_year(lawn(), [], [feed], date(2026, 3, 1), DAY, [job])
    assert with_job.ledger.to_come.potassium == pytest.approx(8 * 0.5 * 0.8301)


def test_a_lawn_uses_its_own_soil_store() -> None:
    dry = lawn(irrigated=False, store_mm=20.0)
    deep = lawn(irrigated=False, store_mm=120.0)
    unknown = lawn(irrigated=False)
    series = daily_series(VALE, date(2026, 3, 1), date(2027, 3, 1))
    needs = [nitrogen_need(place, series) for place in (dry, unknown, deep)]
    assert needs[0].yearly_g_m2 < needs[1].yearly_g_m2 < needs[2].yearly_g_m2
    assert any("23 mm" in words for words in needs[1].working.assumptions)
    assert not any("23 mm" in words for words in needs[0].working.assumptions)


def test_a_course_tells_a_day_and_nothing_beyond_itself() -> None:
    """A day before the first dose and one past the last that is followed have no pH."""
    found = course(VALE, [(date(2026, 4, 1), 1.0)], 5.4, 1.0, "up", "surface")
    first = found.on(date(2026, 4, 1))
    assert first is not None
    assert first[0] <= first[1] <= first[2]
    last = date(2026, 4, 1) + timedelta(days=len(found.middle) - 1)
    assert found.on(last) is not None
    assert found.on(last + timedelta(days=1)) is None
    assert found.on(date(2026, 3, 31)) is None
