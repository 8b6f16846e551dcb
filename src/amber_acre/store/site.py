"""The site sheet of a property: where its areas and surroundings lie, and what that takes from each."""

from __future__ import annotations

import math
from collections.abc import Collection, Mapping, Sequence, Set
from dataclasses import dataclass
from datetime import datetime

from sqlalchemy import bindparam, select
from sqlalchemy.orm import Session, lazyload

from amber_acre.core.errors import AmberError, DoesNotFit
from amber_acre.core.measure.area_facts import ReadFact, number_of
from amber_acre.core.measure.area_kinds import KINDS
from amber_acre.core.measure.entry import METRIC, read_outline
from amber_acre.core.measure.kept import TypedShape, typed_shape
from amber_acre.core.measure.planting import trunk_diameter
from amber_acre.core.measure.shapes import KnownRange, Plan, Rectangle, arc
from amber_acre.core.measure.site import Place, Placed, inside_ring, joined_ring, on_plan, shared_with_trees, taken_from
from amber_acre.core.measure.size import Taken
from amber_acre.core.measure.size_by_facts import size_by_facts
from amber_acre.core.quantities import Metres
from amber_acre.core.working import Working
from amber_acre.store import areas as area_store
from amber_acre.store.areas import areas_of, facts_of, plan_size_of, reading_of, set_taken
from amber_acre.store.kept_parts import AMONG, of_areas
from amber_acre.store.stamps import AREA
from amber_acre.store.tables import AreaRow, ContextRow, PacerRow, PropertyRow


@dataclass(frozen=True)
class OnSheet:
    """An area or context on the sheet: its row, its plan in its own frame, where it is placed (None: nowhere yet) and
    the plan there; what the sheet takes from it by name, and whether one of its cut-outs has no place."""

    row: AreaRow | ContextRow
    plan: Plan
    place: Place | None
    placed: Placed | None
    taken: tuple[str, ...] = ()
    loose_cut: bool = False


def on_sheet(row: AreaRow | ContextRow, plan: Plan, place: Place | None) -> OnSheet:
    """An area or context with its plan at a place."""
    return OnSheet(row, plan, place, _placed(row, plan, place))


def _placed(row: AreaRow | ContextRow, plan: Plan, place: Place | None) -> Placed | None:
    """Ring and holes on the property's plan."""
    if place is None:
        return None
    ring, holes = on_plan(plan, place)
    parent = row.parent_id if isinstance(row, AreaRow) else None
    return Placed(row.id, row.name, row.kind, ring, holes, parent)


@dataclass(frozen=True)
class _Drawn:
    """What of an area's sheet hangs on the area alone."""

    plan: Plan | None
    place: Place | None
    placed: Placed | None
    taken: tuple[str, ...]
    loose_cut: bool


_WITH_SHAPES = select(AreaRow).where(AreaRow.id.in_(AMONG)).options(lazyload(AreaRow.soil_tests))


@of_areas(AREA)
def _drawn_on(session: Session, keys: Collection[int]) -> Mapping[int, _Drawn]:
    """Plans of areas by the area's key, at their places."""
    found = {}
    for row in session.scalars(_WITH_SHAPES, {"keys": list(keys)}):
        plan, place = plan_of(row), _place(row)
        found[row.id] = _Drawn(
            plan,
            place,
            _placed(row, plan, place) if plan is not None else None,
            tuple(taken.name for taken in row.taken),
            any(cut.x_m is None for cut in row.shapes_as("cut_out")),
        )
    return found


def plan_of(row: AreaRow) -> Plan | None:
    """The plan of an area in its own frame, placed cut-outs as holes; None where only a size is known."""
    if KINDS[row.kind].drawn_by == "facts":
        return plan_by_facts(row.kind, facts_of(row))
    outline, _, _ = area_store.outline_of(row)
    if isinstance(outline, KnownRange):
        return None
    plan = outline.plan()
    ring = _with_parts(plan.ring, row)
    holes = [_inside(typed_shape(cut), ring, row) for cut in row.shapes_as("cut_out") if cut.x_m is not None]
    return Plan(ring, (*plan.holes, *holes), plan.guides)


def _inside(shape: TypedShape, frame: tuple[tuple[float, float], ...], row: AreaRow) -> tuple[tuple[float, float], ...]:
    read = read_outline(shape.kind, shape.texts, reading_of(row), shape.rows).shape
    ring = () if isinstance(read, KnownRange) else read.plan().ring
    return inside_ring(ring, frame, shape.x_m or 0.0, shape.y_m or 0.0, shape.turn_deg)


