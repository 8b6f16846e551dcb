"""Growing runs by computation: climates of many kinds, thresholds at their edge, parts in order."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import numpy as np
import pytest

from amber_acre.core.season.climate import Climate
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.growing import WARM_STOPS_STEPS, growing, grows_on, potential, soil_on
from amber_acre.core.season.phases import STEPS, phases
from amber_acre.core.tables.grass_growth import COOL, growth_of
from amber_acre.core.tables.grasses import GRASS_BY_KEY, GRASSES, Grass
from tests.core.worlds import BAY, HOT, VALE

MARITIME = Climate(
    "maritime",
    53.0,
    (5, 5.3, 6.8, 8.6, 11.4, 14, 15.8, 15.4, 13.3, 10.3, 7.4, 5.5),
    (2, 2, 3, 4, 7, 10, 12, 11, 9, 7, 4, 3),
    (8, 8, 10, 13, 16, 18, 20, 20, 17, 14, 11, 8),
    (60,) * 12,
)
DESERT = Climate(
    "desert",
    33.0,
    (13, 15.5, 19, 23, 28, 33, 35, 34, 31, 24, 17.5, 13),
    (6, 8, 11, 15, 20, 25, 28, 27, 23, 16, 10, 6),
    (20, 22, 26, 30, 36, 40, 41, 40, 37, 31, 24, 19),
    (15,) * 12,
)
HIGHLAND = Climate(
    "highland",
    -1.5,
    (19, 19.5, 20, 19.8, 18.8, 17.3, 16.6, 17, 18.4, 19.6, 19.2, 18.9),
    (12,) * 12,
    (26,) * 12,
    (80,) * 12,
)


def test_the_grass_wakes_where_its_soil_does() -> None:
    """Bluegrass takes up from 7 °C of soil: the day before it does not, the day of it does."""
    grass = GRASS_BY_KEY["bluegrass"]
    days = [date(2026, 2, 1) + timedelta(days=n) for n in range(120)]
    first = next(day for day in days if grows_on(VALE, grass, day))
    assert soil_on(VALE, first - timedelta(days=1)) < growth_of(grass).base_c <= soil_on(VALE, first)


@pytest.mark.parametrize(
    ("key", "base"), [("kikuyu", 12), ("couch", 15), ("buffalo", 15.5), ("zoysia", 16), ("centipede", 17)]
)
def test_warm_grasses_differ_by_degrees(key: str, base: float) -> None:
    """From memory, by the green-up told for each."""
    assert growth_of(GRASS_BY_KEY[key]).base_c == base


def test_a_maritime_spring_is_not_weeks_late() -> None:
    """Ryegrass is fed from 7.5 °C of soil: between late February and mid April at 53° N, not in May."""
    fed = growing(GRASS_BY_KEY["perennial-rye"], phases(MARITIME)).fed
    year = phases(MARITIME)
    first = next(year.date_of(n, date(2026, 1, 1)) for n in range(STEPS) if fed[n] and not fed[n - 1])
    assert date(2026, 2, 20) <= first <= date(2026, 4, 15)


def test_a_hot_desert_has_every_run() -> None:
    """Couch grows from late winter to autumn there: its heat is a part of the season, not the end of it."""
    found = growing(GRASS_BY_KEY["couch"], phases(DESERT))
    assert "heat" in found.parts
    assert found.fed.sum() > 30
    rye = growing(GRASS_BY_KEY["perennial-rye"], phases(DESERT))
    assert rye.growth[np.argmax(phases(DESERT).soil_c)] < 0.1 * rye.growth.max()


def test_a_highland_grows_all_year() -> None:
    found = growing(GRASS_BY_KEY["kikuyu"], phases(HIGHLAND))
    assert found.all_year
    assert found.seasons < 0.5
    assert found.growth.min() > 0.5 * found.growth.max()


def test_a_warm_grass_is_not_fed_in_its_last_weeks() -> None:
    found = growing(GRASS_BY_KEY["couch"], phases(HOT))
    for n in range(STEPS):
        if found.takes_up[n] and not found.takes_up[(n + 1) % STEPS]:
            assert not any(found.fed[(n - k) % STEPS] for k in range(WARM_STOPS_STEPS))
            assert found.fed[(n - WARM_STOPS_STEPS) % STEPS]


@pytest.mark.parametrize("grass", GRASSES, ids=lambda grass: grass.key)
def test_growth_turns_with_the_hemisphere_in_every_kind_of_climate(grass: Grass) -> None:
    for kind in KINDS:
        here = growing(grass, phases(kind.climate("north")))
        there = growing(grass, phases(kind.climate("south")))
        assert (here.growth == there.growth).all()
        assert here.parts == there.parts
        assert (here.growth[~here.takes_up] == 0).all()
        assert not (here.fed & ~here.takes_up).any()


def test_cool_growth_is_wider_below_its_best_than_published() -> None:
    """The published spread of 5.5 °C gives a soil of 8 °C a tenth; the wider one below the best gives it a sixth."""
    cold = replace(VALE, mean_c=(8.0,) * 12, min_c=(4.0,) * 12, max_c=(12.0,) * 12)
    at_8 = potential(GRASS_BY_KEY["bluegrass"], phases(cold)).max()
    assert at_8 == pytest.approx(np.exp(-0.5 * (12 / COOL.spread_below_c) ** 2), rel=1e-6)
    assert 0.15 < at_8 < 0.2
    assert not growing(GRASS_BY_KEY["couch"], phases(BAY)).all_year
