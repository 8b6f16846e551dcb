"""Acid and base a product leaves in soil, as the lime it would take to undo it [sluijsmans-1970].

E = CaO + 1.4 MgO + 0.6 K2O − 0.4 P2O5 − 0.7 SO3 − 1.0 N, kg CaO for each 100 kg, turned about here so that acid
counts above zero. The one formula holds for fertilizers, sulphur, iron and aluminium sulphate and gypsum (which comes
to nothing). A label does not name chloride and sodium: potash counts as base only as far as there is nitrate with it,
else it is taken as a neutral salt together with its sulphate or chloride.
"""

from __future__ import annotations

from collections.abc import Iterable

from amber_acre.core.products.product import Product
from amber_acre.core.quantities import CARBONATE_EQUIVALENT, S_PER_SO3
from amber_acre.core.tables.acidifying import SLUIJSMANS

CAO_PER_CA, MGO_PER_MG = 56.077 / 40.078, 40.304 / 24.305  # [iupac-masses]
POTASH_PER_NITRATE_N = (
    94.196 / 2 / 14.007
)  # K2O that one part of nitrate nitrogen holds as potassium nitrate [iupac-masses]


def acidity_share(product: Product) -> float:
    """Acid (+) or base (−) of a gram of product, g CaCO₃.

    A lime counts by its neutralising value and moisture, whole: what of it acts within a season is the ladder's matter.
    """
    soil = product.soil
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
    )


def acid_of_analysis(
    nitrogen: float,
    nitrate: float,
    p2o5: float,
    k2o: float,
    calcium: float = 0.0,
    magnesium: float = 0.0,
    sulphur: float = 0.0,
) -> float:
    """Acid (+) or base (−) as CaCO₃ for one of the material, from its analysis as fractions [sluijsmans-1970]."""
    row = SLUIJSMANS
    with_nitrate = min(k2o, nitrate * POTASH_PER_NITRATE_N)
    sulphate = max(0.0, sulphur / S_PER_SO3 - (k2o - with_nitrate) * row["K2O"] / row["SO3"])
    acid = row["N"] * nitrogen + row["P2O5"] * p2o5 + row["SO3"] * sulphate
    base = CAO_PER_CA * calcium + row["MgO"] * MGO_PER_MG * magnesium + row["K2O"] * with_nitrate
    return (acid - base) * CARBONATE_EQUIVALENT["CaO"]


def acidity_g_m2(uses: Iterable[tuple[Product, float]]) -> float:
    """Acid (+) or base (−) of uses, each product with its rate in g/m², as g/m² of CaCO₃."""
    return sum(acidity_share(product) * rate for product, rate in uses)
