"""Jobs: one table for every piece of work, whatever made it; kept, loaded, changed."""

from __future__ import annotations

import json
from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime
from typing import Any

from sqlalchemy import func, or_, select
from sqlalchemy.orm import Session

from amber_acre.core.correction.following import follow
from amber_acre.core.errors import DoesNotFit
from amber_acre.core.jobs.dose import BASIS_KEYS, Dose
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.jobs.job import MAKERS, PLACEMENTS, WORKS, Job, Maker
from amber_acre.core.jobs.standing import StandingJob, stand
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.season.climate import next_season_start
from amber_acre.store.daybook import Labels, entries_on, every_label
from amber_acre.store.kept_parts import AMONG, of_areas
from amber_acre.store.shelf import product_of
from amber_acre.store.stamps import PLAN
from amber_acre.store.tables import AreaRow, JobChangeRow, JobRow, ProgrammeRow


def job_row(session: Session, job_id: int) -> JobRow | None:
    """A job of an area in use, or None."""
    row = session.get(JobRow, job_id)
    if row is None or row.area.deleted_at is not None or row.area.property.deleted_at is not None:
        return None
    return row


def maker_of(row: JobRow) -> Maker:
    """What made a job."""
    if row.programme_id is not None:
        return "season" if row.area.kind == "lawn" else "care"
    kind = row.correction.kind if row.correction is not None else "hand"
    return next(maker for maker in MAKERS if maker == kind)


def job_of(row: JobRow, labels: Labels | None = None) -> Job:
    """The core value of a job row; open jobs of a plan that was ended are left out."""
    product = None
    if row.product_id is not None and labels is not None:
        product = labels.products[row.product_id]
    elif row.product is not None:
        product = product_of(row.product)
    return Job(
        row.number,
        row.name,
        next(work for work in WORKS if work == row.work),
        row.on_day,
        row.opens,
        row.closes,
        Dose(row.dose, next(basis for basis in BASIS_KEYS if basis == row.basis), row.dose_count),
        product,
        row.id,
        maker_of(row),
        next(placement for placement in PLACEMENTS if placement == row.placement),
        row.answers,
        row.reason,
        row.target_g_m2,
        row.skipped or (row.correction is not None and row.correction.ended_at is not None),
        answered=frozenset(row.answered.split()),
        pinned=row.pinned,
    )


def row_of(job: Job, area_id: int, programme_id: int | None = None, correction_id: int | None = None) -> JobRow:
    """A new row of a job."""
    return JobRow(
        area_id=area_id,
        programme_id=programme_id,
        correction_id=correction_id,
        number=job.number,
        name=job.name,
        work=job.work,
        on_day=job.on,
        opens=job.opens,
        closes=job.closes,
        product_id=job.product.key if job.product is not None else None,
        dose=job.dose.value if job.product is not None or job.work == "water" else 0.0,
        basis=job.dose.basis,
        dose_count=job.dose.count,
        placement=job.placement,
        answers=job.answers,
        reason=job.reason,
        target_g_m2=job.target_g_m2,
        skipped=job.skipped,
        answered=" ".join(sorted(job.answered)),
        pinned=job.pinned,
    )


def add_job(session: Session, area_id: int, job: Job) -> JobRow:
    """Writes a job made by hand, numbered on within its area."""
    by_hand = (JobRow.area_id == area_id, JobRow.programme_id.is_(None), JobRow.correction_id.is_(None))
    row = row_of(job, area_id)
    row.number = (session.scalar(select(func.max(JobRow.number)).where(*by_hand)) or 0) + 1
    session.add(row)
    session.flush()
    return row


def jobs_in_force(session: Session, area_ids: Collection[int]) -> dict[int, list[JobRow]]:
    """Every job that stands on areas, by area: of corrections, by hand, and of the newest programme of each season."""
    found: dict[int, list[JobRow]] = {area_id: [] for area_id in area_ids}
    for row in session.scalars(_IN_FORCE, {"keys": list(area_ids)}).unique():
        found[row.area_id].append(row)
    return found


_NEWEST = (
    select(func.max(ProgrammeRow.id))
    .where(ProgrammeRow.area_id.in_(AMONG))
    .group_by(ProgrammeRow.area_id, ProgrammeRow.season_start)
)
_IN_FORCE = (
    select(JobRow)
    .where(JobRow.area_id.in_(AMONG), or_(JobRow.programme_id.is_(None), JobRow.programme_id.in_(_NEWEST)))
    .order_by(JobRow.on_day, JobRow.id)
)


@of_areas(PLAN)
def jobs_on(session: Session, keys: Collection[int]) -> Mapping[int, tuple[Job, ...]]:
    """Every job that stands on areas, by the area's key, in the order of their days."""
    labels = every_label(session)
    return {key: tuple(job_of(row, labels) for row in rows) for key, rows in jobs_in_force(session, keys).items()}


@dataclass(frozen=True)
class JobMark:
    """What hands did to a job: its ``version`` grows with each change; the reason given for the last one."""

    version: int
    change_reason: str


@of_areas(PLAN)
def marks_on(session: Session, keys: Collection[int]) -> Mapping[int, Mapping[int, JobMark]]:
    """The marks of every job on areas, by the area's and the job's key."""
    found: dict[int, dict[int, JobMark]] = {key: {} for key in keys}
    for area, job, version, reason in session.execute(_MARKS, {"keys": list(keys)}):
        found[area][job] = JobMark(version, reason)
    return found


_MARKS = select(JobRow.area_id, JobRow.id, JobRow.version, JobRow.change_reason).where(JobRow.area_id.in_(AMONG))


