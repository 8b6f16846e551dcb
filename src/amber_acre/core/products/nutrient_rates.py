"""From a nutrient target to product: single products, blends of straights, and solutions."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from amber_acre.core.errors import DoesNotFit, OutOfRange

# 1 oz of a pure nutrient in 100 US gal, in mg/L; greenhouse handbooks print 75 [fertigation].
PPM_PER_OUNCE_PER_100_GALLONS = 74.8915


def product_for(target: float, fraction: float) -> float:
    """Product that carries ``target`` of a nutrient, in the target's unit: target ÷ fraction.

    ``fraction`` of product mass above 0 to 1 (OutOfRange). Works for rates, doses and masses alike.
    """
    if not 0 < fraction <= 1:
        raise OutOfRange(
            "A product without this nutrient cannot bring it.", field="fraction", value=fraction, limits=(0, 1)
        )
    return target / fraction


def blend(targets: Mapping[str, float], analyses: Sequence[Mapping[str, float]]) -> list[float]:
    """Rates of straights that meet every target exactly, in the targets' unit; fractions in ``analyses``.

    Raises DoesNotFit where no mixture without negative parts meets them all.
    """
    names = list(targets)
    matrix = np.array([[analysis.get(name, 0.0) for analysis in analyses] for name in names])
    wanted = np.array([targets[name] for name in names])
    rates, *_ = np.linalg.lstsq(matrix, wanted, rcond=None)
    if np.any(rates < -1e-9) or not np.allclose(matrix @ rates, wanted, rtol=0, atol=1e-9):
        raise DoesNotFit(
            "These products cannot meet all the targets exactly: one nutrient would come along or fall short.",
            field="targets",
            value=dict(targets),
        )
    return [float(max(rate, 0.0)) for rate in rates]


def parts_per_million(ounces_per_100_gallons: float, fraction: float) -> float:
    """mg/L of a nutrient from ounces of product in 100 US gal of water [fertigation]."""
    return ounces_per_100_gallons * fraction * PPM_PER_OUNCE_PER_100_GALLONS


def stock_g_l(target_mg_l: float, fraction: float, dilution: float) -> float:
    """Grams of product in a litre of stock for an injector of 1:``dilution``; dilution 1 or more [fertigation]."""
    if dilution < 1:
        raise OutOfRange("An injector dilutes at least 1:1.", field="dilution", value=dilution, limits=(1, None))
    return product_for(target_mg_l * dilution / 1000, fraction)
