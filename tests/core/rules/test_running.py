"""Which way the pH is moved, by corrections and by what went down, at the edge of a year."""

from __future__ import annotations

from datetime import date, timedelta

from amber_acre.core.jobs.entry import Entry
from amber_acre.core.quantities import Kilograms, SquareMetres
from amber_acre.core.rules.running import corrected_since, mended, moved_direction, running_direction
from tests.core.rules.cases import book, entry, ground, job
from tests.core.worlds import COPPERAS, LIME, QUICK, SULPHUR

MAY = date(2026, 5, 20)


def test_a_correction_runs_for_a_year_after_its_last_dose() -> None:
    lime = job(LIME, 100, MAY, maker="up", work="spread")
    jobs = book(ground(), lime).jobs
    assert running_direction(jobs, MAY + timedelta(days=364)) == "up"
    assert running_direction(jobs, MAY + timedelta(days=365)) is None
    ended = book(ground(), job(LIME, 100, MAY, maker="up", work="spread", skipped=True)).jobs
    assert running_direction(ended, MAY) is None
    newer = job(SULPHUR, 20, MAY + timedelta(days=30), key=2, maker="down", work="spread")
    assert running_direction(book(ground(), lime, newer).jobs, MAY) == "down"
    assert running_direction(book(ground(), job(LIME, 100, MAY)).jobs, MAY) is None  # by hand: it moves, it runs not


def test_what_went_down_moves_the_ph_for_a_year() -> None:
    done = (entry(LIME, 100, MAY), entry(QUICK, 12, MAY + timedelta(days=1), key=91))
    assert moved_direction(done, MAY + timedelta(days=364)) == "up"
    assert moved_direction(done, MAY + timedelta(days=365)) is None
    later = (*done, entry(COPPERAS, 30, MAY + timedelta(days=9), key=92))
    assert moved_direction(later, MAY + timedelta(days=10)) == "down"
    assert moved_direction(later, MAY + timedelta(days=8)) == "up"
    assert corrected_since(done, MAY - timedelta(days=1))
    assert not corrected_since(done, MAY)
    assert corrected_since(done, None)


def test_irrigation_that_was_mended_holds_for_a_year() -> None:
    repair = job(None, 0, MAY, work="repair")
    done = book(ground("bed"), repair, entries=(Entry(90, 1, MAY, None, Kilograms(0), SquareMetres(100)),)).jobs
    assert mended(done, MAY)
    assert mended(done, MAY + timedelta(days=364))
    assert not mended(done, MAY + timedelta(days=365))
    assert not mended(done, MAY - timedelta(days=1))
    assert not mended(book(ground("bed"), repair).jobs, MAY)  # planned alone mends nothing
