"""The tables, typed. Columns carry the program's quantity names and units; CHECKs hold the ranges."""

from __future__ import annotations

from datetime import date, datetime

from sqlalchemy import CheckConstraint, ForeignKey, String
from sqlalchemy.orm import Mapped, mapped_column, relationship

from amber_acre.store.base import Base
from amber_acre.store.hand_measures import HandMeasureRow
from amber_acre.store.job_tables import EntryRow, JobChangeRow, JobRow, SoftenedRuleRow
from amber_acre.store.site_tables import (
    AreaRow,
    ContextRow,
    FactRow,
    PacerRow,
    PhotoRow,
    PlantEditRow,
    ShapeRow,
    TakenRow,
    WalkRow,
)
from amber_acre.store.soil_tables import (
    CorrectionRow,
    FindingRow,
    LabLayoutRow,
    ProbeReadingRow,
    SieveRow,
    SoilActionRow,
    SoilAdviceRow,
    SoilTestRow,
    SoilValueRow,
)
from amber_acre.store.stamps import StampRow

__all__ = [
    "AreaRow",
    "Base",
    "BlackoutRow",
    "ClientRow",
    "ClimateMonthRow",
    "ClimateRow",
    "ContextRow",
    "CorrectionRow",
    "DeliveryRow",
    "EntryRow",
    "FactRow",
    "FindingRow",
    "FirmTermRow",
    "HandMeasureRow",
    "JobChangeRow",
    "JobRow",
    "LabLayoutRow",
    "OtherNutrientRow",
    "PacerRow",
    "PackRow",
    "PhotoRow",
    "PlantEditRow",
    "ProbeReadingRow",
    "ProductRow",
    "ProductVersionRow",
    "ProgrammeNoteRow",
    "ProgrammeRow",
    "PropertyRow",
    "RuleSetRow",
    "SentFormRow",
    "ShapeRow",
    "SieveRow",
    "SoftenedRuleRow",
    "SoilActionRow",
    "SoilAdviceRow",
    "SoilTestRow",
    "SoilValueRow",
    "StampRow",
    "StockCountRow",
    "TakenRow",
    "WalkRow",
]


