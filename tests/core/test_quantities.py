"""Conversions against pint (NIST Handbook 44 definitions), atomic masses against periodictable (IUPAC)."""

from __future__ import annotations

import periodictable
import pint
import pytest

from amber_acre.core import quantities as q
from tests.core.published_cases import case, hold, ids

UNITS: pint.UnitRegistry[float] = pint.UnitRegistry()
PINT_NAMES = {
    "m": "meter",
    "cm": "centimeter",
    "mm": "millimeter",
    "ft": "foot",
    "in": "inch",
    "yd": "yard",
    "m²": "meter**2",
    "ha": "hectare",
    "ft²": "foot**2",
    "yd²": "yard**2",
    "1000 ft²": "1000 foot**2",
    "acre": "43560 foot**2",
    "100 m²": "100 meter**2",
    "100 ft²": "100 foot**2",
    "m³": "meter**3",
    "ft³": "foot**3",
    "yd³": "yard**3",
    "kg": "kilogram",
    "g": "gram",
    "t": "metric_ton",
    "lb": "pound",
    "oz": "ounce",
    "short ton": "2000 pound",
    "L": "liter",
    "mL": "milliliter",
    "US gal": "gallon",
    "fl oz": "fluid_ounce",
    "imp gal": "imperial_gallon",
    "US qt": "quart",
    "US pt": "pint",
    "imp pt": "imperial_pint",
    "imp fl oz": "imperial_fluid_ounce",
}
TABLES = [(q.LENGTH_M, "meter"), (q.AREA_M2, "meter**2"), (q.MASS_KG, "kilogram"), (q.VOLUME_L, "liter")]


@pytest.mark.parametrize(("unit", "factor", "base"), [(u, f, b) for table, b in TABLES for u, f in table.items()])
def test_every_factor_agrees_with_pint(unit: str, factor: float, base: str) -> None:
    assert UNITS.parse_expression(PINT_NAMES[unit]).to(base).magnitude == pytest.approx(factor, rel=1e-12)


def answers() -> dict[str, dict[str, float]]:
    thousand, ha = q.AREA_M2["1000 ft²"], q.AREA_M2["ha"]
    return {
        "01-rate-lb1000-gm2": {"result": q.mass_rate_g_m2(1, "lb", "1000 ft²")},
        "01-rate-lb1000-kgha": {"result": q.mass_rate_g_m2(0.75, "lb", "1000 ft²") * 10},
        "01-rate-lb1000-lbac": {"result": q.mass_rate_g_m2(1, "lb", "1000 ft²") / q.mass_rate_g_m2(1, "lb", "acre")},
        "01-rate-tonac-lb1000": {
            "result": q.mass_rate_g_m2(1, "short ton", "acre") / q.mass_rate_g_m2(1, "lb", "1000 ft²")
        },
        "01-liq-floz1000-Lha": {"result": q.volume_rate_ml_m2(1, "fl oz", "1000 ft²") * ha / 1000},
        "01-liq-gpa-Lha": {"result": q.volume_rate_ml_m2(1, "US gal", "acre") * ha / 1000},
        "01-water-inch-gal": {
            "result": q.water_volume_l(q.Millimetres(0.5 * 25.4), q.SquareMetres(thousand)) / q.US_GALLON_L
        },
        "01-temp-F-C": {"result": q.fahrenheit_to_celsius(28)},
        "01-SO3-S": {"result": q.S_PER_SO3},
        "01-NO3-N": {"result": 45 * q.N_PER_NO3},
        "01-oxide-to-element-unit": {"P": q.P_PER_P2O5, "K": q.K_PER_K2O},
        "01-CCE-table-a": {m: 100 * q.CARBONATE_EQUIVALENT[m] for m in ("MgCO3", "CaO", "Ca(OH)2")},
    }


@pytest.mark.parametrize("key", ids("units_oxides"))
def test_published_units_and_oxides(key: str) -> None:
    hold("units_oxides", key, answers()[key])


def test_published_cases_name_their_source() -> None:
    for topic in ("units_oxides", "product_rates", "growth_potential_gdd", "geometry"):
        assert all(case(topic, key)["source"] for key in ids(topic))


def test_mass_factors_agree_with_iupac_masses() -> None:
    mass = {
        name: periodictable.formula(name).mass for name in ("P2O5", "K2O", "SO3", "NO3", "P", "K", "S", "N", "CaCO3")
    }
    assert pytest.approx(2 * mass["P"] / mass["P2O5"], rel=2e-4) == q.P_PER_P2O5
    assert pytest.approx(2 * mass["K"] / mass["K2O"], rel=2e-4) == q.K_PER_K2O
    assert pytest.approx(mass["S"] / mass["SO3"], rel=2e-4) == q.S_PER_SO3
    assert pytest.approx(mass["N"] / mass["NO3"], rel=2e-4) == q.N_PER_NO3
    for material, acid in (("MgCO3", 1), ("CaO", 1), ("Ca(OH)2", 1)):
        exact = acid * mass["CaCO3"] / periodictable.formula(material).mass
        assert q.CARBONATE_EQUIVALENT[material] == pytest.approx(exact, rel=1e-3)
