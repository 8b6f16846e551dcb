"""The year of a hedge, a tree, a bed or pots; the treatment of a patch; planned by one press."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date
from types import MappingProxyType
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, RedirectResponse, Response

from amber_acre.core.care.planting import Grown, Planting
from amber_acre.core.errors import AmberError, DoesNotFit
from amber_acre.core.mulch.depth import renewal_years
from amber_acre.core.products.pot_feeding import Habits, habits
from amber_acre.core.programme.garden_season import GardenSeason
from amber_acre.core.rules.mulched import mulch_of
from amber_acre.core.rules.pot_pellets import pots_fed, rated_months
from amber_acre.core.season.climate import daily_series, next_season_start
from amber_acre.core.season.coated import DAYS_OF_MONTH, months_at
from amber_acre.core.season.windows import spans
from amber_acre.core.tables.mulches import MULCHES
from amber_acre.core.tables.plant_names import may_mean
from amber_acre.store import areas as area_store
from amber_acre.store import gardens as store
from amber_acre.store.books import book_of
from amber_acre.store.in_use import everything_in_use
from amber_acre.store.jobs import job_versions
from amber_acre.store.pale import unasked_pale
from amber_acre.store.plan_copies import copy_year
from amber_acre.store.plans import season_to_show
from amber_acre.store.programmes import judged_jobs, programme_of
from amber_acre.store.rules import rule_set_of
from amber_acre.store.tables import AreaRow
from amber_acre.web.draw.lane import draw_planting
from amber_acre.web.draw.planting import bed_plan, hedge_plan, mulch_years, pot_drawing, tree_ground
from amber_acre.web.draw.tape import draw_tape
from amber_acre.web.forms.reading import Fault, Faults
from amber_acre.web.page import AsOf, Key, Posted, Reading, Today, Writing, found, go, render, units_of
from amber_acre.web.shown import Shown

router = APIRouter()
WATERINGS_A_WEEK = 7  # of pots in summer [common-practice]


@dataclass(frozen=True)
class Drawn:
    """The drawings of a planting; None where there is nothing to draw."""

    mulch: Any = None
    tree: Any = None
    bed: Any = None
    pot: Any = None


@router.post("/areas/{area_id}/plan")
def plan(session: Writing, _posted: Posted, today: Today, area_id: Key) -> Response:
    """Plans the year of any area: a lawn's season, a planting's year, a patch's treatment."""
    row = found(area_store.area_of(session, area_id), "This area")
    store.plan_any(session, row, today)
    return go(f"/properties/{row.property_id}?area={area_id}" if row.kind == "lawn" else f"/areas/{area_id}/year")


