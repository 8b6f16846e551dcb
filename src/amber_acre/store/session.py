"""The engine and its sessions: foreign keys on, WAL, every commit on disk before it is answered."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.orm import Session

BUSY_TIMEOUT_MS = 5000
_MIGRATIONS = Path(__file__).parent / "migrations"


def open_engine(database: Path) -> Engine:
    """An engine on a SQLite file; the folder is made where it is missing."""
    database.parent.mkdir(parents=True, exist_ok=True)
    engine = create_engine(f"sqlite:///{database}")

    @event.listens_for(engine, "connect")
    def _prepare(connection: Any, _record: Any) -> None:
        connection.isolation_level = None  # transactions begin where the listener below says
        for pragma in ("foreign_keys=ON", "journal_mode=WAL", "synchronous=FULL", f"busy_timeout={BUSY_TIMEOUT_MS}"):
            connection.execute(f"PRAGMA {pragma}")

    @event.listens_for(engine, "begin")
    def _begin(connection: Connection) -> None:
        writing = connection.get_execution_options().get("amber_write", False)
        connection.exec_driver_sql("BEGIN IMMEDIATE" if writing else "BEGIN")

    return engine


def reading(engine: Engine) -> Session:
    """A session that only reads."""
    return Session(engine, expire_on_commit=False)


def writing(engine: Engine) -> Session:
    """A session that takes the write lock at once, so that two people wait instead of failing."""
    return Session(engine.execution_options(amber_write=True), expire_on_commit=False)


def migrate(engine: Engine) -> None:
    """Brings the database to the newest revision."""
    config = Config()
    config.set_main_option("script_location", str(_MIGRATIONS))
    with engine.connect() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
        connection.commit()
