"""The time of year, tried in the vale, the southern bay and the hot plain; hemispheres mirror (invented climates)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any, Literal

import pytest

from amber_acre.core.rules.in_season import (
    HEALS_DAYS,
    first_healing_day,
    usual,
)
from amber_acre.core.rules.late_release import WINDOW_DAYS
from amber_acre.core.rules.rule import Case
from amber_acre.core.season.climate import Climate, MonthDay
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.growing import growing, soil_on
from amber_acre.core.season.phases import phases
from amber_acre.core.season.stages import HARD_COLD_C
from amber_acre.core.season.water_steps import capacity_mm, too_dry
from amber_acre.core.tables.grass_growth import growth_of
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from tests.core.rules.cases import COMPOST, TODAY, broken, entry, ground, job, logged
from tests.core.worlds import BAY, HOT, LIME, MEAL, QUICK, SLOW, SULPHUR, VALE, product


def half_a_year_on(values: tuple[float, ...]) -> tuple[float, ...]:
    return (*values[6:], *values[:6])


SOUTH = Climate(
    "Test vale, south",
    -VALE.latitude_deg,
    half_a_year_on(VALE.mean_c),
    half_a_year_on(VALE.min_c),
    half_a_year_on(VALE.max_c),
    half_a_year_on(VALE.rain_mm),
)


def core(day: date) -> Any:
    return job(None, on=day, work="core")


@pytest.mark.parametrize(
    ("climate", "grass", "day", "forbidden"),
    [
        (VALE, "bluegrass", date(2026, 1, 15), True),  # January at 45° N
        (VALE, "bluegrass", date(2026, 5, 15), False),
        (VALE, "bluegrass", date(2026, 9, 1), False),
        (VALE, "bluegrass", date(2026, 10, 20), True),  # grows still, but four weeks on it does not
        (SOUTH, "bluegrass", date(2026, 7, 15), True),
        (SOUTH, "bluegrass", date(2026, 11, 15), False),
        (BAY, "couch", date(2026, 7, 1), True),  # dormant couch in July
        (BAY, "couch", date(2026, 12, 1), False),
    ],
)
def test_wounds_are_made_only_where_they_heal(climate: Climate, grass: str, day: date, forbidden: bool) -> None:
    at = ground(climate=climate, grass=grass)
    assert ("heals" in broken(at, core(day))) is forbidden
    assert ("heals" in broken(at, job(COMPOST, 3000, day))) is forbidden  # a dressing covers what cannot grow through
    assert "heals" not in broken(ground("bed", climate=climate), core(day))


@pytest.mark.parametrize("climate", [VALE, SOUTH, BAY, HOT])
@pytest.mark.parametrize("grass", ["bluegrass", "couch"])
def test_the_first_healing_day_is_one_the_judge_lets_pass(climate: Climate, grass: str) -> None:
    at = ground(climate=climate, grass=grass)
    for start in (date(2026, 1, 1), date(2026, 7, 1), date(2026, 11, 26)):
        day = first_healing_day(climate, at.turf_grass, start)
        assert "heals" not in broken(at, core(day)), day
        if day > start:
            assert "heals" in broken(at, core(day - timedelta(days=1)))
    assert HEALS_DAYS == 28


@pytest.mark.parametrize("month", range(1, 13))
def test_a_mirrored_climate_judges_mirrored(month: int) -> None:
    """Six months apart within a week's difference of calendars."""
    north, south = date(2026, month, 14), date(2026 + (month > 6), (month + 5) % 12 + 1, 14)
    a = broken(ground(climate=VALE), job(QUICK, 12, north))
    b = broken(ground(climate=SOUTH), job(QUICK, 12, south))
    assert set(a) == set(b)


def test_no_nitrogen_on_grass_that_hardly_grows_at_the_growth_threshold() -> None:
    """The first day on which the soil passes what the grass takes up from is the first without a word."""
    at = ground()
    days = [date(2026, 3, 1) + timedelta(days=n) for n in range(80)]
    flags = ["no-growth" in broken(at, job(QUICK, 12, day)) for day in days]
    turn = flags.index(False)
    assert all(flags[:turn])
    assert not any(flags[turn:])
    soil = [soil_on(VALE, days[n]) for n in (turn - 1, turn)]
    assert soil[0] < growth_of(at.turf_grass).base_c <= soil[1]
    assert "no-growth" not in broken(at, job(LIME, 100, date(2026, 1, 10)))


def test_hardly_any_quick_nitrogen_in_heat() -> None:
    """The plain's July is 36 °C at noon: 1 g/m² of quick nitrogen is 4.76 of a 21-0-0; couch there bears 35 °C."""
    july = date(2026, 7, 15)
    most = 1.0 / 0.21
    assert "hot-feed" not in broken(ground(climate=HOT), job(QUICK, most, july))
    assert "hot-feed" in broken(ground(climate=HOT), job(QUICK, most * 1.01, july))
    assert "hot-feed" not in broken(ground(climate=HOT, grass="couch"), job(QUICK, 10, date(2026, 6, 10)))
    for watered, most in ((True, 2.4 / 0.21), (False, 1.0 / 0.21), (None, 1.0 / 0.21)):  # half a pound where it is
        couch = ground(climate=HOT, grass="couch", irrigated=watered)
        assert "hot-feed" not in broken(couch, job(QUICK, most, july))
        assert "hot-feed" in broken(couch, job(QUICK, most * 1.01, july))
    assert "hot-feed" in broken(ground(climate=HOT, irrigated=True), job(QUICK, 1.1 / 0.21, july))  # cool-season grass
    assert "hot-feed" not in broken(ground(climate=VALE), job(SLOW, 20, july))


