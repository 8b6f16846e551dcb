"""What a laboratory measures in soil: name, unit kept, possible range and the headings reports use.

One row a measure: the form, the columns of a file, the store and the reading all follow from it. Fractions
are kept as 0–1. Ranges say what no soil reads; the plausible top only asks. From memory [from-memory].
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

Measured = Literal[
    "ph",
    "buffer_ph",
    "organic_matter",
    "cec",
    "p",
    "k",
    "ca",
    "mg",
    "s",
    "fe",
    "mn",
    "zn",
    "cu",
    "b",
    "na",
    "al",
    "salts",
    "sand",
    "silt",
    "clay",
    "free_lime",
]
Quantity = Literal["number", "percent", "element"]
BufferMethod = Literal["smp", "mehlich", "adams-evans"]
BUFFER_METHODS: tuple[BufferMethod, ...] = get_args(BufferMethod)


@dataclass(frozen=True)
class Measure:
    """One measure: ``unit`` as kept, ``low``–``high`` possible, above ``doubt`` it is asked about.

    ``equivalent`` is the mass of one mmol of charge, mg, for the cations of the exchange.
    """

    key: Measured
    name: str
    symbol: str
    quantity: Quantity
    unit: str
    low: float
    high: float
    doubt: float | None = None
    headings: tuple[str, ...] = ()
    equivalent: float | None = None


# Equivalent masses from standard atomic weights: Ca 40.078/2, Mg 24.305/2, K 39.098, Na 22.990 [iupac-masses].
_ROWS = (
    Measure("ph", "pH", "pH", "number", "", 3, 10, headings=("ph", "soil ph", "water ph", "ph (water)", "ph 1:1")),
    Measure(
        "buffer_ph",
        "Buffer pH",
        "buffer pH",
        "number",
        "",
        4,
        8,
        headings=("buffer ph", "bph", "buffer", "lime index", "smp ph"),
    ),
    Measure(
        "organic_matter",
        "Organic matter",
        "OM",
        "percent",
        "",
        0,
        1,
        0.3,
        ("organic matter", "om", "om %", "som", "humus", "loss on ignition"),
    ),
    Measure(
        "cec",
        "Cation exchange capacity",
        "CEC",
        "number",
        "meq/100 g",
        0,
        200,
        60,
        ("cec", "exchange capacity", "cation exchange capacity"),
    ),
    Measure(
        "p",
        "Phosphorus",
        "P",
        "element",
        "mg/kg",
        0,
        5000,
        300,
        ("p", "phosphorus", "p1", "olsen p", "bray p", "m3 p", "p ppm"),
    ),
    Measure("k", "Potassium", "K", "element", "mg/kg", 0, 5000, 700, ("k", "potassium", "m3 k", "k ppm"), 39.098),
    Measure("ca", "Calcium", "Ca", "element", "mg/kg", 0, 40000, 8000, ("ca", "calcium"), 20.039),
    Measure("mg", "Magnesium", "Mg", "element", "mg/kg", 0, 8000, 1500, ("mg", "magnesium"), 12.1525),
    Measure("s", "Sulphur", "S", "element", "mg/kg", 0, 10000, 300, ("s", "sulphur", "sulfur", "so4-s", "sulphate-s")),
    Measure("fe", "Iron", "Fe", "element", "mg/kg", 0, 5000, 1000, ("fe", "iron")),
    Measure("mn", "Manganese", "Mn", "element", "mg/kg", 0, 3000, 500, ("mn", "manganese")),
    Measure("zn", "Zinc", "Zn", "element", "mg/kg", 0, 2000, 100, ("zn", "zinc")),
    Measure("cu", "Copper", "Cu", "element", "mg/kg", 0, 2000, 60, ("cu", "copper")),
    Measure("b", "Boron", "B", "element", "mg/kg", 0, 200, 10, ("b", "boron")),
    Measure("na", "Sodium", "Na", "element", "mg/kg", 0, 20000, 1000, ("na", "sodium"), 22.990),
    Measure("al", "Aluminium", "Al", "element", "mg/kg", 0, 5000, 2500, ("al", "aluminium", "aluminum")),
    Measure(
        "salts",
        "Soluble salts",
        "salts",
        "number",
        "dS/m",
        0,
        60,
        16,
        ("salts", "soluble salts", "ec", "ec ds/m", "conductivity"),
    ),
    Measure("sand", "Sand", "sand", "percent", "", 0, 1, headings=("sand", "sand %")),
    Measure("silt", "Silt", "silt", "percent", "", 0, 1, headings=("silt", "silt %")),
    Measure("clay", "Clay", "clay", "percent", "", 0, 1, headings=("clay", "clay %")),
    Measure(
        "free_lime",
        "Free lime, as CaCO₃",
        "free lime",
        "percent",
        "",
        0,
        1,
        headings=("free lime", "caco3", "carbonate", "calcium carbonate"),
    ),
)
MEASURES: dict[Measured, Measure] = {row.key: row for row in _ROWS}
ELEMENTS: tuple[Measured, ...] = tuple(row.key for row in _ROWS if row.quantity == "element")
CATIONS: tuple[Measured, ...] = ("ca", "mg", "k", "na")

# Highest and lowest pH each buffer method can read: its own pH, and where its calibration ends.
# SMP 7.5 to 4.8 [smp-1961]; Mehlich 6.6 to 4.0 [mehlich-1976]; Adams–Evans 8.0 to 7.0 [adams-evans-1962].
BUFFER_RANGE: dict[BufferMethod, tuple[float, float]] = {
    "smp": (4.8, 7.5),
    "mehlich": (4.0, 6.6),
    "adams-evans": (7.0, 8.0),
}
BUFFER_NAMES: dict[BufferMethod, str] = {"smp": "SMP", "mehlich": "Mehlich", "adams-evans": "Adams–Evans"}
