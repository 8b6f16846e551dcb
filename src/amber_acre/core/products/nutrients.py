"""Nutrients a rate carries, element by element, in g/m²."""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.products.product import Product
from amber_acre.core.quantities import GramsPerSquareMetre
from amber_acre.core.tables.materials import MATERIALS


@dataclass(frozen=True)
class Nutrients:
    """Nitrogen (with its quick and slow part), phosphorus and potassium as elements, g/m²."""

    nitrogen: float = 0.0
    quick: float = 0.0
    slow: float = 0.0
    phosphorus: float = 0.0
    potassium: float = 0.0

    def __add__(self, other: Nutrients) -> Nutrients:
        return Nutrients(
            self.nitrogen + other.nitrogen,
            self.quick + other.quick,
            self.slow + other.slow,
            self.phosphorus + other.phosphorus,
            self.potassium + other.potassium,
        )


def carried(product: Product, rate_g_m2: GramsPerSquareMetre) -> Nutrients:
    """What ``rate_g_m2`` (0 or more) of a product carries: rate × fraction of each element."""
    return Nutrients(
        rate_g_m2 * product.total_nitrogen,
        rate_g_m2 * product.quick_fraction,
        rate_g_m2 * product.slow_fraction,
        rate_g_m2 * product.phosphorus_fraction,
        rate_g_m2 * product.potassium_fraction,
    )


def phosphorus_share(product: Product) -> float:
    """Element P as a fraction of mass, 0–1: by the analysis, of bulk material without one as usual for its kind."""
    material = MATERIALS.get(product.soil.material)
    return product.phosphorus_fraction or (material.phosphorus if material else 0.0)
