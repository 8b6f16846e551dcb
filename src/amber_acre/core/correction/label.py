"""The label of one product over all its uses on an area, whichever correction, round or entry they belong to."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.products.product import Product


@dataclass(frozen=True)
class Use:
    """A day on which a product is or was put down, its rate in g/m² and what it is called."""

    on: date
    rate_g_m2: float
    words: str


def most_in_a_year(uses: Sequence[Use]) -> float:
    """The most of any twelve months, g/m²; 0 without uses."""
    return max(
        (sum(use.rate_g_m2 for use in uses if 0 <= (use.on - first.on).days < 365) for first in uses), default=0.0
    )


def hold_label(
    product: Product, planned: Sequence[Use], others: Sequence[Use], field: str, advice: str, thick: float = 1.0
) -> None:
    """Refuses uses nearer to others than the label allows, or twelve months over its maximum (DoesNotFit, at
    ``field``).

    The planned ones are taken to keep the label among themselves but for the year. ``thick``: size over the smallest
    it can be.
    """
    label = product.label
    for use in planned:
        near = next((other for other in others if abs((other.on - use.on).days) < label.interval_days), None)
        if near is not None:
            raise DoesNotFit(
                f"{near.words} lies {abs((near.on - use.on).days)} days from {use.on:%-d %B %Y}; the label of"
                f" {product.name} asks for {label.interval_days} between. {advice}",
                field=field,
            )
    most = most_in_a_year([*planned, *others]) * thick
    if label.yearly_max_g_m2 is not None and most > label.yearly_max_g_m2 * (1 + 1e-6):
        raise DoesNotFit(
            f"Twelve months would hold {product.rate_words(most)}; the label of {product.name} allows "
            f"{product.rate_words(label.yearly_max_g_m2)} a year. Choose a later day.",
            field=field,
        )
