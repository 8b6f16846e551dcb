"""The year in steps: means kept, mirrors to the bit, soil late and flat, real days."""

from __future__ import annotations

import math
from dataclasses import replace
from datetime import date, timedelta

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.season.climate import Climate
from amber_acre.core.season.phases import (
    DIFFUSIVITY_M2_S,
    STEPS,
    SURFACE_LAG_DAYS,
    YEAR_SECONDS,
    curve,
    phases,
    soil_warmth,
)
from tests.core.worlds import BAY, HOT, VALE


def turned(climate: Climate) -> Climate:
    """The same climate across the equator, six months later."""

    def six(values: tuple[float, ...]) -> tuple[float, ...]:
        return (*values[6:], *values[:6])

    return replace(
        climate,
        latitude_deg=-climate.latitude_deg,
        mean_c=six(climate.mean_c),
        min_c=six(climate.min_c),
        max_c=six(climate.max_c),
        rain_mm=six(climate.rain_mm),
        last_frost=None,
        first_frost=None,
    )


@pytest.mark.parametrize("climate", [VALE, BAY, HOT])
def test_a_climate_turned_by_six_months_gives_the_same_steps(climate: Climate) -> None:
    here, there = phases(climate), phases(turned(climate))
    for name in ("mean_c", "max_c", "soil_c", "rain_mm", "et_mm", "radiation"):
        assert (getattr(here, name) == getattr(there, name)).all(), name
    assert (here.first_month + 6) % 12 == there.first_month


def test_two_coldest_months_alike_do_not_break_the_mirror() -> None:
    flat = replace(VALE, mean_c=(1.0, 1.0, *VALE.mean_c[2:]), min_c=(-3.0, -3.0, *VALE.min_c[2:]))
    assert (phases(flat).soil_c == phases(turned(flat)).soil_c).all()


@given(st.lists(st.floats(-20, 35), min_size=12, max_size=12))
def test_the_curve_keeps_the_mean_of_every_month(months: list[float]) -> None:
    """Epstein 1991: daily values whose monthly means are the normals; the sixth harmonic's sine is out of reach."""
    daily = curve(tuple(months), 1200)
    assert daily.mean() == pytest.approx(np.mean(months), abs=1e-4)
    means = daily.reshape(12, 100).mean(axis=1)
    assert means == pytest.approx(months, abs=5e-3)


def test_soil_follows_a_sine_as_the_heat_equation_says() -> None:
    """Hillel 1998 ch. 12: amplitude e^(−z/d), lag z/d with d = √(2α/ω); and the surface's first order lag before it."""
    air = tuple(10 + 10 * math.cos(2 * math.pi * (m + 0.5) / 12) for m in range(12))
    omega = 2 * math.pi / YEAR_SECONDS
    depth = math.sqrt(2 * DIFFUSIVITY_M2_S / omega)
    lag = 2 * math.pi / 365 * SURFACE_LAG_DAYS
    surface = 1 / math.sqrt(1 + lag**2)
    for mm in (0.0, 100.0, 500.0, 1000.0):
        soil, top = soil_warmth(air, mm), curve(air, 365)
        swing = (soil.max() - soil.min()) / (top.max() - top.min())
        assert swing == pytest.approx(surface * math.exp(-mm / 1000 / depth), rel=1e-3)
        late = (int(np.argmax(soil)) - int(np.argmax(top))) % 365
        assert late == pytest.approx(math.degrees(math.atan(lag) + mm / 1000 / depth) / 360 * 365, abs=1.1)


def test_a_step_has_a_day_and_a_day_its_step() -> None:
    year = phases(VALE)
    start = date(2026, 3, 1)
    days = [year.date_of(step, start) for step in range(STEPS)]
    assert all(start <= day < start + timedelta(days=365) for day in days)
    assert [year.step_of(day) for day in days] == list(range(STEPS))
    early = phases(replace(VALE, early_days=9))
    assert (days[10] - early.date_of(10, start)).days == 9
    assert early.step_of(early.date_of(10, start)) == 10
