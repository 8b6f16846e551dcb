"""Forms that were sent and written: the same form sent twice is written once."""

from __future__ import annotations

from datetime import datetime, timedelta

from sqlalchemy import delete
from sqlalchemy.orm import Session

from amber_acre.store.tables import SentFormRow

KEPT_FOR = timedelta(days=30)


def sent_form(session: Session, key: str) -> SentFormRow | None:
    """The form sent under this key before, or None."""
    return session.get(SentFormRow, key)


def keep_sent(session: Session, key: str, path: str, digest: str, location: str, at: datetime) -> None:
    """Keeps a form as sent, in the transaction that writes it; forgets those older than a month."""
    session.execute(delete(SentFormRow).where(SentFormRow.sent_at < at - KEPT_FOR))
    session.add(SentFormRow(key=key, path=path, digest=digest, location=location, sent_at=at))
    session.flush()
