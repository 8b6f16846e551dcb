"""Rings that come from files: checked, made simple where they are too fine, and put into metres."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from amber_acre.core.errors import DoesNotFit, Doubtful, MissingInput, OutOfRange
from amber_acre.core.measure.polygon import require_simple, to_local
from amber_acre.core.measure.shapes import Point

POINTS_AT_MOST = 50_000  # of a whole file: a walk with a point a second takes fourteen hours
POINTS_COMPARED = 2_000  # geometry that compares corners with each other sees no more
POINTS_KEPT = 400
FINEST_M = 0.02
COARSEST_M = 5.0
FAR_M = 20_000.0  # from the middle of a property; at it a plane is off by a few in a million [common-practice]


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


def require_inside(ring: Sequence[Point], holes: Sequence[Sequence[Point]], name: str) -> None:
    """Refuses a hole that does not lie in its ring, or holes that overlap: it would be subtracted from what is not
    there (DoesNotFit)."""
    from shapely import Polygon

    outer = Polygon(ring).buffer(FINEST_M)
    found = [Polygon(hole) for hole in holes]
    for n, hole in enumerate(found, start=1):
        if not outer.covers(hole):
            raise DoesNotFit(f"“{name}”: hole {n} does not lie inside its outline. Mend it in the file.", field="file")
        if any(hole.intersection(other).area > FINEST_M for other in found[n:]):
            raise DoesNotFit(f"“{name}”: hole {n} overlaps another: it would be taken off twice.", field="file")


def require_near(ring: Sequence[Point], name: str) -> None:
    """Asks about an outline, in metres, that lies so far off that a plane is no map any more (Doubtful)."""
    far = max(math.hypot(x, y) for x, y in ring)
    if far > FAR_M:
        raise Doubtful(
            f"“{name}” lies {far / 1000:,.0f} km from the property: sizes so far off are wrong. Is it another"
            " property’s? Take it out of the file, or confirm.",
            field="file",
            value=far,
        )


def tidy(ring: Sequence[Point], name: str) -> tuple[tuple[Point, ...], str]:
    """A ring in metres without doubled and closing corners, simplified above 400 corners; and what was done.

    Refuses too few corners (MissingInput), too many (OutOfRange) and rings that cross themselves (DoesNotFit).
    """
    require_few([ring], name)
    kept = [p for n, p in enumerate(ring) if n == 0 or p != ring[n - 1]]
    if len(kept) > 1 and kept[0] == kept[-1]:
        kept.pop()
    said = ""
    try:
        if len(kept) > POINTS_KEPT:
            kept, said = _simplified(kept, name)
        require_simple(kept)
    except (DoesNotFit, MissingInput) as refusal:
        raise type(refusal)(f"“{name}”: {refusal.sentence}", field="file") from refusal
    return tuple(kept), said


def require_few(rings: Sequence[Sequence[Point]], name: str) -> None:
    """Refuses more points than a file of outlines can have (OutOfRange), before any geometry looks at them."""
    count = sum(len(ring) for ring in rings)
    if count > POINTS_AT_MOST:
        raise OutOfRange(
            f"“{name}” has {count:,} points; {POINTS_AT_MOST:,} is the most. Cut the file down, or let the receiver"
            " record fewer.",
            field="file",
            value=count,
        )


def _simplified(ring: list[Point], name: str) -> tuple[list[Point], str]:
    """At most 400 corners: first points near the one before are left out, which takes a time in proportion to their
    number; then corners that hardly bend the outline."""
    from shapely import Polygon

    kept, within = ring, FINEST_M
    while len(kept) > POINTS_COMPARED:
        if within > COARSEST_M:
            raise _winds(len(kept))
        kept, within = _thinned(ring, within), within * 1.6
    require_simple(kept)
    shape, within = Polygon(kept), FINEST_M
    thinner = shape
    while len(thinner.exterior.coords) - 1 > POINTS_KEPT and within < COARSEST_M:
        simpler = shape.simplify(within)
        thinner = simpler if isinstance(simpler, Polygon) else thinner
        within *= 1.6
    corners = [(float(x), float(y)) for x, y in thinner.exterior.coords[:-1]]
    if len(corners) > POINTS_KEPT:
        raise _winds(len(corners))
    change = thinner.area - _area_m2(ring)
    return corners, f"“{name}”: {len(ring):,} corners were made {len(corners)}; the area changed by {change:+.2f} m²."


def _winds(corners: int) -> DoesNotFit:
    return DoesNotFit(
        f"its edge winds so much that {corners:,} corners are left after simplifying; {POINTS_KEPT} is the most. Draw"
        " it simpler, or divide it.",
        field="file",
        value=corners,
    )


def _thinned(ring: Sequence[Point], within_m: float) -> list[Point]:
    """Without the points that lie within so many metres of the last one kept."""
    kept = [ring[0]]
    for point in ring[1:]:
        if math.dist(point, kept[-1]) >= within_m:
            kept.append(point)
    return kept


def _area_m2(ring: Sequence[Point]) -> float:
    pairs = zip(ring, [*ring[1:], ring[0]], strict=True)
    return abs(math.fsum(x1 * y2 - x2 * y1 for (x1, y1), (x2, y2) in pairs)) / 2


def in_metres(ring: Sequence[Point], origin: Point | None) -> tuple[Point, ...]:
    """The ring as it is, or from longitude and latitude where there is an origin."""
    return tuple(ring) if origin is None else to_local(ring, origin)
