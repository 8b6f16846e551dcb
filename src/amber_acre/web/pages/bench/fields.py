"""How fields of the bench are typed: a text with its unit, a bare figure in the form's system, within bounds."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from datetime import date
from typing import Annotated, Any

from pydantic import BeforeValidator, Field, ValidationInfo

from amber_acre.core import typed, typed_label, typed_machines
from amber_acre.core.bounds import within
from amber_acre.core.errors import AmberError, MissingInput, NotUnderstood
from amber_acre.core.products.product import parse_grade
from amber_acre.core.tables.soil_measures import BUFFER_NAMES
from amber_acre.web.forms.fields import (
    OptionalDensity,
    OptionalMinutes,
    OptionalPh,
    bounded,
    optional_number,
)

NO_DENSITY = "That is a volume: give the density of the liquid in kg/L above (on the safety sheet)."
PLACED = [("surface", "on the surface"), ("raked", "raked in"), ("tilled", "tilled in")]
BUFFERS = [(key, name) for key, name in BUFFER_NAMES.items()]
REGION_CHOICES = [("cool", "cool and temperate country"), ("warm", "warm and tropical country")]
SULPHUR_TEXTURES = [("sand", "sand"), ("loam", "loam"), ("clay", "clay")]
UNITS = [("metric", "metric"), ("us", "feet and pounds")]


def by_system(read: Callable[[str, str, str], Any], metric: str, us: str, kind: str = "") -> Any:
    """Reads a text whose bare figures are in the system the form says; empty is None. ``kind``: its row of bounds."""

    def validate(value: Any, info: ValidationInfo) -> Any:
        text, field = str(value or "").strip(), info.field_name or ""
        unit = us if info.data.get("units") == "us" else metric
        return bounded(read(text, unit, field), kind, text, field) if text else None

    return BeforeValidator(validate)


def plain(read: Callable[[str, str], Any], kind: str = "") -> Any:
    """Reads a text that names its unit or has none; empty is None. ``kind``: its row of bounds."""

    def validate(value: Any, info: ValidationInfo) -> Any:
        text, field = str(value or "").strip(), info.field_name or ""
        return bounded(read(text, field), kind, text, field) if text else None

    return BeforeValidator(validate)


def _dense_rate(text: str, field: str, density: float | None) -> float:
    """A rate of product, g/m², from a weight or, with a density, from a volume."""
    try:
        return typed.mass_rate(text, field).value
    except NotUnderstood as by_weight:
        try:
            volume = typed.volume_rate(text, field).value
        except AmberError:
            raise by_weight from None
        if density is None:
            raise MissingInput(NO_DENSITY, field=field) from None
        return volume * density


def _rate(value: Any, info: ValidationInfo) -> float | None:
    text, field = str(value or "").strip(), info.field_name or ""
    return within(_dense_rate(text, field, info.data.get("density")), "mass_rate", text, field) if text else None


def _amount(value: Any, info: ValidationInfo) -> float | None:
    """What a pack holds, kg, from a weight or, with a density, from a volume."""
    text = typed_label.without_pack_words(str(value or "").strip())
    if not text:
        return None
    bare, density = ("lb" if info.data.get("units") == "us" else "kg"), info.data.get("density")
    try:
        return within(typed.mass(text, bare, info.field_name or "").value, "mass", text, info.field_name or "")
    except NotUnderstood as by_weight:
        try:
            volume = typed.volume(text, "", info.field_name or "").value
        except AmberError:
            raise by_weight from None
        if density is None:
            raise MissingInput(NO_DENSITY, field=info.field_name or "") from None
        return within(volume * float(density), "mass", text, info.field_name or "")


def _span(text: str, field: str) -> tuple[float, float]:
    low, _, high = text.replace("–", "-").replace(" to ", "-").partition("-")
    first = typed.number(low, field)
    second = typed.number(high, field) if high else first
    if not 0 < first <= second:
        raise NotUnderstood(f"“{text}” is no span. Type it like 60–80.", field=field)
    return first, second


def _lengths_cm(text: str, unit: str, field: str) -> list[float]:
    def one(part: str) -> float:
        return within(typed.length(part, unit, field).value * 100, "trunk_cm", part, field)

    return typed_machines.many(text, one, field)


def _figures(text: str, field: str) -> list[float]:
    return typed_machines.many(text, lambda part: within(typed.number(part, field), "catch", part, field), field)


def _trunk_dose_ml(text: str, unit: str, field: str) -> float:
    """mL for a cm of trunk; bare figures are mL for the system's length."""
    ml_cm, _ = typed_machines.per_trunk(text, field, unit)
    if ml_cm is None:
        raise NotUnderstood(f"“{text}” is a weight: an injection goes by volume. Type it like 6 {unit}.", field=field)
    return within(ml_cm, "dose_ml_cm", text, field)


def _trunk_dose(text: str, field: str) -> tuple[float | None, float | None]:
    ml_cm, g_cm = typed_machines.per_trunk(text, field)
    for dose, kind in ((ml_cm, "dose_ml_cm"), (g_cm, "dose_g_cm")):
        if dose is not None:
            within(dose, kind, text, field)
    return ml_cm, g_cm


