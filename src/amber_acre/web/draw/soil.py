"""Drawings of soil: sufficiency bars, the texture triangle, the exchange, the pH ladder, the soil column."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from amber_acre.core.correction.column import SHOWN_DEPTH_MM, ColumnLayer
from amber_acre.core.correction.course import Course
from amber_acre.core.jobs.job import Job
from amber_acre.core.soil.ph_class import ph_class
from amber_acre.core.soil.reading import Exchange, Trend, Verdict
from amber_acre.core.tables.textures import TEXTURES, TextureClass

BAR_WIDTH = 240.0
EXCHANGE_WIDTH = 480.0
LETTER_WIDTH = 7.3  # of the drawings' small figures
TREND_WIDTH, TREND_HEIGHT = 150.0, 44.0


@dataclass(frozen=True)
class RangeBar:
    """A figure on its range: low, adequate and high a third each; ``x`` of the figure, ``minimum`` of the minimum
    level."""

    x: float
    minimum: float | None
    width: float = BAR_WIDTH


def draw_range(verdict: Verdict) -> RangeBar | None:
    """Where a figure lies on its range; straight within each third, so that thirds stay comparable between elements."""
    if verdict.bounds is None:
        return None
    return RangeBar(
        _third(verdict.value, verdict.bounds),
        None if verdict.minimum is None else _third(verdict.minimum, verdict.bounds),
    )


def _third(value: float, bounds: tuple[float, float]) -> float:
    low, high = bounds
    third = BAR_WIDTH / 3
    if value <= low:
        return round(third * value / low, 1)
    if value <= high:
        return round(third + third * (value - low) / (high - low), 1)
    return round(min(BAR_WIDTH - 4, 2 * third + third * (value - high) / (2 * high)), 1)


@dataclass(frozen=True)
class TrendLine:
    """A measure over the years: dots in place, the line through them, the adequate band as top and height, or None."""

    dots: tuple[tuple[float, float], ...]
    line: str
    band: tuple[float, float] | None
    width: float = TREND_WIDTH
    height: float = TREND_HEIGHT


def draw_trend(trend: Trend, band: tuple[float, float] | None) -> TrendLine:
    """Figures by their years, to scale together with the band they should lie in (low and high, in the figure's
    unit)."""
    values = [value for _, value in trend.points] + list(band or ())
    low, high = min(values), max(values)
    span, years = (high - low) or 1.0, trend.points[-1][0] or 1.0
    inner = TREND_HEIGHT - 12

    def y(value: float) -> float:
        return round(6 + inner * (high - value) / span if high > low else TREND_HEIGHT / 2, 1)

    dots = tuple((round(6 + (TREND_WIDTH - 12) * year / years, 1), y(value)) for year, value in trend.points)
    shown = None if band is None else (y(band[1]), round(y(band[0]) - y(band[1]), 1))
    return TrendLine(dots, " ".join(f"{a},{b}" for a, b in dots), shown)


@dataclass(frozen=True)
class TriangleClass:
    """One class on the triangle: polygon points, its short name and where that stands."""

    name: str
    points: str
    short: str
    x: float
    y: float
    here: bool


@dataclass(frozen=True)
class Triangle:
    """The texture triangle: classes, the sample's point or None, and the ticks of its three sides."""

    classes: tuple[TriangleClass, ...]
    point: tuple[float, float] | None
    ticks: tuple[tuple[float, float, str, str], ...]
    width: float = 340.0
    height: float = 304.0


_LEFT, _TOP, _SIDE = 34.0, 10.0, 296.0


def _corner(sand: float, clay: float) -> tuple[float, float]:
    """Clay rises upward, sand grows to the left along the foot; per cent."""
    x = _LEFT + _SIDE * (1 - sand / 100 - clay / 200)
    y = _TOP + _SIDE * math.sqrt(3) / 2 * (1 - clay / 100)
    return round(x, 1), round(y, 1)


def draw_triangle(sand: float | None, clay: float | None, here: TextureClass | None) -> Triangle:
    """The triangle with a sample of ``sand`` and ``clay`` (fractions), or only its class where it was judged by
    feel."""
    classes = []
    for row in TEXTURES.values():
        corners = [_corner(*corner) for corner in row.corners]
        x, y = (sum(c[n] for c in corners) / len(corners) for n in (0, 1))
        points = " ".join(f"{a},{b}" for a, b in corners)
        classes.append(
            TriangleClass(
                row.name, points, row.short, round(x, 1), round(y + 4, 1), here is not None and row.name == here.name
            )
        )
    point = _corner(sand * 100, clay * 100) if sand is not None and clay is not None else None
    ticks = []
    for n in (20, 40, 60, 80):
        x, y = _corner(100 - n, n)
        ticks.append((x - 8, y + 4, f"{n}", "end"))
        x, y = _corner(0, 100 - n)
        ticks.append((x + 6, y + 4, f"{n}", "start"))
        x, y = _corner(n, 0)
        ticks.append((x, y + 14, f"{n}", "middle"))
    return Triangle(tuple(classes), point, tuple(ticks))


@dataclass(frozen=True)
class ExchangePart:
    """A part of the exchange bar: ion, left edge, width, share; its words and where they begin, clear of the
    others'."""

    ion: str
    x: float
    width: float
    share: float
    words: str
    words_x: float


