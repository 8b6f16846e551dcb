"""Sums over the shelf: products compared for one need, and the cheapest blend in whole packs."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from itertools import groupby
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.bench.blending import MOST_KINDS, NUTRIENTS, Blend, Blended, Wanted, blend
from amber_acre.core.bench.comparing import WEEKS, Compared, compare
from amber_acre.core.errors import AmberError, MissingInput, OutOfRange
from amber_acre.core.products.product import SITES, Product, Site
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.local import QUICK_CAP_G_M2, TOTAL_CAP_G_M2, phosphorus_forbidden
from amber_acre.core.season.climate import Climate
from amber_acre.core.tables.nitrogen_forms import FAMILIES, NitrogenForm
from amber_acre.core.typed import Typed
from amber_acre.store.areas import area_of, areas_of
from amber_acre.store.books import book_of, books
from amber_acre.store.clients import property_of
from amber_acre.store.climates import climate_of, climates
from amber_acre.store.in_use import everything_in_use
from amber_acre.store.shelf import shelf
from amber_acre.store.tables import AreaRow
from amber_acre.web.draw.release import release_line
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Posted, Reading, Today, Writing, go, render, settings_of, units_of
from amber_acre.web.pages.bench.keeping import kept_for
from amber_acre.web.pages.bench.shelf_forms import BlendForm, CompareForm, OverShelf
from amber_acre.web.pages.bench.visiting import Visit, VisitForm, make_visit, nothing_asked, with_visit

router = APIRouter()
SHOWN_AT_FIRST = 6  # products compared where none is picked: the cheapest that may be used there


@dataclass(frozen=True)
class Place:
    """Where the sum is for: an area of the firm, all lawns of a property, or a size alone (no ``areas``)."""

    areas: tuple[AreaRow, ...]
    grounds: tuple[Ground, ...]
    size_m2: float
    site: Site
    climate: Climate

    @property
    def area(self) -> AreaRow | None:
        """The area where there is one alone."""
        return self.areas[0] if len(self.areas) == 1 else None

    def allows(self, product: Product) -> bool:
        """Whether a label allows a product on all of it."""
        grasses = {ground.grass.key for ground in self.grounds if ground.grass is not None}
        return product.allowed_on(self.site) and all(product.allowed_for(grass) for grass in grasses)


@router.get("/bench/compare")
def show_compared(request: Request, session: Reading, today: Today) -> HTMLResponse:
    """Products beside each other: the address says for what, and which."""
    picked = [int(key) for key in request.query_params.getlist("product") if key.isdecimal() and len(key) < 16]
    products = shelf(session)
    read = read_address(request, CompareForm)
    place = place_of(session, read, today)
    found: list[Compared] = []
    if place is not None and read.value is not None:
        try:
            found = _compared(read.value, products, picked, place, today)
        except AmberError as refused:
            read.refuse(refused)
    return render(
        request,
        "bench/compare.html",
        422 if read.faults else 200,
        **shared(request, session, read, place),
        products=sorted(products, key=lambda one: one.name.lower()),
        picked=picked or [one.product.key for one in found],
        nutrients=list(NUTRIENTS.items()),
        found=[(one, release_line(WEEKS, one.released) if one.released else None) for one in found],
        weeks=WEEKS,
        specialists=any(one.specialist for one in found),
        sites=SITES,
        families=FAMILIES,
    )


@router.get("/bench/blend")
def show_blend(request: Request, session: Reading, today: Today) -> HTMLResponse:
    """The cheapest products that together bring what is asked for, within labels and caps."""
    read = read_address(request, BlendForm)
    place, made, notes = _blended(session, read, today)
    return _blend_page(request, session, read, place, made, notes, nothing_asked())


@router.post("/bench/blend")
def plan_blend(request: Request, session: Writing, posted: Posted, today: Today) -> Response:
    """Makes the parts of a blend of the address jobs of one visit, on each of its lawns."""
    read = read_address(request, BlendForm)
    place, made, notes = _blended(session, read, today)
    asked_for = read_form(VisitForm, posted, today=today)
    visit = None
    if made is not None and place is not None:
        chosen = made.next_best if posted.get("which") == "1" and made.next_best else made.best
        parts = [(part.product, part.rate_g_m2) for part in chosen.parts]
        visit = Visit(
            place.areas, parts, None, "a blend of the bench", "Laid one after another, each by its own label."
        )
    if make_visit(session, visit, asked_for, today) and asked_for.value is not None:
        return go(f"/?day={asked_for.value.on_day.isoformat()}")
    return _blend_page(request, session, read, place, made, notes, asked_for)


def _blended(session: Reading, read: Read[Any], today: date) -> tuple[Place | None, Blended | None, list[str]]:
    """The ground, the blends and the notes of an address; faults stand in ``read``."""
    place = place_of(session, read, today)
    if place is None or read.value is None:
        return place, None, []
    try:
        wanted, notes = _wanted(read.value, place)
        return place, blend([one for one in shelf(session) if place.allows(one)], wanted), notes
    except AmberError as refused:
        read.refuse(refused)
        return place, None, []


def _blend_page(
    request: Request,
    session: Reading,
    read: Read[Any],
    place: Place | None,
    made: Blended | None,
    notes: list[str],
    visit: Read[Any],
) -> HTMLResponse:
    return render(
        request,
        "bench/blend.html",
        422 if read.faults or visit.faults else 200,
        **with_visit(shared(request, session, read, place), visit),
        made=made,
        blends=_blends(made) if made and place else [],
        notes=notes,
        names=NUTRIENTS,
    )


def read_address(request: Request, form: type[Any]) -> Read[Any]:
    """What the address says; nothing said asks nothing, and is no fault."""
    typed = {"units": settings_of(request).units} | dict(request.query_params)
    read = read_form(form, {name: text for name, text in typed.items() if text.strip()})
    read.typed = typed
    if not any(text.strip() for name, text in request.query_params.items() if name not in ("units", "area", "site")):
        read.faults.clear()
        read.value = None
    return read


def place_of(session: Reading, read: Read[Any], today: date) -> Place | None:
    """The ground of a form; a fault where there is none."""
    form: OverShelf | None = read.value
    if form is None:
        return None
    if form.area is not None and form.area < 0:
        return _whole_property(session, read, -int(form.area), today)
    if form.area is not None:
        area = area_of(session, int(form.area))
        if area is None:
            read.refuse(MissingInput("This area is not here any more. Choose another.", field="area"))
            return None
        ground = book_of(session, area, today).ground
        return Place((area,), (ground,), float(ground.size_m2), ground.site, climate_of(area.property.climate))
    if form.size is None:
        read.refuse(MissingInput("For what ground? Choose an area, or type a size.", field="size"))
        return None
    known = climates(session)
    if not known:
        read.refuse(MissingInput("No climate is known yet: add one in the almanac.", field="size"))
        return None
    return Place((), (), form.size.value, form.site, climate_of(known[0]))


def _whole_property(session: Reading, read: Read[Any], key: int, today: date) -> Place | None:
    """All lawns of a property as one ground: packs are counted once over it, and the strictest of them decides."""
    place = property_of(session, key)
    rows = areas_of(session, key, "lawn") if place is not None else ()
    if place is None or not rows:
        read.refuse(MissingInput("This property has no lawn any more. Choose another ground.", field="area"))
        return None
    read_together = books(session, rows, today)
    grounds = tuple(read_together[row.id].ground for row in rows)
    size = sum(float(ground.size_m2 + ground.fed_patches_m2) for ground in grounds)
    return Place(tuple(rows), grounds, size, "turf", climate_of(place.climate))


def shared(request: Request, session: Reading, read: Read[Any], place: Place | None) -> dict[str, Any]:
    """What every page over the shelf shows."""
    units = units_of(place.areas[0].property.units if place and place.areas else read.typed.get("units", ""))
    return {
        "units": units,
        "typed": read.typed,
        "faults": read.faults,
        "place": place,
        "address": f"{request.url.path}?{request.url.query}",
        "places_known": kept_for(session, settings_of(request).day()),
        "areas": _grounds(session),
    }


def _grounds(session: Reading) -> list[tuple[int, str]]:
    """Every area, and before those of a property with several lawns all of them together (by the property's key below
    zero)."""
    found: list[tuple[int, str]] = []
    for place, group in groupby(everything_in_use(session), key=lambda area: area.property):
        areas = list(group)
        if sum(area.kind == "lawn" for area in areas) > 1:
            found.append((-place.id, f"{place.name}, all lawns"))
        found += [(area.id, f"{place.name}, {area.name}") for area in areas]
    return found


def _compared(
    form: CompareForm, products: Sequence[Product], picked: Sequence[int], place: Place, today: date
) -> list[Compared]:
    if form.need is None or form.need.value <= 0:
        raise MissingInput("How much of it? Type it like 3 g/m² or 0.7 lb/1000.", field="need")
    chosen = [one for one in products if one.key in picked]
    if not chosen:
        chosen = [one for one in products if place.allows(one) and one.family != "bulk"]
    allowed = [one for one in products if place.allows(one)]
    found = compare(chosen, form.nutrient, form.need.value, place.size_m2, place.climate, today, form.ratio, allowed)
    if form.ratio is not None and not picked:
        found.sort(key=lambda one: one.ratio_off or 0.0)
    return found if picked else found[:SHOWN_AT_FIRST]


def _wanted(form: BlendForm, place: Place) -> tuple[Wanted, list[str]]:
    """What is asked for, held under what the place allows; what was added to it, in sentences."""
    least = {key: read.value for key in NUTRIENTS if (read := getattr(form, key)) is not None}
    most = {key: read.value for key in ("n", "p2o5", "k2o") if (read := getattr(form, f"{key}_most")) is not None}
    kinds = form.kinds if form.kinds is not None else MOST_KINDS
    if kinds != int(kinds) or not 1 <= kinds <= 6:
        raise OutOfRange("Between 1 and 6 products.", field="kinds", limits=(1, 6))
    notes: list[str] = []
    quick: float | None = None
    if place.site == "turf":
        rules = place.grounds[0].rules if place.grounds else None  # a property has one rule set
        quick = float(rules.quick_cap_g_m2 if rules else QUICK_CAP_G_M2)
        cap = float(rules.total_cap_g_m2 if rules else TOTAL_CAP_G_M2)
        most["n"] = min(most.get("n", cap), cap)
        notes.append(f"At once on grass {cap:.3g} g/m² of nitrogen at most, {quick:.3g} g/m² of it quick.")
        if least.get("n", 0.0) > cap:
            raise OutOfRange(
                f"More than {cap:.3g} g/m² of nitrogen at once is over the cap of one application. Ask for less, or for"
                " two rounds.",
                field="n",
                limits=(0, cap),
            )
    for ground in place.grounds:
        forbidden = phosphorus_forbidden(ground.rules, ground.phosphorus)
        if forbidden and place.site == "turf":
            if least.get("p2o5", 0.0) > 0:
                raise OutOfRange(f"No phosphate: {forbidden}.", field="p2o5")
            most["p2o5"] = 0.0
            where = f" ({ground.name})" if len(place.grounds) > 1 else ""
            notes.append(f"No phosphate: {forbidden}{where}.")
            break
    forms: dict[NitrogenForm, Typed | None] = {"nitrate": form.nitrate, "ammoniacal": form.ammoniacal}
    at_least = {key: read.value for key, read in forms.items() if read is not None}
    at_most: dict[NitrogenForm, float] = {} if form.urea is None else {"urea": form.urea.value}
    slow = form.slow.value if form.slow else 0.0
    return Wanted(place.size_m2, least, most, slow, quick, int(kinds), at_least, at_most), notes


def _blends(made: Blended) -> list[tuple[str, Blend]]:
    """Each blend with what it is called."""
    return [("The cheapest", made.best)] + ([("The next best", made.next_best)] if made.next_best else [])
