"""Nothing that moves the pH the wrong way for what grows there, and lime and sulphur never together."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Literal

from amber_acre.core.jobs.use import YEAR_DAYS
from amber_acre.core.products.acid_balance import acidity_share
from amber_acre.core.products.product import Product
from amber_acre.core.rules.limits import Direction
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.sentence import Plain, Sentence
from amber_acre.core.tables.plants import ph_text

# Acid a feed leaves for each gram of its nitrogen, as CaCO₃: ammonium sulphate and ammonium phosphates leave over
# three, urea under two, and nitrates of lime or potash are basic [sluijsmans-1970; bound common practice].
STRONG_ACID_PER_N = 3.0
STRONG_BASE_PER_N = -0.5
WORDS: dict[Direction, Literal["raises", "lowers"]] = {"up": "raises", "down": "lowers"}


def moves_ph(product: Product) -> Direction | None:
    """Which way a product is meant to move the pH: lime up, sulphur and acidifiers down; None for what is neither."""
    if product.soil.lime_kind or product.family == "lime":
        return "up"
    if product.family in ("sulphur", "acidifier") or product.soil.elemental_sulphur > 0 or product.soil.aluminium > 0:
        return "down"
    return None


def leans(product: Product) -> Direction | None:
    """Which way a feed moves the pH strongly by the acid or base of its nitrogen; None where it hardly does."""
    if product.total_nitrogen <= 0 or moves_ph(product) is not None or product.family == "bulk":
        return None
    per_n = acidity_share(product, grass=True) / product.total_nitrogen
    return "down" if per_n > STRONG_ACID_PER_N else "up" if per_n < STRONG_BASE_PER_N else None


def _wrong_way(case: Case) -> Iterable[Broken]:
    way = moves_ph(case.product) if case.product is not None else None
    ground = case.ground
    if way is None or case.product is None:
        return
    product = Plain(case.product.name)
    if ground.running is not None and ground.running != way:
        yield Broken(
            Sentence.of(
                "{product} {moves} the pH, and here it is being {other}. End that correction first, and test again.",
                product=product,
                moves=Plain(WORDS[way]),
                other=Plain("raised" if ground.running == "up" else "lowered"),
            ),
            "product",
        )
    elif ground.ph is not None:
        low, high = ground.wanted_ph
        beyond = ground.ph >= high if way == "up" else ground.ph <= low
        if beyond:
            yield Broken(
                Sentence.of(
                    "{product} {moves} the pH; it is {ph} ({source}), and what grows here wants {range}. Leave it out.",
                    product=product,
                    moves=Plain(WORDS[way]),
                    ph=Plain(f"{ground.ph:.1f}"),
                    source=Plain(ground.ph_from),
                    range=Plain(ph_text(ground.wanted_ph)),
                ),
                "product",
            )


def _unknown_ph(case: Case) -> Iterable[Broken]:
    if case.product is not None and moves_ph(case.product) is not None and case.ground.ph is None:
        yield Broken(
            Sentence.of(
                "{product} {moves} the pH, and nobody has read the pH here. Test first.",
                product=Plain(case.product.name),
                moves=Plain(WORDS[moves_ph(case.product) or "up"]),
            ),
            "product",
        )


def _both_ways(case: Case) -> Iterable[Broken]:
    way = moves_ph(case.product) if case.product is not None else None
    if way is None or case.product is None:
        return
    for use in case.others:
        other = moves_ph(use.product) if use.product is not None else None
        if other is not None and other != way and abs((use.on - case.job.on).days) < YEAR_DAYS:
            yield Broken(
                Sentence.of(
                    "{product} {moves} the pH, {use} does the reverse within twelve months: they undo each other.",
                    product=Plain(case.product.name),
                    moves=Plain(WORDS[way]),
                    use=Plain(use.words),
                ),
                "product",
            )
            return


def _strong_feed(case: Case) -> Iterable[Broken]:
    way = leans(case.product) if case.product is not None else None
    wanted = case.ground.running or case.ground.ph_side()
    if way is None or case.product is None or wanted is None or wanted == way:
        return
    ph = f"pH {case.ground.ph:.1f}, {case.ground.ph_from}" if case.ground.ph is not None else "a correction runs"
    yield Broken(
        Sentence.of(
            "{product} leaves much {kind} for its nitrogen, and the pH is to {go} here ({ph}). Choose another feed, or"
            " say why.",
            product=Plain(case.product.name),
            kind=Plain("acid" if way == "down" else "base"),
            go=Plain("rise" if wanted == "up" else "fall"),
            ph=Plain(ph),
        ),
        "product",
    )


RULES = (
    Rule("wrong-way", "direction",
         "Nothing that raises the pH where it is to fall or is above what grows there, and the reverse.",
         "stop", "plant-ph-lists", _wrong_way),
    Rule("unknown-ph", "direction", "No lime and no sulphur without a pH, by test or by probe.", "warn",
         "common-practice", _unknown_ph),
    Rule("both-ways", "direction", "Lime and sulphur never within the same twelve months.", "stop",
         "common-practice", _both_ways),
    Rule("strong-feed", "direction",
         "Feeds that leave much acid on acid ground, or base on alkaline ground, are asked about.", "warn",
         "sluijsmans-1970", _strong_feed, custom=True),
)  # fmt: skip
