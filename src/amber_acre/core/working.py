"""The working: the recorded derivation of a number.

The function that computes a number records its steps while it computes. Each step holds the
formula in plain arithmetic (``size_m2 * rate_g_m2 / 1000``), every figure that went into it with its
unit, the result, the limits it was held against and the key of its source, so that a person can
check it with a pencil and a test can evaluate it independently.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field


@dataclass(frozen=True)
class Figure:
    """One figure that goes into a step: symbol in the formula, value, unit and what it is."""

    symbol: str
    value: float
    unit: str
    meaning: str


@dataclass(frozen=True)
class Limit:
    """A limit a result was held against; ``low``/``high`` in the unit of the step, None if open."""

    name: str
    low: float | None
    high: float | None
    source: str

    def holds(self, value: float) -> bool:
        """True where ``value`` lies inside, with a hundred-millionth of slack for rounding."""
        return not self.missed_by(value)

    def missed_by(self, value: float) -> str:
        """``under`` or ``over``: the side of the limit on which ``value`` lies outside; '' inside."""
        slack = 1e-8 * max(1.0, abs(value))
        if self.low is not None and value < self.low - slack:
            return "under"
        return "over" if self.high is not None and value > self.high + slack else ""


@dataclass(frozen=True)
class Step:
    """One line of a working; ``formula`` uses only the figures' symbols, numbers and + - * / ** ().

    The functions min, max, sqrt, exp, ceil and the constant pi may appear.
    """

    title: str
    formula: str
    figures: tuple[Figure, ...]
    result: float
    unit: str
    source: str
    limits: tuple[Limit, ...] = ()
    note: str = ""


@dataclass
class Working:
    """The steps of one derivation in order, and the assumptions it rests on."""

    subject: str
    steps: list[Step] = field(default_factory=list)
    assumptions: list[str] = field(default_factory=list)

    def step(
        self,
        title: str,
        formula: str,
        figures: list[Figure],
        result: float,
        unit: str,
        source: str,
        limits: tuple[Limit, ...] = (),
        note: str = "",
    ) -> float:
        """Records a step and returns its result, so that the computing line is the recording line.

        Refuses a result that is not a finite number (ValueError: a defect, not an input error).
        """
        if not math.isfinite(result):
            raise ValueError(f"{title}: the result is not a finite number")
        self.steps.append(Step(title, formula, tuple(figures), result, unit, source, limits, note))
        return result

    def assume(self, sentence: str) -> None:
        """Records an assumption once."""
        if sentence not in self.assumptions:
            self.assumptions.append(sentence)
