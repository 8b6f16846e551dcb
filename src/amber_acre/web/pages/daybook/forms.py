"""The log form: what really went down."""

from __future__ import annotations

from typing import Self

from pydantic import ValidationInfo, field_validator, model_validator

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, Doubtful, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.tables.nitrogen_forms import FAMILIES
from amber_acre.web.forms.amounts import read_amount
from amber_acre.web.forms.days import DoneOn
from amber_acre.web.forms.fields import Checked, Needed, Note
from amber_acre.web.forms.reading import Form

UNHEARD_OF_TIMES = 5.0  # times what is plausible on a label of the family
IMPOSSIBLE_G_M2 = 500_000.0  # half a metre of stone lies lighter
WIDER = 1.05  # times the ground something lies on, from which what was covered is asked about
FAR_OFF = 3.0  # an amount this many times off the plan is asked about


class EntryForm(Form):
    """An entry as typed.

    Context: ``shelf``, ``today``, ``size_m2`` by product, ``planned_g_m2`` or None, ``bare_area``.
    """

    form_key: Needed
    product: int
    amount: str
    covered: str
    applied_on: DoneOn
    who: Needed
    licence: Note = ""
    weather: Note = ""
    setting: Note = ""
    note: Note = ""
    reason: Note = ""
    nothing: Checked = False
    confirmed: Checked = False

    @field_validator("product")
    @classmethod
    def _on_shelf(cls, value: int, info: ValidationInfo) -> int:
        if value not in (info.context or {})["shelf"]:
            raise NotUnderstood("Choose a product from the shelf.", field="product")
        return value

    @field_validator("amount")
    @classmethod
    def _readable(cls, value: str, info: ValidationInfo) -> str:
        product = (info.context or {})["shelf"].get(info.data.get("product"))
        if product is not None and not (info.context or {}).get("may_void"):
            read_amount(value, product)
        return value

    @field_validator("covered")
    @classmethod
    def _area(cls, value: str, info: ValidationInfo) -> str:
        typed.area(value, (info.context or {})["bare_area"], "covered")
        return value

    @model_validator(mode="after")
    def _plausible(self, info: ValidationInfo) -> Self:
        context = info.context or {}
        if self.nothing and context.get("may_void"):
            if not self.reason:
                raise MissingInput("Say why the entry is struck out.", field="reason")
            return self
        read = read_amount(self.amount, context["shelf"][self.product])
        covered = typed.area(self.covered, context["bare_area"], "covered").value
        rate = read.value * 1000 / covered
        unheard_of = UNHEARD_OF_TIMES * FAMILIES[context["shelf"][self.product].family].plausible_g_m2
        if rate > IMPOSSIBLE_G_M2:
            raise OutOfRange(
                f"{rate / 1000:,.0f} kg on each square metre cannot be. Check amount, unit and area.",
                field="amount",
                value=rate,
                limits=(0, IMPOSSIBLE_G_M2),
            )
        size_m2 = context["size_m2"](context["shelf"][self.product])
        doubt = _doubt(rate, covered, size_m2, context.get("planned_g_m2"), unheard_of)
        if doubt is not None and not self.confirmed:
            raise doubt
        return self


def wider(covered_m2: float, size_m2: float) -> bool:
    """Whether more was covered than there is of the ground it lies on."""
    return covered_m2 > size_m2 * WIDER


def _doubt(rate: float, covered: float, size_m2: float, planned: float | None, unheard_of: float) -> AmberError | None:
    if wider(covered, size_m2):
        return Doubtful(
            f"{covered:,.3g} m² covered is more than the ground it lies on here, {size_m2:,.3g} m². Correct it, or"
            " confirm.",
            field="covered",
        )
    if rate > unheard_of:
        return Doubtful(
            f"{rate:,.0f} g/m² is more than any product goes down at. Check amount, unit and area, or confirm.",
            field="amount",
        )
    if planned and not planned / FAR_OFF < rate < planned * FAR_OFF:
        return Doubtful(
            f"{rate:.1f} g/m² is {rate / planned:.2g} times the planned {planned:.1f} g/m². Check amount, unit and"
            " area, or confirm.",
            field="amount",
        )
    return None
