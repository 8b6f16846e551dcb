"""Forms of the mulch planner and the injection sheet: everything optional, so that an address can hold its state."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BeforeValidator, ValidationInfo

from amber_acre.core import typed, typed_machines
from amber_acre.core.bounds import within
from amber_acre.core.errors import NotUnderstood
from amber_acre.core.products.injection import InjectionLabel
from amber_acre.core.tables.mulches import MULCHES
from amber_acre.web.forms.days import PlannedOn
from amber_acre.web.forms.fields import (
    Checked,
    Note,
    OptionalDistance,
    OptionalLength,
    OptionalMillilitres,
    OptionalMinutes,
    OptionalMoney,
    OptionalMonths,
    OptionalParts,
    OptionalThickness,
    OptionalVolume,
)
from amber_acre.web.forms.reading import Form

Rounds = Literal["up", "nearest", "down"]


def _dose(value: Any, info: ValidationInfo) -> float | None:
    text, field = str(value or "").strip(), info.field_name or ""
    if not text:
        return None
    if info.data.get("dose_by") == "port":
        return within(typed.millilitres(text, "mL", field), "dose_ml", text, field)
    ml_cm, _ = typed_machines.per_trunk(text, field, "mL/in" if (info.context or {}).get("units") == "us" else "mL/cm")
    if ml_cm is None:
        raise NotUnderstood("An injection goes by volume. Type it like 2 mL/cm or 6 mL/in.", field=field)
    return within(ml_cm, "dose_ml_cm", text, field)


Dose = Annotated[float | None, BeforeValidator(_dose)]


class MulchForm(Form):
    """What the planner is asked: kind ('' the one that suits), depths, compost below it, parts it is mixed from, how it
    is bought and brought. Lengths in m, volumes in L."""

    kind: str = ""
    want: OptionalLength = None
    found: OptionalDistance = None
    bag: OptionalVolume = None
    bag_price: OptionalMoney = None
    bulk_price: OptionalMoney = None
    delivery: OptionalMoney = None
    barrow: OptionalVolume = None
    below: OptionalLength = None
    compost_parts: OptionalParts = None
    trimming_parts: OptionalParts = None
    wind: Checked = False
    fire: Checked = False
    feeds: Checked = False
    weeds: Checked = False
    cheap: Checked = False
    trailer: OptionalVolume = None
    trip: OptionalMoney = None
    source: Note = ""
    drop: Note = ""

    @property
    def bringing(self) -> str:
        """Where it comes from and where it is tipped, in words for the job; '' where nobody said."""
        said = [f"from {self.source}" if self.source else "", f"tipped {self.drop}" if self.drop else ""]
        return ", ".join(one for one in said if one)

    @property
    def known_kind(self) -> str:
        """The kind where it is one of the table, else ''."""
        return self.kind if self.kind in MULCHES else ""


class InjectionForm(Form):
    """An injection label as it is typed: lengths and doses with their units; a bare length is in the property's system.

    ``dose`` is mL in a port, or mL for a cm of trunk, by ``dose_by``. Context: ``units``.
    """

    by: Literal["girth", "diameter"] = "girth"
    per_port: OptionalThickness = None
    dose_by: Literal["port", "trunk"] = "port"
    dose: Dose = None
    most: OptionalMillilitres = None
    shot: OptionalMillilitres = None
    minutes: OptionalMinutes = None
    months: OptionalMonths = None
    rounds: Rounds = "up"
    pressure: str = ""

    @property
    def label(self) -> InjectionLabel:
        """The label these figures say."""
        girth, port = self.by == "girth", self.dose_by == "port"
        return InjectionLabel(
            girth_per_port_cm=self.per_port if girth else None,
            diameter_per_port_cm=None if girth else self.per_port,
            rounds=self.rounds,
            ml_per_port=self.dose if port else None,
            ml_per_cm=None if port else self.dose,
            most_ml_per_port=self.most,
            ml_per_shot=self.shot,
            interval_months=self.months,
            pressure=self.pressure,
        )


class KeptInjectionForm(InjectionForm):
    """An injection label with the day it is planned for. Context: ``today``."""

    on_day: PlannedOn
