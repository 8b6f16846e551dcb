"""Jobs as iCalendar (RFC 5545): a whole-day event each, with an identifier that stays and a sequence that grows.

A calendar that subscribes to the address follows moved and left-out jobs: the identifier finds the event again, the
sequence says that it changed.
"""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime, timedelta
from typing import TYPE_CHECKING

from amber_acre.exchange.job_lines import JobLine

if TYPE_CHECKING:
    from icalendar import Event

PRODUCER = "-//Amber Acre//Programme//EN"


def write_calendar(name: str, at: datetime, lines: Iterable[JobLine]) -> bytes:
    """An iCalendar file of jobs; ``at``: the moment it is made, with its zone."""
    from icalendar import Calendar  # loaded when the first calendar is asked for

    calendar = Calendar()
    calendar.add("prodid", PRODUCER)
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", " ".join(name.split()))
    for line in lines:
        calendar.add_component(_event(line, at))
    return bytes(calendar.to_ical())


def _event(line: JobLine, at: datetime) -> Event:
    from icalendar import Event

    event = Event()
    event.add("uid", line.uid)
    event.add("sequence", line.sequence)
    event.add("dtstamp", at)
    event.add("dtstart", line.day)
    event.add("dtend", line.day + timedelta(days=1))
    event.add("summary", f"{line.area}: {line.name}" + (f", {line.product}" if line.product else ""))
    event.add("location", " ".join(line.property_name.split()))
    amount = f"{line.amount_words}. " if line.amount_words else ""
    window = f"Right from {line.opens:%-d %B} to {line.closes:%-d %B}. "
    event.add("description", f"{amount}{window}{line.reason} {' '.join(line.cautions)}".strip())
    event.add("status", "CANCELLED" if line.state in ("left out", "missed") else "CONFIRMED")
    event.add("transp", "TRANSPARENT")
    return event
