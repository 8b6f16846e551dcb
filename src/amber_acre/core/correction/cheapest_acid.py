"""Acidifying products compared by the price of what they do."""

from __future__ import annotations

from amber_acre.core.products.product import Product
from amber_acre.core.soil.sulphur import sulphur_equivalent


def cheapest_by_acid(products: list[Product]) -> list[tuple[Product, float, float]]:
    """Products that acidify with their share as sulphur and the price of a kilogram of it, cheapest first.

    Always compared per unit of sulphur: products differ tenfold. Products without a pack or a price are left out.
    """
    found = []
    for product in products:
        share = sulphur_equivalent(product.soil.elemental_sulphur, product.other.get("Fe", 0.0), product.soil.aluminium)
        if share >= 0.02 and product.packs and not product.liquid:
            found.append((product, share, min(pack.price / pack.mass_kg for pack in product.packs) / share))
    return sorted(found, key=lambda row: row[2])
