"""Areas: what was measured, what is known about them, and the soil tests."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field

from sqlalchemy import bindparam, select
from sqlalchemy.orm import Session, lazyload, selectinload
from sqlalchemy.orm.exc import StaleDataError

from amber_acre.core.care.brief import UPKEEPS, WAYS, Establishing, Lawn
from amber_acre.core.errors import DoesNotFit
from amber_acre.core.measure.area_facts import ReadFact, day_of, number_of, read_facts
from amber_acre.core.measure.area_kinds import KINDS
from amber_acre.core.measure.entry import Reading, read_cut_out
from amber_acre.core.measure.kept import TypedShape, sized, typed_shape
from amber_acre.core.measure.outline import Outline
from amber_acre.core.measure.size import CutOut, Size, Taken
from amber_acre.core.measure.size_by_facts import size_by_facts
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.ground import Ground
from amber_acre.core.soil.evidence import newest_with
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.core.tables.lawn_water import USUAL_ROOTS_MM
from amber_acre.store.kept_parts import AMONG, of_areas
from amber_acre.store.stamps import AREA
from amber_acre.store.tables import AreaRow, FactRow, ShapeRow, TakenRow


@dataclass(frozen=True)
class AreaDraft:
    """Everything of an area that a form or a file gives; ``outline`` is None for kinds drawn by their facts."""

    kind: str
    name: str
    size: Size
    size_confirmed: bool
    outline: TypedShape | None = None
    parts: tuple[TypedShape, ...] = ()
    cut_outs: tuple[TypedShape, ...] = ()
    instrument: str = ""
    pace_m: float | None = None
    facts: Mapping[str, str] = field(default_factory=dict)
    parent_id: int | None = None
    grass: str = ""
    upkeep: str = "middle"
    clippings_returned: bool = True
    irrigated: bool = False
    no_soil_test: bool = True


def area_of(session: Session, area_id: int, light: bool = False) -> AreaRow | None:
    """An area in use; ``light``: what is typed, measured and tested of it is loaded when it is asked for."""
    row = session.scalars(_ONE, {"area": area_id}).one_or_none() if light else session.get(AreaRow, area_id)
    if row is None or row.deleted_at is not None or row.property.deleted_at is not None:
        return None
    return row


def lawn_row(session: Session, area_id: int) -> AreaRow | None:
    """A lawn in use; None for other kinds, which have no programme or log yet."""
    row = area_of(session, area_id)
    return row if row is not None and row.kind == "lawn" else None


def areas_of(session: Session, property_id: int, kind: str = "", light: bool = False) -> Sequence[AreaRow]:
    """Areas of a property in use, of one kind or of all; ``light``: what is typed, measured and tested of each is
    loaded when it is asked for."""
    query = _LIGHT if light else _OF_A_PROPERTY
    return session.scalars(query.where(AreaRow.kind == kind) if kind else query, {"place": property_id}).all()


# Put together once: that takes longer than asking.
_OF_A_PROPERTY = (
    select(AreaRow).where(AreaRow.property_id == bindparam("place"), AreaRow.deleted_at.is_(None)).order_by(AreaRow.id)
)
_EVERYTHING_OF_AN_AREA = (AreaRow.shapes, AreaRow.taken, AreaRow.facts, AreaRow.soil_tests)
LIGHTLY = tuple(lazyload(one) for one in _EVERYTHING_OF_AN_AREA)
_LIGHT = _OF_A_PROPERTY.options(*LIGHTLY)
_IN_USE = (
    select(AreaRow)
    .where(AreaRow.deleted_at.is_(None))
    .order_by(AreaRow.property_id, AreaRow.id)
    .options(selectinload(AreaRow.property), *LIGHTLY)
)
_SOME_IN_USE = _IN_USE.where(AreaRow.id.in_(AMONG))
_ONE = select(AreaRow).where(AreaRow.id == bindparam("area")).options(*LIGHTLY)


def all_lawns(session: Session) -> Sequence[AreaRow]:
    """Every lawn in use, by property."""
    return [row for row in areas_in_use(session) if row.kind == "lawn"]


def areas_in_use(session: Session) -> Sequence[AreaRow]:
    """Every area in use, by property."""
    return rows_in_use(session, None)


def rows_in_use(session: Session, keys: Sequence[int] | None) -> Sequence[AreaRow]:
    """Areas in use, of some keys or (None) all, by property and with what of their properties a book reads; what is
    typed, measured and tested of them is loaded when it is asked for."""
    rows = session.scalars(_IN_USE) if keys is None else session.scalars(_SOME_IN_USE, {"keys": keys})
    return [row for row in rows if row.property.deleted_at is None]


def reading_of(row: AreaRow) -> Reading:
    """How the kept texts of an area are read: they carry their units; paces need their length."""
    return Reading(pace_m=row.pace_m)


def facts_of(row: AreaRow) -> dict[str, ReadFact]:
    return read_facts(row.kind, row.fact_texts, reading_of(row))[0]


@of_areas(AREA)
def facts_on(session: Session, keys: Collection[int]) -> Mapping[int, Mapping[str, ReadFact]]:
    """What is known of areas by the area's key, as :func:`facts_of` reads it."""
    kinds: dict[int, tuple[str, float | None]] = {}
    texts: dict[int, dict[str, str]] = {key: {} for key in keys}
    for key, kind, pace_m, name, text in session.execute(_FACTS, {"keys": list(keys)}):
        kinds[key] = kind, pace_m
        if name is not None:
            texts[key][name] = text
    return {key: read_facts(kind, texts[key], Reading(pace_m=pace_m))[0] for key, (kind, pace_m) in kinds.items()}


