"""The site sheet: a property's areas and surroundings to scale, each carrying the reading asked for."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from amber_acre.core.by_content import by_first
from amber_acre.core.measure.shapes import Plan, Point
from amber_acre.core.measure.site import Place, box, placed_ring
from amber_acre.web.draw.labels import Label, Labels, around
from amber_acre.web.draw.scale import Scale, fit, scale_bar
from amber_acre.web.shown import Units

KEPT_AREAS = 1024  # paths and spots of areas that are kept

WIDTH, HEIGHT, MARGIN = 860.0, 560.0, 34.0
SIZE = 13.0


@dataclass(frozen=True)
class Reading:
    """What an area carries: a step of the legend (0: unknown) and the text that says it without colour."""

    step: int
    text: str


@dataclass(frozen=True)
class Item:
    """Something drawn: its path and style, what it is called, and where it lies in metres."""

    key: int
    kind: str
    step: int
    path: str
    guides: tuple[tuple[float, float, float, float], ...]
    title: str
    x_m: float
    y_m: float
    turn_deg: float
    chosen: bool = False


@dataclass(frozen=True)
class Sheet:
    """All geometry of the sheet in a box of ``width`` × ``height``; ``px_m`` pixels to a metre."""

    items: tuple[Item, ...]
    contexts: tuple[Item, ...]
    strips: tuple[str, ...]
    labels: tuple[Label, ...]
    px_m: float
    west_m: float
    north_m: float
    left: float
    top: float
    bar_px: float
    bar_text: str
    waiting: tuple[Piece, ...]
    width: float
    height: float
    words: str
    spots: tuple[Spot, ...] = ()


@dataclass(frozen=True)
class Piece:
    """An area without a place: its outline in pixels of the sheet, in a box of its own."""

    key: int
    name: str
    kind: str
    path: str
    width: float
    height: float


@dataclass(frozen=True)
class Spot:
    """A probe reading on the sheet: where in px, its pH and its words."""

    x: float
    y: float
    ph: float
    title: str


@dataclass(frozen=True)
class Subject:
    """An area or context to draw: its plan in its own frame, its place on the property, None where it has none."""

    key: int
    name: str
    kind: str
    plan: Plan
    place: Place | None
    reading: Reading | None = None


def draw_sheet(
    areas: Sequence[Subject],
    contexts: Sequence[Subject],
    strips: Sequence[Sequence[Point]],
    units: Units,
    chosen: int | None,
    probed: Sequence[tuple[Point, float, str]] = (),
) -> Sheet:
    """Places every subject to scale; what has no place waits beside the sheet. ``probed``: spots with pH and words.

    While something waits, the sheet has room for all of it and keeps its scale from one drop to the next.
    """
    lying = [(s, _laid(s.plan, s.place)) for s in areas if s.place is not None]
    beside = [(s, _laid(s.plan, s.place)) for s in contexts if s.place is not None]
    waiting = [s for s in areas if s.place is None]
    bounds = _bounds([laid.box for _, laid in (*beside, *lying)]) if beside or lying else (0.0, 0.0, 40.0, 26.0)
    if waiting:
        room = _room_for([*(laid.size for _, laid in (*beside, *lying)), *(_size(box(s.plan.ring)) for s in waiting)])
        bounds = _bounds([bounds, room] if beside or lying else [room])
    scale = fit(bounds, WIDTH, HEIGHT, MARGIN)
    labels = Labels(WIDTH, HEIGHT, SIZE)
    labels.block(0, HEIGHT - 30, 190, 30)
    labels.block(WIDTH - 46, 0, 46, 64)
    for spot_at, _, _ in probed:
        x, y = scale.at(spot_at)
        labels.block(x - 12, y - 12, 24, 24)
    order = sorted(lying, key=lambda one: (one[0].kind == "tree", -one[1].size))
    items = [_item(subject, laid, scale, chosen) for subject, laid in order]
    around_it = [_item(subject, laid, scale, None) for subject, laid in beside]
    for subject, laid in sorted(lying, key=lambda one: one[1].size):
        _write(labels, subject, laid, scale)
    for subject, laid in beside:
        if subject.kind != "boundary":
            labels.write(subject.name, around(*scale.at(_inside(subject, laid)), 14))
    bar_px, bar_text = scale_bar(scale.px_m, units)
    return Sheet(
        tuple(items),
        tuple(around_it),
        tuple(scale.path(ring) for ring in strips),
        tuple(labels.written),
        scale.px_m,
        scale.west_m,
        scale.north_m,
        scale.left,
        scale.top,
        bar_px,
        bar_text,
        tuple(_piece(subject, scale.px_m) for subject in waiting),
        WIDTH,
        HEIGHT,
        _words(areas, contexts),
        tuple(Spot(*scale.at(at), ph, words) for at, ph, words in probed),
    )


@dataclass(frozen=True)
class _Laid:
    """A plan where it lies on the property: its rings in metres, the box round them, and a point inside."""

    plan: Plan
    at: Place
    ring: tuple[Point, ...]
    holes: tuple[tuple[Point, ...], ...]
    box: tuple[float, float, float, float]
    middle: Point
    size: float  # of the box of the shape as it was measured, m²: what is larger is drawn first


@by_first(KEPT_AREAS)
def _laid(plan: Plan, at: Place) -> _Laid:
    ring = placed_ring(plan.ring, plan.ring, at)
    holes = tuple(placed_ring(hole, plan.ring, at) for hole in plan.holes)
    return _Laid(plan, at, ring, holes, box(ring), _middle(ring, holes, at), _size(box(plan.ring)))


@by_first(KEPT_AREAS)
def _path(laid: _Laid, scale: Scale) -> str:
    return " ".join(scale.path(one) for one in (laid.ring, *laid.holes) if one)


def _item(subject: Subject, laid: _Laid, scale: Scale, chosen: int | None) -> Item:
    guides: list[tuple[float, float, float, float]] = []
    if subject.key == chosen:
        for guide in subject.plan.guides:
            start, end = placed_ring((guide.start, guide.end), subject.plan.ring, laid.at)
            guides.append((*scale.at(start), *scale.at(end)))
    value = f": {subject.reading.text}" if subject.reading else ""
    return Item(
        subject.key,
        subject.kind,
        subject.reading.step if subject.reading else 0,
        _path(laid, scale),
        tuple(guides),
        f"{subject.name}{value}",
        laid.at.x_m,
        laid.at.y_m,
        laid.at.turn_deg,
        subject.key == chosen,
    )


def _room_for(sizes: Sequence[float]) -> tuple[float, float, float, float]:
    """Ground from the origin on which boxes of these sizes find room, half again as wide as high."""
    side = math.sqrt(2.5 * sum(sizes))
    return 0.0, 0.0, side * 1.22, side * 0.82


def _piece(subject: Subject, px_m: float) -> Piece:
    west, south, east, north = box(subject.plan.ring)
    scale = Scale(px_m, west, north, 2.0, 2.0)
    path = scale.path(subject.plan.ring, *subject.plan.holes)
    return Piece(subject.key, subject.name, subject.kind, path, (east - west) * px_m + 4, (north - south) * px_m + 4)


def _write(labels: Labels, subject: Subject, laid: _Laid, scale: Scale) -> None:
    """The name, and under it what the area carries; where that is too wide, the number it has in the list."""
    x, y = scale.at(_inside(subject, laid))
    west, south, east, north = laid.box
    narrow = subject.kind == "hedge" and north - south > 2 * (east - west)
    spots: list[tuple[float, float] | tuple[float, float, float]] = (
        [(x - 14, y, -90), (x + 14, y, -90)] if narrow else []
    )
    if labels.write(subject.name, [*spots, *around(x, y, 15)]) and subject.reading and subject.reading.text:
        last = labels.written[-1]
        middle = last.y - labels.size * 0.35
        if not last.angle:
            labels.write(subject.reading.text, [(last.x, middle + 17), (last.x, middle - 17)])


def _inside(subject: Subject, laid: _Laid) -> Point:
    if subject.kind == "tree":
        return laid.at.x_m, laid.at.y_m - (laid.box[3] - laid.box[1]) * 0.22
    return laid.middle


def _middle(ring: Sequence[Point], holes: Sequence[Sequence[Point]], at: Place) -> Point:
    """The place itself where it lies inside the shape, else a point that does."""
    from shapely import Point as Spot
    from shapely import Polygon

    shape = Polygon(ring, holes)
    if not shape.is_valid or shape.contains(Spot(at.x_m, at.y_m)):
        return at.x_m, at.y_m
    inner = shape.representative_point()
    return inner.x, inner.y


def _size(around_it: tuple[float, float, float, float]) -> float:
    west, south, east, north = around_it
    return (east - west) * (north - south)


def _bounds(boxes: Sequence[tuple[float, float, float, float]]) -> tuple[float, float, float, float]:
    return min(b[0] for b in boxes), min(b[1] for b in boxes), max(b[2] for b in boxes), max(b[3] for b in boxes)


def _words(areas: Sequence[Subject], contexts: Sequence[Subject]) -> str:
    names = [f"{s.name} ({s.kind})" for s in (*areas, *contexts)]
    return "Plan of the property, north up. " + (", ".join(names) or "Nothing measured yet") + "."


def legend_of(readings: Mapping[int, Reading], steps: Sequence[tuple[int, str]]) -> list[tuple[int, str, int]]:
    """(step, words, how many areas carry it) of every step, unknown last where there are any."""
    counts = [(step, words, sum(r.step == step for r in readings.values())) for step, words in steps]
    unknown = sum(r.step == 0 for r in readings.values())
    return [*counts, (0, "not known", unknown)] if unknown else counts
