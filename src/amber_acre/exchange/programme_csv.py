"""A programme as CSV, one row a job: columns named with their units, numbers with a point, days ISO 8601 (RFC 4180)."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable
from dataclasses import fields

from amber_acre.exchange.job_lines import JobLine
from amber_acre.exchange.spreadsheet import harmless

COLUMNS = tuple(field.name for field in fields(JobLine))


def write_programme(lines: Iterable[JobLine]) -> str:
    """CSV text of jobs in the order given, with a header row."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    for line in lines:
        writer.writerow([_cell(value) for value in line.flat().values()])
    return out.getvalue()


def _cell(value: object) -> str:
    if value is None:
        return ""
    if isinstance(value, float):
        return f"{value:.6g}"
    if isinstance(value, tuple | list):
        return harmless(" ".join(str(one) for one in value))
    return harmless(str(value))
