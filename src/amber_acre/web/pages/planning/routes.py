"""Planning everything that has no year yet, of a property or the whole firm: one area a step, seen as it goes, stopped
at any time. What is planned by then stays."""

from __future__ import annotations

import re
from itertools import groupby

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.errors import AmberError
from amber_acre.store.areas import area_of
from amber_acre.store.clients import property_of
from amber_acre.store.gardens import plan_any, without_a_year
from amber_acre.store.tables import AreaRow
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render

router = APIRouter()
SKIPPED_AT_MOST = 60  # areas that could not be planned and are left for a person


@router.get("/plan")
def show_planning(
    request: Request,
    session: Reading,
    today: Today,
    place: Key | None = None,
    of: int = 0,
    last: Key | None = None,
    skip: str = "",
    running: str = "",
) -> HTMLResponse:
    """What has no year yet. ``running``: the next step follows by itself; ``of`` areas were to be planned when it
    began, ``last`` was planned just now, ``skip`` could not be."""
    where = found(property_of(session, place), "This property") if place else None
    skipped = _keys(skip)
    left = without_a_year(session, today, place)
    open_ones = [area for area in left if area.id not in skipped]
    whole = max(min(of, 100_000), len(open_ones) + len(skipped))
    return render(
        request,
        "planning/plan.html",
        where=where,
        by_place=[(one, list(group)) for one, group in groupby(open_ones, key=lambda area: area.property)],
        left=len(open_ones),
        whole=whole,
        share=(whole - len(open_ones)) / whole if whole else 1.0,
        last=area_of(session, last) if last else None,
        skipped=[row for key in skipped if (row := area_of(session, key)) is not None],
        skip=skip,
        running=bool(running) and bool(open_ones),
    )


@router.post("/plan/next")
def plan_next(session: Writing, posted: Posted, today: Today) -> Response:
    """Plans the next area that has no year, and looks at what is left."""
    place = int(posted.get("place", "")) if re.fullmatch(r"\d{1,9}", posted.get("place", "")) else None
    if place is not None:
        found(property_of(session, place), "This property")
    skipped = _keys(posted.get("skip", ""))
    left = [area for area in without_a_year(session, today, place) if area.id not in skipped]
    whole = int(posted["of"]) if re.fullmatch(r"\d{1,6}", posted.get("of", "")) else len(left) + len(skipped)
    done = ""
    if left:
        row = found(session.get(AreaRow, left[0].id), "This area")
        try:
            with session.begin_nested():
                plan_any(session, row, today)
            done = f"&last={row.id}"
        except AmberError:
            skipped = [*skipped, row.id][:SKIPPED_AT_MOST]
    more = "&running=1" if len(left) > 1 else ""
    skip = f"&skip={'-'.join(map(str, skipped))}" if skipped else ""
    return go(f"/plan?{f'place={place}&' if place else ''}of={whole}{done}{skip}{more}")


def _keys(text: str) -> list[int]:
    """Numbers of areas with dashes between; what is no number is left out."""
    return [int(part) for part in text[:600].split("-") if part.isdecimal() and len(part) < 10][:SKIPPED_AT_MOST]
