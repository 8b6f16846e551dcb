"""Waterings after planting: weeks, then by usual rain until what was planted has rooted (common practice)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from itertools import pairwise
from typing import Literal

import pytest

from amber_acre.core.care.planting import Planting, planting_of
from amber_acre.core.jobs.job import NEW_ROOTS, Job
from amber_acre.core.programme.new_plants import BEDDED, DUG_IN, WATERED_WEEKS, planting_jobs, rooted_on
from amber_acre.core.season.climate import Climate, next_season_start, season_start
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.stages import met_by_rain, stages
from tests.core.care.test_planting import ground
from tests.core.worlds import VALE

TODAY = date(2026, 4, 1)
DRY = replace(VALE, rain_mm=(5.0,) * 12)
WET = replace(VALE, rain_mm=(400.0,) * 12)


def waters(
    kind: str,
    plant: str,
    on: date,
    today: date = TODAY,
    climate: Climate = DRY,
    irrigated: bool | None = None,
    watered: tuple[tuple[date, str], ...] = (),
    **texts: str,
) -> list[Job]:
    at = replace(ground(kind, plant, climate, planted_on=on.isoformat(), **texts), irrigated=irrigated)
    return [job for job in jobs_of(planting_of(at), today, watered) if job.work == "water"]


def jobs_of(one: Planting, today: date, watered: tuple[tuple[date, str], ...] = ()) -> list[Job]:
    start = season_start(one.ground.climate, today)
    year = stages(one.ground.climate, one.group.start_c, start)
    return planting_jobs(one, year, next_season_start(start), today, watered=watered)


def week_of(job: Job) -> str:
    return job.name.rpartition(", ")[2].partition(":")[0]


def gaps(jobs: list[Job]) -> list[int]:
    return [(after.opens - before.opens).days for before, after in pairwise(jobs)]


def test_bedding_is_planted_into_moist_ground_and_a_hedge_into_its_own() -> None:
    for kind, plants, how in (("bed", "24 × petunia", BEDDED), ("hedge", "Taxus baccata", DUG_IN)):
        jobs = jobs_of(planting_of(ground(kind, plants, planted_on="2026-05-20")), TODAY)
        assert [job.reason for job in jobs if job.work == "plant"] == [how]
        assert all(job.answers == NEW_ROOTS for job in jobs)
    assert len(waters("bed", "24 × petunia", date(2026, 5, 20))) == WATERED_WEEKS  # of a summer, and no wood


def test_wood_is_watered_every_week_for_four_then_every_fortnight_while_it_is_warm() -> None:
    """The soil of the vale is at 5.5 °C on 25 November, at 3.4 °C on 9 December: fortnights with a middle in the cold
    are left."""
    found = waters("hedge", "Taxus baccata", date(2026, 5, 20))
    assert gaps(found) == [7, 7, 7, 7] + [14] * (len(found) - 5)
    assert [week_of(job) for job in found[2:6]] == ["week 3", "week 4", "week 5", "week 7"]
    assert found[-1].opens == date(2026, 11, 18)
    assert found[0].name == "Water through to the roots, week 1: 25 mm (1.0 in) over their ground"
    assert "so much in the week, in three goes" in found[0].reason
    assert "Not rooted out before May 2027" in found[-1].reason
    assert "None after 25 mm (1.0 in) of rain in a week." in found[-1].reason


def test_usual_rain_or_irrigation_waters_in_its_place() -> None:
    on = date(2026, 5, 20)
    assert len(waters("hedge", "Taxus baccata", on, climate=WET)) == WATERED_WEEKS
    assert len(waters("hedge", "Taxus baccata", on, irrigated=True)) == WATERED_WEEKS
    assert len(waters("hedge", "Taxus baccata", on, irrigated=False)) > WATERED_WEEKS


@pytest.mark.parametrize(
    ("share", "hedge", "lavender"),
    [(0.49, True, True), (0.51, True, False), (0.74, True, False), (0.76, False, False)],
)
def test_what_rain_has_to_carry(share: float, hedge: bool, lavender: bool) -> None:
    """Three quarters of what the air asks in the first year, half of it for what comes from dry country."""
    asked = 50.0 / met_by_rain(replace(VALE, rain_mm=(50.0,) * 12), date(2026, 7, 1), 31)
    climate = replace(VALE, rain_mm=(share * asked,) * 12)  # over July
    for kind, plants, wanted in (("hedge", "Taxus baccata", hedge), ("bed", "9 × Lavandula angustifolia", lavender)):
        found = [job for job in waters(kind, plants, date(2026, 4, 20), climate=climate) if job.opens.month == 7]
        assert bool(found) is wanted, (kind, share)


def test_a_tree_roots_out_in_a_year_for_each_inch_of_its_trunk() -> None:
    """2.54 cm a year: 5.08 cm two years; a watering is 15 litres a centimetre, ten US gallons an inch."""
    one = planting_of(ground("tree", "Quercus robur", planted_on="2025-05-01", stems="5.08 cm"))
    assert rooted_on(one, date(2025, 5, 1)) == date(2027, 5, 1)
    thin = planting_of(ground("tree", "Quercus robur", planted_on="2025-05-01", stems="1 cm"))
    assert rooted_on(thin, date(2025, 5, 1)) == date(2026, 5, 1)
    for stems, rooted in (("7.62 cm", date(2028, 4, 30)), ("60 cm", date(2028, 4, 30))):  # grown since
        thick = planting_of(ground("tree", "Quercus robur", planted_on="2025-05-01", stems=stems))
        assert rooted_on(thick, date(2025, 5, 1)) == rooted
    found = waters("tree", "Quercus robur", date(2025, 5, 1), date(2026, 5, 20), stems="5.08 cm")
    assert set(gaps(found)) == {28}
    assert [week_of(job) for job in found[:2]] == ["month 13", "month 14"]
    assert found[0].name.endswith(": 76 L (20 gal)")
    assert not waters("tree", "Quercus robur", date(2025, 5, 1), date(2027, 5, 29), stems="5.08 cm")
    several = waters("tree", "Quercus robur", date(2026, 5, 1), stems="5 cm; 3 cm")  # as one of √(5² + 3²) = 5.83 cm
    assert several[0].name.endswith(": 87 L (23 gal)")


@pytest.mark.parametrize(("days", "joins"), [(0, True), (4, True), (5, False)])
def test_a_watering_joins_a_visit_near_its_usual_distance(days: int, joins: bool) -> None:
    """A fortnight less or more four days from the one before, which was in its own week; two in step stay so."""
    one = planting_of(ground("hedge", "Taxus baccata", DRY, planted_on="2026-05-20"))
    start = season_start(DRY, TODAY)
    year = stages(DRY, one.group.start_c, start)

    def days_of(visits: tuple[date, ...]) -> list[date]:
        found = planting_jobs(one, year, next_season_start(start), TODAY, visited=visits)
        return [job.on for job in found if job.opens >= date(2026, 7, 1)][:3]  # of the fortnights

    plain = days_of(())
    assert plain == [date(2026, 7, 1), date(2026, 7, 15), date(2026, 7, 29)]
    visit = plain[0] + timedelta(days=days)
    later = visit + timedelta(days=14)
    found = days_of((visit, later))
    assert found[0] == (visit if joins else plain[0])
    assert found[1] == (later if joins else plain[1])


def test_what_was_watered_is_not_watered_again() -> None:
    on = date(2026, 4, 20)
    all_of_them = waters("hedge", "Taxus baccata", on, on)
    done = all_of_them[1].opens + timedelta(days=2)
    for words in (all_of_them[1].name, "Water through to the roots", "Leach salt"):
        again = waters("hedge", "Taxus baccata", on, done, watered=((done, words),))
        assert [job.name for job in again] == [job.name for job in all_of_them[2:]]
    others = waters(
        "hedge", "Taxus baccata", on, done, watered=((done, "Water 4 × Rosa hybrids to the roots, week 1"),)
    )
    assert [job.name for job in others] == [job.name for job in all_of_them[1:]]
    late = waters("hedge", "Taxus baccata", on, all_of_them[5].closes)
    assert late[0].name == all_of_them[5].name
    assert late[0].on == all_of_them[5].closes


@pytest.mark.parametrize("half", ["north", "south"])
@pytest.mark.parametrize("kind", [one.key for one in KINDS])
def test_no_watering_lies_in_frozen_ground_or_beyond_the_season(kind: str, half: Literal["north", "south"]) -> None:
    climate = next(one for one in KINDS if one.key == kind).climate(half)
    start = season_start(climate, TODAY)
    found = waters("tree", "Quercus robur", start + timedelta(days=30), start, climate, stems="5 cm")
    year = stages(climate, 10.0, start)
    assert len(found) > WATERED_WEEKS
    assert all(job.opens < next_season_start(start) for job in found)
    assert not any(year.cold(job.opens + timedelta(days=7)) for job in found[WATERED_WEEKS:])
    hot = [job for job in found[WATERED_WEEKS:] if "every week while it is so hot" in job.reason]
    assert all(year.hot(job.opens + timedelta(days=7)) for job in hot)
    assert bool(hot) or kind != "hot-desert"
