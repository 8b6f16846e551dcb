"""What does not go together in time: lime and ammonia, feed and dressing, seed and strong feed; and in what order."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from amber_acre.core.jobs.entry import BULK
from amber_acre.core.jobs.job import Work
from amber_acre.core.jobs.use import Use
from amber_acre.core.products.product import Product
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.sentence import Plain, Sentence
from amber_acre.core.tables.nitrogen_forms import FORM_ROWS

LIME_APART_DAYS = 14  # between lime and urea or ammonium [common-practice]
AMMONIA_FROM = 0.02  # fraction of urea and ammonium nitrogen from which a feed loses ammonia [common-practice]
IRON_FROM = 0.03  # fraction of Fe from which a product is put down for its iron [common-practice]
IRON_APART_DAYS = 14  # between an iron salt and lime, which locks it up [common-practice]
DRESSING_APART_DAYS = 14  # between a feed and a dressing laid over it [common-practice]
ORDER_DAYS = 14  # core, dressing and seed this close are one piece of work [common-practice]
SEEDLING_DAYS = 42  # to the second or third mowing of most lawn grasses [common-practice]
STRONG_QUICK_G_M2 = 2.4  # about half a pound of quick nitrogen on 1000 ft² [common-practice]
DRESSINGS: tuple[Work, ...] = ("topdress", "mulch")
ORDER: tuple[Work, ...] = ("core", "topdress", "seed")


def gives_ammonia(product: Product | None) -> bool:
    """Whether a product holds enough urea or ammonium to lose ammonia beside lime; no bulk material."""
    if product is None or product.family == BULK:
        return False
    return sum(share for form, share in product.nitrogen.items() if FORM_ROWS[form].ammonia) > AMMONIA_FROM


def _limes(product: Product | None) -> bool:
    return product is not None and bool(product.soil.lime_kind)


def dresses(work: Work, product: Product | None) -> bool:
    """Whether it is laid over the ground by depth."""
    return work in DRESSINGS or (product is not None and product.family == BULK)


def _feeds(use: Use) -> bool:
    return use.feeds and use.product is not None and use.product.total_nitrogen > 0


def _days(case: Case, use: Use) -> int:
    return (use.on - case.job.on).days


Is = Callable[[Product | None], bool]


def _side_by_side(case: Case, one: Is, other: Is, within_days: int) -> Iterable[Use]:
    """Uses nearer than so many days that are one thing where the job is the other, in either order."""
    for use in case.others:
        pair = (one(case.product) and other(use.product)) or (other(case.product) and one(use.product))
        if pair and abs(_days(case, use)) < within_days:
            yield use


def _lime_beside(case: Case) -> Iterable[Broken]:
    for use in _side_by_side(case, _limes, gives_ammonia, LIME_APART_DAYS):
        yield Broken(
            Sentence.of(
                "{use} lies {days} days away: urea and ammonium are lost as ammonia beside fresh lime. Keep {apart}"
                " days between.",
                use=Plain(use.begins),
                days=Plain(abs(_days(case, use))),
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
                days=Plain(abs(_days(case, use))),
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
    for use in case.others:
        laid_over = dresses(me.work, me.product) and _feeds(use) and -DRESSING_APART_DAYS < _days(case, use) <= 0
        fed_under = _feeds(me) and dresses(use.work, use.product) and 0 <= _days(case, use) < DRESSING_APART_DAYS
        if laid_over or fed_under:
            yield Broken(
                Sentence.of(
                    "{use} lies {days} days away: a feed under a fresh dressing is smothered and burns. Dress first,"
                    " and feed after {apart} days, or keep so long between.",
                    use=Plain(use.begins),
                    days=Plain(abs(_days(case, use))),
                    apart=Plain(DRESSING_APART_DAYS),
                )
            )


def _order_of(work: Work, product: Product | None) -> int | None:
    kind: Work = "topdress" if dresses(work, product) else work
    return ORDER.index(kind) if kind in ORDER else None


def _order(case: Case) -> Iterable[Broken]:
    mine = _order_of(case.job.work, case.product)
    if mine is None:
        return
    for use in case.others:
        theirs = _order_of(use.work, use.product)
        if theirs is None or theirs == mine or abs(_days(case, use)) >= ORDER_DAYS:
            continue
        if (theirs < mine and _days(case, use) > 0) or (theirs > mine and _days(case, use) < 0):
            yield Broken(
                Sentence.of(
                    "{use} comes the wrong way round: core first, then dress, then seed.",
                    use=Plain(use.begins),
                )
            )


def _tears(case: Case, seed: Use, later: Use) -> str:
    """What a later job does to seedlings; empty where it leaves them alone."""
    days = (later.on - seed.on).days
    if seed.work not in ("seed", "plant") or not 0 <= days < SEEDLING_DAYS:
        return ""
    rate = case.thick_g_m2 if later is case.itself else later.rate_g_m2
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
                    days=Plain(abs(_days(case, use))),
                    does=Plain(does),
                )
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
    Rule("core-dress-seed", "conflict in time", "Core, then dress, then seed.", "warn", "common-practice", _order,
         custom=True),
    Rule("strong-on-seed", "conflict in time",
         "No strong quick feed and no coring on seedlings before the second or third mowing.", "warn",
         "common-practice", _on_seed, custom=True),
)  # fmt: skip
