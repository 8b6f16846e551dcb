"""Tables of the site: areas, how they were measured, what lies round them, looks, and the plants' edits."""

from __future__ import annotations

import builtins
from datetime import date, datetime
from typing import TYPE_CHECKING

from sqlalchemy import CheckConstraint, ForeignKey, String
from sqlalchemy.orm import Mapped, mapped_column, relationship

from amber_acre.store.base import Base

if TYPE_CHECKING:
    from amber_acre.store.soil_tables import SoilTestRow
    from amber_acre.store.tables import PropertyRow


class ShapeColumns:
    """How a shape was measured, as typed: its method, side texts and table, and where it lies."""

    method: Mapped[str]
    side_1: Mapped[str] = mapped_column(default="")
    side_2: Mapped[str] = mapped_column(default="")
    side_3: Mapped[str] = mapped_column(default="")
    rows: Mapped[str] = mapped_column(default="")
    x_m: Mapped[float | None]
    y_m: Mapped[float | None]
    turn_deg: Mapped[float] = mapped_column(default=0.0)


class ContextRow(ShapeColumns, Base):
    """Something on the site sheet nobody feeds: a building, paving, water, or the boundary."""

    __tablename__ = "contexts"
    __table_args__ = (CheckConstraint("kind IN ('building', 'paving', 'water', 'boundary')", name="kind"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    property_id: Mapped[int] = mapped_column(ForeignKey("properties.id"), index=True)
    kind: Mapped[str]
    name: Mapped[str] = mapped_column(String(120))
    version: Mapped[int] = mapped_column(default=1, server_default="1")
    deleted_at: Mapped[datetime | None]


class AreaRow(Base):
    __tablename__ = "areas"
    __table_args__ = (
        CheckConstraint("kind IN ('lawn', 'patch', 'hedge', 'tree', 'bed', 'container')", name="kind"),
        CheckConstraint("0 < low_m2 AND low_m2 <= size_m2 AND size_m2 <= high_m2", name="size"),
        CheckConstraint("upkeep IN ('low', 'middle', 'high')", name="upkeep"),
        CheckConstraint("kind <> 'lawn' OR grass <> ''", name="grass"),
        CheckConstraint("(kind = 'patch') = (parent_id IS NOT NULL)", name="parent"),
        CheckConstraint("instrument IN ('', 'tape', 'wheel', 'paces', 'gps')", name="instrument"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    property_id: Mapped[int] = mapped_column(ForeignKey("properties.id"), index=True)
    parent_id: Mapped[int | None] = mapped_column(ForeignKey("areas.id"), index=True)
    name: Mapped[str] = mapped_column(String(120))
    kind: Mapped[str] = mapped_column(default="lawn")
    size_m2: Mapped[float]
    low_m2: Mapped[float]
    high_m2: Mapped[float]
    error_m2: Mapped[float | None]
    size_confirmed: Mapped[bool]
    instrument: Mapped[str] = mapped_column(default="")
    pace_m: Mapped[float | None]
    x_m: Mapped[float | None]
    y_m: Mapped[float | None]
    turn_deg: Mapped[float] = mapped_column(default=0.0)
    grass: Mapped[str] = mapped_column(default="")
    upkeep: Mapped[str] = mapped_column(default="middle")
    clippings_returned: Mapped[bool] = mapped_column(default=True)
    irrigated: Mapped[bool] = mapped_column(default=False)
    no_soil_test: Mapped[bool] = mapped_column(default=True)
    version: Mapped[int] = mapped_column()
    deleted_at: Mapped[datetime | None]
    property: Mapped[PropertyRow] = relationship(back_populates="areas", lazy="select")
    shapes: Mapped[list[ShapeRow]] = relationship(
        order_by="ShapeRow.position", cascade="all, delete-orphan", lazy="selectin"
    )
    facts: Mapped[list[FactRow]] = relationship(cascade="all, delete-orphan", lazy="selectin")
    taken: Mapped[list[TakenRow]] = relationship(
        order_by="TakenRow.position", cascade="all, delete-orphan", lazy="selectin"
    )
    soil_tests: Mapped[list[SoilTestRow]] = relationship(
        order_by="SoilTestRow.taken_on.desc(), SoilTestRow.id.desc()",
        primaryjoin="and_(AreaRow.id == SoilTestRow.area_id, SoilTestRow.deleted_at.is_(None))",
        viewonly=True,
        lazy="selectin",
    )
    __mapper_args__ = {"version_id_col": version}  # noqa: RUF012

    @builtins.property
    def outline(self) -> ShapeRow | None:
        """The measured outline; None for kinds drawn by their facts."""
        return next((shape for shape in self.shapes if shape.role == "outline"), None)

    def shapes_as(self, role: str) -> list[ShapeRow]:
        return [shape for shape in self.shapes if shape.role == role]

    @builtins.property
    def fact_texts(self) -> dict[str, str]:
        return {fact.name: fact.text for fact in self.facts}


class ShapeRow(ShapeColumns, Base):
    """The outline of an area, a part added to it or a cut-out; the place is in the outline's own frame."""

    __tablename__ = "shapes"
    __table_args__ = (CheckConstraint("role IN ('outline', 'part', 'cut_out')", name="role"),)

    area_id: Mapped[int] = mapped_column(ForeignKey("areas.id", ondelete="CASCADE"), primary_key=True)
    position: Mapped[int] = mapped_column(primary_key=True)
    role: Mapped[str]
    name: Mapped[str] = mapped_column(default="")


class FactRow(Base):
    """What was asked about an area, as typed; which facts a kind has is declared in the core."""

    __tablename__ = "facts"

    area_id: Mapped[int] = mapped_column(ForeignKey("areas.id", ondelete="CASCADE"), primary_key=True)
    name: Mapped[str] = mapped_column(primary_key=True)
    text: Mapped[str]


class TakenRow(Base):
    """Square metres of an area's plan that something else on the site sheet takes from it."""

    __tablename__ = "taken"
    __table_args__ = (CheckConstraint("size_m2 > 0", name="size"),)

    area_id: Mapped[int] = mapped_column(ForeignKey("areas.id", ondelete="CASCADE"), primary_key=True)
    position: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str]
    size_m2: Mapped[float]


class PacerRow(Base):
    """How long somebody's pace is, from paces counted over a taped distance."""

    __tablename__ = "pacers"
    __table_args__ = (CheckConstraint("paces >= 10 AND pace_m BETWEEN 0.3 AND 1.5", name="pace"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(120), unique=True)
    paces: Mapped[int]
    distance_typed: Mapped[str]
    pace_m: Mapped[float]


class WalkRow(Base):
    """One look at an area on one day; what was not looked at is NULL."""

    __tablename__ = "walks"
    __table_args__ = (
        CheckConstraint("colour BETWEEN 1 AND 5", name="colour"),
        CheckConstraint("bare BETWEEN 0 AND 1", name="bare"),
        CheckConstraint("ph BETWEEN 3 AND 10", name="ph"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    area_id: Mapped[int] = mapped_column(ForeignKey("areas.id"), index=True)
    on_day: Mapped[date]
    who: Mapped[str]
    colour: Mapped[int | None]
    bare: Mapped[float | None]
    thatch_mm: Mapped[float | None]
    probe_mm: Mapped[float | None]
    dry_spots: Mapped[str]
    mulch_mm: Mapped[float | None]
    weeds: Mapped[str]
    root_mm: Mapped[float | None]
    spot: Mapped[str]
    ph: Mapped[float | None]
    note: Mapped[str]
    form_key: Mapped[str] = mapped_column(unique=True)
    photos: Mapped[list[PhotoRow]] = relationship(order_by="PhotoRow.id", lazy="selectin")
    area: Mapped[AreaRow] = relationship(lazy="select")


class PhotoRow(Base):
    """A photograph of a look; the files lie beside the database under the name."""

    __tablename__ = "photos"

    id: Mapped[int] = mapped_column(primary_key=True)
    walk_id: Mapped[int] = mapped_column(ForeignKey("walks.id"), index=True)
    file_name: Mapped[str] = mapped_column(unique=True)
    spot: Mapped[str] = mapped_column(default="")


class PlantEditRow(Base):
    """What the firm changed of a plant of the catalogue; it stands over what an update brings."""

    __tablename__ = "plant_edits"

    plant: Mapped[str] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(primary_key=True)
    text: Mapped[str]
