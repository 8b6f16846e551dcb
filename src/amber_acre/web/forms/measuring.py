"""Measured shapes as forms: method, sides, table, place; outline with parts and cut-outs; what lengths were taken
with."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Self

from pydantic import ConfigDict, Field, ValidationInfo, field_validator, model_validator

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, NotUnderstood
from amber_acre.core.measure.area_facts import ReadFact
from amber_acre.core.measure.entry import Reading, read_cut_out, read_one, read_rows
from amber_acre.core.measure.kept import ShapeTexts, TypedShape, sized, typed_shape
from amber_acre.core.measure.methods import METHODS
from amber_acre.core.measure.outline import Measurable, Outline
from amber_acre.core.measure.perimeter import joined_perimeter_m, perimeter_m
from amber_acre.core.measure.polygon import require_apart, require_inside
from amber_acre.core.measure.shapes import KnownRange, Point
from amber_acre.core.measure.site import JOINTS, inside_ring, joined_ring, joint_of
from amber_acre.core.measure.size import CutOut, Size, doubts_about
from amber_acre.core.measure.traverse import Traverse
from amber_acre.core.quantities import SquareMetres
from amber_acre.web.forms.fields import Checked, Needed
from amber_acre.web.forms.reading import Form
from amber_acre.web.forms.rows import KeptArea, KeptPacer

BARE = {"metric": ("m", "m²"), "us": ("ft", "ft²")}
INSTRUMENT_CHOICES = [("", "not known"), ("tape", "tape"), ("wheel", "wheel"), ("gps", "satellite positions")]
PLACES = ("x", "y", "turn")
SHAPES_AT_MOST = 200  # parts, and cut-outs, of one area


class ShapeForm(Form):
    """A method and its texts; each text is read so that every fault shows at once."""

    model_config = ConfigDict(validate_default=True)

    outline: str = ""
    side_1: str = ""
    side_2: str = ""
    side_3: str = ""
    rows: str = ""
    x: str = ""
    y: str = ""
    turn: str = ""

    @field_validator("outline")
    @classmethod
    def _known(cls, value: str) -> str:
        if value not in METHODS:
            raise NotUnderstood("Choose one of the options.", field="outline")
        return value

    @field_validator("side_1", "side_2", "side_3")
    @classmethod
    def _readable(cls, value: str, info: ValidationInfo) -> str:
        kind, field = info.data.get("outline"), info.field_name or ""
        if kind not in METHODS or int(field[-1]) > len(METHODS[kind].sides):
            return ""
        read_one(METHODS[kind].sides[int(field[-1]) - 1], value, reading_in(info), field)
        return value

    @field_validator("rows")
    @classmethod
    def _table(cls, value: str, info: ValidationInfo) -> str:
        kind = info.data.get("outline")
        if kind not in METHODS or not METHODS[kind].columns:
            return ""
        read_rows(METHODS[kind], value, reading_in(info))
        return value

    @field_validator("x", "y", "turn")
    @classmethod
    def _place(cls, value: str, info: ValidationInfo) -> str:
        if value:
            field = info.field_name or ""
            if field == "turn":
                typed.angle(value, field)
            else:
                typed.distance(value, reading_in(info).bare_length, field)
        return value

    @property
    def texts(self) -> tuple[str, str, str]:
        return self.side_1, self.side_2, self.side_3

    def kept(self, reading: Reading, name: str = "") -> TypedShape:
        """The shape with its texts as they are to be kept."""
        typed_ = TypedShape(self.outline, self.texts, name, self.rows)
        read = typed_.read(reading)
        at = [typed.distance(t, reading.bare_length).value if t else None for t in (self.x, self.y)]
        turn = typed.angle(self.turn).value if self.turn else 0.0
        return TypedShape(self.outline, read.texts, name, read.rows, at[0], at[1], turn)


class CutOutForm(ShapeForm):
    name: Needed

    @model_validator(mode="after")
    def _closes(self, info: ValidationInfo) -> Self:
        read_cut_out(self.outline, self.texts, reading_in(info), self.rows)
        return self


class PartForm(CutOutForm):
    """A part added: it may say at which edge of a rectangle it joins, in place of its middle."""

    joins: str = ""

    @field_validator("joins")
    @classmethod
    def _a_joint(cls, value: str, info: ValidationInfo) -> str:
        if value and value not in JOINTS:
            raise NotUnderstood("Choose one of the options.", field="joins")
        if value and (info.data.get("x") or info.data.get("y")):
            raise NotUnderstood(
                "Its middle is typed as well: empty that, or say “where its middle says”.", field="joins"
            )
        return value

    def lying(self, frame: Sequence[Point], reading: Reading) -> TypedShape:
        """The part with its place: as typed, or worked out from the edge of ``frame`` at which it joins."""
        shape = self.kept(reading, self.name)
        if not self.joins:
            return shape
        own = read_cut_out(shape.kind, shape.texts, reading, shape.rows)[0].plan().ring
        x_m, y_m = joint_of(own, frame, self.joins, shape.turn_deg)
        return replace(shape, x_m=x_m, y_m=y_m)


class SizeForm(ShapeForm):
    """Outline, parts and cut-outs together; asks before an unusual size or a poor closing is accepted."""

    parts: list[PartForm] = Field(default_factory=list, max_length=SHAPES_AT_MOST)
    cut_outs: list[CutOutForm] = Field(default_factory=list, max_length=SHAPES_AT_MOST)
    confirmed: Checked = False

    @model_validator(mode="after")
    def _plausible(self, info: ValidationInfo) -> Self:
        reading = reading_in(info)
        for n, part in enumerate(self.parts):
            if part.joins and self.outline != "rectangle":
                sentence = "Only a rectangle has such edges: type where its middle lies, or leave it without a place."
                raise NotUnderstood(sentence, field=f"parts-{n}-joins")
        self._require_once(reading)
        if self.confirmed:
            self.measured(reading, {})
            return self
        shape = TypedShape(self.outline, self.texts, "", self.rows).read(reading).shape
        doubt: AmberError | None = shape.doubt() if isinstance(shape, Traverse) else None
        doubt = doubt or doubts_about(self.measured(reading, {}), (info.context or {}).get("plot_m2"))
        if doubt is not None:
            raise doubt
        return self

    def _require_once(self, reading: Reading) -> None:
        """Refuses what counts ground twice, where places are known: parts on the outline or each other, and cut-outs
        outside it or on each other."""
        outline, parts, cuts = self.shapes(reading)
        shape = outline.read(reading).shape
        if isinstance(shape, KnownRange):
            return
        frame = shape.plan().ring
        placed = [
            (part.name, f"parts-{n}-{'joins' if self.parts[n].joins else 'x'}", _where(part, frame, reading))
            for n, part in enumerate(parts)
            if part.x_m is not None
        ]
        require_apart(frame, placed)
        ring = joined_ring(frame, [lying for _, _, lying in placed])
        holes = [(cut.name, _where(cut, frame, reading)) for cut in cuts if cut.x_m is not None]
        require_inside(ring, holes, "cut_outs")

    def around_m(self, reading: Reading) -> float | None:
        """Metres round the outer edge with its parts; None of a bare size, and of a part that nowhere touches."""
        outline, parts, _ = self.shapes(reading)
        shape = outline.read(reading).shape
        if isinstance(shape, KnownRange):
            return None
        if not parts:
            return perimeter_m(shape)
        frame = shape.plan().ring
        if any(part.x_m is None for part in parts):
            return None
        return joined_perimeter_m(frame, [_where(part, frame, reading) for part in parts])

    def measured(self, reading: Reading, facts: Mapping[str, ReadFact], instrument: str = "") -> Size:
        """The net size."""
        outline = TypedShape(self.outline, self.texts, "", self.rows).read(reading).shape
        return sized(outline, _cuts(self.cut_outs, reading), _cuts(self.parts, reading), facts, (), instrument)

    def outline_shape(self, reading: Reading) -> Outline:
        """The outline alone."""
        return TypedShape(self.outline, self.texts, "", self.rows).read(reading).shape

    def shapes(self, reading: Reading) -> tuple[TypedShape, tuple[TypedShape, ...], tuple[TypedShape, ...]]:
        """Outline, parts and cut-outs as they are to be kept."""
        outline = self.outline_shape(reading)
        frame = () if isinstance(outline, KnownRange) else outline.plan().ring
        return (
            self.kept(reading),
            tuple(p.lying(frame, reading) for p in self.parts),
            tuple(c.kept(reading, c.name) for c in self.cut_outs),
        )


def _where(shape: TypedShape, frame: Sequence[Point], reading: Reading) -> tuple[Point, ...]:
    read = read_cut_out(shape.kind, shape.texts, reading, shape.rows)[0]
    return inside_ring(read.plan().ring, frame, shape.x_m or 0.0, shape.y_m or 0.0, shape.turn_deg)


def _cuts(forms: Sequence[CutOutForm], reading: Reading) -> tuple[CutOut, ...]:
    shapes: list[tuple[str, Measurable]] = [
        (f.name, read_cut_out(f.outline, f.texts, reading, f.rows)[0]) for f in forms
    ]
    return tuple(CutOut(name, shape) for name, shape in shapes)


def reading_in(info: ValidationInfo) -> Reading:
    """How bare numbers of this form are read: by the property's units, or paces."""
    reading: Reading = (info.context or {}).get("reading") or Reading()
    return reading


