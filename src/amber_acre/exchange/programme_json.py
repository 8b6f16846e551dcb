"""A programme as JSON (RFC 8259), described by a JSON Schema of the 2020-12 draft that ships beside it."""

from __future__ import annotations

import json
from collections.abc import Iterable
from dataclasses import fields
from typing import Any

from amber_acre.exchange.job_lines import JobLine

VERSION = 1
_DAY = {"type": "string", "format": "date"}
_NUMBER = {"type": "number", "minimum": 0}
_TYPES: dict[str, dict[str, Any]] = {
    "str": {"type": "string"},
    "int": {"type": "integer", "minimum": 0},
    "float": _NUMBER,
    "date": _DAY,
    "date | None": {"anyOf": [_DAY, {"type": "null"}]},
    "tuple[str, ...]": {"type": "array", "items": {"type": "string"}},
}
_ABOUT = {
    "uid": "stays the same for the life of the job",
    "sequence": "grows with each change of the job",
    "rate_g_m2": "product, grams for each square metre",
    "amount_kg": "product for the whole area",
    "nitrogen_g_m2": "element",
    "phosphorus_g_m2": "element, not the oxide",
    "potassium_g_m2": "element, not the oxide",
    "amount_words": "amount and rate in the units of the property",
    "cost": "of the product used up, in the firm's currency",
    "shows_from": "first day on which the result may be seen, or a soil test tells; null where nothing shows",
}


def schema() -> dict[str, Any]:
    """The JSON Schema of what :func:`write_json` writes."""
    job = {
        field.name: _TYPES[str(field.type)] | ({"description": _ABOUT[field.name]} if field.name in _ABOUT else {})
        for field in fields(JobLine)
    }
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "A programme of jobs",
        "type": "object",
        "required": ["version", "made_on", "property", "jobs"],
        "properties": {
            "version": {"const": VERSION},
            "made_on": _DAY,
            "property": {"type": "string"},
            "jobs": {
                "type": "array",
                "items": {
                    "type": "object",
                    "required": sorted(job),
                    "properties": job,
                    "additionalProperties": False,
                },
            },
        },
        "additionalProperties": False,
    }


def write_json(property_name: str, made_on: str, lines: Iterable[JobLine]) -> str:
    """JSON text of a property's jobs in the order given."""
    jobs = [line.flat() for line in lines]
    return json.dumps(
        {"version": VERSION, "made_on": made_on, "property": property_name, "jobs": jobs},
        ensure_ascii=False,
        indent=1,
    )
