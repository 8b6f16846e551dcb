"""Everything an area can be measured as."""

from __future__ import annotations

from amber_acre.core.measure.offsets import Offsets, RadialOffsets, UnequalOffsets
from amber_acre.core.measure.polygon import LonLatPolygon, Polygon
from amber_acre.core.measure.shapes import (
    Circle,
    Circumference,
    Ellipse,
    KnownRange,
    Rectangle,
    Ring,
    Sector,
    Trapezium,
    Triangle,
)
from amber_acre.core.measure.traverse import Traverse

Measurable = (
    Rectangle
    | Triangle
    | Trapezium
    | Circle
    | Circumference
    | Ellipse
    | Ring
    | Sector
    | Offsets
    | UnequalOffsets
    | RadialOffsets
    | Traverse
    | Polygon
    | LonLatPolygon
)
Outline = Measurable | KnownRange
