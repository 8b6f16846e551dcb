"""Ports are counted over the years: what the form says, and every injection that was done since."""

from __future__ import annotations

from datetime import date

import pytest

from amber_acre.core.care.injected import wounds
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.jobs.job import Job
from amber_acre.core.jobs.standing import stand
from amber_acre.core.products.injection import whole_months
from amber_acre.core.quantities import Kilograms
from amber_acre.core.rules.judge import AreaBook
from tests.core.rules.cases import facts, ground

TREE = ground("tree", facts=facts(ports=6.0, injected_on="2024-06-11"))
TODAY = date(2026, 5, 27)


def book(done: date | None) -> AreaBook:
    on = date(2026, 5, 4)
    one = Job(1, "Inject", "inject", on, on, date(2026, 6, 1), Dose(0.0, count=7), key=5)
    entries = () if done is None else (Entry(1, 5, done, None, Kilograms(0.0), TREE.size_m2),)
    return AreaBook(TREE, (stand(one, TREE.size_m2, TREE.low_m2, entries, TODAY),), entries, TODAY)


def test_a_planned_injection_wounds_nothing_yet() -> None:
    found = wounds(book(None))
    assert (found.ports, found.last, found.planned) == (6, date(2024, 6, 11), date(2026, 5, 4))


def test_ports_of_an_injection_that_was_done_are_added() -> None:
    found = wounds(book(date(2026, 5, 6)))
    assert (found.ports, found.last, found.planned) == (13, date(2026, 5, 6), None)


def test_what_the_form_already_counts_is_not_counted_twice() -> None:
    assert wounds(book(date(2024, 6, 11))).ports == 6


@pytest.mark.parametrize(
    ("till", "months"), [("2026-06-10", 23), ("2026-06-11", 24), ("2024-06-11", 0), ("2024-07-10", 0)]
)
def test_a_month_is_full_on_its_day(till: str, months: int) -> None:
    assert whole_months(date(2024, 6, 11), date.fromisoformat(till)) == months
