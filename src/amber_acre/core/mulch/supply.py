"""Mulch as it is bought and moved: volume, weight, bags, barrows, bulk orders, blends, the bill of some years."""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.errors import OutOfRange
from amber_acre.core.mulch.depth import check_depth
from amber_acre.core.working import Figure, Working

SLACK = 1e-6  # of rounding: an exact number of bags is not one more


def volume_m3(size_m2: float, depth_mm: float, working: Working | None = None) -> float:
    """Volume in m³ of ``depth_mm`` (0–150, OutOfRange) over ``size_m2`` [plane-geometry]."""
    check_depth(depth_mm)
    if size_m2 < 0:
        raise OutOfRange("The ground must not be below zero.", field="size", limits=(0, None))
    figures = [Figure("size_m2", size_m2, "m²", "ground"), Figure("depth_mm", depth_mm, "mm", "depth to lay")]
    working = working or Working("Volume of mulch")
    return working.step(
        "Volume", "size_m2 * depth_mm / 1000", figures, size_m2 * depth_mm / 1000, "m³", "plane-geometry"
    )


def loads(volume: float, each: float) -> int:
    """Whole bags, barrows or trips for a volume, both in the same unit; ``each`` above 0 (OutOfRange)."""
    if each <= 0:
        raise OutOfRange("A bag or barrow holds more than nothing.", field="pack", limits=(0, None))
    return max(0, math.ceil(volume / each - SLACK))


def bulk_order(volume: float, step_m3: float) -> float:
    """A bulk order in the seller's steps, m³, never under the volume."""
    return loads(volume, step_m3) * step_m3


@dataclass(frozen=True)
class Offer:
    """Bags against bulk for one volume, in the firm's currency, and which costs less."""

    bags: int
    bags_cost: float
    bulk_cost: float

    @property
    def cheaper(self) -> str:
        """'bags' or 'bulk'; bags where they cost the same: they need no drop spot."""
        return "bulk" if self.bulk_cost < self.bags_cost else "bags"


def bags_or_bulk(
    volume: float, bag_l: float, bag_price: float, bulk_price_m3: float, delivery: float = 0.0, step_m3: float = 0.0
) -> Offer:
    """What a volume in m³ costs in bags of ``bag_l`` litres and in bulk with its delivery; prices at 0 or above."""
    bags = loads(volume * 1000, bag_l)
    ordered = bulk_order(volume, step_m3) if step_m3 else volume
    return Offer(bags, bags * bag_price, ordered * bulk_price_m3 + delivery)


def parts_of(volume: float, *parts: float) -> tuple[float, ...]:
    """Volumes of a blend by parts: 1 part to 5 is a sixth, not a fifth. Refuses parts that are not above 0."""
    if any(part <= 0 for part in parts):
        raise OutOfRange("Each part of a blend is above zero.", field="blend", limits=(0, None))
    return tuple(volume * part / sum(parts) for part in parts)


def weight_t(volume: float, density_kg_l: float) -> float:
    """Tonnes of a volume in m³: bulk density in kg/L is t/m³."""
    return volume * density_kg_l


@dataclass(frozen=True)
class Bill:
    """Volumes of some years, m³: the first laying, one renewal, how many, and all together."""

    first: float
    each: float
    renewals: int

    @property
    def total(self) -> float:
        """All of it, m³."""
        return self.first + self.each * self.renewals


def bill(size_m2: float, first_mm: float, renewal_mm: float, every_years: float, years: float) -> Bill:
    """The first laying and the renewals that fall within so many years, the last day included."""
    if every_years <= 0:
        raise OutOfRange("Renewal comes after some time.", field="every", limits=(0, None))
    count = math.floor(years / every_years + SLACK)
    return Bill(volume_m3(size_m2, first_mm), volume_m3(size_m2, renewal_mm), count)
