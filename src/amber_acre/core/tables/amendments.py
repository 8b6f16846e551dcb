"""Physical amendments: what each material is, what it does for which finding, and what it honestly amounts to.

Bulk densities, water and phosphorus of materials are typical figures from memory [amendment-figures]; calcined clay
holds 90 % of its weight as the trade tells it [common-practice].
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from amber_acre.core.quantities import POUND_PER_THOUSAND_G_M2

Finding = Literal["clay", "sand", "compacted", "stripped", "repellent"]
Unit = Literal["depth", "rate", "holes", "none"]


@dataclass(frozen=True)
class Option:
    """One way to meet a finding: material or work, the school that favours it, the dose told, and an honest sentence.

    ``dose``: depth in mm for ``depth``, g/m² for ``rate``; nothing for work. ``every_months`` 0: once. ``closes``:
    whether it closes a compaction finding once a re-check passes. ``dug``: mixed in, never where roots are.
    """

    key: str
    finding: Finding
    school: str
    name: str
    material: str
    unit: Unit
    dose: float
    every_months: int
    closes: bool
    honest: str
    source: str = "common-practice"
    dug: bool = False


OPTIONS: tuple[Option, ...] = (
    Option(
        "clay-compost",
        "clay",
        "feed the soil",
        "Compost, top-dressed",
        "compost",
        "depth",
        6.0,
        12,
        False,
        "Structure comes from roots and worms over years; each dressing is a few millimetres.",
    ),
    Option(
        "clay-bed",
        "clay",
        "feed the soil",
        "Compost, dug into a whole bed",
        "compost",
        "depth",
        50.0,
        0,
        False,
        "Once, in bare ground, before planting. A quarter of the top 20 cm: settles by half within two years.",
        dug=True,
    ),
    Option(
        "clay-gypsum",
        "clay",
        "test-led",
        "Gypsum",
        "gypsum",
        "rate",
        490.0,
        36,
        False,
        "Loosens clay only where sodium glues it; without sodium in the test it does nothing but add calcium.",
    ),
    Option(
        "clay-sand",
        "clay",
        "told in the trade",
        "Sand, mixed in",
        "sand",
        "depth",
        12.0,
        0,
        False,
        "Until the mix is mostly sand it sets harder: over 70 % sand by weight is needed. A dressing makes a layer, not"
        " a loam.",
        dug=True,
    ),
    Option(
        "sand-compost",
        "sand",
        "feed the soil",
        "Compost, top-dressed",
        "compost",
        "depth",
        6.0,
        12,
        False,
        "Adds a few millimetres of water for a season or two; it is eaten and has to be given again.",
    ),
    Option(
        "sand-castings",
        "sand",
        "feed the soil",
        "Worm castings",
        "castings",
        "depth",
        3.0,
        12,
        False,
        "Rich, gentle and dear; phosphorus adds up with them as with any manure.",
    ),
    Option(
        "sand-manure",
        "sand",
        "feed the soil",
        "Rotted manure, dug into a bed",
        "manure",
        "depth",
        25.0,
        12,
        False,
        "Holds water and feeds; it brings phosphorus enough to pass any need in a few years: watch the test.",
        dug=True,
    ),
    Option(
        "sand-peat",
        "sand",
        "told in the trade",
        "Peat, dug into a bed",
        "peat",
        "depth",
        25.0,
        0,
        False,
        "Holds the most water for its weight and hardly any food; it brings its own pH, wastes away over years and is"
        " slow to wet again.",
        dug=True,
    ),
    Option(
        "sand-clay",
        "sand",
        "test-led",
        "Calcined clay, into core holes or a new bed",
        "calcined-clay",
        "depth",
        5.0,
        0,
        False,
        "Lasts; part of the water it holds is held too tightly for roots. Dear by the litre of water.",
    ),
    Option(
        "sand-carbon",
        "sand",
        "feed the soil",
        "Carbon granules",
        "carbon",
        "rate",
        10 * POUND_PER_THOUSAND_G_M2,
        6,
        False,
        "10 lb/1000 ft² to start, 5 to keep. It is hundredths of a per cent of the root zone: only a test proves a"
        " build-up.",
    ),
    Option(
        "compacted-core",
        "compacted",
        "test-led",
        "Hollow coring",
        "",
        "holes",
        0.0,
        12,
        True,
        "Half-inch tines 2 in apart open a twentieth of the surface; the finding closes when the probe goes deeper.",
    ),
    Option(
        "compacted-core-compost",
        "compacted",
        "feed the soil",
        "Coring, holes filled with compost",
        "compost",
        "holes",
        0.0,
        12,
        True,
        "Coring does the work; the compost in the holes is a few per cent of the top 10 cm.",
    ),
    Option(
        "compacted-core-sand",
        "compacted",
        "sports turf",
        "Coring, holes filled with sand",
        "sand",
        "holes",
        0.0,
        12,
        True,
        "Keeps holes open for a season or more; holds no water.",
    ),
    Option(
        "compacted-core-clay",
        "compacted",
        "sports turf",
        "Coring, holes filled with calcined clay",
        "calcined-clay",
        "holes",
        0.0,
        12,
        True,
        "Holes stay open and hold water; dearest by the hole. The 20 % by volume that deepened roots in trials cannot"
        " be placed by coring: half-inch tines 2 in apart move 3.7 % of the top 4 in.",
    ),
    Option(
        "compacted-liquid",
        "compacted",
        "told in the trade",
        "“Liquid aeration” or humic drench",
        "",
        "none",
        0.0,
        6,
        False,
        "It may be logged. The finding stays open until the probe goes deeper.",
    ),
    Option(
        "stripped-dress",
        "stripped",
        "feed the soil",
        "Topsoil and compost, a little each year",
        "topsoil",
        "depth",
        10.0,
        12,
        False,
        "10 mm a year: depth comes in 6–8 years or more. Loosen and blend first, or it lies on a pan.",
    ),
    Option(
        "stripped-import",
        "stripped",
        "start again",
        "Topsoil, brought in at once",
        "topsoil",
        "depth",
        50.0,
        0,
        False,
        "Only with the ground loosened and the first third blended in; then seed or turf anew.",
        dug=True,
    ),
    Option(
        "stripped-compost",
        "stripped",
        "feed the soil",
        "Compost, top-dressed",
        "compost",
        "depth",
        6.0,
        12,
        False,
        "Feeds and darkens the few centimetres there are; it is not depth.",
    ),
    Option(
        "repellent-wetting",
        "repellent",
        "test-led",
        "Wetting agent",
        "wetting",
        "rate",
        1.9,
        2,
        False,
        "Lets water in for weeks; it does not cure the coating on the sand. Deep watering after it.",
    ),
    Option(
        "repellent-core",
        "repellent",
        "sports turf",
        "Coring, then a wetting agent",
        "",
        "holes",
        0.0,
        12,
        False,
        "Opens a way for the water; the agent does the rest.",
    ),
    Option(
        "repellent-compost",
        "repellent",
        "feed the soil",
        "Compost, top-dressed",
        "compost",
        "depth",
        5.0,
        12,
        False,
        "More life breaks the wax down over years; fresh dry compost can itself repel water.",
    ),
    Option(
        "repellent-clay",
        "repellent",
        "start again",
        "Clay-rich soil, mixed in (claying)",
        "topsoil",
        "depth",
        10.0,
        0,
        False,
        "Coats the sand for good, if it is mixed through; a layer on top caps it.",
    ),
)
FINDINGS: dict[Finding, str] = {
    "clay": "heavy clay",
    "sand": "poor sand",
    "compacted": "compacted",
    "stripped": "stripped of its topsoil",
    "repellent": "dry and repels water",
}
