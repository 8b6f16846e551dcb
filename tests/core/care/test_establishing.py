"""New grass in its first year: fed with the seed, left alone while it comes up, by form as by job (common practice)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Literal

import numpy as np
import pytest

from amber_acre.core.care.brief import Establishing, Lawn, Way
from amber_acre.core.care.establishing import (
    CLOSED_AFTER_OVERSEED,
    CLOSED_AFTER_SEED,
    CLOSED_BEFORE_OVERSEED,
    CLOSED_BEFORE_SEED,
    ESTABLISHES,
    SEEDLING_STEPS,
    start_of,
)
from amber_acre.core.care.lawn import asks, part_with_grass
from amber_acre.core.care.need import nitrogen_need
from amber_acre.core.measure.area_facts import ReadFact
from amber_acre.core.programme.planning import plan_year, season_series
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.new_grass import DRIVEN_BEFORE_DAYS, SEEDLING_DAYS, STRONG_QUICK_G_M2
from amber_acre.core.season.climate import season_start
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.growing import growing
from amber_acre.core.season.phases import STEP_DAYS, STEPS, phases
from amber_acre.core.soil.findings import findings
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from tests.core.rules.cases import book, broken, entry, facts, ground, job, logged
from tests.core.worlds import BYLAW, FREE, HOT, QUICK, SHELF, STARTER, lawn

MAY = date(2026, 5, 20)
START = date(2026, 3, 1)


def begun(way: str, on: date = MAY) -> dict[str, ReadFact]:
    return facts(begins=way, begins_on=on.isoformat())


def sown(kind: str, half: Literal["north", "south"], key: str, way: Way) -> tuple[Lawn, date]:
    """A lawn that begins in the middle of the longest run of steps in which its grass is fed, and that day."""
    climate = next(one for one in KINDS if one.key == kind).climate(half)
    year = phases(climate)
    fed = growing(GRASS_BY_KEY[key], year).fed
    runs = {n: next((k for k in range(STEPS) if not fed[(n + k) % STEPS]), STEPS) for n in range(STEPS)}
    first = max(runs, key=lambda n: (runs[n], -n))
    on = year.date_of((first + min(runs[first] // 4, 6)) % STEPS, season_start(climate, START))
    place = replace(lawn(grass=key, climate=climate, rules=FREE, upkeep="middle"), start=Establishing(way, on))
    return place, on


@pytest.mark.parametrize("way", ["seed", "over"])
@pytest.mark.parametrize("half", ["north", "south"])
@pytest.mark.parametrize("kind", [one.key for one in KINDS])
def test_seed_is_fed_on_its_day_or_when_it_is_up(kind: str, half: Literal["north", "south"], way: Way) -> None:
    for key in ("tall-fescue", "couch"):
        climate = next(one for one in KINDS if one.key == kind).climate(half)
        if not growing(GRASS_BY_KEY[key], phases(climate)).fed.any():
            continue
        place, on = sown(kind, half, key, way)
        start = season_start(place.climate, on)
        plan = plan_year(place, SHELF, start, start)
        alone = (CLOSED_AFTER_SEED if way == "seed" else CLOSED_AFTER_OVERSEED) * STEP_DAYS - 4
        for one in plan.rounds:
            assert not 0 < (one.on - on).days < alone, (key, one.on, on)
            if one.on == on and one.product is not None and one.product.total_nitrogen:
                assert one.name == "Feed with the seed"
                assert "On the day of sowing" in one.reason
        told = AreaBook(place.ground(), (), (), start).judged_plan(plan.rounds)
        assert not [v.rule for _, found in told for v in found if v.rule in ("strong-on-seed", "core-dress-seed")]


def test_steps_after_seed_are_closed_and_then_weak() -> None:
    for way, closed in (("seed", CLOSED_AFTER_SEED), ("over", CLOSED_AFTER_OVERSEED)):
        place = replace(lawn(rules=FREE), start=Establishing(way, date(2026, 5, 5)))  # type: ignore[arg-type]
        at = asks(place, 10.0, findings(None, START), START, True)
        step = at.phases.step_of(date(2026, 5, 5))
        assert at.open[step]
        assert at.sown_step == step
        assert "on 5 May: fed with the seed or once it is up" in at.said[0][1]
        assert not at.open[[(step + n) % STEPS for n in range(1, closed + 1)]].any()
        assert at.open[step + closed + 1]
        young = [(step + n) % STEPS for n in range(SEEDLING_STEPS)]
        assert (at.quick_cap[young] <= STRONG_QUICK_G_M2).all()
        assert min(CLOSED_BEFORE_SEED, CLOSED_BEFORE_OVERSEED) * STEP_DAYS >= DRIVEN_BEFORE_DAYS
        assert (SEEDLING_STEPS - 0.5) * STEP_DAYS < SEEDLING_DAYS < (SEEDLING_STEPS + 0.5) * STEP_DAYS


def test_a_closed_period_of_the_rule_is_not_opened_for_seed() -> None:
    place = replace(lawn(), start=Establishing("over", date(2026, 11, 20)))  # the by-law closes on 15 November
    at = asks(place, 10.0, findings(None, START), START, True)
    step = at.phases.step_of(date(2026, 11, 20))
    assert not at.open[step]
    assert "closed period" in at.closed_because[step]


def test_a_lawn_sown_late_needs_its_part_of_the_year() -> None:
    """Half a year of growth asks half the need and a quarter to establish; a spring sowing asks all of it."""
    whole = lawn(rules=FREE)
    late = replace(whole, start=Establishing("seed", date(2026, 8, 25)))
    early = replace(whole, start=Establishing("seed", date(2026, 4, 5)))
    part = part_with_grass(late, START)
    assert 0.3 < part < 0.6
    series = season_series(whole, START)
    need = float(nitrogen_need(whole, series).yearly_g_m2)
    assert float(nitrogen_need(late, series).yearly_g_m2) == pytest.approx(need * (part + ESTABLISHES))
    assert float(nitrogen_need(early, series).yearly_g_m2) == pytest.approx(need)
    over = replace(whole, start=Establishing("over", date(2026, 8, 25)))
    assert part_with_grass(over, START) == 1.0
    assert start_of(late, phases(late.climate), date(2027, 3, 1)).unborn == []
    assert not np.isnan(part)


@pytest.mark.parametrize(
    ("way", "says"), [("seed", "The sowing"), ("over", "The overseeding"), ("turf", "The turf laid")]
)
@pytest.mark.parametrize(
    ("days", "warns"), [(1, True), (SEEDLING_DAYS - 1, True), (SEEDLING_DAYS, False), (-28, False)]
)
def test_what_the_form_says_is_judged_like_a_job(way: str, says: str, days: int, warns: bool) -> None:
    at = ground(facts=begun(way))
    found = broken(at, job(QUICK, 15, MAY + timedelta(days=days)))
    assert ("strong-on-seed" in found) is warns
    if warns:
        assert str(found["strong-on-seed"].sentence).startswith(f"{says} on 20 May 2026 lies")
    down = logged(at, entry(QUICK, 15, MAY + timedelta(days=days)))
    late = AreaBook(at, (), (entry(QUICK, 15, MAY + timedelta(days=days)),), MAY + timedelta(days=60))
    assert ("strong-on-seed" in {v.rule for v in late.judged_entry(late.entries[0])}) is warns
    assert "strong-on-seed" not in down  # on the first of April nobody has sown yet


def test_the_form_lets_a_starter_pass_the_rule_and_stands_aside_for_a_job() -> None:
    by_form = ground(rules=BYLAW, facts=begun("seed"))
    assert "phosphorus" not in broken(by_form, job(STARTER, 12, MAY))
    assert "phosphorus" in broken(by_form, job(STARTER, 12, MAY + timedelta(days=4)))
    assert "phosphorus" in broken(ground(rules=BYLAW), job(STARTER, 12, MAY))
    seed = job(None, 0, MAY + timedelta(days=3), key=5, work="seed")
    assert [use.words for use in book(by_form, seed).with_beginning] == ["job 5"]
    far = job(None, 0, MAY + timedelta(days=40), key=5, work="seed")
    assert len(book(by_form, far).with_beginning) == 2
    assert book(ground("bed", facts=begun("seed"))).with_beginning == ()


def test_what_is_said_of_a_dose_is_true_of_the_grass_that_grows() -> None:
    """Winter rye is no couch that “takes up little”, and couch in the heat is no bluegrass."""
    rye = Establishing("over", date(2026, 10, 5), GRASS_BY_KEY["perennial-rye"])
    both = replace(lawn(grass="couch", climate=HOT, rules=FREE), start=rye)
    start = date(2026, 7, 1)
    reasons = {one.on: one.reason for one in plan_year(both, SHELF, start, start).rounds}
    winter = [words for on, words in reasons.items() if on.month in (11, 12, 1, 2, 3)]
    assert winter
    assert all("The winter grass grows while the lawn rests" in words for words in winter)
    alone = plan_year(lawn(grass="couch", climate=HOT, rules=FREE, upkeep="high"), SHELF, START, START)
    hot = [one.reason for one in alone.rounds if one.on.month in (7, 8)]
    assert hot
    assert not any("hardly any of it quick" in words for words in hot)


def test_no_part_of_a_season_is_told_of_grass_that_grows_all_year_or_loves_the_heat() -> None:
    highland = next(one for one in KINDS if one.key == "tropical-highland").climate("north")
    kikuyu = lawn(grass="kikuyu", climate=highland, rules=FREE, upkeep="high")
    start = season_start(highland, START)
    told = [one.reason for one in plan_year(kikuyu, SHELF, start, start).rounds]
    assert told
    assert all("Growth goes on all year" in words for words in told)
    couch = lawn(grass="couch", climate=HOT, rules=FREE, upkeep="high")
    assert not any("roots and stores fill" in one.reason for one in plan_year(couch, SHELF, START, START).rounds)


@pytest.mark.parametrize("half", ["north", "south"])
@pytest.mark.parametrize("kind", ["humid-subtropical", "hot-desert", "transition-humid"])
def test_winter_grass_is_fed_after_its_sowing_and_the_judge_knows_it(
    kind: str, half: Literal["north", "south"]
) -> None:
    climate = next(one for one in KINDS if one.key == kind).climate(half)
    start = season_start(climate, START)
    year = phases(climate)
    fed = growing(GRASS_BY_KEY["couch"], year).fed
    last = max((n for n in range(STEPS) if fed[n]), key=lambda n: year.date_of(n, start))
    on = year.date_of(last, start)
    rye = Establishing("over", on, GRASS_BY_KEY["perennial-rye"])
    place = replace(lawn(grass="couch", climate=climate, rules=FREE, upkeep="high"), start=rye)
    plan = plan_year(place, SHELF, start, start)
    told = AreaBook(place.ground(), (), (), start).judged_plan(plan.rounds)
    assert not [(job.on, v.rule) for job, found in told for v in found if v.rule in ("no-growth", "nitrogen-past-need")]
    for one in plan.rounds:
        assert "winter grass" not in one.reason or one.on >= on, (one.on, on)


@pytest.mark.parametrize(("days", "stands"), [(-1, False), (0, True), (239, True), (240, False)])
def test_winter_grass_stands_from_its_sowing_to_the_heat(days: int, stands: bool) -> None:
    at = ground(grass="couch", facts=begun("over") | facts(winter_grass="perennial-rye"))
    assert (at.winter_grass(MAY + timedelta(days=days)) is not None) is stands
    assert ground(grass="couch", facts=begun("seed") | facts(winter_grass="perennial-rye")).winter_grass(MAY) is None
    assert ground(grass="couch", facts=begun("over")).winter_grass(MAY) is None