@router.post("/areas/{area_id}/copy-year")
def copy_to(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Copies the planting's year to another planting, of any property."""
    row = found(_planting_row(session, area_id), "This planting")
    to = posted.get("to", "")
    target = _planting_row(session, int(to)) if to.isdecimal() and len(to) < 10 else None
    try:
        if target is None or target.id == row.id:
            raise DoesNotFit("Choose the planting this year is to go over to.", field="to")
        copy_year(session, row, target, today)
    except AmberError as error:
        return _planting(request, session, row, today, posted, {"to": Fault(error.sentence)}, 422)
    return go(f"/areas/{target.id}/year")


def _planting_row(session: Reading, area_id: int) -> AreaRow | None:
    row = area_store.area_of(session, area_id)
    return row if row is not None and row.kind in store.PLANTINGS else None


@router.get("/areas/{area_id}/year")
def show_year(request: Request, session: Reading, today: Today, area_id: Key, day: AsOf = None) -> Response:
    """The year of one area as of a day; a lawn's stands on its property."""
    row = found(area_store.area_of(session, area_id), "This area")
    if row.kind == "lawn":
        return RedirectResponse(f"/properties/{row.property_id}?area={row.id}", status_code=303)
    if row.kind == "patch":
        return _patch(request, session, row, day or today)
    return _planting(request, session, row, day or today)


def _planting(
    request: Request,
    session: Reading,
    row: AreaRow,
    day: date,
    typed: Mapping[str, str] = MappingProxyType({}),
    faults: Faults | None = None,
    status: int = 200,
) -> HTMLResponse:
    lane = store.garden_lane(session, row, day)
    season, units = lane.season, units_of(row.property.units)
    shown = Shown(units, request.app.state.settings.currency)
    ground = season.planting.ground
    windows = spans(ground.climate, season.series, rule_set_of(row.property.rule_set).blackouts, "cool")
    tape = draw_tape(lane.start, next_season_start(lane.start), windows, day)
    keys = [one.job.key for one in season.in_season]
    return render(
        request,
        "garden/year.html",
        status,
        units=units,
        typed=typed,
        faults=faults or {},
        area=row,
        day=day,
        lane=lane,
        season=season,
        planting=season.planting,
        tape=tape,
        drawing=draw_planting(season, tape.scale, day, shown),
        jobs_listed=season.in_season,
        drawn=_drawn(season, units == "us"),
        mulches=MULCHES,
        versions=job_versions(session, keys),
        agreed=_agreed(season),
        habits=_habits(season),
        pale=unasked_pale(session, row.id),
        others=_others(session, row) if lane.programme is not None else [],
    )


def _others(session: Reading, row: AreaRow) -> list[tuple[int, str]]:
    """Areas of the same kind, those of the same property first: a year may go over to them."""
    same = [one for one in everything_in_use(session) if one.kind == row.kind and one.id != row.id]
    same.sort(key=lambda one: (one.property.id != row.property_id, one.property.name, one.name))
    return [(one.id, f"{one.property.name} · {one.name}") for one in same]


def _habits(season: GardenSeason) -> Habits | None:
    """What three habits of feeding these pots with water would bring in a week; None without a soluble feed."""
    feed = next((one.job for one in season.planned if one.job.dose.basis == "water" and one.job.dose.count), None)
    if feed is None or not feed.dose.count:
        return None
    return habits(feed.dose.value / 1000, feed.dose.count, WATERINGS_A_WEEK)


def _agreed(season: GardenSeason) -> list[tuple[str, int | None, str, date | None]]:
    """Each plant with its count (None: nobody counted), whether it goes with the group that decides, and when it was
    planted."""
    planting = season.planting
    own = {one.name: season.fed_beside(part) for part, _ in season.own for one in part.grown}
    return [
        (
            one.plant.common.split(";")[0] if one.plant else one.name,
            one.count if planting.counted else None,
            _goes_along(one, planting, own),
            one.planted_on,
        )
        for one in planting.grown
    ]


def _goes_along(one: Grown, planting: Planting, own: Mapping[str, bool]) -> str:
    """What is said of a plant that does not simply go with the group that decides; '' of one that does."""
    if one.plant is None:
        near = [plant.common.split(";")[0] for plant in may_mean(one.name)]
        return f"not in the Almanac: is it {' or '.join(near)}?" if near else "not in the Almanac"
    if own.get(one.name):
        return "fed plant by plant"
    if one.name in own and one.name in planting.loses:
        return "another feed is wanted, and none is planned"
    return "wants another year" if one.name in planting.loses else ""


def _drawn(season: GardenSeason, us: bool) -> Drawn:
    planting = season.planting
    group, ground = planting.group, planting.ground
    mulch = None
    coming = [mulch_of(ground, one.product, one.job.work) for one in season.in_season if not one.done]
    planned = next((one.key for one in coming if one is not None), "")
    kind = planned or planting.lies.kind or (group.mulches[0] if group.mulches and group.mulch_mm else "")
    if kind in MULCHES and group.mulch_mm:
        years = renewal_years(kind, group.mulch_mm)
        mulch = mulch_years(MULCHES[kind], planting.lies.depth_mm, group.mulch_mm, years, us)
    if ground.ring_m is not None and planting.trunks_cm:
        zone = (float(ground.size_m2) / 3.141592653589793) ** 0.5
        ports = int(ground.metres("ports") or 0)
        tree = tree_ground(zone, min(ground.ring_m, zone), planting.trunks_cm[0] / 100, group.clear_mm / 1000, ports)
        return Drawn(mulch, tree=tree)
    if group.basis == "litre":
        return Drawn(pot=_pot(season))
    counts = [(one.name, one.count) for one in planting.grown]
    size, clear = float(ground.size_m2), group.clear_mm / 1000
    if ground.kind == "hedge":
        total = sum(count for _, count in counts) if planting.counted else 0
        run = ground.metres("run") or (ground.metres("spacing") or 0.0) * total
        return Drawn(mulch, bed=hedge_plan(size, run, total, clear))
    return Drawn(mulch, bed=bed_plan(size, counts, clear))


def _pot(season: GardenSeason) -> Any:
    pellets = next((one for one in season.planned if one.product is not None and one.product.longevity_days), None)
    if pellets is None or pellets.product is None:
        return None
    begins, last = pots_fed(season.planting.ground, season.stages)
    first = max(begins, pellets.job.on)
    series = daily_series(
        season.planting.ground.climate, first, max(last, next_season_start(first)) if last <= first else last
    )
    months = months_at(rated_months(pellets.product), float(series.mean_c.mean()))
    return pot_drawing(pellets.job.dose.value, months, max(0.0, (last - first).days / DAYS_OF_MONTH))


def _patch(request: Request, session: Reading, row: AreaRow, day: Any) -> HTMLResponse:
    start = season_to_show(session, row, day)
    programme = programme_of(session, row.id, start)
    jobs = [one for _, one in judged_jobs(session, [row], day) if one.done or not one.job.skipped]
    book = book_of(session, row, day)
    return render(
        request,
        "garden/patch.html",
        units=units_of(row.property.units),
        area=row,
        day=day,
        programme=programme,
        cause=book.ground.says("cause"),
        jobs_listed=jobs,
        said=[note.sentence for note in programme.notes] if programme else [],
    )
