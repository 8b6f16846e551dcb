"""Climates: depots' and properties' own monthly normals."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.core.season.climate import Climate, MonthDay
from amber_acre.store.stamps import FIRM, under
from amber_acre.store.tables import ClimateMonthRow, ClimateRow


def climate_of(row: ClimateRow) -> Climate:
    """The core value of a climate row."""
    months = row.months

    def frost(month: int | None, day: int | None) -> MonthDay | None:
        return None if month is None or day is None else MonthDay(month, day)

    return Climate(
        row.name,
        row.latitude_deg,
        tuple(m.mean_c for m in months),
        tuple(m.min_c for m in months),
        tuple(m.max_c for m in months),
        tuple(m.rain_mm for m in months),
        frost(row.last_frost_month, row.last_frost_day),
        frost(row.first_frost_month, row.first_frost_day),
        row.elevation_m,
        row.region,
        row.assumed,
    )


@under(FIRM)
def every_climate(session: Session) -> Mapping[int, Climate]:
    """Every climate of the firm by its key."""
    return {row.id: climate_of(row) for row in session.scalars(select(ClimateRow))}


def climates(session: Session) -> Sequence[ClimateRow]:
    return session.scalars(select(ClimateRow).order_by(ClimateRow.depot.desc(), ClimateRow.name)).all()


def climate_named(session: Session, name: str) -> ClimateRow | None:
    return session.scalars(select(ClimateRow).where(ClimateRow.name == name)).one_or_none()


def save_climate(session: Session, climate: Climate, depot: bool, climate_id: int | None = None) -> ClimateRow:
    """Writes a climate; with ``climate_id`` in place of the one there."""
    row = (session.get(ClimateRow, climate_id) if climate_id else None) or ClimateRow()
    row.name, row.depot, row.latitude_deg = climate.name, depot, climate.latitude_deg
    row.elevation_m, row.region, row.assumed = climate.elevation_m, climate.region, climate.assumed
    row.version = (row.version or 0) + 1
    row.last_frost_month, row.last_frost_day = climate.last_frost or (None, None)
    row.first_frost_month, row.first_frost_day = climate.first_frost or (None, None)
    values = zip(climate.mean_c, climate.min_c, climate.max_c, climate.rain_mm, strict=True)
    by_month = {month.month: month for month in row.months} if row.id else {}
    rows = []
    for number, (mean, low, high, rain) in enumerate(values, start=1):
        month = by_month.get(number) or ClimateMonthRow(month=number)
        month.mean_c, month.min_c, month.max_c, month.rain_mm = mean, low, high, rain
        rows.append(month)
    row.months = rows
    session.add(row)
    session.flush()
    return row
