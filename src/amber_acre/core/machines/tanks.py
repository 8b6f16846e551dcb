"""A spray job in tanks of a sprayer: whole tanks with their dose, and the last part tank with its own."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.machines.spreading import Caught

TRACE_L = 0.05  # of mix: what is left over under it is no tank of its own


@dataclass(frozen=True)
class Filled:
    """What a sprayer is filled with for a job; mix in litres, product in mL.

    ``setting`` it was measured at; ``spray_l_m2`` it puts down there. ``tanks`` whole ones of ``tank_l`` with
    ``each_ml``, then ``last_l`` with ``last_ml``; a sprayer without a tank of its own takes all in one (``tanks`` 0).
    """

    machine: str
    setting: float
    spray_l_m2: float
    mix_l: float
    tank_l: float | None
    tanks: int
    each_ml: float
    last_l: float
    last_ml: float
    tests: int

    @property
    def share(self) -> float:
        """Product's share of the mix, 0 and up: over a tenth it is a strong mix, over 1 it cannot be."""
        whole = self.tanks * self.each_ml + self.last_ml
        return whole / 1000 / self.mix_l


def fill(
    machine: str, tests: Sequence[Caught], tank_l: float | None, rate_ml_m2: float, size_m2: float
) -> Filled | None:
    """Tanks for a rate over a ground, both above 0; None of a sprayer that was never measured.

    Of several settings the one that was measured most often counts, the lowest of those that were as often.
    """
    if not tests:
        return None
    often: dict[float, list[float]] = {}
    for one in tests:
        often.setdefault(one.setting, []).append(one.rate_g_m2 / 1000)  # a litre of water counts as a kilogram
    setting = min(often, key=lambda key: (-len(often[key]), key))
    spray = sum(often[setting]) / len(often[setting])
    mix, strength = spray * size_m2, rate_ml_m2 / spray  # L; mL in a litre of mix
    tanks = math.floor(mix / tank_l + 1e-9) if tank_l else 0
    last = mix - tanks * tank_l if tank_l else mix
    if tanks and last < TRACE_L:
        last = 0.0
    return Filled(
        machine,
        setting,
        spray,
        mix,
        tank_l,
        tanks,
        strength * (tank_l or 0.0),
        last,
        strength * last,
        len(often[setting]),
    )
