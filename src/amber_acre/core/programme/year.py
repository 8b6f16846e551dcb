"""A lawn's season as it stands: everything a page or a paper shows of it, computed once."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from functools import cached_property

import numpy as np

from amber_acre.core.by_content import by_content
from amber_acre.core.care.brief import Lawn
from amber_acre.core.care.need import NitrogenNeed, nitrogen_need
from amber_acre.core.jobs.entry import BULK, Entry, standing, without_bulk
from amber_acre.core.jobs.job import Job
from amber_acre.core.jobs.standing import StandingJob, stand
from amber_acre.core.jobs.use import most_with
from amber_acre.core.programme.ledger import Ledger, ledger
from amber_acre.core.programme.planning import season_series
from amber_acre.core.programme.pool import Pool, season_pool
from amber_acre.core.programme.supply import Ribbon, supply
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.judged import JudgedJob, judged_job
from amber_acre.core.rules.law import yearly_nitrogen_of
from amber_acre.core.rules.rule import Verdict
from amber_acre.core.season.climate import DailySeries
from amber_acre.core.season.windows import Span, spans
from amber_acre.core.soil.findings import SoilFindings, findings

KEPT_YEARS = 256  # seasons of lawns that are kept as computed: a firm of some hundred lawns


@dataclass(frozen=True)
class LawnYear:
    """A lawn, its season and all that follows from its jobs and entries.

    ``stands`` are the season's feeds as they stand, ``beside`` every other job of the area, in the season or not. They
    are judged once somebody asks: ``rounds`` and ``jobs``. ``entries`` are those of the season.
    """

    lawn: Lawn
    series: DailySeries
    soil: SoilFindings
    need: NitrogenNeed
    book: AreaBook
    stands: tuple[StandingJob, ...]
    beside: tuple[StandingJob, ...]
    entries: tuple[Entry, ...]
    ledger: Ledger
    ribbons: tuple[Ribbon, ...]
    spans: tuple[Span, ...]

    @cached_property
    def rounds(self) -> tuple[JudgedJob, ...]:
        """The season's feeds, judged, in order of their days."""
        ordered = sorted(self.stands, key=lambda one: (one.job.on, one.job.number))
        return tuple(judged_job(self.book, one) for one in ordered)

    @cached_property
    def jobs(self) -> tuple[JudgedJob, ...]:
        """Every other job of the area, judged."""
        return tuple(judged_job(self.book, one) for one in self.beside)

    @cached_property
    def pool(self) -> Pool:
        """Nitrogen lying in the soil day by day, as everything that went and goes down fills it."""
        demand = self.need.demand_g_m2
        total = np.sum([one.daily_g_m2 for one in self.ribbons], axis=0) if self.ribbons else np.zeros_like(demand)
        return season_pool(total, demand, self.series, self.lawn.climate, self.lawn.texture)

    def ribbon_of(self, judged: JudgedJob) -> Ribbon | None:
        """The supply of a round, planned or as it was logged; None where none is released in this season."""
        if judged.done_on is None:
            return next((r for r in self.ribbons if not r.logged and r.label == judged.job.called), None)
        found = [r for r in self.ribbons if r.logged and r.applied_on == judged.done_on]
        return next((r for r in found if r.product == judged.product), next(iter(found), None))

    @cached_property
    def remarks(self) -> dict[int, tuple[Verdict, ...]]:
        """What each standing entry of the season went past, by its key."""
        return {entry.key: self.book.judged_entry(entry) for entry in standing(self.entries)}

    def holds(self, day: date) -> bool:
        """Whether a day lies in the season shown."""
        return 0 <= self.series.index(day) < len(self.series.mean_c)

    @property
    def cap_left_g_m2(self) -> float | None:
        """Nitrogen left under the rule's cap in the fullest twelve months that touch the season; None: no cap."""
        cap = self.lawn.rules.yearly_cap_g_m2
        if cap is None:
            return None
        days = [use.on for use in self.book.uses if self.holds(use.on)]
        return cap - max((most_with(self.book.uses, day, yearly_nitrogen_of) for day in days), default=0.0)

    @property
    def season_jobs(self) -> tuple[JudgedJob, ...]:
        """The other jobs whose day, done or planned, lies in the season."""
        return tuple(one for one in self.jobs if self.holds(one.on))


@by_content(KEPT_YEARS)
def lawn_year(
    lawn: Lawn,
    rounds: Sequence[Job],
    entries: Sequence[Entry],
    start: date,
    today: date,
    others: Sequence[Job] = (),
    ground: Ground | None = None,
) -> LawnYear:
    """Computes the season that begins on ``start`` as it reads on ``today``.

    ``others``: the area's jobs beside the season's rounds, of any plan and season. ``entries``: all of the area; those
    after ``today`` do not count, and label, rule and intervals look across the season's edge. A round whose window
    closed before ``today`` with nothing logged is missed and counts no more. Bulk material (compost, soil) is no feed:
    its nutrients stand on the soil side.
    """
    series = season_series(lawn, start)
    ground = ground or lawn.ground()
    known = tuple(e for e in entries if e.on <= today)
    inside = tuple(e for e in known if 0 <= series.index(e.on) < len(series.mean_c))
    stands = [stand(job, *ground.sizes_of(job), known, today) for job in rounds]
    beside = [stand(job, *ground.sizes_of(job), known, today) for job in others]
    book = AreaBook(ground, (*stands, *beside), known, today)
    soil = findings(lawn.soil_test, today, ground.wanted_ph, (ground.ph, ground.ph_from))
    fed, open_rounds = without_bulk(inside), [one.job for one in stands]
    works = {one.job.key: one.job.work for one in book.jobs}
    sizes = {e.key: float(ground.size_of_entry(works.get(e.job or 0), e.product)) for e in fed}
    planned = [
        (one.job.name, one.product, float(one.job.rate_on(one.size_m2)))
        for one in beside
        if one.product is not None
        and one.product.family != BULK
        and not one.done
        and one.job.counts
        and 0 <= series.index(one.job.on) < len(series.mean_c)
    ]
    return LawnYear(
        lawn,
        series,
        soil,
        nitrogen_need(lawn, series),
        book,
        tuple(stands),
        tuple(beside),
        inside,
        ledger(lawn, open_rounds, fed, planned, sizes),
        supply(lawn, open_rounds, fed, series, sizes),
        spans(lawn.climate, series, lawn.rules.blackouts, lawn.grass.season),
    )
