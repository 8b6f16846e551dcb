"""Growth potential and degree days as published and on open weather data; the daily climate curve."""

from __future__ import annotations

from datetime import date
from pathlib import Path
from typing import Any

import numpy as np
import pandas as pd
import pvlib
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import norm
from vega_datasets import data as open_data

from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.season.climate import Climate, MonthDay, daily_series, next_season_start, season_start
from amber_acre.core.season.degree_days import day_reached, degree_days, modified_degree_days
from amber_acre.core.season.growth import growth_potential
from amber_acre.core.season.months import MONTH_DAYS
from amber_acre.core.season.water import extraterrestrial_radiation, hargreaves_et, water_year
from amber_acre.core.working import Working
from tests.core.published_cases import case, hold, ids
from tests.core.worlds import BAY, HOT, VALE

# Best and spread, °C: the Celsius form [growth-potential-celsius], and the original 68/10 and 88/12 °F
# [growth-potential]; near 15 °C the two differ by a third for warm-season grass.
COOL, WARM = (20.0, 5.5), (31.0, 7.0)
COOL_F, WARM_F = ((68 - 32) / 1.8, 10 / 1.8), ((88 - 32) / 1.8, 12 / 1.8)


def celsius(fahrenheit: float) -> float:
    return (fahrenheit - 32) / 1.8


def seattle(year: int) -> Any:
    """Daily NOAA weather of one year, as an open dataset ships it."""
    days = open_data.seattle_weather()
    return days[pd.to_datetime(days["date"]).dt.year == year]


def monthly(values: Any, months: Any) -> list[float]:
    return [float(np.mean(np.asarray(values)[np.asarray(months) == m])) for m in range(1, 13)]


def gp(values: list[float], form: tuple[float, float]) -> list[float]:
    return [float(v) for v in growth_potential(np.array(values), *form)]


def one(value: float, form: tuple[float, float]) -> float:
    return gp([value], form)[0]


def case_fahrenheit() -> dict[str, Any]:
    temperatures = case("growth_potential_gdd", "09-GP-F-a")["inputs"]["T_mean"]["value"]
    return {f"cool@{t}": one(celsius(t), COOL_F) for t in temperatures} | {
        f"warm@{t}": one(celsius(t), WARM_F) for t in temperatures
    }


def case_celsius() -> dict[str, Any]:
    temperatures = case("growth_potential_gdd", "09-GP-C-a")["inputs"]["T_mean"]["value"]
    return {f"{s}@{t}": one(t, form) for s, form in (("cool", COOL), ("warm", WARM)) for t in temperatures}


def case_gap() -> dict[str, Any]:
    return {
        "original_F": one(15, WARM_F),
        "celsius_constants": one(15, WARM),
    }


def case_monthly_2013() -> dict[str, Any]:
    days = seattle(2013)
    means = monthly((days["temp_max"] + days["temp_min"]) / 2, pd.to_datetime(days["date"]).dt.month)
    return {
        "monthly_mean": means,
        "GP_cool_of_monthly_mean_C_constants": gp(means, COOL),
        "GP_cool_F_constants": gp(means, COOL_F),
    }


def case_gdd_2012() -> dict[str, Any]:
    days = seattle(2012)
    gathered = degree_days(days["temp_max"].to_numpy(), days["temp_min"].to_numpy(), 10)
    dates = pd.to_datetime(days["date"]).dt.date.to_list()
    index = day_reached(gathered, 200)
    assert index is not None
    return {
        "reached_on": dates[index].isoformat(),
        "sum_to_30_June": float(gathered[: dates.index(date(2012, 6, 30)) + 1].sum()),
        "sum_year": float(gathered.sum()),
    }


def case_one_day() -> dict[str, Any]:
    high, low = np.array([74.0]), np.array([46.0])
    return {
        "simple_average": float(degree_days(high, low, 50)[0]),
        "modified_86_50": float(modified_degree_days(high, low, 50, 86)[0]),
    }


def case_hourly() -> dict[str, Any]:
    hours = open_data.seattle_temps()
    stamps = pd.to_datetime(hours["date"])
    means = monthly(hours["temp"], stamps.dt.month)
    daily = hours["temp"].groupby(stamps.dt.date)
    gathered = degree_days(daily.max().to_numpy(), daily.min().to_numpy(), 50)
    return {
        "monthly_mean": means,
        "GP_cool": gp([celsius(m) for m in means], COOL_F),
        "GP_warm": gp([celsius(m) for m in means], WARM_F),
        "GDD50_year_from_daily_max_min": float(gathered.sum()),
    }


def case_typical_year() -> dict[str, Any]:
    file = Path(pvlib.__file__).parent / "data" / "723170TYA.CSV"
    hours, _ = pvlib.iotools.read_tmy3(file, map_variables=True, coerce_year=1990)
    means = monthly(hours["temp_air"], hours.index.month)
    return {
        "monthly_mean": means,
        "GP_cool_F_constants": gp(means, COOL_F),
        "GP_warm_F_constants": gp(means, WARM_F),
    }


ANSWERS = {
    "09-GP-F-a": case_fahrenheit,
    "09-GP-C-a": case_celsius,
    "09-GP-forms-gap": case_gap,
    "09-seattle-2013-monthly": case_monthly_2013,
    "09-seattle-GDD10-2012": case_gdd_2012,
    "09-GDD-one-day": case_one_day,
    "09-seattle-temps-hourly": case_hourly,
    "09-pvlib-723170TYA": case_typical_year,
}


