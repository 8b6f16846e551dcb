"""Entries of another day book brought in: each line read and judged as if it were typed, then written once."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import UTC, date, datetime
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, MissingInput, NotUnderstood
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import Kilograms, SquareMetres
from amber_acre.core.rules.judge import AreaBook, stops, wants_reason
from amber_acre.core.rules.mulched import mulch_lies_on_m2
from amber_acre.core.rules.rule import Verdict
from amber_acre.core.sentence import Sentence
from amber_acre.exchange.daybook_csv import EntryLine, read_daybook
from amber_acre.exchange.days import DayOrder, order_told, read_day
from amber_acre.store import daybook as store
from amber_acre.store.areas import areas_in_use
from amber_acre.store.books import books
from amber_acre.store.shelf import shelf
from amber_acre.store.tables import AreaRow
from amber_acre.web.forms.amounts import read_amount
from amber_acre.web.forms.days import done_on
from amber_acre.web.forms.reading import Read
from amber_acre.web.page import Posted, Reading, Today, Writing, go, render
from amber_acre.web.pages.daybook.forms import wider
from amber_acre.web.skies import entry_held_as_seen

router = APIRouter()


@dataclass
class Line:
    """A line as it was read: its entry, or the sentence that says what is wrong with it; and what it goes past."""

    line: EntryLine
    area: AreaRow | None = None
    entry: Entry | None = None
    amount: str = ""
    fault: str = ""
    past: list[Verdict] = field(default_factory=list)

    @property
    def reason(self) -> str:
        """Why it was done so, as its own line says."""
        return self.line.text("reason")

    @property
    def key(self) -> str:
        """What makes the same line of the same file one entry, however often it is sent."""
        return "file-" + hashlib.sha256(repr(sorted(self.line.cells.items())).encode()).hexdigest()[:40]


@router.get("/daybook/bring")
def show_bringing(request: Request, session: Reading) -> HTMLResponse:
    return _page(request, Read(None, {}), [])


@router.post("/daybook/bring")
def bring(request: Request, session: Writing, posted: Posted, today: Today) -> Response:
    """Reads and judges what was pasted; ``write`` writes it, where every line is in order or has its reason."""
    read: Read[Any] = Read(None, posted)
    lines: list[Line] = []
    try:
        lines = _read(session, posted.get("text", ""), today)
    except AmberError as error:
        read.refuse(error)
    common = posted.get("reason", "").strip()[:300]
    if "write" in posted and lines:
        if any(line.fault for line in lines):
            read.refuse(MissingInput("Some lines cannot be read: mend or delete them.", field="text"))
        if any(wants_reason(line.past) and not (line.reason or common) for line in lines):
            read.refuse(MissingInput("Some lines go past a rule: say why, here or in their column.", field="reason"))
        if not read.faults:
            for line in lines:
                _write(session, line, common)
            return go("/daybook")
    return _page(request, read, lines, 422 if read.faults else 200)


def _read(session: Reading, text: str, today: date) -> list[Line]:
    areas, products = areas_in_use(session), {p.name.lower(): p for p in shelf(session)}
    rows = read_daybook(text)
    order = order_told([one.text("applied_on") for one in rows])
    lines = [_line(one, areas, products, today, order) for one in rows]
    named = {line.area.id: line.area for line in lines if line.area is not None}
    found = books(session, list(named.values()), today)
    for line in sorted(lines, key=lambda line: line.entry.on if line.entry else today):
        if line.entry is None or line.area is None:
            continue
        book = found[line.area.id]
        product = line.entry.product
        lies_on = mulch_lies_on_m2(book.ground, product, "spread") or book.ground.size_of_entry(None, product)
        if not line.line.text("covered_m2"):  # on the ground it lies on where nobody says
            line.entry = replace(line.entry, covered_m2=lies_on)
        held = entry_held_as_seen(session, line.area, line.entry, book.ground, None)
        line.past = [*_too_wide(line.entry, lies_on), *_judged(book, line.entry)]
        line.past += [Verdict("held-that-day", "warn", sentence) for sentence in held]
        found[line.area.id] = book.with_entry(line.entry)
    return lines


def _too_wide(entry: Entry, lies_on_m2: float) -> list[Verdict]:
    """What the log form asks to confirm: more covered than there is of the ground."""
    if not wider(entry.covered_m2, lies_on_m2):
        return []
    words = f"{entry.covered_m2:,.3g} m² covered is more than the ground it lies on here, {lies_on_m2:,.3g} m²."
    return [Verdict("covered-wider", "warn", Sentence(words), "covered")]


def _judged(book: AreaBook, entry: Entry) -> Sequence[Verdict]:
    return [verdict for verdict in book.judged_entry(entry) if verdict.severity != "note"]


def _line(
    one: EntryLine, areas: Sequence[AreaRow], products: Mapping[str, Product], today: date, order: DayOrder
) -> Line:
    line = Line(one)
    try:
        line.area = _area(one, areas)
        product = products.get(one.text("product").lower())
        if product is None:
            raise NotUnderstood(f"“{one.text('product')}” is not on the shelf. Put it there first, by this name.")
        line.amount = one.text("amount_as_typed") or f"{one.text('amount_kg')} kg"
        amount = read_amount(line.amount, product)
        covered = one.text("covered_m2")
        size = typed.number(covered) if covered else line.area.size_m2
        if not one.text("who"):
            raise MissingInput("Nobody is named who did it.")
        if amount.value <= 0 or size <= 0:
            raise NotUnderstood("Amount and area must be above zero.")
        key = -1 - one.number
        line.entry = Entry(key, None, _day(one, today, order), product, Kilograms(amount.value), SquareMetres(size))
    except AmberError as error:
        line.fault = error.sentence
    return line


def _day(one: EntryLine, today: date, order: DayOrder) -> date:
    return done_on(read_day(one.text("applied_on"), order, field="applied_on"), today, "applied_on")


def _area(one: EntryLine, areas: Sequence[AreaRow]) -> AreaRow:
    name, place = one.text("area").lower(), one.text("property").lower()
    found = [row for row in areas if row.name.lower() == name and place in ("", row.property.name.lower())]
    if len(found) != 1:
        raise NotUnderstood(
            f"“{one.text('area')}” is {'no area here' if not found else 'the name of several areas'}. Write its"
            " property in a column of its own, as both are named here."
        )
    return found[0]


def _write(session: Writing, line: Line, common: str) -> None:
    if line.entry is None or line.area is None or line.entry.product is None:
        return
    entry, one = line.entry, line.line
    store.write_entry(
        session,
        form_key=line.key,
        area_id=line.area.id,
        job_id=None,
        product_id=line.entry.product.key,
        applied_on=entry.on,
        amount_kg=entry.amount_kg,
        amount_typed=line.amount[:120],
        covered_m2=entry.covered_m2,
        covered_typed=f"{entry.covered_m2:g} m²",
        who=one.text("who")[:120],
        licence=one.text("licence")[:120],
        weather=one.text("weather")[:300],
        note=one.text("note")[:2000],
        setting=one.text("setting")[:300],
        reason=line.reason[:300] or (common if wants_reason(line.past) else ""),
        recorded_at=datetime.now(UTC),
        went_past=" ".join(sorted({verdict.rule for verdict in stops(line.past)})),
    )


def _page(request: Request, read: Read[Any], lines: list[Line], status: int = 200) -> HTMLResponse:
    asked = any(wants_reason(line.past) and not line.reason for line in lines)
    return render(
        request,
        "daybook/bring.html",
        status,
        lines=[replace(line, past=list(line.past)) for line in lines],
        asked=asked,
        ready=bool(lines) and not any(line.fault for line in lines),
        typed=dict(read.typed),
        faults=read.faults,
    )
