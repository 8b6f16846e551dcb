"""The form that measures somebody's pace."""

from __future__ import annotations

from typing import Annotated, Self

from pydantic import BeforeValidator, model_validator

from amber_acre.core import typed
from amber_acre.core.errors import NotUnderstood, OutOfRange
from amber_acre.web.forms.fields import Needed
from amber_acre.web.forms.reading import Form


def _paces(value: object) -> int:
    number = typed.number(str(value or ""), "paces")
    if number != int(number) or not 10 <= number <= 10_000:
        raise OutOfRange("Count at least 10 whole paces, better 50.", field="paces", value=number, limits=(10, 10_000))
    return int(number)


def _distance(value: object) -> typed.Typed:
    text = str(value or "").strip()
    if not text or text.replace(".", "").replace(",", "").isdigit():
        raise NotUnderstood("Type the taped distance with its unit, like 38 m or 125 ft.", field="distance", value=text)
    return typed.length(text, "m", "distance")


class PaceForm(Form):
    name: Needed
    paces: Annotated[int, BeforeValidator(_paces)]
    distance: Annotated[typed.Typed, BeforeValidator(_distance)]

    @model_validator(mode="after")
    def _of_a_person(self) -> Self:
        pace = self.distance.value / self.paces
        if not 0.3 <= pace <= 1.5:
            raise OutOfRange(
                f"That is {pace:.2f} m a pace: outside 0.3–1.5 m. Count again, or check the unit.",
                field="distance",
                value=pace,
                limits=(0.3, 1.5),
            )
        return self
