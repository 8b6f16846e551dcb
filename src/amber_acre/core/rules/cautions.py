"""Cautions of a job on its ground: the one that matters here first, the usual ones of product and work after it."""

from __future__ import annotations

from amber_acre.core.jobs.job import Work
from amber_acre.core.products.cautions import IRON_STAINS_FROM, cautions, work_cautions
from amber_acre.core.products.nutrients import phosphorus_share
from amber_acre.core.products.product import Product
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.mulched import bare_under, mulch_of
from amber_acre.core.tables.nitrogen_forms import FORM_ROWS

SALT_BURNS_FROM = 0.10  # fraction of ammonium and nitrate nitrogen in granules that burns leaves


def cautions_for(product: Product | None, ground: Ground, work: Work) -> tuple[str, ...]:
    """Every caution of a product or work on an area, in plain sentences, without saying one twice (common practice)."""
    if product is None:
        return (*_of_place(None, ground), *work_cautions(work))
    here = [*_of_product(product), *_of_plants(product, ground, work), *_of_place(product, ground)]
    usual = [words for words in cautions(product) if not _said(words, here)]
    return tuple(dict.fromkeys((*here, *usual)))


def _of_product(product: Product) -> list[str]:
    """What this product does where it is left lying."""
    found = []
    burning = sum(share for form, share in product.nitrogen.items() if FORM_ROWS[form].burns)
    if burning >= SALT_BURNS_FROM and not product.liquid:
        found.append("It burns leaves it lies on: dry leaves when it goes down, and water in the same day.")
    elif product.nitrogen.get("urea", 0.0) > 0.05 and not product.liquid:
        found.append("Urea left on the surface is lost as ammonia: water in the same day; never with fresh lime.")
    return found


def _of_plants(product: Product, ground: Ground, work: Work) -> list[str]:
    """Plants here that mulch rots, whose crowns granules rot or burn, and those that salt harms."""
    found = []
    mulch = mulch_of(ground, product, work)
    bare = [plant.common.split(";")[0] for plant in bare_under(ground, mulch)] if mulch is not None else []
    if bare:
        found.append(f"No mulch on {', '.join(bare)}: it keeps their crowns moist, and they rot. Stop a hand short.")
    crowns = [plant.common.split(";")[0] for plant in ground.plants if "c" in plant.flags]
    if crowns and not product.liquid and not product.loose:
        found.append(f"Keep granules off the crowns of {', '.join(crowns)}: in a ring outside the leaves.")
    tender = [plant.common.split(";")[0] for plant in ground.plants if plant.salt == "sensitive"]
    if tender and product.quick_fraction > 0.05 and not ground.traits.turf:
        found.append(f"Salt harms {', '.join(tender)}: the low end of the label, and water before and after.")
    return found


def _of_place(product: Product | None, ground: Ground) -> list[str]:
    """What lies beside or on this area: paving, water, slope, wind, pets, a crown over it."""
    found = []
    if product is not None:
        if ground.says("hard_edge") == "yes" and product.other.get("Fe", 0.0) >= IRON_STAINS_FROM:
            found.append("Paving runs along this area and iron stains it: leave a strip, sweep back, rinse at once.")
        water = ground.says("water")
        if water and (product.total_nitrogen or phosphorus_share(product)):
            strip = f" within {ground.rules.buffer_m:g} m" if ground.rules.buffer_m else " near it"
            found.append(f"{water[:1].upper()}{water[1:]}: nothing goes down{strip}, nothing is rinsed towards it.")
        slope = ground.metres("slope")
        if slope is not None and ground.steep and not product.loose:
            found.append(f"It slopes by {slope:.0%}: half the rate in two passes across it, never before heavy rain.")
        if ground.says("wind") == "exposed" and (product.liquid or product.family in ("lime", "sulphur", "gypsum")):
            found.append("It lies exposed: only in still hours, early or late.")
    if product is not None and not product.liquid and ground.irrigated is False:
        found.append("Nobody waters here: put it down before light rain, never before a storm.")
    if ground.says("pets") == "yes":
        found.append("Pets run here: keep them off until it is watered in and dry.")
    return found


def _said(words: str, here: list[str]) -> bool:
    """Whether a usual caution is said already by one of this place."""
    pairs = (("Iron stains paving", "iron stains it"), ("Urea left on", "Urea left on"))
    return any(words.startswith(start) and any(key in one for one in here) for start, key in pairs)