@pytest.mark.parametrize(
    ("day", "asked"),
    [
        (date(2026, 8, 29), False),  # 42 days before 10 October
        (date(2026, 8, 30), True),
        (date(2026, 10, 10), True),
        (date(2026, 10, 11), False),  # they rest: what is fed then waits in the ground
        (date(2027, 4, 1), False),  # before growth starts, though frosts still come
    ],
)
def test_the_last_nitrogen_of_all_but_turf_is_six_weeks_before_hard_frost(day: date, asked: bool) -> None:
    """Here hard frost is usual from 10 October; in the far south from 1 June."""
    bed = broken(ground("bed"), job(QUICK, 12, day))
    assert ("last-nitrogen" in bed) is asked
    assert not asked or "Hard frost is usual from 10 October" in str(bed["last-nitrogen"].sentence)
    assert "last-nitrogen" not in broken(ground(), job(QUICK, 12, day))
    assert "last-nitrogen" not in broken(ground("bed"), job(LIME, 100, day))
    assert "last-nitrogen" not in broken(ground("bed", climate=BAY), job(QUICK, 12, day))
    south = replace(VALE, first_frost=MonthDay(6, 1), last_frost=MonthDay(9, 1))
    far = broken(ground("bed", climate=south), job(QUICK, 12, date(2027, 4, 21)))
    assert "usual from 1 June:" in str(far["last-nitrogen"].sentence)
    assert "last-nitrogen" not in broken(ground("bed", climate=south), job(QUICK, 12, date(2026, 10, 1)))


def test_a_job_is_not_placed_where_its_own_hold_covers_its_window() -> None:
    """Sulphur in the plain's summer is over 27 °C every day; in the vale never."""
    summer = job(SULPHUR, 15, date(2026, 7, 1))
    found = broken(ground(climate=HOT), summer)
    assert found["hold-covers-window"].severity == "stop"
    assert "hold-covers-window" not in broken(ground(climate=VALE), summer)
    assert "hold-covers-window" not in broken(ground("bed", climate=HOT), replace(summer, placement="tilled"))
    hot = [usual(Case(replace(summer, on=date(2026, 3, 1) + timedelta(days=n)), ground(climate=HOT), (), TODAY))[1]
           for n in range(120)]  # fmt: skip
    first = next(n for n, high in enumerate(hot) if high >= 27.0)
    edge = date(2026, 3, 1) + timedelta(days=first)
    assert "hold-covers-window" in broken(ground(climate=HOT), replace(summer, on=edge, opens=edge, closes=edge))
    before = edge - timedelta(days=1)
    ok = replace(summer, on=before, opens=before, closes=before)
    assert "hold-covers-window" not in broken(ground(climate=HOT), ok)


@pytest.mark.parametrize(
    ("on", "rate", "warns"),
    [
        (date(2026, 5, 5), 11.48, False),  # 2.41 g/m², within rounding of half a pound
        (date(2026, 5, 5), 11.5, True),
        (date(2026, 6, 5), 12.0, True),
        (date(2026, 9, 25), 20.0, False),  # autumn is its season
    ],
)
def test_quick_feed_belongs_to_autumn_on_cool_turf(on: date, rate: float, warns: bool) -> None:
    assert ("quick-before-autumn" in broken(ground(), job(QUICK, rate, on))) is warns
    assert "quick-before-autumn" not in broken(ground(grass="couch"), job(QUICK, rate, on))
    assert "quick-before-autumn" not in broken(ground("bed"), job(QUICK, rate, on))
    assert "quick-before-autumn" not in broken(ground(), job(MEAL, 40, on))


def test_an_autumn_feed_may_come_a_week_early() -> None:
    """The vale's bluegrass turns to autumn in the step of the first of September."""
    year = phases(VALE)
    falling = [
        growing(GRASS_BY_KEY["bluegrass"], year).parts[year.step_of(date(2026, 8, 1) + timedelta(days=n))]
        for n in range(60)
    ]
    turns = date(2026, 8, 1) + timedelta(days=falling.index("falling"))
    for early, warns in ((0, False), (8, False), (9, True)):
        found = broken(ground(), job(QUICK, 20, turns - timedelta(days=early)))
        assert ("quick-before-autumn" in found) is warns, early


def test_it_is_said_at_the_log_and_where_the_lawn_is_thicker_than_planned() -> None:
    said = logged(ground(), entry(QUICK, 20, date(2026, 5, 5)))["quick-before-autumn"]
    assert said.severity == "warn"
    assert "Quick feed belongs to autumn" in str(said.sentence)
    assert "quick-before-autumn" in broken(ground(low=90.0), job(QUICK, 11, date(2026, 5, 5)))


