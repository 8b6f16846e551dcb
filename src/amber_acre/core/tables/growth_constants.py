"""Growth-potential constants, the Celsius form [growth-potential-celsius].

The original Fahrenheit form (68/10 and 88/12 °F) [growth-potential] is kept beside it: converted it
is 20.0/5.56 and 31.1/6.67 °C, and for warm-season grass near 15 °C the two differ by a third. The
program uses the Celsius form.
"""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.tables.grasses import Season


@dataclass(frozen=True)
class GrowthConstants:
    """Optimum and spread of the growth curve, °C."""

    optimum_c: float
    spread_c: float
    source: str


GROWTH: dict[Season, GrowthConstants] = {
    "cool": GrowthConstants(20.0, 5.5, "growth-potential-celsius"),
    "warm": GrowthConstants(31.0, 7.0, "growth-potential-celsius"),
}
GROWTH_FAHRENHEIT_FORM: dict[Season, GrowthConstants] = {
    "cool": GrowthConstants((68 - 32) / 1.8, 10 / 1.8, "growth-potential"),
    "warm": GrowthConstants((88 - 32) / 1.8, 12 / 1.8, "growth-potential"),
}
