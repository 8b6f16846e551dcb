"""The label: rates at both ends of an area's size, interval and yearly maximum by what went down when."""

from __future__ import annotations

from collections.abc import Iterable

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.use import most_with, whose
from amber_acre.core.products.product import SITES, Product
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.rule import Broken, Case, Rule, rate_of
from amber_acre.core.rules.spots import spot_m2
from amber_acre.core.sentence import ByCount, OnDay, Plain, Sentence
from amber_acre.core.tables.care_groups import CARE_GROUPS, group_of_plant
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.core.tolerance import over, under
from amber_acre.core.typed_counts import UNIT_OF


def _by_area(case: Case) -> bool:
    """Whether the dose is by area, as the label's rates are; by plant, trunk or litre another part of it decides, and
    of pots the ground they stand on says nothing."""
    return case.job.dose.basis == "area" and not case.ground.traits.by_litre


_NOT_SPREAD = ("litre", "water", "depth", "volume")  # what a yearly rate by area says nothing of


def above_label(product: Product, dose: Dose, rate_g_m2: float, pots: bool = False) -> bool:
    """Whether what went down passes the label's highest rate: by area, or by plant, trunk or litre where it has one.

    Of ``pots`` a rate by area says nothing.
    """
    if dose.basis == "area":
        return not pots and over(rate_g_m2, product.label.max_g_m2)
    rate = product.label.rate_by(dose.basis)
    return rate is not None and over(dose.value, rate.high)


