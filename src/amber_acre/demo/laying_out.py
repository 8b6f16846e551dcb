"""Lays out the demo's gardens through the same core and store a person uses."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from sqlalchemy.orm import Session

from amber_acre.core.measure.area_facts import read_facts
from amber_acre.core.measure.area_kinds import KINDS
from amber_acre.core.measure.condition import Look
from amber_acre.core.measure.entry import Reading, read_cut_out
from amber_acre.core.measure.kept import TypedShape, sized
from amber_acre.core.measure.site import Place
from amber_acre.core.measure.size import CutOut, Size
from amber_acre.core.measure.size_by_facts import size_by_facts
from amber_acre.demo.shapes import DemoArea, DemoShape, Garden
from amber_acre.store import areas, site, walks
from amber_acre.store.areas import AreaDraft, areas_of
from amber_acre.store.tables import PropertyRow


def lay_out(session: Session, place: PropertyRow, garden: Garden) -> None:
    """Surroundings, areas and looks of one property; its lawns are put where they lie."""
    if garden.origin is not None:
        place.origin_longitude, place.origin_latitude = garden.origin
    for kind, shape in garden.around:
        site.save_context(session, place.id, kind, shape.name, _typed(shape, Reading()))
    for row in areas_of(session, place.id, "lawn"):
        if row.name in garden.lawns:
            site.put(session, row, Place(*garden.lawns[row.name]))
    for item in garden.areas:
        lawn = next((row for row in areas_of(session, place.id, "lawn") if row.name == item.lawn), None)
        row = areas.save_area(session, place.id, _draft(session, item, lawn.id if lawn else None))
        session.refresh(row)
        site.put(session, row, Place(*item.at) if item.at else None)
    by_name = {row.name: row for row in areas_of(session, place.id)}
    for look in garden.looks:
        seen: dict[str, Any] = dict(look.seen)
        key = f"demo-{place.id}-{look.area}-{look.on}"
        walks.write_walk(session, by_name[look.area].id, Look(look.on, look.who, **seen), key)


def _draft(session: Session, item: DemoArea, parent_id: int | None) -> AreaDraft:
    facts, faults = read_facts(item.kind, item.facts)
    if faults:
        raise faults[0]
    texts = {key: fact.text for key, fact in facts.items()}
    if KINDS[item.kind].drawn_by == "shape" and item.outline is not None:
        draft = measured(session, item.kind, item.name, item.outline, item.cut_outs, item.facts, item.instrument)
        return AreaDraft(**{**vars(draft), "facts": texts, "parent_id": parent_id})
    found = size_by_facts(item.kind, facts)
    size = Size(found.size_m2, found.size_m2, found.size_m2, found.working)
    return AreaDraft(item.kind, item.name, size, False, instrument=item.instrument, facts=texts)


def measured(
    session: Session,
    kind: str,
    name: str,
    outline: DemoShape,
    cuts: Sequence[DemoShape],
    facts: dict[str, str],
    instrument: str,
) -> AreaDraft:
    """An area with a measured outline, as the form would hand it over."""
    tool, _, walker = instrument.partition(":")
    pace = next((p.pace_m for p in site.pacers(session) if p.name == walker), None)
    reading = Reading("pace" if pace else "m", "m²", pace)
    kept = [_typed(cut, reading) for cut in cuts]
    holes = tuple(CutOut(c.name, read_cut_out(c.kind, c.texts, reading, c.rows)[0]) for c in kept)
    shape = _typed(outline, reading)
    size = sized(shape.read(reading).shape, holes, (), read_facts(kind, facts)[0], (), tool)
    return AreaDraft(kind, name, size, size.high_m2 > 2000, shape, cut_outs=tuple(kept), instrument=tool, pace_m=pace)


def _typed(shape: DemoShape, reading: Reading) -> TypedShape:
    read = TypedShape(shape.method, shape.sides, shape.name, shape.rows).read(reading)
    x, y, turn = shape.at or (None, None, 0.0)
    return TypedShape(shape.method, read.texts, shape.name, read.rows, x, y, turn)
