"""Corrections of soil and their jobs: planned, logged through the day book, ended with a reason; findings."""

from __future__ import annotations

import json
from collections.abc import Collection, Mapping, Sequence
from dataclasses import asdict, dataclass, replace
from datetime import date, datetime
from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.core.correction.amending import Amendment
from amber_acre.core.correction.course import Course, course
from amber_acre.core.correction.nutrient_plan import NutrientPlan
from amber_acre.core.correction.ph_plan import PhPlan
from amber_acre.core.errors import DoesNotFit
from amber_acre.core.jobs.job import Job
from amber_acre.core.jobs.standing import StandingJob
from amber_acre.core.rules import running
from amber_acre.core.rules.limits import Direction, refuse_both_ways, refuse_twice
from amber_acre.core.season.climate import Climate
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.probe import PROBE_ERROR
from amber_acre.core.tables.amendments import FINDINGS
from amber_acre.core.tables.soil_measures import MEASURES
from amber_acre.core.working import Figure, Limit, Step, Working
from amber_acre.store.daybook import entries_of
from amber_acre.store.jobs import row_of, standing_jobs
from amber_acre.store.kept_parts import AMONG, of_areas
from amber_acre.store.stamps import PLAN
from amber_acre.store.tables import AreaRow, CorrectionRow, FindingRow, JobRow


def working_text(working: Working) -> str:
    """A working as it is kept: JSON."""
    return json.dumps(asdict(working), ensure_ascii=False)


def working_of(text: str) -> Working:
    """A kept working."""
    kept: dict[str, Any] = json.loads(text)
    steps = [
        Step(
            step["title"],
            step["formula"],
            tuple(Figure(**figure) for figure in step["figures"]),
            step["result"],
            step["unit"],
            step["source"],
            tuple(Limit(**limit) for limit in step["limits"]),
            step["note"],
        )
        for step in kept["steps"]
    ]
    return Working(kept["subject"], steps, kept["assumptions"])


def correction_row(session: Session, correction_id: int) -> CorrectionRow | None:
    row = session.get(CorrectionRow, correction_id)
    return row if row is not None and row.area.deleted_at is None and row.area.property.deleted_at is None else None


def corrections_of(session: Session, area_ids: Sequence[int]) -> list[CorrectionRow]:
    """Corrections of areas, newest first, ended ones too."""
    keys = [key for own in _corrections_on(session, area_ids).values() for key in own]
    if not keys:
        return []
    query = select(CorrectionRow).where(CorrectionRow.id.in_(keys)).order_by(CorrectionRow.id.desc())
    return list(session.scalars(query))


@of_areas(PLAN)
def _corrections_on(session: Session, keys: Collection[int]) -> Mapping[int, tuple[int, ...]]:
    """Keys of the corrections of areas by the area's key: most have none."""
    found: dict[int, list[int]] = {key: [] for key in keys}
    for area, key in session.execute(_KEYS, {"keys": list(keys)}):
        found[area].append(key)
    return {area: tuple(own) for area, own in found.items()}


_KEYS = select(CorrectionRow.area_id, CorrectionRow.id).where(CorrectionRow.area_id.in_(AMONG))


def open_corrections(session: Session) -> list[CorrectionRow]:
    """Every correction that is not ended, of areas in use, for the week."""
    query = (
        select(CorrectionRow).where(CorrectionRow.ended_at.is_(None)).order_by(CorrectionRow.area_id, CorrectionRow.id)
    )
    return [r for r in session.scalars(query) if r.area.deleted_at is None and r.area.property.deleted_at is None]


def add_correction(session: Session, row: CorrectionRow, jobs: Sequence[Job]) -> CorrectionRow:
    """Writes a correction with its jobs."""
    row.jobs = [row_of(replace(job, answers=job.answers or row.answers), row.area_id) for job in jobs]
    session.add(row)
    session.flush()
    return row