def _with_parts(ring: tuple[tuple[float, float], ...], row: AreaRow) -> tuple[tuple[float, float], ...]:
    """The outline joined with its placed parts, where they touch."""
    parts = [_inside(typed_shape(part), ring, row) for part in row.shapes_as("part") if part.x_m is not None]
    return joined_ring(ring, parts)


def plan_by_facts(kind: str, facts: dict[str, ReadFact]) -> Plan | None:
    """The plan of a hedge, tree or container group from its facts."""

    def number(key: str) -> float:
        return number_of(facts, key) or 0.0

    if kind == "hedge":
        run = number("run") or number("plants") * number("spacing")
        return Rectangle(Metres(run), Metres(number("width"))).plan()
    if kind == "tree":
        stems = facts["stems"].value if "stems" in facts else ()
        around = "trunk_by" in facts and facts["trunk_by"].value == "circumference"
        trunk = trunk_diameter(
            tuple(s for s in stems if isinstance(s, float)) if isinstance(stems, tuple) else (), Working(""), around
        )
        crown = number("crown") or 20 * trunk
        return Plan(arc(crown / 2), (arc(max(trunk / 2, 0.05)),))
    count = max(int(number("count")), 1)
    across = math.sqrt(4 * size_by_facts(kind, facts).size_m2 / count / math.pi)
    columns = min(count, 6)
    lines = -(-count // columns)
    return Rectangle(Metres(columns * across * 1.2), Metres(lines * across * 1.2)).plan()


def sheet_of(session: Session, place: PropertyRow) -> tuple[list[OnSheet], list[OnSheet], list[AreaRow]]:
    """Areas and contexts that can be drawn, and the areas of which only a size is known."""
    rows = areas_of(session, place.id, light=True)
    known = _drawn_on(session, [row.id for row in rows])
    drawn, unknown = [], []
    for row, one in ((row, known[row.id]) for row in rows):
        if one.plan is None:
            unknown.append(row)
        else:
            drawn.append(OnSheet(row, one.plan, one.place, one.placed, one.taken, one.loose_cut))
    contexts = [on_sheet(row, context_plan(row), _place(row)) for row in contexts_of(session, place.id)]
    return drawn, contexts, unknown


def crowns_over(session: Session, area: AreaRow) -> tuple[tuple[str, float], ...]:
    """Trees whose crown reaches over an area on the sheet, each with the m² it covers; none where it is not placed."""
    if area.x_m is None:
        return ()
    drawn, _, _ = sheet_of(session, area.property)
    placed = [p for p in (item.placed for item in drawn if item.row.kind == "tree" or item.row.id == area.id) if p]
    return tuple((over.taker.name, over.size_m2) for over in shared_with_trees(placed) if over.giver.key == area.id)


def _place(row: AreaRow | ContextRow) -> Place | None:
    return None if row.x_m is None or row.y_m is None else Place(row.x_m, row.y_m, row.turn_deg)


def contexts_of(session: Session, property_id: int) -> Sequence[ContextRow]:
    return session.scalars(_CONTEXTS, {"place": property_id}).all()


_CONTEXTS = (
    select(ContextRow)
    .where(ContextRow.property_id == bindparam("place"), ContextRow.deleted_at.is_(None))
    .order_by(ContextRow.id)
)


def context_plan(row: ContextRow) -> Plan:
    shape = read_outline(row.method, (row.side_1, row.side_2, row.side_3), METRIC, row.rows).shape
    return Plan(()) if isinstance(shape, KnownRange) else shape.plan()


def settle(session: Session, place: PropertyRow) -> None:
    """Works out anew what overlaps, buildings, paving, water and its strip take from each area."""
    session.flush()
    drawn, contexts, _ = sheet_of(session, place)
    areas = [p for p in (item.placed for item in drawn) if p is not None]
    around = tuple(p for p in (item.placed for item in contexts) if p is not None)
    lost = taken_from(areas, around, place.rule_set.buffer_m)
    rows = areas_of(session, place.id)
    seen = {p.key for p in areas}
    for row in rows:
        if KINDS[row.kind].drawn_by == "shape":
            takers = (*lost.get(row.id, ()), *_unseen_patches(row, rows, seen))
            now = [(t.name, round(t.size_m2, 6)) for t in takers]
            if now != [(t.name, round(t.size_m2, 6)) for t in row.taken]:
                row.taken.clear()
                session.flush()
                try:
                    set_taken(row, takers)
                except AmberError:  # everything is taken: the sheet says so, the measured size stands
                    set_taken(row, ())
                session.flush()


def _unseen_patches(lawn: AreaRow, rows: Sequence[AreaRow], seen: Set[int]) -> list[Taken]:
    """Patches of a lawn that the sheet cannot cut from it, because it or they have no place there: each by its whole
    plan size, for a patch is part of its lawn wherever it lies."""
    return [
        Taken(row.name, plan_size_of(row).size_m2)
        for row in rows
        if row.kind == "patch" and row.parent_id == lawn.id and not {row.id, lawn.id} <= seen
    ]


def require_lawn_left(lawn_m2: float, patches_m2: float, name: str, field: str = "size") -> None:
    """Refuses patches that take a lawn whole, or more (DoesNotFit), both as measured, in m²."""
    if patches_m2 >= lawn_m2:
        raise DoesNotFit(
            f"The patches of {name} come to {patches_m2:,.1f} m², and the lawn has {lawn_m2:,.1f} m²: nothing is left "
            "of it. Check the sizes and units, or call the whole lawn what the patch is.",
            field=field,
            value=patches_m2,
            limits=(0, lawn_m2),
        )


def patches_in_m2(session: Session, lawn: AreaRow, without: int | None = None) -> float:
    """Plan size of the patches of a lawn, in m², one of them left out."""
    rows = (row for row in areas_of(session, lawn.property_id) if row.parent_id == lawn.id and row.id != without)
    return sum(plan_size_of(row).size_m2 for row in rows)


def settle_everything(session: Session) -> None:
    """Settles every property: after a newer program has brought the database up to date."""
    for place in session.scalars(select(PropertyRow).where(PropertyRow.deleted_at.is_(None))).all():
        settle(session, place)


def settle_all(session: Session, rule_set_id: int) -> None:
    """Settles every property under a rule set whose strip may have changed."""
    query = select(PropertyRow).where(PropertyRow.rule_set_id == rule_set_id, PropertyRow.deleted_at.is_(None))
    for place in session.scalars(query).all():
        settle(session, place)


def put(session: Session, row: AreaRow | ContextRow, place: Place | None) -> None:
    """Places an area or context on the sheet, or takes it off; what that changes is worked out."""
    row.x_m, row.y_m = (None, None) if place is None else (place.x_m, place.y_m)
    row.turn_deg = 0.0 if place is None else place.turn_deg
    settle(session, session.get_one(PropertyRow, row.property_id))


def save_context(
    session: Session, property_id: int, kind: str, name: str, shape: TypedShape, context_id: int | None = None
) -> ContextRow:
    """Writes a building, paving, water or the boundary."""
    row = (session.get(ContextRow, context_id) if context_id else None) or ContextRow(property_id=property_id)
    row.kind, row.name, row.method, row.rows = kind, name, shape.kind, shape.rows
    row.version = (row.version or 0) + 1
    row.side_1, row.side_2, row.side_3 = (shape.side(n) for n in (1, 2, 3))
    if shape.x_m is not None:
        row.x_m, row.y_m, row.turn_deg = shape.x_m, shape.y_m, shape.turn_deg
    session.add(row)
    settle(session, session.get_one(PropertyRow, property_id))
    return row


def set_context_deleted(session: Session, row: ContextRow, at: datetime | None) -> None:
    """Takes something off the sheet, or brings it back with ``at`` None."""
    row.deleted_at = at
    settle(session, session.get_one(PropertyRow, row.property_id))


def pacers(session: Session) -> Sequence[PacerRow]:
    return session.scalars(select(PacerRow).order_by(PacerRow.name)).all()


def save_pacer(session: Session, name: str, paces: int, distance_typed: str, distance_m: float) -> PacerRow:
    """Keeps how long somebody's pace is; a new count replaces the old one."""
    row = session.scalars(select(PacerRow).where(PacerRow.name == name)).one_or_none() or PacerRow(name=name)
    row.paces, row.distance_typed, row.pace_m = paces, distance_typed, distance_m / paces
    session.add(row)
    session.flush()
    return row
