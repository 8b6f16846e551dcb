"""The database: what it promises about keeping, refusing and two people at once."""

from __future__ import annotations

import threading
from collections.abc import Iterator
from dataclasses import replace
from datetime import UTC, date, datetime
from pathlib import Path
from typing import Any

import pytest
from alembic.autogenerate import compare_metadata
from alembic.config import Config
from alembic.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Engine, select, text
from sqlalchemy.exc import DatabaseError, IntegrityError

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.measure.kept import TypedShape
from amber_acre.store import areas, climates, daybook, find, jobs, programmes, rules, shelf, stock
from amber_acre.store.plans import season_to_show
from amber_acre.store.session import MIGRATIONS, migrate, open_engine, reading, revisions, writing
from amber_acre.store.tables import AreaRow, Base, EntryRow, JobRow, ProductRow
from tests.core.worlds import BAY, BYLAW, SLOW


@pytest.fixture
def engine(tmp_path: Path) -> Iterator[Engine]:
    made = open_engine(tmp_path / "folder" / "store.sqlite")
    migrate(made)
    yield made
    made.dispose()


def test_the_migration_makes_what_the_tables_say(engine: Engine) -> None:
    with engine.connect() as connection:
        assert compare_metadata(MigrationContext.configure(connection), Base.metadata) == []
    migrate(engine)  # a second time changes nothing


def test_revisions_are_the_numbers_of_their_files(engine: Engine) -> None:
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    walked = [script.revision for script in ScriptDirectory.from_config(config).walk_revisions()]
    assert revisions() == walked[::-1]
    with engine.connect() as connection:
        assert connection.execute(text("SELECT version_num FROM alembic_version")).scalar() == revisions()[-1]


def test_every_connection_is_safe(engine: Engine) -> None:
    with engine.connect() as connection:
        read = {
            p: connection.execute(text(f"PRAGMA {p}")).scalar()
            for p in ("foreign_keys", "journal_mode", "synchronous", "busy_timeout")
        }
    assert read == {"foreign_keys": 1, "journal_mode": "wal", "synchronous": 2, "busy_timeout": 5000}


def test_climates_rules_and_products_come_back_as_they_went_in(engine: Engine) -> None:
    with writing(engine) as session:
        climate_id = climates.save_climate(session, BAY, depot=True).id
        rule_id = rules.save_rule_set(session, BYLAW, "a note").id
        product_id = shelf.save_product(
            session,
            SLOW,
            label_min_typed="12 g/m²",
            label_max_typed="25 g/m²",
            yearly_max_typed="",
            rate_confirmed=False,
        ).id
        climates.save_climate(session, BAY, depot=True, climate_id=climate_id)
        rules.save_rule_set(session, BYLAW, "a note", rule_id)
        session.commit()
    with reading(engine) as session:
        assert climates.climate_of(climates.climates(session)[0]) == BAY
        assert rules.rule_set_of(rules.rule_sets(session)[0]) == BYLAW
        back = shelf.product_of(session.get_one(ProductRow, product_id))
    assert (back.name, back.grade, back.label, back.packs) == (SLOW.name, SLOW.grade, SLOW.label, SLOW.packs)
    assert {form: share for form, share in back.nitrogen.items() if share} == SLOW.nitrogen


@pytest.mark.parametrize(
    "statement",
    [
        "UPDATE soil_tests SET depth_mm = 2",
        "UPDATE areas SET low_m2 = size_m2 * 2",
        "UPDATE products SET density_kg_l = NULL WHERE liquid",
        "UPDATE products SET label_min_g_m2 = label_max_g_m2 * 2",
        "UPDATE climate_months SET rain_mm = -1",
        "UPDATE jobs SET dose = 0",
        "DELETE FROM climates",
        "UPDATE areas SET property_id = 999",
        "INSERT INTO deliveries (product_id, on_day, mass_kg, note) VALUES (1, '2026-01-01', -5, '')",
    ],
)
def test_the_database_itself_refuses_what_cannot_be(demo_engine: Engine, statement: str) -> None:
    with pytest.raises(IntegrityError), demo_engine.connect() as connection:
        connection.execute(text(statement))


@pytest.mark.parametrize("statement", ["UPDATE entries SET amount_kg = 1", "DELETE FROM entries WHERE id = 1"])
def test_a_log_entry_is_never_changed(demo_engine: Engine, statement: str) -> None:
    with pytest.raises(DatabaseError, match="write a correction"), demo_engine.connect() as connection:
        connection.execute(text(statement))


