"""The year of a planting put together: feeds by stage and product, mulch after them, what its soil and leaves ask."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from amber_acre.core.care.covering import CoverAsked, cover_asked
from amber_acre.core.care.feeding import FeedAsked, feed_asked
from amber_acre.core.care.mixed_bed import MixedBed, mixed_bed
from amber_acre.core.care.planting import Planting, with_mulch
from amber_acre.core.care.roses import repotting, said_of_roses
from amber_acre.core.care.said import Said
from amber_acre.core.care.unfed import left_out
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry, standing, without_bulk
from amber_acre.core.jobs.job import Job, Work
from amber_acre.core.products.product import Product
from amber_acre.core.programme.garden_feeds import LOOK_DAYS, PULLED_BACK_MM, nearest_visit, stops
from amber_acre.core.programme.garden_soil import soil_of
from amber_acre.core.programme.mixed_feeds import Season, bed_feeds, down, planting_need
from amber_acre.core.programme.new_plants import planting_jobs
from amber_acre.core.programme.pot_year import PotPlan, pot_plan
from amber_acre.core.programme.repairing import repair_jobs
from amber_acre.core.quantities import depth_in_both
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.mulched import mulch_on
from amber_acre.core.rules.unfed import STOPS_UNKNOWN, unknown_plants
from amber_acre.core.season.climate import next_season_start
from amber_acre.core.season.stages import Stages, stages
from amber_acre.core.tables.plant_names import may_mean

MOVABLE: tuple[Work, ...] = ("look", "sample")  # wait for a day on which somebody is there
SHOWS_DAYS = 150  # in which what soil or leaves asked for and got is not asked for again [common-practice]


@dataclass(frozen=True)
class GardenPlan:
    """A planting's year: stages, what is asked, the year's nitrogen over the whole area in g/m², its jobs in order,
    what is said, mulch and pots as they were worked out."""

    planting: Planting
    stages: Stages
    start: date
    asked: FeedAsked
    need_g_m2: float
    jobs: tuple[Job, ...]
    said: tuple[Said, ...]
    cover: CoverAsked | None
    pots: PotPlan | None

    @property
    def end(self) -> date:
        """The day after its twelve months."""
        return next_season_start(self.start)


def plan_garden(
    planting: Planting,
    book: AreaBook,
    shelf: Sequence[Product],
    start: date,
    today: date,
    visited: Collection[date] = (),
    opened: frozenset[int] = frozenset(),
    pinned: Sequence[Job] = (),
) -> GardenPlan:
    """Plans the twelve months from ``start`` as seen on ``today``; what went down or stays planned is not fed again.

    ``book``: the area's jobs and log without those of the plan this one replaces; every job passes its judge.
    ``visited``: days on which somebody is on the property; ``opened``: keys of products that are open there.
    Deterministic.
    """
    year = stages(planting.ground.climate, planting.group.start_c, start)
    planting = with_mulch(planting, *mulch_on(planting.ground, book.uses, max(today, year.wakes)))
    mixed = mixed_bed(planting, max(today, start))
    season = Season(book, start, today, tuple(pinned), shelf, visited, opened)
    asked = feed_asked(mixed.fed, year, today, down(mixed.fed, season))
    if planting.unknown:
        words = "Nobody has said what grows here: type the plants, or choose what it is cared for as."
        told = (Said("group", words, True),)
        return GardenPlan(planting, year, start, asked, 0.0, tuple(pinned), told, None, None)
    said: list[Said] = [Said("group", f"{planting.how[:1].upper()}{planting.how[1:]}.")]
    said += _of_strange(planting)
    said += _of_mixed(mixed, planting, bool(asked.rounds))
    said += (*asked.said, *left_out(planting, max(today, start)))
    pots = None
    jobs: list[Job] = []
    if planting.group.basis == "litre":
        pots = pot_plan(planting, asked, year, shelf, today, _fed(book.entries, pinned, start))
        said += pots.said
        jobs += _passed(book, pots.jobs)
    else:
        fed, of_feeds = bed_feeds(mixed, asked, season)
        jobs += fed
        said += of_feeds
    jobs += _of_new_plants(planting, year, replace(season, pinned=(*pinned, *jobs)))
    said += said_of_roses(planting)
    soil_jobs, of_soil = soil_of(planting, book, shelf, year, today)
    jobs += _not_done(book, soil_jobs, today)
    said += of_soil
    cover, covered = _cover(planting, book, year, shelf, season, jobs)
    said += covered
    if cover is not None:
        jobs = [_beneath(planting, cover, job) for job in jobs] + [_mulch_job(planting, cover)]
    jobs += repair_jobs(book, [*pinned, *jobs], year.wakes, today)
    said += _crowns(planting, jobs)
    jobs = _when_somebody_is_there(_one_look(jobs), {*visited, *(job.on for job in pinned)}, today)
    ordered = sorted((*pinned, *jobs), key=_in_order)
    numbered = tuple(replace(job, number=n) for n, job in enumerate(ordered, start=1))
    need = planting_need(mixed, asked, season)
    return GardenPlan(planting, year, start, asked, need, numbered, _unsaid(said), cover, pots)


def _of_new_plants(planting: Planting, year: Stages, season: Season) -> list[Job]:
    """Planting, the waterings after it and repotting, beside what is planned of the season by now."""

    def _done(work: Work) -> list[tuple[date, str]]:
        done = [(use.on, use.begins) for use in season.book.uses if use.work == work]
        return done + [(job.on, job.name) for job in season.pinned if job.work == work]

    visits = {*season.visited, *(job.on for job in season.pinned)}
    planted, today = [on for on, _ in _done("plant")], season.day
    new = planting_jobs(planting, year, next_season_start(season.start), today, planted, _done("water"), visits)
    return _passed(season.book, new) + _passed(season.book, repotting(planting, year, today, planted))


def _of_strange(planting: Planting) -> list[Said]:
    """Names nobody knows, each with the plant it may have meant."""
    if not planting.strange or unknown_plants(planting.ground):
        return _may_mean(planting)
    words = (
        f"Not in the catalogue: {', '.join(planting.strange)}. Nothing is known of what they bear. Write the botanical"
        " name, add them in the Almanac, or choose what the area is cared for as."
    )
    if planting.ground.kind in STOPS_UNKNOWN:
        words += " Until then keep the feed of the rest off them."
    return [Said("strange", words), *_may_mean(planting)]


def _may_mean(planting: Planting) -> list[Said]:
    """Plants that unknown names may have meant."""
    near = {name: [plant.botanical for plant in may_mean(name)] for name in planting.strange}
    asked = [f"{name} (is it {' or '.join(plants)}?)" for name, plants in near.items() if plants]
    return [Said("strange", f"Perhaps: {', '.join(asked)}.")] if asked else []


def _of_mixed(mixed: MixedBed, planting: Planting, fed: bool) -> list[Said]:
    """Plants of a bed that another year suits: those passed over, and those nobody can pass over."""
    own = {one.name for part in mixed.own for one in part.grown}
    loses = [name for name in planting.loses if name not in own]
    said = []
    if loses:
        words = f"{', '.join(loses)} would want another year: keep feed and moist mulch off them, or move them."
        words = words[:1].upper() + words[1:]
        said.append(Said("conflict", words))
    if mixed.by_plant and fed:
        words = f"Fed plant by plant: {mixed.fed.count} of {planting.count} plants take this feed."
        said.append(Said("by_plant", words))
    return said


def _cover(
    planting: Planting, book: AreaBook, year: Stages, shelf: Sequence[Product], season: Season, jobs: Sequence[Job]
) -> tuple[CoverAsked | None, tuple[Said, ...]]:
    """The mulch of the year, after its feeds; none where it is planned already."""
    fed = sorted(job.on for job in jobs if job.work == "feed")
    cover, covered = cover_asked(planting, year, shelf, season.day, fed)
    ahead = [*season.pinned, *(one.job for one in book.jobs if one.job.counts and not one.done)]
    if cover is not None and any(job.work == "mulch" for job in ahead):
        return None, (Said("mulch", "Mulch is planned here already, by hand or pinned."),)
    if cover is not None:
        visits = {*season.visited, *(job.on for job in (*season.pinned, *jobs))}
        cover = replace(cover, on=_mulched_on(cover, fed, visits, season.day))
    return cover, covered


def _mulched_on(cover: CoverAsked, fed: Sequence[date], visited: Collection[date], today: date) -> date:
    """The day of the mulch, or a near one on which somebody is there anyway: not before the feed it follows, which it
    may join, nor after the next."""
    before = max((day for day in fed if day <= cover.on), default=cover.opens)
    after = min((day for day in fed if day > cover.on), default=cover.closes)
    opens, closes = max(today, before, cover.opens), min(cover.closes, after - timedelta(days=1))
    return nearest_visit(cover.on, opens, closes, visited)


def _when_somebody_is_there(jobs: Sequence[Job], visited: Collection[date], today: date) -> list[Job]:
    """Looks and samples on a near day of their window on which somebody is there anyway; samples before feeds."""
    days = {*visited, *(job.on for job in jobs if job.work not in MOVABLE)}
    placed = []
    for job in jobs:
        feeds = [one.on for one in jobs if one.work == "feed" and one.on >= job.on and job.work == "sample"]
        closes = min((job.closes, *feeds))
        on = nearest_visit(job.on, max(today, job.opens), closes, days) if job.work in MOVABLE else job.on
        placed.append(replace(job, on=on))
    return placed


def _in_order(job: Job) -> tuple[date, int, str]:
    """Jobs of a day: samples first, mulch last."""
    return job.on, {"sample": -1, "mulch": 1}.get(job.work, 0), job.name


def _not_done(book: AreaBook, jobs: Sequence[Job], today: date) -> list[Job]:
    """Jobs without those of the same name that were done within the months in which they show."""
    done = {one.job.name for one in book.jobs if one.done_on is not None and (today - one.done_on).days < SHOWS_DAYS}
    return [job for job in jobs if job.name not in done]


def _one_look(jobs: Sequence[Job]) -> list[Job]:
    """Looks that lie near one another are one: the later stays."""
    looks = sorted((job for job in jobs if job.work == "look"), key=lambda job: job.on, reverse=True)
    kept: list[Job] = []
    for job in looks:
        if all((other.on - job.on).days > LOOK_DAYS // 2 + 7 for other in kept):
            kept.append(job)
    return [job for job in jobs if job.work != "look" or job in kept]


def _fed(entries: Sequence[Entry], pinned: Sequence[Job], start: date) -> list[tuple[date, Product]]:
    """Feeds of the season that are down or stay planned."""
    down = [(e.on, e.material) for e in without_bulk(standing(tuple(entries)))]
    planned = [(job.on, job.product) for job in pinned if job.product is not None]
    return [
        (on, product)
        for on, product in (*down, *planned)
        if start <= on < next_season_start(start) and product.total_nitrogen > 0
    ]


def _passed(book: AreaBook, jobs: Sequence[Job]) -> list[Job]:
    """Jobs that the judge lets pass, each among those before it."""
    kept: list[Job] = []
    for job in jobs:
        if not stops(book, job, kept):
            kept.append(job)
    return kept


def _beneath(planting: Planting, cover: CoverAsked, job: Job) -> Job:
    """A job that feeds a bed after its mulch is laid goes under that mulch."""
    fits = job.product is not None and not job.product.liquid and job.placement == "base" and job.on > cover.on
    deep = planting.lies.depth_mm + cover.add_mm >= PULLED_BACK_MM
    return replace(job, placement="under_mulch") if fits and deep and cover.mulch.organic else job


def _mulch_job(planting: Planting, cover: CoverAsked) -> Job:
    product = cover.product
    dose = Dose(cover.volume_m3, "volume") if product is not None else Dose(0.0)
    return Job(
        0,
        f"Mulch: {depth_in_both(cover.add_mm)} of {cover.mulch.name}",
        "mulch",
        cover.on,
        cover.opens,
        cover.closes,
        dose,
        product,
        placement="surface",
        answers=(
            f"{depth_in_both(planting.lies.depth_mm)} lie there, {depth_in_both(planting.group.mulch_mm)} are wanted"
        ),
        reason=(
            f"{cover.why[:1].upper()}{cover.why[1:]}. {cover.volume_m3:.2g} m³ on {cover.net_m2:.3g} m²,"
            f" {depth_in_both(cover.place_mm)}"
            f" before it settles, {depth_in_both(cover.ring_mm)} clear of bark; renewed after about"
            f" {_years(cover.renew_years)}."
        ),
    )


def _years(years: float) -> str:
    return "a year" if years == 1 else f"{years:g} years"


def _crowns(planting: Planting, jobs: Sequence[Job]) -> list[Said]:
    crowns = planting.crowns
    if not crowns and planting.group.key not in ("fern", "grass", "lean", "succulent"):
        return []
    who = ", ".join(crowns) or planting.group.name
    return [Said("crown", f"Keep granules and mulch off the crowns of {who}; wash leaves that caught any.")]


def _unsaid(said: Sequence[Said]) -> tuple[Said, ...]:
    """Each sentence once, what stands in the way first."""
    once = list(dict.fromkeys(said))
    return tuple(sorted(once, key=lambda one: not one.obstacle))
