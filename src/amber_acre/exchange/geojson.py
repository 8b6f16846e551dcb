"""A property's outlines as GeoJSON (RFC 7946), or the same structure in local metres."""

from __future__ import annotations

import json
import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from amber_acre.core.errors import NotUnderstood, OutOfRange
from amber_acre.core.measure.polygon import middle, to_lon_lat
from amber_acre.core.measure.shapes import Point
from amber_acre.exchange.outline import (
    Incoming,
    in_metres,
    require_few,
    require_inside,
    require_near,
    require_on_globe,
    tidy,
)

BYTES_AT_MOST = 20 * 1024 * 1024
OUTLINES_AT_MOST = 200
FRAME = "local-metres"


@dataclass(frozen=True)
class Outgoing:
    """One outline to write, in metres; ``details`` become properties of its feature."""

    name: str
    kind: str
    ring: tuple[Point, ...]
    holes: tuple[tuple[Point, ...], ...] = ()
    details: Mapping[str, Any] = field(default_factory=dict)


def write_geojson(outlines: Sequence[Outgoing], origin: Point | None) -> str:
    """Outlines as a FeatureCollection: longitude and latitude where ``origin`` is given, local metres otherwise.

    Nine decimals of a degree are a tenth of a millimetre, four of a metre as well: the way back is exact to 1 mm.
    """
    features = [
        {
            "type": "Feature",
            "properties": {"name": item.name, "kind": item.kind, **item.details},
            "geometry": {"type": "Polygon", "coordinates": [_closed(r, origin) for r in (item.ring, *item.holes)]},
        }
        for item in outlines
    ]
    whole: dict[str, Any] = {"type": "FeatureCollection", "features": features}
    if origin is None:
        whole["frame"] = FRAME
    return json.dumps(whole, ensure_ascii=False, indent=1)


def _closed(ring: Sequence[Point], origin: Point | None) -> list[list[float]]:
    points = ring if origin is None else to_lon_lat(ring, origin)
    places = 4 if origin is None else 9
    rounded = [[round(x, places), round(y, places)] for x, y in points]
    return [*rounded, rounded[0]]


def read_geojson(
    text: str, metres: bool, origin: Point | None = None, latitude_deg: float | None = None, confirmed: bool = False
) -> tuple[list[Incoming], Point | None]:
    """Outlines of a file in metres, and the origin they are metres from (None for local metres).

    ``metres``: coordinates are metres, not longitude and latitude; a file that says so itself needs no telling.
    ``origin``: the property's (longitude, latitude), or None to take the middle of the first outline. Refuses what is
    no GeoJSON of polygons, is too large, lies off the globe, crosses itself or looks swapped.
    """
    if len(text) > BYTES_AT_MOST:
        raise OutOfRange("This file is over 20 MB. Cut it down to one property.", field="file", value=len(text))
    try:
        whole = json.loads(text)
    except (ValueError, RecursionError) as refusal:
        raise NotUnderstood("This is not GeoJSON: it cannot be read as JSON.", field="file") from refusal
    if not isinstance(whole, dict):
        raise NotUnderstood("This is not GeoJSON: a FeatureCollection is expected.", field="file")
    metres = metres or whole.get("frame") == FRAME
    read: list[Incoming] = []
    features = _features(whole)
    if len(features) > OUTLINES_AT_MOST:
        raise OutOfRange(
            f"{len(features):,} outlines are more than one property has; {OUTLINES_AT_MOST} is the most.", field="file"
        )
    for n, feature in enumerate(features, start=1):
        name, details, rings = _polygon(feature, n)
        if not metres:
            if not confirmed:
                require_on_globe(rings[0], name, latitude_deg)
            else:
                require_on_globe(rings[0], name, None)
            origin = origin or middle(rings[0])
        shapes = [tidy(in_metres(ring, None if metres else origin), name) for ring in rings]
        if not confirmed:
            require_near(shapes[0][0], name)
        require_inside(shapes[0][0], [ring for ring, _ in shapes[1:]], name)
        said = " ".join(words for _, words in shapes if words)
        read.append(
            Incoming(
                name, shapes[0][0], tuple(ring for ring, _ in shapes[1:]), str(details.get("kind") or ""), said, details
            )
        )
    if not read:
        raise NotUnderstood("There is no polygon in this file.", field="file")
    return read, None if metres else origin


def _features(whole: dict[str, Any]) -> list[dict[str, Any]]:
    match whole.get("type"):
        case "FeatureCollection":
            features = whole.get("features")
            return [f for f in features if isinstance(f, dict)] if isinstance(features, list) else []
        case "Feature":
            return [whole]
        case "Polygon" | "MultiPolygon":
            return [{"type": "Feature", "properties": {}, "geometry": whole}]
        case _:
            raise NotUnderstood("This is not GeoJSON: a FeatureCollection of polygons is expected.", field="file")


def _polygon(feature: dict[str, Any], n: int) -> tuple[str, dict[str, Any], list[list[Point]]]:
    properties = feature.get("properties")
    properties = properties if isinstance(properties, dict) else {}
    name = str(properties.get("name") or f"outline {n}")[:120]
    geometry = feature.get("geometry")
    if not isinstance(geometry, dict) or geometry.get("type") not in ("Polygon", "MultiPolygon"):
        raise NotUnderstood(f"“{name}” is no polygon. Take points and lines out of the file.", field="file")
    coordinates = geometry.get("coordinates")
    if geometry["type"] == "MultiPolygon":
        if not isinstance(coordinates, list) or len(coordinates) != 1:
            raise NotUnderstood(f"“{name}” has several parts. Make each an outline of its own.", field="file")
        coordinates = coordinates[0]
    try:
        rings = [[(float(p[0]), float(p[1])) for p in ring] for ring in coordinates or ()]
    except (TypeError, ValueError, IndexError, KeyError, OverflowError) as refusal:
        raise NotUnderstood(f"“{name}”: its coordinates cannot be read as numbers.", field="file") from refusal
    require_few(rings, name)
    if not rings or not all(rings) or not all(math.isfinite(v) for ring in rings for point in ring for v in point):
        raise NotUnderstood(f"“{name}” has no corners that can be used.", field="file")
    return name, properties, rings
