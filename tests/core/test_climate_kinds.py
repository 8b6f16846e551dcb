"""Kinds of climate: written for one half of the globe, six months later in the other; doubts about rain."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

import pytest

from amber_acre.core.season.climate import DOUBTFUL_RAIN_MM, Climate, season_start
from amber_acre.core.season.climate_kinds import KINDS


@pytest.mark.parametrize("kind", KINDS, ids=lambda kind: kind.key)
def test_a_kind_is_the_same_six_months_later_in_the_other_half(kind: object) -> None:
    north, south = kind.climate("north"), kind.climate("south")  # type: ignore[attr-defined]
    assert south.latitude_deg == -north.latitude_deg
    assert south.mean_c == north.mean_c[6:] + north.mean_c[:6]
    assert south.rain_mm == north.rain_mm[6:] + north.rain_mm[:6]
    assert north.hemisphere_doubt() is None
    assert south.hemisphere_doubt() is None
    assert north.rain_doubt() is None
    starts = [season_start(one, date(2026, 6, 1)) for one in (north, south)]
    assert abs((starts[0] - starts[1]).days) % 365 in range(175, 192) or abs(north.latitude_deg) < 15
    assert "not of this place" in north.assumed


def test_there_are_at_least_eight_and_their_names_differ() -> None:
    assert len(KINDS) >= 8
    assert len({kind.name for kind in KINDS}) == len({kind.key for kind in KINDS}) == len(KINDS)


def test_rain_that_may_be_inches_is_asked_about() -> None:
    base = KINDS[0].climate("north")
    inches = replace(base, rain_mm=tuple(round(value / 25.4, 1) for value in base.rain_mm))
    doubt = inches.rain_doubt()
    assert doubt is not None
    assert "If these are inches, it would be" in doubt.sentence
    at = Climate("edge", 40, (10.0,) * 12, (5.0,) * 12, (15.0,) * 12, (8.0,) * 11 + (DOUBTFUL_RAIN_MM - 88,))
    assert at.rain_doubt() is None
    assert replace(at, rain_mm=(8.0,) * 11 + (DOUBTFUL_RAIN_MM - 88.01,)).rain_doubt() is not None
