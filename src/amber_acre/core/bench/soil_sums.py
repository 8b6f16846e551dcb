"""Lime and acid without a client: product for a laboratory's advice, dressings, and the acid a feed leaves."""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.bench.answer import Answer
from amber_acre.core.errors import MissingInput, OutOfRange
from amber_acre.core.products.acid_balance import acid_of_analysis
from amber_acre.core.quantities import POUND_PER_THOUSAND_G_M2
from amber_acre.core.working import Figure, Working

SURFACE_AT_MOST_G_M2 = 50 * POUND_PER_THOUSAND_G_M2  # of lime at a time on grass [common-practice]


@dataclass(frozen=True)
class LimeAsked:
    """``advice_g_m2`` of pure calcium carbonate; ``neutralising`` 0.3–1.8, ``fine`` and ``moisture`` shares."""

    advice_g_m2: float
    neutralising: float
    fine: float = 1.0
    moisture: float = 0.0
    size_m2: float | None = None
    pack_kg: float | None = None
    surface: bool = True


def lime_sum(asked: LimeAsked) -> Answer:
    """Product of a lime for a rate of pure carbonate, and the dressings it takes on the surface [common-practice]."""
    if not 0.3 <= asked.neutralising <= 1.8:
        raise OutOfRange(
            "A neutralising value lies between 30 and 180 %. Copy the CCE from the label.",
            field="neutralising",
            limits=(0.3, 1.8),
        )
    if not 0 < asked.fine <= 1:
        raise OutOfRange("What is fine enough to act lies above 0 up to 100 %.", field="fine", limits=(0, 1))
    if not 0 <= asked.moisture <= 0.5:
        raise OutOfRange("Moisture lies between 0 and 50 %.", field="moisture", limits=(0, 0.5))
    answer = Answer(Working("Lime"))
    parts = [
        Figure("cce", asked.neutralising, "", "neutralising value"),
        Figure("fine", asked.fine, "", "share that acts"),
        Figure("moisture", asked.moisture, "", "moisture"),
    ]
    worth = asked.neutralising * asked.fine * (1 - asked.moisture)
    answer.reckon(
        "effective", "Effective share of it", "cce * fine * (1 - moisture)", parts, worth, "%/100", "common-practice"
    )
    figures = [
        Figure("advice", asked.advice_g_m2, "g/m²", "pure carbonate advised"),
        Figure("worth", worth, "", "effective share"),
    ]
    rate = answer.reckon(
        "rate", "Rate of this lime", "advice / worth", figures, asked.advice_g_m2 / worth, "g/m²", "common-practice"
    )
    per = Figure("rate", rate, "g/m²", "rate of lime")
    if asked.surface:
        cap = Figure("cap", SURFACE_AT_MOST_G_M2, "g/m²", "at most at a time on the surface")
        count = math.ceil(round(rate / SURFACE_AT_MOST_G_M2, 9))
        answer.reckon("dressings", "Dressings", "ceil(rate / cap)", [per, cap], float(count), "", "common-practice")
        if count > 1:
            answer.tell("each", "Each dressing", rate / count, "g/m²")
            answer.said.append("Half a year between dressings, and a test before more. 25 to 75 lb/1000 ft² are told.")
    for_ground(answer, per, asked.size_m2, asked.pack_kg)
    answer.said.append(
        "Mask for the dust. Hydrated lime burns: by its label alone. Never together with ammonium or urea."
    )
    return answer


def for_ground(answer: Answer, rate: Figure, size_m2: float | None, pack_kg: float | None) -> None:
    """What a rate in g/m² comes to on a ground, and the bags of it, where they are known."""
    if size_m2 is None:
        return
    figures = [rate, Figure("size", size_m2, "m²", "ground")]
    needed = answer.reckon(
        "needed", "For this ground", "rate * size / 1000", figures, rate.value * size_m2 / 1000, "kg", "plane-geometry"
    )
    if pack_kg is not None:
        figures = [Figure("needed", needed, "kg", "needed"), Figure("pack", pack_kg, "kg", "a bag")]
        count = math.ceil(round(needed / pack_kg, 9))
        answer.reckon("packs", "Bags", "ceil(needed / pack)", figures, float(count), "", "plane-geometry")


