"""The sky over properties for a page: what people saw and brought, over what the stand-in says where one is on."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import date, timedelta

from fastapi import Request
from sqlalchemy.orm import Session

from amber_acre.core.jobs.entry import Entry
from amber_acre.core.jobs.job import Job, Work
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.holds import DayVerdict, day_verdict, span_verdicts
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.core.season.weather import DayWeather, Sky, of_service
from amber_acre.core.sentence import Sentence
from amber_acre.stand_ins.weather import WeatherService
from amber_acre.store.in_use import PlaceInUse, place_in_use
from amber_acre.store.observed import hold_limits, skies
from amber_acre.store.stamps import FIRM, SKY, under
from amber_acre.store.tables import AreaRow

LOOKS_BACK_DAYS = 22  # the ground and the grass remember three weeks
LOOKS_AHEAD_DAYS = 2  # granules must not wash off
STAND_IN = "simulated stand-in, no forecast"


def skies_over(
    request: Request, session: Session, places: Sequence[PlaceInUse], first: date, last: date
) -> dict[int, Sky]:
    """The sky over each property for verdicts from ``first`` to ``last``, with the days before and after that count."""
    start, end = first - timedelta(days=LOOKS_BACK_DAYS), last + timedelta(days=LOOKS_AHEAD_DAYS)
    return _skies(session, tuple(places), start, end, request.app.state.outside.weather)


@under(SKY, FIRM)
def _skies(
    session: Session, places: tuple[PlaceInUse, ...], start: date, end: date, service: WeatherService | None
) -> dict[int, Sky]:
    base: dict[str, dict[date, DayWeather]] = {}
    if service is not None:
        for place in places:
            if place.climate.name not in base:
                days = service.forecast(place.climate, start, (end - start).days + 1)
                base[place.climate.name] = of_service(days, STAND_IN)
    return skies(session, places, start, end, base)


def days_ahead(
    request: Request, session: Session, area: AreaRow, judged: JudgedJob, first: date, days: int = 7
) -> tuple[DayVerdict, ...]:
    """What the coming days say to one job, within its window; () where none of them lies in it."""
    sky = skies_over(request, session, [place_in_use(area.property)], first, first + timedelta(days=days))[
        area.property_id
    ]
    found = span_verdicts(judged.job, judged.ground, sky.at(area.id), first, days, hold_limits(session))
    return tuple(one for one in found if judged.job.opens <= one.day <= judged.job.closes)


def entry_held_as_seen(
    session: Session, area: AreaRow, entry: Entry, ground: Ground, planned: Job | None
) -> tuple[Sentence, ...]:
    """As :func:`held_as_seen`, of what was put down: the planned job with what really went down, or one of its own."""
    if entry.product is None:
        return ()
    work: Work = "feed" if entry.product.total_nitrogen else "spread"
    job = planned or Job(0, entry.product.name, work, entry.on, entry.on, entry.on)
    key = job.product.key if job.product is not None else None
    put_down = replace(job, product=entry.product, dose=entry.dose_by(job.dose, key, ground.size_m2))
    return held_as_seen(session, area, put_down, ground, entry.on)


def held_as_seen(session: Session, area: AreaRow, job: Job, ground: Ground, on: date) -> tuple[Sentence, ...]:
    """What held a job on a day by what people saw and brought, no stand-in asked; () where it went, or nobody knows."""
    start, end = on - timedelta(days=LOOKS_BACK_DAYS), on + timedelta(days=LOOKS_AHEAD_DAYS)
    sky = skies(session, [place_in_use(area.property)], start, end, {})[area.property_id].at(area.id)
    found = day_verdict(job, ground, sky, on, hold_limits(session))
    return tuple(reason.sentence for reason in found.reasons) if found.verdict == "hold" else ()
