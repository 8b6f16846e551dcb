"""The form that changes a planned round."""

from __future__ import annotations

from datetime import date
from typing import Self

from pydantic import ValidationInfo, model_validator

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, MissingInput, NotUnderstood
from amber_acre.core.products.product import Product
from amber_acre.web.forms.fields import Checked, Note
from amber_acre.web.forms.reading import Form


class RoundForm(Form):
    """A round's day, product and rate as typed; the rate is read by the product's state.

    ``rate_shown`` is the rounded rate the form was filled with: left untouched, the exact rate stays.
    """

    on_day: date
    product: int
    rate: str
    rate_shown: str = ""
    reason: Note = ""
    skipped: Checked = False
    version: int

    @model_validator(mode="after")
    def _rate_readable(self, info: ValidationInfo) -> Self:
        shelf: dict[int, Product] = (info.context or {})["shelf"]
        if self.product not in shelf:
            raise NotUnderstood("Choose a product from the shelf.", field="product")
        read_rate(self.rate, shelf[self.product])
        if not self.reason:
            raise MissingInput("Say why it is changed: it is kept with the round.", field="reason")
        return self


def read_rate(text: str, product: Product, field: str = "rate") -> typed.Typed:
    """A rate typed for a product, as g/m² of product; liquids by volume and density."""
    if not product.liquid:
        read = typed.mass_rate(text, field)
    else:
        by_volume = typed.volume_rate(text, field)
        read = typed.Typed(by_volume.text, by_volume.value * (product.density_kg_l or 0.0), "g/m²")
    if read.value <= 0:
        raise AmberError("A rate must be above zero. To leave the round out, tick “Leave out”.", field=field)
    return read
