"""Shapes as they are kept: texts with their units, read again by the core; and the net size they come to."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Protocol

from amber_acre.core.measure.area_facts import ReadFact, number_of
from amber_acre.core.measure.entry import Reading, ReadShape, read_outline
from amber_acre.core.measure.outline import Outline
from amber_acre.core.measure.size import CutOut, Size, Taken, net_size
from amber_acre.core.measure.size_by_facts import clear_rings


class ShapeTexts(Protocol):
    """Whatever keeps a shape as it was typed."""

    @property
    def method(self) -> str:
        """Key of the way it was measured."""
        ...

    @property
    def side_1(self) -> str:
        """First text."""
        ...

    @property
    def side_2(self) -> str:
        """Second text."""
        ...

    @property
    def side_3(self) -> str:
        """Third text."""
        ...

    @property
    def rows(self) -> str:
        """Table, as typed."""
        ...

    @property
    def x_m(self) -> float | None:
        """Its place in the frame, m."""
        ...

    @property
    def y_m(self) -> float | None:
        """Its place in the frame, m."""
        ...

    @property
    def turn_deg(self) -> float:
        """How it is turned, degrees."""
        ...


@dataclass(frozen=True)
class TypedShape:
    """A shape as it is kept: method, texts with units, table, name, and its place in the outline's frame."""

    kind: str
    texts: tuple[str, ...] = ()
    name: str = ""
    rows: str = ""
    x_m: float | None = None
    y_m: float | None = None
    turn_deg: float = 0.0

    def side(self, number: int) -> str:
        """Its text by number, 1 to 3; '' where there is none."""
        return self.texts[number - 1] if number <= len(self.texts) else ""

    def read(self, reading: Reading) -> ReadShape:
        """The shape as the core reads it."""
        return read_outline(self.kind, self.texts, reading, self.rows)


def typed_shape(row: ShapeTexts, name: str = "") -> TypedShape:
    """A shape row as it was typed."""
    return TypedShape(row.method, (row.side_1, row.side_2, row.side_3), name, row.rows, row.x_m, row.y_m, row.turn_deg)


def sized(
    outline: Outline,
    cut_outs: tuple[CutOut, ...],
    parts: tuple[CutOut, ...],
    facts: Mapping[str, ReadFact],
    taken: tuple[Taken, ...] = (),
    instrument: str = "",
) -> Size:
    """Net size of ground measured by shapes: parts added, cut-outs, clear rings and takers subtracted, sloped."""
    rings = clear_rings(facts)
    if rings is not None:
        taken = (*taken, Taken("clear round trunks", rings.size_m2))
    slope = number_of(facts, "slope") or 0.0
    size = net_size(outline, cut_outs, parts=parts, slope=slope, taken=taken, instrument=instrument)
    if rings is not None:
        size.working.steps[:0] = rings.working.steps
    return size
