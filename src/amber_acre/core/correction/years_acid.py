"""The acid a year's feeds leave, in the dose of a pH correction and not only in its picture."""

from __future__ import annotations

from amber_acre.core.tables.acidifying import CARBONATE_PER_SULPHUR
from amber_acre.core.working import Figure, Working


def with_the_years_acid(need_g_m2: float, acid_g_m2_year: float, working: Working) -> float:
    """Lime for the soil and for the acid that a year's feeds leave while it acts, g/m² of CaCO₃; base counts for it."""
    if not acid_g_m2_year:
        return need_g_m2
    return working.step(
        "With what the year's feeds leave (acid above zero, base below)",
        "max(0, need_g_m2 + acid_g_m2)",
        [
            Figure("need_g_m2", need_g_m2, "g/m²", "for the soil"),
            Figure("acid_g_m2", acid_g_m2_year, "g/m²", "acid of a year's feeds as CaCO₃"),
        ],
        max(0.0, need_g_m2 + acid_g_m2_year),
        "g/m²",
        "sluijsmans-1970",
    )


def less_the_years_acid(sulphur_g_m2: float, acid_g_m2_year: float, working: Working) -> float:
    """Sulphur for the soil less what a year's feeds acidify as well, g/m²; base takes more."""
    if not acid_g_m2_year:
        return sulphur_g_m2
    return working.step(
        "Less what the year's feeds acidify",
        "max(0, sulphur_g_m2 - acid_g_m2 / carbonate)",
        [
            Figure("sulphur_g_m2", sulphur_g_m2, "g/m²", "for the soil"),
            Figure("acid_g_m2", acid_g_m2_year, "g/m²", "acid of a year's feeds as CaCO₃"),
            Figure("carbonate", CARBONATE_PER_SULPHUR, "g/g", "acid of a gram of sulphur as CaCO₃"),
        ],
        max(0.0, sulphur_g_m2 - acid_g_m2_year / CARBONATE_PER_SULPHUR),
        "g/m²",
        "sluijsmans-1970",
    )
