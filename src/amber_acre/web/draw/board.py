"""The measuring board: a lawn's outline and cut-outs to scale, with dimensions and a scale bar."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.measure.entry import read_outline
from amber_acre.core.measure.shapes import Circle, KnownRange, Outline, Rectangle, Triangle
from amber_acre.core.measure.size import Size
from amber_acre.core.quantities import FOOT_M
from amber_acre.store.areas import TypedShape
from amber_acre.web.shown import Shown, Units

WIDTH, HEIGHT = 520.0, 380.0
MARGIN = 46.0


@dataclass(frozen=True)
class Label:
    """Text at a point, turned by ``angle`` degrees; ``anchor`` as in SVG."""

    x: float
    y: float
    text: str
    angle: float = 0.0
    anchor: str = "middle"


@dataclass(frozen=True)
class Figure:
    """A closed shape to draw: a path, or a circle where ``radius`` is set."""

    path: str = ""
    cx: float = 0.0
    cy: float = 0.0
    radius: float = 0.0


@dataclass(frozen=True)
class Board:
    """All geometry of one drawing in a box of ``width`` × ``height``."""

    outline: Figure
    cut_outs: tuple[Figure, ...]
    labels: tuple[Label, ...]
    bar_px: float
    bar_text: str
    legend: tuple[str, ...]
    note: str
    width: float = WIDTH
    height: float = HEIGHT


@dataclass(frozen=True)
class _Extent:
    points: tuple[tuple[float, float], ...]
    circle: float | None
    width: float
    height: float
    sides: tuple[str, ...]


def draw_board(outline: TypedShape, cut_outs: Sequence[TypedShape], size: Size, units: Units) -> Board:
    """A lawn to scale; cut-outs keep their size but are only set in a row, for their place is not measured."""
    shape = read_outline(outline.kind, outline.texts).shape
    extent = _extent(shape, outline.texts, size.size_m2)
    scale = min((WIDTH - 2 * MARGIN) / extent.width, (HEIGHT - 2 * MARGIN - 24) / extent.height)
    left, top = (WIDTH - extent.width * scale) / 2, (HEIGHT - 24 - extent.height * scale) / 2
    drawn = _figure(extent, left, top, scale)
    labels = list(_side_labels(extent, left, top, scale))
    figures, cut_labels = _cut_outs(cut_outs, extent, left, top, scale)
    labels += cut_labels
    bar_m, bar_text = _scale_bar(scale, units)
    note = ""
    if isinstance(shape, KnownRange):
        note = "Only the size is known: drawn as a square of the middle of the range."
    elif cut_outs:
        note = "Cut-outs are to scale; where they lie is not measured."
    shown = Shown(units)
    x, y = _free_spot(extent, left, top, scale)
    labels.append(Label(x, y, shown.area(size.size_m2)))
    return Board(drawn, tuple(figures), tuple(labels), bar_m * scale, bar_text, _legend(cut_outs), note)


def _extent(shape: Outline, texts: Sequence[str], size_m2: float) -> _Extent:
    match shape:
        case Rectangle(length_m=a, width_m=b):
            long, short = max(a, b), min(a, b)
            sides = (texts[0], texts[1]) if a >= b else (texts[1], texts[0])
            return _Extent(((0, 0), (long, 0), (long, short), (0, short)), None, long, short, sides)
        case Triangle(a_m=a, b_m=b, c_m=c):
            longest = max((a, 0), (b, 1), (c, 2))
            base, rest = longest[0], [side for n, side in enumerate((a, b, c)) if n != longest[1]]
            names = [texts[longest[1]], *(text for n, text in enumerate(texts[:3]) if n != longest[1])]
            x = (base**2 + rest[0] ** 2 - rest[1] ** 2) / (2 * base)
            height = math.sqrt(max(rest[0] ** 2 - x**2, 0))
            return _Extent(((0, height), (base, height), (x, 0)), None, base, height, (names[0], names[2], names[1]))
        case Circle(diameter_m=d):
            return _Extent((), d / 2, d, d, (texts[0],))
        case KnownRange():
            side = math.sqrt(size_m2)
            return _Extent(((0, 0), (side, 0), (side, side), (0, side)), None, side, side, ())


def _figure(extent: _Extent, left: float, top: float, scale: float) -> Figure:
    if extent.circle is not None:
        r = extent.circle * scale
        return Figure(cx=left + r, cy=top + r, radius=r)
    corners = " L".join(f"{left + x * scale:.1f} {top + y * scale:.1f}" for x, y in extent.points)
    return Figure(path=f"M{corners} Z")


def _side_labels(extent: _Extent, left: float, top: float, scale: float) -> list[Label]:
    if extent.circle is not None:
        r = extent.circle * scale
        return [Label(left + r, top + 2 * r + 18, f"⌀ {extent.sides[0]}")]
    if len(extent.points) == 4 and extent.sides:
        return [
            Label(left + extent.width * scale / 2, top - 10, extent.sides[0]),
            Label(left - 12, top + extent.height * scale / 2, extent.sides[1], -90),
        ]
    if len(extent.points) == 3:
        placed = []
        corners = [(left + x * scale, top + y * scale) for x, y in extent.points]
        centre = (sum(x for x, _ in corners) / 3, sum(y for _, y in corners) / 3)
        for n, text in enumerate(extent.sides):
            (x1, y1), (x2, y2) = corners[n], corners[(n + 1) % 3]
            mx, my = (x1 + x2) / 2, (y1 + y2) / 2
            away = math.hypot(mx - centre[0], my - centre[1]) or 1.0
            angle = math.degrees(math.atan2(y2 - y1, x2 - x1))
            angle = angle - 180 if angle > 90 else angle + 180 if angle < -90 else angle
            placed.append(Label(mx + (mx - centre[0]) / away * 16, my + (my - centre[1]) / away * 16 + 4, text, angle))
        return placed
    return []


def _cut_outs(
    cut_outs: Sequence[TypedShape], extent: _Extent, left: float, top: float, scale: float
) -> tuple[list[Figure], list[Label]]:
    """Cut-outs in a row along the middle, each to scale, its number inside."""
    extents = [_extent(read_outline(c.kind, c.texts).shape, c.texts, 0.0) for c in cut_outs]
    total = sum(e.width for e in extents) * scale
    room = extent.width * scale
    gap = max(2.0, (room - total) / (len(extents) + 1)) if extents else 0.0
    x, figures, labels = left + gap, [], []
    middle = top + extent.height * scale * (0.62 if len(extent.points) == 3 else 0.5)
    for number, e in enumerate(extents, start=1):
        y = middle - e.height * scale / 2
        figures.append(_figure(e, x, y, scale))
        labels.append(Label(x + e.width * scale / 2, middle + 5, str(number)))
        x += e.width * scale + gap
    return figures, labels


def _legend(cut_outs: Sequence[TypedShape]) -> tuple[str, ...]:
    """One line a cut-out: number, name and the sides as typed."""
    return tuple(
        f"{n} {cut.name}: {'⌀ ' if cut.kind == 'circle' else ''}{' × '.join(text for text in cut.texts if text)}"
        for n, cut in enumerate(cut_outs, start=1)
    )


def _free_spot(extent: _Extent, left: float, top: float, scale: float) -> tuple[float, float]:
    """Where the net size is written: below the middle, near the lower edge."""
    return left + extent.width * scale / 2, top + extent.height * scale - 12


def _scale_bar(scale: float, units: Units) -> tuple[float, str]:
    unit_m, name = (FOOT_M, "ft") if units == "us" else (1.0, "m")
    wanted = 110 / scale / unit_m
    step = 10 ** math.floor(math.log10(wanted))
    nice = max(n * step for n in (1, 2, 5) if n * step <= wanted)
    return nice * unit_m, f"{nice:g} {name}"
