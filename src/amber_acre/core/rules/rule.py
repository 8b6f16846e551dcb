"""A rule: a small named object with its sentence, severity, source and check; and the case it judges."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from datetime import date
from functools import cached_property
from typing import Literal, get_args

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.jobs.job import Job
from amber_acre.core.jobs.use import BY_PLANT, Use, whose
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import GramsPerSquareMetre
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.mulched import where_it_lies
from amber_acre.core.sentence import Rate, Sentence

Severity = Literal["stop", "warn", "note"]
SEVERITY_WORDS: dict[Severity, str] = {
    "stop": "cannot be planned; done all the same, it is logged with its reason and followed up",
    "warn": "needs a reason",
    "note": "is shown",
}
Subject = Literal["label", "law", "direction", "conflict in time", "season", "ground", "sum"]
SUBJECTS: tuple[Subject, ...] = get_args(Subject)


@dataclass(frozen=True)
class Case:
    """A job on its ground among all other uses of the area, seen on ``day``.

    ``others`` hold neither the job nor, where it is logged, the entry itself. ``logged``: it went down so, on what was
    covered; else it is meant to. ``whole_g_m2``: its rate over the whole area, what yearly sums count.
    """

    job: Job
    ground: Ground
    others: tuple[Use, ...]
    day: date
    logged: bool = False
    whole_g_m2: float | None = None

    @property
    def product(self) -> Product | None:
        """What goes down; None for work without product."""
        return self.job.product

    @cached_property
    def rate_g_m2(self) -> GramsPerSquareMetre:
        """Rate where it lies, planned size or what was covered; a tree's mulch lies on its ring."""
        return where_it_lies(self.ground, self.job, self._evenly_g_m2, self.over_all_g_m2)

    @property
    def _evenly_g_m2(self) -> GramsPerSquareMetre:
        return self.job.rate_on(self.ground.size_m2) if self.job.product else GramsPerSquareMetre(0.0)

    @cached_property
    def thick_g_m2(self) -> GramsPerSquareMetre:
        """Rate where it lies thickest: what was covered, or the small end of the area's size."""
        return GramsPerSquareMetre(self.rate_g_m2 * (1.0 if self.logged else self.ground.thick))

    @cached_property
    def over_all_g_m2(self) -> float:
        """Rate over the whole area."""
        return self._evenly_g_m2 if self.whole_g_m2 is None else self.whole_g_m2

    @cached_property
    def itself(self) -> Use:
        """The job as one of the area's uses."""
        return Use(
            self.job.on,
            self.over_all_g_m2,
            self.job.name,
            self.job.product,
            self.job.work,
            down=self.logged,
            job=self.job.key or None,
            placement=self.job.placement,
            of=whose(self.job),
            by_plant=self.job.dose.basis in BY_PLANT,
        )

    @cached_property
    def everything(self) -> tuple[Use, ...]:
        """All uses of the area, the job among them."""
        return (*self.others, self.itself)

    def same_product(self) -> list[Use]:
        """The other uses of its product."""
        key = self.job.product.key if self.job.product else None
        return [use for use in self.others if use.product is not None and use.product.key == key]


@dataclass(frozen=True)
class Broken:
    """What a check found: the sentence, and the field of a form it belongs beside."""

    sentence: Sentence
    field: str = "on_day"


Check = Callable[[Case], Iterable[Broken]]


@dataclass(frozen=True)
class Rule:
    """One rule. ``words``: what it asks, in one sentence; ``custom``: habit of the trade, which a firm may soften."""

    key: str
    subject: Subject
    words: str
    severity: Severity
    source: str
    check: Check
    custom: bool = False


@dataclass(frozen=True)
class Verdict:
    """A rule a job breaks: how grave, the sentence and its field."""

    rule: str
    severity: Severity
    sentence: Sentence
    field: str = "on_day"

    @property
    def error(self) -> DoesNotFit:
        """The verdict as the refusal of a form."""
        return DoesNotFit(str(self.sentence), field=self.field)


def rate_of(product: Product, g_m2: float) -> Rate:
    """A rate of a product as a figure of a sentence."""
    return Rate(g_m2, product.density_kg_l if product.liquid else None)