class ClimateRow(Base):
    __tablename__ = "climates"
    __table_args__ = (CheckConstraint("latitude_deg BETWEEN -70 AND 70", name="latitude"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(120), unique=True)
    depot: Mapped[bool]
    latitude_deg: Mapped[float]
    last_frost_month: Mapped[int | None]
    last_frost_day: Mapped[int | None]
    first_frost_month: Mapped[int | None]
    first_frost_day: Mapped[int | None]
    region: Mapped[str] = mapped_column(default="")
    elevation_m: Mapped[float] = mapped_column(default=0.0)
    assumed: Mapped[str] = mapped_column(default="", server_default="")
    version: Mapped[int] = mapped_column(default=1, server_default="1")
    months: Mapped[list[ClimateMonthRow]] = relationship(
        order_by="ClimateMonthRow.month", cascade="all, delete-orphan", lazy="selectin"
    )


class ClimateMonthRow(Base):
    __tablename__ = "climate_months"
    __table_args__ = (
        CheckConstraint("month BETWEEN 1 AND 12", name="month"),
        CheckConstraint("min_c <= mean_c AND mean_c <= max_c", name="rising"),
        CheckConstraint("rain_mm >= 0", name="rain"),
    )

    climate_id: Mapped[int] = mapped_column(ForeignKey("climates.id", ondelete="CASCADE"), primary_key=True)
    month: Mapped[int] = mapped_column(primary_key=True)
    mean_c: Mapped[float]
    min_c: Mapped[float]
    max_c: Mapped[float]
    rain_mm: Mapped[float]


class RuleSetRow(Base):
    __tablename__ = "rule_sets"
    __table_args__ = (
        CheckConstraint("slow_share_min BETWEEN 0 AND 1", name="slow_share"),
        CheckConstraint("quick_cap_g_m2 > 0 AND total_cap_g_m2 > 0", name="caps"),
        CheckConstraint("buffer_m BETWEEN 0 AND 200", name="buffer"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(120), unique=True)
    phosphorus_only_on_test: Mapped[bool]
    yearly_cap_g_m2: Mapped[float | None]
    slow_share_min: Mapped[float]
    quick_cap_g_m2: Mapped[float]
    total_cap_g_m2: Mapped[float]
    buffer_m: Mapped[float] = mapped_column(default=0.0)
    note: Mapped[str] = mapped_column(default="")
    version: Mapped[int] = mapped_column(default=1, server_default="1")
    blackouts: Mapped[list[BlackoutRow]] = relationship(
        order_by="BlackoutRow.id", cascade="all, delete-orphan", lazy="selectin"
    )


class BlackoutRow(Base):
    __tablename__ = "blackouts"

    id: Mapped[int] = mapped_column(primary_key=True)
    rule_set_id: Mapped[int] = mapped_column(ForeignKey("rule_sets.id", ondelete="CASCADE"), index=True)
    name: Mapped[str]
    opens_month: Mapped[int]
    opens_day: Mapped[int]
    closes_month: Mapped[int]
    closes_day: Mapped[int]


class ClientRow(Base):
    __tablename__ = "clients"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(120))
    contact: Mapped[str] = mapped_column(default="")
    properties: Mapped[list[PropertyRow]] = relationship(back_populates="client", order_by="PropertyRow.name")


class PropertyRow(Base):
    __tablename__ = "properties"
    __table_args__ = (
        CheckConstraint("units IN ('metric', 'us')", name="units"),
        CheckConstraint("plot_m2 IS NULL OR plot_m2 > 0", name="plot"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    client_id: Mapped[int] = mapped_column(ForeignKey("clients.id"), index=True)
    climate_id: Mapped[int] = mapped_column(ForeignKey("climates.id"), index=True)
    rule_set_id: Mapped[int] = mapped_column(ForeignKey("rule_sets.id"), index=True)
    name: Mapped[str] = mapped_column(String(120))
    units: Mapped[str]
    plot_m2: Mapped[float | None]
    plot_typed: Mapped[str] = mapped_column(default="")
    origin_longitude: Mapped[float | None]
    origin_latitude: Mapped[float | None]
    version: Mapped[int] = mapped_column(default=1, server_default="1")
    deleted_at: Mapped[datetime | None]
    client: Mapped[ClientRow] = relationship(back_populates="properties", lazy="joined")
    climate: Mapped[ClimateRow] = relationship(lazy="select")
    rule_set: Mapped[RuleSetRow] = relationship(lazy="select")
    areas: Mapped[list[AreaRow]] = relationship(back_populates="property", order_by="AreaRow.id")


class ProductRow(Base):
    __tablename__ = "products"
    __table_args__ = (
        CheckConstraint("total_nitrogen + p2o5 + k2o <= 1.000001", name="analysis"),
        CheckConstraint("NOT liquid OR density_kg_l IS NOT NULL", name="density"),
        CheckConstraint("0 <= label_min_g_m2 AND label_min_g_m2 <= label_max_g_m2", name="label"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(120))
    family: Mapped[str]
    liquid: Mapped[bool]
    density_kg_l: Mapped[float | None]
    total_nitrogen: Mapped[float]
    n_ammoniacal: Mapped[float]
    n_nitrate: Mapped[float]
    n_urea: Mapped[float]
    n_slow_soluble: Mapped[float]
    n_coated: Mapped[float]
    n_insoluble: Mapped[float]
    longevity_days: Mapped[float | None]
    p2o5: Mapped[float]
    k2o: Mapped[float]
    label_min_g_m2: Mapped[float]
    label_max_g_m2: Mapped[float]
    label_min_typed: Mapped[str]
    label_max_typed: Mapped[str]
    interval_days: Mapped[int]
    yearly_max_g_m2: Mapped[float | None]
    yearly_max_typed: Mapped[str]
    rate_confirmed: Mapped[bool]
    derived_from: Mapped[str] = mapped_column(default="")
    sites: Mapped[str] = mapped_column(default="", server_default="")
    grasses: Mapped[str] = mapped_column(default="", server_default="")
    later_max_typed: Mapped[str] = mapped_column(default="", server_default="")
    label_by: Mapped[str] = mapped_column(default="", server_default="")
    label_seen_on: Mapped[date | None]
    label_where: Mapped[str] = mapped_column(default="", server_default="")
    label_season: Mapped[str] = mapped_column(default="", server_default="")
    claims: Mapped[str] = mapped_column(default="", server_default="")
    evidence: Mapped[str] = mapped_column(default="", server_default="")
    outcome: Mapped[str] = mapped_column(default="", server_default="")
    handling: Mapped[str] = mapped_column(default="", server_default="")
    version: Mapped[int] = mapped_column(default=1, server_default="1")
    deleted_at: Mapped[datetime | None]
    versions: Mapped[list[ProductVersionRow]] = relationship(order_by="ProductVersionRow.until", lazy="selectin")
    packs: Mapped[list[PackRow]] = relationship(order_by="PackRow.id", cascade="all, delete-orphan", lazy="selectin")
    others: Mapped[list[OtherNutrientRow]] = relationship(cascade="all, delete-orphan", lazy="selectin")
    soil_action: Mapped[SoilActionRow | None] = relationship(cascade="all, delete-orphan", lazy="selectin")
    sieves: Mapped[list[SieveRow]] = relationship(cascade="all, delete-orphan", lazy="selectin")


class ProductVersionRow(Base):
    """What a label said until a moment, for the entries made under it (JSON). Triggers refuse UPDATE and DELETE."""

    __tablename__ = "product_versions"

    id: Mapped[int] = mapped_column(primary_key=True)
    product_id: Mapped[int] = mapped_column(ForeignKey("products.id"), index=True)
    until: Mapped[datetime]
    content: Mapped[str]


class FirmTermRow(Base):
    """What the firm has of its own, as it was typed, by its name."""

    __tablename__ = "firm_terms"

    name: Mapped[str] = mapped_column(primary_key=True)
    typed: Mapped[str]


class SentFormRow(Base):
    """A form that was sent and written: its key, what it held and where the answer led."""

    __tablename__ = "sent_forms"

    key: Mapped[str] = mapped_column(String(64), primary_key=True)
    path: Mapped[str]
    digest: Mapped[str] = mapped_column(String(64))
    location: Mapped[str]
    sent_at: Mapped[datetime]


class OtherNutrientRow(Base):
    __tablename__ = "other_nutrients"
    __table_args__ = (
        CheckConstraint("element IN ('Ca','Mg','S','Na','Cl','Fe','Mn','Zn','Cu','B','Mo')", name="element"),
        CheckConstraint("fraction > 0 AND fraction <= 1", name="fraction"),
    )

    product_id: Mapped[int] = mapped_column(ForeignKey("products.id", ondelete="CASCADE"), primary_key=True)
    element: Mapped[str] = mapped_column(primary_key=True)
    fraction: Mapped[float]


class PackRow(Base):
    __tablename__ = "packs"
    __table_args__ = (CheckConstraint("mass_kg > 0 AND price >= 0", name="pack"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    product_id: Mapped[int] = mapped_column(ForeignKey("products.id", ondelete="CASCADE"), index=True)
    size_typed: Mapped[str]
    mass_kg: Mapped[float]
    price: Mapped[float]
    supplier: Mapped[str] = mapped_column(default="")


class PriceRow(Base):
    """A price of a pack from a day on: the log that shows what became dearer. Rows are added, never changed."""

    __tablename__ = "pack_prices"

    id: Mapped[int] = mapped_column(primary_key=True)
    product_id: Mapped[int] = mapped_column(ForeignKey("products.id"), index=True)
    size_typed: Mapped[str]
    price: Mapped[float]
    supplier: Mapped[str]
    since: Mapped[date]


class DeliveryRow(Base):
    __tablename__ = "deliveries"
    __table_args__ = (CheckConstraint("mass_kg > 0", name="mass"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    product_id: Mapped[int] = mapped_column(ForeignKey("products.id"), index=True)
    on_day: Mapped[date]
    mass_kg: Mapped[float]
    note: Mapped[str] = mapped_column(default="")
    paid: Mapped[float | None]
    lot: Mapped[str] = mapped_column(default="", server_default="")


class StockCountRow(Base):
    """What somebody counted in hand at the end of a day. Rows are never changed: a later count stands."""

    __tablename__ = "stock_counts"
    __table_args__ = (CheckConstraint("mass_kg >= 0", name="mass"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    product_id: Mapped[int] = mapped_column(ForeignKey("products.id"), index=True)
    on_day: Mapped[date]
    mass_kg: Mapped[float]
    typed: Mapped[str]
    who: Mapped[str]


class ProgrammeRow(Base):
    __tablename__ = "programmes"

    id: Mapped[int] = mapped_column(primary_key=True)
    area_id: Mapped[int] = mapped_column(ForeignKey("areas.id"), index=True)
    season_start: Mapped[date]
    planned_on: Mapped[date]
    need_g_m2: Mapped[float]
    school: Mapped[str] = mapped_column(default="test")
    gap: Mapped[float | None]
    evidence: Mapped[str] = mapped_column(default="")
    rounds: Mapped[list[JobRow]] = relationship(back_populates="programme", order_by="JobRow.number", lazy="selectin")
    notes: Mapped[list[ProgrammeNoteRow]] = relationship(
        order_by="ProgrammeNoteRow.id", cascade="all, delete-orphan", lazy="selectin"
    )


class ProgrammeNoteRow(Base):
    __tablename__ = "programme_notes"
    __table_args__ = (CheckConstraint("kind IN ('assumption', 'obstacle', 'advice')", name="kind"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    programme_id: Mapped[int] = mapped_column(ForeignKey("programmes.id", ondelete="CASCADE"), index=True)
    kind: Mapped[str]
    sentence: Mapped[str]
    code: Mapped[str] = mapped_column(default="")
