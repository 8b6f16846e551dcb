"""What the demo's people plan by hand: a job of every kind of work, and a product swapped for another."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job, Work
from amber_acre.core.rules.judge import stops, wants_reason
from amber_acre.core.rules.swap import swaps
from amber_acre.demo.world import TODAY
from amber_acre.store import jobs
from amber_acre.store.areas import areas_in_use
from amber_acre.store.books import book_of
from amber_acre.store.job_tables import JobRow
from amber_acre.store.shelf import shelf
from amber_acre.store.tables import AreaRow


@dataclass(frozen=True)
class Errand:
    """A job by hand: where, what work, when, why; a product with its rate in g/m² where one goes down."""

    place: str
    area: str
    work: Work
    name: str
    on: date
    reason: str
    product: str = ""
    rate_g_m2: float = 0.0
    days: int = 14


ERRANDS = (
    Errand(
        "Tannery Court",
        "Street tree",
        "look",
        "Loosen the tie of the stake",
        date(2026, 6, 3),
        "first summer in the ground: a stem that sways roots sooner",
    ),
    Errand(
        "Quillfeather House",
        "Rose bed",
        "drench",
        "Kelp drench",
        date(2026, 6, 10),
        "The owner's practice; no nutrient is counted.",
        "Kelpline",
        1.2,
    ),
    Errand(
        "Tannery Court",
        "No. 4",
        "look",
        "Look for burn",
        date(2026, 6, 8),
        "a whole bag went down on 20 April: is it scorched, does it grow away?",
        days=7,
    ),
    Errand(
        "Ostrey Almshouses",
        "Chapel lawn",
        "spray",
        "Iron for colour",
        date(2026, 6, 18),
        "colour for the founders' day without growth",
        "Rustless Iron 6",
        4.0,
    ),
    Errand(
        "Drayman's Green",
        "Lime 2",
        "inject",
        "Injection by the licensed contractor",
        date(2026, 6, 22),
        "leaves yellow between the veins for the second year; by the label of what is injected",
    ),
    Errand(
        "Quillfeather House", "Yew hedge", "clip", "Clip", date(2026, 8, 24), "once a year, when the flush has hardened"
    ),
    Errand(
        "Gorse End",
        "Mossy shade",
        "seed",
        "Sow a shade mixture",
        date(2026, 8, 31),
        "thin since the moss was raked out",
    ),
    Errand(
        "Gorse End",
        "Mossy shade",
        "topdress",
        "Loam before the seed",
        date(2026, 8, 29),
        "a bed for the seed, 5 mm of it",
        "Sieved Loam",
        6000.0,
    ),
    Errand(
        "Ostrey Almshouses", "Phlox drift", "plant", "Replace the gaps", date(2026, 10, 6), "four plants lost in winter"
    ),
    Errand(
        "Ostrey Almshouses",
        "Hornbeam hedge",
        "mulch",
        "Chips under the hedge",
        date(2026, 11, 4),
        "50 mm wanted, 10 mm left; clear of the stems",
    ),
    Errand(
        "Ostrey Almshouses",
        "Phlox drift",
        "repair",
        "Mend the drip line",
        date(2026, 9, 29),
        "two emitters blocked, one cut; before the gaps are planted",
    ),
)
SWAPPED = (
    "Tannery Court",
    "No. 1",
    "Meadowmeal 8-3-1",
    "the client asked for an organic feed",
)


def by_hand(session: Session) -> None:
    """Writes the errands, and one round with another product at the same nitrogen."""
    named = {(area.property.name, area.name): area for area in areas_in_use(session)}
    products = {product.name: product for product in shelf(session)}
    for one in ERRANDS:
        area = named[one.place, one.area]
        job = Job(
            0,
            one.name,
            one.work,
            one.on,
            one.on,
            one.on + timedelta(days=one.days),
            Dose(one.rate_g_m2),
            products.get(one.product),
            maker="hand",
            answers="made by hand",
            reason=one.reason,
        )
        forbidden = stops(book_of(session, area, TODAY, crowns=True).judged(job))
        if forbidden:
            raise LookupError(f"{one.name} on {one.area}: {forbidden[0].sentence}")
        jobs.add_job(session, area.id, job)
    _swap(session, named[SWAPPED[0], SWAPPED[1]])


def _swap(session: Session, area: AreaRow) -> None:
    """A round with another product at the same nitrogen, and why."""
    book = book_of(session, area, TODAY)
    coming = sorted((one.job for one in book.jobs if one.job.maker == "season"), key=lambda job: job.on)
    found = next(
        one
        for job in coming
        if job.on > TODAY
        for one in swaps(book, job, shelf(session))
        if one.job.material.name == SWAPPED[2] and not wants_reason(one.verdicts)
    )
    row = session.scalars(select(JobRow).where(JobRow.id == found.job.key)).one()
    at = datetime(TODAY.year, TODAY.month, TODAY.day, 11, tzinfo=UTC)
    jobs.change_job(session, row, found.job, row.version, SWAPPED[3], at)
