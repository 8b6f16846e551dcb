"""States in a week, and what would hold a job (thresholds common practice, no source)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any

from amber_acre.core.products.product import Product
from amber_acre.core.rules.due import hold_rules, state_in_week, week_of
from amber_acre.core.rules.held_day import Limits
from amber_acre.core.rules.judged import judged_job
from tests.core.rules.cases import book, entry, ground, job
from tests.core.worlds import LIME, QUICK

DAY = date(2026, 5, 27)


def judged(what: Product | None, rate: float = 12, **changes: Any) -> Any:
    one = book(ground(), job(what, rate if what else 0, DAY, **changes))
    return judged_job(one, one.jobs[0])


def test_what_would_hold_a_job_is_said_beforehand() -> None:
    assert hold_rules(judged(None, work="look")) == ()
    assert [str(rule) for rule in hold_rules(judged(LIME, 100))][-1] == "wind over 4 m/s"
    assert "wind over 3 m/s" in str(hold_rules(judged(LIME, 100), Limits(wind_m_s=3.0))[-1])


def test_the_week_takes_a_job_whose_window_touches_it_and_loads_what_is_left() -> None:
    at = ground()
    opens = DAY + timedelta(days=4)
    one = job(QUICK, 12, opens)
    monday, sunday = week_of(DAY)
    assert (monday, sunday) == (date(2026, 5, 25), date(2026, 5, 31))
    assert week_of(date(2026, 1, 1)) == (date(2025, 12, 29), date(2026, 1, 4))
    stands = book(at, one).jobs[0]
    assert state_in_week(stands, sunday, DAY) == "due"
    assert state_in_week(stands, sunday - timedelta(days=1), DAY) == "coming"
    assert state_in_week(replace(stands, held=True), sunday - timedelta(days=1), DAY) == "coming"
    assert state_in_week(replace(stands, held=True), opens, opens) == "held"
    half = entry(QUICK, 12, opens, size=50.0, job=1)
    part = book(at, one, entries=(half,)).jobs[0]
    assert part.state(opens) == "in part"
