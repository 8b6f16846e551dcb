"""What every job is held against: the rules of the judge with sentence and source; customary ones can be softened."""

from __future__ import annotations

from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.errors import AmberError, MissingInput
from amber_acre.core.rules.judge import RULES
from amber_acre.core.rules.rule import SEVERITY_WORDS, SUBJECTS
from amber_acre.store import rules as store
from amber_acre.web.forms.reading import Read
from amber_acre.web.page import Posted, Reading, Today, Writing, go, render
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


def _page(request: Request, session: Reading, read: Read[Any], status: int = 200) -> HTMLResponse:
    return render(
        request,
        "almanac/judging.html",
        status,
        subjects=[(subject, [rule for rule in RULES if rule.subject == subject]) for subject in SUBJECTS],
        words=SEVERITY_WORDS,
        softened=store.softened_rows(session),
        sources={rule.source: REFERENCES[rule.source] for rule in RULES},
        faults=read.faults,
    )
