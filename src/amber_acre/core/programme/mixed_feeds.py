"""The feeds of a bed whose plants do not all take the same: by area where they do, else plant by plant, and a feed of
their own for those who ask for more or another."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from datetime import date

from amber_acre.core.care.feeding import FeedAsked, feed_asked
from amber_acre.core.care.mixed_bed import MixedBed
from amber_acre.core.care.planting import Planting
from amber_acre.core.care.said import Said
from amber_acre.core.jobs.brings import counted_nitrogen
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry, standing
from amber_acre.core.jobs.job import Job
from amber_acre.core.jobs.standing import StandingJob
from amber_acre.core.jobs.use import whose
from amber_acre.core.products.product import Product
from amber_acre.core.programme.garden_feeds import feeds, stops
from amber_acre.core.quantities import Kilograms, unrounded
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.season.climate import next_season_start
from amber_acre.core.season.stages import stages


@dataclass(frozen=True)
class Season:
    """What the feeds of a season are chosen among: the area's book, the season's first day, the day it is seen on, what
    stays planned, the shelf, days of other visits and keys of products that are open."""

    book: AreaBook
    start: date
    day: date
    pinned: tuple[Job, ...]
    shelf: Sequence[Product]
    visited: Collection[date] = ()
    opened: frozenset[int] = frozenset()

    @property
    def entries(self) -> tuple[Entry, ...]:
        """What went down within the season: feeds, and bulk material by what of its nitrogen becomes available."""
        end = next_season_start(self.start)
        down = standing(tuple(self.book.entries))
        return tuple(entry for entry in down if entry.product is not None and self.start <= entry.on < end)

    def whose(self, entry: Entry) -> str:
        """Name of the group whose own job an entry answers; '' of a feed of the whole bed."""
        return next((whose(one.job) for one in self.book.jobs if one.job.key and one.job.key == entry.job), "")


def called(name: str, part: Planting) -> str:
    """A job's name where it is for some plants of a bed alone."""
    return f"{name}: {part.group.name}"


def down(planting: Planting, season: Season, group: str = "") -> list[tuple[date, float]]:
    """Nitrogen of the season that is down or stays planned on a planting, g/m² (of pots g a litre), by its day: what
    is for the whole bed, or for the plants of a group alone."""
    size = float(planting.ground.size_m2)
    grams = [
        (entry.on, entry.amount_kg * 1000 * counted_nitrogen(entry.material))
        for entry in season.entries
        if season.whose(entry) == group
    ]
    whole = season.book.ground.size_m2
    grams += [
        (job.on, job.rate_on(whole) * whole * counted_nitrogen(job.product))
        for job in season.pinned
        if job.product and whose(job) == group
    ]
    per = planting.medium_l if planting.group.basis == "litre" else size
    return [(on, brought / per) for on, brought in grams if brought > 0] if per else []


def bed_feeds(mixed: MixedBed, asked: FeedAsked, season: Season) -> tuple[list[Job], list[Said]]:
    """The feeds of the group that decides and of the plants fed beside it, each one let pass by the judge."""
    bed, among = mixed.fed, (season.book, season.shelf, season.day, season.visited, season.opened)
    if mixed.by_plant:
        jobs, said = feeds(bed, asked, *among, given=lambda job: plant_by_plant(job, bed))
    else:
        jobs, said = feeds(bed, asked, *among)
    size = bed.ground.size_m2
    reached = [replace(job, dose=Dose(job.rate_on(size))) for job in jobs if job.product is not None]
    for part in mixed.own:
        more, told = _own(part, mixed, reached, jobs, season)
        jobs, said = [*jobs, *more], [*said, *told]
    return jobs, said


def own_asked(part: Planting, mixed: MixedBed, reached: Sequence[Job], season: Season) -> FeedAsked:
    """What plants of a bed ask beside what reaches them of its feeds (``reached``, by area)."""
    given = down(part, season, part.group.name)
    if mixed.takes(part):
        given += down(mixed.fed, season)
        given += [(job.on, job.rate_g_m2 * job.product.total_nitrogen) for job in reached if job.product]
    year = stages(part.ground.climate, part.group.start_c, season.start)
    return feed_asked(part, year, season.day, given)


