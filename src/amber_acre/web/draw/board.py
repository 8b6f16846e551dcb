"""The measuring board: an outline with its readings, parts and cut-outs to scale, and a scale bar."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.measure.entry import Reading
from amber_acre.core.measure.kept import TypedShape
from amber_acre.core.measure.shapes import Guide, KnownRange, Plan, Point, Rectangle, arc
from amber_acre.core.measure.site import Place, box, placed_ring
from amber_acre.core.measure.size import Size
from amber_acre.core.quantities import Metres
from amber_acre.web.draw.labels import Label, Labels, around
from amber_acre.web.draw.scale import Scale, fit, scale_bar
from amber_acre.web.shown import Shown, Units

WIDTH, HEIGHT = 520.0, 380.0
MARGIN = 46.0
BAR_ROOM = 24.0
GUIDES_LABELLED = 40


@dataclass(frozen=True)
class Board:
    """All geometry of one drawing in a box of ``width`` × ``height``."""

    outline: str
    parts: tuple[str, ...]
    cut_outs: tuple[str, ...]
    guides: tuple[tuple[float, float, float, float], ...]
    labels: tuple[Label, ...]
    bar_px: float
    bar_text: str
    legend: tuple[str, ...]
    note: str
    zone: str = ""
    width: float = WIDTH
    height: float = HEIGHT


def draw_board(
    outline: TypedShape,
    parts: Sequence[TypedShape],
    cut_outs: Sequence[TypedShape],
    size: Size,
    units: Units,
    reading: Reading,
) -> Board:
    """An area to scale. Parts and cut-outs lie where they were placed; the others only in a row."""
    shape = outline.read(reading).shape
    plan = _square(size) if isinstance(shape, KnownRange) else shape.plan()
    added = [_rings(p, reading, plan.ring) for p in parts]
    cuts = [_rings(c, reading, plan.ring) for c in cut_outs]
    rings = [plan.ring, *(ring for ring, placed in added if placed)]
    scale = fit(_bounds(rings), WIDTH, HEIGHT - BAR_ROOM, MARGIN)
    labels = Labels(WIDTH, HEIGHT - BAR_ROOM)
    row = _in_a_row([ring for ring, placed in (*added, *cuts) if not placed], plan.ring)
    drawn, edges, numbers = [], [], iter(row)
    for n, (ring, placed) in enumerate((*added, *cuts), start=1):
        lying = ring if placed else next(numbers)
        drawn.append(scale.path(lying))
        labels.write(str(n), around(*scale.at(_middle(lying)), 12))
        if n > len(added):
            edges.append(_box_of(lying, scale))
    for guide in plan.guides:
        _label_guide(labels, guide, outline, plan, scale, edges)
    labels.write(Shown(units).area(size.size_m2), around(*scale.at(_inside(plan)), 18))
    bar_px, bar_text = scale_bar(scale.px_m, units)
    return Board(
        scale.path(plan.ring, *plan.holes),
        tuple(drawn[: len(added)]),
        tuple(drawn[len(added) :]),
        tuple((*scale.at(g.start), *scale.at(g.end)) for g in plan.guides if not _on_edge(g, plan)),
        tuple(labels.written),
        bar_px,
        bar_text,
        _legend((*parts, *cut_outs)),
        _note(isinstance(shape, KnownRange), bool(row)),
    )


def draw_plan(plan: Plan, zone_m2: float | None, size: Size, units: Units) -> Board:
    """An area drawn by its facts: outline, and for a tree its root zone as a second ring."""
    zone = arc(math.sqrt(zone_m2 / math.pi)) if zone_m2 else ()
    rings = [ring for ring in (plan.ring, zone) if ring]
    scale = fit(_bounds(rings), WIDTH, HEIGHT - BAR_ROOM, MARGIN)
    labels = Labels(WIDTH, HEIGHT - BAR_ROOM)
    labels.write(Shown(units).area(size.size_m2), around(*scale.at(_middle(plan.ring)), 18))
    bar_px, bar_text = scale_bar(scale.px_m, units)
    note = "Crown filled, root zone as a line; its hard surface is subtracted, not drawn." if zone else ""
    return Board(
        scale.path(plan.ring, *plan.holes),
        (),
        (),
        (),
        tuple(labels.written),
        bar_px,
        bar_text,
        (),
        note,
        scale.path(zone),
    )


def _note(only_size: bool, in_a_row: bool) -> str:
    if only_size:
        return "Only the size is known: drawn as a square of the middle of the range."
    return "Numbered shapes without a place are to scale, but only set in a row." if in_a_row else ""


def _square(size: Size) -> Plan:
    side = Metres(math.sqrt(size.size_m2))
    return Plan(Rectangle(side, side).plan().ring)


def _rings(shape: TypedShape, reading: Reading, frame: Sequence[Point]) -> tuple[tuple[Point, ...], bool]:
    read = shape.read(reading).shape
    ring = () if isinstance(read, KnownRange) else read.plan().ring
    if shape.x_m is None or shape.y_m is None:
        return ring, False
    west, south, _, _ = box(frame)
    return placed_ring(ring, ring, Place(west + shape.x_m, south + shape.y_m, shape.turn_deg)), True


def _bounds(rings: Sequence[Sequence[Point]]) -> tuple[float, float, float, float]:
    boxes = [box(ring) for ring in rings]
    return min(b[0] for b in boxes), min(b[1] for b in boxes), max(b[2] for b in boxes), max(b[3] for b in boxes)


def _on_edge(guide: Guide, plan: Plan) -> bool:
    pairs = list(zip(plan.ring, [*plan.ring[1:], plan.ring[0]], strict=True))
    return (guide.start, guide.end) in pairs or (guide.end, guide.start) in pairs


def _box_of(ring: Sequence[Point], scale: Scale) -> tuple[float, float, float, float]:
    west, south, east, north = box(ring)
    return (*scale.at((west, north)), *scale.at((east, south)))


def _label_guide(
    labels: Labels,
    guide: Guide,
    shape: TypedShape,
    plan: Plan,
    scale: Scale,
    edges: Sequence[tuple[float, float, float, float]],
) -> None:
    """Beside its line, clear of the cut-outs (``edges``) where there is room along it."""
    text = _text_of(guide, shape)
    if not text or len(plan.guides) > GUIDES_LABELLED:
        return
    (x1, y1), (x2, y2) = scale.at(guide.start), scale.at(guide.end)
    mx, my = (x1 + x2) / 2, (y1 + y2) / 2
    angle = math.degrees(math.atan2(y2 - y1, x2 - x1))
    angle = angle - 180 if angle > 89.9 else angle + 180 if angle < -90 else angle
    if _on_edge(guide, plan):
        cx, cy = scale.at(_middle(plan.ring))
        away = math.hypot(mx - cx, my - cy) or 1.0
        spots = [(mx + (mx - cx) / away * d, my + (my - cy) / away * d, angle) for d in (15, 22, 30)]
        labels.write(text, spots)
        return
    nx, ny = math.sin(math.radians(angle)), -math.cos(math.radians(angle))
    shares = (0.5, 0.3, 0.7, 0.18, 0.82)
    along = [(x1 + (x2 - x1) * share, y1 + (y2 - y1) * share) for share in shares]
    spots = [(x + nx * d, y + ny * d, angle) for x, y in along for d in (11, -11, 18, -18)]
    clear = [spot for spot in spots if not any(labels.touches(text, spot, edge) for edge in edges)]
    labels.write(text, [*clear, *spots])


def _text_of(guide: Guide, shape: TypedShape) -> str:
    if guide.side is not None:
        text = shape.side(guide.side + 1)
        return {"circle": f"⌀ {text}", "circumference": f"round {text}"}.get(shape.kind, text)
    if guide.cell is not None:
        lines = shape.rows.split("\n")
        cells = lines[guide.cell[0]].split("\t") if guide.cell[0] < len(lines) else []
        return cells[guide.cell[1]] if guide.cell[1] < len(cells) else ""
    return ""


def _middle(ring: Sequence[Point]) -> Point:
    west, south, east, north = box(ring)
    return (west + east) / 2, (south + north) / 2


def _inside(plan: Plan) -> Point:
    """A point inside the outline, low enough to leave the middle to cut-outs."""
    west, south, east, north = box(plan.ring)
    low = (west + east) / 2, south + (north - south) * 0.22
    from shapely import Point as Spot
    from shapely import Polygon

    shape = Polygon(plan.ring, plan.holes)
    if shape.contains(Spot(low)):
        return low
    inner = shape.representative_point()
    return inner.x, inner.y


def _in_a_row(rings: Sequence[Sequence[Point]], frame: Sequence[Point]) -> list[tuple[Point, ...]]:
    """Shapes without a place, to scale, side by side along the middle of the outline."""
    if not rings:
        return []
    west, south, east, north = box(frame)
    sizes = [box(ring) for ring in rings]
    total = sum(b[2] - b[0] for b in sizes)
    gap = max(0.2, (east - west - total) / (len(rings) + 1))
    x, placed = west + gap, []
    for ring, (w, _, e, _) in zip(rings, sizes, strict=True):
        placed.append(placed_ring(ring, ring, Place(x + (e - w) / 2, south + (north - south) * 0.55)))
        x += e - w + gap
    return placed


def _legend(shapes: Sequence[TypedShape]) -> tuple[str, ...]:
    """One line a part or cut-out: number, name and the sides as typed."""
    return tuple(
        f"{n} {shape.name}: {'⌀ ' if shape.kind == 'circle' else ''}{' × '.join(text for text in shape.texts if text)}"
        for n, shape in enumerate(shapes, start=1)
    )
