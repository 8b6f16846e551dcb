"""Area forms: measured shape or facts, what is known about the place; for a lawn what grows and the soil evidence."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import field_validator, model_validator

from amber_acre.core.care.brief import Upkeep
from amber_acre.core.errors import DoesNotFit, NotUnderstood
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.store.tables import AreaRow
from amber_acre.web.forms.fields import Needed, Whole
from amber_acre.web.forms.measuring import SizeForm
from amber_acre.web.forms.reading import Form
from amber_acre.web.forms.soil import SoilTestForm


class AreaForm(Form):
    """An area drawn by its facts; the facts are read by the core, by the kind's own declaration."""

    name: Needed
    version: int = 0


class CopiesForm(Form):
    """How many more of an area are made."""

    copies: Whole


class MeasuredForm(AreaForm):
    """An area with a measured outline."""

    size: SizeForm


class PatchForm(MeasuredForm):
    parent: str = ""

    @field_validator("parent")
    @classmethod
    def _chosen(cls, value: str) -> str:
        if not value.isdecimal():
            raise NotUnderstood(
                "Choose the lawn the patch lies in. If there is none yet, measure the lawn first.", field="parent"
            )
        return value


class LawnForm(MeasuredForm):
    grass: str
    upkeep: Upkeep
    clippings: Literal["returned", "removed"]
    water: Literal["irrigated", "rain"]
    evidence: Literal["none", "test", "kept"]
    soil: SoilTestForm | None = None

    @field_validator("grass")
    @classmethod
    def _known(cls, value: str) -> str:
        if value not in GRASS_BY_KEY:
            raise NotUnderstood("Choose what grows there.", field="grass")
        return value

    @model_validator(mode="before")
    @classmethod
    def _soil_only_if_tested(cls, values: dict[str, object]) -> dict[str, object]:
        return values if values.get("evidence") == "test" else {**values, "soil": None}

    @model_validator(mode="after")
    def _test_there(self) -> Self:
        if self.evidence == "test" and self.soil is None:  # pragma: no cover - the page always sends its fields
            raise DoesNotFit("Fill in the test, or say that there is none.", field="evidence")
        return self


FORMS: dict[str, type[AreaForm]] = {"lawn": LawnForm, "patch": PatchForm, "bed": MeasuredForm}


def form_for(kind: str) -> type[AreaForm]:
    """The form of a kind."""
    return FORMS.get(kind, AreaForm)


def typed_area(row: AreaRow) -> dict[str, str]:
    """An area as the form shows it, without its shapes."""
    texts = {"name": row.name, "version": str(row.version)}
    texts |= {f"facts-{name}": text for name, text in row.fact_texts.items()}
    if row.kind == "patch":
        texts["parent"] = str(row.parent_id)
    if row.kind == "lawn":
        texts |= {
            "grass": row.grass,
            "upkeep": row.upkeep,
            "clippings": "returned" if row.clippings_returned else "removed",
            "water": "irrigated" if row.irrigated else "rain",
            "evidence": "kept" if row.soil_tests else "none",
        }
    return texts
