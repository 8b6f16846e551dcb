"""Holds of a day for any job, states in a week, and the load (thresholds common practice, no source)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any

import pytest

from amber_acre.core.products.product import Product
from amber_acre.core.rules.due import DayForecast, hold_rules, holds, load_sheet, state_in_week, week_of
from amber_acre.core.rules.judged import judged_job
from tests.core.rules.cases import COMPOST, book, entry, ground, job
from tests.core.worlds import COPPERAS, IRON, LEAF, LIME, QUICK, SULPHUR

DAY = date(2026, 5, 27)
CALM = DayForecast(DAY, 0, 5, 18, 2)


def judged(what: Product | None, rate: float = 12, **changes: Any) -> Any:
    one = book(ground(), job(what, rate if what else 0, DAY, **changes))
    return judged_job(one, one.jobs[0])


def said(what: Product | None, day: DayForecast, **changes: Any) -> str:
    return " ".join(str(sentence) for sentence in holds(judged(what, **changes), day))


@pytest.mark.parametrize(
    ("what", "change", "says"),
    [
        (QUICK, {"rain_mm": 25.0}, ""),
        (QUICK, {"rain_mm": 25.1}, "Heavy rain, 25 mm: washes off (over 25 mm)."),
        (QUICK, {"min_c": 0.0}, ""),
        (QUICK, {"min_c": -0.1}, "nothing on frozen ground"),
        (QUICK, {"max_c": 28.9}, ""),
        (QUICK, {"max_c": 29.0}, "Heat, 29 °C: quick nitrogen waits"),
        (QUICK, {"wind_m_s": 9.0}, ""),
        (LEAF, {"wind_m_s": 4.0}, ""),
        (LEAF, {"wind_m_s": 4.1}, "spray drifts"),
        (LEAF, {"rain_mm": 1.0}, ""),
        (LEAF, {"rain_mm": 1.1}, "dry leaf"),
        (LIME, {"wind_m_s": 4.1}, "the dust drifts"),
        (LIME, {"max_c": 31.0}, ""),
        (SULPHUR, {"max_c": 26.9}, ""),
        (SULPHUR, {"max_c": 27.0}, "sulphur and iron sulphate burn"),
        (COPPERAS, {"max_c": 27.0}, "sulphur and iron sulphate burn"),
        (IRON, {"max_c": 27.0}, "iron on the leaf scorches"),
        (COMPOST, {"rain_mm": 31.0}, "wet ground is smeared"),
    ],
)
def test_holds_at_their_edges(what: Product, change: dict[str, Any], says: str) -> None:
    found = said(what, replace(CALM, **change), rate=3.0)
    assert (says in found) if says else found == ""


def test_work_without_product_is_held_by_ground_and_a_test_by_nothing() -> None:
    storm = DayForecast(DAY, 40, -3, 30, 9)
    assert "smeared" in said(None, storm, work="core")
    assert said(None, storm, work="sample") == ""
    assert hold_rules(judged(None, work="look")) == ()
    assert [str(rule) for rule in hold_rules(judged(LIME, 100))][-1] == "wind over 4 m/s"


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
    lines = load_sheet([stands, part, book(at, job(None, on=DAY, work="core")).jobs[0]])
    assert [(line.product, line.jobs) for line in lines] == [(QUICK, 2)]
    assert lines[0].amount_kg == pytest.approx(1.2 + 0.6)
