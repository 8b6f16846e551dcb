"""The day book as CSV, one row an entry, every entry: corrected ones are kept and marked, work without product too.

Columns are named with their units; numbers use a point; dates are ISO 8601. A text that a spreadsheet
would take for a formula is prefixed with an apostrophe.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable
from dataclasses import dataclass

from amber_acre.core.jobs.entry import Entry
from amber_acre.core.products.nutrients import Nutrients, carried
from amber_acre.exchange.spreadsheet import harmless

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
                *(harmless(t) for t in (written.who, written.licence, written.weather, written.note, written.reason)),
            ]
        )
    return out.getvalue()
