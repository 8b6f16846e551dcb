"""Open formats: what is written reads back; what is hostile is refused or made harmless."""

from __future__ import annotations

import csv
import io
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.errors import AmberError
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.quantities import Kilograms, SquareMetres
from amber_acre.core.season.climate import Climate
from amber_acre.exchange.climate_csv import read_climate, write_climate
from amber_acre.exchange.daybook_csv import COLUMNS, EntryTexts, write_daybook
from tests.core.worlds import MEAL, VALE

GOOD = write_climate(VALE)


@given(st.lists(st.floats(-30, 35), min_size=12, max_size=12), st.lists(st.floats(0, 900), min_size=12, max_size=12))
def test_a_climate_reads_back_exactly(means: list[float], rain: list[float]) -> None:
    climate = Climate("any", 12.5, tuple(means), tuple(m - 1 for m in means), tuple(m + 1 for m in means), tuple(rain))
    assert read_climate(write_climate(climate), "any", 12.5) == climate


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "columns"),
        ("a,b\n1,2\n", "columns"),
        (GOOD.replace("\n12,", "\n13,"), "months 1 to 12"),
        ("\n".join(GOOD.splitlines()[:6]), "months 1 to 12"),
        (GOOD.replace("20.4", "warm"), "not a number"),
        (GOOD.replace("20.4", "nan"), "rising order"),
        (GOOD.replace("20.4", "68.7"), "rising order"),
    ],
)
def test_a_bad_climate_file_is_refused_in_words(text: str, says: str) -> None:
    with pytest.raises(AmberError, match=says):
        read_climate(text, "x", 45)


def test_the_day_book_exports_every_figure_and_no_formula() -> None:
    entry = Entry(7, None, date(2026, 5, 20), MEAL, Kilograms(20.6), SquareMetres(412), corrects=3)
    texts = EntryTexts("Court, the", "Lawn", "Main feed", "20.6 kg", "=HYPERLINK(1)", "", "dry", 'a\n"b"', "-1+2")
    (row,) = csv.DictReader(io.StringIO(write_daybook([(texts, entry)])))
    assert tuple(row) == COLUMNS
    assert row["rate_g_m2"] == "50"
    assert float(row["nitrogen_g_m2"]) == pytest.approx(4.0)
    assert float(row["phosphorus_g_m2"]) == pytest.approx(50 * 0.03 * 0.4364, rel=1e-5)
    assert (row["who"], row["reason"], row["note"]) == ("'=HYPERLINK(1)", "'-1+2", 'a\n"b"')
    assert (row["corrects"], row["property"]) == ("3", "Court, the")
