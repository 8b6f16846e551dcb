"""Plantings and pots whose season has begun: no round goes unsaid, pellets only for what is left (common practice, no
source; ten climates, both hemispheres)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any, Literal

import pytest

from amber_acre.core.care.last_nitrogen import last_nitrogen
from amber_acre.core.care.planting import planting_of
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.products.product import LONGEVITY_DAYS, Product
from amber_acre.core.programme.garden_season import garden_season
from amber_acre.core.programme.garden_year import GardenPlan, plan_garden
from amber_acre.core.quantities import Kilograms
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.pot_pellets import pots_fed, rated_months
from amber_acre.core.season.climate import season_start
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.coated import runs_out, used_by
from amber_acre.core.tolerance import over
from amber_acre.core.typed_counts import CountRate
from tests.cases.care import shelf
from tests.core.care.test_planting import ground
from tests.core.programme.test_garden_year import PLANTS, in_climate
from tests.core.rules.cases import broken, job, with_label
from tests.core.worlds import QUICK

SHELF = shelf()
HALVES: tuple[Literal["north", "south"], ...] = ("north", "south")
EVERYWHERE = [(kind.key, half) for kind in KINDS for half in HALVES]
Half = Literal["north", "south"]


def begun(
    at: Ground, days: int, products: list[Product] | None = None, *, entries: tuple[Entry, ...] = ()
) -> GardenPlan:
    """The plan of a season seen so many days after it began."""
    start = season_start(at.climate, date(2026, 4, 1))
    today = start + timedelta(days=days)
    book = AreaBook(at, (), entries, today)
    return plan_garden(planting_of(at), book, SHELF if products is None else products, start, today)


def said_of_the_end(plan: GardenPlan) -> str:
    return " ".join(one.sentence for one in plan.said if one.code in ("passed", "frost_stop", "no_feed"))


@pytest.mark.parametrize(("kind", "half"), EVERYWHERE)
def test_a_round_is_planned_or_said_to_have_passed(kind: str, half: Half) -> None:
    """Whatever the whole year's plan feeds, a plan made later feeds as well, names, or gives its last day for."""
    for group in ("hedge", "rose", "perennial", "acid", "exotic", "palm"):
        at = ground(PLANTS[group][0], PLANTS[group][1], in_climate(kind, half))
        whole = begun(at, 0)
        for days in (60, 120, 150, 200, 260):
            plan, today = begun(at, days), whole.start + timedelta(days=days)
            last, _ = last_nitrogen(plan.planting, plan.stages)
            planned = {one.name for one in plan.asked.rounds}
            words = said_of_the_end(plan).lower()
            ends = not planned and f"no nitrogen after {last:%-d %B}".lower() in words
            for one in whole.asked.rounds:
                passed = f"the {one.name} (".lower() in words
                assert one.name in planned or passed or ends, (group, days, one.name, words)
            if today + timedelta(days=7) > last:
                assert not plan.asked.rounds
            for mine in plan.jobs:
                others = [other for other in plan.jobs if other is not mine]
                rules = {verdict.rule for verdict in AreaBook(at, (), (), today).judged(mine, others)}
                assert not rules & {"buds-set", "last-nitrogen", "hot-feed"} or mine.work == "mulch", (group, mine.name)


def test_what_went_down_is_not_called_passed() -> None:
    """The spring feed lies: nothing more is fed, and why is the feed, not frost."""
    at = ground("bed", "9 × Pieris japonica")
    whole = begun(at, 0)
    feed = next(one for one in whole.jobs if one.product is not None and one.work == "feed")
    kg = Kilograms(feed.rate_on(at.size_m2) * at.size_m2 / 1000 * 0.9)
    entry = Entry(1, None, feed.on, feed.material, kg, at.size_m2)
    after = (feed.on - whole.start).days + 10
    words = said_of_the_end(begun(at, after, entries=(entry,)))
    assert "stands for its rounds" in words
    assert "passed" not in words


def test_roses_in_a_border_say_what_they_missed() -> None:
    at = ground("bed", "20 × Hemerocallis hybrids\n5 × Rosa hybrids", in_climate("cool-maritime", "north"))
    assert "Roses, the spring feed (27 March) has passed" in said_of_the_end(begun(at, 150))


@pytest.mark.parametrize(("plants", "last"), [("6 × Rhododendron hybrids", 95), ("6 × Taxus baccata", 60)])
def test_their_own_last_day_is_shown(plants: str, last: int) -> None:
    at = ground("bed", plants, in_climate("cool-maritime", "north"))
    start = season_start(at.climate, date(2026, 4, 1))
    season = garden_season(AreaBook(at, (), (), start), (), start)
    assert season.last == season.stages.wakes + timedelta(days=last) < season.stages.last


