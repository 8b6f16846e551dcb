"""What a lawn asks of its year: caps in heat at their edge, shade, new grass, winter grass, potassium and
phosphorus."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

import numpy as np
import pytest

from amber_acre.core.care.brief import Establishing, Lawn
from amber_acre.core.care.establishing import CLOSED_AFTER_TURF, CLOSED_BEFORE_OVERSEED
from amber_acre.core.care.lawn import HEAT_ROWS, K_PER_N, K_WHEN_LOW, P_WHEN_LOW, asks, shade_of, year_most
from amber_acre.core.care.pattern import Asks
from amber_acre.core.quantities import POUND_PER_THOUSAND_G_M2
from amber_acre.core.rules.in_season import HOT_QUICK_CAP_G_M2, HOT_QUICK_WATERED_G_M2
from amber_acre.core.season.phases import STEPS
from amber_acre.core.soil.findings import findings
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from tests.core.worlds import BYLAW, FREE, HOT, VALE, lawn, mehlich

START = date(2026, 3, 1)


def asked(place: Lawn) -> Asks:
    return asks(place, 10.0, findings(place.soil_test, START), START, True)


def test_demand_adds_up_to_the_need_and_stays_where_roots_take_up() -> None:
    at = asked(lawn(rules=FREE))
    assert at.demand_g_m2.sum() == pytest.approx(10.0)
    assert (at.demand_g_m2[~at.takes_up] == 0).all()


def test_heat_holds_quick_nitrogen_by_steps() -> None:
    """26, 28.2 and 29.5 °C of usual maximum: common practice."""
    at = asked(lawn(grass="tall-fescue", climate=HOT, rules=FREE))
    for step in range(STEPS):
        for from_c, quick, total in HEAT_ROWS:
            if at.phases.max_c[step] > from_c:
                assert at.quick_cap[step] <= quick
                assert at.total_cap[step] <= total
    assert at.quick_cap[np.argmax(at.phases.max_c)] == HOT_QUICK_CAP_G_M2


@pytest.mark.parametrize(("irrigated", "most"), [(True, HOT_QUICK_WATERED_G_M2), (False, HOT_QUICK_CAP_G_M2)])
def test_watered_couch_is_fed_through_the_heat(irrigated: bool, most: float) -> None:
    """The plain's July is 36 °C at noon, over the 35 °C from which warm-season grass is spared: common practice."""
    at = asked(lawn(grass="couch", climate=HOT, rules=FREE, irrigated=irrigated))
    hot = at.phases.max_c >= 35.0
    assert hot.any()
    assert set(at.quick_cap[hot]) == {most}
    assert (at.quick_cap[~hot] > most).all()


@pytest.mark.parametrize(("hours", "share"), [(3.9, 0.6), (4.0, 0.8), (5.9, 0.8), (6.0, 1.0), (None, 1.0)])
def test_shade_takes_off_what_turf_cannot_use(hours: float | None, share: float) -> None:
    place = replace(lawn(rules=FREE), sun_hours=hours)
    assert shade_of(hours) == share
    assert year_most(place) == pytest.approx(4 * POUND_PER_THOUSAND_G_M2 * share)


def test_the_yearly_cap_holds_at_the_small_end() -> None:
    assert year_most(lawn(rules=BYLAW, ends=(80.0, 100.0))) <= 16.0 * 0.9


def test_laid_turf_gets_nothing_before_and_until_it_roots() -> None:
    at = asked(replace(lawn(rules=FREE), start=Establishing("turf", date(2026, 5, 10))))
    step = at.phases.step_of(date(2026, 5, 10))
    assert not at.open[at.phases.step_of(date(2026, 4, 11))]
    assert not any(at.open[(step + n) % STEPS] for n in range(CLOSED_AFTER_TURF))
    assert at.open[(step + CLOSED_AFTER_TURF) % STEPS]
    assert at.demand_g_m2[at.phases.step_of(date(2026, 4, 11))] == 0


def test_old_grass_is_not_driven_before_it_is_overseeded() -> None:
    at = asked(replace(lawn(rules=FREE), start=Establishing("over", date(2026, 9, 5))))
    step = at.phases.step_of(date(2026, 9, 5))
    assert not any(at.open[step - n] for n in range(1, CLOSED_BEFORE_OVERSEED + 1))
    assert at.open[step]
    assert at.new_grass
    assert any(share.name == "new grass" for share in at.shares)


def test_winter_grass_gives_a_warm_lawn_two_seasons() -> None:
    place = lawn(grass="couch", climate=HOT, rules=FREE)
    rye = Establishing("over", date(2026, 10, 1), GRASS_BY_KEY["perennial-rye"])
    alone, both = asked(place), asked(replace(place, start=rye))
    winter = both.phases.step_of(date(2026, 11, 11))
    assert alone.demand_g_m2[winter] < both.demand_g_m2[winter]


def test_potassium_and_phosphorus_by_test() -> None:
    low = asked(lawn(rules=FREE, soil_test=mehlich(p=9, k=30)))
    assert low.potassium.wanted_g_m2 == pytest.approx(K_PER_N * 10 + K_WHEN_LOW)
    assert low.phosphorus.wanted_g_m2 == P_WHEN_LOW
    plenty = asked(lawn(rules=FREE, soil_test=mehlich(p=130, k=300)))
    assert plenty.potassium.wanted_g_m2 == 0
    assert plenty.phosphorus.once_g_m2 == 0
    bagged = asked(lawn(rules=FREE, soil_test=None, clippings_returned=False))
    assert bagged.potassium.wanted_g_m2 > 0
    sandy = asked(replace(lawn(rules=FREE, soil_test=mehlich(k=30)), texture="sand"))
    assert sandy.potassium.rounds == 2


def test_a_dry_lawn_is_not_fed_in_drought() -> None:
    place = replace(lawn(rules=FREE, irrigated=False), climate=replace(VALE, rain_mm=(60,) * 5 + (2,) * 3 + (60,) * 4))
    at = asked(place)
    july = at.phases.step_of(date(2026, 7, 19))
    assert not at.open[july]
    assert "too dry" in at.closed_because[july]