def _own(
    part: Planting, mixed: MixedBed, reached: Sequence[Job], jobs: Sequence[Job], season: Season
) -> tuple[list[Job], list[Said]]:
    asked = own_asked(part, mixed, reached, season)
    passed = [replace(one, sentence=_of_them(part, one.sentence)) for one in asked.said if one.code == "passed"]
    if not asked.rounds:
        return [], passed
    around = {job.on for job in jobs if job.product is not None}
    found, told = feeds(
        part,
        asked,
        _their_book(part, mixed, reached, season),
        season.shelf,
        season.day,
        {*season.visited, *around},
        season.opened | {job.material.key for job in jobs if job.product is not None},
    )
    kept: list[Job] = []
    for job in found:
        one = plant_by_plant(job, part)
        one = replace(one, name=called(job.name, part)) if job.product is not None else one
        if not stops(season.book, one, [*jobs, *kept]):
            kept.append(one)
    told = [*passed, *(replace(one, sentence=_of_them(part, one.sentence)) for one in told if one.obstacle)]
    if all(job.product is None for job in kept):
        return [], told
    size = part.ground.size_m2
    brought = sum(job.rate_on(size) * job.material.total_nitrogen for job in kept if job.product is not None)
    rest = sum(job.rate_g_m2 * job.material.total_nitrogen for job in reached) if mixed.takes(part) else 0.0
    bed = f"the bed's feed brings {unrounded(round(rest, 2))} g/m² of it, " if rest else ""
    asks, brings = (unrounded(round(of, 2)) for of in (asked.nitrogen, brought))
    words = (
        f"{_names(part)}: fed plant by plant beside the rest, for they ask for {asks} g/m² of nitrogen a year on their"
        f" {_three_figures(size)} m²; {bed}these rounds bring {brings} g/m²."
    )
    return kept, [Said("own_feed", words), *told]


def _of_them(part: Planting, words: str) -> str:
    """What is said of the plants of one group, with whom it is said of."""
    group = part.group.name
    return f"{group[:1].upper()}{group[1:]}, {words[:1].lower()}{words[1:]}"


def _three_figures(size_m2: float) -> str:
    """A size in a sentence; its page turns it into the reader's units."""
    return unrounded(float(f"{size_m2:.3g}"))


def _names(part: Planting) -> str:
    return ", ".join(f"{one.count} × {one.name}" for one in part.grown)


def _their_book(part: Planting, mixed: MixedBed, reached: Sequence[Job], season: Season) -> AreaBook:
    """What plants of a bed got and will get, on their own ground: there label and limits hold for them."""
    ground, own = part.ground, part.group.name
    share = ground.size_m2 / mixed.fed.ground.size_m2
    takes = mixed.takes(part)
    entries = []
    for entry in standing(tuple(season.book.entries)):
        group = season.whose(entry)
        if group == own or (takes and not group):
            amount = Kilograms(entry.amount_kg * (1.0 if group else share))
            entries.append(replace(entry, job=None, covered_m2=ground.size_m2, amount_kg=amount))
    stay = [replace(job, dose=Dose(job.rate_on(ground.size_m2))) for job in season.pinned if whose(job) == own]
    beside = [*stay, *(reached if takes else ())]
    jobs = tuple(StandingJob(job, ground.size_m2, ground.low_m2) for job in beside)
    return AreaBook(ground, jobs, tuple(entries), season.day)


def plant_by_plant(job: Job, part: Planting) -> Job:
    """A job by area on some plants' ground as what each of them gets, g or (of a liquid) mL."""
    product, count = job.product, part.count
    if product is None or job.dose.basis != "area" or not count:
        return job
    each = job.dose.value * part.ground.size_m2 / count
    first, *rest = job.reason.split("\n")
    where = f"{first} By plant: their ground is {_three_figures(part.ground.size_m2)} m²."
    job = replace(job, reason="\n".join((where, *rest)))
    if product.liquid and product.density_kg_l:
        return replace(job, dose=Dose(each / product.density_kg_l, "plant_volume", count))
    return replace(job, dose=Dose(each, "plant", count))


def planting_need(mixed: MixedBed, asked: FeedAsked, season: Season) -> float:
    """The year's nitrogen of a planting over its whole area, g/m²: what the group that decides asks on its ground, and
    what others ask beyond it on theirs; of pots over their open surface."""
    fed, size = mixed.fed, season.book.ground.size_m2
    if fed.group.basis == "litre":
        return asked.nitrogen * fed.medium_l / size
    grams = asked.nitrogen * fed.ground.size_m2
    for part, own in own_needs(mixed, season):
        more = own.nitrogen - (asked.nitrogen if mixed.takes(part) else 0.0)
        grams += max(0.0, more) * part.ground.size_m2
    return grams / size


def own_needs(mixed: MixedBed, season: Season) -> tuple[tuple[Planting, FeedAsked], ...]:
    """What plants of a bed ask a year that are fed beside the rest, whatever reached them."""
    found = []
    for part in mixed.own:
        year = stages(part.ground.climate, part.group.start_c, season.start)
        found.append((part, feed_asked(part, year, season.day)))
    return tuple(found)
