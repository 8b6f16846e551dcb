"""Liquid feeds: how much for a ground, how many tanks, what goes into each, how long a bottle lasts; feed in water."""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.bench.answer import Answer
from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.products.nutrient_rates import PPM_PER_OUNCE_PER_100_GALLONS, stock_g_l
from amber_acre.core.products.pot_feeding import SALT_LIMIT_MG_L, STRENGTH_MG_L, grams_per_litre
from amber_acre.core.quantities import K_PER_K2O, P_PER_P2O5
from amber_acre.core.working import Figure, Working

SLACK = 1e-9
SHARE_OF_TANK_AT_MOST = 0.5  # of concentrate in a mix: thicker is no spray [common-practice]


@dataclass(frozen=True)
class TankAsked:
    """A liquid over a ground: ``rate_ml_m2`` of product or ``per_litre_ml`` of mix, one of them.

    ``spray_l_m2``: mix put down, above 0; ``tank_l``, ``pack_l`` above 0 or None.
    """

    size_m2: float
    spray_l_m2: float | None = None
    rate_ml_m2: float | None = None
    per_litre_ml: float | None = None
    tank_l: float | None = None
    pack_l: float | None = None
    times: float = 1.0


def tank_sum(asked: TankAsked) -> Answer:
    """Product, mix and tanks, the last part tank with its own dose; what a bottle does [plane-geometry]."""
    answer = Answer(Working("Liquid and tanks"))
    rate = Figure("rate", _rate(asked, answer), "mL/m²", "rate of product")
    size = Figure("size", asked.size_m2, "m²", "ground")
    product = answer.reckon(
        "product",
        "Product for this ground",
        "rate * size / 1000",
        [rate, size],
        rate.value * asked.size_m2 / 1000,
        "L",
        "plane-geometry",
    )
    if asked.spray_l_m2 is not None:
        _tanks(asked, asked.spray_l_m2, rate, answer)
    if asked.pack_l is not None:
        pack = Figure("pack", asked.pack_l, "L", "one bottle")
        answer.reckon(
            "cover",
            "A bottle covers",
            "pack * 1000 / rate",
            [pack, rate],
            asked.pack_l * 1000 / rate.value,
            "m²",
            "plane-geometry",
        )
        once = Figure("product", product, "L", "product for this ground")
        answer.reckon(
            "treatments",
            "Times a bottle does it",
            "pack / product",
            [pack, once],
            asked.pack_l / product,
            "",
            "plane-geometry",
        )
    if asked.times != 1:
        figures = [Figure("product", product, "L", "once"), Figure("times", asked.times, "", "times")]
        answer.reckon("in_all", "In all", "product * times", figures, product * asked.times, "L", "plane-geometry")
    answer.said.append("Half the water first, then the product, then the rest; keep it moving. Try new mixes in a jar.")
    return answer


def _rate(asked: TankAsked, answer: Answer) -> float:
    if (asked.rate_ml_m2 is None) == (asked.per_litre_ml is None):
        raise MissingInput("Type one of them: the rate of product, or how much goes into a litre of mix.", field="rate")
    if asked.rate_ml_m2 is not None:
        return answer.tell("rate", "Rate of product", asked.rate_ml_m2, "mL/m²")
    if asked.spray_l_m2 is None:
        raise MissingInput("How much mix goes down? Without it a strength gives no rate.", field="spray")
    figures = [
        Figure("strength", asked.per_litre_ml or 0.0, "mL/L", "product in a litre of mix"),
        Figure("spray", asked.spray_l_m2, "L/m²", "mix put down"),
    ]
    result = (asked.per_litre_ml or 0.0) * asked.spray_l_m2
    return answer.reckon("rate", "Rate of product", "strength * spray", figures, result, "mL/m²", "plane-geometry")


def _tanks(asked: TankAsked, spray_l_m2: float, rate: Figure, answer: Answer) -> None:
    share = rate.value / 1000 / spray_l_m2
    if share > SHARE_OF_TANK_AT_MOST:
        raise DoesNotFit(
            f"{share:.0%} of the mix would be product: check the rate and the spray volume, and their units.",
            field="spray",
            value=share,
            limits=(0, SHARE_OF_TANK_AT_MOST),
        )
    spray, size = Figure("spray", spray_l_m2, "L/m²", "mix put down"), Figure("size", asked.size_m2, "m²", "ground")
    mix = answer.reckon(
        "mix", "Mix for this ground", "spray * size", [spray, size], spray_l_m2 * asked.size_m2, "L", "plane-geometry"
    )
    whole = Figure("mix", mix, "L", "mix")
    product = Figure("product", rate.value * asked.size_m2 / 1000, "L", "product for this ground")
    answer.reckon("water", "Water in it", "mix - product", [whole, product], mix - product.value, "L", "plane-geometry")
    if asked.tank_l is None:
        return
    tank = Figure("tank", asked.tank_l, "L", "a tank")
    count = math.ceil(round(mix / asked.tank_l, 9))
    answer.reckon("tanks", "Tanks", "ceil(mix / tank)", [whole, tank], float(count), "", "plane-geometry")
    each = min(asked.tank_l, mix) * share
    figures = [rate, spray, tank, whole]
    answer.reckon(
        "in_tank",
        "Product in a full tank" if mix >= asked.tank_l else "Product in the tank",
        "min(tank, mix) * rate / 1000 / spray",
        figures,
        each,
        "L",
        "plane-geometry",
    )
    tanks = Figure("tanks", count, "", "tanks")
    last = answer.reckon(
        "last",
        "The last tank is filled to",
        "mix - (tanks - 1) * tank",
        [whole, tanks, tank],
        mix - (count - 1) * asked.tank_l,
        "L",
        "plane-geometry",
    )
    figures = [Figure("last", last, "L", "last tank"), rate, spray]
    answer.reckon(
        "in_last",
        "Product in the last tank",
        "last * rate / 1000 / spray",
        figures,
        last * share,
        "L",
        "plane-geometry",
    )


