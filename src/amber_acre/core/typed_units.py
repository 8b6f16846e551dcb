"""How units are spelled, and text with a number made plain before it is read."""

from __future__ import annotations

import re

SPELLINGS: dict[str, tuple[str, ...]] = {
    "m": ("m", "metre", "metres", "meter", "meters"),
    "cm": ("cm",),
    "mm": ("mm",),
    "ft": ("ft", "foot", "feet", "'", "′"),
    "in": ("in", "inch", "inches", '"', "″"),
    "yd": ("yd", "yds", "yard", "yards"),
    "pace": ("pace", "paces", "steps"),
    "m²": ("m²", "m2", "sq m", "sqm", "square metres", "square meters"),
    "ha": ("ha", "hectare", "hectares"),
    "ft²": ("ft²", "ft2", "sq ft", "sqft", "sf", "square feet"),
    "yd²": ("yd²", "yd2", "sq yd", "square yards"),
    "1000 ft²": (
        "1000",
        "1000 ft²",
        "1000 ft2",
        "1000ft²",
        "1000ft2",
        "1000 sq ft",
        "1000 sqft",
        "1000sqft",
        "1000 sf",
        "1000 square feet",
        "m ft²",
    ),
    "100 ft²": (
        "100",
        "100 ft²",
        "100 ft2",
        "100ft²",
        "100ft2",
        "100 sq ft",
        "100 sqft",
        "100sqft",
        "100 sf",
        "100 square feet",
    ),
    "100 m²": ("100 m²", "100 m2", "100m²", "100m2", "100 sq m", "100 sqm"),
    "acre": ("acre", "acres", "ac"),
    "kg": ("kg", "kilo", "kilos"),
    "g": ("g", "gram", "grams"),
    "t": ("t", "tonne", "tonnes", "metric ton", "metric tons"),
    "lb": ("lb", "lbs", "pound", "pounds", "#"),
    "oz": ("oz", "ounce", "ounces", "oz wt", "oz weight"),
    "short ton": ("ton", "tons", "short ton", "short tons"),
    "L": ("l", "litre", "litres", "liter", "liters"),
    "mL": ("ml",),
    "m³": ("m³", "m3", "cbm", "cu m", "cubic metres", "cubic metre"),
    "ft³": ("ft³", "ft3", "cu ft", "cubic feet"),
    "yd³": ("yd³", "yd3", "cu yd", "cubic yards", "cubic yard"),
    "US gal": ("gal", "us gal", "gallon", "gallons"),
    "imp gal": ("imp gal", "imperial gal", "imperial gallon", "imperial gallons", "uk gal"),
    "imp fl oz": ("imp fl oz", "imperial fl oz", "uk fl oz"),
    "US qt": ("qt", "quart", "quarts", "us qt"),
    "US pt": ("us pt", "us pint", "us pints"),
    "imp pt": ("imp pt", "imperial pint", "imperial pints", "uk pt"),
    "fl oz": ("fl oz", "floz", "fluid ounce", "fluid ounces"),
}
UNIT_OF = {spelling: unit for unit, spellings in SPELLINGS.items() for spelling in spellings}
_SIGNS = {"¼": "1/4", "½": "1/2", "¾": "3/4", "⅓": "1/3", "⅔": "2/3", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}
# A fraction as on a rule or a measuring cup, before a unit: 1/4 acre, 3 1/2 ft, 2-1/2"; never the slash of a rate.
_FRACTION = re.compile(r"(?<![\w.,/²³])(?:(\d+)[ -])?(\d{1,2})/(2|3|4|8|16)(?=\s*[a-z\"'″′#])")


def plainly(text: str) -> str:
    """Small letters, no dots after shortened words, fractions as decimals: ``3 1/2 Sq. Ft.`` → ``3.5 sq ft``."""
    plain = text.strip().lower()
    for sign, fraction in _SIGNS.items():
        plain = re.sub(rf"(?<=\d){sign}", f" {fraction}", plain).replace(sign, fraction)
    plain = re.sub(r"(?<=[a-z])\.", "", plain)
    return _FRACTION.sub(lambda found: f"{int(found[1] or 0) + int(found[2]) / int(found[3]):.10g}", plain)
