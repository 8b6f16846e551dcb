"""A property's programme as CSV, JSON and calendar, the firm's calendar by depot, and the client's season letter."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from itertools import groupby

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, JSONResponse, Response

from amber_acre.core.programme.shows import Shows, shows
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.core.season.growing import soil_on
from amber_acre.exchange.calendar import write_calendar
from amber_acre.exchange.job_lines import JobLine
from amber_acre.exchange.programme_csv import write_programme
from amber_acre.exchange.programme_json import schema, write_json
from amber_acre.store.areas import areas_in_use, areas_of
from amber_acre.store.clients import property_of
from amber_acre.store.climates import climate_of
from amber_acre.store.jobs import job_versions
from amber_acre.store.programmes import judged_jobs, read_since_planned
from amber_acre.store.tables import AreaRow, PropertyRow
from amber_acre.web.page import Key, Reading, Today, found, render, units_of
from amber_acre.web.paper import as_pdf
from amber_acre.web.shown import Shown

router = APIRouter()
YEAR = timedelta(days=365)


@dataclass(frozen=True)
class Told:
    """A job as the client is told of it: the job, its area, by when it shows; ``why`` once for an area, then ''."""

    area: AreaRow
    judged: JudgedJob
    shows: Shows | None
    why: str


READ_SINCE = "The soil was tested or probed since this was planned: plan the rest again before it is done."


@router.get("/programme.schema.json")
def programme_schema() -> JSONResponse:
    return JSONResponse(schema(), media_type="application/schema+json")


@router.get("/properties/{property_id}/programme.csv")
def as_csv(session: Reading, today: Today, property_id: Key) -> Response:
    place = found(property_of(session, property_id), "This property")
    return _file(write_programme(_lines(session, place, today)), "text/csv; charset=utf-8", f"programme-{place.id}.csv")


@router.get("/properties/{property_id}/programme.json")
def as_json(session: Reading, today: Today, property_id: Key) -> Response:
    place = found(property_of(session, property_id), "This property")
    text = write_json(place.name, today.isoformat(), _lines(session, place, today))
    return _file(text, "application/json", f"programme-{place.id}.json")


@router.get("/properties/{property_id}/programme.ics")
def as_calendar(session: Reading, today: Today, property_id: Key) -> Response:
    place = found(property_of(session, property_id), "This property")
    return _calendar(place.name, _lines(session, place, today), f"programme-{place.id}.ics")


@router.get("/calendar.ics")
def firm_calendar(session: Reading, today: Today, depot: Key | None = None) -> Response:
    """Every job of the firm, or of the crew of one depot: the gardens of its climate."""
    areas = [area for area in areas_in_use(session) if depot is None or area.property.climate_id == depot]
    named = areas[0].property.climate.name if depot is not None and areas else "All gardens"
    return _calendar(named, _lines_of(session, areas, today), "jobs.ics")


@router.get("/properties/{property_id}/letter")
def letter(request: Request, session: Reading, today: Today, property_id: Key) -> HTMLResponse:
    """The season in plain words for the client: what, why, when, what to do and keep off, by when it shows."""
    return _letter(request, session, today, property_id, "outgoing/letter.html")


@router.get("/properties/{property_id}/letter.pdf")
def letter_pdf(request: Request, session: Reading, today: Today, property_id: Key) -> Response:
    """The same letter as a file to send."""
    page = _letter(request, session, today, property_id, "outgoing/letter_paper.html")
    return as_pdf(page, f"season-{property_id}.pdf")


def _letter(request: Request, session: Reading, today: date, property_id: int, template: str) -> HTMLResponse:
    place = found(property_of(session, property_id), "This property")
    areas = areas_of(session, place.id)
    ahead = [
        (area, one)
        for area, one in judged_jobs(session, areas, today)
        if one.job.counts and not one.done and today <= one.on < today + YEAR
    ]
    behind = {area.id for area in read_since_planned(session, areas, today)}
    told: list[Told] = []
    said: set[tuple[int, str]] = set()
    for area, one in sorted(ahead, key=lambda found: (found[1].on, found[0].id)):
        why = "" if area.id in behind and one.job.maker != "hand" else one.job.reason.split("\n")[0]
        told.append(Told(area, one, _shows(area, one), "" if (area.id, why) in said else why))
        said.add((area.id, why))
    months = [(day, list(group)) for day, group in groupby(told, key=lambda one: one.judged.on.replace(day=1))]
    cautions = dict.fromkeys(c for one in told for c in one.judged.cautions)
    return render(
        request,
        template,
        units=units_of(place.units),
        place=place,
        behind=[area for area in areas if area.id in behind],
        months=months,
        told=told,
        cautions=list(cautions),
        day=today,
    )


def _shows(area: AreaRow, one: JudgedJob) -> Shows | None:
    if one.product is None:
        return None
    return shows(one.product, one.on, soil_on(climate_of(area.property.climate), one.on))


def _lines(session: Reading, place: PropertyRow, today: date) -> list[JobLine]:
    return _lines_of(session, areas_of(session, place.id), today)


def _lines_of(session: Reading, areas: Sequence[AreaRow], today: date) -> list[JobLine]:
    jobs = judged_jobs(session, areas, today)
    versions = job_versions(session, [one.job.key for _, one in jobs])
    behind = {area.id for area in read_since_planned(session, areas, today)}
    lines = [_line(area, one, versions.get(one.job.key, 1), today, area.id in behind) for area, one in jobs]
    return sorted(lines, key=lambda line: (line.day, line.area, line.uid))


def _line(area: AreaRow, one: JudgedJob, version: int, today: date, behind: bool) -> JobLine:
    product, job, result = one.product, one.job, _shows(area, one)
    return JobLine(
        f"job-{job.key}@amber-acre",
        version,
        area.property.name,
        area.name,
        job.name,
        job.work,
        one.on,
        job.opens,
        job.closes,
        str(one.state(today)),
        product.name if product is not None else "",
        product.grade if product is not None else "",
        round(float(one.rate_g_m2), 4),
        round(float(one.logged_kg or one.amount_kg), 4),
        round(float(one.stands.size_m2), 2),
        round(one.brings.nitrogen, 4),
        round(one.brings.quick, 4),
        round(one.brings.phosphorus, 4),
        round(one.brings.potassium, 4),
        round(float(one.packs.used_cost), 2) if one.packs is not None else 0.0,
        READ_SINCE if behind and job.maker != "hand" and not one.done else job.reason,
        one.cautions,
        result.first if result is not None else None,
        result.last if result is not None else None,
        _amount(area, one),
    )


def _amount(area: AreaRow, one: JudgedJob) -> str:
    """Amount and rate in the units of the property; of what is laid by depth or counted the amount alone."""
    product, shown = one.product, Shown("us" if area.property.units == "us" else "metric")
    if product is None:
        return ""
    amount = shown.amount(product, one.logged_kg or one.amount_kg)
    return (
        amount if product.loose or one.job.dose.basis != "area" else f"{amount} at {shown.rate(product, one.rate_g_m2)}"
    )


def _calendar(name: str, lines: Sequence[JobLine], file: str) -> Response:
    body = write_calendar(name, datetime.now(UTC), lines)
    headers = {"content-disposition": f'inline; filename="{file}"'}
    return Response(body, media_type="text/calendar; charset=utf-8", headers=headers)


def _file(text: str, kind: str, name: str) -> Response:
    return Response(text, media_type=kind, headers={"content-disposition": f'attachment; filename="{name}"'})
