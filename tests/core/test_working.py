"""Every recorded step, evaluated by an independent evaluator, gives its own result."""

from __future__ import annotations

import math
from collections.abc import Iterator
from datetime import date, timedelta

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from simpleeval import simple_eval

from amber_acre.core.care.brief import Lawn
from amber_acre.core.correction.amending import amend, gypsum_by_test
from amber_acre.core.correction.holding import drift_working, holding_rate
from amber_acre.core.correction.ph_brief import PhBrief, PhChoice
from amber_acre.core.correction.ph_plan import plan_ph
from amber_acre.core.correction.soil_ledger import SoilUse, soil_ledger
from amber_acre.core.measure.entry import read_cut_out, read_outline
from amber_acre.core.measure.size import CutOut, net_size
from amber_acre.core.programme.planning import plan_year
from amber_acre.core.programme.supply import release_working
from amber_acre.core.programme.year import lawn_year
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.season.climate import season_start
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.holes import blend_parts, core_holes
from amber_acre.core.soil.lime import carbonate_for_acidity
from amber_acre.core.soil.reading import exchange, verdicts
from amber_acre.core.soil.salinity import read_water
from amber_acre.core.soil.water_store import (
    adjusted_depletion,
    bought_by_calcined_clay,
    bought_by_soil,
    establishment,
    net_to_gross,
    water_store,
)
from amber_acre.core.tables.amendments import OPTIONS, Option
from amber_acre.core.working import Figure, Limit, Working
from amber_acre.web.references import REFERENCES
from amber_acre.web.shown import substituted, worded
from tests.core.test_corrections import brief, down, garden, up
from tests.core.test_programme import LAWNS, entry
from tests.core.worlds import LIME, SHELF, product

TESTED = date(2026, 4, 1)
SODIC = SoilTest.of(TESTED, "mehlich-3", ca=600, mg=60, na=400)
GYPSUM = product(41, "Saltshift", {}, (100, 5000), "gypsum", other={"Ca": 0.22})
FUNCTIONS = {"min": min, "max": max, "sqrt": math.sqrt, "exp": math.exp, "ceil": math.ceil}


def check(working: Working) -> int:
    """Evaluates every step and holds its result, source and wording; returns how many there were."""
    for step in working.steps:
        names = {figure.symbol: figure.value for figure in step.figures} | {"pi": math.pi}
        again = simple_eval(step.formula, names=names, functions=FUNCTIONS)
        assert again == pytest.approx(step.result, rel=1e-9, abs=1e-9), (working.subject, step.title)
        assert step.source in REFERENCES, step.source
        assert step.unit == step.unit.strip()
        for text in (substituted(step), worded(step)):
            assert "_" not in text, text
    return len(working.steps)


def workings_of(place: Lawn, today: date) -> Iterator[Working]:
    start = season_start(place.climate, today)
    made = plan_year(place, SHELF, start, start)
    log = [entry(made.rounds[0], place.size_m2, 1.05)] if made.rounds else []
    year = lawn_year(place, made.rounds, log, start, start + timedelta(days=200))
    yield from (year.need.working, year.soil.working, year.ledger.working, made.need.working)
    for one in year.rounds:
        yield one.working
    for ribbon in year.ribbons:
        yield release_working(ribbon)


@settings(max_examples=40, deadline=None)
@given(LAWNS, st.dates(date(2024, 1, 1), date(2030, 1, 1)))
def test_every_step_of_a_year_evaluates_to_its_result(place: Lawn, today: date) -> None:
    assert sum(check(working) for working in workings_of(place, today)) > 10


@given(
    st.sampled_from(
        [
            ("rectangle", ("12 m", "9 m")),
            ("triangle", ("13 m", "14 m", "15 m")),
            ("circle", ("31 ft",)),
            ("range", ("300 m²", "340 m²")),
        ]
    )
)
def test_every_step_of_an_area_evaluates_to_its_result(typed: tuple[str, tuple[str, ...]]) -> None:
    cuts = (
        CutOut("pond", read_cut_out("circle", ("2 m",))[0]),
        CutOut("bed", read_cut_out("triangle", ("3 m", "4 m", "5 m"))[0]),
    )
    assert check(net_size(read_outline(*typed).shape, cuts).working) >= 4


