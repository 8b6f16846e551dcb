"""Mulch, compost and top-dressing by depth: volume, weight, bags or bulk, and the volume at which bulk is cheaper."""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.bench.answer import Answer
from amber_acre.core.errors import MissingInput, OutOfRange
from amber_acre.core.mulch.depth import top_up
from amber_acre.core.mulch.supply import bags_or_bulk, loads, volume_m3
from amber_acre.core.tables.materials import MATERIALS
from amber_acre.core.tables.mulches import MULCHES
from amber_acre.core.working import Figure, Working

SETTLES_AT_MOST = 0.5  # of what is laid [common-practice]
HEAVY_KG = 25.0  # a bag above it is lifted by two [common-practice]


@dataclass(frozen=True)
class VolumeAsked:
    """Ground in m², depths in mm (0–150), ``settles`` 0–0.5; ``material`` a key of mulches or amendments, '' unsaid.

    Bag and barrow in litres; prices of a bag and of a m³, delivery: all or none.
    """

    size_m2: float
    want_mm: float
    found_mm: float = 0.0
    settles: float = 0.0
    material: str = ""
    bag_l: float | None = None
    barrow_l: float | None = None
    bag_price: float | None = None
    bulk_price_m3: float | None = None
    delivery: float = 0.0


def volume_sum(asked: VolumeAsked) -> Answer:
    """What is missing to a depth, laid before it settles, as volume, weight, loads and money [plane-geometry]."""
    if not 0 <= asked.settles <= SETTLES_AT_MOST:
        raise OutOfRange("What sinks lies between 0 and 50 %.", field="settles", limits=(0, SETTLES_AT_MOST))
    answer = Answer(Working("Volume by depth"))
    top = top_up(asked.want_mm, asked.found_mm, asked.settles, answer.working)
    answer.said.append(top.sentence)
    answer.tell("lay", "Depth to lay", top.place_mm, "mm")
    volume = answer.tell("volume", "Volume", volume_m3(asked.size_m2, top.place_mm, answer.working), "m³")
    cubic = Figure("volume", volume, "m³", "volume")
    density = density_of(asked.material)
    if density is not None:
        figures = [cubic, Figure("density", density, "kg/L", "usual bulk density")]
        answer.reckon(
            "weight",
            "Weight, about",
            "volume * density * 1000",
            figures,
            volume * density * 1000,
            "kg",
            "amendment-figures",
        )
    if asked.barrow_l is not None:
        answer.tell("barrows", "Barrow loads", float(loads(volume * 1000, asked.barrow_l)), "")
    if asked.bag_l is not None:
        answer.tell("bags", "Bags", float(loads(volume * 1000, asked.bag_l)), "")
        if density is not None and asked.bag_l * density > HEAVY_KG:
            answer.said.append(f"A bag weighs about {asked.bag_l * density:.0f} kg: lift in two.")
    _money(asked, volume, answer)
    return answer


def density_of(material: str) -> float | None:
    """Usual bulk density, kg/L; None for a material the tables do not name."""
    row = MULCHES.get(material) or MATERIALS.get(material)
    return row.density_kg_l if row is not None else None


def _money(asked: VolumeAsked, volume: float, answer: Answer) -> None:
    if asked.bag_price is None and asked.bulk_price_m3 is None:
        return
    if asked.bag_price is None or asked.bulk_price_m3 is None or asked.bag_l is None:
        raise MissingInput(
            "Bags and bulk are compared by all three: what a bag holds, its price, and the price of bulk.",
            field="bag_price",
        )
    offer = bags_or_bulk(volume, asked.bag_l, asked.bag_price, asked.bulk_price_m3, asked.delivery)
    answer.tell("bags_cost", "In bags", offer.bags_cost, "money")
    answer.tell("bulk_cost", "In bulk with its delivery", offer.bulk_cost, "money")
    per_bags = asked.bag_price / asked.bag_l * 1000
    if per_bags <= asked.bulk_price_m3:
        answer.said.append("Bulk never pays at these prices: bags cost less by volume, and need no drop spot.")
        return
    figures = [
        Figure("delivery", asked.delivery, "money", "delivery"),
        Figure("in_bags", per_bags, "money", "a m³ in bags"),
        Figure("in_bulk", asked.bulk_price_m3, "money", "a m³ in bulk"),
    ]
    answer.reckon(
        "break_even",
        "Bulk costs less from",
        "delivery / (in_bags - in_bulk)",
        figures,
        asked.delivery / (per_bags - asked.bulk_price_m3),
        "m³",
        "plane-geometry",
    )
