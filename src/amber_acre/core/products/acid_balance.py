"""Acid and base a product leaves in soil, as the lime it would take to undo it [sluijsmans-1970].

E = CaO + 1.4 MgO + 0.6 K2O + 0.9 Na2O − 0.4 P2O5 − 0.7 SO3 − 0.8 Cl − n N, kg CaO for each 100 kg, turned about here
so that acid counts above zero; n is 1.0 on cropped ground and 0.8 on grass. The one formula holds for fertilizers,
sulphur, iron and aluminium sulphate and gypsum (which comes to nothing). Where a label does not name chloride, potash
counts as base only as far as there is nitrate with it, else it is taken as a neutral salt together with its sulphate
or chloride.
"""

from __future__ import annotations

from collections.abc import Iterable

from amber_acre.core.products.product import Product
from amber_acre.core.quantities import CARBONATE_EQUIVALENT, S_PER_SO3
from amber_acre.core.tables.acidifying import N_ON_GRASS, SLUIJSMANS

CAO_PER_CA, MGO_PER_MG = 56.077 / 40.078, 40.304 / 24.305  # [iupac-masses]
POTASH_PER_NITRATE_N = (
    94.196 / 2 / 14.007
)  # K2O that one part of nitrate nitrogen holds as potassium nitrate [iupac-masses]


NA2O_PER_NA = 61.979 / 2 / 22.990  # [iupac-masses]
BULK = "bulk"


def acidity_share(product: Product, grass: bool = False) -> float:
    """Acid (+) or base (−) of a gram of product, g CaCO₃; ``grass``: on grassland, where more nitrogen is taken up.

    A lime counts by its neutralising value and moisture, whole: what of it acts within a season is the ladder's matter.
    Bulk material counts for nothing: compost buffers toward neutral, and its nitrogen is slow and its own.
    """
    soil = product.soil
    if product.family == BULK:
        return 0.0
    if soil.neutralising_value is not None:
        return -soil.neutralising_value * (1 - soil.moisture)
    sulphur = max(product.other.get("S", 0.0), soil.elemental_sulphur)
    return acid_of_analysis(
        product.total_nitrogen,
        product.nitrogen.get("nitrate", 0.0),
        product.p2o5,
        product.k2o,
        product.other.get("Ca", 0.0),
        product.other.get("Mg", 0.0),
        sulphur,
        product.other.get("Na", 0.0),
        product.other.get("Cl", 0.0),
        grass=grass,
    )


def acid_of_analysis(
    nitrogen: float,
    nitrate: float,
    p2o5: float,
    k2o: float,
    calcium: float = 0.0,
    magnesium: float = 0.0,
    sulphur: float = 0.0,
    sodium: float = 0.0,
    chloride: float = 0.0,
    *,
    grass: bool = False,
) -> float:
    """Acid (+) or base (−) as CaCO₃ for one of the material, from its analysis as fractions [sluijsmans-1970].

    Where chloride is stated, potash counts whole against it.
    """
    row = SLUIJSMANS | {"N": N_ON_GRASS} if grass else SLUIJSMANS
    with_nitrate = k2o if chloride else min(k2o, nitrate * POTASH_PER_NITRATE_N)
    sulphate = max(0.0, sulphur / S_PER_SO3 - (k2o - with_nitrate) * row["K2O"] / row["SO3"])
    acid = row["N"] * nitrogen + row["P2O5"] * p2o5 + row["SO3"] * sulphate + row["Cl"] * chloride
    base = (
        row["Na2O"] * NA2O_PER_NA * sodium
        + CAO_PER_CA * calcium
        + row["MgO"] * MGO_PER_MG * magnesium
        + row["K2O"] * with_nitrate
    )
    return (acid - base) * CARBONATE_EQUIVALENT["CaO"]


def acidity_g_m2(uses: Iterable[tuple[Product, float]], grass: bool = False) -> float:
    """Acid (+) or base (−) of uses, each product with its rate in g/m², as g/m² of CaCO₃."""
    return sum(acidity_share(product, grass) * rate for product, rate in uses)