_FACTS = (
    select(AreaRow.id, AreaRow.kind, AreaRow.pace_m, FactRow.name, FactRow.text)
    .outerjoin(FactRow, FactRow.area_id == AreaRow.id)
    .where(AreaRow.id.in_(AMONG))
)


def outline_of(row: AreaRow) -> tuple[Outline, tuple[CutOut, ...], tuple[CutOut, ...]]:
    """Outline, cut-outs and added parts of a row, read from the texts that were typed."""
    reading = reading_of(row)
    if row.outline is None:
        raise DoesNotFit(f"A {row.kind} has no measured outline.", field="size")

    def named(role: str) -> tuple[CutOut, ...]:
        shapes = [(s.name, typed_shape(s)) for s in row.shapes_as(role)]
        return tuple(CutOut(name, read_cut_out(s.kind, s.texts, reading, s.rows)[0]) for name, s in shapes)

    return typed_shape(row.outline).read(reading).shape, named("cut_out"), named("part")


def size_of(row: AreaRow) -> Size:
    """The net size with its working, from what was typed and what the site sheet takes."""
    facts = facts_of(row)
    if KINDS[row.kind].drawn_by == "facts":
        measured = size_by_facts(row.kind, facts)
        return Size(measured.size_m2, measured.size_m2, measured.size_m2, measured.working)
    outline, cut_outs, parts = outline_of(row)
    taken = tuple(Taken(t.name, SquareMetres(t.size_m2)) for t in row.taken)
    return sized(outline, cut_outs, parts, facts, taken, row.instrument)


def plan_size_of(row: AreaRow) -> Size:
    """The size as measured in plan: nothing taken by others, no slope."""
    outline, cut_outs, parts = outline_of(row)
    level = {name: fact for name, fact in facts_of(row).items() if name != "slope"}
    return sized(outline, cut_outs, parts, level, (), row.instrument)


def lawn_of(row: AreaRow, ground: Ground) -> Lawn:
    """The core value of a lawn with its newest soil test; its size is what is fed, the patches fed with it included."""
    more = ground.fed_patches_m2
    facts = ground.facts
    return Lawn(
        row.name,
        SquareMetres(row.size_m2 + more),
        SquareMetres(row.low_m2 + more),
        SquareMetres(row.high_m2 + more),
        GRASS_BY_KEY[row.grass],
        next(u for u in UPKEEPS if u == row.upkeep),
        row.clippings_returned,
        row.irrigated,
        newest_with(ground.tests, "p", "k"),
        ground.climate,
        ground.rules,
        _store_mm(ground),
        sun_hours=number_of(facts, "sun"),
        texture=ground.texture.name if ground.texture is not None else "",
        start=_establishing(facts),
        events=tuple(day for day in (day_of(facts, "event"),) if day is not None),
        worn=ground.says("wear") == "heavy",
        leaves_mown=ground.says("leaves") == "mown",
    )


