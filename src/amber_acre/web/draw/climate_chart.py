"""A climate's year: mean temperature line between its minimum and maximum, rain as bars."""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.season.climate import Climate

WIDTH, HEIGHT = 300.0, 96.0
TEMPERATURE_RANGE = (-20.0, 40.0)  # at least; wider where the climate is
RAIN_TOP_MM = 250.0


@dataclass(frozen=True)
class ClimateChart:
    """Paths and bars in a box of ``width`` × ``height``; ``zero`` is the y of 0 °C."""

    band: str
    mean: str
    bars: tuple[tuple[float, float, float], ...]
    zero: float
    width: float = WIDTH
    height: float = HEIGHT


def draw_climate(climate: Climate) -> ClimateChart:
    """Geometry of a climate's chart; the same scale, −20 to 40 °C and 250 mm, unless the climate goes beyond it."""
    step = WIDTH / 12
    low, high = min(TEMPERATURE_RANGE[0], *climate.min_c), max(TEMPERATURE_RANGE[1], *climate.max_c)
    most = max(RAIN_TOP_MM, *climate.rain_mm)

    def y(value: float) -> float:
        return round(HEIGHT - (value - low) / (high - low) * HEIGHT, 1)

    xs = [round(step * (n + 0.5), 1) for n in range(12)]
    upper = " L".join(f"{x} {y(v)}" for x, v in zip(xs, climate.max_c, strict=True))
    lower = " L".join(f"{x} {y(v)}" for x, v in reversed(list(zip(xs, climate.min_c, strict=True))))
    mean = " L".join(f"{x} {y(v)}" for x, v in zip(xs, climate.mean_c, strict=True))
    bars = tuple(
        (round(x - 6, 1), round(HEIGHT - (h := rain / most * HEIGHT * 0.8), 1), round(h, 1))
        for x, rain in zip(xs, climate.rain_mm, strict=True)
    )
    return ClimateChart(f"M{upper} L{lower} Z", f"M{mean}", bars, y(0.0))
