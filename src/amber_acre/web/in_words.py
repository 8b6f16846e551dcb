"""Sentences that are written already, in SI and unrounded, in the units of whoever reads them."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import TYPE_CHECKING

from amber_acre.core.quantities import FOOT_M, POUND_PER_THOUSAND_G_M2, US_FLUID_OUNCE_L
from amber_acre.web.figures import figure

if TYPE_CHECKING:
    from amber_acre.web.shown import Shown

_NUMBER = r"(\d[\d,]*(?:\.\d+)?)"
# A figure with its unit, or a span of them whose unit stands once: “0.1 to 5 g/m²”, “between 2 and 40 cm”.
_IN_WORDS = re.compile(
    rf"(?:{_NUMBER}( to |–)|(?<=between ){_NUMBER}( and ))?{_NUMBER} (g/m²|mL/m²|(?:m²|m³|mm|cm|m)(?![\w²³/]))"
)
_DEGREE = r"([-−]?\d+(?:\.\d+)?)"
_DEGREES = re.compile(rf"(?:{_DEGREE}( to | and |–))?{_DEGREE} °C")
_SAYS_LENGTHS = re.compile(r"\d (?:ft|in|yd)\b")
_SAYS_SIZES = re.compile(r"\d (?:ft²|sq ft|ft³|yd³)")
_SAYS_DEGREES = re.compile(r"\d °?F\b")
_IN_BOTH = re.compile(r"(\d[\d.,]* (?:mm|cm|m|L)) \((\d[\d.,]* (?:in|ft|gal))\)")  # “60 mm (2.4 in)”
_TYPED = re.compile(r"(“[^”]*”)")  # what was typed is quoted as it stands
_MM = {"mm": 1.0, "cm": 10.0, "m": 1000.0}
_RATES = {
    "g/m²": (POUND_PER_THOUSAND_G_M2, "lb/1000 ft²"),
    "mL/m²": (US_FLUID_OUNCE_L / FOOT_M**2, "fl oz/1000 ft²"),
}


def in_words(text: str, shown: Shown) -> str:
    """The sentence with its rates, lengths, areas, volumes and temperatures in ``shown``'s units, rates rounded.

    Lengths are left as they are where the sentence names feet or inches itself, areas and volumes where it names
    square or cubic ones, temperatures where it names °F; and so is what stands in “”. Of a length, or water,
    in both the reader's is kept.
    """
    left = (
        shown.units == "metric" or _SAYS_LENGTHS.search(text) is not None,
        shown.units == "metric" or _SAYS_SIZES.search(text) is not None,
    )
    degrees = shown.units == "us" and _SAYS_DEGREES.search(_TYPED.sub("", text)) is None

    def turned(part: str) -> str:
        one = _IN_BOTH.sub(r"\1" if shown.units == "metric" else r"\2", part)
        said = _IN_WORDS.sub(lambda found: _turned(found, shown, left), one)
        return _DEGREES.sub(lambda found: _warm(found, shown), said) if degrees else said

    return "".join(part if part.startswith("“") else turned(part) for part in _TYPED.split(text))


def _turned(found: re.Match[str], shown: Shown, left: tuple[bool, bool]) -> str:
    unit, joined = found[6], found[2] or found[4] or ""
    values = [float(text.replace(",", "")) for text in (found[1], found[3], found[5]) if text]
    if unit in _RATES:
        per, unit = _RATES[unit] if shown.units == "us" else (1.0, unit)
        return joined.join(figure(value / per) for value in values) + f" {unit}"
    if left[unit not in _MM]:
        return found[0]
    if unit in _MM:
        return joined.join(_long(value, unit) for value in values) + (" ft" if unit == "m" else " in")
    written: Callable[[float], str] = shown.area if unit == "m²" else lambda m3: shown.volume(m3 * 1000)
    return joined.join(written(value) for value in values)


def _long(value: float, unit: str) -> str:
    feet = value * _MM[unit] / (FOOT_M * 1000)
    return figure(feet) if unit == "m" else figure(feet * 12, 2)


def _warm(found: re.Match[str], shown: Shown) -> str:
    values = [float(text.replace("−", "-")) for text in (found[1], found[3]) if text]
    return (found[2] or "").join(shown.degrees(value).replace("-", "−") for value in values) + " °F"
