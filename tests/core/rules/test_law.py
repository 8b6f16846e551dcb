"""The local rule set: closed periods, phosphorus, nitrogen at once and in any twelve months (invented by-laws)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.use import Use
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, SquareMetres
from amber_acre.core.rules.law import nitrogen_of
from amber_acre.core.rules.standing_account import area_year
from tests.core.rules.cases import COMPOST, TODAY, book, broken, entry, ground, job, logged
from tests.core.worlds import BYLAW, FREE, LIME, QUICK, SLOW, STARTER, mehlich, product

MAY = date(2026, 5, 20)
LOW_P, ENOUGH_P, HIGH_P = mehlich(p=8), mehlich(p=38), mehlich(p=96)


@pytest.mark.parametrize(
    ("day", "closed"),
    [
        (date(2026, 11, 14), False),
        (date(2026, 11, 15), True),
        (date(2027, 3, 15), True),
        (date(2027, 3, 16), False),
    ],
)
def test_a_closed_period_holds_its_own_edges(day: date, closed: bool) -> None:
    found = broken(ground(rules=BYLAW, tests=(LOW_P,)), job(QUICK, 12, day))
    assert ("closed-period" in found) is closed


@pytest.mark.parametrize("kind", ["lawn", "bed", "hedge", "tree", "container"])
def test_a_closed_period_binds_every_ground_and_every_carrier_but_no_lime(kind: str) -> None:
    winter = date(2026, 12, 1)
    at = ground(kind, rules=BYLAW, tests=(LOW_P,))
    assert "closed-period" in broken(at, job(STARTER, 12, winter))
    assert "closed-period" in broken(at, job(COMPOST, 3000, winter))
    assert "closed-period" not in broken(at, job(LIME, 100, winter))
    assert "closed-period" in logged(at, entry(STARTER, 12, winter))


@pytest.mark.parametrize(
    ("rules", "tests", "forbidden"),
    [
        (BYLAW, (), "and there is none"),
        (BYLAW, (LOW_P,), ""),
        (BYLAW, (ENOUGH_P,), "the test is adequate"),
        (FREE, (), ""),
        (FREE, (ENOUGH_P,), ""),
        (FREE, (HIGH_P,), "high in phosphorus"),
    ],
)
@pytest.mark.parametrize("kind", ["lawn", "bed"])
def test_phosphorus_goes_by_test_for_feeds_and_compost_alike(
    rules: object, tests: tuple[object, ...], forbidden: str, kind: str
) -> None:
    at = ground(kind, rules=rules, tests=tests)
    for carrier in (job(STARTER, 12), job(COMPOST, 3000)):
        found = broken(at, carrier)
        assert ("phosphorus" in found) is bool(forbidden)
        assert not forbidden or forbidden in str(found["phosphorus"].sentence)
    assert "phosphorus" not in broken(at, job(QUICK, 12))


@pytest.mark.parametrize(("per_cent", "carries"), [(0.09, False), (0.1, True)])
def test_a_product_carries_a_nutrient_from_a_tenth_of_a_per_cent(per_cent: float, carries: bool) -> None:
    """Labels write 0 for less [aapfco]."""
    winter, at = date(2026, 12, 1), ground(rules=BYLAW)
    trace = product(91, "Trace", {"urea": per_cent}, (1, 50))
    assert ("closed-period" in broken(at, job(trace, 10, winter))) is carries
    phosphate = product(92, "Trace", {}, (1, 50), p2o5=per_cent / 0.4364)
    assert ("phosphorus" in broken(at, job(phosphate, 10))) is carries
    assert nitrogen_of(Use(winter, 100, "compost", COMPOST)) == 0
    assert nitrogen_of(Use(winter, 0, "core", None, "core")) == 0


def test_nitrogen_at_once_is_a_warning_at_the_rule_sets_caps() -> None:
    """3.4 g/m² quick: 16.19 of a 21-0-0; total 4.9: 24.5 of a 20-0-8, its quick eight hundredths aside."""
    assert "nitrogen-once" not in broken(ground(), job(QUICK, 3.4 / 0.21))
    assert broken(ground(), job(QUICK, 3.4 / 0.21 * 1.02))["nitrogen-once"].severity == "warn"
    assert "nitrogen-once" not in broken(ground(), job(SLOW, 24.5))
    assert "nitrogen-once" in broken(ground(), job(SLOW, 25.0))


OTHER = product(93, "Quickother 21-0-0", {"urea": 21}, (5, 30), interval=0)


@pytest.mark.parametrize(("rate", "days", "breaks"), [(6.2, 0, False), (6.3, 0, True), (6.3, 6, True), (6.3, 7, False)])
@pytest.mark.parametrize("kind", ["lawn", "bed"])
def test_two_feeds_of_a_week_are_one_application(kind: str, rate: float, days: int, breaks: bool) -> None:
    """10 g/m² of 21-0-0 are 2.1 quick; 6.2 of another make 3.402 within the tolerance of 3.4, 6.3 make 3.423."""
    one, two = job(QUICK, 10, MAY), job(OTHER, rate, MAY + timedelta(days=days), key=2)
    for at_first, beside in ((one, two), (two, one)):
        found = broken(ground(kind), at_first, beside)
        assert ("nitrogen-once" in found) is breaks
        assert not breaks or "within 7 days it is 3.423 g/m² of quick nitrogen" in str(found["nitrogen-once"].sentence)


def test_total_nitrogen_of_a_week_is_told_once_and_of_turf_alone() -> None:
    """13 g/m² of 20-0-8 twice are 5.2 of nitrogen against 4.9, 2.08 of it quick."""
    one, two = job(SLOW, 13, MAY), job(replace(SLOW, key=94), 13, MAY, key=2)
    found = broken(ground(), one, two)
    assert "nitrogen-once" in found
    assert "nitrogen-together" not in found
    assert "nitrogen-once" not in broken(ground("bed"), one, two)
    later = replace(two, on=MAY + timedelta(days=7))
    assert "nitrogen-together" in broken(ground(), one, later)


def test_a_week_is_counted_where_it_lies() -> None:
    """The log counts what is down, half by half over the whole; plans the small end; a bed each group by itself."""
    first = entry(QUICK, 10, MAY)
    assert "nitrogen-once" in logged(ground(), entry(OTHER, 6.3, MAY, key=91), first)
    assert "nitrogen-once" not in logged(ground(), entry(OTHER, 6.3, MAY, key=91), jobs=(job(QUICK, 10, MAY),))
    half = {"amount_kg": Kilograms(0.6), "covered_m2": SquareMetres(50.0)}  # 12 g/m² on 50 m² of 100, twice
    one, other = (entry(QUICK, 0, MAY, key=key, **half) for key in (90, 91))
    assert "nitrogen-once" not in logged(ground(), other, one)
    wide = ground(low=90.0)  # 5 and 9.9 are 14.9 g/m² over what was planned on, 16.6 on what may be there
    assert "nitrogen-once" in broken(wide, job(QUICK, 5, MAY), job(OTHER, 9.9, MAY, key=2))
    assert "nitrogen-once" not in broken(ground(), job(QUICK, 5, MAY), job(OTHER, 9.9, MAY, key=2))
    roses, ferns = (
        job(what, 10, MAY, key=key, name=f"Feed: {group}", dose=Dose(grams, "plant", 20))
        for what, key, group, grams in ((QUICK, 1, "roses", 50.0), (OTHER, 2, "ferns", 50.0))
    )
    assert "nitrogen-once" not in broken(ground("bed"), roses, ferns)


@pytest.mark.parametrize(("slow", "asked"), [(14.9, False), (14.0, True)])
def test_the_slow_share_is_of_the_fullest_twelve_months(slow: float, asked: bool) -> None:
    """30 % of the year: 14.88 g/m² of 12 % coated in 20 % beside 14.17 of a 21 % quick one is 1.785 of 5.951."""
    quick = entry(QUICK, 14.17, date(2026, 4, 20))
    one = job(SLOW, slow, date(2026, 6, 10))
    at = ground(rules=BYLAW)
    assert ("slow-share" in broken(at, one, entries=(quick,))) is asked
    assert "slow-share" not in broken(ground(), one, entries=(quick,))
    assert "slow-share" not in logged(at, entry(QUICK, 12, date(2026, 4, 20)))  # a log is not the whole year
    far = entry(QUICK, 20, date(2025, 6, 9))  # a year back: another twelve months
    assert "slow-share" not in broken(at, one, entries=(far,))


@pytest.mark.parametrize(("days", "breaks"), [(364, True), (365, False)])
def test_the_yearly_cap_is_any_twelve_months_and_counts_corrections_too(days: int, breaks: bool) -> None:
    """A cap of 8 g/m²: 4 down, 4.2 planned; whoever planned it."""
    rules = replace(FREE, yearly_cap_g_m2=GramsPerSquareMetre(8.0))
    day = date(2026, 5, 20)
    before = entry(SLOW, 20, day - timedelta(days=days))
    found = broken(ground(rules=rules), job(SLOW, 21, day, maker="nutrient", work="spread"), entries=(before,))
    assert ("nitrogen-year" in found) is breaks
    assert "nitrogen-year" not in broken(ground(rules=rules), job(LIME, 100, day), entries=(before,))


@pytest.mark.parametrize(("days", "passes"), [(-3, True), (3, True), (4, False), (-4, False)])
def test_a_starter_with_seed_passes_a_rule_that_asks_for_a_test(days: int, passes: bool) -> None:
    seed = job(None, 0, MAY, key=2, work="seed")
    feed = job(STARTER, 12, MAY + timedelta(days=days))
    assert ("phosphorus" not in broken(ground(rules=BYLAW), feed, seed)) is passes
    rich = ground(rules=BYLAW, tests=(mehlich(p=150),))
    assert "phosphorus" in broken(rich, feed, seed)
    assert "phosphorus" in broken(ground(rules=BYLAW), feed)


def test_compost_counts_under_the_yearly_cap_with_what_becomes_available() -> None:
    """A tenth of its nitrogen in the year (common practice, no source): 32 kg/m² of half a per cent are 16 g/m²."""
    at = ground("bed", rules=replace(FREE, yearly_cap_g_m2=GramsPerSquareMetre(16)))
    assert "nitrogen-year" not in broken(at, job(COMPOST, 32_000))
    assert "nitrogen-year" in broken(at, job(COMPOST, 33_000))
    assert "nitrogen-year" in broken(at, job(QUICK, 10), job(COMPOST, 32_000, key=2))
    year = area_year(book(at, job(COMPOST, 20_000)), TODAY + timedelta(days=180))
    assert year.left_g_m2 == pytest.approx(6)
    assert year.account.both.available == pytest.approx(10)
