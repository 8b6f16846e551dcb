"""The year of a patch by its cause: what treats it, in order and while grass can heal, and the look that closes it."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from amber_acre.core.care.said import Said, SaidCode
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job, Work
from amber_acre.core.measure.area_facts import number_of
from amber_acre.core.products.product import Product
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.in_season import first_healing_day
from amber_acre.core.rules.judge import AreaBook

LAYER_MM = 10.0  # of top-dressing at a time that grass grows through [common-practice]
LAYERS_APART_DAYS, SEED_AFTER_DAYS = 42, 3  # [common-practice]
LOOK_AFTER_DAYS = 42  # seed and cores show by then [common-practice]
RECHECK_MONTHS_DAYS = 120  # a trench settles over months [common-practice]
ONE_CURE_DAYS = 180  # what was done since belongs to one treatment [common-practice]
CURES: tuple[Work, ...] = ("core", "topdress", "seed", "spray", "water")
SEED_G_M2 = 30.0  # of a thickening, where no seed of the shelf says otherwise [common-practice]


@dataclass(frozen=True)
class Treatment:
    """One piece of work of a cause: what, days after the one before, why; ``heals``: only while grass can heal."""

    name: str
    work: Work
    after_days: int
    why: str
    heals: bool = False
    material: str = ""


@dataclass(frozen=True)
class CausePattern:
    """What a cause asks: its treatments in order, and what is said."""

    treatments: tuple[Treatment, ...]
    said: tuple[tuple[SaidCode, str], ...]


_CORE = Treatment("Hollow-core the patch", "core", 0, "opens the ground for air and water", True)
_SEED = Treatment("Sow the patch", "seed", SEED_AFTER_DAYS, "bare ground is filled by seed before weeds do it", True)
CAUSES: dict[str, CausePattern] = {
    "dry": CausePattern(
        (
            _CORE,
            Treatment("Wetting agent", "spray", 1, "wets sand that repels water", material="wetting"),
            Treatment("Water through to the roots", "water", 2, "slowly, until it goes in"),
        ),
        (("water_first", "Dry soil that repels water: feed does not help; water has to go in first."),),
    ),
    "bare": CausePattern(
        (Treatment("Find the cause", "check", 0, "why it is bare decides whether seed lasts"), _CORE, _SEED),
        (("need_diagnosis", "Find the cause first: seed on a cause that stays dies as the grass did."),),
    ),
    "trench": CausePattern(
        (
            Treatment("Check how deep the probe goes", "check", 0, "a trench is soft, sunken or hard"),
            _CORE,
            Treatment("Level it with a layer", "topdress", 7, "in thin layers, so that grass grows through", True),
        ),
        (
            (
                "compaction",
                "A relaid trench sinks or sets hard: level it in layers of 10 mm at most, loosen what is"
                " compacted, and look for water that stands.",
            ),
            (
                "result_range",
                "It settles over months: look again before more is done; it is fed with its lawn, lightly.",
            ),
        ),
    ),
    "shade": CausePattern(
        (Treatment("Sow a grass that bears shade", "seed", 0, "sun grass thins out there whatever is done", True),),
        (
            (
                "no_feed",
                "Shade: a fifth to two fifths less nitrogen than the lawn, cut higher; let light in before seed.",
            ),
        ),
    ),
    "worn": CausePattern(
        (_CORE, _SEED),
        (("compaction", "Worn ground is compacted: loosen, sow, and keep feet off for six weeks, or lay a path."),),
    ),
    "scorched": CausePattern(
        (Treatment("Flush it with water", "water", 0, "carries salt and urine through"),),
        (
            (
                "flush",
                "Scorch by salt, spill or dogs: flush with water at once; what is dead after three weeks is sown.",
            ),
        ),
    ),
    "unknown": CausePattern(
        (Treatment("Find the cause", "check", 0, "compare with the untreated neighbour"),),
        (
            (
                "need_diagnosis",
                "Nobody knows the cause yet: probe, plug, pH and a look at the roots, beside a good spot.",
            ),
        ),
    ),
}


@dataclass(frozen=True)
class PatchPlan:
    """A patch's jobs in order and what is said."""

    start: date
    jobs: tuple[Job, ...]
    said: tuple[Said, ...]


