"""The database as a file: opened with care, brought up to date after a copy, copied while writing goes on, checked."""

from __future__ import annotations

import os
import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path

from amber_acre.core.errors import AmberError
from amber_acre.store.session import revisions, trouble_of

# SQLite's own header fields: what made a file. “ACRE” for one's own database, “DEMO” for the demo's.
OURS, THE_DEMO = 0x41435245, 0x44454D4F


class Unusable(AmberError):
    """A database that cannot be used, in a sentence that says which file and what to do."""


@contextmanager
def _looking(database: Path) -> Iterator[sqlite3.Connection]:
    try:
        with closing(sqlite3.connect(database.resolve().as_uri() + "?mode=ro", uri=True, timeout=5)) as connection:
            yield connection
    except sqlite3.Error as error:
        words = trouble_of(error) or f"It cannot be read ({error})."
        raise Unusable(f"{database}: {words}", field="database") from error


def revision_of(database: Path) -> str | None:
    """The revision a database is at; None for one that is not there, or empty. Refuses what is none (Unusable)."""
    if not database.exists() or database.stat().st_size == 0:
        return None
    with _looking(database) as connection:
        tables = {name for (name,) in connection.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
        if not tables:
            return None
        if "alembic_version" not in tables:
            raise Unusable(
                f"{database} is a database of another program. Name another file in AMBER_ACRE_DATABASE.",
                field="database",
            )
        row = connection.execute("SELECT version_num FROM alembic_version").fetchone()
        return row[0] if row else None


def refuse_unusable(database: Path) -> None:
    """Refuses a database that is damaged, newer than the program, or cannot be written (Unusable)."""
    if database.is_dir():
        raise Unusable(f"{database} is a folder. Name a file in it in AMBER_ACRE_DATABASE.", field="database")
    folder = database.resolve().parent
    try:
        folder.mkdir(parents=True, exist_ok=True)
    except OSError as error:
        raise Unusable(f"The folder {folder} cannot be made: {error.strerror}.", field="database") from error
    at = revision_of(database)
    if at is not None and at not in revisions():
        raise Unusable(
            f"{database} was written by a newer Amber Acre (revision {at}). Use that one; nothing was changed here.",
            field="database",
        )
    if database.exists():
        with _looking(database) as connection:
            found = connection.execute("PRAGMA quick_check(1)").fetchone()[0]
        if found != "ok":
            raise Unusable(
                f"{database} is damaged ({found}). Nothing was changed: go back to the newest copy beside it.",
                field="database",
            )
    if not os.access(database if database.exists() else folder, os.W_OK) or not os.access(folder, os.W_OK):
        raise Unusable(
            f"{database} cannot be written, or its folder. Give this program the right to, then start it again.",
            field="database",
        )


def copy_before_upgrade(database: Path) -> Path | None:
    """A copy of a database that is about to be brought up to date; None where nothing is to do."""
    at, newest = revision_of(database), revisions()[-1]
    if at is None or at == newest:
        return None
    copy = database.with_name(f"{database.stem}.before-{newest}{database.suffix}")
    number = 1
    while copy.exists():
        number += 1
        copy = database.with_name(f"{database.stem}.before-{newest}-{number}{database.suffix}")
    backup(database, copy)
    return copy


def backup(database: Path, copy: Path) -> None:
    """A copy of a database as it stands at one moment, while others may go on writing. Refuses to write over a file."""
    if copy.exists():
        raise Unusable(f"{copy} is there already. Name a new file for the copy.", field="copy")
    if revision_of(database) is None:
        raise Unusable(f"{database} is not there, or holds nothing yet: there is nothing to copy.", field="database")
    unfinished = copy.with_name(f"{copy.name}.unfinished")
    try:
        copy.resolve().parent.mkdir(parents=True, exist_ok=True)
        with _looking(database) as source, closing(sqlite3.connect(unfinished)) as target:
            source.backup(target)
            target.execute("PRAGMA journal_mode=DELETE")
        unfinished.rename(copy)
    except (OSError, sqlite3.Error) as error:
        raise Unusable(f"{copy} cannot be written: {error}.", field="copy") from error
    finally:
        unfinished.unlink(missing_ok=True)


def check(database: Path) -> list[str]:
    """What is wrong with a database, in sentences; empty where all is well. Refuses what cannot be read (Unusable)."""
    at = revision_of(database)
    if at is None:
        raise Unusable(f"{database} is not there, or holds nothing yet.", field="database")
    said = []
    known = revisions()
    if at not in known:
        said.append(f"It was written by a newer Amber Acre (revision {at}; this one knows up to {known[-1]}).")
    elif at != known[-1]:
        said.append(f"It is at revision {at}; the next start brings it to {known[-1]}, after a copy.")
    with _looking(database) as connection:
        said += [f"Damaged: {line}." for (line,) in connection.execute("PRAGMA integrity_check(20)") if line != "ok"]
        broken = connection.execute("PRAGMA foreign_key_check").fetchall()
        said += [f"A row of {table} points to a row of {parent} that is gone." for table, _, parent, _ in broken[:20]]
    return said


def mark(database: Path, whose: int) -> None:
    """Writes into a database's header who made it."""
    with closing(sqlite3.connect(database)) as connection:
        connection.execute(f"PRAGMA application_id={whose}")
        connection.commit()


def made_by_the_demo(database: Path) -> bool:
    """Whether a file is a database the demo made."""
    if not database.exists():
        return False
    try:
        with _looking(database) as connection:
            return bool(connection.execute("PRAGMA application_id").fetchone()[0] == THE_DEMO)
    except Unusable:
        return False
