"""What seed, seedlings and new turf bear: no strong feed, iron, tines or weed barrier; and what a starter is for."""

from __future__ import annotations

from collections.abc import Iterable

from amber_acre.core.jobs.use import Use
from amber_acre.core.products.nutrients import is_starter
from amber_acre.core.products.product import Product
from amber_acre.core.rules.conflicts import brings_iron
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.law import STARTER_DAYS
from amber_acre.core.rules.order import ORDER_DAYS, lies
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.sentence import Plain, Sentence

SEEDLING_DAYS = 42  # to the second or third mowing of most lawn grasses [common-practice]
DRIVEN_BEFORE_DAYS = 28  # before seed in which old grass is not driven by a strong feed [common-practice]
SCORCHED_BEFORE_DAYS = 14  # before seed in which iron that scorches moss scorches what germinates [common-practice]
MOSS_IRON_G_M2 = 1.0  # of Fe, five times a colour spray: from here it scorches [common-practice]
STARTER_AHEAD_DAYS = 7  # of seed a starter is worked in [common-practice]
STRONG_QUICK_G_M2 = 2.4  # about half a pound of quick nitrogen on 1000 ft² [common-practice]


def _strong(product: Product | None, rate_g_m2: float) -> bool:
    return product is not None and rate_g_m2 * product.quick_fraction > STRONG_QUICK_G_M2


def _after_seed(seed: Use, later: Use, days: int, rate_g_m2: float) -> str:
    """What a use so many days after seed or turf does to it; empty where it leaves it alone."""
    if days < STARTER_DAYS and is_starter(later.product):
        return ""
    if _strong(later.product, rate_g_m2):
        return "nothing strong on seedlings before the second or third mowing"
    if seed.work == "seed" and brings_iron(later.product):
        return "iron scorches seedlings, none before the second or third mowing"
    if later.work == "core" and days >= (ORDER_DAYS if seed.work == "seed" else 0):
        return "coring tears out what has not rooted, none before the second or third mowing"
    return ""


def _before_seed(other: Use, days: int, rate_g_m2: float) -> str:
    """What a use left on the ground so many days before seed does to it; empty where it leaves it alone."""
    product = other.product
    if product is None or other.placement != "surface" or is_starter(product):
        return ""
    if days < SCORCHED_BEFORE_DAYS and rate_g_m2 * product.other.get("Fe", 0.0) >= MOSS_IRON_G_M2:
        return f"iron that scorches moss scorches seed as well, sow {SCORCHED_BEFORE_DAYS} days after it"
    if days < DRIVEN_BEFORE_DAYS and _strong(product, rate_g_m2):
        return f"a strong feed drives the old grass and salts the seedbed, none in the {DRIVEN_BEFORE_DAYS} days before"
    return ""


def _harms(ground: Ground, seed: Use, other: Use, rate_g_m2: float) -> str:
    """What another use, at a rate where it lies, does to seed, new turf or new plants; empty where it does nothing."""
    days = (other.on - seed.on).days
    if seed.work not in ("seed", "plant") or days >= SEEDLING_DAYS:
        return ""
    if not ground.traits.turf:
        return "nothing strong on new roots" if days >= 0 and _strong(other.product, rate_g_m2) else ""
    if days >= 0:
        return _after_seed(seed, other, days, rate_g_m2)
    return _before_seed(other, -days, rate_g_m2) if seed.work == "seed" else ""


def _on_seed(case: Case) -> Iterable[Broken]:
    me = case.itself
    for use in case.others:
        does = _harms(case.ground, use, me, case.thick_g_m2) or _harms(case.ground, me, use, use.rate_g_m2)
        if does:
            yield Broken(
                Sentence.of(
                    "{use} {lies}: {does}.",
                    use=Plain(use.begins),
                    lies=lies(case, use),
                    does=Plain(does),
                )
            )


def _starter_alone(case: Case) -> Iterable[Broken]:
    if not case.ground.traits.turf or not is_starter(case.product) or case.ground.phosphorus == "low":
        return
    days = [(case.job.on - use.on).days for use in case.others if use.work in ("seed", "plant")]
    if not any(-STARTER_AHEAD_DAYS <= one < SEEDLING_DAYS for one in days) and case.product is not None:
        yield Broken(
            Sentence.of(
                "{product} is a starter, with as much phosphate as nitrogen: it is for seed and new turf, and no test"
                " here is low in phosphorus. Choose a feed, or say why.",
                product=Plain(case.product.name),
            ),
            "product",
        )


def _barrier_days(product: Product | None) -> float:
    """Days in which seed does not come up after a product; 0 for what is no weed barrier."""
    return (product.longevity_days or 0.0) if product is not None and product.family == "preemergent" else 0.0


def _pairs(case: Case) -> Iterable[tuple[Use, Use, Use]]:
    """Each other use with the earlier and the later of it and the job; on one day both ways about."""
    me = case.itself
    for use in case.others:
        if use.on <= me.on:
            yield use, use, me
        if use.on >= me.on:
            yield use, me, use


def _seed_in_barrier(case: Case) -> Iterable[Broken]:
    for use, first, then in _pairs(case):
        lasts = _barrier_days(first.product)
        if then.work == "seed" and (then.on - first.on).days < lasts:
            yield Broken(
                Sentence.of(
                    "{use} {lies}: a weed barrier stops sown grass like any seed for {lasts} days by its"
                    " label. Sow after that, or leave the barrier out.",
                    use=Plain(use.begins),
                    lies=lies(case, use),
                    lasts=Plain(f"{lasts:.0f}"),
                )
            )


def _barrier_disturbed(case: Case) -> Iterable[Broken]:
    for use, first, then in _pairs(case):
        days = (then.on - first.on).days
        new = first.work == "seed" or (first.work == "plant" and case.ground.traits.turf)
        young = new and _barrier_days(then.product) > 0 and days < SEEDLING_DAYS
        opened = then.work == "core" and 0 < days < _barrier_days(first.product)
        if young or opened:
            yield Broken(
                Sentence.of(
                    "{use} {lies}: {does}.",
                    use=Plain(use.begins),
                    lies=lies(case, use),
                    does=Plain(
                        "a weed barrier waits until new grass has been mown two or three times"
                        if young
                        else "coring opens a weed barrier that still holds; core first, then the barrier"
                    ),
                )
            )


RULES: tuple[Rule, ...] = (
    Rule(
        "strong-on-seed",
        "conflict in time",
        "No strong quick feed, iron or coring on new grass before the second or third mowing; none that drives or"
        " scorches left on the ground just before seed.",
        "warn",
        "common-practice",
        _on_seed,
        custom=True,
    ),
    Rule(
        "starter-without-seed",
        "conflict in time",
        "A starter goes down with seed or new turf, or where a test is low in phosphorus.",
        "warn",
        "common-practice",
        _starter_alone,
        custom=True,
    ),
    Rule(
        "barrier-before-seed",
        "conflict in time",
        "No seed while a weed barrier holds, by the days of its label.",
        "stop",
        "label",
        _seed_in_barrier,
    ),
    Rule(
        "barrier-disturbed",
        "conflict in time",
        "No weed barrier on new grass before the second or third mowing, no coring through one that holds.",
        "warn",
        "common-practice",
        _barrier_disturbed,
    ),
)
