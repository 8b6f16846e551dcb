"""Slow feed on plantings near the end of their growth (common practice, no source); release by the first order."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from amber_acre.core.care.last_nitrogen import last_nitrogen
from amber_acre.core.care.planting import planting_of
from amber_acre.core.products.product import Product
from amber_acre.core.programme.garden_year import plan_garden
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.late_on_plants import comes_too_late, grown_until, late_of, leaves_until
from amber_acre.core.season.climate import season_start
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.release import NitrogenDose, release
from amber_acre.core.season.stages import stages
from amber_acre.core.tables.care_groups import CARE_GROUPS
from tests.cases.care import shelf
from tests.core.care.test_planting import ground
from tests.core.programme.test_garden_year import in_climate
from tests.core.rules.cases import broken, job
from tests.core.worlds import MEAL, QUICK, product

COLD, MILD = in_climate("cool-humid-continental", "north"), in_climate("mild-coast", "north")
ROSES = ground("bed", "14 × Rosa hybrids", COLD)
BULBS = ground("bed", "90 × Narcissus hybrids", COLD)
SLOW = product(61, "Longcoat 20-0-0", {"coated": 20.0}, (5, 60), "coated", longevity_days=90)
START = date(2026, 3, 1)
SHELF = shelf()


def rests(key: str) -> date:
    return stages(COLD, CARE_GROUPS[key].start_c, START).rests


def test_what_comes_late_is_what_is_left_when_growth_ends() -> None:
    """Against a release followed day by day to the day growth ends."""
    on = date(2026, 9, 1)
    late = late_of(SLOW, ROSES, "rose", on)
    assert late is not None
    assert late.ends == rests("rose")
    followed = release(NitrogenDose(on, {"coated": 0.2}, 1.0, 90), COLD, late.ends)
    assert late.each == pytest.approx(followed.remaining_g_m2)
    assert late.share == pytest.approx(followed.remaining_g_m2 / 0.2)


@pytest.mark.parametrize(("what", "allowed"), [(SLOW, 0.30), (MEAL, 0.55)])
def test_a_third_of_slow_feed_and_half_of_an_organic_may_come_late(what: Product, allowed: float) -> None:
    """The planner up to the share, the judge a little over it."""
    days = [rests("rose") - timedelta(days=n) for n in range(1, 120)]
    shares = {day: late.share for day in days if (late := late_of(what, ROSES, "rose", day)) is not None}
    assert min(shares.values()) < allowed < allowed + 0.05 < max(shares.values())
    for day, share in shares.items():
        assert comes_too_late(what, ROSES, "rose", day) is (share > allowed)
        assert ("late-on-plants" in broken(ROSES, job(what, 40, day))) is (share > allowed + 0.05)


def test_little_quick_and_resting_plants_are_left_alone() -> None:
    late = rests("rose") - timedelta(days=20)
    assert "late-on-plants" in broken(ROSES, job(SLOW, 20, late))
    assert "late-on-plants" not in broken(ROSES, job(SLOW, 1.2, late))  # under 0.3 g/m² of it
    assert "late-on-plants" not in broken(ROSES, job(QUICK, 20, late))
    assert "late-on-plants" not in broken(ROSES, job(SLOW, 20, rests("rose")))  # lies ready for spring
    for at in (ground("container", "Petunia hybrids", COLD), ground("bed", "3 × Trachycarpus fortunei", COLD)):
        assert "late-on-plants" not in broken(at, job(SLOW, 20, late))
    palms, before = ground("bed", "3 × Trachycarpus fortunei", COLD), rests("palm") - timedelta(days=20)
    assert grown_until(palms, "palm", before) == rests("palm")
    assert late_of(SLOW, palms, "palm", before) is None  # they get nothing quick
    assert grown_until(ground("bed", "14 × Rosa hybrids", MILD), "rose", late) is None  # nothing stops growth


def test_a_planned_round_stays_right_in_its_window() -> None:
    opens = next(
        day
        for n in range(200)
        if (day := date(2026, 5, 1) + timedelta(days=n))
        and "late-on-plants" in broken(ROSES, job(SLOW, 20, day + timedelta(days=8)))
        and "late-on-plants" not in broken(ROSES, job(SLOW, 20, day + timedelta(days=7)))
    )
    on = opens + timedelta(days=20)
    planned = job(SLOW, 20, on, maker="care", opens=opens, closes=opens + timedelta(days=35))
    assert "late-on-plants" not in broken(ROSES, planned)
    assert "late-on-plants" in broken(ROSES, replace(planned, maker="hand"))
    assert "late-on-plants" in broken(ROSES, replace(planned, on=opens + timedelta(days=40)))


def test_leaves_of_bulbs_stand_ninety_days_or_six_weeks_after_bloom() -> None:
    year = stages(COLD, CARE_GROUPS["bulb"].start_c, START)
    assert leaves_until(BULBS, year) == year.wakes + timedelta(days=90)
    late = ground("bed", "90 × Narcissus hybrids", COLD, bloom_end="15 June")
    assert leaves_until(late, year) == date(2026, 6, 15) + timedelta(days=42)
    early = ground("bed", "90 × Narcissus hybrids", COLD, bloom_end="20 April")
    assert leaves_until(early, year) == year.wakes + timedelta(days=90)
    seen = replace(BULBS, in_bloom=date(2026, 6, 20))
    assert leaves_until(seen, year) == date(2026, 6, 20) + timedelta(days=42)
    assert leaves_until(replace(BULBS, in_bloom=date(2025, 6, 20)), year) == year.wakes + timedelta(days=90)
    assert grown_until(BULBS, "bulb", year.wakes + timedelta(days=89)) == year.wakes + timedelta(days=90)
    assert grown_until(BULBS, "bulb", year.wakes + timedelta(days=90)) is None


@pytest.mark.parametrize("half", ["north", "south"])
@pytest.mark.parametrize("kind", [one.key for one in KINDS])
def test_bulbs_get_nothing_once_their_leaves_are_gone(kind: str, half: str) -> None:
    """Planned in any month, in any climate where cold divides the year; slow feed only while it is used."""
    at = ground("bed", "90 × Narcissus hybrids", in_climate(kind, "south" if half == "south" else "north"))
    start = season_start(at.climate, date(2026, 4, 1))
    year = stages(at.climate, CARE_GROUPS["bulb"].start_c, start)
    last, _ = last_nitrogen(planting_of(at), year)
    assert year.by_rains or last <= year.wakes + timedelta(days=90)
    for days in range(0, 365, 30):
        today = start + timedelta(days=days)
        plan = plan_garden(planting_of(at), AreaBook(at, (), (), today), SHELF, start, today)
        for one in plan.jobs:
            if one.product is not None and one.work == "feed" and not year.by_rains:
                assert one.on <= last
                assert not comes_too_late(one.product, at, "bulb", one.on), (today, one.product.name)
