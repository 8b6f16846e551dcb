"""The year of a planting put together: feeds by stage and product, mulch after them, what its soil and leaves ask."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from amber_acre.core.care.covering import CoverAsked, cover_asked
from amber_acre.core.care.feeding import FeedAsked, RoundAsked, feed_asked
from amber_acre.core.care.planting import Planting, with_mulch
from amber_acre.core.care.said import Said
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry, standing, without_bulk
from amber_acre.core.jobs.job import Job, Placement
from amber_acre.core.products.product import Product
from amber_acre.core.programme.garden_soil import soil_of
from amber_acre.core.programme.new_plants import planting_jobs
from amber_acre.core.programme.picking import Picked, candidates, potash
from amber_acre.core.programme.pot_year import PotPlan, pot_plan
from amber_acre.core.programme.repairing import repair_jobs
from amber_acre.core.quantities import GramsPerSquareMetre, depth_in_both, unrounded
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.mulched import mulch_on
from amber_acre.core.season.climate import next_season_start
from amber_acre.core.season.stages import Stages, stages

TRIED = 8  # products of a round that are put before the judge, the best first
VISIT_DAYS = 10  # a round moves so far to a day on which somebody is there anyway [common-practice]
SHOWS_WEEKS = {True: (3, 8), False: (1, 4)}  # a slow feed, a quick one: when leaves show it [common-practice]
SHOWS_DAYS = 150  # in which what soil or leaves asked for and got is not asked for again [common-practice]
LOOK_DAYS = 42  # after a feed [common-practice]
PULLED_BACK_MM = 20.0  # of organic mulch from which granules go under it [common-practice]
K_SHORT = 0.6  # of the potassium wanted that feeds must bring where the test is low [common-practice]
POTASH_ONCE_G_M2 = 6.0  # of potassium at a time [common-practice]


@dataclass(frozen=True)
class GardenPlan:
    """A planting's year: stages, what is asked, its jobs in order, what is said, mulch and pots as they were worked
    out."""

    planting: Planting
    stages: Stages
    start: date
    asked: FeedAsked
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
    down = _down(book.entries, pinned, planting, start)
    planting = with_mulch(planting, *mulch_on(planting.ground, book.uses, max(today, year.wakes)))
    asked = feed_asked(planting, year, today, down)
    if planting.unknown:
        words = "Nobody has said what grows here: type the plants, or choose what it is cared for as."
        return GardenPlan(planting, year, start, asked, tuple(pinned), (Said("group", words, True),), None, None)
    said: list[Said] = [Said("group", f"{planting.how[:1].upper()}{planting.how[1:]}.")]
    if planting.loses:
        said.append(
            Said(
                "conflict",
                f"{', '.join(planting.loses)} would want another year: keep feed and moist mulch off"
                " them, or move them.",
            )
        )
    said += asked.said
    pots = None
    jobs: list[Job] = []
    if planting.group.basis == "litre":
        pots = pot_plan(planting, asked, year, shelf, today, _fed(book.entries, pinned, start))
        said += pots.said
        jobs += _passed(book, pots.jobs)
    else:
        fed, told = _feeds(planting, asked, book, shelf, today, visited, opened)
        jobs += fed
        said += told
    jobs += _passed(book, planting_jobs(planting, today, [one.on for one in book.uses if one.work == "plant"]))
    soil_jobs, told = soil_of(planting, book, shelf, year, today)
    jobs += _not_done(book, soil_jobs, today)
    said += told
    cover, covered = _cover(planting, book, year, shelf, today, jobs, pinned)
    said += covered
    if cover is not None:
        jobs = [_beneath(planting, cover, job) for job in jobs] + [_mulch_job(planting, cover)]
    jobs += repair_jobs(book, [*pinned, *jobs], year.wakes, today)
    said += _crowns(planting, jobs)
    jobs = _one_look(jobs)
    ordered = sorted((*pinned, *jobs), key=lambda job: (job.on, job.name))
    numbered = tuple(replace(job, number=n) for n, job in enumerate(ordered, start=1))
    return GardenPlan(planting, year, start, asked, numbered, _unsaid(said), cover, pots)


def _cover(
    planting: Planting,
    book: AreaBook,
    year: Stages,
    shelf: Sequence[Product],
    today: date,
    jobs: Sequence[Job],
    pinned: Sequence[Job],
) -> tuple[CoverAsked | None, tuple[Said, ...]]:
    """The mulch of the year, after its feeds; none where it is planned already."""
    cover, covered = cover_asked(planting, year, shelf, today, [job.on for job in jobs if job.work == "feed"])
    ahead = [*pinned, *(one.job for one in book.jobs if one.job.counts and not one.done)]
    if cover is not None and any(job.work == "mulch" for job in ahead):
        return None, (Said("mulch", "Mulch is planned here already, by hand or pinned."),)
    return cover, covered


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


def _down(entries: Sequence[Entry], pinned: Sequence[Job], planting: Planting, start: date) -> list[tuple[date, float]]:
    """Nitrogen of the season that is down or stays planned, g/m² (of pots g a litre), by its day."""
    size = planting.ground.size_m2
    grams = [
        (entry.on, entry.amount_kg * 1000 * entry.material.total_nitrogen)
        for entry in without_bulk(standing(tuple(entries)))
        if start <= entry.on < next_season_start(start)
    ]
    grams += [(job.on, float(job.rate_on(size)) * size * job.product.total_nitrogen) for job in pinned if job.product]
    per = planting.medium_l if planting.group.basis == "litre" else size
    return [(on, brought / per) for on, brought in grams if brought > 0] if per else []


def _fed(entries: Sequence[Entry], pinned: Sequence[Job], start: date) -> list[tuple[date, Product]]:
    """Feeds of the season that are down or stay planned."""
    down = [(e.on, e.material) for e in without_bulk(standing(tuple(entries)))]
    planned = [(job.on, job.product) for job in pinned if job.product is not None]
    return [
        (on, product)
        for on, product in (*down, *planned)
        if start <= on < next_season_start(start) and product.total_nitrogen > 0
    ]


def _feeds(
    planting: Planting,
    asked: FeedAsked,
    book: AreaBook,
    shelf: Sequence[Product],
    today: date,
    visited: Collection[date],
    opened: frozenset[int],
) -> tuple[list[Job], list[Said]]:
    """Each round with the best product that the judge lets pass; a sentence for one that nothing fits."""
    jobs: list[Job] = []
    said: list[Said] = []
    for wanted in asked.rounds:
        on = _visit(wanted, visited, today)
        picked = candidates(replace(wanted, on=on), planting, shelf, opened)[:TRIED]
        job = next(
            (
                one
                for one in (_feed_job(planting, asked, wanted, on, p, picked) for p in picked)
                if not _stops(book, one, jobs)
            ),
            None,
        )
        if job is None:
            said.append(
                Said(
                    "no_product",
                    f"{wanted.name}: nothing on the shelf suits these plants then"
                    f" ({unrounded(wanted.nitrogen)} g/m² of nitrogen).",
                    True,
                )
            )
            continue
        jobs.append(job)
        opened = opened | {job.material.key}
    if jobs:
        said += _told_of_feeds(planting, jobs)
        jobs += _potash(planting, jobs, shelf, book)
        last = max(jobs, key=lambda job: job.on)
        look = last.on + timedelta(days=LOOK_DAYS)
        jobs.append(
            Job(
                0,
                "Look whether it grows as wanted",
                "look",
                look,
                look,
                look + timedelta(days=21),
                answers=asked.answers,
                reason="the look closes the feed or asks the question again",
            )
        )
    return jobs, said


def _told_of_feeds(planting: Planting, jobs: Sequence[Job]) -> list[Said]:
    said: list[Said] = []
    slow = jobs[0].material.slow_fraction > 0.5 * jobs[0].material.total_nitrogen
    first, last = SHOWS_WEEKS[slow]
    said.append(Said("result_range", f"Leaves show it within {first} to {last} weeks; look then."))
    if planting.phosphorus == "high":
        said.append(Said("no_high_p", "Phosphorus is high: none is planned, and no bone meal."))
    if planting.lies.fabric:
        said.append(
            Said(
                "fabric",
                "Fabric lies here: granules on top do not reach the soil. Feed soluble, or pull back"
                " mulch and fabric first.",
            )
        )
    return said


def _visit(wanted: RoundAsked, visited: Collection[date], today: date) -> date:
    """The round's day, or one near it in its window on which somebody is there anyway."""
    near = [
        day
        for day in visited
        if max(wanted.opens, today) <= day <= wanted.closes and abs((day - wanted.on).days) <= VISIT_DAYS
    ]
    return min(near, key=lambda day: (abs((day - wanted.on).days), day), default=wanted.on)


