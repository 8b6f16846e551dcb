"""Reads an outline or a cut-out as it was typed: a shape's name and up to three texts."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import TypeVar

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, NotUnderstood
from amber_acre.core.measure.shapes import Circle, KnownRange, Measurable, Outline, Rectangle, Triangle
from amber_acre.core.quantities import Metres, SquareMetres

_S = TypeVar("_S")


@dataclass(frozen=True)
class ShapeKind:
    """A way to measure: its key, its name, and what each text means."""

    key: str
    name: str
    sides: tuple[str, ...]


SHAPES: dict[str, ShapeKind] = {
    kind.key: kind
    for kind in (
        ShapeKind("rectangle", "Rectangle", ("Length", "Width")),
        ShapeKind("triangle", "Triangle, three sides", ("Side a", "Side b", "Side c")),
        ShapeKind("circle", "Circle", ("Diameter",)),
        ShapeKind("range", "Area known only as a range", ("Low end", "High end")),
    )
}


@dataclass(frozen=True)
class ReadShape:
    """A shape and its texts, completed with the unit they were read in."""

    shape: Outline
    texts: tuple[str, ...]


def read_outline(kind: str, texts: Sequence[str], bare_length: str = "m", bare_area: str = "m²") -> ReadShape:
    """An outline from its kind and texts; errors name the field ``side_1`` … they concern.

    ``bare_length``/``bare_area``: the units of a number typed without one. NotUnderstood for an
    unknown kind; otherwise what :mod:`~amber_acre.core.typed` and the shapes refuse.
    """
    if kind not in SHAPES:
        raise NotUnderstood("Choose a shape.", field="outline", value=kind)
    wanted = len(SHAPES[kind].sides)
    padded = [*texts, "", "", ""][:wanted]
    fields = [f"side_{n}" for n in range(1, wanted + 1)]
    if kind == "range":
        ends = [typed.area(t, bare_area, f) for t, f in zip(padded, fields, strict=True)]
        shape: Outline = _built(KnownRange, SquareMetres(ends[0].value), SquareMetres(ends[1].value))
        return ReadShape(shape, tuple(end.text for end in ends))
    sides = [typed.length(t, bare_length, f) for t, f in zip(padded, fields, strict=True)]
    metres = [Metres(side.value) for side in sides]
    shape = _built({"rectangle": Rectangle, "triangle": Triangle, "circle": Circle}[kind], *metres)
    return ReadShape(shape, tuple(side.text for side in sides))


def _built(kind: Callable[..., _S], *sizes: float) -> _S:
    """The shape; a refusal of its sides together is put beside the first of them."""
    try:
        return kind(*sizes)
    except AmberError as refusal:
        refusal.field = "side_1"
        raise


def read_cut_out(kind: str, texts: Sequence[str], bare_length: str = "m") -> tuple[Measurable, tuple[str, ...]]:
    """A cut-out's shape; a range is refused (NotUnderstood), for a hole has to be measured."""
    read = read_outline(kind, texts, bare_length)
    if isinstance(read.shape, KnownRange):
        raise NotUnderstood("A cut-out needs a measured shape.", field="outline", value=kind)
    return read.shape, read.texts
