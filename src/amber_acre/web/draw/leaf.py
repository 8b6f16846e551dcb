"""A leaf for each grade of a look: its blade, veins and scorched edge, or the twig where it has fallen."""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.measure.condition import COLOURS

WIDTH, HEIGHT = 64.0, 44.0
BASE_X, TIP_X, MIDDLE_Y = 7.0, 58.0, 22.0
BROAD = 15.0  # from the middle to the margin where the blade is broadest
PAIRS = 4  # of side veins


@dataclass(frozen=True)
class Leaf:
    """One grade: paths of blade, veins and scorched edge ('' where there is none), twig, and the grade in words."""

    grade: int
    blade: str
    veins: str
    scorched: str
    twig: str
    words: str


def _half(x: float) -> float:
    """Half the breadth of the blade at a distance from its base: broadest a third of the way, pointed at both ends."""
    t = (x - BASE_X) / (TIP_X - BASE_X)
    return float(2.6 * BROAD * t**0.6 * (1 - t) ** 0.9)


def _blade(from_x: float = BASE_X) -> str:
    steps = [from_x + (TIP_X - from_x) * n / 24 for n in range(25)]
    upper = [(x, MIDDLE_Y - min(_half(x), BROAD)) for x in steps]
    lower = [(x, MIDDLE_Y + min(_half(x), BROAD)) for x in reversed(steps)]
    return "M" + "L".join(f"{x:.1f} {y:.1f}" for x, y in (*upper, *lower)) + "Z"


def _veins() -> str:
    found = [f"M2 {MIDDLE_Y:g}H{TIP_X - 4:g}"]
    for n in range(PAIRS):
        x = BASE_X + 7 + n * 10
        reach = min(_half(x + 7), BROAD) * 0.82
        found += [f"M{x:g} {MIDDLE_Y:g}l7 {side * reach:.1f}" for side in (-1, 1)]
    return "".join(found)


def _scorched() -> str:
    """The tip and the margin before it, with a ragged inner edge."""
    inner = ((46.0, -0.9), (44.0, -0.35), (49.0, -0.2), (45.5, 0.25), (49.5, 0.4), (46.0, 0.9))
    edge = [f"{x:g} {MIDDLE_Y + share * min(_half(x), BROAD):.1f}" for x, share in inner]
    outer = [TIP_X - (TIP_X - 46.0) * n / 8 for n in range(9)]
    below = [f"{x:.1f} {MIDDLE_Y + min(_half(x), BROAD):.1f}" for x in reversed(outer)]
    above = [f"{x:.1f} {MIDDLE_Y - min(_half(x), BROAD):.1f}" for x in outer]
    return "M" + "L".join([*edge, *below, *above]) + "Z"


TWIG = "M3 33C18 26 34 26 60 12M20 28l5 -10M33 25l9 6M46 20l3 -9"


def leaves() -> dict[int, Leaf]:
    """The leaf of each grade of the scale of looks."""
    found = {}
    for grade, words in COLOURS.items():
        bare = grade == max(COLOURS)
        found[grade] = Leaf(
            grade,
            "" if bare else _blade(),
            "" if bare else _veins(),
            _scorched() if grade == max(COLOURS) - 1 else "",
            TWIG if bare else "",
            f"{grade} {words}",
        )
    return found
