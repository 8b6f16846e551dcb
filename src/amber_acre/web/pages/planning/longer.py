"""Looking longer at a lawn's season: branching after the search, a step at a time, stopped at any time with the best
found so far. Nothing is written before it is taken over."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.by_content import Results
from amber_acre.core.jobs.job import Job
from amber_acre.core.programme.planning import YearPlan
from amber_acre.core.programme.solving import PROVEN_GAP
from amber_acre.store import programmes as store
from amber_acre.store.areas import lawn_row
from amber_acre.store.stamps import Stamp, stamps_of
from amber_acre.store.tables import AreaRow
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of

router = APIRouter()
STEPS = (1, 20, 100, 400)  # branches of each look: seconds, then a minute or two


Kept = tuple[Stamp, date, int]
_KEPT: Results[Kept, YearPlan] = Results(64)  # looks by what the lawn rests on: they take long, and are asked for again


@dataclass(frozen=True)
class Looked:
    """What a look came to: its branches (0: the search alone), and the plan."""

    nodes: int
    plan: YearPlan

    @property
    def gap(self) -> float:
        """Share by which nothing can be better."""
        return self.plan.choice.gap

    @property
    def weighed(self) -> float:
        """What it costs in weights: lower is better."""
        return self.plan.choice.objective


@router.get("/areas/{area_id}/longer")
def show_longer(request: Request, session: Reading, today: Today, area_id: Key, running: str = "") -> HTMLResponse:
    """What the looks so far come to; ``running``: the next step follows by itself."""
    row = found(lawn_row(session, area_id), "This lawn")
    looks = _looks(session, row, today)
    best = min(looks, key=lambda one: (one.weighed, one.nodes))
    gap = min(one.gap for one in looks)
    following = _following(looks)
    return render(
        request,
        "planning/longer.html",
        units=units_of(row.property.units),
        area=row,
        looks=looks,
        best=best,
        gap=gap,
        gained=(looks[0].weighed - best.weighed) / looks[0].weighed if looks[0].weighed else 0.0,
        same=_rounds(looks[0].plan) == _rounds(best.plan),
        following=following,
        running=bool(running) and following is not None,
    )


@router.post("/areas/{area_id}/longer/look")
def look_on(session: Reading, _posted: Posted, today: Today, area_id: Key) -> Response:
    """Looks through the next number of branches. Nothing is written, and nobody who writes is kept waiting."""
    row = found(lawn_row(session, area_id), "This lawn")
    following = _following(_looks(session, row, today))
    if following is not None:
        plan, _ = store.season_by(session, row, today, "", following)
        _KEPT.keep(_key(session, row, today, following), plan)
    return go(f"/areas/{row.id}/longer?running=1")


@router.post("/areas/{area_id}/longer")
def take_longer(session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Plans the lawn by a look; where the lawn changed since, it has to be looked at again."""
    row = found(lawn_row(session, area_id), "This lawn")
    nodes = next((step for step in STEPS if posted.get("nodes") == str(step)), 0)
    if nodes not in {one.nodes for one in _looks(session, row, today) if one.nodes}:
        return go(f"/areas/{row.id}/longer")
    store.plan_area(session, row, today, nodes=nodes)
    return go(f"/properties/{row.property_id}?area={row.id}")


def _looks(session: Reading, row: AreaRow, today: date) -> list[Looked]:
    """The search, and every look that was taken since the lawn last changed."""
    found_so_far = [Looked(0, store.season_by(session, row, today, "")[0])]
    for step in STEPS:
        plan = _KEPT.look(_key(session, row, today, step))
        if plan is None:
            break
        found_so_far.append(Looked(step, plan))
    return found_so_far


def _key(session: Reading, row: AreaRow, today: date, nodes: int) -> Kept:
    return stamps_of(session)[row.id], today, nodes


def _following(looks: Sequence[Looked]) -> int | None:
    """How many branches the next look goes through; None where it is proven, or nothing is left to plan."""
    if not looks[0].plan.rounds or min(one.gap for one in looks) <= PROVEN_GAP:
        return None
    return next((step for step in STEPS if step > looks[-1].nodes), None)


def _rounds(plan: YearPlan) -> list[tuple[object, ...]]:
    """What goes down when, to tell two plans apart."""
    return [_round(job) for job in plan.rounds]


def _round(job: Job) -> tuple[object, ...]:
    return job.on, job.material.key, round(float(job.rate_g_m2), 2)
