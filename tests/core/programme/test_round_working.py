"""A round's working: what growth asks until the next feed, what meets it anyway, and what the round frees in it."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest
from simpleeval import simple_eval

from amber_acre.core.programme.planning import plan_year
from amber_acre.core.programme.round_working import round_working
from amber_acre.core.programme.year import LawnYear, lawn_year
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.core.season.climate import season_start
from amber_acre.core.working import Step
from tests.core.test_programme import entry
from tests.core.worlds import FREE, SHELF, lawn

START = date(2026, 3, 1)
PLACE = lawn(rules=FREE)


def year_of(today: date = START, logged: int = 0) -> LawnYear:
    """A planned season of which so many rounds went down as planned."""
    start = season_start(PLACE.climate, START)
    made = plan_year(PLACE, SHELF, start, start)
    rounds = [replace(one, key=one.number) for one in made.rounds]
    entries = tuple(entry(one, PLACE.size_m2, key=one.key) for one in rounds[:logged])
    return lawn_year(PLACE, rounds, entries, start, max([today, *(one.on for one in entries)]))


def told(year: LawnYear, one: JudgedJob) -> tuple[Step, ...]:
    working = round_working(year, one)
    return () if working is None else tuple(working.steps)


def steps(year: LawnYear, n: int) -> dict[str, Step]:
    return {step.title.split(",")[0]: step for step in told(year, year.rounds[n])}


def test_what_growth_asks_of_the_rounds_adds_up_to_what_is_left_of_the_year() -> None:
    """From the first feed to the season's end every day of demand is told once."""
    year = year_of()
    feeds = [one for one in year.rounds if one.product and one.product.total_nitrogen]
    asked = [next(s.result for s in told(year, one) if s.title.startswith("Growth asks for")) for one in feeds]
    first = year.series.index(feeds[0].on)
    assert sum(asked) == pytest.approx(float(year.need.demand_g_m2[first:].sum()))
    assert min(asked) > 0


def test_what_a_round_frees_until_the_next_is_what_its_supply_says() -> None:
    year = year_of()
    for n, one in enumerate(year.rounds[:-1]):
        day, until = year.series.index(one.on), year.series.index(year.rounds[n + 1].on)
        own = year.ribbon_of(one)
        assert own is not None
        told = steps(year, n)["This round frees in that time"]
        assert told.result == pytest.approx(float(own.daily_g_m2[day:until].sum()))
        assert told.result <= own.applied_g_m2 + 1e-9
        others = sum(float(r.daily_g_m2[day:until].sum()) for r in year.ribbons if r is not own)
        met = steps(year, n)["Of it met without this round"]
        values = {figure.symbol: figure.value for figure in met.figures}
        assert values["comes_g_m2"] == pytest.approx(others)
        assert values["lies_g_m2"] == pytest.approx(float(year.pool.daily_g_m2[day - 1]))
        assert met.result == pytest.approx(min(values["asked_g_m2"], values["lies_g_m2"] + others))


def test_every_step_evaluates() -> None:
    year = year_of()
    for one in year.rounds:
        assert len(told(year, one)) == 3
        for step in told(year, one):
            names = {figure.symbol: figure.value for figure in step.figures}
            again = simple_eval(step.formula, names=names, functions={"min": min})
            assert again == pytest.approx(step.result, rel=1e-9, abs=1e-9)


def test_the_last_feed_is_told_to_the_seasons_end() -> None:
    year = year_of()
    titles = [step.title for step in told(year, year.rounds[-1])]
    assert "Growth asks for until the season's end" in titles
    follows = year.rounds[1].on
    assert f"Growth asks for until the next feed, {follows:%-d %B}" in [
        step.title for step in told(year, year.rounds[0])
    ]


def test_a_round_that_was_done_meets_no_growth_to_come() -> None:
    """What went down is a fact; growth is told of those to come, with the logged feed among what frees meanwhile."""
    year = year_of(logged=1)
    assert round_working(year, year.rounds[0]) is None
    assert year.ribbon_of(year.rounds[0]) is next(r for r in year.ribbons if r.logged)
    lies = next(f for f in steps(year, 1)["Of it met without this round"].figures if f.symbol == "lies_g_m2")
    assert lies.value == pytest.approx(float(year.pool.daily_g_m2[year.series.index(year.rounds[1].on) - 1]))


def test_a_round_moved_out_of_the_season_meets_none_of_its_growth() -> None:
    year = year_of()
    far = replace(year.rounds[0].job, on=date(2028, 5, 1), opens=date(2028, 4, 20), closes=date(2028, 5, 9))
    start = season_start(PLACE.climate, START)
    moved = lawn_year(PLACE, [far, *(one.job for one in year.rounds[1:])], (), start, START + timedelta(days=1))
    last = moved.rounds[-1]
    assert last.on == far.on
    assert moved.ribbon_of(last) is None
    assert round_working(moved, last) is None
