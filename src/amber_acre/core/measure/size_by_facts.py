"""Sizes of what is measured by its facts: hedges, trees and containers; and the rings kept clear in a bed."""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import partial

from amber_acre.core.measure.area_facts import ReadFact, number_of
from amber_acre.core.measure.planting import ROOT_RADIUS_LOW, Measured, containers, hedge_ground, root_zone
from amber_acre.core.quantities import Metres, SquareMetres
from amber_acre.core.working import Figure, Working


def size_by_facts(kind: str, facts: Mapping[str, ReadFact]) -> Measured:
    """Size of a hedge, tree or container group in m² from its facts; refusals name the fact."""

    number = partial(number_of, facts)
    if kind == "hedge":
        run = number("run")
        return hedge_ground(
            Metres(number("width") or 0.0),
            Metres(number("margin") or 0.0),
            run_m=None if run is None else Metres(run),
            plants=int(number("plants") or 0),
            spacing_m=number("spacing") or 0.0,
        )
    if kind == "tree":
        stems = facts["stems"].value if "stems" in facts else ()
        zone = root_zone(
            tuple(float(s) for s in stems if isinstance(s, float)) if isinstance(stems, tuple) else (),
            circumference="trunk_by" in facts and facts["trunk_by"].value == "circumference",
            crown_m=number("crown"),
            by_dripline="zone_by" in facts and facts["zone_by"].value == "dripline",
            radius_per_diameter=number("factor") or ROOT_RADIUS_LOW,
            hard_surface_m2=number("hard_surface") or 0.0,
        )
        if "trunk_by" in facts and facts["trunk_by"].value == "caliper":
            zone.working.assume("The caliper stands for the trunk at breast height, which it exceeds a little.")
        return zone
    return containers(int(number("count") or 0), number("diameter"), number("depth"), number("volume"))


def clear_rings(facts: Mapping[str, ReadFact]) -> Measured | None:
    """Ground kept clear round the trunks of a bed in m²: trunks × π × radius², or None [plane-geometry]."""
    trunks, radius = number_of(facts, "trunks"), number_of(facts, "clear")
    if trunks is None or radius is None:
        return None
    working = Working("Clear rings")
    figures = [Figure("trunks", trunks, "", "trunks"), Figure("radius_m", radius, "m", "clear radius")]
    size = trunks * math.pi * radius**2
    working.step("Kept clear round the trunks", "trunks * pi * radius_m ** 2", figures, size, "m²", "plane-geometry")
    return Measured(SquareMetres(size), working)
