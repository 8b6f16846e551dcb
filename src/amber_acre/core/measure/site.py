"""The site sheet's geometry: shapes put on the property's plan, what overlaps, what a buffer strip takes.

The plan is in metres, x east and y north. Overlaps are found with shapely; circles are drawn with 96 points, so
that an overlap of round ground is right to about 0.1 %.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

from amber_acre.core.by_content import by_each, by_first
from amber_acre.core.measure.polygon import union_of
from amber_acre.core.measure.shapes import Plan, Point
from amber_acre.core.measure.size import Taken
from amber_acre.core.quantities import SquareMetres

KEPT_PLANS = 256  # properties whose overlaps are kept
KEPT_SHAPES = 1024  # areas whose rings and shapes are kept

if TYPE_CHECKING:
    from shapely.geometry.base import BaseGeometry

STEP_M = 0.5  # of looking for a free place
OVERLAP_FROM_M2 = 0.05  # less than this is the drawing's, not the ground's


@dataclass(frozen=True)
class Place:
    """Where a shape lies: the middle of its bounding box in metres east and north, turned clockwise in degrees."""

    x_m: float
    y_m: float
    turn_deg: float = 0.0


@dataclass(frozen=True)
class Placed:
    """A shape on the plan. ``key`` is the area's or context shape's number, ``kind`` as of areas or contexts."""

    key: int
    name: str
    kind: str
    ring: tuple[Point, ...]
    holes: tuple[tuple[Point, ...], ...] = ()
    parent: int | None = None


@dataclass(frozen=True)
class Overlap:
    """Two placed areas that lie on each other by ``size_m2``; ``taker`` keeps it, ``giver`` does not feed it."""

    taker: Placed
    giver: Placed
    size_m2: float


def box(ring: Sequence[Point]) -> tuple[float, float, float, float]:
    """West, south, east and north of a ring."""
    return _box(tuple(ring))


@by_first(KEPT_SHAPES)
def _box(ring: tuple[Point, ...]) -> tuple[float, float, float, float]:
    xs, ys = [p[0] for p in ring], [p[1] for p in ring]
    return min(xs), min(ys), max(xs), max(ys)


def placed_ring(ring: Sequence[Point], about: Sequence[Point], place: Place) -> tuple[Point, ...]:
    """``ring`` turned about the middle of ``about``'s box and moved so that this middle lies at the place."""
    west, south, east, north = box(about)
    return _turned(tuple(ring), (west + east) / 2, (south + north) / 2, place)


@by_first(KEPT_SHAPES)
def _turned(ring: tuple[Point, ...], cx: float, cy: float, place: Place) -> tuple[Point, ...]:
    turn = math.radians(place.turn_deg)
    cos, sin = math.cos(turn), math.sin(turn)
    return tuple(
        (place.x_m + (x - cx) * cos + (y - cy) * sin, place.y_m - (x - cx) * sin + (y - cy) * cos) for x, y in ring
    )


def joined_ring(ring: Sequence[Point], parts: Sequence[Sequence[Point]]) -> tuple[Point, ...]:
    """The outline joined with parts where they touch; as it is where they do not."""
    joined = union_of(ring, parts) if parts else None
    return tuple((x, y) for x, y in joined.exterior.coords[:-1]) if joined is not None else tuple(ring)


def inside_ring(
    own: Sequence[Point], frame: Sequence[Point], x_m: float, y_m: float, turn_deg: float
) -> tuple[Point, ...]:
    """A cut-out or part where it lies: x and y run from the west and south edge of the frame's box to its middle."""
    west, south, _, _ = box(frame)
    return placed_ring(own, own, Place(west + x_m, south + y_m, turn_deg))


JOINTS: dict[str, str] = {
    f"{edge}-{end}": f"{edge} edge, at its {end} end"
    for edge, ends in (
        ("lower", ("left", "right")),
        ("upper", ("left", "right")),
        ("left", ("lower", "upper")),
        ("right", ("lower", "upper")),
    )
    for end in ends
}


