"""The plants of a bed as they are listed: a kind a line with its count and, where known, when it was planted."""

from __future__ import annotations

import re
from dataclasses import dataclass
from datetime import date

from amber_acre.core.errors import NotUnderstood

YEARS = (1900, 2100)
MIDDLE_OF_YEAR = "-07-01"  # when something was planted of which only the year is known [common-practice]
LIKE = "14 × Rosa hybrids, or 6 × Rosa hybrids, planted 2026-03-20"
_LINE = re.compile(r"(\d{1,5})\s*(?:[x×*]\s*)?([^\W\d_].*)")
_PLANTED = re.compile(r"(.+?)(?:\s*[,;]\s*(?:planted\s+|since\s+)?|\s+(?:planted|since)\s+)(\d{4}(?:-\d{1,2}){0,2})")


@dataclass(frozen=True)
class Listed:
    """Plants of one kind: how many (1 or more), their name as typed, and the ISO day they were planted, '' unknown."""

    count: int
    name: str
    planted: str = ""

    @property
    def planted_on(self) -> date | None:
        """The day they were planted; None where nobody says."""
        return date.fromisoformat(self.planted) if self.planted else None


def read_plants(text: str, field: str = "plants") -> tuple[Listed, ...]:
    """Lines like ``14 × Rosa hybrids`` or ``6 Hosta, planted 2026-03``; NotUnderstood names the line.

    A month alone is its first day, a year alone its middle.
    """
    rows = []
    for n, line in enumerate(filter(None, (part.strip() for part in text.splitlines())), start=1):
        found = _LINE.fullmatch(line)
        if found is None or int(found[1]) < 1:
            raise NotUnderstood(
                f"Line {n}, “{line}”: type the count and then the name, like {LIKE}.", field=field, value=line
            )
        dated = _PLANTED.fullmatch(found[2])
        name, said = (dated[1].strip(), dated[2]) if dated is not None else (found[2], "")
        rows.append(Listed(int(found[1]), name, _day(said, n, line, field) if said else ""))
    return tuple(rows)


def _day(said: str, n: int, line: str, field: str) -> str:
    parts = [int(part) for part in said.split("-")]
    whole = said + MIDDLE_OF_YEAR if len(parts) == 1 else f"{parts[0]}-{parts[1]:02d}-{(*parts, 1)[2]:02d}"
    try:
        on = date.fromisoformat(whole)
    except ValueError:
        on = None
    if on is None or not YEARS[0] <= on.year <= YEARS[1]:
        raise NotUnderstood(
            f"Line {n}, “{line}”: {said} is no day, month or year of planting. Type it like {LIKE}.",
            field=field,
            value=line,
        )
    return on.isoformat()
