"""The migration that made one kind of job: an old database with data keeps every row, working, entry and trigger."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date, datetime
from pathlib import Path
from typing import Any

import pytest
from alembic import command
from alembic.config import Config
from sqlalchemy import Connection, Engine, text
from sqlalchemy.exc import DatabaseError

from amber_acre.core.working import Working
from amber_acre.store.corrections import working_of, working_text
from amber_acre.store.daybook import entries_of
from amber_acre.store.jobs import job_of, jobs_in_force, standing_jobs
from amber_acre.store.session import MIGRATIONS, migrate, open_engine, reading
from amber_acre.store.tables import CorrectionRow, JobRow

DAY = date(2026, 5, 27)
AT = "2026-04-20 16:00:00.000000"


def insert(connection: Connection, table: str, **values: Any) -> None:
    """A row of the old database: what is not given is empty, as its column allows."""
    columns = connection.execute(text(f"PRAGMA table_info({table})")).all()
    for _, name, kind, needed, default, _ in columns:
        if needed and default is None and name not in values:
            values[name] = "" if kind.startswith("VARCHAR") else AT if kind == "DATETIME" else 0
    names = ", ".join(f'"{name}"' for name in values)
    holders = ", ".join(f":{name}" for name in values)
    connection.execute(text(f"INSERT INTO {table} ({names}) VALUES ({holders})"), values)


def days(on: str, closes: str) -> dict[str, str]:
    return {"on_day": on, "opens": on, "closes": closes}


@pytest.fixture
def before(tmp_path: Path) -> Iterator[Engine]:
    """The revision before, with two programmes, a lime correction, a coring, and a log with corrections."""
    engine = open_engine(tmp_path / "old.sqlite")
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    with engine.connect() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "0003")
        insert(connection, "clients", id=1, name="c")
        insert(connection, "climates", id=1, name="v", latitude_deg=45)
        insert(connection, "rule_sets", id=1, name="r", quick_cap_g_m2=3, total_cap_g_m2=5)
        insert(connection, "properties", id=1, client_id=1, climate_id=1, rule_set_id=1, name="p", units="metric")
        area = {"property_id": 1, "kind": "lawn", "size_m2": 100, "low_m2": 90, "high_m2": 110, "grass": "bluegrass"}
        insert(connection, "areas", id=1, name="a", upkeep="low", version=1, **area)
        for key, family, nitrogen in ((1, "quick", 0.21), (2, "lime", 0.0)):
            label = {"label_min_g_m2": 5, "label_max_g_m2": 300, "total_nitrogen": nitrogen, "n_ammoniacal": nitrogen}
            insert(connection, "products", id=key, name=f"product {key}", family=family, **label)
        for key, season in ((1, "2026-03-01"), (2, "2026-03-01")):
            insert(connection, "programmes", id=key, area_id=1, season_start=season, planned_on=season, need_g_m2=14)
        insert(
            connection,
            "rounds",
            id=1,
            programme_id=1,
            number=1,
            name="Green-up",
            product_id=1,
            rate_g_m2=12,
            target_g_m2=2.5,
            share=0.2,
            yearly_g_m2=14,
            reason="why",
            version=1,
            **days("2026-04-20", "2026-05-10"),
        )
        insert(
            connection,
            "rounds",
            id=5,
            programme_id=2,
            number=1,
            name="Late spring",
            product_id=1,
            rate_g_m2=13.5,
            target_g_m2=2.8,
            share=0.3,
            yearly_g_m2=14,
            reason="because",
            change_reason="wish",
            skipped=1,
            version=3,
            **days("2026-06-01", "2026-06-15"),
        )
        kept = working_text(Working("lime as it was made"))
        insert(
            connection,
            "corrections",
            id=1,
            area_id=1,
            kind="up",
            name="pH 5.3 to 6",
            answers="pH 5.3 by laboratory",
            made_on="2026-03-01",
            product_id=2,
            placement="raked",
            full_g_m2=400,
            total_g_m2=400,
            working=kept,
        )
        insert(
            connection,
            "corrections",
            id=2,
            area_id=1,
            kind="physical",
            name="Coring",
            answers="compacted",
            made_on="2026-03-01",
            placement="surface",
        )
        lime = {"correction_id": 1, "version": 1}
        insert(
            connection,
            "soil_jobs",
            id=1,
            number=1,
            name="Lime 1 of 2",
            work="spread",
            rate_g_m2=200,
            **lime,
            **days("2026-04-01", "2026-04-22"),
        )
        insert(
            connection,
            "soil_jobs",
            id=2,
            number=2,
            name="Lime 2 of 2",
            work="spread",
            rate_g_m2=200,
            change_reason="rain",
            **lime,
            **days("2026-10-01", "2026-10-22"),
        )
        insert(
            connection,
            "soil_jobs",
            id=3,
            number=3,
            name="Test again",
            work="retest",
            **lime,
            **days("2027-04-01", "2027-04-22"),
        )
        coring = {"correction_id": 2, "version": 1}
        insert(
            connection,
            "soil_jobs",
            id=4,
            number=1,
            name="Core",
            work="core",
            **coring,
            **days("2026-04-10", "2026-05-01"),
        )
        insert(
            connection,
            "soil_jobs",
            id=5,
            number=2,
            name="Check",
            work="recheck",
            **coring,
            **days("2026-06-10", "2026-07-01"),
        )
        entry = {"area_id": 1, "amount_typed": "x", "covered_m2": 100, "covered_typed": "100 m²", "who": "Wren"}
        logged = [
            {"id": 1, "round_id": 1, "product_id": 1, "applied_on": "2026-04-21", "amount_kg": 1.2},
            {"id": 2, "round_id": 1, "product_id": 1, "applied_on": "2026-04-21", "amount_kg": 1.1, "corrects_id": 1},
            {"id": 3, "soil_job_id": 1, "product_id": 2, "applied_on": "2026-04-02", "amount_kg": 20},
            {"id": 7, "product_id": 1, "applied_on": "2026-04-25", "amount_kg": 0.5},
            {"id": 8, "product_id": 1, "applied_on": "2026-04-25", "amount_kg": 0, "corrects_id": 7},
        ]
        for one in logged:
            insert(connection, "entries", form_key=f"k{one['id']}", recorded_at=AT, **entry, **one)
        work = {"done_on": "2026-04-14", "who": "Tobias", "note": "two passes", "recorded_at": AT}
        insert(connection, "soil_works", id=1, job_id=4, form_key="w1", **work)
        insert(connection, "soil_works", id=2, job_id=4, form_key="k3", corrects_id=1, undone=1, **work)
        insert(connection, "soil_works", id=3, job_id=4, form_key="w3", **work)
        connection.commit()
    yield engine
    engine.dispose()


def test_every_row_working_entry_and_trigger_is_carried_over(before: Engine) -> None:
    migrate(before)
    with reading(before) as session:
        rounds = [session.get_one(JobRow, key) for key in (1, 5)]
        assert [(r.programme_id, r.work, r.dose, r.reason, r.version) for r in rounds] == [
            (1, "feed", 12, "why", 1),
            (2, "feed", 13.5, "because", 3),
        ]
        assert (rounds[1].change_reason, rounds[1].skipped, rounds[1].target_g_m2, rounds[1].area_id) == (
            "wish",
            True,
            2.8,
            1,
        )
        soil = [session.get_one(JobRow, 5 + key) for key in (1, 2, 3, 4, 5)]
        assert [(r.correction_id, r.work, r.product_id, r.dose, r.placement) for r in soil] == [
            (1, "spread", 2, 200, "raked"),
            (1, "spread", 2, 200, "raked"),
            (1, "sample", None, 0, "raked"),
            (2, "core", None, 0, "surface"),
            (2, "check", None, 0, "surface"),
        ]
        assert [r.on_day.isoformat() for r in soil[:2]] == ["2026-04-01", "2026-10-01"]
        assert (soil[1].change_reason, soil[0].answers) == ("rain", "pH 5.3 by laboratory")
        assert working_of(session.get_one(CorrectionRow, 1).working).subject == "lime as it was made"
        log = {e.key: e for e in entries_of(session, 1)}
        assert [(log[k].job, log[k].amount_kg, log[k].corrects, log[k].struck) for k in (1, 2, 3, 7, 8)] == [
            (1, 1.2, None, False),
            (1, 1.1, 1, False),
            (6, 20, None, False),
            (None, 0.5, None, False),
            (None, 0, 7, True),
        ]
        works = [log[key] for key in (9, 10, 11)]  # behind the last entry
        assert [(w.job, w.product, w.corrects, w.struck) for w in works] == [
            (9, None, None, False),
            (9, None, 9, True),
            (9, None, None, False),
        ]
        keys = session.execute(text("SELECT form_key FROM entries ORDER BY id")).scalars().all()
        assert keys == ["k1", "k2", "k3", "k7", "k8", "w1", "work-k3", "w3"]  # one key may not stand twice


def test_jobs_stand_as_they_stood(before: Engine) -> None:
    """Of two programmes of a season the newer counts; the lime is down, the core done after one was struck out."""
    migrate(before)
    with reading(before) as session:
        rows = jobs_in_force(session, [1])[1]
        assert [row.id for row in rows] == [6, 9, 5, 10, 7, 8]
        states = {row.id: one.state(DAY) for row, one in standing_jobs(session, rows, DAY)}
        assert states == {6: "done", 9: "done", 5: "left out", 10: "coming", 7: "coming", 8: "coming"}
        assert {job_of(row).maker for row in rows} == {"season", "up", "physical"}
        lime = dict(standing_jobs(session, rows, DAY))
        assert next(one.logged_kg for row, one in lime.items() if row.id == 6) == 20


@pytest.mark.parametrize("statement", ["UPDATE entries SET amount_kg = 9", "DELETE FROM entries WHERE id = 9"])
def test_the_log_is_append_only_after_it_too(before: Engine, statement: str) -> None:
    migrate(before)
    with pytest.raises(DatabaseError, match="write a correction"), before.connect() as connection:
        connection.execute(text(statement))


def test_what_was_has_gone_and_the_way_back_is_the_copy(before: Engine) -> None:
    migrate(before)
    with before.connect() as connection:
        tables = connection.execute(text("SELECT name FROM sqlite_master WHERE type = 'table'")).scalars().all()
        assert not {"rounds", "soil_jobs", "soil_works", "entries_before"} & set(tables)
        assert connection.execute(text("PRAGMA foreign_key_check")).all() == []
        config = Config()
        config.set_main_option("script_location", str(MIGRATIONS))
        config.attributes["connection"] = connection
        with pytest.raises(RuntimeError, match="restore the copy"):
            command.downgrade(config, "0003")
    assert datetime.fromisoformat(AT).year == 2026
