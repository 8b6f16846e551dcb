"""Plan the year: need, places, targets, products; and the reason of every round."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry, standing, without_bulk
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.product import Product
from amber_acre.core.programme.brief import Lawn
from amber_acre.core.programme.choosing import NEEDS_NITROGEN_ABOVE, Filled, fill, targets, why
from amber_acre.core.programme.need import NitrogenNeed, nitrogen_need
from amber_acre.core.programme.placing import Slot, place_rounds, still_open
from amber_acre.core.quantities import unrounded
from amber_acre.core.rules.limits import Direction
from amber_acre.core.season.climate import DailySeries, daily_series, next_season_start
from amber_acre.core.soil.findings import SoilFindings, findings

LEAST_WORTH_PLANNING_G_M2 = 0.5  # about 0.1 lb/1000 ft² of nitrogen [common-practice]


@dataclass(frozen=True)
class YearPlan:
    """One season's plan: its start, the need, the rounds, what was assumed and what stood in the way."""

    start: date
    end: date
    need: NitrogenNeed
    rounds: tuple[Job, ...]
    assumptions: tuple[str, ...]
    obstacles: tuple[str, ...]


def season_series(lawn: Lawn, start: date) -> DailySeries:
    """Daily normals of the season that begins on ``start``."""
    return daily_series(lawn.climate, start, next_season_start(start))


def plan_year(lawn: Lawn, shelf: Sequence[Product], start: date, today: date, logged: Sequence[Entry] = ()) -> YearPlan:
    """Plans the season beginning on ``start`` as seen on ``today``; what was logged is not fed again.

    ``logged`` are this season's entries on the lawn. The rounds still open share the year's need less
    what was logged since the season began; a past slot is not caught up. Deterministic: the same input
    gives the same plan.
    """
    series = season_series(lawn, start)
    need = nitrogen_need(lawn, series)
    soil = findings(lawn.soil_test, today)
    placing = place_rounds(lawn, series, need.demand_g_m2, need.yearly_g_m2)
    placing = still_open(placing, today) if today > start else placing
    count = standing(without_bulk(logged))
    fed = sum(e.amount_kg * 1000 / lawn.size_m2 * e.material.total_nitrogen for e in count)
    placed, obstacles = _without_fed(placing.slots, count), list(placing.obstacles)
    left = max(0.0, need.yearly_g_m2 - fed)
    if placed and left < LEAST_WORTH_PLANNING_G_M2:
        obstacles.append(
            f"{unrounded(fed)} g/m² of nitrogen is down already; the year's need of {unrounded(need.yearly_g_m2)} g/m²"
            " is met. No round is added."
        )
        placed = []
    shares = sum(slot.share for slot in placed)
    yearly = min(need.yearly_g_m2, left / shares) if shares else 0.0
    wanted = targets(placed, yearly, lawn.rules.total_cap_g_m2)
    short = yearly * shares - sum(wanted)
    if short > 0.05:
        obstacles.append(
            f"{unrounded(short)} g/m² of the year's nitrogen finds no room: the cap of one application, "
            f"{lawn.rules.total_cap_g_m2:g} g/m², holds every round."
        )
    temperature = [float(series.mean_c[series.index(slot.on)]) for slot in placed]
    feeds = [product for product in shelf if product.total_nitrogen >= NEEDS_NITROGEN_ABOVE]
    filled, problems = fill(placed, wanted, feeds, lawn, soil, temperature, count)
    rounds = tuple(
        _round(number, item, yearly, soil, lawn.ph_side)
        for number, item in enumerate((f for f in filled if f.chosen), start=1)
    )
    assumptions = (
        *soil.assumptions,
        *need.working.assumptions,
        "Warmth of the soil is taken from the daily mean air temperature of the climate normals.",
        *([f"The climate: {lawn.climate.assumed}."] if lawn.climate.assumed else []),
    )
    return YearPlan(start, next_season_start(start), need, rounds, assumptions, (*obstacles, *problems))


def _without_fed(slots: Sequence[Slot], logged: Sequence[Entry]) -> list[Slot]:
    """Slots in whose window no nitrogen was logged yet; lime, sulphur and the like are no feed."""
    fed = [entry for entry in logged if entry.material.total_nitrogen >= NEEDS_NITROGEN_ABOVE]
    return [s for s in slots if not any(s.opens <= entry.on <= s.closes for entry in fed)]


def _round(number: int, item: Filled, yearly_g_m2: float, soil: SoilFindings, side: Direction | None) -> Job:
    choice = item.chosen
    assert choice is not None
    parts = [f"{item.slot.name}: {item.slot.reason}."]
    parts.append(
        f"{unrounded(item.target_g_m2)} g/m² of nitrogen from {choice.product.name}, {why(item, soil, side)}"
        + (f"; {choice.held_by} sets the rate" if choice.held_by else "")
        + "."
    )
    if choice.product.p2o5 == 0 and soil.phosphorus == "unknown":
        parts.append("No phosphorus: the soil is not tested.")
    elif choice.product.p2o5 == 0 and soil.phosphorus != "low":
        parts.append(f"No phosphorus: the soil is {soil.phosphorus} in it.")
    if choice.product.k2o > 0 and soil.potassium == "low":
        parts.append("Potassium: the test is low.")
    if soil.phosphorus == "unknown":
        parts.append("Answers no finding: there is no soil test.")
    return Job(
        number,
        item.slot.name,
        "feed",
        item.slot.on,
        item.slot.opens,
        item.slot.closes,
        Dose(choice.rate_g_m2),
        choice.product,
        target_g_m2=item.target_g_m2,
        share=item.slot.share,
        yearly_g_m2=yearly_g_m2,
        reason=" ".join(parts),
        answers="the year's nitrogen need",
    )