def reading_for(units: str, posted: Mapping[str, str], pacers: Sequence[KeptPacer]) -> Reading:
    """Bare lengths in the property's unit, or in the paces of whoever walked."""
    length, area = BARE[units]
    pacer = next((p for p in pacers if posted.get("instrument") == f"paces:{p.id}"), None)
    return Reading("pace", area, pacer.pace_m) if pacer else Reading(length, area)


def instrument_of(posted: Mapping[str, str]) -> str:
    """The instrument chosen: a key of INSTRUMENTS or ''."""
    chosen = posted.get("instrument", "").partition(":")[0]
    return chosen if chosen in ("tape", "wheel", "paces", "gps") else ""


def instrument_choices(pacers: Sequence[KeptPacer]) -> list[tuple[str, str]]:
    walked = [(f"paces:{p.id}", f"paces of {p.name} ({p.pace_m:.2f} m)") for p in pacers]
    return [*INSTRUMENT_CHOICES, *walked]


def rows_of(posted: Mapping[str, str], role: str) -> int:
    """How many rows of parts or cut-outs the form holds."""
    start = f"size-{role}-"
    numbers = [name.split("-")[2] for name in posted if name.startswith(start)]
    known = [int(number) for number in numbers if number.isdecimal() and len(number) <= 3]
    return max((number for number in known if number < SHAPES_AT_MOST), default=-1) + 1


