"""Whole packs: how many to load, what is left over, and what emptying them would do to the rate."""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.errors import MissingInput
from amber_acre.core.products.product import Pack, Product
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, Money, SquareMetres
from amber_acre.core.working import Figure, Limit, Working


@dataclass(frozen=True)
class PackCount:
    """Whole packs of one size for a job, g/m² if every pack is emptied, and what is left otherwise."""

    pack: Pack
    packs: int
    left_over_kg: Kilograms
    emptied_rate_g_m2: GramsPerSquareMetre
    emptied_fits_label: bool
    cost: Money
    used_cost: Money


def product_amount(rate_g_m2: GramsPerSquareMetre, size_m2: SquareMetres, working: Working) -> Kilograms:
    """Mass of product for a lawn in kg: rate × size ÷ 1000. Rate and size 0 or more."""
    mass = rate_g_m2 * size_m2 / 1000
    return Kilograms(
        working.step(
            "Product for the lawn",
            "rate_g_m2 * size_m2 / 1000",
            [
                Figure("rate_g_m2", rate_g_m2, "g/m²", "rate"),
                Figure("size_m2", size_m2, "m²", "net size"),
            ],
            mass,
            "kg",
            "plane-geometry",
        )
    )


def whole_packs(amount_kg: Kilograms, pack: Pack) -> int:
    """The fewest whole packs that hold ``amount_kg``; an exact multiple is not rounded up."""
    return math.ceil(_exact_packs(amount_kg, pack))


def _exact_packs(amount_kg: Kilograms, pack: Pack) -> float:
    """Packs as a quotient, to the billionth: floating point must not turn four packs into five."""
    return round(amount_kg / pack.mass_kg, 9)


def cheapest_packs(
    product: Product, amount_kg: Kilograms, size_m2: SquareMetres, low_m2: SquareMetres, working: Working
) -> PackCount:
    """Whole packs of the one size that costs least; MissingInput where the product has no pack.

    ``low_m2`` is the small end of the lawn, where emptied packs would lie thickest: the label is held
    there.
    """
    if not product.packs:
        raise MissingInput(f"{product.name} has no pack on the shelf. Add one with its price.", field="packs")
    pack = min(product.packs, key=lambda p: (whole_packs(amount_kg, p) * p.price, p.mass_kg))
    needed = Figure("amount_kg", amount_kg, "kg", "needed")
    one = Figure("pack_kg", pack.mass_kg, "kg", "one pack")
    packs = Figure("packs", _count_packs(amount_kg, pack, needed, one, working), "packs", "whole packs")
    left = working.step(
        "Left over after the planned rate",
        "packs * pack_kg - amount_kg",
        [packs, one, needed],
        packs.value * pack.mass_kg - amount_kg,
        "kg",
        "plane-geometry",
    )
    emptied = working.step(
        "Rate if every pack were emptied",
        "packs * pack_kg * 1000 / size_m2",
        [packs, one, Figure("size_m2", size_m2, "m²", "net size")],
        packs.value * pack.mass_kg * 1000 / size_m2,
        "g/m²",
        "plane-geometry",
        (Limit("label rate", product.label.min_g_m2, product.label.max_g_m2, "label"),),
    )
    cost, used = _costs(pack, packs, needed, one, working)
    return PackCount(
        pack,
        int(packs.value),
        Kilograms(max(0.0, left)),
        GramsPerSquareMetre(emptied),
        emptied * size_m2 / low_m2 <= product.label.max_g_m2 * (1 + 1e-9),
        Money(cost),
        Money(used),
    )


def _count_packs(amount_kg: Kilograms, pack: Pack, needed: Figure, one: Figure, working: Working) -> float:
    exact = working.step(
        f"Packs of {pack.name}, exactly",
        "amount_kg / pack_kg",
        [needed, one],
        _exact_packs(amount_kg, pack),
        "packs",
        "plane-geometry",
    )
    return working.step(
        f"Whole packs of {pack.name}: rounded up",
        "ceil(exact)",
        [Figure("exact", exact, "packs", "packs exactly")],
        float(whole_packs(amount_kg, pack)),
        "packs",
        "plane-geometry",
        note="An exact multiple is not rounded up.",
    )


def _costs(pack: Pack, packs: Figure, needed: Figure, one: Figure, working: Working) -> tuple[float, float]:
    """Cost of the whole packs, and of what goes down."""
    price = Figure("price", pack.price, "money", "price of a pack")
    cost = working.step(
        "Cost of the whole packs", "packs * price", [packs, price], packs.value * pack.price, "money", "shelf"
    )
    used = working.step(
        "Cost of what goes down",
        "amount_kg / pack_kg * price",
        [needed, one, price],
        needed.value / pack.mass_kg * pack.price,
        "money",
        "shelf",
        note="The rest of the last pack stays in stock.",
    )
    return cost, used
