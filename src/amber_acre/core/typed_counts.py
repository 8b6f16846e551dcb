"""Reads doses that are not by area: ``30–50 g/plant``, ``20 g/cm of trunk``, ``3 g/L of medium``, ``60 g/m of run``."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Literal

from amber_acre.core import typed
from amber_acre.core.errors import DoesNotFit, NotUnderstood, OutOfRange
from amber_acre.core.quantities import FOOT_M, VOLUME_L

CountBasis = Literal["plant", "plant_volume", "trunk", "trunk_volume", "litre", "water", "run"]
COUNT_UNITS: dict[CountBasis, str] = {
    "plant": "g a plant",
    "plant_volume": "mL a plant",
    "trunk": "g a cm of trunk",
    "trunk_volume": "mL a cm of trunk",
    "litre": "g a litre of medium",
    "water": "mg a litre of water",
    "run": "g a metre of hedge",
}
UNIT_OF: dict[str, str] = dict(COUNT_UNITS.items())  # by any basis a dose may have
# The most anybody would type, in those units: past it the unit is wrong [common-practice].
AT_MOST: dict[CountBasis, float] = {
    "plant": 20_000.0,
    "plant_volume": 20_000.0,
    "trunk": 2_000.0,
    "trunk_volume": 2_000.0,
    "litre": 100.0,
    "water": 50_000.0,
    "run": 5_000.0,
}
LIKE = "30 g/plant, 20 g/cm of trunk, 3 g/L of medium, 1 g/L of water or 60 g/m of hedge"
_IN_CM = 100 * FOOT_M / 12
_TRUNK = r"(?:of )?(?:trunk|caliper|stem|dbh)(?: diameter)?"
_RUN = r"(?:of )?(?:hedge|row|run)"
# What a dose is for, as labels write it: how many of the basis's own units it is.
_PER: tuple[tuple[str, CountBasis, float], ...] = (
    (r"(?:a )?(?:plant|shrub|rose|bush|clump|perennial|tree|palm|stool)s?", "plant", 1.0),
    (rf"(?:cm|centimet(?:re|er)) {_TRUNK}", "trunk", 1.0),
    (rf"(?:in|inch|″|\") {_TRUNK}", "trunk", _IN_CM),
    (r"(?:l|lit(?:re|er)) (?:of )?(?:medium|mix|compost|pot|soil|substrate)", "litre", 1.0),
    (r"(?:gal|gallon) (?:of )?(?:medium|mix|compost|pot|soil|substrate)", "litre", VOLUME_L["US gal"]),
    (r"(?:ft³|ft3|cu ft) (?:of )?(?:medium|mix|compost|pot|soil|substrate)", "litre", VOLUME_L["ft³"]),
    (r"(?:l|lit(?:re|er)) (?:of )?water", "water", 1.0),
    (r"(?:gal|gallon) (?:of )?water", "water", VOLUME_L["US gal"]),
    (rf"(?:m|met(?:re|er)) {_RUN}", "run", 1.0),
    (rf"(?:ft|foot) {_RUN}", "run", FOOT_M),
)
_AMOUNT = re.compile(r"(?:([\d.,]+)\s*(?:-|–|to)\s*)?([\d.,]+)\s*([^\d\s].*)")
_FOR = re.compile(r"(.+?)\s*[×x*]\s*([\d.,]+)\s*(?:plants?|shrubs?|roses?|trees?)?\s*", re.IGNORECASE)


@dataclass(frozen=True)
class CountRate:
    """A dose of a basis in its unit (COUNT_UNITS), lowest to highest, both above 0; alike where one was typed."""

    basis: CountBasis
    low: float
    high: float

    @property
    def unit(self) -> str:
        """The unit in words."""
        return COUNT_UNITS[self.basis]


def is_by_count(text: str) -> bool:
    """Whether a typed dose says that it is by plant, trunk, litre or run; one by area does not."""
    return _per_of(text) is not None


def count_rate(text: str, field: str = "rate") -> CountRate:
    """One dose from ``30–50 g/plant`` or ``1 oz per inch of trunk``; refuses what has no unit (NotUnderstood), a range
    upside down (DoesNotFit) and what no label says (OutOfRange)."""
    found = _per_of(text)
    if found is None:
        raise NotUnderstood(f"“{text}” does not say what it is for. Type it like {LIKE}.", field=field, value=text)
    amount, basis, per = found
    parts = _AMOUNT.fullmatch(amount)
    if parts is None:
        raise NotUnderstood(f"“{text}” is not an amount with its unit. Type it like {LIKE}.", field=field, value=text)
    low, high, unit = parts.groups()
    try:
        top, by_volume = typed.mass(f"{high} {unit}", "", field).value * 1000, False
    except NotUnderstood:
        top, by_volume = typed.volume(f"{high} {unit}", "", field).value * 1000, True
    if by_volume:
        if basis not in ("plant", "trunk"):
            raise NotUnderstood(
                f"“{text}”: by the litre or metre a weight is needed. Type it like 3 g/L of medium.",
                field=field,
                value=text,
            )
        basis = "plant_volume" if basis == "plant" else "trunk_volume"
    top *= (1000.0 if basis == "water" else 1.0) / per
    rate = CountRate(basis, top * (typed.number(low, field) / typed.number(high, field)) if low else top, top)
    if rate.low > rate.high or rate.low <= 0:
        raise DoesNotFit(f"“{text}”: the lower end must be above nothing and under the higher.", field=field)
    if rate.high > AT_MOST[basis]:
        raise OutOfRange(
            f"“{text}” is {rate.high:,.4g} {rate.unit}: check the unit.",
            field=field,
            value=rate.high,
            limits=(0, AT_MOST[basis]),
        )
    return rate


_LITRE = {"l": 1.0, "litre": 1.0, "liter": 1.0, "gal": VOLUME_L["US gal"], "gallon": VOLUME_L["US gal"]}


def in_water(text: str, field: str, density_kg_l: float | None) -> float:
    """Grams of product in a litre from ``2 g/L``, ``5 mL/L``, ``1 oz/gal``; a volume asks for its density.

    Refuses what says no litre or gallon (NotUnderstood) and over 50 g/L (OutOfRange).
    """
    plain = " ".join(text.strip().lower().replace(" per ", "/").replace(" of water", "").split())
    amount, slash, per = plain.partition("/")
    litres = _LITRE.get(per.strip().rstrip(".").removesuffix("s") if per.strip() != "l" else "l")
    if not slash or litres is None:
        raise NotUnderstood(
            f"“{text}” is no rate in water. Type it like 2 g/L, 5 mL/L or 1 fl oz/gal.", field=field, value=text
        )
    try:
        grams = typed.mass(amount, "", field).value * 1000
    except NotUnderstood:
        volume = typed.volume(amount, "", field).value
        if density_kg_l is None:
            raise NotUnderstood(f"“{text}” is a volume of a solid. Type its weight.", field=field, value=text) from None
        grams = volume * density_kg_l * 1000
    if not 0 < grams / litres * 1000 <= AT_MOST["water"]:
        raise OutOfRange(
            f"“{text}” is {grams / litres:,.4g} g in a litre: check the unit.",
            field=field,
            value=grams / litres,
            limits=(0, AT_MOST["water"] / 1000),
        )
    return grams / litres


_MANY = re.compile(r"([\d.,]+)\s*[×x*]\s*(.+)", re.IGNORECASE)


def litres_of(text: str, bare: str, field: str) -> float:
    """Litres of ``40 L``, or of ``24 × 1.5 L``: so many pots that get so much each; above 0 (OutOfRange)."""
    many = _MANY.fullmatch(text.strip())
    count = typed.number(many[1], field) if many is not None else 1.0
    litres = count * typed.volume(many[2] if many is not None else text, bare, field).value
    if litres <= 0:
        raise OutOfRange("How much water is above zero.", field=field, value=litres, limits=(0, None))
    return litres


def count_rates(text: str, field: str = "label_by") -> tuple[CountRate, ...]:
    """Doses a label gives beside its rate by area, with semicolons between; each basis once (DoesNotFit)."""
    rates = tuple(count_rate(part, field) for part in re.split(r"[;\n]+", text) if part.strip())
    twice = next((rate for n, rate in enumerate(rates) if rate.basis in {one.basis for one in rates[:n]}), None)
    if twice is not None:
        raise DoesNotFit(f"Two rates in {twice.unit}: type one, as lowest to highest.", field=field)
    return rates


def counted(text: str) -> tuple[str, float | None]:
    """A dose and what it is for, in the basis's own units: ``30 g/plant × 12`` is 30 g/plant and 12, ``1 oz/inch of
    trunk × 12`` stands for twelve inches, 30.48 cm; without a count None."""
    found = _FOR.fullmatch(text.strip())
    per = _per_of(found[1]) if found is not None else None
    if found is None or per is None:
        return text, None
    return found[1].strip(), typed.number(found[2]) * per[2]


def _per_of(text: str) -> tuple[str, CountBasis, float] | None:
    """Amount, basis and its units a typed dose is for."""
    plain = " ".join(text.strip().lower().replace(" per ", "/").replace(" a plant", "/plant").split())
    amount, slash, per = plain.partition("/")
    if not slash:
        return None
    for pattern, basis, units in _PER:
        if re.fullmatch(pattern, per.strip().rstrip(".")):
            return amount.strip(), basis, units
    return None
