"""The soil of an area: its evidence and what it says; tests and probe readings entered, taken out, brought back."""

from __future__ import annotations

from datetime import UTC, datetime

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, Doubtful, MissingInput
from amber_acre.core.soil.evidence import times_as_acid
from amber_acre.core.soil.plant_ph import overlap
from amber_acre.core.soil.probe import SIMULATED_PROBE, ProbeReading
from amber_acre.core.soil.reading import exchange, trends, verdicts
from amber_acre.core.soil.salinity import salt_words
from amber_acre.core.tables.plants import Plant
from amber_acre.core.tables.soil_measures import MEASURES
from amber_acre.core.working import Working
from amber_acre.exchange.soil_csv import ProbeLine, write_readings
from amber_acre.store import soil_tests as store
from amber_acre.store.areas import area_of
from amber_acre.store.ground import SoilGround, ground_of, ph_around
from amber_acre.store.tables import AreaRow, SoilTestRow
from amber_acre.web.draw.soil import draw_exchange, draw_range, draw_trend, draw_triangle
from amber_acre.web.forms.reading import Fault, Read, read_form
from amber_acre.web.forms.soil import (
    ADVICE_CHOICES,
    ADVICE_ROWS,
    BUFFER_CHOICES,
    DEFAULTS,
    EXTRACTANT_CHOICES,
    UNIT_CHOICES,
    SoilTestForm,
    typed_test,
    without_empty_advice,
)
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of

router = APIRouter()
PROBE_ROWS = 6


@router.get("/areas/{area_id}/soil")
def show_soil(request: Request, session: Reading, today: Today, area_id: Key, working: str = "") -> HTMLResponse:
    area = found(area_of(session, area_id, light=True), "This area")
    return _show(request, session, area, ground_of(session, area, today), working)


@router.get("/areas/{area_id}/soil/tests/new")
def new_test(request: Request, session: Reading, today: Today, area_id: Key) -> HTMLResponse:
    area = found(area_of(session, area_id), "This area")
    return _test_form(request, area, Read(None, DEFAULTS | {"taken_on": today.isoformat()}), None)


