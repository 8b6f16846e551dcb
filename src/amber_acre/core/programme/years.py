"""Four years back and four ahead of a lawn: nitrogen with what carries over, phosphorus, tests and looks.

The years ahead repeat the season planned; what that brings is an outlook, not a plan, and says so.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.core.jobs.entry import Entry, standing, without_bulk
from amber_acre.core.jobs.job import Job
from amber_acre.core.measure.condition import Look
from amber_acre.core.products.product import Product
from amber_acre.core.programme.carry import carried_in
from amber_acre.core.quantities import Kilograms, SquareMetres
from amber_acre.core.season.climate import Climate
from amber_acre.core.season.phases import phases
from amber_acre.core.soil.evidence import SoilTest

BACK, AHEAD = 4, 4
YEAR_DAYS = 365
TEST_EVERY_DAYS = 3 * YEAR_DAYS  # a lawn's soil is tested again after three years [common-practice]


@dataclass(frozen=True)
class SeasonOfYears:
    """One of the seasons: what goes down in it and what it gets from earlier ones, g/m².

    ``kind``: 'past', 'now' or 'ahead'. ``down``: nitrogen that went down, ``planned``: still to come. ``carried``:
    released from earlier seasons. ``phosphorus``: of the element. ``ph``/``p_mg_kg``: by a test in it. ``colour``: of
    the last look, 1 dark green to 5 bare. ``test_due``: the day a soil test is due in it.
    """

    start: date
    kind: str
    down: float
    planned: float
    carried: float
    phosphorus: float
    ph: float | None
    p_mg_kg: float | None
    colour: int | None
    test_due: date | None

    @property
    def nitrogen(self) -> float:
        """All nitrogen that goes down in it."""
        return self.down + self.planned


def seasons_of_years(
    climate: Climate,
    start: date,
    size_m2: float,
    entries: Sequence[Entry],
    rounds: Sequence[Job],
    tests: Sequence[SoilTest],
    looks: Sequence[Look],
) -> tuple[SeasonOfYears, ...]:
    """The seasons from four before ``start`` to four after; ``rounds``: of the season from ``start``, done ones too."""
    counted = list(without_bulk(standing(tuple(entries))))
    done = {entry.job for entry in counted}
    open_rounds = [job for job in rounds if job.counts and job.key not in done and job.product is not None]
    year = phases(climate)
    found = []
    supposed: list[Entry] = list(counted)
    due = _first_due(tests, start)
    for n in range(-BACK, AHEAD + 1):
        begins = _begins(start, n)
        ends = _begins(start, n + 1)
        inside = [entry for entry in counted if begins <= entry.on < ends]
        to_come = open_rounds if n == 0 else [job for job in rounds if job.counts and job.product] if n > 0 else []
        if n >= 0:
            supposed += [_as_entry(job, _same_day(job.on, n), size_m2) for job in to_come]
        carried, _ = carried_in([one for one in supposed if one.on < begins], year, begins, size_m2)
        tested = [test for test in tests if begins <= test.taken_on < ends]
        seen = sorted((look for look in looks if begins <= look.on_day < ends), key=lambda look: look.on_day)
        newest = max(tested, key=lambda test: test.taken_on, default=None)
        found.append(
            SeasonOfYears(
                begins,
                "past" if n < 0 else "now" if n == 0 else "ahead",
                sum(_brings(e.material, e.amount_kg * 1000 / size_m2) for e in inside),
                sum(_brings(job.material, float(job.rate_g_m2)) for job in to_come),
                float(carried.sum()),
                sum(e.material.phosphorus_fraction * e.amount_kg * 1000 / size_m2 for e in inside)
                + sum(job.material.phosphorus_fraction * float(job.rate_g_m2) for job in to_come),
                newest.ph if newest is not None else None,
                newest.values.get("p") if newest is not None else None,
                next((look.colour for look in reversed(seen) if look.colour is not None), None),
                due if due is not None and begins <= due < ends else None,
            )
        )
        if due is not None and begins <= due < ends:
            due += timedelta(days=TEST_EVERY_DAYS)
    return tuple(found)


def _begins(start: date, years: int) -> date:
    return date(start.year + years, start.month, start.day)


def _same_day(on: date, years: int) -> date:
    """The day so many years on; 29 February becomes the 28th."""
    try:
        return on.replace(year=on.year + years)
    except ValueError:
        return on.replace(year=on.year + years, day=28)


def _as_entry(job: Job, on: date, size_m2: float) -> Entry:
    amount = Kilograms(float(job.rate_g_m2) * size_m2 / 1000)
    return Entry(0, None, on, job.product, amount, SquareMetres(size_m2))


def _brings(product: Product, rate_g_m2: float) -> float:
    return product.total_nitrogen * rate_g_m2


def _first_due(tests: Sequence[SoilTest], start: date) -> date:
    """When the next soil test is due: three years after the newest, at once where there is none."""
    newest = max((test.taken_on for test in tests), default=None)
    return start if newest is None else max(start, newest + timedelta(days=TEST_EVERY_DAYS))
