"""Areas and properties in use as lists name them: values, not rows."""

from __future__ import annotations

from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.core.quantities import SquareMetres
from amber_acre.core.season.climate import Climate
from amber_acre.store.climates import climate_of, every_climate
from amber_acre.store.once import once
from amber_acre.store.tables import AreaRow, ClientRow, PropertyRow


@dataclass(frozen=True)
class PlaceInUse:
    """A property as lists name it."""

    id: int
    name: str
    client: str
    units: str
    climate_id: int
    climate: Climate


@dataclass(frozen=True)
class AreaInUse:
    """An area as lists name it; ``size_m2`` its net size."""

    id: int
    name: str
    kind: str
    size_m2: SquareMetres
    property: PlaceInUse


def place_in_use(row: PropertyRow) -> PlaceInUse:
    """A loaded property as lists name it."""
    return PlaceInUse(row.id, row.name, row.client.name, row.units, row.climate_id, climate_of(row.climate))


def everything_in_use(session: Session, place: int | None = None) -> list[AreaInUse]:
    """Every area in use, of one property or (None) all, by property."""
    return once(session, f"in use at {place}", lambda: _in_use(session, place))


def _in_use(session: Session, place: int | None) -> list[AreaInUse]:
    climates = every_climate(session)
    of_place, of_area = _PLACES, _AREAS
    if place is not None:
        of_place, of_area = _PLACES.where(PropertyRow.id == place), _AREAS.where(AreaRow.property_id == place)
    places = {
        key: PlaceInUse(key, name, client, units, climate, climates[climate])
        for key, name, client, units, climate in session.execute(of_place)
    }
    rows = session.execute(of_area)
    return [
        AreaInUse(key, name, kind, SquareMetres(size), places[place])
        for key, name, kind, size, place in rows
        if place in places
    ]


_PLACES = (
    select(PropertyRow.id, PropertyRow.name, ClientRow.name, PropertyRow.units, PropertyRow.climate_id)
    .join(ClientRow, ClientRow.id == PropertyRow.client_id)
    .where(PropertyRow.deleted_at.is_(None))
)
_AREAS = (
    select(AreaRow.id, AreaRow.name, AreaRow.kind, AreaRow.size_m2, AreaRow.property_id)
    .where(AreaRow.deleted_at.is_(None))
    .order_by(AreaRow.property_id, AreaRow.id)
)
