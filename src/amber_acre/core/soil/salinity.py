"""Salts and sodium of soil and of irrigation water, by the US Salinity Laboratory's classes [handbook-60]."""

from __future__ import annotations

import math

from amber_acre.core.errors import OutOfRange
from amber_acre.core.soil.evidence import SoilTest, charge_of, milliequivalents
from amber_acre.core.tables import soil_ranges as ranges
from amber_acre.core.working import Figure, Working


def salt_words(test: SoilTest, sensitive: bool = False) -> tuple[str, ...]:
    """Salts and sodium in sentences, by the US Salinity Laboratory's classes [handbook-60]; empty where not tested."""
    found = []
    salts, sodium, bases = test.values.get("salts"), test.values.get("na"), charge_of(test)
    share = None
    if sodium is not None and bases:
        share = milliequivalents("na", sodium) / max(test.values.get("cec") or 0.0, bases)
    saline = salts is not None and salts >= ranges.SALINE_FROM_DS_M
    sodic = share is not None and share >= ranges.SODIC_FROM
    if saline and sodic:
        found.append("Saline and sodic: gypsum first, then leaching; salts washed out alone make it worse.")
    elif saline:
        found.append(
            f"Saline: {salts:g} dS/m (from {ranges.SALINE_FROM_DS_M:g}). Leach with good water before any feed; no salty fertilizer."
        )
    elif salts is not None and salts >= ranges.SALTS_SENSITIVE_FROM_DS_M:
        found.append(
            f"Salts {salts:g} dS/m: too much for sensitive plants{', which grow here' if sensitive else ''} (from {ranges.SALTS_SENSITIVE_FROM_DS_M:g})."
        )
    elif salts is not None:
        found.append(f"Salts {salts:g} dS/m: no concern.")
    if sodic and not saline:
        found.append(
            f"Sodic: sodium holds {share:.0%} of the exchange (from {ranges.SODIC_FROM:.0%}): gypsum and drainage, before anything else."
        )
    elif share is not None and not sodic and share >= ranges.SODIUM_SLAKES_FROM:
        found.append(
            f"Sodium holds {share:.0%}: clay begins to slake from {ranges.SODIUM_SLAKES_FROM:.0%}; watch crusting."
        )
    return tuple(found)


def gypsum_requirement(sodium_meq: float, depth_mm: float, bulk_density: float, working: Working) -> float:
    """Gypsum, g/m², to replace ``sodium_meq`` (meq/100 g, 0 or more) in ``depth_mm`` of soil, at full exchange [handbook-60]."""
    return working.step(
        "Gypsum for the sodium", "sodium_meq * 10 * depth_mm * bulk_density * gypsum_per_charge / 1000",
        [Figure("sodium_meq", sodium_meq, "meq/100 g", "sodium to replace"), Figure("depth_mm", depth_mm, "mm", "depth"),
         Figure("bulk_density", bulk_density, "g/cm³", "bulk density"), Figure("gypsum_per_charge", 86.085, "mg/mmol", "gypsum for one unit of charge")],
        sodium_meq * 10 * depth_mm * bulk_density * 86.085 / 1000, "g/m²", "handbook-60",
        note="Pure gypsum, every part of it exchanged; practice adds a quarter.",
    )  # fmt: skip


def sodium_adsorption_ratio(sodium: float, calcium: float, magnesium: float) -> float:
    """SAR = Na / √((Ca + Mg) / 2), all in meq/L; Ca + Mg above 0 (OutOfRange) [handbook-60]."""
    if calcium + magnesium <= 0:
        raise OutOfRange("Calcium and magnesium together lie above zero.", field="calcium", limits=(0, None))
    return sodium / math.sqrt((calcium + magnesium) / 2)


def residual_carbonate(carbonate: float, bicarbonate: float, calcium: float, magnesium: float) -> tuple[float, str]:
    """Residual sodium carbonate of water in meq/L, and its class: safe under 1.25, marginal to 2.5, unsuitable [handbook-60]."""
    value = carbonate + bicarbonate - calcium - magnesium
    return value, "unsuitable" if value > 2.5 else "marginal" if value >= 1.25 else "safe"
