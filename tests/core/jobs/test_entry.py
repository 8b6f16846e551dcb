"""What an entry put down, over what was covered and in the basis of the dose it answers."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

import pytest

from amber_acre.core.errors import MissingInput
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry, standing
from amber_acre.core.quantities import Kilograms, SquareMetres
from amber_acre.core.rules.label import above_label
from amber_acre.core.tolerance import SLACK
from amber_acre.core.typed_counts import CountRate
from tests.core.rules.cases import with_label
from tests.core.worlds import QUICK, SLOW

DAY = date(2026, 5, 20)
TEN = SquareMetres(10.0)


def went(kg: float, covered: float = 10.0) -> Entry:
    return Entry(1, 1, DAY, QUICK, Kilograms(kg), SquareMetres(covered))


def test_what_went_down_on_pots_is_told_by_the_litre() -> None:
    """1 g in each of 68 litres of water: 0.068 kg are 1 g a litre, and 6.8 g/m² of pots say nothing."""
    planned = Dose(1000.0, "water", 68.0)
    assert went(0.068).dose_by(planned, QUICK.key, TEN).value == pytest.approx(planned.value)
    assert went(0.034).dose_by(planned, QUICK.key, TEN).value == pytest.approx(500.0)
    assert went(0.034, 5.0).dose_by(planned, QUICK.key, TEN).value == pytest.approx(1000.0)  # half of the pots


@pytest.mark.parametrize(
    "planned", [None, Dose(12.0), Dose(0.0, "plant", 9.0), Dose(30.0, "depth"), Dose(30.0, "plant")]
)
def test_else_it_is_told_by_area(planned: Dose | None) -> None:
    assert went(0.12).dose_by(planned, QUICK.key, TEN) == Dose(12.0)


def test_a_volume_of_a_product_without_density_is_told_by_area() -> None:
    """The label as it stood that day told none: the day book opens all the same."""
    assert went(0.12).dose_by(Dose(30.0, "plant_volume", 9.0), QUICK.key, TEN) == Dose(12.0)


def test_another_product_than_planned_is_told_by_area() -> None:
    assert went(0.12).dose_by(Dose(13.0, "plant", 9.0), SLOW.key, TEN) == Dose(12.0)


@pytest.mark.parametrize(
    ("dose", "rate", "above"),
    [
        (Dose(20.0), 20.0, False),
        (Dose(20.0), 20.0 * (1 + SLACK * 1.1), True),
        (Dose(1000.0, "water", 68.0), 67.0, False),  # the label says nothing by the litre
        (Dose(4.0, "litre", 68.0), 67.0, False),
        (Dose(4.0 * (1 + SLACK * 1.1), "litre", 68.0), 67.0, True),
    ],
)
def test_a_label_is_passed_in_the_basis_of_the_dose(dose: Dose, rate: float, above: bool) -> None:
    """8 to 20 g/m² by area, and 2 to 4 g a litre of medium."""
    labelled = with_label(QUICK, by=(CountRate("litre", 2.0, 4.0),))
    assert above_label(labelled, dose, rate) is above
    assert above_label(labelled, dose, rate, pots=True) is (above and dose.basis != "area")


def test_a_correction_and_a_strike_leave_one_entry_or_none() -> None:
    first, second = went(0.1), replace(went(0.2), key=2, corrects=1)
    assert standing((first, second)) == (second,)
    assert standing((first, second, replace(second, key=3, corrects=2, struck=True))) == ()
    with pytest.raises(MissingInput):
        _ = replace(first, product=None).material
