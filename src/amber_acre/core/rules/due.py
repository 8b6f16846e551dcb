"""What is due in a week, and what would hold it: one way for every job."""

from __future__ import annotations

from datetime import date, timedelta

from amber_acre.core.jobs.standing import StandingJob, State
from amber_acre.core.rules.held_day import USUAL, Limits, thrown
from amber_acre.core.rules.hold_checks import DUSTY, RAINED_DAYS, RAINED_MM, SPROUTS_FROM_C, scorches
from amber_acre.core.rules.holds import weathered
from amber_acre.core.rules.in_season import burns_in_heat
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.core.sentence import Degrees, Plain, RainFall, Sentence, WindSpeed


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


def hold_rules(judged: JudgedJob, limits: Limits = USUAL) -> tuple[Sentence, ...]:
    """What would hold a job, for its page and sheet."""
    product = judged.product
    if not weathered(judged.job):
        return ()
    if judged.job.for_new_roots:
        enough = "{rain} of rain in the {days} days before and by tomorrow"
        fell = Sentence.of(enough, rain=RainFall(RAINED_MM), days=Plain(RAINED_DAYS))
        return fell, Sentence("frozen or saturated ground")
    pot = judged.ground.traits.by_litre
    rules = [
        Sentence.of("rain over {limit} within two days", limit=RainFall(limits.heavy_rain_mm)),
        Sentence("frozen medium" if pot else "frozen or saturated ground"),
    ]
    if pot and product is not None and product.slow_fraction >= product.quick_fraction:
        del rules[0]  # pellets stay where they lie
    if judged.job.work == "seed":
        wind, cold = WindSpeed(limits.seed_m_s), Degrees(SPROUTS_FROM_C[judged.ground.seed_season])
        rules.append(Sentence.of("wind over {limit}, or soil under {cold}", limit=wind, cold=cold))
        return tuple(rules)
    if product is None:
        return tuple(rules)
    if product.quick_fraction > 0:
        where = "" if judged.ground.traits.turf else " at plantings"
        heat = Degrees(judged.heat_from_c)
        rules.append(Sentence.of("air {limit} or over{where}, or drought", limit=heat, where=Plain(where)))
    if burns_in_heat(product) or scorches(product):
        rules.append(Sentence.of("air {limit} or over", limit=Degrees(limits.sulphur_c)))
    if product.liquid:
        rules.append(Sentence.of("wind over {limit}, wet leaf, rain within hours", limit=WindSpeed(limits.wind_m_s)))
    elif product.family in DUSTY:
        rules.append(Sentence.of("wind over {limit}", limit=WindSpeed(limits.wind_m_s)))
    elif thrown(judged.job) and not pot:
        rules.append(Sentence.of("wind over {limit}", limit=WindSpeed(limits.thrown_m_s)))
    return tuple(rules)
