"""Stamps: a random number a scope, new with every change of what belongs to it, whoever makes it.

The firm's, a property's and an area's stamps stand for what a book of an area rests on; the sky and the store room
have one each. An area has one for each part of what lies on it, so that a job that moves leaves its log, its soil and
what was seen there as they were read.

Triggers of the database write them, so a change by another program counts as well. A stamp is drawn anew and never
counted up: two histories of one file (a copy that was put back, two databases) never share one. What was computed
under the stamps of an area may therefore be kept for as long as they stand.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from functools import wraps
from typing import Any, Concatenate, ParamSpec, TypeVar

from sqlalchemy import Connection, text
from sqlalchemy.orm import Mapped, Session, mapped_column

from amber_acre.core.by_content import Results
from amber_acre.store.base import Base
from amber_acre.store.once import once

P = ParamSpec("P")
R = TypeVar("R")
Stamp = tuple[int, ...]
KEPT_LOADS = 16  # of one function: the weeks somebody turns through
FIRM, PROPERTY = "firm", "property"
# Of an area: itself with what was measured and is known of it; its tests and probe; its plans and jobs; its log; what
# somebody saw on it.
AREA, SOIL, PLAN, LOG, SEEN = PARTS = ("area", "soil", "plan", "log", "seen")
SKY, STOCK = "sky", "stock"  # what was seen and forecast with the limits of holds; what came, was counted and went


class StampRow(Base):
    """The newest stamp of a scope: of the firm, the sky or the stock (key 0), of a property or a part of an area."""

    __tablename__ = "stamps"

    scope: Mapped[str] = mapped_column(primary_key=True)
    key: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)
    at: Mapped[int]


# What a change of a table's row stamps: scope, and the key by the row's columns. {row} is NEW or OLD; {remade}: whether
# the row came, went or is of another kind since.
_REMADE = "CASE WHEN {remade} THEN {row}.id END"
_TESTED = ((SOIL, "(SELECT area_id FROM soil_tests WHERE id = {row}.test_id)"),)
STAMPED: dict[str, tuple[tuple[str, str], ...]] = {
    "areas": ((AREA, "{row}.id"), *((part, _REMADE) for part in PARTS if part != AREA)),
    **dict.fromkeys(("facts", "shapes", "taken"), ((AREA, "{row}.area_id"),)),
    **dict.fromkeys(("soil_tests", "probe_readings"), ((SOIL, "{row}.area_id"),)),
    **dict.fromkeys(("soil_values", "soil_advice"), _TESTED),
    **dict.fromkeys(("programmes", "corrections", "findings", "jobs"), ((PLAN, "{row}.area_id"),)),
    "programme_notes": ((PLAN, "(SELECT area_id FROM programmes WHERE id = {row}.programme_id)"),),
    "job_changes": ((PLAN, "(SELECT area_id FROM jobs WHERE id = {row}.job_id)"),),
    "walks": ((SEEN, "{row}.area_id"),),
    "entries": ((LOG, "{row}.area_id"), (STOCK, "0")),
    **dict.fromkeys(("deliveries", "stock_counts"), ((STOCK, "0"),)),
    **dict.fromkeys(("forecast_days", "hold_limits"), ((SKY, "0"),)),
    "properties": ((PROPERTY, "{row}.id"),),
    "observations": (
        (SEEN, "{row}.area_id"),
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
            remade = "OLD.kind IS NOT NEW.kind" if action == "update" else "1"
            keys = dict.fromkeys((scope, key.format(row=row, remade=remade)) for row in rows for scope, key in scopes)
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
    "INSERT OR REPLACE INTO stamps (scope, key, at) SELECT part, id, random() FROM areas, (SELECT 'area' AS part"
    " UNION SELECT 'soil' UNION SELECT 'plan' UNION SELECT 'log' UNION SELECT 'seen')",
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


# The parts in the order of PARTS.
_OF_AREAS = (
    "SELECT areas.id, areas.parent_id, place.at, own.at, soil.at, planned.at, log.at, seen.at FROM areas"
    " LEFT JOIN stamps AS place ON place.scope = 'property' AND place.key = areas.property_id"
    " LEFT JOIN stamps AS own ON own.scope = 'area' AND own.key = areas.id"
    " LEFT JOIN stamps AS soil ON soil.scope = 'soil' AND soil.key = areas.id"
    " LEFT JOIN stamps AS planned ON planned.scope = 'plan' AND planned.key = areas.id"
    " LEFT JOIN stamps AS log ON log.scope = 'log' AND log.key = areas.id"
    " LEFT JOIN stamps AS seen ON seen.scope = 'seen' AND seen.key = areas.id"
    " ORDER BY areas.id"
)
_OF_THE_REST = "SELECT scope, at FROM stamps WHERE scope IN ('firm', 'sky', 'stock') AND key = 0"


class Stamps(Mapping[int, Stamp]):
    """What each area's book rests on, by the area's key: the stamps of the firm, of its property, and of every part of
    its family, a lawn with the patches in it.

    Areas without stamps of their own are left out: nothing may be kept of them.
    """

    def __init__(self, firm: int | None, rows: Sequence[tuple[int, int | None, int | None, *Stamp]]) -> None:
        self._firm = firm
        self._rows = {} if firm is None else {row[0]: row for row in rows if None not in row[2:]}
        self._patches: dict[int, list[int]] = {}
        for row in self._rows.values():
            if row[1] is not None:
                self._patches.setdefault(row[1], []).append(row[0])

    def __getitem__(self, area: int) -> Stamp:
        _, parent, place, *_ = self._rows[area]
        head = parent or area
        family = [key for key in (head, *self._patches.get(head, ())) if key in self._rows]
        return (self._firm or 0, place or 0, area, *(at for key in family for at in (key, *self._rows[key][3:])))

    def __iter__(self) -> Iterator[int]:
        return iter(self._rows)

    def __len__(self) -> int:
        return len(self._rows)

    def parts(self, area: int, parts: Sequence[str]) -> Stamp | None:
        """The area's key with the stamps of the firm and of some of its parts; None where nothing may be kept."""
        row = self._rows.get(area)
        return None if row is None else (self._firm or 0, area, *(row[_COLUMN[part]] or 0 for part in parts))

    def patches(self, lawn: int) -> Sequence[int]:
        """Keys of the patches in a lawn, deleted ones among them."""
        return self._patches.get(lawn, ())


_COLUMN = {part: n for n, part in enumerate(PARTS, start=3)}


def stamps_of(session: Session) -> Stamps:
    """The stamps of every area, as this session sees them."""
    return once(session, "stamps", lambda: Stamps(_rest(session).get(FIRM), _rows_of(session, _OF_AREAS)))


def _rest(session: Session) -> Mapping[str, int]:
    """The stamps with key 0, by their scopes."""
    return once(session, "stamps of the rest", lambda: dict(_rows_of(session, _OF_THE_REST)))


def _rows_of(session: Session, statement: str) -> list[Any]:
    """Rows as the driver gives them: stamps are read before anything else, at every request."""
    session.flush()
    driver = session.connection().connection.driver_connection
    rows: list[Any] = driver.execute(statement).fetchall() if driver is not None else []
    return rows


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
            rest = _rest(session)
            stamps = [rest.get(one) for one in scopes]
            if None in stamps:
                return load(session, *args, **kwargs)
            key = (*stamps, args, tuple(sorted(kwargs.items())))
            return kept.get(key, lambda: load(session, *args, **kwargs))

        return asked

    return keeping
