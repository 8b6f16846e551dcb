"""What of a feed comes out after a planting has stopped taking it up: planner and judge ask one function."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.core.jobs.job import Job
from amber_acre.core.jobs.use import whose
from amber_acre.core.measure.area_facts import year_days_of
from amber_acre.core.products.product import Product
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.late_release import MOVED, WORTH_G_M2, slow_of
from amber_acre.core.rules.plant_forms import groups_of
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.season.climate import daily_series, season_start
from amber_acre.core.season.release import warmth_factor
from amber_acre.core.season.stages import BEFORE_WAKING_DAYS, Stages, stages
from amber_acre.core.sentence import OnDay, Plain, Sentence
from amber_acre.core.tables.care_groups import CARE_GROUPS

# Leaves of spring bulbs stand so long after waking, and after their bloom where it is known [common-practice].
BULB_LEAVES_DAYS, LEAVES_AFTER_BLOOM_DAYS = 90, 42
ALWAYS_SLOW = ("palm",)  # get nothing quick, and bear what lies over a mild winter [common-practice]
ROUND_AFTER_OPENING_DAYS = 7  # a planned round is judged so long after its window opens, wherever it moves in it


def leaves_until(ground: Ground, year: Stages) -> date:
    """The day by which the leaves of spring bulbs have died down."""
    ends = year.wakes + timedelta(days=BULB_LEAVES_DAYS)
    after = timedelta(days=LEAVES_AFTER_BLOOM_DAYS)
    for month, day in year_days_of(ground.facts, "bloom_end")[:1]:
        ends = max(ends, year.in_year(month, day, before=BEFORE_WAKING_DAYS) + after)
    seen = ground.in_bloom
    if seen is not None and abs((seen - year.wakes).days) <= BULB_LEAVES_DAYS:
        ends = max(ends, seen + after)
    return min(ends, year.rests)


def grown_until(ground: Ground, key: str, on: date) -> date | None:
    """The day on which plants of a care group stop taking up what goes down on a day; None where nothing stops them, or
    they rest then."""
    year = stages(ground.climate, CARE_GROUPS[key].start_c, season_start(ground.climate, on))
    if year.by_rains or (year.all_year and key != "bulb"):
        return None
    ends = leaves_until(ground, year) if key == "bulb" else year.rests
    return ends if year.wakes <= on < ends else None


@dataclass(frozen=True)
class Late:
    """What comes out too late of a product: its share of what it frees in a year, for each gram of product, after which
    day; ``allowed``: the share that may."""

    share: float
    each: float
    ends: date
    allowed: float


def late_of(product: Product, ground: Ground, key: str, on: date) -> Late | None:
    """What of a product on plants of a care group comes out late; None where nothing does."""
    ends = grown_until(ground, key, on)
    if ends is None or key in ALWAYS_SLOW or product.slow_fraction <= 0:
        return None
    slow = slow_of(product)
    warm = float(warmth_factor(daily_series(ground.climate, on, ends).mean_c).sum())
    each = sum(share * math.exp(-k * warm) for share, k in slow.classes)
    return Late(each / slow.frees if slow.frees else 0.0, each, ends, slow.late_allowed)


def comes_too_late(product: Product, ground: Ground, key: str, on: date) -> bool:
    """Whether more of a product comes out late than a planner puts down."""
    late = late_of(product, ground, key, on)
    return late is not None and late.share > late.allowed


def _judged_on(job: Job) -> date:
    """The day a feed is judged by: its own, of a planned round in its window that of the round."""
    planned = job.maker == "care" and job.opens <= job.on <= job.closes
    return min(job.on, job.opens + timedelta(days=ROUND_AFTER_OPENING_DAYS)) if planned else job.on


def _too_late(case: Case) -> Iterable[Broken]:
    product, traits = case.product, case.ground.traits
    if product is None or traits.turf or traits.by_litre or not case.itself.feeds or not product.slow_fraction:
        return
    keys = groups_of(case.ground, whose(case.job))
    key = next((one for one in dict.fromkeys(keys) if 2 * keys.count(one) > len(keys)), "")
    late = late_of(product, case.ground, key, _judged_on(case.job)) if key else None
    if late is None or late.share <= late.allowed + MOVED or case.over_all_g_m2 * late.each < WORTH_G_M2:
        return
    yield Broken(
        Sentence.of(
            "{share} of what {product} frees comes after {plants} have stopped growing, about {day}: it leaches, or"
            " feeds weeds. Put quick nitrogen down, or this as they wake.",
            share=Plain(f"{late.share:.0%}"),
            product=Plain(product.name),
            plants=Plain(CARE_GROUPS[key].name),
            day=OnDay(late.ends),
        ),
        "product",
    )


RULES: tuple[Rule, ...] = (
    Rule(
        "late-on-plants",
        "season",
        "Slow nitrogen goes down while plants grow long enough to use it: at most a third of it (of organic feeds"
        " somewhat over half) comes out after they rest, or after bulbs have died down.",
        "warn",
        "common-practice",
        _too_late,
        custom=True,
    ),
)
