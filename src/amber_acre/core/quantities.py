"""Every quantity of the job, its one unit, and every conversion, once.

Inside the program values are plain floats in these units, named by NewTypes. What people type is
read by :mod:`amber_acre.core.typed`; what people read is written by the web filters. Factors are
exact by definition unless said otherwise [nist-hb44].
"""

from __future__ import annotations

from typing import NewType

Metres = NewType("Metres", float)
SquareMetres = NewType("SquareMetres", float)
Kilograms = NewType("Kilograms", float)
Litres = NewType("Litres", float)
GramsPerSquareMetre = NewType("GramsPerSquareMetre", float)
KilogramsPerLitre = NewType("KilogramsPerLitre", float)
Celsius = NewType("Celsius", float)
Millimetres = NewType("Millimetres", float)
Fraction = NewType("Fraction", float)
MilligramsPerKilogram = NewType("MilligramsPerKilogram", float)
Money = NewType("Money", float)

FOOT_M = 0.3048  # international foot [nist-hb44]
INCH_M = 0.0254  # [nist-hb44]
YARD_M = 0.9144  # [nist-hb44]
POUND_KG = 0.45359237  # avoirdupois pound [nist-hb44]
OUNCE_KG = POUND_KG / 16  # [nist-hb44]
US_GALLON_L = 3.785411784  # 231 cubic inches [nist-hb44]
US_FLUID_OUNCE_L = US_GALLON_L / 128  # [nist-hb44]
IMPERIAL_GALLON_L = 4.54609  # exact by the Weights and Measures Act 1985 [imperial-units]
ACRE_M2 = 43560 * FOOT_M**2  # international acre [nist-hb44]
SHORT_TON_KG = 2000 * POUND_KG  # [nist-hb44]
THOUSAND_SQUARE_FEET_M2 = 1000 * FOOT_M**2
POUND_PER_THOUSAND_G_M2 = POUND_KG * 1000 / THOUSAND_SQUARE_FEET_M2  # 4.8824
POUND_PER_ACRE_G_M2 = POUND_KG * 1000 / ACRE_M2
TON_ACRE_G_M2 = 2000 * POUND_PER_ACRE_G_M2  # a short ton on an acre

P_PER_P2O5 = 0.4364  # mass of P in P2O5 [aapfco]
K_PER_K2O = 0.8301  # mass of K in K2O [aapfco]
S_PER_SO3 = 0.4005  # European labels declare SO3 [iupac-masses]
N_PER_NO3 = 0.2259  # irrigation water is reported as nitrate [iupac-masses]
# Acid neutralised by pure materials, as a multiple of the same mass of CaCO3 [iupac-masses].
CARBONATE_EQUIVALENT: dict[str, float] = {
    "CaCO3": 1.0,
    "MgCO3": 1.187,
    "CaO": 1.785,
    "Ca(OH)2": 1.351,
    "MgO": 2.483,
    "Mg(OH)2": 1.716,
    "CaSiO3": 0.862,
    "MgSiO3": 0.997,
}
# Soil tests in lb/acre stand for a furrow slice of two million pounds [furrow-slice].
PPM_PER_POUND_PER_ACRE = 0.5

LENGTH_M: dict[str, float] = {
    "m": 1.0,
    "cm": 0.01,
    "mm": 0.001,
    "ft": FOOT_M,
    "in": INCH_M,
    "yd": YARD_M,
}
AREA_M2: dict[str, float] = {
    "m²": 1.0,
    "ha": 10_000.0,
    "ft²": FOOT_M**2,
    "yd²": YARD_M**2,
    "1000 ft²": THOUSAND_SQUARE_FEET_M2,
    "100 ft²": THOUSAND_SQUARE_FEET_M2 / 10,
    "acre": ACRE_M2,
    "100 m²": 100.0,
}
MASS_KG: dict[str, float] = {
    "kg": 1.0,
    "g": 0.001,
    "t": 1000.0,
    "lb": POUND_KG,
    "oz": OUNCE_KG,
    "short ton": SHORT_TON_KG,
}
VOLUME_L: dict[str, float] = {
    "L": 1.0,
    "mL": 0.001,
    "m³": 1000.0,
    "ft³": (FOOT_M * 10) ** 3,
    "yd³": (YARD_M * 10) ** 3,
    "US gal": US_GALLON_L,
    "imp gal": IMPERIAL_GALLON_L,
    "US qt": US_GALLON_L / 4,
    "US pt": US_GALLON_L / 8,
    "imp pt": IMPERIAL_GALLON_L / 8,
    "imp fl oz": IMPERIAL_GALLON_L / 160,
    "fl oz": US_FLUID_OUNCE_L,
}


def fahrenheit_to_celsius(value: float) -> Celsius:
    """°F → °C, exact: (F − 32) / 1.8 [nist-hb44]. Any finite value."""
    return Celsius((value - 32) / 1.8)


def mass_rate_g_m2(amount: float, mass_unit: str, area_unit: str) -> GramsPerSquareMetre:
    """A mass per area in the units named → g/m². Units: keys of MASS_KG and AREA_M2; KeyError if not."""
    return GramsPerSquareMetre(amount * MASS_KG[mass_unit] * 1000 / AREA_M2[area_unit])


def volume_rate_ml_m2(amount: float, volume_unit: str, area_unit: str) -> float:
    """A volume per area in the units named → mL/m². Units: keys of VOLUME_L and AREA_M2; KeyError if not."""
    return amount * VOLUME_L[volume_unit] * 1000 / AREA_M2[area_unit]


def water_volume_l(depth_mm: Millimetres, size_m2: SquareMetres) -> Litres:
    """Litres of water standing ``depth_mm`` deep on ``size_m2``: 1 mm on 1 m² is 1 L by definition."""
    return Litres(depth_mm * size_m2)


def unrounded(value: float) -> str:
    """A figure as a sentence carries it, four decimals at most: it is rounded once, by the page that shows it."""
    return f"{round(value, 4):.12g}"


def in_both(metres: float) -> str:
    """A length in a sentence for those who measure in metres and those who measure in feet."""
    return f"{metres:.2f} m ({metres / FOOT_M:.1f} ft)"


def litres_in_both(litres: float) -> str:
    """Water in a sentence for those who measure in litres and those who measure in US gallons, to two figures."""
    return f"{_two_figures(litres)} L ({_two_figures(litres / US_GALLON_L)} gal)"


def _two_figures(value: float) -> str:
    return f"{float(f'{value:.2g}'):g}"


def depth_in_both(mm: float) -> str:
    """A depth in a sentence for those who measure in millimetres and those who measure in inches."""
    return f"{mm:.0f} mm ({mm / 1000 / FOOT_M * 12:.1f} in)"
