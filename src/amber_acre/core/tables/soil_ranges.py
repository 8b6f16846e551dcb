"""Sufficiency ranges of soil tests by extractant, mg/kg: below low, between adequate, above high.

From memory after the published sufficiency tables for turf [sufficiency-turf]. Where an extractant
measures only phosphorus, the potassium range is for ammonium acetate, which labs run beside it.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

Extractant = Literal["mehlich-3", "bray-1", "olsen", "morgan"]
EXTRACTANTS: tuple[Extractant, ...] = get_args(Extractant)


@dataclass(frozen=True)
class SufficiencyRange:
    """Low and high bound of "adequate" for P and K, mg/kg of element."""

    extractant: Extractant
    name: str
    phosphorus: tuple[float, float]
    potassium: tuple[float, float]
    potassium_extractant: str
    source: str


RANGES: dict[Extractant, SufficiencyRange] = {
    row.extractant: row
    for row in (
        SufficiencyRange("mehlich-3", "Mehlich-3", (26, 54), (75, 176), "Mehlich-3", "sufficiency-turf"),
        SufficiencyRange("bray-1", "Bray-1", (15, 30), (100, 235), "ammonium acetate", "sufficiency-turf"),
        SufficiencyRange("olsen", "Olsen", (12, 28), (100, 235), "ammonium acetate", "sufficiency-turf"),
        SufficiencyRange("morgan", "Morgan", (10, 20), (80, 175), "Morgan", "sufficiency-turf"),
    )
}  # fmt: skip

LAWN_PH_RANGE = (6.2, 7.0)  # [lawn-ph]
HIGH_ORGANIC_MATTER = 0.045  # fraction of soil mass; above it the soil itself feeds [organic-matter-n]
# A test older than this is not to be planned on without saying so.
TEST_GOOD_FOR_YEARS = 3  # [common-practice]
