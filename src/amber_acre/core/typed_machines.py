"""Reads what a sprayer, spreader or sprinkler says: speed, flow, pressure, seconds, dilution, lists of figures."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping

from amber_acre.core import typed
from amber_acre.core.errors import NotUnderstood, OutOfRange
from amber_acre.core.quantities import IMPERIAL_GALLON_L, US_FLUID_OUNCE_L, US_GALLON_L
from amber_acre.core.typed import Typed

PSI_BAR = 0.0689475729  # pound-force on a square inch [nist-hb44]
SPEED_M_S = {
    "m/s": 1.0,
    "km/h": 1 / 3.6,
    "kph": 1 / 3.6,
    "mph": 0.44704,
    "ft/s": 0.3048,
    "m/min": 1 / 60,
    "ft/min": 0.00508,
}
FLOW_L_MIN = {
    "l/min": 1.0,
    "ml/min": 0.001,
    "l/h": 1 / 60,
    "gal/min": US_GALLON_L,
    "gpm": US_GALLON_L,
    "us gal/min": US_GALLON_L,
    "imp gal/min": IMPERIAL_GALLON_L,
    "fl oz/min": US_FLUID_OUNCE_L,
    "gal/h": US_GALLON_L / 60,
}
PRESSURE_BAR = {"bar": 1.0, "psi": PSI_BAR, "kpa": 0.01, "mpa": 10.0}
CONCENTRATION_MG_L = {"mg/l": 1.0, "ppm": 1.0, "g/l": 1000.0, "%": 10_000.0}


def _with_unit(
    text: str, table: Mapping[str, float], bare: str | None, field: str, what: str, like: str, unit: str
) -> Typed:
    plain = " ".join(text.strip().lower().split())
    found = re.fullmatch(r"([-+]?[\d.,]+)\s*(.*)", plain)
    name = (found[2] if found else "") or bare or ""
    if found is None or name not in table:
        raise NotUnderstood(f"“{text}” cannot be read as {what}. Type it like {like}.", field=field, value=text)
    value = typed.number(found[1], field) * table[name]
    if value <= 0:
        raise OutOfRange(f"“{text}” is not above zero.", field=field, value=value, limits=(0, None))
    return Typed(text.strip() if found[2] else f"{text.strip()} {bare}", value, unit)


def speed(text: str, bare: str | None = "km/h", field: str = "speed") -> Typed:
    """m/s from ``5 km/h``, ``3 mph``, ``30 m in 25 s``; above 0."""
    ran = re.fullmatch(r"(.+?)\s+in\s+(.+)", text.strip().lower())
    if ran:
        return Typed(text.strip(), typed.length(ran[1], field=field).value / seconds(ran[2], field=field).value, "m/s")
    return _with_unit(text, SPEED_M_S, bare, field, "a speed", "5 km/h, 3 mph or 30 m in 25 s", "m/s")


def flow(text: str, bare: str | None = "l/min", field: str = "flow") -> Typed:
    """L/min from ``1.2 L/min``, ``0.4 gal/min``, ``30 fl oz/min``; above 0."""
    return _with_unit(text, FLOW_L_MIN, bare, field, "a flow", "1.2 L/min or 0.4 gal/min", "L/min")


def pressure(text: str, bare: str | None = None, field: str = "pressure") -> Typed:
    """Bar from ``2 bar``, ``30 psi``, ``200 kPa``; above 0, a unit is needed."""
    return _with_unit(text, PRESSURE_BAR, bare, field, "a pressure", "2 bar or 30 psi", "bar")


def concentration(text: str, bare: str | None = "mg/l", field: str = "strength") -> Typed:
    """mg/L from ``150``, ``150 ppm``, ``0.15 g/L``; above 0."""
    return _with_unit(text, CONCENTRATION_MG_L, bare, field, "a strength", "150 mg/L or 150 ppm", "mg/L")


def seconds(text: str, bare: str | None = "s", field: str = "seconds") -> Typed:
    """Seconds from ``20``, ``20 s``, ``1 min 20 s``, ``1:20``; above 0."""
    plain = text.strip().lower()
    clock = re.fullmatch(r"(\d+):(\d{2})", plain)
    if clock:
        plain = f"{clock[1]} min {clock[2]} s"
    found = re.fullmatch(r"([\d.,]+)\s*(?:min(?:utes?)?|m)(?:\s*([\d.,]+)\s*(?:s|sec|seconds?))?", plain)
    if found:
        value = typed.number(found[1], field) * 60 + (typed.number(found[2], field) if found[2] else 0.0)
        if value <= 0:
            raise OutOfRange(f"“{text}” is not above zero.", field=field, value=value, limits=(0, None))
        return Typed(text.strip(), value, "s")
    table = {"s": 1.0, "sec": 1.0, "second": 1.0, "seconds": 1.0, "h": 3600.0}
    return _with_unit(text, table, bare, field, "a time", "20 s or 1 min 20 s", "s")


def dilution(text: str, field: str = "injector") -> float:
    """n of an injector or of a mix from ``1:100`` or ``100``; at least 1."""
    plain = text.strip()
    head, colon, tail = plain.partition(":")
    value = typed.number(tail if colon else head, field)
    if colon and typed.number(head, field) != 1:
        raise NotUnderstood(f"“{text}” is no dilution. Type it like 1:100.", field=field, value=text)
    if value < 1:
        raise OutOfRange("A dilution is at least 1:1.", field=field, value=value, limits=(1, None))
    return value


def many(text: str, read: Callable[[str], float], field: str) -> list[float]:
    """A list of figures apart by semicolons, lines or a comma with a space; at most 200."""
    parts = [part for part in re.split(r"[;\n]|,\s+|,$", text.strip()) if part.strip()]
    if not parts or len(parts) > 200:
        raise NotUnderstood("Type figures apart by semicolons, up to 200.", field=field, value=text)
    return [read(part.strip()) for part in parts]


def often(text: str, field: str = "often") -> tuple[float, str]:
    """Times in a year, and how it was said, from ``monthly``, ``every 4 weeks``, ``every 21 days``, ``6 times``."""
    plain = " ".join(text.strip().lower().split())
    named = {"weekly": 52.0, "fortnightly": 26.0, "monthly": 12.0, "quarterly": 4.0, "yearly": 1.0, "once": 1.0}
    if plain in named:
        return named[plain], plain
    found = re.fullmatch(r"(?:every )?([\d.,]+) ?(days?|weeks?|months?)", plain)
    if found:
        days = {"d": 1.0, "w": 7.0, "m": 365.25 / 12}[found[2][0]]
        value = typed.number(found[1], field)
        if value <= 0:
            raise OutOfRange(f"“{text}” is not above zero.", field=field, value=value, limits=(0, None))
        return 365.25 / (value * days), plain
    found = re.fullmatch(r"([\d.,]+) ?(?:times|x)?(?: a year)?", plain)
    if found:
        return typed.number(found[1], field), f"{found[1]} times a year"
    raise NotUnderstood(
        f"“{text}” does not say how often. Type monthly, every 4 weeks, every 21 days or 6 times.",
        field=field,
        value=text,
    )


def per_trunk(text: str, field: str = "dose", bare: str = "") -> tuple[float | None, float | None]:
    """A dose for the thickness of a trunk, mL/cm or g/cm, from ``2 fl oz/in``, ``5 mL/cm``, ``40 g per inch``.

    ``bare``: the unit of a figure alone, such as mL/in; '' refuses it.
    """
    whole = f"{text.strip()} {bare}" if bare and re.fullmatch(r"[-+]?[\d.,]+", text.strip()) else text
    amount, slash, per = whole.strip().lower().replace(" per ", "/").partition("/")
    unit = per.strip()
    if not slash or unit not in ("cm", "in", "inch", "inches", "mm", '"', "″"):
        raise NotUnderstood(
            f"“{text}” does not say for what thickness. Type it like 5 mL/cm or 2 fl oz/in.", field=field, value=text
        )
    across = typed.length(f"1 {unit}", field=field).value * 100
    try:
        return typed.volume(amount, "", field).value * 1000 / across, None
    except NotUnderstood:
        return None, typed.mass(amount, "", field).value * 1000 / across
