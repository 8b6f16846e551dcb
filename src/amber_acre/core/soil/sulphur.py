"""Lowering pH: elemental sulphur by table, free lime reckoned in, ferrous sulphate as so much sulphur, and when it is
hopeless."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Mapping
from dataclasses import dataclass

from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.quantities import FOOT_M, INCH_M, POUND_KG, POUND_PER_ACRE_G_M2, GramsPerSquareMetre
from amber_acre.core.tables import acidifying
from amber_acre.core.tables.acidifying import SulphurTexture
from amber_acre.core.working import Figure, Working

POUND_PER_HUNDRED_G_M2 = POUND_KG * 1000 / (100 * FOOT_M**2)
FURROW_SLICE_G_M2_MM = 2_000_000 * POUND_PER_ACRE_G_M2 / (6.67 * INCH_M * 1000)  # soil, g/m² for each mm [furrow-slice]
SURFACE_YEAR_G_M2 = 400 * POUND_PER_ACRE_G_M2  # sulphur on established plants in a year: 400 lb/acre [common-practice]
HOPELESS_YEARS = 6  # of the yearly limit: longer than anyone keeps at it [common-practice]


@dataclass(frozen=True)
class SulphurNeed:
    """Sulphur in g/m²: by the table, for free lime, and both; years at the surface limit; whether it is hopeless."""

    table_g_m2: float
    free_lime_g_m2: float
    total_g_m2: float
    years: float
    hopeless: bool
    sentence: str


def sulphur_need(
    ph: float,
    target_ph: float,
    texture: SulphurTexture,
    depth_mm: float,
    working: Working,
    free_lime: float | None = None,
    bulk_density: float | None = None,
    yearly_g_m2: float = SURFACE_YEAR_G_M2,
) -> SulphurNeed:
    """Sulphur (as the element) to bring ``depth_mm`` (20–400) of soil from ``ph`` to ``target_ph``, 4.5 to 8.5 [wfh,
    small-fruit].

    ``yearly_g_m2``: most sulphur of a year, as it is placed; over six years of it is hopeless. ``free_lime``:
    fraction of CaCO₃, neutralised first; None: not tested. Bulk density in g/cm³, the furrow slice's 1.32 where None.
    Nothing where the soil is at its target.
    """
    if not 20 <= depth_mm <= 400:
        raise OutOfRange(
            "The depth to correct lies between 2 and 40 cm. Check the unit.", field="depth", limits=(20, 400)
        )
    if not target_ph >= 4.5:
        raise OutOfRange(
            "The sulphur tables end at pH 4.5: no plant here wants it lower.", field="target", limits=(4.5, 8.5)
        )
    if ph > 8.5:
        raise OutOfRange(
            f"The sulphur tables end at pH 8.5; {ph:g} points to sodium. Have sodium tested first.",
            field="ph",
            limits=(4.5, 8.5),
        )
    table = 0.0
    if ph > target_ph:
        table = _by_tables(ph, target_ph, texture, depth_mm, working)
    else:
        working.assume(f"pH {ph:g} is at the target {target_ph:g} already: no sulphur.")
    lime = 0.0
    if free_lime and ph > target_ph:
        lime = _for_free_lime(free_lime, depth_mm, bulk_density, working)
    total = working.step(
        "Sulphur in all",
        "table_g_m2 + lime_g_m2",
        [Figure("table_g_m2", table, "g/m²", "by the table"), Figure("lime_g_m2", lime, "g/m²", "for free lime")],
        table + lime,
        "g/m²",
        "wfh",
    )
    years = total / yearly_g_m2
    hopeless = years > HOPELESS_YEARS
    return SulphurNeed(table, lime, total, years, hopeless, _verdict(lime, total, years, free_lime, yearly_g_m2))


def _by_tables(ph: float, target_ph: float, texture: SulphurTexture, depth_mm: float, working: Working) -> float:
    """Down to 6.5 by the one table; from 7.0 or less to an acid lover's target by the other."""
    parts: list[Figure] = []
    acid_target = target_ph < 6.5
    if not acid_target or ph > 7.0:
        lower = 7.0 if acid_target else target_ph
        unit = Figure("unit_g_m2", POUND_PER_ACRE_G_M2, "g/m²", "1 lb/acre")
        parts.append(
            _difference("to65", acidifying.TO_65_LB_ACRE[texture], ph, lower, unit, "lb/acre", "wfh", depth_mm, working)
        )
    if acid_target:
        row = "loam" if texture == "clay" else texture
        if texture == "clay":
            working.assume(
                "The table for acid plants prints no clay: the loam's figure is used, the low side. Test again before"
                " more."
            )
        unit = Figure("unit_g_m2", POUND_PER_HUNDRED_G_M2, "g/m²", "1 lb/100 ft²")
        parts.append(
            _difference(
                "to45",
                acidifying.TO_45_LB_100[row],
                min(ph, 7.0),
                target_ph,
                unit,
                "lb/100 ft²",
                "small-fruit",
                depth_mm,
                working,
            )
        )
    if len(parts) == 1:
        return parts[0].value
    return working.step(
        "Both tables", " + ".join(p.symbol for p in parts), parts, sum(p.value for p in parts), "g/m²", "wfh"
    )