def without_empty_shapes(posted: Mapping[str, str]) -> dict[str, str]:
    """The form without parts and cut-outs in which nothing was typed."""
    kept = dict(posted)
    for role in ("parts", "cut_outs"):
        for n in range(rows_of(posted, role)):
            keys = [k for k in posted if k.startswith(f"size-{role}-{n}-")]
            if not any(posted[k].strip() for k in keys if not k.endswith("-outline")):
                for key in keys:
                    kept.pop(key)
    return kept


def one_more(posted: Mapping[str, str], role: str) -> dict[str, str]:
    """The form with one more empty part or cut-out."""
    return {**posted, f"size-{role}-{rows_of(posted, role)}-outline": "rectangle"}


def typed_size(row: KeptArea, pacers: Sequence[KeptPacer]) -> dict[str, str]:
    """The measured shapes of an area as the form shows them."""
    pacer = next((p for p in pacers if row.instrument == "paces" and p.pace_m == row.pace_m), None)
    texts = {"instrument": f"paces:{pacer.id}" if pacer else "" if row.instrument == "paces" else row.instrument}
    if row.size_confirmed:
        texts["size-confirmed"] = "on"
    if row.outline is not None:
        texts |= _typed(row.outline, "size-")
    for role, key in (("part", "parts"), ("cut_out", "cut_outs")):
        for n, shape in enumerate(row.shapes_as(role)):
            prefix = f"size-{key}-{n}-"
            texts |= {f"{prefix}name": shape.name, **_typed(shape, prefix)}
    return texts


def _typed(row: ShapeTexts, prefix: str) -> dict[str, str]:
    shape = typed_shape(row)
    texts = {f"{prefix}outline": shape.kind, f"{prefix}rows": shape.rows}
    texts |= {f"{prefix}side_{n}": shape.side(n) for n in (1, 2, 3)}
    if shape.x_m is not None and shape.y_m is not None:
        texts |= {f"{prefix}x": f"{shape.x_m:.6g} m", f"{prefix}y": f"{shape.y_m:.6g} m"}
    if shape.turn_deg:
        texts[f"{prefix}turn"] = f"{shape.turn_deg:g}"
    return texts


def plot_of(plot_m2: float | None) -> SquareMetres | None:
    return None if plot_m2 is None else SquareMetres(plot_m2)
