"""The verdict of a day: whose word it rests on, when in the day, and days that say the same (common practice)."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

from amber_acre.core.rules.holds import DayVerdict, said_on_end, span_verdicts
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
