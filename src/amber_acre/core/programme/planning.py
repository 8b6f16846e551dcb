"""Plan the year: what the lawn asks, what the shelf gives, and the doses chosen, each a job with its reason."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from amber_acre.core.care.brief import Lawn
from amber_acre.core.care.lawn import asks
from amber_acre.core.care.need import NitrogenNeed, nitrogen_need
from amber_acre.core.care.pattern import PASSED, Asks, around
from amber_acre.core.jobs.entry import Entry, standing, without_bulk
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.product import Product
from amber_acre.core.programme.advice import Advice, advice, of_fixed_days
from amber_acre.core.programme.carry import carried_in
from amber_acre.core.programme.feeds import Fixed
from amber_acre.core.programme.fixed_dates import Days, at_fixed_days, fixed_days, left_out
from amber_acre.core.programme.model import Bought
from amber_acre.core.programme.rounds import IRON_FROM, iron_jobs, rounds_of
from amber_acre.core.programme.solving import Choice, choose
from amber_acre.core.programme.weights import DEFAULT_SCHOOL, SCHOOLS
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.local import phosphorus_forbidden
from amber_acre.core.season.climate import DailySeries, daily_series, next_season_start
from amber_acre.core.season.phases import STEPS
from amber_acre.core.soil.findings import findings


@dataclass(frozen=True)
class YearPlan:
    """One season's plan: its start, the need, the rounds, what was assumed and what stood in the way.

    ``advice``: what it says beside its rounds, each with a code. ``asked`` and ``choice``: what it rests on.
    """

    start: date
    end: date
    need: NitrogenNeed
    rounds: tuple[Job, ...]
    assumptions: tuple[str, ...]
    obstacles: tuple[str, ...]
    advice: tuple[Advice, ...]
    asked: Asks
    choice: Choice
    school: str = DEFAULT_SCHOOL


def season_series(lawn: Lawn, start: date) -> DailySeries:
    """Daily normals of the season that begins on ``start``."""
    return daily_series(lawn.climate, start, next_season_start(start))


def plan_year(
    lawn: Lawn,
    shelf: Sequence[Product],
    start: date,
    today: date,
    logged: Sequence[Entry] = (),
    *,
    school: str = DEFAULT_SCHOOL,
    ground: Ground | None = None,
    pinned: Sequence[Job] = (),
    visited: Sequence[date] = (),
    opened: frozenset[int] = frozenset(),
    nodes: int = 0,
    own_days: Days = (),
    at_hand: frozenset[int] = frozenset(),
) -> YearPlan:
    """Plans the season beginning on ``start`` as seen on ``today``; what was logged or pinned is not fed again.

    ``logged``: the area's entries, of earlier years too. ``pinned``: jobs that stay as they are. ``visited``: days on
    which somebody is on the property anyway, ``opened``: keys of products it has open, ``at_hand``: that the firm
    has. ``nodes``: of branching, see :func:`~amber_acre.core.programme.solving.choose`. ``own_days``: of the firm's
    fixed rounds. A past step is not caught up.
    Deterministic: the same input gives the same plan.
    """
    series = season_series(lawn, start)
    need = nitrogen_need(lawn, series)
    for_turf = [product for product in shelf if product.allowed_on("turf")]
    shelf = [product for product in for_turf if product.allowed_for(lawn.grass.key)]
    ground = ground or lawn.ground()
    soil = findings(lawn.soil_test, today, ground.wanted_ph, (ground.ph, ground.ph_from))
    asked = asks(lawn, float(need.yearly_g_m2), soil, start, not phosphorus_forbidden(lawn.rules, soil.phosphorus))
    asked = _from_today(asked, start, today)
    fixed = (
        fixed_days(lawn.grass.season, lawn.climate.latitude_deg < 0, start, own_days) if SCHOOLS[school].fixed else ()
    )
    unused = [one for one in left_out(asked, fixed) if one[0] >= today]
    asked = at_fixed_days(asked, fixed) if fixed else asked
    down = _fixed(lawn, asked, start, logged, pinned)
    earlier, said = carried_in(logged, asked.phases, start, lawn.size_m2)
    asked = replace(asked, carried_g_m2=earlier)
    steps = frozenset(asked.phases.step_of(day) for day in visited)
    thin, bought = lawn.low_m2 / lawn.size_m2, Bought(float(lawn.size_m2), at_hand)
    choice = choose(asked, shelf, SCHOOLS[school], thin, down, steps, opened, nodes, bought)
    fed = rounds_of(lawn, asked, choice, start, today, soil, fixed, down)
    used = [(entry.on, entry.product) for entry in standing(tuple(logged))] + [(job.on, job.product) for job in pinned]
    given = [on for on, product in used if product is not None and product.other.get("Fe", 0.0) >= IRON_FROM]
    rounds = _numbered([*fed, *iron_jobs(lawn, shelf, ground, asked, start, today, given)])
    told = (*advice(lawn, ground, soil, asked, choice, rounds, down, for_turf), *of_fixed_days(unused))
    return YearPlan(
        start,
        next_season_start(start),
        need,
        rounds,
        (*need.working.assumptions, *soil.assumptions, *said),
        tuple(one.sentence for one in told if one.obstacle),
        told,
        asked,
        choice,
        school,
    )


def _numbered(jobs: Sequence[Job]) -> tuple[Job, ...]:
    ordered = sorted(jobs, key=lambda job: (job.on, -job.target_g_m2))
    return tuple(replace(job, number=n) for n, job in enumerate(ordered, start=1))


def _from_today(asked: Asks, start: date, today: date) -> Asks:
    """The steps whose day has passed are closed: growth that has passed is not fed afterwards. Nor is it round the
    year: what is left at the season's end feeds the next one up to the step in which that can be fed itself."""
    if today <= start:
        return asked
    open_, because = asked.open.copy(), list(asked.closed_because)
    for n in range(len(open_)):
        if asked.phases.date_of(n, start) < today - timedelta(days=4) and open_[n]:
            open_[n], because[n] = False, PASSED
    season = around(asked.phases.step_of(start), STEPS)
    begun = next((step for step in season if asked.open[step]), season[0])
    return replace(asked, open=open_, closed_because=tuple(because), begun=begun, started=season[0])


def _fixed(lawn: Lawn, asked: Asks, start: date, logged: Sequence[Entry], pinned: Sequence[Job]) -> tuple[Fixed, ...]:
    """What goes down this season anyway, by step: what was logged, and jobs that stay."""
    end = next_season_start(start)
    found = [
        Fixed(asked.phases.step_of(entry.on), entry.material, entry.amount_kg * 1000 / lawn.size_m2)
        for entry in without_bulk(standing(tuple(logged)))
        if start <= entry.on < end
    ]
    found += [
        Fixed(asked.phases.step_of(job.on), job.product, float(job.rate_on(lawn.size_m2)))
        for job in pinned
        if job.product is not None and start <= job.on < end
    ]
    return tuple(found)
