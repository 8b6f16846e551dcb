"""Lime requirement tables and lime quality rules, with their depths. Recalled from memory; sources named.

SMP: agricultural ground limestone, short tons an acre, 8 in deep [smp-1961]. Texture: finely ground limestone, short
tons an acre for a 7 in layer and one unit of pH [kellogg-1957]. Fineness rules of four lime laws [lime-laws].
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Literal, get_args

_TENTHS = tuple(round(6.8 - n / 10, 1) for n in range(21))
_TO_65 = (
    1.2,
    2.1,
    2.9,
    3.8,
    4.7,
    5.5,
    6.4,
    7.2,
    8.1,
    9.0,
    9.8,
    10.7,
    11.6,
    12.5,
    13.4,
    14.2,
    15.1,
    16.0,
    16.9,
    17.8,
    18.6,
)
_TO_60 = (
    1.0,
    1.7,
    2.4,
    3.1,
    3.8,
    4.5,
    5.2,
    5.9,
    6.6,
    7.3,
    8.0,
    8.7,
    9.4,
    10.2,
    10.9,
    11.6,
    12.3,
    13.0,
    13.7,
    14.4,
    15.1,
)
# Buffer pH → short tons an acre, by target pH.
SMP_TONS_ACRE: dict[float, dict[float, float]] = {
    6.5: dict(zip(_TENTHS, _TO_65, strict=True)),
    6.0: dict(zip(_TENTHS, _TO_60, strict=True)),
}
SMP_DEPTH_IN = 8.0
SMP_LIME_EFFECTIVE = 0.90  # neutralising value 90 % and more, as in the reprint [smp-1961]

MEHLICH_BUFFER_START = 6.6
MEHLICH_ACIDITY_PER_UNIT = 4.0  # meq/100 cm³ for each unit of buffer pH [mehlich-1976]
MEHLICH_DEPTH_IN = 8.0
MEHLICH_LIME_EFFECTIVE = 0.95  # 90 to 100 % assumed by the laboratory [mehlich-1976]

ADAMS_EVANS_CURVE = (7.79, 5.55, 2.27)  # pH = a − b·Hs + c·Hs² [adams-evans-1962]
ADAMS_EVANS_PER_UNIT = 8.0  # meq/100 g of soil acidity for each unit under 8.00
ADAMS_EVANS_FIELD_FACTOR = 1.5
ADAMS_EVANS_DEPTH_IN = 6.67

Region = Literal["cool", "warm"]
LimeTexture = Literal["sand", "sandy loam", "loam", "silt loam", "clay loam", "muck"]
LIME_TEXTURES: tuple[LimeTexture, ...] = get_args(LimeTexture)
KELLOGG_BANDS = ((3.5, 4.5), (4.5, 5.5), (5.5, 6.5))
KELLOGG_TONS_ACRE: dict[Region, dict[LimeTexture, tuple[float | None, float, float]]] = {
    "cool": {
        "sand": (0.4, 0.5, 0.6),
        "sandy loam": (None, 0.8, 1.3),
        "loam": (None, 1.2, 1.7),
        "silt loam": (None, 1.5, 2.0),
        "clay loam": (None, 1.9, 2.3),
        "muck": (2.9, 3.8, 4.3),
    },
    "warm": {
        "sand": (0.3, 0.3, 0.4),
        "sandy loam": (None, 0.5, 0.7),
        "loam": (None, 0.8, 1.0),
        "silt loam": (None, 1.2, 1.4),
        "clay loam": (None, 1.5, 2.0),
        "muck": (2.5, 3.3, 3.8),
    },
}
KELLOGG_DEPTH_IN = 7.0
KELLOGG_LIME_EFFECTIVE = 0.90  # good ground limestone; not printed with the table [from-memory]


@dataclass(frozen=True)
class FinenessRule:
    """How one kind of lime law turns sieve figures into a share that acts: which meshes it needs, and how."""

    key: str
    name: str
    meshes: tuple[int, ...]
    formula: str
    share: Callable[[Mapping[int, float]], float]


FINENESS_RULES: dict[str, FinenessRule] = {
    rule.key: rule
    for rule in (
        FinenessRule(
            "two-sieve",
            "two sieves, 8 and 60 mesh (KS, OK, TX style)",
            (8, 60),
            "(p8 + p60) / 2",
            lambda p: (p[8] + p[60]) / 2,
        ),
        FinenessRule(
            "iowa",
            "Iowa ECCE, 4, 8 and 60 mesh",
            (4, 8, 60),
            "0.1 * p4 + 0.3 * p8 + 0.6 * p60",
            lambda p: 0.1 * p[4] + 0.3 * p[8] + 0.6 * p[60],
        ),
        FinenessRule(
            "ohio",
            "Ohio ENP, 8, 20 and 60 mesh",
            (8, 20, 60),
            "0.2 * (p8 - p20) + 0.6 * (p20 - p60) + p60",
            lambda p: 0.2 * (p[8] - p[20]) + 0.6 * (p[20] - p[60]) + p[60],
        ),
        FinenessRule(
            "new-york",
            "New York ENV, 20 and 100 mesh",
            (20, 100),
            "0.6 * (p20 - p100) + p100",
            lambda p: 0.6 * (p[20] - p[100]) + p[100],
        ),
    )
}
MESHES = (4, 8, 20, 60, 100)

LimeKind = Literal["calcitic", "dolomitic", "hydrated"]
LIME_KINDS: dict[LimeKind, str] = {
    "calcitic": "calcitic limestone",
    "dolomitic": "dolomitic limestone (brings magnesium)",
    "hydrated": "hydrated lime (fast, short-lived, caustic)",
}
