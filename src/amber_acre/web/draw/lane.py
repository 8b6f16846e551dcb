"""A lane: demand line, stacked supply ribbons and round flags on the tape's scale."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

import numpy as np

from amber_acre.core.by_content import by_first
from amber_acre.core.jobs.entry import Entry, standing
from amber_acre.core.jobs.standing import State
from amber_acre.core.programme.garden_season import GardenSeason
from amber_acre.core.programme.supply import Ribbon
from amber_acre.core.programme.year import LawnYear
from amber_acre.core.quantities import POUND_PER_THOUSAND_G_M2
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.core.season.climate import Daily
from amber_acre.core.tables.chelates import CHELATES
from amber_acre.web.draw.corners import corners
from amber_acre.web.draw.tape import Scale
from amber_acre.web.shown import Shown, adding_up

HEIGHT = 118.0
FLAG_HEIGHT = 18.0
FLAG_LEVELS = 2
SPUR, SPUR_MOST = 1.5, 90.0  # thickness and length of what a flag hangs on beside its pole
PLOT_TOP = 6 + FLAG_LEVELS * (FLAG_HEIGHT + 3)
BASE = HEIGHT - 4
# Supply above this many times the highest demand is cut, and the cut is marked.
CEILING = 2.2
THIN_HEIGHT = 50.0
# Letters of jobs beside the rounds: what goes down, or what is done.
LETTERS = {
    "lime": "Lime",
    "sulphur": "S",
    "acidifier": "Fe",
    "gypsum": "Gyp",
    "bulk": "Top",
    "core": "Core",
    "sample": "Test",
    "check": "Check",
    "water": "W",
    "repair": "Mend",
}
FLAG_PX_PER_CHARACTER = 7.9


POOL_CEILING_G_M2 = 2.0  # of available nitrogen in the soil at the top of a lane
AXIS_FIGURES = (0.001, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1.0)
KEPT_LANES = 256  # drawn lanes that are kept


@dataclass(frozen=True)
class RibbonShape:
    """One application's supply as a closed path, and its words for hover and readers."""

    path: str
    title: str
    logged: bool


@dataclass(frozen=True)
class Flag:
    """Flag of a round or a log entry: pole at ``x``, tag from ``left`` at a level, with its state; ``job``: the key
    of a round that may be dragged to another day, 0 for what may not."""

    x: float
    left: float
    y: float
    width: float
    text: str
    title: str
    state: str
    points: str
    job: int = 0


@dataclass(frozen=True)
class _Pole:
    on: date
    text: str
    title: str
    state: str
    job: int = 0


@dataclass(frozen=True)
class LaneDrawing:
    """All geometry of one lane; ``cuts`` are x positions where supply passes the ceiling, ``axis`` heights with their
    figure, ``pool`` the line of what lies in the soil, on a scale of its own."""

    demand: str
    ribbons: tuple[RibbonShape, ...]
    flags: tuple[Flag, ...]
    cuts: tuple[tuple[float, str], ...]
    words: str
    axis: tuple[tuple[float, str], ...] = ()
    pool: str = ""
    pool_title: str = ""
    base: float = BASE
    top: float = PLOT_TOP
    height: float = HEIGHT


@by_first(KEPT_LANES)
def draw_lane(year: LawnYear, scale: Scale, day: date, shown: Shown) -> LaneDrawing:
    """Geometry of a lawn's season. Demand and supply share one axis, g/m² of nitrogen a day; every job has its flag."""
    demand = year.need.demand_g_m2
    highest = float(demand.max()) or 1.0
    total = np.sum([r.daily_g_m2 for r in year.ribbons], axis=0) if year.ribbons else np.zeros_like(demand)
    ceiling = max(highest * 1.25, min(float(total.max()) * 1.05, highest * CEILING))
    xs = np.linspace(0, scale.width, len(demand), endpoint=False) + scale.width / len(demand) / 2
    ribbons = _ribbon_shapes(year.ribbons, xs, highest, ceiling, shown)
    return LaneDrawing(
        _line(xs, demand, ceiling),
        tuple(ribbons),
        tuple(_flags([*_poles(year, day, shown), *_job_poles(year.season_jobs, scale, day, shown)], scale)),
        tuple(_cuts(xs, total, ceiling, shown)),
        _words(year),
        _axis(ceiling, shown),
        *_pool(year, xs, shown),
    )


def _axis(ceiling: float, shown: Shown) -> tuple[tuple[float, str], ...]:
    """One round figure of nitrogen a day on the lane's scale, in the reader's unit."""
    unit = POUND_PER_THOUSAND_G_M2 if shown.units == "us" else 1.0
    rounds = [value for value in AXIS_FIGURES if value * unit <= ceiling * 0.8]
    if not rounds:
        return ()
    y = BASE - rounds[-1] * unit / ceiling * (BASE - PLOT_TOP)
    return ((round(y, 1), f"{rounds[-1]:g}"),)


