"""What of a feed comes out after the grass has stopped taking nitrogen up: planner and judge ask one function."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import timedelta
from functools import lru_cache

from amber_acre.core.products.product import Product
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.season.climate import Climate
from amber_acre.core.season.growing import Mask, growing
from amber_acre.core.season.phases import STEP_DAYS, STEPS, Phases, Steps, phases
from amber_acre.core.season.release import rate_constant, warmth_factor
from amber_acre.core.sentence import OnDay, Plain, Sentence
from amber_acre.core.tables.grasses import GRASS_BY_KEY, Grass
from amber_acre.core.tables.nitrogen_forms import FORM_ROWS

# Of a product's nitrogen (organic: of its slow part alone) what may come out after uptake ends [common-practice].
LATE_MINERAL, LATE_ORGANIC = 0.30, 0.55
WINDOW_DAYS = 10  # a round moves so far in its window after the day it was found for [common-practice]
MOVED = 0.05  # more than the planner allows, for a round that moves within its window [common-practice]
WORTH_G_M2 = 0.3  # of late nitrogen: less is not worth a word [common-practice]
ENDED_STEPS = 4  # a month without uptake ends it [common-practice]


@dataclass(frozen=True)
class Slow:
    """The slow nitrogen of a product as fractions of its mass: what releases how fast (1/day at 25 °C)."""

    quick: float
    classes: tuple[tuple[float, float], ...]
    organic: bool

    @property
    def frees(self) -> float:
        """What a gram of product releases within a year that is held against its late part, g: of an organic one its
        slow part alone."""
        active = sum(share for share, _ in self.classes)
        return active if self.organic and active else self.quick + active

    @property
    def late_allowed(self) -> float:
        """The share of what it releases that may come out late."""
        return LATE_ORGANIC if self.organic else LATE_MINERAL


def slow_of(product: Product) -> Slow:
    """A product's slow nitrogen; of insoluble nitrogen what releases within a year."""
    classes = []
    for form, share in product.nitrogen.items():
        if not FORM_ROWS[form].quick and share > 0:
            active = product.mineralised_share if form == "insoluble" else 1.0
            classes.append((share * active, rate_constant(form, product.longevity_days)))
    organic = product.nitrogen.get("insoluble", 0.0) > product.total_nitrogen / 2
    return Slow(product.quick_fraction, tuple(classes), organic)


def last_uptake(takes_up: Mask, step: int) -> int:
    """Steps from ``step`` on, itself included, until uptake ends for at least a month; 48 where it never does."""
    for n in range(STEPS):
        if not any(takes_up[(step + n + more) % STEPS] for more in range(ENDED_STEPS)):
            return n
    return STEPS


def late_grams(slow: Slow, takes_up: Mask, mean_c: Steps, step: int) -> float:
    """Nitrogen a gram of product releases after uptake has ended, g; 0 where it never ends."""
    ends = last_uptake(takes_up, step)
    if ends >= STEPS or not slow.classes:
        return 0.0
    days = [(step + n) % STEPS for n in range(ends)]
    warm = float(warmth_factor(mean_c)[days].sum()) * STEP_DAYS
    return sum(share * math.exp(-k * warm) for share, k in slow.classes)


def late_share(slow: Slow, takes_up: Mask, mean_c: Steps, step: int) -> float:
    """Share of what a feed (an organic one: its slow part) releases within a year that comes out after uptake has
    ended, put down in a step; 0 where it never ends."""
    return late_grams(slow, takes_up, mean_c, step) / slow.frees if slow.frees else 0.0


@lru_cache(maxsize=128)
def _year(climate: Climate, grass: str, winter: str) -> tuple[Phases, Mask]:
    year = phases(climate)
    takes_up = growing(GRASS_BY_KEY[grass], year).takes_up
    if winter:
        takes_up = takes_up | growing(GRASS_BY_KEY[winter], year).takes_up
    return year, takes_up


@lru_cache(maxsize=1024)
def _late(slow: Slow, climate: Climate, grass: str, winter: str, step: int) -> tuple[float, float, int]:
    """Late share, late grams a gram of product, and steps until uptake ends."""
    year, takes_up = _year(climate, grass, winter)
    if not takes_up.any():
        return 0.0, 0.0, 0
    told = slow, takes_up, year.mean_c, step
    return late_share(*told), late_grams(*told), last_uptake(takes_up, step)


def uptake_of(climate: Climate, grass: Grass, winter: Grass | None = None) -> tuple[Phases, Mask]:
    """The year of a place in steps, and in which of them its grass (or the winter grass in it) takes nitrogen up."""
    return _year(climate, grass.key, winter.key if winter is not None else "")


def _too_late(case: Case) -> Iterable[Broken]:
    product, ground = case.product, case.ground
    if product is None or not ground.traits.turf or not case.itself.feeds or not product.slow_fraction:
        return
    slow = slow_of(product)
    winter = ground.winter_grass(case.job.on)
    in_window = case.job.maker == "season" and case.job.opens <= case.job.on <= case.job.closes
    step = phases(ground.climate).step_of(case.job.on - timedelta(days=WINDOW_DAYS if in_window else 0))
    share, each, ends_in = _late(
        slow, ground.climate, ground.turf_grass.key, winter.key if winter is not None else "", step
    )
    if share <= slow.late_allowed + MOVED or case.over_all_g_m2 * each < WORTH_G_M2:
        return
    ends = case.job.on + timedelta(days=round(ends_in * STEP_DAYS))
    yield Broken(
        Sentence.of(
            "{share} of what {product} frees comes after growth has ended, about {day}: it leaches, or feeds disease."
            " Put quick nitrogen down now, or this in spring.",
            share=Plain(f"{share:.0%}"),
            product=Plain(product.name),
            day=OnDay(ends),
        ),
        "product",
    )


RULES = (
    Rule("released-too-late", "season",
         "Slow nitrogen goes down while the grass grows long enough to use it: at most a third of it (of organic feeds"
         " somewhat over half) comes out after growth.", "warn", "common-practice", _too_late, custom=True),
)  # fmt: skip
