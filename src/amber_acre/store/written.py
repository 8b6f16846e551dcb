"""The day book as it is read: one value for each entry, kept area by area under the stamps it rests on."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session, lazyload, selectinload

from amber_acre.core.jobs.dose import BASIS_KEYS, Dose
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.quantities import SquareMetres
from amber_acre.store.daybook import Labels, entry_of, every_label
from amber_acre.store.kept_parts import AMONG, of_areas
from amber_acre.store.stamps import AREA, LOG, PLAN
from amber_acre.store.tables import EntryRow, JobRow, PropertyRow


@dataclass(frozen=True)
class Line:
    """An entry with what the day book says beside it.

    ``dose``: what went down in the basis of the job it answers. ``corrected_by``: the entry that corrects it, and the
    year that one is written under.
    """

    entry: Entry
    property_id: int
    area_id: int
    area_name: str
    in_pots: bool
    job_name: str
    dose: Dose
    who: str
    licence: str
    remarks: tuple[str, ...]
    went_past: tuple[str, ...]
    corrected_by: tuple[int, int] | None
    corrects: tuple[int, int] | None


@dataclass(frozen=True)
class Where:
    """The property of an entry, deleted or not: its name and the units it is told in."""

    name: str
    units: str


@of_areas(AREA, LOG, PLAN)
def _lines_on(session: Session, keys: Collection[int]) -> Mapping[int, tuple[Line, ...]]:
    labels = every_label(session)
    rows: dict[int, list[EntryRow]] = {key: [] for key in keys}
    for row in session.scalars(_ENTRIES, {"keys": list(keys)}):
        rows[row.area_id].append(row)
    return {key: _lines(written, labels) for key, written in rows.items()}


_ENTRIES = (
    select(EntryRow)
    .where(EntryRow.area_id.in_(AMONG))
    .order_by(EntryRow.id)
    .options(
        selectinload(EntryRow.area).lazyload("*"),
        selectinload(EntryRow.job).options(lazyload(JobRow.correction)),
    )
)


def _lines(rows: list[EntryRow], labels: Labels) -> tuple[Line, ...]:
    """Of every entry of an area."""
    named = {row.id: (row.id, row.applied_on.year) for row in rows}
    corrected = {row.corrects_id: named[row.id] for row in rows if row.corrects_id is not None}
    return tuple(
        _line(row, entry_of(row, labels), corrected.get(row.id), named[row.corrects_id] if row.corrects_id else None)
        for row in rows
    )


def _line(row: EntryRow, entry: Entry, by: tuple[int, int] | None, corrects: tuple[int, int] | None) -> Line:
    job, area = row.job, row.area
    planned = None if job is None else Dose(job.dose, next(b for b in BASIS_KEYS if b == job.basis), job.dose_count)
    return Line(
        entry,
        area.property_id,
        area.id,
        area.name,
        area.kind == "container",
        job.name if job is not None else "",
        entry.dose_by(planned, job.product_id if job is not None else None, SquareMetres(area.size_m2)),
        row.who,
        row.licence,
        tuple(text for text in (row.weather, row.setting, row.note, row.reason) if text),
        tuple(row.went_past.split()),
        by,
        corrects,
    )


def years_written(session: Session) -> tuple[int, ...]:
    """Every year something went down in, newest first."""
    return tuple(sorted({line.entry.on.year for line in _every(session)}, reverse=True))


def lines_of(session: Session, year: int) -> list[tuple[Line, Where]]:
    """The entries of a calendar year, newest first; those of deleted areas among them."""
    places = {key: Where(name, units) for key, name, units in session.execute(_PLACES)}
    found = [line for line in _every(session) if line.entry.on.year == year]
    found.sort(key=lambda line: (line.entry.on, line.entry.key), reverse=True)
    return [(line, places[line.property_id]) for line in found]


_PLACES = select(PropertyRow.id, PropertyRow.name, PropertyRow.units)
_WHERE_WRITTEN = select(EntryRow.area_id).distinct()


def _every(session: Session) -> list[Line]:
    lines = _lines_on(session, session.scalars(_WHERE_WRITTEN).all())
    return [line for of_area in lines.values() for line in of_area]