Size = Annotated[typed.Typed | None, by_system(typed.area, "m²", "ft²", "size")]
Length = Annotated[typed.Typed | None, by_system(typed.length, "m", "ft", "length")]
Depth = Annotated[typed.Typed | None, by_system(typed.distance, "cm", "in", "depth")]
DepthThere = Annotated[typed.Typed | None, by_system(typed.distance, "cm", "in", "depth_or_none")]
Mass = Annotated[typed.Typed | None, by_system(typed.mass, "kg", "lb", "mass")]
Grams = Annotated[typed.Typed | None, by_system(typed.mass, "g", "g", "mass")]
Volume = Annotated[typed.Typed | None, by_system(typed.volume, "L", "US gal", "volume")]
Loose = Annotated[typed.Typed | None, by_system(typed.volume, "L", "ft³", "volume")]
Speed = Annotated[typed.Typed | None, by_system(typed_machines.speed, "km/h", "mph", "speed")]
Flow = Annotated[typed.Typed | None, by_system(typed_machines.flow, "l/min", "gal/min", "flow")]
Strength = Annotated[typed.Typed | None, by_system(typed_machines.concentration, "mg/l", "ppm", "strength")]
Pressure = Annotated[
    typed.Typed | None, plain(lambda text, field: typed_machines.pressure(text, None, field), "pressure")
]
Seconds = Annotated[typed.Typed | None, plain(lambda text, field: typed_machines.seconds(text, "s", field), "seconds")]
Rate = Annotated[float | None, BeforeValidator(_rate)]
MassRate = Annotated[typed.Typed | None, plain(typed.mass_rate, "mass_rate")]
VolumeRate = Annotated[typed.Typed | None, plain(typed.volume_rate, "volume_rate")]
Amount = Annotated[float | None, BeforeValidator(_amount)]
Grade = Annotated[tuple[float, float, float] | None, plain(parse_grade)]
Percent = Annotated[typed.Typed | None, plain(typed.percentage)]
Fineness = Annotated[typed.Typed | None, plain(typed.percentage, "fineness")]
Density = OptionalDensity
Minutes = OptionalMinutes
Ph = OptionalPh
PerLitre = Annotated[float | None, optional_number("per_litre")]
Times = Annotated[float | None, optional_number("times")]
Plants = Annotated[float | None, optional_number("plants")]
Spoons = Annotated[float | None, optional_number("spoons")]
Cce = Annotated[float | None, optional_number("cce")]
Ounces = Annotated[float | None, optional_number("ounces")]
TakesIn = Annotated[float | None, optional_number("takes_mm_h")]
Price = Annotated[typed.Typed | None, plain(typed_label.money, "price")]
Dilution = Annotated[float | None, plain(typed_machines.dilution)]
Trunks = Annotated[list[float] | None, by_system(_lengths_cm, "cm", "in")]
Thickness = Annotated[float | None, by_system(typed.thickness_cm, "cm", "in", "girth_cm")]
Millilitres = Annotated[float | None, by_system(typed.millilitres, "mL", "mL", "dose_ml")]
Figures = Annotated[list[float] | None, plain(_figures)]
TrunkDose = Annotated[tuple[float | None, float | None] | None, plain(_trunk_dose)]
TrunkDoseMl = Annotated[float | None, by_system(_trunk_dose_ml, "mL/cm", "mL/in")]
Span = Annotated[tuple[float, float] | None, plain(_span)]


def asked(title: str, hint: str = "", choices: Sequence[tuple[str, str]] | None = None, default: Any = None) -> Any:
    """A field: what it is called and how it is typed; ``choices`` are picked from."""
    return Field(
        default=default,
        title=title,
        description=hint,
        json_schema_extra={"choices": [list(choice) for choice in choices] if choices else None},
    )


def _either_rate(text: str, field: str) -> tuple[float, str]:
    """A rate with its unit: mL/m² of a volume, g/m² of a weight."""
    try:
        return typed.volume_rate(text, field).value, "mL/m²"
    except NotUnderstood:
        return typed.mass_rate(text, field).value, "g/m²"


def _rate_span(text: str, field: str) -> tuple[float, float, str]:
    """Two rates with one unit, 3–5 fl oz/1000, or one."""
    plain = text.replace("–", "-").replace(" to ", "-")
    low, dash, high = plain.partition("-")
    top, unit = _either_rate(high if dash else low, field)
    if not dash:
        return top, top, unit
    rest = high.strip().lstrip("0123456789., ")
    first, _ = _either_rate(low.strip() if any(sign.isalpha() for sign in low) else f"{low.strip()} {rest}", field)
    return first, top, unit


def _held(text: str, field: str) -> tuple[float, str]:
    """What a pack holds: mL or g, and which of them."""
    try:
        return typed.mass(text, "", field).value * 1000, "g"
    except NotUnderstood:
        return typed.volume(text, "", field).value * 1000, "mL"


def _day(text: str, field: str) -> date:
    try:
        return date.fromisoformat(text)
    except ValueError:
        raise NotUnderstood(f"“{text}” is no day. Type it like 2026-05-04.", field=field, value=text) from None


Held = Annotated[tuple[float, str] | None, plain(_held)]
Day = Annotated[date | None, plain(_day)]
VolumeOrMass = Annotated[tuple[float, str] | None, plain(_either_rate)]
RateSpan = Annotated[tuple[float, float, str] | None, plain(_rate_span)]
Often = Annotated[tuple[float, str] | None, plain(typed_machines.often)]
