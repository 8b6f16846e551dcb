"""Metres to pixels on a drawing, y up to y down; the scale bar."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.measure.shapes import Point
from amber_acre.core.quantities import FOOT_M
from amber_acre.web.shown import Units


@dataclass(frozen=True)
class Scale:
    """``px_m`` pixels to a metre; the point (``west_m``, ``north_m``) lies at (``left``, ``top``)."""

    px_m: float
    west_m: float
    north_m: float
    left: float
    top: float

    def at(self, point: Point) -> tuple[float, float]:
        return self.left + (point[0] - self.west_m) * self.px_m, self.top + (self.north_m - point[1]) * self.px_m

    def path(self, *rings: Sequence[Point]) -> str:
        """An SVG path of closed rings."""
        return " ".join(
            "M" + " L".join(f"{x:.1f} {y:.1f}" for x, y in (self.at(p) for p in ring)) + " Z" for ring in rings if ring
        )


def fit(bounds: tuple[float, float, float, float], width: float, height: float, margin: float) -> Scale:
    """The scale that shows west, south, east, north in the middle of a box with a margin."""
    west, south, east, north = bounds
    across, up = max(east - west, 0.01), max(north - south, 0.01)
    px = min((width - 2 * margin) / across, (height - 2 * margin) / up)
    return Scale(px, west, north, (width - across * px) / 2, (height - up * px) / 2)


def scale_bar(px_m: float, units: Units) -> tuple[float, str]:
    """A round length near 110 pixels: its pixels and its text."""
    unit_m, name = (FOOT_M, "ft") if units == "us" else (1.0, "m")
    wanted = 110 / px_m / unit_m
    step = 10 ** math.floor(math.log10(wanted))
    nice = max(n * step for n in (1, 2, 5) if n * step <= wanted)
    return nice * unit_m * px_m, f"{nice:g} {name}"
