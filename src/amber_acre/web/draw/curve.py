"""A spreader's curve for one product: rate by setting, drawn between the tests and never past them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.machines.spreading import Caught, averaged
from amber_acre.core.quantities import POUND_PER_THOUSAND_G_M2
from amber_acre.web.shown import Units

LEFT, TOP, WIDE, TALL = 46.0, 10.0, 300.0, 150.0
AROUND = 0.15  # of the span of the tests is left free at either end


@dataclass(frozen=True)
class Curve:
    """``line``: points between tests, px; ``spots``: x, y, whether measured on the ground; ticks (text, px)."""

    line: str
    spots: tuple[tuple[float, float, bool], ...]
    settings: tuple[tuple[str, float], ...]
    rates: tuple[tuple[str, float], ...]
    unit: str
    words: str
    mark: tuple[float, float] | None = None


def draw_curve(tests: Sequence[Caught], units: Units, at: tuple[float, float] | None = None) -> Curve:
    """Geometry of the tests of one product; ``at``: a setting and its rate (g/m²) to mark. At least one test."""
    per, unit = (POUND_PER_THOUSAND_G_M2, "lb/1000 ft²") if units == "us" else (1.0, "g/m²")
    curve = averaged(tests)
    settings = [one.setting for one in tests]
    rates = [one.rate_g_m2 / per for one in tests]
    low_x, high_x = _span(settings)
    low_y, high_y = _span(rates)

    def spot(setting: float, rate: float) -> tuple[float, float]:
        return (
            round(LEFT + (setting - low_x) / (high_x - low_x) * WIDE, 1),
            round(TOP + (high_y - rate) / (high_y - low_y) * TALL, 1),
        )

    points = [spot(one.setting, one.rate_g_m2 / per) for one in curve]
    return Curve(
        " ".join(f"{x},{y}" for x, y in points) if len(points) > 1 else "",
        tuple((*spot(one.setting, one.rate_g_m2 / per), one.on_ground) for one in tests),
        tuple((f"{one.setting:g}", spot(one.setting, low_y)[0]) for one in curve),
        tuple((f"{one.rate_g_m2 / per:.3g}", y) for one, (_, y) in zip(curve, points, strict=True)),
        unit,
        "; ".join(f"setting {one.setting:g} gave {one.rate_g_m2 / per:.3g} {unit}" for one in curve),
        spot(at[0], at[1] / per) if at is not None else None,
    )


def _span(values: Sequence[float]) -> tuple[float, float]:
    low, high = min(values), max(values)
    around = (high - low) * AROUND or max(abs(high), 1.0) * AROUND
    return low - around, high + around
