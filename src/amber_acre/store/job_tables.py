"""Tables of jobs: one for every job, one log for everything that happened, and the customary rules a firm softens."""

from __future__ import annotations

from datetime import date, datetime
from typing import TYPE_CHECKING

from sqlalchemy import CheckConstraint, ForeignKey
from sqlalchemy.orm import Mapped, mapped_column, relationship

from amber_acre.store.base import Base

if TYPE_CHECKING:
    from amber_acre.store.site_tables import AreaRow
    from amber_acre.store.soil_tables import CorrectionRow
    from amber_acre.store.tables import ProductRow, ProgrammeRow

_WORKS = (
    "'feed', 'spread', 'spray', 'drench', 'core', 'topdress', 'seed', 'plant', 'mulch', 'inject', 'water', 'clip',"
    " 'look', 'sample', 'check', 'repair'"
)
_PLACEMENTS = "'surface', 'raked', 'tilled', 'base', 'dripline', 'medium', 'under_mulch'"
_BASES = "'area', 'plant', 'plant_volume', 'trunk', 'trunk_volume', 'water', 'litre', 'depth', 'volume'"


class JobRow(Base):
    """One piece of work on one area. ``programme_id`` or ``correction_id`` says which plan made it; neither: a hand.

    ``dose`` in the unit of its ``basis``; ``dose_count`` what it is for where the area does not say it.
    """

    __tablename__ = "jobs"
    __table_args__ = (
        CheckConstraint(f"work IN ({_WORKS})", name="work"),
        CheckConstraint("opens <= closes", name="window"),
        CheckConstraint(f"basis IN ({_BASES})", name="basis"),
        CheckConstraint("dose >= 0 AND (product_id IS NULL OR dose > 0)", name="dose"),
        CheckConstraint("dose_count IS NULL OR dose_count > 0", name="dose_count"),
        CheckConstraint(f"placement IN ({_PLACEMENTS})", name="placement"),
        CheckConstraint("programme_id IS NULL OR correction_id IS NULL", name="one_plan"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    area_id: Mapped[int] = mapped_column(ForeignKey("areas.id"), index=True)
    programme_id: Mapped[int | None] = mapped_column(ForeignKey("programmes.id"), index=True)
    correction_id: Mapped[int | None] = mapped_column(ForeignKey("corrections.id", ondelete="CASCADE"), index=True)
    number: Mapped[int]
    name: Mapped[str]
    work: Mapped[str]
    on_day: Mapped[date]
    opens: Mapped[date]
    closes: Mapped[date]
    product_id: Mapped[int | None] = mapped_column(ForeignKey("products.id"), index=True)
    dose: Mapped[float] = mapped_column(default=0.0)
    basis: Mapped[str] = mapped_column(default="area")
    dose_count: Mapped[float | None]
    placement: Mapped[str] = mapped_column(default="surface")
    answers: Mapped[str] = mapped_column(default="")
    reason: Mapped[str] = mapped_column(default="")
    target_g_m2: Mapped[float] = mapped_column(default=0.0)
    answered: Mapped[str] = mapped_column(default="")
    change_reason: Mapped[str] = mapped_column(default="")
    skipped: Mapped[bool] = mapped_column(default=False)
    pinned: Mapped[bool] = mapped_column(default=False)
    version: Mapped[int] = mapped_column()
    area: Mapped[AreaRow] = relationship(lazy="select")
    product: Mapped[ProductRow | None] = relationship(lazy="select")
    programme: Mapped[ProgrammeRow | None] = relationship(back_populates="rounds", lazy="select")
    correction: Mapped[CorrectionRow | None] = relationship(back_populates="jobs", lazy="joined")
    __mapper_args__ = {"version_id_col": version}  # noqa: RUF012


class EntryRow(Base):
    """A log entry: something put down, or work without product. Never changed and never deleted: triggers refuse both.

    A correction is a new row; ``struck``: nothing happened after all. ``went_past``: keys of the rules that
    forbade it when it was written, for the follow-up.
    """

    __tablename__ = "entries"
    __table_args__ = (
        CheckConstraint(
            "(product_id IS NULL AND amount_kg = 0) OR amount_kg > 0 OR (amount_kg = 0 AND struck)", name="amount"
        ),
        CheckConstraint("NOT struck OR corrects_id IS NOT NULL", name="struck"),
        CheckConstraint("covered_m2 > 0", name="covered"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    area_id: Mapped[int] = mapped_column(ForeignKey("areas.id"), index=True)
    job_id: Mapped[int | None] = mapped_column(ForeignKey("jobs.id"), index=True)
    product_id: Mapped[int | None] = mapped_column(ForeignKey("products.id"), index=True)
    corrects_id: Mapped[int | None] = mapped_column(ForeignKey("entries.id"), unique=True)
    struck: Mapped[bool] = mapped_column(default=False)
    went_past: Mapped[str] = mapped_column(default="")
    form_key: Mapped[str] = mapped_column(unique=True)
    applied_on: Mapped[date]
    amount_kg: Mapped[float]
    amount_typed: Mapped[str]
    covered_m2: Mapped[float]
    covered_typed: Mapped[str]
    who: Mapped[str]
    licence: Mapped[str]
    weather: Mapped[str]
    note: Mapped[str]
    reason: Mapped[str]
    setting: Mapped[str] = mapped_column(default="")
    recorded_at: Mapped[datetime]
    product: Mapped[ProductRow | None] = relationship(lazy="select")
    area: Mapped[AreaRow] = relationship(lazy="select")
    job: Mapped[JobRow | None] = relationship(lazy="select")


class JobChangeRow(Base):
    """What a job was before a change by hand, so that the change can be undone (JSON)."""

    __tablename__ = "job_changes"

    id: Mapped[int] = mapped_column(primary_key=True)
    job_id: Mapped[int] = mapped_column(ForeignKey("jobs.id", ondelete="CASCADE"), index=True)
    at: Mapped[datetime]
    before: Mapped[str]
    why: Mapped[str]


class SoftenedRuleRow(Base):
    """A customary rule the firm only wants noted, and why."""

    __tablename__ = "softened_rules"

    key: Mapped[str] = mapped_column(primary_key=True)
    why: Mapped[str]
    since: Mapped[date]
