"""Looks at areas: what was seen on a day, with photographs; earlier looks stay."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import fields
from datetime import date

from sqlalchemy import select
from sqlalchemy.orm import Session, lazyload

from amber_acre.core.measure.condition import Look
from amber_acre.store.kept_parts import AMONG, of_areas
from amber_acre.store.once import once
from amber_acre.store.stamps import SEEN
from amber_acre.store.tables import AreaRow, PhotoRow, WalkRow


def write_walk(session: Session, area_id: int, look: Look, form_key: str) -> WalkRow:
    """Writes a look once: the same form sent twice gives the first one back."""
    earlier = session.scalars(select(WalkRow).where(WalkRow.form_key == form_key)).one_or_none()
    if earlier is not None:
        return earlier
    row = WalkRow(area_id=area_id, form_key=form_key, **vars(look))
    session.add(row)
    session.flush()
    return row


def look_of(row: WalkRow) -> Look:
    """The core value of a look."""
    return Look(**{field.name: getattr(row, field.name) for field in fields(Look)})


@of_areas(SEEN)
def looks_on(session: Session, keys: Collection[int]) -> Mapping[int, tuple[Look, ...]]:
    """Looks at areas by the area's key, newest first, without their photographs."""
    found: dict[int, list[Look]] = {key: [] for key in keys}
    for row in session.scalars(_LOOKS, {"keys": list(keys)}):
        found[row.area_id].append(look_of(row))
    return {key: tuple(looks) for key, looks in found.items()}


_LOOKS = (
    select(WalkRow)
    .where(WalkRow.area_id.in_(AMONG))
    .options(lazyload(WalkRow.photos))
    .order_by(WalkRow.on_day.desc(), WalkRow.id.desc())
)


def looks_of_property(session: Session, property_id: int) -> Sequence[WalkRow]:
    """Every look at the areas of a property in use, newest first."""
    query = (
        select(WalkRow)
        .join(AreaRow, WalkRow.area_id == AreaRow.id)
        .where(AreaRow.property_id == property_id, AreaRow.deleted_at.is_(None))
        .order_by(WalkRow.on_day.desc(), WalkRow.id.desc())
    )
    return session.scalars(query).all()


def add_photo(session: Session, walk_id: int, file_name: str, spot: str) -> PhotoRow:
    row = PhotoRow(walk_id=walk_id, file_name=file_name, spot=spot)
    session.add(row)
    session.flush()
    return row


def walks_of(session: Session, area_id: int) -> Sequence[WalkRow]:
    """Looks at an area, newest first."""
    query = select(WalkRow).where(WalkRow.area_id == area_id).order_by(WalkRow.on_day.desc(), WalkRow.id.desc())
    return once(session, f"walks of {area_id}", session.scalars(query).all)


def colours_of(session: Session, area_ids: Sequence[int]) -> dict[int, list[tuple[date, int]]]:
    """Days and grades of leaf colour at looks of each area, newest first."""
    looks = looks_on(session, area_ids)
    return {key: [(look.on_day, look.colour) for look in looks[key] if look.colour is not None] for key in area_ids}


def newest_walks(session: Session, property_id: int) -> dict[int, WalkRow]:
    """The newest look at each area of a property."""
    query = (
        select(WalkRow)
        .join(AreaRow, WalkRow.area_id == AreaRow.id)
        .where(AreaRow.property_id == property_id)
        .order_by(WalkRow.on_day, WalkRow.id)
    )
    return {row.area_id: row for row in session.scalars(query)}
