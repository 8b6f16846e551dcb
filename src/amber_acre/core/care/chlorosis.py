"""Yellow leaves with green veins: the cause first, then a ladder of steps with what each costs in time.

Stages are those of a look: 2 light green, 3 yellow between green veins, 4 bleached and scorched, 5 bare. Steps and
times are common practice and from memory of extension sheets.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from amber_acre.core.tables.chelates import CHELATES, holds_at

StepKey = Literal[
    "test", "drain", "soil_chelate", "sulphur", "foliar", "injection", "replant", "replant_next", "manganese"
]
IRON_LOCKS_FROM_PH = 6.5  # under it iron is free enough for most plants [common-practice]
# Days until a step shows, first to last [common-practice].
DAYS: dict[StepKey, tuple[int, int]] = {
    "test": (14, 28),
    "drain": (60, 365),
    "soil_chelate": (14, 60),
    "sulphur": (180, 730),
    "foliar": (5, 14),
    "injection": (14, 42),
    "replant": (0, 0),
    "replant_next": (365, 1095),
    "manganese": (14, 60),
}


@dataclass(frozen=True)
class LadderStep:
    """One step, what it is in words, and within how many days its result shows."""

    key: StepKey
    sentence: str
    days: tuple[int, int]


@dataclass(frozen=True)
class Ladder:
    """Steps in the order they are tried; ``chelates``: keys of those that hold at this pH; ``cause`` in words."""

    cause: str
    steps: tuple[LadderStep, ...]
    chelates: tuple[str, ...]


def ladder(
    stage: int,
    ph: float | None,
    *,
    free_lime: bool,
    wet: bool,
    iron_low: bool | None = None,
    manganese_low: bool | None = None,
) -> Ladder:
    """The ladder for a stage of 2 to 5. ``iron_low``, ``manganese_low``: by a leaf analysis, None unknown."""
    if wet:
        return Ladder(
            "The ground stands wet: roots without air cannot take iron up, whatever the pH.",
            (_step("drain", "Drain or loosen the ground; look at the roots before anything is put down."),),
            (),
        )
    if stage >= 5:
        return Ladder(
            "It is bare: no treatment brings it back.",
            (_step("replant", "Replace the tree with a tolerant kind, and set it into native soil."),),
            (),
        )
    if manganese_low and not iron_low:
        return Ladder(
            "The leaf is short of manganese and not of iron.",
            (
                _step(
                    "manganese", "Manganese by its label, on the leaf or in the ground: no iron, which crowds it out."
                ),
                _step("sulphur", "Lower the pH where the ground has no free lime: that frees manganese."),
            ),
            (),
        )
    if ph is None:
        return Ladder(
            "Nobody has read the pH.",
            (_step("test", "Test pH and free lime before anything is put down."),),
            (),
        )
    if ph < IRON_LOCKS_FROM_PH:
        return Ladder(
            f"pH {ph:g} does not lock iron up: look for the cause elsewhere.",
            (_step("test", "Check roots, drainage and a leaf analysis: the pH is not the cause."),),
            holds_at(ph),
        )
    return _locked(stage, ph, free_lime)


def _locked(stage: int, ph: float, free_lime: bool) -> Ladder:
    chelates = holds_at(ph)
    names = " or ".join(CHELATES[key][0] for key in chelates) or "no chelate on the list"
    chelate = _step("soil_chelate", f"{names} into the root zone: it holds at pH {ph:g}, for a season.")
    inject = _step(
        "injection", "Trunk injection greens it within weeks and wounds it: licensed practice, by the label alone."
    )
    later = _step("replant_next", "Plan a tolerant kind in its place: this one will stay a patient here.")
    if free_lime:
        cause = f"Free lime at pH {ph:g} locks iron up, and sulphur is spent on the lime first: hopeless to lower."
        steps: tuple[LadderStep, ...] = (chelate, inject, later) if stage < 4 else (inject, chelate, later)
        return Ladder(cause, steps, chelates)
    acid = _step("sulphur", "Lower the pH with sulphur in capped yearly doses: the cause, over one to two seasons.")
    bridge = _step("foliar", "Iron on the leaf as a bridge: green within two weeks, for weeks only.")
    cause = f"pH {ph:g} locks iron up; without free lime it can be lowered."
    steps = (acid, chelate, bridge, inject) if stage < 4 else (chelate, inject, acid, later)
    return Ladder(cause, steps, chelates)


def _step(key: StepKey, sentence: str) -> LadderStep:
    return LadderStep(key, sentence, DAYS[key])
