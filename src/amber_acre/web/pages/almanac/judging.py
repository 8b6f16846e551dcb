"""What every job is held against: the rules of the judge with sentence and source; customary ones can be softened."""

from __future__ import annotations

from datetime import date
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, MissingInput
from amber_acre.core.programme.fixed_dates import usual_rounds
from amber_acre.core.rules.held_day import USUAL
from amber_acre.core.rules.judge import RULES
from amber_acre.core.rules.rule import SEVERITY_WORDS, SUBJECTS
from amber_acre.store import rules as store
from amber_acre.store.firm_terms import ROUND_KEYS, keep_rounds, rounds_typed
from amber_acre.store.observed import hold_limit_rows, hold_limits, set_hold_limit, usual_again
from amber_acre.web.forms.reading import Read
from amber_acre.web.page import Posted, Reading, Today, Writing, found, go, render, settings_of
from amber_acre.web.references import REFERENCES

router = APIRouter()


@router.get("/almanac/judging")
def show_rules(request: Request, session: Reading) -> HTMLResponse:
    """Every rule, by subject."""
    return _page(request, session, Read(None, {}))


@router.post("/almanac/judging/{key}/soften")
def soften(request: Request, session: Writing, posted: Posted, today: Today, key: str) -> Response:
    """Makes a customary rule a note, with the firm's reason."""
    read: Read[Any] = Read(None, posted)
    why = posted.get("why", "").strip()[:300]
    try:
        if not why:
            raise MissingInput("Say why the firm does otherwise: it is shown beside the rule.", field="why")
        store.soften(session, key, why, today)
    except AmberError as error:
        read.faults = {f"why-{key}": read.fault_of(error)}
        return _page(request, session, read, 422)
    return go(f"/almanac/judging#{key}")


@router.post("/almanac/judging/{key}/harden")
def harden(session: Writing, _posted: Posted, key: str) -> Response:
    """Takes a softened rule back."""
    store.harden(session, key)
    return go(f"/almanac/judging#{key}")


# The custom thresholds of a hold: what each is called, and how it is read. [common-practice]
LIMIT_NAMES = {
    "heavy_rain_mm": "Rain that is heavy: nothing is spread before or in more of it",
    "wind_m_s": "Wind that a spray or dust drifts in",
    "sulphur_c": "Air in which sulphur and iron burn",
    "leaf_hours": "Hours a sprayed leaf stays dry",
    "thrown_m_s": "Wind that carries granules over the edge",
    "seed_m_s": "Wind that carries seed",
}


def _read_limit(key: str, text: str, us: bool) -> float:
    if key == "heavy_rain_mm":
        return typed.rainfall(text, "in" if us else "mm", key).value
    if key.endswith("_m_s"):
        return typed.wind(text, "mph" if us else "m/s", key).value
    if key == "sulphur_c":
        return typed.temperature(text, "°F" if us else "°C", key).value
    return typed.number(text, key)


@router.post("/almanac/judging/limits/{key}")
def set_limit(request: Request, session: Writing, posted: Posted, today: Today, key: str) -> Response:
    """Sets a custom threshold of a hold with the firm's reason; ``usual`` takes it back."""
    found(key if key in LIMIT_NAMES else None, "This limit")
    read: Read[Any] = Read(None, posted)
    if "usual" in posted:
        usual_again(session, key)
        return go("/almanac/judging#limits")
    text, why = posted.get("value", "").strip(), posted.get("why", "").strip()[:300]
    try:
        if not text:
            raise MissingInput("Type the limit with its unit.", field="value")
        if not why:
            raise MissingInput("Say why the firm does otherwise: it is shown beside the limit.", field="why")
        set_hold_limit(session, key, _read_limit(key, text, settings_of(request).units == "us"), text, why, today)
    except AmberError as error:
        read.faults = {f"limit-{key}": read.fault_of(error)}
        return _page(request, session, read, 422)
    return go("/almanac/judging#limits")


ROUND_NAMES = {
    key: f"{season.capitalize()}-season lawns {'south' if south else 'north'} of the equator"
    for key, (season, south) in ROUND_KEYS.items()
}


@router.post("/almanac/judging/rounds/{key}")
def set_rounds(request: Request, session: Writing, posted: Posted, key: str) -> Response:
    """Sets the firm's own fixed rounds; ``usual`` takes them back."""
    found(key if key in ROUND_KEYS else None, "This kind of lawn")
    read: Read[Any] = Read(None, posted)
    text = "" if "usual" in posted else posted.get("days", "").strip()[:200]
    try:
        if not text and "usual" not in posted:
            raise MissingInput("Type the days, like 12 April; 4 September.", field="days")
        keep_rounds(session, key, text)
    except AmberError as error:
        read.faults = {f"rounds-{key}": read.fault_of(error)}
        return _page(request, session, read, 422)
    return go("/almanac/judging#rounds")


def _usual_days(key: str) -> str:
    season, south = ROUND_KEYS[key]
    days = sorted(usual_rounds(season, south))
    return "; ".join(f"{date(2001, month, day):%-d %B}" for month, day in days)


def _page(request: Request, session: Reading, read: Read[Any], status: int = 200) -> HTMLResponse:
    return render(
        request,
        "almanac/judging.html",
        status,
        subjects=[(subject, [rule for rule in RULES if rule.subject == subject]) for subject in SUBJECTS],
        words=SEVERITY_WORDS,
        softened=store.softened_rows(session),
        sources={rule.source: REFERENCES[rule.source] for rule in RULES},
        limit_names=LIMIT_NAMES,
        limits=hold_limits(session),
        usual=USUAL,
        own=hold_limit_rows(session),
        rounds=[(key, name, rounds_typed(session).get(key, ""), _usual_days(key)) for key, name in ROUND_NAMES.items()],
        typed=dict(read.typed),
        units=settings_of(request).units,
        faults=read.faults,
    )
