"""What the firm has of its own, as it was typed: what it charges, a quote begins with it; its fixed rounds."""

from __future__ import annotations

from collections.abc import Mapping
from typing import get_args

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.core.programme.fixed_dates import Days, own_rounds
from amber_acre.core.tables.grasses import Season
from amber_acre.store.tables import FirmTermRow

TERMS = ("hour", "haulage", "margin", "set_up", "minutes")


def firm_terms(session: Session) -> dict[str, str]:
    """The terms of a quote that were kept, as typed."""
    return {row.name: row.typed for row in session.scalars(select(FirmTermRow)) if row.name in TERMS}


def round_key(season: Season, south: bool) -> str:
    """The name under which a firm's fixed rounds of a grass and a side of the equator are kept."""
    return f"fixed_{season}_{'south' if south else 'north'}"


ROUND_KEYS = {round_key(season, south): (season, south) for season in get_args(Season) for south in (False, True)}


def rounds_typed(session: Session) -> dict[str, str]:
    """The firm's own fixed rounds by their name, as typed."""
    return {row.name: row.typed for row in session.scalars(select(FirmTermRow)) if row.name in ROUND_KEYS}


def rounds_of(session: Session, season: Season, south: bool) -> Days:
    """The firm's own fixed rounds; () where it has none."""
    row = session.get(FirmTermRow, round_key(season, south))
    return own_rounds(row.typed) if row is not None else ()


def keep_rounds(session: Session, key: str, typed: str) -> None:
    """Keeps fixed rounds under a name of ROUND_KEYS, '' takes them back; refuses as the core's reader does."""
    row = session.get(FirmTermRow, key)
    if typed:
        own_rounds(typed)
        session.merge(FirmTermRow(name=key, typed=typed))
    elif row is not None:
        session.delete(row)
    session.flush()


def keep_terms(session: Session, typed: Mapping[str, str]) -> None:
    """Keeps terms in place of those before; an empty one is none."""
    for name in TERMS:
        row = session.get(FirmTermRow, name)
        text = typed.get(name, "").strip()
        if row is not None and not text:
            session.delete(row)
        elif row is not None:
            row.typed = text
        elif text:
            session.add(FirmTermRow(name=name, typed=text))
    session.flush()
