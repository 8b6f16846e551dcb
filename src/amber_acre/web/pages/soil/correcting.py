"""pH up and down: worked out as it is chosen, entered into the year, followed on its ladder."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, datetime
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.correction.cheapest_acid import cheapest_by_acid
from amber_acre.core.correction.holding import drift_working, holding_rate
from amber_acre.core.correction.ph_plan import PhPlan, plan_ph
from amber_acre.core.errors import AmberError, Doubtful, MissingInput
from amber_acre.core.jobs.job import WORK_WORDS
from amber_acre.core.jobs.standing import OPEN, as_they_stand, packs_to_come
from amber_acre.core.products.product import Product
from amber_acre.core.rules.cautions import cautions_for
from amber_acre.core.rules.judged import judged_job
from amber_acre.core.rules.limits import Direction
from amber_acre.core.soil.findings import level
from amber_acre.core.soil.lime import LIME_METHODS, which_lime
from amber_acre.core.tables.acidifying import DOES_NOT_WORK
from amber_acre.core.tables.liming import FINENESS_RULES
from amber_acre.store import corrections as store
from amber_acre.store.areas import area_of
from amber_acre.store.books import book_of, canopy_of
from amber_acre.store.ground import SoilGround, brief_of, ground_of
from amber_acre.store.shelf import shelf
from amber_acre.store.tables import AreaRow, CorrectionRow
from amber_acre.web.draw.soil import draw_ladder
from amber_acre.web.forms.judging import hold_plan, with_reason
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of
from amber_acre.web.pages.soil.forms import PhForm, usual_ph

router = APIRouter()
FIELDS = {"on_day": "first", "rate": "interval"}  # what the judge calls them, here


@router.get("/areas/{area_id}/soil/ph")
def show_ph(
    request: Request, session: Reading, today: Today, area_id: Key, way: Direction | None = None
) -> HTMLResponse:
    """The correction as the address says it: worked out at once, nothing written."""
    area = found(area_of(session, area_id), "This area")
    ground = ground_of(session, area, today)
    chosen: Direction = way or ("up" if ground.ph is not None and ground.ph < ground.wanted_ph[0] else "down")
    products = _products(session, chosen)
    asked = dict(request.query_params.items())
    texts = usual_ph(ground, chosen, today, _usual_product(ground, chosen, products)) | asked
    read, plan = _work_out(session, ground, products, texts, today)
    return _page(request, session, area, ground, products, read, plan, today)


@router.post("/areas/{area_id}/soil/ph")
def enter_ph(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Enters the correction into the year."""
    area = found(area_of(session, area_id), "This area")
    ground = ground_of(session, area, today)
    way: Direction = "up" if posted.get("way") == "up" else "down"
    products = _products(session, way)
    read, plan = _work_out(session, ground, products, posted, today)
    if plan is not None and not plan.jobs:
        read.refuse(MissingInput("Nothing is needed: there is nothing to enter.", field="direction"))
    if plan is None or read.faults:
        return _page(request, session, area, ground, products, read, plan, today, 422)
    row = store.enter_ph_plan(session, area.id, plan, ground.ph_from, today)
    return go(f"/corrections/{row.id}")


def _work_out(
    session: Reading, ground: SoilGround, products: dict[int, Product], texts: dict[str, str], today: Today
) -> tuple[Read[PhForm], PhPlan | None]:
    """The plan of what is chosen, or None with every refusal beside its field."""
    read = read_form(PhForm, texts, shelf=products, today=today)
    if read.value is None:
        return read, None
    try:
        canopy = canopy_of(session, ground.area) if read.value.placement == "tilled" else ""  # it decides only there
        plan = plan_ph(brief_of(ground, canopy), read.value.choice(products))
    except AmberError as error:
        read.refuse(error)
        return read, None
    plan = replace(plan, jobs=tuple(with_reason(plan.jobs, read, ground.book)))
    if not hold_plan(read, ground.book, plan.jobs, FIELDS):
        return read, None
    for question in plan.questions:
        if not read.value.confirmed:
            read.refuse(Doubtful(question, field="product"))
    return read, plan


def _products(session: Reading, way: Direction) -> dict[int, Product]:
    if way == "up":
        return {p.key: p for p in shelf(session) if p.soil.lime_kind}
    return {p.key: p for p in shelf(session) if p.soil.elemental_sulphur or p.family == "acidifier"}


def _usual_product(ground: SoilGround, way: Direction, products: dict[int, Product]) -> int | None:
    """The lime that the magnesium asks for; the cheapest acid of those without aluminium."""
    if way == "down":
        return next((p.key for p, _, _ in cheapest_by_acid([*products.values()]) if not p.soil.aluminium), None)
    wanted = "calcitic" if ground.test is None else which_lime(ground.test, level(ground.test, "mg"))[0]
    kinds = sorted(products.values(), key=lambda p: (p.soil.lime_kind != wanted, p.soil.lime_kind == "hydrated"))
    return kinds[0].key if kinds else None


