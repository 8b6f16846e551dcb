"""The climate form: latitude, twelve months, frost dates where known."""

from __future__ import annotations

import re
from typing import Any, Literal, Self

from pydantic import Field, model_validator

from amber_acre.core.errors import AmberError
from amber_acre.core.season.climate import ASSUMED_SWING_C, Climate
from amber_acre.core.season.months import MONTH_NAMES
from amber_acre.web.forms.fields import (
    Checked,
    Latitude,
    Needed,
    Note,
    OptionalDay,
    OptionalDistance,
    OptionalTemperature,
    Rain,
    Temperature,
)
from amber_acre.web.forms.reading import Fault, Form, Read
from amber_acre.web.shown import Units


class MonthForm(Form):
    """A month; minimum and maximum may be unknown, and are then assumed about the mean."""

    mean: Temperature
    low: OptionalTemperature = None
    high: OptionalTemperature = None
    rain: Rain


class ClimateForm(Form):
    name: Needed
    latitude: Latitude
    months: list[MonthForm] = Field(min_length=12, max_length=12)
    last_frost: OptionalDay = None
    first_frost: OptionalDay = None
    elevation: OptionalDistance = None
    region: Literal["", "humid", "interior", "arid"] = ""
    assumed: Note = ""
    confirmed: Checked = False

    @model_validator(mode="after")
    def _as_climate(self) -> Self:
        climate = self.climate()
        doubt: AmberError | None = climate.hemisphere_doubt() or climate.rain_doubt()
        if doubt is not None and not self.confirmed:
            raise doubt
        return self

    def climate(self) -> Climate:
        """The core value; refuses what the core refuses."""
        return Climate(
            self.name,
            self.latitude,
            tuple(m.mean.value for m in self.months),
            tuple(m.low.value if m.low else round(m.mean.value - ASSUMED_SWING_C / 2, 2) for m in self.months),
            tuple(m.high.value if m.high else round(m.mean.value + ASSUMED_SWING_C / 2, 2) for m in self.months),
            tuple(m.rain.value for m in self.months),
            self.last_frost,
            self.first_frost,
            self.elevation.value if self.elevation else 0.0,
            self.region,
            self._assumed,
        )

    @property
    def _assumed(self) -> str:
        """What of it was not typed, in words."""
        without = sum(month.low is None or month.high is None for month in self.months)
        if not without:
            return self.assumed
        return f"minimum or maximum of {without} months taken {ASSUMED_SWING_C / 2:g} °C off the mean"


MONTH_COLUMNS = {"mean": "mean", "low": "minimum", "high": "maximum", "rain": "rain"}


def name_months(read: Read[Any], prefix: str = "") -> None:
    """Every fault of a month says which month and column it is about."""
    for name, fault in list(read.faults.items()):
        found = re.fullmatch(rf"{prefix}months-(\d+)-(\w+)", name)
        if found and int(found[1]) < 12 and found[2] in MONTH_COLUMNS and not fault.doubtful:
            words = f"{MONTH_NAMES[int(found[1])]}, {MONTH_COLUMNS[found[2]]}: {fault.sentence}"
            read.faults[name] = Fault(words, fault.doubtful)


def _bare(key: str, value: float, units: Units) -> str:
    """A figure of a month as a bare number of the form's units; read again it is the same."""
    if units == "metric":
        return f"{value:g}"
    return f"{value / 25.4:.5g}" if key == "rain" else f"{value * 1.8 + 32:.5g}"


def typed_climate(climate: Climate, units: Units = "metric") -> dict[str, str]:
    """A climate as the form shows it, in the units its reader speaks."""
    texts = {
        "name": climate.name,
        "latitude": f"{climate.latitude_deg:g}",
        "elevation": f"{climate.elevation_m:g} m" if climate.elevation_m else "",
        "region": climate.region,
        "assumed": climate.assumed,
    }
    rows = zip(climate.mean_c, climate.min_c, climate.max_c, climate.rain_mm, strict=True)
    for n, values in enumerate(rows):
        for key, value in zip(MONTH_COLUMNS, values, strict=True):
            texts[f"months-{n}-{key}"] = _bare(key, value, units)
    if climate.last_frost and climate.first_frost:
        texts["last_frost"] = f"{climate.last_frost.month:02d}-{climate.last_frost.day:02d}"
        texts["first_frost"] = f"{climate.first_frost.month:02d}-{climate.first_frost.day:02d}"
    return texts
