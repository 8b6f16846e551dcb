"""Nutrients a rate carries, element by element, in g/m²."""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.products.product import Product
from amber_acre.core.quantities import GramsPerSquareMetre
from amber_acre.core.tables.materials import MATERIALS
from amber_acre.core.tables.salt_index import (
    PER_K2O_CHLORIDE,
    PER_K2O_SULPHATE,
    PER_N_AMMONIUM_NITRATE,
    PER_N_CALCIUM,
    PER_N_PHOSPHATE,
    PER_N_POTASSIUM,
    PER_N_SODIUM,
    PER_NITROGEN,
    PER_P2O5,
    PER_P2O5_AMMONIUM,
)

N_PER_P2O5_MONOAMMONIUM = 14.007 / (141.943 / 2)  # nitrogen with a part of P2O5 [iupac-masses]
N_PER_P2O5_DIAMMONIUM = 2 * N_PER_P2O5_MONOAMMONIUM
# Nitrate nitrogen that a part of the cation holds as its nitrate [iupac-masses]
N_PER_NA, N_PER_CA, N_PER_K2O = 14.007 / 22.990, 2 * 14.007 / 40.078, 14.007 / (94.196 / 2)
K2O_PER_CL = 94.196 / 2 / 35.453  # K2O that a part of chloride holds as potassium chloride [iupac-masses]


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


def salt_index(product: Product) -> float:
    """Salt index of a product by its analysis, sodium nitrate as 100 [rader-1943]; potash by the chloride it states."""
    chloride = min(product.k2o, product.other.get("Cl", 0.0) * K2O_PER_CL)
    index = PER_K2O_CHLORIDE * chloride + PER_K2O_SULPHATE * (product.k2o - chloride)
    slower = {form: share for form, share in product.nitrogen.items() if form not in ("ammoniacal", "nitrate")}
    index += sum(PER_NITROGEN[form] * share for form, share in slower.items())
    return 100 * (index + _salt_of_mineral_nitrogen_and_phosphate(product, product.k2o - chloride))


def _salt_of_mineral_nitrogen_and_phosphate(product: Product, k2o: float) -> float:
    """Salt of ammonium, nitrate and phosphate by the materials they can be: ammonium nitrate first, then ammonium with
    phosphate, nitrate with sodium, calcium and potash (``k2o``: no chloride) as far as the analysis names them."""
    ammonium, nitrate = product.nitrogen.get("ammoniacal", 0.0), product.nitrogen.get("nitrate", 0.0)
    paired = min(ammonium, nitrate)
    phosphate_n = min(ammonium - paired, product.p2o5 * N_PER_P2O5_DIAMMONIUM)
    with_ammonium = min(product.p2o5, phosphate_n / N_PER_P2O5_MONOAMMONIUM)
    index = PER_N_AMMONIUM_NITRATE * 2 * paired + PER_N_PHOSPHATE * phosphate_n
    index += PER_NITROGEN["ammoniacal"] * (ammonium - paired - phosphate_n)
    index += PER_P2O5_AMMONIUM * with_ammonium + PER_P2O5 * (product.p2o5 - with_ammonium)
    left = nitrate - paired
    for per, most in (
        (PER_N_SODIUM, product.other.get("Na", 0.0) * N_PER_NA),
        (PER_N_CALCIUM, product.other.get("Ca", 0.0) * N_PER_CA),
        (PER_N_POTASSIUM, k2o * N_PER_K2O),
    ):
        held = min(left, most)
        index, left = index + per * held, left - held
    return index + PER_NITROGEN["nitrate"] * left


def is_starter(product: Product | None) -> bool:
    """Whether a feed is a starter for seed or sod: as much phosphate as nitrogen, or more (common practice)."""
    return product is not None and 0 < product.total_nitrogen <= product.p2o5
