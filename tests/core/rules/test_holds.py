"""The verdict of a day: whose word it rests on, when in the day, and days that say the same (common practice)."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

import pytest

from amber_acre.core.jobs.job import NEW_ROOTS
from amber_acre.core.rules.holds import DayVerdict, day_verdict, said_on_end, span_verdicts
from amber_acre.core.season.weather import Sky
from tests.core.rules.cases import ground, job
from tests.core.rules.test_hold_checks import DAY, says, seen, sky
from tests.core.worlds import LEAF, QUICK


def test_a_verdict_says_whose_word_it_rests_on() -> None:
    told = says(QUICK, sky((seen("ground", word="moist"),)))
    assert told.rests_on == ("told", "ground moist, Wren, 27 May")
    assert not told.stand_in
    made_up = sky()
    days = {on: replace(day, stand_in=True, said=("stand-in",)) for on, day in made_up.days.items()}
    assert says(QUICK, Sky(days)).stand_in
    assert "before 10 or after 18" in str(says(LEAF, sky(day={"max_c": 25.0}), 3).hours)
    assert says(LEAF, sky(day={"max_c": 24.9}), 3).hours is None


def test_days_on_end_that_say_the_same_are_one_line() -> None:
    """Wednesday 27 May rains hard; what follows is wet, then goes."""
    weather = sky(day={"rain_mm": 40.0})
    week = span_verdicts(job(QUICK, 12, DAY), ground(irrigated=True), weather, DAY, 5)
    lines = said_on_end(week)
    assert [words for words, _ in lines] == ["Wednesday", "Thursday", "Friday", "Saturday to Sunday"]
    assert [words for words, _ in said_on_end(week, by_verdict=True)] == ["Wednesday to Friday", "Saturday to Sunday"]
    assert said_on_end(()) == []
    apart = [DayVerdict(DAY, "go"), DayVerdict(DAY + timedelta(days=2), "go")]
    assert len(said_on_end(apart)) == 2


@pytest.mark.parametrize(
    ("before", "day", "following", "holds"),
    [(24.9, 0.0, 0.0, False), (25.0, 0.0, 0.0, True), (10.0, 5.0, 9.9, False), (10.0, 5.0, 10.0, True)],
)
def test_rain_takes_the_place_of_a_watering_of_new_roots(
    before: float, day: float, following: float, holds: bool
) -> None:
    over = sky(before={"rain_mm": before}, day={"rain_mm": day}, next={"rain_mm": following})
    water = job(None, 0, DAY, work="water", answers=NEW_ROOTS)
    told = day_verdict(water, ground("bed"), over, DAY)
    assert told.verdict == ("hold" if holds else "go")
    assert not holds or told.reasons[0].code == "rain_watered"
    other = replace(water, answers="salt")  # to leach, rain or not
    assert day_verdict(other, ground("bed"), over, DAY).verdict == "go"


def test_a_watering_of_new_roots_waits_for_ground_that_is_wet_or_frozen() -> None:
    water, at = job(None, 0, DAY, work="water", answers=NEW_ROOTS), ground("bed")
    wet = day_verdict(water, at, sky((seen("ground", word="wet"),)), DAY)
    assert "rot" in str(wet.reasons[0].sentence)
    assert day_verdict(water, at, sky((seen("ground", 1, word="wet"),)), DAY).verdict == "go"
    assert day_verdict(water, at, sky((seen("ground", word="frozen"),)), DAY).verdict == "hold"
    assert day_verdict(water, at, sky(day={"max_c": 38.0, "wind_m_s": 12.0}), DAY).verdict == "go"
    assert day_verdict(water, at, Sky(), DAY).verdict == "look"
