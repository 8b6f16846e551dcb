"""Planned rounds among the lawn's other jobs: moved within their window, or left out where nothing passes."""

from __future__ import annotations

from datetime import date, timedelta

from amber_acre.core.jobs.job import Job
from amber_acre.core.programme.settling import settle
from tests.core.rules.cases import TODAY, book, entry, ground, job
from tests.core.worlds import BYLAW, LIME, QUICK

MAY = date(2026, 5, 20)


def a_round(on: date, key: int = 0, before: int = 10, after: int = 20) -> Job:
    opens, closes = on - timedelta(days=before), on + timedelta(days=after)
    return job(QUICK, 12, on, key=key, maker="season", opens=opens, closes=closes, name="Late spring")


def test_a_round_steps_aside_for_lime() -> None:
    """Lime three days before: the nearest day a fortnight off lies eleven days on."""
    lime = job(LIME, 100, MAY - timedelta(days=3), key=5, work="spread", maker="up")
    (one,), said = settle(book(ground(), lime), [a_round(MAY)], TODAY)
    assert one.on == MAY + timedelta(days=11)
    assert (one.opens, one.closes) == (MAY - timedelta(days=10), MAY + timedelta(days=20))
    assert "lies on 31 May instead of 20 May" in said[0]
    assert "ammonia beside fresh lime" in said[0]


def test_what_cannot_pass_in_its_window_is_left_out_and_said() -> None:
    """The label's 28 days from what went down on 25 May do not end in the window."""
    down = entry(QUICK, 12, date(2026, 5, 25))
    kept, said = settle(book(ground(), entries=(down,)), [a_round(MAY)], TODAY)
    assert kept == ()
    assert "Late spring is left out" in said[-1]
    assert "asks for 28 between" in said[-1]


def test_what_passes_stays_and_is_numbered_anew() -> None:
    rounds = [a_round(MAY), a_round(date(2026, 9, 1)), a_round(date(2026, 12, 20), before=5, after=5)]
    kept, said = settle(book(ground(rules=BYLAW)), rounds, TODAY)
    assert [(one.number, one.on) for one in kept] == [(1, MAY), (2, date(2026, 9, 1))]
    assert len(said) == 1  # the winter one lies in the closed period, whatever its day
