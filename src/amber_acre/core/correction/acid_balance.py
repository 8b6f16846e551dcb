"""The acid the year's fertilizers leave: as the lime it would take to undo it, by nitrogen form."""

from __future__ import annotations

from collections.abc import Iterable

from amber_acre.core.products.product import Product
from amber_acre.core.tables.acidifying import ACIDITY_PER_NITROGEN


def acidity_share(product: Product) -> float:
    """Acid (+) or base (−) of a product, g CaCO₃ for each g: nitrogen of each form × its value [pierre-1933].

    Made for nitrogen sources: what phosphate and other salts add is not counted.
    """
    return sum(share * ACIDITY_PER_NITROGEN[form] for form, share in product.nitrogen.items())


def acidity_g_m2(uses: Iterable[tuple[Product, float]]) -> float:
    """Acid (+) or base (−) of uses, each product with its rate in g/m², as g/m² of CaCO₃."""
    return sum(acidity_share(product) * rate for product, rate in uses)
