"""Coated pellets in pots whose season has begun: not when most of them would come out after it. Planner and judge ask
one function."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, timedelta

from amber_acre.core.measure.area_facts import planted_on
from amber_acre.core.products.product import Product
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.plant_forms import groups_of
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.season.climate import season_start
from amber_acre.core.season.coated import DAYS_OF_MONTH, used_by
from amber_acre.core.season.stages import AFTER_FROST_DAYS, Stages, last_frost_after, stages
from amber_acre.core.sentence import OnDay, Plain, Sentence
from amber_acre.core.tables.care_groups import CARE_GROUPS

LEAST_USED = 0.5  # of pellets laid into a begun season that comes out before its last day [common-practice]
LAID_WITHIN_DAYS = 21  # of a season's beginning, or of the day they were planned for [common-practice]
LABEL_FROM_25_TO_21 = 0.75 ** (4 / 5)  # months at 25 °C as they would be told at 21 °C, and back


def rated_months(product: Product) -> float:
    """Months of a coated product at 21 °C, from the label's days at 25 °C."""
    return (product.longevity_days or 0.0) / DAYS_OF_MONTH / LABEL_FROM_25_TO_21


def is_coated(product: Product) -> bool:
    """Whether most of a product's nitrogen is in pellets that last a told time."""
    return bool(product.longevity_days) and product.nitrogen.get("coated", 0.0) > 0.5 * product.total_nitrogen


def pots_fed(ground: Ground, year: Stages) -> tuple[date, date]:
    """First and last day on which pots are fed: from growth, or planting out, to the last day for nitrogen."""
    inside, planted = ground.says("winter") == "in", planted_on(ground.facts)
    first, frost = year.wakes, last_frost_after(year.climate, year.start)
    if planted is not None and 0 <= (planted - year.start).days < 365:
        first = planted
    elif frost is not None and not inside:
        first = max(first, frost + timedelta(days=AFTER_FROST_DAYS))
    return first, year.rests if inside else min(year.last, year.rests)


def used_in_season(product: Product, laid: date, last: date, year: Stages) -> float:
    """The share (0 to 1) of pellets that comes out by the last day for nitrogen."""
    return used_by(rated_months(product), laid, last, year.climate)


def _too_late(case: Case) -> Iterable[Broken]:
    product, ground, job = case.product, case.ground, case.job
    if product is None or not ground.traits.by_litre or not is_coated(product):
        return
    keys = [key for key in groups_of(ground, "") if CARE_GROUPS[key].basis == "litre"]
    year = stages(
        ground.climate, CARE_GROUPS[keys[0] if keys else "pots"].start_c, season_start(ground.climate, job.on)
    )
    first, last = pots_fed(ground, year)
    planned = job.maker == "care" and job.opens <= job.on <= job.closes
    on = job.opens if planned else job.on
    if not first + timedelta(days=LAID_WITHIN_DAYS) < on < last:
        return
    used = used_in_season(product, on, last, year)
    if used < LEAST_USED:
        yield Broken(
            Sentence.of(
                "{share} of {product} would come out after {last}, the last day for nitrogen of these pots. Feed them"
                " with the can until then.",
                share=Plain(f"{1 - used:.0%}"),
                product=Plain(product.name),
                last=OnDay(last),
            ),
            "product",
        )


RULES: tuple[Rule, ...] = (
    Rule(
        "pellets-late",
        "season",
        "Pellets in pots whose season has begun: half of them come out before its last day.",
        "warn",
        "common-practice",
        _too_late,
        custom=True,
    ),
)
