"""The form of a look: what was seen of an area; everything may stay unknown."""

from __future__ import annotations

from typing import Annotated, Any, Self

from pydantic import BeforeValidator, ValidationInfo, field_validator, model_validator

from amber_acre.core import typed
from amber_acre.core.errors import NotUnderstood
from amber_acre.core.measure.condition import AMOUNTS, COLOURS, Look
from amber_acre.web.forms.days import SeenOn
from amber_acre.web.forms.fields import Needed, Note, OptionalPercent, OptionalPh
from amber_acre.web.forms.reading import Form


def _depth(value: Any, info: ValidationInfo) -> float | None:
    text = str(value or "").strip()
    if not text:
        return None
    bare = (info.context or {}).get("bare_depth", "cm")
    if text.strip("0. ") == "" or text.split()[0].strip("0.") == "":
        return 0.0
    return typed.length(text, bare, info.field_name or "").value * 1000


Depth = Annotated[float | None, BeforeValidator(_depth)]


class LookForm(Form):
    on_day: SeenOn
    who: Needed
    colour: str = ""
    bare: OptionalPercent = None
    thatch_mm: Depth = None
    probe_mm: Depth = None
    dry_spots: str = ""
    mulch_mm: Depth = None
    weeds: str = ""
    root_mm: Depth = None
    spot: Note = ""
    ph: OptionalPh = None
    note: Note = ""
    photo_spot: Note = ""
    form_key: Needed

    @field_validator("dry_spots", "weeds")
    @classmethod
    def _amount(cls, value: str, info: ValidationInfo) -> str:
        if value and value not in AMOUNTS:
            raise NotUnderstood("Choose one of the options.", field=info.field_name or "")
        return value

    @field_validator("colour")
    @classmethod
    def _step(cls, value: str) -> str:
        if value and value not in {str(n) for n in COLOURS}:
            raise NotUnderstood("Choose one of the options.", field="colour")
        return value

    @model_validator(mode="after")
    def _plausible(self) -> Self:
        self.look()
        return self

    def look(self) -> Look:
        """The core value; refuses what the core refuses."""
        return Look(
            self.on_day,
            self.who,
            int(self.colour) if self.colour else None,
            self.bare.value if self.bare else None,
            self.thatch_mm,
            self.probe_mm,
            self.dry_spots,
            self.mulch_mm,
            self.weeds,
            self.root_mm,
            self.spot,
            self.ph,
            self.note,
        )
