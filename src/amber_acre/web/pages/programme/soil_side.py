"""The soil side of the year: jobs of corrections on the lanes, lanes of areas that are no lawn, acid and base."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from sqlalchemy.orm import Session

from amber_acre.core.correction.jobs import SoilJob
from amber_acre.core.correction.soil_ledger import SoilLedger, SoilUse, soil_ledger
from amber_acre.core.programme.brief import standing
from amber_acre.core.season.climate import daily_series, next_season_start
from amber_acre.core.season.windows import Span, spans
from amber_acre.store.climates import climate_of
from amber_acre.store.corrections import corrections_of, findings_of, soil_jobs
from amber_acre.store.programmes import Lane
from amber_acre.store.rules import rule_set_of
from amber_acre.store.tables import AreaRow, PropertyRow, SoilJobRow
from amber_acre.store.walks import walks_of
from amber_acre.web.draw.lane import LaneDrawing, draw_jobs
from amber_acre.web.draw.tape import Tape
from amber_acre.web.shown import Shown

APART_DAYS = 14  # between lime and urea or ammonium [common-practice]
PALE = (2, 3, 4)  # colours of a look that ask for their cause before a feed


def jobs_of(lane: Lane) -> list[SoilJob]:
    """The soil jobs of a lane."""
    return [job for _, job in lane.jobs]


def windows_of(place: PropertyRow, season: date) -> tuple[Span, ...]:
    """Frost, heat and closed times of a property without a lawn, on its tape."""
    climate = climate_of(place.climate)
    series = daily_series(climate, season, next_season_start(season))
    return spans(climate, series, rule_set_of(place.rule_set).blackouts, "cool")


def season_jobs(lane: Lane) -> list[tuple[SoilJobRow, SoilJob]]:
    """Soil jobs of the season shown, left-out ones of ended corrections aside."""
    series = lane.year.series
    return [
        (row, job)
        for row, job in lane.jobs
        if 0 <= series.index(job.done_on or job.job.on) < len(series.mean_c)
        and (job.done_on or not row.correction.ended_at)
    ]


def thin_lanes(
    session: Session, areas: Sequence[AreaRow], tape: Tape, day: date, shown: Shown
) -> list[tuple[AreaRow, LaneDrawing]]:
    """Areas that are no lawn and have soil jobs this season, each with its flags."""
    others = {row.id: row for row in areas if row.kind != "lawn"}
    found: dict[int, list[SoilJob]] = {}
    for row, job in soil_jobs(session, corrections_of(session, list(others)), day):
        if not job.skipped and tape.scale.start <= (job.done_on or job.job.on) < tape.scale.end:
            found.setdefault(row.correction.area_id, []).append(job)
    return [(others[key], draw_jobs(others[key].name, jobs, tape.scale, day, shown)) for key, jobs in found.items()]


def ledger_of(lane: Lane) -> SoilLedger:
    """Acid, base and the elements of the season's rounds, entries and soil jobs."""
    year = lane.year
    uses = [
        SoilUse(e.product, e.amount_kg * 1000 / year.lawn.size_m2, True, f"Logged {e.on:%-d %B}: {e.product.name}")
        for e in standing(year.entries)
    ]
    uses += [
        SoilUse(j.round.product, j.round.rate_g_m2, False, f"Planned R{j.round.number}: {j.round.product.name}")
        for j in year.rounds
        if j.round.counts and not j.done
    ]
    uses += [
        SoilUse(job.product, job.job.rate_g_m2, False, f"Planned {job.job.name}: {job.product.name}")
        for _, job in season_jobs(lane)
        if job.product is not None and job.done_on is None and not job.skipped
    ]
    return soil_ledger(uses)


def unasked_pale(session: Session, area_id: int) -> date | None:
    """The day leaves were last seen pale, where no cause has been marked since; else None."""
    look = next((row for row in walks_of(session, area_id) if row.colour is not None), None)
    if look is None or look.colour is None or look.colour not in PALE:
        return None
    asked = any(f.kind == "pale" and f.found_on >= look.on_day for f in findings_of(session, [area_id]))
    return None if asked else look.on_day


def lime_beside_nitrogen(lane: Lane) -> list[str]:
    """Sentences for every round with urea or ammonium within a fortnight of a lime job: ammonia is lost beside fresh
    lime."""
    found = []
    lime = [
        job
        for _, job in season_jobs(lane)
        if job.product is not None and job.product.soil.lime_kind and not job.skipped
    ]
    for job in lime:
        on = job.done_on or job.job.on
        for judged in lane.year.rounds:
            feed = judged.round
            ammonia = feed.product.nitrogen.get("urea", 0.0) + feed.product.nitrogen.get("ammoniacal", 0.0)
            day = judged.done_on or feed.on
            if feed.counts and ammonia > 0.02 and abs((day - on).days) < APART_DAYS:
                found.append(
                    f"R{feed.number} ({feed.product.name}, {day:%-d %B}) and {job.job.name} ({on:%-d %B}) lie"
                    f" {abs((day - on).days)} days apart: urea and ammonium are lost as ammonia beside fresh lime. Keep"
                    f" {APART_DAYS} days between."
                )
    return found
