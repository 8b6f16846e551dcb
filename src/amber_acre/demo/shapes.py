"""What a garden of the demo is made of: shapes, areas and looks as they would be typed."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date

Spot = tuple[float, float, float]


@dataclass(frozen=True)
class DemoShape:
    """A shape as typed: method, sides, table, and where it lies."""

    method: str
    sides: tuple[str, ...] = ()
    rows: str = ""
    at: Spot | None = None
    name: str = ""


@dataclass(frozen=True)
class DemoArea:
    """An area that is no lawn, as typed; ``lawn`` names the lawn a patch lies in."""

    kind: str
    name: str
    at: Spot | None
    facts: dict[str, str]
    outline: DemoShape | None = None
    lawn: str = ""
    instrument: str = "tape"
    cut_outs: tuple[DemoShape, ...] = ()


@dataclass(frozen=True)
class DemoLook:
    """What somebody saw of an area on a day."""

    area: str
    on: date
    who: str
    seen: dict[str, object]


@dataclass(frozen=True)
class Garden:
    """The rest of a property: surroundings (kind, shape), areas, where its lawns lie, looks."""

    around: tuple[tuple[str, DemoShape], ...]
    areas: tuple[DemoArea, ...]
    lawns: dict[str, Spot] = field(default_factory=dict)
    looks: tuple[DemoLook, ...] = ()
    origin: tuple[float, float] | None = None


def hedge(name: str, plant: str, run: str, width: str, at: Spot, height: str, **more: str) -> DemoArea:
    """A hedge by its run."""
    return DemoArea(
        "hedge", name, at, {"plant": plant, "run": run, "width": width, "margin": "0.3 m", "height": height, **more}
    )


def tree(name: str, plant: str, stems: str, crown: str, at: Spot, **more: str) -> DemoArea:
    """A tree by its stems, with the root zone of its trunk."""
    facts = {"plant": plant, "trunk_by": "diameter", "stems": stems, "crown": crown, "zone_by": "trunk", "factor": "12"}
    return DemoArea("tree", name, at, facts | more)


def pots(name: str, plant: str, count: str, diameter: str, at: Spot | None, **more: str) -> DemoArea:
    """A group of pots by count and diameter."""
    return DemoArea("container", name, at, {"plant": plant, "count": count, "diameter": diameter, **more})
