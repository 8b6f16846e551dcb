"""What does not go together in time: lime and ammonia, lime and iron, feed and dressing, leaf and soil."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import replace

from amber_acre.core.jobs.entry import BULK
from amber_acre.core.jobs.job import Work
from amber_acre.core.jobs.use import Use, most_with
from amber_acre.core.products.product import Product
from amber_acre.core.rules.law import one_application, total_of
from amber_acre.core.rules.order import days_off, dresses, feeds, lies
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.sentence import Millimetres, Plain, Rate, Sentence
from amber_acre.core.tables.nitrogen_forms import FORM_ROWS
from amber_acre.core.tolerance import over

LIME_APART_DAYS = 14  # between lime and urea or ammonium [common-practice]
AMMONIA_FROM = 0.02  # fraction of urea and ammonium nitrogen from which a feed loses ammonia [common-practice]
IRON_FROM = 0.03  # fraction of Fe from which a product is put down for its iron [common-practice]
IRON_APART_DAYS = 14  # between an iron salt and lime, which locks it up [common-practice]
DRESSING_APART_DAYS = 14  # between a feed and a dressing laid over it [common-practice]
DRESSED_MOST_MM = 12.7  # half an inch of dressing: grass under more does not come through [common-practice]
GROWS_THROUGH_DAYS = 28  # until it has [common-practice]
HIGH_P2O5 = 0.30  # a middle number from which phosphorus keeps fungi off the roots [common-practice]
INOCULANT_DAYS = 60  # live fungi need to be on the roots [from-memory]
INOCULATED_DAYS = 4  # of planting, seed or coring: with them [common-practice]
OPENS_ROOTS: tuple[Work, ...] = ("plant", "seed", "core")
TOGETHER_DAYS = 28  # nitrogen that goes down so near is taken up together [common-practice]


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
                "{use} {lies}: urea and ammonium are lost as ammonia beside fresh lime. Keep {apart} days between.",
                use=Plain(use.begins),
                lies=lies(case, use),
                apart=Plain(LIME_APART_DAYS),
            )
        )


def brings_iron(product: Product | None) -> bool:
    """Whether a product is put down for its iron; no bulk material."""
    return product is not None and product.other.get("Fe", 0.0) >= IRON_FROM and product.family != BULK


def _iron_beside(case: Case) -> Iterable[Broken]:
    for use in _side_by_side(case, _limes, brings_iron, IRON_APART_DAYS):
        yield Broken(
            Sentence.of(
                "{use} {lies}: fresh lime locks iron up before plants get it. Keep {apart} days"
                " between, iron to the leaf.",
                use=Plain(use.begins),
                lies=lies(case, use),
                apart=Plain(IRON_APART_DAYS),
            )
        )


def _wets(product: Product | None) -> bool:
    """A wetting agent: it goes through the leaf to the soil with water."""
    return product is not None and product.soil.material == "wetting"


def _to_leaf(product: Product | None) -> bool:
    """A feed or iron that is sprayed to stay on the leaf."""
    return product is not None and product.liquid and product.family in ("liquid", "iron")


def _leaf_or_soil(case: Case) -> Iterable[Broken]:
    for use in _side_by_side(case, _wets, _to_leaf, 1):
        yield Broken(
            Sentence.of(
                "{use} is the same day: a wetting agent is watered in, and a leaf feed is to stay on the leaf. Put"
                " the wetting agent down a day before.",
                use=Plain(use.begins),
            )
        )


def _wait_of(feed: Use) -> int:
    """Days between a feed and a dressing over it: what went to the leaf is taken up in one."""
    return 1 if _to_leaf(feed.product) else DRESSING_APART_DAYS


def _under_dressing(case: Case) -> Iterable[Broken]:
    me = case.itself
    if not case.ground.traits.turf:
        return  # feed of plantings goes under their mulch
    for use in case.others:
        days = days_off(case, use)
        laid_over = dresses(me.work, me.product) and feeds(use) and -_wait_of(use) < days <= 0
        fed_under = feeds(me) and dresses(use.work, use.product) and 0 <= days < _wait_of(me)
        if (laid_over or fed_under) and _to_leaf((use if laid_over else me).product):
            yield Broken(
                Sentence.of(
                    "{use} is the same day: a leaf feed dries on the leaf, and a dressing covers it. Spray on another"
                    " day.",
                    use=Plain(use.begins),
                )
            )
        elif laid_over or fed_under:
            yield Broken(
                Sentence.of(
                    "{use} {lies}: a feed under a fresh dressing is smothered and burns. Dress first,"
                    " and feed after {apart} days, or keep so long between.",
                    use=Plain(use.begins),
                    lies=lies(case, use),
                    apart=Plain(DRESSING_APART_DAYS),
                )
            )


def _dressed_mm(use: Use) -> float:
    """How deep a use dresses the ground, mm; 0 of what is no dressing, is worked in or has no density."""
    product = use.product
    if product is None or product.family != BULK or not product.density_kg_l or use.placement == "tilled":
        return 0.0
    return use.rate_g_m2 / 1000 / product.density_kg_l


def _smothered(case: Case) -> Iterable[Broken]:
    if not case.ground.traits.turf or not case.ground.planted or not _dressed_mm(case.itself):
        return
    mine = replace(case.itself, rate_g_m2=case.thick_g_m2)
    deep = most_with([*case.others, mine], case.job.on, _dressed_mm, GROWS_THROUGH_DAYS)
    if over(deep, DRESSED_MOST_MM):
        yield Broken(
            Sentence.of(
                "{deep} of dressing within {days} days: over {most} smothers standing turf. Lay less, and the rest"
                " when grass has grown through.",
                deep=Millimetres(deep),
                days=Plain(GROWS_THROUGH_DAYS),
                most=Millimetres(DRESSED_MOST_MM),
            ),
            "rate",
        )


def _inoculates(product: Product | None) -> bool:
    return product is not None and product.family == "inoculant"


def _rich_in_phosphorus(product: Product | None) -> bool:
    return product is not None and product.p2o5 > HIGH_P2O5


def _inoculant_beside(case: Case) -> Iterable[Broken]:
    for use in _side_by_side(case, _inoculates, _rich_in_phosphorus, INOCULANT_DAYS):
        yield Broken(
            Sentence.of(
                "{use} {lies}: roots well fed with phosphorus (a middle number over {limit}) do not take"
                " live fungi. Keep {apart} days between, or choose a product with less.",
                use=Plain(use.begins),
                lies=lies(case, use),
                limit=Plain(f"{HIGH_P2O5 * 100:.0f}"),
                apart=Plain(INOCULANT_DAYS),
            ),
            "product",
        )


def _away_from_roots(case: Case) -> Iterable[Broken]:
    """Live fungi put down where no roots are opened: neither with planting or seed nor into core holes."""
    if not _inoculates(case.product) or case.job.placement in ("tilled", "raked"):
        return
    opened = any(use.work in OPENS_ROOTS and abs(days_off(case, use)) < INOCULATED_DAYS for use in case.others)
    if not opened:
        yield Broken(
            Sentence.of(
                "Live fungi must touch roots: they go into the planting hole, with seed or into core holes. On the"
                " surface of ground that is rooted they do little."
            ),
            "on_day",
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
                    "{use} {lies}: two leaf feeds of one nutrient add up on the leaf. Their labels ask"
                    " for {apart} days; keep them, or lower both and say why.",
                    use=Plain(use.begins),
                    lies=lies(case, use),
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
    if over(one_application(case, total_of), cap):
        return  # told as one application
    near = [use for use in case.others if _available(use) and abs(days_off(case, use)) < TOGETHER_DAYS]
    total = most_with([*near, me], me.on, _available, TOGETHER_DAYS)
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
    Rule("under-dressing", "conflict in time",
         "No feed in the two weeks before a dressing is laid over it, none to the leaf on its day.", "warn",
         "common-practice", _under_dressing, custom=True),
    Rule("smothered", "conflict in time",
         "Standing turf is dressed half an inch (12.7 mm) deep at most in four weeks.", "warn", "common-practice",
         _smothered, custom=True),
    Rule("inoculant-and-phosphorus", "conflict in time",
         "No middle number over 30 within two months of a live inoculant.", "warn", "common-practice",
         _inoculant_beside),
    Rule("inoculant-at-roots", "conflict in time",
         "Live fungi go down with planting, seed or coring, where they touch roots.", "note", "common-practice",
         _away_from_roots),
    Rule("leaf-feeds-together", "conflict in time",
         "Two leaf feeds of one nutrient keep the longer interval of their labels.", "warn", "label",
         _to_leaf_together),
    Rule("nitrogen-together", "conflict in time",
         "What goes down within four weeks, bulk material with what it frees, under the cap of one application.",
         "warn", "application-caps", _nitrogen_together, custom=True),
)  # fmt: skip
