"""The property form: client, name, climate (a depot's or its own), rule set, units, plot."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import field_validator, model_validator

from amber_acre.core import typed
from amber_acre.core.errors import MissingInput, OutOfRange
from amber_acre.core.season.climate_kinds import KIND_BY_KEY
from amber_acre.web.forms.climate import ClimateForm
from amber_acre.web.forms.fields import Needed, Note, OptionalArea
from amber_acre.web.forms.reading import Form
from amber_acre.web.forms.rules import RuleSetForm

PLOT_AT_MOST_M2 = 10_000_000.0  # 1,000 ha: an estate


class PropertyForm(Form):
    client: Needed
    contact: Note = ""
    name: Needed
    units: Literal["metric", "us"]
    plot: OptionalArea = None
    climate_id: str
    half: Literal["", "north", "south"] = ""
    climate: ClimateForm | None = None
    rule_set_id: str
    rules: RuleSetForm | None = None

    @model_validator(mode="before")
    @classmethod
    def _own_only_if_chosen(cls, values: dict[str, object]) -> dict[str, object]:
        kept = dict(values)
        if kept.get("climate_id") != "own":
            kept["climate"] = None
        if kept.get("rule_set_id") != "own":
            kept["rules"] = None
        return kept

    @field_validator("plot")
    @classmethod
    def _one_plot(cls, value: typed.Typed | None) -> typed.Typed | None:
        if value is not None and value.value > PLOT_AT_MOST_M2:
            raise OutOfRange(
                f"{value.value / 10_000:,.0f} ha is no one property. Check the unit.", field="plot", value=value.value
            )
        return value

    @model_validator(mode="after")
    def _chosen(self) -> Self:
        kind = self.climate_id.removeprefix("kind:")
        if self.climate_id.startswith("kind:") and kind in KIND_BY_KEY:
            if not self.half:
                raise MissingInput("North or south of the equator? The year turns on it.", field="half")
        elif self.climate_id != "own" and not _is_key(self.climate_id):
            raise MissingInput("Choose a climate, or enter its own.", field="climate_id")
        if self.rule_set_id not in ("own", "none") and not _is_key(self.rule_set_id):
            raise MissingInput("Choose a rule set, or enter a new one.", field="rule_set_id")
        return self


def _is_key(text: str) -> bool:
    return text.isdecimal() and len(text) < 16
