"""The amber tape: one scale from day to x, months and weeks on it, windows on its edge."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache

from amber_acre.core.season.windows import Span

WIDTH = 912.0
LABEL_PX_PER_CHARACTER = 5.6
TAPES_AT_MOST = 256  # kept: a firm's climates on a few days


@dataclass(frozen=True)
class Scale:
    """Maps days from ``start`` up to ``end`` onto 0…``width``."""

    start: date
    end: date
    width: float = WIDTH

    def x(self, day: date) -> float:
        """Position of the morning of a day, held inside the tape."""
        share = (day - self.start).days / (self.end - self.start).days
        return round(min(max(share, 0.0), 1.0) * self.width, 1)

    @property
    def days(self) -> int:
        """Days on the tape."""
        return (self.end - self.start).days


@dataclass(frozen=True)
class Month:
    """A month on the tape: its left edge, width and name; ``shaded``: every other one."""

    x: float
    width: float
    name: str
    shaded: bool


@dataclass(frozen=True)
class PaintedSpan:
    """A window on the edge: where, which kind, and its label with the row it fits in ('' where none)."""

    x: float
    width: float
    kind: str
    label: str
    title: str
    row: int


@dataclass(frozen=True)
class Tape:
    """All geometry of a tape: months, week ticks, windows and the plumb-line (None: day not on it)."""

    scale: Scale
    months: tuple[Month, ...]
    weeks: tuple[float, ...]
    spans: tuple[PaintedSpan, ...]
    plumb: float | None
    plumb_text: str
    plumb_anchor: str


def draw_tape(start: date, end: date, spans: Sequence[Span], day: date) -> Tape:
    """A tape from ``start`` to ``end`` with its windows and the plumb-line at ``day``; the same one for the same."""
    return _drawn(start, end, tuple(spans), day)


@lru_cache(TAPES_AT_MOST)
def _drawn(start: date, end: date, spans: tuple[Span, ...], day: date) -> Tape:
    scale = Scale(start, end)
    inside = start <= day < end
    x = scale.x(day)
    return Tape(
        scale,
        tuple(_months(scale)),
        tuple(scale.x(start + timedelta(days=n)) for n in range(7, scale.days, 7)),
        tuple(_paint(spans, scale)),
        x if inside else None,
        f"{day:%-d %b}",
        "end" if x > scale.width - 90 else "start",
    )


def _months(scale: Scale) -> list[Month]:
    months: list[Month] = []
    first = scale.start
    while first < scale.end:
        after = date(first.year + first.month // 12, first.month % 12 + 1, 1)
        x, right = scale.x(first), scale.x(min(after, scale.end))
        months.append(Month(x, round(right - x, 1), f"{first:%b}", len(months) % 2 == 1))
        first = after
    return months


def _paint(spans: Sequence[Span], scale: Scale) -> list[PaintedSpan]:
    """Kinds in rows of their own where they overlap; a label only where it fits on its stretch."""
    painted: list[PaintedSpan] = []
    for span in spans:
        x, right = scale.x(span.first), scale.x(span.last + timedelta(days=1))
        row = 0
        while any(p.row == row and p.x < right and x < p.x + p.width for p in painted):
            row += 1
        fits = len(span.name) * LABEL_PX_PER_CHARACTER < right - x
        title = f"{span.name}: {span.first:%-d %b} to {span.last:%-d %b}"
        painted.append(PaintedSpan(x, round(right - x, 1), span.kind, span.name if fits else "", title, row))
    return painted
