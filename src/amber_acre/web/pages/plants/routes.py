"""The plant catalogue: find, read, change; the firm's changes stand over what is shipped."""

from __future__ import annotations

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from amber_acre.core.errors import AmberError
from amber_acre.core.soil.entry import read_value
from amber_acre.core.tables import plants as table
from amber_acre.core.tables.plants import EDITABLE, FLAGS, GROUPS, GROWTH, NITROGEN_G_M2, SUN, Plant, catalogue, key_of
from amber_acre.store import plants as store
from amber_acre.web.forms.reading import Fault, Faults
from amber_acre.web.page import Posted, Reading, Writing, found, go, render

router = APIRouter()


@router.get("/almanac/plants")
def list_plants(request: Request, session: Reading, q: str = "", group: str = "", ph: str = "") -> HTMLResponse:
    """Plants by part of a name, group and a pH their range takes in; all pH where it is no figure, which is said."""
    wanted = q.strip().lower()
    faults: Faults = {}
    at: float | None = None
    if ph.strip():
        try:
            at, _ = read_value("ph", ph)
        except AmberError as error:
            faults["ph"] = Fault(error.sentence)
    chosen = [
        plant
        for plant in store.plants(session)
        if (not wanted or wanted in plant.names)
        and (group not in GROUPS or plant.group == group)
        and (at is None or plant.ph[0] <= at <= plant.ph[1])
    ]
    return render(
        request,
        "plants/list.html",
        plants=chosen,
        typed={"q": q, "group": group, "ph": ph},
        faults=faults,
        groups=GROUPS,
        words=_words,
        sun=lambda letters: ", ".join(SUN[letter] for letter in letters),
        total=len(store.plants(session)),
    )


@router.get("/almanac/plants/new")
def new_plant(request: Request) -> HTMLResponse:
    return _new(request, {"growth": "one flush", "nitrogen": "medium", "salt": "moderate", "mulch": "organic"}, {})


@router.post("/almanac/plants/new")
def add_plant(request: Request, session: Writing, posted: Posted) -> Response:
    """Adds a plant of the firm's own; every fault at once."""
    texts, faults = _read(posted)
    texts |= {"botanical": posted.get("botanical", "").strip(), "group": posted.get("group", "")}
    if texts["group"] not in GROUPS:
        faults["group"] = Fault("Choose a group.")
    if not key_of(texts["botanical"]):
        faults["botanical"] = Fault("Type the botanical name, or the one you go by.")
    if not faults:
        try:
            return go(f"/almanac/plants/{store.add_plant(session, texts)}")
        except AmberError as error:
            faults[error.field or "botanical"] = Fault(error.sentence)
    return _new(request, posted, faults, 422)


@router.get("/almanac/plants/{key}")
def show_plant(request: Request, session: Reading, key: str) -> HTMLResponse:
    plant = found(store.plant_of(session, key), "This plant")
    return _form(request, plant, {name: plant.text(name) for name in EDITABLE}, {})


@router.post("/almanac/plants/{key}")
def change_plant(request: Request, session: Writing, posted: Posted, key: str) -> Response:
    plant = found(store.plant_of(session, key), "This plant")
    if "ship" in posted:
        store.edit_plant(session, key, {})
        return go(f"/almanac/plants/{key}")
    texts, faults = _read(posted)
    if faults:
        return _form(request, plant, posted, faults, 422)
    store.edit_plant(session, key, texts)
    return go(f"/almanac/plants/{key}")


def _read(posted: dict[str, str]) -> tuple[dict[str, str], Faults]:
    """Every editable field as it is kept, and the faults of those that cannot be."""
    texts: dict[str, str] = {}
    faults: Faults = {}
    for name in EDITABLE:
        try:
            read = table.read_field(name, posted.get(name, "").strip())
            texts[name] = table.ph_text(read) if isinstance(read, tuple) else str(read)
        except AmberError as error:
            faults[name] = Fault(error.sentence)
    return texts, faults


def _words(plant: Plant) -> list[str]:
    """What to mind of a plant, in words."""
    return [FLAGS[flag] for flag in plant.flags]


def _form(request: Request, plant: Plant, typed: dict[str, str], faults: Faults, status: int = 200) -> HTMLResponse:
    shipped = catalogue().get(plant.key)
    return render(
        request,
        "plants/plant.html",
        status,
        plant=plant,
        shipped={name: shipped.text(name) for name in plant.edited} if shipped else {},
        typed=typed,
        faults=faults,
        words=_words(plant),
        sun=[SUN[letter] for letter in plant.sun],
        growth=GROWTH,
        nitrogen=NITROGEN_G_M2,
        flags=FLAGS,
        suns=SUN,
        salts=table.SALT,
        mulches=table.MULCH,
    )


def _new(request: Request, typed: dict[str, str], faults: Faults, status: int = 200) -> HTMLResponse:
    return render(
        request,
        "plants/new.html",
        status,
        typed=typed,
        faults=faults,
        groups=GROUPS,
        growth=GROWTH,
        nitrogen=NITROGEN_G_M2,
        flags=FLAGS,
        suns=SUN,
        salts=table.SALT,
        mulches=table.MULCH,
    )
