"""Trunk injection by its label: ports by the trunk, dose, strokes, litres, minutes; the label decides every figure.

Each port is a wound. Injection is licensed practice; what is told here is arithmetic.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Literal

from amber_acre.core.errors import MissingInput, OutOfRange
from amber_acre.core.quantities import in_both
from amber_acre.core.working import Figure, Working

TRUNK_AT_MOST_CM = 500.0  # the thickest trunks that are gardened [common-practice]
CARRY_MORE = 1.1  # a tenth more is carried than goes in [common-practice]
SLACK = 1e-9
SAID = (
    "Injection is for trained, licensed people and by the label alone.",
    "Each port is a wound that stays: count them over the years, set new ones away from old.",
    "Eye protection, gloves; pressure is let off before a port is drawn.",
)


@dataclass(frozen=True)
class InjectionLabel:
    """What a label says. One of ``girth_per_port_cm`` and ``diameter_per_port_cm``; one of ``ml_per_port`` and
    ``ml_per_cm`` of trunk diameter. ``rounds``: how a part of a port counts. ``interval_months`` between treatments.
    """

    girth_per_port_cm: float | None = None
    diameter_per_port_cm: float | None = None
    rounds: Literal["up", "nearest", "down"] = "up"
    ml_per_port: float | None = None
    ml_per_cm: float | None = None
    most_ml_per_port: float | None = None
    ml_per_shot: float | None = None
    interval_months: float | None = None
    pressure: str = ""


@dataclass(frozen=True)
class TreeDose:
    """One tree: ports, mL in all and in each port, strokes of the syringe (None: the label says none)."""

    trunk_cm: float
    ports: int
    total_ml: float
    each_ml: float
    shots: int | None


@dataclass(frozen=True)
class Sheet:
    """The worksheet of a stop: tree by tree, and what is carried."""

    trees: tuple[TreeDose, ...]
    working: Working

    @property
    def ports(self) -> int:
        """Ports of all trees."""
        return sum(tree.ports for tree in self.trees)

    @property
    def total_ml(self) -> float:
        """Everything that goes in, mL."""
        return sum(tree.total_ml for tree in self.trees)

    @property
    def shots(self) -> int | None:
        """Strokes of all trees; None where the label says none."""
        found = [tree.shots for tree in self.trees]
        return None if None in found else sum(shot or 0 for shot in found)

    @property
    def carry_l(self) -> float:
        """Litres to carry: a tenth more than goes in."""
        return self.total_ml * CARRY_MORE / 1000

    def minutes(self, per_port: float) -> float:
        """Minutes for so many at each port."""
        return self.ports * per_port


def sheet(trunks_cm: Sequence[float], label: InjectionLabel) -> Sheet:
    """Works out ports and dose, tree by tree: rounding is each tree's own.

    ``trunks_cm``: diameters at breast height, above 0 to 500 (OutOfRange). MissingInput where the label lacks what its
    arithmetic needs.
    """
    if not trunks_cm:
        raise MissingInput("Measure the trunk first.", field="trunk")
    working = Working("Injection")
    return Sheet(tuple(_tree(n, trunk, label, working) for n, trunk in enumerate(trunks_cm, start=1)), working)


def _tree(n: int, trunk_cm: float, label: InjectionLabel, working: Working) -> TreeDose:
    if not 0 < trunk_cm <= TRUNK_AT_MOST_CM:
        raise OutOfRange(
            f"A trunk of {in_both(trunk_cm / 100)} across is not possible here: it must be under"
            f" {in_both(TRUNK_AT_MOST_CM / 100)}. Check the unit, and whether it is the girth.",
            field="trunk",
            value=trunk_cm,
            limits=(0, TRUNK_AT_MOST_CM),
        )
    trunk = Figure("trunk_cm", trunk_cm, "cm", f"diameter of tree {n}")
    ports = max(1, _rounded(_ports(n, trunk, label, working), label.rounds))
    total = _dose(n, trunk, ports, label, working)
    most = label.most_ml_per_port
    if label.ml_per_cm is not None and most is not None and total / ports > most + SLACK:
        ports = math.ceil(total / most - SLACK)
    each = total / ports
    shots = ports * math.ceil(each / label.ml_per_shot - SLACK) if label.ml_per_shot else None
    return TreeDose(trunk_cm, ports, total, each, shots)


def _ports(n: int, trunk: Figure, label: InjectionLabel, working: Working) -> float:
    """Ports by girth or diameter, before they are rounded."""
    if label.girth_per_port_cm:
        per = Figure("per_cm", label.girth_per_port_cm, "cm", "girth for a port, by the label")
        exact = math.pi * trunk.value / label.girth_per_port_cm
        return working.step(f"Ports, tree {n}", "pi * trunk_cm / per_cm", [trunk, per], exact, "ports", "label")
    if label.diameter_per_port_cm:
        per = Figure("per_cm", label.diameter_per_port_cm, "cm", "diameter for a port, by the label")
        exact = trunk.value / label.diameter_per_port_cm
        return working.step(f"Ports, tree {n}", "trunk_cm / per_cm", [trunk, per], exact, "ports", "label")
    raise MissingInput("The label says how many ports a trunk gets: type its girth or diameter.", field="ports")


def _dose(n: int, trunk: Figure, ports: int, label: InjectionLabel, working: Working) -> float:
    """Everything that goes into a tree, mL: by its trunk, or by its ports."""
    if label.ml_per_cm is not None:
        each = Figure("ml_per_cm", label.ml_per_cm, "mL/cm", "dose by the label")
        total = trunk.value * label.ml_per_cm
        return working.step(f"Dose, tree {n}", "trunk_cm * ml_per_cm", [trunk, each], total, "mL", "label")
    if label.ml_per_port is not None:
        figures = [
            Figure("ports", ports, "", "ports"),
            Figure("each_ml", label.ml_per_port, "mL", "in a port, by the label"),
        ]
        return working.step(f"Dose, tree {n}", "ports * each_ml", figures, ports * label.ml_per_port, "mL", "label")
    raise MissingInput("The label says a dose for a port or for the trunk: type it.", field="dose")


def _rounded(exact: float, how: str) -> int:
    if how == "up":
        return math.ceil(exact - SLACK)
    return math.floor(exact + SLACK) if how == "down" else math.floor(exact + 0.5)


def whole_months(since: date, till: date) -> int:
    """Whole calendar months from one day to another: a month is full on the same day of the next."""
    return (till.year - since.year) * 12 + till.month - since.month - (till.day < since.day)


def too_soon(months_ago: float | None, label: InjectionLabel) -> str:
    """Why a tree may not be injected again yet, in a sentence; '' where it may, or nothing is known of an earlier."""
    if months_ago is None or label.interval_months is None or months_ago >= label.interval_months:
        return ""
    return (
        f"The label asks for {label.interval_months:g} months between treatments and the last was {months_ago:g} months"
        " ago: no injection now. Each port is a wound that has to close."
    )
