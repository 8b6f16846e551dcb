"""What a label said when something was logged under it: an entry keeps the product it was made with."""

from __future__ import annotations

import json
from collections.abc import Mapping, Sequence
from dataclasses import asdict, replace
from datetime import datetime
from functools import lru_cache
from typing import Any

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from amber_acre.core.products.product import Label, Pack, Product, SoilAction
from amber_acre.core.typed_counts import CountRate
from amber_acre.store.stamps import FIRM, under
from amber_acre.store.tables import EntryRow, ProductRow, ProductVersionRow


def content_of(product: Product) -> str:
    """A product as kept text."""
    return json.dumps(asdict(product), ensure_ascii=False, sort_keys=True)


@lru_cache(maxsize=512)
def product_from(content: str) -> Product:
    """The product of a kept text."""
    kept: dict[str, Any] = json.loads(content)
    soil = kept["soil"]
    soil["passing"] = {int(mesh): share for mesh, share in soil["passing"].items()}
    packs = tuple(Pack(**pack) for pack in kept["packs"])
    kept["label"]["by"] = tuple(CountRate(**rate) for rate in kept["label"].get("by", ()))
    return Product(**{**kept, "label": Label(**kept["label"]), "packs": packs, "soil": SoilAction(**soil)})


Versions = Sequence[tuple[datetime, str]]  # until when a label stood, oldest first, and what it said


def as_logged(versions: Versions, now: Product, at: datetime) -> Product:
    """The product as its label stood at a moment; ``now`` where it has not been changed since."""
    moment = at.replace(tzinfo=None)
    kept = next((content for until, content in versions if until > moment), None)
    return now if kept is None else product_from(kept)


def versions_of(row: ProductRow) -> Versions:
    """What a product's label said before."""
    return [(version.until, version.content) for version in row.versions]


@under(FIRM)
def every_version(session: Session) -> Mapping[int, Versions]:
    """What labels said before, by the product's key; of those that were changed."""
    found: dict[int, list[tuple[datetime, str]]] = {}
    for row in session.scalars(select(ProductVersionRow).order_by(ProductVersionRow.until)):
        found.setdefault(row.product_id, []).append((row.until, row.content))
    return found


def keep_version(session: Session, row: ProductRow, product: Product, until: datetime) -> None:
    """Keeps what the label said until now, for the entries made under it."""
    session.add(ProductVersionRow(product_id=row.id, until=until.replace(tzinfo=None), content=content_of(product)))
    session.flush()
    session.expire(row, ["versions"])


def entries_under(session: Session, row: ProductRow) -> int:
    """How many entries of the day book read the label as it stands now."""
    query = select(func.count(EntryRow.id)).where(EntryRow.product_id == row.id)
    if row.versions:
        query = query.where(EntryRow.recorded_at >= row.versions[-1].until)
    return session.scalar(query) or 0


def says_other(before: Product, after: Product) -> bool:
    """Whether a change touches what entries show: name, analysis, density and label; packs and prices do not."""
    plain = [
        content_of(replace(p, key=0, packs=(), nitrogen={form: share for form, share in p.nitrogen.items() if share}))
        for p in (before, after)
    ]
    return plain[0] != plain[1]
