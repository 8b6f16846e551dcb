"""Uses of an area and sums of any twelve months, at the edge of a year."""

from __future__ import annotations

from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.jobs.use import Use, most_in_a_year, most_with, up_to
from tests.core.rules.cases import book, entry, ground, job
from tests.core.worlds import LIME, QUICK

MAY = date(2026, 5, 20)


def use(days: int, rate: float = 10.0) -> Use:
    return Use(MAY + timedelta(days=days), rate, "x")


def test_what_is_logged_takes_the_place_of_what_was_planned() -> None:
    done, planned = job(QUICK, 12, MAY), job(LIME, 100, MAY + timedelta(days=40), key=2)
    left = job(QUICK, 9, MAY + timedelta(days=60), key=3, skipped=True)
    log = (entry(QUICK, 13, MAY - timedelta(days=3), job=1), entry(QUICK, 5, MAY + timedelta(days=90), key=91))
    uses = book(ground(), done, planned, left, entries=log).uses
    assert [(u.on, u.rate_g_m2, u.down, u.job) for u in uses] == [
        (MAY - timedelta(days=3), 13, True, 1),
        (MAY + timedelta(days=40), 100, False, 2),
        (MAY + timedelta(days=90), 5, True, None),
    ]
    assert uses[0].begins == "What went down on 17 May 2026"
    assert (uses[0].feeds, Use(MAY, 0, "core", None, "core").feeds) == (True, False)


@pytest.mark.parametrize(("days", "most"), [(364, 20.0), (365, 10.0)])
def test_a_year_is_any_twelve_months(days: int, most: float) -> None:
    uses = [use(0), use(days)]
    assert most_in_a_year(uses) == most_with(uses, MAY) == most_with(uses, MAY + timedelta(days=days)) == most
    assert sum(u.rate_g_m2 for u in up_to(uses, MAY + timedelta(days=days))) == most
    assert most_in_a_year([]) == most_with([], MAY) == 0


@given(st.lists(st.tuples(st.integers(0, 1500), st.floats(0, 50)), max_size=12), st.integers(0, 1500))
def test_the_most_with_a_day_is_never_more_than_the_most(uses: list[tuple[int, float]], day: int) -> None:
    all_of_it = [use(days, rate) for days, rate in uses]
    on = MAY + timedelta(days=day)
    assert most_with(all_of_it, on) <= most_in_a_year(all_of_it) + 1e-9
    assert sum(u.rate_g_m2 for u in up_to(all_of_it, on)) <= most_in_a_year(all_of_it) + 1e-9
