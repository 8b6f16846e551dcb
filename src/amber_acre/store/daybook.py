"""The day book: log entries, written once; a correction is a new entry."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime

from sqlalchemy import select
from sqlalchemy.orm import Session, lazyload, selectinload

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import Kilograms, SquareMetres
from amber_acre.store.kept_parts import AMONG, of_areas
from amber_acre.store.product_versions import Versions, as_logged, every_version, versions_of
from amber_acre.store.shelf import every_product, product_of
from amber_acre.store.stamps import LOG
from amber_acre.store.tables import AreaRow, EntryRow, JobRow


@dataclass(frozen=True)
class Labels:
    """Every product by its key, and what labels said before: read together, so that no row loads its own."""

    products: Mapping[int, Product]
    versions: Mapping[int, Versions]


def every_label(session: Session) -> Labels:
    """Products and labels as jobs and entries of many areas need them."""
    return Labels(every_product(session), every_version(session))


def entry_of(row: EntryRow, labels: Labels | None = None) -> Entry:
    """The core value of an entry row, with its product as its label stood when it was written."""
    return Entry(
        row.id,
        row.job_id,
        row.applied_on,
        _product_of(row, labels),
        Kilograms(row.amount_kg),
        SquareMetres(row.covered_m2),
        row.corrects_id,
        row.struck,
    )


def _product_of(row: EntryRow, labels: Labels | None) -> Product | None:
    if labels is not None and row.product_id is not None:
        return as_logged(labels.versions.get(row.product_id, ()), labels.products[row.product_id], row.recorded_at)
    product = row.product
    return as_logged(versions_of(product), product_of(product), row.recorded_at) if product is not None else None


def entries_of(session: Session, area_id: int) -> tuple[Entry, ...]:
    """Every entry of an area, corrected ones included, in the order they were written."""
    return entries_on(session, [area_id])[area_id]


@of_areas(LOG)
def entries_on(session: Session, keys: Collection[int]) -> Mapping[int, tuple[Entry, ...]]:
    """Every entry of areas by the area's key, corrected ones included, in the order they were written."""
    labels = every_label(session)
    found: dict[int, list[Entry]] = {key: [] for key in keys}
    for row in session.scalars(_WRITTEN, {"keys": list(keys)}):
        found[row.area_id].append(entry_of(row, labels))
    return {key: tuple(entries) for key, entries in found.items()}


_WRITTEN = select(EntryRow).where(EntryRow.area_id.in_(AMONG)).order_by(EntryRow.id)


def entry_rows(session: Session, area_id: int | None = None) -> Sequence[EntryRow]:
    """Entries, newest first; of one area or of all."""
    query = _ENTRIES if area_id is None else _ENTRIES.where(EntryRow.area_id == area_id)
    return session.scalars(query).all()


_NAMED = selectinload(EntryRow.area)
_ENTRIES = (
    select(EntryRow)
    .order_by(EntryRow.applied_on.desc(), EntryRow.id.desc())
    .options(
        _NAMED.options(
            lazyload(AreaRow.shapes), lazyload(AreaRow.facts), lazyload(AreaRow.taken), lazyload(AreaRow.soil_tests)
        ),
        _NAMED.selectinload(AreaRow.property).options(lazyload("*")),  # who and where, no climate and no rules
        selectinload(EntryRow.job).options(lazyload(JobRow.correction)),
    )
)


def entry_row(session: Session, entry_id: int) -> EntryRow | None:
    return session.get(EntryRow, entry_id)


def correction_of(session: Session, entry_id: int) -> EntryRow | None:
    """The entry that corrects this one, or None."""
    return session.scalars(select(EntryRow).where(EntryRow.corrects_id == entry_id)).one_or_none()


def write_entry(
    session: Session,
    *,
    form_key: str,
    area_id: int,
    job_id: int | None,
    product_id: int | None,
    applied_on: date,
    amount_kg: float,
    amount_typed: str,
    covered_m2: float,
    covered_typed: str,
    who: str,
    licence: str,
    weather: str,
    note: str,
    reason: str,
    recorded_at: datetime,
    corrects_id: int | None = None,
    struck: bool = False,
    went_past: str = "",
    setting: str = "",
) -> EntryRow:
    """Writes an entry once: the same form sent twice (``form_key``) gives the first one back.

    A correction of an entry that is already corrected is refused (DoesNotFit).
    """
    earlier = session.scalars(select(EntryRow).where(EntryRow.form_key == form_key)).one_or_none()
    if earlier is not None:
        return earlier
    if corrects_id is not None and correction_of(session, corrects_id) is not None:
        raise DoesNotFit("This entry has been corrected already. Correct the correction instead.", field="corrects_id")
    row = EntryRow(
        form_key=form_key,
        area_id=area_id,
        job_id=job_id,
        product_id=product_id,
        corrects_id=corrects_id,
        struck=struck,
        went_past=went_past,
        applied_on=applied_on,
        amount_kg=amount_kg,
        amount_typed=amount_typed,
        covered_m2=covered_m2,
        covered_typed=covered_typed,
        who=who,
        licence=licence,
        weather=weather,
        note=note,
        reason=reason,
        setting=setting,
        recorded_at=recorded_at,
    )
    session.add(row)
    session.flush()
    return row


def work_done(
    session: Session,
    *,
    job: JobRow,
    form_key: str,
    done_on: date,
    who: str,
    note: str,
    recorded_at: datetime,
    corrects_id: int | None = None,
    struck: bool = False,
) -> EntryRow:
    """Writes down a work without product, once for each form; ``struck`` strikes out the entry it corrects."""
    return write_entry(
        session,
        form_key=form_key,
        area_id=job.area_id,
        job_id=job.id,
        product_id=None,
        applied_on=done_on,
        amount_kg=0.0,
        amount_typed="",
        covered_m2=job.area.size_m2,
        covered_typed="",
        who=who,
        licence="",
        weather="",
        note=note,
        reason="",
        recorded_at=recorded_at,
        corrects_id=corrects_id,
        struck=struck,
    )


def entries_of_job(session: Session, job_id: int) -> Sequence[EntryRow]:
    """What was logged for a job, in the order it was written."""
    return session.scalars(select(EntryRow).where(EntryRow.job_id == job_id).order_by(EntryRow.id)).all()
