"""A laboratory's file: brought in, its columns matched and remembered; every test of a property written out."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date
from typing import Annotated, Any, get_args

from fastapi import APIRouter, Depends, Request
from fastapi.responses import HTMLResponse, Response
from starlette.datastructures import UploadFile

from amber_acre.core.errors import AmberError, Doubtful, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.soil.advice import Advice
from amber_acre.core.soil.entry import read_values, with_unit_of_heading
from amber_acre.core.soil.evidence import TEST_UNITS, SoilTest, TestUnit, refuse_doubts
from amber_acre.core.tables.soil_measures import BUFFER_METHODS, BUFFER_NAMES, MEASURES, Measured
from amber_acre.core.tables.soil_ranges import EXTRACTANTS, RANGES
from amber_acre.exchange.days import DayOrder, ambiguous_days, order_told, read_day
from amber_acre.exchange.soil_csv import (
    ADVICE,
    BYTES_AT_MOST,
    ROLES,
    LabTable,
    TestLine,
    guess_roles,
    methods_named,
    read_advice,
    read_advices,
    read_depth,
    read_name,
    read_table,
    write_tests,
)
from amber_acre.exchange.text import read_text
from amber_acre.store import soil_tests as store
from amber_acre.store.areas import areas_of
from amber_acre.store.clients import property_of
from amber_acre.store.soil_tests import Layout
from amber_acre.store.tables import PropertyRow
from amber_acre.web.forms.days import seen_on
from amber_acre.web.forms.reading import Read
from amber_acre.web.forms.soil import ADVICE_CHOICES, BUFFER_CHOICES, EXTRACTANT_CHOICES, UNIT_CHOICES
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render

router = APIRouter()
ROLE_CHOICES = [
    ("sample", "name of the sample"),
    ("sampled", "day it was sampled"),
    ("depth", "sampling depth"),
    ("extractant", "extractant"),
    ("buffer_method", "buffer method"),
    ("laboratory", "laboratory"),
    ("advice", "advice, several in one"),
    *((f"{ADVICE}{key}", f"advice: {words}") for key, words in ADVICE_CHOICES),
    *((key, f"{row.name} ({row.symbol})") for key, row in MEASURES.items()),
]


async def _sent(request: Request, _posted: Posted) -> bytes:
    """The file that was sent, one byte over the limit at most; empty where none was."""
    item = (await request.form()).get("file")
    return await item.read(BYTES_AT_MOST + 1) if isinstance(item, UploadFile) else b""


Sent = Annotated[bytes, Depends(_sent)]


@dataclass(frozen=True)
class _Sample:
    """A row of the file read for an area."""

    area_id: int
    test: SoilTest
    advice: tuple[Advice, ...] = ()


@router.get("/properties/{property_id}/soil.csv")
def export_tests(session: Reading, property_id: Key) -> Response:
    """Every test of a property, a row each."""
    place = found(property_of(session, property_id), "This property")
    lines = [
        TestLine(area.name, store.soil_test_of(row), "; ".join(f"{a.material} {a.typed}" for a in row.advice))
        for area in areas_of(session, place.id)
        for row in reversed(area.soil_tests)
    ]
    return Response(
        write_tests(lines),
        media_type="text/csv; charset=utf-8",
        headers={"content-disposition": f'attachment; filename="soil-{place.id}.csv"'},
    )


@router.get("/properties/{property_id}/soil/file")
def show_file(request: Request, session: Reading, today: Today, property_id: Key) -> HTMLResponse:
    place = found(property_of(session, property_id), "This property")
    return _page(request, session, place, Read(None, {"sampled_on": today.isoformat()}), None)


@router.post("/properties/{property_id}/soil/file")
def bring_file(
    request: Request, session: Writing, posted: Posted, sent: Sent, today: Today, property_id: Key
) -> Response:
    """Reads a file, asks what its columns are, and writes its tests once all of it is clear."""
    place = found(property_of(session, property_id), "This property")
    read: Read[Any] = Read(None, posted)
    table: LabTable | None = None
    try:
        text = _text(request, session, place, posted, sent, today)
        posted["text"] = text
        table = read_table(text)
        if "match" not in posted:
            read.typed = posted | _matching(session, place, posted, table)
            return _page(request, session, place, read, table)
        samples = _samples(session, place, posted, table, read, today)
    except AmberError as error:
        read.refuse(error)
        samples = []
    if read.faults or table is None:
        return _page(request, session, place, read, table, 422)
    for sample in samples:
        store.save_soil_test(
            session, sample.area_id, sample.test, advice=sample.advice, confirmed="confirmed" in posted
        )
    laboratory = posted.get("laboratory", "").strip()
    if laboratory:
        roles = {heading: posted.get(f"role-{n}", "") for n, heading in enumerate(table.headings)}
        store.remember_layout(
            session,
            Layout(
                laboratory,
                roles,
                posted.get("unit", "ppm"),
                posted.get("extractant", ""),
                posted.get("buffer_method", ""),
            ),
        )
    return go(f"/areas/{samples[0].area_id}/soil")


def _text(
    request: Request, session: Reading, place: PropertyRow, posted: dict[str, str], sent: bytes, today: date
) -> str:
    """What there is to read: the simulated laboratory's report, the file, or what was pasted."""
    if "simulated" in posted:
        lab = found(request.app.state.outside.laboratory, "A connected laboratory")
        posted |= {"laboratory": lab.name, "extractant": "mehlich-3", "buffer_method": "smp"}
        return str(lab.report([area.name for area in areas_of(session, place.id)], today))
    if len(sent) > BYTES_AT_MOST:
        raise OutOfRange("The file is over 400 kB. Send one property's report at a time.", field="file")
    if sent:
        return read_text(sent)
    if len(posted.get("text", "")) > BYTES_AT_MOST:
        raise OutOfRange("This is over 400 kB. Paste one property's report at a time.", field="text")
    return posted.get("text", "")


