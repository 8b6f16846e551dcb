"""Reads an outline, a part or a cut-out as it was typed: a method, its sides and its table."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.measure.methods import METHODS, Asked, Method
from amber_acre.core.measure.outline import Measurable, Outline
from amber_acre.core.measure.shapes import KnownRange

ROWS_AT_MOST = 2000
_FAULTS_SHOWN = 4


@dataclass(frozen=True)
class Reading:
    """How bare numbers are read: units of lengths and areas, and metres to a pace of whoever walked."""

    bare_length: str = "m"
    bare_area: str = "m²"
    pace_m: float | None = None


METRIC = Reading()


@dataclass(frozen=True)
class ReadShape:
    """A shape and its texts, completed with the unit they were read in; ``rows`` one line a row, tabs between."""

    shape: Outline
    texts: tuple[str, ...]
    rows: str = ""


def read_outline(kind: str, texts: Sequence[str], reading: Reading = METRIC, rows: str = "") -> ReadShape:
    """An outline from its method, side texts and table; errors name ``side_1`` … or ``rows``.

    NotUnderstood for an unknown method; otherwise what :mod:`~amber_acre.core.typed` and the shapes refuse. The same
    texts give the same shape: the last two thousand are kept.
    """
    return _read(kind, tuple(texts), reading, rows)


@lru_cache(maxsize=2048)
def _read(kind: str, texts: tuple[str, ...], reading: Reading, rows: str) -> ReadShape:
    if kind not in METHODS:
        raise NotUnderstood("Choose how it was measured.", field="outline", value=kind)
    method = METHODS[kind]
    padded = [*texts, *[""] * len(method.sides)]
    sides = [read_one(asked, padded[n], reading, f"side_{n + 1}") for n, asked in enumerate(method.sides)]
    table = read_rows(method, rows, reading) if method.columns else []
    values = tuple(tuple(cell.value for cell in row) for row in table)
    shape = _built(method, tuple(side.value for side in sides), values)
    return ReadShape(shape, tuple(side.text for side in sides), "\n".join("\t".join(c.text for c in r) for r in table))


def read_cut_out(
    kind: str, texts: Sequence[str], reading: Reading = METRIC, rows: str = ""
) -> tuple[Measurable, ReadShape]:
    """The shape of a cut-out or part; a range is refused (NotUnderstood), for these have to be measured."""
    read = read_outline(kind, texts, reading, rows)
    if isinstance(read.shape, KnownRange):
        raise NotUnderstood("This needs a measured shape.", field="outline", value=kind)
    return read.shape, read


def read_one(asked: Asked, text: str, reading: Reading = METRIC, field: str = "") -> typed.Typed:
    """One side or cell in the unit it is asked for."""
    if not text.strip():
        raise MissingInput(f"{asked.name} is needed. Type it as measured.", field=field)
    match asked.quantity:
        case "area":
            return typed.area(text, reading.bare_area, field)
        case "angle":
            return typed.angle(text, field)
        case "degrees":
            return typed.Typed(text.strip(), typed.number(text.strip().rstrip("°"), field), "°")
        case "distance":
            return typed.distance(text, reading.bare_length, field, reading.pace_m)
        case "length":
            return typed.length(text, reading.bare_length, field, reading.pace_m)


def split_rows(text: str, columns: int) -> list[list[str]]:
    """Lines of a table into cells: tabs, else semicolons, else commas, else wide spaces; empty lines are left out.

    A single column is never split, so that ``1,250`` and ``38 ft 6 in`` stay whole.
    """
    lines = [line.strip() for line in text.replace("\r", "").split("\n") if line.strip(" \t;,")]
    if columns == 1:
        return [[line.rstrip("\t;").strip()] for line in lines]
    return [_cells(line) for line in lines]


def _cells(line: str) -> list[str]:
    for separator in ("\t", ";", ","):
        if separator in line:
            return [cell.strip() for cell in line.split(separator)]
    wide = re.split(r"\s{2,}", line)
    return wide if len(wide) > 1 else line.split(" ")


def read_rows(method: Method, text: str, reading: Reading = METRIC) -> list[list[typed.Typed]]:
    """Every row of a method's table; refuses with the rows and columns that cannot be read (field ``rows``)."""
    rows = split_rows(text, len(method.columns))
    names = " and ".join(column.name.lower() for column in method.columns)
    if not rows:
        raise MissingInput(f"The table is empty. Type one row for each reading: {names}.", field="rows")
    if len(rows) > ROWS_AT_MOST:
        raise OutOfRange(
            f"{len(rows):,} rows are more than the {ROWS_AT_MOST:,} a table takes. Bring it in as a file instead: it is"
            " simplified there.",
            field="rows",
            value=len(rows),
            limits=(1, ROWS_AT_MOST),
        )
    read, faults = [], []
    for n, cells in enumerate(rows, start=1):
        try:
            read.append(_row(method, cells, reading, names))
        except AmberError as error:
            faults.append(f"Row {n}: {error.sentence}")
    if faults:
        more = f" And {len(faults) - _FAULTS_SHOWN} more rows." if len(faults) > _FAULTS_SHOWN else ""
        raise NotUnderstood(" ".join(faults[:_FAULTS_SHOWN]) + more, field="rows", value=text)
    return read


def _row(method: Method, cells: list[str], reading: Reading, names: str) -> list[typed.Typed]:
    if len(cells) > len(method.columns) == 2:
        fitting = list(_ways_to_split(method, cells, reading))
        if len(fitting) == 1:
            return fitting[0]
    if len(cells) != len(method.columns):
        raise NotUnderstood(f"{len(cells)} values where {names} are wanted.", field="rows")
    return [read_one(column, cell, reading, "rows") for column, cell in zip(method.columns, cells, strict=True)]


def _ways_to_split(method: Method, cells: list[str], reading: Reading) -> Iterator[list[typed.Typed]]:
    """Readings of a row typed with single spaces (``12 84 ft``, ``126 55 17 647.25``): every split that can be read."""
    for n in range(1, len(cells)):
        pair = (" ".join(cells[:n]), " ".join(cells[n:]))
        try:
            yield [read_one(column, part, reading, "rows") for column, part in zip(method.columns, pair, strict=True)]
        except AmberError:
            continue


def _built(method: Method, sides: tuple[float, ...], rows: tuple[tuple[float, ...], ...]) -> Outline:
    """The shape; a refusal of its readings together is put beside the table, or the first side."""
    build: Callable[..., Outline] = method.build
    try:
        return build(sides, rows)
    except AmberError as refusal:
        refusal.field = "rows" if method.columns else "side_1"
        raise
