"""A described job over a run of days: the judge's verdict for each, knowing the days before and the forecast after."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date, timedelta
from typing import Any

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job, Work
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.holds import DayVerdict, Verdict, day_verdict
from amber_acre.core.season.weather import DayWeather, Observation, Sky
from tests.cases.described import ground_of, product_of, work_of

FIRST = date(2026, 5, 4)
WORDS: dict[Verdict, str] = {
    "go": "go",
    "water in": "water-in-needed",
    "rain waters it in": "welcome-rain",
    "hold": "hold",
    "look": "unknown",
}
STATES = {"saturated": "wet", "wet": "wet", "dry": "dry", "moist": "moist", "frozen": "frozen"}


def answer(case: Mapping[str, Any]) -> list[dict[str, str | None]]:
    """``verdict`` and deciding ``reason`` of every day of the case."""
    told = case["job"]
    at = ground_of(str(case.get("area_kind") or "lawn"), case, None)
    job = _job(told)
    days = case["days"]
    hour = int(case.get("planned_hour") or 9)
    found = []
    for n in range(len(days)):
        on = FIRST + timedelta(days=n)
        found.append(_said(day_verdict(job, at, _sky(case, days, n, at), on, hour=hour)))
    return found


def _said(verdict: DayVerdict) -> dict[str, str | None]:
    return {"verdict": WORDS[verdict.verdict], "reason": verdict.reasons[0].code if verdict.reasons else None}


def _job(told: Mapping[str, Any]) -> Job:
    work = work_of(told)
    product, rate = (None, 0.0) if work is not None else product_of(told, 1, 14)
    does: Work = work or "spread"
    if product is not None and product.family == "bulk":
        does = "topdress"
    elif product is not None and product.total_nitrogen > 0:
        does = "feed"
    return Job(1, "the job", does, FIRST, FIRST, FIRST + timedelta(days=30), Dose(rate), product, key=1, maker="hand")


def _sky(case: Mapping[str, Any], days: list[dict[str, Any]], today: int, at: Ground) -> Sky:
    """Everything known on a day: the days up to it, and the later ones as a forecast; after the last it stays dry."""
    weather, seen = {}, []
    for n, one in enumerate(days):
        on = FIRST + timedelta(days=n)
        weather[on] = DayWeather(
            on, one["rain_mm"], one["min_c"], one["max_c"], one["wind_m_s"], one.get("rain_from_hour"), ("as told",)
        )
        warned = next((str(one[key]) for key in one if "warning" in key and one[key]), "")
        if warned:
            seen.append(Observation(300 + n, "warning", on, "the office", word=warned, until=on))
        if n > today:
            continue
        if one.get("soil_state"):
            seen.append(Observation(n + 1, "ground", on, "as told", word=STATES[one["soil_state"]]))
        if one.get("soil_c") is not None:
            seen.append(Observation(100 + n, "soil", on, "as told", float(one["soil_c"])))
    if days[-1]["rain_mm"] is not None:
        for more in (0, 1):
            on = FIRST + timedelta(days=len(days) + more)
            last = days[-1]
            weather[on] = DayWeather(on, 0.0, last["min_c"], last["max_c"], last["wind_m_s"], None, ("as told",))
    if case.get("grass_state"):
        seen.append(Observation(200, "growth", FIRST, "as told", word=str(case["grass_state"])))
    return Sky(weather, tuple(seen))
