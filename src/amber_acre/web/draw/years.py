"""Years of a lawn side by side: a bar of nitrogen each, what carries over under it, marks of tests and looks."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.programme.years import SeasonOfYears

WIDTH, HEIGHT, BASE, TOP = 1180.0, 240.0, 200.0, 18.0
BAR_SHARE = 0.46  # of a year's column


@dataclass(frozen=True)
class Bar:
    """One part of a year's bar."""

    x: float
    y: float
    width: float
    height: float
    kind: str
    title: str


@dataclass(frozen=True)
class YearsDrawing:
    """Bars, the need's line, the axis' marks, and the name under each column with its middle."""

    bars: tuple[Bar, ...]
    need_y: float
    marks: tuple[tuple[float, str], ...]
    names: tuple[tuple[float, str, str], ...]
    words: str
    width: float = WIDTH
    height: float = HEIGHT
    base: float = BASE


def draw_years(years: Sequence[SeasonOfYears], need_g_m2: float, unit: float, name: str) -> YearsDrawing:
    """Geometry of the years; ``unit``: g/m² of one unit of the axis, ``name``: what it is called."""
    left = 70.0
    column = (WIDTH - left) / len(years)
    most = max([need_g_m2, *(one.nitrogen + one.carried for one in years), unit]) * 1.1
    scale = (BASE - TOP) / most
    bars, names = [], []
    for n, one in enumerate(years):
        x, at = left + n * column + column * (1 - BAR_SHARE) / 2, 0.0
        for kind, value, said in (
            ("carried", one.carried, "from earlier seasons"),
            ("down", one.down, "went down"),
            ("planned" if one.kind == "now" else "outlook", one.planned, "planned" if one.kind == "now" else "outlook"),
        ):
            if value * scale > 0.4:
                height = value * scale
                title = f"{one.start.year}: {value / unit:.2g} {name} {said}"
                bars.append(
                    Bar(
                        round(x, 1),
                        round(BASE - at - height, 1),
                        round(column * BAR_SHARE, 1),
                        round(height, 1),
                        kind,
                        title,
                    )
                )
                at += height
        names.append((round(x + column * BAR_SHARE / 2, 1), f"{one.start:%b %Y}", one.kind))
    step = 5.0 if most / unit > 8 else 1.0
    marks = [(round(BASE - step * n * unit * scale, 1), f"{step * n:g}") for n in range(int(most / unit / step) + 1)]
    words = "Nitrogen by season: " + "; ".join(
        f"{one.start.year} {one.nitrogen / unit:.2g} {name}, {one.carried / unit:.2g} carried over" for one in years
    )
    return YearsDrawing(tuple(bars), round(BASE - need_g_m2 * scale, 1), tuple(marks), tuple(names), f"{words}.")
