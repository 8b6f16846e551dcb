"""The property form: client, name, climate (a depot's or its own), rule set, units, plot."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import model_validator

from amber_acre.core.errors import MissingInput
from amber_acre.web.forms.climate import ClimateForm
from amber_acre.web.forms.fields import Needed, Note, OptionalArea
from amber_acre.web.forms.reading import Form
from amber_acre.web.forms.rules import RuleSetForm


class PropertyForm(Form):
    client: Needed
    contact: Note = ""
    name: Needed
    units: Literal["metric", "us"]
    plot: OptionalArea = None
    climate_id: str
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

    @model_validator(mode="after")
    def _chosen(self) -> Self:
        if self.climate_id != "own" and not _is_key(self.climate_id):
            raise MissingInput("Choose a climate, or enter its own.", field="climate_id")
        if self.rule_set_id != "own" and not _is_key(self.rule_set_id):
            raise MissingInput("Choose a rule set, or enter a new one.", field="rule_set_id")
        return self


def _is_key(text: str) -> bool:
    return text.isdecimal() and len(text) < 16
