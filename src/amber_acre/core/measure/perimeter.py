"""How far it is round a measured shape: for edging, a barrier, or walking it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import pairwise

from amber_acre.core.measure.outline import Measurable
from amber_acre.core.measure.polygon import LonLatPolygon, union_of
from amber_acre.core.measure.shapes import Circle, Circumference, Ellipse, Point


def perimeter_m(shape: Measurable) -> float:
    """Metres round the outer edge of a shape [plane-geometry]; of longitude and latitude on the ellipsoid
    [wgs84-geodesic].

    A circle by its diameter, an ellipse by Ramanujan's second formula (off by less than 0.01 % to axes of 1 to 5);
    others along the straight lines between their corners, so that an edge measured by offsets is a little short.
    """
    if isinstance(shape, Circle):
        return math.pi * shape.diameter_m
    if isinstance(shape, Circumference):
        return float(shape.circumference_m)
    if isinstance(shape, Ellipse):
        a, b = shape.long_m / 2, shape.short_m / 2
        h = ((a - b) / (a + b)) ** 2
        return float(math.pi * (a + b) * (1 + 3 * h / (10 + math.sqrt(4 - 3 * h))))
    if isinstance(shape, LonLatPolygon):
        from pyproj import Geod

        longitudes, latitudes = ([point[axis] for point in shape.ring] for axis in (0, 1))
        return float(Geod(ellps="WGS84").polygon_area_perimeter(longitudes, latitudes)[1])
    ring = shape.plan().ring
    return math.fsum(math.dist(a, b) for a, b in pairwise([*ring, ring[0]]))


def joined_perimeter_m(ring: Sequence[Point], parts: Sequence[Sequence[Point]]) -> float | None:
    """Metres round an outline and its parts as one; None where a part does not touch the rest [plane-geometry]."""
    joined = union_of(ring, parts)
    return float(joined.exterior.length) if joined is not None else None