def jobs_of_the_others(session: Session, area: AreaRow, start: date) -> list[JobRow]:
    """Open jobs of the property's other areas in a season: visits and bags that are shared."""
    others = [one.id for one in area.property.areas if one.id != area.id and one.deleted_at is None]
    end = next_season_start(start)
    rows = [row for of_area in jobs_in_force(session, others).values() for row in of_area] if others else []
    return [row for row in rows if not row.skipped and start <= row.on_day < end]


def standing_jobs(session: Session, rows: Iterable[JobRow], day: date) -> list[tuple[JobRow, StandingJob]]:
    """Job rows, in their order, each as it stands on a day."""
    rows = list(rows)
    entries = entries_on(session, sorted({row.area_id for row in rows}))
    return [(row, _standing(row, row.area, entries[row.area_id], day)) for row in rows]


def _standing(row: JobRow, area: AreaRow, entries: Sequence[Entry], day: date) -> StandingJob:
    return stand(job_of(row), SquareMetres(area.size_m2), SquareMetres(area.low_m2), entries, day)


def job_versions(session: Session, keys: Sequence[int]) -> dict[int, int]:
    """The version of each job by its key: it grows with each change."""
    query = select(JobRow.id, JobRow.version).where(JobRow.id.in_(keys))
    return {row.id: row.version for row in session.execute(query)}


def require_unchanged(row: JobRow, version: int) -> None:
    """DoesNotFit where somebody changed the job since ``version``: what was typed was about another job."""
    if row.version != version:
        raise DoesNotFit(
            "Somebody else changed this job while you were looking at it. Look at it as it stands now, then change it"
            " again.",
            field="version",
        )


def change_job(session: Session, row: JobRow, job: Job, version: int, change_reason: str, at: datetime) -> None:
    """Changes a job by hand, if nobody changed it since ``version``; what it was is kept (DoesNotFit).

    Its window moves with its day, and the tests that follow a dose of a correction with the dose. What a hand changed
    of a season stays when the rest is planned again.
    """
    require_unchanged(row, version)
    session.add(JobChangeRow(job_id=row.id, at=at, before=_kept(row), why=change_reason))
    _set(row, replace(job, pinned=job.pinned or row.programme_id is not None), change_reason)
    session.flush()


def _set(row: JobRow, job: Job, change_reason: str) -> None:
    if row.correction is not None and job.product is not None:
        _move_followers(row, row.on_day, job.on)
    row.on_day, row.opens, row.closes = job.on, job.opens, job.closes
    row.product_id = job.product.key if job.product is not None else None
    row.dose, row.basis, row.dose_count = job.dose.value, job.dose.basis, job.dose.count
    row.placement, row.reason, row.skipped = job.placement, job.reason, job.skipped
    row.pinned = job.pinned
    row.change_reason, row.answered = change_reason, " ".join(sorted(job.answered))


_KEPT = (
    "product_id",
    "dose",
    "basis",
    "dose_count",
    "placement",
    "reason",
    "skipped",
    "pinned",
    "change_reason",
    "answered",
)


def _kept(row: JobRow) -> str:
    """What a change by hand can change, as JSON."""
    days = {name: getattr(row, name).isoformat() for name in ("on_day", "opens", "closes")}
    return json.dumps(days | {name: getattr(row, name) for name in _KEPT}, ensure_ascii=False)


def changes_of(session: Session, job_id: int) -> Sequence[JobChangeRow]:
    """Changes of a job by hand, newest first."""
    return session.scalars(
        select(JobChangeRow).where(JobChangeRow.job_id == job_id).order_by(JobChangeRow.id.desc())
    ).all()


def job_before(row: JobRow, change: JobChangeRow, products: Mapping[int, Product]) -> tuple[Job, str]:
    """A job as it was before a change, and the reason it had then."""
    kept: dict[str, Any] = json.loads(change.before)
    job = replace(
        job_of(row),
        on=date.fromisoformat(kept["on_day"]),
        opens=date.fromisoformat(kept["opens"]),
        closes=date.fromisoformat(kept["closes"]),
        dose=Dose(kept["dose"], kept["basis"], kept["dose_count"]),
        product=products[kept["product_id"]] if kept["product_id"] is not None else None,
        placement=kept["placement"],
        reason=kept["reason"],
        skipped=kept["skipped"],
        pinned=kept.get("pinned", False),
        answered=frozenset(kept.get("answered", "").split()),
    )
    return job, kept["change_reason"]


def undo_change(
    session: Session,
    row: JobRow,
    change: JobChangeRow,
    products: Mapping[int, Product],
    why: str = "",
    answered: frozenset[str] = frozenset(),
) -> None:
    """Takes the newest change of a job back: it is as it was before, and so are the tests that moved with it.

    ``why``: the reason for what the judge asks of it now, ``answered`` the rules it answers.
    """
    job, reason = job_before(row, change, products)
    _set(row, replace(job, answered=job.answered | answered), f"{reason} {why}".strip())
    session.delete(change)
    session.flush()


def _move_followers(row: JobRow, was: date, now: date) -> None:
    """Moves the tests and looks that follow a dose of a correction as far as the dose."""
    if row.correction is None:
        return
    rows = {one.id: one for one in row.correction.jobs}
    for key, by in follow([job_of(one) for one in rows.values()], job_of(row), was, now).items():
        one = rows[key]
        one.on_day, one.opens, one.closes = one.on_day + by, one.opens + by, one.closes + by


def went_down(row: JobRow, on: date) -> None:
    """A dose of a correction went down on a day: later than planned, its tests and looks wait as much longer."""
    if row.product_id is not None and on > row.on_day:
        _move_followers(row, row.on_day, on)
