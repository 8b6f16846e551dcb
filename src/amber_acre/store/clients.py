"""Clients and their properties."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from sqlalchemy import func, select
from sqlalchemy.orm import Session, lazyload

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


def property_under(session: Session, climate_id: int) -> PropertyRow | None:
    """A property of a depot's climate, the first by its number; None where there is none."""
    query = select(PropertyRow).where(PropertyRow.climate_id == climate_id, PropertyRow.deleted_at.is_(None))
    return session.scalars(query.order_by(PropertyRow.id)).first()


_LIGHTLY = (lazyload("*"),)


def property_of(session: Session, property_id: int, light: bool = False) -> PropertyRow | None:
    """A property in use; ``light``: its client, climate and rules are loaded when they are asked for."""
    row = session.get(PropertyRow, property_id, options=_LIGHTLY if light else ())
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
