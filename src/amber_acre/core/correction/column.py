"""The soil column: layers to scale as they are, and as they would be after a number of years of a treatment."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from amber_acre.core.errors import OutOfRange

Layer = Literal["mulch", "thatch", "added", "topsoil", "loosened", "compacted", "subsoil"]
SHOWN_DEPTH_MM = 400.0
SETTLES_TO: dict[str, float] = {
    "compost": 0.5,
    "carbon": 0.9,
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
    topsoil_mm: float, probe_mm: float | None, thatch_mm: float = 0.0, mulch_mm: float = 0.0, added_mm: float = 0.0,
    material: str = "", loosened_mm: float = 0.0,
) -> tuple[ColumnLayer, ...]:  # fmt: skip
    """Layers of a cut 40 cm deep. ``probe_mm``: how deep a probe goes; below it, within, the soil is drawn compacted.

    ``added_mm`` counts as settled; ``loosened_mm``: how deep the ground below the topsoil was opened.
    """
    if not 0 <= topsoil_mm <= 1000:
        raise OutOfRange("Topsoil lies between 0 and 1 m deep.", field="topsoil", limits=(0, 1000))
    tops: tuple[tuple[Layer, float, str], ...] = (
        ("mulch", mulch_mm, "mulch"), ("thatch", thatch_mm, "thatch"),
        ("added", added_mm, f"added: {(material or 'dressing').split(' (')[0]}"), ("topsoil", topsoil_mm, "topsoil"),
    )  # fmt: skip
    layers = [ColumnLayer(kind, thick, words) for kind, thick, words in tops if thick > 0]
    left = max(0.0, SHOWN_DEPTH_MM - sum(layer.thickness_mm for layer in layers))
    if loosened_mm > 0 and left > 0:
        layers.append(ColumnLayer("loosened", min(loosened_mm, left), "loosened and blended"))
        left -= min(loosened_mm, left)
    hard = probe_mm is not None and probe_mm < topsoil_mm + 150 and not loosened_mm
    if left > 0:
        layers.append(
            ColumnLayer("compacted" if hard else "subsoil", left, "compacted: the probe stops" if hard else "subsoil")
        )
    return tuple(layers)


def years_to(wanted_mm: float, now_mm: float, yearly_mm: float, material: str) -> float:
    """Years of ``yearly_mm`` dressings until the soil is ``wanted_mm`` deep, settled: gap ÷ what stays of a dressing."""
    if yearly_mm <= 0:
        raise OutOfRange("A dressing lies above zero.", field="dose", limits=(0, None))
    return max(0.0, wanted_mm - now_mm) / (yearly_mm * SETTLES_TO.get(material, 1.0))
