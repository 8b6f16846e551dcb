"""Room after a job: by what went down when, across the season's edge."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.quantities import GramsPerSquareMetre, SquareMetres
from amber_acre.core.rules.ground import PatchIn
from amber_acre.core.rules.judged import judged_job, shown_rate
from amber_acre.core.rules.standing_account import area_year
from tests.core.rules.cases import book, entry, facts, ground, job
from tests.core.worlds import FREE, LIME, QUICK, SLOW

CAPPED = replace(FREE, yearly_cap_g_m2=GramsPerSquareMetre(16.0))
JUNE = date(2026, 6, 1)


def test_again_from_and_left_under_the_cap_follow_what_went_down() -> None:
    """A round planned for 1 May went down on 22 May, three weeks later and heavier: 42 days count from there."""
    done = entry(SLOW, 24, date(2026, 5, 22), job=1)
    first, second = job(SLOW, 20, date(2026, 5, 1)), job(QUICK, 12, date(2026, 9, 1), key=2)
    all_of_it = book(ground(rules=CAPPED), first, second, entries=(done,))
    judged = {one.job.key: judged_job(all_of_it, one) for one in all_of_it.jobs}
    assert judged[1].room.product_again_from == date(2026, 5, 22) + timedelta(days=42)
    assert judged[1].room.nitrogen_g_m2 == pytest.approx(16 - 24 * 0.20)
    assert judged[1].room.product_g_m2 == pytest.approx(100 - 24)
    assert judged[2].room.nitrogen_g_m2 == pytest.approx(16 - 24 * 0.20 - 12 * 0.21)
    assert judged[1].rate_g_m2 == pytest.approx(24)  # what went down, not what was planned
    assert judged[1].brings.nitrogen == pytest.approx(4.8)
    assert judged[1].verdicts == ()


def test_last_season_counts_against_this_years_cap_for_twelve_months() -> None:
    autumn = entry(SLOW, 25, date(2025, 10, 10))
    june = book(ground(rules=CAPPED), job(QUICK, 12, JUNE), entries=(autumn,))
    assert judged_job(june, june.jobs[0]).room.nitrogen_g_m2 == pytest.approx(16 - 5 - 2.52)
    late = job(QUICK, 12, date(2026, 10, 10))
    after = book(ground(rules=CAPPED), late, entries=(autumn,))
    assert judged_job(after, after.jobs[0]).room.nitrogen_g_m2 == pytest.approx(16 - 2.52)


def test_a_feed_covers_the_patches_fed_with_their_lawn_and_lime_does_not() -> None:
    """100 m² of lawn, 8 m² fed with it, 5 m² only as its treatment says: 108 m² × 15 g/m² is 1.62 kg."""
    patches = (
        PatchIn("Dry", "dry", SquareMetres(8)),
        PatchIn("Trial", "unknown", SquareMetres(5), fed_with_lawn=False),
    )
    at = ground(patches=patches)
    feed, lime = job(QUICK, 15, JUNE), job(LIME, 100, JUNE, key=2)
    one, two = (judged_job(book(at, feed, lime), stands) for stands in book(at, feed, lime).jobs)
    assert one.amount_kg == pytest.approx(1.62)
    assert two.amount_kg == pytest.approx(10.0)
    down = entry(QUICK, 15, JUNE, size=108.0, job=1)
    assert shown_rate(book(at, feed, entries=(down,)).jobs[0]) == pytest.approx(15)
    assert [use.rate_g_m2 for use in book(at, feed, entries=(down,)).uses] == pytest.approx([15])
    assert [use.product for use in book(at, feed, lime).feeds_of_patches()] == [QUICK]


def test_the_account_of_twelve_months_adds_feeds_corrections_and_what_is_to_come() -> None:
    done, feed, lime = entry(SLOW, 20, date(2026, 4, 20)), job(QUICK, 12, JUNE), job(LIME, 100, JUNE, key=2)
    year = area_year(book(ground(rules=CAPPED), feed, lime, entries=(done,)), date(2026, 12, 31))
    assert year.account.down.nitrogen == pytest.approx(4.0)
    assert year.account.to_come.nitrogen == pytest.approx(2.52)
    assert year.account.down.potassium == pytest.approx(20 * 0.08 * 0.8301)
    assert year.account.to_come.calcium == pytest.approx(37)
    # the lime by its CCE and moisture, less what 2.52 g/m² of nitrogen leave on grass
    assert year.account.to_come.acid == pytest.approx(-100 * 0.94 * 0.99 + 2.52 * 0.8 * 100.087 / 56.077, rel=1e-3)
    assert year.left_g_m2 == pytest.approx(16 - 6.52)
    slow = next(one for one in year.products if one.product is SLOW)
    assert (slow.times, slow.again_from) == (1, date(2026, 6, 1))
    assert slow.left_g_m2 == pytest.approx(80)
    early = area_year(book(ground(rules=CAPPED), feed, lime, entries=(done,)), date(2026, 4, 19))
    assert early.uses == ()


def test_pots_are_accounted_by_the_litre_and_no_rule_by_area_holds_them() -> None:
    """4 pots of 25 litres on a square metre, 80 g of nitrogen: 0.8 g a litre, and nothing is over a cap of 16 g/m²."""
    pots = ground("container", 1.0, rules=CAPPED, facts=facts(count=4.0, volume=25.0))
    down = entry(SLOW, 400, date(2026, 4, 20), size=1.0)
    held = book(pots, job(SLOW, on=JUNE, dose=Dose(1.0, "litre", 100.0)), entries=(down,))
    year = area_year(held, date(2026, 12, 31))
    assert year.litres is not None
    assert year.litres == pytest.approx(100)
    assert year.account.down.nitrogen / year.litres == pytest.approx(0.8)
    assert (year.cap_g_m2, year.left_g_m2, year.least_left_g_m2) == (None, None, None)
    assert year.need_high_g_m2 / year.litres == pytest.approx(1.0)
    assert [one.left_g_m2 for one in year.products] == [None]
    room = judged_job(held, held.jobs[0]).room
    assert (room.nitrogen_g_m2, room.product_g_m2) == (None, None)
    assert area_year(book(ground("container", 1.0)), date(2026, 12, 31)).litres is None