def write(session: Any, key: str, amount: float = 2.0, corrects: int | None = None) -> EntryRow:
    return daybook.write_entry(
        session,
        form_key=key,
        area_id=1,
        job_id=None,
        product_id=1,
        applied_on=date(2026, 5, 20),
        amount_kg=amount,
        amount_typed="2 kg",
        covered_m2=400.0,
        covered_typed="400 m²",
        who="Wren",
        licence="",
        weather="",
        note="",
        reason="",
        recorded_at=datetime(2026, 5, 20, tzinfo=UTC),
        corrects_id=corrects,
        struck=amount == 0,
    )


def test_the_same_form_sent_twice_is_one_entry_and_stock_follows(demo_engine: Engine) -> None:
    with writing(demo_engine) as session:
        before = stock.stock_kg(session)[1]
        first = write(session, "k1")
        assert write(session, "k1").id == first.id
        assert stock.stock_kg(session)[1] == pytest.approx(before - 2)
        fix = write(session, "k2", 1.5, corrects=first.id)
        assert stock.stock_kg(session)[1] == pytest.approx(before - 1.5)
        with pytest.raises(DoesNotFit, match="corrected already"):
            write(session, "k3", 1.0, corrects=first.id)
        write(session, "k4", 0.0, corrects=fix.id)
        assert stock.stock_kg(session)[1] == pytest.approx(before)
    with writing(demo_engine) as session, pytest.raises(IntegrityError):
        write(session, "k5", 0.0)


def test_a_round_or_lawn_changed_by_somebody_else_is_not_overwritten(demo_engine: Engine) -> None:
    with writing(demo_engine) as session:
        row = session.scalars(select(JobRow)).first()
        assert row is not None
        seen = row.version
        now = datetime(2026, 5, 27, tzinfo=UTC)
        jobs.change_job(session, row, replace(jobs.job_of(row), dose=Dose(10.0)), seen, "x", now)
        with pytest.raises(DoesNotFit, match="Somebody else changed this job"):
            jobs.change_job(session, row, jobs.job_of(row), seen, "x", now)
        session.commit()
    with writing(demo_engine) as session:
        area = session.get_one(AreaRow, 1)
        draft = areas.AreaDraft(
            "lawn", "x", areas.size_of(area), False, TypedShape("circle", ("9 m",)), grass="couch", upkeep="low"
        )
        with pytest.raises(DoesNotFit, match="Somebody else changed this area"):
            areas.save_area(session, 1, draft, 1, area.version - 1)


def test_two_writers_wait_for_each_other(demo_engine: Engine) -> None:
    failed: list[Exception] = []

    def many(name: str) -> None:
        try:
            for n in range(12):
                with writing(demo_engine) as session:
                    write(session, f"{name}-{n}")
                    session.commit()
        except Exception as error:
            failed.append(error)

    threads = [threading.Thread(target=many, args=(name,)) for name in ("a", "b", "c")]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert not failed
    with reading(demo_engine) as session:
        assert (
            len(
                session.scalars(
                    select(EntryRow).where(
                        EntryRow.form_key.like("%-%-%")
                        | EntryRow.form_key.like("a-%")
                        | EntryRow.form_key.like("b-%")
                        | EntryRow.form_key.like("c-%")
                    )
                ).all()
            )
            >= 36
        )


def test_every_size_kept_is_the_size_measured(demo_engine: Engine) -> None:
    with reading(demo_engine) as session:
        rows = areas.all_lawns(session)
        assert len(rows) > 8
        for row in rows:
            assert areas.size_of(row).size_m2 == pytest.approx(row.size_m2)


def test_planning_again_keeps_the_older_programme_and_replans_only_what_is_open(demo_engine: Engine) -> None:
    today = date(2026, 5, 27)
    with writing(demo_engine) as session:
        area = session.get_one(AreaRow, 1)
        season = season_to_show(session, area, today)
        before = programmes.programme_of(session, 1, season)
        after = programmes.plan_area(session, area, today)
        assert before is not None
        assert after.id != before.id
        assert all(row.closes >= today for row in after.rounds)
        assert 3 <= len(after.rounds) <= len(before.rounds)
        again = programmes.lane(session, area, season, today)
        assert again.year.ledger.applied.nitrogen > 2
        assert session.get(type(before), before.id) is not None


def test_find_takes_signs_literally(demo_engine: Engine) -> None:
    with reading(demo_engine) as session:
        assert ("property", "Quillfeather House (Maud Quillfeather)", "/properties/1") in find.find(session, "QUILL")
        assert find.find(session, "%") == []
        assert find.find(session, "_") == []
        assert len(find.find(session, "lawn")) > 4
