"""Clients and properties: the list, adding, editing, deleting and bringing back."""

from __future__ import annotations

from datetime import UTC, datetime

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.season.climate_kinds import KIND_BY_KEY, KINDS
from amber_acre.store import clients as store
from amber_acre.store.climates import climate_named, climates, save_climate
from amber_acre.store.gardens import without_a_year
from amber_acre.store.rules import rule_set_named, rule_sets, save_rule_set
from amber_acre.store.site import settle
from amber_acre.store.tables import ClimateRow, PropertyRow, RuleSetRow
from amber_acre.web.forms.climate import name_months
from amber_acre.web.forms.reading import Read, changed_meanwhile, read_form
from amber_acre.web.forms.rules import without_empty_blackouts
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, settings_of
from amber_acre.web.pages.properties.forms import PropertyForm
from amber_acre.web.pages.properties.year import NEED_WORDS, firms_tape, firms_year

router = APIRouter()
MARKS = (
    ("done", "done"),
    ("due", "due"),
    ("waiting", "waits for an answer"),
    ("held", "stopped by a limit"),
    ("late", "late"),
    ("coming", "to come"),
)
NO_RULES = "No local rule"
NEW = {"rules-quick_cap": "3.4 g/m²", "rules-total_cap": "4.9 g/m²"}


@router.get("/properties")
def list_properties(request: Request, session: Reading, today: Today, q: str = "", show: str = "") -> HTMLResponse:
    """The firm's year; ``q`` looks in names, ``show`` keeps what has such a need."""
    places = store.properties(session)
    tape = firms_tape(today)
    lines = firms_year(session, places, today, tape)
    word = q.strip().lower()
    return render(
        request,
        "properties/list.html",
        units=settings_of(request).units,
        properties=places,
        tape=tape,
        lines=[
            line
            for line in lines
            if word in f"{line.place.name} {line.place.client.name}".lower()
            and (not show or line.need == show or line.counts.get(show, 0))
        ],
        totals=[(need, sum(line.counts[need] for line in lines)) for need in ("late", "held", "waiting", "due")],
        need_words=NEED_WORDS,
        marks=MARKS,
        unplanned=len(without_a_year(session, today)),
        q=q,
        show=show,
    )


@router.get("/properties/new")
def new_property(request: Request, session: Reading) -> HTMLResponse:
    typed = NEW | {"units": settings_of(request).units}
    return _form(request, session, Read(None, typed), None)


@router.post("/properties/new")
def add_property(request: Request, session: Writing, posted: Posted) -> Response:
    return _save(request, session, posted, None)


@router.get("/properties/{property_id}/edit")
def edit_property(request: Request, session: Reading, property_id: Key) -> HTMLResponse:
    row = found(store.property_of(session, property_id), "This property")
    return _form(request, session, Read(None, NEW | _typed(row)), row)


def _typed(row: PropertyRow) -> dict[str, str]:
    """A property as the form shows it."""
    return {
        "client": row.client.name,
        "contact": row.client.contact,
        "name": row.name,
        "units": row.units,
        "plot": row.plot_typed,
        "climate_id": str(row.climate_id),
        "rule_set_id": str(row.rule_set_id),
        "version": str(row.version),
    }


@router.post("/properties/{property_id}/edit")
def save_property(request: Request, session: Writing, posted: Posted, property_id: Key) -> Response:
    return _save(request, session, posted, found(store.property_of(session, property_id), "This property"))


@router.post("/properties/{property_id}/delete")
def delete_property(session: Writing, _posted: Posted, property_id: Key) -> Response:
    found(store.property_of(session, property_id), "This property")
    store.set_property_deleted(session, property_id, datetime.now(UTC))
    return go(f"/properties?deleted=properties&id={property_id}")


@router.post("/properties/{property_id}/restore")
def restore_property(session: Writing, _posted: Posted, property_id: Key) -> Response:
    found(session.get(PropertyRow, property_id), "This property")
    store.set_property_deleted(session, property_id, None)
    return go(f"/properties/{property_id}")


def _save(request: Request, session: Writing, posted: dict[str, str], row: PropertyRow | None) -> Response:
    read = read_form(PropertyForm, without_empty_blackouts(posted, "rules-"), units=posted.get("units", ""))
    name_months(read, "climate-")
    read.typed = posted
    if row is not None and changed_meanwhile(read, _typed(row), row.version):
        return _form(request, session, read, row, 409)
    form = read.value
    if form is not None:
        _refuse_namesake(session, form, row, read)
        climate = _climate(session, form, read)
        rules = _rules(session, form, read)
        if climate and rules and not read.faults:
            saved = store.save_property(
                session,
                client_id=store.client_named(session, form.client, form.contact).id,
                name=form.name,
                climate_id=climate.id,
                rule_set_id=rules.id,
                units=form.units,
                plot_m2=form.plot.value if form.plot else None,
                plot_typed=form.plot.text if form.plot else "",
                property_id=row.id if row else None,
            )
            settle(session, saved)
            return go(f"/properties/{saved.id}" if row else f"/properties/{saved.id}/areas/new/lawn")
        session.rollback()
    return _form(request, session, read, row, 422)


def _refuse_namesake(session: Writing, form: PropertyForm, row: PropertyRow | None, read: Read[PropertyForm]) -> None:
    other = store.property_named(session, form.client, form.name)
    if other is not None and (row is None or other.id != row.id):
        read.refuse(
            DoesNotFit("This client has a property of this name. Name it differently, or open it.", field="name")
        )


def _climate(session: Writing, form: PropertyForm, read: Read[PropertyForm]) -> ClimateRow | None:
    if form.climate_id.startswith("kind:"):
        made = KIND_BY_KEY[form.climate_id.removeprefix("kind:")].climate("south" if form.half == "south" else "north")
        return climate_named(session, made.name) or save_climate(session, made, depot=False)
    if form.climate is None:
        row = session.get(ClimateRow, int(form.climate_id))
        if row is None:
            read.refuse(DoesNotFit("This climate is gone. Choose another.", field="climate_id"))
        return row
    if climate_named(session, form.climate.name) is not None:
        read.refuse(
            DoesNotFit("There is a climate of this name. Choose it above, or name yours differently.", field="name"),
            "climate",
        )
        return None
    return save_climate(session, form.climate.climate(), depot=False)


def _rules(session: Writing, form: PropertyForm, read: Read[PropertyForm]) -> RuleSetRow | None:
    if form.rule_set_id == "none":
        none = RuleSet(NO_RULES, phosphorus_only_on_test=False)
        return rule_set_named(session, NO_RULES) or save_rule_set(
            session, none, "Nobody has named a rule for this place."
        )
    if form.rules is None:
        row = session.get(RuleSetRow, int(form.rule_set_id))
        if row is None:
            read.refuse(DoesNotFit("This rule set is gone. Choose another.", field="rule_set_id"))
        return row
    if rule_set_named(session, form.rules.name) is not None:
        read.refuse(
            DoesNotFit("There is a rule set of this name. Choose it above, or name yours differently.", field="name"),
            "rules",
        )
        return None
    return save_rule_set(session, form.rules.rule_set(), form.rules.note)


def _form(
    request: Request, session: Reading, read: Read[PropertyForm], row: PropertyRow | None, status: int = 200
) -> HTMLResponse:
    return render(
        request,
        "properties/edit.html",
        status,
        row=row,
        typed=read.typed,
        faults=read.faults,
        climates=climates(session),
        climate_kinds=[(f"kind:{kind.key}", kind.name) for kind in KINDS],
        rule_sets=rule_sets(session),
        clients=store.clients(session),
    )
