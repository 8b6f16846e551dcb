"""What a person's handful or spoon of a product weighs: the newest weighing stands."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from datetime import date

from sqlalchemy import CheckConstraint, ForeignKey, UniqueConstraint, select
from sqlalchemy.orm import Mapped, Session, mapped_column

from amber_acre.core.products.hand_measures import HandMeasure
from amber_acre.store.base import Base


class HandMeasureRow(Base):
    """``grams`` of one, from so many weighed together as they were ``typed``."""

    __tablename__ = "hand_measures"
    __table_args__ = (CheckConstraint("grams > 0", name="grams"), UniqueConstraint("product_id", "who", "name"))

    id: Mapped[int] = mapped_column(primary_key=True)
    product_id: Mapped[int] = mapped_column(ForeignKey("products.id"), index=True)
    who: Mapped[str]
    name: Mapped[str]
    grams: Mapped[float]
    typed: Mapped[str]
    on_day: Mapped[date]


def keep_measure(session: Session, product_id: int, measure: HandMeasure, typed: str, on: date) -> None:
    """Keeps a weighing in place of the same person's before."""
    query = select(HandMeasureRow).where(
        HandMeasureRow.product_id == product_id,
        HandMeasureRow.who == measure.who,
        HandMeasureRow.name == measure.name,
    )
    row = session.scalars(query).first() or HandMeasureRow(product_id=product_id, who=measure.who, name=measure.name)
    row.grams, row.typed, row.on_day = measure.grams, typed, on
    session.add(row)
    session.flush()


def measure_rows(session: Session, product_id: int) -> Sequence[HandMeasureRow]:
    """What was weighed of a product, by person."""
    query = select(HandMeasureRow).where(HandMeasureRow.product_id == product_id)
    return session.scalars(query.order_by(HandMeasureRow.who, HandMeasureRow.name)).all()


def measures_of(session: Session, product_ids: Collection[int]) -> dict[int, list[HandMeasure]]:
    """Measures by the key of their product."""
    query = select(HandMeasureRow).where(HandMeasureRow.product_id.in_(product_ids))
    found: dict[int, list[HandMeasure]] = {}
    for row in session.scalars(query.order_by(HandMeasureRow.who, HandMeasureRow.name)) if product_ids else ():
        found.setdefault(row.product_id, []).append(HandMeasure(row.who, row.name, row.grams))
    return found
