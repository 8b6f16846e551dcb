"""Salts and sodium of soil and of irrigation water, by the US Salinity Laboratory's classes [handbook-60]."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from amber_acre.core.errors import OutOfRange
from amber_acre.core.soil.evidence import SoilTest, charge_of, milliequivalents
from amber_acre.core.tables import soil_ranges as ranges
from amber_acre.core.working import Figure, Working


def salt_words(test: SoilTest, sensitive: bool = False) -> tuple[str, ...]:
    """Salts and sodium in sentences, by the US Salinity Laboratory's classes [handbook-60]; empty where not tested."""
    found = []
    salts, known = test.values.get("salts"), sodium_share(test)
    share = None if known is None else known[0] / known[1]
    saline = salts is not None and salts >= ranges.SALINE_FROM_DS_M
    sodic = share is not None and share >= ranges.SODIC_FROM
    if saline and sodic:
        found.append("Saline and sodic: gypsum first, then leaching; salts washed out alone make it worse.")
    elif saline:
        found.append(
            f"Saline: {salts:g} dS/m (from {ranges.SALINE_FROM_DS_M:g}). Leach with good water before any feed; no"
            " salty fertilizer."
        )
    elif salts is not None and salts >= ranges.SALTS_SENSITIVE_FROM_DS_M:
        found.append(
            f"Salts {salts:g} dS/m: too much for sensitive plants{', which grow here' if sensitive else ''} (from"
            f" {ranges.SALTS_SENSITIVE_FROM_DS_M:g})."
        )
    elif salts is not None:
        found.append(f"Salts {salts:g} dS/m: no concern.")
    if sodic and not saline:
        found.append(
            f"Sodic: sodium holds {share:.0%} of the exchange (from {ranges.SODIC_FROM:.0%}): gypsum and drainage,"
            " before anything else."
        )
    elif share is not None and not sodic and share >= ranges.SODIUM_SLAKES_FROM:
        found.append(
            f"Sodium holds {share:.0%}: clay begins to slake from {ranges.SODIUM_SLAKES_FROM:.0%}; watch crusting."
        )
    return tuple(found)


def sodium_share(test: SoilTest) -> tuple[float, float] | None:
    """Sodium of a test and the exchange it sits on, both meq/100 g; None where sodium, or both CEC and the cations,
    are missing."""
    sodium, bases, cec = test.values.get("na"), charge_of(test), test.values.get("cec")
    exchange = max(cec or 0.0, bases or 0.0)
    return None if sodium is None or exchange <= 0 else (milliequivalents("na", sodium), exchange)


def sodium_to_replace(test: SoilTest, working: Working) -> float | None:
    """Sodium, meq/100 g, above the 5 % of the exchange that does no harm, never negative; None where it is not
    known."""
    known = sodium_share(test)
    if known is None:
        return None
    sodium, exchange = known
    wanted = ranges.SATURATION["na"][1]
    return working.step(
        "Sodium to replace",
        "max(0, sodium - wanted * exchange)",
        [
            Figure("sodium", sodium, "meq/100 g", "sodium"),
            Figure("wanted", wanted, "", "share that does no harm"),
            Figure("exchange", exchange, "meq/100 g", "exchange capacity"),
        ],
        max(0.0, sodium - wanted * exchange),
        "meq/100 g",
        "base-saturation",
    )


def gypsum_requirement(sodium_meq: float, depth_mm: float, bulk_density: float, working: Working) -> float:
    """Gypsum, g/m², to replace ``sodium_meq`` (meq/100 g, 0 or more) in ``depth_mm`` of soil, at full exchange
    [handbook-60]."""
    return working.step(
        "Gypsum for the sodium",
        "sodium_meq * 10 * depth_mm * bulk_density * gypsum_per_charge / 1000",
        [
            Figure("sodium_meq", sodium_meq, "meq/100 g", "sodium to replace"),
            Figure("depth_mm", depth_mm, "mm", "depth"),
            Figure("bulk_density", bulk_density, "g/cm³", "bulk density"),
            Figure("gypsum_per_charge", 86.085, "mg/mmol", "gypsum for one unit of charge"),
        ],
        sodium_meq * 10 * depth_mm * bulk_density * 86.085 / 1000,
        "g/m²",
        "handbook-60",
        note="Pure gypsum, every part of it exchanged; practice adds a quarter.",
    )


@dataclass(frozen=True)
class WaterReading:
    """Irrigation water read: SAR, residual carbonate (meq/L), CaCO₃ it brings with each mm (g/m²), sentences."""

    adsorption_ratio: float | None
    residual: float | None
    carbonate_per_mm: float | None
    sentences: tuple[str, ...]


