"""Depth of mulch: what is missing, what is laid before it settles, what is left after years, when it is renewed."""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.errors import OutOfRange
from amber_acre.core.quantities import depth_in_both
from amber_acre.core.tables.mulches import (
    ASKED_ABOVE_MM,
    AT_MOST_MM,
    GRAVEL_RENEWAL_YEARS,
    MULCHES,
    ORGANIC_RENEWAL_YEARS,
    RENEW_BELOW_SHARE,
)
from amber_acre.core.working import Figure, Working

LOOKED_AT_YEARS = 1.0  # mulch is looked at once a year [common-practice]


@dataclass(frozen=True)
class TopUp:
    """What is added, mm after settling, and what is laid for it; ``too_deep``: what lies there is past the limit."""

    add_mm: float
    place_mm: float
    too_deep: bool
    sentence: str


def check_depth(mm: float, field: str = "depth") -> float:
    """A depth of mulch in mm, 0–150; OutOfRange asks for the unit beyond."""
    if not 0 <= mm <= ASKED_ABOVE_MM:
        raise OutOfRange(
            f"{depth_in_both(mm)} of mulch is outside 0–15 cm. Check the unit: 5 to 8 cm (2–3 in) are usual.",
            field=field,
            value=mm,
            limits=(0, ASKED_ABOVE_MM),
        )
    return mm


def top_up(want_mm: float, found_mm: float, settles: float = 0.0, working: Working | None = None) -> TopUp:
    """What to add on ``found_mm`` for ``want_mm``, both 0–150 mm (OutOfRange); never below nothing.

    ``settles``: share of what is laid that sinks, 0 to under 1: only what is added settles [common-practice].
    """
    check_depth(want_mm, "want")
    found = check_depth_found(found_mm)
    if not 0 <= settles < 1:
        raise OutOfRange("Settling is a share from 0 to under 100 %.", field="settles", limits=(0, 1))
    working = working or Working("Depth of mulch")
    figures = [Figure("want_mm", want_mm, "mm", "depth wanted"), Figure("found_mm", found, "mm", "depth that lies")]
    add = working.step(
        "To add", "max(want_mm - found_mm, 0)", figures, max(want_mm - found, 0.0), "mm", "plane-geometry"
    )
    place = add
    if settles:
        figures = [Figure("add_mm", add, "mm", "to add"), Figure("settles", settles, "", "share that sinks")]
        place = working.step("To lay", "add_mm / (1 - settles)", figures, add / (1 - settles), "mm", "common-practice")
    if found > AT_MOST_MM or (add == 0 and found > want_mm):
        words = f"{depth_in_both(found)} lie there already: no more mulch"
        words += "; thin it to 10 cm at most." if found > AT_MOST_MM else "."
        return TopUp(0.0, 0.0, found > AT_MOST_MM, words)
    if add == 0:
        return TopUp(0.0, 0.0, False, "Enough mulch lies there already.")
    return TopUp(add, place, False, f"{depth_in_both(add)} more, on {depth_in_both(found)} that lie there.")


def check_depth_found(mm: float) -> float:
    """A depth that was found: 0–600 mm (heaps happen); OutOfRange beyond."""
    if not 0 <= mm <= 600:
        raise OutOfRange("A depth found lies between 0 and 60 cm. Check the unit.", field="found", limits=(0, 600))
    return mm


def remaining_mm(placed_mm: float, loss_share: float, years: float) -> float:
    """Depth left after ``years``: each year takes the same share of what is left, 0 to under 1 [common-practice]."""
    _check_loss(loss_share)
    return float(placed_mm * (1 - loss_share) ** years)


def renew_after_years(placed_mm: float, loss_share: float, below_mm: float) -> float | None:
    """Years until less than ``below_mm`` is left; None where it never is. Raises OutOfRange as the share refuses."""
    _check_loss(loss_share)
    if below_mm >= placed_mm:
        return 0.0
    if loss_share == 0 or below_mm <= 0:
        return None
    return math.log(below_mm / placed_mm) / math.log(1 - loss_share)


def renewal_years(kind: str, placed_mm: float = 0.0) -> float:
    """When a kind is usually topped up, a year at the soonest: when a third of its depth is gone at the middle of its
    usual loss; two years where the kind is not known, ten for mineral ones [common-practice]."""
    row = MULCHES.get(kind)
    if row is None:
        return ORGANIC_RENEWAL_YEARS
    if not row.organic:
        return GRAVEL_RENEWAL_YEARS
    years = renew_after_years(
        placed_mm or row.depth_mm[1], sum(row.loss_share) / 2, (placed_mm or row.depth_mm[1]) * RENEW_BELOW_SHARE
    )
    return round(max(LOOKED_AT_YEARS, years or ORGANIC_RENEWAL_YEARS), 1)


def at_renewal(kind: str, want_mm: float, years: float) -> TopUp:
    """What brings a kind (a key of MULCHES) back to ``want_mm`` after ``years`` at the middle of its usual loss."""
    row = MULCHES[kind]
    left = remaining_mm(want_mm, sum(row.loss_share) / 2, years)
    return top_up(want_mm, left, row.settles)


def _check_loss(share: float) -> None:
    if not 0 <= share < 1:
        raise OutOfRange("The loss of a year is a share from 0 to under 100 %.", field="loss", limits=(0, 1))
