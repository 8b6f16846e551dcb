"""The almanac: climates, grasses and rule sets."""

from __future__ import annotations

from typing import Literal

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.season.climate import season_start
from amber_acre.core.season.climate_kinds import KIND_BY_KEY, KINDS
from amber_acre.core.tables.grasses import GRASSES
from amber_acre.exchange.climate_csv import write_climate
from amber_acre.store import climates as climate_store
from amber_acre.store import rules as rule_store
from amber_acre.store import site as site_store
from amber_acre.store.tables import ClimateRow, RuleSetRow
from amber_acre.web.draw.climate_chart import draw_climate
from amber_acre.web.forms.climate import ClimateForm, name_months, typed_climate
from amber_acre.web.forms.pace import PaceForm
from amber_acre.web.forms.reading import Read, changed_meanwhile, read_form
from amber_acre.web.forms.rules import RuleSetForm, typed_rules, without_empty_blackouts
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, settings_of

router = APIRouter()


@router.get("/almanac")
def almanac(request: Request, session: Reading, today: Today) -> HTMLResponse:
    return _almanac(request, session, today, Read(None, {}))


def _almanac(request: Request, session: Reading, today: Today, read: Read[PaceForm], status: int = 200) -> HTMLResponse:
    climates = [(row, climate_store.climate_of(row)) for row in climate_store.climates(session)]
    return render(
        request,
        "almanac/almanac.html",
        status,
        pacers=site_store.pacers(session),
        typed=read.typed,
        faults=read.faults,
        climates=[(row, value, draw_climate(value), season_start(value, today)) for row, value in climates],
        rules=[(row, rule_store.rule_set_of(row)) for row in rule_store.rule_sets(session)],
        grasses=GRASSES,
    )


@router.get("/almanac/climates/new")
def new_climate(request: Request, kind: str = "", half: Literal["north", "south"] = "north") -> HTMLResponse:
    """An empty form, or one filled from a kind of climate."""
    start = KIND_BY_KEY.get(kind)
    units = settings_of(request).units
    typed = typed_climate(start.climate(half), units) if start else {}
    return _climate_form(request, Read(None, typed), None)


@router.post("/almanac/climates/new")
def add_climate(request: Request, session: Writing, posted: Posted) -> Response:
    return _save_climate(request, session, posted, None)


@router.get("/almanac/climates/{climate_id}")
def edit_climate(request: Request, session: Reading, climate_id: Key) -> HTMLResponse:
    row = found(session.get(ClimateRow, climate_id), "This climate")
    typed = typed_climate(climate_store.climate_of(row), settings_of(request).units) | {"version": str(row.version)}
    return _climate_form(request, Read(None, typed), row)


@router.get("/almanac/climates/{climate_id}/normals.csv")
def climate_out(session: Reading, climate_id: Key) -> Response:
    """The twelve months in °C and mm, as an open file."""
    row = found(session.get(ClimateRow, climate_id), "This climate")
    name = f'attachment; filename="climate-{row.id}.csv"'
    climate = climate_store.climate_of(row)
    return Response(write_climate(climate), media_type="text/csv; charset=utf-8", headers={"content-disposition": name})


@router.post("/almanac/climates/{climate_id}")
def save_climate(request: Request, session: Writing, posted: Posted, climate_id: Key) -> Response:
    return _save_climate(request, session, posted, found(session.get(ClimateRow, climate_id), "This climate"))


@router.get("/almanac/rules/new")
def new_rules(request: Request) -> HTMLResponse:
    return _rules_form(request, Read(None, {"quick_cap": "3.4 g/m²", "total_cap": "4.9 g/m²"}), None)


@router.post("/almanac/rules/new")
def add_rules(request: Request, session: Writing, posted: Posted) -> Response:
    return _save_rules(request, session, posted, None)


@router.get("/almanac/rules/{rule_set_id}")
def edit_rules(request: Request, session: Reading, rule_set_id: Key) -> HTMLResponse:
    row = found(session.get(RuleSetRow, rule_set_id), "This rule set")
    typed = typed_rules(rule_store.rule_set_of(row), row.note) | {"version": str(row.version)}
    return _rules_form(request, Read(None, typed), row)


@router.post("/almanac/rules/{rule_set_id}")
def save_rules(request: Request, session: Writing, posted: Posted, rule_set_id: Key) -> Response:
    return _save_rules(request, session, posted, found(session.get(RuleSetRow, rule_set_id), "This rule set"))


def _save_climate(request: Request, session: Writing, posted: dict[str, str], row: ClimateRow | None) -> Response:
    read = read_form(ClimateForm, posted, units=settings_of(request).units)
    name_months(read)
    if row is not None and changed_meanwhile(
        read, typed_climate(climate_store.climate_of(row), settings_of(request).units), row.version
    ):
        return _climate_form(request, read, row, 409)
    if read.value is not None:
        other = climate_store.climate_named(session, read.value.name)
        if other is None or (row is not None and other.id == row.id):
            climate_store.save_climate(
                session, read.value.climate(), True if row is None else row.depot, row.id if row else None
            )
            return go("/almanac")
        read.refuse(DoesNotFit("There is a climate of this name. Name yours differently.", field="name"))
    return _climate_form(request, read, row, 422)


def _save_rules(request: Request, session: Writing, posted: dict[str, str], row: RuleSetRow | None) -> Response:
    read = read_form(RuleSetForm, without_empty_blackouts(posted))
    read.typed = posted
    theirs = typed_rules(rule_store.rule_set_of(row), row.note) if row is not None else {}
    if row is not None and changed_meanwhile(read, theirs, row.version):
        return _rules_form(request, read, row, 409)
    if read.value is not None:
        other = rule_store.rule_set_named(session, read.value.name)
        if other is None or (row is not None and other.id == row.id):
            saved = rule_store.save_rule_set(session, read.value.rule_set(), read.value.note, row.id if row else None)
            site_store.settle_all(session, saved.id)
            return go("/almanac")
        read.refuse(DoesNotFit("There is a rule set of this name. Name yours differently.", field="name"))
    return _rules_form(request, read, row, 422)


def _climate_form(request: Request, read: Read[ClimateForm], row: ClimateRow | None, status: int = 200) -> HTMLResponse:
    return render(
        request,
        "almanac/climate.html",
        status,
        settings_of(request).units,
        row=row,
        typed=read.typed,
        faults=read.faults,
        kinds=KINDS,
    )


def _rules_form(request: Request, read: Read[RuleSetForm], row: RuleSetRow | None, status: int = 200) -> HTMLResponse:
    return render(request, "almanac/rules.html", status, row=row, typed=read.typed, faults=read.faults)


@router.post("/almanac/paces")
def keep_pace(request: Request, session: Writing, posted: Posted, today: Today) -> Response:
    """Measures somebody's pace from paces counted over a taped distance."""
    read = read_form(PaceForm, posted)
    if read.value is None:
        return _almanac(request, session, today, read, 422)
    site_store.save_pacer(
        session, read.value.name, read.value.paces, read.value.distance.text, read.value.distance.value
    )
    return go("/almanac#paces")
