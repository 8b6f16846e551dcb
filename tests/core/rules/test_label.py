"""The label at its edges: rates, interval and yearly maximum, by what went down when (common practice, no source)."""

from __future__ import annotations

from datetime import date, timedelta

import pytest

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.rules.rule import SLACK
from tests.core.rules.cases import broken, entry, ground, job, logged
from tests.core.worlds import LEAF, QUICK, SLOW, product

MAY = date(2026, 5, 20)


@pytest.mark.parametrize(
    ("rate", "low", "high"),
    [
        (20.0, False, False),
        (20.0 * (1 + SLACK * 0.9), False, False),
        (20.0 * (1 + SLACK * 1.1), False, True),
        (8.0, False, False),
        (8.0 * (1 - SLACK * 1.1), True, False),
    ],
)
def test_rates_hold_at_both_ends_of_the_label(rate: float, low: bool, high: bool) -> None:
    found = broken(ground(), job(QUICK, rate))
    assert ("label-low" in found, "label-high" in found) == (low, high)
    assert not high or (found["label-high"].severity, found["label-high"].field) == ("stop", "rate")


def test_a_range_is_held_at_its_small_end() -> None:
    assert "label-high" not in broken(ground(), job(SLOW, 24))
    over = broken(ground(low=92.0), job(SLOW, 24))
    assert "26.087 g/m² at the small end of the area is above" in str(over["label-high"].sentence)


def test_a_liquid_is_spoken_of_by_volume() -> None:
    over = broken(ground(), job(LEAF, 3 * 1.18 * 1.5))
    assert "4.5 mL/m² is above the label's highest rate, 3 mL/m²" in str(over["label-high"].sentence)


@pytest.mark.parametrize(("days", "breaks"), [(27, True), (28, False), (-27, True), (-28, False), (0, True)])
def test_the_interval_is_counted_to_the_day_both_ways(days: int, breaks: bool) -> None:
    other = job(QUICK, 10, MAY + timedelta(days=days), key=2)
    assert ("label-interval" in broken(ground(), job(QUICK, 10, MAY), other)) is breaks


def test_what_went_down_counts_on_its_own_day_and_across_the_seasons_edge() -> None:
    """A round planned for 1 June went down on 24 April: the next counts from there; so does last season's."""
    done = entry(QUICK, 12, date(2026, 4, 24), job=1)
    first, second = job(QUICK, 12, date(2026, 6, 1)), job(QUICK, 12, date(2026, 5, 25), key=2)
    assert "label-interval" not in broken(ground(), second, first, entries=(done,))
    winter = entry(QUICK, 12, date(2026, 2, 25))  # before the season's first day
    assert "label-interval" in broken(ground(), job(QUICK, 12, date(2026, 3, 20)), entries=(winter,))


@pytest.mark.parametrize(("days", "breaks"), [(364, True), (365, False)])
def test_the_labels_year_is_any_twelve_months(days: int, breaks: bool) -> None:
    """60 g/m² a year: three of 15 and one of 16 are one too many, unless a year lies between."""
    first = MAY - timedelta(days=days)
    before = tuple(entry(QUICK, 15, first + timedelta(days=40 * n), key=90 + n) for n in range(3))
    found = broken(ground(), job(QUICK, 16, MAY), entries=before)
    assert ("label-year" in found) is breaks


def test_a_log_is_held_by_what_was_covered_and_summed_over_the_whole() -> None:
    """Half the lawn at 30 g/m² is above the label there, and 15 over the whole; the day's other half is the same
    application."""
    half = entry(QUICK, 15, MAY, covered_m2=50.0)
    assert "label-high" in logged(ground(), half)
    whole = entry(QUICK, 15, MAY)
    assert logged(ground(), whole) == {}
    other_half = entry(QUICK, 7.5, MAY, key=91, covered_m2=50.0)
    assert "label-interval" not in logged(ground(), entry(QUICK, 7.5, MAY, covered_m2=50.0), other_half)
    near = entry(QUICK, 12, MAY - timedelta(days=19), key=91)
    assert "asks for 28 between" in str(logged(ground(), whole, near)["label-interval"].sentence)
    planned = job(QUICK, 12, MAY + timedelta(days=5))
    assert "label-interval" not in logged(ground(), whole, jobs=(planned,))  # what is only planned may be moved


def test_what_went_down_is_not_thickened_by_the_doubt_about_the_size() -> None:
    """60 g/m² in three goes on an area that may be a tenth smaller: the log says what was covered."""
    doses = [entry(QUICK, 20, MAY - timedelta(days=40 * n), key=90 + n) for n in range(3)]
    assert "label-year" not in logged(ground(low=90.0), doses[0], *doses[1:])
    assert "label-year" in broken(ground(low=90.0), job(QUICK, 18, MAY), entries=tuple(doses[1:]))


def test_the_trades_own_overdose_is_seen_by_rate_and_by_interval() -> None:
    """20 fl oz/1000 every 4 weeks against a label of 12–18 every 6 weeks (common practice, no source)."""
    ounce = 1.18 * 0.318327  # g/m² of one fl oz/1000 ft² at 1.18 kg/L
    rates = (12 * ounce, 18 * ounce)
    stuff = product(20, "Leafwater", {"urea": 1}, rates, "liquid", interval=42, liquid=True, density_kg_l=1.18)
    first = entry(stuff, 20 * ounce, date(2026, 6, 1))
    said = logged(ground(), entry(stuff, 20 * ounce, date(2026, 6, 29), key=91), first)
    assert {"label-high", "label-interval"} <= set(said)


def test_a_dose_that_is_not_by_area_is_not_held_against_rates_by_area() -> None:
    pot = job(QUICK, on=MAY, dose=Dose(50.0, "plant", 20.0))
    assert not {"label-high", "label-low", "label-year"} & set(broken(ground("container"), pot))
