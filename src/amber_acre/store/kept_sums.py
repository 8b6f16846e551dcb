"""Sums of the bench that somebody kept: a title and the address that holds what was typed."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from sqlalchemy import CheckConstraint, ForeignKey, Row, bindparam, select
from sqlalchemy.orm import Mapped, Session, mapped_column

from amber_acre.store.base import Base


class KeptSumRow(Base):
    """``property_id`` None: the firm's own, a recipe for instance. ``job_id``: for one job of the property, which
    keeps it when the job goes."""

    __tablename__ = "kept_sums"
    __table_args__ = (CheckConstraint("address LIKE '/bench/%'", name="address"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    property_id: Mapped[int | None] = mapped_column(ForeignKey("properties.id"), index=True)
    job_id: Mapped[int | None] = mapped_column(ForeignKey("jobs.id", ondelete="SET NULL"), index=True)
    title: Mapped[str]
    address: Mapped[str]
    kept_on: Mapped[date]


def keep_sum(
    session: Session, title: str, address: str, property_id: int | None, on: date, job_id: int | None = None
) -> KeptSumRow:
    """Keeps an address of the bench under a title; the same one of the same title and job once."""
    query = select(KeptSumRow).where(
        KeptSumRow.title == title, KeptSumRow.address == address, KeptSumRow.job_id.is_not_distinct_from(job_id)
    )
    row = session.scalars(query).first()
    if row is None:
        row = KeptSumRow(title=title, address=address, property_id=property_id, job_id=job_id, kept_on=on)
        session.add(row)
        session.flush()
    return row


def kept_sums(session: Session) -> Sequence[KeptSumRow]:
    """Everything that was kept, newest first."""
    return session.scalars(select(KeptSumRow).order_by(KeptSumRow.kept_on.desc(), KeptSumRow.id.desc())).all()


def sums_of_property(session: Session, property_id: int) -> Sequence[Row[str, str]]:
    """Title and address of what was kept for a property, newest first."""
    return session.execute(_OF_A_PROPERTY, {"place": property_id}).all()


_OF_A_PROPERTY = (
    select(KeptSumRow.title, KeptSumRow.address)
    .where(KeptSumRow.property_id == bindparam("place"))
    .order_by(KeptSumRow.kept_on.desc(), KeptSumRow.id.desc())
)


def sums_of_job(session: Session, job_id: int) -> Sequence[KeptSumRow]:
    """What was kept for a job, oldest first."""
    query = select(KeptSumRow).where(KeptSumRow.job_id == job_id).order_by(KeptSumRow.id)
    return session.scalars(query).all()


def forget_sum(session: Session, key: int) -> None:
    """Takes a kept sum away: its address still works."""
    row = session.get(KeptSumRow, key)
    if row is not None:
        session.delete(row)
