"""Areas: what was measured, what grows there, and the soil tests."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session
from sqlalchemy.orm.exc import StaleDataError

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.measure.entry import read_cut_out, read_outline
from amber_acre.core.measure.shapes import Outline
from amber_acre.core.measure.size import CutOut, Size, net_size
from amber_acre.core.programme.brief import UPKEEPS, Lawn
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.core.tables.soil_ranges import EXTRACTANTS
from amber_acre.store.climates import climate_of
from amber_acre.store.rules import rule_set_of
from amber_acre.store.tables import AreaRow, CutOutRow, SoilTestRow


@dataclass(frozen=True)
class TypedShape:
    """A shape as it is kept: its kind and its texts with units."""

    kind: str
    texts: tuple[str, ...]
    name: str = ""

    def side(self, number: int) -> str:
        return self.texts[number - 1] if number <= len(self.texts) else ""


def area_of(session: Session, area_id: int) -> AreaRow | None:
    row = session.get(AreaRow, area_id)
    if row is None or row.deleted_at is not None or row.property.deleted_at is not None:
        return None
    return row


def areas_of(session: Session, property_id: int) -> Sequence[AreaRow]:
    query = select(AreaRow).where(AreaRow.property_id == property_id, AreaRow.deleted_at.is_(None)).order_by(AreaRow.id)
    return session.scalars(query).all()


def all_areas(session: Session) -> Sequence[AreaRow]:
    """Every area in use, for the week."""
    query = select(AreaRow).where(AreaRow.deleted_at.is_(None)).order_by(AreaRow.property_id, AreaRow.id)
    return [row for row in session.scalars(query) if row.property.deleted_at is None]


def outline_of(row: AreaRow) -> tuple[Outline, tuple[CutOut, ...]]:
    """The shapes of a row, read from the texts that were typed."""
    outline = read_outline(row.outline, (row.side_1, row.side_2, row.side_3)).shape
    cut_outs = tuple(CutOut(c.name, read_cut_out(c.shape, (c.side_1, c.side_2, c.side_3))[0]) for c in row.cut_outs)
    return outline, cut_outs


def size_of(row: AreaRow) -> Size:
    """The net size with its working."""
    return net_size(*outline_of(row))


def soil_test_of(row: SoilTestRow) -> SoilTest:
    extractant = next(e for e in EXTRACTANTS if e == row.extractant)
    return SoilTest(row.taken_on, row.ph, row.phosphorus_mg_kg, row.potassium_mg_kg, extractant, row.organic_matter)


def lawn_of(row: AreaRow) -> Lawn:
    """The core value of an area with its newest soil test."""
    return Lawn(
        row.name,
        SquareMetres(row.size_m2),
        SquareMetres(row.low_m2),
        SquareMetres(row.high_m2),
        GRASS_BY_KEY[row.grass],
        next(u for u in UPKEEPS if u == row.upkeep),
        row.clippings_returned,
        row.irrigated,
        soil_test_of(row.soil_tests[0]) if row.soil_tests else None,
        climate_of(row.property.climate),
        rule_set_of(row.property.rule_set),
    )


def save_area(
    session: Session,
    *,
    property_id: int,
    name: str,
    outline: TypedShape,
    cut_outs: Sequence[TypedShape],
    size: Size,
    size_confirmed: bool,
    grass: str,
    upkeep: str,
    clippings_returned: bool,
    irrigated: bool,
    no_soil_test: bool,
    area_id: int | None = None,
    version: int | None = None,
) -> AreaRow:
    """Writes an area. With ``area_id`` in place of the one there, if nobody changed it since ``version``."""
    row = (session.get(AreaRow, area_id) if area_id else None) or AreaRow()
    if row.id and version is not None and row.version != version:
        raise DoesNotFit(
            "Somebody else changed this lawn while you were typing. What you typed is still here: look at "
            "theirs in another window, then save again.",
            field="version",
        )
    row.property_id, row.name, row.kind = property_id, name, "lawn"
    row.outline = outline.kind
    row.side_1, row.side_2, row.side_3 = (outline.side(n) for n in (1, 2, 3))
    row.size_m2, row.low_m2, row.high_m2 = size.size_m2, size.low_m2, size.high_m2
    row.size_confirmed = size_confirmed
    row.grass, row.upkeep = grass, upkeep
    row.clippings_returned, row.irrigated, row.no_soil_test = clippings_returned, irrigated, no_soil_test
    row.cut_outs.clear()
    session.add(row)
    session.flush()
    row.cut_outs = [
        CutOutRow(position=n, name=c.name, shape=c.kind, side_1=c.side(1), side_2=c.side(2), side_3=c.side(3))
        for n, c in enumerate(cut_outs, start=1)
    ]
    try:
        session.flush()
    except StaleDataError as stale:  # pragma: no cover - the write lock makes this unreachable
        raise DoesNotFit("Somebody else changed this lawn just now. Save again.", field="version") from stale
    return row


def add_soil_test(session: Session, area_id: int, test: SoilTest, unit_typed: str) -> SoilTestRow:
    """Adds a test to an area; older tests stay."""
    row = SoilTestRow(
        area_id=area_id,
        taken_on=test.taken_on,
        ph=test.ph,
        phosphorus_mg_kg=test.phosphorus_mg_kg,
        potassium_mg_kg=test.potassium_mg_kg,
        unit_typed=unit_typed,
        extractant=test.extractant,
        organic_matter=test.organic_matter,
    )
    session.add(row)
    session.flush()
    return row
