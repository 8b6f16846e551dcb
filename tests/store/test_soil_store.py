"""What the store promises about soil: tests of the first revision survive, works are kept as written, workings come
back."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import replace
from datetime import UTC, date, datetime
from pathlib import Path
from typing import Any

import pytest
from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, text
from sqlalchemy.exc import DatabaseError, IntegrityError

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.measure.site import Place
from amber_acre.core.rules.limits import why_not_tilled
from amber_acre.core.soil.evidence import SIMULATED_LABORATORY, SoilTest
from amber_acre.core.working import Figure, Limit, Working
from amber_acre.store import corrections, daybook, soil_tests
from amber_acre.store.areas import area_of, lawn_of
from amber_acre.store.books import book_of, canopy_of
from amber_acre.store.ground import brief_of, ground_of
from amber_acre.store.programmes import lanes_as_shown
from amber_acre.store.session import MIGRATIONS, migrate, open_engine, reading, writing
from amber_acre.store.site import crowns_over, put
from amber_acre.store.soil_tests import Layout, save_soil_test
from amber_acre.store.tables import CorrectionRow, SoilTestRow

DAY = date(2026, 5, 27)


@pytest.fixture
def first_revision(tmp_path: Path) -> Iterator[Engine]:
    engine = open_engine(tmp_path / "old.sqlite")
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    with engine.connect() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "0001")
        connection.commit()
    yield engine
    engine.dispose()


def test_tests_of_the_first_revision_keep_every_figure(first_revision: Engine) -> None:
    with first_revision.connect() as connection:
        for statement in (
            "INSERT INTO clients (id, name, contact) VALUES (1, 'c', '')",
            "INSERT INTO climates (id, name, depot, latitude_deg) VALUES (1, 'v', 1, 45)",
            (
                "INSERT INTO rule_sets (id, name, phosphorus_only_on_test, slow_share_min, quick_cap_g_m2,"
                " total_cap_g_m2, buffer_m, note) VALUES (1, 'r', 1, 0, 3, 5, 0, '')"
            ),
            (
                "INSERT INTO properties (id, client_id, climate_id, rule_set_id, name, units, plot_typed) VALUES (1, 1,"
                " 1, 1, 'p', 'metric', '')"
            ),
            (
                "INSERT INTO areas (id, property_id, name, kind, size_m2, low_m2, high_m2, size_confirmed, instrument,"
                " turn_deg, grass, upkeep, clippings_returned, irrigated, no_soil_test, version) VALUES (1, 1, 'a',"
                " 'lawn', 10, 10, 10, 0, '', 0, 'bluegrass', 'low', 1, 0, 0, 1)"
            ),
            (
                "INSERT INTO soil_tests (id, area_id, taken_on, ph, phosphorus_mg_kg, potassium_mg_kg, unit_typed,"
                " extractant, organic_matter) VALUES (4, 1, '2025-10-02', 6.4, 38, 92, 'ppm', 'olsen', 0.03)"
            ),
            (
                "INSERT INTO soil_tests (id, area_id, taken_on, ph, phosphorus_mg_kg, potassium_mg_kg, unit_typed,"
                " extractant) VALUES (5, 1, '2022-10-02', 6.1, 20, 60, 'ppm', 'olsen')"
            ),
        ):
            connection.execute(text(statement))
        connection.commit()
    migrate(first_revision)
    with reading(first_revision) as session:
        newer, older = (soil_tests.soil_test_of(session.get_one(SoilTestRow, key)) for key in (4, 5))
    assert dict(newer.values) == {"ph": 6.4, "p": 38, "k": 92, "organic_matter": 0.03}
    assert dict(older.values) == {"ph": 6.1, "p": 20, "k": 60}
    assert (newer.taken_on, newer.extractant) == (date(2025, 10, 2), "olsen")
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    with first_revision.connect() as connection:
        config.attributes["connection"] = connection
        with pytest.raises(RuntimeError, match="restore the copy"):
            command.downgrade(config, "0001")


@pytest.mark.parametrize(
    "statement",
    [
        "UPDATE soil_values SET value = -1",
        "UPDATE probe_readings SET ph = 1.2",
        "UPDATE corrections SET kind = 'magic'",
        "UPDATE corrections SET total_g_m2 = -3",
        "UPDATE jobs SET opens = '2040-01-01'",
        "UPDATE jobs SET dose = 0 WHERE work = 'spread'",
        "UPDATE jobs SET work = 'magic'",
        "UPDATE jobs SET basis = 'acre'",
        "UPDATE jobs SET programme_id = 1, correction_id = 1",
        "UPDATE findings SET kind = 'x'",
        "UPDATE sieves SET passing = 2",
        "UPDATE soil_actions SET neutralising_value = 9",
    ],
)
def test_the_database_refuses_what_must_not_be(demo_engine: Engine, statement: str) -> None:
    with demo_engine.connect() as connection, pytest.raises((IntegrityError, DatabaseError)):
        connection.execute(text(statement))


def test_a_working_comes_back_as_it_was_made() -> None:
    working = Working("lime")
    working.step(
        "sum",
        "a + b",
        [Figure("a", 1, "m", "one"), Figure("b", 2, "m", "two")],
        3,
        "m",
        "heron",
        (Limit("cap", None, 4, "rule"),),
        "note",
    )
    working.assume("dry")
    again = corrections.working_of(corrections.working_text(working))
    assert (again.subject, again.steps, again.assumptions) == (working.subject, working.steps, working.assumptions)


def test_works_are_written_once_and_struck_out_by_a_new_row(demo_engine: Engine) -> None:
    with writing(demo_engine) as session:
        row = session.get_one(CorrectionRow, 3)
        core = next(job for job in row.jobs if job.work == "core")
        done = daybook.entries_of_job(session, core.id)[0]
        now = datetime.now(UTC)
        again: dict[str, Any] = {"job": core, "who": "Tobias", "note": "wrong lawn", "recorded_at": now}
        twice = daybook.work_done(session, form_key=done.form_key, done_on=DAY, **again)
        assert twice.id == done.id
        assert dict(corrections.jobs_of(session, [row], DAY))[core].done_on == done.applied_on
        daybook.work_done(
            session, form_key="undo-1", done_on=done.applied_on, corrects_id=done.id, struck=True, **again
        )
        assert dict(corrections.jobs_of(session, [row], DAY))[core].done_on is None
        assert len(daybook.entries_of_job(session, core.id)) == 2
        session.rollback()


def test_a_finding_is_opened_once_and_closed_once(demo_engine: Engine) -> None:
    with writing(demo_engine) as session:
        area = area_of(session, 3)
        assert area is not None
        first = corrections.add_finding(session, area, "sand", DAY, "thin")
        assert corrections.add_finding(session, area, "sand", DAY, "again").id == first.id
        corrections.close_finding(session, first, DAY, "seen")
        with pytest.raises(DoesNotFit, match="closed already"):
            corrections.close_finding(session, first, DAY, "seen")
        session.rollback()


def test_a_layout_is_remembered_by_laboratory(demo_engine: Engine) -> None:
    layout = Layout("Vale Soil Desk", {"P1": "p"}, "lb/acre", "bray-1", "")
    with writing(demo_engine) as session:
        soil_tests.remember_layout(session, layout)
        soil_tests.remember_layout(session, Layout("Vale Soil Desk", {"P1": "p", "K": "k"}, "ppm", "bray-1", ""))
        kept = soil_tests.layout_of(session, "Vale Soil Desk")
        assert kept is not None
        assert (kept.columns, kept.unit) == ({"P1": "p", "K": "k"}, "ppm")
        assert soil_tests.layout_of(session, "another") is None
        session.rollback()


def test_the_ground_of_an_area_is_gathered_as_of_a_day(demo_engine: Engine) -> None:
    with reading(demo_engine) as session:
        lawn, bed, maple = (area_of(session, key) for key in (6, 26, 18))
        assert lawn is not None
        assert bed is not None
        assert maple is not None
        heath = ground_of(session, lawn, DAY)
        assert (heath.ph, heath.on_probe) == (5.1, False)
        assert heath.running == "up"
        assert heath.corrected_since_test  # lime went down in September, the test is of March
        assert heath.nitrogen_g_m2 is not None
        hydrangea = ground_of(session, bed, DAY)
        assert (hydrangea.ph, hydrangea.on_probe) == (5.9, False)  # a laboratory's of this year stands before the probe
        assert hydrangea.running == "down"
        early = ground_of(session, bed, date(2026, 5, 1))
        assert early.on_probe
        assert early.test is None
        tree = brief_of(ground_of(session, maple, DAY))
        assert tree.canopy == "by the area's form"
        assert tree.planted
        assert tree.fizz == "strong"
        assert lawn_of(lawn, ground_of(session, lawn, DAY)).store_mm == pytest.approx(0.13 * 150)


def test_a_crown_on_the_sheet_forbids_tilling_under_it(demo_engine: Engine) -> None:
    """The maple is set down on the rose bed; no word of a canopy stands on the bed's form."""
    with writing(demo_engine) as session:
        maple, roses, lawn = (area_of(session, key) for key in (18, 20, 9))
        assert maple is not None
        assert roses is not None
        assert lawn is not None
        assert crowns_over(session, roses) == ()
        assert [name for name, _ in crowns_over(session, lawn)] == ["Lime 1", "Lime 2", "Lime 3"]
        put(session, maple, Place(roses.x_m or 0.0, roses.y_m or 0.0))
        crowns = crowns_over(session, roses)
        assert [name for name, _ in crowns] == ["North birch"]
        assert 0 < crowns[0][1] <= roses.size_m2 + 1e-6
        said = canopy_of(session, roses)
        assert re.fullmatch(r"North birch: .* m² of it by the site sheet", said)
        assert brief_of(ground_of(session, roses, DAY), said).canopy == said
        assert said in why_not_tilled("tilled", False, False, said)
        put(session, maple, None)
        assert crowns_over(session, roses) == ()
        session.rollback()


