"""What a programme is made for: the lawn with everything its season depends on."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Literal, get_args

from amber_acre.core.measure.area_facts import ReadFact
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.limits import Direction
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.season.climate import Climate
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.grasses import Grass
from amber_acre.core.tables.plants import Plant, catalogue, key_of

Upkeep = Literal["low", "middle", "high"]
UPKEEPS: tuple[Upkeep, ...] = get_args(Upkeep)
Way = Literal["seed", "turf", "over"]
WAYS: tuple[Way, ...] = get_args(Way)


@dataclass(frozen=True)
class Establishing:
    """How a lawn begins, or is thickened: sown anew, laid as turf, or overseeded, on a day; with which grass where that
    is another (winter grass in a warm-season lawn)."""

    way: Way
    on: date
    grass: Grass | None = None


@dataclass(frozen=True)
class Lawn:
    """One lawn with everything its programme depends on; sizes in m² with both ends of a range.

    ``store_mm``: water the root zone holds for the grass, None where texture is not known. ``ph_side``: which way its
    pH is to go, None where it may stay or is not known. ``sun_hours`` of a summer's day, ``texture`` of the soil,
    '' unknown. ``start``: when it is sown, turfed or overseeded. ``events``: days on which it must look its best.
    ``worn``: whether it is used hard, ``leaves_mown``: whether fallen leaves are mown into it.
    ``fed_before_g_m2``: nitrogen of the season before, None where nothing was written down.
    """

    name: str
    size_m2: SquareMetres
    low_m2: SquareMetres
    high_m2: SquareMetres
    grass: Grass
    upkeep: Upkeep
    clippings_returned: bool
    irrigated: bool
    soil_test: SoilTest | None
    climate: Climate
    rules: RuleSet
    store_mm: float | None = None
    ph_side: Direction | None = None
    sun_hours: float | None = None
    texture: str = ""
    start: Establishing | None = None
    events: tuple[date, ...] = ()
    fed_before_g_m2: float | None = None
    worn: bool = False
    leaves_mown: bool = False

    def ground(self) -> Ground:
        """The ground of the lawn by what the lawn itself says: where nothing else is known of it."""
        return Ground(
            self.name,
            "lawn",
            self.size_m2,
            self.low_m2,
            self.climate,
            self.rules,
            self.grass,
            plants_of_grass(self.grass),
            tests=(self.soil_test,) if self.soil_test is not None else (),
            irrigated=self.irrigated,
            facts=(_beginning(self.start) if self.start is not None else {})
            | ({"sun": ReadFact(self.sun_hours, f"{self.sun_hours:g}")} if self.sun_hours is not None else {}),
        )


def _beginning(start: Establishing) -> dict[str, ReadFact]:
    told = {"begins": start.way, "begins_on": start.on.isoformat()}
    if start.grass is not None:
        told["winter_grass"] = start.grass.key
    return {key: ReadFact(text, text) for key, text in told.items()}


def plants_of_grass(grass: Grass) -> tuple[Plant, ...]:
    """The catalogue's plant of a grass, by its botanical name; none where the catalogue does not have it."""
    plant = catalogue().get(key_of(grass.botanical_name))
    return (plant,) if plant is not None else ()
