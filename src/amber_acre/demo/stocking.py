"""Stocks the demo's shelf from ``products.toml``: labels read as the product form reads them."""

from __future__ import annotations

import tomllib
from importlib.resources import files
from typing import Any

from sqlalchemy.orm import Session

from amber_acre.core import typed
from amber_acre.core.products.label_rates import grass_keys
from amber_acre.core.products.product import Label, Pack, Product, SoilAction, parse_grade
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, Money
from amber_acre.core.tables.nitrogen_forms import NITROGEN_FORMS
from amber_acre.core.typed_counts import count_rates
from amber_acre.demo.world import TODAY
from amber_acre.store import shelf, stock

SPRING_PRICE = 0.96  # of what a pack costs by now


def stock_the_shelf(session: Session) -> None:
    """Writes every product of the file, in its order, with what was delivered in spring."""
    text = files("amber_acre.demo").joinpath("products.toml").read_text("utf-8")
    for item in tomllib.loads(text)["product"]:
        _put_on_shelf(session, item)


def _put_on_shelf(session: Session, item: dict[str, Any]) -> None:
    liquid, density = bool(item.get("liquid")), item.get("density_kg_l")
    per_unit = density if liquid and density else 1.0
    rate = typed.volume_rate if liquid else typed.mass_rate
    lowest, highest = item["label"]
    yearly = item.get("yearly_max", "")
    nitrogen, p2o5, k2o = parse_grade(item["grade"])
    forms = item.get("forms", {})
    soil = dict(item.get("soil", {}))
    soil["passing"] = {int(mesh): share for mesh, share in soil.get("passing", {}).items()}
    product = Product(
        0,
        item["name"],
        item["family"],
        liquid,
        nitrogen,
        {form: forms[form] / 100 for form in NITROGEN_FORMS if form in forms},
        p2o5,
        k2o,
        Label(
            GramsPerSquareMetre(rate(lowest).value * per_unit),
            GramsPerSquareMetre(rate(highest).value * per_unit),
            item["interval_days"],
            GramsPerSquareMetre(rate(yearly).value * per_unit) if yearly else None,
            shelf.later_max_of(item.get("later_max", ""), density if liquid else None),
            count_rates(item.get("label_by", "")),
        ),
        tuple(
            Pack(size, _pack_kg(size, liquid, density), Money(float(price)), item.get("supplier", ""))
            for size, price in item["packs"]
        ),
        {element: share / 100 for element, share in item.get("others", {}).items()},
        density,
        item.get("longevity_days"),
        SoilAction(**soil),
        item.get("sites", ""),
        " ".join(grass_keys(item.get("grasses", ""))),
    )
    row = shelf.save_product(
        session,
        product,
        label_min_typed=lowest,
        label_max_typed=highest,
        yearly_max_typed=yearly,
        rate_confirmed=bool(product.plausibility_doubts()),
        derived_from=item["derived_from"],
        later_max_typed=item.get("later_max", ""),
        label_by=item.get("label_by", ""),
        since=TODAY.replace(month=3, day=2),
    )
    delivered = (typed.volume if liquid else typed.mass)(item["stock"]).value * per_unit
    paid = None
    if item.get("supplier") and product.packs:  # of the others nobody kept the bill
        paid = round(delivered * product.packs[0].price / product.packs[0].mass_kg * SPRING_PRICE, 2)
    stock.add_delivery(session, row.id, TODAY.replace(month=3, day=2), delivered, "spring delivery", paid)


def _pack_kg(size: str, liquid: bool, density: float | None) -> Kilograms:
    """A pack's mass; loose material and liquids come by volume."""
    if density and (liquid or size.endswith(("m³", " L"))):
        return Kilograms(typed.volume(size).value * density)
    return Kilograms(typed.mass(size).value)
