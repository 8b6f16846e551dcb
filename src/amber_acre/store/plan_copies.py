"""A lawn's season copied to another lawn: turned to its climate, re-scaled, judged there, differences said."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

from sqlalchemy.orm import Session

from amber_acre.core.errors import MissingInput
from amber_acre.core.jobs.job import Job
from amber_acre.core.programme.settling import settle
from amber_acre.core.season.phases import phases
from amber_acre.store.books import book_of
from amber_acre.store.jobs import job_of
from amber_acre.store.programmes import plan_of, programme_of, save_plan, season_to_show
from amber_acre.store.tables import AreaRow, ProgrammeRow


def copy_plan(session: Session, source: AreaRow, target: AreaRow, today: date) -> ProgrammeRow:
    """Writes the rounds of ``source`` as the season of ``target``, each on the day of the same step of its own year.

    Rates stay, amounts follow the size; what the judge forbids there is left out and said, and how what is left
    compares with the need of that lawn. MissingInput where there is nothing to copy.
    """
    programme = programme_of(session, source.id, season_to_show(session, source, today))
    rounds = [row for row in programme.rounds if not row.skipped] if programme is not None else []
    if not rounds:
        raise MissingInput(f"{source.name} has no season to copy: plan it first.", field="to")
    book = book_of(session, target, today)
    own = plan_of(session, target, book, today)
    here, there = phases(book_of(session, source, today).ground.climate), phases(book.ground.climate)
    jobs: list[Job] = []
    for row in rounds:
        job = job_of(row)
        on = max(there.date_of(here.step_of(job.on), own.start), min(today, job.on))
        by = on - job.on
        why = f"As on {source.name}, {source.property.name}. {job.reason}"
        moved = replace(job, on=on, opens=job.opens + by, closes=job.closes + by, key=0, pinned=True, reason=why)
        if moved.closes >= today:
            jobs.append(replace(moved, opens=max(moved.opens, min(today, moved.on)), answered=frozenset()))
    replaced = programme_of(session, target.id, own.start)
    gone = {row.id for row in replaced.rounds} if replaced is not None else set()
    beside = replace(book, jobs=tuple(one for one in book.jobs if one.job.key not in gone or one.done))
    settled, said = settle(beside, jobs, today)
    end = own.start + timedelta(days=365)
    brings = sum(
        job.rate_g_m2 * job.material.total_nitrogen for job in settled if job.product is not None and job.on < end
    )
    need = float(own.need.yearly_g_m2)
    compared = (
        f"Copied from {source.name}, {source.property.name}: it brings {brings:.4g} g/m² of nitrogen from today on"
        " where"
        f" this lawn’s need of the year is {need:.4g} g/m²; its own plan would bring"
        f" {sum(job.rate_g_m2 * job.material.total_nitrogen for job in own.rounds):.4g} g/m²."
    )
    plan = replace(own, rounds=settled, obstacles=(compared, *said), advice=())
    return save_plan(session, target.id, plan, today)
