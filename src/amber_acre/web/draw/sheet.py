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
    placed = [(s, s.place) for s in (*contexts, *areas) if s.place is not None]
    waiting = [s for s in areas if s.place is None]
    rings = [placed_ring(s.plan.ring, s.plan.ring, at) for s, at in placed]
    bounds = _bounds(rings) if rings else (0.0, 0.0, 40.0, 26.0)
    if waiting:
        room = _room_for([*(s.plan.ring for s, _ in placed), *(s.plan.ring for s in waiting)])
        bounds = _bounds([*rings, room])
    scale = fit(bounds, WIDTH, HEIGHT, MARGIN)
    labels = Labels(WIDTH, HEIGHT, SIZE)
    labels.block(0, HEIGHT - 30, 190, 30)
    labels.block(WIDTH - 46, 0, 46, 64)
    for spot_at, _, _ in probed:
        x, y = scale.at(spot_at)
        labels.block(x - 12, y - 12, 24, 24)
    order = sorted((s for s in areas if s.place is not None), key=lambda s: (s.kind == "tree", -_size(s.plan.ring)))
    items = [_item(s, at, scale, chosen) for s in order if (at := s.place) is not None]
    around_it = [_item(s, at, scale, None) for s in contexts if (at := s.place) is not None]
    for subject in sorted((s for s in areas if s.place is not None), key=lambda s: _size(s.plan.ring)):
        _write(labels, subject, scale)
    for subject in contexts:
        if subject.place is not None and subject.kind != "boundary":
            labels.write(subject.name, around(*scale.at(_inside(subject, subject.place)), 14))
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


def _item(subject: Subject, at: Place, scale: Scale, chosen: int | None) -> Item:
    ring = placed_ring(subject.plan.ring, subject.plan.ring, at)
    holes = [placed_ring(hole, subject.plan.ring, at) for hole in subject.plan.holes]
    guides: list[tuple[float, float, float, float]] = []
    if subject.key == chosen:
        for guide in subject.plan.guides:
            start, end = placed_ring((guide.start, guide.end), subject.plan.ring, at)
            guides.append((*scale.at(start), *scale.at(end)))
    value = f": {subject.reading.text}" if subject.reading else ""
    return Item(
        subject.key,
        subject.kind,
        subject.reading.step if subject.reading else 0,
        " ".join(_path(one, scale) for one in (ring, *holes) if one),
        tuple(guides),
        f"{subject.name}{value}",
        at.x_m,
        at.y_m,
        at.turn_deg,
        subject.key == chosen,
    )


def _room_for(rings: Sequence[Sequence[Point]]) -> tuple[Point, Point]:
    """Two corners of ground from the origin on which all of it finds room, half again as wide as high."""
    side = math.sqrt(2.5 * sum(_size(ring) for ring in rings))
    return (0.0, 0.0), (side * 1.22, side * 0.82)


def _piece(subject: Subject, px_m: float) -> Piece:
    west, south, east, north = box(subject.plan.ring)
    scale = Scale(px_m, west, north, 2.0, 2.0)
    path = scale.path(subject.plan.ring, *subject.plan.holes)
    return Piece(subject.key, subject.name, subject.kind, path, (east - west) * px_m + 4, (north - south) * px_m + 4)


def _write(labels: Labels, subject: Subject, scale: Scale) -> None:
    """The name, and under it what the area carries; where that is too wide, the number it has in the list."""
    if subject.place is None:
        return
    x, y = scale.at(_inside(subject, subject.place))
    west, south, east, north = box(placed_ring(subject.plan.ring, subject.plan.ring, subject.place))
    narrow = subject.kind == "hedge" and north - south > 2 * (east - west)
    spots: list[tuple[float, float] | tuple[float, float, float]] = (
        [(x - 14, y, -90), (x + 14, y, -90)] if narrow else []
    )
    if labels.write(subject.name, [*spots, *around(x, y, 15)]) and subject.reading and subject.reading.text:
        last = labels.written[-1]
        middle = last.y - labels.size * 0.35
        if not last.angle:
            labels.write(subject.reading.text, [(last.x, middle + 17), (last.x, middle - 17)])


@by_first(KEPT_AREAS)
def _path(ring: Sequence[Point], scale: Scale) -> str:
    return scale.path(ring)


def _inside(subject: Subject, at: Place) -> Point:
    if subject.kind == "tree":
        ring = placed_ring(subject.plan.ring, subject.plan.ring, at)
        return at.x_m, at.y_m - (box(ring)[3] - box(ring)[1]) * 0.22
    return _middle(subject.plan, at)


@by_first(KEPT_AREAS)
def _middle(plan: Plan, at: Place) -> Point:
    """The place itself where it lies inside the plan, else a point that does."""
    ring = placed_ring(plan.ring, plan.ring, at)
    holes = [placed_ring(hole, plan.ring, at) for hole in plan.holes]
    from shapely import Point as Spot
    from shapely import Polygon

    shape = Polygon(ring, holes)
    if not shape.is_valid or shape.contains(Spot(at.x_m, at.y_m)):
        return at.x_m, at.y_m
    inner = shape.representative_point()
    return inner.x, inner.y


def _size(ring: Sequence[Point]) -> float:
    west, south, east, north = box(ring)
    return (east - west) * (north - south)


def _bounds(rings: Sequence[Sequence[Point]]) -> tuple[float, float, float, float]:
    boxes = [box(ring) for ring in rings]
    return min(b[0] for b in boxes), min(b[1] for b in boxes), max(b[2] for b in boxes), max(b[3] for b in boxes)


def _words(areas: Sequence[Subject], contexts: Sequence[Subject]) -> str:
    names = [f"{s.name} ({s.kind})" for s in (*areas, *contexts)]
    return "Plan of the property, north up. " + (", ".join(names) or "Nothing measured yet") + "."


def legend_of(readings: Mapping[int, Reading], steps: Sequence[tuple[int, str]]) -> list[tuple[int, str, int]]:
    """(step, words, how many areas carry it) of every step, unknown last where there are any."""
    counts = [(step, words, sum(r.step == step for r in readings.values())) for step, words in steps]
    unknown = sum(r.step == 0 for r in readings.values())
    return [*counts, (0, "not known", unknown)] if unknown else counts