SOIL_PLANS = [
    (brief(acid_g_m2_year=12), up()),
    (brief(test=SoilTest(TESTED, {"ph": 5.2, "buffer_ph": 6.1}, None, "mehlich"), ph=5.2), up(target_ph=6.2)),
    (brief(test=SoilTest(TESTED, {"ph": 5.2, "buffer_ph": 7.7}, None, "adams-evans"), ph=5.2), up()),
    (brief(), up(method="texture", rule="ohio", start_share=0.7)),
    (brief(lime_advice_g_m2=448.0), up(method="lab")),
    (garden(), down()),
    (garden(ph=7.3, test=None), down(target_ph=5.2)),
    (garden(ph=7.3, fizz="slight", test=None), down(target_ph=7.2, depth_mm=30)),
]


@pytest.mark.parametrize(("state", "choice"), SOIL_PLANS)
def test_every_step_of_a_correction_evaluates_to_its_result(state: PhBrief, choice: PhChoice) -> None:
    made = plan_ph(state, choice)
    assert check(made.working) >= 4
    drift = drift_working(made)
    assert check(drift) == 1
    assert (holding_rate(made, drift) > 0) == (choice.direction == "up" and state.acid_g_m2_year > 0)
    assert check(drift) in (1, 2)


def test_every_step_of_a_soil_reading_evaluates_to_its_result() -> None:
    test = SoilTest.of(TESTED, "mehlich-3", ph=6.4, p=30, k=60, ca=1100, mg=140, na=30, s=9, fe=60, cec=8)
    working = Working("reading")
    verdicts(test, 12, working)
    exchange(test, working)
    gypsum_by_test(SODIC, 150, GYPSUM, working)
    read_water({"na": 9, "ca": 1.6, "mg": 1.2, "co3": 0.3, "hco3": 5.1}, working)
    establishment(0.14, 80, 0.4, 3.97, 0.7, working)
    carbonate_for_acidity(2.0, 100, 1.32, working)
    adjusted_depletion(0.4, 3.9, working)
    assert check(working) > 30


@pytest.mark.parametrize("option", OPTIONS, ids=lambda o: o.key)
def test_every_step_of_an_amendment_evaluates_to_its_result(option: Option) -> None:
    working = Working("holes")
    holes = core_holes(12.7, 50.8, 76.2, 100, working)
    assert check(working) == 3
    assert check(amend(option, SquareMetres(210), 100, holes).working) == (7 if option.material else 0)


def test_every_step_of_water_and_of_the_soil_ledger_evaluates_to_its_result() -> None:
    working = Working("water")
    water_store(0.13, 150, 0.4, 3.9, working)
    net_to_gross(27, 12, 0.7, 340, working)
    bought_by_soil(0.13, 50, 0.4, 3.9, working)
    bought_by_calcined_clay(2000, 0.4, 3.9, working)
    blend_parts({"loam": 2, "sand": 1, "compost": 1}, 900, working)
    assert check(working) == 14
    uses = [SoilUse(SHELF[1], 20, True, "logged"), SoilUse(LIME, 200, False, "planned")]
    assert check(soil_ledger(uses).working) == 3


def test_a_wrong_formula_would_be_found() -> None:
    working = Working("broken")
    working.step("sum", "a + b", [Figure("a", 1, "m", "a"), Figure("b", 2, "m", "b")], 4, "m", "heron")
    with pytest.raises(AssertionError):
        check(working)
    with pytest.raises(ValueError, match="finite"):
        working.step("bad", "a", [Figure("a", 1, "", "a")], math.nan, "", "heron")


def test_limits_hold_with_a_hair_of_rounding() -> None:
    limit = Limit("label", 10, 20, "label")
    assert limit.holds(20 * (1 + 1e-9))
    assert not limit.holds(20.01)
    assert not limit.holds(9.9)
    assert Limit("open", None, None, "label").holds(1e9)
    assert [limit.missed_by(value) for value in (9.9, 10, 20, 20.01)] == ["under", "", "", "over"]
