"""Programmes: planned rounds of a lawn's season, and the season as it stands."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from datetime import date

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.core.by_content import Results
from amber_acre.core.care.brief import Lawn
from amber_acre.core.care.establishing import sown_by_jobs
from amber_acre.core.jobs.entry import BULK, standing, without_bulk
from amber_acre.core.jobs.job import Job
from amber_acre.core.programme.planning import YearPlan, plan_year
from amber_acre.core.programme.settling import settle
from amber_acre.core.programme.weights import DEFAULT_SCHOOL
from amber_acre.core.programme.year import LawnYear, lawn_year
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.judged import JudgedJob, judged_book
from amber_acre.core.rules.law import CARRIES_FROM
from amber_acre.core.season.climate import next_season_start, season_start
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.store.areas import lawn_of, rows_in_use
from amber_acre.store.books import book_of, books
from amber_acre.store.climates import every_climate
from amber_acre.store.firm_terms import rounds_of
from amber_acre.store.in_use import AreaInUse, everything_in_use
from amber_acre.store.jobs import job_of, jobs_of_the_others, row_of
from amber_acre.store.plans import AHEAD_DAYS, Programme, newest_plans, plans_on, seasons_to_show
from amber_acre.store.shelf import shelf
from amber_acre.store.stamps import Stamp, stamps_of
from amber_acre.store.stock import in_stock
from amber_acre.store.tables import AreaRow, ProgrammeNoteRow, ProgrammeRow

SEASON_DAYS = 365
KEPT_AREAS = 2048  # areas by days, as their books
_KEPT: Results[tuple[Stamp, date], tuple[JudgedJob, ...]] = Results(KEPT_AREAS)
KEPT_SEASONS = 512  # lawns; each some 80 kB
_KEPT_YEARS: Results[tuple[Stamp, date, date], LawnYear] = Results(KEPT_SEASONS)


@dataclass(frozen=True)
class Lane:
    """An area row, its programme of the season shown (None: not planned), and what follows."""

    area: AreaRow
    programme: Programme | None
    year: LawnYear

    @property
    def outdated(self) -> bool:
        """True where lawn, test, climate or rule changed the need by over a hundredth since planning."""
        planned = self.programme.need_g_m2 if self.programme else self.year.need.yearly_g_m2
        return abs(self.year.need.yearly_g_m2 - planned) > 0.01 * planned

    @property
    def said(self) -> list[str]:
        """What the plan says beside its rounds; how far it is proven stands elsewhere."""
        notes = self.programme.notes if self.programme else ()
        told = [note for note in notes if note.kind == "advice" and note.code != "gap"]
        return [note.sentence for note in told if not (self.read_since and note.of_the_soil)]

    @property
    def read_since(self) -> bool:
        """Whether its soil was tested or probed since the plan was made."""
        plan = self.programme
        return plan is not None and self.year.book.ground.newer_than(plan.evidence, plan.planned_on)

    def notes(self, kind: str) -> list[str]:
        return self.programme.sentences(kind, self.read_since) if self.programme else []


def programme_of(session: Session, area_id: int, season: date) -> ProgrammeRow | None:
    """The newest programme of an area for the season that starts on ``season``."""
    query = (
        select(ProgrammeRow)
        .where(ProgrammeRow.area_id == area_id, ProgrammeRow.season_start == season)
        .order_by(ProgrammeRow.id.desc())
    )
    return session.scalars(query.limit(1)).first()


def lane(session: Session, area: AreaRow, season: date, today: date) -> Lane:
    """An area's season with everything computed."""
    return lanes(session, [area], season, today)[0]


def lanes(session: Session, areas: Sequence[AreaRow], season: date, today: date) -> list[Lane]:
    """The seasons of several areas, read together."""
    newest = newest_plans(session, {area.id: season for area in areas})
    stamps = stamps_of(session)
    keys = {area.id: (stamps[area.id], season, today) for area in areas if area.id in stamps}
    years = _KEPT_YEARS.look_all(keys)
    new = [area for area in areas if area.id not in years]
    read = books(session, new, today) if new else {}
    for area in new:
        year = _year_of(area, read[area.id], newest[area.id], season, today)
        years[area.id] = _KEPT_YEARS.keep(keys[area.id], year) if area.id in keys else year
    return [Lane(area, newest[area.id], years[area.id]) for area in areas]


def _year_of(area: AreaRow, book: AreaBook, programme: Programme | None, season: date, today: date) -> LawnYear:
    """The season of a lawn with everything computed."""
    own = set(programme.rounds) if programme else set()
    jobs = [one.job for one in book.jobs]
    rounds, others = [job for job in jobs if job.key in own], [job for job in jobs if job.key not in own]
    return lawn_year(brief_of(area, book, season), rounds, book.entries, season, today, others, book.ground)


