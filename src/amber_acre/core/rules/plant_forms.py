"""Which forms of a feed which plants do not bear: planner and judge ask one function."""

from __future__ import annotations

from collections.abc import Iterable

from amber_acre.core.jobs.use import whose
from amber_acre.core.products.acid_balance import acidity_share
from amber_acre.core.products.product import ORGANIC, Product
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.law import nitrogen_of
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.sentence import Plain, Sentence
from amber_acre.core.tables.care_groups import CARE_GROUPS, group_of_plant
from amber_acre.core.tolerance import over

ACID_NITRATE = 0.6  # of the nitrogen of a feed, the most that is nitrate on acid lovers [common-practice]
ACID_BASE_PER_N = -1.0  # acid, as CaCO₃, of a feed for each gram of nitrogen under which it limes them [from-memory]
PALM_QUICK = 0.6  # of the nitrogen of a feed, the most that is quick on palms [common-practice]
CHLORIDE_FROM = 0.01  # fraction of chloride that counts [common-practice]
NO_CHLORIDE = ("acid", "rose", "fern", "bulb")  # groups that bear none of it [common-practice]


def wrong_form(product: Product, group: str) -> str:
    """Why plants of a care group do not bear the forms of a feed, in words; '' where they do, or it is no feed."""
    nitrogen = product.total_nitrogen
    if nitrogen <= 0 or group not in CARE_GROUPS:
        return ""
    if CARE_GROUPS[group].organic and product.family not in ORGANIC:
        return "mineral salts burn their roots, and they live on organic feeds"
    if group == "acid":
        if over(product.nitrogen.get("nitrate", 0.0), ACID_NITRATE * nitrogen):
            return "they take ammonium up, and hardly any nitrate"
        if product.family == "manure" or acidity_share(product) < ACID_BASE_PER_N * nitrogen:
            return "it limes ground that is to stay acid"
    if group == "palm" and over(product.quick_fraction, PALM_QUICK * nitrogen):
        return "it is too quick for them, and washes past their roots"
    return ""


def groups_of(ground: Ground, of: str) -> list[str]:
    """Care groups of what a feed is for: of plants named by the job, else by the form, else of all that grows there."""
    said = ground.says("care")
    if not of and said in CARE_GROUPS:
        return [said]
    keys = [group_of_plant(plant) for plant in ground.plants]
    return [key for key in keys if not of or CARE_GROUPS[key].name == of]


def acid_in_pots(ground: Ground) -> bool:
    """Whether most of what grows in pots are acid lovers: little medium, soon limed."""
    keys = groups_of(ground, "")
    return ground.traits.by_litre and 2 * keys.count("acid") > len(keys)


def _wrong_form(case: Case) -> Iterable[Broken]:
    product, traits = case.product, case.ground.traits
    if product is None or traits.turf or not nitrogen_of(case.itself) or not case.itself.feeds:
        return
    keys = groups_of(case.ground, whose(case.job))
    if traits.by_litre:  # weak in water, or coated: the rest is borne there
        keys = ["acid"] if acid_in_pots(case.ground) else []
    for key in dict.fromkeys(keys):
        why = wrong_form(product, key)
        if why and 2 * keys.count(key) > len(keys):
            yield Broken(
                Sentence.of(
                    "{product} on {plants}: {why}. Choose another.",
                    product=Plain(product.name),
                    plants=Plain(CARE_GROUPS[key].name),
                    why=Plain(why),
                ),
                "product",
            )


RULES: tuple[Rule, ...] = (
    Rule(
        "plant-form",
        "direction",
        "Ferns get organic feeds, acid lovers, in pots as well, no nitrate, manure or lime with theirs, palms nothing"
        " quick.",
        "warn",
        "common-practice",
        _wrong_form,
        custom=True,
    ),
)
