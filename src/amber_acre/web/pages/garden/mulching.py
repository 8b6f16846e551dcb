"""The mulch planner of a planting: what mulch takes and costs."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta
from typing import Any
from urllib.parse import urlencode

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from amber_acre.core.care.covering import BURNS_WORDS, FIRE_WORDS, bare_said, conditions_of, kind_for, net_m2
from amber_acre.core.care.planting import Planting
from amber_acre.core.errors import AmberError, DoesNotFit
from amber_acre.core.mulch.choosing import fabric_said, weigh
from amber_acre.core.mulch.depth import at_renewal, renewal_years, top_up
from amber_acre.core.mulch.layers import LIVING_PARTS, layers, living_parts
from amber_acre.core.mulch.saving import Saved, saved
from amber_acre.core.mulch.supply import Offer, bags_or_bulk, loads, volume_m3, weight_t
from amber_acre.core.mulch.warmth import swing_share
from amber_acre.core.products.product import Product
from amber_acre.core.programme.garden_season import planting_now
from amber_acre.core.quantities import depth_in_both
from amber_acre.core.season.climate import Climate
from amber_acre.core.season.months import MONTH_NAMES
from amber_acre.core.season.water import water_year
from amber_acre.core.tables.mulches import MULCHES, Condition, Mulch
from amber_acre.core.working import Working
from amber_acre.store.areas import area_of
from amber_acre.store.books import book_of
from amber_acre.store.shelf import shelf
from amber_acre.store.tables import AreaRow
from amber_acre.web.draw.planting import mulch_years
from amber_acre.web.forms.days import FAR_DAYS
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Key, Reading, Today, found, render, units_of
from amber_acre.web.pages.garden.forms import MulchForm
from amber_acre.web.shown import Shown

router = APIRouter()
BAG_L, BARROW_L = 50.0, 85.0  # what is usual where nothing is typed [common-practice]


@router.get("/areas/{area_id}/mulch")
def plan_mulch(request: Request, session: Reading, today: Today, area_id: Key) -> HTMLResponse:
    """The mulch planner of one area: everything it was asked stands in the address."""
    row = _planting_row(found(area_of(session, area_id), "This area"))
    planting = planting_now(book_of(session, row, today))
    us = row.property.units == "us"
    typed = _usual_mulch(planting, us) | dict(request.query_params)
    read = read_form(MulchForm, typed, units=row.property.units)
    result = None
    if read.value is not None and read.value.want is not None:
        try:
            result = _mulched(planting, read.value, us, shelf(session), _conditions(planting, read), today)
        except AmberError as refused:
            read.refuse(refused)
    return render(
        request,
        "garden/mulch.html",
        422 if read.faults else 200,
        units=units_of(row.property.units),
        area=row,
        planting=planting,
        kinds=[(key, kind.name) for key, kind in MULCHES.items()],
        typed=typed,
        faults=read.faults,
        result=result,
        weighed=weigh(_conditions(planting, read)),
    )


def _planting_row(row: AreaRow) -> AreaRow:
    if row.kind in ("lawn", "patch"):
        raise DoesNotFit("Turf is top-dressed, not mulched: see its soil page.", field="kind")
    return row


def _usual_mulch(planting: Planting, us: bool) -> dict[str, str]:
    shown, step = Shown("us" if us else "metric"), 2.54 if us else 1.0
    typed = {
        "want": shown.typed_depth(planting.group.mulch_mm) if planting.group.mulch_mm else "",
        "bag": "2 ft³" if us else f"{BAG_L:g} L",
        "barrow": "3 ft³" if us else f"{BARROW_L:g} L",
    }
    if planting.lies.known and planting.lies.depth_mm:
        typed["found"] = shown.typed_depth(round(planting.lies.depth_mm / step) * step)
    return typed


def _conditions(planting: Planting, read: Read[MulchForm]) -> list[Condition]:
    found: list[Condition] = list(conditions_of(planting))
    if read.value is not None:
        told: tuple[tuple[bool, Condition], ...] = (
            (read.value.wind, "wind"),
            (read.value.fire, "fire"),
            (read.value.feeds, "feeds"),
            (read.value.weeds, "weeds"),
            (read.value.cheap, "cheap"),
        )
        found += [condition for said, condition in told if said and condition not in found]
    return found


def _mulched(
    planting: Planting,
    form: MulchForm,
    us: bool,
    products: Sequence[Product],
    conditions: Sequence[Condition],
    today: date,
) -> dict[str, Any]:
    """Every figure of the planner; refusals name the field they belong to."""
    best, _ = kind_for(planting, products, conditions)
    kind = MULCHES[form.known_kind] if form.known_kind else best.mulch
    product = next((one for one in products if one.soil.material == kind.key), None)
    working = Working(f"Mulch on {planting.ground.name}")
    want = (form.want.value if form.want else 0.0) * 1000  # the page asks for a depth first
    top = top_up(want, (form.found.value if form.found else 0.0) * 1000, kind.settles, working)
    net = net_m2(planting, working, kind)
    volume = volume_m3(net, top.place_mm, working)
    bag = form.bag.value if form.bag else BAG_L
    offer: Offer | None = None
    if form.bag_price is not None and form.bulk_price is not None:
        offer = bags_or_bulk(
            volume, bag, form.bag_price.value, form.bulk_price.value, form.delivery.value if form.delivery else 0.0
        )
    parts = _parts(planting, form, kind, top.add_mm, net, volume, products, us, working) if top.add_mm else []
    years = renewal_years(kind.key, want)
    kept = _water_kept(planting, want, working) if kind.organic and want else None
    return {
        "kind": kind,
        "top": top,
        "net_m2": net,
        "volume_l": volume * 1000,
        "bags": loads(volume * 1000, bag),
        "barrows": loads(volume * 1000, form.barrow.value if form.barrow else BARROW_L),
        "weight_kg": weight_t(volume, kind.density_kg_l) * 1000,
        "trips": loads(sum(one["part"].volume_m3 for one in parts) * 1000 or volume * 1000, form.trailer.value)
        if form.trailer
        else None,
        "trip": form.trip.value if form.trip else 0.0,
        "bringing": form.bringing,
        "bag_kg": bag * kind.density_kg_l,
        "offer": offer,
        "years": years,
        "kept": kept,
        "renewal": _renewal(planting, product, kind, want, years, net, today, us) if top.add_mm else None,
        "drawing": mulch_years(kind, planting.lies.depth_mm, want, years, us) if want else None,
        "swing": swing_share(kind, want, working) if want else None,
        "air_swing": _air_swing(planting.ground.climate),
        "parts": parts,
        "fire": f"{BURNS_WORDS * planting.lies.organic}{FIRE_WORDS}" if "fire" in conditions else "",
        "fabric": fabric_said(kind.key, planting.lies.fabric),
        "bare": bare_said(planting, kind),
        "working": working,
        "place": depth_in_both(top.place_mm),
        "job": ""
        if "fire" in conditions and kind.organic
        else _job_address(planting, product, kind, volume, top.add_mm, us, bringing=form.bringing),
    }


def _water_kept(planting: Planting, want_mm: float, working: Working) -> Saved:
    climate = planting.ground.climate
    return saved(
        water_year(climate, planting.ground.season, Working("")).reference_et_mm,
        climate.rain_mm,
        climate.mean_c,
        want_mm,
        planting.ground.irrigated is not False,
        working,
    )


def _air_swing(climate: Climate) -> tuple[str, float]:
    """The warmest month by its usual maximum, and the degrees between its usual night and day."""
    month = max(range(12), key=lambda n: climate.max_c[n])
    return MONTH_NAMES[month], climate.max_c[month] - climate.min_c[month]


def _parts(
    planting: Planting,
    form: MulchForm,
    kind: Mulch,
    add_mm: float,
    net: float,
    volume: float,
    products: Sequence[Product],
    us: bool,
    working: Working,
) -> list[dict[str, Any]]:
    """What the mulch is put together from, each part with the form of a job where it is laid by itself."""
    mixed = kind.key == "living"
    if form.below:
        found = layers(kind, add_mm, form.below.value * 1000, net, working)
    elif mixed:
        usual = LIVING_PARTS
        found = living_parts(
            volume,
            usual[0] if form.compost_parts is None else form.compost_parts,
            usual[1] if form.trimming_parts is None else form.trimming_parts,
        )
    else:
        return []
    shelf_of = {one.soil.material: one for one in reversed(products)}
    return [
        {
            "part": one,
            "place": one.place_mm,
            "bags": loads(one.volume_m3 * 1000, form.bag.value if form.bag else BAG_L),
            "barrows": loads(one.volume_m3 * 1000, form.barrow.value if form.barrow else BARROW_L),
            "job": ""
            if one.add_mm is None
            else _job_address(
                planting,
                shelf_of.get(one.mulch.key),
                one.mulch,
                one.volume_m3,
                one.add_mm,
                us,
                bringing=form.bringing,
            ),
        }
        for one in found
    ]


def _renewal(
    planting: Planting,
    product: Product | None,
    kind: Mulch,
    want: float,
    years: float,
    net: float,
    today: date,
    us: bool,
) -> dict[str, Any]:
    """When it is topped up again, with what it takes by then, and the form of a job for it where that day can be
    planned."""
    on, again = today + timedelta(days=round(years * 365.25)), at_renewal(kind.key, want, years)
    volume = volume_m3(net, again.place_mm, Working(""))
    near = (on - today).days <= FAR_DAYS
    job = _job_address(planting, product, kind, volume, again.add_mm, us, on) if near else ""
    return {"on": on, "add_mm": again.add_mm, "volume_l": volume * 1000, "job": job}


def _job_address(
    planting: Planting,
    product: Product | None,
    kind: Mulch,
    volume: float,
    add_mm: float,
    us: bool,
    on: date | None = None,
    bringing: str = "",
) -> str:
    """The form of a job by hand, filled in with this mulch; '' where the shelf has none of its kind. ``on``: a renewal
    of a later year."""
    if product is None or product.density_kg_l is None or add_mm <= 0:
        return ""
    later = {"on_day": on.isoformat(), "days": "42", "reason": "renewal by the mulch planner"} if on is not None else {}
    return "jobs/new?" + urlencode(
        {
            "work": "mulch",
            "product": product.key,
            "rate": Shown("us" if us else "metric").volume(volume * 1000).replace(",", ""),
            "name": f"Mulch: {depth_in_both(add_mm)} of {kind.name}",
            "reason": f"{depth_in_both(planting.lies.depth_mm)} lie there; {volume:.3g} m³ by the mulch planner"
            + (f"; {bringing}" if bringing else ""),
        }
        | later
    )
