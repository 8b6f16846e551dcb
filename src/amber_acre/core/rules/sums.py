"""What adds up: nitrogen past what the plant can use, lime and sulphur past what the soil bears, slips of a unit."""

from __future__ import annotations

from collections.abc import Iterable

from amber_acre.core.jobs.use import YEAR_DAYS, Use, most_with
from amber_acre.core.quantities import POUND_PER_THOUSAND_G_M2
from amber_acre.core.rules.direction import moves_ph
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.law import yearly_nitrogen_of
from amber_acre.core.rules.limits import cap_of_product
from amber_acre.core.rules.rule import Broken, Case, Rule, rate_of
from amber_acre.core.rules.spots import spot_m2
from amber_acre.core.sentence import ByCount, Plain, Rate, Sentence
from amber_acre.core.tables.care_groups import CARE_GROUPS
from amber_acre.core.tables.plants import NITROGEN_G_M2
from amber_acre.core.tolerance import over

WOODY_NITROGEN_G_M2 = 19.5  # 4 lb/1000 ft² of root zone a year, the most told for woody plants [from-memory]
# The most of a year that any group of pots is given, g of nitrogen a litre of medium [common-practice].
POTS_MOST_G_L = max(group.need[1] for group in CARE_GROUPS.values() if group.basis == "litre")
POTS_DAYS = 300  # of a season in pots: the pellets of two springs are not one [common-practice]
SHADE = ((4.0, 0.6), (6.0, 0.8))  # hours of sun in summer, share of the nitrogen used [from-memory]
SHADE_TOTAL, SHADE_QUICK = 3.4, 2.4  # g/m² at once under six hours of sun [common-practice]
SLIPS = (10.0, 43.56, 1000.0)  # a decimal, acre for 1000 ft², gram for kilogram
SLIP_WITHIN = 0.1  # of such a factor [common-practice]


def shade_share(ground: Ground) -> float:
    """What of its nitrogen turf can use in the sun it has: 0.6 under four hours, 0.8 under six, else 1."""
    hours = ground.metres("sun")
    if hours is None:
        return 1.0
    return next((share for under_h, share in SHADE if hours < under_h), 1.0)


