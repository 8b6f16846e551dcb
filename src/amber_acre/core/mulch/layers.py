"""Mulch in parts: compost below and a coarse kind on top, and living mulch as compost and ground trimmings."""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.mulch.supply import parts_of, volume_m3
from amber_acre.core.quantities import depth_in_both
from amber_acre.core.tables.mulches import MULCHES, Mulch
from amber_acre.core.working import Figure, Working

TRIMMINGS = "chips"  # the row of the table that ground local trimmings weigh like
LIVING_PARTS = (1.0, 5.0)  # compost to ground trimmings, of 1 to 5–6 that are told [common-practice]


@dataclass(frozen=True)
class Part:
    """One material of a mulch: its kind, mm that stay of it (None: it is mixed), mm to lay, and its volume in m³."""

    mulch: Mulch
    add_mm: float | None
    place_mm: float | None
    volume_m3: float

    @property
    def weight_kg(self) -> float:
        """Bulk density in kg/L is t/m³."""
        return self.volume_m3 * self.mulch.density_kg_l * 1000


def layers(top: Mulch, add_mm: float, below_mm: float, net_m2: float, working: Working) -> tuple[Part, Part]:
    """Compost ``below_mm`` deep on the soil, and the rest of ``add_mm`` in the kind on top, each laid for what settles.

    Refuses more compost than is missing, and what is no coarse or medium organic kind on top (DoesNotFit).
    """
    if not top.organic:
        raise DoesNotFit(f"{top.name.capitalize()} sinks into compost: lay it on bare soil alone.", field="below")
    if top.grain == "fine":
        raise DoesNotFit(
            f"Compost lies below and something coarser on top: {top.name} is as fine as it is.", field="kind"
        )
    if below_mm >= add_mm:
        raise DoesNotFit(
            f"{depth_in_both(add_mm)} are missing in all: {depth_in_both(below_mm)} of compost leave nothing for"
            f" {top.name} on it.",
            field="below",
            value=below_mm,
            limits=(0, add_mm),
        )
    return (
        _layer(MULCHES["compost"], below_mm, net_m2, working),
        _layer(top, add_mm - below_mm, net_m2, working),
    )


def _layer(mulch: Mulch, add_mm: float, net_m2: float, working: Working) -> Part:
    figures = [
        Figure("add_mm", add_mm, "mm", f"of {mulch.name} that stay"),
        Figure("settles", mulch.settles, "", "share that sinks"),
    ]
    place = working.step(
        f"{mulch.name.capitalize()} to lay",
        "add_mm / (1 - settles)",
        figures,
        add_mm / (1 - mulch.settles),
        "mm",
        "common-practice",
    )
    return Part(mulch, add_mm, place, volume_m3(net_m2, place, working))


def living_parts(volume: float, compost: float, trimmings: float) -> tuple[Part, Part]:
    """What a volume of living mulch is mixed from, by parts; refuses parts that are not above 0 (OutOfRange)."""
    for field, parts in (("compost_parts", compost), ("trimming_parts", trimmings)):
        if parts <= 0:
            raise OutOfRange("Each part of a blend is above zero.", field=field, value=parts, limits=(0, None))
    of_compost, of_trimmings = parts_of(volume, compost, trimmings)
    return Part(MULCHES["compost"], None, None, of_compost), Part(MULCHES[TRIMMINGS], None, None, of_trimmings)