@dataclass(frozen=True)
class AcidAsked:
    """An analysis as fractions; ``grass``: on grassland. ``rate_g_m2`` of product or None."""

    grade: tuple[float, float, float]
    nitrate: float = 0.0
    sulphur: float = 0.0
    calcium: float = 0.0
    magnesium: float = 0.0
    chloride: float = 0.0
    sodium: float = 0.0
    grass: bool = False
    rate_g_m2: float | None = None


CHARGE_TOLD = 0.5  # of a nitrate's charge that its analysis has to name [common-practice]
EQUIVALENT = {"N": 14.007, "Ca": 40.078 / 2, "Mg": 24.305 / 2, "Na": 22.990, "K2O": 94.196 / 2}  # [iupac-masses]


def _charge_short(asked: AcidAsked) -> bool:
    """Whether nothing in an analysis can balance its nitrate: no ammonium, calcium, magnesium, sodium or potash."""
    ammonium = max(0.0, asked.grade[0] - asked.nitrate)
    told = ammonium / EQUIVALENT["N"] + asked.calcium / EQUIVALENT["Ca"] + asked.magnesium / EQUIVALENT["Mg"]
    told += asked.sodium / EQUIVALENT["Na"] + asked.grade[2] / EQUIVALENT["K2O"]
    return told < CHARGE_TOLD * asked.nitrate / EQUIVALENT["N"]


def acid_sum(asked: AcidAsked) -> Answer:
    """Acid (above 0) or base (below) a feed leaves, as calcium carbonate [sluijsmans-1970]."""
    nitrogen, p2o5, k2o = asked.grade
    if asked.nitrate > nitrogen + 1e-9:
        raise OutOfRange("Nitrate nitrogen is part of the total: it cannot be more.", field="nitrate")
    if asked.nitrate > 0 and _charge_short(asked):
        raise MissingInput(
            "Nitrate comes with a cation, and that decides whether it is acid or base: type its calcium, sodium or"
            " magnesium, as the label or safety sheet says.",
            field="calcium",
        )
    if not any((*asked.grade, asked.sulphur, asked.calcium, asked.magnesium, asked.sodium)):
        raise MissingInput("Type the analysis: without one nothing is acid.", field="grade")
    answer = Answer(Working("Acid of a feed"))
    share = acid_of_analysis(
        nitrogen,
        asked.nitrate,
        p2o5,
        k2o,
        asked.calcium,
        asked.magnesium,
        asked.sulphur,
        asked.sodium,
        asked.chloride,
        grass=asked.grass,
    )
    answer.tell("acid_kg", "Lime to undo a kilogram of it", share, "kg", "below zero it raises the pH itself")
    one = Figure("share", share, "", "lime for one of it")
    if nitrogen:
        n = Figure("nitrogen", nitrogen, "", "nitrogen in it")
        answer.reckon(
            "acid_kg_n",
            "Lime for a kilogram of its nitrogen",
            "share / nitrogen",
            [one, n],
            share / nitrogen,
            "kg",
            "sluijsmans-1970",
        )
    if asked.rate_g_m2 is not None:
        rate = Figure("rate", asked.rate_g_m2, "g/m²", "rate of product")
        answer.reckon(
            "acid",
            "Lime to undo this rate",
            "rate * share",
            [rate, one],
            asked.rate_g_m2 * share,
            "g/m²",
            "sluijsmans-1970",
        )
    answer.working.assume(
        "Nitrogen counts 0.8 on grass and 1.0 elsewhere; potash counts as base only with nitrate, or where chloride is"
        " stated."
    )
    return answer
