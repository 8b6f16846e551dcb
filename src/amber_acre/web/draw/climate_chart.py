"""A climate's year: mean temperature line between its minimum and maximum, rain as bars."""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.season.climate import Climate

WIDTH, HEIGHT = 300.0, 96.0
TEMPERATURE_RANGE = (-20.0, 40.0)
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
    """Geometry of a climate's chart; temperatures between −20 and 40 °C, rain cut at 250 mm."""
    step = WIDTH / 12

    def y(value: float) -> float:
        low, high = TEMPERATURE_RANGE
        share = (min(max(value, low), high) - low) / (high - low)
        return round(HEIGHT - share * HEIGHT, 1)

    xs = [round(step * (n + 0.5), 1) for n in range(12)]
    upper = " L".join(f"{x} {y(v)}" for x, v in zip(xs, climate.max_c, strict=True))
    lower = " L".join(f"{x} {y(v)}" for x, v in reversed(list(zip(xs, climate.min_c, strict=True))))
    mean = " L".join(f"{x} {y(v)}" for x, v in zip(xs, climate.mean_c, strict=True))
    bars = tuple(
        (round(x - 6, 1), round(HEIGHT - (h := min(rain, RAIN_TOP_MM) / RAIN_TOP_MM * HEIGHT * 0.8), 1), round(h, 1))
        for x, rain in zip(xs, climate.rain_mm, strict=True)
    )
    return ClimateChart(f"M{upper} L{lower} Z", f"M{mean}", bars, y(0.0))
