"""What was deleted and can be brought back: nothing that was typed is thrown away."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.store.machine_tables import MachineRow
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
    found += [
        Deleted("machines", row.id, row.name, row.deleted_at)
        for row in session.scalars(select(MachineRow).where(MachineRow.deleted_at.is_not(None)))
        if row.deleted_at
    ]
    used = select(PropertyRow.id, PropertyRow.name).where(PropertyRow.deleted_at.is_(None))
    places = {row.id: row.name for row in session.execute(used)}
    areas = select(AreaRow.id, AreaRow.name, AreaRow.property_id, AreaRow.deleted_at)
    here: dict[int, str] = {}
    for key, name, place, at in session.execute(areas.where(AreaRow.property_id.in_(places))):
        here[key] = f"{places[place]} · {name}"
        if at is not None:
            found.append(Deleted("areas", key, here.pop(key), at))
    shapes = select(ContextRow).where(ContextRow.deleted_at.is_not(None), ContextRow.property_id.in_(places))
    found += [
        Deleted("contexts", row.id, f"{places[row.property_id]} · {row.name or row.kind}", row.deleted_at)
        for row in session.scalars(shapes)
        if row.deleted_at
    ]
    tests = select(SoilTestRow.id, SoilTestRow.area_id, SoilTestRow.taken_on, SoilTestRow.deleted_at)
    for key, area, taken_on, at in session.execute(tests.where(SoilTestRow.deleted_at.is_not(None))):
        if area in here and at is not None:
            found.append(Deleted("soil-tests", key, f"{here[area]}, test of {taken_on.isoformat()}", at))
    return sorted(found, key=lambda one: one.at, reverse=True)
