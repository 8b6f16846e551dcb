"""Corrections whatever is chosen and wherever it is: south of the equator, in the tropics, in the far north.

Properties that hold for every plan; no source but the caps, which name theirs in ``core/correction/limits.py``.
"""

from __future__ import annotations

import itertools
import math
from dataclasses import replace
from datetime import date
from typing import Any

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from amber_acre.core.correction.amend_jobs import amend_jobs, applications
from amber_acre.core.correction.amending import amend
from amber_acre.core.correction.flower_colour import COLOURS, colour_plan
from amber_acre.core.correction.instalments import Timing
from amber_acre.core.correction.nutrient_plan import carries, plan_nutrient
from amber_acre.core.correction.ph_brief import PhBrief, PhChoice
from amber_acre.core.correction.ph_plan import PhPlan, lime_grade, plan_ph
from amber_acre.core.errors import AmberError, DoesNotFit, OutOfRange
from amber_acre.core.jobs.job import PLACEMENTS
from amber_acre.core.products.product import SoilAction
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.limits import HYDRATED_CAP, lime_cap, sulphur_cap
from amber_acre.core.season.climate import Climate, daily_series
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.lime import effective_share
from amber_acre.core.soil.sulphur import sulphur_equivalent
from amber_acre.core.tables.acidifying import SULPHUR_WORKS_ABOVE_C
from amber_acre.core.tables.amendments import OPTIONS
from amber_acre.core.tables.liming import FINENESS_RULES
from amber_acre.core.tables.textures import TEXTURES
from amber_acre.core.working import Working
from tests.core.worlds import BAY, COPPERAS, HOT, LIME, SULPHUR, VALE, product

DAY = date(2026, 5, 27)
TROPIC = Climate("Test coast", 4.0, (26.5,) * 12, (23.0,) * 12, (30.5,) * 12, (180,) * 12)
FAR_NORTH = Climate(
    "Test fjell",
    69.5,
    (-14, -13, -9, -4, 1, 6, 9, 7.5, 3, -3, -9, -12),
    (-19, -18, -14, -9, -3, 2, 5, 4, 0, -7, -13, -17),
    (-9, -8, -4, 1, 5, 11, 13, 12, 7, 1, -5, -7),
    (30,) * 12,
)
WORLD = [VALE, BAY, HOT, TROPIC, FAR_NORTH]
SLAKED = product(
    25, "Slakewhite", {}, (10, 25), "lime", interval=90, yearly=50, soil=SoilAction(1.32, "hydrated"), other={"Ca": 0.5}
)
WHERE = st.sampled_from(WORLD)
WHEN = st.dates(date(2025, 1, 1), date(2028, 12, 31))


def known(climate: Climate, ph: float, **changes: Any) -> PhBrief:
    """A bare bed whose laboratory test gives a pH."""
    test = SoilTest(date(2025, 1, 1), {"ph": ph}, None, None)
    values: dict[str, Any] = {
        "kind": "bed",
        "planted": False,
        "canopy": "",
        "stands_wet": False,
        "climate": climate,
        "test": test,
        "ph": ph,
        "on_probe": False,
        "half_spread": 0.1,
        "texture": TEXTURES["loam"],
        "fizz": "none",
        "lime_advice_g_m2": None,
        "running": None,
        "corrected_since_test": False,
    }
    return PhBrief(**values | changes)


def spread_of(plan: PhPlan) -> list[Any]:
    return [job for job in plan.jobs if job.work == "spread"]


def tried(brief: PhBrief, choice: PhChoice) -> PhPlan | AmberError:
    """The plan, or the refusal."""
    try:
        return plan_ph(brief, choice)
    except AmberError as refused:
        return refused


