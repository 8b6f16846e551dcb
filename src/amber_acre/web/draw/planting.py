"""Drawings of plantings: mulch over the years, a tree on the ground with its ports, a bed with its plants, a pot."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.mulch.depth import remaining_mm
from amber_acre.core.tables.mulches import AT_MOST_MM, RENEW_BELOW_SHARE, Mulch

WIDTH, HEIGHT = 420.0, 170.0
LEFT, RIGHT, TOP, BASE = 62.0, 396.0, 14.0, 140.0
YEARS = 4
SIDE = 240.0
HEDGE_HIGH = 22.0  # of the strip of a long hedge
SHOWN_PLANTS = 260  # more plants than this are not drawn one by one


@dataclass(frozen=True)
class MulchYears:
    """A section of mulch over the years: the band of its depth between quick and slow loss, the depth wanted, the depth
    under which it is topped up, ticks of years and depths; ``renew_x``: where it is topped up, None: not within."""

    band: str
    wanted_y: float
    renew_y: float
    years: tuple[tuple[float, str], ...]
    depths: tuple[tuple[float, str], ...]
    renew_x: float | None
    words: str


def mulch_years(mulch: Mulch, now_mm: float, wanted_mm: float, renew_years: float, us: bool) -> MulchYears:
    """The depth of mulch from the day it is topped up over four years, as a band."""
    top_mm = max(AT_MOST_MM, wanted_mm, now_mm) * 1.05

    def y(mm: float) -> float:
        return BASE - mm / top_mm * (BASE - TOP)

    def x(year: float) -> float:
        return LEFT + year / YEARS * (RIGHT - LEFT)

    steps = [n / 8 for n in range(YEARS * 8 + 1)]
    low, high = mulch.loss_share
    upper = [(x(t), y(remaining_mm(wanted_mm, low, t))) for t in steps]
    lower = [(x(t), y(remaining_mm(wanted_mm, high, t))) for t in reversed(steps)]
    band = "M" + " L".join(f"{a:.1f} {b:.1f}" for a, b in (*upper, *lower)) + " Z"
    marks = (0, 25.4, 50.8, 76.2) if us else (0, 25, 50, 75, 100)
    depths = tuple((y(mm), f"{mm / 25.4:.0f} in" if us else f"{mm:.0f} mm") for mm in marks if mm <= top_mm)
    years = tuple((x(n), "laid" if n == 0 else f"{n} yr") for n in range(YEARS + 1))
    again = "a year" if renew_years == 1 else f"{renew_years:g} years"
    words = (
        f"{mulch.name[:1].upper()}{mulch.name[1:]}: of {wanted_mm:.0f} mm laid,"
        f" {remaining_mm(wanted_mm, high, 1):.0f} to"
        f" {remaining_mm(wanted_mm, low, 1):.0f} mm are left after a year; topped up after about {again}."
    )
    return MulchYears(
        band,
        y(wanted_mm),
        y(wanted_mm * RENEW_BELOW_SHARE),
        years,
        depths,
        x(renew_years) if renew_years <= YEARS else None,
        words,
    )


@dataclass(frozen=True)
class TreeGround:
    """A tree from above: radii of root zone, mulch ring, part kept clear and trunk on the drawing, and its ports."""

    zone_r: float
    ring_r: float
    clear_r: float
    trunk_r: float
    ports: tuple[tuple[float, float], ...]
    words: str
    middle: float = SIDE / 2


def tree_ground(zone_m: float, ring_m: float, trunk_m: float, clear_m: float, ports: int) -> TreeGround:
    """A tree on the ground, drawn to scale but for the trunk, which is four times as large so that ports are seen."""
    scale = (SIDE / 2 - 8) / zone_m
    trunk = max(7.0, trunk_m / 2 * scale * 4)
    places = tuple(
        (
            SIDE / 2 + trunk * math.cos(2 * math.pi * n / ports - math.pi / 2),
            SIDE / 2 + trunk * math.sin(2 * math.pi * n / ports - math.pi / 2),
        )
        for n in range(ports)
    )
    words = (
        f"Root zone of {zone_m:.1f} m radius, mulch out to {ring_m:.1f} m and {clear_m * 100:.0f} cm off the bark"
        + (f", {ports} ports round the trunk (drawn four times its size)." if ports else ".")
    )
    clear = trunk + clear_m * scale
    return TreeGround(zone_m * scale, max(ring_m * scale, clear + 4), clear, trunk, places, words)


@dataclass(frozen=True)
class BedPlan:
    """A bed as a schematic of the same size: its frame, plants with a place and the kind they are of, ring radius."""

    width: float
    height: float
    plants: tuple[tuple[float, float, int], ...]
    plant_r: float
    ring_r: float
    words: str


def bed_plan(size_m2: float, counts: Sequence[tuple[str, int]], clear_m: float) -> BedPlan | None:
    """Plants spread evenly over a rectangle of the bed's size, three by one; None for no plants or too many."""
    total = sum(count for _, count in counts)
    if not 0 < total <= SHOWN_PLANTS or size_m2 <= 0:
        return None
    wide = math.sqrt(size_m2 * 3)
    scale = (WIDTH - 4) / wide
    high = size_m2 / wide * scale
    columns = max(1, round(math.sqrt(total * 3)))
    rows = math.ceil(total / columns)
    kinds = [n for n, (_, count) in enumerate(counts) for _ in range(count)]
    places = tuple(
        (2 + (WIDTH - 4) * (n % columns + 0.5) / columns, 2 + high * (n // columns + 0.5) / rows, kind)
        for n, kind in enumerate(kinds)
    )
    spacing = math.sqrt(size_m2 / total)
    set_out = f"{total} plants on {size_m2:.1f} m², {spacing * 100:.0f} cm apart if evenly set; rings of"
    words = (
        f"{f'One plant on {size_m2:.1f} m²; a ring of' if total == 1 else set_out} {clear_m * 100:.0f} cm"
        f" {'is' if total == 1 else 'are'} kept clear of mulch and granules."
    )
    radius = max(2.0, min(9.0, spacing * scale * 0.22))
    return BedPlan(WIDTH, high + 4, places, radius, radius + min(clear_m * scale, spacing * scale * 0.25), words)


def hedge_plan(size_m2: float, run_m: float, count: int, clear_m: float) -> BedPlan | None:
    """A hedge as a strip of its run, its plants in one row; None for no plants, too many, or without a run."""
    if not 0 < count <= SHOWN_PLANTS or size_m2 <= 0 or run_m <= 0:
        return None
    scale = (WIDTH - 4) / run_m
    high = max(HEDGE_HIGH, min(size_m2 / run_m * scale, WIDTH / 3))
    spacing = run_m / count
    places = tuple((2 + (WIDTH - 4) * (n + 0.5) / count, 2 + high / 2, 0) for n in range(count))
    words = (
        f"{count} plants along {run_m:.1f} m, {spacing * 100:.0f} cm apart; rings of {clear_m * 100:.0f} cm are kept"
        " clear of mulch and granules."
        if count > 1
        else f"One plant along {run_m:.1f} m; a ring of {clear_m * 100:.0f} cm is kept clear of mulch and granules."
    )
    radius = max(1.5, min(9.0, spacing * scale * 0.3))
    return BedPlan(WIDTH, high + 4, places, radius, radius + min(clear_m * scale, spacing * scale * 0.2), words)


@dataclass(frozen=True)
class PotDrawing:
    """A pot in section with pellets, and a bar of the months they last beside the season's."""

    pellets: tuple[tuple[float, float], ...]
    season_w: float
    pellet_w: float
    words: str


POT = (30.0, 20.0, 130.0, 120.0)  # left, top, right, bottom of the medium on the drawing
BAR = 200.0


def pot_drawing(grams_l: float, months: float, season_months: float) -> PotDrawing:
    """Pellets on a pot by its dose, 2 a gram a litre up to 24, and how long they last against the season."""
    count = max(3, min(24, round(grams_l * 4)))
    left, top, right, _ = POT
    pellets = tuple((left + 6 + (right - left - 12) * (n + 0.5) / count, top + 5 + 4 * (n % 2)) for n in range(count))
    longest = max(months, season_months, 1.0)
    words = (
        f"{grams_l:.2g} g of pellets a litre last {months:.1f} months at the season's warmth; the season is"
        f" {season_months:.1f} months."
    )
    return PotDrawing(pellets, BAR * season_months / longest, BAR * months / longest, words)
