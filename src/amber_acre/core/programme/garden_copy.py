"""A planting's year carried over to another planting: by the stages of its place, for its own plants and size."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from datetime import date, timedelta

from amber_acre.core.care.covering import bare_said
from amber_acre.core.care.last_nitrogen import last_nitrogen
from amber_acre.core.care.mixed_bed import MixedBed, mixed_bed
from amber_acre.core.care.planting import Planting, planting_of
from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job
from amber_acre.core.jobs.use import BY_PLANT, whose
from amber_acre.core.rules.dosing import recounted
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.mulched import lies_on_m2
from amber_acre.core.season.stages import Stages
from amber_acre.core.tables.mulches import MULCHES, Mulch

COPIED = ("feed", "drench", "mulch")  # works of a year; what soil, leaves or planting asked for is of one area alone


@dataclass(frozen=True)
class Carried:
    """Jobs as they stand on the other planting; a sentence for each one that could not go over, and for plants that get
    none of what does."""

    jobs: tuple[Job, ...]
    said: tuple[str, ...]


def carried(jobs: Iterable[Job], here: tuple[Planting, Stages], there: tuple[Planting, Stages], today: date) -> Carried:
    """A year's feeds and mulch of one planting on another of the same group (DoesNotFit for others).

    Days keep their part of the way from waking to rest, and nitrogen its place's last day; rates stay, counts are of
    the plants that grow there, mulch is of the ground it covers there. What would be over by ``today`` stays behind.
    """
    (source, its_year), (target, year) = here, there
    if source.group.key != target.group.key:
        raise DoesNotFit(
            f"{source.ground.name} has the year of {source.group.name}, {target.ground.name} that of"
            f" {target.group.name}: plan it by itself.",
            field="to",
        )
    mixed, (last, _) = mixed_bed(target, year.start), last_nitrogen(target, year)
    found, said = [], []
    for job in jobs:
        if job.work not in COPIED or not job.counts:
            continue
        try:
            dose = _dose(job, source, mixed, target)
        except AmberError as error:
            said.append(f"{job.name} stays behind: {error}")
            continue
        mulch = _mulch_of(job)
        if mulch is not None and (bare := bare_said(target, mulch)):
            said.append(bare)
        on = _day(job.on, its_year, year)
        feeds = job.product is not None and job.product.total_nitrogen > 0 and job.work != "mulch"
        on = min(on, last) if feeds else on
        by = on - job.on
        closes = max(on, min(job.closes + by, last) if feeds else job.closes + by)
        if closes >= today:
            on = max(on, min(today, closes))
            opens = min(max(job.opens + by, today), on)
            found.append(replace(job, key=0, dose=dose, on=on, opens=opens, closes=closes, answered=frozenset()))
    return Carried(tuple(found), tuple(said))


def _day(on: date, here: Stages, there: Stages) -> date:
    """The day of the same part of the way from waking to rest; before and after it the same days from either."""
    if on <= here.wakes:
        return there.wakes + (on - here.wakes)
    if on >= here.rests:
        return there.rests + (on - here.rests)
    part = (on - here.wakes).days / (here.rests - here.wakes).days
    return there.wakes + timedelta(days=round(part * (there.rests - there.wakes).days))


def _dose(job: Job, source: Planting, mixed: MixedBed, target: Planting) -> Dose:
    """The dose on the other ground; refuses where its plants are not there or nobody has counted them."""
    dose, ground = job.dose, target.ground
    if dose.basis == "volume":
        mulch = _mulch_of(job)
        covered = lies_on_m2(source.ground, mulch)
        return Dose(dose.value * lies_on_m2(ground, mulch) / covered if covered else dose.value, "volume")
    if dose.basis == "water" and dose.count:
        if not source.medium_l or not target.medium_l:
            raise MissingInput(f"the litres of {ground.name} are not known.", field="to")
        return replace(dose, count=dose.count * target.medium_l / source.medium_l)
    return counted_there(job, ground, mixed, "to")


def _mulch_of(job: Job) -> Mulch | None:
    """The kind of mulch a job lays; None where it lays none that is known."""
    return MULCHES.get(job.product.soil.material) if job.product is not None else None


def counted_there(job: Job, ground: Ground, mixed: MixedBed | None = None, field: str = "area") -> Dose:
    """The dose of a job with the count of another ground: in a bed of the plants it is for there. Refuses where they do
    not grow there, or nobody has counted them."""
    dose = job.dose
    if dose.basis not in BY_PLANT or ground.kind != "bed":
        return recounted(dose, ground, field)
    mixed = mixed or mixed_bed(planting_of(ground), job.on)
    if group := whose(job):
        part = next((one for one in mixed.own if one.group.name == group), None)
        if part is None:
            raise DoesNotFit(f"{ground.name} has no {group} that are fed beside the rest.", field=field)
        return replace(dose, count=part.count)
    return replace(dose, count=mixed.fed.count) if mixed.fed.count else recounted(dose, ground, field)
