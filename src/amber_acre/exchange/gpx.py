"""Outlines walked with a satellite receiver: tracks and routes of a GPX file."""

from __future__ import annotations

import math
from itertools import pairwise

from amber_acre.core.errors import NotUnderstood, OutOfRange
from amber_acre.core.measure.polygon import middle, to_local
from amber_acre.core.measure.shapes import Point
from amber_acre.exchange.outline import Incoming, in_metres, require_on_globe, tidy

BYTES_AT_MOST = 20 * 1024 * 1024


def read_gpx(text: str, origin: Point | None = None) -> tuple[list[Incoming], Point]:
    """Every track and route as an outline in metres from ``origin`` (the first one's middle where None).

    Each is closed from its end to its start, a walk broken into segments is joined; heights and times are left out.
    Refuses what is no GPX, document types and entities (an XML bomb), files over 20 MB, and what the outlines
    themselves are refused for.
    """
    if len(text) > BYTES_AT_MOST:
        raise OutOfRange("This file is over 20 MB. Cut it down to one property.", field="file", value=len(text))
    read: list[Incoming] = []
    for name, points in _walked(text):
        require_on_globe(points, name, None)
        origin = origin or middle(points)
        ring, said = tidy(in_metres(points, origin), name)
        read.append(Incoming(name, ring, said=said))
    if not read or origin is None:
        raise NotUnderstood("There is no track or route with points in this file.", field="file")
    return read, origin


def _joined(segments: list[list[Point]]) -> list[list[Point]]:
    """Segments of a track as outlines: one that comes back to its own start is one of its own; others are one walk.

    A receiver begins a new segment where it lost the satellites or was switched off (GPX 1.1). A segment counts as
    come back where its ends lie within a tenth of its length, and within 15 m, of each other [common-practice].
    """
    found: list[list[Point]] = []
    broken: list[Point] = []
    for segment in segments:
        metres = to_local(segment, segment[0])
        walked = math.fsum(math.dist(a, b) for a, b in pairwise(metres))
        if len(segment) > 3 and math.dist(metres[0], metres[-1]) <= min(15.0, walked / 10):
            found.append(segment)
        else:
            broken += segment
    return [*found, broken] if broken else found


def _walked(text: str) -> list[tuple[str, list[Point]]]:
    import gpxpy
    from defusedxml import DefusedXmlException
    from defusedxml.ElementTree import fromstring

    try:
        fromstring(text, forbid_dtd=True)
        gpx = gpxpy.parse(text)
    except DefusedXmlException as refusal:
        raise NotUnderstood(
            "This file defines entities or a document type, which GPX has no need of. It was not read.", field="file"
        ) from refusal
    except Exception as refusal:  # the parser raises errors of several libraries, all of them: not GPX
        raise NotUnderstood("This is not a GPX file: it cannot be read.", field="file") from refusal
    walked = []
    for n, track in enumerate(gpx.tracks, start=1):
        segments = [[(p.longitude, p.latitude) for p in segment.points] for segment in track.segments]
        walked += [(track.name or f"track {n}", points) for points in _joined([s for s in segments if s])]
    walked += [
        (route.name or f"route {n}", [(p.longitude, p.latitude) for p in route.points])
        for n, route in enumerate(gpx.routes, start=1)
        if route.points
    ]
    return [(str(name)[:120], points) for name, points in walked]
