"""Raising pH: how much limestone, by the laboratory's figure, a buffer method or the texture table.

Every method ends in g/m² of pure, fully effective calcium carbonate for the depth asked for; the product then takes as
much more as it is coarser, weaker or wetter. A table's own depth scales with the depth.
"""

from __future__ import annotations

import itertools
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal, get_args

from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.quantities import GramsPerSquareMetre, unrounded
from amber_acre.core.soil.evidence import SoilTest, charge_of
from amber_acre.core.soil.lime_buffers import from_adams_evans, from_mehlich, from_organic, from_smp, ton_step
from amber_acre.core.tables import liming
from amber_acre.core.tables.liming import FINENESS_RULES, LimeKind, LimeTexture, Region
from amber_acre.core.tables.textures import ORGANIC_FROM
from amber_acre.core.working import Figure, Working

LimeMethod = Literal["lab", "buffer", "texture"]
LIME_METHODS: tuple[LimeMethod, ...] = get_args(LimeMethod)


@dataclass(frozen=True)
class LimeGrade:
    """What a lime is: neutralising value (CCE, 0.3–1.8), fineness by a named rule, moisture (0–0.5), which lime."""

    neutralising_value: float
    passing: Mapping[int, float]
    rule: str
    moisture: float = 0.0
    kind: LimeKind = "calcitic"

    def __post_init__(self) -> None:
        if not 0.3 <= self.neutralising_value <= 1.8:
            raise OutOfRange(
                f"A neutralising value of {self.neutralising_value * 100:.4g} % is outside 30–180 %. Copy the CCE from"
                " the label.",
                field="neutralising_value",
                limits=(0.3, 1.8),
            )
        if not 0 <= self.moisture <= 0.5:
            raise OutOfRange("Moisture of a lime lies from 0 to 50 %.", field="moisture", limits=(0, 0.5))
        shares = [self.passing[mesh] for mesh in sorted(self.passing)]
        if any(not 0 <= share <= 1 for share in shares):
            raise OutOfRange("Each sieve passes 0 to 100 %.", field="sieves", limits=(0, 1))
        if any(finer > coarser + 1e-9 for coarser, finer in itertools.pairwise(shares)):
            raise DoesNotFit(
                "A finer sieve cannot pass more than a coarser one. Check the sieve figures.", field="sieves"
            )


def effective_share(grade: LimeGrade, working: Working) -> float:
    """Effective calcium carbonate of a lime as a share of its mass: CCE × fineness × dry share [lime-laws].

    A lime given without sieves counts by its CCE alone where it is hydrated; else the sieves of the rule are needed
    (MissingInput).
    """
    rule = FINENESS_RULES.get(grade.rule)
    if rule is None:
        raise MissingInput("Choose the fineness rule: the same lime scores 58 to 68 % by different ones.", field="rule")
    fineness = 1.0
    if grade.kind != "hydrated":
        missing = [mesh for mesh in rule.meshes if mesh not in grade.passing]
        if missing:
            raise MissingInput(
                f"{rule.name} needs the share passing {', '.join(str(m) for m in missing)} mesh. Copy it from the"
                " label.",
                field="sieves",
            )
        fineness = working.step(
            f"Fineness: {rule.name}",
            rule.formula,
            [Figure(f"p{mesh}", grade.passing[mesh], "", f"passing {mesh} mesh") for mesh in rule.meshes],
            rule.share(grade.passing),
            "",
            "lime-laws",
            note="The same lime scores differently by other rules.",
        )
    return working.step(
        "Effective share of the lime",
        "neutralising * fineness * (1 - moisture)",
        [
            Figure("neutralising", grade.neutralising_value, "", "neutralising value (CCE)"),
            Figure("fineness", fineness, "", "fineness, 1 for hydrated lime"),
            Figure("moisture", grade.moisture, "", "moisture"),
        ],
        grade.neutralising_value * fineness * (1 - grade.moisture),
        "",
        "lime-laws",
    )


