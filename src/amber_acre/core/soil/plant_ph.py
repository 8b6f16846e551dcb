"""What the plants of an area want of the pH together, and how the soil stands to it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.tables.plants import Plant, ph_text


@dataclass(frozen=True)
class Overlap:
    """pH range that suits every plant, None where there is none; one sentence; plants the soil does not suit now."""

    range: tuple[float, float] | None
    sentence: str
    unhappy: tuple[str, ...]


def overlap(plants: Sequence[Plant], ph: float | None) -> Overlap | None:
    """The common pH range of plants, or None without plants. Ranges are preferences: a little outside is survived."""
    if not plants:
        return None
    low, high = max(plant.ph[0] for plant in plants), min(plant.ph[1] for plant in plants)
    unhappy = (
        tuple(f"{p.common} ({ph_text(p.ph)})" for p in plants if not p.ph[0] <= ph <= p.ph[1]) if ph is not None else ()
    )
    if low > high:
        want_low = min(plants, key=lambda p: p.ph[1])
        want_high = max(plants, key=lambda p: p.ph[0])
        sentence = (
            f"No pH suits all: {want_low.common} wants {ph_text(want_low.ph)}, {want_high.common}"
            f" {ph_text(want_high.ph)}. Move one, or treat each plant's own ground."
        )
        return Overlap(None, sentence, unhappy)
    together = f"pH {ph_text((low, high))} suits " + (
        plants[0].common if len(plants) == 1 else f"all {len(plants)} kinds"
    )
    if ph is None:
        return Overlap((low, high), f"{together}; the soil's pH is not known.", unhappy)
    state = "it is there" if low <= ph <= high else f"the soil is {'below' if ph < low else 'above'} it at {ph:g}"
    return Overlap((low, high), f"{together}; {state}.", unhappy)