def _feed_job(
    planting: Planting, asked: FeedAsked, wanted: RoundAsked, on: date, picked: Picked, others: Sequence[Picked]
) -> Job:
    product = picked.product
    placement: Placement = "dripline" if planting.group.placement == "dripline" else "base"
    if planting.lies.depth_mm >= PULLED_BACK_MM and not product.liquid and not planting.lies.fabric:
        placement = "under_mulch" if planting.lies.organic else placement
    got = picked.nitrogen_g_m2
    slow = product.slow_fraction / product.total_nitrogen
    each = (
        f"; {picked.rate_g_m2 * float(planting.ground.size_m2) / planting.count:.3g} g a plant"
        if planting.count > 1 and picked.dose.basis == "area"
        else ""
    )
    other = next((one for one in others if one is not picked and one.weight > picked.weight), None)
    second = f"\nNext best: {other.product.name}." if other is not None else ""
    short = (
        f" Its label allows {got:.2g} of the {wanted.nitrogen:.2g} g/m² asked." if got < 0.9 * wanted.nitrogen else ""
    )
    return Job(
        0,
        wanted.name,
        "drench" if product.liquid else "feed",
        on,
        min(wanted.opens, on),
        max(wanted.closes, on),
        picked.dose,
        product,
        placement=placement,
        answers=asked.answers,
        reason=(
            f"{wanted.why[:1].upper()}{wanted.why[1:]}: {got:.3g} g/m² of nitrogen, {slow:.0%} slow{each}."
            f"{short}{second}"
        ),
        target_g_m2=wanted.nitrogen,
        share=wanted.nitrogen / asked.nitrogen if asked.nitrogen else 0.0,
        yearly_g_m2=asked.nitrogen,
    )