def _matching(session: Reading, place: PropertyRow, posted: dict[str, str], table: LabTable) -> dict[str, str]:
    """What the matching begins with: as this laboratory's last file, else by the words of the headings."""
    layout = store.layout_of(session, posted.get("laboratory", "").strip())
    roles = guess_roles(table.headings, layout.columns if layout else None)
    texts = {f"role-{n}": roles[heading] for n, heading in enumerate(table.headings)}
    named = methods_named(table.headings)
    texts["unit"] = layout.unit if layout else posted.get("unit", "ppm")
    for what in ("extractant", "buffer_method"):
        texts[what] = getattr(layout, what) if layout else posted.get(what) or named.get(what, "")
    texts["remembered"] = "yes" if layout else ""
    days = _column(table, roles, "sampled")
    texts["day_order"] = posted.get("day_order", "") or order_told(days)
    areas = [(area.id, area.name) for area in areas_of(session, place.id)]
    for n, sample in enumerate(_column(table, roles, "sample") or [""] * len(table.rows)):
        texts[f"area-{n}"] = _area_named(sample, areas)
    return texts


def _column(table: LabTable, roles: dict[str, str], role: str) -> list[str]:
    at = next((n for n, heading in enumerate(table.headings) if roles[heading] == role), None)
    return [] if at is None else [row[at] for row in table.rows]


def _area_named(sample: str, areas: list[tuple[int, str]]) -> str:
    """The area a sample bears the name of, alone or beside other words; '' where none or several could be meant."""
    words = f" {' '.join(re.findall(r'[a-z0-9]+', sample.lower()))} "
    spoken = [(number, f" {' '.join(re.findall(r'[a-z0-9]+', name.lower()))} ") for number, name in areas]
    exact = [number for number, name in spoken if name == words]
    within = [(len(name), number) for number, name in spoken if name.strip() and name in words]
    longest = [number for length, number in within if length == max(within)[0]]
    found = exact or longest
    return str(found[0]) if len(found) == 1 else ""


def _samples(
    session: Reading, place: PropertyRow, posted: dict[str, str], table: LabTable, read: Read[Any], today: date
) -> list[_Sample]:
    """Every row that has an area, read; a refusal for each fault, under the row's own name."""
    roles = {heading: posted.get(f"role-{n}", "") for n, heading in enumerate(table.headings)}
    chosen = [role for role in roles.values() if role]
    twice = next((role for role in chosen if chosen.count(role) > 1), None)
    if twice:
        raise NotUnderstood(
            "Two columns are matched to the same thing. Let one of them go.",
            field=f"role-{list(roles.values()).index(twice)}",
        )
    days = _column(table, roles, "sampled")
    if ambiguous_days(days) and not posted.get("day_order"):
        raise NotUnderstood(
            f"“{next(day for day in days if ambiguous_days([day]))}”: does the day stand first, or the month?",
            field="day_order",
        )
    here = {str(area.id): area for area in areas_of(session, place.id)}
    samples: list[_Sample] = []
    for n, row in enumerate(table.rows):
        area = posted.get(f"area-{n}", "")
        if not area:
            continue
        try:
            if area not in here:
                raise MissingInput("This area is gone. Choose another, or leave the row out.", field=f"area-{n}")
            cells = dict(zip(table.headings, row, strict=False))
            test = _test(cells, roles, posted, place, today)
            if "confirmed" not in posted and store.same_test(here[area], test):
                raise Doubtful(
                    f"there is a test of {test.taken_on:%-d %B %Y} by this laboratory already. Is it another one?"
                )
            if "confirmed" not in posted and any(
                (s.area_id, s.test.taken_on, s.test.depth_mm) == (int(area), test.taken_on, test.depth_mm)
                for s in samples
            ):
                raise Doubtful(f"another row is of {here[area].name} and this day as well. Are both meant?")
            samples.append(_Sample(int(area), test, _advice(cells, roles)))
        except AmberError as error:
            what = MEASURES[error.field].name if error.field in MEASURES else ""
            error.sentence = f"Row {n + 1}{', ' + what if what else ''}: {error.sentence}"
            error.field = f"area-{n}"
            read.refuse(error)
    if not samples and not read.faults:
        raise MissingInput("No row has an area. Choose for at least one row where it was taken.", field="area-0")
    return samples


