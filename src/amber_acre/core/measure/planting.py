"""Ground that belongs to plants: a hedge's strip, a tree's root zone, containers."""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.quantities import Litres, Metres, SquareMetres, in_both
from amber_acre.core.working import Figure, Limit, Working

# Root radius: 1 to 1.5 ft for each inch of trunk, that is 12 to 18 trunk diameters [root-zone, bs5837].
ROOT_RADIUS_LOW = 12.0
ROOT_RADIUS_HIGH = 18.0
ROOT_RADIUS_AT_MOST_M = 15.0  # with 12 diameters, after the British standard [bs5837]
TRUNK_AT_MOST_M = 5.0


@dataclass(frozen=True)
class Measured:
    """A size in m² with its working, and a second number where the kind has one (trunk m, litres)."""

    size_m2: SquareMetres
    working: Working
    other: float = 0.0


def hedge_ground(
    width_m: Metres, margin_m: Metres, *, run_m: Metres | None = None, plants: int = 0, spacing_m: float = 0.0
) -> Measured:
    """Ground of a hedge in m²: run × (width + a root margin on both sides) [common-practice].

    The run is measured, or ``plants`` × ``spacing_m``. Refuses a hedge with neither (MissingInput) and sizes
    not above zero (OutOfRange); the margin may be 0.
    """
    working = Working("Ground of the hedge")
    if run_m is None:
        if plants < 1 or spacing_m <= 0:
            raise MissingInput("Give the run of the hedge, or its plants and their spacing.", field="run")
        figures = [Figure("plants", plants, "", "plants"), Figure("spacing_m", spacing_m, "m", "spacing")]
        run_m = Metres(working.step("Run", "plants * spacing_m", figures, plants * spacing_m, "m", "common-practice"))
    if width_m <= 0 or run_m <= 0 or margin_m < 0:
        raise OutOfRange("Run and width must be above zero, the margin zero or more.", field="width")
    size = run_m * (width_m + 2 * margin_m)
    working.step(
        "Run × width with a root margin on both sides",
        "run_m * (width_m + 2 * margin_m)",
        [
            Figure("run_m", run_m, "m", "run"),
            Figure("width_m", width_m, "m", "width"),
            Figure("margin_m", margin_m, "m", "root margin on a side"),
        ],
        size,
        "m²",
        "common-practice",
    )
    return Measured(SquareMetres(size), working, run_m)


def trunk_diameter(stems_m: tuple[float, ...], working: Working, circumference: bool = False) -> Metres:
    """Diameter in metres that stands for a trunk; several stems count by their cross-sections [bs5837].

    ``stems_m`` are diameters, or circumferences. Refuses none (MissingInput) and stems outside 0–5 m (OutOfRange).
    """
    if not stems_m:
        raise MissingInput("Measure the trunk: type one size for each stem.", field="stems")
    diameters = []
    for n, stem in enumerate(stems_m, start=1):
        diameter = stem
        if circumference:
            around = [Figure("around_m", stem, "m", f"circumference of stem {n}")]
            diameter = working.step(
                f"Diameter of stem {n}", "around_m / pi", around, stem / math.pi, "m", "plane-geometry"
            )
        if not 0 < diameter <= TRUNK_AT_MOST_M:
            raise OutOfRange(
                f"Stem {n} comes to {in_both(diameter)} across: outside 0–{TRUNK_AT_MOST_M:g} m. Check the unit.",
                field="stems",
                value=diameter,
                limits=(0, TRUNK_AT_MOST_M),
            )
        diameters.append(diameter)
    if len(diameters) == 1:
        return Metres(diameters[0])
    figures = [Figure(f"d_{n}", d, "m", f"stem {n}") for n, d in enumerate(diameters, start=1)]
    squares = " + ".join(f"{figure.symbol} ** 2" for figure in figures)
    joint = math.sqrt(sum(d * d for d in diameters))
    return Metres(
        working.step("One trunk of the same cross-section", f"sqrt({squares})", figures, joint, "m", "bs5837")
    )


def basal_area(trunk_m: float, working: Working) -> SquareMetres:
    """Cross-section of a trunk in m²: π/4 × diameter² [plane-geometry]."""
    figures = [Figure("trunk_m", trunk_m, "m", "trunk")]
    area = math.pi / 4 * trunk_m**2
    return SquareMetres(
        working.step("Cross-section of the trunk", "pi / 4 * trunk_m ** 2", figures, area, "m²", "plane-geometry")
    )


def root_zone(
    stems_m: tuple[float, ...],
    *,
    circumference: bool = False,
    crown_m: float | None = None,
    by_dripline: bool = False,
    radius_per_diameter: float = ROOT_RADIUS_LOW,
    hard_surface_m2: float = 0.0,
) -> Measured:
    """Root zone of a tree in m²: a circle by trunk or dripline, less the hard surface on it [root-zone].

    ``crown_m`` is the crown's spread across. Twelve diameters reach at most 15 m [bs5837]. Refuses a dripline without a
    crown (MissingInput), a factor outside 12–18 (OutOfRange) and hard surface that leaves nothing (DoesNotFit).
    ``other`` is the trunk in metres.
    """
    working = Working("Root zone")
    trunk = trunk_diameter(stems_m, working, circumference)
    basal_area(trunk, working)
    if by_dripline:
        if crown_m is None or crown_m <= 0:
            raise MissingInput("The dripline needs the crown's spread. Measure it, or go by the trunk.", field="crown")
        figures = [Figure("crown_m", crown_m, "m", "spread of the crown")]
        radius = working.step("Radius of the dripline", "crown_m / 2", figures, crown_m / 2, "m", "plane-geometry")
    else:
        radius = _radius_by_trunk(trunk, radius_per_diameter, working)
    circle = math.pi * radius**2
    working.step(
        "Circle", "pi * radius_m ** 2", [Figure("radius_m", radius, "m", "radius")], circle, "m²", "plane-geometry"
    )
    net = circle
    if hard_surface_m2 > 0:
        net = circle - hard_surface_m2
        if net <= 0:
            raise DoesNotFit(
                f"The hard surface, {hard_surface_m2:,.1f} m², covers the whole root zone, {circle:,.1f} m². "
                "Give only what lies inside it.",
                field="hard_surface",
                value=hard_surface_m2,
                limits=(0, circle),
            )
        figures = [
            Figure("circle_m2", circle, "m²", "circle"),
            Figure("hard_m2", hard_surface_m2, "m²", "hard surface"),
        ]
        working.step("Less hard surface", "circle_m2 - hard_m2", figures, net, "m²", "root-zone")
    return Measured(SquareMetres(net), working, trunk)


