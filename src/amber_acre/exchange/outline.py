"""Rings that come from files: checked, made simple where they are too fine, and put into metres."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from amber_acre.core.errors import DoesNotFit, Doubtful, MissingInput, OutOfRange
from amber_acre.core.measure.polygon import require_simple, to_local
from amber_acre.core.measure.shapes import Point

POINTS_AT_MOST = 200_000
POINTS_KEPT = 400
FINEST_M = 0.02


@dataclass(frozen=True)
class Incoming:
    """One outline of a file in metres east and north of ``origin``; ``said`` tells what was done to it."""

    name: str
    ring: tuple[Point, ...]
    holes: tuple[tuple[Point, ...], ...] = ()
    kind: str = ""
    said: str = ""
    details: Mapping[str, Any] = field(default_factory=dict)


def require_on_globe(ring: Sequence[Point], name: str, latitude_deg: float | None) -> None:
    """Refuses coordinates off the globe (OutOfRange); asks where longitude and latitude look swapped (Doubtful)."""
    for longitude, latitude in ring:
        if not (-180 <= longitude <= 180 and -90 <= latitude <= 90):
            raise OutOfRange(
                f"“{name}”: {longitude:g}, {latitude:g} is no longitude and latitude. If these are metres, say so"
                " above; if latitude comes first, swap the columns.",
                field="file",
                value=(longitude, latitude),
            )
    first = ring[0]
    if latitude_deg is not None and abs(first[1] - latitude_deg) > 5 and abs(first[0] - latitude_deg) < 5:
        raise Doubtful(
            f"“{name}” lies at latitude {first[1]:.2f}, but this property's climate at {latitude_deg:.1f}: longitude"
            " and latitude look swapped. Longitude comes first in this format. Swap them, or confirm.",
            field="file",
            value=first,
        )


def tidy(ring: Sequence[Point], name: str) -> tuple[tuple[Point, ...], str]:
    """A ring in metres without doubled and closing corners, simplified above 400 corners; and what was done.

    Refuses too few corners (MissingInput), too many (OutOfRange) and rings that cross themselves (DoesNotFit).
    """
    if len(ring) > POINTS_AT_MOST:
        raise OutOfRange(
            f"“{name}” has {len(ring):,} points; {POINTS_AT_MOST:,} is the most.", field="file", value=len(ring)
        )
    kept = [p for n, p in enumerate(ring) if n == 0 or p != ring[n - 1]]
    if len(kept) > 1 and kept[0] == kept[-1]:
        kept.pop()
    said = ""
    if len(kept) > POINTS_KEPT:
        kept, said = _simplified(kept, name)
    try:
        require_simple(kept)
    except (DoesNotFit, MissingInput) as refusal:
        raise type(refusal)(f"“{name}”: {refusal.sentence}", field="file") from refusal
    return tuple(kept), said


def _simplified(ring: list[Point], name: str) -> tuple[list[Point], str]:
    from shapely import Polygon

    shape, within = Polygon(ring), FINEST_M
    if not shape.is_valid:
        require_simple(ring)
    thinner = shape
    while len(thinner.exterior.coords) - 1 > POINTS_KEPT and within < 5:
        simpler = shape.simplify(within)
        thinner = simpler if isinstance(simpler, Polygon) else thinner
        within *= 1.6
    corners = [(float(x), float(y)) for x, y in thinner.exterior.coords[:-1]]
    change = thinner.area - shape.area
    return corners, f"“{name}”: {len(ring):,} corners were made {len(corners)}; the area changed by {change:+.2f} m²."


def in_metres(ring: Sequence[Point], origin: Point | None) -> tuple[Point, ...]:
    """The ring as it is, or from longitude and latitude where there is an origin."""
    return tuple(ring) if origin is None else to_local(ring, origin)
