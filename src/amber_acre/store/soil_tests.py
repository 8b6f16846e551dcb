"""Soil tests and probe readings of areas, and how laboratories lay their files out."""

from __future__ import annotations

import json
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.soil.advice import Advice
from amber_acre.core.soil.evidence import SIMULATED_LABORATORY, SoilTest
from amber_acre.core.soil.probe import SIMULATED_PROBE, ProbeReading
from amber_acre.core.tables.soil_measures import BUFFER_METHODS, MEASURES, Measured
from amber_acre.core.tables.soil_ranges import EXTRACTANTS
from amber_acre.store.kept_parts import AMONG, of_areas
from amber_acre.store.stamps import SOIL
from amber_acre.store.tables import AreaRow, LabLayoutRow, ProbeReadingRow, SoilAdviceRow, SoilTestRow, SoilValueRow


@dataclass(frozen=True)
class Layout:
    """How a laboratory's file was matched: heading → measure or role, unit, extractant, buffer method."""

    laboratory: str
    columns: Mapping[str, str] = field(default_factory=dict)
    unit: str = "ppm"
    extractant: str = ""
    buffer_method: str = ""


def soil_test_of(row: SoilTestRow) -> SoilTest:
    """The core value of a test row."""
    kept = {value.measure: value.value for value in row.values}
    values: dict[Measured, float] = {key: kept[key] for key in MEASURES if key in kept}
    return SoilTest(
        row.taken_on,
        values,
        next((e for e in EXTRACTANTS if e == row.extractant), None),
        next((m for m in BUFFER_METHODS if m == row.buffer_method), None),
        row.depth_mm,
        row.laboratory,
        {value.measure: value.typed for value in row.values},
    )


def tests_of(area: AreaRow) -> list[SoilTest]:
    """Every test of an area, newest first."""
    return [soil_test_of(row) for row in area.soil_tests]


@dataclass(frozen=True)
class Report:
    """A laboratory's report as it is kept: the test, what was advised with it, and whether its doubts were confirmed;
    ``id`` is the key of its row."""

    id: int
    test: SoilTest
    advice: tuple[Advice, ...]
    confirmed: bool


@of_areas(SOIL)
def reports_on(session: Session, keys: Collection[int]) -> Mapping[int, tuple[Report, ...]]:
    """Every report on areas by the area's key, newest first."""
    found: dict[int, list[Report]] = {key: [] for key in keys}
    for row in session.scalars(_REPORTS, {"keys": list(keys)}):
        advice = tuple(Advice(one.material, one.typed, one.rate_g_m2) for one in row.advice)
        found[row.area_id].append(Report(row.id, soil_test_of(row), advice, row.confirmed))
    return {key: tuple(reports) for key, reports in found.items()}


_REPORTS = (
    select(SoilTestRow)
    .where(SoilTestRow.area_id.in_(AMONG), SoilTestRow.deleted_at.is_(None))
    .order_by(SoilTestRow.taken_on.desc(), SoilTestRow.id.desc())
)


def tests_on(session: Session, keys: Collection[int]) -> dict[int, tuple[SoilTest, ...]]:
    """Every test of areas by the area's key, newest first."""
    return {key: tuple(one.test for one in reports) for key, reports in reports_on(session, keys).items()}


@dataclass(frozen=True)
class Probed:
    """A reading of the probe as it is kept, with its place on the site sheet in metres; ``struck``: why it does not
    count, '' where it does."""

    id: int
    on_day: date
    spot: str
    ph: float
    x_m: float | None
    y_m: float | None
    who: str
    struck: str


@of_areas(SOIL)
def every_probed_on(session: Session, keys: Collection[int]) -> Mapping[int, tuple[Probed, ...]]:
    """Every probe reading on areas by the area's key, oldest first, those that were struck out among them."""
    found: dict[int, list[Probed]] = {key: [] for key in keys}
    for row in session.scalars(_PROBED, {"keys": list(keys)}):
        found[row.area_id].append(Probed(row.id, row.on_day, row.spot, row.ph, row.x_m, row.y_m, row.who, row.struck))
    return {key: tuple(readings) for key, readings in found.items()}


_PROBED = (
    select(ProbeReadingRow)
    .where(ProbeReadingRow.area_id.in_(AMONG))
    .order_by(ProbeReadingRow.on_day, ProbeReadingRow.id)
)


def probed_on(session: Session, keys: Collection[int]) -> dict[int, tuple[ProbeReading, ...]]:
    """Probe readings that count on areas by the area's key, oldest first."""
    return {
        key: tuple(
            ProbeReading(one.on_day, one.spot, one.ph, one.who == SIMULATED_PROBE) for one in readings if not one.struck
        )
        for key, readings in every_probed_on(session, keys).items()
    }


