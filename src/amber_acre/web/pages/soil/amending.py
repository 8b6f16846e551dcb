"""Clay, sand, compaction, stripped and repellent ground: findings, alternatives by school, soil column."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import date
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core import typed
from amber_acre.core.correction.amend_jobs import GOES_DEEPER_MM, OpenDay, amend_jobs, applications
from amber_acre.core.correction.amending import (
    Amendment,
    GypsumDose,
    amend,
    gypsum_by_test,
    material_named,
    options_for,
    share_in_blend,
)
from amber_acre.core.correction.column import column, settles_to, years_to
from amber_acre.core.correction.pointing import evidence_words, likely_finding
from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput, NotUnderstood
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import INCH_M, SquareMetres, unrounded
from amber_acre.core.rules.in_season import first_healing_day
from amber_acre.core.rules.limits import refuse_twice
from amber_acre.core.soil.holes import blend_parts, core_holes
from amber_acre.core.tables.amendments import FINDINGS, OPTIONS, Finding
from amber_acre.core.tables.materials import MATERIALS
from amber_acre.core.working import Working
from amber_acre.store import corrections as store
from amber_acre.store.areas import area_of
from amber_acre.store.books import book_of
from amber_acre.store.ground import SoilGround, ground_of
from amber_acre.store.shelf import shelf
from amber_acre.store.tables import AreaRow
from amber_acre.web.draw.soil import draw_column
from amber_acre.web.forms.judging import hold_plan, with_reason
from amber_acre.web.forms.reading import Fault, Read, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of
from amber_acre.web.pages.soil.forms import AmendForm

router = APIRouter()
FIELDS = {"on_day": "first", "rate": "dose", "placement": "option"}  # what the judge calls them, here
WANTED_DEPTH_MM = 200.0  # topsoil a lawn does well on [common-practice]
HOLES_DEEP_MM = 3 * INCH_M * 1000  # usual reach of a corer, 3 in [common-practice]
LOOSENED_MM = 100.0  # of the ground before topsoil is brought in [common-practice]


@dataclass(frozen=True)
class Way:
    """One option worked out, with the product at hand and its cost; ``over``: above the label of the product at
    hand."""

    made: Amendment
    product: Product | None
    cost: float | None
    over: bool = False


@router.get("/areas/{area_id}/soil/amend")
def show_amend(
    request: Request, session: Reading, today: Today, area_id: Key, finding: Finding | None = None
) -> HTMLResponse:
    area = found(area_of(session, area_id), "This area")
    ground = ground_of(session, area, today)
    opens = first_healing_day(ground.climate, ground.turf_grass, today) if ground.traits.turf else today
    texts = {"first": opens.isoformat(), "years": "3"} | dict(request.query_params)
    chosen = finding or _likely(ground, today)
    return _page(request, session, ground, chosen, Read(None, texts))


@router.post("/areas/{area_id}/soil/amend")
def enter_amend(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Enters the chosen option into the year and opens its finding where there is none."""
    area = found(area_of(session, area_id), "This area")
    ground = ground_of(session, area, today)
    read = read_form(AmendForm, posted)
    option = next((o for o in OPTIONS if o.key == posted.get("option")), None)
    if option is None:
        read.refuse(NotUnderstood("Choose one of the ways.", field="option"))
    made: Amendment | None = None
    jobs: list[Job] = []
    products = {p.key: p for p in shelf(session)}
    form = read.value
    if form is not None and option is not None:
        try:
            refuse_twice(option.name, store.runs_since(session, area.id, "physical", option.key, today), "option")
            made = _made(ground, option.key, posted, products.get(form.product))
            if made.rate_g_m2 > 0 and form.product not in products:
                raise MissingInput(
                    f"Choose the {MATERIALS[option.material].name} from the shelf, so that it can be loaded and"
                    " logged.",
                    field="product",
                )
            product = products.get(form.product)
            used = product if made.rate_g_m2 > 0 else None
            jobs = amend_jobs(made, form.first, int(form.years), used, _open_day(ground))
            book = book_of(session, area, today, crowns=True)
            hold_plan(read, book, jobs, FIELDS)
        except AmberError as error:
            read.refuse(error)
    if form is None or option is None or made is None or read.faults:
        return _page(request, session, ground, option.finding if option else _likely(ground, today), read, 422)
    mix = posted.get("blend", "").strip()[:120]
    jobs = with_reason(jobs, read, book)
    if mix:
        jobs = [replace(j, name=f"{j.name}, blend of {mix}") if j.work == "spread" else j for j in jobs]
    row = store.enter_amendment(session, area, made, form.product or None, jobs, today, _evidence(ground), mix)
    return go(f"/corrections/{row.id}")


