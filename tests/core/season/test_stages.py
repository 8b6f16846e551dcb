"""Stages of a year by place: waking, last nitrogen, rest. Köppen's 18 °C for the tropics; the rest common practice."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from amber_acre.core.season.climate import Climate, MonthDay
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.growing import soil_on
from amber_acre.core.season.stages import JUST_BEFORE_DAYS, LAST_NITROGEN_WEEKS, TROPICAL_C, last_frost_after, stages
from tests.core.worlds import BAY, HOT, VALE

WET_DRY = Climate(
    "wet and dry",
    14.0,
    (24, 25, 27, 28, 28, 27, 26, 26, 26, 26, 25, 24),
    (18,) * 12,
    (34,) * 12,
    (5, 5, 10, 30, 120, 220, 260, 260, 220, 120, 30, 8),
)


def turned(climate: Climate) -> Climate:
    """A climate on the other side of the equator."""

    def half(values: tuple[float, ...]) -> tuple[float, ...]:
        return (*values[6:], *values[:6])

    def moved(day: MonthDay | None) -> MonthDay | None:
        return None if day is None else MonthDay((day.month + 5) % 12 + 1, min(day.day, 28))

    return replace(
        climate,
        latitude_deg=-climate.latitude_deg,
        mean_c=half(climate.mean_c),
        min_c=half(climate.min_c),
        max_c=half(climate.max_c),
        rain_mm=half(climate.rain_mm),
        last_frost=moved(climate.last_frost),
        first_frost=moved(climate.first_frost),
    )


def test_cold_winters_wake_by_soil() -> None:
    found = stages(VALE, 7.0, date(2026, 3, 1))
    assert soil_on(VALE, found.wakes) >= 7.0 > soil_on(VALE, found.wakes - timedelta(days=3))
    assert found.frost == date(2026, 10, 10)
    assert (
        timedelta(weeks=LAST_NITROGEN_WEEKS) < found.frost - found.last < timedelta(weeks=LAST_NITROGEN_WEEKS, days=5)
    )
    assert last_frost_after(VALE, date(2026, 3, 1)) == date(2026, 5, 1)


def test_later_plants_wake_later_and_rest_sooner() -> None:
    warmth = [stages(VALE, degrees, date(2026, 3, 1)) for degrees in (5.0, 7.0, 10.0, 12.0)]
    assert [one.wakes for one in warmth] == sorted(one.wakes for one in warmth)
    assert [one.rests for one in warmth] == sorted((one.rests for one in warmth), reverse=True)


def test_a_mild_place_turns_after_its_coolest_weeks() -> None:
    found = stages(BAY, 7.0, date(2026, 7, 1))
    assert date(2026, 8, 1) < found.wakes < date(2026, 10, 10)
    assert found.frost is None
    assert found.all_year


def test_the_tropics_wake_with_the_rains() -> None:
    assert min(WET_DRY.mean_c) >= TROPICAL_C
    found = stages(WET_DRY, 12.0, date(2026, 1, 1))
    assert found.why_wakes == "the rains come"
    assert date(2026, 4, 15) < found.wakes < date(2026, 6, 15)


def test_heat_is_where_the_usual_maximum_says() -> None:
    found = stages(HOT, 7.0, date(2026, 1, 1))
    assert found.hot(date(2026, 7, 20))
    assert not found.hot(date(2026, 4, 10))


@pytest.mark.parametrize("climate", [VALE, HOT, BAY])
@pytest.mark.parametrize("start_c", [5.0, 7.0, 12.0])
def test_a_mirrored_climate_mirrors_within_a_week(climate: Climate, start_c: float) -> None:
    here = stages(climate, start_c, date(2026, 1, 1))
    there = stages(turned(climate), start_c, date(2026, 7, 2))
    assert abs((there.wakes - here.wakes).days - 182) <= 7
    assert abs((there.last - here.last).days - 182) <= 7


@settings(max_examples=60, deadline=None)
@given(st.sampled_from(KINDS), st.sampled_from(["north", "south"]), st.floats(3, 14), st.integers(1, 12))
def test_every_kind_of_climate_has_a_year(kind: object, half: str, start_c: float, month: int) -> None:
    climate = kind.climate(half)  # type: ignore[attr-defined]
    found = stages(climate, start_c, date(2026, month, 1))
    assert found.start - timedelta(days=JUST_BEFORE_DAYS) <= found.wakes < found.start + timedelta(days=366)
    assert found.wakes < found.rests <= found.wakes + timedelta(days=366)
    assert found.last <= found.rests
