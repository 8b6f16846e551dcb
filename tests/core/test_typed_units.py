"""Fractions, shortened words and spellings as people type them; the slash of a rate is no fraction."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core import typed
from amber_acre.core.errors import NotUnderstood
from amber_acre.core.quantities import AREA_M2, LENGTH_M, MASS_KG, VOLUME_L
from amber_acre.core.typed_units import SPELLINGS, UNIT_OF, plainly

FOOT, POUND_PER_THOUSAND = 0.3048, 453.59237 / 92.90304  # exact


@pytest.mark.parametrize(
    ("text", "plain"),
    [
        ("3 1/2 Sq. Ft.", "3.5 sq ft"),
        ("10½ ft", "10.5 ft"),
        ("½ m", "0.5 m"),
        ('2-1/2"', '2.5"'),
        ("1/4 lb/1000", "0.25 lb/1000"),
        ("4 lb/1000", "4 lb/1000"),
        ("20 kg/100 m²", "20 kg/100 m²"),
        ("1.5 L/4 m²", "1.5 l/4 m²"),
        ("3/5 m", "3/5 m"),  # on no rule
        ("1/2", "1/2"),  # of what
        ("126.5", "126.5"),
    ],
)
def test_text_is_made_plain(text: str, plain: str) -> None:
    assert plainly(text) == plain


@given(st.integers(0, 40), st.integers(1, 15), st.sampled_from([2, 3, 4, 8, 16]))
def test_a_fraction_is_its_decimal(whole: int, part: int, of: int) -> None:
    text = f"{whole} {part}/{of} ft" if whole else f"{part}/{of} ft"
    assert typed.length(text).value == pytest.approx((whole + part / of) * FOOT, rel=1e-8)
    rate = typed.mass_rate(text.replace("ft", "lb per 1,000 sq. ft."))
    assert rate.value == pytest.approx((whole + part / of) * POUND_PER_THOUSAND, rel=1e-8)


def test_yards_of_mulch_are_cubic_and_of_a_hedge_are_not() -> None:
    assert typed.volume("3 yards").value == pytest.approx(3 * typed.volume("27 ft³").value)
    assert typed.volume("3 cubic yards").value == typed.volume("3 cu yd").value == typed.volume("3 yd").value
    assert typed.length("3 yards").value == pytest.approx(9 * FOOT)


def test_a_pint_is_asked_for_whose_it_is() -> None:
    with pytest.raises(NotUnderstood):
        typed.volume("1 pt")
    assert typed.volume("2 us pt").value == pytest.approx(typed.volume("1 qt").value)
    assert typed.volume("8 imp pt").value == pytest.approx(typed.volume("1 imp gal").value)


def test_every_spelling_means_one_unit_of_some_table() -> None:
    spelled = [spelling for spellings in SPELLINGS.values() for spelling in spellings]
    assert len(spelled) == len(set(spelled)) == len(UNIT_OF)
    known = {*LENGTH_M, *AREA_M2, *MASS_KG, *VOLUME_L, "pace"}
    assert set(SPELLINGS) == known
    assert all(plainly(spelling) == spelling for spelling in spelled)