def holds_its_promises(plan: PhPlan, cap: Any, per_product: float) -> None:
    """Sum, caps, label, intervals, windows, the test at the end: of every plan that was not refused."""
    spread, label = spread_of(plan), plan.choice.product.label
    assert math.fsum(job.rate_g_m2 for job in spread) == pytest.approx(plan.total_g_m2, rel=1e-9)
    assert 0 < plan.total_g_m2 <= plan.full_g_m2 * (1 + 1e-9)
    for job in spread:
        assert 0 < job.rate_g_m2 * per_product <= cap.once_g_m2 * (1 + 1e-9)
        assert job.rate_g_m2 * plan.brief.thick <= label.max_g_m2 * (1 + 1e-9)
        assert plan.choice.first <= job.on == job.opens <= job.closes
        year = sum(other.rate_g_m2 for other in spread if 0 <= (job.on - other.on).days < 365)
        if cap.year_g_m2 is not None:
            assert year * per_product <= cap.year_g_m2 * (1 + 1e-6)
        if label.yearly_max_g_m2 is not None:
            assert year * plan.brief.thick <= label.yearly_max_g_m2 * (1 + 1e-6)
    for before, after in itertools.pairwise(spread):
        assert (after.on - before.on).days >= max(plan.choice.interval_days, label.interval_days)
    assert plan.jobs[-1].work == "sample"
    assert [job.number for job in plan.jobs] == list(range(1, len(plan.jobs) + 1))
    assert plan.course is not None
    assert np.all(plan.course.low <= plan.course.middle + 1e-9)
    assert np.all(plan.course.middle <= plan.course.high + 1e-9)


@settings(deadline=None, max_examples=60)
@given(
    WHERE,
    WHEN,
    st.floats(4.6, 6.4),
    st.floats(0.05, 1.5),
    st.sampled_from([LIME, SLAKED]),
    st.sampled_from(PLACEMENTS),
    st.floats(20, 300),
    st.integers(60, 366),
    st.sampled_from(list(FINENESS_RULES)),
    st.floats(0.5, 1),
    st.floats(1, 1.4),
)
def test_every_plan_to_raise_keeps_its_promises(
    climate: Climate,
    first: date,
    ph: float,
    more: float,
    lime: Any,
    placement: Any,
    depth: float,
    interval: int,
    rule: str,
    share: float,
    thick: float,
) -> None:
    choice = PhChoice("up", min(6.5, ph + more), lime, placement, depth, first, interval, rule=rule, start_share=share)
    plan = tried(known(climate, ph, thick=thick), choice)
    if isinstance(plan, AmberError):
        assert isinstance(plan, DoesNotFit)
        assert plan.field in ("interval", "target")  # the label's own interval, or nothing to raise
        return
    cap = HYDRATED_CAP if lime is SLAKED else lime_cap(placement)
    holds_its_promises(plan, cap, 1.0)
    grade = effective_share(lime_grade(lime, rule), Working(""))
    assert plan.full_g_m2 * grade == pytest.approx(plan.need_g_m2)
    thawed = daily_series(climate, first, max(job.on for job in plan.jobs))
    assert all(thawed.min_c[thawed.index(job.on)] > 0 for job in spread_of(plan))
    assert plan.course is not None
    assert np.all(np.diff(plan.course.middle) >= -1e-12)
    assert plan.course.middle[-1] <= choice.target_ph + 1e-9