def _in_shade(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is None or not case.ground.traits.turf or not case.itself.feeds or shade_share(case.ground) >= 1:
        return
    for name, share, most in (
        ("quick nitrogen", product.quick_fraction, SHADE_QUICK),
        ("nitrogen", product.total_nitrogen, SHADE_TOTAL),
    ):
        if over(case.thick_g_m2 * share, most):
            yield Broken(
                Sentence.of(
                    "{brings} of {name} at once in shade makes soft, thin turf: {most} at most.",
                    brings=Rate(case.thick_g_m2 * share),
                    name=Plain(name),
                    most=Rate(most),
                ),
                "rate",
            )
            return


def nitrogen_high(ground: Ground) -> float:
    """The most nitrogen a year that grows here can use, g/m²: the grass's high end, else the hungriest plant's."""
    if ground.grass is not None:
        high = ground.grass.need_lb_1000[1] * POUND_PER_THOUSAND_G_M2 * shade_share(ground)
        winter = ground.sown_for_winter
        return high + (winter.need_lb_1000[0] * POUND_PER_THOUSAND_G_M2 if winter is not None else 0.0)
    highs = [NITROGEN_G_M2[plant.nitrogen][1] for plant in ground.plants if plant.nitrogen in NITROGEN_G_M2]
    return max(highs, default=WOODY_NITROGEN_G_M2)


def _past_need(case: Case) -> Iterable[Broken]:
    if not yearly_nitrogen_of(case.itself):
        return
    counted = [use for use in case.others if use.down or not case.logged]
    pots = case.ground.traits.by_litre
    total = most_with([*counted, case.itself], case.job.on, yearly_nitrogen_of, POTS_DAYS if pots else YEAR_DAYS)
    if pots:
        yield from _past_need_of_pots(case.ground, total)
        return
    high = nitrogen_high(case.ground)
    if over(total, high):
        what = case.ground.grass.common_name if case.ground.grass is not None else "what grows here"
        yield Broken(
            Sentence.of(
                "Twelve months add up to {total} of nitrogen; {what} uses {high} at most.",
                total=Rate(total),
                what=Plain(what),
                high=Rate(high),
            ),
            "rate",
        )


def _past_need_of_pots(ground: Ground, total_g_m2: float) -> Iterable[Broken]:
    each = total_g_m2 / ground.litres_m2 if ground.litres_m2 else 0.0
    if over(each, POTS_MOST_G_L):
        yield Broken(
            Sentence.of(
                "Ten months add up to {total} of nitrogen; plants in pots use {high} a year at most. Let clean water"
                " drain through, and feed less.",
                total=ByCount(each, "litre"),
                high=ByCount(POTS_MOST_G_L, "litre"),
            ),
            "rate",
        )


def _soil_bears(case: Case) -> Iterable[Broken]:
    product = case.product
    way = moves_ph(product) if product is not None else None
    if product is None or way is None or case.ground.traits.by_litre:
        return
    if way == "down" and not product.soil.elemental_sulphur and not product.other.get("Fe"):
        return  # aluminium: its label alone
    cap = cap_of_product(way, case.job.placement, product)

    def same_way(use: Use) -> float:
        """Of a use that moves the pH the same way, its rate."""
        return use.rate_g_m2 if use.product is not None and moves_ph(use.product) == way else 0.0

    if over(case.rate_g_m2, cap.once_g_m2):
        yield Broken(
            Sentence.of(
                "{rate} at once is over what the soil bears, {limit} ({how}). Split it.",
                rate=rate_of(product, case.rate_g_m2),
                limit=rate_of(product, cap.once_g_m2),
                how=Plain(cap.words),
            ),
            "rate",
        )
    if cap.year_g_m2 is None:
        return
    counted = [use for use in case.same_product() if use.down or not case.logged]
    most = most_with([*counted, case.itself], case.job.on, same_way)
    if over(most, cap.year_g_m2):
        yield Broken(
            Sentence.of(
                "Twelve months would hold {most}, over the {limit} a year the soil bears ({how}). Choose a later day.",
                most=rate_of(product, most),
                limit=rate_of(product, cap.year_g_m2),
                how=Plain(cap.words),
            )
        )


def _slip(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is None or product.label.max_g_m2 <= 0 or not case.rate_g_m2:
        return
    spot = spot_m2(case.ground, case.job.dose)
    rate = case.rate_g_m2 * (case.ground.size_m2 / spot if spot is not None else 1.0)
    for factor in SLIPS:
        for times, limit in ((rate / product.label.max_g_m2, "highest"), (product.label.min_g_m2 / rate, "lowest")):
            if abs(times / factor - 1) <= SLIP_WITHIN:
                yield Broken(
                    Sentence.of(
                        "{rate} is about {factor} times off the label's {limit} rate: a slip of the unit?",
                        rate=rate_of(product, rate),
                        factor=Plain(factor),
                        limit=Plain(limit),
                    ),
                    "rate",
                )


RULES = (
    Rule("nitrogen-past-need", "sum",
         "No more nitrogen in any twelve months (in pots ten) than what grows there can use.", "warn",
         "extension-turf-n", _past_need, custom=True),
    Rule("shade-dose", "sum", "Small doses in shade: 3.4 g/m² of nitrogen at most, 2.4 of it quick.", "warn",
         "common-practice", _in_shade, custom=True),
    Rule("soil-bears", "sum", "Lime and sulphur by what the soil bears at once and in twelve months, by placement.",
         "stop", "common-practice", _soil_bears),
    Rule("unit-slip", "sum", "An amount that is off by 10, 43.56 or 1000 is asked about.", "warn", "common-practice",
         _slip),
)  # fmt: skip
