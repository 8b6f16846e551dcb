"""A shortage the test shows, corrected: chosen, worked out, entered into the year."""

from __future__ import annotations

from dataclasses import replace
from datetime import date
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.correction.nutrient_plan import CORRECTABLE, NeedBy, NutrientPlan, carries, plan_nutrient
from amber_acre.core.errors import AmberError, MissingInput, NotUnderstood
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import BULK
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import K_PER_K2O, P_PER_P2O5
from amber_acre.core.rules.judge import stops
from amber_acre.core.tables.soil_measures import MEASURES, Measured
from amber_acre.store import corrections as store
from amber_acre.store.areas import area_of
from amber_acre.store.ground import SoilGround, brought_of, ground_of
from amber_acre.store.shelf import shelf
from amber_acre.web.forms.judging import hold_plan, with_reason
from amber_acre.web.forms.reading import Read
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of

router = APIRouter()
FIELDS = {"on_day": "first", "rate": "product", "placement": "product"}  # what the judge calls them, here
WAYS = [
    ("minimum", "minimum level and the year's use"),
    ("range", "low end of the range"),
    ("lab", "the laboratory's advice"),
]
_ADVICE: dict[Measured, tuple[str, float]] = {
    "k": ("potash", K_PER_K2O),
    "p": ("phosphate", P_PER_P2O5),
    "mg": ("magnesium", 1.0),
}


@router.get("/areas/{area_id}/soil/nutrient")
def show_nutrient(request: Request, session: Reading, today: Today, area_id: Key) -> HTMLResponse:
    """The correction as the address says it; nothing written."""
    area = found(area_of(session, area_id), "This area")
    ground = ground_of(session, area, today)
    element = _element(ground, request.query_params.get("element", ""))
    asked = dict(request.query_params)
    if asked.get("product") not in {str(p.key) for p in shelf(session) if carries(p, element) > 0}:
        asked.pop("product", None)  # of the element asked for before
    texts = {
        "product": _usual_product(session, ground, element, today),
        "first": today.isoformat(),
        "by": "minimum" if ground.nitrogen_g_m2 is not None else "range",
    } | asked
    read: Read[Any] = Read(None, texts)
    return _page(request, session, ground, read, _work_out(session, ground, read, today))


@router.post("/areas/{area_id}/soil/nutrient")
def enter_nutrient(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Enters it in the year."""
    area = found(area_of(session, area_id), "This area")
    ground = ground_of(session, area, today)
    read: Read[Any] = Read(None, posted)
    plan = _work_out(session, ground, read, today)
    if plan is not None and not plan.jobs:
        read.refuse(MissingInput("Nothing is lacking: there is nothing to enter.", field="element"))
    if plan is None or read.faults:
        return _page(request, session, ground, read, plan, 422)
    row = store.enter_nutrient_plan(session, area.id, plan, int(posted["product"]), ground.test, today)
    return go(f"/corrections/{row.id}")


def _usual_product(session: Reading, ground: SoilGround, element: Measured, today: date) -> str:
    """The product of the shelf that brings the element for least; '' where none has a price.

    First those nothing forbids here, then feeds before bulk material, then those without nitrogen.
    """
    priced = [
        (
            _forbidden(ground, product, today),
            product.family == BULK,
            product.total_nitrogen > 0.01,
            min(pack.price / pack.mass_kg for pack in product.packs) / carries(product, element),
            product.key,
        )
        for product in shelf(session)
        if carries(product, element) > 0 and product.packs
    ]
    return str(min(priced)[-1]) if priced else ""


def _forbidden(ground: SoilGround, product: Product, today: date) -> bool:
    """Whether the judge forbids the product itself on this ground: the wrong way for the pH, phosphorus it may not
    have."""
    trial = Job(1, product.name, "spread", today, today, today, Dose(product.label.max_g_m2), product, maker="nutrient")
    return any(verdict.field == "product" for verdict in stops(ground.book.judged(trial)))


def _element(ground: SoilGround, text: str) -> Measured:
    """The element asked for, else the first that was tested."""
    tested = [key for key in CORRECTABLE if ground.test is not None and key in ground.test.values]
    return next((key for key in CORRECTABLE if key == text), tested[0] if tested else "k")


def _work_out(session: Reading, ground: SoilGround, read: Read[Any], today: date) -> NutrientPlan | None:
    element = _element(ground, read.typed.get("element", ""))
    products = {str(p.key): p for p in shelf(session) if carries(p, element) > 0}
    test = ground.test
    try:
        if test is None:
            raise MissingInput(
                "There is no laboratory test: a shortage that is not tested is not corrected.", field="element"
            )
        way: NeedBy = next((key for key in ("minimum", "range", "lab") if key == read.typed.get("by")), "range")
        product = products.get(read.typed.get("product", ""))
        if product is None:
            if read.typed.get("product"):
                raise NotUnderstood("Choose a product from the shelf.", field="product")
            return None
        material, factor = _ADVICE.get(element, ("", 1.0))
        rate = ground.advised(material, test)
        advised = None if rate is None else rate * factor
        plan = plan_nutrient(
            test,
            element,
            product,
            ground.climate,
            _first(read, today),
            by=way,
            nitrogen_g_m2=ground.nitrogen_g_m2,
            brought_g_m2=brought_of(session, ground.area, element, today),
            forbidden=ground.no_phosphorus,
            advice_g_m2=advised,
            chelate=read.typed.get("chelate") == "on",
            locked_above=ground.wanted_ph[1],
            thick=ground.area.size_m2 / ground.area.low_m2,
            runs_since=store.runs_since(session, ground.area.id, "nutrient", element, today),
            corrected_since_test=store.nutrient_since(session, ground.area.id, element, test.taken_on),
        )
        plan = replace(plan, jobs=tuple(with_reason(plan.jobs, read, ground.book)))
        return plan if hold_plan(read, ground.book, plan.jobs, FIELDS) else None
    except AmberError as error:
        read.refuse(error)
        return None


def _first(read: Read[Any], today: date) -> date:
    try:
        return date.fromisoformat(read.typed.get("first", ""))
    except ValueError:
        raise NotUnderstood("This is not a date. Type it like 2026-04-18.", field="first") from None


def _page(
    request: Request,
    session: Reading,
    ground: SoilGround,
    read: Read[Any],
    plan: NutrientPlan | None,
    status: int = 200,
) -> HTMLResponse:
    element = _element(ground, read.typed.get("element", ""))
    products = {p.key: p for p in shelf(session) if carries(p, element) > 0}
    return render(
        request,
        "soil/nutrient.html",
        status,
        units=units_of(ground.area.property.units),
        area=ground.area,
        ground=ground,
        element=element,
        measures=MEASURES,
        elements=[
            (key, MEASURES[key].name) for key in CORRECTABLE if ground.test is not None and key in ground.test.values
        ],
        products=[
            (p.key, f"{p.name} ({carries(p, element) * 100:.3g} % {MEASURES[element].symbol})")
            for p in products.values()
        ],
        ways=WAYS,
        plan=plan,
        product=products.get(int(read.typed["product"])) if read.typed.get("product", "").isdecimal() else None,
        typed=dict(read.typed) | {"element": element},
        faults=read.faults,
    )
