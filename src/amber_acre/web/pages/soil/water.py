"""Water of an area: what the root zone holds, how long it lasts, what more soil buys, watering that tapers."""

from __future__ import annotations

from datetime import date
from typing import Any

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core import typed
from amber_acre.core.correction.amend_jobs import watering_jobs
from amber_acre.core.errors import AmberError, NotUnderstood
from amber_acre.core.rules.due import week_of
from amber_acre.core.rules.limits import refuse_twice
from amber_acre.core.season.evapotranspiration import penman_monteith
from amber_acre.core.season.months import MONTH_DAYS, MONTH_NAMES
from amber_acre.core.season.water import water_year
from amber_acre.core.soil.salinity import ION_EQUIVALENTS, ION_NAMES, dissolved_solids, leaching_requirement, read_water
from amber_acre.core.soil.water_store import (
    MORE_SOIL_MM,
    adjusted_depletion,
    bought_by_calcined_clay,
    bought_by_soil,
    establishment,
    net_to_gross,
    water_store,
    water_stress,
)
from amber_acre.core.tables.acidifying import CARBONATE_PER_SULPHUR
from amber_acre.core.tables.lawn_water import DEPLETION, ROOTS_GAIN_MM_WEEK, TURF_COEFFICIENTS, USUAL_ROOTS_MM
from amber_acre.core.tables.salt_tolerance import TURF_BEARS_DS_M
from amber_acre.core.tables.textures import TEXTURES, TextureClass
from amber_acre.core.working import Figure, Working
from amber_acre.stand_ins.weather import WeatherService
from amber_acre.store.areas import area_of
from amber_acre.store.corrections import add_correction, runs_since, working_text
from amber_acre.store.ground import SoilGround, ground_of
from amber_acre.store.tables import CorrectionRow
from amber_acre.web.draw.water_chart import draw_water_year
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, units_of
from amber_acre.web.pages.soil.forms import WaterForm
from amber_acre.web.shown import Shown

router = APIRouter()
STRESS_AFTER_DAYS = 10


@router.get("/areas/{area_id}/soil/water")
def show_water(request: Request, session: Reading, today: Today, area_id: Key) -> HTMLResponse:
    """The water as the address asks for it."""
    area = found(area_of(session, area_id), "This area")
    ground = ground_of(session, area, today)
    texts = _usual(ground, today) | dict(request.query_params)
    read = read_form(WaterForm, texts)
    read.typed = texts
    working, result = Working(f"Water of {area.name}"), None
    if read.value is not None:
        try:
            result = _result(request, ground, read.value, today, working)
        except AmberError as error:
            read.refuse(error)
    return _page(request, ground, texts, read, result, working)


def _page(
    request: Request,
    ground: SoilGround,
    texts: dict[str, str],
    read: Read[WaterForm],
    result: dict[str, Any] | None,
    working: Working,
    status: int = 200,
) -> HTMLResponse:
    return render(
        request,
        "soil/water.html",
        status,
        units=units_of(ground.area.property.units),
        area=ground.area,
        ground=ground,
        months=[(n + 1, name) for n, name in enumerate(MONTH_NAMES)],
        textures=[(name, name) for name in TEXTURES],
        result=result,
        roots_gain=ROOTS_GAIN_MM_WEEK,
        ions=ION_NAMES,
        asked_water=any(texts.get(key) for key in ION_NAMES),
        sulphur_per_carbonate=1 / CARBONATE_PER_SULPHUR,
        working=working,
        typed=texts,
        faults=read.faults,
    )


@router.post("/areas/{area_id}/soil/water")
def enter_water(request: Request, session: Writing, posted: Posted, today: Today, area_id: Key) -> Response:
    """Enters a new lawn's watering into the year, a job a week."""
    area = found(area_of(session, area_id), "This area")
    ground = ground_of(session, area, today)
    read = read_form(WaterForm, posted)
    working, result = Working(f"Water of {area.name}"), None
    if read.value is not None:
        try:
            result = _result(request, ground, read.value, today, working)
            if not result["weeks"]:
                raise NotUnderstood(
                    "Choose “a new lawn” first: an established lawn is watered by its store.", field="purpose"
                )
            refuse_twice("Watering of a new lawn", runs_since(session, area.id, "water", "", today), "purpose")
        except AmberError as error:
            read.refuse(error)
    if result is None or read.faults:
        return _page(request, ground, dict(posted), read, result, working, 422)
    row = CorrectionRow(
        area_id=area.id,
        kind="water",
        name="Watering of a new lawn",
        answers="new roots, shallow at first",
        made_on=today,
        full_g_m2=0.0,
        total_g_m2=0.0,
        working=working_text(working),
        half_spread=0.0,
    )
    add_correction(session, row, watering_jobs(result["weeks"], today))
    return go(f"/corrections/{row.id}")


