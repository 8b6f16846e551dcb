"""Facts of an area as they are typed and read: each by its quantity, unknown ones left out."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.measure.area_kinds import Fact, facts_of
from amber_acre.core.measure.entry import METRIC, Reading
from amber_acre.core.measure.listed_plants import Listed, read_plants

Value = float | str | tuple[float, ...] | tuple[Listed, ...]


@dataclass(frozen=True)
class ReadFact:
    """A fact's value in the program's units and its text, completed with the unit it was read in."""

    value: Value
    text: str


def read_facts(
    kind: str, texts: Mapping[str, str], reading: Reading = METRIC
) -> tuple[dict[str, ReadFact], list[AmberError]]:
    """Every fact that was given, and every refusal (field: the fact's key). Unknown ones are left out."""
    read, faults = {}, []
    for fact in facts_of(kind):
        text = texts.get(fact.key, "").strip()
        try:
            if text:
                read[fact.key] = read_fact(fact, text, reading)
            elif fact.needed:
                usual = f" ({fact.hint})" if fact.hint else ""
                raise MissingInput(f"{fact.label}: this is needed{usual}.", field=fact.key)
        except AmberError as error:
            error.field = fact.key
            faults.append(error)
    return read, faults


def read_fact(fact: Fact, text: str, reading: Reading = METRIC) -> ReadFact:
    """One fact from its text; NotUnderstood and OutOfRange as its quantity refuses."""
    match fact.quantity:
        case "text":
            return ReadFact(text, text)
        case "choice":
            if text not in {key for key, _ in fact.choices}:
                raise NotUnderstood("Choose one of the options.", field=fact.key, value=text)
            return ReadFact(text, text)
        case "length":
            zero = fact.zero and re.fullmatch(r"0+(\.0+)?\s*\D*", text) is not None
            read = (typed.distance if zero else typed.length)(text, reading.bare_length, fact.key, reading.pace_m)
            return ReadFact(read.value, read.text)
        case "lengths":
            stems = [
                typed.length(part, reading.bare_length, fact.key) for part in re.split(r"[;\n]", text) if part.strip()
            ]
            return ReadFact(tuple(stem.value for stem in stems), "; ".join(stem.text for stem in stems))
        case "area":
            size = typed.area(text, reading.bare_area, fact.key)
            return ReadFact(size.value, size.text)
        case "volume":
            volume = typed.volume(text, "L", fact.key)
            return ReadFact(volume.value, volume.text)
        case "slope":
            return ReadFact(typed.slope(text, fact.key).value, text)
        case "day":
            return ReadFact(_day(text, fact.key), text)
        case "year_days":
            return ReadFact(read_year_days(text, fact.key), text)
        case "plants":
            return ReadFact(read_plants(text, fact.key), text)
        case "number" | "count" | "year":
            return ReadFact(_number(fact, text), text)


def _day(text: str, field: str) -> str:
    try:
        return date.fromisoformat(text).isoformat()
    except ValueError:
        raise NotUnderstood(
            f"“{text}” is no day. Type year, month and day, like 2026-09-12.", field=field, value=text
        ) from None


_MONTHS = ("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec")
_LONGEST = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)  # 29 February is no day of every year


def read_year_days(text: str, field: str = "") -> str:
    """Days of any year as ``05-20;07-09`` from ``20 May; 9 July`` or ``05-20``; NotUnderstood names the part."""
    found = []
    for part in filter(None, (one.strip() for one in re.split(r"[;,\n]", text))):
        named = re.fullmatch(r"(\d{1,2})\.?\s*([A-Za-z]{3,9})", part) or re.fullmatch(
            r"([A-Za-z]{3,9})\s*(\d{1,2})", part
        )
        numbers = re.fullmatch(r"(\d{1,2})-(\d{1,2})", part)
        month, day = 0, 0
        if numbers is not None:
            month, day = int(numbers[1]), int(numbers[2])
        elif named is not None:
            word = next(one for one in named.groups() if one.isalpha())
            day = int(next(one for one in named.groups() if not one.isalpha()))
            month = _MONTHS.index(word[:3].lower()) + 1 if word[:3].lower() in _MONTHS else 0
        if not 1 <= month <= 12 or not 1 <= day <= _LONGEST[month - 1]:
            raise NotUnderstood(
                f"“{part}” is no day of the year. Type day and month, like 20 May; several with a semicolon between.",
                field=field,
                value=part,
            )
        found.append(f"{month:02d}-{day:02d}")
    return ";".join(found)


def year_days_of(facts: Mapping[str, ReadFact], key: str) -> tuple[tuple[int, int], ...]:
    """A fact that names days of the year, as (month, day); none where it is unknown."""
    value = facts[key].value if key in facts else ""
    parts = value.split(";") if isinstance(value, str) and value else []
    return tuple((int(part[:2]), int(part[3:])) for part in parts)


def day_of(facts: Mapping[str, ReadFact], key: str) -> date | None:
    """A fact that is a day; None where it is unknown."""
    value = facts[key].value if key in facts else None
    return date.fromisoformat(value) if isinstance(value, str) and value else None


def _number(fact: Fact, text: str) -> float:
    value = typed.number(text, fact.key)
    low, high = (1, 100_000) if fact.quantity == "count" else fact.limits
    if fact.quantity != "number" and value != int(value):
        raise NotUnderstood(f"“{text}” is not a whole number.", field=fact.key, value=text)
    if not low <= value <= high:
        raise OutOfRange(
            f"“{text}” is outside {low:g} to {high:g}. Check it.", field=fact.key, value=value, limits=(low, high)
        )
    return value


def number_of(facts: Mapping[str, ReadFact], key: str) -> float | None:
    """A fact that is a number, in the program's unit; None where it is unknown."""
    value = facts[key].value if key in facts else None
    return value if isinstance(value, float) else None


def listed(facts: Mapping[str, ReadFact]) -> tuple[Listed, ...]:
    """The lines of a bed's list; none where there is no list."""
    value = facts["plants"].value if "plants" in facts else ()
    rows = value if isinstance(value, tuple) else ()
    return tuple(row for row in rows if isinstance(row, Listed))


def planted_on(facts: Mapping[str, ReadFact]) -> date | None:
    """The day an area was planted: what its form says of all, else of the lines that hold most of its plants; None
    where nobody says, or where its plants are of several times."""
    said = facts["planted_on"].value if "planted_on" in facts else ""
    if isinstance(said, str) and said:
        return date.fromisoformat(said)
    lines = listed(facts)
    whole = sum(line.count for line in lines)
    for day in {line.planted for line in lines if line.planted}:
        if 2 * sum(line.count for line in lines if line.planted == day) > whole:
            return date.fromisoformat(day)
    return None