@pytest.mark.parametrize("key", ids("growth_potential_gdd"))
@pytest.mark.filterwarnings("ignore::DeprecationWarning", "ignore::FutureWarning")
def test_growth_and_degree_days_as_published(key: str) -> None:
    hold("growth_potential_gdd", key, ANSWERS[key]())


@given(st.floats(-30, 45), st.sampled_from([COOL, WARM]))
def test_growth_is_a_ratio_of_normal_densities(mean_c: float, form: tuple[float, float]) -> None:
    density = norm(*form)
    assert one(mean_c, form) == pytest.approx(density.pdf(mean_c) / density.pdf(form[0]), rel=1e-9)


MONTHS = st.lists(st.floats(-20, 35), min_size=12, max_size=12)


@given(MONTHS)
def test_daily_curve_keeps_every_monthly_mean(means: list[float]) -> None:
    climate = Climate("any", 40, tuple(means), tuple(m - 5 for m in means), tuple(m + 5 for m in means), (50,) * 12)
    series = daily_series(climate, date(2026, 1, 1), date(2027, 1, 1))
    edges = np.cumsum((0, *MONTH_DAYS))
    for month, mean in enumerate(means):
        assert series.mean_c[edges[month] : edges[month + 1]].mean() == pytest.approx(mean, abs=1e-8)
    assert np.all(series.min_c < series.max_c)


def test_daily_curve_crosses_leap_day_without_a_step() -> None:
    series = daily_series(VALE, date(2028, 2, 1), date(2028, 4, 1))
    assert len(series.mean_c) == 60
    assert np.abs(np.diff(series.mean_c)).max() < 0.3
    common = daily_series(VALE, date(2027, 2, 1), date(2027, 4, 1))
    assert series.mean_c[series.index(date(2028, 3, 20))] == common.mean_c[common.index(date(2027, 3, 20))]


@pytest.mark.parametrize(
    ("climate", "day", "start"),
    [
        (VALE, date(2026, 5, 18), date(2026, 3, 1)),
        (VALE, date(2026, 2, 28), date(2025, 3, 1)),
        (BAY, date(2026, 5, 18), date(2025, 9, 1)),
        (BAY, date(2026, 9, 1), date(2026, 9, 1)),
    ],
)
def test_season_starts_by_the_climate_on_either_hemisphere(climate: Climate, day: date, start: date) -> None:
    assert season_start(climate, day) == start
    assert next_season_start(start) == date(start.year + 1, start.month, 1)


def test_a_climate_refuses_what_cannot_be() -> None:
    with pytest.raises(DoesNotFit, match=r"March: minimum 9"):
        Climate("x", 40, (5.0,) * 12, (1, 1, 9, *(1,) * 9), (9.0,) * 12, (50.0,) * 12)
    with pytest.raises(OutOfRange, match="latitude"):
        Climate("x", 89, *((5.0,) * 12,) * 4)
    with pytest.raises(DoesNotFit, match="twelve"):
        Climate("x", 40, (5.0,) * 11, *((5.0,) * 12,) * 3)
    with pytest.raises(DoesNotFit, match="frost"):
        Climate("x", 40, *((5.0,) * 12,) * 4, last_frost=MonthDay(5, 1))


def test_a_climate_on_the_wrong_hemisphere_is_asked_about() -> None:
    values = (VALE.mean_c, VALE.min_c, VALE.max_c, VALE.rain_mm)
    assert Climate("north", 45, *values).hemisphere_doubt() is None
    doubt = Climate("south", -45, *values).hemisphere_doubt()
    assert doubt is not None
    assert "July is the warmest month" in doubt.sentence
    assert Climate("tropic", -8, *values).hemisphere_doubt() is None
    assert BAY.hemisphere_doubt() is None


def test_evapotranspiration_as_fao_56_prints_it() -> None:
    """FAO-56 worked examples 8 (20° S, 3 September: 32.2), 17 (38.06) and 20 (Lyon, July: 5.0 mm/day)."""
    assert extraterrestrial_radiation(-20, 246) == pytest.approx(32.2, abs=0.05)
    bangkok = case("reference_et", "10-ex17-Bangkok")["expected"]["Ra"]["value"]
    assert extraterrestrial_radiation(13.733, 105) == pytest.approx(bangkok, abs=0.05)
    lyon = case("reference_et", "10-ex20-Lyon")["expected"]["ETo_Hargreaves"]["value"]
    radiation = extraterrestrial_radiation(45.72, 196)
    assert hargreaves_et((26.6 + 14.8) / 2, 14.8, 26.6, radiation) == pytest.approx(lyon, abs=0.06)


def test_radiation_agrees_with_pvlib() -> None:
    """Daily sum of the horizontal extraterrestrial irradiance of a general solar library, within 1 %."""
    times = pd.date_range("2025-06-21", periods=1440, freq="min", tz="UTC")
    position = pvlib.solarposition.get_solarposition(times, 45.2, 0)
    normal = pvlib.irradiance.get_extra_radiation(times)
    flux = (normal * np.cos(np.radians(position["zenith"]))).clip(lower=0)
    assert extraterrestrial_radiation(45.2, 172) == pytest.approx(float(flux.sum()) * 60 / 1e6, rel=0.01)


def test_water_limits_growth_only_where_rain_and_store_fall_short() -> None:
    wet = Climate("wet", 45, VALE.mean_c, VALE.min_c, VALE.max_c, (400.0,) * 12)
    assert water_year(wet, "cool", Working("")).share == (1.0,) * 12
    dry = water_year(HOT, "warm", Working("")).share
    assert min(dry) < 0.6
    assert all(0 < share <= 1 for share in dry)
