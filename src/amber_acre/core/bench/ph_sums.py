"""Raising and lowering the pH without a client: lime by a buffer pH or by texture, sulphur by the tables."""

from __future__ import annotations

import math
from dataclasses import dataclass
from datetime import date

from amber_acre.core.bench.answer import Answer
from amber_acre.core.bench.soil_sums import for_ground
from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.jobs.job import Placement
from amber_acre.core.rules.limits import Cap, lime_cap, sulphur_cap
from amber_acre.core.soil.evidence import SoilTest, check_possible
from amber_acre.core.soil.lime import lime_need
from amber_acre.core.soil.sulphur import acidifying_product, sulphur_equivalent, sulphur_need
from amber_acre.core.tables.acidifying import SulphurTexture
from amber_acre.core.tables.liming import LimeTexture, Region
from amber_acre.core.tables.soil_measures import BufferMethod
from amber_acre.core.working import Figure, Working

LEAST_ACID = 0.02  # of sulphur's acid: less is no acidifier [common-practice]
UNDATED = date(2000, 1, 1)  # of a reading that is used at once: its age says nothing here


@dataclass(frozen=True)
class RaiseAsked:
    """Soil pH and the one wanted, mm of soil; a buffer pH with its method, or a texture with its region.

    ``effective``: share of the lime at hand that acts (neutralising value × fineness × dry), None: not known.
    """

    ph: float
    target_ph: float
    depth_mm: float
    placement: Placement = "surface"
    buffer_ph: float | None = None
    buffer_method: BufferMethod | None = None
    texture: LimeTexture | None = None
    region: Region = "cool"
    effective: float | None = None
    size_m2: float | None = None
    pack_kg: float | None = None


def raise_sum(asked: RaiseAsked) -> Answer:
    """Lime to a pH as pure carbonate and of the lime at hand, its dressings and bags.

    By the buffer where one is given, else by the texture; MissingInput without either, OutOfRange for a pH or buffer
    that no soil reads.
    """
    if asked.effective is not None and not 0 < asked.effective <= 1.8:
        raise OutOfRange(
            "What acts of a lime lies above 0 and up to 180 %. Copy the CCE from the label.",
            field="cce",
            limits=(0, 1.8),
        )
    answer = Answer(Working("Lime to a pH"))
    if asked.buffer_ph is not None:
        test = SoilTest(UNDATED, {"ph": asked.ph, "buffer_ph": asked.buffer_ph}, buffer_method=asked.buffer_method)
        need = lime_need(test, asked.target_ph, asked.depth_mm, "buffer", answer.working)
    elif asked.texture is None:
        raise MissingInput("Type a buffer pH, or choose the texture of the soil.", field="texture")
    else:
        test = SoilTest(UNDATED, {"ph": asked.ph})
        need = lime_need(test, asked.target_ph, asked.depth_mm, "texture", answer.working, asked.texture, asked.region)
    answer.tell("carbonate", "Pure lime (calcium carbonate)", need, "g/m²")
    if need <= 0:
        answer.said.append("No lime: the soil is there already, or its buffer asks for none.")
        return answer
    if asked.effective is not None:
        figures = [
            Figure("need", need, "g/m²", "pure carbonate"),
            Figure("effective", asked.effective, "", "share of the lime that acts"),
        ]
        rate = answer.reckon(
            "rate", "Rate of this lime", "need / effective", figures, need / asked.effective, "g/m²", "lime-laws"
        )
        _dressings(answer, rate, lime_cap(asked.placement), asked.size_m2, asked.pack_kg)
    answer.said.append("Half a year between dressings, and a test before more. Mask for the dust.")
    answer.said.append("Never together with ammonium or urea: two weeks between.")
    return answer


@dataclass(frozen=True)
class LowerAsked:
    """Soil pH and the one wanted, texture, mm of soil; ``free_lime`` a fraction, None: not tested.

    What the product holds as fractions: elemental sulphur, iron, aluminium.
    """

    ph: float
    target_ph: float
    texture: SulphurTexture
    depth_mm: float
    placement: Placement = "surface"
    free_lime: float | None = None
    sulphur: float = 0.0
    iron: float = 0.0
    aluminium: float = 0.0
    size_m2: float | None = None
    pack_kg: float | None = None


def lower_sum(asked: LowerAsked) -> Answer:
    """Sulphur to a pH, free lime reckoned in, as so much of a product, its dressings, years and bags."""
    check_possible("ph", asked.ph)
    answer = Answer(Working("Sulphur to a pH"))
    cap = sulphur_cap(asked.placement)
    need = sulphur_need(
        asked.ph,
        asked.target_ph,
        asked.texture,
        asked.depth_mm,
        answer.working,
        asked.free_lime,
        yearly_g_m2=cap.year_g_m2 or cap.once_g_m2,
    )
    answer.tell("sulphur", "Sulphur, as the element", need.total_g_m2, "g/m²")
    answer.said.append(need.sentence)
    if need.total_g_m2 <= 0:
        return answer
    if need.free_lime_g_m2:
        answer.tell("for_lime", "of it for free lime", need.free_lime_g_m2, "g/m²")
    answer.tell("years", "Years at the limit", round(need.years, 1), "", cap.words)
    if any((asked.sulphur, asked.iron, asked.aluminium)):
        share = sulphur_equivalent(asked.sulphur, asked.iron, asked.aluminium, answer.working)
        if share < LEAST_ACID:
            raise DoesNotFit(
                "This product makes next to no acid. Type the sulphur, iron or aluminium of its label, in per cent.",
                field="sulphur",
                value=share,
                limits=(LEAST_ACID, None),
            )
        rate = acidifying_product(need.total_g_m2, share, answer.working)
        answer.tell("rate", "Of this product", rate, "g/m²")
        of_product = Cap(cap.once_g_m2 / share, None, cap.words, cap.source)
        _dressings(answer, rate, of_product, asked.size_m2, asked.pack_kg)
    if need.hopeless:
        return answer
    answer.said.append(
        "It works while the soil is warm, over one to two seasons: test again before any more. Not in heat on turf, not"
        " on wet ground."
    )
    return answer


def _dressings(answer: Answer, rate_g_m2: float, cap: Cap, size_m2: float | None, pack_kg: float | None) -> None:
    """Dressings of a rate under a cap, and the product and packs for a ground where they are known."""
    per = Figure("rate", rate_g_m2, "g/m²", "rate")
    once = Figure("cap", cap.once_g_m2, "g/m²", f"at most: {cap.words}")
    count = math.ceil(round(rate_g_m2 / cap.once_g_m2, 9))
    answer.reckon("dressings", "Dressings", "ceil(rate / cap)", [per, once], float(count), "", cap.source)
    if count > 1:
        answer.tell("each", "Each dressing", rate_g_m2 / count, "g/m²")
    for_ground(answer, per, size_m2, pack_kg)
