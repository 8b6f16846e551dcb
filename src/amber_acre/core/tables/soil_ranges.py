"""Sufficiency ranges of soil tests by extractant, minimum levels, salts and what a region's soil usually reads.

Ranges are mg/kg: below low, between adequate, above high. From memory after the published sufficiency tables
for turf [sufficiency-turf]. Where an extractant measures only phosphorus, the other ranges are those of
ammonium acetate (cations) and DTPA (metals), which laboratories run beside it.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal, get_args

from amber_acre.core.tables.soil_measures import Measured

Extractant = Literal["mehlich-3", "bray-1", "olsen", "morgan"]
EXTRACTANTS: tuple[Extractant, ...] = get_args(Extractant)


@dataclass(frozen=True)
class SufficiencyRange:
    """Low and high bound of "adequate" by element, mg/kg, and who extracts what beside phosphorus."""

    extractant: Extractant
    name: str
    adequate: Mapping[Measured, tuple[float, float]]
    beside: str
    source: str

    def extractant_of(self, element: Measured) -> str:
        """The extractant an element's range belongs to: its own for phosphorus, else the one run beside it."""
        return self.name if element == "p" or not self.beside else self.beside


_BESIDE: dict[Measured, tuple[float, float]] = {
    "k": (100, 235),
    "ca": (500, 750),
    "mg": (140, 250),
    "fe": (2.5, 5),
    "mn": (1, 2),
    "zn": (1, 3),
    "cu": (0.2, 0.6),
    "b": (0.5, 2),
}
RANGES: dict[Extractant, SufficiencyRange] = {
    row.extractant: row
    for row in (
        SufficiencyRange(
            "mehlich-3",
            "Mehlich-3",
            {
                "p": (26, 54),
                "k": (75, 176),
                "ca": (500, 750),
                "mg": (60, 140),
                "s": (15, 40),
                "fe": (50, 100),
                "mn": (8, 20),
                "zn": (1, 3),
                "cu": (0.6, 2.5),
                "b": (0.5, 2),
            },
            "",
            "sufficiency-turf",
        ),
        SufficiencyRange(
            "bray-1", "Bray-1", {"p": (15, 30), **_BESIDE}, "ammonium acetate and DTPA", "sufficiency-turf"
        ),
        SufficiencyRange("olsen", "Olsen", {"p": (12, 28), **_BESIDE}, "ammonium acetate and DTPA", "sufficiency-turf"),
        SufficiencyRange(
            "morgan",
            "Morgan",
            {"p": (10, 20), "k": (80, 175), "ca": (500, 750), "mg": (50, 100)},
            "",
            "sufficiency-turf",
        ),
    )
}

# Ranges of beds and of woody plants as a share of turf's: roots of woody plants reach further and ask for less; from
# memory of landscape sheets of extension services [from-memory].
SoilOf = Literal["turf", "bed", "woody"]
SHARE_OF_TURF: dict[SoilOf, dict[Measured, tuple[float, float]]] = {
    "turf": {},
    "bed": {"p": (1.0, 1.0), "k": (1.0, 1.0)},
    "woody": {"p": (0.6, 0.9), "k": (0.7, 0.9)},
}

# Minimum levels for sustainable nutrition, Mehlich-3, mg/kg, the edition of 2014 on [mlsn]; and what turf
# takes of each for a gram of nitrogen, from leaf analysis of N 4 %, K 2 %, P 0.5 % [mlsn].
MINIMUM_LEVELS: dict[Measured, float] = {"k": 37, "p": 21, "ca": 331, "mg": 47, "s": 7}
USE_PER_NITROGEN: dict[Measured, float] = {"k": 0.5, "p": 0.125, "ca": 0.125, "mg": 0.05, "s": 0.07}
MINIMUM_LEVELS_ABOVE_PH = 5.5
MINIMUM_LEVELS_DEPTH_MM = 100.0
MINIMUM_LEVELS_BULK_DENSITY = 1.5  # g/cm³

# Base saturation as it is printed for guidance, fractions of the exchange [base-saturation].
SATURATION: dict[Measured, tuple[float, float]] = {
    "ca": (0.55, 0.80),
    "mg": (0.10, 0.20),
    "k": (0.02, 0.07),
    "na": (0.0, 0.05),
}
SALINE_FROM_DS_M = 4.0  # saturated paste [handbook-60]
SALTS_SENSITIVE_FROM_DS_M = 2.0  # sensitive plants; later soil-science terms use it [handbook-60]
SODIC_FROM = 0.15  # exchangeable sodium [handbook-60]
SODIUM_SLAKES_FROM = 0.06  # Australian texts [handbook-60]

LAWN_PH_RANGE = (6.2, 7.0)  # [lawn-ph]
PH_MARGIN = 0.2  # a pH is no better than this: nothing is corrected inside it [common-practice]
GARDEN_PH_RANGE = (6.0, 6.8)  # where nobody says what grows [common-practice]
# What the native soil of a kind of region usually reads: it only queries an odd test [common-practice].
REGIONS: dict[str, tuple[str, tuple[float, float]]] = {
    "humid": ("humid, leached: acid", (4.8, 6.5)),
    "interior": ("continental interior", (6.0, 7.2)),
    "arid": ("dry, or over limestone", (7.0, 8.5)),
}
HIGH_ORGANIC_MATTER = 0.045  # fraction of soil mass; above it the soil itself feeds [organic-matter-n]
# A test older than this is not to be planned on without saying so.
TEST_GOOD_FOR_YEARS = 3  # [common-practice]
