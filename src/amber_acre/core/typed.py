"""Reads what people type: ``38 ft 6 in``, ``11.7 m``, ``3,800 sq ft``, ``0.1 ha``, ``3 oz/1000``.

A number without a unit is read in the unit the form names beside the field ('': it is refused); nothing else
is assumed. The result keeps the text, so a page can show both and the conversion between them.
"""

from __future__ import annotations

import math
import re
from dataclasses import dataclass

from amber_acre.core.errors import MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.quantities import AREA_M2, LENGTH_M, MASS_KG, VOLUME_L
from amber_acre.core.typed_units import UNIT_OF, plainly

METRIC_AREAS = (AREA_M2["m²"], AREA_M2["ha"], AREA_M2["100 m²"])  # where a ton is hardly the short one
NUMBER_AT_MOST, TEXT_AT_MOST = 40, 120  # characters
_YARDS = re.compile(r"(?<![a-z] )\b(?:yds?|yards?)$", re.IGNORECASE)  # of mulch or loam: cubic ones
_NUMBER = r"[-+−]?(?:\d[\d,  ]*(?:\.\d+)?|\.\d+)"
# A number and its unit; the 2 or 3 of ``m2`` and ``ft3`` belongs to the unit, that of ``5 ft 2 in`` does not.
_PART = re.compile(rf"\s*({_NUMBER})\s*([^\d\s.,+\-−][^\d,+]*(?:²|(?<=[mdt])[23](?![\d.]|\s*(?:in|cm|mm|[\"'″′])))?)?")


@dataclass(frozen=True)
class Typed:
    """A value in the program's unit beside the text it came from: ``text`` = ``value`` ``unit``.

    A bare number's text is completed with the unit it was read in, so that it never means another.
    """

    text: str
    value: float
    unit: str


def number(text: str, field: str = "") -> float:
    """A plain number from ``text``: ``1,250.5``, ``1 250``, ``.5``, ``11,7`` (decimal comma).

    A comma followed by exactly three digits separates thousands; one comma followed by any other
    count of digits is a decimal comma. Refuses anything else, NaN and infinities (NotUnderstood).
    """
    plain = text.strip().replace("−", "-").replace(" ", " ")
    if len(plain) > NUMBER_AT_MOST:
        raise NotUnderstood(f"“{plain[:20]}…” is too long for a number.", field=field)
    grouped = re.fullmatch(r"[-+]?\d{1,3}([, ]\d{3})+(\.\d+)?", plain)
    decimal_comma = re.fullmatch(r"[-+]?\d*,\d+", plain)
    if grouped:
        plain = plain.replace(",", "").replace(" ", "")
    elif decimal_comma:
        plain = plain.replace(",", ".")
    if not re.fullmatch(r"[-+]?(\d+(\.\d*)?|\.\d+)", plain):
        raise NotUnderstood(f"“{text}” is not a number. Type it like 12.5 or 1,250.", field=field, value=text)
    value = float(plain)
    return value


def length(text: str, bare_unit: str = "m", field: str = "length", pace_m: float | None = None) -> Typed:
    """A length in metres from ``38 ft 6 in``, ``11.7 m``, ``120 cm``, ``43 paces`` or a bare number in ``bare_unit``.

    Above 0 and at most 5,000 m; refuses text it cannot read (NotUnderstood) and other values
    (OutOfRange). ``pace_m``: metres of one pace of whoever walked; without it paces are refused.
    """
    typed = distance(text, bare_unit, field, pace_m)
    _above_zero(typed.value, text, field, "A length")
    return typed


def thickness_cm(text: str, bare_unit: str = "cm", field: str = "thickness") -> float:
    """A thickness of wood or a girth in cm from ``2 in``, ``15 cm`` or a bare number in ``bare_unit``; above 0."""
    return length(text, bare_unit, field).value * 100


def millilitres(text: str, bare_unit: str = "mL", field: str = "dose") -> float:
    """A small volume in mL from ``6 mL``, ``0.2 fl oz`` or a bare number in ``bare_unit``; above 0."""
    return volume(text, bare_unit, field).value * 1000


def distance(text: str, bare_unit: str = "m", field: str = "distance", pace_m: float | None = None) -> Typed:
    """As :func:`length`, and 0 and below too: an offset or a coordinate, from −5,000 to 5,000 m."""
    units = LENGTH_M if pace_m is None else {**LENGTH_M, "pace": pace_m}
    sign = -1 if text.strip()[:1] in ("-", "−") else 1
    value = sign * _sum_of_parts(text.strip().lstrip("-−"), units, bare_unit, field, "a length", "11.7 m or 38 ft 6 in")
    if abs(value) > 5000:
        raise OutOfRange(
            f"“{text}” is {value:,.0f} m: longer than a side of an area can be. Check the unit.",
            field=field,
            value=value,
            limits=(-5000, 5000),
        )
    return Typed(_spelled(text, bare_unit), value, "m")


