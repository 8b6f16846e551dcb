"""New grass in a lawn's year: sown, laid as turf or overseeded, and what its first weeks ask."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field
from datetime import date, timedelta

from amber_acre.core.care.brief import Establishing, Lawn
from amber_acre.core.care.pattern import Mask, ShareWanted, around, mask_of
from amber_acre.core.jobs.standing import StandingJob
from amber_acre.core.season.growing import growing
from amber_acre.core.season.phases import STEPS, Phases
from amber_acre.core.tables.grasses import Grass

CLOSED_BEFORE_SEED, CLOSED_BEFORE_OVERSEED = 10, 4  # steps of 7.6 days [common-practice]
CLOSED_AFTER_TURF = 3  # until turf has rooted [common-practice]
CLOSED_AFTER_SEED, CLOSED_AFTER_OVERSEED = 3, 2  # seed comes up: no spreader and no boots on it [common-practice]
FIRST_FEED_STEPS, FIRST_FEED_G_M2 = 6, 2.2  # with the seed or six weeks on, g/m² of nitrogen [common-practice]
SEEDLING_STEPS = 6  # to the second or third mowing: SEEDLING_DAYS of the rule in steps
ESTABLISHES = 0.25  # of a year's need on top of new grass's part of the year: roots and cover [common-practice]


@dataclass(frozen=True)
class Start:
    """What new grass changes of a year: steps closed before it and why, opened, closed while seed comes up, with
    seedlings that bear no strong feed, without grass yet, and of the winter grass."""

    closed: list[int] = field(default_factory=list)
    open: list[int] = field(default_factory=list)
    why: str = ""
    coming_up: list[int] = field(default_factory=list)
    seedlings: list[int] = field(default_factory=list)
    unborn: list[int] = field(default_factory=list)
    starter: Mask | None = None
    demand_of: Grass | None = None
    winter_steps: list[int] = field(default_factory=list)
    first_weeks: Mask | None = None
    said: tuple[tuple[str, str], ...] = ()

    def shares(self, need_g_m2: float) -> tuple[ShareWanted, ...]:
        """The first feed of new grass as a share of the year's need."""
        if self.first_weeks is None or need_g_m2 <= 0:
            return ()
        share = min(0.6, FIRST_FEED_G_M2 / need_g_m2)
        return (ShareWanted("new grass", self.first_weeks, share, "new grass is fed in its first weeks"),)


def sown_by_jobs(jobs: Iterable[StandingJob]) -> Establishing | None:
    """The newest sowing or laying of turf among an area's jobs, done or planned; None where there is none."""
    works = [one for one in jobs if one.job.work in ("seed", "plant") and one.job.counts]
    newest = max(works, key=lambda one: one.done_on or one.job.on, default=None)
    if newest is None:
        return None
    return Establishing("over" if newest.job.work == "seed" else "turf", newest.done_on or newest.job.on)


def start_of(lawn: Lawn, year: Phases, start: date) -> Start:
    """What a lawn's beginning changes of the twelve months from ``start``; nothing where it lies outside them."""
    begins = lawn.start
    if begins is None or not start <= begins.on < start + timedelta(days=365):
        return Start()
    at, first = year.step_of(begins.on), year.step_of(start)
    before = around(first, (at - first) % STEPS)
    if begins.way == "turf":
        closed = [*before, *around(at, CLOSED_AFTER_TURF)]
        said = (("turf", f"Turf laid on {begins.on:%-d %B}: nothing before, and nothing until it has rooted."),)
        return Start(closed, [], "turf that has not rooted yet", unborn=before, said=said)
    starter = mask_of(around(at, 1))
    weeks, young = mask_of(around(at, FIRST_FEED_STEPS)), around(at, SEEDLING_STEPS)
    comes_up = around(at + 1, CLOSED_AFTER_SEED if begins.way == "seed" else CLOSED_AFTER_OVERSEED)
    sown = "Sown" if begins.way == "seed" else "Overseeded"
    words = f"{sown} on {begins.on:%-d %B}: fed with the seed or once it is up, nothing strong before the third mowing."
    said = (("seed", words),)
    if begins.way == "seed":
        closed = [*around((at - CLOSED_BEFORE_SEED) % STEPS, CLOSED_BEFORE_SEED), *before]
        why = "the ground is prepared for seed"
        return Start(closed, around(at, 1), why, comes_up, young, before, starter, first_weeks=weeks, said=said)
    closed = around((at - CLOSED_BEFORE_OVERSEED) % STEPS, CLOSED_BEFORE_OVERSEED)
    why = "old grass is not driven before it is overseeded"
    if begins.grass is None:
        return Start(closed, around(at, 1), why, comes_up, young, [], starter, first_weeks=weeks, said=said)
    other, wakes = growing(begins.grass, year), growing(lawn.grass, year)
    count = next((n for n in range(8, STEPS) if wakes.fed[(at + n) % STEPS]), STEPS // 2)
    after = [n for n in around(at, count) if n == at or year.date_of(n, start) >= begins.on]  # not the winter before
    steps = [n for n in after if other.takes_up[n]]
    return Start(closed, around(at, 1), why, comes_up, young, [], starter, begins.grass, steps, weeks, said)