def _page(
    request: Request,
    session: Reading,
    area: AreaRow,
    ground: SoilGround,
    products: dict[int, Product],
    read: Read[PhForm],
    plan: PhPlan | None,
    today: Today,
    status: int = 200,
) -> HTMLResponse:
    ladder = None
    if plan is not None and plan.course is not None:
        ladder = draw_ladder(plan.course, [(job, False) for job in plan.jobs], plan.choice.target_ph, today)
    running = next((c for c in ground.corrections if not c.ended_at and c.kind in ("up", "down")), None)
    if plan is None and running is not None:
        ladder = _kept_ladder(session, running, ground, today)
    drift = drift_working(plan) if plan is not None and ground.acid_g_m2_year else None
    holding = holding_rate(plan, drift) if plan is not None and drift is not None else 0.0
    lime = which_lime(ground.test, level(ground.test, "mg"))[1] if ground.test else ""
    return render(
        request,
        "soil/ph.html",
        status,
        units=units_of(area.property.units),
        area=area,
        ground=ground,
        plan=plan,
        ladder=ladder,
        typed=read.typed,
        faults=read.faults,
        way=read.typed.get("way", "down"),
        products=[(p.key, f"{p.name} ({_strength(p)})") for p in products.values()],
        compared=cheapest_by_acid([*products.values()]),
        lime_words=lime,
        rules=[(rule.key, rule.name) for rule in FINENESS_RULES.values()],
        methods=[(method, _METHOD_WORDS[method]) for method in LIME_METHODS],
        told=[(key, item.name) for key, item in DOES_NOT_WORK.items()],
        asked_key=request.query_params.get("told", ""),
        asked=DOES_NOT_WORK.get(request.query_params.get("told", "")),
        plan_cautions=cautions_for(plan.choice.product, ground, "spread") if plan else (),
        work_words=WORK_WORDS,
        drift=drift,
        holding=holding,
        tolerant=ground.ph is not None and ground.ph > 7.2,
    )


_METHOD_WORDS = {
    "lab": "the laboratory's own figure",
    "buffer": "the buffer pH of the test",
    "texture": "the texture table",
}


def _strength(product: Product) -> str:
    soil = product.soil
    if soil.lime_kind:
        return f"{soil.lime_kind}, CCE {(soil.neutralising_value or 0) * 100:.0f} %"
    iron = product.other.get("Fe", 0.0)
    share, name = next(
        (pair for pair in ((soil.elemental_sulphur, "S"), (iron, "Fe"), (soil.aluminium, "Al")) if pair[0]), (0.0, "S")
    )
    return f"{share * 100:.0f} % {name}"


@router.get("/corrections/{correction_id}")
def show_correction(request: Request, session: Reading, today: Today, correction_id: Key) -> HTMLResponse:
    row = found(store.correction_row(session, correction_id), "This correction")
    return correction_page(request, session, row, today, Read(None, {}))


@router.post("/corrections/{correction_id}/end")
def end_correction(request: Request, session: Writing, posted: Posted, today: Today, correction_id: Key) -> Response:
    row = found(store.correction_row(session, correction_id), "This correction")
    read: Read[Any] = Read(None, posted)
    try:
        if not posted.get("why", "").strip():
            raise MissingInput("Say why it ends: tested again, changed plan, client's wish.", field="why")
        store.end_correction(session, row, datetime.now(UTC), posted["why"].strip()[:300])
    except AmberError as error:
        read.refuse(error)
        return correction_page(request, session, row, today, read, 422)
    return go(f"/corrections/{row.id}")


@router.post("/corrections/{correction_id}/again")
def take_up_again(request: Request, session: Writing, posted: Posted, today: Today, correction_id: Key) -> Response:
    """Lets an ended correction run again, with its reason."""
    row = found(store.correction_row(session, correction_id), "This correction")
    read: Read[Any] = Read(None, posted)
    try:
        if not posted.get("why", "").strip():
            raise MissingInput("Say why it is taken up again.", field="why")
        store.take_up_again(session, row, today, posted["why"].strip()[:300])
    except AmberError as error:
        error.field = "why"
        read.refuse(error)
        return correction_page(request, session, row, today, read, 422)
    return go(f"/corrections/{row.id}")


def correction_page(
    request: Request, session: Reading, row: CorrectionRow, today: Today, read: Read[Any], status: int = 200
) -> HTMLResponse:
    """A correction with its ladder, jobs and the working as it was made."""
    ground = ground_of(session, row.area, today)
    book = book_of(session, row.area, today)
    own = {job.id for job in row.jobs}
    jobs = [judged_job(book, one) for one in book.jobs if one.job.key in own]
    stands = [one.stands for one in jobs]
    return render(
        request,
        "soil/correction.html",
        status,
        units=units_of(row.area.property.units),
        area=row.area,
        row=row,
        jobs=jobs,
        day=today,
        ladder=_kept_ladder(session, row, ground, today),
        late=any(one.job.work == "spread" and one.job.on < today and one.state(today) in OPEN for one in stands),
        working=store.working_of(row.working) if row.working else None,
        to_come=packs_to_come(stands, today),
        cautions=next((one.cautions for one in jobs if one.product), ()),
        work_words=WORK_WORDS,
        typed=read.typed,
        faults=read.faults,
    )


def _kept_ladder(session: Reading, row: CorrectionRow, ground: SoilGround, today: Today) -> Any:
    jobs = [job for _, job in store.jobs_of(session, [row], today)]
    return _ladder_of(row, ground, as_they_stand(jobs, today), today)


def _ladder_of(row: CorrectionRow, ground: SoilGround, jobs: list[tuple[Any, bool]], today: Today) -> Any:
    """The expected course of a kept correction as its jobs stand, with the tests since; None where nothing is spread
    or it is not about pH."""
    expected = store.expected_course(row, [job for job, _ in jobs], ground.climate, ground.says("wet") != "yes")
    if expected is None or row.target_ph is None:
        return None
    tested = [
        (test.taken_on, test.ph) for test in ground.tests if test.ph is not None and test.taken_on >= expected.start
    ]
    return draw_ladder(expected, jobs, row.target_ph, today, tested)