def draw_exchange(read: Exchange) -> tuple[ExchangePart, ...]:
    """The exchange as one bar of 100 %: calcium, magnesium, potassium, sodium, acid."""
    there = [(ion, read.shares[ion]) for ion in ("ca", "mg", "k", "na", "acid") if read.shares.get(ion, 0.0) > 0]
    names = ["acid" if ion == "acid" else ion.capitalize() for ion, _ in there]
    words = [f"{name} {100 * share:.0f} %" for name, (_, share) in zip(names, there, strict=True)]
    lefts = [EXCHANGE_WIDTH * sum(share for _, share in there[:n]) for n in range(len(there))]
    begins, free = [0.0] * len(there), EXCHANGE_WIDTH
    for n in reversed(range(len(there))):  # from the right, so that none runs over the edge or its neighbour
        wide = len(words[n]) * LETTER_WIDTH
        middle = lefts[n] + there[n][1] * EXCHANGE_WIDTH / 2
        begins[n] = min(middle - wide / 2, free - wide)
        free = begins[n] - LETTER_WIDTH
    free = 0.0
    for n in range(len(there)):  # and back from the left edge
        begins[n] = max(begins[n], free)
        free = begins[n] + (len(words[n]) + 1) * LETTER_WIDTH
    return tuple(
        ExchangePart(
            names[n], round(lefts[n], 1), round(share * EXCHANGE_WIDTH, 1), share, words[n], round(begins[n], 1)
        )
        for n, (_, share) in enumerate(there)
    )


@dataclass(frozen=True)
class Rung:
    """An instalment or a test on the ladder: where, its words, which work, and whether it is done."""

    x: float
    y: float
    text: str
    title: str
    work: str
    done: bool


@dataclass(frozen=True)
class Ladder:
    """The pH ladder: middle line, band of what is not known, rungs, steps of pH, years, target, today, tests (x, y,
    text, title)."""

    middle: str
    band: str
    rungs: tuple[Rung, ...]
    steps: tuple[tuple[float, float, str, int], ...]
    years: tuple[tuple[float, str], ...]
    target_y: float
    today: float | None
    words: str
    tested: tuple[tuple[float, float, str, str], ...] = ()
    width: float = 760.0
    height: float = 300.0


_PLOT_LEFT, _PLOT_RIGHT, _PLOT_TOP, _PLOT_FOOT = 92.0, 744.0, 14.0, 252.0


def draw_ladder(
    course: Course,
    jobs: Sequence[tuple[Job, bool]],
    target: float,
    today: date,
    tested: Sequence[tuple[date, float]] = (),
) -> Ladder:
    """The expected course with every job on it, and what was tested meanwhile. pH runs upward, days to the right."""
    seen = [ph for _, ph in tested]
    lowest = math.floor(min(float(course.low.min()), target, *seen) * 2 - 0.2) / 2
    highest = math.ceil(max(float(course.high.max()), target, *seen) * 2 + 0.2) / 2
    days = len(course.middle)

    def x(day: date) -> float:
        share = (day - course.start).days / days
        return round(_PLOT_LEFT + min(max(share, 0.0), 1.0) * (_PLOT_RIGHT - _PLOT_LEFT), 1)

    def y(ph: float) -> float:
        return round(_PLOT_FOOT - (ph - lowest) / (highest - lowest) * (_PLOT_FOOT - _PLOT_TOP), 1)

    at = list(range(0, days, 7))
    xs = [x(course.day(n)) for n in at]
    upper = " L".join(f"{a} {y(float(course.high[n]))}" for a, n in zip(xs, at, strict=True))
    lower = " L".join(f"{a} {y(float(course.low[n]))}" for a, n in reversed(list(zip(xs, at, strict=True))))
    middle = " L".join(f"{a} {y(float(course.middle[n]))}" for a, n in zip(xs, at, strict=True))
    rungs = []
    for job, done in jobs:
        n = min(max((job.on - course.start).days, 0), days - 1)
        words = f"{job.name}, {job.on:%-d %b %Y}"
        rungs.append(Rung(x(job.on), y(float(course.middle[n])), f"{job.on:%-d %b %y}", words, job.work, done))
    steps = []
    ph = lowest
    while ph < highest - 1e-9:
        steps.append((y(ph + 0.5), y(ph) - y(ph + 0.5), f"{ph:g}", ph_class(ph + 0.25)))
        ph += 0.5
    first = course.start.year + 1
    years = tuple((x(date(year, 1, 1)), str(year)) for year in range(first, course.day(days - 1).year + 1))
    inside = course.start <= today <= course.day(days - 1)
    end = f"{course.low[-1]:.1f} and {course.high[-1]:.1f}"
    return Ladder(
        f"M{middle}",
        f"M{upper} L{lower} Z",
        tuple(rungs),
        tuple(steps),
        years,
        y(target),
        x(today) if inside else None,
        f"Expected pH from {course.middle[0]:.1f} on {course.start:%-d %B %Y} to {course.middle[-1]:.1f} (between"
        f" {end}) at the end of the ladder; target {target:g}.",
        tuple(
            (x(day), y(ph), f"{ph:.1f}", f"tested {day:%-d %b %Y}: pH {ph:.1f}")
            for day, ph in tested
            if day <= course.day(days - 1)
        ),
    )


@dataclass(frozen=True)
class ColumnShape:
    """A layer of the drawn column: top and height in px, its kind and words, its thickness in mm."""

    y: float
    height: float
    kind: str
    words: str
    thickness_mm: float
    label_y: float


COLUMN_PX_MM = 0.62


def draw_column(layers: Sequence[ColumnLayer]) -> tuple[ColumnShape, ...]:
    """Layers to scale from the surface down, at most 40 cm; labels pushed apart so that none covers another."""
    shapes, top, last = [], 0.0, -20.0
    for layer in layers:
        height = min(layer.thickness_mm, SHOWN_DEPTH_MM) * COLUMN_PX_MM
        label = max(top + height / 2 + 4, last + 17)
        shapes.append(
            ColumnShape(round(top, 1), round(height, 1), layer.kind, layer.words, layer.thickness_mm, round(label, 1))
        )
        last, top = label, top + height
    return tuple(shapes)
