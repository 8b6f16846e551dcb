"""What is due in a week, what of a day's weather holds it, and what to load: one way for every job."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.core.jobs.standing import StandingJob, State
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import Kilograms
from amber_acre.core.rules.in_season import SULPHUR_BURNS_FROM_C, burns_in_heat
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.core.sentence import Degrees, RainFall, Sentence, WindSpeed

HEAVY_RAIN_MM = 25.0  # in a day: washes granules off [common-practice]
FROZEN_BELOW_C = 0.0
WINDY_M_S = 4.0  # drift of a spray; about 9 mph [common-practice]
DUSTY = ("lime", "sulphur", "gypsum")
WET_FOR_FOLIAR_MM = 1.0  # a foliar feed needs a dry leaf for hours [common-practice]
QUICK_BURNS_FROM_G_M2 = 0.05  # of quick nitrogen: less is a trace [common-practice]
IRON_BURNS_FROM = 0.01  # fraction of iron from which a liquid scorches leaves in heat [common-practice]
WEATHERED = ("feed", "spread", "spray", "drench", "topdress", "mulch", "seed", "core")  # works the weather can hold


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


def week_of(day: date) -> tuple[date, date]:
    """Monday and Sunday of the ISO week of ``day``."""
    monday = day - timedelta(days=day.weekday())
    return monday, monday + timedelta(days=6)


def state_in_week(job: StandingJob, sunday: date, from_day: date) -> State:
    """A job is due in a week its window touches; held only where that week is its own."""
    state = job.state(from_day)
    if state == "coming" and job.job.opens <= sunday:
        return "due"
    return "coming" if state == "held" and job.job.opens > sunday else state


def holds(judged: JudgedJob, forecast: DayForecast) -> tuple[Sentence, ...]:
    """Sentences for everything in a day's forecast that holds a job back; empty: go."""
    product, found = judged.product, []
    if judged.job.work not in WEATHERED:
        return ()
    wet_ground = ": washes off, and wet ground is smeared" if product is None or product.family == "bulk" else ""
    if forecast.rain_mm > HEAVY_RAIN_MM:
        found.append(
            Sentence.of(
                "Heavy rain, {rain}" + (wet_ground or ": washes off") + " (over {limit}).",
                rain=RainFall(forecast.rain_mm),
                limit=RainFall(HEAVY_RAIN_MM),
            )
        )
    if forecast.min_c < FROZEN_BELOW_C:
        found.append(Sentence.of("Frost, {low}: nothing on frozen ground.", low=Degrees(forecast.min_c)))
    if product is not None:
        found += [*_heat(judged, product, forecast), *_wind_and_wet(product, forecast)]
    return tuple(found)


def _heat(judged: JudgedJob, product: Product, forecast: DayForecast) -> Iterable[Sentence]:
    heat = Degrees(forecast.max_c)
    if forecast.max_c >= judged.heat_from_c and judged.brings.quick > QUICK_BURNS_FROM_G_M2:
        yield Sentence.of(
            "Heat, {heat}: quick nitrogen waits for under {limit}.", heat=heat, limit=Degrees(judged.heat_from_c)
        )
    limit = Degrees(SULPHUR_BURNS_FROM_C)
    if forecast.max_c >= SULPHUR_BURNS_FROM_C and burns_in_heat(product):
        yield Sentence.of(
            "Heat, {heat}: sulphur and iron sulphate burn leaves and turf; wait for under {limit}.",
            heat=heat,
            limit=limit,
        )
    elif forecast.max_c >= SULPHUR_BURNS_FROM_C and scorches(product):
        yield Sentence.of("Heat, {heat}: iron on the leaf scorches; wait for under {limit}.", heat=heat, limit=limit)


def scorches(product: Product) -> bool:
    """Whether a liquid carries enough iron to scorch leaves in heat."""
    return product.liquid and product.other.get("Fe", 0.0) >= IRON_BURNS_FROM


def _wind_and_wet(product: Product, forecast: DayForecast) -> Iterable[Sentence]:
    wind, limit = WindSpeed(forecast.wind_m_s), WindSpeed(WINDY_M_S)
    if product.liquid and forecast.wind_m_s > WINDY_M_S:
        yield Sentence.of("Wind, {wind}: spray drifts (over {limit}).", wind=wind, limit=limit)
    elif product.family in DUSTY and forecast.wind_m_s > WINDY_M_S:
        yield Sentence.of("Wind, {wind}: the dust drifts (over {limit}).", wind=wind, limit=limit)
    if product.liquid and WET_FOR_FOLIAR_MM < forecast.rain_mm <= HEAVY_RAIN_MM:
        yield Sentence.of("Rain, {rain}: a foliar feed needs a dry leaf.", rain=RainFall(forecast.rain_mm))


def hold_rules(judged: JudgedJob) -> tuple[Sentence, ...]:
    """What would hold a job, for its page and sheet."""
    product = judged.product
    if judged.job.work not in WEATHERED:
        return ()
    rules = [
        Sentence.of("rain over {limit} in a day", limit=RainFall(HEAVY_RAIN_MM)),
        Sentence("frozen or saturated ground"),
    ]
    if product is None:
        return tuple(rules)
    if product.quick_fraction > 0:
        rules.append(Sentence.of("air {limit} or over, or drought", limit=Degrees(judged.heat_from_c)))
    if burns_in_heat(product) or scorches(product):
        rules.append(Sentence.of("air {limit} or over", limit=Degrees(SULPHUR_BURNS_FROM_C)))
    if product.liquid:
        rules.append(Sentence.of("wind over {limit}, wet leaf, rain within hours", limit=WindSpeed(WINDY_M_S)))
    elif product.family in DUSTY:
        rules.append(Sentence.of("wind over {limit}", limit=WindSpeed(WINDY_M_S)))
    return tuple(rules)


def load_sheet(due: Sequence[StandingJob]) -> tuple[LoadLine, ...]:
    """What goes on the truck for the jobs given: one line a product, in order of name."""
    totals: dict[int, tuple[Product, float, int]] = {}
    for one in due:
        if one.product is None:
            continue
        _, amount, jobs = totals.get(one.product.key, (one.product, 0.0, 0))
        totals[one.product.key] = (one.product, amount + one.left_kg, jobs + 1)
    return tuple(
        LoadLine(product, Kilograms(amount), jobs)
        for product, amount, jobs in sorted(totals.values(), key=lambda line: line[0].name)
    )
