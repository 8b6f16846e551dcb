"""The day book as CSV, one row an entry, every entry: corrected ones are kept and marked, work without product too.

Columns are named with their units; numbers use a point; dates are ISO 8601. A text that a spreadsheet
would take for a formula is prefixed with an apostrophe.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from amber_acre.core.errors import MissingInput, NotUnderstood
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.products.nutrients import Nutrients, carried
from amber_acre.exchange.spreadsheet import harmless
from amber_acre.exchange.text import read_rows

COLUMNS = (
    "entry",
    "corrects",
    "applied_on",
    "property",
    "area",
    "job",
    "product",
    "amount_kg",
    "amount_as_typed",
    "covered_m2",
    "rate_g_m2",
    "nitrogen_g_m2",
    "phosphorus_g_m2",
    "potassium_g_m2",
    "who",
    "licence",
    "weather",
    "note",
    "reason",
    "setting",
)


@dataclass(frozen=True)
class EntryTexts:
    """The words of an entry beside its figures."""

    property_name: str
    area_name: str
    job_name: str
    amount_typed: str
    who: str
    licence: str
    weather: str
    note: str
    reason: str
    setting: str = ""


def write_daybook(entries: Iterable[tuple[EntryTexts, Entry]]) -> str:
    """CSV text of entries in the order given, with a header row (RFC 4180)."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    for written, entry in entries:
        product = entry.product
        brings = carried(product, entry.achieved_rate_g_m2) if product is not None else Nutrients()
        writer.writerow(
            [
                entry.key,
                entry.corrects or "",
                entry.on.isoformat(),
                *(harmless(t) for t in (written.property_name, written.area_name, written.job_name)),
                harmless(product.name if product is not None else ""),
                f"{entry.amount_kg:.6g}",
                harmless(written.amount_typed),
                f"{entry.covered_m2:.6g}",
                f"{entry.achieved_rate_g_m2:.6g}",
                f"{brings.nitrogen:.6g}",
                f"{brings.phosphorus:.6g}",
                f"{brings.potassium:.6g}",
                *(harmless(t) for t in (written.who, written.licence, written.weather, written.note)),
                *(harmless(t) for t in (written.reason, written.setting)),
            ]
        )
    return out.getvalue()


@dataclass(frozen=True)
class EntryLine:
    """One line of a day book as it was written elsewhere: every cell as text, under the names of :data:`COLUMNS`."""

    number: int
    cells: Mapping[str, str]

    def text(self, name: str) -> str:
        """A cell, '' where the file does not have it."""
        return self.cells.get(name, "")


NEEDED = ("applied_on", "area", "product", "who")
LINES_AT_MOST = 400


def read_daybook(text: str, field: str = "text") -> tuple[EntryLine, ...]:
    """Lines of a day book with a heading row; commas, semicolons or tabs between.

    Needs a day, an area, a product and who, and an amount as it was typed or in kilograms; other columns of an export
    may be missing. Refuses anything else in a sentence (NotUnderstood, MissingInput).
    """
    first = text.lstrip().splitlines()[0] if text.strip() else ""
    delimiter = max(",;\t", key=first.count)
    rows = read_rows(text, delimiter, field)
    if len(rows) < 2:
        raise MissingInput("Paste a heading row and at least one line under it.", field=field)
    if len(rows) - 1 > LINES_AT_MOST:
        raise NotUnderstood(f"{len(rows) - 1} lines are too many at once: {LINES_AT_MOST} at most.", field=field)
    names = [name.strip().lower().replace(" ", "_") for name in rows[0]]
    missing = [name for name in NEEDED if name not in names]
    if missing or not {"amount_kg", "amount_as_typed"} & set(names):
        lacking = missing or ["amount_as_typed"]
        raise MissingInput(
            f"The heading row has no column {', '.join(lacking)}. The export of this day book shows how they are"
            " named.",
            field=field,
        )
    return tuple(
        EntryLine(n, {name: cell.strip().lstrip("'") for name, cell in zip(names, row, strict=False)})
        for n, row in enumerate(rows[1:], start=2)
    )
