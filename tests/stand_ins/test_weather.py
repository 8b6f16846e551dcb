"""The simulated weather: repeatable, near its normals, and sometimes bad enough to hold a job."""

from __future__ import annotations

from datetime import date

import numpy as np
import pytest

from amber_acre.stand_ins.weather import SimulatedWeather
from tests.core.worlds import VALE


def test_the_same_place_and_day_give_the_same_weather() -> None:
    service = SimulatedWeather()
    week = service.forecast(VALE, date(2026, 5, 25), 7)
    assert week == service.forecast(VALE, date(2026, 5, 25), 7)
    later = service.forecast(VALE, date(2026, 5, 27), 5)
    assert [d.rain_mm for d in week[2:]] == [d.rain_mm for d in later]
    assert [d.max_c for d in week[2:]] == pytest.approx([d.max_c for d in later])


def test_years_of_it_stay_near_the_normals() -> None:
    days = SimulatedWeather().forecast(VALE, date(2020, 1, 1), 3653)
    rain = np.array([d.rain_mm for d in days])
    assert rain.sum() / 10 == pytest.approx(sum(VALE.rain_mm), rel=0.12)
    assert 0.3 < (rain > 0).mean() < 0.5
    assert (rain > 25).sum() > 20
    assert all(d.min_c < d.max_c and 1 <= d.wind_m_s <= 7 for d in days)