def _test(
    row: dict[str, str], roles: dict[str, str], posted: dict[str, str], place: PropertyRow, today: date
) -> SoilTest:
    unit: TestUnit = next((unit for unit in TEST_UNITS if unit == posted.get("unit")), "ppm")
    texts: dict[Measured, str] = {}
    named = {role: (heading, row.get(heading, "")) for heading, role in roles.items() if role in ROLES}
    for heading, role in roles.items():
        texts |= {
            key: with_unit_of_heading(row.get(heading, ""), heading, key, unit) for key in MEASURES if key == role
        }
    values, kept, faults = read_values(texts, unit)
    if faults:
        raise faults[0]
    order: DayOrder = next((o for o in get_args(DayOrder) if o == posted.get("day_order")), "")
    taken_on = read_day(named.get("sampled", ("", ""))[1] or posted.get("sampled_on", ""), order)
    extractant = read_name(
        named.get("extractant", ("", ""))[1], {row.extractant: row.name for row in RANGES.values()}, "extractant"
    ) or posted.get("extractant")
    buffer = read_name(named.get("buffer_method", ("", ""))[1], BUFFER_NAMES, "buffer_method") or posted.get(
        "buffer_method"
    )
    seen_on(taken_on, today, "sampled")
    test = SoilTest(
        taken_on,
        values,
        next((e for e in EXTRACTANTS if e == extractant), None),
        next((m for m in BUFFER_METHODS if m == buffer), None),
        read_depth(*named.get("depth", ("", ""))),
        named.get("laboratory", ("", ""))[1] or posted.get("laboratory", "").strip(),
        kept,
    )
    if "confirmed" not in posted:
        try:
            refuse_doubts(test, place.climate.region)
        except AmberError as error:
            raise Doubtful(error.sentence, field=error.field) from error
    return test


def _advice(row: dict[str, str], roles: dict[str, str]) -> tuple[Advice, ...]:
    """What the laboratory advises in a row, column by column or several in one."""
    found = []
    for heading, role in roles.items():
        cell = row.get(heading, "")
        if role == "advice":
            found += [Advice(*advised) for advised in read_advices(cell)]
        elif role.startswith(ADVICE) and (rate := read_advice(heading, cell)) is not None:
            found.append(Advice(role.removeprefix(ADVICE), *rate))
    return tuple(found)


def _days_asked(table: LabTable | None, typed: Mapping[str, str]) -> bool:
    """Whether the days of the file can be read two ways."""
    if table is None:
        return False
    roles = {heading: typed.get(f"role-{n}", "") for n, heading in enumerate(table.headings)}
    return ambiguous_days(_column(table, roles, "sampled"))


def _page(
    request: Request, session: Reading, place: PropertyRow, read: Read[Any], table: LabTable | None, status: int = 200
) -> HTMLResponse:
    return render(
        request,
        "soil/file.html",
        status,
        place=place,
        connected=request.app.state.outside.laboratory is not None,
        table=table,
        typed=read.typed,
        faults=read.faults,
        roles=ROLE_CHOICES,
        days_asked="day_order" in read.faults or bool(read.typed.get("day_order")) or _days_asked(table, read.typed),
        areas=[(area.id, area.name) for area in areas_of(session, place.id)],
        laboratories=[layout.laboratory for layout in store.layouts(session)],
        extractants=EXTRACTANT_CHOICES,
        buffers=BUFFER_CHOICES,
        unit_choices=UNIT_CHOICES,
    )
