"""Find things by part of their name."""

from __future__ import annotations

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.store.plants import plants
from amber_acre.store.tables import AreaRow, ClientRow, ClimateRow, ProductRow, PropertyRow, RuleSetRow

MOST = 12


def find(session: Session, wanted: str) -> list[tuple[str, str, str]]:
    """(kind, name, address) of everything in use with ``wanted`` in its name; at most twelve of a kind."""
    pattern = "%" + wanted.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "%"
    hits: list[tuple[str, str, str]] = []
    places = (
        select(PropertyRow)
        .join(ClientRow)
        .where(
            PropertyRow.deleted_at.is_(None),
            PropertyRow.name.ilike(pattern, escape="\\") | ClientRow.name.ilike(pattern, escape="\\"),
        )
    )
    hits += [
        ("property", f"{p.name} ({p.client.name})", f"/properties/{p.id}") for p in session.scalars(places.limit(MOST))
    ]
    lawns = select(AreaRow).where(AreaRow.deleted_at.is_(None), AreaRow.name.ilike(pattern, escape="\\")).limit(MOST)
    hits += [
        (
            a.kind,
            f"{a.property.name} · {a.name}",
            f"/properties/{a.property_id}?area={a.id}" if a.kind == "lawn" else f"/areas/{a.id}/year",
        )
        for a in session.scalars(lawns)
        if a.property.deleted_at is None
    ]
    known = [plant for plant in plants(session) if wanted.lower() in plant.names]
    hits += [("plant", f"{p.botanical}, {p.common}", f"/almanac/plants/{p.key}") for p in known[:MOST]]
    products = select(ProductRow).where(ProductRow.deleted_at.is_(None), ProductRow.name.ilike(pattern, escape="\\"))
    hits += [("product", p.name, f"/shelf/{p.id}") for p in session.scalars(products.limit(MOST))]
    climates = select(ClimateRow).where(ClimateRow.name.ilike(pattern, escape="\\")).limit(MOST)
    hits += [("climate", c.name, f"/almanac/climates/{c.id}") for c in session.scalars(climates)]
    rules = select(RuleSetRow).where(RuleSetRow.name.ilike(pattern, escape="\\")).limit(MOST)
    hits += [("rule set", r.name, f"/almanac/rules/{r.id}") for r in session.scalars(rules)]
    return hits
