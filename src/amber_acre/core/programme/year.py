"""A lawn's season as it stands: everything a page or a paper shows of it, computed once."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date

from amber_acre.core.correction.jobs import SoilJob
from amber_acre.core.programme.brief import BULK, Entry, Lawn, PlannedRound, standing, without_bulk
from amber_acre.core.programme.judging import JudgedRound, judge, remarks
from amber_acre.core.programme.ledger import Ledger, ledger
from amber_acre.core.programme.need import NitrogenNeed, nitrogen_need
from amber_acre.core.programme.planning import season_series
from amber_acre.core.programme.supply import Ribbon, supply
from amber_acre.core.season.climate import DailySeries
from amber_acre.core.season.windows import Span, spans
from amber_acre.core.soil.findings import SoilFindings, findings


@dataclass(frozen=True)
class LawnYear:
    """A lawn, its season and all that follows from its rounds and entries."""

    lawn: Lawn
    series: DailySeries
    soil: SoilFindings
    need: NitrogenNeed
    rounds: tuple[JudgedRound, ...]
    entries: tuple[Entry, ...]
    ledger: Ledger
    ribbons: tuple[Ribbon, ...]
    spans: tuple[Span, ...]
    remarks: dict[int, tuple[str, ...]]


def lawn_year(
    lawn: Lawn,
    rounds: Sequence[PlannedRound],
    entries: Sequence[Entry],
    start: date,
    today: date,
    jobs: Sequence[SoilJob] = (),
) -> LawnYear:
    """Computes the season that begins on ``start`` as it reads on ``today``.

    Entries outside the season or after ``today`` do not count; a round whose window closed before ``today`` with
    nothing logged is missed and counts no more. Soil ``jobs`` still to come count in the ledger; bulk material
    (compost, soil) is no feed: its nutrients stand on the soil side.
    """
    series = season_series(lawn, start)
    inside = tuple(e for e in entries if 0 <= series.index(e.on) < len(series.mean_c) and e.on <= today)
    counted = standing(inside)
    done = {entry.round_number for entry in counted}
    rounds = [replace(r, missed=r.closes < today and r.number not in done) for r in rounds]
    soil = findings(lawn.soil_test, today)
    fed = without_bulk(inside)
    planned = [
        (job.job.name, job.product, job.job.rate_g_m2)
        for job in jobs
        if job.product is not None
        and job.product.family != BULK
        and job.done_on is None
        and not job.skipped
        and 0 <= series.index(job.job.on) < len(series.mean_c)
    ]
    return LawnYear(
        lawn,
        series,
        soil,
        nitrogen_need(lawn, series),
        judge(lawn, rounds, fed, series, soil),
        inside,
        ledger(lawn, rounds, fed, planned),
        supply(lawn, rounds, fed, series),
        spans(lawn.climate, series, lawn.rules.blackouts, lawn.grass.season),
        {e.key: remarks(lawn, e, [o for o in counted if o is not e], soil) for e in counted},
    )
