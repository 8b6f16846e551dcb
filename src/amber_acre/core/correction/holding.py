"""What a year of fertilizers moves the pH, and the lime that holds it."""

from __future__ import annotations

from amber_acre.core.correction.ph_plan import PhPlan, lime_grade
from amber_acre.core.soil.lime import effective_share
from amber_acre.core.tables.acidifying import CARBONATE_PER_SULPHUR
from amber_acre.core.working import Figure, Working


def drift_working(plan: PhPlan) -> Working:
    """The acid of the year's fertilizers against the lime for one unit of pH, so that the ladder's slope can be
    checked."""
    working = Working("Fertilizers and the pH")
    ph = plan.brief.ph or 0.0
    change = abs(plan.choice.target_ph - ph)
    per = 1.0 if plan.choice.direction == "up" else CARBONATE_PER_SULPHUR
    working.step(
        "pH the year's fertilizers move",
        "-acid_g_m2 / (need_g_m2 * per / change)",
        [
            Figure("acid_g_m2", plan.brief.acid_g_m2_year, "g/m²", "acid as CaCO₃"),
            Figure("need_g_m2", plan.need_g_m2, "g/m²", "for the full change"),
            Figure("per", per, "kg/kg", "CaCO₃ for each of it"),
            Figure("change", change, "", "units of pH"),
        ],
        -plan.brief.acid_g_m2_year / (plan.need_g_m2 * per / change) if plan.need_g_m2 and change else 0.0,
        "a year",
        "sluijsmans-1970",
    )
    return working


def holding_rate(plan: PhPlan, working: Working) -> float:
    """Of this lime in a year to undo the acid of the year's fertilizers, g/m²; 0 where they leave none or it is
    lowered."""
    if plan.choice.direction != "up" or plan.brief.acid_g_m2_year <= 0:
        return 0.0
    share = effective_share(lime_grade(plan.choice.product, plan.choice.rule), Working(""))
    return working.step(
        "Of this lime in a year, to undo it",
        "acid_g_m2 / share",
        [
            Figure("acid_g_m2", plan.brief.acid_g_m2_year, "g/m²", "acid as CaCO₃"),
            Figure("share", share, "", "effective share of the lime"),
        ],
        plan.brief.acid_g_m2_year / share,
        "g/m²",
        "lime-laws",
    )
