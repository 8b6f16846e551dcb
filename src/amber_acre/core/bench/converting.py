"""The unit converter: reads a quantity as it is said, tells it in every unit of its kind, asks where a word means two.

An ounce is a weight or a volume, a gallon American or imperial, a ton short, long or metric; nothing is guessed.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass

from amber_acre.core import typed, typed_machines
from amber_acre.core.bench.answer import Answer
from amber_acre.core.errors import AmberError, NotUnderstood
from amber_acre.core.quantities import (
    AREA_M2,
    CARBONATE_EQUIVALENT,
    K_PER_K2O,
    LENGTH_M,
    MASS_KG,
    N_PER_NO3,
    P_PER_P2O5,
    PPM_PER_POUND_PER_ACRE,
    S_PER_SO3,
    VOLUME_L,
    mass_rate_g_m2,
    volume_rate_ml_m2,
)
from amber_acre.core.working import Figure, Working

# Words that mean two things, what they are asked as, and how each is told apart.
AMBIGUOUS: tuple[tuple[str, str], ...] = (
    (
        r"(?<!fl )(?<!fluid )\b(?:oz|ounces?)\b(?! ?wt)(?! ?weight)",
        "An ounce of what: weight (type oz wt) or fluid (type fl oz)?",
    ),
    (
        r"(?<!us )(?<!imp )(?<!imperial )\b(?:gal|gallons?)\b",
        "Which gallon: American (type US gal) or imperial (type imp gal)?",
    ),
    (r"(?<!short )(?<!long )\btons?\b", "Which ton: short (2,000 lb) or metric (type t)?"),
    (
        r"\b(?:cups?|pints?|quarts?|scoops?|handfuls?)\b",
        "That is no fixed measure for a granule: weigh one, and type the weight.",
    ),
)
# Rates as they are printed: name, unit of mass or volume, unit of area.
MASS_RATES = (
    ("g/m²", "g", "m²"),
    ("kg/100 m²", "kg", "100 m²"),
    ("kg/ha", "kg", "ha"),
    ("t/ha", "t", "ha"),
    ("lb/1000 ft²", "lb", "1000 ft²"),
    ("oz wt/1000 ft²", "oz", "1000 ft²"),
    ("lb/100 ft²", "lb", "100 ft²"),
    ("lb/acre", "lb", "acre"),
    ("short tons/acre", "short ton", "acre"),
    ("oz wt/yd²", "oz", "yd²"),
)
VOLUME_RATES = (
    ("mL/m²", "mL", "m²"),
    ("L/100 m²", "L", "100 m²"),
    ("L/ha", "L", "ha"),
    ("US fl oz/1000 ft²", "fl oz", "1000 ft²"),
    ("US gal/1000 ft²", "US gal", "1000 ft²"),
    ("US gal/acre", "US gal", "acre"),
    ("m³/100 m²", "m³", "100 m²"),
    ("yd³/1000 ft²", "yd³", "1000 ft²"),
)
OXIDES: dict[str, tuple[str, str, float, str]] = {
    "P2O5": ("phosphate P₂O₅", "phosphorus P", P_PER_P2O5, "aapfco"),
    "K2O": ("potash K₂O", "potassium K", K_PER_K2O, "aapfco"),
    "SO3": ("SO₃", "sulphur S", S_PER_SO3, "iupac-masses"),
    "NO3": ("nitrate NO₃", "nitrate nitrogen N", N_PER_NO3, "iupac-masses"),
    **{
        name: (name, "pure lime CaCO₃", worth, "iupac-masses")
        for name, worth in CARBONATE_EQUIVALENT.items()
        if name != "CaCO3"
    },
}


@dataclass(frozen=True)
class Kind:
    """A kind of quantity: its name, how a text of it is read into its unit, and its units by their worth in that."""

    name: str
    unit: str
    read: Callable[[str], float]
    units: Mapping[str, float]


def _named(table: Mapping[str, float]) -> dict[str, float]:
    return {
        ("oz wt" if name == "oz" else "US fl oz" if name == "fl oz" else name): worth for name, worth in table.items()
    }


AREAS_M2 = {name: worth for name, worth in AREA_M2.items() if not name.startswith("1")}

KINDS: tuple[Kind, ...] = (
    Kind("length", "m", lambda text: typed.distance(text, "").value, _named(LENGTH_M)),
    Kind("area", "m²", lambda text: typed.area(text, "").value, AREAS_M2),
    Kind("weight", "kg", lambda text: typed.mass(text, "").value, _named(MASS_KG)),
    Kind("volume", "L", lambda text: typed.volume(text, "").value, _named(VOLUME_L)),
    Kind(
        "weight per area",
        "g/m²",
        lambda text: typed.mass_rate(text).value,
        {name: mass_rate_g_m2(1, mass, area) for name, mass, area in MASS_RATES},
    ),
    Kind(
        "volume per area",
        "mL/m²",
        lambda text: typed.volume_rate(text).value,
        {name: volume_rate_ml_m2(1, volume, area) for name, volume, area in VOLUME_RATES}
        | {"mm deep": 1000.0, "in deep": 25_400.0},
    ),
    Kind("speed", "m/s", lambda text: typed_machines.speed(text, None).value, typed_machines.SPEED_M_S),
    Kind(
        "flow",
        "L/min",
        lambda text: typed_machines.flow(text, None).value,
        {
            "L/min": 1.0,
            "L/h": 1 / 60,
            "US gal/min": typed_machines.FLOW_L_MIN["gpm"],
            "imp gal/min": typed_machines.FLOW_L_MIN["imp gal/min"],
            "US fl oz/min": typed_machines.FLOW_L_MIN["fl oz/min"],
        },
    ),
    Kind(
        "pressure",
        "bar",
        lambda text: typed_machines.pressure(text).value,
        {"bar": 1.0, "psi": typed_machines.PSI_BAR, "kPa": 0.01},
    ),
    Kind(
        "strength in water",
        "mg/L",
        lambda text: typed_machines.concentration(text, None).value,
        {"mg/L": 1.0, "ppm": 1.0, "g/L": 1000.0, "%": 10_000.0, "oz wt/100 US gal": 74.8915},
    ),
)
KIND_BY_NAME = {kind.name: kind for kind in KINDS}


def convert(text: str, density_kg_l: float | None = None, oxide: str = "") -> Answer:
    """A quantity in every unit of its kind. NotUnderstood where a word of it means two things, or it is none.

    ``density_kg_l``: weight is told as volume as well, and the other way. ``oxide``: a key of OXIDES, its element too.
    """
    plain = " ".join(text.lower().replace("²", "2").replace("³", "3").split())
    for pattern, question in AMBIGUOUS:
        if re.search(pattern, plain):
            raise NotUnderstood(f"“{text}”: {question}", field="value", value=text)
    answer = Answer(Working("Units"))
    readable = text.replace("US fl oz", "fl oz").replace("us fl oz", "fl oz")
    readable = readable.replace("US gal", "gal").replace("us gal", "gal")
    degrees = _degrees(readable)
    if degrees is not None:
        answer.tell("c", "°C", degrees, "")
        answer.tell("f", "°F", degrees * 1.8 + 32, "")
        return answer
    kind, value = _read(readable, text)
    _tell(kind, value, answer)
    if density_kg_l is not None:
        _across(kind, value, density_kg_l, answer)
    if oxide:
        _element(oxide, kind, value, answer)
    if kind.name == "strength in water":
        answer.said.append(f"In soil, ppm is mg/kg: a figure in lb/acre is halved for it ({PPM_PER_POUND_PER_ACRE:g}).")
    return answer


def _degrees(text: str) -> float | None:
    if re.search(r"[-+−]?[\d.,]+\s*(?:°\s*[CcFf]?|[CcFf])$", text.strip()) is None or text.strip().endswith("°"):
        return None
    return typed.temperature(text, field="value").value


def _read(readable: str, text: str) -> tuple[Kind, float]:
    for kind in KINDS:
        try:
            return kind, kind.read(readable)
        except AmberError as refused:
            if "/" not in readable and refused.limits:
                raise
    raise NotUnderstood(
        f"“{text}” is no quantity this converter knows. Type a figure and its unit, like 4 lb/1000 ft², 6 fl oz/1000,"
        " 30 psi, 12 yd³.",
        field="value",
        value=text,
    )


def _tell(kind: Kind, value: float, answer: Answer) -> None:
    figures = [Figure("value", value, kind.unit, kind.name)]
    for name, worth in kind.units.items():
        unit = Figure("worth", worth, kind.unit, f"one {name}")
        answer.reckon(name, name, "value / worth", [*figures, unit], value / worth, "", "nist-hb44")


def _across(kind: Kind, value: float, density_kg_l: float, answer: Answer) -> None:
    """Weight as volume by a density, and the other way."""
    pairs = {"weight": ("volume", 1 / density_kg_l), "volume": ("weight", density_kg_l)}
    pairs |= {
        "weight per area": ("volume per area", 1 / density_kg_l),
        "volume per area": ("weight per area", density_kg_l),
    }
    if kind.name in pairs:
        other, factor = pairs[kind.name]
        _tell(KIND_BY_NAME[other], value * factor, answer)


def _element(oxide: str, kind: Kind, value: float, answer: Answer) -> None:
    if oxide not in OXIDES:
        raise NotUnderstood("Choose one of the list.", field="oxide", value=oxide)
    said, element, per, source = OXIDES[oxide]
    figures = [Figure("value", value, kind.unit, said), Figure("per", per, "", f"{element} for one of it")]
    answer.reckon("element", f"as {element}", "value * per", figures, value * per, kind.unit, source)
    figures[0] = Figure("value", value, kind.unit, element)
    answer.reckon("oxide", f"{element} as {said}", "value / per", figures, value / per, kind.unit, source)
