"""Programmes: planned rounds of a lawn's season, and the season as it stands."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.core.correction.jobs import SoilJob
from amber_acre.core.errors import DoesNotFit
from amber_acre.core.programme.brief import PlannedRound
from amber_acre.core.programme.planning import YearPlan, plan_year
from amber_acre.core.programme.year import LawnYear, lawn_year
from amber_acre.core.quantities import GramsPerSquareMetre
from amber_acre.core.season.climate import next_season_start, season_start
from amber_acre.store.areas import lawn_of
from amber_acre.store.climates import climate_of
from amber_acre.store.corrections import corrections_of, soil_jobs
from amber_acre.store.daybook import entries_of, entry_of, entry_rows_of
from amber_acre.store.shelf import product_of, shelf
from amber_acre.store.tables import AreaRow, ProgrammeNoteRow, ProgrammeRow, RoundRow, SoilJobRow


@dataclass(frozen=True)
class Lane:
    """An area row, its programme row of the season shown (None: not planned), what follows, and its soil jobs."""

    area: AreaRow
    programme: ProgrammeRow | None
    year: LawnYear
    jobs: tuple[tuple[SoilJobRow, SoilJob], ...] = ()

    @property
    def outdated(self) -> bool:
        """True where lawn, test, climate or rule changed the need by over a hundredth since planning."""
        planned = self.programme.need_g_m2 if self.programme else self.year.need.yearly_g_m2
        return abs(self.year.need.yearly_g_m2 - planned) > 0.01 * planned

    def row_of(self, number: int) -> RoundRow | None:
        rounds = self.programme.rounds if self.programme else []
        return next((row for row in rounds if row.number == number), None)

    def notes(self, kind: str) -> list[str]:
        return [note.sentence for note in self.programme.notes if note.kind == kind] if self.programme else []


def planned_round(row: RoundRow) -> PlannedRound:
    """The core value of a round row."""
    return PlannedRound(
        row.number,
        row.name,
        row.on_day,
        row.opens,
        row.closes,
        product_of(row.product),
        GramsPerSquareMetre(row.rate_g_m2),
        row.target_g_m2,
        row.share,
        row.yearly_g_m2,
        row.reason,
        row.skipped,
    )


def programme_of(session: Session, area_id: int, season: date) -> ProgrammeRow | None:
    """The newest programme of an area for the season that starts on ``season``."""
    query = (
        select(ProgrammeRow)
        .where(ProgrammeRow.area_id == area_id, ProgrammeRow.season_start == season)
        .order_by(ProgrammeRow.id.desc())
    )
    return session.scalars(query.limit(1)).first()


def season_to_show(session: Session, area: AreaRow, day: date) -> date:
    """The season that contains ``day``; the next one where only that is planned."""
    return seasons_to_show(session, [area], day)[area.id]


def seasons_to_show(session: Session, areas: Sequence[AreaRow], day: date) -> dict[int, date]:
    """The season to show of each area by its id, read together."""
    query = select(ProgrammeRow.area_id, ProgrammeRow.season_start).where(
        ProgrammeRow.area_id.in_([area.id for area in areas])
    )
    planned = {(area_id, start) for area_id, start in session.execute(query)}
    found = {}
    for area in areas:
        start = season_start(climate_of(area.property.climate), day)
        following = next_season_start(start)
        only_next = (area.id, start) not in planned and (area.id, following) in planned
        found[area.id] = following if only_next else start
    return found


def lane(session: Session, area: AreaRow, season: date, today: date) -> Lane:
    """An area's season with everything computed."""
    return lanes(session, [area], season, today)[0]


