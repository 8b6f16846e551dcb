"""Forms of the soil pages: a pH correction, an amendment, a job done or changed, water."""

from __future__ import annotations

from datetime import date
from statistics import mean
from typing import Literal, Self

from pydantic import ValidationInfo, field_validator, model_validator

from amber_acre.core.correction.instalments import Timing
from amber_acre.core.correction.ph_brief import PhChoice
from amber_acre.core.errors import MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.jobs.job import Placement
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import INCH_M
from amber_acre.core.rules.limits import Direction
from amber_acre.core.soil.lime import LimeMethod
from amber_acre.core.tables.liming import FINENESS_RULES, Region
from amber_acre.store.ground import SoilGround
from amber_acre.web.forms.days import PlannedOn
from amber_acre.web.forms.fields import (
    Checked,
    Interval,
    Needed,
    OptionalConductivity,
    OptionalLength,
    OptionalParts,
    OptionalPercent,
    Ph,
    Whole,
    Years,
)
from amber_acre.web.forms.reading import Form
from amber_acre.web.shown import Shown

SHALLOW = ("lawn", "patch")  # kinds corrected to 10 cm, the others to 15 [common-practice]
WARM_FROM_C = 14.0  # mean of the year from which the texture table's warm region is offered first [common-practice]


class PhForm(Form):
    """A pH correction as chosen. Context: ``shelf``, products by key."""

    way: Direction
    target: Ph
    product: Whole
    placement: Placement
    depth: OptionalLength
    method: LimeMethod = "texture"
    region: Region = "cool"
    rule: str = "two-sieve"
    first: PlannedOn
    interval: Interval
    timing: Timing = "warm"
    start: OptionalPercent = None
    assumed: OptionalPercent = None
    confirmed: Checked = False

    @field_validator("product")
    @classmethod
    def _on_shelf(cls, value: int, info: ValidationInfo) -> int:
        if value not in (info.context or {})["shelf"]:
            raise NotUnderstood(
                "Choose a product from the shelf. If none is there, put it on the shelf first.", field="product"
            )
        return value

    @field_validator("rule")
    @classmethod
    def _named(cls, value: str) -> str:
        if value not in FINENESS_RULES:
            raise NotUnderstood("Choose the fineness rule.", field="rule")
        return value

    @model_validator(mode="after")
    def _depth_there(self) -> Self:
        if self.depth is None:
            raise MissingInput("Type how deep the soil is to be corrected, with its unit.", field="depth")
        if self.start is None:
            raise MissingInput("Say with how much of the full figure to start, 50 to 100 %.", field="start")
        if self.interval != int(self.interval):
            raise OutOfRange("The interval is in whole days.", field="interval")
        return self

    def choice(self, shelf: dict[int, Product]) -> PhChoice:
        """The core value."""
        return PhChoice(
            self.way,
            self.target,
            shelf[self.product],
            self.placement,
            (self.depth.value if self.depth else 0.1) * 1000,
            self.first,
            int(self.interval),
            self.method,
            self.region,
            self.rule,
            self.timing,
            self.start.value if self.start else 1.0,
            self.assumed.value if self.assumed else None,
        )


def usual_ph(ground: SoilGround, way: str, today: date, product: int | None) -> dict[str, str]:
    """What the form begins with: shown, and open to change."""
    low, high = ground.wanted_ph
    target = (
        min(6.5, max(low, 6.0))
        if way == "up" and ground.area.kind in SHALLOW
        else (low + high) / 2
        if way == "up"
        else high
    )
    advised = ground.advised("lime", ground.ph_test) is not None
    buffered = ground.ph_test is not None and "buffer_ph" in ground.ph_test.values
    tested = ground.ph_test.depth_mm if ground.ph_test else None
    us = ground.area.property.units == "us"
    depth = tested or (4 if ground.area.kind in SHALLOW else 6) * (INCH_M * 1000 if us else 25.0)
    return {
        "way": way,
        "target": f"{target:.1f}",
        "product": str(product or ""),
        "placement": "surface",
        "depth": Shown("us" if us else "metric").typed_depth(depth),
        "method": "lab" if advised else "buffer" if buffered else "texture",
        "region": "warm" if mean(ground.climate.mean_c) >= WARM_FROM_C else "cool",
        "rule": "two-sieve",
        "first": today.isoformat(),
        "interval": "91",  # two doses of sulphur find room in a warm season of four months
        "timing": "warm",
        "start": "100 %",
    }


class AmendForm(Form):
    """An amendment as chosen: option, dose, holes, product, day, how many years."""

    option: Needed
    dose: str = ""
    tine: OptionalLength = None
    spacing: OptionalLength = None
    hole_depth: OptionalLength = None
    zone: OptionalLength = None
    product: Whole = 0
    first: date
    years: Years
    confirmed: Checked = False

    @field_validator("years")
    @classmethod
    def _some(cls, value: float) -> float:
        if value != int(value) or not 1 <= value <= 10:
            raise OutOfRange("Plan 1 to 10 years.", field="years", limits=(1, 10))
        return value


class WaterForm(Form):
    """What the water page reckons with."""

    roots: OptionalLength = None
    depletion: OptionalPercent = None
    texture: str = ""
    more: OptionalLength = None
    clay: str = ""
    uniformity: OptionalPercent = None
    month: OptionalParts = None
    purpose: Literal["", "establish"] = ""
    ec: OptionalConductivity = None
    na: str = ""
    ca: str = ""
    mg: str = ""
    co3: str = ""
    hco3: str = ""