def from_lab(
    advice_g_m2: float, effective: float, lab_depth_mm: float | None, depth_mm: float, working: Working
) -> float:
    """g/m² of effective CaCO₃ from the laboratory's own figure; ``effective``: share its lime was meant to have.

    Scaled by depth only where the report names one.
    """
    if advice_g_m2 < 0:
        raise OutOfRange("A lime figure cannot be negative.", field="advice", limits=(0, None))
    if not 0.3 <= effective <= 1.8:
        raise OutOfRange(
            "The effective share of the lime a report means lies from 30 to 180 %.", field="assumed", limits=(0.3, 1.8)
        )
    depth = Figure("depth_mm", depth_mm, "mm", "depth to correct")
    lab_depth = Figure(
        "lab_depth_mm",
        lab_depth_mm or depth_mm,
        "mm",
        "depth of the figure" if lab_depth_mm else "depth not on the report: taken as the same",
    )
    return working.step(
        "The laboratory's figure, as effective calcium carbonate",
        "advice_g_m2 * effective * depth_mm / lab_depth_mm",
        [
            Figure("advice_g_m2", advice_g_m2, "g/m²", "lime advised"),
            Figure("effective", effective, "", "effective share it assumes"),
            depth,
            lab_depth,
        ],
        advice_g_m2 * effective * depth_mm / lab_depth.value,
        "g/m²",
        "lab-report",
    )


def carbonate_for_acidity(acidity_meq: float, depth_mm: float, bulk_density: float, working: Working) -> float:
    """g/m² of pure CaCO₃ that just neutralises an acidity in meq/100 g, without any field factor [iupac-masses].

    ``depth_mm`` and ``bulk_density`` (g/cm³) of the soil it is in; acidity 0 or more.
    """
    return working.step(
        "For comparison: lime for all the acid on the exchange",
        "acidity * 0.50043 * depth_mm * bulk_density",
        [
            Figure("acidity", acidity_meq, "meq/100 g", "acid: exchange capacity − cations"),
            Figure("depth_mm", depth_mm, "mm", "depth to correct"),
            Figure("bulk_density", bulk_density, "g/cm³", "bulk density"),
        ],
        acidity_meq * 0.50043 * depth_mm * bulk_density,
        "g/m²",
        "iupac-masses",
        note=(
            "Not used: it fills the exchange to about pH 7, each crumb reached. A plan far above it rests on a wrong"
            " figure."
        ),
    )


def acid_on_exchange(test: SoilTest) -> float | None:
    """Acid of the exchange, meq/100 g: reported CEC − cations, never negative; None without CEC, calcium and
    magnesium."""
    bases, cec = charge_of(test), test.values.get("cec")
    return None if bases is None or cec is None else max(0.0, cec - bases)


def from_texture(
    ph: float, target_ph: float, texture: LimeTexture, region: Region, depth_mm: float, working: Working
) -> float:
    """g/m² of effective CaCO₃ by the texture table, band by band from pH 3.5 to 6.5 [kellogg-1957].

    Where the table has no figure for a band (under pH 4.5 for all but sand and muck) it is refused (DoesNotFit).
    """
    if target_ph > 6.5:
        raise OutOfRange(
            "The texture table ends at pH 6.5. Lime to that, then test again.", field="target", limits=(3.5, 6.5)
        )
    if ph < 3.5:
        raise OutOfRange(
            "The texture table begins at pH 3.5. Have the soil's buffer pH measured.", field="ph", limits=(3.5, 6.5)
        )
    parts: list[Figure] = []
    for (low, high), tons in zip(liming.KELLOGG_BANDS, liming.KELLOGG_TONS_ACRE[region][texture], strict=True):
        share = max(0.0, min(high, target_ph) - max(low, ph))
        if share <= 0:
            continue
        if tons is None:
            raise DoesNotFit(
                f"The texture table has no figure for {texture} under pH 4.5. Have the buffer pH measured.",
                field="method",
            )
        value = working.step(
            f"Texture table, {texture}, pH {low:g} to {high:g}",
            "tons * share",
            [
                Figure("tons", tons, "short tons/acre", "for one unit of pH"),
                Figure("share", share, "", "units of pH in this band"),
            ],
            tons * share,
            "short tons/acre",
            "kellogg-1957",
        )
        parts.append(Figure(f"band{len(parts) + 1}", value, "short tons/acre", f"pH {low:g} to {high:g}"))
    if not parts:
        working.assume(f"pH {ph:g} is at the target {target_ph:g} already: no lime.")
        return 0.0
    total = sum(part.value for part in parts)
    working.step(
        "All bands", " + ".join(part.symbol for part in parts), parts, total, "short tons/acre", "kellogg-1957"
    )
    return ton_step(total, liming.KELLOGG_LIME_EFFECTIVE, liming.KELLOGG_DEPTH_IN, depth_mm, "kellogg-1957", working)


