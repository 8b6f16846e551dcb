"""An entry over a tenth off its plan is told in the measure of the plan: a tenth, common practice, no source."""

from __future__ import annotations

from datetime import date

import pytest

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import Kilograms, SquareMetres
from amber_acre.core.rules.off_plan import OFF_PLAN, off_plan
from amber_acre.core.sentence import Metric
from tests.core.rules.cases import job
from tests.core.worlds import QUICK, SLOW

TEN = SquareMetres(10.0)


def entry(kg: float, what: Product | None = QUICK, covered: float = 10.0) -> Entry:
    return Entry(1, 1, date(2026, 5, 20), what, Kilograms(kg), SquareMetres(covered))


@pytest.mark.parametrize(
    ("share", "told"),
    [(1.0, False), (1 + OFF_PLAN * 0.99, False), (1 + OFF_PLAN * 1.01, True), (1 - OFF_PLAN * 1.01, True)],
)
def test_a_tenth_off_is_the_edge(share: float, told: bool) -> None:
    assert (off_plan(job(QUICK, 20.0), entry(0.2 * share), TEN) is not None) == told
    pots = job(QUICK, dose=Dose(1000.0, "water", 68.0))
    assert (off_plan(pots, entry(0.068 * share), TEN) is not None) == told


def test_it_is_told_in_the_measure_of_the_plan() -> None:
    pots = job(QUICK, dose=Dose(80.0, "plant", 10.0))
    said = off_plan(pots, entry(0.6), TEN)
    assert said is not None
    assert "60 g a plant went down, 80 g a plant was planned" in said.shown(Metric())
    half = off_plan(pots, entry(0.3, covered=5.0), TEN)  # half of the ground, half of the plants
    assert half is not None
    assert "60 g a plant went down" in half.shown(Metric())
    other = off_plan(pots, entry(0.6, SLOW), TEN)
    assert other is not None
    assert "60 g/m² went down, 80 g/m² was planned" in other.shown(Metric())


def test_work_and_work_without_product_are_not_off() -> None:
    assert off_plan(job(None), entry(0.2), TEN) is None
    assert off_plan(job(QUICK, 20.0), entry(0.0, None), TEN) is None
