"""What is known of the weather: what stands before what, and what the ground remembers."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from amber_acre.core.season.climate import Climate, daily_series
from amber_acre.core.season.observed_growth import early_days, growth_begins
from amber_acre.core.season.weather import (
    ORDINARY_DRAINAGE_MM,
    SOAKED_FROM_MM,
    DayForecast,
    DayWeather,
    Observation,
    Sky,
    of_service,
    standing,
)
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from tests.core.worlds import BAY, HOT, VALE

DAY = date(2026, 5, 27)


def rain(key: int, on: date, mm: float, who: str = "Wren", corrects: int | None = None) -> Observation:
    return Observation(key, "rain", on, who, mm, corrects=corrects)


def test_the_gauge_stands_before_any_forecast() -> None:
    made_up = of_service([DayForecast(DAY, 4.0, 8.0, 18.0, 3.0)], "stand-in")
    sky = Sky(made_up, (rain(1, DAY, 9.0), rain(2, DAY, 7.0, "Finch")))
    assert sky.of(DAY).rain_mm == 9.0
    assert sky.of(DAY).said == ("rain gauge, Wren", "stand-in")
    assert sky.of(DAY).stand_in
    assert not Sky().of(DAY).known


def test_a_better_source_fills_what_it_knows_and_leaves_the_rest() -> None:
    base = DayWeather(DAY, 4.0, 8.0, 18.0, 3.0, 13, ("stand-in",), True)
    part = base.under(DayWeather(DAY, rain_mm=0.0, said=("forecast",)))
    assert (part.rain_mm, part.rain_from_hour, part.max_c, part.stand_in) == (0.0, None, 18.0, True)
    assert part.said == ("forecast", "stand-in")
    whole = base.under(DayWeather(DAY, 1.0, 5.0, 15.0, 2.0, None, ("forecast",)))
    assert (whole.said, whole.stand_in, whole.wind_m_s) == (("forecast",), False, 2.0)


def test_a_correction_takes_the_place_of_what_it_corrects() -> None:
    rows = (rain(1, DAY, 90.0), rain(2, DAY, 9.0, corrects=1), rain(3, DAY, 5.0))
    assert [one.key for one in standing(rows)] == [2, 3]
    struck = Observation(4, "rain", DAY, "Wren", corrects=3, struck=True)
    assert [one.key for one in standing((*rows, struck))] == [2]


@pytest.mark.parametrize(("days", "left"), [(1, 25.0), (2, 15.0), (4, 0.0)])
def test_rain_over_what_the_ground_holds_drains_day_by_day(days: int, left: float) -> None:
    """35 mm on ground that drains 10 a day."""
    sky = Sky({DAY: DayWeather(DAY, 35.0)})
    assert sky.soaked_mm(DAY + timedelta(days=days), 10.0) == pytest.approx(left)


def test_what_was_seen_counts_for_a_while_and_on_its_own_area() -> None:
    wet = Observation(1, "ground", DAY, "Wren", word="wet", area=4)
    sky = Sky({}, (wet,))
    assert sky.ground(DAY + timedelta(days=7)) is wet
    assert sky.ground(DAY + timedelta(days=8)) is None
    assert sky.ground(DAY - timedelta(days=1)) is None
    assert sky.at(4).ground(DAY) is wet
    assert sky.at(5).ground(DAY) is None
    cold = Observation(2, "soil", DAY, "Wren", 4.0)
    assert Sky({}, (cold,)).soil(DAY + timedelta(days=5)) is cold
    assert Sky({}, (cold,)).soil(DAY + timedelta(days=6)) is None
    assert Sky().dry_spell(DAY, 21) is None


@pytest.mark.parametrize(
    ("climate", "key", "near"), [(VALE, "bluegrass", date(2026, 4, 1)), (HOT, "couch", date(2026, 3, 20))]
)
def test_growth_that_was_seen_moves_the_year(climate: Climate, key: str, near: date) -> None:
    grass = GRASS_BY_KEY[key]
    begins = growth_begins(climate, grass, near)
    assert begins is not None
    later = begins + timedelta(days=60)

    def seen(word: str, days: int) -> int:
        row = Observation(1, "growth", begins + timedelta(days=days), "Wren", word=word)
        return early_days(climate, grass, [row], later)

    assert [seen("growing", days) for days in (-9, -45, -46, 0, 20)] == [9, 45, 0, 0, 0]
    assert [seen("dormant", days) for days in (7, 45, 46, -1)] == [-7, -45, 0, 0]
    moved = replace(climate, early_days=9)
    assert daily_series(moved, begins, begins + timedelta(days=1)).mean_c[0] == pytest.approx(
        daily_series(climate, begins + timedelta(days=9), begins + timedelta(days=10)).mean_c[0]
    )


def test_where_growth_never_stops_nothing_moves() -> None:
    assert growth_begins(BAY, GRASS_BY_KEY["bluegrass"], date(2026, 9, 1)) is None
    row = Observation(1, "growth", date(2026, 9, 1), "Wren", word="growing")
    assert early_days(BAY, GRASS_BY_KEY["bluegrass"], [row], date(2026, 10, 1)) == 0


@pytest.mark.parametrize(("interval", "grows"), [(14.0, True), (14.1, False)])
def test_grass_that_is_mown_grows(interval: float, grows: bool) -> None:
    mown = Observation(1, "mowing", DAY, "Wren", interval)
    found = Sky({}, (mown,)).growth(DAY)
    assert (found is not None and found.word == "growing") is grows
    at_rest = Observation(2, "growth", DAY - timedelta(days=3), "Finch", word="dormant")
    newest = Sky({}, (at_rest, mown)).growth(DAY)
    assert newest is not None
    assert newest.word == ("growing" if grows else "dormant")


def test_the_edges_of_what_the_ground_and_the_grass_remember() -> None:
    wet = Sky({}, (Observation(1, "ground", DAY, "Wren", word="wet"),))
    assert [wet.soaked_mm(DAY + timedelta(days=n), 10.0) for n in (0, 1, 2, 3)] == [25.0, 15.0, 5.0, 0.0]
    moist = Sky({DAY: DayWeather(DAY, 12.0)}, (Observation(1, "ground", DAY, "Wren", word="moist"),))
    assert moist.soaked_mm(DAY, 10.0) == 0.0
    assert moist.soaked_mm(DAY + timedelta(days=1), 10.0) == pytest.approx(2.0)
    rest = Sky({}, (Observation(1, "growth", DAY, "Wren", word="dormant"),))
    assert rest.growth(DAY + timedelta(days=45)) is not None
    assert rest.growth(DAY + timedelta(days=46)) is None
    assert (SOAKED_FROM_MM, ORDINARY_DRAINAGE_MM) == (5.0, 15.0)  # common practice: told, and held at the checks


def test_of_several_of_one_day_the_most_cautious_counts() -> None:
    both = tuple(Observation(n, "ground", DAY, "Wren", word=word) for n, word in enumerate(("dry", "frozen", "wet")))
    frozen = Sky({}, both).ground(DAY)
    assert frozen is not None
    assert frozen.word == "frozen"
    grown = tuple(Observation(n, "growth", DAY, "Wren", word=word) for n, word in enumerate(("growing", "wilted")))
    wilted = Sky({}, grown).growth(DAY)
    assert wilted is not None
    assert wilted.word == "wilted"
    cold = tuple(Observation(n, "soil", DAY, "Wren", value) for n, value in enumerate((9.0, 4.0, 6.0)))
    coldest = Sky({}, cold).soil(DAY)
    assert coldest is not None
    assert coldest.value == 4.0


def test_a_dry_spell_needs_every_day_before() -> None:
    days = {DAY - timedelta(days=n): DayWeather(DAY - timedelta(days=n), float(n), 5.0, 20.0 + n) for n in range(1, 4)}
    assert Sky(days).dry_spell(DAY, 3) == (6.0, 22.0)
    assert Sky(days).dry_spell(DAY, 4) is None
    assert Sky(days).dry_spell(DAY - timedelta(days=1), 2) == (5.0, 22.5)
