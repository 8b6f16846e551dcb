"""What is due in a week, what holds it, and what to load."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal

from amber_acre.core.correction.jobs import SoilJob
from amber_acre.core.products.product import Product
from amber_acre.core.programme.judging import JudgedRound
from amber_acre.core.quantities import Kilograms

DueState = Literal["due", "coming", "overdue", "done", "skipped", "stopped"]
HEAVY_RAIN_MM = 25.0  # in a day: washes granules off [common-practice]
FROZEN_BELOW_C = 0.0
SULPHUR_BURNS_FROM_C = 27.0  # sulphur on turf in hot weather, about 80 °F [common-practice]
WINDY_M_S = 4.0  # drift of a spray; about 9 mph [common-practice]
DUSTY = ("lime", "sulphur", "gypsum")
WET_FOR_FOLIAR_MM = 1.0  # a foliar feed needs a dry leaf for hours [common-practice]


@dataclass(frozen=True)
class DayForecast:
    """One day of a forecast: rain mm, lowest and highest °C, mean wind m/s at 2 m.

    ``vapour_kpa`` and ``solar_mj_m2`` where the service has them, else None.
    """

    day: date
    rain_mm: float
    min_c: float
    max_c: float
    wind_m_s: float
    vapour_kpa: float | None = None
    solar_mj_m2: float | None = None


@dataclass(frozen=True)
class LoadLine:
    """One product to load: kg for all jobs together, whole packs of each size, how many jobs."""

    product: Product
    amount_kg: Kilograms
    jobs: int


def state_of(judged: JudgedRound, day: date) -> DueState:
    """Where a round stands on a day: done, skipped, stopped by a limit, overdue, due (in its window), coming."""
    if judged.done:
        return "done"
    if judged.round.skipped:
        return "skipped"
    if judged.round.closes < day:
        return "overdue"
    if judged.stops:
        return "stopped"
    return "due" if min(judged.round.opens, judged.round.on) <= day else "coming"


def week_of(day: date) -> tuple[date, date]:
    """Monday and Sunday of the ISO week of ``day``."""
    monday = day - timedelta(days=day.weekday())
    return monday, monday + timedelta(days=6)


def holds(judged: JudgedRound, forecast: DayForecast) -> tuple[str, ...]:
    """Sentences for everything in a day's forecast that holds a round back; empty: go."""
    product, found = judged.round.product, []
    if forecast.rain_mm > HEAVY_RAIN_MM:
        found.append(f"Heavy rain, {forecast.rain_mm:.0f} mm: washes off (over {HEAVY_RAIN_MM:.0f} mm).")
    if forecast.min_c < FROZEN_BELOW_C:
        found.append(f"Frost, {forecast.min_c:.0f} °C: nothing on frozen ground.")
    if forecast.max_c >= judged.heat_from_c and judged.brings.quick > 0.05:
        found.append(f"Heat, {forecast.max_c:.0f} °C: quick nitrogen waits for under {judged.heat_from_c:.0f} °C.")
    if product.liquid and forecast.wind_m_s > WINDY_M_S:
        found.append(f"Wind, {forecast.wind_m_s:.0f} m/s: spray drifts (over {WINDY_M_S:.0f} m/s).")
    if product.liquid and WET_FOR_FOLIAR_MM < forecast.rain_mm <= HEAVY_RAIN_MM:
        found.append(f"Rain, {forecast.rain_mm:.0f} mm: a foliar feed needs a dry leaf.")
    return tuple(found)


def hold_rules(judged: JudgedRound) -> tuple[str, ...]:
    """What would hold a round, for the job sheet."""
    product = judged.round.product
    rules = [f"rain over {HEAVY_RAIN_MM:.0f} mm in a day", "frozen or saturated ground"]
    if product.quick_fraction > 0:
        rules.append(f"air {judged.heat_from_c:.0f} °C or over, or drought")
    if product.liquid:
        rules.append(f"wind over {WINDY_M_S:.0f} m/s, wet leaf, rain within hours")
    return tuple(rules)


def load_sheet(due: Sequence[JudgedRound], soil_jobs: Sequence[SoilJob] = ()) -> tuple[LoadLine, ...]:
    """What goes on the truck for the rounds and soil jobs given: one line a product, in order of name."""
    totals: dict[int, tuple[Product, float, int]] = {}
    lines = [(judged.round.product, judged.amount_kg) for judged in due]
    lines += [(job.product, job.amount_kg) for job in soil_jobs if job.product is not None]
    for product, kilograms in lines:
        _, amount, jobs = totals.get(product.key, (product, 0.0, 0))
        totals[product.key] = (product, amount + kilograms, jobs + 1)
    return tuple(
        LoadLine(product, Kilograms(amount), jobs)
        for product, amount, jobs in sorted(totals.values(), key=lambda line: line[0].name)
    )


def _acid(product: Product) -> bool:
    return product.soil.elemental_sulphur > 0 or product.family in ("sulphur", "acidifier")


def job_holds(job: SoilJob, forecast: DayForecast) -> tuple[str, ...]:
    """Sentences for everything in a day's forecast that holds a soil job back; empty: go."""
    found = []
    if forecast.rain_mm > HEAVY_RAIN_MM:
        found.append(f"Heavy rain, {forecast.rain_mm:.0f} mm: washes off, and wet ground is smeared.")
    if forecast.min_c < FROZEN_BELOW_C:
        found.append(f"Frost, {forecast.min_c:.0f} °C: nothing on frozen ground.")
    if job.product is not None and _acid(job.product) and forecast.max_c >= SULPHUR_BURNS_FROM_C:
        found.append(
            f"Heat, {forecast.max_c:.0f} °C: sulphur and iron sulphate burn leaves and turf; wait for under"
            f" {SULPHUR_BURNS_FROM_C:.0f} °C."
        )
    if job.product is not None and job.product.family in DUSTY and forecast.wind_m_s > WINDY_M_S:
        found.append(f"Wind, {forecast.wind_m_s:.0f} m/s: the dust drifts (over {WINDY_M_S:.0f} m/s).")
    return tuple(found)
