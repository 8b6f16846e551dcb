"""What a use carries; salt against the printed indices [rader-1943], elements by analysis."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest

from amber_acre.core.jobs.brings import NAMES, Brings, account, brings, by_month
from amber_acre.core.jobs.use import Use
from amber_acre.core.products.nutrients import salt_index
from tests.core.rules.cases import COMPOST, TODAY
from tests.core.worlds import LIME, MEAL, QUICK, SLOW, SULPHUR, product


@pytest.mark.parametrize(
    ("name", "nitrogen", "more", "printed"),
    [
        ("urea", {"urea": 46.6}, {}, 75.4),
        ("ammonium sulphate", {"ammoniacal": 21.2}, {}, 69.0),
        ("potassium sulphate", {}, {"k2o": 54.0}, 46.1),
        ("potassium chloride", {}, {"k2o": 60.0, "other": {"Cl": 0.4516}}, 116.3),
        ("monoammonium phosphate", {"ammoniacal": 12.2}, {"p2o5": 61.7}, 29.9),
        ("diammonium phosphate", {"ammoniacal": 21.2}, {"p2o5": 53.8}, 34.2),
        ("triple superphosphate", {}, {"p2o5": 48.0}, 10.1),
        ("sodium nitrate", {"nitrate": 16.5}, {"other": {"Na": 0.271}}, 100.0),
        ("calcium nitrate", {"nitrate": 11.9}, {"other": {"Ca": 0.170}}, 52.5),
        ("potassium nitrate", {"nitrate": 13.8}, {"k2o": 46.6}, 73.6),
        ("ammonium nitrate", {"ammoniacal": 17.5, "nitrate": 17.5}, {}, 104.7),
    ],
)
def test_salt_index_of_materials(name: str, nitrogen: Any, more: dict[str, Any], printed: float) -> None:
    """The printed index of each material, within a twentieth."""
    made = product(90, name, nitrogen, (1, 9), **more)
    assert salt_index(made) == pytest.approx(printed, rel=0.05)


def test_available_is_what_is_released_within_the_year() -> None:
    """Of 7 % insoluble nitrogen of an organic 65 % comes in the first year: 1 + 4.55 of 8 g."""
    carried = brings(MEAL, 100)
    assert (carried.nitrogen, carried.available) == pytest.approx((8.0, 1 + 7 * 0.65))
    assert carried.phosphorus == pytest.approx(3 * 0.4364)
    assert brings(SLOW, 50).available == pytest.approx(10.0)
    assert brings(SLOW, 50).salt < brings(SLOW, 50).nitrogen * 3.3


def test_sulphur_lime_and_compost() -> None:
    assert brings(SULPHUR, 20).sulphur == pytest.approx(18)
    assert brings(SULPHUR, 20).acid == pytest.approx(18 * 3.12, rel=1e-2)
    assert brings(LIME, 100).acid == pytest.approx(-93.06)
    assert brings(COMPOST, 3600).phosphorus == pytest.approx(3600 * 0.003 * 0.4364)
    assert brings(COMPOST, 3600).acid == 0


def test_sums_keep_down_and_to_come_apart() -> None:
    uses = [Use(TODAY, 50, "x", SLOW, down=True), Use(TODAY, 30, "y", SLOW), Use(TODAY, 0, "core", None, "core")]
    found = account(uses)
    assert (found.down.nitrogen, found.to_come.nitrogen, found.both.nitrogen) == pytest.approx((10, 6, 16))
    assert set(NAMES) == set(Brings().__dict__)


def test_months_add_up_to_the_account() -> None:
    """Alone or in a mix: each use of a product counts in its month."""
    uses = [
        Use(date(2026, 4, 2), 10.0, "a", QUICK),
        Use(date(2026, 4, 20), 5.0, "b", QUICK),
        Use(date(2026, 6, 1), 12.0, "c", SLOW),
        Use(date(2026, 6, 3), 0.0, "look"),
    ]
    months = by_month(uses)
    assert [month.first for month in months] == [date(2026, 4, 1), date(2026, 6, 1)]
    assert months[0].products == ((QUICK, 15.0),)
    both = account(uses).both
    assert sum(month.brings.nitrogen for month in months) == pytest.approx(both.nitrogen)
    assert sum(month.brings.salt for month in months) == pytest.approx(both.salt)