def read_since_planned(session: Session, areas: Sequence[AreaRow], day: date) -> list[AreaRow]:
    """Areas whose soil was tested or probed since the plan that is shown was made, in their order."""
    newest: dict[int, Programme | None] = {}
    seasons = seasons_to_show(session, areas, day)
    for season in sorted(set(seasons.values())):
        newest |= newest_plans(session, {key: season for key, start in seasons.items() if start == season})
    planned = [area for area in areas if newest.get(area.id) is not None]
    read = books(session, planned, day)
    found = []
    for area in planned:
        plan = newest[area.id]
        if plan is not None and read[area.id].ground.newer_than(plan.evidence, plan.planned_on):
            found.append(area)
    return found


def lanes_as_shown(session: Session, areas: Sequence[AreaRow], day: date) -> list[Lane]:
    """Each area in the season to show, in their order; areas of one season are read together."""
    seasons = seasons_to_show(session, areas, day)
    found: dict[int, Lane] = {}
    for season in sorted(set(seasons.values())):
        of_it = [area for area in areas if seasons[area.id] == season]
        found |= {one.area.id: one for one in lanes(session, of_it, season, day)}
    return [found[area.id] for area in areas]


def judged_jobs(session: Session, areas: Sequence[AreaRow], day: date) -> list[tuple[AreaRow, JudgedJob]]:
    """Every job in force on areas, judged as of a day: rounds of the season to show or later, and the rest."""
    read = books(session, areas, day)
    past = _rounds_of_seasons_past(session, areas, day)
    found = []
    for area in areas:
        mine = [one for one in judged_book(read[area.id]) if one.job.key not in past]
        found += [(area, one) for one in sorted(mine, key=_in_order)]
    return found


def jobs_in_use(session: Session, day: date, kind: str = "") -> list[tuple[AreaInUse, JudgedJob]]:
    """As :func:`judged_jobs` of every area in use, or of those of one kind."""
    areas = [area for area in everything_in_use(session) if kind in ("", area.kind)]
    stamps = stamps_of(session)
    keys = {area.id: (stamps[area.id], day) for area in areas if area.id in stamps}
    found = _KEPT.look_all(keys)
    new = [area.id for area in areas if area.id not in found]
    if new:
        read: dict[int, list[JudgedJob]] = {key: [] for key in new}
        for row, judged in judged_jobs(session, rows_in_use(session, new), day):
            read[row.id].append(judged)
        for key, own in read.items():
            found[key] = _KEPT.keep(keys[key], tuple(own)) if key in keys else tuple(own)
    return [(area, judged) for area in areas for judged in found[area.id]]


def _in_order(one: JudgedJob) -> tuple[bool, date, int]:
    return one.job.maker != "season", one.job.on, one.job.number


def _rounds_of_seasons_past(session: Session, areas: Sequence[AreaRow], day: date) -> set[int]:
    """Keys of planned jobs whose season ended before the one that contains a day."""
    climates = every_climate(session)
    shown = {area.id: season_start(climates[area.property.climate_id], day) for area in areas}
    plans = plans_on(session, shown)
    return {
        key for area, start in shown.items() for plan in plans[area] if plan.season_start < start for key in plan.rounds
    }


def plan_area(session: Session, area: AreaRow, today: date, school: str = "", nodes: int = 0) -> ProgrammeRow:
    """Plans an area's year: this season while a round can still be placed in it, else the next one (where something of
    this one was logged, not before it begins soon).

    What is done, pinned or changed by hand stays as it is; a new programme stands in front of an older one of the
    season, which is kept. ``school``: '' keeps the one it was planned by. ``nodes``: of branching after the search.
    """
    book = book_of(session, area, today)
    start = season_start(book.ground.climate, today)
    plan = _plan_of(session, area, book, start, today, school, nodes=nodes)
    logged = any(start <= entry.on < next_season_start(start) for entry in book.entries)
    soon = (next_season_start(start) - today).days <= AHEAD_DAYS
    if not plan.rounds and today > start and (soon or not logged):
        following = _plan_of(session, area, book, next_season_start(start), today, school, nodes=nodes)
        plan = following if following.rounds else plan
    return save_plan(session, area.id, _settled(session, plan, book, area, today), today, book.ground.evidence)


def season_by(session: Session, area: AreaRow, today: date, school: str, nodes: int = 0) -> tuple[YearPlan, LawnYear]:
    """What a school ('': the area's own) would plan for the season of an area from today on, and the season as it
    would read; nothing is written. ``nodes``: of branching after the search."""
    book = book_of(session, area, today)
    start = season_start(book.ground.climate, today)
    before = programme_of(session, area.id, start)
    plan = _settled(session, _plan_of(session, area, book, start, today, school, nodes=nodes), book, area, today)
    replaced = {row.id for row in before.rounds} if before is not None else set()
    done = [one.job for one in book.jobs if one.job.key in replaced and one.done]
    others = [one.job for one in book.jobs if one.job.key not in replaced]
    ordered = sorted([*done, *plan.rounds], key=lambda job: job.on)
    rounds = [replace(job, number=n, key=job.key or -n) for n, job in enumerate(ordered, start=1)]
    year = lawn_year(brief_of(area, book, start), rounds, book.entries, start, today, others, book.ground)
    return replace(plan, rounds=tuple(job for job in rounds if job.key < 0)), year


