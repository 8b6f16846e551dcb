"""One season under several schools, side by side: money, nutrients, fit, loss, visits, labour, carbon, and what to
watch."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.jobs.job import Job
from amber_acre.core.products.nutrients import Nutrients, carried
from amber_acre.core.products.product import ORGANIC
from amber_acre.core.products.stock import cheapest_purchase
from amber_acre.core.programme.planning import YearPlan
from amber_acre.core.programme.weights import SCHOOLS
from amber_acre.core.quantities import Money

ARRIVES_MINUTES = 12.0  # of a visit, to unload, weigh out and sweep back [common-practice]
SPREADS_M2_MINUTE = (
    45.0  # a walking spreader, half rate in two directions; a sprayer is about as quick [common-practice]
)
CARBON_OF_ORGANIC = 0.4  # of the mass of an organic feed [from-memory]
WATCHED = ("no_room", "left_open", "refused", "slow_share", "may_go_unfed")  # what a plan says that weighs in choosing
MUCH_PHOSPHORUS_G_M2 = 2.0  # of P a year that nobody asked for [common-practice]


@dataclass(frozen=True)
class SchoolYear:
    """What a school makes of a lawn's season; amounts in g/m², money for the lawn, labour in minutes a year.

    ``fit``: share of the need that finds available nitrogen when the grass wants it, 0–1. ``drains_g_m2``: estimated.
    ``available_g_m2``: nitrogen plants can have within a year of each dose, low to high.
    ``watch``: what one should know before choosing it.
    """

    key: str
    name: str
    about: str
    plan: YearPlan
    cost: Money
    brings: Nutrients
    available_g_m2: tuple[float, float]
    fit: float
    drains_g_m2: float
    visits: int
    minutes: float
    carbon_g_m2: float
    watch: tuple[str, ...]


def school_year(plan: YearPlan, size_m2: float) -> SchoolYear:
    """The figures of a plan by its school, for a lawn of ``size_m2``."""
    school = SCHOOLS[plan.school]
    brings = Nutrients()
    for job in plan.rounds:
        brings += carried(job.material, job.rate_g_m2)
    days = {job.on for job in plan.rounds}
    minutes = ARRIVES_MINUTES * len(days) + len(plan.rounds) * size_m2 / SPREADS_M2_MINUTE
    carbon = sum(CARBON_OF_ORGANIC * job.rate_g_m2 for job in plan.rounds if job.material.family in ORGANIC)
    need = float(plan.need.yearly_g_m2)
    unmet = sum(plan.choice.unmet)
    return SchoolYear(
        school.key,
        school.name,
        school.about,
        plan,
        Money(_money(plan.rounds, size_m2)),
        brings,
        _available(plan.rounds),
        max(0.0, 1 - unmet / need) if need > 0 else 1.0,
        sum(plan.choice.drains),
        len(days),
        minutes,
        carbon,
        tuple(_watch(plan, brings)),
    )


def _available(rounds: Sequence[Job]) -> tuple[float, float]:
    ranges = [(job.rate_g_m2, *job.material.first_year_range) for job in rounds]
    return sum(rate * low for rate, low, _ in ranges), sum(rate * high for rate, _, high in ranges)


def _money(rounds: Sequence[Job], size_m2: float) -> float:
    """What a season uses up, out of the whole packs that are bought for it; nothing of what has no pack."""
    kg: dict[int, float] = {}
    for job in rounds:
        kg[job.material.key] = kg.get(job.material.key, 0.0) + job.rate_g_m2 * size_m2 / 1000
    products = {job.material.key: job.material for job in rounds}
    bought = [(cheapest_purchase(products[key].packs, mass), mass) for key, mass in kg.items()]
    return sum(packs.per_kg * mass for packs, mass in bought if packs is not None)


def _watch(plan: YearPlan, brings: Nutrients) -> Sequence[str]:
    said = [one.sentence for one in plan.advice if one.code in WATCHED]
    wanted = plan.asked.phosphorus.wanted_g_m2
    if brings.phosphorus > wanted + MUCH_PHOSPHORUS_G_M2:
        said.append(f"{brings.phosphorus:.2g} g/m² of phosphorus go down that no test asks for: it piles up.")
    quick = max((job.rate_g_m2 * job.material.quick_fraction for job in plan.rounds), default=0.0)
    if quick > 3.0:
        said.append(f"The strongest feed holds {quick:.2g} g/m² of quick nitrogen: water it in.")
    if not plan.rounds:
        said.append("Nothing on the shelf suits this school here.")
    return said