def area(text: str, bare_unit: str = "m²", field: str = "size") -> Typed:
    """An area in m² from ``3,800 sq ft``, ``0.1 ha`` or a bare number in ``bare_unit``; above 0."""
    value = _sum_of_parts(text, AREA_M2, bare_unit, field, "an area", "420 m² or 3,800 sq ft")
    _above_zero(value, text, field, "An area")
    return Typed(_spelled(text, bare_unit), value, "m²")


def mass(text: str, bare_unit: str = "kg", field: str = "amount") -> Typed:
    """A mass in kg from ``26 lb``, ``12 kg`` or a bare number in ``bare_unit``; above 0."""
    value = _sum_of_parts(text, MASS_KG, bare_unit, field, "a weight", "12 kg or 26 lb")
    _above_zero(value, text, field, "A weight")
    return Typed(_spelled(text, bare_unit), value, "kg")


def volume(text: str, bare_unit: str = "L", field: str = "amount") -> Typed:
    """A volume in litres from ``4 L``, ``500 mL``, ``6 fl oz``; above 0. ``oz`` alone is refused."""
    plain = _YARDS.sub("yd³", text)
    value = _sum_of_parts(plain, VOLUME_L, bare_unit, field, "a volume", "4 L or 14 fl oz")
    _above_zero(value, text, field, "A volume")
    return Typed(_spelled(text, bare_unit), value, "L")


def mass_rate(text: str, field: str = "rate") -> Typed:
    """A mass per area in g/m² from ``4 lb/1000``, ``25 g/m²``, ``160 kg/ha``; a unit is required.

    0 or more; refuses a rate without a unit, because per acre and per 1000 ft² differ 43.56-fold.
    """
    amount, of_area = _split_rate(text, field, "4 lb/1000 ft² or 20 g/m²")
    if of_area in METRIC_AREAS and re.search(r"(?<!short )\btons?\b", amount):
        raise NotUnderstood(f"“{text}”: which ton? Type t, or short tons (2,000 lb).", field=field, value=text)
    top = _sum_of_parts(amount, MASS_KG, None, field, "a weight per area", "4 lb/1000 ft² or 20 g/m²")
    return Typed(text, _not_negative(top, text, field) * 1000 / of_area, "g/m²")


def volume_rate(text: str, field: str = "rate") -> Typed:
    """A volume per area in mL/m² from ``6 fl oz/1000``, ``2 mL/m²``, ``20 L/ha``; a unit is required.

    0 or more. A bare ``oz`` is refused: it is a weight, and for a liquid the label means fl oz.
    """
    amount, of_area = _split_rate(text, field, "6 fl oz/1000 ft² or 2 mL/m²")
    top = _sum_of_parts(amount, VOLUME_L, None, field, "a volume per area", "6 fl oz/1000 ft² or 2 mL/m²")
    return Typed(text, _not_negative(top, text, field) * 1000 / of_area, "mL/m²")


def percentage(text: str, field: str = "share") -> Typed:
    """A fraction from ``12``, ``12 %`` or ``12.5%``; from 0 to 100 %."""
    value = number(text.strip().removesuffix("%"), field)
    if not 0 <= value <= 100:
        raise OutOfRange(
            f"“{text}” is outside 0–100 %. Type the percentage as it stands on the label.",
            field=field,
            value=value,
            limits=(0, 100),
        )
    return Typed(text, value / 100, "")


def temperature(text: str, bare_unit: str = "°C", field: str = "temperature") -> Typed:
    """A temperature in °C from ``14.5``, ``58 F`` or ``14 °C``; between −60 and 60 °C."""
    plain = text.strip()
    found = re.fullmatch(r"(.*?)\s*°?\s*([CcFf])", plain)
    unit = f"°{found[2].upper()}" if found else bare_unit
    value = number(found[1] if found else plain, field)
    if unit == "°F":
        value = (value - 32) / 1.8
    if not -60 <= value <= 60:
        raise OutOfRange(
            f"“{text}” is {value:.0f} °C: outside −60 to 60 °C. Check the unit.",
            field=field,
            value=value,
            limits=(-60, 60),
        )
    return Typed(text, value, "°C")


