"""Forms of a machine and of a catch."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, ValidationInfo, field_validator

from amber_acre.core import typed
from amber_acre.core.errors import MissingInput, OutOfRange
from amber_acre.web.forms.days import SeenOn
from amber_acre.web.forms.fields import Checked, Needed, Note, OptionalSetting, OptionalVolume, Setting
from amber_acre.web.forms.reading import Form

WIDTH_M = (0.2, 30.0)  # from a hand spreader to a boom [common-practice]
RUN_M = (1.0, 500.0)
SETTING_AT_MOST = 1000.0
STEP_AT_MOST = 10.0


class MachineForm(Form):
    name: Needed
    kind: Literal["broadcast", "drop", "hand", "sprayer"]
    width: Annotated[str, Field(max_length=60)]
    tank: OptionalVolume = None
    scale: Note = ""
    step: OptionalSetting = None

    @field_validator("step")
    @classmethod
    def _steps(cls, value: float | None) -> float | None:
        if value is not None and not 0 < value <= STEP_AT_MOST:
            raise OutOfRange(
                f"The steps of a lever lie above 0 and up to {STEP_AT_MOST:g}. Leave it empty where it stops anywhere.",
                field="step",
                value=value,
                limits=(0, STEP_AT_MOST),
            )
        return value

    @field_validator("width")
    @classmethod
    def _wide(cls, value: str) -> str:
        read_length(value, "width", WIDTH_M, "A machine")
        return value

    @property
    def width_m(self) -> float:
        """The effective width."""
        return read_length(self.width, "width", WIDTH_M, "A machine")


class CatchForm(Form):
    product: int | None = None
    setting: Setting
    amount: str
    run: str
    width: str
    on_ground: Checked = False
    on_day: SeenOn
    who: Needed
    form_key: Annotated[str, Field(min_length=8, max_length=64)]

    @field_validator("product", mode="before")
    @classmethod
    def _which(cls, value: Any, info: ValidationInfo) -> int | None:
        known = (info.context or {}).get("products")
        if known is None:
            return None
        if not str(value or "").isdecimal() or int(value) not in known:
            raise MissingInput("Which product was in it? A setting belongs to one.", field="product")
        return int(value)

    @field_validator("setting")
    @classmethod
    def _on_its_scale(cls, value: float) -> float:
        if not 0 < value <= SETTING_AT_MOST:
            raise OutOfRange("A setting is the figure of the dial or lever, above zero.", field="setting")
        return value

    @field_validator("amount")
    @classmethod
    def _something(cls, value: str, info: ValidationInfo) -> str:
        read_amount(value, info.data.get("product") is not None)
        return value

    @field_validator("run")
    @classmethod
    def _long(cls, value: str) -> str:
        read_length(value, "run", RUN_M, "A run")
        return value

    @field_validator("width")
    @classmethod
    def _wide(cls, value: str) -> str:
        read_length(value, "width", WIDTH_M, "A width")
        return value


def read_amount(text: str, solid: bool) -> float:
    """kg of product, or litres of clean water."""
    if not text.strip():
        raise MissingInput("How much went down? Weigh before and after.", field="amount")
    return (typed.mass if solid else typed.volume)(text, "", "amount").value


def read_length(text: str, field: str, limits: tuple[float, float], what: str) -> float:
    """Metres within limits; a unit is needed."""
    if not text.strip():
        raise MissingInput("This is needed. Fill it in, like 2.5 m or 8 ft.", field=field)
    metres = typed.length(text, "", field).value
    if not limits[0] <= metres <= limits[1]:
        raise OutOfRange(
            f"{what} of {metres:.3g} m is outside {limits[0]:g}–{limits[1]:g} m. Check the unit.",
            field=field,
            value=metres,
            limits=limits,
        )
    return metres
