"""Which mulch where: every kind held against the place, with what speaks for and against it; no league table."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from amber_acre.core.tables.mulches import CONDITION_WORDS, MULCHES, Condition, Mulch

RUBBER = "rubber"  # not recommended anywhere [common-practice]


@dataclass(frozen=True)
class Weighed:
    """A kind at a place: what speaks for it and against it, in words."""

    mulch: Mulch
    good: tuple[str, ...]
    bad: tuple[str, ...]

    @property
    def fits(self) -> bool:
        """True where nothing speaks against it here."""
        return not self.bad

    @property
    def standing(self) -> tuple[int, int, int]:
        """The order kinds are shown in: fewest reasons against, most for, the table's order."""
        return len(self.bad), -len(self.good), list(MULCHES).index(self.mulch.key)


def weigh(conditions: Iterable[Condition], options: Sequence[str] = ()) -> tuple[Weighed, ...]:
    """Kinds of mulch held against a place, those with the least against them first; ``options``: which (all).

    Dry-country natives want it dry: there a gravel's heat is no reason against it [common-practice].
    """
    here = list(dict.fromkeys(conditions))
    if "dry_natives" in here:
        here = [one for one in here if one not in ("heat", "acid", "slope")]
    found = []
    for key in options or tuple(MULCHES):
        row = MULCHES[key]
        good, bad = dict(row.suits), dict(row.wrong)
        against = [f"{CONDITION_WORDS[one]}: {bad[one]}" for one in here if one in bad]
        if key == RUBBER:
            against.append("not recommended: heats, smells, sheds zinc")
        found.append(
            Weighed(row, tuple(f"{CONDITION_WORDS[one]}: {good[one]}" for one in here if one in good), tuple(against))
        )
    return tuple(sorted(found, key=lambda one: one.standing))


def longest_lasting(keys: Iterable[str]) -> tuple[str, ...]:
    """Kinds by how long they last, the longest first: by the middle of their yearly loss."""
    return tuple(sorted(keys, key=lambda key: (sum(MULCHES[key].loss_share), list(MULCHES).index(key))))


def fabric_said(kind: str, fabric: bool) -> str:
    """What is wrong with a mulch and fabric under it, in words; '' where nothing is."""
    if not fabric or kind not in MULCHES or not MULCHES[kind].organic:
        return ""
    return "Fabric under organic mulch keeps it from the soil: cut and lift the fabric first, or use a mineral mulch."
