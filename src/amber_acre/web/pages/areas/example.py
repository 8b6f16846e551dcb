"""What an empty board shows: each way to measure on an invented lawn, to scale; the readings explain themselves."""

from __future__ import annotations

from amber_acre.core.measure.methods import METHODS
from amber_acre.core.quantities import FOOT_M

# Invented readings, in metres and degrees, in the order a method asks for them: sides, then rows of its table.
_EXAMPLES: dict[str, tuple[tuple[float, ...], tuple[tuple[float, ...], ...]]] = {
    "rectangle": ((14, 9), ()),
    "triangle": ((12, 10, 9), ()),
    "trapezium": ((14, 9, 8), ()),
    "circle": ((10,), ()),
    "circumference": ((31,), ()),
    "ellipse": ((14, 8), ()),
    "ring": ((12, 5), ()),
    "sector": ((11, 70), ()),
    "offsets": ((3,), ((5,), (7.5,), (8,), (7,), (4.5,))),
    "offsets-simpson": ((3,), ((5,), (7.5,), (8,), (7,), (4.5,))),
    "widths": ((3,), ((0,), (6,), (8,), (5,), (0,))),
    "unequal-offsets": ((), ((0, 5), (4, 8), (7, 7), (13, 4))),
    "radial": ((), ((20, 7), (95, 9), (160, 6), (240, 8), (310, 7))),
    "traverse": ((), ((90, 12), (159.4, 8.54), (270, 15), (0, 8))),
    "turns": ((), ((90, 12), (69.4, 8.54), (110.6, 15), (90, 8))),
    "polygon": ((), ((0, 0), (13, 1), (11, 9), (2, 8))),
}


def example_of(method: str, feet: bool) -> dict[str, str] | None:
    """The readings of the example as somebody would type them; None for a way that is no drawing of its own.

    ``feet``: rounded to whole feet where lengths are read so.
    """
    if method not in _EXAMPLES:
        return None
    asked = METHODS[method]

    def text(value: float, quantity: str) -> str:
        if quantity in ("length", "distance"):
            return f"{round(value / FOOT_M)} ft" if feet else f"{value:g} m"
        return f"{value:g}"

    sides, rows = _EXAMPLES[method]
    texts = {f"side_{n}": text(value, asked.sides[n - 1].quantity) for n, value in enumerate(sides, start=1)}
    lines = ["\t".join(text(v, c.quantity) for v, c in zip(row, asked.columns, strict=True)) for row in rows]
    return {"outline": method, **texts} | ({"rows": "\n".join(lines)} if lines else {})
