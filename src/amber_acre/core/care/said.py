"""What a planting's year says beside its jobs: a code and a sentence."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

SaidCode = Literal[
    "need_test",
    "need_finding",
    "need_diagnosis",
    "no_feed",
    "lean",
    "frost_stop",
    "passed",
    "wait_warm",
    "no_hole",
    "no_high_p",
    "salt",
    "crown",
    "trunk_clear",
    "fabric",
    "label",
    "licensed",
    "replant",
    "free_lime",
    "ph_cause",
    "compaction",
    "water_first",
    "too_much_mulch",
    "heat",
    "wet_first",
    "bone_meal_no",
    "mg_test",
    "acid_refused",
    "two_seasons",
    "wetness",
    "slope",
    "conflict",
    "result_range",
    "stop_growth",
    "flush",
    "group",
    "strange",
    "mulch",
    "no_product",
    "new_among",
    "own_feed",
    "rose_sun",
    "rootstock",
    "by_plant",
    "lime_free",
    "fire",
]


@dataclass(frozen=True)
class Said:
    """One thing said, with its code; ``obstacle``: it stands in the way of the plan."""

    code: SaidCode
    sentence: str
    obstacle: bool = False
