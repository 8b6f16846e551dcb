"""What people see of weather and ground, in two taps; what was seen over a place; a forecast brought in."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from typing import Annotated, Any

from fastapi import APIRouter, Depends, Request
from fastapi.responses import HTMLResponse, Response
from starlette.datastructures import UploadFile

from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput, NotUnderstood
from amber_acre.core.measure.condition import COLOURS
from amber_acre.core.season.weather import GROUND_STATES, GROWTHS, DayWeather, Kind
from amber_acre.exchange.days import order_told
from amber_acre.exchange.forecast_csv import read_forecast
from amber_acre.exchange.text import read_text
from amber_acre.store import observed as store
from amber_acre.store.areas import areas_of
from amber_acre.store.books import grounds_of
from amber_acre.store.clients import Here, here_at, here_under, properties
from amber_acre.store.in_use import place_in_use
from amber_acre.store.tables import PropertyRow
from amber_acre.store.weather_tables import ForecastDayRow, ObservationRow
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go, render, settings_of, units_of
from amber_acre.web.pages.observed.forms import ForecastForm, SeenForm, StrikeSeenForm, weather_of
from amber_acre.web.shown import Shown
from amber_acre.web.skies import skies_over
from amber_acre.web.who import KEPT_FOR_S, WHO, last_logged_by, who_cookie

router = APIRouter()
BACK_DAYS = 60  # of observations on the page
FILE_BYTES = 60_000  # of a forecast as a file: some hundred days
AHEAD_DAYS = 9  # of the sky on the page
PLACE = "amber_place"  # the cookie of the place something was last seen at
KIND_WORDS: dict[Kind, str] = {
    "rain": "rain in the gauge",
    "soil": "soil temperature",
    "ground": "ground",
    "growth": "grass",
    "mowing": "days between mowings",
    "bloom": "in bloom",
    "leaf": "leaf colour",
    "warning": "official warning",
}
COLOUR_WORDS = {str(grade): words for grade, words in COLOURS.items()}
GROWTH_WORDS = {"growing": "growing", "dormant": "at rest", "wilted": "wilted"}


@dataclass(frozen=True)
class Place:
    """Where something is seen: a property, or every property of a depot. ``key``: p12 or c1."""

    key: str
    name: str
    here: PropertyRow
    depot: bool


def _places(session: Reading) -> list[Place]:
    """Every place: properties, then depots by a property under their sky."""
    rows = properties(session)
    found_here = [Place(f"p{row.id}", row.name, row, False) for row in rows]
    depots = {row.climate_id: row for row in reversed(rows)}
    found_here += [Place(f"c{key}", f"everywhere in {row.climate.name}", row, True) for key, row in depots.items()]
    return found_here


@dataclass(frozen=True)
class Spot:
    """Where a form says that something was seen: as :class:`Place`, without its name."""

    key: str
    here: Here
    depot: bool


def _spot_of(session: Reading, key: str) -> Spot | None:
    """One place by its key; None where there is none of it."""
    number = int(key[1:]) if key[1:].isdecimal() and len(key) < 16 else 0
    ways = {"p": here_at, "c": here_under}
    here = ways[key[0]](session, number) if key[:1] in ways else None
    return None if here is None else Spot(key, here, key[0] == "c")


def _chosen(request: Request, places: list[Place], asked: str) -> Place | None:
    kept = asked or request.cookies.get(PLACE, "")
    return next((one for one in places if one.key == kept), places[0] if places and not asked else None)


@router.get("/observed")
def show_seen(request: Request, session: Reading, today: Today, place: str = "") -> HTMLResponse:
    """What was seen over a place, and its sky from yesterday on."""
    return _list(request, session, today, place, Read(None, {}))


def _list(
    request: Request, session: Reading, today: date, asked: str, read: Read[Any], status: int = 200
) -> HTMLResponse:
    places = _places(session)
    place = _chosen(request, places, asked)
    rows, days = [], []
    if place is not None:
        rows = store.observations(session, place.here, today - timedelta(days=BACK_DAYS))
        sky = skies_over(request, session, [place_in_use(place.here)], today, today + timedelta(days=AHEAD_DAYS))[
            place.here.id
        ]
        days = [sky.of(today + timedelta(days=n)) for n in range(-1, AHEAD_DAYS)]
    return render(
        request,
        "observed/list.html",
        status,
        units=units_of(place.here.units) if place is not None else settings_of(request).units,
        whereabouts=places,
        place=place,
        seen=_lines(rows),
        ahead=_ahead(session, place, today),
        days=days,
        kinds=KIND_WORDS,
        growths=GROWTH_WORDS,
        colours=COLOUR_WORDS,
        typed=last_logged_by(request.cookies.get(WHO, "")) | dict(read.typed),
        faults=read.faults,
    )


def _ahead(session: Reading, place: Place | None, today: date) -> list[tuple[str, int]]:
    """Each lawn of a property whose year runs before or behind the usual by what was seen, and by how many days."""
    if place is None or place.depot:
        return []
    lawns = [area for area in areas_of(session, place.here.id, light=True) if area.kind == "lawn"]
    found_days = {area.name: grounds_of(session, [area], today)[area.id].climate.early_days for area in lawns}
    return [(name, days) for name, days in found_days.items() if days]


def _lines(rows: list[ObservationRow]) -> list[tuple[ObservationRow, bool]]:
    """Each row that says something, and whether it stands."""
    gone = {row.corrects_id for row in rows}
    return [(row, row.id not in gone) for row in rows if not row.struck]


@router.get("/observed/new")
def new_seen(
    request: Request, session: Reading, today: Today, place: str = "", corrects: Key | None = None
) -> Response:
    """The page of two taps: the place that was last seen, today, and who was here last."""
    typed = {"on_day": today.isoformat()} | last_logged_by(request.cookies.get(WHO, ""))
    if corrects is not None:
        row = found(store.observation_row(session, corrects), "This observation")
        typed["on_day"] = row.on_day.isoformat()
        place = f"p{row.property_id}" if row.property_id else f"c{row.climate_id}"
    return _form(request, session, place, Read(None, typed), corrects)


def _form(
    request: Request, session: Reading, asked: str, read: Read[Any], corrects: int | None = None, status: int = 200
) -> HTMLResponse:
    places = _places(session)
    place = _chosen(request, places, asked)
    return render(
        request,
        "observed/new.html",
        status,
        units=units_of(place.here.units) if place is not None else settings_of(request).units,
        whereabouts=places,
        place=place,
        areas=_areas(session, place),
        grounds=[(f"ground:{state}", state) for state in reversed(GROUND_STATES)],
        growths=[(f"growth:{growth}", GROWTH_WORDS[growth]) for growth in reversed(GROWTHS)],
        corrects=corrects,
        typed=dict(read.typed),
        faults=read.faults,
    )


def _areas(session: Reading, place: Place | None) -> list[tuple[int, str]]:
    if place is None or place.depot:
        return []
    return [(row.id, row.name) for row in areas_of(session, place.here.id, light=True)]


@router.post("/observed/new")
def write_seen(request: Request, session: Writing, posted: Posted, today: Today) -> Response:
    """Writes a row for each thing seen; one that corrects another takes its place."""
    place = _spot_of(session, posted.get("place", ""))
    units = units_of(place.here.units) if place is not None else "metric"
    read = read_form(SeenForm, posted, today=today, units=units)
    form = read.value
    corrects = _corrected(session, place, posted.get("corrects", ""), read)
    if place is None:
        read.refuse(NotUnderstood("Choose where it was seen.", field="place"))
    area = _area(session, place, posted.get("area", ""), read)
    if form is not None and place is not None and not read.faults:
        try:
            rows = form.rows()
            if corrects is not None and len(rows) > 1:
                raise DoesNotFit("A correction says one thing: what should have been written.", field="tap")
            for row in rows:
                _at(row, place, area)
                row.who, row.recorded_at, row.corrects_id = form.who, datetime.now(UTC), corrects
                store.observe(session, row)
        except AmberError as error:
            read.refuse(error)
    if form is None or place is None or read.faults:
        return _form(request, session, posted.get("place", ""), read, corrects, 422)
    answer = go(f"/observed?place={place.key}")
    answer.set_cookie(PLACE, place.key, KEPT_FOR_S, httponly=True, samesite="lax")
    if not last_logged_by(request.cookies.get(WHO, "")):
        answer.set_cookie(WHO, who_cookie(form.who, ""), KEPT_FOR_S, httponly=True, samesite="lax")
    return answer


def _corrected(session: Reading, place: Spot | None, asked: str, read: Read[Any]) -> int | None:
    """The key of the observation that is corrected: one of this place, or of its sky."""
    if not asked or place is None:
        return None
    row = store.observation_row(session, int(asked)) if asked.isdecimal() and len(asked) < 16 else None
    if row is None or (row.property_id != place.here.id and row.climate_id != place.here.climate_id):
        read.refuse(NotUnderstood("What is corrected was not seen here. Open it from the list.", field="place"))
        return None
    return row.id


def _area(session: Reading, place: Spot | None, asked: str, read: Read[Any]) -> int | None:
    if not asked or place is None or place.depot:
        return None
    here = {str(row.id): row.id for row in areas_of(session, place.here.id, light=True)}
    if asked not in here:
        read.refuse(NotUnderstood("Choose an area of this property, or none.", field="area"))
    return here.get(asked)


def _at(row: ObservationRow | ForecastDayRow, place: Spot, area: int | None = None) -> None:
    if place.depot:
        row.climate_id = place.here.climate_id
    else:
        row.property_id = place.here.id
        if isinstance(row, ObservationRow):
            row.area_id = area


@router.post("/observed/{key}/strike")
def strike_seen(request: Request, session: Writing, posted: Posted, today: Today, key: Key) -> Response:
    """Strikes an observation out by a new row."""
    row = found(store.observation_row(session, key), "This observation")
    place = f"p{row.property_id}" if row.property_id else f"c{row.climate_id}"
    read = read_form(StrikeSeenForm, posted)
    if read.value is not None:
        try:
            gone = ObservationRow(
                kind=row.kind,
                on_day=row.on_day,
                property_id=row.property_id,
                climate_id=row.climate_id,
                area_id=row.area_id,
                word=read.value.why,
                typed="",
                who=read.value.who,
                struck=True,
                recorded_at=datetime.now(UTC),
                corrects_id=row.id,
            )
            store.observe(session, gone)
        except AmberError as error:
            read.refuse(error)
    if read.faults:
        read.faults = {f"{name}-{key}": fault for name, fault in read.faults.items()}
        return _list(request, session, today, place, read, 422)
    return go(f"/observed?place={place}")


@router.get("/observed/forecast")
def new_forecast(request: Request, session: Reading, place: str = "") -> HTMLResponse:
    return _forecast(request, session, place, Read(None, last_logged_by(request.cookies.get(WHO, ""))), [])


async def _sent(request: Request, _posted: Posted) -> bytes:
    """The file that was sent, one byte over the limit at most; empty where none was."""
    item = (await request.form()).get("file")
    return await item.read(FILE_BYTES + 1) if isinstance(item, UploadFile) else b""


Sent = Annotated[bytes, Depends(_sent)]


@router.post("/observed/forecast")
def bring_forecast(request: Request, session: Writing, posted: Posted, sent: Sent, today: Today) -> Response:
    """Reads a forecast line by line, typed, pasted or from a file, each line with its own sentence; ``write`` keeps it
    where all of them are in order."""
    place = _spot_of(session, posted.get("place", ""))
    told, refused = _with_file(posted, sent)
    read = read_form(ForecastForm, told)
    if refused is not None:
        read.refuse(refused)
    lines: list[tuple[int, DayWeather | None, str]] = []
    if place is None:
        read.refuse(NotUnderstood("Choose where it is for.", field="place"))
    elif read.value is not None:
        try:
            lines = _read(read.value.text, today, place.here.units == "us")
        except AmberError as error:
            read.refuse(error)
    if any(fault for _, _, fault in lines):
        read.refuse(MissingInput("Some lines cannot be read: mend or delete them.", field="text"))
    if read.value is None or place is None or read.faults or "write" not in posted:
        return _forecast(request, session, posted.get("place", ""), read, lines, 422 if read.faults else 200)
    rows = [
        ForecastDayRow(
            day=day.day,
            rain_mm=day.rain_mm,
            rain_from_hour=day.rain_from_hour,
            min_c=day.min_c,
            max_c=day.max_c,
            wind_m_s=day.wind_m_s,
            who=read.value.who,
            recorded_at=datetime.now(UTC),
        )
        for _, day, _ in lines
        if day is not None
    ]
    for row in rows:
        _at(row, place)
    store.add_forecast(session, rows)
    return go(f"/observed?place={place.key}")


def _read(text: str, today: date, us: bool) -> list[tuple[int, DayWeather | None, str]]:
    found_lines: list[tuple[int, DayWeather | None, str]] = []
    lines = read_forecast(text)
    order = order_told([line.text("day") for line in lines])
    for line in lines:
        try:
            found_lines.append((line.number, weather_of(line, today, us, order), ""))
        except AmberError as error:
            found_lines.append((line.number, None, error.sentence))
    days = [day.day for _, day, _ in found_lines if day is not None]
    if len(set(days)) < len(days):
        raise DoesNotFit("A day stands twice in this forecast. Leave one out.", field="text")
    return found_lines


def _with_file(posted: dict[str, str], sent: bytes) -> tuple[dict[str, str], AmberError | None]:
    """What was posted, its lines those of the file where one was sent; or why the file cannot be read."""
    if not sent.strip():
        return posted, None
    if len(sent) > FILE_BYTES:
        return posted, DoesNotFit("This file is too large for a forecast of some days.", field="text")
    try:
        return posted | {"text": read_text(sent)}, None
    except AmberError as error:
        error.field = "text"
        return posted, error


def _forecast(
    request: Request,
    session: Reading,
    asked: str,
    read: Read[Any],
    lines: list[tuple[int, DayWeather | None, str]],
    status: int = 200,
) -> HTMLResponse:
    places = _places(session)
    place = _chosen(request, places, asked)
    units = units_of(place.here.units) if place is not None else settings_of(request).units
    return render(
        request,
        "observed/forecast.html",
        status,
        units=units,
        whereabouts=places,
        place=place,
        lines=lines,
        ready=bool(lines) and not read.faults,
        seen_in=Shown(units, settings_of(request).currency),
        typed=dict(read.typed),
        faults=read.faults,
    )
