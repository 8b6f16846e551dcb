"""The database as a file: newer, damaged, truncated, foreign; copied while writing goes on; brought up after a copy."""

from __future__ import annotations

import gc
import sqlite3
import threading
from contextlib import closing
from pathlib import Path

import pytest
from alembic import command
from alembic.config import Config
from fastapi.testclient import TestClient

from amber_acre.demo.build import build_demo, demo_settings
from amber_acre.settings import Settings
from amber_acre.store import upkeep
from amber_acre.store.session import MIGRATIONS, migrate, open_engine, revisions
from amber_acre.store.upkeep import Unusable
from amber_acre.web.app import create_app
from tests.conftest import BASE, Browser


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


def test_a_demo_that_somebody_wrote_into_is_put_aside(tmp_path: Path) -> None:
    """What was typed into a demo is kept beside the one made anew; an untouched one is not."""
    settings = demo_settings(Settings(database=tmp_path / "demo.sqlite"))
    assert build_demo(settings) is None
    assert build_demo(settings) is None
    with TestClient(create_app(settings), base_url=BASE) as client:
        assert client.get("/").status_code == 200
        assert "made anew" in client.get("/shelf").text
        with pytest.raises(upkeep.Unusable, match="held by an Amber Acre that runs"):
            build_demo(settings)
        client.app.state.engine.dispose()  # type: ignore[attr-defined]
    del client
    gc.collect()
    assert not upkeep.written_since(settings.database)
    with closing(sqlite3.connect(settings.database)) as connection, connection:
        connection.execute("UPDATE clients SET name = 'Somebody typed this' WHERE id = 1")
    kept = build_demo(settings)
    assert kept is not None
    with closing(sqlite3.connect(kept)) as connection:
        assert connection.execute("SELECT name FROM clients WHERE id = 1").fetchone() == ("Somebody typed this",)
    with closing(sqlite3.connect(settings.database)) as connection:
        assert connection.execute("SELECT name FROM clients WHERE id = 1").fetchone() != ("Somebody typed this",)


def test_a_file_moved_away_while_serving_takes_nothing_more(tmp_path: Path) -> None:
    """A save answered as kept is in the file of that name; what was typed comes back in the page of the refusal."""
    settings = Settings(database=tmp_path / "own.sqlite", firm="Test firm")
    with TestClient(create_app(settings), base_url=BASE) as client:
        browser = Browser(client)
        form = {"name": "Finch", "paces": "20", "distance": "15 m"}
        assert browser.post("/almanac/paces", form, page="/almanac").status_code == 303
        away = tmp_path / "elsewhere.sqlite"
        settings.database.rename(away)
        again = form | {"name": "Merle"}
        refused = browser.post("/almanac/paces", again, page="/almanac")
        assert refused.status_code == 503
        assert "Merle" in refused.text
        assert not settings.database.exists()
        away.rename(settings.database)
        assert browser.post("/almanac/paces", again, page="/almanac").status_code == 303
        client.app.state.engine.dispose()  # type: ignore[attr-defined]


@pytest.mark.parametrize(
    ("spoil", "said"),
    [
        ("DELETE FROM alembic_version", "does not say at which revision"),
        ("DROP TABLE walks", "lacks a table of its revision: walks"),
        ("UPDATE alembic_version SET version_num = '0012'", "cannot be brought up to date"),
    ],
)
def test_a_torn_database_is_refused_in_a_sentence(tmp_path: Path, spoil: str, said: str) -> None:
    own = tmp_path / "own.sqlite"
    create_app(Settings(database=own)).state.engine.dispose()
    with closing(sqlite3.connect(own)) as connection, connection:
        connection.execute(spoil)
    with pytest.raises(upkeep.Unusable, match=said):
        create_app(Settings(database=own))


def test_only_its_own_account_reads_a_database(tmp_path: Path) -> None:
    own = tmp_path / "own.sqlite"
    create_app(Settings(database=own)).state.engine.dispose()
    assert own.stat().st_mode & 0o077 == 0
