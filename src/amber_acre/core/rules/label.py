"""The label: rates at both ends of an area's size, interval and yearly maximum by what went down when."""

from __future__ import annotations

from collections.abc import Iterable

from amber_acre.core.jobs.use import most_with
from amber_acre.core.products.product import SITES
from amber_acre.core.rules.rule import Broken, Case, Rule, over, rate_of, under
from amber_acre.core.sentence import OnDay, Plain, Sentence


def _by_area(case: Case) -> bool:
    """Whether the dose is by area, as the label's rates are; by plant, trunk or litre another part of it decides."""
    return case.job.dose.basis == "area"


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


def _interval(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is None:
        return
    for use in case.same_product():
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
    if product is None or not _by_area(case) or product.label.yearly_max_g_m2 is None:
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
    Rule("label-interval", "label",
         "The label's days between two uses, whatever plan or hand they belong to, by what went down when.",
         "stop", "label", _interval),
    Rule("label-year", "label", "The label's yearly maximum in any twelve months, over all uses of the area.",
         "stop", "label", _year),
)  # fmt: skip
