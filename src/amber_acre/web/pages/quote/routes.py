"""What the work to come on a property costs and is quoted at: the address holds the firm's terms."""

from __future__ import annotations

from datetime import date, timedelta

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.bench.quoting import USUAL_SET_UP, Piece, Quote, Terms, quote
from amber_acre.core.errors import AmberError
from amber_acre.core.jobs.standing import OPEN
from amber_acre.core.rules.spots import spot_m2
from amber_acre.store.areas import areas_of
from amber_acre.store.clients import property_of
from amber_acre.store.firm_terms import TERMS, firm_terms, keep_terms
from amber_acre.store.programmes import judged_jobs
from amber_acre.store.tables import PropertyRow
from amber_acre.web.forms.fields import OptionalMinutesOrNone, OptionalMoney, OptionalPercent
from amber_acre.web.forms.reading import Form, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of

router = APIRouter()
AHEAD_DAYS = 366


class TermsForm(Form):
    """What the firm charges, as typed."""

    hour: OptionalMoney = None
    haulage: OptionalMoney = None
    margin: OptionalPercent = None
    set_up: OptionalMinutesOrNone = None
    minutes: OptionalMinutesOrNone = None

    @property
    def terms(self) -> Terms:
        """The terms; refuses what they refuse."""
        return Terms(
            self.hour.value if self.hour else 0.0,
            self.haulage.value if self.haulage else 0.0,
            self.margin.value if self.margin else 0.0,
            USUAL_SET_UP if self.set_up is None else self.set_up,
            self.minutes,
        )


@router.get("/properties/{property_id}/quote")
def show_quote(request: Request, session: Reading, today: Today, property_id: Key) -> HTMLResponse:
    """Every job still open within a year, priced by what the address says."""
    place = found(property_of(session, property_id), "This property")
    return _page(request, session, place, today, _asked(request, session))


@router.post("/properties/{property_id}/quote")
def keep_as_terms(request: Request, session: Writing, posted: Posted, today: Today, property_id: Key) -> Response:
    """Keeps the terms for every quote of the firm to begin with."""
    place = found(property_of(session, property_id), "This property")
    typed = {name: posted.get(name, "") for name in TERMS}
    if read_form(TermsForm, typed).value is None:
        return _page(request, session, place, today, typed)
    keep_terms(session, typed)
    return go(f"/properties/{place.id}/quote")


def _asked(request: Request, session: Reading) -> dict[str, str]:
    """The terms of the address; of an address without any those the firm keeps."""
    asked = {name: text for name, text in request.query_params.items() if name in TERMS}
    return asked or firm_terms(session)


def _page(request: Request, session: Reading, place: PropertyRow, today: date, typed: dict[str, str]) -> HTMLResponse:
    read = read_form(TermsForm, typed)
    made: Quote | None = None
    if read.value is not None:
        try:
            made = quote(_pieces(session, place, today), read.value.terms)
        except AmberError as refused:
            read.refuse(refused)
    areas = areas_of(session, place.id)
    return render(
        request,
        "quote/quote.html",
        422 if read.faults else 200,
        units=units_of(place.units),
        place=place,
        made=made,
        typed=typed,
        kept={name: text for name, text in typed.items() if text} == firm_terms(session),
        faults=read.faults,
        usual_set_up=USUAL_SET_UP,
        asked=read.value is not None and read.value.hour is not None,
        size_m2=sum(row.size_m2 for row in areas if row.kind in ("lawn", "bed", "hedge")),
    )


def _pieces(session: Reading, place: PropertyRow, today: date) -> list[Piece]:
    """The jobs to come of a property, late ones on today."""
    last = today + timedelta(days=AHEAD_DAYS)
    pieces = []
    for area, judged in judged_jobs(session, areas_of(session, place.id), today):
        job, stands = judged.job, judged.stands
        if job.on > last or stands.state(today) not in OPEN or not job.counts:
            continue
        product = judged.product
        words = f"{job.name}, {area.name}"
        kg = float(stands.left_kg) if product is not None else 0.0
        ground_m2 = spot_m2(judged.ground, job.dose) or float(stands.to_cover_m2)  # of a bed, the plants it is for
        pieces.append(Piece(max(job.on, today), words, job.work, ground_m2, product, kg))
    return pieces