def angle(text: str, field: str = "angle") -> Typed:
    """An angle in degrees from ``126.5``, ``126 55 17`` (degrees, minutes, seconds) or ``N 45 E``; −360 to 360."""
    plain = text.strip().replace("−", "-").replace("°", " ").replace("′", " ").replace("'", " ").replace("″", " ")
    plain = plain.replace('"', " ").upper().strip()
    quadrant = re.fullmatch(r"([NS])\s*(.*?)\s*([EW])", plain)
    parts = (quadrant[2] if quadrant else plain).split()
    if not 1 <= len(parts) <= 3:
        raise NotUnderstood(
            f"“{text}” is not an angle. Type it like 126.5, 126 55 17 or N 45 E.", field=field, value=text
        )
    values = [number(part, field) for part in parts]
    if any(not 0 <= minor < 60 for minor in values[1:]):
        raise OutOfRange(
            f"“{text}”: minutes and seconds lie from 0 to under 60.", field=field, value=text, limits=(0, 60)
        )
    size = abs(values[0]) + sum(minor / 60**n for n, minor in enumerate(values[1:], start=1))
    value = -size if parts[0].startswith("-") else size
    if quadrant:
        if not 0 <= value <= 90:
            raise OutOfRange(
                f"“{text}”: a quadrant bearing lies from 0 to 90°.", field=field, value=value, limits=(0, 90)
            )
        value = {"NE": value, "SE": 180 - value, "SW": 180 + value, "NW": 360 - value}[quadrant[1] + quadrant[3]]
    if not -360 <= value <= 360:
        raise OutOfRange(f"“{text}” is beyond a full turn.", field=field, value=value, limits=(-360, 360))
    return Typed(text, value, "°")


def slope(text: str, field: str = "slope") -> Typed:
    """A slope as rise over run from ``1:3``, ``18 %`` or ``10°``; 0 to 2 (63°). A bare number is refused."""
    plain = text.strip().lower().replace("degrees", "°").replace("deg", "°")
    if ":" in plain:
        rise, _, run = plain.partition(":")
        below = number(run, field)
        value = number(rise, field) / below if below > 0 else -1.0
    elif plain.endswith("%"):
        value = number(plain.removesuffix("%"), field) / 100
    elif plain.endswith("°"):
        value = math.tan(math.radians(number(plain.removesuffix("°"), field)))
    else:
        raise NotUnderstood(f"“{text}” has no unit of slope. Type it like 1:3, 18 % or 10°.", field=field, value=text)
    if not 0 <= value <= 2:
        raise OutOfRange(
            f"“{text}” is a slope of {value:.2f}: outside 0 to 2 (63°), steeper than anyone feeds. Check it.",
            field=field,
            value=value,
            limits=(0, 2),
        )
    return Typed(text, value, "")


WIND_M_S = {"m/s": 1.0, "km/h": 1 / 3.6, "mph": 0.44704, "kn": 1852 / 3600}  # exact


def wind(text: str, bare_unit: str = "m/s", field: str = "wind") -> Typed:
    """A mean wind in m/s from ``3``, ``12 km/h``, ``7 mph`` or ``6 kn``; 0 to 60 m/s."""
    plain = text.strip().lower()
    unit = next((unit for unit in WIND_M_S if plain.endswith(unit)), "")
    value = number(plain.removesuffix(unit).strip(), field) * WIND_M_S[unit or bare_unit]
    if not 0 <= value <= 60:
        raise OutOfRange(
            f"“{text}” is {value:.0f} m/s: outside 0–60 m/s. Check the unit.", field=field, value=value, limits=(0, 60)
        )
    return Typed(text, value, "m/s")


def hour(text: str, field: str = "hour") -> int:
    """An hour of the day, 0–23, from ``13``, ``13:00`` or ``1 pm``."""
    found = re.fullmatch(r"(\d{1,2})(?::\d{2})?\s*(am|pm)?", text.strip().lower())
    if found is None:
        raise NotUnderstood(f"“{text}” is no hour. Type 13, 13:00 or 1 pm.", field=field, value=text)
    value = int(found[1]) % 12 + (12 if found[2] == "pm" else 0) if found[2] else int(found[1])
    if not 0 <= value <= 23 or (found[2] and not 1 <= int(found[1]) <= 12):
        raise OutOfRange(f"“{text}” is no hour of the day. Type 0 to 23.", field=field, limits=(0, 23))
    return value


