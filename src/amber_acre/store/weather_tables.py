"""Tables of what people see of weather and ground, of forecasts they bring, and of the firm's own limits of a hold."""

from __future__ import annotations

from datetime import date, datetime

from sqlalchemy import CheckConstraint, ForeignKey
from sqlalchemy.orm import Mapped, mapped_column

from amber_acre.store.base import Base

_PLACE = "(property_id IS NULL) <> (climate_id IS NULL)"


class ObservationRow(Base):
    """Something seen by one person on a day, at a property or under a whole depot's sky. Rows are never changed."""

    __tablename__ = "observations"
    __table_args__ = (
        CheckConstraint("kind IN ('rain','soil','ground','growth','mowing','bloom','leaf','warning')", name="kind"),
        CheckConstraint(_PLACE, name="place"),
        CheckConstraint("until IS NULL OR until >= on_day", name="until"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    property_id: Mapped[int | None] = mapped_column(ForeignKey("properties.id"), index=True)
    climate_id: Mapped[int | None] = mapped_column(ForeignKey("climates.id"), index=True)
    area_id: Mapped[int | None] = mapped_column(ForeignKey("areas.id"))
    kind: Mapped[str]
    on_day: Mapped[date]
    until: Mapped[date | None]
    value: Mapped[float | None]
    typed: Mapped[str] = mapped_column(default="")
    word: Mapped[str] = mapped_column(default="")
    depth_m: Mapped[float | None]
    who: Mapped[str]
    recorded_at: Mapped[datetime]
    corrects_id: Mapped[int | None] = mapped_column(ForeignKey("observations.id"))
    struck: Mapped[bool] = mapped_column(default=False)


class ForecastDayRow(Base):
    """One day of a forecast somebody brought; the one recorded last counts. Rows are never changed."""

    __tablename__ = "forecast_days"
    __table_args__ = (
        CheckConstraint(_PLACE, name="place"),
        CheckConstraint("rain_mm IS NULL OR rain_mm >= 0", name="rain_mm"),
        CheckConstraint("rain_from_hour IS NULL OR rain_from_hour BETWEEN 0 AND 23", name="rain_from_hour"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    property_id: Mapped[int | None] = mapped_column(ForeignKey("properties.id"), index=True)
    climate_id: Mapped[int | None] = mapped_column(ForeignKey("climates.id"), index=True)
    day: Mapped[date] = mapped_column(index=True)
    rain_mm: Mapped[float | None]
    rain_from_hour: Mapped[int | None]
    min_c: Mapped[float | None]
    max_c: Mapped[float | None]
    wind_m_s: Mapped[float | None]
    who: Mapped[str]
    recorded_at: Mapped[datetime]


class HoldLimitRow(Base):
    """A custom threshold of a hold that the firm has set, with its reason."""

    __tablename__ = "hold_limits"

    key: Mapped[str] = mapped_column(primary_key=True)
    value: Mapped[float]
    typed: Mapped[str]
    why: Mapped[str]
    since: Mapped[date]
