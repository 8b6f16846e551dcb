"""Programmes as they were written: values of the plans of areas, newest last, kept under the stamp of their plans."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import date

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.core.season.climate import next_season_start, season_start
from amber_acre.store.climates import every_climate
from amber_acre.store.kept_parts import AMONG, of_areas
from amber_acre.store.stamps import PLAN
from amber_acre.store.tables import AreaRow, JobRow, ProgrammeNoteRow, ProgrammeRow

# Before a season begins from which it is planned where nothing of this one is left, and shown once it is
# [common-practice].
AHEAD_DAYS = 90
# Codes of what a plan says of the soil as it was known.
SOIL_CODES = frozenset(
    {
        *("test_missing", "probe_ph_used", "p_correction", "p_rule", "ph_in_range", "sulphur_advised"),
        *("need_test", "no_high_p", "ph_cause", "free_lime", "salt", "mg_test"),
    }
)


@dataclass(frozen=True)
class Note:
    """A sentence of a plan: an 'assumption', an 'obstacle' or 'advice', with the code of its rule."""

    kind: str
    sentence: str
    code: str

    @property
    def of_the_soil(self) -> bool:
        """Whether it rests on tests and probe, or their want."""
        return self.kind == "assumption" or self.code in SOIL_CODES


@dataclass(frozen=True)
class Programme:
    """The plan of an area's season as it was written; ``rounds`` are the keys of its jobs in the order of their
    numbers."""

    id: int
    season_start: date
    planned_on: date
    need_g_m2: float
    school: str
    gap: float | None
    rounds: tuple[int, ...]
    notes: tuple[Note, ...]
    evidence: str = ""

    def sentences(self, kind: str, read_since: bool = False) -> list[str]:
        """What it says of a kind: 'assumption', 'obstacle' or 'advice'; ``read_since``: without what rested on the soil
        as it was known then."""
        return [one.sentence for one in self.notes if one.kind == kind and not (read_since and one.of_the_soil)]


@of_areas(PLAN)
def plans_on(session: Session, keys: Collection[int]) -> Mapping[int, tuple[Programme, ...]]:
    """Every programme of areas by the area's key, oldest first."""
    rounds: dict[int, list[int]] = {}
    for programme, key in session.execute(_ROUNDS, {"keys": list(keys)}):
        rounds.setdefault(programme, []).append(key)
    notes: dict[int, list[Note]] = {}
    for programme, kind, sentence, code in session.execute(_NOTES, {"keys": list(keys)}):
        notes.setdefault(programme, []).append(Note(kind, sentence, code))
    found: dict[int, list[Programme]] = {key: [] for key in keys}
    for area, key, start, on, need, school, gap, known in session.execute(_PLANS, {"keys": list(keys)}):
        jobs, said = tuple(rounds.get(key, ())), tuple(notes.get(key, ()))
        found[area].append(Programme(key, start, on, need, school, gap, jobs, said, known))
    return {area: tuple(plans) for area, plans in found.items()}


_ROUNDS = (
    select(ProgrammeRow.id, JobRow.id)
    .join(JobRow, JobRow.programme_id == ProgrammeRow.id)
    .where(ProgrammeRow.area_id.in_(AMONG))
    .order_by(JobRow.number, JobRow.id)
)
_NOTES = (
    select(ProgrammeNoteRow.programme_id, ProgrammeNoteRow.kind, ProgrammeNoteRow.sentence, ProgrammeNoteRow.code)
    .join(ProgrammeRow, ProgrammeRow.id == ProgrammeNoteRow.programme_id)
    .where(ProgrammeRow.area_id.in_(AMONG))
    .order_by(ProgrammeNoteRow.id)
)
_PLANS = (
    select(
        ProgrammeRow.area_id,
        ProgrammeRow.id,
        ProgrammeRow.season_start,
        ProgrammeRow.planned_on,
        ProgrammeRow.need_g_m2,
        ProgrammeRow.school,
        ProgrammeRow.gap,
        ProgrammeRow.evidence,
    )
    .where(ProgrammeRow.area_id.in_(AMONG))
    .order_by(ProgrammeRow.id)
)


def newest_plans(session: Session, starts: Mapping[int, date]) -> dict[int, Programme | None]:
    """The newest programme of each area, by its key, for the season that starts on a day; None: not planned."""
    plans = plans_on(session, starts)
    return {
        key: next((plan for plan in reversed(plans[key]) if plan.season_start == start), None)
        for key, start in starts.items()
    }


def season_to_show(session: Session, area: AreaRow, day: date) -> date:
    """The season that contains ``day``; the next one where only that is planned, or where it is and begins soon."""
    return seasons_to_show(session, [area], day)[area.id]


def seasons_to_show(session: Session, areas: Sequence[AreaRow], day: date) -> dict[int, date]:
    """The season to show of each area by its id, read together."""
    plans = plans_on(session, [area.id for area in areas])
    climates = every_climate(session)
    found = {}
    for area in areas:
        start = season_start(climates[area.property.climate_id], day)
        following = next_season_start(start)
        planned = {plan.season_start for plan in plans[area.id]}
        over = start not in planned or (following - day).days <= AHEAD_DAYS
        found[area.id] = following if over and following in planned else start
    return found
