"""Doses by what they are measured against: area, plant, trunk, water, depth or volume."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

from amber_acre.core.errors import MissingInput, OutOfRange
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, SquareMetres

BasisKey = Literal["area", "plant", "plant_volume", "trunk", "trunk_volume", "water", "litre", "depth", "volume"]
BASIS_KEYS: tuple[BasisKey, ...] = get_args(BasisKey)


@dataclass(frozen=True)
class Basis:
    """What a dose is measured against. ``unit`` of the dose, ``counts``: what it is multiplied by, '' for the area.

    ``kg``: kilograms of a unit of dose × count; ``litres``: whether that is a volume, which needs a density.
    """

    key: BasisKey
    unit: str
    counts: str
    kg: float
    litres: bool = False


BASES: dict[BasisKey, Basis] = {
    basis.key: basis
    for basis in (
        Basis("area", "g/m²", "", 0.001),
        Basis("plant", "g a plant", "plants", 0.001),
        Basis("plant_volume", "mL a plant", "plants", 0.001, litres=True),
        Basis("trunk", "g a cm of trunk", "cm of trunk", 0.001),
        Basis("trunk_volume", "mL a cm of trunk", "cm of trunk", 0.001, litres=True),
        Basis("water", "mg/L", "litres of water", 1e-6),
        Basis("litre", "g a litre of medium", "litres of medium", 0.001),
        Basis("depth", "mm deep", "", 1.0, litres=True),  # a millimetre on a square metre is a litre
        Basis("volume", "m³", "", 1000.0, litres=True),
    )
}


@dataclass(frozen=True)
class Dose:
    """A dose in the unit of its basis, above or at 0; ``count`` of what it is for, None where the area says it.

    Refuses a dose or a count below zero (OutOfRange).
    """

    value: float
    basis: BasisKey = "area"
    count: float | None = None

    def __post_init__(self) -> None:
        if self.value < 0 or (self.count is not None and self.count < 0):
            raise OutOfRange("A dose cannot be below zero.", field="rate", value=self.value, limits=(0, None))

    def mass_kg(self, size_m2: SquareMetres, density_kg_l: float | None = None) -> Kilograms:
        """Kilograms for an area of ``size_m2``; MissingInput where a count or a density is needed and missing."""
        basis = BASES[self.basis]
        if basis.litres and density_kg_l is None:
            raise MissingInput(f"{basis.unit} is a volume: the product needs its density in kg/L.", field="density")
        of = self.count if basis.counts else 1.0 if self.basis == "volume" else size_m2
        if of is None:
            raise MissingInput(f"A dose in {basis.unit} needs how many {basis.counts} it is for.", field="count")
        return Kilograms(self.value * of * basis.kg * (density_kg_l or 1.0 if basis.litres else 1.0))

    def rate_g_m2(self, size_m2: SquareMetres, density_kg_l: float | None = None) -> GramsPerSquareMetre:
        """The dose as g/m² over an area of ``size_m2``: what label, ledger and account are held in."""
        if self.basis == "area":
            return GramsPerSquareMetre(self.value)
        return GramsPerSquareMetre(self.mass_kg(size_m2, density_kg_l) * 1000 / size_m2)


NO_DOSE = Dose(0.0)
