"""Monthly normals as CSV: ``month,mean_c,min_c,max_c,rain_mm``, twelve rows in order."""

from __future__ import annotations

import csv
import io

from amber_acre.core.errors import NotUnderstood
from amber_acre.core.season.climate import Climate, MonthDay
from amber_acre.exchange.text import read_rows

COLUMNS = ("month", "mean_c", "min_c", "max_c", "rain_mm")


def read_climate(
    text: str,
    name: str,
    latitude_deg: float,
    last_frost: MonthDay | None = None,
    first_frost: MonthDay | None = None,
) -> Climate:
    """A climate from CSV text; refuses other columns, missing months and words for numbers (NotUnderstood)."""
    table = read_rows(text)
    rows = [dict(zip(table[0], row, strict=False)) for row in table[1:]] if table else []
    if not rows or tuple(table[0]) != COLUMNS or any(len(row) != len(COLUMNS) for row in rows):
        raise NotUnderstood(f"A climate file needs the columns {', '.join(COLUMNS)}, in this order.", field="file")
    if [row["month"] for row in rows] != [str(n) for n in range(1, 13)]:
        raise NotUnderstood("A climate file needs the months 1 to 12, one a row, in order.", field="file")
    try:
        columns = {name: tuple(float(row[name]) for row in rows) for name in COLUMNS[1:]}
    except (TypeError, ValueError) as error:
        raise NotUnderstood("A value in the climate file is not a number (°C and mm).", field="file") from error
    return Climate(
        name,
        latitude_deg,
        columns["mean_c"],
        columns["min_c"],
        columns["max_c"],
        columns["rain_mm"],
        last_frost,
        first_frost,
    )


def write_climate(climate: Climate) -> str:
    """CSV text of a climate's normals; reading it back gives the same numbers."""
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(COLUMNS)
    rows = zip(climate.mean_c, climate.min_c, climate.max_c, climate.rain_mm, strict=True)
    writer.writerows([month, *(repr(float(v)) for v in values)] for month, values in enumerate(rows, start=1))
    return out.getvalue()