@settings(deadline=None, max_examples=60)
@given(
    st.sampled_from([VALE, BAY, HOT]),
    WHEN,
    st.floats(5.0, 8.2),
    st.floats(0.05, 1.5),
    st.sampled_from([SULPHUR, COPPERAS]),
    st.sampled_from(PLACEMENTS),
    st.floats(20, 300),
    st.integers(60, 366),
    st.sampled_from(["ready", "warm"]),
    st.sampled_from(["sand", "loam", "clay"]),
    st.floats(1, 1.4),
)
def test_every_plan_to_lower_keeps_its_promises_or_is_hopeless(
    climate: Climate,
    first: date,
    ph: float,
    less: float,
    acid: Any,
    placement: Any,
    depth: float,
    interval: int,
    timing: Any,
    texture: str,
    thick: float,
) -> None:
    choice = PhChoice("down", min(7.5, max(4.5, ph - less)), acid, placement, depth, first, interval, timing=timing)
    plan = tried(known(climate, ph, texture=TEXTURES[texture], thick=thick), choice)
    if isinstance(plan, AmberError):
        assert any(word in plan.sentence for word in ("Hopeless", "no day", "label"))
        return
    share = sulphur_equivalent(acid.soil.elemental_sulphur, acid.other.get("Fe", 0.0), acid.soil.aluminium)
    holds_its_promises(plan, sulphur_cap(placement), share)
    assert plan.full_g_m2 * share == pytest.approx(plan.need_g_m2)
    series = daily_series(climate, first, max(job.on for job in plan.jobs))
    for job in spread_of(plan):
        mean, low = series.mean_c[series.index(job.on)], series.min_c[series.index(job.on)]
        assert mean > SULPHUR_WORKS_ABOVE_C if timing == "warm" else (mean <= SULPHUR_WORKS_ABOVE_C and low > 0)
    assert plan.course is not None
    assert np.all(np.diff(plan.course.middle) <= 1e-12)
    assert plan.course.middle[-1] >= choice.target_ph - 1e-9


def test_sulphur_starts_in_the_warmth_of_its_own_half_of_the_world() -> None:
    """Asked in May: the vale's soil is warm at once, the bay's in the southern spring, the bay's cool days are at
    hand."""
    ask = PhChoice("down", 5.8, SULPHUR, "tilled", 60.0, DAY, 120)
    assert spread_of(plan_ph(known(VALE, 6.4), ask))[0].on == DAY
    lies_ready = replace(ask, timing="ready", first=date(2026, 6, 20))
    assert spread_of(plan_ph(known(BAY, 6.4), lies_ready))[0].on.month in (6, 7)
    waits = replace(ask, first=date(2026, 7, 1))
    assert spread_of(plan_ph(known(BAY, 6.4), waits))[0].on.month in (7, 8, 9)
    assert spread_of(plan_ph(known(VALE, 6.4), replace(lies_ready, first=date(2026, 11, 1))))[0].on.month in (11, 12)


def test_places_without_a_day_for_it_say_so() -> None:
    ask = PhChoice("down", 5.8, SULPHUR, "tilled", 60.0, DAY, 120)
    none: list[tuple[Climate, Timing]] = [(FAR_NORTH, "warm"), (TROPIC, "ready")]
    for climate, timing in none:
        with pytest.raises(OutOfRange, match="no day for it") as refused:
            plan_ph(known(climate, 6.4), replace(ask, timing=timing))
        assert refused.value.field == "timing"
    assert spread_of(plan_ph(known(TROPIC, 6.4), ask))[0].on == DAY
    up = PhChoice("up", 6.0, LIME, "surface", 60.0, date(2026, 11, 1), 120)
    thaw = spread_of(plan_ph(known(FAR_NORTH, 5.2), up))[0].on
    assert thaw.year == 2027
    assert thaw.month in (5, 6, 7)


@settings(deadline=None)
@given(
    st.floats(4.6, 6.2), st.floats(0, 0.8), st.floats(20, 150), st.floats(1, 2), st.sampled_from(list(FINENESS_RULES))
)
def test_more_acid_or_deeper_ground_never_takes_less_of_a_lime(
    ph: float, less: float, depth: float, deeper: float, rule: str
) -> None:
    def full(at: float, mm: float) -> float:
        return plan_ph(known(VALE, at), PhChoice("up", 6.4, LIME, "surface", mm, DAY, 91, rule=rule)).full_g_m2

    assert full(max(4.5, ph - less), depth) >= full(ph, depth) - 1e-9
    assert full(ph, depth * deeper) == pytest.approx(full(ph, depth) * deeper)


POTASH = product(31, "Straight Potash 0-0-50", {}, (5, 15), k2o=50, interval=30, yearly=45, other={"S": 0.17})