def _radius_by_trunk(trunk: float, radius_per_diameter: float, working: Working) -> float:
    """Root radius in metres: so many trunk diameters, 12 to 18; after the British standard 15 m at most."""
    if not ROOT_RADIUS_LOW <= radius_per_diameter <= ROOT_RADIUS_HIGH:
        raise OutOfRange("The root radius is 12 to 18 trunk diameters.", field="factor", value=radius_per_diameter)
    radius = radius_per_diameter * trunk
    capped = radius_per_diameter == ROOT_RADIUS_LOW and radius > ROOT_RADIUS_AT_MOST_M
    return working.step(
        "Radius by the trunk",
        "min(factor * trunk_m, at_most_m)" if capped else "factor * trunk_m",
        [
            Figure("factor", radius_per_diameter, "", "radius for each trunk diameter"),
            Figure("trunk_m", trunk, "m", "trunk at breast height"),
            *([Figure("at_most_m", ROOT_RADIUS_AT_MOST_M, "m", "most of the standard")] if capped else []),
        ],
        min(radius, ROOT_RADIUS_AT_MOST_M) if capped else radius,
        "m",
        "bs5837" if capped else "root-zone",
        (Limit("1 to 1.5 ft an inch of trunk", ROOT_RADIUS_LOW * trunk, ROOT_RADIUS_HIGH * trunk, "root-zone"),),
    )


def containers(
    count: int, diameter_m: float | None, depth_m: float | None = None, volume_l: float | None = None
) -> Measured:
    """Open ground of a container group in m², and its medium in litres (``other``) [plane-geometry].

    Volume of one as printed on it, or as a straight cylinder of diameter × depth: a tapered pot holds less. Without a
    diameter a pot as deep as it is wide is assumed from its volume, and the working says so.
    Refuses fewer than one container, a missing depth and volume (MissingInput) and sizes not above zero (OutOfRange).
    """
    if count < 1:
        raise OutOfRange("Count the containers: one at least.", field="count", value=count, limits=(1, None))
    working = Working("Containers")
    if diameter_m is None:
        if volume_l is None or volume_l <= 0:
            raise MissingInput("Give the diameter of one container, or its volume.", field="diameter")
        working.assume("The diameter is unknown: a pot as deep as it is wide is taken for the open surface.")
        diameter_m = working.step(
            "Diameter of a pot as deep as wide",
            "(4 * each_l / 1000 / pi) ** (1 / 3)",
            [Figure("each_l", volume_l, "L", "volume of one")],
            (4 * volume_l / 1000 / math.pi) ** (1 / 3),
            "m",
            "common-practice",
        )
    if diameter_m <= 0 or (depth_m is not None and depth_m <= 0) or (volume_l is not None and volume_l <= 0):
        raise OutOfRange("Diameter, depth and volume must be above zero.", field="diameter")
    across = Figure("across_m", diameter_m, "m", "diameter of one")
    number = Figure("number", count, "", "containers")
    if volume_l is None:
        if depth_m is None:
            raise MissingInput("Give the volume of one container, or its depth.", field="depth")
        volume_l = working.step(
            "Volume of one, as a straight cylinder",
            "pi / 4 * across_m ** 2 * depth_m * 1000",
            [across, Figure("depth_m", depth_m, "m", "depth of the medium")],
            math.pi / 4 * diameter_m**2 * depth_m * 1000,
            "L",
            "plane-geometry",
            note="A tapered pot holds less: the printed volume is better where there is one.",
        )
    each = Figure("each_l", volume_l, "L", "volume of one")
    total = working.step("Medium in all", "number * each_l", [number, each], count * volume_l, "L", "plane-geometry")
    open_m2 = count * math.pi / 4 * diameter_m**2
    working.step("Open surface", "number * pi / 4 * across_m ** 2", [number, across], open_m2, "m²", "plane-geometry")
    return Measured(SquareMetres(open_m2), working, Litres(total))


def tapered_pot_l(top_m: float, bottom_m: float, height_m: float, filled: float = 1.0) -> Litres:
    """Litres of a pot that narrows: a frustum of two diameters and a height in m, filled to a share [plane-geometry].

    All above 0, the share above 0 to 1 (OutOfRange).
    """
    if min(top_m, bottom_m, height_m) <= 0 or not 0 < filled <= 1:
        raise OutOfRange("The pot's measures are above zero, and it is filled to 100 % at most.", field="diameter")
    litres = math.pi * height_m / 12 * (top_m**2 + top_m * bottom_m + bottom_m**2) * 1000
    return Litres(litres * filled)
