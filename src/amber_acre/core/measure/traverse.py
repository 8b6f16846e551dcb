"""A walked traverse: courses of bearing and distance round the ground, closed by the compass rule."""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.errors import DoesNotFit, Doubtful, MissingInput, OutOfRange
from amber_acre.core.measure.polygon import require_simple, ring_area_m2
from amber_acre.core.measure.shapes import Guide, Plan, Point
from amber_acre.core.quantities import SquareMetres, in_both
from amber_acre.core.working import Figure, Working

# Worse than 1 in 10 is no closed figure; worse than 1 in 100 is poor even for a pocket compass [compass-rule].
HOPELESS_RATIO = 10.0
POOR_RATIO = 100.0


@dataclass(frozen=True)
class Traverse:
    """Courses walked round an area back to the start: azimuths in degrees clockwise from north, lengths in metres.

    Refuses fewer than three courses (MissingInput), lengths not above zero (OutOfRange), a closing error of more
    than a tenth of the way and a walk that crosses itself (DoesNotFit).
    """

    azimuths_deg: tuple[float, ...]
    lengths_m: tuple[float, ...]

    def __post_init__(self) -> None:
        if len(self.lengths_m) < 3:
            raise MissingInput("A traverse needs at least three courses, back to its start.", field="rows")
        if any(not (math.isfinite(length) and length > 0) for length in self.lengths_m):
            raise OutOfRange("Every distance must be above zero.", field="rows", limits=(0, None))
        if self.closing_error_m * HOPELESS_RATIO > self.perimeter_m:
            raise DoesNotFit(
                f"The walk ends {in_both(self.closing_error_m)} from where it began, on {in_both(self.perimeter_m)}"
                " walked: it does not close. Look for a bearing read backwards or a course left out.",
                field="rows",
                value=self.closing_error_m,
                limits=(0, self.perimeter_m / HOPELESS_RATIO),
            )
        require_simple(self.corners())

    @property
    def perimeter_m(self) -> float:
        """Length of the whole walk in metres."""
        return sum(self.lengths_m)

    @property
    def departures_m(self) -> tuple[float, ...]:
        """Easting of each course: length × sin(azimuth), metres [compass-rule]."""
        return tuple(
            length * math.sin(math.radians(a)) for a, length in zip(self.azimuths_deg, self.lengths_m, strict=True)
        )

    @property
    def latitudes_m(self) -> tuple[float, ...]:
        """Northing of each course: length × cos(azimuth), metres [compass-rule]."""
        return tuple(
            length * math.cos(math.radians(a)) for a, length in zip(self.azimuths_deg, self.lengths_m, strict=True)
        )

    @property
    def closing_error_m(self) -> float:
        """Distance between the end of the walk and its start, metres."""
        return math.hypot(sum(self.departures_m), sum(self.latitudes_m))

    @property
    def ratio(self) -> float:
        """Metres walked to a metre of closing error (infinite where it closes exactly)."""
        return self.perimeter_m / self.closing_error_m if self.closing_error_m > 1e-9 else math.inf

    def corners(self) -> tuple[Point, ...]:
        """Corners after the compass (Bowditch) rule: the error shared by length, start at the origin."""
        east, north = sum(self.departures_m), sum(self.latitudes_m)
        x = y = 0.0
        corners: list[Point] = []
        for departure, latitude, length in zip(self.departures_m, self.latitudes_m, self.lengths_m, strict=True):
            corners.append((x, y))
            x += departure - east * length / self.perimeter_m
            y += latitude - north * length / self.perimeter_m
        return tuple(corners)

    def doubt(self) -> Doubtful | None:
        """The question to ask about a poor closing, or None."""
        if self.ratio >= POOR_RATIO:
            return None
        return Doubtful(
            f"The walk closes to {in_both(self.closing_error_m)} on {in_both(self.perimeter_m)}, 1 in {self.ratio:.0f}:"
            f" poor, 1 in {POOR_RATIO:.0f} is usual with a pocket compass. Walk it again, or confirm.",
            field="rows",
            value=self.closing_error_m,
        )

    def area_m2(self, working: Working, title: str) -> SquareMetres:
        """Area inside the adjusted corners, in m², with the closing error [compass-rule]."""
        east = Figure("east_m", sum(self.departures_m), "m", "sum of eastings")
        north = Figure("north_m", sum(self.latitudes_m), "m", "sum of northings")
        error = working.step(
            "Closing error",
            "sqrt(east_m ** 2 + north_m ** 2)",
            [east, north],
            self.closing_error_m,
            "m",
            "compass-rule",
            note="Shared over the courses in proportion to their length (compass rule) before the area is taken.",
        )
        if error > 1e-9:
            working.step(
                "Closing ratio, metres walked to one of error",
                "walked_m / error_m",
                [
                    Figure("walked_m", self.perimeter_m, "m", "walked"),
                    Figure("error_m", error, "m", "closing error"),
                ],
                self.ratio,
                "",
                "compass-rule",
            )
        return ring_area_m2(self.corners(), working, title)

    def plan(self) -> Plan:
        """North up, the start at the origin."""
        corners = self.corners()
        following = (*corners[1:], corners[0])
        return Plan(
            corners,
            guides=tuple(Guide(a, b, cell=(n, 1)) for n, (a, b) in enumerate(zip(corners, following, strict=True))),
        )


def azimuths_from_turns(turns_deg: tuple[float, ...]) -> tuple[float, ...]:
    """Azimuths of courses from turns in degrees, right positive; the first course sets out at the first turn."""
    heading, headings = 0.0, []
    for turn in turns_deg:
        heading += turn
        headings.append(heading % 360)
    return tuple(headings)