@pytest.mark.parametrize("kind", ["wet-tropics", "tropical-highland"])
@pytest.mark.parametrize("plants", ["9 × Pieris japonica", "6 × Taxus baccata", "90 × Narcissus hybrids"])
def test_where_no_cold_divides_the_year_only_its_end_counts(kind: str, plants: str) -> None:
    at = ground("bed", plants, in_climate(kind, "north"))
    stage = begun(at, 0).stages
    assert last_nitrogen(planting_of(at), stage) == (stage.last, stage.why_last)


def pots(kind: str, half: Half, **texts: str) -> Ground:
    return ground("container", "Petunia hybrids", in_climate(kind, half), **texts)


@pytest.mark.parametrize(("kind", "half"), EVERYWHERE)
def test_pellets_are_for_what_is_left_of_a_season(kind: str, half: Half) -> None:
    """What comes out by the last day is no more than its share of the need; most of it does; no label is undercut."""
    at = pots(kind, half)
    for days in range(30, 300, 30):
        plan, today = begun(at, days), begun(at, 0).start + timedelta(days=days)
        begins, last = pots_fed(plan.planting.ground, plan.stages)
        pellets = next((one for one in plan.jobs if one.work == "feed"), None)
        if pellets is None or pellets.on <= begins:
            continue
        assert pellets.on == today
        left = (last - today).days / (last - begins).days
        grams, coated = pellets.dose.value, pellets.material
        out = used_by(rated_months(coated), today, last, at.climate)
        label = coated.label.rate_by("litre")
        assert out >= 0.5
        lowest = label.low if label is not None else 0.0
        assert label is None or lowest <= grams <= label.high
        fits = plan.asked.nitrogen * left / out / coated.total_nitrogen
        assert not over(grams, max(lowest, fits)), (days, grams)
        assert lowest * 0.75 <= fits or grams == plan.asked.nitrogen / coated.total_nitrogen


def test_late_in_a_cool_season_pots_are_fed_with_the_can() -> None:
    plan = begun(pots("cool-maritime", "north"), 150)
    assert {one.work for one in plan.jobs} == {"drench"}
    assert "their last day for nitrogen: soluble feed until then" in said_of_the_end(plan)
    early = begun(pots("cool-maritime", "north"), 0)
    assert any(one.work == "feed" for one in early.jobs)
    only_pellets = [product for product in SHELF if product.longevity_days]
    late = next(one for one in begun(pots("cool-maritime", "north"), 150, only_pellets).jobs if one.work == "feed")
    whole = next(one for one in begun(pots("cool-maritime", "north"), 0, only_pellets).jobs if one.work == "feed")
    assert late.dose.value <= whole.dose.value
    assert "the rest of the season" in late.reason
    assert "the rest" not in whole.reason


def test_a_label_is_never_undercut() -> None:
    """A lowest rate just within reach is laid; one far above what is left gives way to the can."""
    at, days = pots("hot-desert", "north"), 200
    plan = begun(at, days)
    coated = next(product for product in SHELF if product.longevity_days)
    begins, last = pots_fed(plan.planting.ground, plan.stages)
    first = max(begins, plan.start + timedelta(days=days))
    left = (last - first).days / (last - begins).days
    out = used_by(rated_months(coated), first, last, at.climate)
    fits = plan.asked.nitrogen * min(1.0, left / max(out, left)) / coated.total_nitrogen
    for low, laid in ((fits / 0.75 * 0.99, True), (fits / 0.75 * 1.01, False)):
        by = (CountRate("litre", low, low * 3),)
        products = [with_label(coated, by=by), *(product for product in SHELF if not product.longevity_days)]
        feeds = [one for one in begun(at, days, products).jobs if one.work == "feed"]
        assert bool(feeds) is laid, (low, fits)
        assert not laid or feeds[0].dose.value == pytest.approx(low)


def test_pellets_give_way_to_the_can_where_half_would_come_too_late() -> None:
    at = pots("transition-humid", "north")
    coated = with_label(next(product for product in SHELF if product.longevity_days), by=())
    products = [coated, *(product for product in SHELF if not product.longevity_days)]
    whole = begun(at, 0, products)
    begins, last = pots_fed(whole.planting.ground, whole.stages)
    for days in range((begins - whole.start).days + 1, (last - whole.start).days, 3):
        out = used_by(rated_months(coated), whole.start + timedelta(days=days), last, at.climate)
        laid = [one for one in begun(at, days, products).jobs if one.work == "feed"]
        assert bool(laid) is (out >= 0.5), (days, out)


