"""Stamps: a random number a scope, new with every change of what belongs to it, whoever makes it.

The firm's, a property's and an area's stamps stand for what a book of an area rests on; the sky and the store room
have one each.

Triggers of the database write them, so a change by another program counts as well. A stamp is drawn anew and never
counted up: two histories of one file (a copy that was put back, two databases) never share one. What was computed
under the stamps of an area may therefore be kept for as long as they stand.
"""

from __future__ import annotations

from collections.abc import Callable
from functools import partial, wraps
from typing import Concatenate, ParamSpec, TypeVar

from sqlalchemy import Connection, text
from sqlalchemy.orm import Mapped, Session, mapped_column

from amber_acre.core.by_content import Results
from amber_acre.store.base import Base
from amber_acre.store.once import once

P = ParamSpec("P")
R = TypeVar("R")
Stamp = tuple[int, ...]
KEPT_LOADS = 16  # of one function: the weeks somebody turns through
FIRM, PROPERTY, AREA = "firm", "property", "area"
SKY, STOCK = "sky", "stock"  # what was seen and forecast with the limits of holds; what came, was counted and went


class StampRow(Base):
    """The newest stamp of a scope: of the firm, the sky or the stock (key 0), of a property or an area."""

    __tablename__ = "stamps"

    scope: Mapped[str] = mapped_column(primary_key=True)
    key: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)
    at: Mapped[int]


# What a change of a table's row stamps: scope, and the key by the row's columns ({row} is NEW or OLD).
_OWN = ((AREA, "{row}.area_id"),)
STAMPED: dict[str, tuple[tuple[str, str], ...]] = {
    "areas": ((AREA, "{row}.id"),),
    **dict.fromkeys(
        (
            "facts",
            "shapes",
            "taken",
            "walks",
            "soil_tests",
            "probe_readings",
            "programmes",
            "corrections",
            "findings",
            "jobs",
        ),
        _OWN,
    ),
    "entries": (*_OWN, (STOCK, "0")),
    **dict.fromkeys(("deliveries", "stock_counts"), ((STOCK, "0"),)),
    **dict.fromkeys(("forecast_days", "hold_limits"), ((SKY, "0"),)),
    "soil_values": ((AREA, "(SELECT area_id FROM soil_tests WHERE id = {row}.test_id)"),),
    "soil_advice": ((AREA, "(SELECT area_id FROM soil_tests WHERE id = {row}.test_id)"),),
    "programme_notes": ((AREA, "(SELECT area_id FROM programmes WHERE id = {row}.programme_id)"),),
    "job_changes": ((AREA, "(SELECT area_id FROM jobs WHERE id = {row}.job_id)"),),
    "properties": ((PROPERTY, "{row}.id"),),
    "observations": (
        (AREA, "{row}.area_id"),
        (PROPERTY, "{row}.property_id"),
        (FIRM, "CASE WHEN {row}.climate_id IS NOT NULL THEN 0 END"),
        (SKY, "0"),
    ),
    **dict.fromkeys(
        (
            "climates",
            "climate_months",
            "rule_sets",
            "blackouts",
            "softened_rules",
            "plant_edits",
            "products",
            "packs",
            "pack_prices",
            "other_nutrients",
            "soil_actions",
            "sieves",
            "product_versions",
        ),
        ((FIRM, "0"),),
    ),
}
# What nothing that is kept rests on: people, drawings, machines, the bench, forms.
UNSTAMPED = frozenset(
    {
        "clients",
        "contexts",
        "photos",
        "machines",
        "catches",
        "kept_sums",
        "lab_layouts",
        "pacers",
        "sent_forms",
        "firm_terms",
        "hand_measures",
        "stamps",
    }
)


