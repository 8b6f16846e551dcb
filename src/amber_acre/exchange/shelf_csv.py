"""The shelf and price lists as tables: a row a product in the fields of its form, or a row a pack with its price."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from amber_acre.core.errors import MissingInput, OutOfRange
from amber_acre.exchange.spreadsheet import harmless
from amber_acre.exchange.text import read_rows

ROWS_AT_MOST = 2000
PACKS_AT_MOST = 8
PRICE_COLUMNS = ("product", "pack", "price", "supplier")
# What people call the columns of a price list, beside their own names.
SAME_COLUMN = {"name": "product", "size": "pack", "pack size": "pack", "price each": "price", "from": "supplier"}


@dataclass(frozen=True)
class ShelfLine:
    """One row of a shelf: its number in the file and the fields it holds; an empty cell is an empty field."""

    number: int
    fields: Mapping[str, str]


@dataclass(frozen=True)
class PriceLine:
    """One row of a price list."""

    number: int
    product: str
    pack: str
    price: str
    supplier: str


def write_shelf(columns: Sequence[str], rows: Iterable[Mapping[str, str]]) -> str:
    """A CSV of product fields, ``columns`` in their order; text a spreadsheet would run is quoted."""
    return _written(columns, ([harmless(row.get(name, "")) for name in columns] for row in rows))


def write_prices(rows: Iterable[tuple[str, str, float, str]]) -> str:
    """A price list: product, pack, price, supplier."""
    cells = ([harmless(name), harmless(pack), f"{price:.2f}", harmless(by)] for name, pack, price, by in rows)
    return _written(PRICE_COLUMNS, cells)


def _written(head: Sequence[str], rows: Iterable[Sequence[str]]) -> str:
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(head)
    writer.writerows(rows)
    return out.getvalue()


def read_shelf(text: str, known: Sequence[str]) -> tuple[list[ShelfLine], list[PriceLine]]:
    """Rows of a shelf, or of a price list where the columns are those. Columns not ``known`` are refused by name.

    MissingInput without a heading row that names the product; OutOfRange over ROWS_AT_MOST rows.
    """
    first = text.lstrip().partition("\n")[0]
    delimiter = max(",;\t", key=first.count)
    rows = read_rows(text, delimiter, "text")
    if len(rows) < 2:
        raise MissingInput("Paste a heading row and at least one row under it.", field="text")
    if len(rows) > ROWS_AT_MOST:
        raise OutOfRange(f"At most {ROWS_AT_MOST:,} rows at once.", field="text", limits=(1, ROWS_AT_MOST))
    head = [cell.lstrip("'").strip() for cell in rows[0]]
    plain = [SAME_COLUMN.get(cell.lower(), cell.lower()) for cell in head]
    if "pack" in plain and "price" in plain and "product" in plain:
        return [], [_price(n, plain, row) for n, row in enumerate(rows[1:], start=2)]
    if "name" not in head:
        raise MissingInput(
            "No column is called “name” (a shelf) or “product”, “pack” and “price” (a price list).", field="text"
        )
    strange = [name for name in head if name and name not in known]
    if strange:
        raise MissingInput(f"The column “{strange[0]}” is none of a shelf’s. Rename it, or take it out.", field="text")
    return [
        ShelfLine(n, {name: _cell(row, at) for at, name in enumerate(head) if name})
        for n, row in enumerate(rows[1:], start=2)
    ], []


def _price(number: int, head: Sequence[str], row: Sequence[str]) -> PriceLine:
    cells = {name: _cell(row, at) for at, name in enumerate(head)}
    return PriceLine(number, cells["product"], cells["pack"], cells["price"], cells.get("supplier", ""))


def _cell(row: Sequence[str], at: int) -> str:
    text = row[at] if at < len(row) else ""
    return text[1:] if text[:1] == "'" and text[1:2] in ("=", "+", "-", "@") else text