@dataclass(frozen=True)
class FeedAsked:
    """Feed in water: ``nitrogen_mg_l`` above 0 to 400; ``grade`` fractions; ``injector`` 1:n; litres above 0."""

    nitrogen_mg_l: float
    grade: tuple[float, float, float]
    injector: float | None = None
    feed_l: float | None = None
    stock_l: float | None = None


def feed_sum(asked: FeedAsked) -> Answer:
    """Grams in a litre, in the stock of an injector, and what else comes along, mg/L [fertigation]."""
    if asked.grade[0] == 0:
        raise DoesNotFit("This product holds no nitrogen: its strength cannot be set by it.", field="grade")
    answer = Answer(Working("Feed in water"))
    target = Figure("target", asked.nitrogen_mg_l, "mg/L", "nitrogen wanted")
    share = Figure("share", asked.grade[0], "", "nitrogen in it")
    grams = answer.reckon(
        "g_l",
        "Product in a litre of feed",
        "target / 1000 / share",
        [target, share],
        grams_per_litre(asked.nitrogen_mg_l, asked.grade[0]),
        "g/L",
        "fertigation",
    )
    figures = [target, share, Figure("per_oz", PPM_PER_OUNCE_PER_100_GALLONS, "", "mg/L of an ounce in 100 gallons")]
    answer.reckon(
        "oz_100_gal",
        "Ounces in 100 gallons of feed",
        "target / share / per_oz",
        figures,
        asked.nitrogen_mg_l / asked.grade[0] / PPM_PER_OUNCE_PER_100_GALLONS,
        "oz",
        "fertigation",
    )
    for key, words, share_of, per in (("p", "phosphorus P", 1, P_PER_P2O5), ("k", "potassium K", 2, K_PER_K2O)):
        if asked.grade[share_of]:
            figures = [
                Figure("grams", grams, "g/L", "product in a litre"),
                Figure("oxide", asked.grade[share_of], "", "oxide in it"),
                Figure("per", per, "", f"{words} in a gram of oxide"),
            ]
            answer.reckon(
                key,
                f"With it comes {words}",
                "grams * 1000 * oxide * per",
                figures,
                grams * 1000 * asked.grade[share_of] * per,
                "mg/L",
                "aapfco",
            )
    _stock(asked, grams, answer)
    for habit, (low, high) in STRENGTH_MG_L.items():
        if low <= asked.nitrogen_mg_l <= high:
            answer.said.append(f"{low:g} to {high:g} mg/L is usual {habit}.")
    if asked.nitrogen_mg_l > max(high for _, high in STRENGTH_MG_L.values()):
        answer.said.append(f"Stronger than any usual feed; over {SALT_LIMIT_MG_L:g} mg/L burns roots.")
    return answer


def _stock(asked: FeedAsked, grams: float, answer: Answer) -> None:
    per = Figure("grams", grams, "g/L", "product in a litre of feed")
    if asked.feed_l is not None:
        figures = [per, Figure("litres", asked.feed_l, "L", "feed")]
        answer.reckon(
            "for_feed",
            "Product for this much feed",
            "grams * litres / 1000",
            figures,
            grams * asked.feed_l / 1000,
            "kg",
            "plane-geometry",
        )
    if asked.injector is None:
        if asked.stock_l is not None:
            raise MissingInput("Which injector? A stock has a strength only by it, such as 1:100.", field="injector")
        return
    if asked.injector > 1000:
        raise OutOfRange("No injector dilutes more than 1:1000.", field="injector", limits=(1, 1000))
    figures = [per, Figure("injector", asked.injector, "", "litres of feed from a litre of stock")]
    stock = answer.reckon(
        "stock_g_l",
        "Product in a litre of stock",
        "grams * injector",
        figures,
        stock_g_l(asked.nitrogen_mg_l, asked.grade[0], asked.injector),
        "g/L",
        "fertigation",
        "hold it against what dissolves by the label",
    )
    if asked.stock_l is not None:
        figures = [Figure("stock", stock, "g/L", "stock"), Figure("litres", asked.stock_l, "L", "stock tank")]
        answer.reckon(
            "for_stock",
            "Product for the stock tank",
            "stock * litres / 1000",
            figures,
            stock * asked.stock_l / 1000,
            "kg",
            "plane-geometry",
        )
        figures = [Figure("litres", asked.stock_l, "L", "stock tank"), figures[1]]
        answer.tell("feed_from_stock", "It makes feed", asked.stock_l * asked.injector, "L")
