"""A job: one piece of work on one area, whatever plan or hand made it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import date
from typing import Literal, get_args

from amber_acre.core.errors import MissingInput
from amber_acre.core.jobs.dose import NO_DOSE, Dose
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import GramsPerSquareMetre, SquareMetres

Work = Literal[
    "feed",
    "spread",
    "spray",
    "drench",
    "core",
    "topdress",
    "seed",
    "plant",
    "mulch",
    "inject",
    "water",
    "clip",
    "look",
    "sample",
    "check",
    "repair",
]
WORKS: tuple[Work, ...] = get_args(Work)
WORK_WORDS: dict[Work, str] = {
    "feed": "spread the feed",
    "spread": "spread it",
    "spray": "spray it",
    "drench": "drench it in",
    "core": "hollow-core it",
    "topdress": "lay it and brush it in",
    "seed": "sow it",
    "plant": "plant it",
    "mulch": "lay the mulch",
    "inject": "inject it",
    "water": "water slowly, until it is in",
    "clip": "clip it",
    "look": "look and grade it",
    "sample": "sample and test",
    "check": "push the probe in and write down how deep",
    "repair": "mend the irrigation and let it run",
}
# Where on the ground it goes. [common-practice]
Placement = Literal["surface", "raked", "tilled", "base", "dripline", "medium", "under_mulch"]
PLACEMENTS: tuple[Placement, ...] = get_args(Placement)
PLACEMENT_WORDS: dict[Placement, str] = {
    "surface": "on the surface",
    "raked": "raked in",
    "tilled": "tilled in",
    "base": "round the base, off crowns, leaves and stems",
    "dripline": "over the root zone, off the trunk",
    "medium": "on the medium of the pot, off the stems",
    "under_mulch": "under the mulch, pulled back for it",
}
# What made a job: the season's programme of a lawn, the year of a planting, a correction by its kind, or a hand.
Maker = Literal["season", "care", "up", "down", "nutrient", "physical", "water", "hand"]
MAKERS: tuple[Maker, ...] = get_args(Maker)

NEW_ROOTS = "plants of this year"  # what planting and the waterings after it answer


@dataclass(frozen=True)
class Job:
    """One piece of work on one area: what, how much, when, why, and what made it.

    ``number`` counts within its plan. ``opens`` to ``closes`` is its window. ``product`` is None for work without one.
    ``key`` is 0 until it is kept. ``answers``: the finding or goal; ``reason``: why this, so much, then.
    ``target_g_m2``: the nitrogen it was planned to bring. ``skipped``: left out by hand, or its plan was ended.
    ``missed``: a feed whose window closed with nothing logged. Neither counts. ``answered``: keys of the rules somebody
    read, and gave the reason to go past. ``pinned``: stays as it is when the rest of its season is planned again.
    """

    number: int
    name: str
    work: Work
    on: date
    opens: date
    closes: date
    dose: Dose = NO_DOSE
    product: Product | None = None
    key: int = 0
    maker: Maker = "season"
    placement: Placement = "surface"
    answers: str = ""
    reason: str = ""
    target_g_m2: float = 0.0
    skipped: bool = False
    missed: bool = False
    answered: frozenset[str] = frozenset()
    pinned: bool = False

    @property
    def counts(self) -> bool:
        """True while the job is meant to be done."""
        return not (self.skipped or self.missed)

    @property
    def passes(self) -> bool:
        """True of a feed or watering of a plan that is not made up for after its window: growth that has passed is not
        fed, nor dry weeks watered."""
        return (
            self.maker == "season" or (self.maker == "care" and self.work in ("feed", "drench")) or self.for_new_roots
        )

    @property
    def for_new_roots(self) -> bool:
        """True of a watering of what has not rooted yet: rain can take its place."""
        return self.work == "water" and self.answers == NEW_ROOTS

    @property
    def material(self) -> Product:
        """The product of a job that has one (MissingInput for work without)."""
        if self.product is None:
            raise MissingInput(f"{self.name} is work without product.", field="product")
        return self.product

    @property
    def rate_g_m2(self) -> GramsPerSquareMetre:
        """The dose of a job that is measured by area, g/m²; 0 for work without product."""
        return GramsPerSquareMetre(self.dose.value if self.dose.basis == "area" else 0.0)

    def rate_on(self, size_m2: SquareMetres) -> GramsPerSquareMetre:
        """The dose over an area of ``size_m2`` in g/m², whatever its basis."""
        return self.dose.rate_g_m2(size_m2, self.product.density_kg_l if self.product else None)

    def made_of(self, product: Product | None, maker: Maker, placement: Placement = "surface") -> Job:
        """The job as part of a plan: what is spread is this product, put where the plan says."""
        spread = product if self.work == "spread" else None
        return replace(self, product=spread, maker=maker, placement=placement)

    @property
    def called(self) -> str:
        """What it is called in one word: R3 for a round of the season, else its name."""
        return f"R{self.number}" if self.maker == "season" else self.name
