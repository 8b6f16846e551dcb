"""Amounts of product as typed: by weight, by volume through the density, or in whole packs."""

from __future__ import annotations

import re

from amber_acre.core import typed
from amber_acre.core.errors import DoesNotFit, MissingInput, NotUnderstood
from amber_acre.core.products.product import Product

_LOOSE = re.compile(r"\d\s*(?:m³|m3|l|litres?|yd³|yd3|cu yd|ft³|ft3|cu ft)\s*$", re.IGNORECASE)
_TIMES = re.compile(r"\s*([\d.,]+)\s*(?:(?:packs?|bags?|bottles?)\s*of|x|×)\s*(\d.*)", re.IGNORECASE)
_PACKS = re.compile(r"\s*([\d.,]+)\s*(?:x\s*)?(?:packs?|bags?|bottles?)\s*", re.IGNORECASE)


def read_amount(text: str, product: Product, field: str = "amount") -> typed.Typed:
    """An amount in kg of product from ``12 kg``, ``2.5 L`` (liquids), ``1.4 m³`` (mulch), ``3 × 22.5 kg`` or
    ``1.5 bags`` of the one pack size.

    Packs are refused where the product has none or several sizes (the size would be a guess).
    """
    packs = _PACKS.fullmatch(text)
    if packs:
        if not product.packs:
            raise MissingInput(f"{product.name} has no pack on the shelf. Type the weight.", field=field)
        if len(product.packs) > 1:
            sizes = " or ".join(pack.name for pack in product.packs)
            like = f"3 × {product.packs[0].name}"
            raise DoesNotFit(f"Packs of which size, {sizes}? Type it like {like}.", field=field)
        return typed.Typed(text.strip(), typed.number(packs[1], field) * product.packs[0].mass_kg, "kg")
    times = _TIMES.fullmatch(text)
    if times:
        return typed.Typed(text.strip(), typed.number(times[1], field) * _one(times[2], product, field).value, "kg")
    return _one(text, product, field)


def _one(text: str, product: Product, field: str) -> typed.Typed:
    """A weight or volume in kg of product."""
    if product.liquid or (product.loose and _LOOSE.search(text)):
        read = typed.volume(text, field=field)
        return typed.Typed(read.text, read.value * (product.density_kg_l or 0.0), "kg")
    try:
        return typed.mass(text, field=field)
    except NotUnderstood:
        if not product.loose:
            raise
        sentence = f"“{text}” is no amount of mulch. Type it like 1.4 m³, 14 ft³ or 12 × 60 L."
        raise NotUnderstood(sentence, field=field, value=text) from None
