"""What was deleted and can be brought back: nothing that was typed is thrown away."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.store.site_tables import AreaRow, ContextRow
from amber_acre.store.soil_tables import SoilTestRow
from amber_acre.store.tables import ProductRow, PropertyRow


@dataclass(frozen=True)
class Deleted:
    """A deleted thing: ``kind`` and ``number`` make the address that brings it back; ``at`` is UTC."""

    kind: str
    number: int
    name: str
    at: datetime


def deleted(session: Session) -> list[Deleted]:
    """Everything deleted, latest first; what lies within a deleted property comes back with the property."""
    found = [
        Deleted("properties", row.id, f"{row.name} ({row.client.name})", row.deleted_at)
        for row in session.scalars(select(PropertyRow).where(PropertyRow.deleted_at.is_not(None)))
        if row.deleted_at
    ]
    found += [
        Deleted("shelf", row.id, row.name, row.deleted_at)
        for row in session.scalars(select(ProductRow).where(ProductRow.deleted_at.is_not(None)))
        if row.deleted_at
    ]
    places = {row.id: row.name for row in session.scalars(select(PropertyRow).where(PropertyRow.deleted_at.is_(None)))}
    areas = {row.id: row for row in session.scalars(select(AreaRow).where(AreaRow.property_id.in_(places)))}
    found += [
        Deleted("areas", row.id, f"{places[row.property_id]} · {row.name}", row.deleted_at)
        for row in areas.values()
        if row.deleted_at
    ]
    shapes = select(ContextRow).where(ContextRow.deleted_at.is_not(None), ContextRow.property_id.in_(places))
    found += [
        Deleted("contexts", row.id, f"{places[row.property_id]} · {row.name or row.kind}", row.deleted_at)
        for row in session.scalars(shapes)
        if row.deleted_at
    ]
    here = {key: row for key, row in areas.items() if row.deleted_at is None}
    tests = select(SoilTestRow).where(SoilTestRow.deleted_at.is_not(None), SoilTestRow.area_id.in_(here))
    for row in session.scalars(tests):
        area = here[row.area_id]
        if row.deleted_at:
            name = f"{places[area.property_id]} · {area.name}, test of {row.taken_on.isoformat()}"
            found.append(Deleted("soil-tests", row.id, name, row.deleted_at))
    return sorted(found, key=lambda one: one.at, reverse=True)
