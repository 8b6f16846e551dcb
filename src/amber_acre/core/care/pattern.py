"""The face of a care pattern: what a planting asks of its year, step by step, as the choice of a season takes it."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from amber_acre.core.rules.late_release import last_uptake
from amber_acre.core.season.phases import STEPS, Phases, Steps

Mask = NDArray[np.bool_]
PartName = Literal["rest", "rising", "full", "heat", "falling"]


@dataclass(frozen=True)
class ShareWanted:
    """A least share of the year's nitrogen on the steps of a mask, 0–1, and why; unmet at a price, not forbidden."""

    name: str
    on: Mask
    least: float
    why: str


@dataclass(frozen=True)
class Need:
    """A nutrient wanted over the year beside nitrogen, g/m² of the element: least of it, most of one application, the
    most of the year (None: what comes along costs), and what a gram short or idle weighs."""

    wanted_g_m2: float
    once_g_m2: float
    most_g_m2: float | None
    short_weight: float
    idle_weight: float
    why: str
    rounds: int = 1
    on: Mask | None = None


PASSED = "that day has passed"  # why a step before today is closed


@dataclass(frozen=True)
class Asks:
    """What grows on an area over 48 steps: demand of nitrogen and everything that bounds when it may be met.

    ``demand_g_m2`` sums to the year's need. ``takes_up``: steps in which roots take nitrogen up at all. ``open``: steps
    in which it may be fed. ``quick_cap``/``total_cap``: most of one step, g/m²; ``slow_least``: least slow share of
    what goes down in a step. ``closed_because``: in words, why a step is closed, '' where it is open.
    ``year_most_g_m2``: the most nitrogen of the year. ``gap_steps``: a growing lawn is never left longer, 0: it may
    be. ``ahead``: most of one dose as a multiple of the demand of the steps after it, 0: no such bound.
    ``new_grass``: sown or laid in this year; ``sown_on``: the day of seed in it, None without any; ``winter_steps``:
    those of a grass that grows while the lawn rests. ``quick_because``: why no more is quick.
    ``carried_g_m2``: what earlier seasons still release. ``begun``: where it is planned from later on, the step
    from which the season could be fed: what is left at its end feeds nothing beyond; None where it is planned whole.
    ``started``: then the season's first step.
    """

    phases: Phases
    demand_g_m2: Steps
    takes_up: Mask
    open: Mask
    parts: tuple[PartName, ...]
    quick_cap: Steps
    total_cap: Steps
    slow_least: Steps
    closed_because: tuple[str, ...]
    shares: tuple[ShareWanted, ...]
    phosphorus: Need
    potassium: Need
    year_most_g_m2: float
    slow_share_min: float
    capacity_mm: float
    gap_steps: int = 0
    ahead: float = 0.0
    acid_wanted: int = 0
    said: tuple[tuple[str, str], ...] = ()
    new_grass: bool = False
    sown_on: date | None = None
    winter_steps: tuple[int, ...] = ()
    quick_because: tuple[str, ...] = ("",) * STEPS
    carried_g_m2: Steps = field(default_factory=lambda: np.zeros(STEPS))
    begun: int | None = None
    started: int = 0

    @property
    def sown_step(self) -> int | None:
        """The step in which seed goes down, None where none does."""
        return None if self.sown_on is None else self.phases.step_of(self.sown_on)

    @property
    def need_g_m2(self) -> float:
        """The year's nitrogen, g/m²."""
        return float(self.demand_g_m2.sum())

    def last_uptake(self, step: int) -> int:
        """Steps from ``step`` on, itself included, until uptake ends for at least a month; 48 where it never does."""
        return last_uptake(self.takes_up, step)


def around(first: int, count: int) -> list[int]:
    """``count`` steps from ``first`` on, round the year."""
    return [(first + n) % STEPS for n in range(count)]


def mask_of(steps: list[int]) -> Mask:
    """True on the steps named."""
    found: Mask = np.zeros(STEPS, dtype=bool)
    found[steps] = True
    return found