def rainfall(text: str, bare_unit: str = "mm", field: str = "rain") -> Typed:
    """Rain of a month in mm from ``62``, ``62 mm`` or ``2.4 in``; 0 to 3,000 mm."""
    value = _sum_of_parts(text, LENGTH_M, bare_unit, field, "a rainfall", "62 mm or 2.4 in") * 1000
    if not 0 <= value <= 3000:
        raise OutOfRange(
            f"“{text}” is {value:,.0f} mm in a month: outside 0–3,000 mm. Check the unit.",
            field=field,
            value=value,
            limits=(0, 3000),
        )
    return Typed(text, value, "mm")


def charge_in_water(text: str, equivalent_mg: float, field: str = "ion") -> Typed:
    """meq/L of an ion from ``5.1``, ``5.1 meq/L``, ``117 mg/L`` or ``117 ppm``; 0 to 600. ``equivalent_mg``: mass of
    1 meq."""
    found = re.fullmatch(rf"({_NUMBER})\s*(meq/l|mmolc/l|mg/l|ppm)?", text.strip().lower())
    if found is None:
        raise NotUnderstood(
            f"“{text}” cannot be read as what water holds. Type it like 5.1 meq/L or 117 mg/L.", field=field, value=text
        )
    value = number(found[1], field) / (equivalent_mg if found[2] in ("mg/l", "ppm") else 1.0)
    if not 0 <= value <= 600:
        raise OutOfRange(
            f"“{text}” is {value:,.4g} meq/L: outside 0–600, where sea water lies. Check the unit.",
            field=field,
            value=value,
            limits=(0, 600),
        )
    return Typed(text, value, "meq/L")


def _spelled(text: str, bare_unit: str) -> str:
    plain = " ".join(text.split())
    return f"{plain} {bare_unit}" if re.fullmatch(_NUMBER, plain) else plain


def _sum_of_parts(text: str, table: dict[str, float], bare_unit: str | None, field: str, kind: str, like: str) -> float:
    plain = plainly(text[: TEXT_AT_MOST + 1])
    if len(text) > TEXT_AT_MOST:
        raise NotUnderstood(f"“{plain[:20]}…” is too long for {kind}. Type it like {like}.", field=field)
    total, position = 0.0, 0
    units_seen: list[str] = []
    while position < len(plain):
        part = _PART.match(plain, position)
        if part is None:
            raise NotUnderstood(f"“{text}” cannot be read as {kind}. Type it like {like}.", field=field, value=text)
        word = (part[2] or "").strip().rstrip(".").strip()
        unit = UNIT_OF.get(word) if word else bare_unit or None
        if unit is None and not word:
            raise NotUnderstood(f"“{text}” has no unit. Type it like {like}.", field=field, value=text)
        if unit not in table:
            hint = " An oz is a weight; for a liquid type fl oz." if unit == "oz" else ""
            raise NotUnderstood(
                f"“{word}” is not a unit of {kind.split(' ', 1)[1]} here.{hint} Type it like {like}.",
                field=field,
                value=text,
            )
        if units_seen and (not word or table[unit] >= table[units_seen[-1]] or part[1][0] in "-−+"):
            raise NotUnderstood(f"“{text}” cannot be read as {kind}. Type it like {like}.", field=field, value=text)
        units_seen.append(unit)
        total += number(part[1], field) * table[unit]
        position = part.end()
    if not units_seen:
        raise NotUnderstood(f"Type {kind}, like {like}.", field=field, value=text)
    return total


def _split_rate(text: str, field: str, like: str) -> tuple[str, float]:
    amount, slash, per = plainly(text[: TEXT_AT_MOST + 1]).replace(" per ", "/").partition("/")
    per = per.replace(",", "")
    if not amount:
        raise MissingInput(f"Type a rate, like {like}.", field=field)
    if not slash:
        raise NotUnderstood(f"“{text}” does not say per what area. Type it like {like}.", field=field, value=text)
    unit = UNIT_OF.get(per.strip().rstrip("."))
    if unit not in AREA_M2:
        raise NotUnderstood(
            f"“per {per.strip()}” is not an area unit here. Type it like {like}.",
            field=field,
            value=text,
        )
    return amount, AREA_M2[unit]


def _above_zero(value: float, text: str, field: str, kind: str) -> None:
    if value <= 0:
        raise OutOfRange(
            f"{kind} must be above zero; “{text}” is not. Type what was measured.",
            field=field,
            value=value,
            limits=(0, None),
        )


def _not_negative(value: float, text: str, field: str) -> float:
    if value < 0:
        raise OutOfRange(
            f"A rate cannot be negative; “{text}” is. Type it as on the label.",
            field=field,
            value=value,
            limits=(0, None),
        )
    return value
