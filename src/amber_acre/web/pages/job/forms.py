"""Forms of the job page: a job changed, copied, made by hand, done without product, struck out."""

from __future__ import annotations

import re
from datetime import date
from typing import Annotated, Self

from pydantic import BeforeValidator, ValidationInfo, field_validator, model_validator

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Placement, Work
from amber_acre.core.mulch.depth import check_depth
from amber_acre.core.mulch.supply import volume_m3
from amber_acre.core.products.product import Product
from amber_acre.core.rules.dosing import dose_by_count
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.mulched import lies_on_m2, mulch_of
from amber_acre.core.typed_counts import count_rate, counted, is_by_count
from amber_acre.core.typed_label import span_days
from amber_acre.core.typed_units import plainly
from amber_acre.web.forms.days import DoneOn, PlannedOn
from amber_acre.web.forms.fields import Checked, Needed, Note, OptionalLength, Whole
from amber_acre.web.forms.reading import Form

_DEEP = re.compile(r"(.*\d.*?(?:mm|cm|in|inch|inches|″|\"))(?:\s+deep)?", re.IGNORECASE)  # of a mulch


def _on_shelf(product: int, info: ValidationInfo) -> Product | None:
    shelf: dict[int, Product] = (info.context or {})["shelf"]
    if product and product not in shelf:
        raise NotUnderstood("Choose a product from the shelf.", field="product")
    return shelf.get(product)


def _window_days(value: object) -> int:
    text = str(value or "").strip()
    return round(span_days(text, "days").value) if text else 0


class JobForm(Form):
    """A job's day, product, rate and placement as typed. Context: ``shelf``, products by key; the job's ``work``.

    ``rate_shown`` is the rounded rate the form was filled with: left untouched, the exact rate stays, and with another
    product the nitrogen stays. ``warned``: keys of the rules somebody has read and answers with ``reason``.
    """

    version: Whole
    on_day: date
    product: Whole = 0
    rate: str = ""
    rate_shown: str = ""
    placement: Placement = "surface"
    skipped: Checked = False
    reason: Note = ""
    warned: str = ""

    @model_validator(mode="after")
    def _readable(self, info: ValidationInfo) -> Self:
        product = _on_shelf(self.product, info)
        if product is not None and self.rate.strip() and self.rate != self.rate_shown:
            check_dose(self.rate, product, (info.context or {})["work"])
        if not self.reason:
            raise MissingInput("Say why it is changed: it is kept with the job.", field="reason")
        return self


class NewJobForm(Form):
    """A job made by hand. Context: ``shelf``, ``today``."""

    name: Note = ""
    work: Work
    on_day: PlannedOn
    days: Annotated[int, BeforeValidator(_window_days)] = 14
    product: Whole = 0
    rate: str = ""
    placement: Placement = "surface"
    reason: Needed
    warned: str = ""

    @field_validator("days")
    @classmethod
    def _window(cls, value: int) -> int:
        if not 1 <= value <= 120:
            raise OutOfRange("A window is 1 to 120 days long.", field="days", limits=(1, 120))
        return value

    @model_validator(mode="after")
    def _readable(self, info: ValidationInfo) -> Self:
        product = _on_shelf(self.product, info)
        if product is not None:
            check_dose(self.rate, product, self.work)
        elif self.rate.strip():
            raise MissingInput("A rate needs its product. Choose it from the shelf.", field="product")
        return self


class CopyForm(Form):
    """Where and when a job is to be done as well. Context: ``today``."""

    area: Whole
    copy_day: PlannedOn
    copy_reason: Needed
    warned: str = ""


class WorkForm(Form):
    """A work without product that was done. Context: ``today``."""

    form_key: Needed
    done_on: DoneOn
    who: Needed
    note: Note = ""
    probe: OptionalLength = None


class StrikeForm(Form):
    """Why a work does not count, and who says so."""

    who: Needed
    why: Needed


def check_dose(text: str, product: Product, work: Work) -> None:
    """Refuses a dose that :func:`read_dose` would not read on any ground."""
    plain, _ = counted(text)
    if is_by_count(plain):
        count_rate(plain)
    else:
        read_dose(text, product, work, None)


def read_dose(text: str, product: Product, work: Work, ground: Ground | None) -> Dose:
    """A dose typed for a job: mulch as a volume in all (``0.4 m³``) or as deep as it is laid (``50 mm``), like anything
    as a rate per area, and on a ``ground`` by plant, trunk, hedge or litre. Without a ground it is only read."""
    if ground is not None and is_by_count(counted(text)[0]):
        return dose_by_count(text, product, ground)
    if work == "mulch" and product.density_kg_l and "/" not in plainly(text) and text.strip():
        lies_on = lies_on_m2(ground, mulch_of(ground, product, work)) if ground is not None else 1.0
        return Dose(_mulch_m3(text, lies_on), "volume")
    return Dose(read_rate(text, product).value)


def _mulch_m3(text: str, ground_m2: float) -> float:
    """Mulch in all, m³, of a volume or a depth over its ground."""
    deep = _DEEP.fullmatch(text.strip())
    if deep is not None:
        return volume_m3(ground_m2, check_depth(typed.length(deep[1], field="rate").value * 1000, "rate"))
    try:
        return typed.volume(text, field="rate").value / 1000
    except NotUnderstood:
        sentence = (
            f"“{text}” is no amount of mulch. Type a volume, like 0.4 m³ or 14 ft³, or a depth, like 50 mm or 2 in."
        )
        raise NotUnderstood(sentence, field="rate", value=text) from None


def read_rate(text: str, product: Product, field: str = "rate") -> typed.Typed:
    """A rate typed for a product, as g/m² of product; liquids by volume and density."""
    if not product.liquid:
        read = typed.mass_rate(text, field)
    else:
        by_volume = typed.volume_rate(text, field)
        read = typed.Typed(by_volume.text, by_volume.value * (product.density_kg_l or 0.0), "g/m²")
    if read.value <= 0:
        raise AmberError("A rate must be above zero. To leave the job out, tick “Leave out”.", field=field)
    return read
