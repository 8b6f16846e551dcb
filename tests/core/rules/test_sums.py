"""What adds up: nitrogen past need, lime and sulphur past what soil bears, slips of a unit."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

import pytest

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import POUND_PER_ACRE_G_M2, POUND_PER_THOUSAND_G_M2
from amber_acre.core.rules.sums import POTS_MOST_G_L, SLIP_WITHIN, WOODY_NITROGEN_G_M2, nitrogen_high, shade_share
from amber_acre.core.tables.plants import NITROGEN_G_M2, catalogue
from tests.core.rules.cases import broken, entry, facts, ground, job, logged, with_label
from tests.core.worlds import ALUM, LIME, MEAL, QUICK, SLOW, SULPHUR

MAY = date(2026, 5, 20)
SILENT = with_label(SULPHUR, max_g_m2=500.0, yearly_max_g_m2=None)


@pytest.mark.parametrize(("hours", "share"), [(3.9, 0.6), (4.0, 0.8), (5.9, 0.8), (6.0, 1.0), (12.0, 1.0), (None, 1.0)])
def test_shade_lowers_what_turf_can_use(hours: float | None, share: float) -> None:
    assert shade_share(ground(facts=facts(sun=hours) if hours is not None else {})) == share


def test_need_is_the_grasss_high_end_else_the_hungriest_plants() -> None:
    """4 lb/1000 ft² of smooth meadow-grass, 2 of fine fescue [extension-turf-n]."""
    assert nitrogen_high(ground()) == pytest.approx(4 * POUND_PER_THOUSAND_G_M2)
    assert nitrogen_high(ground(grass="fine-fescue")) == pytest.approx(2 * POUND_PER_THOUSAND_G_M2)
    low = next(plant for plant in catalogue().values() if plant.nitrogen == "low" and plant.group == "shrub")
    assert nitrogen_high(ground("bed", plants=(low,))) == NITROGEN_G_M2["low"][1]
    assert nitrogen_high(ground("tree")) == WOODY_NITROGEN_G_M2


@pytest.mark.parametrize(("rate", "days", "asked"), [(9.4, 100, False), (9.9, 100, True), (9.9, 365, False)])
def test_nitrogen_past_the_need_is_asked_for_over_any_twelve_months(rate: float, days: int, asked: bool) -> None:
    """Fine fescue uses 9.76 g/m²: 7.8 down and 2 to come is past it (7.94 lb against a need of 2.25 drew no remark)."""
    at = ground(grass="fine-fescue")
    first = entry(SLOW, 39, MAY - timedelta(days=days))  # 7.8 g/m² of nitrogen
    more = job(QUICK, (rate - 7.8) / 0.21, MAY)
    assert ("nitrogen-past-need" in broken(at, more, entries=(first,))) is asked
    said = logged(at, entry(QUICK, (rate - 7.8) / 0.21, MAY, key=91), first)
    assert ("nitrogen-past-need" in said) is asked


@pytest.mark.parametrize(("times", "breaks"), [(1.0, False), (1.01, True)])
def test_what_soil_bears_at_once(times: float, breaks: bool) -> None:
    """Lime 50 lb/1000 ft² on the surface, 75 raked in; sulphur half of 400 lb/acre (common practice)."""
    wide = with_label(LIME, max_g_m2=2000.0)
    for rate, placement in ((50 * POUND_PER_THOUSAND_G_M2, "surface"), (75 * POUND_PER_THOUSAND_G_M2, "raked")):
        found = broken(ground(), job(wide, rate * times, placement=placement))
        assert ("soil-bears" in found) is breaks
    sulphur = broken(ground(), job(SILENT, 200 * POUND_PER_ACRE_G_M2 / 0.9 * times))
    assert ("soil-bears" in sulphur) is breaks


@pytest.mark.parametrize(("days", "breaks"), [(364, True), (365, False)])
def test_what_soil_bears_in_any_twelve_months(days: int, breaks: bool) -> None:
    """400 lb/acre of sulphur, 44.8 g/m²: 24.4 and 24.4 of a 90 % sulphur are 43.9 of it; a third of 5 is over."""
    first = MAY - timedelta(days=days)
    before = (entry(SILENT, 24.4, first, key=91), entry(SILENT, 24.4, first + timedelta(days=120), key=92))
    assert ("soil-bears" in broken(ground(), job(SILENT, 5.0, MAY), entries=before)) is breaks
    heavy = entry(SILENT, 63.6, MAY, key=93)
    assert "soil-bears" in logged(ground(), heavy)
    assert "soil-bears" not in broken(ground(), job(ALUM, 40, MAY))


@pytest.mark.parametrize("factor", [10.0, 43.56, 1000.0])
def test_an_amount_off_by_a_slip_is_asked_about(factor: float) -> None:
    """Acre for 1000 ft², gram for kilogram, a decimal; at the edge of a tenth."""

    def asked(rate: float) -> Any:
        return "unit-slip" in broken(ground(), job(QUICK, rate))

    assert asked(20 * factor)
    assert asked(20 * factor * (1 + SLIP_WITHIN * 0.99))
    assert not asked(20 * factor * (1 + SLIP_WITHIN * 1.01))
    assert asked(8 / factor)
    assert not asked(15)


@pytest.mark.parametrize(
    ("what", "rate", "warns"),
    [(QUICK, 11.48, False), (QUICK, 11.5, True), (MEAL, 42.5, False), (MEAL, 43.0, True)],
)
def test_shade_is_fed_in_small_doses(what: Product, rate: float, warns: bool) -> None:
    """2.4 g/m² of 21 % and 3.4 of 8 %: common practice."""
    on = date(2026, 9, 20)
    for hours, shady in ((5.9, True), (6.0, False)):
        at = ground(facts=facts(sun=hours))
        assert ("shade-dose" in broken(at, job(what, rate, on))) is (warns and shady)
    assert "shade-dose" not in broken(ground(), job(what, rate, on))


POTS = ground("container", 1.0, facts=facts(count=4.0, volume=25.0))  # 100 litres of medium on a square metre


@pytest.mark.parametrize(
    ("grams", "days", "asked"), [(99.0, 100, False), (101.0, 100, True), (101.0, 299, True), (101.0, 300, False)]
)
def test_pots_are_held_by_the_litre_over_a_season(grams: float, days: int, asked: bool) -> None:
    """A gram of nitrogen a litre: 60 g down and more on 100 litres; next spring's pellets are another year."""
    first = entry(QUICK, 60 / 0.21, MAY - timedelta(days=days), size=1.0)
    more = job(QUICK, on=MAY, dose=Dose((grams - 60) / 0.21 / 100, "litre", 100.0))
    found = broken(POTS, more, entries=(first,))
    assert ("nitrogen-past-need" in found) is asked
    assert not asked or "1.01 g a litre of medium of nitrogen" in str(found["nitrogen-past-need"].sentence)


def test_pots_that_do_not_say_how_large_they_are_are_not_held() -> None:
    unsaid = ground("container", 1.0)
    assert "nitrogen-past-need" not in broken(unsaid, job(QUICK, 900, MAY))
    assert POTS_MOST_G_L == 1.0
