"""Where a product goes down on an area: entries of the last year, jobs of corrections and rounds still to come."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta

from sqlalchemy.orm import Session

from amber_acre.core.correction.instalments import Job
from amber_acre.core.correction.label import Use, hold_label
from amber_acre.core.products.product import Product
from amber_acre.core.programme.brief import standing
from amber_acre.store.corrections import corrections_of, soil_jobs
from amber_acre.store.daybook import entries_of
from amber_acre.store.programmes import lanes_as_shown
from amber_acre.store.tables import AreaRow


def uses_of(session: Session, area: AreaRow, product_key: int, today: date) -> list[Use]:
    """Every use of a product on an area from a year back on, by day; the rate over the whole area."""
    uses = [
        Use(entry.on, entry.amount_kg * 1000 / area.size_m2, f"What went down {entry.on:%-d %B %Y}")
        for entry in standing(entries_of(session, area.id, {}))
        if entry.product.key == product_key and entry.amount_kg > 0 and entry.on > today - timedelta(days=366)
    ]
    for row, job in soil_jobs(session, corrections_of(session, [area.id]), today):
        if job.product is not None and job.product.key == product_key and job.state(today) not in ("done", "skipped"):
            uses.append(Use(job.job.on, job.job.rate_g_m2, f"{job.job.name} of “{row.correction.name}”"))
    if area.kind == "lawn":
        for judged in lanes_as_shown(session, [area], today)[0].year.rounds:
            planned = judged.round
            if planned.product.key == product_key and planned.counts and not judged.done:
                uses.append(Use(planned.on, float(planned.rate_g_m2), f"Round {planned.name} of the year"))
    return sorted(uses, key=lambda use: use.on)


def hold_label_on(session: Session, area: AreaRow, product: Product, jobs: Sequence[Job], today: date) -> None:
    """Refuses jobs of a new correction that break the product's label together with its other uses here
    (DoesNotFit)."""
    planned = [Use(job.on, job.rate_g_m2, job.name) for job in jobs if job.work == "spread"]
    advice = "Choose another first day, or another product."
    hold_label(
        product, planned, uses_of(session, area, product.key, today), "first", advice, area.size_m2 / area.low_m2
    )
