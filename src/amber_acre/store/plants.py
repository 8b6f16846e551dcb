"""The plants a firm sees: the shipped catalogue with the firm's changes over it, and plants of its own."""

from __future__ import annotations

from collections.abc import Mapping

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.tables.plant_names import nearest
from amber_acre.core.tables.plants import Plant, catalogue, changed, key_of, own_plant
from amber_acre.store.stamps import FIRM, under
from amber_acre.store.tables import PlantEditRow

OWN = "own-"


def plants(session: Session) -> list[Plant]:
    """Every plant as the firm sees it, its own last."""
    edits: dict[str, dict[str, str]] = {}
    for row in session.scalars(select(PlantEditRow).order_by(PlantEditRow.plant)):
        edits.setdefault(row.plant, {})[row.name] = row.text
    shipped = [changed(plant, edits.get(plant.key, {})) for plant in catalogue().values()]
    return [*shipped, *(own_plant(key, texts) for key, texts in edits.items() if key.startswith(OWN))]


def plant_of(session: Session, key: str) -> Plant | None:
    rows = session.scalars(select(PlantEditRow).where(PlantEditRow.plant == key))
    texts = {row.name: row.text for row in rows}
    if key.startswith(OWN):
        return own_plant(key, texts) if texts else None
    plant = catalogue().get(key)
    return None if plant is None else changed(plant, texts)


@under(FIRM)
def plants_by_name(session: Session) -> Mapping[str, Plant]:
    """Every plant by its botanical and each of its common names, in small letters; the first of a name stands."""
    found: dict[str, Plant] = {}
    for plant in plants(session):
        for name in (plant.botanical, *plant.common.split(";")):
            found.setdefault(name.strip().lower(), plant)
    return found


def plant_named(session: Session, name: str) -> Plant | None:
    """The plant that a typed name means, as the firm has changed it; None where it means none."""
    named = plants_by_name(session)
    return named.get(name.strip().lower()) or nearest(name, named)


def edit_plant(session: Session, key: str, texts: Mapping[str, str]) -> None:
    """Keeps what differs from the shipped catalogue, the rest follows its updates; of an own plant everything."""
    shipped = catalogue().get(key)
    kept = {name: text for name, text in texts.items() if shipped is None or text != shipped.text(name)}
    names = delete(PlantEditRow).where(PlantEditRow.plant == key)
    session.execute(names if shipped is not None else names.where(PlantEditRow.name.in_(kept)))
    session.add_all(PlantEditRow(plant=key, name=name, text=text) for name, text in kept.items())
    session.flush()


def add_plant(session: Session, texts: Mapping[str, str]) -> str:
    """Adds a plant of the firm's own; its key. Refuses one that is there already (DoesNotFit)."""
    key = OWN + key_of(texts.get("botanical", ""))
    own_plant(key, texts)
    if plant_of(session, key) is not None or key.removeprefix(OWN) in catalogue():
        raise DoesNotFit("This plant is in the catalogue already. Change it there.", field="botanical")
    edit_plant(session, key, texts)
    return key
