"""Reads the figures of a test as they are typed or stand in a file: each text with or without a unit of its own."""

from __future__ import annotations

import re
from collections.abc import Mapping

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, NotUnderstood, OutOfRange
from amber_acre.core.soil.evidence import TestUnit, check_possible, ppm_from_typed
from amber_acre.core.tables.soil_measures import MEASURES, Measured

_UNITS: dict[str, TestUnit] = {
    "ppm": "ppm",
    "mg/kg": "ppm",
    "lb/acre": "lb/acre",
    "lb/a": "lb/acre",
    "lb/ac": "lb/acre",
    "lbs/acre": "lb/acre",
    "lbs/a": "lb/acre",
    "lbs/ac": "lb/acre",
    "meq/100 g": "meq/100 g",
    "meq/100g": "meq/100 g",
    "meq": "meq/100 g",
    "cmol/kg": "meq/100 g",
}
SALT_UNITS = {"ds/m": 1.0, "mmho/cm": 1.0, "ms/cm": 1.0, "us/cm": 0.001, "µs/cm": 0.001}


def unit_of_heading(heading: str, key: Measured) -> str:
    """The unit that the heading of a column names for an element or for salts, as it is typed behind a figure; ''
    where it names none."""
    row = MEASURES[key]
    known = _UNITS if row.quantity == "element" else SALT_UNITS if key == "salts" else {}
    named = re.sub(r"\s+", " ", heading.lower())
    return next(
        (
            unit
            for unit in sorted(known, key=len, reverse=True)
            if re.search(rf"(?<![\w/]){re.escape(unit)}(?![\w/])", named)
        ),
        "",
    )


def with_unit_of_heading(text: str, heading: str, key: Measured, unit: TestUnit = "ppm") -> str:
    """A cell completed with the unit of its heading, where it is a bare figure; ``unit``: of the whole file.

    A heading in lb/acre does not say how deep: a file in lb/acre of 8 in keeps its own.
    """
    named = unit_of_heading(heading, key)
    deeper = unit == "lb/acre 8 in" and _UNITS.get(named) == "lb/acre"
    bare = re.fullmatch(r"\s*<?\s*[-+−]?[\d.,\s]*\d\s*", text)
    return f"{text.strip()} {named}" if named and bare and not deeper else text


def read_value(key: Measured, text: str, unit: TestUnit = "ppm") -> tuple[float, str]:
    """A figure in the unit kept, and its text completed with the unit it was read in.

    An element's own unit (``85 lb/acre``, ``2.1 meq``) goes before ``unit``; percentages may carry their sign. Refuses
    what is no figure (NotUnderstood) or no soil reads (OutOfRange), field: the measure.
    """
    row, plain = MEASURES[key], text.strip()
    below = "<" if plain.startswith("<") else ""
    if below:
        plain = plain[1:].strip()  # below the laboratory's limit of detection: the limit is the cautious figure
    try:
        if row.quantity == "percent":
            share = typed.percentage(plain, key).value
            check_possible(key, share)
            return share, f"{text.strip().removesuffix('%').strip()} %"
        found = re.fullmatch(r"([-+−]?[\d.,\s]*\d)\s*(.*)", plain)
        number = typed.number(found[1] if found else plain, key)
        suffix = (found[2] if found else "").strip().lower()
    except AmberError as error:
        error.field = key
        raise
    value, words = number, row.unit
    if row.quantity == "element":
        own = _UNITS.get(suffix, unit if not suffix else None)
        if own is None:
            raise NotUnderstood(
                f"“{suffix}” is not a unit of a soil test here. Use ppm, lb/acre or meq/100 g.", field=key, value=text
            )
        if own == "meq/100 g" and row.equivalent is None:
            raise NotUnderstood(
                f"{row.name} is not reported in meq/100 g. Type it in ppm or lb/acre.", field=key, value=text
            )
        value, words = ppm_from_typed(number, own, key), own
    elif key == "salts" and suffix:
        if suffix not in SALT_UNITS:
            raise NotUnderstood(f"“{suffix}” is not a unit of salts here. Use dS/m or mmho/cm.", field=key, value=text)
        value, words = number * SALT_UNITS[suffix], suffix
    elif suffix and suffix.replace(" ", "") not in (row.unit.replace(" ", ""), "meq/100g", "cmol/kg", "meq"):
        raise NotUnderstood(f"“{text.strip()}” is not a number. Type it like 12.5 or 1,250.", field=key, value=text)
    if key == "buffer_ph" and 40 <= value <= 80:
        raise OutOfRange(
            f"“{plain}” looks like a lime index, which is ten times the buffer pH. Type {value / 10:g}.",
            field=key,
            value=value,
            limits=(4, 8),
        )
    check_possible(key, value)
    return value, f"{below}{found[1].strip() if found else plain} {words}".strip()


def read_values(
    texts: Mapping[Measured, str], unit: TestUnit
) -> tuple[dict[Measured, float], dict[str, str], list[AmberError]]:
    """Every figure that was given, its kept text, and every refusal. Empty ones and dashes are left out."""
    values: dict[Measured, float] = {}
    kept: dict[str, str] = {}
    faults: list[AmberError] = []
    for key, text in texts.items():
        if not text.strip() or text.strip() in ("-", "–", "—", "n/a", "nd", "NA"):
            continue
        try:
            values[key], kept[key] = read_value(key, text, unit)
        except AmberError as error:
            faults.append(error)
    return values, kept, faults