def _stops(book: AreaBook, job: Job, others: Sequence[Job]) -> bool:
    return any(verdict.severity == "stop" for verdict in book.judged(job, others))


def _passed(book: AreaBook, jobs: Sequence[Job]) -> list[Job]:
    """Jobs that the judge lets pass, each among those before it."""
    kept: list[Job] = []
    for job in jobs:
        if not _stops(book, job, kept):
            kept.append(job)
    return kept


def _potash(planting: Planting, jobs: Sequence[Job], shelf: Sequence[Product], book: AreaBook) -> list[Job]:
    """Potash beside the feeds where the test is low, or palms ask for it, and the feeds bring too little."""
    palm = planting.group.key == "palm"
    if planting.potassium != "low" and not (palm and planting.potassium != "high"):
        return []
    size = planting.ground.size_m2
    nitrogen = sum(job.rate_on(size) * job.material.total_nitrogen for job in jobs)
    brought = sum(job.rate_on(size) * job.material.potassium_fraction for job in jobs)
    wanted = (planting.group.k_per_n if palm else max(0.6, planting.group.k_per_n)) * nitrogen
    if brought >= K_SHORT * wanted and not (palm and brought < nitrogen * 0.9):
        return []
    product = potash(shelf, planting.salt_sensitive or planting.salty or planting.group.key == "acid")
    if product is None:
        return []
    rate = min(wanted - brought, POTASH_ONCE_G_M2) / product.potassium_fraction
    rate = min(max(rate, float(product.label.min_g_m2)), product.label.keeps_g_m2 / planting.ground.thick)
    first = min(jobs, key=lambda job: job.on)
    job = Job(
        0,
        "Potash",
        "feed",
        first.on,
        first.opens,
        first.closes,
        Dose(GramsPerSquareMetre(rate)),
        product,
        placement=first.placement,
        answers="a test low in potassium" if planting.potassium == "low" else "palms take as much potash as nitrogen",
        reason=f"{unrounded(rate * product.potassium_fraction)} g/m² of potassium: the feeds bring"
        f" {unrounded(brought)} of {unrounded(wanted)}.",
    )
    return [] if _stops(book, job, jobs) else [job]


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
