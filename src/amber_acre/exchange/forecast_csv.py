"""A forecast as rows: ``day,rain,rain_from,min,max,wind``, with or without its heading; commas, semicolons or tabs.

Figures keep their texts, to be read in the units of the place; what is not given is empty.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date

from amber_acre.core.errors import NotUnderstood
from amber_acre.exchange.days import read_day
from amber_acre.exchange.text import lines_alike, read_rows

COLUMNS = ("day", "rain", "rain_from", "min", "max", "wind")
# What others call the columns, by their first words. [common-practice]
NAMES = {
    "date": "day",
    "day": "day",
    "rain": "rain",
    "precip": "rain",
    "from": "rain_from",
    "hour": "rain_from",
    "min": "min",
    "low": "min",
    "max": "max",
    "high": "max",
    "wind": "wind",
}
MOST_DAYS = 31


@dataclass(frozen=True)
class ForecastLine:
    """One line: its number and its texts under the names of :data:`COLUMNS`."""

    number: int
    cells: Mapping[str, str]

    def text(self, name: str) -> str:
        """A cell, '' where the line does not have it."""
        return self.cells.get(name, "")


def read_forecast(text: str) -> list[ForecastLine]:
    """The lines of a pasted forecast; NotUnderstood without any, with more than a month, or with unknown headings."""
    plain = lines_alike(text).strip()
    if not plain:
        raise NotUnderstood("Paste the forecast: a line a day.", field="text")
    first = plain.split("\n", 1)[0]
    delimiter = "\t" if "\t" in first else ";" if ";" in first else ","
    rows = [row for row in read_rows(plain, delimiter, "text") if any(cell.strip() for cell in row)]
    if not rows:
        raise NotUnderstood("Nothing stands in these lines. Paste the forecast: a line a day.", field="text")
    names = list(COLUMNS)
    if not _is_day(rows[0][0]):
        names = [_column(cell) for cell in rows.pop(0)]
    if not rows or len(rows) > MOST_DAYS:
        raise NotUnderstood(f"A forecast has 1 to {MOST_DAYS} days, a line each.", field="text")
    return [ForecastLine(n, dict(zip(names, row, strict=False))) for n, row in enumerate(rows, start=1)]


def _is_day(cell: str) -> bool:
    """Whether a first cell begins with a figure, or can be read as a day: Mon, 14 Sep."""
    if re.match(r"\d", cell):
        return True
    try:
        read_day(cell, near=date(2000, 1, 1))
    except NotUnderstood:
        return False
    return True


def _column(heading: str) -> str:
    plain = heading.strip().lower()
    if plain in COLUMNS:
        return plain
    if "from" in plain or "hour" in plain:
        return "rain_from"
    found = next((NAMES[word] for word in NAMES if plain.startswith(word)), "")
    if not found:
        raise NotUnderstood(
            f"The column “{heading}” is not known. Name them {', '.join(COLUMNS)}.", field="text", value=heading
        )
    return found
