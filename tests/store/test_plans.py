"""What is read of areas as values is what their rows hold; which programme stands for a season, who waits for one."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date, timedelta

import pytest
from sqlalchemy import Engine, select
from sqlalchemy.orm import Session

from amber_acre.settings import Settings
from amber_acre.store import soil_tests
from amber_acre.store.areas import areas_in_use, facts_of, facts_on
from amber_acre.store.corrections import corrections_of, findings_of, findings_on
from amber_acre.store.daybook import entries_on, entry_of
from amber_acre.store.gardens import waits_for_a_year
from amber_acre.store.jobs import job_of, jobs_in_force, jobs_on, marks_on
from amber_acre.store.plans import AHEAD_DAYS, Programme, newest_plans, plans_on
from amber_acre.store.session import open_engine, reading, writing
from amber_acre.store.site import plan_of, sheet_of
from amber_acre.store.soil_tests import every_probed_on, probed_on, reports_on, soil_test_of
from amber_acre.store.tables import AreaRow, EntryRow, JobRow, ProbeReadingRow, ProgrammeRow, PropertyRow, WalkRow
from amber_acre.store.walks import look_of, looks_on

SPRING, NEXT = date(2026, 3, 1), date(2027, 3, 1)


@pytest.fixture
def session(demo_settings_copy: Settings) -> Iterator[Session]:
    engine: Engine = open_engine(demo_settings_copy.database)
    with reading(engine) as made:
        yield made
    engine.dispose()


def test_jobs_entries_and_marks_are_those_of_the_rows(session: Session) -> None:
    keys = [row.id for row in areas_in_use(session)]
    rows = jobs_in_force(session, keys)
    assert sum(len(own) for own in rows.values()) > 50
    assert jobs_on(session, keys) == {key: tuple(job_of(row) for row in own) for key, own in rows.items()}
    written: dict[int, list[EntryRow]] = {key: [] for key in keys}
    for row in session.scalars(select(EntryRow).where(EntryRow.area_id.in_(keys)).order_by(EntryRow.id)):
        written[row.area_id].append(row)
    assert any(written.values())
    assert entries_on(session, keys) == {key: tuple(entry_of(row) for row in own) for key, own in written.items()}
    marks = marks_on(session, keys)
    for job in session.scalars(select(JobRow).where(JobRow.area_id.in_(keys))):
        assert (marks[job.area_id][job.id].version, marks[job.area_id][job.id].change_reason) == (
            job.version,
            job.change_reason,
        )


def test_facts_soil_and_looks_are_those_of_the_rows(session: Session) -> None:
    rows = areas_in_use(session)
    keys = [row.id for row in rows]
    known, reports, looks = facts_on(session, keys), reports_on(session, keys), looks_on(session, keys)
    for row in rows:
        assert known[row.id] == facts_of(row)
        assert [(one.id, one.test, one.confirmed) for one in reports[row.id]] == [
            (test.id, soil_test_of(test), test.confirmed) for test in row.soil_tests
        ]
        assert [(a.material, a.typed, a.rate_g_m2) for one in reports[row.id] for a in one.advice] == [
            (a.material, a.typed, a.rate_g_m2) for test in row.soil_tests for a in test.advice
        ]
        seen = select(WalkRow).where(WalkRow.area_id == row.id).order_by(WalkRow.on_day.desc(), WalkRow.id.desc())
        assert list(looks[row.id]) == [look_of(walk) for walk in session.scalars(seen)]
    assert soil_tests.tests_on(session, keys)[1] == tuple(one.test for one in reports[1])


def test_a_reading_that_was_struck_out_is_listed_and_does_not_count(demo_settings_copy: Settings) -> None:
    engine = open_engine(demo_settings_copy.database)
    with writing(engine) as session:
        row = session.scalars(select(ProbeReadingRow)).first()
        assert row is not None
        before = len(probed_on(session, [row.area_id])[row.area_id])
        row.struck = "the probe was not clean"
        session.flush()
        assert len(probed_on(session, [row.area_id])[row.area_id]) == before - 1
        listed = {one.id: one.struck for one in every_probed_on(session, [row.area_id])[row.area_id]}
        assert listed[row.id] == "the probe was not clean"
        session.rollback()
    engine.dispose()


def test_findings_and_corrections_are_those_of_the_rows(session: Session) -> None:
    keys = [row.id for row in areas_in_use(session)]
    found = findings_on(session, keys)
    assert [(one.id, one.kind, one.words) for key in keys for one in found[key]] == [
        (row.id, row.kind, row.words) for key in keys for row in findings_of(session, [key])
    ]
    assert corrections_of(session, keys)
    assert corrections_of(session, []) == []


def test_what_lies_on_the_sheet_is_where_the_rows_put_it(session: Session) -> None:
    for place in session.scalars(select(PropertyRow).where(PropertyRow.deleted_at.is_(None))):
        drawn, _, unknown = sheet_of(session, place)
        for item in drawn:
            row = session.get_one(AreaRow, item.row.id)
            assert item.plan == plan_of(row)
            assert item.taken == tuple(one.name for one in row.taken)
            assert (item.place is None) == (row.x_m is None)
            assert (item.placed is None) == (item.place is None)
        assert all(plan_of(session.get_one(AreaRow, row.id)) is None for row in unknown)


def test_a_programme_is_read_as_it_was_written_and_the_newest_stands(session: Session) -> None:
    rows = session.scalars(select(ProgrammeRow).order_by(ProgrammeRow.id)).all()
    plans = plans_on(session, [row.area_id for row in rows])
    for row in rows:
        plan = next(one for one in plans[row.area_id] if one.id == row.id)
        assert (plan.season_start, plan.planned_on, plan.school, plan.gap) == (
            row.season_start,
            row.planned_on,
            row.school,
            row.gap,
        )
        assert plan.rounds == tuple(job.id for job in row.rounds)
        assert [(one.kind, one.sentence, one.code) for one in plan.notes] == [
            (note.kind, note.sentence, note.code) for note in row.notes
        ]
    key = rows[0].area_id
    newest = newest_plans(session, {key: rows[0].season_start})[key]
    assert newest is not None
    assert newest.id == max(row.id for row in rows if (row.area_id, row.season_start) == (key, rows[0].season_start))
    assert newest_plans(session, {key: date(1999, 3, 1)}) == {key: None}


def plan(start: date, on: date) -> Programme:
    return Programme(1, start, on, 9.0, "test", None, (), ())


AHEAD = NEXT - timedelta(days=AHEAD_DAYS)


@pytest.mark.parametrize(
    ("kind", "plans", "day", "waits"),
    [
        ("lawn", [], SPRING, True),
        ("lawn", [plan(SPRING, SPRING)], SPRING, False),
        ("lawn", [plan(SPRING, SPRING)], AHEAD - timedelta(days=1), False),
        ("lawn", [plan(SPRING, SPRING)], AHEAD, True),  # the coming year is to be planned
        ("lawn", [plan(SPRING, SPRING), plan(SPRING, AHEAD)], AHEAD, False),  # planned since, by this season
        ("lawn", [plan(SPRING, SPRING), plan(NEXT, AHEAD)], AHEAD, False),
        ("lawn", [plan(NEXT, SPRING)], SPRING, False),
        ("lawn", [plan(date(2025, 3, 1), SPRING)], SPRING, True),
        ("patch", [plan(SPRING, SPRING)], AHEAD, False),  # a treatment is not planned ahead
        ("bed", [plan(SPRING, SPRING)], AHEAD, True),
    ],
)
def test_who_waits_for_a_year(kind: str, plans: list[Programme], day: date, waits: bool) -> None:
    assert waits_for_a_year(kind, SPRING, plans, day) is waits
