"""What a session that only reads has loaded before: it sees one moment of the database, so it need not ask again."""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeVar

from sqlalchemy import event
from sqlalchemy.orm import Session, UOWTransaction

T = TypeVar("T")


def once(session: Session, what: str, load: Callable[[], T]) -> T:
    """What a session has loaded before; one that was opened to write loads it anew each time, any other after it has
    written all the same."""
    if session.get_bind().get_execution_options().get("amber_write", False):
        return load()
    if what not in session.info:
        session.info[what] = load()
    found: T = session.info[what]
    return found


@event.listens_for(Session, "after_flush")
def _forget(session: Session, _flushed: UOWTransaction) -> None:
    """What was written may be what was loaded."""
    session.info.clear()