def enter_ph_plan(session: Session, area_id: int, plan: PhPlan, ph_from: str, today: date) -> CorrectionRow:
    """Writes a pH correction as it was worked out."""
    row = CorrectionRow(
        area_id=area_id,
        kind=plan.choice.direction,
        name=f"pH {plan.brief.ph:.1f} to {plan.choice.target_ph:g}",
        answers=f"pH {plan.brief.ph:.1f} by {ph_from}",
        made_on=today,
        product_id=plan.choice.product.key,
        from_ph=plan.brief.ph,
        target_ph=plan.choice.target_ph,
        half_spread=plan.brief.half_spread if plan.brief.on_probe else PROBE_ERROR / 3,
        placement=plan.choice.placement,
        full_g_m2=plan.full_g_m2,
        total_g_m2=plan.total_g_m2,
        working=working_text(plan.working),
        drift_per_year=plan.drift_per_year,
    )
    return add_correction(session, row, plan.jobs)


def enter_nutrient_plan(
    session: Session, area_id: int, plan: NutrientPlan, product_id: int, test: SoilTest | None, today: date
) -> CorrectionRow:
    """Writes the correction of a shortage as it was worked out."""
    name = MEASURES[plan.element].name
    tested = f", {test.taken_on:%-d %B %Y}" if test is not None else ""
    row = CorrectionRow(
        area_id=area_id,
        kind="nutrient",
        name=f"{name} that is short",
        answers=f"{name.lower()} of the test{tested}",
        made_on=today,
        product_id=product_id,
        option=plan.element,
        full_g_m2=plan.total_g_m2,
        total_g_m2=plan.total_g_m2,
        working=working_text(plan.working),
        half_spread=0.0,
    )
    return add_correction(session, row, plan.jobs)


def enter_amendment(
    session: Session,
    area: AreaRow,
    made: Amendment,
    product_id: int | None,
    jobs: Sequence[Job],
    today: date,
    evidence: str,
    blend: str = "",
) -> CorrectionRow:
    """Writes an amendment as it was worked out, and its finding where none is open; ``blend``: the parts, as they
    were typed."""
    finding = made.option.finding
    found = add_finding(session, area, finding, today, f"{FINDINGS[finding].capitalize()}.", evidence)
    row = CorrectionRow(
        area_id=area.id,
        kind="physical",
        name=made.option.name + (f", in a blend of {blend}" if blend else ""),
        answers=f"{FINDINGS[finding]}, found {found.found_on:%-d %B %Y}",
        made_on=today,
        product_id=product_id if made.rate_g_m2 > 0 else None,
        full_g_m2=made.rate_g_m2,
        total_g_m2=made.rate_g_m2,
        option=made.option.key,
        working=working_text(made.working),
        half_spread=0.0,
    )
    return add_correction(session, row, jobs)


def end_correction(session: Session, row: CorrectionRow, at: datetime, why: str) -> None:
    """Ends a correction: jobs not yet done are due no more; what was logged stays."""
    if row.ended_at is not None:
        raise DoesNotFit("This correction has been ended already.", field="why")
    row.ended_at, row.ended_why = at, why
    session.flush()


def take_up_again(session: Session, row: CorrectionRow, today: date, why: str) -> None:
    """Lets an ended correction run again, if nothing has taken its place; both reasons are kept (DoesNotFit)."""
    if row.ended_at is None:
        raise DoesNotFit("This correction runs already.", field="why")
    if row.kind in ("up", "down"):
        way: Direction = "up" if row.kind == "up" else "down"
        running = running_direction(session, row.area_id, today)
        refuse_both_ways(way, running or moved_direction(session, row.area_id, today))
        if running is not None:
            raise DoesNotFit("Another correction runs here by now. End that one first.", field="why")
    else:
        refuse_twice(row.name, runs_since(session, row.area_id, row.kind, row.option, today), "why")
    row.ended_at, row.ended_why = None, f"{row.ended_why}; taken up again {today:%-d %B %Y}: {why}"[:600]
    session.flush()


def jobs_of(session: Session, corrections: Sequence[CorrectionRow], day: date) -> list[tuple[JobRow, StandingJob]]:
    """Every job of corrections as it stands on a day. Open jobs of an ended correction are left out."""
    return standing_jobs(session, [job for row in corrections for job in row.jobs], day)


def running_direction(session: Session, area_id: int, day: date) -> Direction | None:
    """Which way the pH of an area is being moved by a correction that runs."""
    jobs = jobs_of(session, corrections_of(session, [area_id]), day)
    return running.running_direction([job for _, job in jobs], day)


