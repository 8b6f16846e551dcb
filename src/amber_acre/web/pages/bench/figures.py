"""Figures of the bench in both systems, and as the interface for programs gives them."""

from __future__ import annotations

from collections.abc import Callable

from amber_acre.core.bench.answer import Told
from amber_acre.core.quantities import (
    ACRE_M2,
    INCH_M,
    OUNCE_KG,
    THOUSAND_SQUARE_FEET_M2,
    US_FLUID_OUNCE_L,
    US_GALLON_L,
)
from amber_acre.core.typed_machines import PSI_BAR
from amber_acre.web.figures import figure, plain_figure
from amber_acre.web.shown import Shown

SMALL_L = 0.5  # below: millilitres


def both(told: Told, currency: str) -> tuple[str, str]:
    """A figure as those who measure in metres read it, and those who measure in feet."""
    metric, us = Shown("metric", currency), Shown("us", currency)
    return _shown(told.value, told.unit, metric), _shown(told.value, told.unit, us)


def _shown(value: float, unit: str, shown: Shown) -> str:
    us = shown.units == "us"
    if unit in _SAME:
        return _SAME[unit](value, shown)
    if unit in ("kg", "g"):
        return shown.mass(value if unit == "kg" else value / 1000)
    if unit == "L":
        if us:
            small = value < US_GALLON_L / 4
            return f"{figure(value / US_FLUID_OUNCE_L)} fl oz" if small else f"{figure(value / US_GALLON_L)} gal"
        return f"{figure(value)} L" if value >= SMALL_L else f"{figure(value * 1000)} mL"
    metric_words, us_words, factor = _PAIRS[unit]
    return f"{figure(value * factor)} {us_words}" if us else f"{figure(value * _METRIC.get(unit, 1.0))} {metric_words}"


_METRIC = {"L/m²": 100.0, "m/s": 3.6}  # litres on 100 m², km/h
_PAIRS: dict[str, tuple[str, str, float]] = {
    "mL/m²": ("mL/m²", "fl oz/1000 ft²", THOUSAND_SQUARE_FEET_M2 / (US_FLUID_OUNCE_L * 1000)),
    "L/m²": ("L/100 m²", "gal/1000 ft²", THOUSAND_SQUARE_FEET_M2 / US_GALLON_L),
    "g/L": ("g/L", "oz wt/gal", US_GALLON_L / 1000 / OUNCE_KG),
    "m/s": ("km/h", "mph", 1 / 0.44704),
    "L/min": ("L/min", "gal/min", 1 / US_GALLON_L),
    "bar": ("bar", "psi", 1 / PSI_BAR),
    "mm/h": ("mm/h", "in/h", 0.001 / INCH_M),
    "mL/cm": ("mL/cm", "fl oz/in", INCH_M * 100 / (US_FLUID_OUNCE_L * 1000)),
}
_SAME: dict[str, Callable[[float, Shown], str]] = {
    "": lambda value, _shown: plain_figure(value),
    "plants": lambda value, _shown: f"{value:,.0f} plants",
    "mg/L": lambda value, _shown: f"{figure(value)} mg/L (ppm)",
    "mL": lambda value, shown: (
        f"{figure(value)} mL ({figure(value / (US_FLUID_OUNCE_L * 1000))} fl oz)"
        if shown.units == "us"
        else f"{figure(value)} mL"
    ),
    "oz": lambda value, _shown: f"{figure(value)} oz wt",
    "min": lambda value, _shown: f"{figure(value)} min",
    "%/100": lambda value, shown: shown.percent(round(value, 4)),
    "money": lambda value, shown: shown.money(value),
    "m²": lambda value, shown: shown.area(value),
    "m": lambda value, shown: shown.length(value),
    "mm": lambda value, shown: shown.depth(value),
    "g/m²": lambda value, shown: shown.rate(None, value),
    "m³": lambda value, shown: shown.volume(value * 1000),
    "money/kg": lambda value, shown: shown.price_of_mass(value),
    "money/100 m²": lambda value, shown: (
        f"{shown.money(value * THOUSAND_SQUARE_FEET_M2 / 100)} per 1000 ft²"
        if shown.units == "us"
        else f"{shown.money(value)} per 100 m²"
    ),
}


def per_acre(told: Told) -> str:
    """What goes down of a mix, per hectare and acre, as nozzles are rated."""
    if told.unit != "L/m²":
        return ""
    return f"{figure(told.value * 10_000)} L/ha, {figure(told.value * ACRE_M2 / US_GALLON_L)} gal/acre"
