"""The account of an area: what twelve months bring, by what went down when and what is planned."""

from __future__ import annotations

from datetime import timedelta

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from amber_acre.core.jobs.brings import NAMES, by_month
from amber_acre.core.rules.standing_account import area_year
from amber_acre.store.areas import area_of
from amber_acre.store.books import book_of
from amber_acre.web.page import AsOf, Key, Reading, Today, found, render, units_of

router = APIRouter()
AHEAD_DAYS = 182  # the account opens half a year back and half a year on


@router.get("/areas/{area_id}/account")
def show_account(request: Request, session: Reading, today: Today, area_id: Key, last: AsOf = None) -> HTMLResponse:
    """The twelve months that end on ``last``; half of them are still to come where none is asked for."""
    area = found(area_of(session, area_id), "This area")
    book = book_of(session, area, today)
    year = area_year(book, last or today + timedelta(days=AHEAD_DAYS))
    return render(
        request,
        "account/account.html",
        units=units_of(area.property.units),
        area=area,
        ground=book.ground,
        year=year,
        first=year.last - timedelta(days=364),
        earlier=year.last - timedelta(days=91),
        later=year.last + timedelta(days=91),
        names=NAMES,
        months=by_month(year.uses, book.ground.traits.turf),
    )