def moved_direction(session: Session, area_id: int, day: date) -> Direction | None:
    """Which way lime or an acidifier moved the pH within the year before ``day``: the latest."""
    return running.moved_direction(entries_of(session, area_id), day)


def runs_since(session: Session, area_id: int, kind: str, option: str, day: date) -> date | None:
    """The day a correction of this kind and option was entered that still runs: not ended, its last job not closed;
    or None."""
    for row in corrections_of(session, [area_id]):
        same = row.kind == kind and row.option == option and row.ended_at is None
        if same and any(job.closes >= day for job in row.jobs if not job.skipped):
            return row.made_on
    return None


def nutrient_since(session: Session, area_id: int, element: str, tested: date) -> bool:
    """Whether a correction of an element put something down after the day of a test."""
    rows = [r for r in corrections_of(session, [area_id]) if r.kind == "nutrient" and r.option == element]
    return any(job.done_on is not None and job.done_on > tested for _, job in jobs_of(session, rows, date.max))


def findings_of(session: Session, area_ids: Sequence[int]) -> Sequence[FindingRow]:
    """Findings of areas, open ones first, newest first."""
    return session.scalars(_FINDINGS, {"keys": list(area_ids)}).all()


_FINDINGS = (
    select(FindingRow)
    .where(FindingRow.area_id.in_(AMONG))
    .order_by(FindingRow.closed_on.is_not(None), FindingRow.id.desc())
)


@dataclass(frozen=True)
class Finding:
    """Something found on an area as lists name it; ``closed_on`` None: it is open."""

    id: int
    kind: str
    found_on: date
    words: str
    evidence: str
    cause: str
    closed_on: date | None
    closed_why: str


@of_areas(PLAN)
def findings_on(session: Session, keys: Collection[int]) -> Mapping[int, tuple[Finding, ...]]:
    """Findings of areas by the area's key, open ones first, newest first."""
    found: dict[int, list[Finding]] = {key: [] for key in keys}
    for row in findings_of(session, list(keys)):
        found[row.area_id].append(
            Finding(
                row.id,
                row.kind,
                row.found_on,
                row.words,
                row.evidence,
                row.cause,
                row.closed_on,
                row.closed_why,
            )
        )
    return {key: tuple(findings) for key, findings in found.items()}


def finding_row(session: Session, finding_id: int) -> FindingRow | None:
    return session.get(FindingRow, finding_id)


def add_finding(
    session: Session, area: AreaRow, kind: str, found_on: date, words: str, evidence: str = "", cause: str = ""
) -> FindingRow:
    """Writes a finding; one of its kind that is open already is given back instead."""
    for row in findings_of(session, [area.id]):
        if row.kind == kind and row.closed_on is None and kind != "pale":
            return row
    row = FindingRow(area_id=area.id, kind=kind, found_on=found_on, words=words, evidence=evidence, cause=cause)
    session.add(row)
    session.flush()
    return row


def close_finding(session: Session, row: FindingRow, on: date, why: str) -> None:
    """Closes a finding with its reason."""
    if row.closed_on is not None:
        raise DoesNotFit("This finding has been closed already.", field="why")
    row.closed_on, row.closed_why = on, why
    session.flush()


def expected_course(row: CorrectionRow, jobs: Sequence[Job], climate: Climate, aerated: bool) -> Course | None:
    """The course of pH to expect of a kept correction as its jobs stand; None where nothing is spread for pH."""
    spread = [job for job in jobs if job.work == "spread"]
    known = row.from_ph is not None and row.target_ph is not None and row.full_g_m2
    if row.kind not in ("up", "down") or not spread or not known:
        return None
    from_ph, target = row.from_ph or 0.0, row.target_ph or 0.0
    action = row.product.soil_action if row.product is not None else None
    return course(
        climate,
        [(job.on, job.dose.value / (row.full_g_m2 or 1.0)) for job in spread],
        from_ph,
        abs(target - from_ph),
        "up" if row.kind == "up" else "down",
        next(p for p in ("surface", "raked", "tilled") if p == row.placement),
        aerated,
        action is not None and action.lime_kind == "hydrated",
        drift_per_year=row.drift_per_year,
        spread=row.half_spread,
    )