def _pool(year: LawnYear, xs: Daily, shown: Shown) -> tuple[str, str]:
    """The line of what lies available in the soil, and its words with what drains."""
    if not year.ribbons:
        return "", ""
    pool = year.pool
    drained, most = shown.nutrient(pool.drained_g_m2), shown.nutrient(float(pool.daily_g_m2.max()))
    title = (
        f"available in the soil, at most {most}; {drained} of the season drain away, estimated from rain and texture"
    )
    return _line(xs, pool.daily_g_m2, POOL_CEILING_G_M2), title


def _y(values: Daily, ceiling: float) -> Daily:
    heights: Daily = BASE - np.minimum(values, ceiling) / ceiling * (BASE - PLOT_TOP)
    return heights


def _points(xs: Daily, ys: Daily) -> str:
    return " L".join(f"{x:.1f} {y:.1f}" for x, y in corners(list(zip(xs.tolist(), ys.tolist(), strict=True))))


def _line(xs: Daily, values: Daily, ceiling: float) -> str:
    return f"M{_points(xs[::2], _y(values, ceiling)[::2])}"


def _band(xs: Daily, lower: Daily, upper: Daily, ceiling: float) -> str:
    return f"M{_points(xs, _y(upper, ceiling))} L{_points(xs[::-1], _y(lower, ceiling)[::-1])} Z"


def _cuts(xs: Daily, total: Daily, ceiling: float, shown: Shown) -> list[tuple[float, str]]:
    over = total > ceiling * 1.0001
    if not over.any():
        return []
    edges = np.flatnonzero(np.diff(np.concatenate(([0], over.astype(np.int8), [0]))))
    return [
        (
            round(float(xs[a:b].mean()), 1),
            f"supply peaks at {shown.rate(None, float(total[a:b].max()))} a day, beyond this lane",
        )
        for a, b in zip(edges[::2], edges[1::2], strict=True)
    ]


@by_first(KEPT_LANES)
def draw_planting(season: GardenSeason, scale: Scale, day: date, shown: Shown) -> LaneDrawing:
    """Geometry of a planting's season: its own demand and supply on one axis, and a flag for every job."""
    jobs = season.in_season
    flags = tuple(_flags(_job_poles(jobs, scale, day, shown), scale))
    name = season.planting.ground.name
    words = f"{name}: " + (", ".join(flag.title for flag in flags) or "no job this season") + "."
    highest = float(season.demand.max())
    if highest <= 0 and not season.ribbons:
        base = THIN_HEIGHT - 4
        return LaneDrawing("", (), flags, (), words, base=base, top=base, height=THIN_HEIGHT)
    return _demand_and_supply(season.demand, season.ribbons, flags, scale, words, shown)


def _demand_and_supply(
    demand: Daily, supplied: Sequence[Ribbon], flags: tuple[Flag, ...], scale: Scale, words: str, shown: Shown
) -> LaneDrawing:
    """The two curves of a lane without a pool."""
    total = np.sum([r.daily_g_m2 for r in supplied], axis=0) if supplied else np.zeros_like(demand)
    highest = float(demand.max()) or float(total.max()) or 1.0
    ceiling = max(highest * 1.25, min(float(total.max()) * 1.05, highest * CEILING))
    xs = np.linspace(0, scale.width, len(demand), endpoint=False) + scale.width / len(demand) / 2
    return LaneDrawing(
        _line(xs, demand, ceiling),
        tuple(_ribbon_shapes(supplied, xs, highest, ceiling, shown)),
        flags,
        tuple(_cuts(xs, total, ceiling, shown)),
        words,
        _axis(ceiling, shown),
    )


def _ribbon_shapes(
    supplied: Sequence[Ribbon], xs: Daily, highest: float, ceiling: float, shown: Shown
) -> list[RibbonShape]:
    """Ribbons stacked, each with its balance in words."""
    per, unit, decimals = (POUND_PER_THOUSAND_G_M2, "lb/1000 ft²", 3) if shown.units == "us" else (1.0, "g/m²", 2)
    stacked = np.zeros_like(xs)
    shapes = []
    for ribbon in supplied:
        upper = stacked + ribbon.daily_g_m2
        alive = np.flatnonzero(ribbon.daily_g_m2 > highest * 0.002)
        if len(alive):
            part = slice(int(alive[0]), int(alive[-1]) + 1)
            went = (ribbon.released_g_m2 / per, ribbon.remaining_g_m2 / per)
            released, remaining, applied = adding_up(went, decimals)
            shapes.append(
                RibbonShape(
                    _band(xs[part], stacked[part], upper[part], ceiling),
                    f"{ribbon.label}, {ribbon.applied_on:%-d %b}: {applied} {unit} N applied = "
                    f"{released} released + {remaining} remaining at the season's end",
                    ribbon.logged,
                )
            )
        stacked = upper
    return shapes


def draw_jobs(name: str, jobs: Sequence[JudgedJob], scale: Scale, day: date, shown: Shown) -> LaneDrawing:
    """A thin lane of an area that is no lawn: its jobs alone."""
    flags = _flags(_job_poles(jobs, scale, day, shown), scale)
    words = f"{name}: " + (", ".join(flag.title for flag in flags) or "no job this season") + "."
    return LaneDrawing("", (), tuple(flags), (), words, base=THIN_HEIGHT - 4, top=THIN_HEIGHT - 4, height=THIN_HEIGHT)


