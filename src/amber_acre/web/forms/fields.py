"""Field types of forms: each reads one text with the core's reader and says what is wrong."""

from __future__ import annotations

import unicodedata
from collections.abc import Callable
from typing import Annotated, Any

from pydantic import AfterValidator, BeforeValidator, StringConstraints, ValidationInfo

from amber_acre.core import typed, typed_label
from amber_acre.core.bounds import within
from amber_acre.core.errors import NotUnderstood
from amber_acre.core.season import coated
from amber_acre.core.season.climate import MonthDay
from amber_acre.core.season.months import MONTH_DAYS
from amber_acre.core.soil.lime_value import read_neutralising


def _plain_words(text: str) -> str:
    """A text of one line without signs nobody sees: they turn words about, or hide a difference between two names."""
    if any(unicodedata.category(sign) in HIDDEN for sign in text):
        raise NotUnderstood("This holds signs that cannot be seen (control or direction marks). Type it by hand.")
    return unicodedata.normalize("NFC", " ".join(text.split()))


def _plain_note(text: str) -> str:
    if any(unicodedata.category(sign) in HIDDEN and sign not in "\n\r\t" for sign in text):
        raise NotUnderstood("This holds signs that cannot be seen (control or direction marks). Type it by hand.")
    return text


HIDDEN = ("Cc", "Cf", "Co", "Cs", "Cn")
Needed = Annotated[str, StringConstraints(min_length=1, max_length=120), AfterValidator(_plain_words)]
Note = Annotated[str, StringConstraints(max_length=2000), AfterValidator(_plain_note)]


def bounded(read: Any, kind: str, text: str, field: str) -> Any:
    """A figure, or a text that was read, held within the bounds of its kind ('' has none)."""
    if kind:
        within(read.value if isinstance(read, typed.Typed) else read, kind, text, field)
    return read


def _reader(read: Callable[..., Any], optional: bool = False, kind: str = "") -> BeforeValidator:
    def validate(value: Any, info: ValidationInfo) -> Any:
        text = str(value or "").strip()
        if not text:
            if optional:
                return None
            raise NotUnderstood("This is needed. Fill it in.", field=info.field_name or "")
        field = info.field_name or ""
        return bounded(read(text, field=field), kind, text, field)

    return BeforeValidator(validate)


def _month_day(text: str, field: str) -> MonthDay:
    parts = text.replace("/", "-").split("-")[-2:]
    if len(parts) == 2 and all(part.isdecimal() for part in parts):
        month, day = int(parts[0]), int(parts[1])
        if 1 <= month <= 12 and 1 <= day <= MONTH_DAYS[month - 1] + (month == 2):
            return MonthDay(month, day)
    raise NotUnderstood(f"“{text}” is not a day of the year. Type month-day, like 05-01 for 1 May.", field=field)


def _latitude(text: str, field: str) -> float:
    plain = text.strip().rstrip("°").strip()
    for letter, sign in (("n", 1), ("s", -1)):
        if plain.lower().endswith(letter):
            return sign * abs(typed.number(plain[:-1].strip().rstrip("°"), field))
    return typed.number(plain, field)


def _checked(value: Any) -> bool:
    return value in (True, "on", "yes", "true", "1")


def _whole(value: Any) -> str:
    return str(value or "").strip() or "0"


Whole = Annotated[int, BeforeValidator(_whole)]  # nothing typed is 0
Checked = Annotated[bool, BeforeValidator(_checked)]


def in_units_of_form(
    read: Callable[..., Any], metric: str, us: str, optional: bool = False, kind: str = ""
) -> BeforeValidator:
    """Reads a text whose bare numbers are in the units of the form (context ``units``)."""

    def validate(value: Any, info: ValidationInfo) -> Any:
        text, field = str(value or "").strip(), info.field_name or ""
        if not text:
            if optional:
                return None
            raise NotUnderstood("This is needed. Fill it in.", field=field)
        unit = us if (info.context or {}).get("units") == "us" else metric
        return bounded(read(text, unit, field), kind, text, field)

    return BeforeValidator(validate)


Temperature = Annotated[typed.Typed, in_units_of_form(typed.temperature, "°C", "°F")]
OptionalTemperature = Annotated[typed.Typed | None, in_units_of_form(typed.temperature, "°C", "°F", optional=True)]
Rain = Annotated[typed.Typed, in_units_of_form(typed.rainfall, "mm", "in")]
Latitude = Annotated[float, _reader(_latitude)]
OptionalDay = Annotated[MonthDay | None, _reader(_month_day, optional=True)]
YearDay = Annotated[MonthDay, _reader(_month_day)]
Span = Annotated[typed.Typed, _reader(typed_label.span_days)]
OptionalLasting = Annotated[typed.Typed | None, _reader(coated.label_days, optional=True)]
Price = Annotated[typed.Typed, _reader(typed_label.money)]


def optional_number(kind: str) -> BeforeValidator:
    """Reads a plain figure that its kind of :data:`amber_acre.core.bounds.BOUNDS` allows, or nothing."""
    return _reader(typed.number, optional=True, kind=kind)


Ph = Annotated[float, _reader(typed.number, kind="ph")]
Years = Annotated[float, _reader(typed.number, kind="years")]
Interval = Annotated[float, _reader(typed.number, kind="interval")]
Setting = Annotated[float, _reader(typed.number, kind="setting")]
OptionalPh = Annotated[float | None, optional_number("ph")]
OptionalDensity = Annotated[float | None, optional_number("density")]
OptionalMinutes = Annotated[float | None, optional_number("minutes")]
OptionalMinutesOrNone = Annotated[float | None, optional_number("minutes_or_none")]
OptionalMonths = Annotated[float | None, optional_number("months")]
OptionalCount = Annotated[float | None, optional_number("count")]
OptionalParts = Annotated[float | None, optional_number("parts")]
OptionalSetting = Annotated[float | None, optional_number("setting")]
OptionalConductivity = Annotated[float | None, optional_number("conductivity")]
OptionalThickness = Annotated[float | None, in_units_of_form(typed.thickness_cm, "cm", "in", True, "girth_cm")]
OptionalMillilitres = Annotated[float | None, in_units_of_form(typed.millilitres, "mL", "mL", True, "dose_ml")]
OptionalDays = Annotated[float | None, _reader(typed_label.every_days, optional=True)]
Percent = Annotated[typed.Typed, _reader(typed.percentage)]
OptionalShare = Annotated[float | None, _reader(read_neutralising, optional=True)]
OptionalPercent = Annotated[typed.Typed | None, _reader(typed.percentage, optional=True)]
OptionalArea = Annotated[typed.Typed | None, _reader(typed.area, optional=True)]
OptionalLength = Annotated[typed.Typed | None, _reader(typed.length, optional=True)]
OptionalDistance = Annotated[typed.Typed | None, _reader(typed.distance, optional=True)]
NutrientRate = Annotated[typed.Typed, _reader(typed.mass_rate)]
OptionalVolume = Annotated[typed.Typed | None, _reader(typed.volume, optional=True)]
OptionalMoney = Annotated[typed.Typed | None, _reader(typed_label.money, optional=True)]
OptionalNutrientRate = Annotated[typed.Typed | None, _reader(typed.mass_rate, optional=True)]
