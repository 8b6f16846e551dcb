"""What an entry is written for: an area, a job of it or none, and the ground that what goes down lies on."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date

from fastapi import HTTPException

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.judged import JudgedJob, judged_job
from amber_acre.core.rules.mulched import mulch_lies_on_m2
from amber_acre.store.areas import area_of
from amber_acre.store.books import book_of
from amber_acre.store.jobs import job_row, standing_jobs
from amber_acre.store.shelf import product_of, shelf
from amber_acre.store.tables import AreaRow, EntryRow
from amber_acre.web.page import Reading, found


@dataclass(frozen=True)
class Logged:
    """What an entry is written for: an area, a job of it or none, the entry it corrects or none."""

    area: AreaRow
    book: AreaBook
    judged: JudgedJob | None
    corrects: EntryRow | None
    products: Mapping[int, Product]

    @property
    def planned_g_m2(self) -> float | None:
        """The rate planned, where it lies."""
        planned = self.judged is not None and self.judged.product is not None
        return float(self.judged.planned_where_g_m2) if planned and self.judged else None

    @property
    def planned_dose(self) -> Dose | None:
        """The dose planned, in its own basis."""
        return self.judged.job.dose if self.judged else None

    @property
    def size_m2(self) -> SquareMetres:
        """What is to be covered: a feed covers the patches fed with their lawn."""
        return self.judged.stands.size_m2 if self.judged else self.book.ground.size_of_entry(None, None)

    @property
    def lies_on_m2(self) -> SquareMetres:
        """The ground of it that what is planned lies on."""
        return self.judged.lies_on_m2 if self.judged else self.size_m2

    def lies_on(self, product: Product) -> SquareMetres:
        """The ground of it that a product lies on: mulch on its own."""
        work = self.judged.job.work if self.judged else "spread"
        return mulch_lies_on_m2(self.book.ground, product, work) or self.size_m2

    @property
    def planned_product(self) -> Product | None:
        """What was planned to go down."""
        return self.judged.product if self.judged else None

    @property
    def query(self) -> str:
        """The part of the address that names the job."""
        return f"?job={self.judged.job.key}" if self.judged else ""


def logged(session: Reading, area_id: int, job_id: int | None, corrects: EntryRow | None, today: date) -> Logged:
    """What an entry of an area is written for, as it stands today; 404 for an area or a job that is not there."""
    area = found(area_of(session, area_id), "This area")
    row = job_row(session, job_id) if job_id else None
    if job_id and (row is None or row.area_id != area_id):
        raise HTTPException(404, "This job is not one of this area. Open it from the area's year, and log it there.")
    book = book_of(session, area, today)
    products = {p.key: p for p in shelf(session)}
    for kept in (row.product if row else None, corrects.product if corrects else None):
        if kept is not None:
            products.setdefault(kept.id, product_of(kept))
    judged = None
    if row is not None:
        stands = next((one for one in book.jobs if one.job.key == row.id), None)
        judged = judged_job(book, stands or standing_jobs(session, [row], today)[0][1])
    return Logged(area, book, judged, corrects, products)
