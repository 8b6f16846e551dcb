"""A polygon from its corners: in local metres, or by longitude and latitude on the ellipsoid."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.measure.shapes import Plan, Point
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.working import Figure, Working

if TYPE_CHECKING:
    from shapely import Polygon as ShapelyPolygon
    from shapely.geometry.base import BaseGeometry

SPELLED_OUT = 12  # corners up to which a working writes every product


@dataclass(frozen=True)
class Polygon:
    """A ring of corners in metres, x east and y north, and holes in it.

    Refuses fewer than three corners (MissingInput), rings that cross themselves and corners that enclose
    nothing (DoesNotFit, with the place).
    """

    ring: tuple[Point, ...]
    holes: tuple[tuple[Point, ...], ...] = ()

    def __post_init__(self) -> None:
        for ring in (self.ring, *self.holes):
            require_simple(ring)
        require_inside(self.ring, [(f"hole {n}", hole) for n, hole in enumerate(self.holes, start=1)])

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """The shoelace sum over the corners, less the holes, in m² [plane-geometry]."""
        outer = ring_area_m2(self.ring, working, title)
        if not self.holes:
            return outer
        holes = [
            Figure(f"hole_{n}_m2", ring_area_m2(hole, working, f"{title}: hole {n}"), "m²", f"hole {n}")
            for n, hole in enumerate(self.holes, start=1)
        ]
        formula = " - ".join(["outer_m2", *(hole.symbol for hole in holes)])
        net = outer - sum(hole.value for hole in holes)
        figures = [Figure("outer_m2", outer, "m²", "outer ring"), *holes]
        return SquareMetres(working.step(f"{title}, less its holes", formula, figures, net, "m²", "plane-geometry"))

    def plan(self) -> Plan:
        """As given."""
        return Plan(self.ring, self.holes)


@dataclass(frozen=True)
class LonLatPolygon:
    """A ring of (longitude, latitude) in degrees on WGS84; refusals as for Polygon, and OutOfRange off the globe."""

    ring: tuple[Point, ...]

    def __post_init__(self) -> None:
        for n, (longitude, latitude) in enumerate(self.ring, start=1):
            if not (-180 <= longitude <= 180 and -90 <= latitude <= 90):
                raise OutOfRange(
                    f"Row {n}: longitude {longitude:g}, latitude {latitude:g} is not on the globe. Longitude comes"
                    " first (−180 to 180), then latitude (−90 to 90): are they swapped?",
                    field="rows",
                    value=(longitude, latitude),
                )
        require_simple(self.local())

    def local(self) -> tuple[Point, ...]:
        """Corners in metres east and north of their middle (azimuthal equidistant on WGS84) [wgs84-geodesic]."""
        return to_local(self.ring, middle(self.ring))

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """Area on the ellipsoid in m², from geodesics between the corners [wgs84-geodesic]."""
        area = geodesic_area_m2(self.ring)
        figures = [Figure("geodesic_m2", area, "m²", f"area on WGS84 inside {len(self.ring)} corners")]
        return SquareMetres(working.step(title, "geodesic_m2", figures, area, "m²", "wgs84-geodesic"))

    def plan(self) -> Plan:
        """North up, round the middle of the corners."""
        return Plan(self.local())


def geodesic_area_m2(ring: Sequence[Point]) -> float:
    """Area in m² inside a ring of (longitude, latitude) on WGS84, whichever way round [wgs84-geodesic]."""
    from pyproj import Geod

    area, _ = Geod(ellps="WGS84").polygon_area_perimeter([p[0] for p in ring], [p[1] for p in ring])
    return abs(float(area))


def middle(ring: Sequence[Point]) -> Point:
    """The mean corner of (longitude, latitude); across the 180° meridian too, where longitudes change their sign."""
    first = ring[0][0]
    east = first + sum((p[0] - first + 180) % 360 - 180 for p in ring) / len(ring)
    return ((east + 180) % 360 - 180, sum(p[1] for p in ring) / len(ring))


def to_local(ring: Sequence[Point], origin: Point) -> tuple[Point, ...]:
    """(longitude, latitude) → metres east and north of ``origin`` (longitude, latitude) [wgs84-geodesic]."""
    from pyproj import Proj

    around = Proj(proj="aeqd", lon_0=origin[0], lat_0=origin[1], ellps="WGS84")
    return tuple((float(x), float(y)) for x, y in (around(*point) for point in ring))


def to_lon_lat(ring: Sequence[Point], origin: Point) -> tuple[Point, ...]:
    """The way back from :func:`to_local`."""
    from pyproj import Proj

    around = Proj(proj="aeqd", lon_0=origin[0], lat_0=origin[1], ellps="WGS84")
    return tuple((float(a), float(b)) for a, b in (around(*point, inverse=True) for point in ring))


def ring_area_m2(ring: Sequence[Point], working: Working, title: str) -> SquareMetres:
    """Half the sum of the corners' cross products, in m² [plane-geometry]."""
    pairs = list(zip(ring, [*ring[1:], ring[0]], strict=True))
    total = math.fsum(x1 * y2 - x2 * y1 for (x1, y1), (x2, y2) in pairs)
    if len(ring) > SPELLED_OUT:
        figures = [Figure("products_m2", total, "m²", f"sum of the cross products of {len(ring)} corners")]
        formula = "sqrt(products_m2 ** 2) / 2"
    else:
        figures = [
            Figure(f"{axis}_{n}", point[i], "m", f"corner {n} {'east' if axis == 'x' else 'north'}")
            for n, point in enumerate(ring, start=1)
            for i, axis in enumerate("xy")
        ]
        count = len(ring)
        terms = [f"x_{n} * y_{n % count + 1} - x_{n % count + 1} * y_{n}" for n in range(1, count + 1)]
        formula = f"sqrt(({' + '.join(terms)}) ** 2) / 2"
    return SquareMetres(working.step(title, formula, figures, abs(total) / 2, "m²", "plane-geometry"))


