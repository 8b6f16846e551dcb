"""The local rule set, for every product that carries the nutrient, whatever the kind of ground."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from datetime import date

from amber_acre.core.jobs.brings import counted_nitrogen
from amber_acre.core.jobs.use import YEAR_DAYS, Use, most_with
from amber_acre.core.products.nutrients import is_starter, phosphorus_share
from amber_acre.core.products.product import Product
from amber_acre.core.rules.local import phosphorus_forbidden
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.sentence import OnDay, Plain, Rate, Sentence
from amber_acre.core.tolerance import over, under

STARTER_DAYS = 4  # a starter goes down with the seed, before it comes up [common-practice]
ONE_FEED_DAYS = 7  # what goes down so near stands as one application: its salts are still there [common-practice]
CARRIES_FROM = 0.001  # fraction of mass from which a product carries a nutrient: under it labels write 0 [aapfco]


def nitrogen_of(use: Use) -> float:
    """Nitrogen of a use of feed, g/m²; none of bulk material, which is no feed: years count it by
    :func:`yearly_nitrogen_of`."""
    return use.rate_g_m2 * use.product.total_nitrogen if use.product is not None and use.feeds else 0.0


def yearly_nitrogen_of(use: Use) -> float:
    """Nitrogen of a use as yearly needs and caps count it, g/m²: compost and manure with what becomes available."""
    return use.rate_g_m2 * counted_nitrogen(use.product) if use.product is not None else 0.0


def _closed(case: Case) -> Iterable[Broken]:
    product, rules = case.product, case.ground.rules
    if product is None or max(product.total_nitrogen, phosphorus_share(product)) < CARRIES_FROM:
        return
    for blackout in rules.blackouts:
        if blackout.covers(case.job.on):
            yield Broken(
                Sentence.of(
                    "{day} lies in the rule's closed period “{period}” ({rules}), and {product} carries nitrogen or"
                    " phosphorus. Choose another day.",
                    day=OnDay(case.job.on),
                    period=Plain(blackout.name),
                    rules=Plain(rules.name),
                    product=Plain(product.name),
                )
            )


def _phosphorus(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is None or phosphorus_share(product) < CARRIES_FROM or case.ground.traits.by_litre:
        return  # a test of soil, and a rule that asks for one, say nothing of a pot's medium
    forbidden = phosphorus_forbidden(case.ground.rules, case.ground.phosphorus)
    if forbidden and not (case.ground.phosphorus != "high" and for_new_turf(case)):
        yield Broken(
            Sentence.of(
                "{product} carries phosphorus: {why}. Choose another product.",
                product=Plain(product.name),
                why=Plain(forbidden),
            ),
            "product",
        )


def for_new_turf(case: Case) -> bool:
    """Whether a feed is the starter of seed or sod: what rules that ask for a test let pass."""
    if not case.ground.traits.turf or not is_starter(case.product):
        return False
    sown = [use for use in case.others if use.work in ("seed", "plant")]
    return any(-STARTER_DAYS < (case.job.on - use.on).days < STARTER_DAYS for use in sown)


def total_of(product: Product) -> float:
    """Nitrogen of a product, as a fraction of its mass."""
    return product.total_nitrogen


def _quick_of(product: Product) -> float:
    return product.quick_fraction


def one_application(case: Case, share: Callable[[Product], float]) -> float:
    """The most in any such few days that hold the job, g/m² of what ``share`` gives of a gram, where it lies thickest.

    What is down lies where it lay; of what is planned the small end of the area's size gets more. A log is held
    against what is down; what is for one group of a mixed bed does not lie beside another's.
    """
    me, thick = case.itself, 1.0 if case.logged else case.ground.thick

    def _brought(use: Use) -> float:
        if use.product is None or not use.feeds:
            return 0.0
        return use.rate_g_m2 * (1.0 if use.down else thick) * share(use.product)

    beside = [use for use in case.others if not use.of or not me.of or use.of == me.of]
    return most_with([*(use for use in beside if use.down or not case.logged), me], me.on, _brought, ONE_FEED_DAYS)


def _once(case: Case) -> Iterable[Broken]:
    product, rules = case.product, case.ground.rules
    if product is None or not case.itself.feeds or case.ground.traits.by_litre:
        return
    caps = [("quick nitrogen", _quick_of, rules.quick_cap_g_m2)]
    if case.ground.traits.turf:  # one slow dose of a year is usual on root zones and beds
        caps.append(("nitrogen", total_of, rules.total_cap_g_m2))
    for name, share, cap in caps:
        alone = case.thick_g_m2 * share(product)
        together = one_application(case, share) if alone else 0.0
        if over(alone, cap):
            words = "{brings} of {name} is over the cap of one application, {cap}: burn margin is gone."
        elif over(together, cap):
            words = (
                "With what goes down within {days} days it is {brings} of {name}, over the cap of one application,"
                " {cap}: burn margin is gone. Keep them further apart, or lower one."
            )
        else:
            continue
        sentence = Sentence.of(
            words,
            brings=Rate(alone if over(alone, cap) else together),
            name=Plain(name),
            cap=Rate(cap),
            days=Plain(ONE_FEED_DAYS),
        )
        yield Broken(sentence, "rate")


def _yearly(case: Case) -> Iterable[Broken]:
    cap, product = case.ground.rules.yearly_cap_g_m2, case.product
    if case.ground.traits.by_litre:
        return  # a rule by area says nothing of pots: their own limit is by the litre
    if cap is None or product is None or not yearly_nitrogen_of(case.itself):
        return
    counted = [use for use in case.others if use.down or not case.logged]
    total = most_with([*counted, case.itself], case.job.on, yearly_nitrogen_of)
    if over(total, cap):
        yield Broken(
            Sentence.of(
                "Twelve months add up to {total} of nitrogen; {rules} allows {cap}.",
                total=Rate(total),
                rules=Plain(case.ground.rules.name),
                cap=Rate(cap),
            ),
            "rate",
        )


def slow_share_of_year(uses: Sequence[Use], day: date) -> float | None:
    """The slow share of the nitrogen in the twelve months that hold a day and most nitrogen; None without any."""
    near = [use for use in uses if abs((use.on - day).days) < YEAR_DAYS and nitrogen_of(use)]
    years = [
        [use for use in near if 0 <= (use.on - first).days < YEAR_DAYS]
        for first in sorted({use.on for use in near if use.on <= day})
    ]
    if not years:
        return None
    fullest = max(years, key=lambda year: sum(map(nitrogen_of, year)))
    slow = sum(use.rate_g_m2 * use.product.slow_fraction for use in fullest if use.product is not None)
    return slow / sum(map(nitrogen_of, fullest))


def _slow_share(case: Case) -> Iterable[Broken]:
    least = case.ground.rules.slow_share_min
    if not least or case.logged or not nitrogen_of(case.itself) or not case.ground.traits.turf:
        return
    share = slow_share_of_year(case.everything, case.job.on)
    if share is not None and under(share, least):
        yield Broken(
            Sentence.of(
                "{share} of the year's nitrogen is slow-release; {rules} asks for {least}. Choose a slower product.",
                share=Plain(f"{share:.1%}"),
                rules=Plain(case.ground.rules.name),
                least=Plain(f"{least:.0%}"),
            ),
            "product",
        )


RULES = (
    Rule("closed-period", "law", "Nothing that carries nitrogen or phosphorus in a closed period of the rule set.",
         "stop", "rule", _closed),
    Rule("phosphorus", "law",
         "No phosphorus where a test shows enough, nor, under a rule that asks for a test, without one; a starter with"
         " seed or sod passes such a rule.",
         "stop", "rule", _phosphorus),
    Rule("nitrogen-once", "law",
         "The rule set's nitrogen of one application, all that goes down within a week: in all on turf, quick"
         " everywhere but in pots.", "warn",
         "application-caps", _once),
    Rule("slow-share", "law", "The rule set's slow-release share of a lawn's nitrogen in a year, done and planned.",
         "warn", "rule", _slow_share),
    Rule("nitrogen-year", "law", "The rule set's nitrogen in any twelve months, over everything that goes down.",
         "stop", "rule", _yearly),
)  # fmt: skip
