"""Doses by their basis: area, plant, trunk, water, litre, depth, volume; worked by hand."""

from __future__ import annotations

import pytest

from amber_acre.core.errors import MissingInput, OutOfRange
from amber_acre.core.jobs.dose import BASES, BASIS_KEYS, BasisKey, Dose
from amber_acre.core.quantities import SquareMetres


@pytest.mark.parametrize(
    ("value", "basis", "count", "density", "kg"),
    [
        (15.0, "area", None, None, 0.6),  # 15 g/m² on 40 m²
        (12.0, "plant", 25.0, None, 0.3),
        (20.0, "plant_volume", 25.0, 1.2, 0.6),
        (30.0, "trunk", 18.0, None, 0.54),
        (5.0, "trunk_volume", 40.0, 1.1, 0.22),
        (200.0, "water", 50.0, None, 0.01),  # 200 mg/L in 50 L
        (3.0, "litre", 90.0, None, 0.27),
        (10.0, "depth", None, 0.6, 240.0),  # 10 mm on 40 m² is 400 L
        (1.5, "volume", None, 0.6, 900.0),
    ],
)
def test_mass_and_rate_by_basis(
    value: float, basis: BasisKey, count: float | None, density: float | None, kg: float
) -> None:
    dose, size = Dose(value, basis, count), SquareMetres(40)
    assert dose.mass_kg(size, density) == pytest.approx(kg)
    assert dose.rate_g_m2(size, density) == pytest.approx(kg * 1000 / 40)


def test_every_basis_is_declared_and_what_is_missing_is_said() -> None:
    assert set(BASES) == set(BASIS_KEYS)
    with pytest.raises(MissingInput, match="how many plants"):
        Dose(12, "plant").mass_kg(SquareMetres(40))
    with pytest.raises(MissingInput, match="density"):
        Dose(12, "depth").mass_kg(SquareMetres(40))
    for value, count in ((-1.0, None), (1.0, -1.0)):
        with pytest.raises(OutOfRange):
            Dose(value, "area", count)