def read_water(ions: Mapping[str, float], working: Working) -> WaterReading:
    """Reads an analysis in meq/L, any of na, ca, mg, co3, hco3 (each 0 or more) [handbook-60, fao-29].

    SAR wants sodium, calcium and magnesium; residual carbonate wants hydrogen carbonate, calcium and magnesium
    (carbonate is 0 where it is not given, as it is below pH 8.3).
    """
    sar = residual = per_mm = None
    words: list[str] = []
    if {"na", "ca", "mg"} <= ions.keys():
        sar = working.step(
            "Sodium adsorption ratio",
            "na / sqrt((ca + mg) / 2)",
            [_ion(key, ions) for key in ("na", "ca", "mg")],
            sodium_adsorption_ratio(ions["na"], ions["ca"], ions["mg"]),
            "",
            "handbook-60",
        )
        words.append(f"SAR {sar:.1f}: " + next(text for limit, text in _SAR_WORDS if sar < limit))
    if {"hco3", "ca", "mg"} <= ions.keys():
        given = {"co3": 0.0} | dict(ions)
        value, kind = residual_carbonate(given["co3"], given["hco3"], given["ca"], given["mg"])
        residual = working.step(
            "Residual sodium carbonate",
            "co3 + hco3 - ca - mg",
            [_ion(key, given) for key in ("co3", "hco3", "ca", "mg")],
            value,
            "meq/L",
            "handbook-60",
        )
        words.append(f"Residual carbonate {value:.1f} meq/L: {_RESIDUAL_WORDS[kind]}")
    if "hco3" in ions:
        given = {"co3": 0.0} | dict(ions)
        per_mm = working.step(
            "Calcium carbonate that each mm brings",
            "(co3 + hco3) * 50.04 / 1000",
            [_ion(key, given) for key in ("co3", "hco3")],
            (given["co3"] + given["hco3"]) * 50.04 / 1000,
            "g/m²",
            "iupac-masses",
            note="1 meq of carbonate counts as 50.04 mg of CaCO₃; 1 mm on 1 m² is 1 L.",
        )
    return WaterReading(sar, residual, per_mm, tuple(words))


def _ion(key: str, ions: Mapping[str, float]) -> Figure:
    return Figure(key, ions[key], "meq/L", ION_NAMES[key])


ION_NAMES = {"na": "sodium", "ca": "calcium", "mg": "magnesium", "co3": "carbonate", "hco3": "bicarbonate"}
# Mass of 1 meq in mg [iupac-masses].
ION_EQUIVALENTS = {"na": 22.990, "ca": 20.039, "mg": 12.1525, "co3": 30.0045, "hco3": 61.017}
_SAR_WORDS = (
    (3.0, "no concern."),
    (9.0, "some: sodium builds up where it is not leached; watch crusting, and test the soil yearly."),
    (math.inf, "much: it makes a soil sodic. Another source, or gypsum and drainage under advice."),
)  # [fao-29]
_RESIDUAL_WORDS = {
    "safe": "safe.",
    "marginal": "marginal: lime falls out in the soil, and sodium stays.",
    "unsuitable": "unsuitable for long: calcium and magnesium fall out as lime, sodium is left and the pH climbs.",
}


def sodium_adsorption_ratio(sodium: float, calcium: float, magnesium: float) -> float:
    """SAR = Na / √((Ca + Mg) / 2), all in meq/L; Ca + Mg above 0 (OutOfRange) [handbook-60]."""
    if calcium + magnesium <= 0:
        raise OutOfRange("Calcium and magnesium together lie above zero.", field="calcium", limits=(0, None))
    return sodium / math.sqrt((calcium + magnesium) / 2)


def residual_carbonate(carbonate: float, bicarbonate: float, calcium: float, magnesium: float) -> tuple[float, str]:
    """Residual sodium carbonate of water in meq/L, and its class: safe under 1.25, marginal to 2.5, unsuitable
    [handbook-60]."""
    value = carbonate + bicarbonate - calcium - magnesium
    return value, "unsuitable" if value > 2.5 else "marginal" if value >= 1.25 else "safe"


def exchangeable_sodium(adsorption_ratio: float) -> float:
    """Share of sodium on the exchange (0–1) in balance with a SAR of 0 to 60 [handbook-60]."""
    if not 0 <= adsorption_ratio <= 60:
        raise OutOfRange("A sodium adsorption ratio lies between 0 and 60.", field="sar", limits=(0, 60))
    ratio = -0.0126 + 0.01475 * adsorption_ratio
    return max(0.0, ratio / (1 + ratio))


def dissolved_solids(conductivity_ds_m: float) -> float:
    """Dissolved solids of water, mg/L, from its conductivity in dS/m: 640 to 5 dS/m, 800 above [fao-29]."""
    if conductivity_ds_m < 0:
        raise OutOfRange("Conductivity cannot be below zero.", field="ec", limits=(0, None))
    return conductivity_ds_m * (640 if conductivity_ds_m <= 5 else 800)


def leaching_requirement(water_ds_m: float, soil_ds_m: float, working: Working) -> float:
    """Share of the water (0–1) that has to pass the roots so that the soil's extract stays at ``soil_ds_m`` [fao-29].

    LR = ECw ÷ (5 ECe − ECw). Refuses water at which no leaching helps, ECw from 2.5 ECe on (OutOfRange).
    """
    if not 0 <= water_ds_m < 2.5 * soil_ds_m:
        raise OutOfRange(
            f"Water of {water_ds_m:g} dS/m keeps no soil at {soil_ds_m:g} dS/m, however much passes. Use other water,"
            " or plants that bear more.",
            field="ec",
            limits=(0, 2.5 * soil_ds_m),
        )
    return working.step(
        "Leaching requirement",
        "water_ds_m / (5 * soil_ds_m - water_ds_m)",
        [
            Figure("water_ds_m", water_ds_m, "dS/m", "conductivity of the water"),
            Figure("soil_ds_m", soil_ds_m, "dS/m", "what the extract of the soil may reach"),
        ],
        water_ds_m / (5 * soil_ds_m - water_ds_m),
        "",
        "fao-29",
    )


def relative_yield(extract_ds_m: float, threshold_ds_m: float, slope_per_ds_m: float) -> float:
    """Growth under salt as a share of growth without (0–1): 1 − slope × (ECe − threshold) [maas-hoffman]."""
    return min(1.0, max(0.0, 1 - slope_per_ds_m * (extract_ds_m - threshold_ds_m)))
