"""A lawn's season or a planting's year copied to another area: turned to its climate, re-scaled, judged there,
differences said."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

from sqlalchemy.orm import Session

from amber_acre.core.care.feeding import feed_asked
from amber_acre.core.care.mixed_bed import mixed_bed
from amber_acre.core.care.planting import planting_of
from amber_acre.core.errors import MissingInput
from amber_acre.core.jobs.job import Job
from amber_acre.core.programme.garden_copy import carried
from amber_acre.core.programme.mixed_feeds import Season, planting_need
from amber_acre.core.programme.settling import settle
from amber_acre.core.season.climate import next_season_start, season_start
from amber_acre.core.season.phases import phases
from amber_acre.core.season.stages import stages
from amber_acre.store.books import book_of
from amber_acre.store.gardens import CARE, garden_lane
from amber_acre.store.jobs import job_of, jobs_on, row_of
from amber_acre.store.plans import season_to_show
from amber_acre.store.programmes import plan_of, programme_of, save_plan
from amber_acre.store.tables import AreaRow, ProgrammeNoteRow, ProgrammeRow


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
    here, there = phases(book_of(session, source, today).ground.climate), phases(book.ground.climate)
    start = season_start(book.ground.climate, today)
    why = f"As on {source.name}, {source.property.name}."
    for begins in (start, next_season_start(start)):  # this season, or the next where nothing of this one is left
        moved = [_moved(job, there.date_of(here.step_of(job.on), begins), today) for job in map(job_of, rounds)]
        jobs = [replace(job, pinned=True, reason=f"{why} {job.reason}") for job in moved if job is not None]
        if jobs:
            break
    own = plan_of(session, target, book, begins, today)
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
    return save_plan(session, target.id, plan, today, book.ground.evidence)


def _moved(job: Job, on: date, today: date) -> Job | None:
    """A round on the day of its step there, today where that day has just passed; None where its window has."""
    by = on - job.on
    closes = job.closes + by
    if closes < today:
        return None
    day = max(on, today)
    return replace(job, key=0, on=day, opens=min(day, max(job.opens + by, today)), closes=closes, answered=frozenset())


def copy_year(session: Session, source: AreaRow, target: AreaRow, today: date) -> ProgrammeRow:
    """Writes feeds and mulch of a planting's year as the year of another planting of the same group.

    What the judge forbids there is left out and said, and how what is left compares with its own need. MissingInput
    where there is nothing to copy, DoesNotFit between groups.
    """
    lane = garden_lane(session, source, today)
    if lane.programme is None:
        raise MissingInput(f"{source.name} has no year to copy: plan it first.", field="to")
    book = book_of(session, target, today, crowns=True)
    planting = planting_of(book.ground)
    start = season_start(book.ground.climate, today)
    planned = {job.key: job for job in jobs_on(session, [source.id])[source.id]}
    jobs = [planned[key] for key in lane.programme.rounds]
    for begins in (start, next_season_start(start)):  # this season, or the next where nothing of this one is left
        year = stages(book.ground.climate, planting.group.start_c, begins)
        over = carried(jobs, (lane.season.planting, lane.season.stages), (planting, year), today)
        if over.jobs:
            break
    why = f"As on {source.name}, {source.property.name}."
    moved = [replace(job, pinned=True, reason=f"{why} {job.reason}") for job in over.jobs]
    replaced = programme_of(session, target.id, begins)
    gone = {row.id for row in replaced.rounds} if replaced is not None else set()
    beside = replace(book, jobs=tuple(one for one in book.jobs if one.job.key not in gone or one.done))
    settled, said = settle(beside, moved, today)
    season = Season(beside, begins, today, (), ())
    mixed = mixed_bed(planting, max(today, begins))
    need = planting_need(mixed, feed_asked(mixed.fed, year, begins), season)
    size = book.ground.size_m2
    brings = sum(
        job.rate_on(size) * job.product.total_nitrogen
        for job in settled
        if job.product is not None and job.work != "mulch"
    )
    compared = (
        f"Copied from {source.name}, {source.property.name}: it brings {brings:.4g} g/m² of nitrogen from today on"
        f" where the need of the year here is {need:.4g} g/m²."
    )
    row = ProgrammeRow(area_id=target.id, season_start=begins, planned_on=today, need_g_m2=need, school=CARE)
    row.evidence = book.ground.evidence
    row.rounds = [row_of(job, target.id) for job in settled]
    row.notes = [
        ProgrammeNoteRow(kind="obstacle", sentence=one, code="copied") for one in (compared, *over.said, *said)
    ]
    session.add(row)
    session.flush()
    return row
