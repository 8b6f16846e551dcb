"""Years back and ahead: sums by season, what carries over, when a test is due."""

from __future__ import annotations

from datetime import date

import pytest

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.jobs.job import Job
from amber_acre.core.measure.condition import Look
from amber_acre.core.programme.years import TEST_EVERY_DAYS, seasons_of_years
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, SquareMetres
from tests.core.programme.test_carry import SLUDGE
from tests.core.worlds import QUICK, VALE, mehlich

START = date(2026, 3, 1)


def round_on(day: date, key: int) -> Job:
    return Job(1, "Main feed", "feed", day, day, day, Dose(GramsPerSquareMetre(15.0)), QUICK, key)


def gave(day: date, key: int | None = None) -> Entry:
    return Entry(3, key, day, QUICK, Kilograms(1.5), SquareMetres(100.0))


def test_seasons_add_up_what_went_down_and_what_will() -> None:
    years = seasons_of_years(
        VALE,
        START,
        100.0,
        [gave(date(2025, 9, 4)), gave(date(2026, 4, 1), 5)],
        [round_on(date(2026, 4, 1), 5), round_on(date(2026, 9, 4), 6)],
        [],
        [],
    )
    assert [y.kind for y in years] == ["past"] * 4 + ["now"] + ["ahead"] * 4
    nitrogen = 15 * QUICK.total_nitrogen
    assert years[3].down == pytest.approx(nitrogen)
    assert years[4].down == pytest.approx(nitrogen)
    assert years[4].planned == pytest.approx(nitrogen)
    assert all(y.planned == pytest.approx(2 * nitrogen) and y.down == 0 for y in years[5:])
    assert years[4].test_due == START
    assert any(y.test_due for y in years[6:8])


def test_organic_nitrogen_builds_up_over_the_outlook() -> None:
    job = Job(1, "Feed", "feed", date(2026, 5, 1), START, START, Dose(GramsPerSquareMetre(80.0)), SLUDGE, 9)
    years = seasons_of_years(VALE, START, 100.0, [], [job], [], [])
    carried = [y.carried for y in years[5:]]
    assert carried == sorted(carried)
    assert carried[2] > carried[1] > carried[0] > 0
    assert years[4].phosphorus == pytest.approx(80 * SLUDGE.phosphorus_fraction)


def test_tests_and_looks_stand_in_their_season() -> None:
    tested = mehlich(p=30)
    looks = [Look(date(2025, 6, 1), "Wren", colour=3), Look(date(2025, 9, 1), "Wren", colour=2)]
    years = seasons_of_years(VALE, START, 100.0, [], [], [tested], looks)
    of_test = next(y for y in years if y.p_mg_kg is not None)
    assert of_test.start <= tested.taken_on
    assert next(y for y in years if y.colour is not None).colour == 2
    due = [y.test_due for y in years if y.test_due is not None]
    assert (due[0] - tested.taken_on).days == TEST_EVERY_DAYS or due[0] == START
