"""The database as a file: newer, damaged, truncated, foreign; copied while writing goes on; brought up after a copy."""

from __future__ import annotations

import sqlite3
import threading
from contextlib import closing
from pathlib import Path

import pytest
from alembic import command
from alembic.config import Config

from amber_acre.settings import Settings
from amber_acre.store import upkeep
from amber_acre.store.session import MIGRATIONS, migrate, open_engine, revisions
from amber_acre.store.upkeep import Unusable
from amber_acre.web.app import create_app


def made(path: Path) -> Path:
    engine = open_engine(path)
    migrate(engine)
    engine.dispose()
    return path


def content_of(path: Path) -> list[str]:
    with closing(sqlite3.connect(path)) as connection:
        return list(connection.iterdump())


def test_a_database_in_order_passes(tmp_path: Path) -> None:
    path = made(tmp_path / "acre.sqlite")
    upkeep.refuse_unusable(path)
    assert upkeep.check(path) == []
    assert upkeep.copy_before_upgrade(path) is None
    upkeep.refuse_unusable(tmp_path / "new" / "folder" / "acre.sqlite")


def test_a_newer_one_is_refused_and_left_as_it_is(tmp_path: Path) -> None:
    path = made(tmp_path / "acre.sqlite")
    with closing(sqlite3.connect(path)) as connection:
        connection.execute("UPDATE alembic_version SET version_num = '9999'")
        connection.commit()
    with pytest.raises(Unusable, match=r"written by a newer Amber Acre \(revision 9999\)"):
        create_app(Settings(database=path))
    assert "newer" in upkeep.check(path)[0]


@pytest.mark.parametrize("spoil", ["truncated", "scribbled", "letter", "other program", "folder"])
def test_what_is_no_sound_database_is_refused_in_a_sentence(tmp_path: Path, spoil: str) -> None:
    path = tmp_path / "acre.sqlite"
    if spoil == "letter":
        path.write_text("Dear sir, this is not a database at all. " * 50)
    elif spoil == "folder":
        path.mkdir()
    elif spoil == "other program":
        with closing(sqlite3.connect(path)) as connection:
            connection.execute("CREATE TABLE notes (x)")
            connection.commit()
    else:
        whole = made(path).read_bytes()
        path.write_bytes(
            whole[: len(whole) // 3] if spoil == "truncated" else whole[:3000] + b"\xa5" * 60_000 + whole[63_000:]
        )
    before = path.read_bytes() if path.is_file() else b""
    with pytest.raises(Unusable) as refusal:
        create_app(Settings(database=path))
    assert str(path) in refusal.value.sentence
    assert (path.read_bytes() if path.is_file() else b"") == before


def test_a_missing_folder_that_cannot_be_made_is_said(tmp_path: Path) -> None:
    (tmp_path / "file").write_text("x")
    with pytest.raises(Unusable, match="cannot be made"):
        upkeep.refuse_unusable(tmp_path / "file" / "acre.sqlite")


def test_a_copy_is_made_before_an_upgrade_and_its_place_is_printed(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    path = tmp_path / "acre.sqlite"
    engine, config = open_engine(path), Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    with engine.connect() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "0002")
        connection.exec_driver_sql("INSERT INTO clients (name, contact) VALUES ('Maud', '')")
        connection.commit()
    engine.dispose()
    before = content_of(path)
    create_app(Settings(database=path)).state.engine.dispose()
    copy = tmp_path / f"acre.before-{revisions()[-1]}.sqlite"
    assert str(copy) in capsys.readouterr().out
    assert content_of(copy) == before
    assert upkeep.check(path) == []
    create_app(Settings(database=path)).state.engine.dispose()
    assert capsys.readouterr().out == ""


def test_a_copy_while_writing_is_one_moment_of_it(tmp_path: Path) -> None:
    """Each write adds two rows at once: a copy that holds an odd number was torn."""
    path = made(tmp_path / "acre.sqlite")
    done = threading.Event()

    def write() -> None:
        with closing(sqlite3.connect(path, timeout=30)) as connection:
            for n in range(300):
                with connection:
                    rows = [(f"client {n} {half}", "") for half in "ab"]
                    connection.executemany("INSERT INTO clients (name, contact) VALUES (?, ?)", rows)
        done.set()

    writer = threading.Thread(target=write)
    writer.start()
    copies = 0
    while not done.is_set() or copies == 0:
        copies += 1
        copy = tmp_path / f"copy-{copies}.sqlite"
        upkeep.backup(path, copy)
        assert upkeep.check(copy) == []
        with closing(sqlite3.connect(copy)) as connection:
            assert connection.execute("SELECT count(*) FROM clients").fetchone()[0] % 2 == 0
    writer.join()
    last = tmp_path / "last.sqlite"
    upkeep.backup(path, last)
    assert content_of(last) == content_of(path)


def test_a_copy_never_writes_over_a_file(tmp_path: Path) -> None:
    path, there = made(tmp_path / "acre.sqlite"), tmp_path / "there"
    there.write_text("mine")
    with pytest.raises(Unusable, match="is there already"):
        upkeep.backup(path, there)
    assert there.read_text() == "mine"
    with pytest.raises(Unusable, match="nothing to copy"):
        upkeep.backup(tmp_path / "none.sqlite", tmp_path / "copy.sqlite")


def test_rows_that_point_nowhere_are_found(tmp_path: Path) -> None:
    path = made(tmp_path / "acre.sqlite")
    with closing(sqlite3.connect(path)) as connection:
        connection.execute(
            "INSERT INTO deliveries (product_id, on_day, mass_kg, note) VALUES (77, '2026-01-01', 1, '')"
        )
        connection.commit()
    assert "A row of deliveries points to a row of products that is gone." in upkeep.check(path)
