"""Soil tests as tables: a laboratory's file read with its own headings, and every test of a property written out."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import TypeVar

from amber_acre.core import typed
from amber_acre.core.errors import NotUnderstood, OutOfRange
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.soil_measures import MEASURES
from amber_acre.exchange.spreadsheet import harmless
from amber_acre.exchange.text import lines_alike, read_rows

Key = TypeVar("Key", bound=str)
ROWS_AT_MOST, COLUMNS_AT_MOST, BYTES_AT_MOST = 500, 80, 400_000
ADVISED = {
    "lime": ("lime", "limestone", "lime advice", "lime recommendation", "lime requirement", "lime rec"),
    "sulphur": ("sulphur advice", "sulfur recommendation", "elemental sulphur"),
    "gypsum": ("gypsum", "gypsum recommendation"),
    "nitrogen": ("nitrogen", "n recommendation", "nitrogen recommendation", "n rec"),
    "phosphate": ("phosphate", "p2o5", "p₂o₅", "p2o5 recommendation", "p2o5 rec"),
    "potash": ("potash", "k2o", "k₂o", "k2o recommendation", "k2o rec"),
    "magnesium": ("mg recommendation", "magnesium recommendation"),
}
ADVICE = "advice-"  # role of a column of one material's advice: “advice-lime”
ROLES = ("sample", "sampled", "laboratory", "depth", "extractant", "buffer_method", "advice")
_ROLE_HEADINGS = {
    "sample": ("sample", "sample id", "sample name", "area", "field", "location", "site"),
    "sampled": ("sampled", "date", "sample date", "sampled on", "date sampled", "taken on"),
    "laboratory": ("lab", "laboratory"),
    "depth": ("depth", "sampling depth", "sample depth"),
    "extractant": ("extractant", "extraction"),
    "buffer_method": ("buffer method",),
    "advice": ("advice", "recommendation", "recommendations"),
    **{f"{ADVICE}{material}": names for material, names in ADVISED.items()},
}
_RATE = re.compile(
    r"(short tons?|tons?|t|lbs?|kg|g|oz)\s*(?:/|per)\s*(acre|ac|a|ha|1,?000(?:\s*(?:sq\.?"
    r" ?ft|ft2|ft²|sf))?|100(?:\s*(?:sq\.? ?ft|ft2|ft²|sf))|100\s*(?:m2|m²)|m2|m²)(?!\w)"
)
_DEPTH = re.compile(r"\b(mm|cm|in|inch|inches)\b")


@dataclass(frozen=True)
class LabTable:
    """A laboratory's file: headings as they stand, and rows as long as they are."""

    headings: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]


def read_table(text: str) -> LabTable:
    """Headings and rows of a file with commas, semicolons or tabs; blank rows are left out.

    A heading that repeats, as “Rating” does on many reports, gets a number. Refuses an empty file, one without rows
    (NotUnderstood) and more than 500 rows or 80 columns (OutOfRange).
    """
    plain = text.lstrip("\ufeff").strip()
    if not plain:
        raise NotUnderstood("The file is empty. Choose the report as CSV, or paste it.", field="file")
    first = lines_alike(plain).partition("\n")[0]
    rows = read_rows(plain, max((",", ";", "\t"), key=first.count))
    headings = _told_apart(rows[0]) if rows else ()
    if len(headings) < 2 or len(rows) < 2:
        raise NotUnderstood(
            "No table was found: the first line holds the headings, each line after it a sample.", field="file"
        )
    if len(headings) > COLUMNS_AT_MOST or len(rows) > ROWS_AT_MOST:
        raise OutOfRange(f"At most {ROWS_AT_MOST} samples and {COLUMNS_AT_MOST} columns in one file.", field="file")
    return LabTable(headings, tuple((*row, *[""] * (len(headings) - len(row))) for row in rows[1:]))


