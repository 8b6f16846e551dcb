"""The firm's changes to the plant catalogue; they stand over what the program ships."""

from __future__ import annotations

from collections.abc import Mapping

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from amber_acre.core.tables.plants import Plant, catalogue, changed
from amber_acre.store.tables import PlantEditRow


def plants(session: Session) -> list[Plant]:
    """Every plant as the firm sees it."""
    edits: dict[str, dict[str, str]] = {}
    for row in session.scalars(select(PlantEditRow)):
        edits.setdefault(row.plant, {})[row.name] = row.text
    return [changed(plant, edits.get(plant.key, {})) for plant in catalogue().values()]


def plant_of(session: Session, key: str) -> Plant | None:
    plant = catalogue().get(key)
    if plant is None:
        return None
    rows = session.scalars(select(PlantEditRow).where(PlantEditRow.plant == key))
    return changed(plant, {row.name: row.text for row in rows})


def edit_plant(session: Session, key: str, texts: Mapping[str, str]) -> None:
    """Keeps what differs from the shipped catalogue; the rest follows its updates."""
    session.execute(delete(PlantEditRow).where(PlantEditRow.plant == key))
    shipped = catalogue()[key]
    for name, text in texts.items():
        if text != shipped.text(name):
            session.add(PlantEditRow(plant=key, name=name, text=text))
    session.flush()