def _edge_of_cold(climate: Climate) -> tuple[date, date]:
    """The last day of the cold time of the first half year and the day after it, by the usual soil."""
    days = [date(2026, 1, 1) + timedelta(days=n) for n in range(180)]
    warm = next(day for day in days if soil_on(climate, day) >= HARD_COLD_C)
    return warm - timedelta(days=1), warm


@pytest.mark.parametrize("kind", ["hedge", "bed", "tree"])
def test_quick_nitrogen_waits_for_roots_of_plantings_to_warm(kind: str) -> None:
    """4.8 g/m² of a 21-0-0 bring 1 g/m² of quick nitrogen."""
    cold, warm = _edge_of_cold(VALE)
    assert "cold-roots" in broken(ground(kind), job(QUICK, 4.9, cold))
    assert "cold-roots" not in broken(ground(kind), job(QUICK, 4.75, cold))
    assert "cold-roots" not in broken(ground(kind), job(QUICK, 12, warm))
    for other in (MEAL, LIME):
        assert "cold-roots" not in broken(ground(kind), job(other, 40, cold))
    assert "cold-roots" not in broken(ground(kind, climate=HOT), job(QUICK, 12, date(2026, 7, 1)))
    assert "cold-roots" in logged(ground(kind), entry(QUICK, 12, cold))


def test_turf_and_pots_have_their_own_words_for_cold() -> None:
    cold, _ = _edge_of_cold(VALE)
    assert "cold-roots" not in broken(ground(), job(QUICK, 12, cold))
    assert "cold-roots" not in broken(ground("container"), job(QUICK, 12, cold))


@pytest.mark.parametrize("month", range(1, 13))
def test_cold_roots_are_mirrored(month: int) -> None:
    north = "cold-roots" in broken(ground("bed"), job(QUICK, 12, date(2026, month, 15)))
    other = date(2026, (month + 5) % 12 + 1, 15)
    assert ("cold-roots" in broken(ground("bed", climate=SOUTH), job(QUICK, 12, other))) is north


def _dry_days(climate: Climate, **changes: Any) -> list[date]:
    """Days of a year on which a feed on turf is asked about for want of rain."""
    at = ground(climate=climate, **changes)
    days = [date(2026, 1, 1) + timedelta(days=n) for n in range(0, 365, 5)]
    return [day for day in days if "dry-season" in broken(at, job(SLOW, 12, day))]


@pytest.mark.parametrize("half", ["north", "south"])
def test_turf_nobody_waters_is_not_fed_in_the_dry_time_of_year(half: Literal["north", "south"]) -> None:
    """Dry summers of a mild coast: five months of them; watered, or not asked about, the rule is silent."""
    climate = next(one for one in KINDS if one.key == "dry-summer-mild").climate(half)
    dry = _dry_days(climate, irrigated=False)
    summer = (5, 6, 7, 8, 9, 10) if half == "north" else (11, 12, 1, 2, 3, 4)
    assert dry
    assert {day.month for day in dry} <= set(summer)
    assert not _dry_days(climate, irrigated=True)
    assert not _dry_days(climate)
    assert not _dry_days(VALE, irrigated=False)  # rain in every month
    at = ground(climate=climate, irrigated=False)
    assert "dry-season" not in broken(at, job(LIME, 100, dry[3]))
    assert "dry-season" not in broken(ground("bed", climate=climate, irrigated=False), job(SLOW, 12, dry[3]))
    assert "dry-season" in logged(at, entry(SLOW, 12, dry[3]))


def test_a_round_put_off_in_its_window_is_not_called_too_late_for_the_rain() -> None:
    """The rule reads the day and the tenth before it: the first ten days of the dry time are a window's."""
    climate = next(one for one in KINDS if one.key == "dry-summer-mild").climate("north")
    year, at = phases(climate), ground(climate=climate, irrigated=False)
    dry = too_dry(year, capacity_mm(""))
    days = [date(2026, 3, 1) + timedelta(days=n) for n in range(180)]
    first = next(day for day in days if dry[year.step_of(day)])
    asked = next(day for day in days if "dry-season" in broken(at, job(SLOW, 12, day)))
    assert (asked - first).days == WINDOW_DAYS


@pytest.mark.parametrize(("rate", "asked"), [(12.0, False), (12.1, True)])
def test_slow_nitrogen_is_little_as_well_on_cool_grass_in_heat(rate: float, asked: bool) -> None:
    """12 g/m² of a 20 % product are 2.4 g/m²: half a pound on 1000 ft²; all of it slow."""
    slow = product(91, "All slow 20-0-0", {"slow_soluble": 20}, (5, 60), "methylene")
    july = date(2026, 7, 15)
    assert ("hot-feed" in broken(ground(climate=HOT), job(slow, rate, july))) is asked
    assert "hot-feed" not in broken(ground(climate=HOT, grass="couch"), job(slow, 20, july))
    assert "hot-feed" not in broken(ground("bed", climate=HOT), job(slow, 20, july))
    assert "hot-feed" not in broken(ground(climate=VALE), job(slow, 20, july))