def test_uses_of_an_area_are_entries_rounds_and_jobs(demo_engine: Engine) -> None:
    """The heath lawn's dolomitic lime: one dose down, one to come; a lawn's feed: what went down, its rounds to
    come."""
    with reading(demo_engine) as session:
        heath, lawn = area_of(session, 6), area_of(session, 1)
        running = corrections.correction_row(session, 1)
        assert heath is not None
        assert lawn is not None
        assert running is not None
        lime = [u for u in book_of(session, heath, DAY).uses if u.product and u.product.key == running.product_id]
        assert [use.words for use in lime] == ["what went down on 18 September 2025", "Lime 2 of 2"]
        assert [round(use.rate_g_m2) for use in lime] == [199, 199]
        year = lanes_as_shown(session, [lawn], DAY)[0].year
        uses = year.book.uses
        to_come = [j.job.key for j in year.rounds if j.job.counts and not j.done]
        assert [use.job for use in uses if not use.down] == to_come
        assert len(uses) - len(to_come) == len(year.entries)


def test_made_up_figures_keep_their_laboratory(tmp_path: Path) -> None:
    """Renaming it would pass them off as a real report."""
    engine = open_engine(tmp_path / "made.sqlite")
    migrate(engine)
    with writing(engine) as session:
        made_up = SoilTest(date(2026, 5, 2), {"ph": 6.1}, laboratory=SIMULATED_LABORATORY)
        row = SoilTestRow(area_id=1, taken_on=made_up.taken_on, laboratory=made_up.laboratory)
        session.connection().exec_driver_sql("PRAGMA defer_foreign_keys=ON")
        session.add(row)
        session.flush()
        with pytest.raises(DoesNotFit, match="made up by the simulated laboratory"):
            save_soil_test(session, 1, replace(made_up, laboratory="Another"), test_id=row.id)
        assert save_soil_test(session, 1, made_up, test_id=row.id).laboratory == SIMULATED_LABORATORY
        session.rollback()
    engine.dispose()
