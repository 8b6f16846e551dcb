"""Years of plantings and patches: planned, kept as programmes of their areas, loaded with everything computed."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from sqlalchemy.orm import Session

from amber_acre.core.care.planting import planting_of
from amber_acre.core.care.said import Said
from amber_acre.core.jobs.job import Job
from amber_acre.core.programme.garden_season import GardenSeason, garden_season
from amber_acre.core.programme.garden_year import plan_garden
from amber_acre.core.programme.patch_year import plan_patch
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.season.climate import next_season_start, season_start
from amber_acre.store.books import book_of, books
from amber_acre.store.in_use import AreaInUse, everything_in_use
from amber_acre.store.jobs import job_of, jobs_of_the_others, row_of
from amber_acre.store.plans import AHEAD_DAYS, Programme, newest_plans, plans_on, seasons_to_show
from amber_acre.store.programmes import plan_area, programme_of
from amber_acre.store.shelf import shelf
from amber_acre.store.tables import AreaRow, ProgrammeNoteRow, ProgrammeRow

CARE = "care"  # the school of a programme that is a planting's
PLANTINGS = ("hedge", "tree", "bed", "container")
ORDER = ("lawn", "patch", *PLANTINGS)  # in which areas of a property are planned


@dataclass(frozen=True)
class GardenLane:
    """A planting's area row, its programme of the season shown (None: not planned), and the season."""

    area: AreaRow
    programme: Programme | None
    season: GardenSeason
    start: date

    def notes(self, kind: str) -> list[str]:
        """Sentences of the plan of a kind: 'advice' or 'obstacle'."""
        return self.programme.sentences(kind, self.read_since) if self.programme else []

    @property
    def read_since(self) -> bool:
        """Whether its soil was tested or probed since the plan was made."""
        plan = self.programme
        return plan is not None and self.season.planting.ground.newer_than(plan.evidence, plan.planned_on)


def garden_lanes(session: Session, areas: Sequence[AreaRow], day: date) -> list[GardenLane]:
    """The seasons to show of plantings, read together, in their order; lawns and patches are left out."""
    mine = [area for area in areas if area.kind in PLANTINGS]
    if not mine:
        return []
    starts = seasons_to_show(session, mine, day)
    newest = newest_plans(session, starts)
    read = books(session, mine, day)
    found = []
    for area in mine:
        programme = newest[area.id]
        keys = tuple(sorted(programme.rounds)) if programme else ()
        found.append(GardenLane(area, programme, garden_season(read[area.id], keys, starts[area.id]), starts[area.id]))
    return found


def garden_lane(session: Session, area: AreaRow, day: date) -> GardenLane:
    """One planting's season to show."""
    return garden_lanes(session, [area], day)[0]


def without_a_year(session: Session, day: date, place: int | None = None) -> list[AreaInUse]:
    """Areas in use, of one property or (None) all, without a plan for this season or the next, and from AHEAD_DAYS
    before the next those nobody has planned since: lawns first, the largest before the others, as what is planned later
    shares the visits of what was planned before."""
    areas = everything_in_use(session, place)
    plans = plans_on(session, [area.id for area in areas])
    found = [
        area
        for area in areas
        if waits_for_a_year(area.kind, season_start(area.property.climate, day), plans[area.id], day)
    ]
    return sorted(found, key=lambda area: (area.property.id, ORDER.index(area.kind), -area.size_m2, area.id))


def waits_for_a_year(kind: str, start: date, plans: Sequence[Programme], day: date) -> bool:
    """Whether an area of a kind with these plans has none for the season that contains a day and began on ``start``,
    nor for the next, or is to be planned ahead."""
    later = next_season_start(start)
    ahead = later - timedelta(days=AHEAD_DAYS)
    if any(plan.season_start == later for plan in plans):
        return False
    this = max((plan.planned_on for plan in plans if plan.season_start == start), default=None)
    return this is None or (kind != "patch" and this < ahead <= day)


def plan_any(session: Session, area: AreaRow, today: date) -> ProgrammeRow:
    """Plans the year of any area: a lawn's season, a planting's year, a patch's treatment."""
    return plan_area(session, area, today) if area.kind == "lawn" else plan_planting(session, area, today)


def plan_planting(session: Session, area: AreaRow, today: date) -> ProgrammeRow:
    """Plans the year of a planting or the treatment of a patch: this season, or the next where nothing of this one is
    left; what is done, pinned or changed by hand stays."""
    book = book_of(session, area, today, crowns=True)
    start = season_start(book.ground.climate, today)
    jobs, said, nitrogen = _planned(session, area, book, start, today)
    later = next_season_start(start)
    soon = (later - today).days <= AHEAD_DAYS
    counts = ("feed", "drench") if soon else ("feed", "drench", "mulch")  # nor for mulch alone so near its end
    new = [job for job in jobs if not job.pinned]
    if area.kind != "patch" and not any(job.work in counts for job in new):
        done = any(start <= entry.on < later for entry in book.entries)
        if soon or (not done and programme_of(session, area.id, start) is None):
            ahead = _planned(session, area, book, later, today)
            if any(job.work in ("feed", "drench", "mulch") for job in ahead[0]):
                jobs, said, nitrogen = ahead
                start = later
    row = ProgrammeRow(area_id=area.id, season_start=start, planned_on=today, need_g_m2=nitrogen, school=CARE)
    row.evidence = book.ground.evidence
    row.rounds = [row_of(job, area.id) for job in jobs]
    row.notes = [
        ProgrammeNoteRow(kind="obstacle" if one.obstacle else "advice", sentence=one.sentence, code=one.code)
        for one in said
    ]
    session.add(row)
    session.flush()
    return row


def _planned(
    session: Session, area: AreaRow, book: AreaBook, start: date, today: date
) -> tuple[Sequence[Job], Sequence[Said], float]:
    """Jobs, what is said, and the year's nitrogen over the area, g/m²."""
    before = programme_of(session, area.id, start)
    replaced = {row.id for row in before.rounds} if before is not None else set()
    beside = replace(book, jobs=tuple(one for one in book.jobs if one.job.key not in replaced or one.done))
    done = {one.job.key for one in book.jobs if one.done or not one.job.counts}
    stay = [row for row in (before.rounds if before else []) if row.pinned and not row.skipped and row.id not in done]
    pinned = [replace(job_of(row), key=0) for row in stay]
    if area.kind == "patch":
        patch = plan_patch(beside, shelf(session), start, today, pinned)
        return patch.jobs, patch.said, 0.0
    visits = jobs_of_the_others(session, area, start)
    plan = plan_garden(
        planting_of(beside.ground),
        beside,
        shelf(session),
        start,
        today,
        visited=sorted({row.on_day for row in visits if row.on_day >= today}),
        opened=frozenset(row.product_id for row in visits if row.product_id is not None),
        pinned=pinned,
    )
    return plan.jobs, plan.said, plan.need_g_m2
