"""Rate, product, packs and cover of one product, whichever of them is known."""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.bench.answer import Answer
from amber_acre.core.errors import DoesNotFit, MissingInput
from amber_acre.core.products.packs import whole_packs
from amber_acre.core.products.product import PLAUSIBLE_NITROGEN_G_M2, Pack
from amber_acre.core.quantities import (
    ACRE_M2,
    K_PER_K2O,
    P_PER_P2O5,
    THOUSAND_SQUARE_FEET_M2,
    Kilograms,
    Money,
    unrounded,
)
from amber_acre.core.working import Figure, Working

ACRE_SLIP = ACRE_M2 / THOUSAND_SQUARE_FEET_M2  # 43.56: a rate of one read as that of the other
PLAUSIBLE_G_M2 = 400.0  # of a feed; more is a soil amendment or a slip [common-practice]


@dataclass(frozen=True)
class RateAsked:
    """One of ``product_g_m2``, ``nitrogen_g_m2`` and ``cover_m2`` (what a pack is said to cover) starts the sum.

    ``grade``: N, P2O5, K2O as fractions of mass. Sizes in m², pack in kg, price above 0 or None. ``density_kg_l`` of a
    liquid: volumes are told beside.
    """

    grade: tuple[float, float, float]
    product_g_m2: float | None = None
    nitrogen_g_m2: float | None = None
    cover_m2: float | None = None
    size_m2: float | None = None
    pack_kg: float | None = None
    price: float | None = None
    density_kg_l: float | None = None


def rate_sum(asked: RateAsked) -> Answer:
    """Rate, what it brings, product for the ground, packs and money [plane-geometry].

    MissingInput where nothing starts it or a pack is missing; DoesNotFit where two do, or nitrogen is asked of none.
    """
    answer = Answer(Working("Rate, product, packs"))
    rate = Figure("rate", _rate(asked, answer), "g/m²", "rate of product")
    _volume(asked, rate, "rate_ml", "as a liquid", "mL/m²", answer)
    _brings(asked.grade, rate, answer)
    _doubt(asked.grade, rate.value, answer)
    needed = _needed(asked, rate, answer)
    if asked.pack_kg is not None:
        _packs(asked, asked.pack_kg, rate, needed, answer)
    return answer


def _rate(asked: RateAsked, answer: Answer) -> float:
    known = [one for one in (asked.product_g_m2, asked.nitrogen_g_m2, asked.cover_m2) if one is not None]
    if not known:
        raise MissingInput("Type one of them: the rate, the nitrogen wanted, or what a pack covers.", field="rate")
    if len(known) > 1:
        raise DoesNotFit(
            "Two of rate, nitrogen and cover are filled in, and each gives a rate of its own. Empty all but one.",
            field="rate",
        )
    if asked.product_g_m2 is not None:
        return answer.tell("rate", "Rate of product", asked.product_g_m2, "g/m²")
    if asked.nitrogen_g_m2 is not None:
        if asked.grade[0] == 0:
            raise DoesNotFit("This product holds no nitrogen: it cannot bring any.", field="nitrogen")
        figures = [
            Figure("nitrogen", asked.nitrogen_g_m2, "g/m²", "nitrogen wanted"),
            Figure("share", asked.grade[0], "", "nitrogen in it"),
        ]
        result = asked.nitrogen_g_m2 / asked.grade[0]
        return answer.reckon("rate", "Rate of product", "nitrogen / share", figures, result, "g/m²", "plane-geometry")
    if asked.pack_kg is None:
        raise MissingInput("What does the pack hold? Its cover alone gives no rate.", field="pack")
    cover = asked.cover_m2 or 0.0
    figures = [
        Figure("pack", asked.pack_kg, "kg", "one pack"),
        Figure("cover", cover, "m²", "what it is said to cover"),
    ]
    result = asked.pack_kg * 1000 / cover
    return answer.reckon("rate", "Rate of product", "pack * 1000 / cover", figures, result, "g/m²", "label")


def _volume(asked: RateAsked, mass: Figure, key: str, words: str, unit: str, answer: Answer) -> None:
    """A mass of a liquid as its volume."""
    if asked.density_kg_l is None:
        return
    density = Figure("density", asked.density_kg_l, "kg/L", "density")
    result = mass.value / asked.density_kg_l
    answer.reckon(key, words, f"{mass.symbol} / density", [mass, density], result, unit, "plane-geometry")