def _told_apart(headings: Sequence[str]) -> tuple[str, ...]:
    """Headings with “(2)”, “(3)” after those that stand there already."""
    found: list[str] = []
    seen: dict[str, int] = {}
    for heading in headings:
        count = seen[heading.lower()] = seen.get(heading.lower(), 0) + 1
        found.append(f"{heading} ({count})" if heading and count > 1 else heading)
    return tuple(found)


# Words of headings that name an extractant or a buffer method beside what was measured: “P M3 ppm”, “Buffer pH (SMP)”.
_NAMED: dict[str, tuple[str, str]] = {
    r"m-?3|mehlich[ -]?(?:3|iii)": ("extractant", "mehlich-3"),
    r"bray(?:[ -]?(?:1|i|p1))?": ("extractant", "bray-1"),
    r"olsen|bicarb(?:onate)?": ("extractant", "olsen"),
    r"morgan": ("extractant", "morgan"),
    r"smp|shoemaker": ("buffer_method", "smp"),
    r"mehlich buffer|modified mehlich": ("buffer_method", "mehlich"),
    r"adams[ –-]?evans|a-e": ("buffer_method", "adams-evans"),
}
_METHOD = re.compile("|".join(rf"(?<!\w)(?:{words})(?!\w)" for words in _NAMED))


def methods_named(headings: Sequence[str]) -> dict[str, str]:
    """Extractant and buffer method that the headings of a file name; nothing of what several name differently."""
    found: dict[str, set[str]] = {}
    for heading in headings:
        for words, (what, key) in _NAMED.items():
            if re.search(rf"(?<!\w)(?:{words})(?!\w)", heading.lower()):
                found.setdefault(what, set()).add(key)
    return {what: keys.pop() for what, keys in found.items() if len(keys) == 1}


def guess_roles(headings: Sequence[str], remembered: Mapping[str, str] | None = None) -> dict[str, str]:
    """What each heading probably is: as remembered of this laboratory, else by the words reports use; '' where
    unclear."""
    found: dict[str, str] = {}
    for heading in headings:
        if remembered is not None and heading in remembered:
            found[heading] = remembered[heading]
            continue
        role = next((role for words in _spoken(heading) if (role := _role_of(words))), "")
        found[heading] = role if role not in found.values() else ""
    return found


def _spoken(heading: str) -> tuple[str, ...]:
    """A heading as it may be meant: whole, without its unit, and without the method it names as well."""
    words = re.sub(r"\s*[(\[].*?[)\]]\s*", " ", heading.lower()).strip(" :.")
    unit = r"\s+(ppm|mg/kg|%|lb/acre|lbs/a|lb/a|meq/100\s*g|ds/m|mm|cm|in)$"
    plain = re.sub(unit, "", _RATE.sub("", words).strip()).strip()
    bare = " ".join(re.sub(unit, "", " " + " ".join(_METHOD.sub(" ", plain).split())).split())
    only_method = plain and not bare and "buffer_method" in methods_named([heading])
    return (
        words,
        plain,
        bare,
        "buffer ph" if only_method or re.fullmatch(r"(buffer )?ph (smp|adams.evans)", plain) else "",
    )


def _role_of(words: str) -> str:
    role = next((role for role, names in _ROLE_HEADINGS.items() if words and words in names), "")
    return role or next((key for key, row in MEASURES.items() if words and words in row.headings), "")


def read_advice(heading: str, cell: str) -> tuple[str, float] | None:
    """A rate a laboratory advises, as it is typed and in g/m²: the cell with its own unit, else the heading's; None
    for an empty cell.

    Refuses a figure without any unit (NotUnderstood, field: advice).
    """
    plain = cell.strip()
    if not plain or plain.lower() in ("-", "–", "none", "n/a", "nil"):
        return None
    named = _RATE.search(heading.lower())
    if re.fullmatch(r"[\d.,\s]*\d", plain):
        if named is None:
            raise NotUnderstood(
                f"“{plain}” under “{heading}” has no unit. Name it in the heading, like lime (tons/acre).",
                field="advice",
            )
        area = {"ac": "acre", "a": "acre"}.get(named[2], named[2])
        plain = f"{plain} {named[1]}/{area}"
    return plain, typed.mass_rate(plain, "advice").value


