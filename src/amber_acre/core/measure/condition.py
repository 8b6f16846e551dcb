"""What is seen on a walk-round: described scales, plausible readings, and how two looks compare.

A grade is only useful against an earlier one, or against a neighbour that is fine. What was not looked at
is None or '' and stays unknown. Scales and limits: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, fields
from datetime import date
from typing import Literal

from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange

COLOURS = {
    1: "dark green",
    2: "light green",
    3: "yellow between green veins",
    4: "bleached, scorched",
    5: "bare or leafless",
}
AMOUNTS = ("none", "few", "many")
NAMES = {
    "colour": "Colour",
    "bare": "Bare",
    "thatch_mm": "Thatch",
    "probe_mm": "Probe goes in",
    "dry_spots": "Dry spots",
    "mulch_mm": "Mulch left",
    "weeds": "Weeds",
    "root_mm": "Roots of a plug",
    "ph": "pH by probe",
}
# Largest believable reading of each depth in mm; a probe is rarely longer than 90 cm.
_DEPTH_LIMITS = {"thatch_mm": 150.0, "probe_mm": 900.0, "mulch_mm": 600.0, "root_mm": 900.0}
# Where less is better (+1 worse when it grows), or more is better.
_WORSE_WHEN_MORE = {"colour": 1, "bare": 1, "thatch_mm": 1, "dry_spots": 1, "weeds": 1, "probe_mm": -1, "root_mm": -1}

Verdict = Literal["better", "worse", "same", ""]


@dataclass(frozen=True)
class Look:
    """What was seen of an area on a day; depths in mm, ``bare`` a fraction, ``colour`` 1 (dark green) to 5 (bare).

    Refuses values outside their scale and absurd depths (OutOfRange), and a pH without the spot it was taken at
    (DoesNotFit).
    """

    on_day: date
    who: str
    colour: int | None = None
    bare: float | None = None
    thatch_mm: float | None = None
    probe_mm: float | None = None
    dry_spots: str = ""
    mulch_mm: float | None = None
    weeds: str = ""
    root_mm: float | None = None
    spot: str = ""
    ph: float | None = None
    note: str = ""

    def __post_init__(self) -> None:
        for name, top in _DEPTH_LIMITS.items():
            value = getattr(self, name)
            if value is not None and not 0 <= value <= top:
                raise OutOfRange(
                    f"{NAMES[name]}: {value / 10:g} cm is outside 0–{top / 10:g} cm. Check the unit.",
                    field=name,
                    value=value,
                    limits=(0, top),
                )
        if self.bare is not None and not 0 <= self.bare <= 1:
            raise OutOfRange("Bare ground is 0 to 100 %.", field="bare", value=self.bare, limits=(0, 1))
        if self.colour is not None and self.colour not in COLOURS:
            raise OutOfRange("The colour scale runs from 1 to 5.", field="colour", value=self.colour, limits=(1, 5))
        if self.ph is not None:
            if not 3 <= self.ph <= 10:
                raise OutOfRange(
                    f"pH {self.ph:g} is outside 3–10. Clean the probe and read again.",
                    field="ph",
                    value=self.ph,
                    limits=(3, 10),
                )
            if not self.spot:
                raise DoesNotFit("Name the spot the probe stood in, so that it can be found again.", field="spot")

    @property
    def seen(self) -> tuple[str, ...]:
        """Names of everything that was looked at."""
        return tuple(f.name for f in fields(self) if f.name in NAMES and getattr(self, f.name) not in (None, ""))

    def require_something(self) -> None:
        """Refuses a look at which nothing was seen (MissingInput)."""
        if not self.seen and not self.note:
            raise MissingInput("Nothing was noted. Fill in what you saw; leave the rest unknown.", field="colour")


@dataclass(frozen=True)
class Change:
    """One observation in two looks, and whether the second is better; '' where it cannot be said."""

    name: str
    first: float | str | None
    second: float | str | None
    verdict: Verdict


def compare(first: Look, second: Look) -> tuple[Change, ...]:
    """Every observation either look has, first against second; unknown on one side gives no verdict."""
    return tuple(_changes(first, second))


def _changes(first: Look, second: Look) -> Iterator[Change]:
    for name in NAMES:
        a, b = getattr(first, name), getattr(second, name)
        if a in (None, "") and b in (None, ""):
            continue
        yield Change(name, None if a == "" else a, None if b == "" else b, _verdict(name, a, b))


def _verdict(name: str, a: float | str | None, b: float | str | None) -> Verdict:
    before, after = _rank(a), _rank(b)
    if name not in _WORSE_WHEN_MORE or before is None or after is None:
        return ""
    moved = (after - before) * _WORSE_WHEN_MORE[name]
    return "same" if moved == 0 else "worse" if moved > 0 else "better"


def _rank(value: float | str | None) -> float | None:
    if isinstance(value, str):
        return float(AMOUNTS.index(value)) if value in AMOUNTS else None
    return value
