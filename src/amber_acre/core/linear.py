"""A mixed-integer programme put together by name, column by column, and solved by HiGHS."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

import numpy as np

from amber_acre.core.errors import DoesNotFit

INFINITE = float("inf")
FEASIBLE = 2  # what the solver calls a point that meets every row
# One thread, a fixed seed and no clock: the same programme gives the same answer.
SETTINGS: tuple[tuple[str, object], ...] = (
    ("output_flag", False),
    ("threads", 1),
    ("random_seed", 1),
    ("parallel", "off"),
)
Terms = Mapping[int, float]


@dataclass(frozen=True)
class Solved:
    """Values of the columns, what they cost, the bound proved below it and whether branching ran to its end."""

    x: Sequence[float]
    objective: float
    bound: float
    proved: bool

    @property
    def gap(self) -> float:
        """How far the optimum may still lie below, as a share of what was found."""
        return 0.0 if self.objective <= 1e-9 else max(0.0, (self.objective - self.bound) / abs(self.objective))


@dataclass
class Program:
    """Columns with cost and bounds, rows with limits; a column is named by the number ``column`` gives it."""

    cost: list[float] = field(default_factory=list)
    low: list[float] = field(default_factory=list)
    high: list[float] = field(default_factory=list)
    whole: list[bool] = field(default_factory=list)
    named: dict[int, str] = field(default_factory=dict)
    _rows: list[tuple[Terms, float, float]] = field(default_factory=list)

    def column(self, cost: float = 0.0, high: float = INFINITE, whole: bool = False, low: float = 0.0) -> int:
        """A new column, and its number."""
        self.cost.append(cost)
        self.low.append(low)
        self.high.append(high)
        self.whole.append(whole)
        return len(self.cost) - 1

    def columns(self, count: int, cost: float = 0.0, high: float = INFINITE) -> list[int]:
        """So many columns alike."""
        return [self.column(cost, high) for _ in range(count)]

    def row(self, terms: Terms, low: float = -INFINITE, high: float = INFINITE, name: str = "") -> int:
        """``low`` ≤ Σ coefficient × column ≤ ``high``; the number of the row. ``name``: what a person calls the
        limit."""
        self._rows.append((terms, low, high))
        if name:
            self.named[len(self._rows) - 1] = name
        return len(self._rows) - 1

    @property
    def height(self) -> int:
        """Rows so far."""
        return len(self._rows)

    def solve(
        self,
        gap: float = 0.01,
        nodes: int = 0,
        relaxed: Iterable[int] | None = None,
        known: Sequence[float] | None = None,
    ) -> Solved:
        """The cheapest values; DoesNotFit where there are none. ``nodes`` of branching at most, 0: the relaxation only.

        ``relaxed``: columns that may be fractions all the same. ``known``: values that meet every row, to begin from.
        The same programme gives the same answer: nothing depends on time.
        """
        solver = self.loaded(relaxed)
        if known is not None:
            self._begin(solver, known)
        if not nodes:
            solver.setOptionValue("solve_relaxation", True)
        solver.setOptionValue("mip_rel_gap", gap)
        solver.setOptionValue("mip_max_nodes", nodes)
        solver.run()
        info = solver.getInfo()
        values = solver.getSolution().col_value
        if len(values) != len(self.cost) or info.primal_solution_status != FEASIBLE:
            raise DoesNotFit("Nothing meets all limits at once.", field="shelf")
        objective = float(info.objective_function_value)
        bound = float(info.mip_dual_bound) if nodes else objective
        return Solved(
            [float(value) for value in values], objective, bound, bool(info.mip_gap <= gap) if nodes else True
        )

    @staticmethod
    def _begin(solver: Any, known: Sequence[float]) -> None:
        import highspy

        begun: Any = highspy.HighsSolution()
        begun.col_value = list(known)
        solver.setSolution(begun)

    def loaded(self, relaxed: Iterable[int] | None = None, rows: int | None = None) -> Any:
        """A solver that holds the programme (its first ``rows`` where that is given), quiet, on one thread, seed
        fixed."""
        import highspy

        held = self._rows[:rows]

        make: Any = highspy.Highs
        solver = make()
        for option, value in SETTINGS:
            solver.setOptionValue(option, value)
        lp = highspy.HighsLp()
        lp.num_col_, lp.num_row_ = len(self.cost), len(held)
        lp.col_cost_, lp.col_lower_, lp.col_upper_ = (
            np.array(v, dtype=np.float64) for v in (self.cost, self.low, self.high)
        )
        lp.row_lower_ = np.array([low for _, low, _ in held], dtype=np.float64)
        lp.row_upper_ = np.array([high for _, _, high in held], dtype=np.float64)
        lp.a_matrix_.format_ = highspy.MatrixFormat.kRowwise
        lp.a_matrix_.start_ = np.cumsum([0, *(len(terms) for terms, _, _ in held)]).astype(np.int32)
        lp.a_matrix_.index_ = np.array([c for terms, _, _ in held for c in terms], dtype=np.int32)
        lp.a_matrix_.value_ = np.array([v for terms, _, _ in held for v in terms.values()], dtype=np.float64)
        free = set(relaxed or ())
        kinds = (highspy.HighsVarType.kContinuous, highspy.HighsVarType.kInteger)
        lp.integrality_ = [kinds[whole and n not in free] for n, whole in enumerate(self.whole)]
        solver.passModel(lp)
        return solver


class Looks:
    """A programme looked at again and again with other columns held: each look starts where the last one ended."""

    def __init__(self, program: Program, rows: int | None = None) -> None:
        self.solver = program.loaded(range(len(program.cost)), rows)
        self.solver.setOptionValue("presolve", "off")
        self.solver.setOptionValue("dual_simplex_cost_perturbation_multiplier", 0.0)
        self.held: dict[int, float] = {}

    def look(self, held: Mapping[int, float], under: float = INFINITE) -> Look | None:
        """The cheapest values with these columns at these values; None where there are none that cost less than
        ``under``: a look stops as soon as that is plain."""
        self.solver.setOptionValue("objective_bound", under)
        changed = [column for column, value in held.items() if self.held.get(column) != value]
        for column in changed:
            self.solver.changeColBounds(column, held[column], held[column])
        self.held.update(held)
        self.solver.run()
        info = self.solver.getInfo()
        if info.primal_solution_status != FEASIBLE or info.dual_solution_status != FEASIBLE:
            return None
        found = self.solver.getSolution()
        return Look(list(found.col_value), list(found.row_dual), float(info.objective_function_value))


@dataclass(frozen=True)
class Look:
    """One look: values of columns, what a unit more of each row's limit would change the cost by, and the cost."""

    x: Sequence[float]
    row_price: Sequence[float]
    objective: float


def total(parts: Iterable[tuple[int, float]]) -> dict[int, float]:
    """Terms added up where a column occurs more than once."""
    found: dict[int, float] = {}
    for column, value in parts:
        found[column] = found.get(column, 0.0) + value
    return found
