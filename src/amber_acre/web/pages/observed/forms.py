"""Forms of what was seen: one page of small fields and large buttons, any of which may be all there is to say."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Self

from pydantic import BeforeValidator, ValidationInfo, field_validator, model_validator

from amber_acre.core import typed
from amber_acre.core.errors import DoesNotFit, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.measure.condition import COLOURS
from amber_acre.core.season.weather import GROUND_STATES, GROWTHS, DayWeather, Kind
from amber_acre.exchange.days import DayOrder, read_day
from amber_acre.exchange.forecast_csv import ForecastLine
from amber_acre.store.weather_tables import ObservationRow
from amber_acre.web.forms.days import PlannedOn, SeenOn, planned_on
from amber_acre.web.forms.fields import Needed, Note, OptionalDays, OptionalTemperature
from amber_acre.web.forms.reading import Form

MOST_RAIN_MM = 500.0  # in a gauge in a day: more is a slip of the unit [common-practice]
NO_RAIN = ("none", "no rain", "dry", "trace")  # a trace is what a gauge cannot measure
MOWING_DAYS = (1.0, 60.0)  # between two mowings of grass that grows at all [common-practice]
COLOUR_KEYS = {str(grade) for grade in COLOURS}
TAPS = (*(f"ground:{state}" for state in GROUND_STATES), *(f"growth:{growth}" for growth in GROWTHS))


def _rain(value: object, info: ValidationInfo) -> typed.Typed | None:
    text = str(value or "").strip()
    if not text:
        return None
    return rain(text, (info.context or {}).get("units") == "us", info.field_name or "")


def rain(text: str, inches: bool, field: str) -> typed.Typed:
    """Rain of a day in mm; bare numbers in the units of the place (OutOfRange over half a metre)."""
    none = text.strip().lower() in NO_RAIN
    read = typed.rainfall("0" if none else text, "in" if inches else "mm", field)
    if read.value > MOST_RAIN_MM:
        raise OutOfRange(
            f"“{text}” is {read.value:,.0f} mm in a day: outside 0–{MOST_RAIN_MM:g} mm. Check the unit.", field=field
        )
    return read


def _depth(value: object, info: ValidationInfo) -> typed.Typed | None:
    text = str(value or "").strip()
    inches = (info.context or {}).get("units") == "us"
    return typed.length(text, "in" if inches else "cm", info.field_name or "") if text else None


Rain = Annotated[typed.Typed | None, BeforeValidator(_rain)]
Depth = Annotated[typed.Typed | None, BeforeValidator(_depth)]


class SeenForm(Form):
    """What one person saw on a day. Context: ``today``, ``units``. ``tap``: the button that was pressed."""

    place: Needed
    area: str = ""
    on_day: SeenOn
    who: Needed
    tap: str = ""
    rain: Rain = None
    soil: OptionalTemperature = None
    depth: Depth = None
    mowing: OptionalDays = None
    bloom: Note = ""
    leaf: str = ""
    warning: Note = ""
    until: PlannedOn | None = None

    @field_validator("until", mode="before")
    @classmethod
    def _empty(cls, value: object) -> object:
        return value or None

    @field_validator("tap")
    @classmethod
    def _known(cls, value: str) -> str:
        if value and value not in TAPS:
            raise NotUnderstood("Press one of the buttons.", field="tap")
        return value

    @field_validator("leaf")
    @classmethod
    def _colour(cls, value: str) -> str:
        if value and value not in COLOUR_KEYS:
            raise NotUnderstood("Choose a colour of the scale.", field="leaf")
        return value

    @field_validator("mowing")
    @classmethod
    def _interval(cls, value: float | None) -> float | None:
        low, high = MOWING_DAYS
        if value is not None and not low <= value <= high:
            raise OutOfRange(f"Between two mowings lie {low:g} to {high:g} days.", field="mowing", limits=MOWING_DAYS)
        return value

    @model_validator(mode="after")
    def _says_something(self) -> Self:
        if self.warning and self.until is None:
            raise MissingInput("Say how long the warning holds: its last day.", field="until")
        if self.until is not None and self.until < self.on_day:
            raise DoesNotFit("The warning ends before it begins. Check both days.", field="until")
        if self.depth is not None and self.soil is None:
            raise MissingInput("A depth needs the temperature read there.", field="soil")
        if not self.rows():
            raise MissingInput("Press a button or fill one field in: what did you see?", field="tap")
        return self

    def rows(self) -> list[ObservationRow]:
        """An observation for each thing seen, without its place and person."""
        found: list[ObservationRow] = []
        if self.tap:
            kind, word = self.tap.split(":")
            found.append(_row("ground" if kind == "ground" else "growth", self.on_day, word=word))
        if self.rain is not None:
            found.append(_row("rain", self.on_day, self.rain.value, self.rain.text))
        if self.soil is not None:
            row = _row("soil", self.on_day, self.soil.value, self.soil.text)
            row.depth_m = self.depth.value if self.depth is not None else None
            found.append(row)
        if self.mowing is not None:
            found.append(_row("mowing", self.on_day, self.mowing, f"{self.mowing:g} days"))
        for kind_, word in (("bloom", self.bloom), ("leaf", self.leaf), ("warning", self.warning)):
            if word:
                found.append(_row(_kind(kind_), self.on_day, word=word))
        if self.warning:
            found[-1].until = self.until
        return found


def _kind(name: str) -> Kind:
    return "bloom" if name == "bloom" else "leaf" if name == "leaf" else "warning"


def _row(kind: Kind, on: date, value: float | None = None, text: str = "", word: str = "") -> ObservationRow:
    return ObservationRow(kind=kind, on_day=on, value=value, typed=text, word=word, struck=False)


class ForecastForm(Form):
    """A pasted forecast."""

    place: Needed
    who: Needed
    text: Annotated[str, BeforeValidator(lambda value: str(value or ""))]


class StrikeSeenForm(Form):
    """Who says that an observation does not count, and why."""

    who: Needed
    why: Needed


def weather_of(line: ForecastLine, today: date, us: bool, order: DayOrder = "") -> DayWeather:
    """A line of a forecast in the program's units; refuses what it cannot read, naming the column. ``order`` of day and
    month where its days can be read both ways."""
    day = read_day(line.text("day"), order, today, "text")
    planned_on(day, today, "text")
    low, high = _degrees(line.text("min"), us), _degrees(line.text("max"), us)
    if low is not None and high is not None and low > high:
        raise DoesNotFit("The lowest is above the highest. Check for a swap.", field="text")
    wind = line.text("wind")
    fell = line.text("rain")
    return DayWeather(
        day,
        rain(fell, us, "text").value if fell else None,
        low,
        high,
        typed.wind(wind, "mph" if us else "m/s", "text").value if wind else None,
        typed.hour(line.text("rain_from"), "text") if line.text("rain_from") else None,
    )


def _degrees(text: str, us: bool) -> float | None:
    return typed.temperature(text, "°F" if us else "°C", "text").value if text else None
