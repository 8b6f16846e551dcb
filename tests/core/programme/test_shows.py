"""By when a result shows, at the edges of its range, and what closes the look that is due."""

from __future__ import annotations

from datetime import date, timedelta

import pytest

from amber_acre.core.jobs.entry import Entry
from amber_acre.core.measure.condition import Look
from amber_acre.core.products.product import Product
from amber_acre.core.programme.shows import (
    COLD_SOIL_C,
    FORGOTTEN_DAYS,
    LOOK_WITHIN_DAYS,
    QUICK_DAYS,
    SLOW_DAYS,
    looks_due,
    shows,
)
from amber_acre.core.quantities import Kilograms, SquareMetres
from tests.core.worlds import QUICK, product

DAY = date(2026, 5, 1)
COATED = product(51, "Invented 25-0-0", {"coated": 25}, (8, 20), "coated", longevity_days=90.0)
POTASH = product(52, "Invented 0-0-45", {}, (5, 20), k2o=45)
KELP = product(53, "Invented kelp", {}, (1, 4), "stimulant", liquid=True, density_kg_l=1.0)


@pytest.mark.parametrize(
    ("what", "warm", "first", "last", "where"),
    [
        (QUICK, COLD_SOIL_C, *QUICK_DAYS, "colour"),
        (QUICK, COLD_SOIL_C - 0.1, 8, 21, "colour"),
        (COATED, 18.0, *SLOW_DAYS, "colour"),
        (POTASH, 18.0, 180, 365, "test"),
    ],
)
def test_a_result_shows_in_its_range(what: Product, warm: float, first: int, last: int, where: str) -> None:
    found = shows(what, DAY, warm)
    assert found is not None
    assert ((found.first - DAY).days, (found.last - DAY).days, found.what) == (first, last, where)
    assert ("soil test" in found.sentence) is (where == "test")


def test_what_is_no_nutrient_shows_nothing() -> None:
    assert shows(KELP, DAY, 15.0) is None


def test_a_look_in_its_time_closes_and_an_early_one_does_not() -> None:
    entry = Entry(7, None, DAY, QUICK, Kilograms(2.0), SquareMetres(100.0))
    first = DAY + timedelta(days=QUICK_DAYS[0])
    until = DAY + timedelta(days=QUICK_DAYS[1] + LOOK_WITHIN_DAYS)

    def due(today: date, *looks: date) -> bool:
        return bool(looks_due([entry], [Look(day, "Wren", colour=2) for day in looks], 15.0, today))

    assert not due(first - timedelta(days=1))
    assert due(first)
    assert due(first, first - timedelta(days=1))
    assert not due(first, first)
    assert not due(until, until)
    assert due(until + timedelta(days=1), until + timedelta(days=1))
    assert not due(DAY + timedelta(days=FORGOTTEN_DAYS + 1))
