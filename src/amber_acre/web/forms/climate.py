"""The climate form: latitude, twelve months, frost dates where known."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from amber_acre.core.errors import AmberError
from amber_acre.core.season.climate import Climate
from amber_acre.web.forms.fields import Checked, Latitude, Needed, OptionalDay, OptionalDistance, Rain, Temperature
from amber_acre.web.forms.reading import Form


class MonthForm(Form):
    mean: Temperature
    low: Temperature
    high: Temperature
    rain: Rain


class ClimateForm(Form):
    name: Needed
    latitude: Latitude
    months: list[MonthForm] = Field(min_length=12, max_length=12)
    last_frost: OptionalDay = None
    first_frost: OptionalDay = None
    elevation: OptionalDistance = None
    region: Literal["", "humid", "interior", "arid"] = ""
    confirmed: Checked = False

    @model_validator(mode="after")
    def _as_climate(self) -> Self:
        doubt: AmberError | None = self.climate().hemisphere_doubt()
        if doubt is not None and not self.confirmed:
            raise doubt
        return self

    def climate(self) -> Climate:
        """The core value; refuses what the core refuses."""
        return Climate(
            self.name,
            self.latitude,
            tuple(m.mean.value for m in self.months),
            tuple(m.low.value for m in self.months),
            tuple(m.high.value for m in self.months),
            tuple(m.rain.value for m in self.months),
            self.last_frost,
            self.first_frost,
            self.elevation.value if self.elevation else 0.0,
            self.region,
        )


def typed_climate(climate: Climate) -> dict[str, str]:
    """A climate as the form shows it."""
    texts = {
        "name": climate.name,
        "latitude": f"{climate.latitude_deg:g}",
        "elevation": f"{climate.elevation_m:g} m" if climate.elevation_m else "",
        "region": climate.region,
    }
    rows = zip(climate.mean_c, climate.min_c, climate.max_c, climate.rain_mm, strict=True)
    for n, values in enumerate(rows):
        for key, value in zip(("mean", "low", "high", "rain"), values, strict=True):
            texts[f"months-{n}-{key}"] = f"{value:g}"
    if climate.last_frost and climate.first_frost:
        texts["last_frost"] = f"{climate.last_frost.month:02d}-{climate.last_frost.day:02d}"
        texts["first_frost"] = f"{climate.first_frost.month:02d}-{climate.first_frost.day:02d}"
    return texts