@settings(deadline=None, max_examples=60)
@given(WHERE, WHEN, st.floats(5, 37), st.floats(4, 25), st.floats(0, 12), st.floats(1, 1.4))
def test_every_shortage_is_filled_within_the_label(
    climate: Climate, first: date, tested: float, nitrogen: float, brought: float, thick: float
) -> None:
    """Minimum level of potassium; what is lacking less what is brought is what goes down, whatever the year's limit."""
    test = SoilTest.of(date(2025, 3, 3), "mehlich-3", ph=6.4, k=tested)
    made = plan_nutrient(
        test, "k", POTASH, climate, first, by="minimum", nitrogen_g_m2=nitrogen, brought_g_m2=brought, thick=thick
    )
    spread = [job for job in made.jobs if job.work == "spread"]
    assert math.fsum(job.rate_g_m2 for job in spread) == pytest.approx(made.total_g_m2, abs=1e-9)
    assert made.total_g_m2 * carries(POTASH, "k") == pytest.approx(max(0.0, made.lacking_g_m2 - brought), abs=1e-9)
    assert made.lacking_g_m2 >= 0
    for job in spread:
        assert job.rate_g_m2 * thick <= 15 * (1 + 1e-9)
        year = sum(other.rate_g_m2 for other in spread if 0 <= (job.on - other.on).days < 365)
        assert year * thick <= 45 * (1 + 1e-6)
    assert all((b.on - a.on).days >= 30 for a, b in itertools.pairwise(spread))


@settings(deadline=None)
@given(st.sampled_from(OPTIONS), st.floats(1, 20000), st.integers(1, 10), WHEN, st.floats(20, 1000))
def test_every_amendment_adds_up(option: Any, size: float, years: int, first: date, zone: float) -> None:
    made = amend(option, SquareMetres(size), zone)
    assert made.mass_kg == pytest.approx(made.rate_g_m2 * size / 1000)
    assert made.litres == pytest.approx(made.depth_mm * size)
    assert min(made.water_mm, made.phosphorus_g_m2, made.zone_volume_share, made.zone_mass_share) >= 0
    jobs = amend_jobs(made, first, years)
    every, count = applications(made, years)
    spread = [job for job in jobs if job.work == "spread"]
    assert len(spread) == (count if made.rate_g_m2 > 0 else 0)
    assert all((b.on - a.on).days == every for a, b in itertools.pairwise(spread))
    assert all(job.on >= first for job in jobs)
    assert [job.number for job in jobs] == list(range(1, len(jobs) + 1))


@given(
    st.sampled_from(COLOURS),
    st.sampled_from(COLOURS),
    st.one_of(st.none(), st.floats(3.5, 9)),
    st.sampled_from(["low", "adequate", "high", "unknown"]),
    st.one_of(st.none(), st.floats(0, 900)),
    st.sampled_from([True, False, None]),
    st.booleans(),
    st.booleans(),
)
def test_a_flower_is_never_moved_the_wrong_way(
    now: Any,
    wanted: Any,
    ph: float | None,
    phosphorus: Any,
    aluminium: float | None,
    changes: bool | None,
    concrete: bool,
    hard: bool,
) -> None:
    plan = colour_plan(now, wanted, ph, phosphorus, aluminium, changes, concrete, hard)
    assert plan.sentences
    if changes is False or "white" in (now, wanted):
        assert plan.target_ph is None
        assert plan.direction == ""
    if plan.direction:
        assert ph is not None
        assert plan.target_ph is not None
        assert (plan.direction == "down") == (ph > plan.target_ph)
    if ph is None:
        assert plan.direction == ""
    if wanted == "blue" and plan.target_ph is not None and phosphorus == "high":
        assert any("Phosphorus is high" in words for words in plan.against)
    assume(plan.target_ph is not None)
    assert 4.5 <= (plan.target_ph or 0) <= 7