def _establishing(facts: Mapping[str, ReadFact]) -> Establishing | None:
    """How a lawn begins, where both the way and the day are known."""
    way, on = facts.get("begins"), day_of(facts, "begins_on")
    if way is None or on is None:
        return None
    winter = facts["winter_grass"].value if "winter_grass" in facts else None
    grass = GRASS_BY_KEY.get(winter) if isinstance(winter, str) else None
    return Establishing(next(one for one in WAYS if one == way.value), on, grass)


def _store_mm(ground: Ground) -> float | None:
    """Water of the root zone by texture, over the roots on file or the usual 15 cm; None where texture is unknown."""
    if ground.texture is None:
        return None
    roots = number_of(ground.facts, "roots")
    return ground.texture.available * (roots * 1000 if roots else USUAL_ROOTS_MM)


def save_area(
    session: Session, property_id: int, draft: AreaDraft, area_id: int | None = None, version: int | None = None
) -> AreaRow:
    """Writes an area. With ``area_id`` in place of the one there, if nobody changed it since ``version``."""
    row = (session.get(AreaRow, area_id) if area_id else None) or AreaRow()
    if row.id and version is not None and row.version != version:
        raise DoesNotFit(
            "Somebody else changed this area while you were typing. What you typed is still here: look at "
            "theirs in another window, then save again.",
            field="version",
        )
    row.property_id, row.name, row.kind, row.parent_id = property_id, draft.name, draft.kind, draft.parent_id
    set_size(row, draft.size)
    row.size_confirmed, row.instrument, row.pace_m = draft.size_confirmed, draft.instrument, draft.pace_m
    row.grass, row.upkeep = draft.grass, draft.upkeep
    row.clippings_returned, row.irrigated = draft.clippings_returned, draft.irrigated
    row.no_soil_test = draft.no_soil_test
    row.shapes.clear()
    row.facts.clear()
    row.taken.clear()  # worked out anew by the sheet: the size just set is the measured one
    session.add(row)
    session.flush()
    row.shapes = _shape_rows(draft)
    row.facts = [FactRow(name=name, text=text) for name, text in draft.facts.items() if text]
    try:
        session.flush()
    except StaleDataError as stale:  # pragma: no cover - the write lock makes this unreachable
        raise DoesNotFit("Somebody else changed this area just now. Save again.", field="version") from stale
    return row


def set_size(row: AreaRow, size: Size) -> None:
    row.size_m2, row.low_m2, row.high_m2, row.error_m2 = size.size_m2, size.low_m2, size.high_m2, size.error_m2


def set_taken(row: AreaRow, taken: Sequence[Taken]) -> None:
    """Replaces what the site sheet takes from an area, and its size with it."""
    row.taken.clear()
    row.taken.extend(TakenRow(position=n, name=t.name, size_m2=t.size_m2) for n, t in enumerate(taken, start=1))
    set_size(row, size_of(row))


def _shape_rows(draft: AreaDraft) -> list[ShapeRow]:
    if draft.outline is None:
        return []
    shapes = [
        ("outline", draft.outline),
        *(("part", p) for p in draft.parts),
        *(("cut_out", c) for c in draft.cut_outs),
    ]
    return [
        ShapeRow(
            position=n,
            role=role,
            name=shape.name,
            method=shape.kind,
            side_1=shape.side(1),
            side_2=shape.side(2),
            side_3=shape.side(3),
            rows=shape.rows,
            x_m=shape.x_m,
            y_m=shape.y_m,
            turn_deg=shape.turn_deg,
        )
        for n, (role, shape) in enumerate(shapes)
    ]
