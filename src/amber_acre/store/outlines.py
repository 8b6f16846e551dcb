"""Outlines of a property on their way out to files and in from them."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from sqlalchemy.orm import Session

from amber_acre.core.errors import AmberError, Doubtful, NotUnderstood
from amber_acre.core.measure.area_facts import read_facts
from amber_acre.core.measure.area_kinds import KINDS
from amber_acre.core.measure.entry import METRIC
from amber_acre.core.measure.kept import TypedShape, sized
from amber_acre.core.measure.polygon import Polygon
from amber_acre.core.measure.shapes import Point
from amber_acre.core.measure.site import box
from amber_acre.core.measure.size import CutOut, Size, doubts_about
from amber_acre.core.measure.size_by_facts import size_by_facts
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.store.areas import AreaDraft, areas_of, save_area
from amber_acre.store.site import save_context, sheet_of
from amber_acre.store.tables import AreaRow, PropertyRow

CONTEXTS = ("building", "paving", "water", "boundary")


@dataclass(frozen=True)
class Outline:
    """An outline on the property's plan in metres, and what it is."""

    name: str
    kind: str
    ring: tuple[Point, ...]
    holes: tuple[tuple[Point, ...], ...] = ()
    facts: Mapping[str, str] = field(default_factory=dict)
    grass: str = ""
    turn_deg: float = 0.0


def outlines_of(session: Session, place: PropertyRow) -> list[Outline]:
    """Everything that lies on the sheet."""
    drawn, contexts, _ = sheet_of(session, place)
    found = []
    for item in (*contexts, *drawn):
        on_plan = item.placed
        if on_plan is not None:
            row = item.row
            facts = row.fact_texts if isinstance(row, AreaRow) else {}
            grass = row.grass if isinstance(row, AreaRow) else ""
            turned = row.turn_deg if facts and item.place else 0.0
            found.append(Outline(row.name, row.kind, on_plan.ring, on_plan.holes, facts, grass, turned))
    return found


def bring_in(session: Session, place: PropertyRow, outline: Outline, instrument: str, confirmed: bool) -> str:
    """Adds an outline as an area or surrounding where it lies; returns the name it got. What overlaps is settled after.

    Refuses unknown kinds and grasses (NotUnderstood); a patch comes in as a bed, for its lawn is not in the file.
    """
    shape = _shape(outline.ring, outline.name)
    if outline.kind in CONTEXTS:
        save_context(session, place.id, outline.kind, outline.name, shape)
        return outline.name
    kind = "bed" if outline.kind == "patch" else outline.kind
    if kind not in KINDS:
        raise NotUnderstood(f"“{outline.name}”: {outline.kind} is no kind of area here.", field="file")
    if kind == "lawn" and outline.grass not in GRASS_BY_KEY:
        raise NotUnderstood(f"“{outline.name}” is a lawn: choose what grows there.", field="grass")
    names = {row.name for row in areas_of(session, place.id)}
    name = next(n for n in (outline.name, *(f"{outline.name} ({k})" for k in range(2, 5000))) if n not in names)
    _, refusals = read_facts(kind, outline.facts)
    if refusals:
        raise NotUnderstood(f"“{outline.name}”: {refusals[0].sentence}", field="file")
    draft = _draft(kind, name, shape, outline, instrument, confirmed)
    plot = None if place.plot_m2 is None else SquareMetres(place.plot_m2)
    doubt = doubts_about(draft.size, plot) if draft.outline is not None and not confirmed else None
    if doubt is not None:
        raise Doubtful(f"“{name}”: {doubt.sentence}", field="file", value=doubt.value)
    row = save_area(session, place.id, draft)
    west, south, east, north = box(outline.ring)
    row.x_m, row.y_m = (west + east) / 2, (south + north) / 2
    row.turn_deg = outline.turn_deg if KINDS[kind].drawn_by == "facts" else 0.0
    return name


def _draft(kind: str, name: str, shape: TypedShape, outline: Outline, instrument: str, confirmed: bool) -> AreaDraft:
    facts, _ = read_facts(kind, outline.facts)
    texts = {key: fact.text for key, fact in facts.items()}
    if KINDS[kind].drawn_by == "facts":
        try:
            measured = size_by_facts(kind, facts)
        except AmberError as refusal:
            raise NotUnderstood(f"“{outline.name}”: {refusal.sentence}", field="file") from refusal
        size = Size(measured.size_m2, measured.size_m2, measured.size_m2, measured.working)
        return AreaDraft(kind, name, size, confirmed, facts=texts)
    west, south, _, _ = box(outline.ring)
    holes = [_shape(hole, f"hole {n}", (west, south)) for n, hole in enumerate(outline.holes, start=1)]
    cuts = tuple(CutOut(h.name, Polygon(ring)) for h, ring in zip(holes, outline.holes, strict=True))
    size = sized(shape.read(METRIC).shape, cuts, (), facts, (), instrument)
    return AreaDraft(
        kind,
        name,
        size,
        confirmed,
        TypedShape("polygon", (), "", shape.rows),
        cut_outs=tuple(holes),
        instrument=instrument,
        facts=texts,
        grass=outline.grass,
    )


def _shape(ring: tuple[Point, ...], name: str, corner: Point = (0.0, 0.0)) -> TypedShape:
    """A ring as a table of corners to a tenth of a millimetre, and the middle of its box from ``corner``."""
    west, south, east, north = box(ring)
    rows = "\n".join(f"{x - west:.4f} m\t{y - south:.4f} m" for x, y in ring)
    return TypedShape("polygon", (), name, rows, (west + east) / 2 - corner[0], (south + north) / 2 - corner[1])
