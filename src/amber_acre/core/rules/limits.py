"""How much of lime or sulphur may go down at once or in a year, by how it is placed; and what is not done at all."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Literal

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.jobs.job import Placement
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import POUND_PER_ACRE_G_M2, POUND_PER_THOUSAND_G_M2
from amber_acre.core.soil.sulphur import sulphur_equivalent
from amber_acre.core.working import Working

Direction = Literal["up", "down"]


@dataclass(frozen=True)
class Cap:
    """Most of one application and of any twelve months, g/m² of product (lime) or of sulphur; None: no yearly limit."""

    once_g_m2: float
    year_g_m2: float | None
    words: str
    source: str


# Limestone, lb/1000 ft²: on the surface 50 (up to 75 is told), raked in 75, tilled in 100 [surface-lime].
LIME_CAPS: dict[Placement, Cap] = {
    "surface": Cap(50 * POUND_PER_THOUSAND_G_M2, None, "50 lb/1000 ft² on the surface at a time", "surface-lime"),
    "raked": Cap(75 * POUND_PER_THOUSAND_G_M2, None, "75 lb/1000 ft² raked in at a time", "surface-lime"),
    "tilled": Cap(100 * POUND_PER_THOUSAND_G_M2, None, "100 lb/1000 ft² tilled in at a time", "surface-lime"),
}
SURFACE_LIME_MOST_G_M2 = 75 * POUND_PER_THOUSAND_G_M2  # the higher figure told for the surface [surface-lime]
HYDRATED_CAP = Cap(
    5 * POUND_PER_THOUSAND_G_M2,
    10 * POUND_PER_THOUSAND_G_M2,
    "5 lb/1000 ft² of hydrated lime at a time, 10 a year",
    "from-memory",
)
# Sulphur: 400 lb/acre a year on established plants, in small doses; tilled in before planting 2 lb/100 ft² at a time.
SULPHUR_CAPS: dict[Placement, Cap] = {
    "surface": Cap(
        200 * POUND_PER_ACRE_G_M2,
        400 * POUND_PER_ACRE_G_M2,
        "400 lb/acre of sulphur a year on the surface, half of it at a time",
        "common-practice",
    ),
    "raked": Cap(
        200 * POUND_PER_ACRE_G_M2,
        400 * POUND_PER_ACRE_G_M2,
        "400 lb/acre of sulphur a year between plants, half of it at a time",
        "common-practice",
    ),
    "tilled": Cap(
        20 * POUND_PER_THOUSAND_G_M2,
        40 * POUND_PER_THOUSAND_G_M2,
        "20 lb/1000 ft² of sulphur tilled in at a time, 40 a year",
        "from-memory",
    ),
}


def lime_cap(placement: Placement) -> Cap:
    """The cap of limestone by placement; what lies round a base or under mulch lies on the surface."""
    return LIME_CAPS.get(placement, LIME_CAPS["surface"])


def sulphur_cap(placement: Placement) -> Cap:
    """The cap of sulphur by placement; what lies round a base or under mulch lies on the surface."""
    return SULPHUR_CAPS.get(placement, SULPHUR_CAPS["surface"])


def cap_of_product(direction: Direction, placement: Placement, product: Product) -> Cap:
    """The cap of a correction in g/m² of its product: of sulphur by its acid, of hydrated lime its own, of other lime
    by placement."""
    if direction == "up":
        return HYDRATED_CAP if product.soil.lime_kind == "hydrated" else lime_cap(placement)
    cap = sulphur_cap(placement)
    soil = product.soil
    share = sulphur_equivalent(soil.elemental_sulphur, product.other.get("Fe", 0.0), soil.aluminium, Working(""))
    return Cap(cap.once_g_m2 / share, None if cap.year_g_m2 is None else cap.year_g_m2 / share, cap.words, cap.source)


def why_not_tilled(placement: Placement, roots_near: bool, planted: bool, canopy: str) -> str:
    """Why nothing is dug in here: under a canopy, in the roots of hedge or tree, in standing turf, in a planted bed; ''
    where it may be.

    ``canopy``: how it is known to lie under one, '' where it does not.
    """
    if placement != "tilled":
        return ""
    if canopy or roots_near:
        known = f" ({canopy})" if canopy else ""
        return (
            f"Never till under a canopy{known}: the feeding roots lie there. Put it on the surface or rake it in"
            " lightly."
        )
    if planted:
        return "Tilling needs bare ground: say that it is unplanted, or put it on the surface in smaller steps."
    return ""


def refuse_twice(what: str, runs_since: date | None, field: str) -> None:
    """Refuses what runs already: entered again it would be put down twice (DoesNotFit)."""
    if runs_since is not None:
        raise DoesNotFit(
            f"{what} is in the year already, entered {runs_since:%-d %B %Y}: it would go down twice. End that"
            " correction first, or wait until it is through.",
            field=field,
        )


def refuse_both_ways(direction: Direction, running: Direction | None) -> None:
    """Refuses to raise and lower pH in one place and season (DoesNotFit)."""
    if running is not None and running != direction:
        words = {"up": "raised", "down": "lowered"}
        raise DoesNotFit(
            f"The pH is being {words[running]} here this season; it cannot be {words[direction]} as well. End the"
            " running correction first, and test again.",
            field="direction",
        )