def plan_of(session: Session, area: AreaRow, book: AreaBook, start: date, today: date) -> YearPlan:
    """What the lawn's own school would plan for the season of ``start`` from today on; nothing is written."""
    return _plan_of(session, area, book, start, today, "")


def take_parts(session: Session, area: AreaRow, today: date, school: str, numbers: Collection[int]) -> ProgrammeRow:
    """Keeps the named rounds of what a school would plan, and plans the rest by the school the area has."""
    plan, _ = season_by(session, area, today, school)
    kept = [replace(job, pinned=True, key=0) for job in plan.rounds if job.number in numbers]
    book = book_of(session, area, today)
    rest = _plan_of(session, area, book, plan.start, today, "", kept)
    return save_plan(session, area.id, _settled(session, rest, book, area, today, kept), today, book.ground.evidence)


def brief_of(area: AreaRow, book: AreaBook, season: date) -> Lawn:
    """The lawn a season is planned for: what the area says, the year as it was seen, which way its pH is to go, and
    what the season before brought."""
    side = book.ground.running or book.ground.ph_side()
    lawn = lawn_of(area, book.ground)
    before = [e for e in without_bulk(standing(book.entries)) if 0 < (season - e.on).days <= SEASON_DAYS]
    fed = sum(e.amount_kg * 1000 / lawn.size_m2 * e.material.total_nitrogen for e in before) if before else None
    lawn = replace(lawn, ph_side=side, fed_before_g_m2=fed)
    return lawn if lawn.start is not None else replace(lawn, start=sown_by_jobs(book.jobs))


def _plan_of(
    session: Session,
    area: AreaRow,
    book: AreaBook,
    start: date,
    today: date,
    school: str,
    kept: Sequence[Job] = (),
    nodes: int = 0,
) -> YearPlan:
    before = programme_of(session, area.id, start)
    others = jobs_of_the_others(session, area, start)
    replaced = {row.id for row in before.rounds} if before is not None else set()
    beside = [
        one.job
        for one in book.jobs
        if one.job.key not in replaced and one.job.counts and not one.done and is_feed_beside(one.job)
    ]
    return plan_year(
        brief_of(area, book, start),
        shelf(session),
        start,
        today,
        book.entries,
        school=school or (before.school if before is not None else DEFAULT_SCHOOL),
        ground=book.ground,
        pinned=[*_pinned(before, book), *kept, *beside],
        visited=[job.on_day for job in others if job.on_day >= today],
        opened=frozenset(job.product_id for job in others if job.product_id is not None),
        at_hand=in_stock(session),
        nodes=nodes,
        own_days=rounds_of(session, GRASS_BY_KEY[area.grass].season, book.ground.climate.latitude_deg < 0),
    )


def is_feed_beside(job: Job) -> bool:
    """Whether a job beside the season brings nitrogen, phosphorus or potassium that the season need not bring."""
    product = job.product
    if product is None or product.family == BULK:
        return False
    return product.total_nitrogen + product.p2o5 + product.k2o >= CARRIES_FROM


def _pinned(before: ProgrammeRow | None, book: AreaBook) -> list[Job]:
    """Rounds of the programme before that stay: pinned or changed by hand, and not done, left out or missed."""
    if before is None:
        return []
    done = {one.job.key for one in book.jobs if one.done or not one.job.counts}
    return [job_of(row) for row in before.rounds if row.pinned and not row.skipped and row.id not in done]


def _settled(
    session: Session, plan: YearPlan, book: AreaBook, area: AreaRow, today: date, kept: Sequence[Job] = ()
) -> YearPlan:
    """A plan among the lawn's other jobs; the rounds of the programme it replaces do not count beside it."""
    before = programme_of(session, area.id, plan.start)
    replaced = {row.id for row in before.rounds} if before else set()
    stay = _pinned(before, book)
    beside = tuple(one for one in book.jobs if one.job.key not in replaced or one.done)
    rounds, said = settle(
        replace(book, jobs=beside), [*stay, *kept, *plan.rounds], today, keep={job.key for job in stay}
    )
    return replace(plan, rounds=rounds, obstacles=(*plan.obstacles, *said))


def save_plan(session: Session, area_id: int, plan: YearPlan, today: date, evidence: str) -> ProgrammeRow:
    """Writes a plan as a new programme; ``evidence``: the mark of the soil it was made under."""
    row = ProgrammeRow(
        area_id=area_id,
        season_start=plan.start,
        planned_on=today,
        need_g_m2=plan.need.yearly_g_m2,
        school=plan.school,
        gap=plan.choice.gap,
        evidence=evidence,
    )
    row.rounds = [row_of(one, area_id) for one in plan.rounds]
    row.notes = [ProgrammeNoteRow(kind="assumption", sentence=s) for s in plan.assumptions]
    row.notes += [ProgrammeNoteRow(kind="obstacle", sentence=s) for s in plan.obstacles]
    row.notes += [
        ProgrammeNoteRow(kind="advice", sentence=one.sentence, code=one.code) for one in plan.advice if not one.obstacle
    ]
    session.add(row)
    session.flush()
    return row
