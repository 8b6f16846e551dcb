"""The sky over properties for a page: what people saw and brought, over what the stand-in says where one is on."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta

from fastapi import Request
from sqlalchemy.orm import Session

from amber_acre.core.season.weather import DayWeather, Sky, of_service
from amber_acre.stand_ins.weather import WeatherService
from amber_acre.store.climates import climate_of
from amber_acre.store.observed import skies
from amber_acre.store.tables import PropertyRow

LOOKS_BACK_DAYS = 22  # the ground and the grass remember three weeks
LOOKS_AHEAD_DAYS = 2  # granules must not wash off
STAND_IN = "simulated stand-in, no forecast"


def skies_over(
    request: Request, session: Session, places: Sequence[PropertyRow], first: date, last: date
) -> dict[int, Sky]:
    """The sky over each property for verdicts from ``first`` to ``last``, with the days before and after that count."""
    start, end = first - timedelta(days=LOOKS_BACK_DAYS), last + timedelta(days=LOOKS_AHEAD_DAYS)
    service: WeatherService | None = request.app.state.weather
    base: dict[str, dict[date, DayWeather]] = {}
    if service is not None:
        for place in places:
            if place.climate.name not in base:
                days = service.forecast(climate_of(place.climate), start, (end - start).days + 1)
                base[place.climate.name] = of_service(days, STAND_IN)
    return skies(session, places, start, end, base)
