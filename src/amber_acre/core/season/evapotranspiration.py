"""Reference evapotranspiration of a day by Penman–Monteith, FAO-56 eq. 6, with its procedures for missing data
[fao-56]."""

from __future__ import annotations

import math

from amber_acre.core.errors import OutOfRange
from amber_acre.core.season.water import extraterrestrial_radiation

STEFAN_BOLTZMANN = 4.903e-9  # MJ/K⁴/m²/day [fao-56]
ALBEDO = 0.23  # the reference grass [fao-56]
INLAND_RADIATION = 0.16  # kRs away from a coast [fao-56]
USUAL_WIND_M_S = 2.0  # where wind is not known [fao-56]


def pressure_kpa(elevation_m: float) -> float:
    """Air pressure in kPa at −400 to 5,000 m, eq. 7 [fao-56]."""
    return float(101.3 * ((293 - 0.0065 * elevation_m) / 293) ** 5.26)


def psychrometric(elevation_m: float) -> float:
    """Psychrometric constant, kPa/°C, eq. 8 [fao-56]."""
    return 0.665e-3 * pressure_kpa(elevation_m)


def saturation_kpa(temperature_c: float) -> float:
    """Saturation vapour pressure at a temperature, kPa, eq. 11 [fao-56]."""
    return 0.6108 * math.exp(17.27 * temperature_c / (temperature_c + 237.3))


def mean_saturation_kpa(min_c: float, max_c: float) -> float:
    """Mean saturation vapour pressure of a day, kPa, eq. 12: the mean of both ends, not of the mean temperature
    [fao-56]."""
    return (saturation_kpa(max_c) + saturation_kpa(min_c)) / 2


def vapour_from_humidity(min_c: float, max_c: float, humidity: float, lowest: float | None = None) -> float:
    """Actual vapour pressure, kPa, from relative humidity (0–1): eq. 19 from the mean, eq. 17 from highest and lowest.

    ``humidity`` is the mean where ``lowest`` is None, else the highest of the day. Refuses shares beyond 0–1
    (OutOfRange) [fao-56].
    """
    if not 0 <= humidity <= 1 or (lowest is not None and not 0 <= lowest <= humidity):
        raise OutOfRange("Relative humidity lies between 0 and 100 %.", field="humidity", limits=(0, 1))
    if lowest is None:
        return humidity * mean_saturation_kpa(min_c, max_c)
    return (saturation_kpa(min_c) * humidity + saturation_kpa(max_c) * lowest) / 2


def wind_at_2m(wind_m_s: float, height_m: float) -> float:
    """Wind at 2 m from wind at ``height_m`` (0.5–50) over grass, eq. 47 [fao-56]."""
    if not 0.5 <= height_m <= 50:
        raise OutOfRange("Wind is measured between 0.5 and 50 m up.", field="height", limits=(0.5, 50))
    return wind_m_s * 4.87 / math.log(67.8 * height_m - 5.42)


def daylight_hours(latitude_deg: float, day_of_year: int) -> float:
    """Longest possible sunshine of a day, hours, eq. 34 [fao-56]."""
    latitude = math.radians(latitude_deg)
    declination = 0.409 * math.sin(2 * math.pi * day_of_year / 365 - 1.39)
    return 24 / math.pi * math.acos(min(1.0, max(-1.0, -math.tan(latitude) * math.tan(declination))))


def radiation_from_sunshine(sunshine_h: float, latitude_deg: float, day_of_year: int) -> float:
    """Solar radiation, MJ/m²/day, from hours of bright sunshine, eq. 35 with 0.25 and 0.50 [fao-56]."""
    share = sunshine_h / daylight_hours(latitude_deg, day_of_year)
    return (0.25 + 0.50 * share) * extraterrestrial_radiation(latitude_deg, day_of_year)


def radiation_from_temperature(min_c: float, max_c: float, latitude_deg: float, day_of_year: int) -> float:
    """Solar radiation, MJ/m²/day, from the day's range where it is not measured, eq. 50 inland [fao-56]."""
    return INLAND_RADIATION * math.sqrt(max_c - min_c) * extraterrestrial_radiation(latitude_deg, day_of_year)


def net_radiation(
    solar: float,
    min_c: float,
    max_c: float,
    vapour_kpa: float,
    latitude_deg: float,
    elevation_m: float,
    day_of_year: int,
) -> float:
    """Net radiation at the reference grass, MJ/m²/day, eqs 37–40 [fao-56]."""
    clear = (0.75 + 2e-5 * elevation_m) * extraterrestrial_radiation(latitude_deg, day_of_year)
    # The relative sunshine is held between 0.3, dense cloud, and 1 [fao-56].
    cloud = 1.35 * max(0.3, min(1.0, solar / clear)) - 0.35 if clear > 0 else 0.05
    warm = ((max_c + 273.16) ** 4 + (min_c + 273.16) ** 4) / 2
    long_wave = STEFAN_BOLTZMANN * warm * (0.34 - 0.14 * math.sqrt(vapour_kpa)) * cloud
    return (1 - ALBEDO) * solar - long_wave


def soil_heat_of_month(mean_c: float, before_c: float) -> float:
    """Heat going into the ground in a month, MJ/m²/day, from its mean temperature and the month's before, eq. 44
    [fao-56]."""
    return 0.14 * (mean_c - before_c)


def penman_monteith(
    min_c: float,
    max_c: float,
    latitude_deg: float,
    elevation_m: float,
    day_of_year: int,
    *,
    vapour_kpa: float | None = None,
    wind_m_s: float | None = None,
    solar: float | None = None,
    mean_c: float | None = None,
    soil_heat: float = 0.0,
) -> float:
    """Reference evapotranspiration in mm/day, never below 0 [fao-56].

    What is None is estimated as FAO-56 says: vapour from the minimum (dew point), wind 2 m/s, radiation from the day's
    range. ``wind_m_s`` at 2 m; ``solar`` and ``soil_heat`` in MJ/m²/day.
    """
    if not min_c <= max_c:
        raise OutOfRange("The minimum is above the maximum. Check for a swap.", field="min_c", limits=(None, max_c))
    mean = (min_c + max_c) / 2 if mean_c is None else mean_c
    vapour = saturation_kpa(min_c) if vapour_kpa is None else vapour_kpa
    wind = USUAL_WIND_M_S if wind_m_s is None else wind_m_s
    sun = radiation_from_temperature(min_c, max_c, latitude_deg, day_of_year) if solar is None else solar
    net = net_radiation(sun, min_c, max_c, vapour, latitude_deg, elevation_m, day_of_year)
    slope = 4098 * saturation_kpa(mean) / (mean + 237.3) ** 2
    gamma = psychrometric(elevation_m)
    deficit = mean_saturation_kpa(min_c, max_c) - vapour
    top = 0.408 * slope * (net - soil_heat) + gamma * 900 / (mean + 273) * wind * deficit
    return max(0.0, top / (slope + gamma * (1 + 0.34 * wind)))
