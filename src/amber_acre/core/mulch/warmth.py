"""How much of a day's warmth goes through mulch to the soil: a layer that conducts poorly lets little of a swing by."""

from __future__ import annotations

import math

from amber_acre.core.mulch.depth import check_depth
from amber_acre.core.tables.mulches import Mulch
from amber_acre.core.working import Figure, Working

DAY_SECONDS = 86_400.0
LOOSE_ORGANIC_M2_S = 1.5e-7  # heat through dry chips, bark, litter: 0.07 W/(m K) over 0.45 MJ/(m³ K) [from-memory]
LOOSE_MINERAL_M2_S = 2.7e-7  # heat through dry gravel: 0.35 W/(m K) over 1.3 MJ/(m³ K) [from-memory]


def damping_mm(mulch: Mulch) -> float:
    """Depth at which a day's swing has fallen to 37 %, mm: √(2κ/ω) [hillel-soil-heat]."""
    diffusivity = LOOSE_ORGANIC_M2_S if mulch.organic else LOOSE_MINERAL_M2_S
    return 1000 * math.sqrt(diffusivity * DAY_SECONDS / math.pi)


def swing_share(mulch: Mulch, depth_mm: float, working: Working | None = None) -> float:
    """Share of the swing between day and night at the top of a mulch that reaches the soil under it, above 0 to 1.

    ``depth_mm`` 0–150 (OutOfRange). A sine of one day into a layer without end [hillel-soil-heat]: an estimate, wet
    mulch conducts more.
    """
    check_depth(depth_mm)
    figures = [
        Figure("depth_mm", depth_mm, "mm", "depth of the mulch"),
        Figure("damping_mm", damping_mm(mulch), "mm", "depth that lets 37 % by"),
    ]
    share = math.exp(-depth_mm / damping_mm(mulch))
    working = working or Working("Warmth under mulch")
    return working.step(
        "Of a day's swing that reaches the soil", "exp(-depth_mm / damping_mm)", figures, share, "", "hillel-soil-heat"
    )
