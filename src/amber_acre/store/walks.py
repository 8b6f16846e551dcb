"""Looks at areas: what was seen on a day, with photographs; earlier looks stay."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.store.tables import AreaRow, PhotoRow, WalkRow


@dataclass(frozen=True)
class Look:
    """What was seen of an area on a day; None and '' where it was not looked at. Depths in mm, shares as fractions."""

    on_day: date
    who: str
    colour: int | None = None
    bare: float | None = None
    thatch_mm: float | None = None
    probe_mm: float | None = None
    dry_spots: str = ""
    mulch_mm: float | None = None
    weeds: str = ""
    root_mm: float | None = None
    spot: str = ""
    ph: float | None = None
    note: str = ""


def write_walk(session: Session, area_id: int, look: Look, form_key: str) -> WalkRow:
    """Writes a look once: the same form sent twice gives the first one back."""
    earlier = session.scalars(select(WalkRow).where(WalkRow.form_key == form_key)).one_or_none()
    if earlier is not None:
        return earlier
    row = WalkRow(area_id=area_id, form_key=form_key, **vars(look))
    session.add(row)
    session.flush()
    return row


def add_photo(session: Session, walk_id: int, file_name: str, spot: str) -> PhotoRow:
    row = PhotoRow(walk_id=walk_id, file_name=file_name, spot=spot)
    session.add(row)
    session.flush()
    return row


def walks_of(session: Session, area_id: int) -> Sequence[WalkRow]:
    """Looks at an area, newest first."""
    query = select(WalkRow).where(WalkRow.area_id == area_id).order_by(WalkRow.on_day.desc(), WalkRow.id.desc())
    return session.scalars(query).all()


def newest_walks(session: Session, property_id: int) -> dict[int, WalkRow]:
    """The newest look at each area of a property."""
    query = (
        select(WalkRow)
        .join(AreaRow, WalkRow.area_id == AreaRow.id)
        .where(AreaRow.property_id == property_id)
        .order_by(WalkRow.on_day, WalkRow.id)
    )
    return {row.area_id: row for row in session.scalars(query)}


def walk_row(session: Session, walk_id: int) -> WalkRow | None:
    return session.get(WalkRow, walk_id)
