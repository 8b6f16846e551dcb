"""A planting's season as it stands: everything a page, a sheet or a letter shows of it, computed once."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from datetime import date

from amber_acre.core.by_content import by_content
from amber_acre.core.care.bedding import begins
from amber_acre.core.care.chlorosis import Ladder
from amber_acre.core.care.covering import weighed
from amber_acre.core.care.demand import demand
from amber_acre.core.care.feeding import FeedAsked, feed_asked
from amber_acre.core.care.last_nitrogen import last_nitrogen
from amber_acre.core.care.mixed_bed import mixed_bed
from amber_acre.core.care.planting import Planting, planting_of, with_mulch
from amber_acre.core.jobs.entry import Entry, without_bulk
from amber_acre.core.jobs.use import whose
from amber_acre.core.mulch.choosing import Weighed
from amber_acre.core.programme.garden_soil import ladder_of
from amber_acre.core.programme.mixed_feeds import Season, own_needs, planting_need
from amber_acre.core.programme.supply import Ribbon, supply
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.judged import JudgedJob, judged_book
from amber_acre.core.season.climate import Daily, DailySeries, daily_series, next_season_start
from amber_acre.core.season.stages import Stages, stages

KEPT_SEASONS = 512  # plantings whose seasons are kept: a firm of some hundred gardens


@dataclass(frozen=True)
class GardenSeason:
    """A planting, its season and all that follows. ``planned``: jobs of its plan; ``others``: every other job of the
    season. ``need_g_m2``: the year's nitrogen over the area; ``demand``: the same a day (of pots over their open
    surface). ``own``: what plants of a bed ask that are fed beside the rest."""

    planting: Planting
    stages: Stages
    asked: FeedAsked
    series: DailySeries
    need_g_m2: float
    own: tuple[tuple[Planting, FeedAsked], ...]
    demand: Daily
    planned: tuple[JudgedJob, ...]
    others: tuple[JudgedJob, ...]
    entries: tuple[Entry, ...]
    ribbons: tuple[Ribbon, ...]
    mulches: tuple[Weighed, ...]
    ladder: Ladder | None

    @property
    def per_litre(self) -> tuple[float, float] | None:
        """Of pots: nitrogen that went down and the year's, g a litre of medium; None of other ground."""
        planting = self.planting
        if planting.group.basis != "litre" or planting.medium_l <= 0:
            return None
        return self.down_g_m2 * planting.ground.size_m2 / planting.medium_l, self.asked.nitrogen

    @property
    def begins(self) -> date:
        """The day it wakes, of bedding the day it is planted out."""
        return begins(self.planting, self.stages)

    @property
    def last(self) -> date:
        """The last day for nitrogen of what grows there."""
        return last_nitrogen(self.planting, self.stages)[0]

    @property
    def down_g_m2(self) -> float:
        """Nitrogen that went down this season, g/m²."""
        return sum(ribbon.applied_g_m2 for ribbon in self.ribbons if ribbon.logged)

    def fed_beside(self, part: Planting) -> bool:
        """Whether plants of a bed that ask for a feed of their own have one: planned, by hand or down."""
        group = part.group.name
        return any(one.product is not None and whose(one.job) == group for one in self.in_season)

    @property
    def in_season(self) -> tuple[JudgedJob, ...]:
        """Every job of the season by day, what was left out too only where it was done."""
        mine = [one for one in (*self.planned, *self.others) if one.done or not one.job.skipped]
        return tuple(sorted(mine, key=lambda one: (one.on, one.job.number)))


def planting_now(book: AreaBook) -> Planting:
    """The planting of a book with the mulch that lies there on its day, by looks, form and log."""
    return with_mulch(planting_of(book.ground), *book.mulch)


@by_content(KEPT_SEASONS)
def garden_season(book: AreaBook, of_plan: Collection[int], start: date) -> GardenSeason:
    """Computes the season from ``start`` as it reads on the book's day; ``of_plan``: keys of its plan's jobs."""
    planting = planting_now(book)
    year = stages(book.ground.climate, planting.group.start_c, start)
    series = daily_series(book.ground.climate, start, next_season_start(start))
    mixed = mixed_bed(planting, start)
    asked = feed_asked(mixed.fed, year, start)
    season = Season(book, start, start, (), ())
    need = planting_need(mixed, asked, season)
    inside = tuple(e for e in book.entries if 0 <= series.index(e.on) < len(series.mean_c))
    judged = judged_book(book)
    planned = tuple(one for one in judged if one.job.key in of_plan)
    others = tuple(
        one for one in judged if one.job.key not in of_plan and 0 <= series.index(one.on) < len(series.mean_c)
    )
    feeds = [
        one.job
        for one in (*planned, *others)
        if one.product is not None and one.product.total_nitrogen > 0 and one.product.family != "bulk" and not one.done
    ]
    fed = tuple(entry for entry in without_bulk(inside) if entry.material.total_nitrogen > 0)
    return GardenSeason(
        planting,
        year,
        asked,
        series,
        need,
        own_needs(mixed, season),
        demand(planting, year, series, need),
        planned,
        others,
        inside,
        supply(book.ground, feeds, fed, series),
        weighed(planting),
        ladder_of(planting),
    )
