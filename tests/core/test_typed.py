"""What people type. Factors are checked against pint in test_quantities; here is the reading itself."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, NotUnderstood, OutOfRange
from amber_acre.core.quantities import AREA_M2, LENGTH_M


@pytest.mark.parametrize(
    ("read", "text", "value"),
    [
        (typed.length, "38 ft 6 in", 11.7348),
        (typed.length, "5 ft 2 in", 1.5748),
        (typed.length, "5ft3in", 1.6002),
        (typed.length, "1 m 2 cm", 1.02),
        (typed.area, "120 m2", 120.0),
        (typed.volume, "0.4 m3", 400.0),
        (typed.length, "38' 6\"", 11.7348),
        (typed.length, "11.7 m", 11.7),
        (typed.length, "11,7m", 11.7),
        (typed.length, "1 m 20 cm", 1.2),
        (typed.length, "11.7", 11.7),
        (typed.area, "3,800 sq ft", 353.0316),
        (typed.area, "0.1 ha", 1000.0),
        (typed.area, "4500 ft2", 418.0636),
        (typed.area, "420 m2", 420.0),
        (typed.area, "1.5 acres", 6070.2846),
        (typed.mass, "25 lb", 11.33981),
        (typed.mass, "1 lb 8 oz", 0.680389),
        (typed.volume, "2.5 L", 2.5),
        (typed.volume, "12 fl oz", 0.354882),
        (typed.mass_rate, "4 lb/1000", 19.52971),
        (typed.mass_rate, "4 lb per 1,000 sq ft", 19.52971),
        (typed.mass_rate, "4 lbs/1000ft2", 19.52971),
        (typed.mass_rate, "5 lb/100 sqft", 244.12138),
        (typed.mass_rate, "10 lb per 1,000 square feet", 48.82428),
        (typed.mass_rate, "2 short tons/acre", 448.34046),
        (typed.mass_rate, "0,5 kg/100 m²", 5.0),
        (typed.mass_rate, "160 kg/ha", 16.0),
        (typed.volume_rate, "3 fl oz/1000", 0.95498),
        (typed.volume_rate, "2 mL/m²", 2.0),
        (typed.volume_rate, "20 L/ha", 2.0),
        (typed.percentage, "12.5 %", 0.125),
        (typed.temperature, "58 F", 14.4444),
        (typed.temperature, "-3.5", -3.5),
        (typed.rainfall, "2.4 in", 60.96),
        (typed.rainfall, "0", 0.0),
    ],
)
def test_reads(read: Callable[[str], typed.Typed], text: str, value: float) -> None:
    assert read(text).value == pytest.approx(value, rel=1e-5)


@pytest.mark.parametrize(
    ("read", "text", "error", "says"),
    [
        (typed.length, "", NotUnderstood, "Type a length"),
        (typed.length, "about 12", NotUnderstood, "cannot be read"),
        (typed.length, "12 kg", NotUnderstood, "not a unit of length"),
        (typed.length, "6 in 38 ft", NotUnderstood, "cannot be read"),
        (typed.length, "38 ft 6", NotUnderstood, "cannot be read"),
        (typed.length, "0 m", OutOfRange, "above zero"),
        (typed.length, "-4 m", OutOfRange, "above zero"),
        (typed.length, "9 000 m", OutOfRange, "longer than a side"),
        (typed.length, "nan", NotUnderstood, "cannot be read"),
        (typed.area, "12 m", NotUnderstood, "not a unit of area"),
        (typed.volume, "3 oz", NotUnderstood, "fl oz"),
        (typed.mass_rate, "4 lb", NotUnderstood, "per what area"),
        (typed.mass_rate, "4/1000", NotUnderstood, "no unit"),
        (typed.mass_rate, "4 lb/bag", NotUnderstood, "not an area unit"),
        (typed.volume_rate, "3 oz/1000", NotUnderstood, "fl oz"),
        (typed.mass_rate, "-1 g/m²", OutOfRange, "negative"),
        (typed.percentage, "140", OutOfRange, "0–100"),
        (typed.temperature, "140", OutOfRange, "unit"),
        (typed.rainfall, "9 m", OutOfRange, "outside"),
        (typed.number, "1,50,0", NotUnderstood, "not a number"),
        (typed.number, "12 34", NotUnderstood, "not a number"),
    ],
)
def test_refuses_with_a_sentence(read: Callable[[str], object], text: str, error: type[AmberError], says: str) -> None:
    with pytest.raises(error, match=says):
        read(text)


def test_a_bare_number_keeps_the_unit_it_was_read_in() -> None:
    assert typed.length("12", "ft").text == "12 ft"
    assert typed.area("1,200").text == "1,200 m²"
    assert typed.length("12 ft", "m").text == "12 ft"


@given(st.floats(0.01, 4000, allow_nan=False), st.sampled_from(sorted(LENGTH_M)))
def test_a_length_written_in_any_unit_reads_back(value: float, unit: str) -> None:
    assert typed.length(f"{value / LENGTH_M[unit]:.9f} {unit}").value == pytest.approx(value, rel=1e-4)


@given(st.text(max_size=25))
def test_any_text_is_read_or_refused_but_never_breaks(text: str) -> None:
    for read in (
        typed.length,
        typed.area,
        typed.mass,
        typed.volume,
        typed.mass_rate,
        typed.volume_rate,
        typed.temperature,
    ):
        try:
            sentence = f"Read as {read(text).value}."
        except AmberError as refusal:
            sentence = refusal.sentence
        assert sentence.endswith((".", "?"))


@given(st.integers(1, 999_999), st.sampled_from(sorted(set(AREA_M2) - {"1000 ft²", "100 m²", "100 ft²"})))
def test_thousands_separators_change_nothing(value: int, unit: str) -> None:
    assert typed.area(f"{value:,} {unit}").value == typed.area(f"{value} {unit}").value


def test_a_ton_on_a_hectare_is_asked_about() -> None:
    for text in ("2 tons/ha", "1 ton/m²"):
        with pytest.raises(NotUnderstood, match="which ton"):
            typed.mass_rate(text)
    assert typed.mass_rate("2 short tons/ha").value == pytest.approx(2 * 907.18474 * 1000 / 10_000)
    assert typed.mass_rate("2 t/ha").value == pytest.approx(200)
    assert typed.mass_rate("2 tons/acre").value == pytest.approx(448.3, abs=0.1)