def lime_need(
    test: SoilTest,
    target_ph: float,
    depth_mm: float,
    method: LimeMethod,
    working: Working,
    texture: LimeTexture | None = None,
    region: Region = "cool",
    advice_g_m2: float | None = None,
    advice_effective: float = 1.0,
) -> float:
    """g/m² of effective CaCO₃ to bring ``depth_mm`` (20–400) of soil to ``target_ph``; MissingInput names what it
    needs."""
    if not 20 <= depth_mm <= 400:
        raise OutOfRange(
            "The depth to correct lies between 2 and 40 cm. Check the unit.", field="depth", limits=(20, 400)
        )
    ph, buffer = test.ph, test.values.get("buffer_ph")
    if ph is None:
        raise MissingInput("The test has no pH: lime cannot be worked out without it.", field="ph")
    if method == "lab":
        if advice_g_m2 is None:
            raise MissingInput(
                "The report has no lime figure. Type it with the test, or choose another way.", field="method"
            )
        return from_lab(advice_g_m2, advice_effective, test.depth_mm, depth_mm, working)
    if ph >= target_ph:
        working.assume(f"pH {ph:g} is at the target {target_ph:g} already: no lime.")
        return 0.0
    if method == "texture":
        if texture is None:
            raise MissingInput(
                "The texture is unknown. Judge it by feel on the area's form, or test it.", field="method"
            )
        return from_texture(ph, target_ph, texture, region, depth_mm, working)
    if buffer is None or test.buffer_method is None:
        raise MissingInput(
            "The test has no buffer pH. Choose the texture table, or ask the laboratory.", field="method"
        )
    match test.buffer_method:
        case "smp":
            if (test.values.get("organic_matter") or 0.0) > ORGANIC_FROM:
                working.assume("The soil is organic: SMP is not made for it, the lime goes by the pH in water.")
                return from_organic(ph, depth_mm, working)
            return from_smp(buffer, target_ph, depth_mm, working)
        case "mehlich":
            return from_mehlich(ph, buffer, target_ph, depth_mm, working)
    return from_adams_evans(ph, buffer, target_ph, depth_mm, working)


def lime_product(need_g_m2: float, grade: LimeGrade, working: Working) -> GramsPerSquareMetre:
    """g/m² of a lime that brings ``need_g_m2`` of effective CaCO₃: need ÷ effective share."""
    share = effective_share(grade, working)
    if share <= 0:
        raise DoesNotFit("Nothing of this lime passes the sieves: it would not act.", field="sieves")
    return GramsPerSquareMetre(
        working.step(
            "Lime of this product",
            "need_g_m2 / share",
            [
                Figure("need_g_m2", need_g_m2, "g/m²", "effective calcium carbonate"),
                Figure("share", share, "", "effective share of the lime"),
            ],
            need_g_m2 / share,
            "g/m²",
            "lime-laws",
        )
    )


def which_lime(test: SoilTest, magnesium: str) -> tuple[LimeKind, str]:
    """The lime to pick from the magnesium of the test, and why [common-practice]."""
    if magnesium == "low":
        return "dolomitic", f"Dolomitic: magnesium is low ({unrounded(test.values['mg'])} mg/kg) and it brings some."
    if magnesium == "unknown":
        return "calcitic", "Calcitic: magnesium is not tested; dolomitic is right only where it is low."
    return "calcitic", f"Calcitic: magnesium is {magnesium} ({unrounded(test.values['mg'])} mg/kg), no more is wanted."
