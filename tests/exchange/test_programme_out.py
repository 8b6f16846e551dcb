"""A programme as table, JSON and calendar: read back by other readers, with identifiers that stay."""

from __future__ import annotations

import csv
import io
import json
from dataclasses import replace
from datetime import UTC, date, datetime
from typing import Any

from icalendar import Calendar

from amber_acre.exchange.calendar import write_calendar
from amber_acre.exchange.job_lines import JobLine
from amber_acre.exchange.programme_csv import COLUMNS, write_programme
from amber_acre.exchange.programme_json import schema, write_json

AT = datetime(2026, 5, 27, 9, tzinfo=UTC)
LINE = JobLine(
    "job-7@amber-acre",
    3,
    "Quill, the",
    "Front",
    "=Main feed",
    "feed",
    date(2026, 9, 4),
    date(2026, 8, 28),
    date(2026, 9, 14),
    "coming",
    "Evenrow 23-0-7",
    "23-0-7",
    19.3,
    7.95,
    412.0,
    4.44,
    2.2,
    0.0,
    1.1,
    15.5,
    "Soil near 18 °C.\nWhat sets the dose: growth.",
    ("Gloves.",),
    date(2026, 9, 9),
    None,
    "7.95 kg at 19.3 g/m²",
)


def test_the_table_reads_back_and_runs_no_formula() -> None:
    rows = list(csv.DictReader(io.StringIO(write_programme([LINE]))))
    assert tuple(rows[0]) == COLUMNS
    assert rows[0]["name"] == "'=Main feed"
    assert (rows[0]["day"], float(rows[0]["rate_g_m2"]), rows[0]["shows_to"]) == ("2026-09-04", 19.3, "")


def test_json_is_what_its_schema_says() -> None:
    told = json.loads(write_json("Quill, the", "2026-05-27", [LINE]))
    described = schema()
    assert set(told) == set(described["required"])
    job = described["properties"]["jobs"]["items"]
    assert set(told["jobs"][0]) == set(job["required"]) == set(job["properties"])
    kinds: dict[str, Any] = {"string": str, "integer": int, "number": (int, float), "array": list}
    for key, value in told["jobs"][0].items():
        kind = job["properties"][key].get("type")
        assert kind is None or isinstance(value, kinds[kind]), key


def event_of(line: JobLine) -> dict[str, Any]:
    """The lines of the one event, as another reader gives them."""
    event = next(one for one in Calendar.from_ical(write_calendar("Quill", AT, [line])).walk("VEVENT"))
    return {str(key): event.decoded(key) for key in ("uid", "sequence", "dtstart", "summary", "status")}


def test_a_calendar_finds_its_event_again() -> None:
    event, gone = event_of(LINE), event_of(replace(LINE, state="left out", sequence=4))
    assert (event["uid"], event["sequence"], event["dtstart"]) == (gone["uid"], 3, date(2026, 9, 4))
    assert gone["sequence"] == 4
    assert "Evenrow" in str(event["summary"])
    assert "CONFIRMED" in str(event["status"])
    assert "CANCELLED" in str(gone["status"])


def test_a_calendar_says_amounts_as_the_property_reads_them_and_bears_any_name() -> None:
    """A name with a line break ends no calendar; thousands are written out."""
    line = replace(LINE, property_name="Quill,\r\nthe", amount_words="17.5 lb at 3.95 lb/1000 ft²")
    (event,) = Calendar.from_ical(write_calendar("Quill,\nthe", AT, [line])).walk("VEVENT")
    assert "17.5 lb at 3.95 lb/1000 ft²." in str(event["description"])
    assert str(event["location"]) == "Quill, the"