def joint_of(own: Sequence[Point], frame: Sequence[Point], joint: str, turn_deg: float) -> Point:
    """The middle, from the west and south edge of the frame's box, of a part that lies outside along one of its edges.

    ``joint``: a key of JOINTS: the edge, and the end of it at which both are flush. Plane geometry.
    """
    west, south, east, north = box(frame)
    wide, high = east - west, north - south
    left, lower, right, upper = box(placed_ring(own, own, Place(0.0, 0.0, turn_deg)))
    edge, end = joint.split("-")
    flush = {"left": -left, "right": wide - right, "lower": -lower, "upper": high - upper}
    beyond = {"left": -right, "right": wide - left, "lower": -upper, "upper": high - lower}
    return (beyond[edge], flush[end]) if edge in ("left", "right") else (flush[end], beyond[edge])


def on_plan(plan: Plan, place: Place) -> tuple[tuple[Point, ...], tuple[tuple[Point, ...], ...]]:
    """Ring and holes of a plan at its place."""
    return placed_ring(plan.ring, plan.ring, place), tuple(placed_ring(hole, plan.ring, place) for hole in plan.holes)


@by_each(KEPT_PLANS)
def overlaps(areas: Sequence[Placed]) -> tuple[Overlap, ...]:
    """Every pair of areas on each other: a patch takes from its lawn, otherwise the smaller from the larger.

    Trees and containers are left out: a root zone reaches under everything, a pot stands on it.
    """
    from shapely import STRtree

    on_ground = [area for area in areas if area.kind not in ("tree", "container")]
    if not on_ground:
        return ()
    shapes = [_shape(area) for area in on_ground]
    found = []
    meeting = zip(*STRtree(shapes).query(shapes, predicate="intersects").tolist(), strict=True)
    for n, m in sorted((n, m) for n, m in meeting if n < m):
        one, other, first, second = on_ground[n], on_ground[m], shapes[n], shapes[m]
        size = first.intersection(second).area
        if size >= OVERLAP_FROM_M2:
            one_takes = other.key == one.parent or (one.key != other.parent and first.area <= second.area)
            taker, giver = (one, other) if one_takes else (other, one)
            found.append(Overlap(taker, giver, size))
    return tuple(found)


@by_each(KEPT_PLANS)
def shared_with_trees(areas: Sequence[Placed]) -> tuple[Overlap, ...]:
    """Root zones that reach under other areas: (tree, other area, m²). Nothing is subtracted."""
    trees = [(area, _shape(area)) for area in areas if area.kind == "tree"]
    ground = [(area, _shape(area)) for area in areas if area.kind not in ("tree", "container")]
    pairs = [(t, g, ts.intersection(gs).area) for t, ts in trees for g, gs in ground if ts.intersects(gs)]
    return tuple(Overlap(tree, under, size) for tree, under, size in pairs if size >= OVERLAP_FROM_M2)


@by_each(KEPT_PLANS)
def escapes(areas: Sequence[Placed], boundary: Placed | None) -> tuple[tuple[Placed, Placed, float], ...]:
    """Patches outside their lawn and areas outside the boundary: (area, what it leaves, m² outside)."""
    by_key = {area.key: area for area in areas}
    found = []
    for area in areas:
        for holder in (by_key.get(area.parent) if area.parent is not None else None, boundary):
            if holder is not None:
                outside = (
                    _shape(area).difference(_shape(Placed(holder.key, holder.name, holder.kind, holder.ring))).area
                )
                if outside >= OVERLAP_FROM_M2:
                    found.append((area, holder, outside))
    return tuple(found)


@by_each(KEPT_PLANS)
def taken_from(areas: Sequence[Placed], contexts: Sequence[Placed], buffer_m: float) -> dict[int, tuple[Taken, ...]]:
    """What each area loses to others, to buildings and paving, and to water with its unfed strip, in m².

    No square metre is taken twice: buildings and water come first, then the strip, then other areas from the
    smallest up. Trees and containers lose nothing.
    """
    givers = [area for area in areas if area.kind not in ("tree", "container")]
    pairs = overlaps(areas)
    result: dict[int, tuple[Taken, ...]] = {}
    for area in givers:
        rest, lost = _shape(area), []
        for name, shape in _takers(area, contexts, pairs, buffer_m):
            cut = rest.intersection(shape)
            if cut.area >= OVERLAP_FROM_M2:
                lost.append(Taken(name, SquareMetres(cut.area)))
                rest = rest.difference(shape)
        result[area.key] = tuple(lost)
    return result


