"""How far a measured area may be off, from the errors of its readings."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import fields, replace
from typing import Any

from amber_acre.core.errors import AmberError
from amber_acre.core.measure.offsets import Offsets
from amber_acre.core.measure.outline import Measurable
from amber_acre.core.measure.polygon import LonLatPolygon, Polygon
from amber_acre.core.measure.traverse import Traverse
from amber_acre.core.tables.instruments import Instrument
from amber_acre.core.working import Figure, Working


def area_error_m2(shapes: Sequence[Measurable], instrument: Instrument, working: Working) -> float:
    """One standard deviation in m² of an area made of ``shapes``: its outline, added parts and cut-outs.

    Every reading is moved by its error and the changes are added as squares. Corners of a polygon move by the fixed
    error in both directions. A walk that closes worse than its instrument explains was read worse: its errors are
    taken as many times larger. Source: [error-propagation].
    """
    changes = []
    for shape in shapes:
        worse = _worse_than_read(shape, instrument, working) if isinstance(shape, Traverse) else 1.0
        changes += [worse * change for change in _changes(shape, instrument)]
    squares = math.fsum(change * change for change in changes)
    return working.step(
        f"The area may be off by, with {instrument.name.lower()}",
        "sqrt(squares_m4)",
        [
            Figure(
                "squares_m4", squares, "m⁴", f"squares of the {len(changes)} changes, each reading moved by its error"
            )
        ],
        math.sqrt(squares),
        "m²",
        "error-propagation",
        note=(
            f"A reading may be off by {instrument.fixed_m:g} m and {instrument.share:.1%} of its length. "
            "One standard deviation: two areas of three lie within it."
        ),
    )


def _worse_than_read(walk: Traverse, instrument: Instrument, working: Working) -> float:
    """How many times worse a walk closes than the errors of its readings explain; at least 1."""
    expected = math.sqrt(
        math.fsum(
            (instrument.fixed_m + instrument.share * length) ** 2 + (length * math.radians(instrument.angle_deg)) ** 2
            for length in walk.lengths_m
        )
    )
    if walk.closing_error_m <= expected:
        return 1.0
    return working.step(
        "The walk closes worse than its readings explain, by",
        "closing_m / expected_m",
        [
            Figure("closing_m", walk.closing_error_m, "m", "closing error"),
            Figure("expected_m", expected, "m", "closing error to expect of these courses"),
        ],
        walk.closing_error_m / expected,
        "",
        "error-propagation",
        note="Its readings were as many times worse than the instrument's usual error.",
    )


def _changes(shape: Measurable, instrument: Instrument) -> Iterator[float]:
    if isinstance(shape, Polygon | LonLatPolygon):
        yield from _corner_changes(shape.plan().ring, instrument.fixed_m)
        return
    for item in fields(shape):
        value = getattr(shape, item.name)
        for n, one in enumerate(value if isinstance(value, tuple) else (value,)):
            sigma = _sigma(item.name, one, instrument)
            if isinstance(shape, Offsets) and item.name == "spacing_m":  # the base line is laid out once, as a whole
                strips = len(shape.offsets_m) - 1
                sigma = _sigma(item.name, one * strips, instrument) / strips
            if sigma > 0:
                yield (_moved(shape, item.name, n, sigma) - _moved(shape, item.name, n, -sigma)) / 2


def _sigma(name: str, value: Any, instrument: Instrument) -> float:
    """The error of one reading, by what it is: an angle, a length, or no reading at all."""
    if name.endswith("_deg"):
        return instrument.angle_deg
    if name.endswith("_m"):
        return instrument.fixed_m + instrument.share * abs(float(value))
    return 0.0


def _moved(shape: Any, name: str, n: int, by: float) -> float:
    value = getattr(shape, name)
    if isinstance(value, tuple):
        moved: Any = tuple(max(one + by, 0.0) if i == n else one for i, one in enumerate(value))
    else:
        moved = value + by
    try:
        return float(replace(shape, **{name: moved}).area_m2(Working(""), ""))
    except AmberError:  # the moved reading makes no shape: the area as it is stands in for that side
        return float(shape.area_m2(Working(""), ""))


def _corner_changes(ring: tuple[tuple[float, float], ...], sigma: float) -> Iterator[float]:
    """∂A/∂x of a corner is half the step north between its neighbours, ∂A/∂y half the step east."""
    count = len(ring)
    for n in range(count):
        (x1, y1), (x2, y2) = ring[n - 1], ring[(n + 1) % count]
        yield (y2 - y1) / 2 * sigma
        yield (x2 - x1) / 2 * sigma
