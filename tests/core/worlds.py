"""Lawns, climates and products for core tests; all invented, in the spirit of the demo world."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from typing import Any

from amber_acre.core.care.brief import Lawn
from amber_acre.core.products.product import Label, Pack, Product, SoilAction
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, Money, SquareMetres
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.season.climate import Climate, MonthDay
from amber_acre.core.season.windows import Blackout
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.core.tables.nitrogen_forms import NitrogenForm

VALE = Climate(
    "Test vale",
    45.2,
    (0.2, 1.7, 6.0, 10.6, 14.9, 18.2, 20.4, 19.9, 15.9, 10.9, 5.4, 1.4),
    (-3.6, -3.0, 0.4, 4.3, 8.6, 11.8, 13.7, 13.4, 10.0, 6.2, 1.6, -2.0),
    (3.9, 6.2, 11.2, 16.4, 20.6, 24.2, 26.8, 26.1, 21.6, 15.6, 9.1, 4.6),
    (62, 55, 60, 74, 88, 82, 70, 76, 80, 84, 76, 68),
    MonthDay(5, 1),
    MonthDay(10, 10),
)
BAY = Climate(
    "Test bay",
    -37.4,
    (22.1, 22.4, 20.8, 18.3, 15.9, 13.8, 12.9, 13.5, 15.1, 16.9, 18.9, 20.8),
    (17.2, 17.6, 16.1, 13.8, 11.5, 9.4, 8.4, 8.8, 10.2, 12.0, 14.0, 15.9),
    (27.0, 27.2, 25.4, 22.8, 20.2, 18.1, 17.3, 18.1, 19.9, 21.7, 23.7, 25.6),
    (42, 46, 58, 74, 92, 108, 112, 96, 80, 70, 60, 50),
)
HOT = Climate(
    "Test plain",
    31.0,
    (9, 11, 15, 19, 24, 28, 30, 30, 26, 20, 14, 10),
    (3, 5, 8, 12, 18, 22, 24, 24, 20, 13, 8, 4),
    (15, 17, 22, 26, 31, 34, 36, 36, 32, 27, 20, 16),
    (90, 80, 80, 60, 90, 80, 60, 60, 70, 90, 80, 90),
    MonthDay(3, 15),
    MonthDay(11, 20),
)
BYLAW = RuleSet(
    "Test by-law",
    (Blackout("winter closed time", MonthDay(11, 15), MonthDay(3, 15)),),
    True,
    GramsPerSquareMetre(16.0),
    0.3,
)
FREE = RuleSet("No rule", (), False)


def product(
    key: int,
    name: str,
    nitrogen: Mapping[NitrogenForm, float],
    rates: tuple[float, float],
    family: str = "quick",
    p2o5: float = 0.0,
    k2o: float = 0.0,
    interval: int = 28,
    yearly: float | None = None,
    pack: tuple[float, float] = (20.0, 30.0),
    **more: Any,
) -> Product:
    """A product from per-cent nitrogen forms and label rates in g/m²."""
    forms = {form: share / 100 for form, share in nitrogen.items()}
    label = Label(
        GramsPerSquareMetre(rates[0]),
        GramsPerSquareMetre(rates[1]),
        interval,
        None if yearly is None else GramsPerSquareMetre(yearly),
    )
    return Product(
        key,
        name,
        family,
        more.pop("liquid", False),
        sum(forms.values()),
        forms,
        p2o5 / 100,
        k2o / 100,
        label,
        (Pack(f"{pack[0]:g} kg", Kilograms(pack[0]), Money(pack[1])),),
        **more,
    )


SLOW = product(
    1,
    "Slowburn 20-0-8",
    {"urea": 8, "coated": 12},
    (12, 25),
    "coated",
    k2o=8,
    interval=42,
    yearly=100,
    pack=(20, 38),
    longevity_days=90,
)
QUICK = product(2, "Quickstep 21-0-0", {"ammoniacal": 21}, (8, 20), yearly=60, pack=(25, 22))
MEAL = product(
    3,
    "Meadowmeal 8-3-1",
    {"ammoniacal": 1, "insoluble": 7},
    (30, 70),
    "organic",
    p2o5=3,
    k2o=1,
    interval=30,
    pack=(25, 31),
)
STARTER = product(4, "Firstroot 12-24-12", {"ammoniacal": 12}, (10, 20), p2o5=24, k2o=12, interval=60, yearly=20)
LEAF = product(
    5,
    "Leaflight 12-0-4",
    {"urea": 9, "nitrate": 3},
    (1.77, 3.54),
    "liquid",
    k2o=4,
    interval=21,
    liquid=True,
    density_kg_l=1.18,
    pack=(2.95, 29),
)
IRON = product(6, "Rustless Iron 6", {}, (2, 6), "iron", liquid=True, density_kg_l=1.24, other={"Fe": 0.06})
LIME = product(
    21,
    "Chalkdust 94",
    {},
    (60, 300),
    "lime",
    interval=60,
    pack=(25, 9),
    other={"Ca": 0.37},
    soil=SoilAction(0.94, "calcitic", {4: 1.0, 8: 0.98, 20: 0.86, 60: 0.64, 100: 0.51}, 0.01),
)
SULPHUR = product(
    22,
    "Yellowseam 85",
    {},
    (5, 25),
    "sulphur",
    interval=60,
    yearly=50,
    pack=(25, 34),
    other={"S": 0.9},
    soil=SoilAction(elemental_sulphur=0.9),
)
COPPERAS = product(
    23, "Greenvitriol", {}, (20, 70), "acidifier", interval=60, pack=(10, 16), other={"Fe": 0.20, "S": 0.115}
)
ALUM = product(24, "Alumstone", {}, (20, 60), "acidifier", interval=90, pack=(5, 14), soil=SoilAction(aluminium=0.081))
SHELF = [SLOW, QUICK, MEAL, STARTER, LEAF, IRON]


def lawn(**changes: Any) -> Lawn:
    """A 412 m² bluegrass lawn in the vale under the by-law, high upkeep, irrigated; changed as asked."""
    size = changes.pop("size", 412.0)
    low, high = changes.pop("ends", (size, size))
    values: dict[str, Any] = {
        "name": "Test lawn",
        "size_m2": SquareMetres((low + high) / 2),
        "low_m2": SquareMetres(low),
        "high_m2": SquareMetres(high),
        "grass": GRASS_BY_KEY[changes.pop("grass", "bluegrass")],
        "upkeep": "high",
        "clippings_returned": True,
        "irrigated": True,
        "soil_test": None,
        "climate": VALE,
        "rules": BYLAW,
    }
    return Lawn(**(values | changes))


def mehlich(p: float = 40, k: float = 120, ph: float = 6.6, day: date = date(2025, 10, 1), **more: Any) -> SoilTest:
    """A Mehlich-3 test."""
    return SoilTest.of(day, "mehlich-3", ph=ph, p=p, k=k, **more)
