"""Cautions of a product, always shown where they apply; the label, local code and licence decide."""

from __future__ import annotations

from amber_acre.core.products.product import Product
from amber_acre.core.quantities import POUND_KG
from amber_acre.core.tables.mulches import MULCHES

_SOIL_CAUTIONS = {
    "lime": [
        "Lime dust: mask and goggles. Not together with urea or ammonium feeds; not before a storm; light watering"
        " after."
    ],
    "sulphur": ["Sulphur dust can catch fire: no sparks or flame; mask and goggles. Water in."],
    "acidifier": ["Acid on wet skin and eyes: gloves and goggles. Water in at once."],
    "gypsum": ["Dust: mask."],
    "preemergent": ["A weedkiller: only who holds the licence for it, by its label and the local rule. Water in."],
    "inoculant": ["Live: keep it cool and dark, use it fresh, wash hands."],
    "bulk": ["Dust of sand and calcined clay is silica: mask when dry. Compost: damp it, ventilate, wash hands."],
}
HEAVY_PACK_KG = 25.0  # manual handling, common practice
IRON_STAINS_FROM = 0.01  # fraction of Fe


def work_cautions(work: str) -> tuple[str, ...]:
    """The usual cautions of work without product (common practice)."""
    if work == "core":
        return ("Find pipes, cables and sprinklers first. Guards on the machine; stout shoes; nobody within reach.",)
    return ()


def _mulch_cautions(product: Product) -> tuple[str, ...]:
    mulch = MULCHES[product.soil.material]
    found = ["Gloves. Keep it clear of bark and crowns."]
    if mulch.caution:
        found.append(mulch.caution)
    if not mulch.organic:
        found.append("Stone: lift in small loads, stout shoes, eye protection where it is tipped.")
    return tuple(found)


def cautions(product: Product) -> tuple[str, ...]:
    """The usual cautions of a product in plain sentences, most general first (common practice)."""
    if product.loose:
        return _mulch_cautions(product)
    found = [
        "The label is the law; where it differs from this sheet, the label decides.",
        "Gloves and eye protection.",
        "Keep off paving and out of drains and water; "
        + ("rinse at once." if product.liquid else "sweep granules back."),
        "Children and pets off until " + ("dry." if product.liquid else "watered in and dry."),
    ]
    if product.other.get("Fe", 0) >= IRON_STAINS_FROM:
        found.append("Iron stains paving and clothes: rinse hard surfaces at once.")
    if product.nitrogen.get("urea", 0) > 0.05:
        found.append("Urea left on the surface is lost as ammonia: water in; never with fresh lime.")
    if product.family in ("biosolid", "manure"):
        found.append("Not beside edibles unless local rules allow; wash hands.")
    if not product.liquid and product.family in ("organic", "manure", "biosolid", "conditioner"):
        found.append("Dusty: mask when pouring.")
    found += _SOIL_CAUTIONS.get(product.family, [])
    if product.soil.lime_kind == "hydrated":
        found.append(
            "Hydrated lime is caustic: goggles, mask, gloves, long sleeves; it burns eyes, throat and wet skin. Rinse"
            " with much water."
        )
    if product.soil.aluminium > 0:
        found.append(
            "Aluminium sulphate: too much is toxic to plants, and a hazard to pets and people. Label dose only, never"
            " for broad acidifying."
        )
    if any(pack.mass_kg > HEAVY_PACK_KG for pack in product.packs):
        found.append(f"A pack over {HEAVY_PACK_KG:g} kg ({HEAVY_PACK_KG / POUND_KG:.0f} lb): lift in two.")
    return tuple(found)
