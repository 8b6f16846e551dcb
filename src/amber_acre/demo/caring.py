"""The plantings of the demo: each planned as spring began, its first jobs written down by whoever did them."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta

from sqlalchemy.orm import Session

from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.mulched import laid_on_m2
from amber_acre.core.season.climate import season_start
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.demo import world
from amber_acre.store import areas, books, daybook, gardens, jobs, soil_tests
from amber_acre.store.climates import climate_of
from amber_acre.store.tables import AreaRow, JobRow, PropertyRow

CREW = {"Quillfeather House": "Wren", "Gorse End": "Imke", "The Lantern Yard": "Tobias", "Marram Lodge": "Oda"}
NOT_DONE = ("Jubilee ring", "Lime 2", "Phlox drift")  # somebody waits for an answer here
PALE = {"North birch": date(2026, 4, 10), "South birch": date(2026, 4, 10)}  # planned once their test was in
BIRCH_GROUND = SoilTest.of(date(2026, 3, 9), "olsen", ph=7.7, p=22.0, k=190.0)  # of the plateau's lime
LATE_DAYS = 2  # a spring job of the demo is done so long after its day
PLANNED_LATE = ("Courtyard pots",)  # planned when they were planted, not in spring


def care_for(session: Session, place: PropertyRow) -> None:
    """Plans every planting and patch of a property as its season began, and logs what lies behind."""
    start = season_start(climate_of(place.climate), world.TODAY)
    who = CREW.get(place.name, "Oda")
    for row in areas.areas_of(session, place.id):
        if row.kind == "lawn":
            continue
        if row.name in PALE:
            soil_tests.save_soil_test(session, row.id, BIRCH_GROUND)
            session.expire_all()
        planned = world.TODAY if row.kind == "patch" or row.name in PLANNED_LATE else PALE.get(row.name, start)
        programme = gardens.plan_planting(session, row, planned)
        for job in programme.rounds:
            _log(session, row, job, who)


def _log(session: Session, row: AreaRow, job: JobRow, who: str) -> None:
    """Writes a job down where its day is past."""
    on = job.on_day + timedelta(days=LATE_DAYS)
    if on > world.TODAY or row.name in NOT_DONE or job.work == "sample":
        return
    value = jobs.job_of(job)
    covered = laid_on_m2(books.book_of(session, row, on).ground, value) or SquareMetres(row.size_m2)
    kilograms = (
        float(value.dose.mass_kg(SquareMetres(row.size_m2), value.product.density_kg_l)) if value.product else 0.0
    )
    daybook.write_entry(
        session,
        form_key=f"demo-care-{job.id}",
        area_id=row.id,
        job_id=job.id,
        product_id=job.product_id,
        applied_on=on,
        amount_kg=round(kilograms, 3),
        amount_typed=f"{kilograms:.3g} kg" if kilograms else "",
        covered_m2=covered,
        covered_typed=f"{covered:.1f} m²",
        who=who,
        licence=world.CREW_LICENCES[who],
        weather="dry, light wind",
        note="",
        reason="",
        recorded_at=_afternoon(on),
    )


def _afternoon(day: date) -> datetime:
    return datetime(day.year, day.month, day.day, 16, tzinfo=UTC)
