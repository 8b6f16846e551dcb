"""Files of a property: GeoJSON and CSV out, GeoJSON and GPX in."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Depends, Request, UploadFile
from fastapi.responses import HTMLResponse, Response
from starlette.datastructures import UploadFile as Uploaded

from amber_acre.core.errors import AmberError, Doubtful, MissingInput
from amber_acre.core.measure.area_kinds import KINDS
from amber_acre.core.measure.methods import METHODS
from amber_acre.core.tables.grasses import GRASSES
from amber_acre.exchange.areas_csv import AreaLine, write_areas
from amber_acre.exchange.geojson import BYTES_AT_MOST, Outgoing, read_geojson, write_geojson
from amber_acre.exchange.gpx import read_gpx
from amber_acre.exchange.outline import Incoming
from amber_acre.exchange.text import read_text
from amber_acre.store.areas import areas_of
from amber_acre.store.clients import property_of
from amber_acre.store.outlines import CONTEXTS, Outline, bring_in, outlines_of
from amber_acre.store.site import settle
from amber_acre.store.tables import AreaRow, PropertyRow
from amber_acre.web.forms.reading import Fault, Faults
from amber_acre.web.page import Key, Posted, Reading, Writing, found, render, units_of
from amber_acre.web.sending import leads_to

router = APIRouter()
AS_CHOICES = [("bed", "ornamental bed"), ("lawn", "lawn"), *((kind, kind) for kind in CONTEXTS)]


async def _sent(request: Request, _posted: Posted) -> bytes:
    """The file that was sent, one byte over the limit at most; empty where none was."""
    item = (await request.form()).get("file")
    return await item.read(BYTES_AT_MOST + 1) if isinstance(item, Uploaded | UploadFile) else b""


Sent = Annotated[bytes, Depends(_sent)]


@router.get("/properties/{property_id}/files")
def show_files(request: Request, session: Reading, property_id: Key) -> HTMLResponse:
    place = found(property_of(session, property_id), "This property")
    return _page(request, place, {"kind": "bed"}, {}, [])


@router.get("/properties/{property_id}/site.geojson")
def geojson(session: Reading, property_id: Key, frame: Literal["metres", "lonlat"] = "metres") -> Response:
    place = found(property_of(session, property_id), "This property")
    origin = _origin(place) if frame == "lonlat" else None
    if frame == "lonlat" and origin is None:
        raise MissingInput(
            "Where this property lies on the globe is not known. Bring in a file with longitude and latitude first, or"
            " take it in metres."
        )
    outlines = [
        Outgoing(o.name, o.kind, o.ring, o.holes, {"facts": dict(o.facts), "grass": o.grass, "turn_deg": o.turn_deg})
        for o in outlines_of(session, place)
    ]
    return _file(write_geojson(outlines, origin), "application/geo+json", f"property-{place.id}.geojson")


@router.get("/properties/{property_id}/areas.csv")
def areas_csv(session: Reading, property_id: Key) -> Response:
    place = found(property_of(session, property_id), "This property")
    return _file(
        write_areas([_line(row) for row in areas_of(session, place.id)]),
        "text/csv; charset=utf-8",
        f"areas-{place.id}.csv",
    )


@router.post("/properties/{property_id}/files")
def bring(
    request: Request, before: Reading, session: Writing, posted: Posted, sent: Sent, property_id: Key
) -> Response:
    """Adds every outline of a file, or none of them and the sentence why.

    The file is read before anything is written, so that nobody waits for it.
    """
    place = found(property_of(before, property_id), "This property")
    faults: Faults = {}
    done: list[str] = []
    try:
        read, origin, instrument = _read(sent, posted, place)
        place = found(property_of(session, property_id), "This property")
        if place.origin_longitude is None and origin is not None:
            place.origin_longitude, place.origin_latitude = origin
        for item in read:
            name = bring_in(session, place, _outline(item, posted), instrument, "confirmed" in posted)
            done.append(item.said or f"“{name}” is on the sheet.")
        settle(session, place)
    except AmberError as error:
        session.rollback()
        place = found(property_of(before, property_id), "This property")
        faults[error.field if error.field in ("file", "grass") else "file"] = Fault(
            error.sentence, isinstance(error, Doubtful)
        )
        done = []
    if done:
        leads_to(f"/properties/{property_id}/site")
    return _page(request, place, posted, faults, done, 422 if faults else 200)


def _read(
    sent: bytes, posted: dict[str, str], place: PropertyRow
) -> tuple[list[Incoming], tuple[float, float] | None, str]:
    if not sent.strip():
        raise MissingInput("Choose a file.", field="file")
    text = read_text(sent)
    if text.lstrip().startswith("<"):
        read, origin = read_gpx(text, _origin(place))
        return read, origin, "gps"
    latitude = place.climate.latitude_deg
    found_, at = read_geojson(text, "metres" in posted, _origin(place), latitude, "confirmed" in posted)
    return found_, at, ""


def _outline(item: Incoming, posted: dict[str, str]) -> Outline:
    kind = item.kind if item.kind in KINDS or item.kind in CONTEXTS else posted.get("kind", "bed")
    facts = item.details.get("facts")
    texts = {str(k): str(v) for k, v in facts.items()} if isinstance(facts, dict) else {}
    grass = str(item.details.get("grass") or posted.get("grass", ""))
    turn = item.details.get("turn_deg")
    turned = float(turn) if isinstance(turn, int | float) and abs(turn) <= 360 else 0.0
    return Outline(item.name, kind, item.ring, item.holes, texts, grass if kind == "lawn" else "", turned)


def _origin(place: PropertyRow) -> tuple[float, float] | None:
    if place.origin_longitude is None or place.origin_latitude is None:
        return None
    return place.origin_longitude, place.origin_latitude


def _line(row: AreaRow) -> AreaLine:
    method = METHODS[row.outline.method].name if row.outline else f"{row.kind}, by its facts"
    known = "; ".join(f"{name}={text.replace(chr(10), ' / ')}" for name, text in sorted(row.fact_texts.items()))
    return AreaLine(
        row.name,
        row.kind,
        row.size_m2,
        row.low_m2,
        row.high_m2,
        row.error_m2,
        method,
        row.instrument,
        row.x_m,
        row.y_m,
        row.turn_deg,
        known,
    )


def _file(text: str, kind: str, name: str) -> Response:
    return Response(text, media_type=kind, headers={"content-disposition": f'attachment; filename="{name}"'})


def _page(
    request: Request, place: PropertyRow, typed: dict[str, str], faults: Faults, done: list[str], status: int = 200
) -> HTMLResponse:
    return render(
        request,
        "files/files.html",
        status,
        units=units_of(place.units),
        place=place,
        origin=_origin(place),
        typed=typed,
        faults=faults,
        done=done,
        kinds=AS_CHOICES,
        grasses=[(g.key, g.common_name) for g in GRASSES],
    )