def strips(contexts: Iterable[Placed], buffer_m: float) -> tuple[tuple[Point, ...], ...]:
    """Rings of the unfed strips round water, for drawing."""
    if buffer_m <= 0:
        return ()
    shapes = [_shape(context).buffer(buffer_m) for context in contexts if context.kind == "water"]
    return tuple(tuple((x, y) for x, y in shape.exterior.coords) for shape in shapes)


def _takers(
    area: Placed, contexts: Sequence[Placed], pairs: Sequence[Overlap], buffer_m: float
) -> list[tuple[str, BaseGeometry]]:
    takers = [
        (context.name, _shape(context)) for context in contexts if context.kind in ("building", "paving", "water")
    ]
    if buffer_m > 0:
        takers += [
            (f"unfed strip, {buffer_m:g} m from {context.name}", _shape(context).buffer(buffer_m))
            for context in contexts
            if context.kind == "water"
        ]
    mine = sorted((o for o in pairs if o.giver.key == area.key), key=lambda o: _shape(o.taker).area)
    return [*takers, *((o.taker.name, _shape(o.taker)) for o in mine)]


@by_first(KEPT_SHAPES)
def _shape(placed: Placed) -> BaseGeometry:
    from shapely import Polygon

    shape = Polygon(placed.ring, placed.holes)
    return shape if shape.is_valid else shape.buffer(0)


def open_ground(
    centre: Point, radius_m: float, contexts: Sequence[Placed]
) -> tuple[float, tuple[tuple[str, float], ...]]:
    """Open ground of a circle in m², and what buildings, paving and water on the sheet cover of it, by name.

    No square metre is covered twice: in the order they come [plane-geometry].
    """
    from shapely import Point as Spot

    rest: BaseGeometry = Spot(centre).buffer(radius_m, quad_segs=64)
    covered = []
    for context in contexts:
        if context.kind in ("building", "paving", "water"):
            cut = rest.intersection(_shape(context))
            if cut.area >= OVERLAP_FROM_M2:
                covered.append((context.name, cut.area))
                rest = rest.difference(cut)
    return rest.area, tuple(covered)


def slid_clear(moving: Placed, others: Sequence[Placed], at_most_m: float = 60.0) -> Point | None:
    """The shortest shift, of sixteen directions, after which nothing overlaps; None where none does within reach.

    A patch stays on its lawn; trees and containers are in nobody's way.
    """
    from shapely.affinity import translate
    from shapely.ops import unary_union

    fixed = [
        other
        for other in others
        if other.key != moving.key
        and other.kind not in ("tree", "container")
        and other.key != moving.parent
        and other.parent != moving.key
    ]
    shape, taken = _shape(moving), unary_union([_shape(other) for other in fixed])
    directions = [(math.cos(n * math.pi / 8), math.sin(n * math.pi / 8)) for n in range(16)]

    def clear(east: float, north: float) -> bool:
        """Whether nothing overlaps after this shift."""
        return bool(translate(shape, east, north).intersection(taken).area < OVERLAP_FROM_M2)

    far = STEP_M
    while far <= at_most_m:
        free = next(((x, y) for x, y in directions if clear(x * far, y * far)), None)
        if free is not None:
            near, x, y = far - STEP_M, *free
            for _ in range(8):
                middle = (near + far) / 2
                near, far = (near, middle) if clear(x * middle, y * middle) else (middle, far)
            return x * far, y * far
        far += STEP_M
    return None


def snapped(moving: Sequence[Point], others: Iterable[Sequence[Point]], within_m: float = 0.4) -> Point:
    """How far to shift ``moving`` so that a corner meets a corner or edge of others nearby; (0, 0) where none is.

    Nothing is shifted further than ``within_m``; a corner is preferred to an edge that is somewhat nearer.
    """
    from shapely import LineString
    from shapely import Point as Spot
    from shapely.ops import nearest_points

    best, shift = math.inf, (0.0, 0.0)
    for ring in others:
        edge = LineString([*ring, ring[0]])
        for corner in moving:
            corner_to = min(ring, key=lambda p: math.dist(p, corner))
            near = nearest_points(edge, Spot(corner))[0]
            for target, favour in ((corner_to, 0.6), ((near.x, near.y), 1.0)):
                away = math.dist(corner, target)
                if away <= within_m + 1e-9 and away * favour < best:
                    best, shift = away * favour, (target[0] - corner[0], target[1] - corner[1])
    return shift
