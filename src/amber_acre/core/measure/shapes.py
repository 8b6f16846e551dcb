"""Plane shapes a tape can measure: rectangle, triangle from three sides, circle, and a bare range.

Each shape computes its own area and records the step that did it. Sides are metres.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.quantities import Metres, SquareMetres
from amber_acre.core.working import Figure, Working


@dataclass(frozen=True)
class Rectangle:
    """A rectangle ``length_m`` × ``width_m``, both above 0 (OutOfRange otherwise)."""

    length_m: Metres
    width_m: Metres

    def __post_init__(self) -> None:
        _require_positive(length_m=self.length_m, width_m=self.width_m)

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """Length × width, in m² [plane-geometry]."""
        figures = [
            Figure("length_m", self.length_m, "m", "length"),
            Figure("width_m", self.width_m, "m", "width"),
        ]
        area = self.length_m * self.width_m
        return SquareMetres(working.step(title, "length_m * width_m", figures, area, "m²", "plane-geometry"))


@dataclass(frozen=True)
class Triangle:
    """A triangle from its three sides; refuses sides that cannot close (DoesNotFit)."""

    a_m: Metres
    b_m: Metres
    c_m: Metres

    def __post_init__(self) -> None:
        _require_positive(a_m=self.a_m, b_m=self.b_m, c_m=self.c_m)
        longest = max(self.a_m, self.b_m, self.c_m)
        others = self.a_m + self.b_m + self.c_m - longest
        if longest >= others:
            raise DoesNotFit(
                f"These three sides cannot close to a triangle: the longest, {longest:.2f} m, is not "
                f"shorter than the other two together, {others:.2f} m. Measure again.",
                field="a_m",
                value=longest,
                limits=(0, others),
            )

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """Heron's formula, in m² [heron]."""
        sides = [
            Figure("a_m", self.a_m, "m", "first side"),
            Figure("b_m", self.b_m, "m", "second side"),
            Figure("c_m", self.c_m, "m", "third side"),
        ]
        half = working.step(
            "Half the perimeter",
            "(a_m + b_m + c_m) / 2",
            sides,
            (self.a_m + self.b_m + self.c_m) / 2,
            "m",
            "heron",
        )
        area = math.sqrt(half * (half - self.a_m) * (half - self.b_m) * (half - self.c_m))
        return SquareMetres(
            working.step(
                title,
                "sqrt(half_m * (half_m - a_m) * (half_m - b_m) * (half_m - c_m))",
                [Figure("half_m", half, "m", "half the perimeter"), *sides],
                area,
                "m²",
                "heron",
            )
        )


@dataclass(frozen=True)
class Circle:
    """A circle from its diameter (what a tape across reads), above 0 (OutOfRange otherwise)."""

    diameter_m: Metres

    def __post_init__(self) -> None:
        _require_positive(diameter_m=self.diameter_m)

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """π/4 × diameter², in m² [plane-geometry]."""
        figures = [Figure("diameter_m", self.diameter_m, "m", "diameter")]
        area = math.pi / 4 * self.diameter_m**2
        return SquareMetres(working.step(title, "pi / 4 * diameter_m ** 2", figures, area, "m²", "plane-geometry"))


@dataclass(frozen=True)
class KnownRange:
    """An area known only as a low–high pair in m²; equal ends mean it is known exactly."""

    low_m2: SquareMetres
    high_m2: SquareMetres

    def __post_init__(self) -> None:
        _require_positive(low_m2=self.low_m2, high_m2=self.high_m2)
        if self.low_m2 > self.high_m2:
            raise DoesNotFit(
                f"The low end, {self.low_m2:,.1f} m², is above the high end, {self.high_m2:,.1f} m². Swap them.",
                field="low_m2",
                value=self.low_m2,
            )


Measurable = Rectangle | Triangle | Circle
Outline = Measurable | KnownRange


def _require_positive(**sides: float) -> None:
    for name, value in sides.items():
        if not (math.isfinite(value) and value > 0):
            raise OutOfRange(
                f"{name} must be above zero. Type what was measured.",
                field=name,
                value=value,
                limits=(0, None),
            )