def _brings(grade: tuple[float, float, float], rate: Figure, answer: Answer) -> None:
    names = (("n", "Nitrogen", 1.0), ("p2o5", "Phosphate P₂O₅", P_PER_P2O5), ("k2o", "Potash K₂O", K_PER_K2O))
    for (key, words, per), share in zip(names, grade, strict=True):
        if share == 0:
            continue
        figures = [rate, Figure("share", share, "", f"{words} in it")]
        brought = answer.reckon(key, words, "rate * share", figures, rate.value * share, "g/m²", "aapfco")
        if per != 1.0:
            figures = [Figure("oxide", brought, "g/m²", words), Figure("per", per, "", "element in a gram of it")]
            name = "phosphorus P" if key == "p2o5" else "potassium K"
            answer.reckon(key[0], f"as {name}", "oxide * per", figures, brought * per, "g/m²", "aapfco")


def _doubt(grade: tuple[float, float, float], rate: float, answer: Answer) -> None:
    if rate > PLAUSIBLE_G_M2 or rate * grade[0] > PLAUSIBLE_NITROGEN_G_M2:
        answer.asked.append(
            f"{unrounded(rate)} g/m² is far above any usual feed. If the rate is per acre and was read per 1000 ft², it"
            f" is {unrounded(round(rate / ACRE_SLIP, 2))} g/m²; if grams were meant for a square yard, it is"
            f" {unrounded(round(rate * 0.83612736, 2))} g/m²."
        )


def _needed(asked: RateAsked, rate: Figure, answer: Answer) -> Figure | None:
    if asked.size_m2 is None:
        return None
    figures = [rate, Figure("size", asked.size_m2, "m²", "ground")]
    result = rate.value * asked.size_m2 / 1000
    needed = answer.reckon(
        "needed", "Product for this ground", "rate * size / 1000", figures, result, "kg", "plane-geometry"
    )
    _volume(asked, Figure("needed", needed, "kg", "product needed"), "needed_l", "as a liquid", "L", answer)
    return Figure("needed", needed, "kg", "product needed")


def _packs(asked: RateAsked, pack_kg: float, rate: Figure, needed: Figure | None, answer: Answer) -> None:
    pack = Figure("pack", pack_kg, "kg", "one pack")
    if asked.cover_m2 is None and rate.value > 0:
        answer.reckon(
            "cover",
            "A pack covers",
            "pack * 1000 / rate",
            [pack, rate],
            pack_kg * 1000 / rate.value,
            "m²",
            "plane-geometry",
        )
    if needed is not None:
        _counted(asked.size_m2 or 0.0, pack, needed, answer)
    if asked.price is not None:
        _money(asked, pack, rate, needed, answer)


def _counted(size_m2: float, pack: Figure, needed: Figure, answer: Answer) -> None:
    count = whole_packs(Kilograms(needed.value), Pack("pack", Kilograms(pack.value), Money(0.0)))
    exact = answer.working.step(
        "Packs, exactly",
        "needed / pack",
        [needed, pack],
        round(needed.value / pack.value, 9),
        "packs",
        "plane-geometry",
    )
    figures = [Figure("exact", exact, "packs", "packs exactly")]
    answer.reckon("packs", "Whole packs", "ceil(exact)", figures, float(count), "", "plane-geometry")
    packs = Figure("packs", count, "packs", "whole packs")
    answer.reckon(
        "left",
        "Left over",
        "packs * pack - needed",
        [packs, pack, needed],
        max(0.0, count * pack.value - needed.value),
        "kg",
        "plane-geometry",
    )
    ground = Figure("size", size_m2, "m²", "ground")
    answer.reckon(
        "emptied",
        "Rate if every pack is emptied",
        "packs * pack * 1000 / size",
        [packs, pack, ground],
        count * pack.value * 1000 / size_m2,
        "g/m²",
        "plane-geometry",
        "hold it against the label before it is done",
    )


def _money(asked: RateAsked, pack: Figure, rate: Figure, needed: Figure | None, answer: Answer) -> None:
    price = Figure("price", asked.price or 0.0, "money", "price of a pack")
    per = price.value / pack.value
    answer.reckon(
        "cost_100_m2",
        "Cost of the rate",
        "price / pack * rate / 10",
        [price, pack, rate],
        per * rate.value / 10,
        "money/100 m²",
        "shelf",
    )
    if asked.grade[0]:
        share = Figure("share", asked.grade[0], "", "nitrogen in it")
        answer.reckon(
            "cost_kg_n",
            "A kilogram of nitrogen",
            "price / pack / share",
            [price, pack, share],
            per / asked.grade[0],
            "money/kg",
            "shelf",
        )
    if needed is not None:
        count = math.ceil(round(needed.value / pack.value, 9))
        packs = Figure("packs", count, "packs", "whole packs")
        answer.reckon(
            "cost", "Cost of the packs", "packs * price", [packs, price], count * price.value, "money", "shelf"
        )
