"""Soil swapped in a bed: what leaves as it lies loose on the trailer, and what comes before it settles."""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.bench.answer import Answer
from amber_acre.core.bench.volumes import density_of
from amber_acre.core.errors import OutOfRange
from amber_acre.core.mulch.supply import loads
from amber_acre.core.working import Figure, Working

# How much dug soil takes up over what it was in the ground, by texture [soil-swell].
SWELLS: dict[str, tuple[str, float]] = {
    "sand": ("sand, gravel", 0.12),
    "loam": ("loam, common earth", 0.25),
    "clay": ("clay", 0.35),
    "rubble": ("rubble among it", 0.5),
}
NEW_SETTLES = 0.15  # of new soil within its first season [common-practice]
FIRM_KG_L = 1.4  # of soil as it lies [common-practice]
DEEPEST_MM = 1000.0
SHALLOW_ROOTS_MM = 150.0


@dataclass(frozen=True)
class SwapAsked:
    """Ground in m², depth in mm (over 0 to 1000), texture a key of SWELLS; ``settles`` 0–0.4 of what comes.

    ``trailer_l``: what one trip carries. Prices a m³: to be rid of the old, of the new; what each trip costs.
    """

    size_m2: float
    depth_mm: float
    texture: str = "loam"
    settles: float = NEW_SETTLES
    material: str = ""
    trailer_l: float | None = None
    tip_m3: float | None = None
    buy_m3: float | None = None
    trip: float = 0.0


def swap_sum(asked: SwapAsked) -> Answer:
    """Volumes, weights, trips and money of a swap [soil-swell]; OutOfRange names the field."""
    if not 0 < asked.depth_mm <= DEEPEST_MM:
        raise OutOfRange("Soil is swapped to a depth over 0 and up to 1 m.", field="depth", limits=(0, DEEPEST_MM))
    if not 0 <= asked.settles <= 0.4:
        raise OutOfRange("What sinks lies between 0 and 40 %.", field="settles", limits=(0, 0.4))
    words, swell = SWELLS[asked.texture]
    answer = Answer(Working("Soil swapped"))
    size, depth = Figure("size_m2", asked.size_m2, "m²", "ground"), Figure("depth_mm", asked.depth_mm, "mm", "depth")
    firm = answer.reckon(
        "firm",
        "In the ground",
        "size_m2 * depth_mm / 1000",
        [size, depth],
        asked.size_m2 * asked.depth_mm / 1000,
        "m³",
        "plane-geometry",
    )
    lies = Figure("firm", firm, "m³", "in the ground")
    loose = answer.reckon(
        "leaves",
        "Leaves, loose",
        "firm * (1 + swell)",
        [lies, Figure("swell", swell, "", f"more when dug: {words}")],
        firm * (1 + swell),
        "m³",
        "soil-swell",
    )
    answer.reckon(
        "weighs",
        "Weighs, about",
        "firm * density * 1000",
        [lies, Figure("density", FIRM_KG_L, "kg/L", "of soil as it lies")],
        firm * FIRM_KG_L * 1000,
        "kg",
        "common-practice",
    )
    comes = answer.reckon(
        "comes",
        "Comes, before it settles",
        "firm / (1 - settles)",
        [lies, Figure("settles", asked.settles, "", "of the new soil sinks")],
        firm / (1 - asked.settles),
        "m³",
        "common-practice",
    )
    _carried(asked, loose, comes, answer)
    answer.said.append(
        "Find pipes and cables before you dig. Lay the bed a little over its edge: it sinks in the first season."
    )
    if asked.depth_mm > SHALLOW_ROOTS_MM:
        answer.said.append("Within a crown nothing is dug out by hand or machine: feeding roots lie in the top 15 cm.")
    return answer


def _carried(asked: SwapAsked, leaves: float, comes: float, answer: Answer) -> None:
    """Weight of what comes, trips and money."""
    density = density_of(asked.material)
    if density is not None:
        new = [Figure("comes", comes, "m³", "comes"), Figure("loose_kg_l", density, "kg/L", "usual bulk density")]
        formula, heavy = "comes * loose_kg_l * 1000", comes * density * 1000
        answer.reckon("new_weight", "Its weight, about", formula, new, heavy, "kg", "amendment-figures")
    trips = 0
    if asked.trailer_l is not None:
        out, back = loads(leaves * 1000, asked.trailer_l), loads(comes * 1000, asked.trailer_l)
        trips = out + back
        answer.tell("trips_out", "Trips away", float(out), "")
        answer.tell("trips_in", "Trips with new soil", float(back), "")
    if asked.tip_m3 is not None or asked.buy_m3 is not None:
        money = leaves * (asked.tip_m3 or 0.0) + comes * (asked.buy_m3 or 0.0) + trips * asked.trip
        answer.tell("money", "Money", money, "money")
