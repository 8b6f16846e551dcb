"""Irregular ground measured by offsets: from a base line, across it, or from a centre."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.measure.shapes import Guide, Plan, Point
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.working import Figure, Working

Rule = Literal["trapezoid", "simpson"]


@dataclass(frozen=True)
class Offsets:
    """Offsets in metres at equal ``spacing_m`` along a base line, its two ends included.

    ``across``: widths of the whole figure, so that the base line runs through its middle.
    ``rule``: trapezoidal or Simpson's one-third. Refuses fewer than two offsets (MissingInput), three for
    Simpson's, negative ones or none above zero (OutOfRange).
    """

    spacing_m: float
    offsets_m: tuple[float, ...]
    rule: Rule = "trapezoid"
    across: bool = False

    def __post_init__(self) -> None:
        if not self.spacing_m > 0:
            raise OutOfRange("The spacing must be above zero.", field="spacing_m", value=self.spacing_m)
        _require_offsets(self.offsets_m, 3 if self.rule == "simpson" else 2)

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """Trapezoidal or Simpson's rule, in m² [trapezoid-rule, simpson-rule].

        Simpson's needs an even number of strips: of an odd number the last strip is taken as a trapezium.
        """
        spacing = Figure("spacing_m", self.spacing_m, "m", "spacing")
        figures = [Figure(f"o_{n}", value, "m", f"offset {n}") for n, value in enumerate(self.offsets_m, start=1)]
        if self.rule == "trapezoid":
            return SquareMetres(_trapezoid(working, title, spacing, figures))
        even = len(figures) if len(figures) % 2 else len(figures) - 1
        curved = _simpson(working, title if even == len(figures) else f"{title}: even strips", spacing, figures[:even])
        if even == len(figures):
            return SquareMetres(curved)
        last = _trapezoid(working, f"{title}: the strip left over, as a trapezium", spacing, figures[-2:])
        parts = [Figure("even_m2", curved, "m²", "even strips"), Figure("last_m2", last, "m²", "last strip")]
        return SquareMetres(working.step(title, "even_m2 + last_m2", parts, curved + last, "m²", "simpson-rule"))

    def plan(self) -> Plan:
        """The base line along x; offsets upward, or half to each side where they are widths across."""
        stations = [n * self.spacing_m for n in range(len(self.offsets_m))]
        return _from_base(stations, self.offsets_m, self.across, column=0)


@dataclass(frozen=True)
class UnequalOffsets:
    """Offsets at measured distances along a base line; both in metres, distances rising.

    Refuses fewer than two (MissingInput), distances that do not rise (DoesNotFit) and negative offsets (OutOfRange).
    """

    distances_m: tuple[float, ...]
    offsets_m: tuple[float, ...]

    def __post_init__(self) -> None:
        _require_offsets(self.offsets_m, 2)
        for n, (before, after) in enumerate(zip(self.distances_m, self.distances_m[1:], strict=False), start=2):
            if after <= before:
                raise DoesNotFit(
                    f"Row {n}: the distance {after:g} m does not lie beyond the one before, {before:g} m. "
                    "Distances run along the base line from its start.",
                    field="rows",
                    value=after,
                )

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """Trapezia between neighbours, summed, in m² [trapezoid-rule]."""
        figures, terms, area = [], [], 0.0
        for n, (distance, offset) in enumerate(zip(self.distances_m, self.offsets_m, strict=True), start=1):
            figures += [
                Figure(f"d_{n}", distance, "m", f"distance {n}"),
                Figure(f"o_{n}", offset, "m", f"offset {n}"),
            ]
            if n > 1:
                terms.append(f"(d_{n} - d_{n - 1}) * (o_{n} + o_{n - 1}) / 2")
                area += (distance - self.distances_m[n - 2]) * (offset + self.offsets_m[n - 2]) / 2
        return SquareMetres(working.step(title, " + ".join(terms), figures, area, "m²", "trapezoid-rule"))

    def plan(self) -> Plan:
        """The base line along x, offsets upward."""
        return _from_base([d - self.distances_m[0] for d in self.distances_m], self.offsets_m, False, column=1)


@dataclass(frozen=True)
class RadialOffsets:
    """Distances in metres from a centre to the edge, at rising bearings in degrees clockwise from north.

    Refuses fewer than three (MissingInput), bearings that do not rise within one turn, gaps of 180° or more
    (DoesNotFit) and distances not above zero (OutOfRange).
    """

    bearings_deg: tuple[float, ...]
    radii_m: tuple[float, ...]

    def __post_init__(self) -> None:
        _require_offsets(self.radii_m, 3)
        for n, gap in enumerate(self._gaps(), start=1):
            if not 0 < gap < 180:
                raise DoesNotFit(
                    f"Row {n}: the next bearing lies {gap:g}° further; bearings must rise, less than 180° apart, "
                    "once round. Measure one more line in between, or sort the rows.",
                    field="rows",
                    value=gap,
                    limits=(0, 180),
                )
        if any(radius <= 0 for radius in self.radii_m):
            raise OutOfRange("Every distance from the centre must be above zero.", field="rows", limits=(0, None))

    def _gaps(self) -> list[float]:
        first = self.bearings_deg[0]
        following = [*self.bearings_deg[1:], first + 360]
        return [after - before for before, after in zip(self.bearings_deg, following, strict=True)]

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """Triangles between neighbouring lines: ½ r₁ r₂ sin(angle), summed, in m² [plane-geometry]."""
        figures, terms, area = [], [], 0.0
        count = len(self.radii_m)
        for n, gap in enumerate(self._gaps(), start=1):
            figures += [
                Figure(f"r_{n}", self.radii_m[n - 1], "m", f"line {n}"),
                Figure(f"sin_{n}", math.sin(math.radians(gap)), "", f"sine of the {gap:.4g}° to the next line"),
            ]
            other = n % count + 1
            terms.append(f"r_{n} * r_{other} * sin_{n} / 2")
            area += self.radii_m[n - 1] * self.radii_m[other - 1] * math.sin(math.radians(gap)) / 2
        return SquareMetres(working.step(title, " + ".join(terms), figures, area, "m²", "plane-geometry"))

    def plan(self) -> Plan:
        """The centre at the origin, north up."""
        turns = [math.radians(bearing) for bearing in self.bearings_deg]
        ring: tuple[Point, ...] = tuple(
            (r * math.sin(a), r * math.cos(a)) for r, a in zip(self.radii_m, turns, strict=True)
        )
        return Plan(ring, guides=tuple(Guide((0, 0), end, cell=(n, 1)) for n, end in enumerate(ring)))


def _require_offsets(offsets: tuple[float, ...], least: int) -> None:
    if len(offsets) < least:
        raise MissingInput(
            f"This way of measuring needs at least {least} rows; {len(offsets)} are there.", field="rows"
        )
    if any(not (math.isfinite(value) and value >= 0) for value in offsets) or max(offsets) <= 0:
        raise OutOfRange("Offsets must be zero or more, and one at least above zero.", field="rows", limits=(0, None))


def _trapezoid(working: Working, title: str, spacing: Figure, offsets: list[Figure]) -> float:
    inner = "".join(f" + {o.symbol}" for o in offsets[1:-1])
    area = spacing.value * ((offsets[0].value + offsets[-1].value) / 2 + sum(o.value for o in offsets[1:-1]))
    formula = f"spacing_m * (({offsets[0].symbol} + {offsets[-1].symbol}) / 2{inner})"
    return working.step(title, formula, [spacing, *offsets], area, "m²", "trapezoid-rule")


def _simpson(working: Working, title: str, spacing: Figure, offsets: list[Figure]) -> float:
    weights = [4 if n % 2 else 2 for n in range(1, len(offsets) - 1)]
    inner = "".join(f" + {w} * {o.symbol}" for w, o in zip(weights, offsets[1:-1], strict=True))
    weighted = sum(w * o.value for w, o in zip(weights, offsets[1:-1], strict=True))
    area = spacing.value / 3 * (offsets[0].value + offsets[-1].value + weighted)
    formula = f"spacing_m / 3 * ({offsets[0].symbol} + {offsets[-1].symbol}{inner})"
    return working.step(title, formula, [spacing, *offsets], area, "m²", "simpson-rule")


def _from_base(stations: list[float], offsets: tuple[float, ...], across: bool, column: int) -> Plan:
    low = [-value / 2 if across else 0.0 for value in offsets]
    high = [value / 2 if across else value for value in offsets]
    upper = [(x, y) for x, y in zip(stations, high, strict=True)]
    lower = [(x, y) for x, y in zip(stations, low, strict=True)]
    under = list(reversed(lower)) if across else [(stations[-1], 0.0), (stations[0], 0.0)]
    round_it = [*upper, *under]
    ring = [point for n, point in enumerate(round_it) if point != round_it[n - 1]]
    lines = tuple(Guide(a, b, cell=(n, column)) for n, (a, b) in enumerate(zip(lower, upper, strict=True)) if a != b)
    base = Guide((stations[0], 0.0), (stations[-1], 0.0))
    return Plan(tuple(ring), guides=(base, *lines))