def require_inside(ring: Sequence[Point], holes: Sequence[tuple[str, Sequence[Point]]], field: str = "rows") -> None:
    """Refuses (DoesNotFit) what is to be cut out of a ring and lies outside it, or on another cut-out.

    A strip along the edge of up to a hundredth of the hole, or 0.1 m², is taken for the error of measuring.
    """
    from shapely import Polygon as Shape

    whole: BaseGeometry = Shape(ring)
    taken: BaseGeometry = Shape()
    for name, hole in holes:
        shape = Shape(hole)
        slack = max(0.1, shape.area / 100)
        outside = shape.difference(whole).area
        if outside > slack:
            raise DoesNotFit(
                f"{name}: {outside:,.1f} of its {shape.area:,.1f} m² lie outside the outline, where there is nothing to"
                " take. Check its size and where it lies.",
                field=field,
                value=outside,
            )
        twice = shape.intersection(taken).area
        if twice > slack:
            raise DoesNotFit(
                f"{name}: {twice:,.1f} m² of it are cut out already by another. Move one of them.",
                field=field,
                value=twice,
            )
        taken = taken.union(shape)


def union_of(ring: Sequence[Point], parts: Sequence[Sequence[Point]]) -> ShapelyPolygon | None:
    """An outline and its parts as one polygon; None where a part touches the rest nowhere.

    Corners are taken to a thousandth of a millimetre, so that edges which were computed to meet do meet.
    """
    from shapely import Polygon as Shape
    from shapely import set_precision
    from shapely.ops import unary_union

    joined = unary_union([set_precision(Shape(one), 1e-6) for one in (ring, *parts)])
    return joined if isinstance(joined, Shape) else None


def require_apart(ring: Sequence[Point], parts: Sequence[tuple[str, str, Sequence[Point]]]) -> None:
    """Refuses (DoesNotFit) a part (name, field, ring) that lies on the outline or on another part: that ground would
    be counted twice. The slack is that of ``require_inside``."""
    from shapely import Polygon as Shape

    taken: BaseGeometry = Shape(ring)
    for name, field, part in parts:
        shape = Shape(part)
        twice = shape.intersection(taken).area
        if twice > max(0.1, shape.area / 100):
            raise DoesNotFit(
                f"{name}: {twice:,.1f} of its {shape.area:,.1f} m² are measured already by the outline or another part,"
                " and would count twice. Check its size and where it lies.",
                field=field,
                value=twice,
            )
        taken = taken.union(shape)


def require_simple(ring: Sequence[Point]) -> None:
    """Refuses a ring of fewer than three corners, one that crosses itself and one that encloses nothing."""
    if len(ring) < 3:
        raise MissingInput(f"A polygon needs at least three corners; {len(ring)} are there.", field="rows")
    from shapely import Polygon as Shape
    from shapely.validation import explain_validity

    shape = Shape(ring)
    if shape.convex_hull.area <= 1e-9:
        raise DoesNotFit("These corners enclose nothing: they lie on one line.", field="rows")
    if not shape.is_valid:
        reason = explain_validity(shape)
        place = reason[reason.find("[") + 1 : reason.find("]")] if "[" in reason else ""
        where = f" near {', '.join(f'{float(v):.1f}' for v in place.split())} m" if place else ""
        raise DoesNotFit(f"The outline crosses itself{where}. Put the corners in order round the edge.", field="rows")
