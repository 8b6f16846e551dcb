"""Puts labels on a drawing so that none covers another: each takes the first of its places that is free."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

CHARACTER = 0.62  # width of a character of the mono face, as a share of its size


@dataclass(frozen=True)
class Label:
    """Text at a point, turned by ``angle`` degrees; ``anchor`` as in SVG."""

    x: float
    y: float
    text: str
    angle: float = 0.0
    anchor: str = "middle"


@dataclass
class Labels:
    """What is written so far; ``size`` is the letter size, ``width`` and ``height`` the drawing's."""

    width: float
    height: float
    size: float = 14.0
    boxes: list[tuple[float, float, float, float]] = field(default_factory=list)
    written: list[Label] = field(default_factory=list)
    left_out: list[str] = field(default_factory=list)

    def block(self, x: float, y: float, width: float, height: float) -> None:
        """Keeps a place free of labels."""
        self.boxes.append((x, y, x + width, y + height))

    def touches(self, text: str, spot: tuple[float, float, float], other: tuple[float, float, float, float]) -> bool:
        """Whether ``text`` at a spot would lie on another box (west, top, east, bottom)."""
        west, top, east, bottom = self._box(text, *spot)
        return west < other[2] and other[0] < east and top < other[3] and other[1] < bottom

    def write(self, text: str, spots: Iterable[tuple[float, float] | tuple[float, float, float]]) -> bool:
        """Writes ``text`` centred on the first free spot (x, y, angle); False, and left out, where none is free."""
        for spot in spots:
            x, y, angle = spot[0], spot[1], spot[2] if len(spot) == 3 else 0.0
            taken = self._box(text, x, y, angle)
            if self._free(taken):
                self.boxes.append(taken)
                base, turn = self.size * 0.35, math.radians(angle)  # from the middle of the letters to their foot
                self.written.append(Label(x - base * math.sin(turn), y + base * math.cos(turn), text, angle))
                return True
        self.left_out.append(text)
        return False

    def _box(self, text: str, x: float, y: float, angle: float) -> tuple[float, float, float, float]:
        half = len(text) * self.size * CHARACTER / 2 + 2
        tall = self.size * 0.62
        steep = abs(angle) % 180 > 45 and abs(angle) % 180 < 135
        w, h = (tall, half) if steep else (half, tall + abs(angle) / 45 * half * (0.7 if angle else 0))
        return x - w, y - h, x + w, y + h

    def _free(self, box: tuple[float, float, float, float]) -> bool:
        west, north, east, south = box
        if west < 0 or north < 0 or east > self.width or south > self.height:
            return False
        for w, n, e, s in self.boxes:  # noqa: SIM110 - thousands of times a sheet, any() takes twice as long
            if west < e and w < east and north < s and n < south:
                return False
        return True


def around(x: float, y: float, step: float) -> Sequence[tuple[float, float]]:
    """Spots to try: the point itself, then rings round it."""
    spots = [(x, y)]
    for ring in (1, 2, 3):
        spots += [
            (x + dx * step * ring, y + dy * step * ring)
            for dx, dy in ((0, -1), (0, 1), (1, 0), (-1, 0), (1, -1), (-1, 1))
        ]
    return spots