def _difference(
    symbol: str,
    table: Mapping[float, float],
    ph: float,
    target: float,
    unit: Figure,
    printed: str,
    source: str,
    depth_mm: float,
    working: Working,
) -> Figure:
    high = _between(table, ph)
    low = _between(table, target)
    value = working.step(
        f"Sulphur by the table, pH {ph:g} to {target:g}",
        "(from_now - from_target) * unit_g_m2 * depth_mm / table_mm",
        [
            Figure("from_now", high, printed, f"printed from pH {ph:g}"),
            Figure("from_target", low, printed, f"printed from pH {target:g}"),
            unit,
            Figure("depth_mm", depth_mm, "mm", "depth to correct"),
            Figure("table_mm", acidifying.TABLE_DEPTH_IN * INCH_M * 1000, "mm", "depth of the table"),
        ],
        (high - low) * unit.value * depth_mm / (acidifying.TABLE_DEPTH_IN * INCH_M * 1000),
        "g/m²",
        source,
        note="Straight lines between the printed rows.",
    )
    return Figure(symbol, value, "g/m²", f"pH {ph:g} to {target:g}")


def _between(table: Mapping[float, float], ph: float) -> float:
    rows = sorted(table)
    at = min(max(bisect_right(rows, ph) - 1, 0), len(rows) - 2)
    low, high = rows[at], rows[at + 1]
    return table[low] + (table[high] - table[low]) * (ph - low) / (high - low)


def _for_free_lime(free_lime: float, depth_mm: float, bulk_density: float | None, working: Working) -> float:
    if not 0 < free_lime <= 1:
        raise OutOfRange("Free lime lies from 0 to 100 %.", field="free_lime", limits=(0, 1))
    per_mm = bulk_density * 1000 if bulk_density else FURROW_SLICE_G_M2_MM
    return working.step(
        "Sulphur that free lime uses up first",
        "free_lime * soil_g_m2_mm * depth_mm / carbonate_per_sulphur",
        [
            Figure("free_lime", free_lime, "", "free lime as CaCO₃"),
            Figure("soil_g_m2_mm", per_mm, "g/m²", "soil in a mm of depth"),
            Figure("depth_mm", depth_mm, "mm", "depth to correct"),
            Figure(
                "carbonate_per_sulphur",
                acidifying.CARBONATE_PER_SULPHUR,
                "kg/kg",
                "CaCO₃ that 1 kg of sulphur dissolves",
            ),
        ],
        free_lime * per_mm * depth_mm / acidifying.CARBONATE_PER_SULPHUR,
        "g/m²",
        "stoichiometry",
    )


def _verdict(lime: float, total: float, years: float, free_lime: float | None, yearly: float) -> str:
    if years > HOPELESS_YEARS:
        cause = f"free lime ({(free_lime or 0) * 100:.2g} % CaCO₃) uses up the acid first. " if lime else ""
        return (
            f"Hopeless: {cause}{total:.0f} g/m² of sulphur is {years:.0f} years of the {yearly:.0f} g/m² a year that"
            " may go down. Plant what bears lime, build a raised bed of other soil, or feed iron as a chelate that"
            " holds at this pH."
        )
    if free_lime is None:
        return "Free lime is not tested: drip acid on a crumb of soil. If it fizzes, sulphur alone will not do."
    if years > 1:
        return f"{years:.1f} years at the limit for established plants: in yearly steps, with a test before each."
    return "One year's limit for established plants holds it all; how it is split is below."


def sulphur_equivalent(
    elemental_sulphur: float, iron: float, aluminium: float, working: Working | None = None
) -> float:
    """Acid of a product as a share of sulphur: elemental sulphur + iron × 0.574 + aluminium × 1.78 [stoichiometry].

    Sulphate counts for nothing: it is not acid. Ferrous sulphate heptahydrate (20.1 % Fe) comes to 0.115, 8.67 times
    its weight for one of sulphur; the monohydrate (32.9 % Fe) to 0.189, 5.3 times.
    """
    share = elemental_sulphur + iron * acidifying.SULPHUR_PER_IRON + aluminium * acidifying.SULPHUR_PER_ALUMINIUM
    if working is not None:
        working.step(
            "Acid of the product, as a share of sulphur",
            "sulphur + iron * per_iron + aluminium * per_aluminium",
            [
                Figure("sulphur", elemental_sulphur, "", "elemental sulphur"),
                Figure("iron", iron, "", "iron"),
                Figure("per_iron", acidifying.SULPHUR_PER_IRON, "kg/kg", "sulphur that does the same as 1 kg of iron"),
                Figure("aluminium", aluminium, "", "aluminium"),
                Figure(
                    "per_aluminium",
                    acidifying.SULPHUR_PER_ALUMINIUM,
                    "kg/kg",
                    "sulphur that does the same as 1 kg of aluminium",
                ),
            ],
            share,
            "",
            "stoichiometry",
            note="Sulphate is not acid: gypsum and magnesium sulphate count for nothing.",
        )
    return share


def hydrate_of(iron: float) -> str:
    """Which ferrous sulphate an iron content points to, within a fiftieth of mass: heptahydrate, monohydrate or ''."""
    return next((name for name, share in acidifying.FERROUS_SULPHATES.items() if abs(iron - share) < 0.02), "")


def acidifying_product(sulphur_g_m2: float, share: float, working: Working) -> GramsPerSquareMetre:
    """g/m² of a product that does what ``sulphur_g_m2`` of sulphur does; DoesNotFit for one without acid."""
    if share < 0.02:
        raise DoesNotFit(
            "This product makes no acid: it holds neither elemental sulphur nor iron enough.", field="product"
        )
    return GramsPerSquareMetre(
        working.step(
            "Of this product",
            "sulphur_g_m2 / share",
            [
                Figure("sulphur_g_m2", sulphur_g_m2, "g/m²", "sulphur"),
                Figure("share", share, "", "acid of the product as sulphur"),
            ],
            sulphur_g_m2 / share,
            "g/m²",
            "label",
        )
    )
