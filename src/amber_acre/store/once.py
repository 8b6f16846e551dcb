"""What a session that only reads has loaded before: it sees one moment of the database, so it need not ask again."""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeVar

from sqlalchemy.orm import Session

T = TypeVar("T")


def once(session: Session, what: str, load: Callable[[], T]) -> T:
    """What a session that only reads has loaded before; a writing session loads it anew each time."""
    if session.get_bind().get_execution_options().get("amber_write", False):
        return load()
    if what not in session.info:
        session.info[what] = load()
    found: T = session.info[what]
    return found
