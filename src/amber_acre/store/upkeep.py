"""The database as a file: opened with care, brought up to date after a copy, copied while writing goes on, checked."""

from __future__ import annotations

import fcntl
import hashlib
import os
import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager, suppress
from pathlib import Path

from amber_acre.core.errors import AmberError
from amber_acre.store.session import revisions, trouble_of
from amber_acre.store.stamps import STAMPED, UNSTAMPED

# SQLite's own header fields: what made a file. “ACRE” for one's own database, “DEMO” for the demo's.
OURS, THE_DEMO = 0x41435245, 0x44454D4F
PRIVATE, PRIVATE_FOLDER = 0o600, 0o700
BOOKKEEPING = ("stamps", "sent_forms", "alembic_version")  # tables that hold nothing a person typed


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
        if row is None:
            raise Unusable(
                f"{database} does not say at which revision it is. Go back to the newest copy beside it.",
                field="database",
            )
        return str(row[0])


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
        _refuse_torn(database, at)
    if not os.access(database if database.exists() else folder, os.W_OK) or not os.access(folder, os.W_OK):
        raise Unusable(
            f"{database} cannot be written, or its folder. Give this program the right to, then start it again.",
            field="database",
        )


def _refuse_torn(database: Path, at: str | None) -> None:
    """Refuses a database whose tables are not those of its revision: one is missing, or the revision was set back."""
    if at is None:
        return
    wanted = {*STAMPED, *UNSTAMPED}
    with _looking(database) as connection:
        there = {name for (name,) in connection.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
    missing = sorted(wanted - there) if at == revisions()[-1] else []
    if missing:
        raise Unusable(
            f"{database} lacks {'a table' if len(missing) == 1 else 'tables'} of its revision: {', '.join(missing)}."
            " Nothing was changed: go back to the newest copy beside it.",
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


def _content(connection: sqlite3.Connection) -> int:
    """A number above 0 of what a database holds, bookkeeping of the program aside: another content, another number."""
    found = hashlib.sha256()
    names = [
        name for (name,) in connection.execute("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name")
    ]
    for name in names:
        if name in BOOKKEEPING or name.startswith("sqlite_"):
            continue
        for row in connection.execute(f'SELECT * FROM "{name}" ORDER BY rowid'):  # noqa: S608 - names are the schema's
            found.update(repr((name, row)).encode())
    return int.from_bytes(found.digest()[:4]) >> 1 or 1


def seal(database: Path) -> None:
    """Keeps in a database's header what it holds now, so that :func:`written_since` can tell."""
    with closing(sqlite3.connect(database)) as connection:
        connection.execute(f"PRAGMA user_version={_content(connection)}")
        connection.commit()


def written_since(database: Path) -> bool:
    """Whether anything was written into a database since it was sealed; of one never sealed it is taken so."""
    with _looking(database) as connection:
        return bool(connection.execute("PRAGMA user_version").fetchone()[0] != _content(connection))


def hold(database: Path, alone: bool = False) -> int:
    """Holds a database for as long as it is served (or ``alone``, to make it anew) and gives what lets go of it when it
    is closed with ``os.close``. Refuses where somebody else holds it so that both cannot be (Unusable)."""
    database.resolve().parent.mkdir(parents=True, exist_ok=True)
    held = os.open(f"{database}.held", os.O_RDWR | os.O_CREAT, PRIVATE)
    try:
        fcntl.flock(held, (fcntl.LOCK_EX if alone else fcntl.LOCK_SH) | fcntl.LOCK_NB)
    except OSError as error:
        os.close(held)
        raise Unusable(
            f"{database} is held by an Amber Acre that runs. Stop it first (Ctrl+C where it runs), then start again.",
            field="database",
        ) from error
    return held


def keep_private(database: Path) -> None:
    """Database and photographs for the account alone that runs the program; what cannot be set is left."""
    for path in (database, *(Path(f"{database}{suffix}") for suffix in ("-wal", "-shm"))):
        with suppress(OSError):
            path.chmod(PRIVATE)


def aside(database: Path) -> Path:
    """Copies a database beside itself under a name not used yet, and says where."""
    number = 1
    while (copy := database.with_name(f"{database.stem}.kept-{number}{database.suffix}")).exists():
        number += 1
    backup(database, copy)
    return copy


def made_by_the_demo(database: Path) -> bool:
    """Whether a file is a database the demo made."""
    if not database.exists():
        return False
    try:
        with _looking(database) as connection:
            return bool(connection.execute("PRAGMA application_id").fetchone()[0] == THE_DEMO)
    except Unusable:
        return False
