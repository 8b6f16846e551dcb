"""The ways an area is measured: what each asks for, and the shape it makes."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from amber_acre.core.measure.offsets import Offsets, RadialOffsets, UnequalOffsets
from amber_acre.core.measure.outline import Outline
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
from amber_acre.core.measure.traverse import Traverse, azimuths_from_turns
from amber_acre.core.quantities import Metres, SquareMetres

Quantity = Literal["length", "area", "angle", "distance", "degrees"]
Values = tuple[float, ...]
Build = Callable[[Values, tuple[Values, ...]], Outline]


@dataclass(frozen=True)
class Asked:
    """One thing a method asks for: its name and the quantity it is read as.

    ``length`` is above zero, ``distance`` any sign; ``angle`` any angle, ``degrees`` a plain coordinate.
    """

    name: str
    quantity: Quantity = "length"


@dataclass(frozen=True)
class Method:
    """A way to measure: key, name, its sides, the columns of its table (none where it has no table), a hint."""

    key: str
    name: str
    sides: tuple[Asked, ...]
    build: Build
    columns: tuple[Asked, ...] = ()
    hint: str = ""


def _column(rows: tuple[Values, ...], n: int) -> Values:
    return tuple(row[n] for row in rows)


def _from_turns(_sides: Values, rows: tuple[Values, ...]) -> Outline:
    return Traverse(azimuths_from_turns(_column(rows, 0)), _column(rows, 1))


_OFFSET = (Asked("Offset", "distance"),)
_ALL = (
    Method(
        "rectangle", "Rectangle", (Asked("Length"), Asked("Width")), lambda s, _: Rectangle(Metres(s[0]), Metres(s[1]))
    ),
    Method(
        "triangle",
        "Triangle from three sides",
        (Asked("Side a"), Asked("Side b"), Asked("Side c")),
        lambda s, _: Triangle(Metres(s[0]), Metres(s[1]), Metres(s[2])),
    ),
    Method(
        "trapezium",
        "Trapezium: two parallel sides",
        (Asked("Parallel side a"), Asked("Parallel side b"), Asked("Distance between")),
        lambda s, _: Trapezium(Metres(s[0]), Metres(s[1]), Metres(s[2])),
    ),
    Method("circle", "Circle", (Asked("Diameter"),), lambda s, _: Circle(Metres(s[0]))),
    Method(
        "circumference",
        "Circle from its circumference",
        (Asked("Circumference"),),
        lambda s, _: Circumference(Metres(s[0])),
    ),
    Method(
        "ellipse",
        "Ellipse",
        (Asked("Long axis"), Asked("Short axis")),
        lambda s, _: Ellipse(Metres(s[0]), Metres(s[1])),
    ),
    Method(
        "ring",
        "Ring round something",
        (Asked("Outer diameter"), Asked("Inner diameter")),
        lambda s, _: Ring(Metres(s[0]), Metres(s[1])),
    ),
    Method(
        "sector",
        "Slice of a circle",
        (Asked("Radius"), Asked("Opening angle", "angle")),
        lambda s, _: Sector(Metres(s[0]), s[1]),
    ),
    Method(
        "offsets",
        "Offsets from a base line, equal spacing",
        (Asked("Spacing"),),
        lambda s, rows: Offsets(s[0], _column(rows, 0)),
        _OFFSET,
        "One offset a row, both ends of the base line included. Trapezoidal rule.",
    ),
    Method(
        "offsets-simpson",
        "Offsets, equal spacing, Simpson's rule",
        (Asked("Spacing"),),
        lambda s, rows: Offsets(s[0], _column(rows, 0), "simpson"),
        _OFFSET,
        "For curved edges. Of an odd number of strips the last is taken as a trapezium, and the working says so.",
    ),
    Method(
        "widths",
        "Widths across a middle line, equal spacing",
        (Asked("Spacing"),),
        lambda s, rows: Offsets(s[0], _column(rows, 0), across=True),
        (Asked("Width", "distance"),),
        "One width a row across the whole figure; a pointed end is 0.",
    ),
    Method(
        "unequal-offsets",
        "Offsets at unequal distances",
        (),
        lambda _, rows: UnequalOffsets(_column(rows, 0), _column(rows, 1)),
        (Asked("Distance along", "distance"), Asked("Offset", "distance")),
        "Distances run along the base line from its start.",
    ),
    Method(
        "radial",
        "Lines from a centre",
        (),
        lambda _, rows: RadialOffsets(_column(rows, 0), _column(rows, 1)),
        (Asked("Bearing", "angle"), Asked("Distance")),
        "Bearings rise clockwise, once round.",
    ),
    Method(
        "traverse",
        "Walk round: bearing and distance",
        (),
        lambda _, rows: Traverse(_column(rows, 0), _column(rows, 1)),
        (Asked("Bearing", "angle"), Asked("Distance")),
        "126.5, 126 55 17 or N 45 E; the last course ends at the start.",
    ),
    Method(
        "turns",
        "Walk round: turn and distance",
        (),
        _from_turns,
        (Asked("Turn, right +", "angle"), Asked("Distance")),
        "Turn before each course, right is plus, left is minus; the last course ends at the start.",
    ),
    Method(
        "polygon",
        "Corners east and north",
        (),
        lambda _, rows: Polygon(tuple((r[0], r[1]) for r in rows)),
        (Asked("East", "distance"), Asked("North", "distance")),
        "In order round the edge.",
    ),
    Method(
        "lonlat",
        "Corners by longitude and latitude",
        (),
        lambda _, rows: LonLatPolygon(tuple((r[0], r[1]) for r in rows)),
        (Asked("Longitude", "degrees"), Asked("Latitude", "degrees")),
        "WGS84, in order round the edge; longitude first.",
    ),
    Method(
        "range",
        "Area known only as a low–high range",
        (Asked("Low end", "area"), Asked("High end", "area")),
        lambda s, _: KnownRange(SquareMetres(s[0]), SquareMetres(s[1])),
    ),
)
METHODS: dict[str, Method] = {method.key: method for method in _ALL}
SIDES_AT_MOST = max(len(method.sides) for method in _ALL)
