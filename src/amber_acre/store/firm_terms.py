"""What the firm charges, as it was typed: a quote begins with it."""

from __future__ import annotations

from collections.abc import Mapping

from sqlalchemy import select
from sqlalchemy.orm import Mapped, Session, mapped_column

from amber_acre.store.base import Base

TERMS = ("hour", "haulage", "margin", "set_up", "minutes")


class FirmTermRow(Base):
    """One of the terms by its name."""

    __tablename__ = "firm_terms"

    name: Mapped[str] = mapped_column(primary_key=True)
    typed: Mapped[str]


def firm_terms(session: Session) -> dict[str, str]:
    """The terms that were kept, as typed."""
    return {row.name: row.typed for row in session.scalars(select(FirmTermRow))}


def keep_terms(session: Session, typed: Mapping[str, str]) -> None:
    """Keeps terms in place of those before; an empty one is none."""
    for name in TERMS:
        row = session.get(FirmTermRow, name)
        text = typed.get(name, "").strip()
        if row is not None and not text:
            session.delete(row)
        elif row is not None:
            row.typed = text
        elif text:
            session.add(FirmTermRow(name=name, typed=text))
    session.flush()