def test_pellets_are_used_up_on_the_day_they_run_out() -> None:
    climate, laid = in_climate("transition-humid", "north"), date(2026, 4, 20)
    spent = runs_out(5.0, laid, climate)
    assert used_by(5.0, laid, spent.on, climate) == 1.0
    assert used_by(5.0, laid, spent.on - timedelta(days=1), climate) < 1.0
    assert used_by(5.0, laid, laid, climate) == 0.0
    half = next(n for n in range(365) if used_by(5.0, laid, laid + timedelta(days=n), climate) >= 0.5)
    assert 0.3 < half / (spent.on - laid).days < 0.7


def test_pots_are_fed_by_the_litre_in_heat_and_indoors() -> None:
    """Neither heat on a square metre of pots nor frost outside stops what is fed weak, or stands indoors."""
    hot, cold = date(2026, 7, 15), date(2026, 10, 20)
    desert, vale = in_climate("hot-desert", "north"), in_climate("cool-maritime", "north")
    assert "hot-feed" in broken(ground("bed", "9 × Hosta hybrids", desert), job(QUICK, 20, hot))
    assert "hot-feed" not in broken(ground("container", "Petunia hybrids", desert), job(QUICK, 20, hot))
    inside, outside = (ground("container", "Citrus × limon", vale, winter=where) for where in ("in", "out"))
    assert "last-nitrogen" in broken(outside, job(QUICK, 20, cold))
    assert "last-nitrogen" not in broken(inside, job(QUICK, 20, cold))
    bed = ground("bed", "14 × Rosa hybrids", vale)
    told = replace(bed, facts={**bed.facts, "winter": inside.facts["winter"]})
    assert "last-nitrogen" in broken(told, job(QUICK, 20, cold))


@pytest.mark.parametrize(("kind", "half"), EVERYWHERE)
def test_what_is_planted_this_season_is_asked_no_question_by_its_own_plan(kind: str, half: Half) -> None:
    """Roses and perennials once they have rooted; shrubs among older plants left out."""
    climate = in_climate(kind, half)
    start = season_start(climate, date(2026, 4, 1))
    for planted in (start + timedelta(days=n) for n in (20, 60, 120)):
        day = planted.isoformat()
        for at in (
            ground("bed", "14 × Rosa hybrids", climate, planted_on=day),
            ground("bed", "30 × Hemerocallis hybrids", climate, planted_on=day),
            ground("bed", f"20 × Hosta hybrids\n3 × Viburnum tinus, planted {day}", climate),
        ):
            for seen in (0, 90, 150):
                plan = begun(at, seen)
                book = AreaBook(at, (), (), start + timedelta(days=seen))
                for job_, verdicts in book.judged_plan(plan.jobs):
                    asked = [verdict.rule for verdict in verdicts if verdict.severity != "note"]
                    assert not asked, (planted, seen, job_.name, job_.on, asked)


def test_pellets_by_hand_are_asked_about_where_half_would_come_too_late() -> None:
    """As the planner: once the season has begun by three weeks, and a planned job stays right in its window."""
    at = pots("transition-humid", "north")
    coated = with_label(next(product for product in SHELF if product.longevity_days), by=())
    begins, last = pots_fed(at, begun(at, 0).stages)

    def asked(on: date, **more: Any) -> bool:
        return "pellets-late" in broken(at, job(coated, 0, on, dose=Dose(3.0, "litre", 120), **more))

    for days in range(1, (last - begins).days, 3):
        on = begins + timedelta(days=days)
        assert asked(on) is (days > 21 and used_by(rated_months(coated), on, last, at.climate) < 0.5), on
    assert not asked(last)
    late = last - timedelta(days=30)
    window = {"opens": begins + timedelta(days=10), "closes": last}
    assert not asked(late, maker="care", **window)
    assert asked(late, **window)
    assert "pellets-late" not in broken(at, job(QUICK, 0, late, dose=Dose(3.0, "litre", 120)))
    assert "pellets-late" not in broken(ground("bed", "14 × Rosa hybrids", at.climate), job(coated, 20, late))


@pytest.mark.parametrize("longevity", LONGEVITY_DAYS)
def test_the_shortest_and_the_longest_pellets_of_a_label_are_planned_and_judged(longevity: float) -> None:
    at = pots("cool-maritime", "north")
    coated = next(product for product in SHELF if product.longevity_days)
    odd = with_label(replace(coated, longevity_days=longevity), by=())
    broken(at, job(odd, 0, date(2026, 8, 1), dose=Dose(3.0, "litre", 120)))
    for days in (0, 90, 150):
        assert any(one.product is odd for one in begun(at, days, [odd]).jobs)