@router.post("/areas/{area_id}/soil/tests/new")
def add_test(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    area = found(area_of(session, area_id), "This area")
    return _save_test(request, session, posted, today, area, None)


@router.get("/soil-tests/{test_id}/edit")
def edit_test(request: Request, session: Reading, test_id: Key) -> HTMLResponse:
    row = found(store.test_row(session, test_id), "This test")
    area = found(area_of(session, row.area_id), "The area of this test")
    return _test_form(request, area, Read(None, typed_test(row)), row)


@router.post("/soil-tests/{test_id}/edit")
def save_test(request: Request, session: Writing, posted: Posted, today: Today, test_id: Key) -> Response:
    row = found(store.test_row(session, test_id), "This test")
    area = found(area_of(session, row.area_id), "The area of this test")
    return _save_test(request, session, posted, today, area, row)


@router.post("/soil-tests/{test_id}/delete")
def delete_test(session: Writing, _posted: Posted, test_id: Key) -> Response:
    row = found(store.test_row(session, test_id), "This test")
    store.set_test_deleted(session, row, datetime.now(UTC))
    return go(f"/areas/{row.area_id}/soil?deleted=soil-tests&id={test_id}")


@router.post("/soil-tests/{test_id}/restore")
def restore_test(session: Writing, _posted: Posted, test_id: Key) -> Response:
    row = found(session.get(SoilTestRow, test_id), "This test")
    found(area_of(session, row.area_id), "The area of this test")
    store.set_test_deleted(session, row, None)
    return go(f"/areas/{row.area_id}/soil")


@router.post("/areas/{area_id}/soil/probe")
def add_probe(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Readings spot by spot; every row with a pH is kept."""
    area = found(area_of(session, area_id), "This area")
    readings, places, faults = _read_probe(posted, today)
    if not readings and not faults:
        faults["probe-0-ph"] = Fault("Type at least one reading with its spot.")
    if faults:
        ground = ground_of(session, area, today)
        return _show(request, session, area, ground, "", posted, faults, 422)
    store.add_probe_readings(session, area.id, readings, posted.get("who", "")[:80], places)
    return go(f"/areas/{area.id}/soil#probe")


@router.post("/areas/{area_id}/soil/probe/simulated")
def read_probe(request: Request, session: Writing, _posted: Posted, today: Today, area_id: Key) -> Response:
    """Three readings from the pH probe that is connected: here a simulated one."""
    area = found(area_of(session, area_id), "This area")
    ground = ground_of(session, area, today)
    spots = [reading.spot for reading in ground.probe.readings] if ground.probe else ["near", "middle", "far"]
    probe = found(request.app.state.outside.probe, "A connected probe")
    readings = probe.read(area.id, spots, today, ground.ph if ground.ph is not None else 6.5)
    store.add_probe_readings(session, area.id, readings, SIMULATED_PROBE)
    return go(f"/areas/{area.id}/soil#probe")


@router.get("/areas/{area_id}/soil/probe.csv")
def export_probe(session: Reading, area_id: Key) -> Response:
    """Every reading of an area, a row each, those struck out with their reason."""
    area = found(area_of(session, area_id), "This area")
    lines = [
        ProbeLine(area.name, row.on_day, row.spot, row.ph, row.x_m, row.y_m, row.who, row.struck)
        for row in store.every_probed_on(session, [area.id])[area.id]
    ]
    return Response(
        write_readings(lines),
        media_type="text/csv; charset=utf-8",
        headers={"content-disposition": f'attachment; filename="probe-{area.id}.csv"'},
    )


@router.post("/probe-readings/{reading_id}/strike")
def strike_reading(request: Request, session: Writing, posted: Posted, today: Today, reading_id: Key) -> Response:
    """Strikes a reading out with its reason, or lets it count again where it is struck out; it is never deleted."""
    row = found(store.reading_row(session, reading_id), "This reading")
    area = found(area_of(session, row.area_id), "The area of this reading")
    why = posted.get("why", "").strip()[:200]
    if not row.struck and not why:
        sentence = MissingInput("Say why it does not count: typed wrong, probe not clean, dry soil.").sentence
        ground = ground_of(session, area, today)
        return _show(request, session, area, ground, "", posted, {f"why-{row.id}": Fault(sentence)}, 422)
    row.struck = "" if row.struck else why
    session.flush()
    return go(f"/areas/{area.id}/soil#probe")


def _read_probe(
    posted: dict[str, str], today: Today
) -> tuple[list[ProbeReading], dict[str, tuple[float, float]], dict[str, Fault]]:
    readings, places, faults = [], {}, {}
    for n in range(PROBE_ROWS):
        spot, ph = posted.get(f"probe-{n}-spot", "").strip(), posted.get(f"probe-{n}-ph", "").strip()
        if not spot and not ph:
            continue
        name = f"probe-{n}-ph"
        if not ph:
            faults[name] = Fault(f"“{spot}” has no reading. Type its pH, or empty the row.")
            continue
        try:
            readings.append(ProbeReading(today, spot[:120] or f"spot {n + 1}", typed.number(ph)))
            x, y = posted.get(f"probe-{n}-x", "").strip(), posted.get(f"probe-{n}-y", "").strip()
            if x and y:
                name = f"probe-{n}-x"
                places[readings[-1].spot] = typed.distance(x).value, typed.distance(y).value
        except AmberError as error:
            faults[name] = Fault(error.sentence)
    return readings, places, faults


def _save_test(
    request: Request, session: Writing, posted: dict[str, str], today: Today, area: AreaRow, row: SoilTestRow | None
) -> Response:
    read = read_form(SoilTestForm, without_empty_advice(posted), today=today, region=area.property.climate.region)
    read.typed = posted
    form = read.value
    if form is None:
        return _test_form(request, area, read, row, 422)
    test = form.test()
    try:
        if row is None and not form.confirmed and store.same_test(area, test):
            raise Doubtful(
                f"There is a test of {test.taken_on:%-d %B %Y} by this laboratory already. Is it another one?",
                field="taken_on",
            )
        store.save_soil_test(
            session,
            area.id,
            test,
            advice=form.advised(),
            note=form.note,
            confirmed=form.confirmed,
            test_id=row.id if row else None,
            version=form.version if row else None,
        )
    except AmberError as error:
        read.refuse(error)
        return _test_form(request, area, read, row, 422 if isinstance(error, Doubtful) else 409)
    return go(f"/areas/{area.id}/soil")


def _test_form(
    request: Request, area: AreaRow, read: Read[SoilTestForm], row: SoilTestRow | None, status: int = 200
) -> HTMLResponse:
    return render(
        request,
        "soil/test.html",
        status,
        units=units_of(area.property.units),
        area=area,
        row=row,
        typed=read.typed,
        faults=read.faults,
        measures=MEASURES,
        extractants=EXTRACTANT_CHOICES,
        buffers=BUFFER_CHOICES,
        unit_choices=UNIT_CHOICES,
        advice_choices=ADVICE_CHOICES,
        advice_rows=ADVICE_ROWS,
    )


def _show(
    request: Request,
    session: Reading,
    area: AreaRow,
    ground: SoilGround,
    key: str,
    typed_text: dict[str, str] | None = None,
    faults: dict[str, Fault] | None = None,
    status: int = 200,
) -> HTMLResponse:
    working = Working(f"Soil of {area.name}")
    test = ground.test
    read = verdicts(test, ground.nitrogen_g_m2, working) if test else ()
    bounds = {verdict.element: verdict.bounds for verdict in read}
    charge = exchange(test, working) if test else None
    sand, clay = (test.values.get("sand"), test.values.get("clay")) if test else (None, None)
    return render(
        request,
        "soil/soil.html",
        status,
        units=units_of(area.property.units),
        area=area,
        connected=request.app.state.outside.probe is not None,
        ground=ground,
        test=test,
        reports=ground.reports,
        measures=MEASURES,
        age=test.age_doubt(request.app.state.settings.day()) if test else None,
        doubts=test.doubts(ground.climate.region) if test else (),
        verdicts=[(verdict, draw_range(verdict)) for verdict in read],
        exchange=charge,
        exchange_bar=draw_exchange(charge) if charge else (),
        salts=salt_words(test, any(plant.salt == "sensitive" for plant in ground.plants)) if test else (),
        trends=[
            (trend, draw_trend(trend, ground.wanted_ph if trend.measure == "ph" else bounds.get(trend.measure)))
            for trend in trends(ground.tests)
        ],
        plants=overlap(_not_grass(ground), ground.ph),
        triangle=draw_triangle(sand, clay, ground.texture),
        times=None if ground.ph is None else times_as_acid(ground.ph, 7.0),
        around=ph_around(session, area, request.app.state.settings.day()) if ground.ph is None else [],
        probed=store.every_probed_on(session, [area.id])[area.id],
        entry_rows=PROBE_ROWS,
        typed=typed_text or {},
        faults=faults or {},
        working=working,
        working_key=key,
    )


def _not_grass(ground: SoilGround) -> list[Plant]:
    return [plant for plant in ground.plants if plant.group != "lawn grass"]
