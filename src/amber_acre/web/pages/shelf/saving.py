"""How a product that was read in order is written: by its form and by a file alike."""

from __future__ import annotations

from datetime import UTC, date, datetime

from amber_acre.store import shelf as store
from amber_acre.store.product_versions import keep_version
from amber_acre.store.tables import ProductRow
from amber_acre.web.page import Writing
from amber_acre.web.pages.shelf.forms import ProductForm


def save_form(session: Writing, form: ProductForm, row: ProductRow | None, day: date, keep: bool) -> ProductRow:
    """Writes a product, new or in place of ``row``; ``keep``: entries made under the old label keep what it said."""
    if row is not None and keep:
        keep_version(session, row, store.product_of(row), datetime.now(UTC))
    return store.save_product(
        session,
        form.product(),
        label_min_typed=form.label_min,
        label_max_typed=form.label_max,
        yearly_max_typed=form.yearly_max,
        rate_confirmed=form.confirmed,
        derived_from=form.derived_from,
        later_max_typed=form.later_max,
        label_by=form.label_by,
        product_id=row.id if row else None,
        since=day,
        known=form.known,
    )