def plan_patch(
    book: AreaBook, shelf: Sequence[Product], start: date, today: date, pinned: Sequence[Job] = ()
) -> PatchPlan:
    """Plans the treatment of a patch from ``today`` on by its cause; every job passes the judge of its area.

    What was done of it within half a year, or stays planned, is not planned again. A cause nobody named is treated as
    not known. Deterministic.
    """
    ground = book.ground
    pattern = CAUSES[ground.says("cause") or "unknown"]
    jobs: list[Job] = []
    said = [Said(code, words) for code, words in pattern.said]
    day, had = today + timedelta(days=7), _had(book, pinned, today)
    for treatment in pattern.treatments:
        if treatment.work != "topdress" and had[treatment.work]:
            continue
        day = _day(treatment, ground, day + timedelta(days=treatment.after_days))
        product = _product(treatment, ground, shelf)
        if treatment.material and product is None:
            said.append(Said("no_product", f"{treatment.name}: none on the shelf.", True))
            continue
        for job in _jobs(treatment, ground, day, product)[had[treatment.work] :]:
            stops = [v for v in book.judged(job, jobs) if v.severity == "stop"]
            if stops:
                said.append(Said("label", f"{treatment.name} is left out: {stops[0].sentence}", True))
            else:
                jobs.append(job)
                day = job.on
    days = [job.on for job in jobs] or [one.done_on for one in book.jobs if one.done_on and one.job.work in CURES]
    if days and not (had["look"] and not jobs):
        last = max(*days, today - timedelta(days=LOOK_AFTER_DAYS))
        wait = RECHECK_MONTHS_DAYS if ground.says("cause") == "trench" else LOOK_AFTER_DAYS
        look = last + timedelta(days=wait)
        jobs.append(_work("Look beside the good spot", "look", look, "the look closes the patch or asks again", ground))
    ordered = sorted((*pinned, *jobs), key=lambda job: job.on)
    return PatchPlan(start, tuple(replace(job, number=n) for n, job in enumerate(ordered, start=1)), tuple(said))


def _had(book: AreaBook, pinned: Sequence[Job], today: date) -> Counter[Work]:
    """Works that were done within half a year, or stay planned, by how often."""
    done = [one.job.work for one in book.jobs if one.done_on is not None and (today - one.done_on).days < ONE_CURE_DAYS]
    open_ = [one.job.work for one in book.jobs if one.job.counts and not one.done]
    return Counter([*done, *open_, *(job.work for job in pinned)])


def _day(treatment: Treatment, ground: Ground, day: date) -> date:
    return first_healing_day(ground.climate, ground.turf_grass, day) if treatment.heals else day


def _product(treatment: Treatment, ground: Ground, shelf: Sequence[Product]) -> Product | None:
    """The first of its material that its label allows here; of none allowed the first, so that the judge says why."""
    found = [p for p in shelf if treatment.material and p.soil.material == treatment.material]
    grass = ground.grass.key if ground.grass is not None else ""
    allowed = [p for p in found if p.allowed_on(ground.site) and (not grass or p.allowed_for(grass))]
    return next(iter(allowed or found), None)


def _jobs(treatment: Treatment, ground: Ground, day: date, product: Product | None) -> list[Job]:
    """The job of a treatment; a sunken trench gets as many layers as its depth asks."""
    sunk = (number_of(ground.facts, "sunk") or 0.0) * 1000
    if treatment.work == "topdress":
        layers = max(1, math.ceil(sunk / LAYER_MM)) if sunk else 1
        found, on = [], day
        for n in range(1, layers + 1):
            on = _day(treatment, ground, on if n == 1 else on + timedelta(days=LAYERS_APART_DAYS))
            deep = f"{min(LAYER_MM, sunk / layers) if sunk else LAYER_MM:.0f} mm"
            which = f", {n} of {layers}" if layers > 1 else ""
            found.append(_work(f"{treatment.name} of {deep}{which}", "topdress", on, treatment.why, ground))
        return found
    job = _work(treatment.name, treatment.work, day, treatment.why, ground)
    if product is None:
        return [job]
    return [replace(job, product=product, dose=Dose(float(product.label.keeps_g_m2) / ground.thick))]


def _work(name: str, work: Work, on: date, why: str, ground: Ground) -> Job:
    answers = f"the patch: {ground.says('cause') or 'cause not known'}"
    return Job(0, name, work, on, on, on + timedelta(days=21), answers=answers, reason=f"{why[:1].upper()}{why[1:]}.")
