"""The soil column: layers to scale as they are, and as they would be after a number of years of a treatment."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from amber_acre.core.errors import OutOfRange

Layer = Literal["mulch", "thatch", "added", "topsoil", "loosened", "compacted", "subsoil"]
SHOWN_DEPTH_MM = 400.0
HARD_UNDER_TOPSOIL_MM = 150.0  # [common-practice]
SETTLES_TO: dict[str, float] = {
    "compost": 0.5,
    "carbon": 0.9,
    "castings": 0.6,
    "manure": 0.5,
    "peat": 0.5,
    "topsoil": 0.85,
    "sand": 0.95,
    "calcined-clay": 0.95,
}  # of its depth [common-practice]


@dataclass(frozen=True)
class ColumnLayer:
    """A layer from the surface down: what it is, mm thick, and its words."""

    kind: Layer
    thickness_mm: float
    words: str


def column(
    topsoil_mm: float,
    probe_mm: float | None,
    thatch_mm: float = 0.0,
    mulch_mm: float = 0.0,
    added_mm: float = 0.0,
    material: str = "",
    loosened_mm: float = 0.0,
    cored_mm: float = 0.0,
) -> tuple[ColumnLayer, ...]:
    """Layers of a cut at least 40 cm deep. ``probe_mm``: how deep a probe goes from the ground's face; below it is
    compacted.

    A probe that stops more than 15 cm under the topsoil met subsoil, not compaction. ``added_mm`` counts as settled;
    ``loosened_mm``: how deep the ground below the topsoil was loosened, ``cored_mm``: how deep cores went from its
    face.
    """
    if not 0 <= topsoil_mm <= 1000:
        raise OutOfRange("Topsoil lies between 0 and 1 m deep.", field="topsoil", limits=(0, 1000))
    tops: tuple[tuple[Layer, float, str], ...] = (
        ("mulch", mulch_mm, "mulch"),
        ("thatch", thatch_mm, "thatch"),
        ("added", added_mm, f"added: {(material or 'dressing').split(' (')[0]}"),
    )
    layers = [ColumnLayer(kind, thick, words) for kind, thick, words in tops if thick > 0]
    end = max(topsoil_mm, SHOWN_DEPTH_MM - sum(layer.thickness_mm for layer in layers))
    hard = probe_mm if probe_mm is not None and probe_mm < topsoil_mm + HARD_UNDER_TOPSOIL_MM else None
    edges = {0.0, topsoil_mm, end, cored_mm, hard or 0.0, topsoil_mm + loosened_mm}
    for upper, lower in pairwise(sorted(edge for edge in edges if edge <= end)):
        kind, words = _ground((upper + lower) / 2, topsoil_mm, hard, loosened_mm, cored_mm)
        if layers and layers[-1].words == words:
            layers[-1] = ColumnLayer(kind, layers[-1].thickness_mm + lower - upper, words)
        else:
            layers.append(ColumnLayer(kind, lower - upper, words))
    return tuple(layers)


def _ground(
    at_mm: float, topsoil_mm: float, hard_mm: float | None, loosened_mm: float, cored_mm: float
) -> tuple[Layer, str]:
    """What the ground is at a depth, and its words."""
    if at_mm < cored_mm:
        return "loosened", "opened by holes"
    if topsoil_mm <= at_mm < topsoil_mm + loosened_mm:
        return "loosened", "loosened and blended"
    if hard_mm is not None and at_mm >= hard_mm and not (loosened_mm and at_mm < topsoil_mm):
        return "compacted", "compacted: the probe stops"
    return ("topsoil", "topsoil") if at_mm < topsoil_mm else ("subsoil", "subsoil")


def settles_to(parts: Sequence[tuple[str, float]]) -> float:
    """Share of its depth that a blend keeps, from the key of each material and its part by volume; 1 for what is not
    tabled."""
    whole = sum(part for _, part in parts)
    return sum(part * SETTLES_TO.get(key, 1.0) for key, part in parts) / whole if whole else 1.0


def years_to(wanted_mm: float, now_mm: float, yearly_mm: float, settles: float) -> float:
    """Years of ``yearly_mm`` dressings until the soil is ``wanted_mm`` deep: gap ÷ what stays of a dressing
    (``settles``, above 0)."""
    if yearly_mm <= 0:
        raise OutOfRange("A dressing lies above zero.", field="dose", limits=(0, None))
    return max(0.0, wanted_mm - now_mm) / (yearly_mm * settles)
