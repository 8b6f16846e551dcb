"""What roses ask beside their rounds: sun, rootstock and medium, nitrogen by season, new soil (from memory)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from amber_acre.core.care.feeding import RoundAsked
from amber_acre.core.care.planting import planting_of
from amber_acre.core.care.roses import (
    AMMONIUM_COLD,
    AMMONIUM_HOT,
    HOT_SEASON_C,
    REPOTTED_DAYS,
    ammonium_wanted,
    has_roses,
    repotting,
    said_of_roses,
)
from amber_acre.core.programme.garden_year import plan_garden
from amber_acre.core.programme.picking import candidates
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.season.climate import season_start
from tests.cases.care import shelf
from tests.core.care.test_planting import START, ground, planting, year
from tests.core.worlds import VALE, product


@pytest.mark.parametrize(
    ("hours", "word"), [("6", ""), ("5.9", "floribundas"), ("4", "floribundas"), ("3.9", "miniature")]
)
def test_the_class_of_a_rose_by_its_sun(hours: str, word: str) -> None:
    said = said_of_roses(planting("bed", "14 × Rosa hybrids", sun=hours))
    assert [one.code for one in said] == (["rose_sun"] if word else [])
    assert not word or word in said[0].sentence
    assert said_of_roses(planting("bed", "14 × Hemerocallis hybrids", sun=hours)) == []


@pytest.mark.parametrize(
    ("roots", "medium", "fails"),
    [("indica", "peat", True), ("indica", "soil", False), ("multiflora", "peat", False), ("indica", "", True)],
)
def test_indica_is_for_soil(roots: str, medium: str, fails: bool) -> None:
    texts = {"rootstock": roots} | ({"medium": medium} if medium else {})
    said = said_of_roses(planting("container", "Rosa hybrids", **texts))
    assert ("rootstock" in {one.code for one in said}) is fails
    assert said_of_roses(planting("bed", "14 × Rosa hybrids", rootstock="indica")) == []


def test_wild_roses_are_no_garden_roses() -> None:
    assert has_roses(planting("bed", "14 × Rosa hybrids"))
    assert not has_roses(planting("bed", "14 × Rosa rugosa"))


def test_ammonium_by_season() -> None:
    """A tenth in the hot season, three tenths in the cold."""
    edge = replace(VALE, mean_c=(HOT_SEASON_C - 0.1,) * 6 + (HOT_SEASON_C,) * 6, min_c=(5.0,) * 12, max_c=(28.0,) * 12)
    assert ammonium_wanted(edge, date(2026, 6, 30)) == AMMONIUM_COLD == 0.3
    assert ammonium_wanted(edge, date(2026, 7, 1)) == AMMONIUM_HOT == 0.1
    at = planting("bed", "14 × Rosa hybrids")
    on = date(2026, 7, 10)
    nine = product(91, "Nine parts nitrate", {"nitrate": 9, "ammoniacal": 1}, (20, 60), "quick", k2o=5)
    half = product(92, "Half nitrate", {"nitrate": 5, "ammoniacal": 5}, (20, 60), "quick", k2o=5)
    asked = RoundAsked("Feed", on, on, on + timedelta(days=20), 3.0, "")
    assert next(one.product.name for one in candidates(asked, at, [half, nine])) == "Nine parts nitrate"


def test_roses_in_pots_get_new_soil_once_a_year() -> None:
    pots = planting("container", "Rosa hybrids")
    stages = year(pots)
    (job,) = repotting(pots, stages, START, [])
    assert START <= job.on < stages.wakes
    assert repotting(pots, stages, START, [job.on - timedelta(days=REPOTTED_DAYS - 1)]) == []
    assert repotting(pots, stages, START, [job.on - timedelta(days=REPOTTED_DAYS)]) != []
    assert repotting(pots, stages, stages.wakes + timedelta(days=61), []) == []
    for other in (planting("bed", "14 × Rosa hybrids"), planting("container", "Petunia hybrids")):
        assert repotting(other, stages, START, []) == []
    assert repotting(planting("container", "Rosa hybrids", winter="gone"), stages, START, []) == []


def test_the_year_of_potted_roses_has_it() -> None:
    at = ground("container", "Rosa hybrids", rootstock="indica", medium="peat")
    start = season_start(at.climate, START)

    plan = plan_garden(planting_of(at), AreaBook(at, (), (), start), shelf(), start, start)
    assert next(job.name for job in plan.jobs).startswith("Repot")
    assert "rootstock" in {one.code for one in plan.said}


def test_new_soil_that_is_pinned_is_not_planned_twice() -> None:
    at = ground("container", "Rosa hybrids")
    start = season_start(at.climate, START)
    book = AreaBook(at, (), (), start)
    first = plan_garden(planting_of(at), book, shelf(), start, start)
    pinned = [replace(job, pinned=True) for job in first.jobs if job.work == "plant"]
    again = plan_garden(planting_of(at), book, shelf(), start, start, pinned=pinned)
    assert [job.work for job in again.jobs].count("plant") == 1
