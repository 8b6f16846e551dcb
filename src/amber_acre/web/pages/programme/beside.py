"""Beside the rounds of the year: lanes of areas that are no lawn, acid and base, leaves nobody has asked about."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from amber_acre.core.correction.soil_ledger import SoilLedger, SoilUse, soil_ledger
from amber_acre.core.jobs.use import Use
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.core.season.climate import daily_series, next_season_start
from amber_acre.core.season.windows import Span, spans
from amber_acre.store.climates import every_climate
from amber_acre.store.gardens import GardenLane, garden_lanes
from amber_acre.store.programmes import Lane, judged_jobs
from amber_acre.store.rules import every_rule_set
from amber_acre.store.tables import AreaRow, PropertyRow
from amber_acre.web.draw.lane import LaneDrawing, draw_jobs, draw_planting
from amber_acre.web.draw.tape import Tape
from amber_acre.web.page import Reading
from amber_acre.web.shown import Shown


def windows_of(session: Reading, place: PropertyRow, season: date) -> tuple[Span, ...]:
    """Frost, heat and closed times of a property without a lawn, on its tape."""
    climate = every_climate(session)[place.climate_id]
    series = daily_series(climate, season, next_season_start(season))
    return spans(climate, series, every_rule_set(session)[place.rule_set_id].blackouts, "cool")


def planting_lanes(
    session: Reading, areas: Sequence[AreaRow], tape: Tape, day: date, shown: Shown
) -> list[tuple[GardenLane, LaneDrawing]]:
    """Plantings whose season is the tape's, each with its demand, supply and flags; one with nothing to say is thin."""
    found = []
    for lane in garden_lanes(session, areas, day):
        if lane.start == tape.scale.start and (lane.programme is not None or lane.season.in_season):
            found.append((lane, draw_planting(lane.season, tape.scale, day, shown)))
    return found


def thin_lanes(
    session: Reading, areas: Sequence[AreaRow], tape: Tape, day: date, shown: Shown
) -> list[tuple[AreaRow, LaneDrawing]]:
    """Patches with jobs this season, each with its flags."""
    others = [row for row in areas if row.kind == "patch"]
    found: dict[int, list[JudgedJob]] = {}
    for area, one in judged_jobs(session, others, day):
        if not one.job.skipped and tape.scale.start <= one.on < tape.scale.end:
            found.setdefault(area.id, []).append(one)
    return [(row, draw_jobs(row.name, found[row.id], tape.scale, day, shown)) for row in others if row.id in found]


def ledger_of(lane: Lane) -> SoilLedger:
    """Acid, base and the elements of the season's jobs and entries."""
    year = lane.year
    uses = [
        SoilUse(use.product, use.rate_g_m2, use.down, words(use))
        for use in year.book.uses
        if use.product is not None and year.holds(use.on)
    ]
    return soil_ledger(uses)


def words(use: Use) -> str:
    """A use as the working of the ledger calls it."""
    name = use.product.name if use.product is not None else ""
    return f"Logged {use.on:%-d %B}: {name}" if use.down else f"Planned {use.words}: {name}"