@router.post("/areas/{area_id}/findings")
def add_finding(session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Writes a finding down; it stays open until it is closed with a reason."""
    area = found(area_of(session, area_id), "This area")
    kind = posted.get("kind", "")
    if kind not in FINDINGS:
        return go(f"/areas/{area.id}/soil/amend")
    words = (
        posted.get("words", "").strip()[:300] or f"{next(v for k, v in FINDINGS.items() if k == kind).capitalize()}."
    )
    store.add_finding(session, area, kind, today, words, _evidence(ground_of(session, area, today)))
    return go(f"/areas/{area.id}/soil/amend?finding={kind}")


@router.post("/findings/{finding_id}/close")
def close_finding(request: Request, session: Writing, posted: Posted, today: Today, finding_id: Key) -> Response:
    """Closes a finding with its reason; a compaction finding wants the depth a probe goes to."""
    row = found(store.finding_row(session, finding_id), "This finding")
    area = found(area_of(session, row.area_id), "The area of this finding")
    read: Read[Any] = Read(None, posted)
    why = posted.get("why", "").strip()[:300]
    try:
        if row.kind == "compacted":
            depth = typed.length(posted.get("probe", ""), "cm", "probe").value * 1000
            if depth < GOES_DEEPER_MM:
                raise NotUnderstood(
                    f"At {depth / 10:.0f} cm the probe still stops short: the finding stays open until it goes"
                    f" {GOES_DEEPER_MM / 10:.0f} cm deep.",
                    field="probe",
                )
            why = f"re-check: the probe goes in {depth / 10:.0f} cm. {why}".strip()
        elif not why:
            raise MissingInput("Say what showed that it is over.", field="why")
        store.close_finding(session, row, today, why)
    except AmberError as error:
        read.refuse(error)
        ground = ground_of(session, area, today)
        return _page(request, session, ground, _finding(row.kind), read, 422)
    return go(f"/areas/{area.id}/soil/amend?finding={row.kind}")


def _finding(text: str) -> Finding:
    return next((kind for kind in FINDINGS if kind == text), "compacted")


def _likely(ground: SoilGround, today: date) -> Finding:
    """The finding the evidence points to, for the page to open on."""
    opened = [kind for f in ground.findings if f.closed_on is None for kind in FINDINGS if kind == f.kind]
    built = ground.metres("built")
    since = None if built is None else today.year - int(built)
    return likely_finding(opened, ground.metres("topsoil"), ground.probe_depth_mm, ground.texture, since)


def _evidence(ground: SoilGround) -> str:
    return evidence_words(ground.metres("topsoil"), ground.probe_depth_mm, ground.texture, ground.texture_from)


def _made(ground: SoilGround, key: str, texts: dict[str, str], product: Product | None) -> Amendment:
    """An option worked out with what was typed; what was not typed is the table's, and shown."""
    option = next(o for o in OPTIONS if o.key == key)
    zone = _length(texts, "zone", 100.0)
    holes = None
    working = Working("")
    if option.unit == "holes":
        tine, spacing = _length(texts, "tine", 0.5 * INCH_M * 1000), _length(texts, "spacing", 2 * INCH_M * 1000)
        holes = core_holes(tine, spacing, _length(texts, "hole_depth", HOLES_DEEP_MM), zone, working)
    dose, gypsum = _dose(texts.get("dose", ""), option.unit), GypsumDose(None, 0, "")
    size, thick = SquareMetres(ground.area.size_m2), ground.area.size_m2 / ground.area.low_m2
    if option.material == "gypsum":
        gypsum = gypsum_by_test(ground.test, zone, product, working, thick)
    by_test = dose is None and gypsum.each_g_m2 is not None
    turf = ground.traits.turf
    share = share_in_blend(option, _parts(texts.get("blend", "")))
    made = amend(
        option,
        size,
        zone,
        holes,
        gypsum.each_g_m2 if by_test else dose,
        product,
        ground.no_phosphorus,
        turf,
        thick,
        share,
    )
    made.working.steps[:0] = working.steps
    if not gypsum.words:
        return made
    warnings = (f"{made.warnings[0]} {gypsum.words}", *made.warnings[1:])
    return replace(made, warnings=warnings, parts=gypsum.times if by_test else 0)


def _open_day(ground: SoilGround) -> OpenDay:
    """Turf is worked on only while it grows and heals; other ground on any day."""
    if not ground.traits.turf:
        return lambda day: day
    return lambda day: first_healing_day(ground.climate, ground.turf_grass, day)


def _length(texts: dict[str, str], field: str, usual_mm: float) -> float:
    text = texts.get(field, "").strip()
    return typed.length(text, "cm", field).value * 1000 if text else usual_mm


def _dose(text: str, unit: str) -> float | None:
    if not text.strip():
        return None
    return typed.mass_rate(text, "dose").value if unit == "rate" else typed.length(text, "mm", "dose").value * 1000


def _ways(session: Reading, ground: SoilGround, finding: Finding) -> list[Way]:
    products = shelf(session)
    ways = []
    for option in options_for(finding):
        product = next((p for p in products if p.soil.material and p.soil.material == option.material), None)
        try:
            made = _made(ground, option.key, {}, product)
        except DoesNotFit:
            ways.append(Way(_made(ground, option.key, {}, None), None, None, over=True))
            continue
        price = min((pack.price / pack.mass_kg for pack in product.packs), default=None) if product else None
        ways.append(Way(made, product, None if price is None else price * made.mass_kg))
    return ways


def _page(
    request: Request, session: Reading, ground: SoilGround, finding: Finding, read: Read[Any], status: int = 200
) -> HTMLResponse:
    area: AreaRow = ground.area
    ways = _ways(session, ground, finding)
    key = (
        read.typed.get("option", "")
        if any(w.made.option.key == read.typed.get("option") for w in ways)
        else ways[0].made.option.key
    )
    way = next(w for w in ways if w.made.option.key == key)
    materials = [p for p in shelf(session) if p.soil.material == way.made.option.material and way.made.option.material]
    product = next(
        (p for p in materials if str(p.key) == read.typed.get("product")), materials[0] if materials else None
    )
    made = way.made
    try:
        made = _made(ground, key, dict(read.typed), product)
    except AmberError as error:
        read.refuse(error)
    years = int(said) if (said := read.typed.get("years", "")).isdecimal() and len(said) <= 2 else 0
    if not 1 <= years <= 10:
        read.faults.setdefault("years", Fault("Plan 1 to 10 years."))
        years = 0
    before, after, words = _columns(ground, made, years, dict(read.typed))
    price = min((pack.price / pack.mass_kg for pack in product.packs), default=None) if product else None
    return render(
        request,
        "soil/amend.html",
        status,
        units=units_of(area.property.units),
        area=area,
        ground=ground,
        finding=finding,
        goes_deeper_mm=GOES_DEEPER_MM,
        findings=FINDINGS,
        ways=ways,
        way=way,
        made=made,
        material=MATERIALS.get(made.option.material),
        product=product,
        materials=[(p.key, p.name) for p in materials],
        cost=None if price is None else price * made.mass_kg,
        before=draw_column(before),
        after=draw_column(after),
        column_words=words,
        blend=_blend(read, made, area.size_m2),
        jobs=_jobs(ground, read, made, years),
        typed=dict(read.typed) | {"option": key, "product": str(product.key) if product else ""},
        faults=read.faults,
    )


def _jobs(ground: SoilGround, read: Read[Any], made: Amendment, years: int) -> list[Job]:
    """The jobs as they would be; none where the first day or the years cannot be read, said beside the field."""
    try:
        first = date.fromisoformat(read.typed.get("first", ""))
        return amend_jobs(made, first, years, None, _open_day(ground)) if 1 <= years <= 10 else []
    except AmberError as error:
        read.refuse(error)
    except ValueError:
        read.faults.setdefault("first", Fault("This is not a date. Type it like 2026-04-18."))
    return []


def _parts(text: str) -> dict[str, float]:
    """Parts of a blend by the name of each, from “2 loam, 1 compost”; none where nothing is typed."""
    parts: dict[str, float] = {}
    for piece in text.replace("+", ",").split(",") if text.strip() else ():
        number, _, name = piece.strip().partition(" ")
        if not name.strip():
            raise NotUnderstood(
                f"“{piece.strip()}”: type parts and names, like 2 loam, 1 compost, 1 sand.", field="blend"
            )
        parts[name.strip()] = parts.get(name.strip(), 0.0) + typed.number(number, "blend")
    return parts


def _blend(read: Read[Any], made: Amendment, size_m2: float) -> list[tuple[str, float, float | None]]:
    """Each part of a blend with its litres, and kg where its material is tabled; a refusal beside its field."""
    if not made.litres:
        return []
    try:
        parts = _parts(read.typed.get("blend", ""))
        litres = blend_parts(parts, made.laid_mm * size_m2, made.working) if parts else {}
    except AmberError as error:
        error.field = "blend"
        read.refuse(error)
        return []
    known = {name: material_named(name) for name in litres}
    own = made.mass_kg / made.litres
    return [
        (
            name,
            volume,
            (
                None
                if (row := known[name]) is None
                else volume * (own if row.key == made.option.material else row.density_kg_l)
            ),
        )
        for name, volume in litres.items()
    ]


def _cored(made: Amendment, texts: dict[str, str]) -> float:
    """How deep the holes of an option go, mm; 0 without any, or where the depth cannot be read, which is said beside
    it."""
    try:
        return _length(texts, "hole_depth", HOLES_DEEP_MM) if made.option.unit == "holes" else 0.0
    except AmberError:
        return 0.0


def _settles(made: Amendment, texts: dict[str, str]) -> float:
    """Share of its depth that stays of what is laid, the blend's where one is typed; what cannot be read is said
    beside it."""
    try:
        parts = _parts(texts.get("blend", "")) or {made.option.material: 1.0}
    except AmberError:
        parts = {made.option.material: 1.0}
    return settles_to([(getattr(material_named(name), "key", name), part) for name, part in parts.items()])


def _columns(ground: SoilGround, made: Amendment, years: int, texts: dict[str, str]) -> tuple[Any, Any, str]:
    """Layers now and after ``years`` of the option, and a sentence for both."""
    topsoil = (ground.metres("topsoil") or 0.15) * 1000
    known = ground.metres("topsoil") is not None
    before = column(topsoil, ground.probe_depth_mm, ground.thatch_mm, ground.mulch_mm)
    option = made.option
    laid = made.laid_mm if option.unit in ("depth", "rate") else 0.0
    every, times = applications(made, years)
    settles = _settles(made, texts)
    settled = laid * times * settles
    after = column(
        topsoil,
        ground.probe_depth_mm,
        ground.thatch_mm,
        ground.mulch_mm,
        settled,
        MATERIALS[option.material].name if option.material else "",
        LOOSENED_MM if option.key == "stripped-import" else 0.0,
        _cored(made, texts),
    )
    if not years:
        return before, before, "Type for how many years."
    if option.unit == "holes":
        words = "Holes open the ground to their depth; the soil gets no deeper by it."
    elif laid:
        often = f"{times} time{'s' if times > 1 else ''} {unrounded(round(laid, 2))} mm"
        words = f"{often} leave about {settled:.0f} mm when settled."
    else:
        words = "Nothing is laid: the column stays as it is."
    if option.unit == "depth" and option.every_months and topsoil < WANTED_DEPTH_MM:
        left = years_to(WANTED_DEPTH_MM, topsoil, laid * 365.25 / every, settles)
        words += f" To {WANTED_DEPTH_MM / 10:.0f} cm of topsoil it takes {left:.0f} years at this rate."
    if not known:
        words += " The depth of topsoil is not known: 15 cm is drawn; measure it on the area's form."
    return before, after, words