def _usual(ground: SoilGround, today: date) -> dict[str, str]:
    """What the page begins with; the roots of the newest plug, the texture known, this month."""
    roots = ground.roots_mm if ground.roots_mm is not None else USUAL_ROOTS_MM
    us = ground.area.property.units == "us"
    return {
        "roots": Shown("us" if us else "metric").typed_depth(roots),
        "depletion": f"{DEPLETION[ground.season] * 100:g} %",
        "texture": ground.texture.name if ground.texture else "",
        "more": "2 in" if us else f"{MORE_SOIL_MM / 10:g} cm",
        "clay": "600 lb/1000 ft²" if us else "3 kg/m²",
        "uniformity": "70 %",
        "month": str(today.month),
        "purpose": "",
    }


def _result(request: Request, ground: SoilGround, form: WaterForm, today: date, working: Working) -> dict[str, Any]:
    texture: TextureClass | None = TEXTURES.get(form.texture)
    if texture is None:
        raise NotUnderstood("Choose the texture: without it the store is not known.", field="texture")
    if form.roots is None or form.depletion is None or form.more is None or form.uniformity is None:
        raise NotUnderstood("Fill in depths and shares, each with its unit.", field="roots")
    month = int(form.month or today.month)
    if not 1 <= month <= 12:
        raise NotUnderstood("Choose a month.", field="month")
    year = water_year(ground.climate, ground.season, Working(""))
    factor = TURF_COEFFICIENTS[ground.season][1]
    reference = year.reference_et_mm[month - 1]
    use = working.step(
        f"Use of a day in {MONTH_NAMES[month - 1]}",
        "reference_mm / days * turf",
        [
            Figure("reference_mm", reference, "mm", "reference evapotranspiration of the month (Hargreaves)"),
            Figure("days", MONTH_DAYS[month - 1], "days", "days"),
            Figure("turf", factor, "", "turf coefficient"),
        ],
        reference / MONTH_DAYS[month - 1] * factor,
        "mm/day",
        "fao-56",
    )
    roots = form.roots.value * 1000
    store = water_store(texture.available, roots, form.depletion.value, use, working, texture.water_source)
    adjusted = adjusted_depletion(form.depletion.value, use, working)
    soil = bought_by_soil(texture.available, form.more.value * 1000, form.depletion.value, use, working)
    clay_rate = typed.mass_rate(form.clay, "clay").value if form.clay else 0.0
    clay = bought_by_calcined_clay(clay_rate, form.depletion.value, use, working) if clay_rate else None
    week_use = use * 7
    rain = ground.climate.rain_mm[month - 1] / MONTH_DAYS[month - 1] * 7 * 0.8
    gross = net_to_gross(week_use, rain, form.uniformity.value, ground.area.size_m2, working)
    working.assume("Four fifths of the usual rain counts: the rest runs off or falls when the soil is full.")
    return {
        "texture": texture,
        "use": use,
        "store": store,
        "adjusted": (adjusted, store.total_mm * adjusted / use),
        "soil": soil,
        "clay": clay,
        "gross": gross,
        "rain": rain,
        "month": MONTH_NAMES[month - 1],
        "chart": draw_water_year(
            [(MONTH_NAMES[n][:3], year.reference_et_mm[n] * factor, ground.climate.rain_mm[n]) for n in range(12)],
            units_of(ground.area.property.units),
        ),
        "week": _week(request, ground, today, factor),
        "quality": read_water(_ions(form), working),
        "salts": _salts(form, ground, working),
        "stress": water_stress(store.total_mm, form.depletion.value, use, STRESS_AFTER_DAYS),
        "weeks": (
            establishment(texture.available, roots, form.depletion.value, use, form.uniformity.value, working)
            if form.purpose
            else ()
        ),
    }


def _salts(form: WaterForm, ground: SoilGround, working: Working) -> list[str]:
    """What the conductivity of the water says: dissolved solids, what has to leach, what turf bears."""
    if form.ec is None:
        return []
    bears = TURF_BEARS_DS_M[ground.season]
    share = leaching_requirement(form.ec, bears, working)
    return [
        f"{form.ec:g} dS/m: about {dissolved_solids(form.ec):,.0f} mg/L of dissolved solids.",
        f"To keep the soil under the {bears:g} dS/m that this turf bears without loss (from memory), {share:.0%} more"
        " than it uses has to pass the roots.",
    ]


def _ions(form: WaterForm) -> dict[str, float]:
    """meq/L of what the analysis of the irrigation water gives."""
    texts = {key: str(getattr(form, key)).strip() for key in ION_NAMES}
    return {key: typed.charge_in_water(text, ION_EQUIVALENTS[key], key).value for key, text in texts.items() if text}


def _week(request: Request, ground: SoilGround, today: date, factor: float) -> list[tuple[date, float, float]]:
    """This week's use by Penman–Monteith from the weather service: day, use of the grass, rain, mm."""
    service: WeatherService | None = request.app.state.outside.weather
    if service is None:
        return []
    monday, _ = week_of(today)
    climate = ground.climate
    return [
        (
            f.day,
            factor
            * penman_monteith(
                f.min_c,
                f.max_c,
                climate.latitude_deg,
                climate.elevation_m,
                f.day.timetuple().tm_yday,
                vapour_kpa=f.vapour_kpa,
                wind_m_s=f.wind_m_s,
                solar=f.solar_mj_m2,
            ),
            f.rain_mm,
        )
        for f in service.forecast(climate, monday, 7)
    ]
