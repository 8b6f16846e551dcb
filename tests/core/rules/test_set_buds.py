"""Nitrogen after next year's buds are set (common practice, no source): none after July, in the south after January."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from amber_acre.core.rules.set_buds import FED_AFTER_WAKING, buds_set_from, sets_buds
from amber_acre.core.season.climate import Climate, season_start
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.stages import stages
from amber_acre.core.tables.care_groups import CARE_GROUPS
from amber_acre.core.tables.plants import Plant, catalogue
from tests.core.rules.cases import broken, facts, ground, job
from tests.core.worlds import BAY, LIME, MEAL, QUICK, VALE


def called(botanical: str) -> Plant:
    return next(plant for plant in catalogue().values() if plant.botanical.startswith(botanical))


AZALEA, YEW, ROSE = called("Rhododendron"), called("Taxus"), called("Rosa")
WET = next(kind for kind in KINDS if kind.key == "wet-tropics").climate("north")
MARITIME = next(kind for kind in KINDS if kind.key == "cool-maritime").climate("north")


def year(climate: Climate, key: str, on: date) -> date | None:
    return buds_set_from(climate, stages(climate, CARE_GROUPS[key].start_c, season_start(climate, on)), key)


@pytest.mark.parametrize(
    ("climate", "key", "since"),
    [
        (MARITIME, "acid", date(2026, 7, 31)),  # forty days after 21 June
        (MARITIME, "conifer", date(2026, 7, 31)),
        (BAY, "acid", date(2027, 1, 30)),  # forty days after 21 December
        (WET, "acid", None),  # no cold divides the year
    ],
)
def test_buds_are_set_forty_days_after_midsummer(climate: Climate, key: str, since: date | None) -> None:
    on = since or date(2026, 7, 31)
    assert year(climate, key, on) == since
    if since is None:
        return
    who = AZALEA if key == "acid" else YEW
    at = ground("bed", plants=(who,), climate=climate)
    assert "buds-set" not in broken(at, job(QUICK, 8, since - timedelta(days=1)))
    assert "buds-set" in broken(at, job(QUICK, 8, since))


def test_where_growth_wakes_late_its_own_weeks_count() -> None:
    """A vale where acid lovers wake so late that ninety-five days of growth end after July."""
    mean, low, high = (tuple(value - 6 for value in values) for values in (VALE.mean_c, VALE.min_c, VALE.max_c))
    cold = replace(VALE, mean_c=mean, min_c=low, max_c=high)
    stage = stages(cold, CARE_GROUPS["acid"].start_c, season_start(cold, date(2026, 8, 1)))
    since = buds_set_from(cold, stage, "acid")
    assert since == stage.wakes + timedelta(days=FED_AFTER_WAKING["acid"]) > date(2026, 7, 31)


def test_once_they_rest_a_feed_may_lie_ready() -> None:
    at = ground("bed", plants=(YEW,), climate=MARITIME)
    rests = stages(MARITIME, CARE_GROUPS["conifer"].start_c, date(2026, 3, 1)).rests
    assert "buds-set" in broken(at, job(MEAL, 20, rests - timedelta(days=1)))
    assert "buds-set" not in broken(at, job(MEAL, 20, rests))


@pytest.mark.parametrize(
    ("plants", "of", "key"),
    [
        ((AZALEA,), "", "acid"),
        ((AZALEA, ROSE), "", ""),
        ((AZALEA, AZALEA, ROSE), "", "acid"),
        ((AZALEA, AZALEA, ROSE), "roses", ""),  # plant by plant, for the roses alone
        ((YEW, YEW, ROSE), "", "conifer"),
        ((YEW, ROSE), "", ""),
        ((ROSE,), "", ""),
    ],
)
def test_it_asks_for_whom_a_feed_is(plants: tuple[Plant, ...], of: str, key: str) -> None:
    assert sets_buds(ground("bed", plants=plants), of) == key


def test_a_hedge_of_yew_and_a_bed_cared_for_as_acid_count() -> None:
    assert sets_buds(ground("hedge", plants=(YEW,))) == "conifer"
    assert sets_buds(ground("bed", plants=(ROSE,), facts=facts(care="acid"))) == "acid"


def test_pots_turf_and_what_is_no_feed_are_left_alone() -> None:
    on = date(2026, 8, 20)
    assert "buds-set" in broken(ground("bed", plants=(AZALEA,), climate=MARITIME), job(QUICK, 8, on))
    assert "buds-set" not in broken(ground("container", plants=(AZALEA,), climate=MARITIME), job(QUICK, 8, on))
    assert "buds-set" not in broken(ground("lawn", climate=MARITIME), job(QUICK, 8, on))
    assert "buds-set" not in broken(ground("bed", plants=(AZALEA,), climate=MARITIME), job(LIME, 80, on))
