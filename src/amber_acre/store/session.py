"""The engine and its sessions: foreign keys on, WAL, every commit on disk before it is answered."""

from __future__ import annotations

import sqlite3
from pathlib import Path
from threading import Lock
from typing import Any

from sqlalchemy import Connection, Engine, create_engine, event, text
from sqlalchemy.exc import OperationalError
from sqlalchemy.orm import Session

from amber_acre.store import stamps

BUSY_TIMEOUT_MS = 5000
MIGRATIONS = Path(__file__).parent / "migrations"


def open_engine(database: Path) -> Engine:
    """An engine on a SQLite file; the folder is made where it is missing."""
    database.parent.mkdir(parents=True, exist_ok=True)
    engine = create_engine(f"sqlite:///{database}")

    @event.listens_for(engine, "connect")
    def _prepare(connection: Any, _record: Any) -> None:
        connection.isolation_level = None  # transactions begin where the listener below says
        for pragma in ("foreign_keys=ON", "journal_mode=WAL", "synchronous=FULL", f"busy_timeout={BUSY_TIMEOUT_MS}"):
            connection.execute(f"PRAGMA {pragma}")

    _watch_the_file(engine, database)
    _queue_writers(engine)
    return engine


def _file_of(database: Path) -> tuple[int, int] | None:
    """Device and inode of a file, None where it is gone."""
    try:
        found = database.stat()
    except OSError:
        return None
    return found.st_dev, found.st_ino


def _watch_the_file(engine: Engine, database: Path) -> None:
    """Refuses to write into a file that was moved away or replaced: what is answered as kept is in the file of that
    name. A connection of a file that is no longer there is given up, so that the one put back is opened anew."""
    first = [True]  # the file may be made when it is first opened, never afterwards

    @event.listens_for(engine, "do_connect")
    def _before(*_: Any) -> None:
        if not first[0] and _file_of(database) is None:
            raise sqlite3.OperationalError("unable to open database file")
        first[0] = False

    @event.listens_for(engine, "connect")
    def _opened(_connection: Any, record: Any) -> None:
        record.info["file"] = _file_of(database)

    @event.listens_for(engine, "begin")
    def _begin(connection: Connection) -> None:
        writing = connection.get_execution_options().get("amber_write", False)
        if writing and _file_of(database) != connection.info.get("file"):
            connection.invalidate()
            raise OperationalError("BEGIN", None, sqlite3.OperationalError("unable to open database file"))


def _queue_writers(engine: Engine) -> None:
    """Writers of this program wait in a queue of their own: SQLite's waiting sleeps longer and longer between tries.

    Another program that holds the lock is still waited for as SQLite does.
    """
    turn = Lock()

    @event.listens_for(engine, "begin")
    def _begin(connection: Connection) -> None:
        writing = connection.get_execution_options().get("amber_write", False)
        if writing and turn.acquire(timeout=BUSY_TIMEOUT_MS / 1000):
            connection.info["has_the_turn"] = True
        connection.exec_driver_sql("BEGIN IMMEDIATE" if writing else "BEGIN")

    @event.listens_for(engine, "checkin")
    def _end(_connection: Any, record: Any) -> None:
        if record.info.pop("has_the_turn", False):  # committed or rolled back, and given back to the pool
            turn.release()


def reading(engine: Engine) -> Session:
    """A session that only reads."""
    return Session(engine, expire_on_commit=False)


def writing(engine: Engine) -> Session:
    """A session that takes the write lock at once, so that two people wait instead of failing."""
    return Session(engine.execution_options(amber_write=True), expire_on_commit=False)


TROUBLES = {
    "locked": "Somebody else is writing just now. What you typed is kept: send it again in a moment.",
    "disk is full": "The disk is full: nothing more can be kept. Make room on it, then send this again.",
    "readonly": "The database is read-only: nothing can be kept. Give this program the right to write it, then send"
    " this again.",
    "read-only": "The database lies on a read-only disk: nothing can be kept. Move it, or make the disk writable.",
    "unable to open": "The database cannot be opened any more: its file or folder is gone or locked away. Put it back,"
    " then send this again.",
    "disk i/o error": "The disk does not answer as it should. Check it, and the newest copy of the database.",
    "malformed": "The database is damaged. Stop, run “amber-acre check”, and go back to the newest copy.",
    "not a database": "The file of the database is not a database any more. Stop, and go back to the newest copy.",
    "no such table": "A table of the database is missing. Stop, and run “amber-acre check”.",
}


def trouble_of(error: BaseException) -> str | None:
    """What a failing database means for whoever waits for an answer; None for a defect of the program."""
    words = str(getattr(error, "orig", None) or error).lower()
    return next((sentence for sign, sentence in TROUBLES.items() if sign in words), None)


def migrate(engine: Engine) -> None:
    """Brings the database to the newest revision; its stamps lie aside meanwhile, as tables may be made anew."""
    with engine.connect() as connection:
        if _revision(connection) != revisions()[-1]:
            _upgrade(connection)
        stamps.put_on(connection)
        connection.commit()


def revisions() -> list[str]:
    """Every revision this program knows, oldest first: the numbers its files begin with."""
    return sorted(path.name.partition("_")[0] for path in (MIGRATIONS / "versions").glob("[0-9]*_*.py"))


def _revision(connection: Connection) -> str | None:
    there = text("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'alembic_version'")
    if connection.execute(there).scalar() is None:
        return None
    found: str | None = connection.execute(text("SELECT version_num FROM alembic_version")).scalar()
    return found


def _upgrade(connection: Connection) -> None:
    from alembic import command  # only where something is to do: it knows every database there is
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    stamps.take_off(connection)
    config.attributes["connection"] = connection
    command.upgrade(config, "head")
