"""Leaves that were seen pale and that nobody has asked about since."""

from __future__ import annotations

from datetime import date

from sqlalchemy.orm import Session

from amber_acre.store.corrections import findings_on
from amber_acre.store.observed import colours_on
from amber_acre.store.walks import colours_of

PALE = (2, 3, 4)  # colours of a look that ask for their cause before a feed


def unasked_pale(session: Session, area_id: int) -> date | None:
    """The day leaves were last seen pale, where no cause has been marked since; else None."""
    seen = [*colours_of(session, [area_id])[area_id][:1], *colours_on(session, [area_id])[area_id][:1]]
    on, colour = max(seen, default=(date.min, 0))
    if colour not in PALE:
        return None
    asked = any(f.kind == "pale" and f.found_on >= on for f in findings_on(session, [area_id])[area_id])
    return None if asked else on
