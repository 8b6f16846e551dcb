"""Nitrogen that comes out after growth: planner and judge agree in every climate (shares: common practice)."""

from __future__ import annotations

import math
from dataclasses import replace
from datetime import date
from typing import Literal

import numpy as np
import pytest

from amber_acre.core.care.lawn import asks
from amber_acre.core.programme.feeds import feed_of, left_after
from amber_acre.core.rules.late_release import Slow, last_uptake, late_grams, late_share, slow_of, uptake_of
from amber_acre.core.season.climate import season_start
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.phases import STEP_DAYS, STEPS
from amber_acre.core.soil.findings import findings
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from tests.core.rules.cases import broken, entry, facts, ground, job, logged
from tests.core.worlds import FREE, HOT, MEAL, QUICK, SLOW, VALE, lawn, product

EVER = np.ones(STEPS, dtype=bool)
TEN = np.arange(STEPS) < 10
WARM = np.full(STEPS, 25.0)  # release at the table's own speed


def test_a_half_life_left_when_growth_ends_is_a_half() -> None:
    """Ten steps of 7.6 days at 25 °C: with a half-life of just so long half of it is left; by pencil."""
    slow = Slow(0.0, ((0.2, math.log(2) / (10 * STEP_DAYS)),), False)
    assert late_share(slow, TEN, WARM, 0) == pytest.approx(0.5)
    assert late_grams(slow, TEN, WARM, 0) == pytest.approx(0.1)
    assert late_share(slow, TEN, WARM, 5) == pytest.approx(2**-0.5)
    assert late_share(slow, EVER, WARM, 0) == 0.0
    half_quick = replace(slow, quick=0.2)
    assert late_share(half_quick, TEN, WARM, 0) == pytest.approx(0.25)
    assert late_share(replace(half_quick, organic=True), TEN, WARM, 0) == pytest.approx(0.5)
    assert late_share(Slow(0.2, (), False), TEN, WARM, 9) == 0.0


def test_a_month_without_uptake_ends_it() -> None:
    for gap, ends in ((3, 10), (4, 3)):
        takes_up = TEN.copy()
        takes_up[3 : 3 + gap] = False
        assert last_uptake(takes_up, 0) == ends
    assert last_uptake(EVER, 7) == STEPS
    assert last_uptake(~EVER, 7) == 0


@pytest.mark.parametrize("half", ["north", "south"])
@pytest.mark.parametrize("kind", [one.key for one in KINDS])
def test_what_the_planner_allows_the_judge_lets_pass(kind: str, half: Literal["north", "south"]) -> None:
    climate = next(one for one in KINDS if one.key == kind).climate(half)
    for key in ("tall-fescue", "couch"):
        place = lawn(grass=key, climate=climate, rules=FREE)
        start = season_start(climate, date(2026, 3, 1))
        at = asks(place, 10.0, findings(None, start), start, True)
        for what in (SLOW, MEAL):
            feed = feed_of(what, 1.0)
            for step in range(STEPS):
                if not at.takes_up[step] or left_after(feed, at, step) > slow_of(what).late_allowed:
                    continue
                found = broken(place.ground(), job(what, what.label.max_g_m2, at.phases.date_of(step, start)))
                assert "released-too-late" not in found, (key, what.name, step)


def test_slow_feed_in_autumn_is_warned_about_at_every_door() -> None:
    """The vale's bluegrass takes nothing up from the middle of November: a slow organic feed in October is for the
    drains, a quick one is not; watered couch in the bay never stops."""
    october = date(2026, 10, 15)
    late = broken(ground(), job(MEAL, 40, october))["released-too-late"]
    assert late.severity == "warn"
    assert "after growth has ended, about" in str(late.sentence)
    assert "released-too-late" in broken(ground(), job(SLOW, 20, october))
    assert "released-too-late" not in broken(ground(), job(QUICK, 12, october))
    assert "released-too-late" not in broken(ground(), job(MEAL, 40, date(2026, 5, 5)))
    assert "released-too-late" not in broken(ground("bed"), job(MEAL, 40, october))
    assert "released-too-late" in logged(ground(), entry(MEAL, 40, date(2025, 10, 15)))
    little = product(81, "Little", {"insoluble": 1.5}, (1, 60), "organic")
    assert "released-too-late" not in broken(ground(), job(little, 15, october))


def test_winter_grass_uses_what_the_lawn_does_not() -> None:
    told = facts(begins="over", begins_on="2026-10-01", winter_grass="perennial-rye")
    couch, rye = ground(grass="couch", climate=HOT), ground(grass="couch", climate=HOT, facts=told)
    one = job(SLOW, 20, date(2026, 10, 12))
    assert "released-too-late" in broken(couch, one)
    assert "released-too-late" not in broken(rye, one)
    _, alone = uptake_of(HOT, GRASS_BY_KEY["couch"])
    _, both = uptake_of(HOT, GRASS_BY_KEY["couch"], GRASS_BY_KEY["perennial-rye"])
    assert both.sum() > alone.sum()
    assert uptake_of(VALE, GRASS_BY_KEY["bluegrass"])[1].sum() < STEPS
