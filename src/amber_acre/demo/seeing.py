"""What the demo's people saw of weather and ground, and the forecast one of them typed."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, date, datetime, time

from sqlalchemy.orm import Session

from amber_acre.store import observed
from amber_acre.store.areas import areas_of
from amber_acre.store.clients import properties
from amber_acre.store.climates import climate_named
from amber_acre.store.weather_tables import ForecastDayRow, ObservationRow


@dataclass(frozen=True)
class Sight:
    """One thing one person saw: where, when, what; ``area`` where it is of one area alone."""

    place: str
    on: date
    kind: str
    who: str
    word: str = ""
    value: float | None = None
    typed: str = ""
    area: str = ""


SIGHTS = (
    Sight("Drayman's Green", date(2026, 4, 4), "growth", "Wren", "growing"),
    Sight("Quillfeather House", date(2026, 5, 26), "ground", "Wren", "wet", area="Orchard lawn"),
    Sight("Quillfeather House", date(2026, 5, 25), "rain", "Wren", "", 18.0, "18 mm"),
    Sight("Marram Lodge", date(2026, 5, 25), "soil", "Finch", "", 13.0, "13 °C"),
    Sight("Gorse End", date(2026, 5, 20), "bloom", "Wren", "azalea"),
)
FORECAST_FOR, FORECAST_BY, FORECAST_ON = "Marram Reach", "Finch", date(2026, 5, 27)
# Day, rain mm, the hour it begins, lowest and highest °C, wind m/s.
FORECAST = (
    (date(2026, 5, 27), 0.0, None, 8.0, 17.0, 2.0),
    (date(2026, 5, 28), 1.0, 16, 9.0, 16.0, 4.0),
    (date(2026, 5, 29), 0.0, None, 7.0, 16.0, 2.0),
    (date(2026, 5, 30), 0.0, None, 8.0, 17.0, 3.0),
    (date(2026, 5, 31), 7.0, 14, 10.0, 16.0, 6.0),
)


def see(session: Session) -> None:
    """Writes what was seen, and the forecast."""
    places = {place.name: place for place in properties(session)}
    for one in SIGHTS:
        place = places[one.place]
        area = next((row.id for row in areas_of(session, place.id) if row.name == one.area), None)
        observed.observe(
            session,
            ObservationRow(
                property_id=place.id,
                area_id=area,
                kind=one.kind,
                on_day=one.on,
                value=one.value,
                typed=one.typed,
                word=one.word,
                who=one.who,
                recorded_at=datetime.combine(one.on, time(8), UTC),
                struck=False,
            ),
        )
    depot = climate_named(session, FORECAST_FOR)
    observed.add_forecast(
        session,
        [
            ForecastDayRow(
                climate_id=depot.id if depot is not None else None,
                day=day,
                rain_mm=rain,
                rain_from_hour=begins,
                min_c=low,
                max_c=high,
                wind_m_s=wind,
                who=FORECAST_BY,
                recorded_at=datetime.combine(FORECAST_ON, time(7), UTC),
            )
            for day, rain, begins, low, high, wind in FORECAST
        ],
    )