def read_advices(cell: str) -> list[tuple[str, str, float]]:
    """Material, text and g/m² of every advice of a cell as it is written out: “lime 2 tons/acre; potash 2 lb/1000
    ft²”."""
    found = []
    for piece in cell.split(";"):
        material, _, amount = piece.strip().partition(" ")
        if not material:
            continue
        if material.lower() not in ADVISED:
            raise NotUnderstood(
                f"“{piece.strip()}” is not advice that can be read. Write it like lime 2 tons/acre.", field="advice"
            )
        found.append((material.lower(), amount.strip(), typed.mass_rate(amount, "advice").value))
    return found


def read_depth(heading: str, cell: str) -> float | None:
    """A sampling depth in mm, by the cell's own unit, else the heading's, else cm; None for an empty cell."""
    if not cell.strip():
        return None
    named = _DEPTH.search(heading.lower())
    unit = "in" if named and named[1].startswith("in") else named[1] if named else "cm"
    return typed.length(cell, unit, "depth").value * 1000


def read_name(cell: str, names: Mapping[Key, str], field: str) -> Key | None:
    """The key of what a cell names, by key or name however it is written; None for an empty cell (NotUnderstood)."""
    plain = _letters(cell)
    found = next((key for key, name in names.items() if plain in (_letters(key), _letters(name))), None)
    if plain and found is None:
        raise NotUnderstood(f"“{cell.strip()}” is none of {', '.join(names.values())}.", field=field, value=cell)
    return found if plain else None


def _letters(text: str) -> str:
    return re.sub(r"[^a-z0-9]", "", text.lower())


@dataclass(frozen=True)
class TestLine:
    """One test with its area's name."""

    area: str
    test: SoilTest
    advice: str


def write_tests(lines: Sequence[TestLine]) -> str:
    """A CSV with a header and a row for each test, in the units kept (mg/kg, per cent); what was not tested stays
    empty."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    units = {"percent": "%", "element": "mg/kg"}
    heads = [f"{row.symbol} {units.get(row.quantity, row.unit)}".strip() for row in MEASURES.values()]
    writer.writerow(["area", "sampled", "laboratory", "extractant", "buffer method", "depth mm", *heads, "advice"])
    for line in lines:
        test = line.test
        cells = []
        for key, row in MEASURES.items():
            value = test.values.get(key)
            figure = "" if value is None else f"{value * (100 if row.quantity == 'percent' else 1):.9f}"
            cells.append(figure.rstrip("0").rstrip(".") if "." in figure else figure)
        writer.writerow(
            [
                harmless(line.area),
                test.taken_on.isoformat(),
                harmless(test.laboratory),
                test.extractant or "",
                test.buffer_method or "",
                "" if test.depth_mm is None else f"{test.depth_mm:g}",
                *cells,
                harmless(line.advice),
            ]
        )
    return out.getvalue()


@dataclass(frozen=True)
class ProbeLine:
    """A reading of the pH probe as it is written out; east and north on the site sheet in metres, None where not
    measured in."""

    area: str
    on_day: date
    spot: str
    ph: float
    x_m: float | None
    y_m: float | None
    who: str
    struck: str


def write_readings(lines: Sequence[ProbeLine]) -> str:
    """Probe readings as CSV, a row each."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(["Area", "Day", "Spot", "pH", "East m", "North m", "Who", "Does not count"])
    for line in lines:
        places = ["" if value is None else f"{value:.2f}" for value in (line.x_m, line.y_m)]
        writer.writerow(
            [
                harmless(line.area),
                line.on_day.isoformat(),
                harmless(line.spot),
                f"{line.ph:g}",
                *places,
                harmless(line.who),
                harmless(line.struck),
            ]
        )
    return out.getvalue()
