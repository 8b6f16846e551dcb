"""The soil-test form: every measure of the table, the laboratory's advice, and the questions an odd test raises."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, ValidationInfo, field_validator, model_validator

from amber_acre.core import typed
from amber_acre.core.soil.advice import Advice
from amber_acre.core.soil.entry import read_value
from amber_acre.core.soil.evidence import SoilTest, TestUnit, refuse_doubts
from amber_acre.core.tables.soil_measures import BUFFER_METHODS, BUFFER_NAMES, MEASURES, BufferMethod, Measured
from amber_acre.core.tables.soil_ranges import RANGES, Extractant
from amber_acre.web.forms.days import SeenOn
from amber_acre.web.forms.fields import Checked, Note, OptionalLength
from amber_acre.web.forms.reading import Form
from amber_acre.web.forms.rows import KeptTest

EXTRACTANT_CHOICES = [(row.extractant, row.name) for row in RANGES.values()]
BUFFER_CHOICES = [(method, BUFFER_NAMES[method]) for method in BUFFER_METHODS]
UNIT_CHOICES = [
    ("ppm", "ppm (mg/kg)"),
    ("lb/acre", "lb/acre (6.67 in)"),
    ("lb/acre 8 in", "lb/acre (8 in)"),
    ("meq/100 g", "meq/100 g"),
]
ADVICE_CHOICES = [
    ("lime", "limestone"),
    ("sulphur", "sulphur"),
    ("gypsum", "gypsum"),
    ("nitrogen", "nitrogen N"),
    ("phosphate", "phosphate P₂O₅"),
    ("potash", "potash K₂O"),
    ("magnesium", "magnesium Mg"),
]
ADVICE_ROWS = 3
DEFAULTS = {"unit": "ppm", "extractant": "mehlich-3"}


class AdviceForm(Form):
    """A line of the laboratory's own advice."""

    material: Literal["lime", "sulphur", "gypsum", "nitrogen", "phosphate", "potash", "magnesium"]
    amount: str

    @field_validator("amount")
    @classmethod
    def _rate(cls, value: str) -> str:
        typed.mass_rate(value, "amount")
        return value


class SoilTestForm(Form):
    taken_on: SeenOn
    laboratory: Note = ""
    unit: TestUnit = "ppm"
    extractant: Extractant | Literal[""] = ""
    buffer_method: BufferMethod | Literal[""] = ""
    depth: OptionalLength = None
    ph: str = ""
    buffer_ph: str = ""
    organic_matter: str = ""
    cec: str = ""
    p: str = ""
    k: str = ""
    ca: str = ""
    mg: str = ""
    s: str = ""
    fe: str = ""
    mn: str = ""
    zn: str = ""
    cu: str = ""
    b: str = ""
    na: str = ""
    al: str = ""
    salts: str = ""
    sand: str = ""
    silt: str = ""
    clay: str = ""
    free_lime: str = ""
    advice: list[AdviceForm] = Field(default_factory=list)
    note: Note = ""
    confirmed: Checked = False
    version: int = 0

    @field_validator(*MEASURES)
    @classmethod
    def _readable(cls, value: str, info: ValidationInfo) -> str:
        if value:
            read_value(_measure(info.field_name or ""), value, info.data.get("unit", "ppm"))
        return value

    @model_validator(mode="after")
    def _as_test(self, info: ValidationInfo) -> Self:
        test = self.test()
        if not self.confirmed:
            refuse_doubts(test, (info.context or {}).get("region", ""))
        return self

    def test(self) -> SoilTest:
        """The core value; refuses what the core refuses."""
        values: dict[Measured, float] = {}
        kept: dict[str, str] = {}
        for key in MEASURES:
            text = getattr(self, key)
            if text:
                values[key], kept[key] = read_value(key, text, self.unit)
        return SoilTest(
            self.taken_on,
            values,
            self.extractant or None,
            self.buffer_method or None,
            self.depth.value * 1000 if self.depth else None,
            self.laboratory,
            kept,
        )

    def advised(self) -> list[Advice]:
        """The laboratory's advice, each line beside its conversion."""
        return [Advice(a.material, a.amount, typed.mass_rate(a.amount, "amount").value) for a in self.advice]


def _measure(name: str) -> Measured:
    return next(key for key in MEASURES if key == name)


def without_empty_advice(posted: dict[str, str]) -> dict[str, str]:
    """The form without advice rows nobody filled in."""
    kept = dict(posted)
    for n in range(ADVICE_ROWS):
        if not kept.get(f"advice-{n}-amount", "").strip() and not kept.get(f"advice-{n}-material", ""):
            kept.pop(f"advice-{n}-amount", None)
            kept.pop(f"advice-{n}-material", None)
    return kept


def typed_test(row: KeptTest) -> dict[str, str]:
    """A test as the form shows it: every figure as it was typed, with its unit."""
    texts = {
        "taken_on": row.taken_on.isoformat(),
        "laboratory": row.laboratory,
        "unit": "ppm",
        "extractant": row.extractant or "",
        "buffer_method": row.buffer_method or "",
        "depth": f"{row.depth_mm / 10:g} cm" if row.depth_mm else "",
        "note": row.note,
    }
    for value in row.values:
        scale = 100 if MEASURES[_measure(value.measure)].quantity == "percent" else 1
        texts[value.measure] = value.typed or f"{value.value * scale:.6g}"
    for n, advice in enumerate(row.advice):
        texts |= {f"advice-{n}-material": advice.material, f"advice-{n}-amount": advice.typed}
    if row.confirmed:
        texts["confirmed"] = "on"
    return texts | {"version": str(row.version)}
