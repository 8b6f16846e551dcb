"""The mulch of an area by everything that is written down of it: looks, the form, and what was laid or is planned."""

from __future__ import annotations

from collections.abc import Collection, Iterable
from datetime import date

from amber_acre.core.jobs.job import Job, Placement, Work
from amber_acre.core.jobs.use import Use
from amber_acre.core.mulch.lying import Layer, lying_mm
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import GramsPerSquareMetre, SquareMetres
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.spots import lines_m2
from amber_acre.core.tables.care_groups import DRY, group_of_plant
from amber_acre.core.tables.mulches import MULCHES, Condition, Mulch
from amber_acre.core.tables.plants import Plant

HOT_MULCH_C = 30.0  # usual maximum of the warmest month from which stone heats plants [common-practice]


def conditions_of_ground(ground: Ground) -> tuple[Condition, ...]:
    """What of a ground, whatever grows there, speaks for or against kinds of mulch."""
    holds: tuple[tuple[Condition, bool], ...] = (
        ("slope", ground.steep),
        ("wind", ground.says("wind") == "exposed"),
        ("heat", max(ground.climate.max_c) >= HOT_MULCH_C),
        ("wet", ground.says("wet") == "yes"),
        ("fire", ground.says("fire") == "yes"),
        ("untested", ground.phosphorus == "unknown" and not ground.traits.by_litre),
        ("high_p", ground.phosphorus == "high" and not ground.traits.by_litre),
    )
    return tuple(condition for condition, there in holds if there)


def of_groups(ground: Ground, groups: Collection[str]) -> list[Plant]:
    """Plants of care groups that grow on a ground."""
    return [plant for plant in ground.plants if group_of_plant(plant) in groups]


def stands_dry(ground: Ground) -> bool:
    """Whether all that grows there is of dry country, lines nobody finds in the catalogue aside."""
    return bool(ground.plants) and len(of_groups(ground, DRY)) == len(ground.plants)


def bare_under(ground: Ground, mulch: Mulch) -> list[Plant]:
    """Dry-country plants among others that a mulch would rot: it keeps off them."""
    rots = "dry_natives" in dict(mulch.wrong) and not stands_dry(ground)
    return of_groups(ground, DRY) if rots else []


def lies_on_m2(ground: Ground, mulch: Mulch | None) -> float:
    """Ground that a mulch (None: of a kind not known) lies on, m², rings of stems not taken off: under a tree its ring,
    in a bed all but the ground of plants it would rot."""
    return ground.mulched_m2 - (lines_m2(ground, bare_under(ground, mulch)) if mulch is not None else 0.0)


def mulch_of(ground: Ground, product: Product | None, work: Work) -> Mulch | None:
    """The mulch that a product lays on a planting; None where it lays none."""
    if product is None or ground.traits.turf or not (product.loose or work == "mulch"):
        return None
    return MULCHES.get(product.soil.material)


def mulch_lies_on_m2(ground: Ground, product: Product | None, work: Work) -> SquareMetres | None:
    """Ground that a product lies on as mulch, m²; None of what lays none."""
    mulch = mulch_of(ground, product, work)
    return None if mulch is None else SquareMetres(lies_on_m2(ground, mulch))


def laid_on_m2(ground: Ground, job: Job) -> SquareMetres | None:
    """Ground that a job's mulch is laid on; None of a job that lays none."""
    on = mulch_lies_on_m2(ground, job.product, job.work)
    return SquareMetres(lies_on_m2(ground, None)) if on is None and job.dose.basis == "volume" else on


def where_it_lies(ground: Ground, job: Job, rate_g_m2: float, over_all_g_m2: float) -> GramsPerSquareMetre:
    """Rate where a job's product lies, g/m²: as it was put down (``rate_g_m2``), mulch on its own ground alone.

    ``over_all_g_m2``: its rate over the whole area, of which that ground has everything.
    """
    mulch = mulch_of(ground, job.product, job.work)
    lies_on = ground.size_m2 if mulch is None else lies_on_m2(ground, mulch)
    if lies_on >= ground.size_m2:
        return GramsPerSquareMetre(rate_g_m2)
    return GramsPerSquareMetre(max(rate_g_m2, over_all_g_m2 * ground.size_m2 / lies_on))


def settled_mm(product: Product, mulch: Mulch, rate_g_m2: float, placement: Placement = "surface") -> float:
    """Depth of mulch, settled, mm, of a rate where it lies, g/m²; 0 where it is tilled in or has no density."""
    if product.density_kg_l is None or placement == "tilled":
        return 0.0
    return rate_g_m2 / 1000 / product.density_kg_l * (1 - mulch.settles)


def layers(ground: Ground, uses: Iterable[Use]) -> list[Layer]:
    """Each layer that uses of an area lay, down or still planned."""
    found = []
    for use in uses:
        mulch = mulch_of(ground, use.product, use.work)
        if mulch is None or use.product is None:
            continue
        rate = use.rate_g_m2 * ground.size_m2 / lies_on_m2(ground, mulch)
        depth = settled_mm(use.product, mulch, rate, use.placement)
        if depth > 0:
            found.append(Layer(use.on, mulch.key, depth))
    return found


def mulch_on(ground: Ground, uses: Iterable[Use], day: date) -> tuple[float, str]:
    """Depth of mulch, mm, and its kind ('' unknown) on a day, by what was seen and by every use up to it.

    The kind is that of the form, where nothing was said the kind laid last.
    """
    said = ground.says("mulch_kind")
    seen = Layer(ground.mulch_on, "" if said == "none" else said, ground.mulch_mm)
    laid = layers(ground, (use for use in uses if use.on <= day))
    kind = seen.kind or (max(laid, key=lambda one: str(one.on)).kind if laid else "")
    return lying_mm(seen, laid, day), kind
