"""How a product gives its nitrogen: a line over the weeks after it goes down, on one scale for all beside it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

WIDE, TALL, EDGE = 120.0, 46.0, 3.0


@dataclass(frozen=True)
class ReleaseLine:
    """``points`` of the line; ticks (x, week); the share released by the last week as y; px of a box 126 × 52."""

    points: str
    ticks: tuple[tuple[float, int], ...]
    words: str


def release_line(weeks: Sequence[int], released: Sequence[float]) -> ReleaseLine:
    """Geometry of shares 0–1 by week, from nothing at week 0."""
    last = weeks[-1]
    spots = [(0, 0.0), *zip(weeks, released, strict=True)]
    points = " ".join(f"{EDGE + week / last * WIDE:.1f},{EDGE + (1 - part) * TALL:.1f}" for week, part in spots)
    return ReleaseLine(
        points,
        tuple((round(EDGE + week / last * WIDE, 1), week) for week in weeks),
        "; ".join(f"{part:.0%} by week {week}" for week, part in zip(weeks, released, strict=True)),
    )