def _poles(year: LawnYear, day: date, shown: Shown) -> list[_Pole]:
    known = {one.job.key for one in (*year.rounds, *year.jobs)}
    return [_round_pole(judged, day, shown) for judged in year.rounds if not judged.job.skipped] + [
        _entry_pole(entry, shown)
        for entry in standing(year.entries)
        if entry.product is not None and entry.job not in known
    ]


def _job_poles(jobs: Sequence[JudgedJob], scale: Scale, day: date, shown: Shown) -> list[_Pole]:
    """Poles of jobs beside the rounds inside the season: their letter, number and amount."""
    poles, inside = [], [one for one in jobs if scale.start <= one.on < scale.end]
    feeds = sorted(one.job.number for one in inside if _feeds_planting(one))
    for one in inside:
        if one.job.skipped:
            continue
        product, state = one.product, one.state(day)
        letter = f"F{feeds.index(one.job.number) + 1}" if _feeds_planting(one) else _letter(one)
        amount = (
            f" {shown.amount(product, one.logged_kg or one.amount_kg)}"
            if product and one.job.dose.basis != "water"
            else ""
        )
        title = f"{shown.sentence(one.job.name)}{amount}, {one.on:%-d %B}, {state}"
        poles.append(_Pole(one.on, f"{letter}{amount}", title, f"soil {css_state(state)}"))
    return poles


def _feeds_planting(one: JudgedJob) -> bool:
    """Whether a job is a feed of a planting's year; they are numbered among themselves."""
    fed = one.product is not None and one.product.total_nitrogen > 0
    return fed and one.job.maker == "care" and one.job.work != "mulch"


def _letter(one: JudgedJob) -> str:
    """The letters of a job on its flag: mulch as such, the rest by what goes down."""
    product, work = one.product, one.job.work
    if work == "mulch":
        return "Mulch"
    if product is not None and product.soil.material in CHELATES:
        return "Fe"
    return LETTERS.get(product.family, "A") if product else LETTERS.get(work, work.capitalize())


def css_state(state: State) -> str:
    """A state as a class of the style sheet."""
    return state.replace(" ", "-")


def _flags(poles: Sequence[_Pole], scale: Scale) -> list[Flag]:
    """Flags on two levels, so that close ones do not cover one another; the later one gives way, and where both levels
    are taken it hangs beside its pole on a spur."""
    taken = [-1.0] * FLAG_LEVELS
    flags = []
    for pole in sorted(poles, key=lambda p: p.on):
        width = len(pole.text) * FLAG_PX_PER_CHARACTER + 16
        x = scale.x(pole.on)
        left = min(x, scale.width - width)
        level = next((n for n in range(FLAG_LEVELS) if left > taken[n]), taken.index(min(taken)))
        left = min(max(left, taken[level]), left + SPUR_MOST, scale.width - width)
        taken[level] = max(taken[level], left + width + 4)
        y = 3 + level * (FLAG_HEIGHT + 3)
        notch = left + width
        points = (
            f"{left:.1f},{y:.1f} {notch:.1f},{y:.1f} {notch - 6:.1f},{y + FLAG_HEIGHT / 2:.1f} "
            f"{notch:.1f},{y + FLAG_HEIGHT:.1f} {left:.1f},{y + FLAG_HEIGHT:.1f}"
        )
        if left > x:
            points = f"{x:.1f},{y:.1f} {points} {left:.1f},{y + SPUR:.1f} {x:.1f},{y + SPUR:.1f}"
        flags.append(Flag(x, round(left, 1), y, round(width, 1), pole.text, pole.title, pole.state, points, pole.job))
    return flags


def _round_pole(judged: JudgedJob, day: date, shown: Shown) -> _Pole:
    item, product, state = judged.job, judged.job.material, judged.state(day)
    return _Pole(
        judged.on,
        f"R{item.number} {shown.amount(product, judged.logged_kg or judged.amount_kg)}",
        f"R{item.number} {item.name}: {product.name}, {shown.rate(product, judged.rate_g_m2)}, {judged.on:%-d %B},"
        f" {state}",
        css_state(state),
        0 if judged.done else max(0, item.key),
    )


def _entry_pole(entry: Entry, shown: Shown) -> _Pole:
    amount = shown.amount(entry.material, entry.amount_kg)
    return _Pole(entry.on, f"log {amount}", f"Logged {entry.on:%-d %B}: {entry.material.name}, {amount}", "done")


def _words(year: LawnYear) -> str:
    rounds: Sequence[str] = [f"R{j.job.number} on {j.on:%-d %B}" for j in year.rounds if not j.job.skipped]
    return f"{year.lawn.name}: growth demand of {year.need.yearly_g_m2:.1f} g/m² nitrogen over the season; " + (
        f"rounds {', '.join(rounds)}." if rounds else "no rounds planned."
    )
