"""A file's bytes as text, whatever a spreadsheet saved it as; and tables of it as rows."""

from __future__ import annotations

import codecs
import csv
import io

from amber_acre.core.errors import NotUnderstood

_MARKS = (
    (codecs.BOM_UTF8, "utf-8"),
    (codecs.BOM_UTF32_LE, "utf-32-le"),
    (codecs.BOM_UTF32_BE, "utf-32-be"),
    (codecs.BOM_UTF16_LE, "utf-16-le"),
    (codecs.BOM_UTF16_BE, "utf-16-be"),
)


def read_text(content: bytes, field: str = "file") -> str:
    """Text of a file in UTF-8, UTF-16 or UTF-32 by its mark, else UTF-8, else the western code page (1252).

    Lines end in one way afterwards. Refuses what holds bytes no text has (NotUnderstood).
    """
    for mark, name in _MARKS:
        if content.startswith(mark):
            text = content[len(mark) :].decode(name, errors="replace")
            break
    else:
        try:
            text = content.decode("utf-8")
        except UnicodeDecodeError:
            text = content.decode("cp1252", errors="replace")
    if "\x00" in text:
        raise NotUnderstood("This is no text file. Save it as CSV, GeoJSON or GPX, then send that.", field=field)
    return lines_alike(text)


def lines_alike(text: str) -> str:
    """Line ends of every kind, also the lone carriage return, as one."""
    return text.replace("\r\n", "\n").replace("\r", "\n")


def read_rows(text: str, delimiter: str = ",", field: str = "file") -> list[list[str]]:
    """Rows of a table that hold anything; refuses what no table is (NotUnderstood)."""
    try:
        rows = [
            [cell.strip() for cell in row] for row in csv.reader(io.StringIO(lines_alike(text)), delimiter=delimiter)
        ]
    except csv.Error as refusal:
        raise NotUnderstood(
            "This is no table that can be read: a quotation mark is not closed, or a cell holds a whole page.",
            field=field,
        ) from refusal
    return [row for row in rows if any(row)]
