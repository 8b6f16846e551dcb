"""Feeding pots with water: strength, habits compared in grams, and how much runs through to leach."""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.errors import OutOfRange
from amber_acre.core.products.nutrient_rates import product_for

# Milligrams of nitrogen in a litre by how often it is given: constant feed, weekly, fortnightly [fertigation].
STRENGTH_MG_L = {"each watering": (50.0, 150.0), "weekly": (100.0, 250.0), "fortnightly": (150.0, 300.0)}
SALT_LIMIT_MG_L = 400.0  # stronger feed burns roots of most pot plants [common-practice]


def grams_per_litre(target_mg_l: float, nitrogen: float) -> float:
    """Product in a litre for so many mg/L of nitrogen, above 0 to 400 (OutOfRange); ``nitrogen`` a fraction."""
    if not 0 < target_mg_l <= SALT_LIMIT_MG_L:
        raise OutOfRange(
            f"{target_mg_l:g} mg/L of nitrogen is outside 0–{SALT_LIMIT_MG_L:g}: stronger feed burns roots.",
            field="strength",
            value=target_mg_l,
            limits=(0, SALT_LIMIT_MG_L),
        )
    return product_for(target_mg_l / 1000, nitrogen)


@dataclass(frozen=True)
class Habits:
    """Grams of product a week of three habits that are told as if they were one."""

    half_each: float
    full_weekly: float
    full_fortnightly: float

    @property
    def against_weekly(self) -> float:
        """How many times half strength at each watering brings what full strength once a week does."""
        return self.half_each / self.full_weekly

    @property
    def against_fortnightly(self) -> float:
        """The same against full strength every fortnight."""
        return self.half_each / self.full_fortnightly


def habits(full_g_l: float, litres: float, waterings_a_week: float) -> Habits:
    """Half strength at each watering, full weekly, full fortnightly: grams a week for ``litres`` a watering."""
    if full_g_l <= 0 or litres <= 0 or waterings_a_week <= 0:
        raise OutOfRange("Strength, litres and waterings are above zero.", field="strength", limits=(0, None))
    return Habits(full_g_l / 2 * litres * waterings_a_week, full_g_l * litres, full_g_l * litres / 2)


def to_leach(takes_l: float, fraction: float) -> float:
    """Litres to give so that ``fraction`` of them (0 to under 1) drains: what the medium takes ÷ (1 − fraction)."""
    if takes_l < 0 or not 0 <= fraction < 1:
        raise OutOfRange("A leaching fraction lies from 0 to under 100 %.", field="fraction", limits=(0, 1))
    return takes_l / (1 - fraction)
