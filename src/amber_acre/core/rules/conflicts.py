"""What does not go together in time: lime and ammonia, feed and dressing, seed and strong feed; and in what order."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from amber_acre.core.jobs.entry import BULK
from amber_acre.core.jobs.use import Use
from amber_acre.core.products.nutrients import is_starter
from amber_acre.core.products.product import Product
from amber_acre.core.rules.law import STARTER_DAYS
from amber_acre.core.rules.order import ORDER_DAYS, days_off, dresses, feeds
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.sentence import Plain, Rate, Sentence
from amber_acre.core.tables.nitrogen_forms import FORM_ROWS
from amber_acre.core.tolerance import over

LIME_APART_DAYS = 14  # between lime and urea or ammonium [common-practice]
AMMONIA_FROM = 0.02  # fraction of urea and ammonium nitrogen from which a feed loses ammonia [common-practice]
IRON_FROM = 0.03  # fraction of Fe from which a product is put down for its iron [common-practice]
IRON_APART_DAYS = 14  # between an iron salt and lime, which locks it up [common-practice]
DRESSING_APART_DAYS = 14  # between a feed and a dressing laid over it [common-practice]
SEEDLING_DAYS = 42  # to the second or third mowing of most lawn grasses [common-practice]
STARTER_AHEAD_DAYS = 7  # of seed a starter is worked in [common-practice]
HIGH_P2O5 = 0.30  # a middle number from which phosphorus keeps fungi off the roots [common-practice]
INOCULANT_DAYS = 60  # live fungi need to be on the roots [from-memory]
TOGETHER_DAYS = 28  # nitrogen that goes down so near is taken up together [common-practice]
STRONG_QUICK_G_M2 = 2.4  # about half a pound of quick nitrogen on 1000 ft² [common-practice]


def gives_ammonia(product: Product | None) -> bool:
    """Whether a product holds enough urea or ammonium to lose ammonia beside lime; no bulk material."""
    if product is None or product.family == BULK:
        return False
    return sum(share for form, share in product.nitrogen.items() if FORM_ROWS[form].ammonia) > AMMONIA_FROM


def _limes(product: Product | None) -> bool:
    return product is not None and bool(product.soil.lime_kind)


Is = Callable[[Product | None], bool]


def _side_by_side(case: Case, one: Is, other: Is, within_days: int) -> Iterable[Use]:
    """Uses nearer than so many days that are one thing where the job is the other, in either order."""
    for use in case.others:
        pair = (one(case.product) and other(use.product)) or (other(case.product) and one(use.product))
        if pair and abs(days_off(case, use)) < within_days:
            yield use


def _lime_beside(case: Case) -> Iterable[Broken]:
    for use in _side_by_side(case, _limes, gives_ammonia, LIME_APART_DAYS):
        yield Broken(
            Sentence.of(
                "{use} lies {days} days away: urea and ammonium are lost as ammonia beside fresh lime. Keep {apart}"
                " days between.",
                use=Plain(use.begins),
                days=Plain(abs(days_off(case, use))),
                apart=Plain(LIME_APART_DAYS),
            )
        )


def _brings_iron(product: Product | None) -> bool:
    return product is not None and product.other.get("Fe", 0.0) >= IRON_FROM and product.family != BULK


def _iron_beside(case: Case) -> Iterable[Broken]:
    for use in _side_by_side(case, _limes, _brings_iron, IRON_APART_DAYS):
        yield Broken(
            Sentence.of(
                "{use} lies {days} days away: fresh lime locks iron up before plants get it. Keep {apart} days"
                " between, iron to the leaf.",
                use=Plain(use.begins),
                days=Plain(abs(days_off(case, use))),
                apart=Plain(IRON_APART_DAYS),
            )
        )


def _wets(product: Product | None) -> bool:
    """A wetting agent: it goes through the leaf to the soil with water."""
    return product is not None and product.soil.material == "wetting"


def _to_leaf(product: Product | None) -> bool:
    return product is not None and product.family == "liquid"


def _leaf_or_soil(case: Case) -> Iterable[Broken]:
    for use in _side_by_side(case, _wets, _to_leaf, 1):
        yield Broken(
            Sentence.of(
                "{use} is the same day: a wetting agent is watered in, and a leaf feed is to stay on the leaf. Put"
                " the wetting agent down a day before.",
                use=Plain(use.begins),
            )
        )


def _under_dressing(case: Case) -> Iterable[Broken]:
    me = case.itself
    if not case.ground.traits.turf:
        return  # feed of plantings goes under their mulch
    for use in case.others:
        laid_over = dresses(me.work, me.product) and feeds(use) and -DRESSING_APART_DAYS < days_off(case, use) <= 0
        fed_under = feeds(me) and dresses(use.work, use.product) and 0 <= days_off(case, use) < DRESSING_APART_DAYS
        if laid_over or fed_under:
            yield Broken(
                Sentence.of(
                    "{use} lies {days} days away: a feed under a fresh dressing is smothered and burns. Dress first,"
                    " and feed after {apart} days, or keep so long between.",
                    use=Plain(use.begins),
                    days=Plain(abs(days_off(case, use))),
                    apart=Plain(DRESSING_APART_DAYS),
                )
            )


def _tears(case: Case, seed: Use, later: Use) -> str:
    """What a later job does to seedlings; empty where it leaves them alone."""
    days = (later.on - seed.on).days
    if seed.work not in ("seed", "plant") or not 0 <= days < SEEDLING_DAYS:
        return ""
    rate = case.thick_g_m2 if later is case.itself else later.rate_g_m2
    if days < STARTER_DAYS and is_starter(later.product):
        return ""
    if later.product is not None and rate * later.product.quick_fraction > STRONG_QUICK_G_M2:
        return "nothing strong on seedlings"
    if later.work == "core" and seed.work == "seed" and days >= ORDER_DAYS:
        return "coring tears seedlings out"
    return ""


def _on_seed(case: Case) -> Iterable[Broken]:
    me = case.itself
    for use in case.others:
        does = _tears(case, use, me) or _tears(case, me, use)
        if does:
            yield Broken(
                Sentence.of(
                    "{use} lies {days} days away: {does} before the second or third mowing.",
                    use=Plain(use.begins),
                    days=Plain(abs(days_off(case, use))),
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
                    "{use} lies {days} days away: a weed barrier stops sown grass like any seed for {lasts} days by its"
                    " label. Sow after that, or leave the barrier out.",
                    use=Plain(use.begins),
                    days=Plain(abs(days_off(case, use))),
                    lasts=Plain(f"{lasts:.0f}"),
                )
            )


def _barrier_disturbed(case: Case) -> Iterable[Broken]:
    for use, first, then in _pairs(case):
        days = (then.on - first.on).days
        young = first.work == "seed" and _barrier_days(then.product) > 0 and days < SEEDLING_DAYS
        opened = then.work == "core" and 0 < days < _barrier_days(first.product)
        if young or opened:
            yield Broken(
                Sentence.of(
                    "{use} lies {days} days away: {does}.",
                    use=Plain(use.begins),
                    days=Plain(abs(days_off(case, use))),
                    does=Plain(
                        "a weed barrier waits until seedlings have been mown two or three times"
                        if young
                        else "coring opens a weed barrier that still holds; core first, then the barrier"
                    ),
                )
            )


def _inoculates(product: Product | None) -> bool:
    return product is not None and product.family == "inoculant"


def _rich_in_phosphorus(product: Product | None) -> bool:
    return product is not None and product.p2o5 > HIGH_P2O5


def _inoculant_beside(case: Case) -> Iterable[Broken]:
    for use in _side_by_side(case, _inoculates, _rich_in_phosphorus, INOCULANT_DAYS):
        yield Broken(
            Sentence.of(
                "{use} lies {days} days away: roots well fed with phosphorus (a middle number over {limit}) do not take"
                " live fungi. Keep {apart} days between, or choose a product with less.",
                use=Plain(use.begins),
                days=Plain(abs(days_off(case, use))),
                limit=Plain(f"{HIGH_P2O5 * 100:.0f}"),
                apart=Plain(INOCULANT_DAYS),
            ),
            "product",
        )


def _to_leaf_together(case: Case) -> Iterable[Broken]:
    mine = case.product
    if mine is None or not _to_leaf(mine):
        return
    for use in case.others:
        theirs = use.product
        if theirs is None or not _to_leaf(theirs) or theirs.key == mine.key or not carry_the_same(mine, theirs):
            continue
        apart = max(mine.label.interval_days, theirs.label.interval_days)
        if abs(days_off(case, use)) < apart:
            yield Broken(
                Sentence.of(
                    "{use} lies {days} days away: two leaf feeds of one nutrient add up on the leaf. Their labels ask"
                    " for {apart} days; keep them, or lower both and say why.",
                    use=Plain(use.begins),
                    days=Plain(abs(days_off(case, use))),
                    apart=Plain(apart),
                )
            )


def carry_the_same(one: Product, other: Product) -> bool:
    """Whether two products share a nutrient: nitrogen, phosphorus, potassium or any other of their labels."""
    main = ((one.total_nitrogen, other.total_nitrogen), (one.p2o5, other.p2o5), (one.k2o, other.k2o))
    return any(mine and theirs for mine, theirs in main) or any(other.other.get(key) for key in one.other)


def _available(use: Use) -> float:
    """Nitrogen of a use that plants can have in its first year, g/m²; bulk material with its mineralised share."""
    product = use.product
    if product is None:
        return 0.0
    slow = product.slow_fraction * product.mineralised_share
    return use.rate_g_m2 * (product.quick_fraction + slow)


def _nitrogen_together(case: Case) -> Iterable[Broken]:
    me, cap = case.itself, case.ground.rules.total_cap_g_m2
    if case.logged or not _available(me):
        return
    if not case.ground.traits.turf:
        return  # one slow dose of a year is usual on plantings, and what lies on a pot feeds its litres
    near = [use for use in case.others if _available(use) and abs(days_off(case, use)) < TOGETHER_DAYS]
    total = max(
        (
            sum(_available(use) for use in (*near, me) if 0 <= (use.on - first.on).days < TOGETHER_DAYS)
            for first in (*near, me)
            if first.on <= me.on
        ),
        default=0.0,
    )
    if near and over(total, cap):
        yield Broken(
            Sentence.of(
                "With what goes down within {days} days it adds up to {total} of available nitrogen, over the {cap} of"
                " one application. Space them, or lower one.",
                days=Plain(TOGETHER_DAYS),
                total=Rate(total),
                cap=Rate(cap),
            ),
            "rate",
        )


RULES = (
    Rule("lime-and-ammonia", "conflict in time",
         "Fourteen days between lime and feeds of urea or ammonium, in either order.", "warn", "common-practice",
         _lime_beside),
    Rule("iron-and-lime", "conflict in time", "Fourteen days between iron and lime, in either order.", "warn",
         "common-practice", _iron_beside),
    Rule("leaf-or-soil", "conflict in time", "No wetting agent and leaf feed on one day.", "warn", "common-practice",
         _leaf_or_soil, custom=True),
    Rule("under-dressing", "conflict in time", "No feed in the two weeks before a dressing is laid over it.", "warn",
         "common-practice", _under_dressing, custom=True),
    Rule("strong-on-seed", "conflict in time",
         "No strong quick feed and no coring on seedlings before the second or third mowing.", "warn",
         "common-practice", _on_seed, custom=True),
    Rule("starter-without-seed", "conflict in time",
         "A starter goes down with seed or new turf, or where a test is low in phosphorus.", "warn", "common-practice",
         _starter_alone, custom=True),
    Rule("barrier-before-seed", "conflict in time", "No seed while a weed barrier holds, by the days of its label.",
         "stop", "label", _seed_in_barrier),
    Rule("barrier-disturbed", "conflict in time",
         "No weed barrier on seedlings before the second or third mowing, no coring through one that holds.", "warn",
         "common-practice", _barrier_disturbed),
    Rule("inoculant-and-phosphorus", "conflict in time",
         "No middle number over 30 within two months of a live inoculant.", "warn", "common-practice",
         _inoculant_beside),
    Rule("leaf-feeds-together", "conflict in time",
         "Two leaf feeds of one nutrient keep the longer interval of their labels.", "warn", "label",
         _to_leaf_together),
    Rule("nitrogen-together", "conflict in time",
         "What goes down within four weeks, bulk material with what it frees, under the cap of one application.",
         "warn", "application-caps", _nitrogen_together, custom=True),
)  # fmt: skip
