"""A mix by the litre, for drenches and pots: each product in so much water, scaled to tanks, held against its label."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from amber_acre.core.bench.mixing import MOST_PARTS, SHARE_AT_MOST, against, in_order
from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.jobs.brings import Brings, brings
from amber_acre.core.products.pot_feeding import SALT_LIMIT_MG_L
from amber_acre.core.products.product import Product
from amber_acre.core.working import Figure, Working

LITRES_AT_MOST = 20_000.0  # of one mix: a tanker is no tank [common-practice]


@dataclass(frozen=True)
class InWater:
    """A product and how much of it goes into a litre of mix, g above 0."""

    product: Product
    g_l: float

    def __post_init__(self) -> None:
        if self.g_l <= 0:
            raise OutOfRange("A rate of a mix is above zero.", field="rate", limits=(0, None))

    @property
    def fit(self) -> Literal["fits", "under", "over", "unsaid"]:
        """How it lies by the label's rate in water; 'unsaid' where the label gives none."""
        rate = self.product.label.rate_by("water")
        if rate is None:
            return "unsaid"
        if self.g_l * 1000 > rate.high * (1 + 1e-9):
            return "over"
        return "under" if self.g_l * 1000 < rate.low * (1 - 1e-9) else "fits"

    @property
    def share(self) -> float:
        """Of the mix that it takes by volume; what dissolves takes none."""
        product = self.product
        return self.g_l / 1000 / product.density_kg_l if product.liquid and product.density_kg_l else 0.0


@dataclass(frozen=True)
class Weighed:
    """A part with what goes into a full tank, into the last one, and in all, kg."""

    part: InWater
    tank_kg: float
    last_kg: float
    all_kg: float


@dataclass(frozen=True)
class WaterMix:
    """Parts in the order they go in; mix and tanks in litres; what a litre of it holds, g; what speaks against it."""

    parts: tuple[Weighed, ...]
    litres: float
    tanks: int
    last_l: float
    water_l: float
    holds: Brings
    against: tuple[str, ...]
    strong: str
    working: Working

    @property
    def over(self) -> tuple[InWater, ...]:
        """Parts whose rate is not the label's."""
        return tuple(one.part for one in self.parts if one.part.fit in ("over", "under"))


def water_mix(parts: Sequence[InWater], litres: float, tank_l: float) -> WaterMix:
    """Scales a recipe by the litre to a volume and a tank, both above 0 L, the volume to LITRES_AT_MOST (OutOfRange).

    MissingInput without a part, DoesNotFit where it is more product than water. ``strong``: a sentence where a litre
    holds more nitrogen than roots bear [common-practice].
    """
    if not parts:
        raise MissingInput("Choose one product at least, with its rate.", field="product-0")
    if len(parts) > MOST_PARTS:
        raise OutOfRange(f"At most {MOST_PARTS} parts in one tank.", field="product-0", limits=(1, MOST_PARTS))
    for value, most, name in ((litres, LITRES_AT_MOST, "water"), (tank_l, LITRES_AT_MOST, "tank")):
        if not 0 < value <= most:
            raise OutOfRange(
                f"This lies above 0 and up to {most:,.0f} L. Check the unit.", field=name, value=value, limits=(0, most)
            )
    share = sum(part.share for part in parts)
    if share > SHARE_AT_MOST:
        raise DoesNotFit(
            f"{share:.0%} of the mix would be product. Check the rates and their units.", field="rate-0", value=share
        )
    working = Working("Mix by the litre")
    figures = [Figure("litres", litres, "L", "mix"), Figure("tank", tank_l, "L", "a tank")]
    count = working.step(
        "Tanks", "ceil(litres / tank)", figures, float(math.ceil(round(litres / tank_l, 9))), "", "plane-geometry"
    )
    tanks = Figure("tanks", count, "", "tanks")
    last = working.step(
        "Last tank",
        "litres - (tanks - 1) * tank",
        [*figures, tanks],
        litres - (count - 1) * tank_l,
        "L",
        "plane-geometry",
    )
    full = min(tank_l, litres)
    weighed = tuple(_weighed(part, full, last, litres, working) for part in in_order(parts))
    holds = Brings()
    for part in parts:
        holds += brings(part.product, part.g_l)
    strong = ""
    if holds.nitrogen * 1000 > SALT_LIMIT_MG_L:
        strong = (
            f"{holds.nitrogen * 1000:,.0f} mg/L of nitrogen: stronger than {SALT_LIMIT_MG_L:,.0f} mg/L burns roots."
            " Check the rates."
        )
    return WaterMix(
        weighed, litres, int(count), last, litres * (1 - share), holds, tuple(against(parts)), strong, working
    )


def _weighed(part: InWater, full_l: float, last_l: float, litres: float, working: Working) -> Weighed:
    per = Figure("per", part.g_l, "g/L", part.product.name)
    tank = Figure("tank", full_l, "L", "a full tank")
    each = working.step(
        f"{part.product.name} in a tank",
        "per * tank / 1000",
        [per, tank],
        part.g_l * full_l / 1000,
        "kg",
        "plane-geometry",
    )
    return Weighed(part, each, part.g_l * last_l / 1000, part.g_l * litres / 1000)
