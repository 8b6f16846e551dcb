"""Days as files write them: read one way, or asked about."""

from __future__ import annotations

from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.errors import NotUnderstood
from amber_acre.exchange.days import DayOrder, ambiguous_days, order_told, read_day

NEAR = date(2026, 4, 15)  # a Wednesday
DAY = date(2026, 4, 18)


@pytest.mark.parametrize(
    "text",
    [
        "2026-04-18",
        "2026-04-18 06:00",
        "2026-04-18T06:00:00+02:00",
        "18.4.2026",
        "18.04.2026",
        "4/18/2026",
        "18/4/2026",
        "18-4-2026",
        "18 April 2026",
        "April 18, 2026",
        "Sat 18 Apr 2026",
        "Saturday, 18th April 2026",
    ],
)
def test_days_that_read_one_way(text: str) -> None:
    assert read_day(text) == DAY


@pytest.mark.parametrize(
    "text",
    [
        "4/5/2026",
        "spring",
        "31.2.2026",
        "",
        "2026",
        "18.4.",
        "18 April",
        "Sat",
        "tomorrow",
        "18 Ap 2026",
        "18 19 April",
    ],
)
def test_days_that_do_not(text: str) -> None:
    with pytest.raises(NotUnderstood, match="one way only"):
        read_day(text)


@pytest.mark.parametrize(
    ("text", "day"),
    [
        ("18.4.", DAY),
        ("18 Apr", DAY),
        ("Apr 18", DAY),
        ("Sat 18 Apr", DAY),
        ("Sat", DAY),
        ("Wed", NEAR),
        ("Tuesday", NEAR + timedelta(days=6)),
        ("today", NEAR),
        ("Tomorrow", NEAR + timedelta(days=1)),
        ("yesterday", NEAR - timedelta(days=1)),
    ],
)
def test_near_a_day_the_year_may_be_left_out(text: str, day: date) -> None:
    assert read_day(text, near=NEAR) == day


def test_the_year_is_the_one_that_brings_it_nearest() -> None:
    assert read_day("2 January", near=date(2026, 12, 28)) == date(2027, 1, 2)
    assert read_day("30.12.", near=date(2027, 1, 3)) == date(2026, 12, 30)
    assert read_day("29 Feb", near=date(2028, 2, 20)) == date(2028, 2, 29)
    with pytest.raises(NotUnderstood):
        read_day("29 Feb", near=date(2026, 2, 20))  # none of three years has one


def test_one_day_of_a_file_tells_the_order_of_all() -> None:
    days = ["4/5/2026", "4/18/2026"]
    assert not ambiguous_days(days)
    assert order_told(days) == "month-day"
    assert [read_day(day, order_told(days)) for day in days] == [date(2026, 4, 5), DAY]
    assert ambiguous_days(days[:1])
    assert order_told(days[:1]) == ""


@given(st.dates(date(1990, 1, 1), date(2090, 1, 1)), st.sampled_from(["day-month", "month-day"]))
def test_whatever_is_written_is_read(day: date, order: DayOrder) -> None:
    slashed = f"{day.day}/{day.month}/{day.year}" if order == "day-month" else f"{day.month}/{day.day}/{day.year}"
    assert read_day(slashed, order) == day
    for text in (day.isoformat(), f"{day:%d.%m.%Y}", f"{day:%-d %B %Y}", f"{day:%b %-d %Y}"):
        assert read_day(text) == day
    assert read_day(f"{day:%A %-d %B}", near=day + timedelta(days=40)) == day or (day.month, day.day) == (2, 29)
