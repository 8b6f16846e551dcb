"""Tables of the firm's spreaders and sprayers, and of what was caught from them."""

from __future__ import annotations

from datetime import date, datetime

from sqlalchemy import CheckConstraint, ForeignKey
from sqlalchemy.orm import Mapped, mapped_column, relationship

from amber_acre.store.base import Base


class MachineRow(Base):
    """A spreader or sprayer; ``width_m``: its effective width, where passes overlap as they should;
    ``step``: from one stop of its lever to the next, None where it stops anywhere."""

    __tablename__ = "machines"
    __table_args__ = (
        CheckConstraint("kind IN ('broadcast', 'drop', 'hand', 'sprayer')", name="kind"),
        CheckConstraint("width_m > 0", name="width"),
        CheckConstraint("tank_l IS NULL OR tank_l > 0", name="tank"),
        CheckConstraint("step IS NULL OR step > 0", name="step"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str]
    kind: Mapped[str]
    width_m: Mapped[float]
    width_typed: Mapped[str]
    tank_l: Mapped[float | None]
    tank_typed: Mapped[str] = mapped_column(default="")
    scale: Mapped[str] = mapped_column(default="")
    step: Mapped[float | None]
    version: Mapped[int] = mapped_column(default=1)
    deleted_at: Mapped[datetime | None]
    catches: Mapped[list[CatchRow]] = relationship(order_by="CatchRow.id", lazy="selectin")


class CatchRow(Base):
    """What a setting put down on a measured run: kg, of a sprayer litres of clean water (``product_id`` None)."""

    __tablename__ = "catches"
    __table_args__ = (
        CheckConstraint("setting > 0", name="setting"),
        CheckConstraint("amount > 0 AND run_m > 0 AND width_m > 0", name="measured"),
    )

    id: Mapped[int] = mapped_column(primary_key=True)
    machine_id: Mapped[int] = mapped_column(ForeignKey("machines.id"), index=True)
    product_id: Mapped[int | None] = mapped_column(ForeignKey("products.id"), index=True)
    setting: Mapped[float]
    amount: Mapped[float]
    amount_typed: Mapped[str]
    run_m: Mapped[float]
    width_m: Mapped[float]
    on_ground: Mapped[bool] = mapped_column(default=False)
    on_day: Mapped[date]
    who: Mapped[str]
    struck: Mapped[bool] = mapped_column(default=False)
    form_key: Mapped[str] = mapped_column(unique=True)
    recorded_at: Mapped[datetime]