def test_row(session: Session, test_id: int) -> SoilTestRow | None:
    row = session.get(SoilTestRow, test_id)
    return row if row is not None and row.deleted_at is None else None


def save_soil_test(
    session: Session,
    area_id: int,
    test: SoilTest,
    *,
    advice: Sequence[Advice] = (),
    note: str = "",
    confirmed: bool = False,
    test_id: int | None = None,
    version: int | None = None,
) -> SoilTestRow:
    """Adds a test to an area, or writes one anew in its place, if nobody changed it since ``version``; older tests
    stay."""
    row = (session.get(SoilTestRow, test_id) if test_id else None) or SoilTestRow(area_id=area_id)
    if row.id and version is not None and row.version != version:
        raise DoesNotFit(
            "Somebody else changed this test while you were typing. Open it again in another tab, compare, then save it"
            " there.",
            field="version",
        )
    if row.id and row.laboratory == SIMULATED_LABORATORY != test.laboratory:
        raise DoesNotFit(
            "These figures were made up by the simulated laboratory, and it stays their laboratory. Enter a real report"
            " as a test of its own.",
            field="laboratory",
        )
    row.version = (row.version or 0) + 1  # its figures are rows of their own: counted here, not by the mapper
    row.taken_on, row.extractant, row.buffer_method = test.taken_on, test.extractant, test.buffer_method
    row.depth_mm, row.laboratory, row.note, row.confirmed = test.depth_mm, test.laboratory, note, confirmed
    row.values.clear()
    row.advice.clear()
    session.add(row)
    session.flush()
    row.values = [
        SoilValueRow(measure=key, value=value, typed=test.typed.get(key, "")) for key, value in test.values.items()
    ]
    row.advice = [SoilAdviceRow(material=a.material, typed=a.typed, rate_g_m2=a.rate_g_m2) for a in advice]
    session.flush()
    area = session.get(AreaRow, area_id)
    if area is not None:
        session.expire(area, ["soil_tests"])
    return row


def set_test_deleted(session: Session, row: SoilTestRow, at: datetime | None) -> None:
    """Takes a test out of the evidence, or brings it back with ``at`` None."""
    row.deleted_at = at
    session.flush()
    area = session.get(AreaRow, row.area_id)
    if area is not None:
        session.expire(area, ["soil_tests"])


def add_probe_readings(
    session: Session,
    area_id: int,
    readings: Sequence[ProbeReading],
    who: str = "",
    places: Mapping[str, tuple[float, float]] | None = None,
) -> None:
    """Adds readings; ``places`` gives the place of a spot on the site sheet, metres. Every reading is kept."""
    for reading in readings:
        x, y = (places or {}).get(reading.spot, (None, None))
        session.add(
            ProbeReadingRow(
                area_id=area_id, on_day=reading.on_day, spot=reading.spot, ph=reading.ph, x_m=x, y_m=y, who=who
            )
        )
    session.flush()


def same_test(area: AreaRow, test: SoilTest) -> bool:
    """Whether a test of this day, laboratory and depth is there already: one entered twice, or the other half of a
    report."""
    key = (test.taken_on, test.laboratory, test.depth_mm)
    return any((row.taken_on, row.laboratory, row.depth_mm) == key for row in area.soil_tests)


def reading_row(session: Session, reading_id: int) -> ProbeReadingRow | None:
    return session.get(ProbeReadingRow, reading_id)


def layout_of(session: Session, laboratory: str) -> Layout | None:
    """The remembered layout of a laboratory's files, or None."""
    row = session.get(LabLayoutRow, laboratory)
    return Layout(row.laboratory, json.loads(row.columns), row.unit, row.extractant, row.buffer_method) if row else None


def layouts(session: Session) -> list[Layout]:
    """Every remembered layout."""
    names = session.scalars(select(LabLayoutRow.laboratory).order_by(LabLayoutRow.laboratory))
    return [layout for name in names if (layout := layout_of(session, name)) is not None]


def remember_layout(session: Session, layout: Layout) -> None:
    """Keeps a laboratory's layout for its next file."""
    row = session.get(LabLayoutRow, layout.laboratory) or LabLayoutRow(laboratory=layout.laboratory)
    row.columns, row.unit = json.dumps(dict(layout.columns)), layout.unit
    row.extractant, row.buffer_method = layout.extractant, layout.buffer_method
    session.add(row)
    session.flush()
