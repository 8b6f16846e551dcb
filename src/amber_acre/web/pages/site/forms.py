"""Forms of the site sheet: where an area lies; buildings, paving, water and the boundary."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BeforeValidator, ValidationInfo

from amber_acre.core import typed
from amber_acre.core.measure.site import Place
from amber_acre.web.forms.fields import Checked, Needed
from amber_acre.web.forms.measuring import ShapeForm, reading_in
from amber_acre.web.forms.reading import Form

CONTEXTS = (("building", "building"), ("paving", "paving"), ("water", "water"), ("boundary", "boundary of the plot"))


def _distance(value: object, info: ValidationInfo) -> typed.Typed:
    return typed.distance(str(value or ""), reading_in(info).bare_length, info.field_name or "")


def _turn(value: object) -> typed.Typed:
    return typed.angle(str(value or "").strip() or "0", "turn")


Distance = Annotated[typed.Typed, BeforeValidator(_distance)]
Turn = Annotated[typed.Typed, BeforeValidator(_turn)]


class PlaceForm(Form):
    """Metres east and north of the sheet's origin to the middle of the shape; ``snap`` lets corners meet edges.

    Only what was dragged (``by_hand``) is snapped: what was typed or pushed by keys stays as it was put.
    """

    x: Distance
    y: Distance
    turn: Turn
    snap: Checked = False
    by_hand: Checked = False

    @property
    def place(self) -> Place:
        return Place(self.x.value, self.y.value, self.turn.value % 360)


class ContextForm(Form):
    kind: Literal["building", "paving", "water", "boundary"]
    name: Needed
    size: ShapeForm
