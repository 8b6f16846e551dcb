"""How much mulch lies on a day: what was seen fades from the day it was seen, what was laid since lies on top."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from amber_acre.core.mulch.depth import remaining_mm
from amber_acre.core.tables.mulches import MULCHES

DAYS_A_YEAR = 365.25


@dataclass(frozen=True)
class Layer:
    """A layer of mulch: its day (None: nobody said when it was seen), its kind (a key of MULCHES, '' unknown), and its
    settled depth that day, mm, 0 or more."""

    on: date | None
    kind: str
    depth_mm: float


def left_mm(layer: Layer, day: date) -> float:
    """What is left of a layer on a day, mm, at the middle of its kind's usual loss [common-practice].

    A layer of no known day or kind stays as it was said, and before its day as it is then.
    """
    if layer.on is None or layer.kind not in MULCHES:
        return layer.depth_mm
    years = max(0.0, (day - layer.on).days / DAYS_A_YEAR)
    return remaining_mm(layer.depth_mm, sum(MULCHES[layer.kind].loss_share) / 2, years)


def lying_mm(seen: Layer, laid: Iterable[Layer], day: date) -> float:
    """Depth of mulch on a day, mm: what was seen and each layer laid since, up to the day, as they fade.

    Where nobody said when it was seen, every layer laid up to the day counts on top of it.
    """
    till = [one for one in laid if one.on is not None and one.on <= day]
    later = [one for one in till if seen.on is None or (one.on is not None and one.on > seen.on)]
    return left_mm(seen, day) + sum(left_mm(one, day) for one in later)