def triggers() -> dict[str, str]:
    """The statement of every trigger by its name."""
    found = {}
    for table, scopes in STAMPED.items():
        for action, rows in (("insert", ("NEW",)), ("delete", ("OLD",)), ("update", ("OLD", "NEW"))):
            keys = dict.fromkeys((scope, key.format(row=row)) for row in rows for scope, key in scopes)
            body = " ".join(
                f"INSERT INTO stamps (scope, key, at) SELECT '{scope}', {key}, random() WHERE {key} IS NOT NULL"
                " ON CONFLICT (scope, key) DO UPDATE SET at = excluded.at;"
                for scope, key in keys
            )
            name = f"stamp_{table}_{action}"
            found[name] = f"CREATE TRIGGER {name} AFTER {action.upper()} ON {table} BEGIN {body} END"
    return found


_FIRST = (
    *(f"INSERT OR REPLACE INTO stamps (scope, key, at) SELECT '{one}', 0, random()" for one in (FIRM, SKY, STOCK)),
    "INSERT OR REPLACE INTO stamps (scope, key, at) SELECT 'property', id, random() FROM properties",
    "INSERT OR REPLACE INTO stamps (scope, key, at) SELECT 'area', id, random() FROM areas",
)


def take_off(connection: Connection) -> None:
    """Removes the triggers, so that a migration may make tables anew."""
    for name in _there(connection):
        connection.exec_driver_sql(f"DROP TRIGGER {name}")


def _there(connection: Connection) -> dict[str, str]:
    rows = connection.execute(text("SELECT name, sql FROM sqlite_master WHERE type = 'trigger'"))
    return {name: sql for name, sql in rows if name.startswith("stamp_")}


def put_on(connection: Connection) -> None:
    """Makes the triggers where they are missing or of another make, and stamps everything that bears no stamp."""
    wanted = triggers()
    if _there(connection) == wanted:
        return
    take_off(connection)
    for statement in wanted.values():
        connection.exec_driver_sql(statement)
    for statement in _FIRST:
        connection.exec_driver_sql(statement)


_ALL_STAMPS = text(
    "SELECT areas.id, areas.parent_id, own.at, place.at, (SELECT at FROM stamps WHERE scope = 'firm' AND key = 0)"
    " FROM areas"
    " LEFT JOIN stamps AS own ON own.scope = 'area' AND own.key = areas.id"
    " LEFT JOIN stamps AS place ON place.scope = 'property' AND place.key = areas.property_id"
    " ORDER BY areas.id"
)

_ONE_STAMP = text("SELECT at FROM stamps WHERE scope = :scope AND key = 0")


def stamps_of(session: Session) -> dict[int, Stamp]:
    """What each area's book rests on, by the area's key: the stamps of the firm, of its property, and of its family,
    a lawn with the patches in it. Areas without a stamp of their own are left out: nothing may be kept of them."""
    return once(session, "stamps", lambda: _read_stamps(session))


def _read_stamps(session: Session) -> dict[int, Stamp]:
    session.flush()
    rows = session.execute(_ALL_STAMPS).all()
    families: dict[int, list[int]] = {}
    for key, parent, at, _, _ in rows:
        families.setdefault(parent or key, []).extend((key, at or 0))
    return {
        key: (firm, place, key, *families[parent or key])
        for key, parent, at, place, firm in rows
        if at is not None and place is not None and firm is not None
    }


def _read_stamp(session: Session, scope: str) -> int | None:
    session.flush()
    return session.execute(_ONE_STAMP, {"scope": scope}).scalar()


def under(*scopes: str) -> Callable[[Callable[Concatenate[Session, P], R]], Callable[Concatenate[Session, P], R]]:
    """Keeps what a function loads under the stamps of scopes with key 0 and its other arguments (hashable).

    The result is shared and must not be written to.
    """

    def keeping(load: Callable[Concatenate[Session, P], R]) -> Callable[Concatenate[Session, P], R]:
        """The function that remembers."""
        kept: Results[object, R] = Results(KEPT_LOADS)

        @wraps(load)
        def asked(session: Session, /, *args: P.args, **kwargs: P.kwargs) -> R:
            """The kept result, or a new one."""
            stamps = [once(session, f"stamp of {one}", partial(_read_stamp, session, one)) for one in scopes]
            if None in stamps:
                return load(session, *args, **kwargs)
            key = (*stamps, args, tuple(sorted(kwargs.items())))
            return kept.get(key, lambda: load(session, *args, **kwargs))

        return asked

    return keeping
