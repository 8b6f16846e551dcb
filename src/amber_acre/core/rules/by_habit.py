"""What is put down by habit and answers nothing: caustic lime on turf, aluminium, magnesium and trace elements without
a test, starters on old turf, phosphate where blue is wanted, pigment, wetting agents and tines out of their season."""

from __future__ import annotations

from collections.abc import Iterable

from amber_acre.core.products.nutrients import is_starter, phosphorus_share
from amber_acre.core.products.product import Product
from amber_acre.core.rules.in_season import grows, usual
from amber_acre.core.rules.law import CARRIES_FROM, for_new_turf
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.sentence import Degrees, Plain, Sentence
from amber_acre.core.soil.findings import level
from amber_acre.core.tables.soil_measures import MEASURES, Measured

CORE_HOT_C = 26.0  # usual maximum from which open holes dry cool-season turf out [common-practice]
FEEDS_NITROGEN = 0.01  # of mass, from which a product is a feed and its other nutrients come along [common-practice]
# Fraction of mass from which a product without nitrogen is put down for a nutrient [common-practice].
FOR_IT_FROM: dict[str, tuple[Measured, float]] = {
    "Mg": ("mg", 0.05),
    "Mn": ("mn", 0.02),
    "Zn": ("zn", 0.02),
    "Cu": ("cu", 0.02),
    "B": ("b", 0.005),
}


def _caustic(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is not None and product.soil.lime_kind == "hydrated" and case.ground.traits.turf and case.ground.planted:
        yield Broken(
            Sentence.of(
                "{product} is hydrated lime: caustic, it burns living grass. Take ground limestone, or wait for bare"
                " ground.",
                product=Plain(product.name),
            ),
            "product",
        )


def _aluminium(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is None or product.soil.aluminium <= 0 or case.ground.says("colour") == "blue":
        return
    yield Broken(
        Sentence.of(
            "{product} holds aluminium, which reaches toxic levels: it is for hydrangeas that are to be blue alone, by"
            " its label. To lower the pH take sulphur.",
            product=Plain(product.name),
        ),
        "product",
    )


def _for_a_nutrient(product: Product) -> Iterable[Measured]:
    """Nutrients that a product without nitrogen, no lime and no bulk material is put down for."""
    soil = product.soil
    if product.total_nitrogen >= FEEDS_NITROGEN or soil.neutralising_value is not None or soil.material:
        return
    for element, (measured, least) in FOR_IT_FROM.items():
        if product.other.get(element, 0.0) >= least:
            yield measured


def _without_a_low_test(case: Case) -> Iterable[Broken]:
    product, ground = case.product, case.ground
    if product is None or ground.traits.by_litre:
        return
    for measured in _for_a_nutrient(product):
        found = level(ground.test, measured, soil_of=ground.soil_of) if ground.test is not None else "unknown"
        if found == "low":
            continue
        yield Broken(
            Sentence.of(
                "{product} is put down for its {nutrient}, and {why}: it is good for nothing else, and too much binds"
                " other nutrients. Test first.",
                product=Plain(product.name),
                nutrient=Plain(MEASURES[measured].name.lower()),
                why=Plain("no test shows it is short" if found == "unknown" else f"the test of it is {found}"),
            ),
            "product",
        )


def _starter_on_old_turf(case: Case) -> Iterable[Broken]:
    ground = case.ground
    if not ground.traits.turf or not is_starter(case.product) or ground.phosphorus == "low" or for_new_turf(case):
        return
    yield Broken(
        Sentence("A starter is for seed and sod, or where a test is low in phosphorus: this turf stands."), "product"
    )


def _phosphate_on_blue(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is not None and case.ground.says("colour") == "blue" and phosphorus_share(product) >= CARRIES_FROM:
        yield Broken(
            Sentence.of(
                "{product} carries phosphorus, and it binds the aluminium that makes the flowers blue.",
                product=Plain(product.name),
            ),
            "product",
        )


def _pigment(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is not None and product.soil.material == "pigment" and case.ground.traits.turf and grows(case):
        yield Broken(Sentence("The grass grows then: pigment is mown off within days. It is for resting turf."))


def _wetting_agent(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is not None and product.soil.material == "wetting" and case.ground.traits.turf and not grows(case):
        yield Broken(
            Sentence(
                "The grass hardly grows then: a wetting agent is for the warm, dry months, before sand repels water."
            )
        )


def _core_in_heat(case: Case) -> Iterable[Broken]:
    ground = case.ground
    hottest = usual(case)[1]
    if case.job.work == "core" and ground.traits.turf and ground.season == "cool" and hottest >= CORE_HOT_C:
        yield Broken(
            Sentence.of(
                "Maxima are usually {hot} then: open holes dry cool-season turf out. Core in autumn or spring.",
                hot=Degrees(hottest),
            )
        )


RULES = (
    Rule("caustic-lime", "ground", "No hydrated lime on living turf: it burns.", "warn", "common-practice", _caustic),
    Rule("aluminium", "ground", "Aluminium salts for hydrangeas that are to be blue, and nothing else.", "warn",
         "common-practice", _aluminium),
    Rule("nutrient-untested", "ground", "Magnesium and trace elements where a test of them is low.", "warn",
         "common-practice", _without_a_low_test, custom=True),
    Rule("starter-on-old-turf", "ground", "Starters with seed and sod, or where a test is low in phosphorus.", "warn",
         "common-practice", _starter_on_old_turf, custom=True),
    Rule("phosphate-on-blue", "direction", "No phosphorus where hydrangeas are to be blue.", "warn", "common-practice",
         _phosphate_on_blue, custom=True),
    Rule("pigment", "season", "Pigment on resting turf: growing grass is mown.", "warn", "common-practice", _pigment,
         custom=True),
    Rule("wetting-season", "season", "Wetting agents while grass grows.", "warn", "common-practice", _wetting_agent,
         custom=True),
    Rule("core-in-heat", "season", "Cool-season turf is not cored in heat.", "warn", "common-practice", _core_in_heat,
         custom=True),
)  # fmt: skip
