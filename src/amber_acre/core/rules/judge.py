"""The one judge: every door asks it, and it knows every rule."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, fields, replace
from datetime import date
from functools import cached_property

from amber_acre.core.jobs.entry import Entry
from amber_acre.core.jobs.job import Job, Work
from amber_acre.core.jobs.standing import StandingJob
from amber_acre.core.jobs.use import Use, uses_of
from amber_acre.core.measure.area_facts import day_of
from amber_acre.core.quantities import GramsPerSquareMetre
from amber_acre.core.rules import (
    by_habit,
    conflicts,
    direction,
    footing,
    in_season,
    label,
    late_on_plants,
    late_release,
    law,
    new_grass,
    order,
    plant_forms,
    planted,
    pot_pellets,
    set_buds,
    sums,
    unfed,
)
from amber_acre.core.rules.ground import Ground, is_feed
from amber_acre.core.rules.mulched import mulch_on
from amber_acre.core.rules.order import WAITS_FOR
from amber_acre.core.rules.rule import Case, Rule, Severity, Verdict

RULES: tuple[Rule, ...] = (
    *label.RULES,
    *law.RULES,
    *direction.RULES,
    *conflicts.RULES,
    *new_grass.RULES,
    *order.RULES,
    *in_season.RULES,
    *late_release.RULES,
    *footing.RULES,
    *sums.RULES,
    *planted.RULES,
    *plant_forms.RULES,
    *late_on_plants.RULES,
    *pot_pellets.RULES,
    *set_buds.RULES,
    *unfed.RULES,
    *by_habit.RULES,
)
RULE_BY_KEY: dict[str, Rule] = {rule.key: rule for rule in RULES}
SAME_BEGINNING_DAYS = 30  # a job of seed or turf so near the day of the form is the same [common-practice]
BEGINNINGS: dict[str, tuple[Work, str]] = {
    "seed": ("seed", "the sowing"),
    "over": ("seed", "the overseeding"),
    "turf": ("plant", "the turf laid"),
}
_GRAVEST: dict[Severity, int] = {"stop": 0, "warn": 1, "note": 2}


def judge(case: Case) -> tuple[Verdict, ...]:
    """Every rule the job breaks, gravest first; a customary rule the firm has softened is a note."""
    found = []
    for rule in RULES:
        soft = rule.custom and rule.key in case.ground.softened
        severity: Severity = "note" if soft else rule.severity
        found += [Verdict(rule.key, severity, broken.sentence, broken.field) for broken in rule.check(case)]
    return tuple(sorted(found, key=lambda verdict: _GRAVEST[verdict.severity]))


@dataclass(frozen=True)
class AreaBook:
    """Everything an area's jobs are judged among: its ground, its jobs as they stand, its log entries.

    ``from_lawn``: what a patch gets with the lawn it lies in.
    """

    ground: Ground
    jobs: tuple[StandingJob, ...]
    entries: tuple[Entry, ...]
    day: date
    from_lawn: tuple[Use, ...] = ()

    def __getstate__(self) -> dict[str, object]:
        """Its content: what it was made of, not what was worked out since, here or by somebody beside us."""
        return {one.name: getattr(self, one.name) for one in fields(self)}

    @cached_property
    def uses(self) -> tuple[Use, ...]:
        """All uses of the area: what went down when it did, the rest as planned."""
        own = uses_of(self.jobs, self.entries, self.ground.size_of_entry)
        return tuple(sorted((*own, *self.from_lawn), key=lambda use: (use.on, not use.down, use.job or 0)))

    @cached_property
    def with_beginning(self) -> tuple[Use, ...]:
        """All uses, and the sowing or laying that the form of a lawn tells, where no job stands for it."""
        begun = begun_by_form(self.ground, self.day)
        near = [use for use in self.uses if begun is not None and use.work in ("seed", "plant")]
        if begun is None or any(abs((use.on - begun.on).days) < SAME_BEGINNING_DAYS for use in near):
            return self.uses
        return (*self.uses, begun)

    @cached_property
    def mulch(self) -> tuple[float, str]:
        """Depth of mulch, mm, and its kind, as it lies on the book's day by looks, form and log."""
        return mulch_on(self.ground, [use for use in self.uses if use.down], self.day)

    def case_of(self, job: Job, with_others: Iterable[Job] = ()) -> Case:
        """A job, kept or not, among the rest; ``with_others``: jobs made together with it."""
        others = [use for use in self.with_beginning if not job.key or use.job != job.key]
        beside = [StandingJob(one, *self.ground.sizes_of(one)) for one in with_others]
        more = uses_of(beside, (), self.ground.size_of_entry)
        return Case(job, self.ground, (*others, *more), self.day)

    def judged(self, job: Job, with_others: Iterable[Job] = ()) -> tuple[Verdict, ...]:
        """What a job breaks as it is planned: moved, changed, swapped, copied or entered."""
        return judge(self.case_of(job, with_others))

    def judged_plan(self, jobs: Sequence[Job]) -> list[tuple[Job, tuple[Verdict, ...]]]:
        """What each job of a new plan breaks, the others of the plan among the rest."""
        return [(job, self.judged(job, [one for one in jobs if one is not job])) for job in jobs]

    def judged_entry(self, entry: Entry) -> tuple[Verdict, ...]:
        """What an entry breaks by what went down when; the entry it corrects and itself are not counted beside it."""
        kept = next((one.job for one in self.jobs if one.job.key and one.job.key == entry.job), None)
        work: Work = kept.work if kept is not None else "spread" if entry.product is not None else "look"
        job = Job(
            kept.number if kept else 0,
            kept.name if kept else (entry.product.name if entry.product else "work"),
            work,
            entry.on,
            kept.opens if kept else entry.on,
            kept.closes if kept else entry.on,
            entry.dose_by(
                kept.dose if kept else None, kept.product.key if kept and kept.product else None, self.ground.size_m2
            ),
            entry.product,
            maker=kept.maker if kept else "hand",
            placement=kept.placement if kept else "surface",
        )
        gone = {entry.key, entry.corrects or 0} - {0}
        others = tuple(use for use in self.with_beginning if use.down and (not use.entry or use.entry not in gone))
        size = self.ground.size_of_entry(kept.work if kept else None, entry.product)
        whole = entry.rate_over(size) if entry.product is not None else None
        return judge(Case(job, self.ground, others, self.day, True, whole))

    def not_yet_logged(self, job: Job, on: date) -> list[Verdict]:
        """What is planned to come before a job and is not logged, asked where somebody logs the job on a day."""
        return [verdict for verdict in self.judged(replace(job, on=on)) if verdict.rule == WAITS_FOR]

    def feeds_of_patches(self) -> tuple[Use, ...]:
        """Of a lawn: the uses that its patches get with it."""
        return tuple(use for use in self.uses if is_feed(use.work, use.product))

    def with_entry(self, entry: Entry) -> AreaBook:
        """The book with an entry more."""
        return replace(self, entries=(*self.entries, entry))


def begun_by_form(ground: Ground, day: date) -> Use | None:
    """How turf begins by its form, as one of its uses: sown, overseeded or laid on a day; None where it is silent."""
    on, way = day_of(ground.facts, "begins_on"), ground.says("begins")
    if on is None or way not in BEGINNINGS or not ground.traits.turf:
        return None
    work, words = BEGINNINGS[way]
    return Use(on, 0.0, f"{words} on {on:%-d %B %Y}", work=work, down=on <= day)


def stops(verdicts: Iterable[Verdict]) -> list[Verdict]:
    """The verdicts that forbid."""
    return [verdict for verdict in verdicts if verdict.severity == "stop"]


def wants_reason(verdicts: Iterable[Verdict]) -> list[Verdict]:
    """The verdicts that ask for a typed reason."""
    return [verdict for verdict in verdicts if verdict.severity != "note"]


def rate_for_same_nitrogen(job: Job, product_n: float, size_rate: float) -> GramsPerSquareMetre | None:
    """The rate of another product that brings the nitrogen ``job`` brings at ``size_rate`` g/m²; None without any."""
    if job.product is None or not job.product.total_nitrogen or not product_n:
        return None
    return GramsPerSquareMetre(size_rate * job.product.total_nitrogen / product_n)
