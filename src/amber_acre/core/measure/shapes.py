"""Plane shapes a tape can measure: rectangle, triangle, trapezium, circle, ellipse, ring, sector, a bare range.

Each shape computes its own area and records the step that did it, and gives its plan: the rings that draw it
in metres, x to the right and y up, and the guides that were measured. Sides are metres.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.quantities import Metres, SquareMetres, in_both
from amber_acre.core.working import Figure, Working

Point = tuple[float, float]
_ROUND = 96  # points that draw a full circle; areas never come from them


@dataclass(frozen=True)
class Guide:
    """A measured line from ``start`` to ``end`` in the plan; ``side`` or ``cell`` names the text it came from.

    ``side`` counts the shape's sides from 0, ``cell`` is (row, column) of its table.
    """

    start: Point
    end: Point
    side: int | None = None
    cell: tuple[int, int] | None = None


@dataclass(frozen=True)
class Plan:
    """What draws a shape: its outer ring, holes in it, and the measured lines; metres, y up."""

    ring: tuple[Point, ...]
    holes: tuple[tuple[Point, ...], ...] = ()
    guides: tuple[Guide, ...] = ()


def arc(radius_m: float, from_deg: float = 0.0, to_deg: float = 360.0) -> tuple[Point, ...]:
    """Points on a circle round the origin, counter-clockwise; the last is left out of a full circle."""
    count = max(8, math.ceil(_ROUND * abs(to_deg - from_deg) / 360))
    full = abs(to_deg - from_deg) >= 360
    steps = [math.radians(from_deg + (to_deg - from_deg) * n / count) for n in range(count + (0 if full else 1))]
    return tuple((radius_m * math.cos(a), radius_m * math.sin(a)) for a in steps)


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

    def plan(self) -> Plan:
        """The length lies along x."""
        a, b = self.length_m, self.width_m
        return Plan(
            ((0, 0), (a, 0), (a, b), (0, b)), guides=(Guide((0, b), (a, b), side=0), Guide((0, 0), (0, b), side=1))
        )


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
                f"These three sides cannot close to a triangle: the longest, {in_both(longest)}, is not "
                f"shorter than the other two together, {in_both(others)}. Measure again.",
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

    def plan(self) -> Plan:
        """The longest side is the base."""
        sides = sorted(((self.a_m, 0), (self.b_m, 1), (self.c_m, 2)), reverse=True)
        (base, n0), (left, n1), (right, n2) = sides
        x = (base**2 + left**2 - right**2) / (2 * base)
        top = (x, math.sqrt(max(left**2 - x**2, 0.0)))
        return Plan(
            ((0, 0), (base, 0), top),
            guides=(Guide((base, 0), (0, 0), side=n0), Guide((0, 0), top, side=n1), Guide(top, (base, 0), side=n2)),
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

    def plan(self) -> Plan:
        """Round the origin."""
        r = self.diameter_m / 2
        return Plan(arc(r), guides=(Guide((-r, 0), (r, 0), side=0),))


@dataclass(frozen=True)
class Circumference:
    """A circle from the tape laid round it, above 0 (OutOfRange otherwise)."""

    circumference_m: Metres

    def __post_init__(self) -> None:
        _require_positive(circumference_m=self.circumference_m)

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """Circumference² / 4π, in m² [plane-geometry]."""
        figures = [Figure("circumference_m", self.circumference_m, "m", "circumference")]
        area = self.circumference_m**2 / (4 * math.pi)
        return SquareMetres(
            working.step(title, "circumference_m ** 2 / (4 * pi)", figures, area, "m²", "plane-geometry")
        )

    def plan(self) -> Plan:
        """Round the origin; the guide is the diameter that follows."""
        r = self.circumference_m / (2 * math.pi)
        return Plan(arc(r), guides=(Guide((-r, 0), (r, 0), side=0),))


@dataclass(frozen=True)
class Trapezium:
    """Two parallel sides and the distance between them, all above 0 (OutOfRange otherwise)."""

    a_m: Metres
    b_m: Metres
    height_m: Metres

    def __post_init__(self) -> None:
        _require_positive(a_m=self.a_m, b_m=self.b_m, height_m=self.height_m)

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """Mean of the parallel sides × the distance between, in m² [plane-geometry]."""
        figures = [
            Figure("a_m", self.a_m, "m", "one parallel side"),
            Figure("b_m", self.b_m, "m", "other parallel side"),
            Figure("height_m", self.height_m, "m", "distance between them"),
        ]
        area = (self.a_m + self.b_m) / 2 * self.height_m
        return SquareMetres(working.step(title, "(a_m + b_m) / 2 * height_m", figures, area, "m²", "plane-geometry"))

    def plan(self) -> Plan:
        """Drawn symmetric: where the upper side sits over the lower was not measured."""
        inset = (self.a_m - self.b_m) / 2
        a, b, h = self.a_m, self.b_m, self.height_m
        ring = ((0, 0), (a, 0), (inset + b, h), (inset, h))
        guides = (Guide((a, 0), (0, 0), side=0), Guide((inset, h), (inset + b, h), side=1))
        return Plan(ring, guides=(*guides, Guide((a / 2, 0), (a / 2, h), side=2)))


@dataclass(frozen=True)
class Ellipse:
    """An ellipse from its long and short axis, both above 0 (OutOfRange otherwise)."""

    long_m: Metres
    short_m: Metres

    def __post_init__(self) -> None:
        _require_positive(long_m=self.long_m, short_m=self.short_m)

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """π/4 × long × short axis, in m² [plane-geometry]; 0.8 × is a printed shortcut, 1.9 % over."""
        figures = [
            Figure("long_m", self.long_m, "m", "long axis"),
            Figure("short_m", self.short_m, "m", "short axis"),
        ]
        area = math.pi / 4 * self.long_m * self.short_m
        return SquareMetres(working.step(title, "pi / 4 * long_m * short_m", figures, area, "m²", "plane-geometry"))

    def plan(self) -> Plan:
        """Round the origin, the long axis along x."""
        a, b = self.long_m / 2, self.short_m / 2
        return Plan(
            tuple((x * a, y * b) for x, y in arc(1.0)),
            guides=(Guide((-a, 0), (a, 0), side=0), Guide((0, -b), (0, b), side=1)),
        )


@dataclass(frozen=True)
class Ring:
    """The ground between two circles round one centre; the inner is the smaller (DoesNotFit otherwise)."""

    outer_m: Metres
    inner_m: Metres

    def __post_init__(self) -> None:
        _require_positive(outer_m=self.outer_m, inner_m=self.inner_m)
        if self.inner_m >= self.outer_m:
            raise DoesNotFit(
                f"The inner diameter, {in_both(self.inner_m)}, is not smaller than the outer, {in_both(self.outer_m)}."
                " Swap them.",
                field="outer_m",
                value=self.inner_m,
                limits=(0, self.outer_m),
            )

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """π/4 × (outer² − inner²), in m² [plane-geometry]."""
        figures = [
            Figure("outer_m", self.outer_m, "m", "outer diameter"),
            Figure("inner_m", self.inner_m, "m", "inner diameter"),
        ]
        area = math.pi / 4 * (self.outer_m**2 - self.inner_m**2)
        formula = "pi / 4 * (outer_m ** 2 - inner_m ** 2)"
        return SquareMetres(working.step(title, formula, figures, area, "m²", "plane-geometry"))

    def plan(self) -> Plan:
        """Round the origin, with the inner circle as its hole."""
        r, q = self.outer_m / 2, self.inner_m / 2
        guides = (Guide((-r, 0), (r, 0), side=0), Guide((0, -q), (0, q), side=1))
        return Plan(arc(r), (arc(q),), guides)


@dataclass(frozen=True)
class Sector:
    """A slice of a circle from its radius and opening angle in degrees, above 0 and up to 360."""

    radius_m: Metres
    angle_deg: float

    def __post_init__(self) -> None:
        _require_positive(radius_m=self.radius_m)
        if not 0 < self.angle_deg <= 360:
            raise OutOfRange(
                f"An opening of {self.angle_deg:g}° is outside 0–360°. Measure the angle between the two straight"
                " edges.",
                field="angle_deg",
                value=self.angle_deg,
                limits=(0, 360),
            )

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """π × radius² × angle / 360, in m² [plane-geometry]."""
        figures = [
            Figure("radius_m", self.radius_m, "m", "radius"),
            Figure("angle_deg", self.angle_deg, "°", "opening angle"),
        ]
        area = math.pi * self.radius_m**2 * self.angle_deg / 360
        formula = "pi * radius_m ** 2 * angle_deg / 360"
        return SquareMetres(working.step(title, formula, figures, area, "m²", "plane-geometry"))

    def plan(self) -> Plan:
        """The point at the origin, one straight edge along x."""
        r = self.radius_m
        end = math.radians(self.angle_deg)
        edges = (Guide((0, 0), (r, 0), side=0), Guide((0, 0), (r * math.cos(end), r * math.sin(end)), side=1))
        return Plan(((0, 0), *arc(r, 0, self.angle_deg)), guides=edges)


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


def _require_positive(**sides: float) -> None:
    for name, value in sides.items():
        if not (math.isfinite(value) and value > 0):
            raise OutOfRange(
                f"{name} must be above zero. Type what was measured.",
                field=name,
                value=value,
                limits=(0, None),
            )
