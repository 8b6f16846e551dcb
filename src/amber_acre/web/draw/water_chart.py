"""Rain and use of the grass, month by month, as bars on one scale."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.quantities import INCH_M
from amber_acre.web.shown import Units

LEFT, BASE, TALL, STEP, BAR = 34.0, 128.0, 120.0, 50.0, 17.0


@dataclass(frozen=True)
class WaterChart:
    """Bars of rain and of use (x, y, height; px), name and middle of each month, ticks (text, y), unit, the year in
    words."""

    rain: tuple[tuple[float, float, float], ...]
    use: tuple[tuple[float, float, float], ...]
    months: tuple[tuple[str, float], ...]
    ticks: tuple[tuple[str, float], ...]
    unit: str
    words: str


def draw_water_year(months: Sequence[tuple[str, float, float]], units: Units) -> WaterChart:
    """Geometry of a year of (name, use, rain) in mm; the scale reaches over the highest bar, in mm or inches."""
    unit_mm, unit = (INCH_M * 1000, "in") if units == "us" else (1.0, "mm")
    most = max(max(use, rain) for _, use, rain in months) / unit_mm
    size = 10 ** math.floor(math.log10(max(most, 1e-6) / 2))
    tick = next(n * size for n in (1, 2, 5, 10) if n * size * 4 >= most)
    count = max(1, math.ceil(most / tick - 1e-9))
    px = TALL / (count * tick * unit_mm)

    def bar(n: int, beside: float, value: float) -> tuple[float, float, float]:
        return round(LEFT + n * STEP + beside, 1), round(BASE - value * px, 1), round(value * px, 1)

    return WaterChart(
        tuple(bar(n, 0, rain) for n, (_, _, rain) in enumerate(months)),
        tuple(bar(n, BAR + 2, use) for n, (_, use, _) in enumerate(months)),
        tuple((name, LEFT + n * STEP + BAR + 1) for n, (name, _, _) in enumerate(months)),
        tuple((f"{n * tick:g}", round(BASE - n * tick * unit_mm * px, 1)) for n in range(count + 1)),
        unit,
        "; ".join(f"{name} {use / unit_mm:.3g} and {rain / unit_mm:.3g} {unit}" for name, use, rain in months),
    )
