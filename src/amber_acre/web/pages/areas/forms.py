"""The lawn form: measured shape with cut-outs, what grows, and the soil evidence."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal, Self

from pydantic import ConfigDict, Field, ValidationInfo, field_validator, model_validator

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, DoesNotFit, NotUnderstood
from amber_acre.core.measure.entry import SHAPES, read_cut_out, read_outline
from amber_acre.core.measure.size import CutOut, Size, doubts_about, net_size
from amber_acre.core.programme.brief import Upkeep
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.store.areas import TypedShape
from amber_acre.store.tables import AreaRow
from amber_acre.web.forms.fields import Checked, Needed
from amber_acre.web.forms.reading import Form
from amber_acre.web.forms.soil import SoilTestForm

BARE = {"metric": ("m", "m²"), "us": ("ft", "ft²")}


class ShapeForm(Form):
    """A shape's kind and its texts; each text is read so that every fault shows at once."""

    model_config = ConfigDict(validate_default=True)

    outline: Literal["rectangle", "triangle", "circle", "range"]
    side_1: str = ""
    side_2: str = ""
    side_3: str = ""

    @field_validator("side_1", "side_2", "side_3")
    @classmethod
    def _readable(cls, value: str, info: ValidationInfo) -> str:
        kind, field = info.data.get("outline"), info.field_name or ""
        if kind not in SHAPES or int(field[-1]) > len(SHAPES[kind].sides):
            return ""
        name = SHAPES[kind].sides[int(field[-1]) - 1]
        if not value:
            raise NotUnderstood(f"{name} is needed. Type it as measured.", field=field)
        bare_length, bare_area = bare_units(info)
        if kind == "range":
            typed.area(value, bare_area, field)
        else:
            typed.length(value, bare_length, field)
        return value

    @property
    def texts(self) -> tuple[str, str, str]:
        return self.side_1, self.side_2, self.side_3


class CutOutForm(ShapeForm):
    name: Needed

    @model_validator(mode="after")
    def _closes(self, info: ValidationInfo) -> Self:
        read_cut_out(self.outline, self.texts, bare_units(info)[0])
        return self


class SizeForm(ShapeForm):
    """Outline and cut-outs together; asks before an unusual size is accepted."""

    cut_outs: list[CutOutForm] = Field(default_factory=list)
    confirmed: Checked = False

    @model_validator(mode="after")
    def _plausible(self, info: ValidationInfo) -> Self:
        size, _, _ = self.measured(*bare_units(info))
        doubt: AmberError | None = doubts_about(size, (info.context or {}).get("plot_m2"))
        if doubt is not None and not self.confirmed:
            raise doubt
        return self

    def measured(self, bare_length: str, bare_area: str) -> tuple[Size, TypedShape, list[TypedShape]]:
        """The net size, and the shapes with their texts as they are to be kept."""
        outline = read_outline(self.outline, self.texts, bare_length, bare_area)
        cuts = [(c, read_cut_out(c.outline, c.texts, bare_length)) for c in self.cut_outs]
        size = net_size(outline.shape, tuple(CutOut(c.name, shape) for c, (shape, _) in cuts))
        return (
            size,
            TypedShape(self.outline, outline.texts),
            [TypedShape(c.outline, texts, c.name) for c, (_, texts) in cuts],
        )


class LawnForm(Form):
    name: Needed
    size: SizeForm
    grass: str
    upkeep: Upkeep
    clippings: Literal["returned", "removed"]
    water: Literal["irrigated", "rain"]
    evidence: Literal["none", "test", "kept"]
    soil: SoilTestForm | None = None
    version: int = 0

    @field_validator("grass")
    @classmethod
    def _known(cls, value: str) -> str:
        if value not in GRASS_BY_KEY:
            raise NotUnderstood("Choose what grows there.", field="grass")
        return value

    @model_validator(mode="before")
    @classmethod
    def _soil_only_if_tested(cls, values: dict[str, object]) -> dict[str, object]:
        return values if values.get("evidence") == "test" else {**values, "soil": None}

    @model_validator(mode="after")
    def _test_there(self) -> Self:
        if self.evidence == "test" and self.soil is None:  # pragma: no cover - the page always sends its fields
            raise DoesNotFit("Fill in the test, or say that there is none.", field="evidence")
        return self


def bare_units(info: ValidationInfo) -> tuple[str, str]:
    """Units of a number typed without one, by the property."""
    return BARE[(info.context or {}).get("units", "metric")]


def shape_rows(posted: Mapping[str, str]) -> int:
    """How many cut-out rows the form holds."""
    numbers = [
        int(name.split("-")[2])
        for name in posted
        if name.startswith("size-cut_outs-") and name.split("-")[2].isdecimal()
    ]
    return max(numbers, default=-1) + 1


def without_empty_cut_outs(posted: Mapping[str, str]) -> dict[str, str]:
    """The form without cut-out rows in which nothing was typed."""
    kept = dict(posted)
    for n in range(shape_rows(posted)):
        keys = [k for k in posted if k.startswith(f"size-cut_outs-{n}-")]
        if not any(posted[k].strip() for k in keys if not k.endswith("-outline")):
            for key in keys:
                kept.pop(key)
    return kept


def typed_lawn(row: AreaRow) -> dict[str, str]:
    """An area as the form shows it."""
    texts = {
        "name": row.name,
        "size-outline": row.outline,
        "grass": row.grass,
        "upkeep": row.upkeep,
        "clippings": "returned" if row.clippings_returned else "removed",
        "water": "irrigated" if row.irrigated else "rain",
        "evidence": "kept" if row.soil_tests else "none",
        "version": str(row.version),
    }
    if row.size_confirmed:
        texts["size-confirmed"] = "on"
    for n in (1, 2, 3):
        texts[f"size-side_{n}"] = getattr(row, f"side_{n}")
    for n, cut in enumerate(row.cut_outs):
        texts |= {f"size-cut_outs-{n}-name": cut.name, f"size-cut_outs-{n}-outline": cut.shape}
        texts |= {f"size-cut_outs-{n}-side_{k}": getattr(cut, f"side_{k}") for k in (1, 2, 3)}
    return texts


def plot_of(plot_m2: float | None) -> SquareMetres | None:
    return None if plot_m2 is None else SquareMetres(plot_m2)
