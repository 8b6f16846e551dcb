"""Clients and their properties."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from sqlalchemy import bindparam, func, select
from sqlalchemy.orm import Session

from amber_acre.core.errors import DoesNotFit
from amber_acre.store.tables import AreaRow, ClientRow, PropertyRow


def clients(session: Session) -> Sequence[ClientRow]:
    return session.scalars(select(ClientRow).order_by(ClientRow.name)).all()


def properties(session: Session) -> Sequence[PropertyRow]:
    """Every property that is not deleted, by client and name."""
    query = (
        select(PropertyRow)
        .join(ClientRow)
        .where(PropertyRow.deleted_at.is_(None))
        .order_by(ClientRow.name, PropertyRow.name)
    )
    return session.scalars(query).all()


def any_property(session: Session) -> bool:
    """Whether there is a property at all."""
    return session.scalar(select(PropertyRow.id).where(PropertyRow.deleted_at.is_(None)).limit(1)) is not None


@dataclass(frozen=True)
class Here:
    """Where something is seen, in as much as it takes to write it down."""

    id: int
    climate_id: int
    units: str


_HERE = (
    select(PropertyRow.id, PropertyRow.climate_id, PropertyRow.units)
    .where(PropertyRow.deleted_at.is_(None))
    .order_by(PropertyRow.id)
    .limit(1)
)
_AT_A_PROPERTY = _HERE.where(PropertyRow.id == bindparam("place"))
_UNDER_A_CLIMATE = _HERE.where(PropertyRow.climate_id == bindparam("climate"))


def here_at(session: Session, property_id: int) -> Here | None:
    """A property in use; None where there is none of that number."""
    row = session.execute(_AT_A_PROPERTY, {"place": property_id}).one_or_none()
    return None if row is None else Here(*row)


def here_under(session: Session, climate_id: int) -> Here | None:
    """A property of a depot's climate, the first by its number; None where there is none."""
    row = session.execute(_UNDER_A_CLIMATE, {"climate": climate_id}).one_or_none()
    return None if row is None else Here(*row)


def property_of(session: Session, property_id: int) -> PropertyRow | None:
    """A property in use."""
    row = session.get(PropertyRow, property_id)
    return row if row is not None and row.deleted_at is None else None


def property_named(session: Session, client: str, name: str) -> PropertyRow | None:
    """The property in use of that client and name, however they are written."""
    query = (
        select(PropertyRow)
        .join(ClientRow)
        .where(PropertyRow.deleted_at.is_(None), func.lower(PropertyRow.name) == name.lower())
        .where(func.lower(ClientRow.name) == client.lower())
    )
    return session.scalars(query).first()


def client_named(session: Session, name: str, contact: str = "") -> ClientRow:
    """The client of that name, made where there is none."""
    row = session.scalars(select(ClientRow).where(ClientRow.name == name)).first()
    if row is None:
        row = ClientRow(name=name, contact=contact)
        session.add(row)
    elif contact:
        row.contact = contact
    session.flush()
    return row


def save_property(
    session: Session,
    *,
    client_id: int,
    name: str,
    climate_id: int,
    rule_set_id: int,
    units: str,
    plot_m2: float | None,
    plot_typed: str,
    property_id: int | None = None,
) -> PropertyRow:
    """Writes a property; with ``property_id`` in place of the one there."""
    row = (session.get(PropertyRow, property_id) if property_id else None) or PropertyRow()
    row.client_id, row.name = client_id, name
    row.climate_id, row.rule_set_id = climate_id, rule_set_id
    row.units, row.plot_m2, row.plot_typed = units, plot_m2, plot_typed
    row.version = (row.version or 0) + 1
    session.add(row)
    session.flush()
    session.expire(row)
    return row


def set_property_deleted(session: Session, property_id: int, at: datetime | None) -> None:
    """Hides a property, or brings it back with ``at`` None; nothing of it is lost.

    Refuses (DoesNotFit) to bring back beside another of its client and name.
    """
    row = session.get_one(PropertyRow, property_id)
    other = property_named(session, row.client.name, row.name) if at is None else None
    if other is not None and other.id != row.id:
        raise DoesNotFit(
            f"{row.client.name} has another property called {row.name} now. Rename that one, then bring this one back.",
            field="name",
        )
    row.deleted_at = at


def set_area_deleted(session: Session, area_id: int, at: datetime | None) -> None:
    """Hides an area, or brings it back with ``at`` None; nothing of it is lost."""
    row = session.get_one(AreaRow, area_id)
    row.deleted_at = at
