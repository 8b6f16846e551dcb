"""The soil-test form."""

from __future__ import annotations

from datetime import date
from typing import Self

from pydantic import ValidationInfo, field_validator, model_validator

from amber_acre.core.errors import OutOfRange
from amber_acre.core.soil.evidence import SoilTest, TestUnit, ppm_from_typed
from amber_acre.core.tables.soil_ranges import Extractant
from amber_acre.web.forms.fields import Number, OptionalPercent
from amber_acre.web.forms.reading import Form


class SoilTestForm(Form):
    taken_on: date
    ph: Number
    phosphorus: Number
    potassium: Number
    unit: TestUnit
    extractant: Extractant
    organic_matter: OptionalPercent = None

    @field_validator("taken_on")
    @classmethod
    def _not_to_come(cls, value: date, info: ValidationInfo) -> date:
        today = (info.context or {}).get("today")
        if today is not None and value > today:
            raise OutOfRange(f"{value} is still to come. Type the day the sample was taken.", field="taken_on")
        return value

    @field_validator("ph")
    @classmethod
    def _possible(cls, value: float) -> float:
        if not 3 <= value <= 10:
            raise OutOfRange(f"pH {value:g} is outside 3–10: no soil reads that. Check the figure.", field="ph")
        return value

    @model_validator(mode="after")
    def _as_test(self) -> Self:
        self.test()
        return self

    def test(self) -> SoilTest:
        """The core value; refuses what the core refuses."""
        return SoilTest(
            self.taken_on,
            self.ph,
            ppm_from_typed(self.phosphorus, self.unit),
            ppm_from_typed(self.potassium, self.unit),
            self.extractant,
            self.organic_matter.value if self.organic_matter else None,
        )
