"""What a need of lime makes one look at again: none asked for, or far more than the exchange holds acid."""

from __future__ import annotations

from amber_acre.core.quantities import unrounded
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.lime import LimeMethod, acid_on_exchange, carbonate_for_acidity
from amber_acre.core.soil.sulphur import FURROW_SLICE_G_M2_MM
from amber_acre.core.working import Working

LEAST_ACID_MEQ = 1.0  # less is rounding, or a laboratory that adds the cations up alone [common-practice]
# Buffers count acid that the exchange of some laboratories leaves out; beyond this, look again [common-practice].
FAR_ABOVE = 3.0


def lime_doubts(
    test: SoilTest, ph: float, target_ph: float, method: LimeMethod, need_g_m2: float, depth_mm: float, working: Working
) -> list[str]:
    """Sentences about a need, g/m² of effective CaCO₃ for ``depth_mm`` of soil; the comparison with the exchange is
    recorded."""
    if need_g_m2 == 0 and method == "lab":
        return ["The laboratory asks for no lime."]
    if need_g_m2 == 0:
        return [
            f"By this buffer no lime is asked for, though pH {unrounded(ph)} is below {target_ph:g}: soil of low"
            " exchange holds too little acid for it to show. Work it out by the texture table."
        ]
    acid = acid_on_exchange(test)
    if acid is None or acid < LEAST_ACID_MEQ:
        return []
    most = carbonate_for_acidity(acid, depth_mm, FURROW_SLICE_G_M2_MM / 1000, working)
    if need_g_m2 <= FAR_ABOVE * most:
        return []
    return [
        f"The need is {need_g_m2:.0f} g/m² of calcium carbonate, yet all the acid on the exchange by this test (CEC"
        f" less the cations) takes {most:.0f} g/m²: look at buffer pH, CEC and units again."
    ]
