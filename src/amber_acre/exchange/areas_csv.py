"""A property's areas as a table: what each is, how large, how it was measured and what is known."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.exchange.spreadsheet import harmless

COLUMNS = (
    "name",
    "kind",
    "size_m2",
    "low_m2",
    "high_m2",
    "error_m2",
    "measured_as",
    "taken_with",
    "east_m",
    "north_m",
    "turn_deg",
    "known",
)


@dataclass(frozen=True)
class AreaLine:
    """One area; sizes in m², place in metres, None where unknown. ``known``: further facts as ``key=text; …``."""

    name: str
    kind: str
    size_m2: float
    low_m2: float
    high_m2: float
    error_m2: float | None
    measured_as: str
    taken_with: str
    east_m: float | None
    north_m: float | None
    turn_deg: float
    known: str


def write_areas(lines: Sequence[AreaLine]) -> str:
    """A CSV with a header; numbers with a decimal point, four decimals; text that a spreadsheet would run is quoted."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    for line in lines:
        writer.writerow([_cell(getattr(line, column)) for column in COLUMNS])
    return out.getvalue()


def _cell(value: float | str | None) -> str:
    if value is None:
        return ""
    if isinstance(value, float | int):
        return f"{value:.4f}".rstrip("0").rstrip(".")
    return harmless(value)
