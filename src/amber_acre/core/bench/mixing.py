"""A mix of several products for one ground: scaled to tanks, put in in order, held against labels, and what falls out.

Order and incompatibilities are common practice of the trade, no source; the labels decide, and a jar shows.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol, TypeVar

from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.jobs.brings import Brings, brings
from amber_acre.core.products.product import Product
from amber_acre.core.tables.chelates import CHELATES
from amber_acre.core.working import Figure, Working

MOST_PARTS = 8
SHARE_AT_MOST = 0.5  # of the mix may be product; more is no spray [common-practice]
SOME = 0.005  # of a product is enough to fall out with another [common-practice]
HARSH = ("iron", "acidifier", "preemergent")  # to what lives
JAR = (
    "Jar test first: a litre of the water, each part in its order and share, shaken and left for half an hour. Flakes,"
    " layers, heat or a skin: not in one tank."
)


@dataclass(frozen=True)
class Part:
    """A product and its rate over the ground, g/m² above 0."""

    product: Product
    rate_g_m2: float

    def __post_init__(self) -> None:
        if self.rate_g_m2 <= 0:
            raise OutOfRange("A rate of a mix is above zero.", field="rate", limits=(0, None))

    @property
    def fit(self) -> str:
        """How the rate lies by its label: 'fits', 'under' or 'over'."""
        label = self.product.label
        if self.rate_g_m2 > label.max_g_m2 * (1 + 1e-9):
            return "over"
        return "under" if self.rate_g_m2 < label.min_g_m2 * (1 - 1e-9) else "fits"

    @property
    def litres_m2(self) -> float:
        """Volume it takes of the mix, L/m²; what dissolves takes none."""
        return (
            self.rate_g_m2 / 1000 / self.product.density_kg_l
            if self.product.liquid and self.product.density_kg_l
            else 0.0
        )


@dataclass(frozen=True)
class Dosed:
    """A part with what goes into a full tank, into the last one, and in all, kg."""

    part: Part
    tank_kg: float
    last_kg: float
    all_kg: float


@dataclass(frozen=True)
class Mix:
    """Parts in the order they go in, tanks and mix in litres, what it brings, what speaks against it."""

    parts: tuple[Dosed, ...]
    mix_l: float
    tanks: int
    last_l: float
    water_l: float
    brings: Brings
    against: tuple[str, ...]
    over: tuple[Part, ...]
    working: Working


def mix(parts: Sequence[Part], size_m2: float, spray_l_m2: float, tank_l: float) -> Mix:
    """Scales a recipe to a ground and a tank; all above 0 (OutOfRange). DoesNotFit where it is more product than water,
    MissingInput without a part, OutOfRange over MOST_PARTS."""
    if not parts:
        raise MissingInput("Choose one product at least, with its rate.", field="product-0")
    if len(parts) > MOST_PARTS:
        raise OutOfRange(f"At most {MOST_PARTS} parts in one tank.", field="product-0", limits=(1, MOST_PARTS))
    for value, name in ((size_m2, "size"), (spray_l_m2, "spray"), (tank_l, "tank")):
        if value <= 0:
            raise OutOfRange("This is above zero.", field=name, value=value, limits=(0, None))
    share = sum(part.litres_m2 for part in parts) / spray_l_m2
    if share > SHARE_AT_MOST:
        raise DoesNotFit(
            f"{share:.0%} of the mix would be product. Check the rates and the spray volume, and their units.",
            field="spray",
            value=share,
            limits=(0, SHARE_AT_MOST),
        )
    working = Working("Mix")
    size, spray = Figure("size", size_m2, "m²", "ground"), Figure("spray", spray_l_m2, "L/m²", "mix put down")
    whole = working.step("Mix", "size * spray", [size, spray], size_m2 * spray_l_m2, "L", "plane-geometry")
    figures = [Figure("mix", whole, "L", "mix"), Figure("tank", tank_l, "L", "a tank")]
    count = working.step(
        "Tanks", "ceil(mix / tank)", figures, float(math.ceil(round(whole / tank_l, 9))), "", "plane-geometry"
    )
    tanks = Figure("tanks", count, "", "tanks")
    last = working.step(
        "Last tank", "mix - (tanks - 1) * tank", [*figures, tanks], whole - (count - 1) * tank_l, "L", "plane-geometry"
    )
    full = min(tank_l, whole)
    dosed = tuple(_dosed(part, size_m2, spray_l_m2, full, last, working) for part in in_order(parts))
    carried = Brings()
    for part in parts:
        carried += brings(part.product, part.rate_g_m2)
    return Mix(
        dosed,
        whole,
        int(count),
        last,
        whole * (1 - share),
        carried,
        tuple(against(parts)),
        tuple(part for part in parts if part.fit != "fits"),
        working,
    )


def _dosed(part: Part, size_m2: float, spray_l_m2: float, full: float, last: float, working: Working) -> Dosed:
    rate, spray = Figure("rate", part.rate_g_m2, "g/m²", part.product.name), Figure("spray", spray_l_m2, "L/m²", "mix")
    tank = Figure("tank", full, "L", "a full tank")
    per = part.rate_g_m2 / 1000 / spray_l_m2
    each = working.step(
        f"{part.product.name} in a tank",
        "rate / 1000 / spray * tank",
        [rate, spray, tank],
        per * full,
        "kg",
        "plane-geometry",
    )
    return Dosed(part, each, per * last, part.rate_g_m2 * size_m2 / 1000)


class Poured(Protocol):
    """A part of any mix."""

    @property
    def product(self) -> Product:
        """What goes into the tank."""
        ...


P = TypeVar("P", bound=Poured)


def in_order(parts: Sequence[P]) -> list[P]:
    """As they go into half a tank of water: powders that dissolve, iron, other liquids, living things, what wets."""
    return sorted(parts, key=lambda part: (_turn(part.product), part.product.name))


def _turn(product: Product) -> int:
    if product.soil.material == "wetting":
        return 5
    if product.family == "inoculant":
        return 4
    if not product.liquid:
        return 0
    return 1 if product.family == "iron" else 3 if product.family == "stimulant" else 2


def against(parts: Sequence[Poured]) -> list[str]:
    """What of the parts does not go into one tank, in sentences."""
    found = []
    for first in parts:
        for second in parts:
            if first is not second:
                found += _pair(first.product, second.product)
    found += [
        f"{part.product.name} does not dissolve: it is spread, not sprayed."
        for part in parts
        if not part.product.liquid and not _dissolves(part.product)
    ]
    return list(dict.fromkeys(found))


def _pair(first: Product, second: Product) -> list[str]:
    said = []
    if first.other.get("Ca", 0.0) >= SOME and (second.p2o5 >= SOME or second.other.get("S", 0.0) >= SOME):
        salts = "phosphate" if second.p2o5 >= SOME else "sulphate"
        said.append(f"Calcium of {first.name} falls out with the {salts} of {second.name}.")
    chelated = first.soil.material in CHELATES
    if first.other.get("Fe", 0.0) >= SOME and not chelated and second.p2o5 >= SOME:
        said.append(f"Iron of {first.name} falls out with the phosphate of {second.name}.")
    if first.family == "inoculant" and (
        second.family in ("iron", "acidifier", "preemergent") or second.other.get("Cu")
    ):
        said.append(f"{second.name} kills what lives in {first.name}.")
    if first.family == "lime" and second.nitrogen.get("ammoniacal", 0.0) > 0:
        said.append(f"{first.name} drives the ammonium of {second.name} off as ammonia.")
    return said


def _dissolves(product: Product) -> bool:
    """Whether a solid goes into solution: straight salts and soluble feeds, no coated, organic or mineral bulk."""
    slow = any(product.nitrogen.get(form, 0.0) > 0 for form in ("coated", "insoluble", "slow_soluble"))
    return product.family in ("quick", "liquid", "iron", "acidifier", "stimulant", "inoculant") and not slow
