"""Tables of the soil: tests and probe readings, layouts of laboratories, corrections with their jobs, findings."""

from __future__ import annotations

from datetime import date, datetime
from typing import TYPE_CHECKING

from sqlalchemy import CheckConstraint, ForeignKey, String
from sqlalchemy.orm import Mapped, mapped_column, relationship

from amber_acre.store.base import Base

if TYPE_CHECKING:
    from amber_acre.store.job_tables import JobRow
    from amber_acre.store.site_tables import AreaRow
    from amber_acre.store.tables import ProductRow


class SoilTestRow(Base):
    __tablename__ = "soil_tests"
    __table_args__ = (CheckConstraint("depth_mm IS NULL OR depth_mm BETWEEN 10 AND 1000", name="depth"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    area_id: Mapped[int] = mapped_column(ForeignKey("areas.id"), index=True)
    taken_on: Mapped[date]
    extractant: Mapped[str | None]
    buffer_method: Mapped[str | None]
    depth_mm: Mapped[float | None]
    laboratory: Mapped[str] = mapped_column(default="")
    note: Mapped[str] = mapped_column(default="")
    confirmed: Mapped[bool] = mapped_column(default=False)
    deleted_at: Mapped[datetime | None]
    version: Mapped[int] = mapped_column(default=0)
    values: Mapped[list[SoilValueRow]] = relationship(cascade="all, delete-orphan", lazy="selectin")
    advice: Mapped[list[SoilAdviceRow]] = relationship(
        order_by="SoilAdviceRow.id", cascade="all, delete-orphan", lazy="selectin"
    )


class SoilValueRow(Base):
    """One figure of a test: in the unit kept, and as it was typed with its unit."""

    __tablename__ = "soil_values"
    __table_args__ = (CheckConstraint("value >= 0", name="value"),)

    test_id: Mapped[int] = mapped_column(ForeignKey("soil_tests.id", ondelete="CASCADE"), primary_key=True)
    measure: Mapped[str] = mapped_column(primary_key=True)
    value: Mapped[float]
    typed: Mapped[str]


class SoilAdviceRow(Base):
    """The laboratory's own advice: material, as printed, and converted."""

    __tablename__ = "soil_advice"
    __table_args__ = (CheckConstraint("rate_g_m2 >= 0", name="rate"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    test_id: Mapped[int] = mapped_column(ForeignKey("soil_tests.id", ondelete="CASCADE"), index=True)
    material: Mapped[str]
    typed: Mapped[str]
    rate_g_m2: Mapped[float]


class ProbeReadingRow(Base):
    """A reading of the pH probe; ``struck``: why it does not count, '' where it does. It is never deleted."""

    __tablename__ = "probe_readings"
    __table_args__ = (CheckConstraint("ph BETWEEN 3 AND 10", name="ph"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    area_id: Mapped[int] = mapped_column(ForeignKey("areas.id"), index=True)
    on_day: Mapped[date]
    spot: Mapped[str] = mapped_column(String(120))
    ph: Mapped[float]
    x_m: Mapped[float | None]
    y_m: Mapped[float | None]
    who: Mapped[str] = mapped_column(default="")
    struck: Mapped[str] = mapped_column(default="")


class LabLayoutRow(Base):
    """How the columns of a laboratory's file were matched, so that the next file needs no matching."""

    __tablename__ = "lab_layouts"

    laboratory: Mapped[str] = mapped_column(String(120), primary_key=True)
    columns: Mapped[str]
    unit: Mapped[str]
    extractant: Mapped[str]
    buffer_method: Mapped[str]


class CorrectionRow(Base):
    """A correction of an area's soil: what it answers, what it comes to, and the working as it was made."""

    __tablename__ = "corrections"
    __table_args__ = (
        CheckConstraint("kind IN ('up', 'down', 'physical', 'nutrient', 'water')", name="kind"),
        CheckConstraint("full_g_m2 >= 0 AND total_g_m2 >= 0", name="amounts"),
        CheckConstraint("placement IN ('surface', 'raked', 'tilled')", name="placement"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    area_id: Mapped[int] = mapped_column(ForeignKey("areas.id"), index=True)
    kind: Mapped[str]
    name: Mapped[str]
    answers: Mapped[str]
    made_on: Mapped[date]
    product_id: Mapped[int | None] = mapped_column(ForeignKey("products.id"), index=True)
    from_ph: Mapped[float | None]
    target_ph: Mapped[float | None]
    half_spread: Mapped[float] = mapped_column(default=0.0)
    drift_per_year: Mapped[float] = mapped_column(default=0.0)
    placement: Mapped[str] = mapped_column(default="surface")
    full_g_m2: Mapped[float]
    total_g_m2: Mapped[float]
    option: Mapped[str] = mapped_column(default="")
    working: Mapped[str] = mapped_column(default="")
    ended_at: Mapped[datetime | None]
    ended_why: Mapped[str] = mapped_column(default="")
    area: Mapped[AreaRow] = relationship(lazy="select")
    product: Mapped[ProductRow | None] = relationship(lazy="select")
    jobs: Mapped[list[JobRow]] = relationship(
        back_populates="correction",
        order_by="JobRow.on_day, JobRow.id",
        cascade="all, delete-orphan",
        lazy="selectin",
    )


class FindingRow(Base):
    """Something found that stays open until it is closed with its reason: compaction, pale leaves, repellent sand."""

    __tablename__ = "findings"
    __table_args__ = (
        CheckConstraint("kind IN ('clay', 'sand', 'compacted', 'stripped', 'repellent', 'pale')", name="kind"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    area_id: Mapped[int] = mapped_column(ForeignKey("areas.id"), index=True)
    kind: Mapped[str]
    found_on: Mapped[date]
    words: Mapped[str]
    evidence: Mapped[str] = mapped_column(default="")
    cause: Mapped[str] = mapped_column(default="")
    closed_on: Mapped[date | None]
    closed_why: Mapped[str] = mapped_column(default="")


class SoilActionRow(Base):
    """What a product of the shelf does to soil; only products that do something have one."""

    __tablename__ = "soil_actions"
    __table_args__ = (
        CheckConstraint("neutralising_value IS NULL OR neutralising_value BETWEEN 0.3 AND 1.8", name="neutralising"),
        CheckConstraint("moisture BETWEEN 0 AND 0.5", name="moisture"),
        CheckConstraint("elemental_sulphur BETWEEN 0 AND 1 AND aluminium BETWEEN 0 AND 1", name="acid"),
    )

    product_id: Mapped[int] = mapped_column(ForeignKey("products.id", ondelete="CASCADE"), primary_key=True)
    neutralising_value: Mapped[float | None]
    lime_kind: Mapped[str]
    moisture: Mapped[float]
    elemental_sulphur: Mapped[float]
    aluminium: Mapped[float]
    material: Mapped[str] = mapped_column(default="")


class SieveRow(Base):
    __tablename__ = "sieves"
    __table_args__ = (CheckConstraint("passing BETWEEN 0 AND 1", name="passing"),)

    product_id: Mapped[int] = mapped_column(ForeignKey("products.id", ondelete="CASCADE"), primary_key=True)
    mesh: Mapped[int] = mapped_column(primary_key=True)
    passing: Mapped[float]
