"""Pale leaves, a dialogue that ends in ranked causes; and hydrangea colour, from now to wanted."""

from __future__ import annotations

import json
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.correction.flower_colour import COLOURS, Colour, colour_plan
from amber_acre.core.errors import AmberError, NotUnderstood
from amber_acre.core.soil.findings import level
from amber_acre.core.soil.pale_leaves import RankedCause, rank
from amber_acre.core.tables.pale_leaves import CAUSES, QUESTIONS
from amber_acre.store import corrections as store
from amber_acre.store.areas import area_of
from amber_acre.store.ground import SoilGround, ground_of
from amber_acre.web.forms.reading import Read
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of

router = APIRouter()


@router.get("/areas/{area_id}/soil/leaves")
def ask_leaves(request: Request, session: Reading, today: Today, area_id: Key) -> HTMLResponse:
    area = found(area_of(session, area_id), "This area")
    return _leaves(request, ground_of(session, area, today), Read(None, dict(request.query_params)))


@router.post("/areas/{area_id}/soil/leaves")
def mark_cause(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Marks the cause a person settles on; only then is a next step offered."""
    area = found(area_of(session, area_id), "This area")
    ground = ground_of(session, area, today)
    read: Read[Any] = Read(None, posted)
    cause = next((c for c in CAUSES if c.key == posted.get("cause")), None)
    if cause is None:
        read.refuse(NotUnderstood("Mark the cause you settle on.", field="cause"))
        return _leaves(request, ground, read, 422)
    answers = {key: posted[key] for key in QUESTIONS if posted.get(key)}
    for row in store.findings_of(session, [area.id]):
        if row.kind == "pale" and row.closed_on is None:
            store.close_finding(session, row, today, f"looked at again: {cause.name}")
    store.add_finding(session, area, "pale", today, f"Pale leaves: {cause.name}.", json.dumps(answers), cause.key)
    return go(f"/areas/{area.id}/soil/leaves?" + "&".join(f"{k}={v}" for k, v in answers.items()) + "#cause")


def _leaves(request: Request, ground: SoilGround, read: Read[Any], status: int = 200) -> HTMLResponse:
    answers = {key: read.typed.get(key, "") for key in QUESTIONS}
    ranked: tuple[RankedCause, ...] = ()
    try:
        ranked = rank(answers, ground.test, ground.ph, ground.wanted_ph)
    except AmberError as error:
        read.refuse(error)
    marked = next((f for f in ground.findings if f.kind == "pale" and f.closed_on is None), None)
    return render(
        request,
        "soil/leaves.html",
        status,
        units=units_of(ground.area.property.units),
        area=ground.area,
        ground=ground,
        questions=QUESTIONS,
        answered=sum(bool(text) for text in answers.values()),
        ranked=ranked,
        marked=marked,
        cause=next((c for c in CAUSES if marked is not None and c.key == marked.cause), None),
        steps=_STEPS,
        typed=read.typed,
        faults=read.faults,
    )


_STEPS = {
    "ph": ("soil/ph", "Work the pH out"),
    "water": ("soil/water", "Look at its water"),
    "plan": ("", "The year's plan"),
    **{key: (f"soil/nutrient?element={key}", "Correct the shortage") for key in ("k", "mg", "s", "fe")},
}


@router.get("/areas/{area_id}/soil/colour")
def ask_colour(request: Request, session: Reading, today: Today, area_id: Key) -> HTMLResponse:
    """What brings the flowers from a colour to another; the address holds the question."""
    area = found(area_of(session, area_id), "This area")
    ground = ground_of(session, area, today)
    typed = {"now": "pink", "wanted": "blue", "changes": ""} | dict(request.query_params)
    test = ground.test
    plan = colour_plan(
        _colour(typed["now"]),
        _colour(typed["wanted"]),
        ground.ph,
        level(test, "p") if test else "unknown",
        test.values.get("al") if test else None,
        {"yes": True, "no": False}.get(typed["changes"]),
        typed.get("concrete") == "on",
        typed.get("hard") == "on",
    )
    return render(
        request,
        "soil/colour.html",
        units=units_of(area.property.units),
        area=area,
        ground=ground,
        plan=plan,
        colours=[(colour, colour) for colour in COLOURS],
        typed=typed,
        faults={},
    )


def _colour(text: str) -> Colour:
    return next((colour for colour in COLOURS if colour == text), "not flowering")
