"""A simulated weather service: a repeatable forecast drawn from a place's own normals.

It stands where a real service would: :class:`WeatherService` is the whole interface. The same
place and day always give the same weather.
"""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Protocol

from amber_acre.core.season.climate import Climate, daily_series
from amber_acre.core.season.evapotranspiration import radiation_from_temperature, saturation_kpa
from amber_acre.core.season.months import MONTH_DAYS
from amber_acre.core.season.weather import DayForecast


class WeatherService(Protocol):
    """What the application asks of any weather service."""

    def forecast(self, climate: Climate, first: date, days: int) -> tuple[DayForecast, ...]:
        """Daily forecasts from ``first`` on."""
        ...


@dataclass(frozen=True)
class SimulatedWeather:
    """Normals disturbed by a hash of place and day: two days in five are wet, now and then very, wind 1–7 m/s."""

    wet_share: float = 0.4

    def forecast(self, climate: Climate, first: date, days: int) -> tuple[DayForecast, ...]:
        """Daily forecasts from ``first`` on, the same for the same place and days."""
        series = daily_series(climate, first, first + timedelta(days=days))
        found = []
        for n in range(days):
            day = first + timedelta(days=n)
            wet, much, warm, wind = _draws(climate.name, day)
            usual = climate.rain_mm[day.month - 1] / MONTH_DAYS[day.month - 1] / self.wet_share
            rain = usual * 5 * much**4 if wet < self.wet_share else 0.0
            shift = 5 * (warm - 0.5)
            low, high = float(series.min_c[n]) + shift, float(series.max_c[n]) + shift
            # Dew point near the minimum; wet days are dull: two thirds of the sun the day's range speaks for.
            sun = radiation_from_temperature(low, high, climate.latitude_deg, day.timetuple().tm_yday)
            found.append(
                DayForecast(
                    day, rain, low, high, 1 + 6 * wind**2, saturation_kpa(low - 1), sun * (0.67 if rain else 1.1)
                )
            )
        return tuple(found)


def _draws(place: str, day: date) -> tuple[float, float, float, float]:
    digest = hashlib.sha256(f"simulated 80 {place} {day.isoformat()}".encode()).digest()
    a, b, c, d = (int.from_bytes(digest[4 * n : 4 * n + 4]) / 2**32 for n in range(4))
    return a, b, c, d