def _high(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is None or not _by_area(case) or not over(case.thick_g_m2, product.label.max_g_m2):
        return
    at = " at the small end of the area" if not case.logged and case.ground.thick > 1 else ""
    yield Broken(
        Sentence.of(
            "{rate}{at} is above the label's highest rate, {limit}. The label is the law: lower the rate.",
            rate=rate_of(product, case.thick_g_m2),
            at=Plain(at),
            limit=rate_of(product, product.label.max_g_m2),
        ),
        "rate",
    )


def _low(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is not None and _by_area(case) and under(case.rate_g_m2, product.label.min_g_m2):
        yield Broken(
            Sentence.of(
                "{rate} is under the label's lowest rate, {limit}: it may not work.",
                rate=rate_of(product, case.rate_g_m2),
                limit=rate_of(product, product.label.min_g_m2),
            ),
            "rate",
        )


def _by_count(case: Case, most: bool) -> Iterable[Broken]:
    product, dose = case.product, case.job.dose
    rate = product.label.rate_by(dose.basis) if product is not None else None
    if product is None or rate is None:
        return
    passed = over(dose.value, rate.high) if most else under(dose.value, rate.low)
    if passed:
        end = "above the label's highest rate" if most else "under the label's lowest rate"
        so = "The label is the law: lower it." if most else "It may not work."
        yield Broken(
            Sentence.of(
                "{dose} of {product} is {end}, {limit}. {so}",
                dose=ByCount(dose.value, rate.basis),
                product=Plain(product.name),
                end=Plain(end),
                limit=ByCount(rate.high if most else rate.low, rate.basis),
                so=Plain(so),
            ),
            "rate",
        )


def _count_high(case: Case) -> Iterable[Broken]:
    yield from _by_count(case, most=True)
    yield from _litre_spread(case)


def _count_low(case: Case) -> Iterable[Broken]:
    """Under the label's lowest by count; small plants that get its rate by area on their ground get enough."""
    product, dose = case.product, case.job.dose
    spot = spot_m2(case.ground, dose)
    if product is not None and spot is not None and product.label.min_g_m2 > 0:
        rate = dose.rate_g_m2(SquareMetres(spot), product.density_kg_l)
        if not under(rate, product.label.min_g_m2) and not over(rate, product.label.max_g_m2):
            return ()
    return _by_count(case, most=False)


def _count_unsaid(case: Case) -> Iterable[Broken]:
    product, dose = case.product, case.job.dose
    unsaid = product is not None and dose.basis in UNIT_OF and product.label.rate_by(dose.basis) is None
    if product is not None and unsaid and spot_m2(case.ground, dose) is None:
        yield Broken(
            Sentence.of(
                "The shelf holds no rate of {product} in {unit}: hold this dose against the bag, and copy its rate.",
                product=Plain(product.name),
                unit=Plain(UNIT_OF[dose.basis]),
            ),
            "rate",
        )


def _spot(case: Case) -> Iterable[Broken]:
    """By plant, where the label gives none: held by area, on the ground such plants stand on."""
    product, dose = case.product, case.job.dose
    spot = spot_m2(case.ground, dose)
    if product is None or spot is None or product.label.rate_by(dose.basis) is not None:
        return
    rate = dose.rate_g_m2(SquareMetres(spot), product.density_kg_l)
    if over(rate, product.label.max_g_m2):
        yield Broken(
            Sentence.of(
                "{dose} comes to {rate} on the ground such plants stand on; the highest rate of {product} is {limit}."
                " Lower it.",
                dose=ByCount(dose.value, "plant" if dose.basis == "plant" else "plant_volume"),
                rate=rate_of(product, rate),
                product=Plain(product.name),
                limit=rate_of(product, product.label.max_g_m2),
            ),
            "rate",
        )


def _count_spread(case: Case) -> Iterable[Broken]:
    """By area, where the label also counts and the plants here are alike: what each of them gets by it."""
    product, ground = case.product, case.ground
    if product is None or not _by_area(case) or not ground.alike:
        return
    for rate in product.label.by:
        count = None if ground.kind == "tree" and rate.basis in _PLANT else ground.count_for(rate.basis)
        by_volume = rate.basis in ("plant_volume", "trunk_volume")
        if not count or rate.basis in ("litre", "water") or (by_volume and not product.density_kg_l):
            continue
        density = (product.density_kg_l or 1.0) if by_volume else 1.0
        each = case.rate_g_m2 * ground.size_m2 / count / density
        if over(each, rate.high):
            yield Broken(
                Sentence.of(
                    "Spread so, it comes to {each}; the label of {product} gives {limit}. Lower it, or dose it so.",
                    each=ByCount(each, rate.basis),
                    product=Plain(product.name),
                    limit=ByCount(rate.high, rate.basis),
                ),
                "rate",
            )
            return


def _litre_spread(case: Case) -> Iterable[Broken]:
    """Weighed out for pots as a whole, where the label counts by the litre of medium: what each litre gets by it."""
    product, litres = case.product, case.ground.litres_m2
    rate = product.label.rate_by("litre") if product is not None else None
    if product is None or rate is None or not litres or case.job.dose.basis != "area":
        return
    each = case.rate_g_m2 / litres
    if over(each, rate.high):
        yield Broken(
            Sentence.of(
                "It comes to {each}; the label of {product} gives {limit}. The label is the law: lower it.",
                each=ByCount(each, "litre"),
                product=Plain(product.name),
                limit=ByCount(rate.high, "litre"),
            ),
            "rate",
        )


_PLANT = ("plant", "plant_volume")  # of a tree the trunk says how large it is, not that it is one


def _later(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is None or product.label.later_max_g_m2 is None or not _by_area(case):
        return
    if not over(case.thick_g_m2, product.label.later_max_g_m2):
        return
    before = [use for use in case.same_product() if use.on < case.job.on and (use.down or not case.logged)]
    if before:
        first = min(before, key=lambda use: use.on)
        yield Broken(
            Sentence.of(
                "{rate} is the first rate of {product}, and it was first used here on {day}. After that its label"
                " allows {limit}.",
                rate=rate_of(product, case.thick_g_m2),
                product=Plain(product.name),
                day=OnDay(first.on, year=True),
                limit=rate_of(product, product.label.later_max_g_m2),
            ),
            "rate",
        )


def _grass(case: Case) -> Iterable[Broken]:
    product, grass = case.product, case.ground.grass
    if product is None or grass is None or not case.ground.traits.turf or product.allowed_for(grass.key):
        return
    named = ", ".join(GRASS_BY_KEY[key].common_name for key in product.grasses.split())
    yield Broken(
        Sentence.of(
            "The label of {product} names {named}, and this is {grass}. Choose another.",
            product=Plain(product.name),
            named=Plain(named),
            grass=Plain(grass.common_name),
        ),
        "product",
    )


def _groups_there(ground: Ground) -> set[str]:
    """Names of the care groups of what grows on a ground."""
    return {CARE_GROUPS[group_of_plant(plant)].name for plant in ground.plants}


def _interval(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is None:
        return
    mine = whose(case.job)
    for use in case.same_product():
        if mine != use.of and {mine, use.of} <= _groups_there(case.ground):
            continue  # other plants of the bed, on other ground
        days = abs((use.on - case.job.on).days)
        other_half = case.logged and days == 0  # two halves of one day are one application
        if days < product.label.interval_days and not other_half and (use.down or not case.logged):
            yield Broken(
                Sentence.of(
                    "{product}: {use} lies {days} days from {day}; the label asks for {interval} between. Move one.",
                    product=Plain(product.name),
                    use=Plain(use.words),
                    days=Plain(days),
                    day=OnDay(case.job.on, year=True),
                    interval=Plain(product.label.interval_days),
                )
            )


def _year(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is None or case.job.dose.basis in _NOT_SPREAD or product.label.yearly_max_g_m2 is None:
        return
    thick = 1.0 if case.logged else case.ground.thick
    same = [use for use in case.same_product() if use.down or not case.logged]
    most = most_with([*same, case.itself], case.job.on) * thick
    if over(most, product.label.yearly_max_g_m2):
        yield Broken(
            Sentence.of(
                "Twelve months would hold {most} of {product}; its label allows {limit} a year. Lower it, or choose a"
                " later day.",
                most=rate_of(product, most),
                product=Plain(product.name),
                limit=rate_of(product, product.label.yearly_max_g_m2),
            ),
            "rate",
        )


def _site(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is not None and not product.allowed_on(case.ground.site):
        yield Broken(
            Sentence.of(
                "The label of {product} allows it on {where}, and this is {what}. Choose another.",
                product=Plain(product.name),
                where=Plain(SITES[product.sites][0]),
                what=Plain({"turf": "turf", "pots": "a pot", "plantings": "a planting"}[case.ground.site]),
            ),
            "product",
        )


RULES = (
    Rule("label-site", "label", "A product goes only where its label allows it: turf, plantings, pots.", "stop",
    "label",
         _site),
    Rule("label-high", "label", "No application above the label's highest rate, at either end of the area's size.",
         "stop", "label", _high),
    Rule("label-low", "label", "Under the label's lowest rate a product may not work.", "warn", "label", _low),
    Rule("label-count-high", "label", "By plant, trunk or litre no more than the label gives for it.", "stop", "label",
         _count_high),
    Rule("label-count-low", "label", "By plant, trunk or litre under the label's lowest rate it may not work.", "warn",
         "label", _count_low),
    Rule("label-count-unsaid", "label", "A dose by plant, trunk or litre needs a label that gives one.", "note",
         "label", _count_unsaid),
    Rule("label-spot", "label",
         "By plant, where the label gives no dose for one, no more than its rate by area on the ground of such plants.",
         "warn", "label", _spot),
    Rule("label-count-spread", "label",
         "Where plants alike are counted, a dose by area gives none of them more than the label does.", "warn", "label",
         _count_spread),
    Rule("label-later", "label", "After the first time on an area no more than the label's rate that keeps.", "stop",
         "label", _later),
    Rule("label-grass", "label", "A product goes only on the grasses its label names.", "stop", "label", _grass),
    Rule("label-interval", "label",
         "The label's days between two uses, whatever plan or hand they belong to, by what went down when.",
         "stop", "label", _interval),
    Rule("label-year", "label", "The label's yearly maximum in any twelve months, over all uses of the area.",
         "stop", "label", _year),
)  # fmt: skip