def lanes(session: Session, areas: Sequence[AreaRow], season: date, today: date) -> list[Lane]:
    """The seasons of several areas, read together."""
    ids = [area.id for area in areas]
    query = select(ProgrammeRow).where(ProgrammeRow.area_id.in_(ids), ProgrammeRow.season_start == season)
    newest = {row.area_id: row for row in session.scalars(query.order_by(ProgrammeRow.id))}
    entries = entry_rows_of(session, ids)
    jobs: dict[int, list[tuple[SoilJobRow, SoilJob]]] = {}
    for row, job in soil_jobs(session, corrections_of(session, ids), today):
        jobs.setdefault(row.correction.area_id, []).append((row, job))
    found = []
    for area in areas:
        programme = newest.get(area.id)
        rounds = [planned_round(row) for row in programme.rounds] if programme else []
        numbers = {row.id: row.number for row in programme.rounds} if programme else {}
        log = tuple(
            entry_of(row, numbers.get(row.round_id) if row.round_id else None) for row in entries.get(area.id, ())
        )
        found.append(
            Lane(
                area,
                programme,
                lawn_year(lawn_of(area), rounds, log, season, today, [job for _, job in jobs.get(area.id, ())]),
                tuple(jobs.get(area.id, ())),
            )
        )
    return found


def lanes_as_shown(session: Session, areas: Sequence[AreaRow], day: date) -> list[Lane]:
    """Each area in the season to show, in their order; areas of one season are read together."""
    seasons = seasons_to_show(session, areas, day)
    found: dict[int, Lane] = {}
    for season in sorted(set(seasons.values())):
        of_it = [area for area in areas if seasons[area.id] == season]
        found |= {one.area.id: one for one in lanes(session, of_it, season, day)}
    return [found[area.id] for area in areas]


def plan_area(session: Session, area: AreaRow, today: date) -> ProgrammeRow:
    """Plans an area's year: this season while a round can still be placed in it, else the next one.

    A new programme stands in front of an older one of the season; the older is kept.
    """
    lawn = lawn_of(area)
    products = shelf(session)
    start = season_start(lawn.climate, today)
    entries = entries_of(session, area.id, {})
    this_season = [e for e in entries if start <= e.on < next_season_start(start)]
    plan = plan_year(lawn, products, start, today, this_season)
    if not plan.rounds and not this_season and today > start:
        following = plan_year(lawn, products, next_season_start(start), today)
        plan = following if following.rounds else plan
    return save_plan(session, area.id, plan, today)


def save_plan(session: Session, area_id: int, plan: YearPlan, today: date) -> ProgrammeRow:
    """Writes a plan as a new programme."""
    row = ProgrammeRow(area_id=area_id, season_start=plan.start, planned_on=today, need_g_m2=plan.need.yearly_g_m2)
    row.rounds = [
        RoundRow(
            number=r.number,
            name=r.name,
            on_day=r.on,
            opens=r.opens,
            closes=r.closes,
            product_id=r.product.key,
            rate_g_m2=r.rate_g_m2,
            target_g_m2=r.target_g_m2,
            share=r.share,
            yearly_g_m2=r.yearly_g_m2,
            reason=r.reason,
        )
        for r in plan.rounds
    ]
    row.notes = [ProgrammeNoteRow(kind="assumption", sentence=s) for s in plan.assumptions]
    row.notes += [ProgrammeNoteRow(kind="obstacle", sentence=s) for s in plan.obstacles]
    session.add(row)
    session.flush()
    return row


def change_round(
    session: Session,
    row: RoundRow,
    *,
    version: int,
    on_day: date,
    product_id: int,
    rate_g_m2: float,
    change_reason: str,
    skipped: bool,
) -> None:
    """Changes a round by hand, if nobody changed it since ``version``; its window follows its day."""
    if row.version != version:
        raise DoesNotFit(
            "Somebody else changed this round while you were looking at it. Look at it as it stands now, "
            "then change it again.",
            field="version",
        )
    row.on_day, row.product_id, row.rate_g_m2 = on_day, product_id, rate_g_m2
    row.opens, row.closes = min(row.opens, on_day), max(row.closes, on_day)
    row.change_reason, row.skipped = change_reason, skipped
    session.flush()
    session.expire(row)
