"""A laboratory's file: separators, headings, days; and a property's tests out and in again."""

from __future__ import annotations

import csv
import io
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.errors import AmberError
from amber_acre.core.soil.entry import read_values, unit_of_heading, with_unit_of_heading
from amber_acre.core.soil.evidence import SoilTest, TestUnit
from amber_acre.core.tables.soil_measures import MEASURES
from amber_acre.exchange.soil_csv import TestLine as Line
from amber_acre.exchange.soil_csv import (
    guess_roles,
    read_advice,
    read_advices,
    read_depth,
    read_name,
    read_table,
    write_tests,
)
from amber_acre.stand_ins.ph_probe import SimulatedProbe
from amber_acre.stand_ins.soil_lab import SimulatedLab


@pytest.mark.parametrize("separator", [",", ";", "\t"])
def test_any_usual_separator(separator: str) -> None:
    rows = [
        ("Sample", "pH", "P (ppm)"),
        ("Front", "6,4" if separator != "," else "6.4", "38"),
        ("", "", ""),
        ("Back", "7.1"),
    ]
    table = read_table("\ufeff" + "\r\n".join(separator.join(row) for row in rows))
    assert table.headings == ("Sample", "pH", "P (ppm)")
    assert [row[0] for row in table.rows] == ["Front", "Back"]
    assert table.rows[1] == ("Back", "7.1", "")  # a short row is filled up, not refused


def test_headings_are_guessed_by_the_words_reports_use_and_as_remembered() -> None:
    headings = [
        "Sample ID",
        "Date Sampled",
        "pH",
        "Buffer pH",
        "OM %",
        "Phosphorus",
        "K ppm",
        "Calcium (mg/kg)",
        "Soluble Salts",
        "Lab no.",
    ]
    roles = guess_roles(headings)
    assert [roles[h] for h in headings] == [
        "sample",
        "sampled",
        "ph",
        "buffer_ph",
        "organic_matter",
        "p",
        "k",
        "ca",
        "salts",
        "",
    ]
    assert guess_roles(["P", "Phosphorus"]) == {"P": "p", "Phosphorus": ""}  # never two for one
    assert guess_roles(["Lab no.", "pH"], {"Lab no.": "sample", "pH": ""}) == {"Lab no.": "sample", "pH": ""}


@given(
    st.fixed_dictionaries(
        {
            "ph": st.floats(3, 10),
            "p": st.floats(0, 300),
            "organic_matter": st.floats(0, 0.3),
            "sand": st.floats(0.1, 0.5),
        }
    )
)
def test_what_goes_out_comes_in_again(values: dict[str, float]) -> None:
    test = SoilTest.of(date(2026, 4, 1), "olsen", **values, silt=0.3, clay=0.7 - values["sand"])
    row = next(csv.DictReader(io.StringIO(write_tests([Line("=Bed", test, "lime 2 t/ha")]))))
    assert row["area"] == "'=Bed"  # nothing a spreadsheet would run
    roles = guess_roles(list(row))
    back, _, faults = read_values({key: row[h] for h, role in roles.items() for key in MEASURES if key == role}, "ppm")
    assert faults == []
    for key, value in test.values.items():
        assert back[key] == pytest.approx(value, rel=1e-5, abs=1e-7)


@pytest.mark.parametrize(
    ("heading", "cell", "unit", "kept"),
    [
        ("K ppm", "90", "lb/acre", 90.0),
        ("K (lbs/A)", "180", "ppm", 90.0),
        ("K lb/ac", "180", "ppm", 90.0),
        ("K", "180", "lb/acre", 90.0),
        ("K meq/100 g", "0.5", "ppm", 195.49),
        ("K mg/kg", "180 lb/acre", "ppm", 90.0),
        ("K lb/acre", "<180", "ppm", 90.0),
        ("K lb/acre", "180", "lb/acre 8 in", 75.04),
    ],
)
def test_a_heading_with_a_unit_goes_before_that_of_the_file(
    heading: str, cell: str, unit: TestUnit, kept: float
) -> None:
    """Two million pounds to the furrow slice: 1 ppm is 2 lb/acre; a figure's own unit goes before its heading's."""
    text = with_unit_of_heading(cell, heading, "k", unit)
    values, _, faults = read_values({"k": text}, unit)
    assert faults == []
    assert values["k"] == pytest.approx(kept, rel=1e-3)


def test_only_figures_get_the_unit_of_their_heading() -> None:
    assert with_unit_of_heading("n/a", "K ppm", "k") == "n/a"
    assert with_unit_of_heading("6.4", "pH ppm", "ph") == "6.4"
    assert unit_of_heading("EC µS/cm", "salts") == "µs/cm"
    assert read_values({"salts": with_unit_of_heading("800", "EC µS/cm", "salts")}, "ppm")[0]["salts"] == pytest.approx(
        0.8
    )
    assert unit_of_heading("Mg deep", "mg") == ""


def test_a_lime_index_is_recognised() -> None:
    """Some laboratories print the buffer pH ten times as large (extension fact sheets, from memory)."""
    values, _, faults = read_values({"buffer_ph": "68"}, "ppm")
    assert values == {}
    assert "Type 6.8" in faults[0].sentence


@pytest.mark.parametrize(
    ("heading", "cell", "kept"),
    [
        ("Lime (tons/acre)", "2", ("2 tons/acre", 448.34)),
        ("Lime t/ac", "1.5", ("1.5 t/acre", 370.66)),
        ("Lime lbs/1000 sq ft", "50", ("50 lbs/1000 sq ft", 244.12)),
        ("Lime", "2 tons/acre", ("2 tons/acre", 448.34)),
        ("K2O kg/ha", "60", ("60 kg/ha", 6.0)),
        ("Lime", "", None),
        ("Lime", "none", None),
    ],
)
def test_advice_is_read_by_its_own_unit_or_its_headings(
    heading: str, cell: str, kept: tuple[str, float] | None
) -> None:
    """A short ton an acre is 224.17 g/m², a tonne 247.1 (NIST Handbook 44)."""
    read = read_advice(heading, cell)
    assert (read is None) == (kept is None)
    if read is not None and kept is not None:
        assert read[0] == kept[0]
        assert read[1] == pytest.approx(kept[1], rel=1e-4)


def test_advice_without_a_unit_and_names_that_mean_nothing_are_refused() -> None:
    with pytest.raises(AmberError, match="has no unit"):
        read_advice("Lime", "2")
    with pytest.raises(AmberError, match="Write it like lime 2 tons/acre"):
        read_advices("magic 2 tons/acre")
    assert read_advices("") == []
    assert [(m, t) for m, t, _ in read_advices("lime 2 tons/acre; potash 2 lb/1000 ft²")] == [
        ("lime", "2 tons/acre"),
        ("potash", "2 lb/1000 ft²"),
    ]
    names = {"mehlich-3": "Mehlich-3", "bray-1": "Bray-1"}
    assert [read_name(cell, names, "extractant") for cell in ("MEHLICH 3", "mehlich3", "")] == [
        "mehlich-3",
        "mehlich-3",
        None,
    ]
    with pytest.raises(AmberError, match="none of Mehlich-3, Bray-1"):
        read_name("vinegar", names, "extractant")
    assert [
        read_depth(h, c)
        for h, c in (("depth mm", "100"), ("Depth (in)", "4"), ("Depth", "10"), ("Depth", "4 in"), ("Depth", ""))
    ] == pytest.approx([100, 101.6, 100, 101.6, None])


def test_what_is_written_out_is_matched_by_itself() -> None:
    """Every column of the program's own file is recognised when it comes back, each once."""
    test = SoilTest(
        date(2026, 4, 2), {"ph": 6.4, "buffer_ph": 6.5, "p": 30, "k": 90}, "olsen", "smp", 100.0, "Own desk"
    )
    table = read_table(write_tests([Line("Green", test, "lime 2 tons/acre")]))
    roles = guess_roles(table.headings)
    assert "" not in roles.values()
    assert len(set(roles.values())) == len(table.headings)
    assert {"sample", "sampled", "laboratory", "extractant", "buffer_method", "depth", "advice", *MEASURES} == set(
        roles.values()
    )


def test_headings_that_repeat_are_told_apart() -> None:
    """Reports rate each element: “Rating” stands behind every one, and P in two units beside each other."""
    table = read_table("Sample,P,Rating,P,Rating,K,rating\nGreen,30,low,60,low,90,ok\n")
    assert table.headings == ("Sample", "P", "Rating", "P (2)", "Rating (2)", "K", "rating (3)")
    assert guess_roles(table.headings) == {
        "Sample": "sample",
        "P": "p",
        "Rating": "",
        "P (2)": "",
        "Rating (2)": "",
        "K": "k",
        "rating (3)": "",
    }
    assert read_table("pH,\n6.5,\n").headings == ("pH", "")


def test_the_simulated_laboratory_repeats_itself_and_its_figures_are_possible() -> None:
    lab = SimulatedLab()
    report = lab.report(["Front lawn", "Back lawn"], date(2026, 5, 1))
    assert report == lab.report(["Front lawn", "Back lawn"], date(2026, 5, 1))
    assert report != lab.report(["Front lawn", "Back lawn"], date(2026, 5, 2))
    table = read_table(lab.report([f"area {n}" for n in range(200)], date(2026, 5, 1)))
    roles = guess_roles(table.headings)
    for row in table.rows:
        texts = {key: row[n] for n, h in enumerate(table.headings) if (key := roles[h]) in MEASURES}
        values, kept, faults = read_values(texts, "ppm")
        assert faults == []
        SoilTest(date(2026, 5, 1), values, "mehlich-3", "smp", typed=kept)


def test_the_simulated_probe_scatters_as_a_probe_does() -> None:
    probe = SimulatedProbe()
    spots = [f"spot {n}" for n in range(300)]
    read = probe.read(4, spots, date(2026, 5, 1), 6.4)
    assert read == probe.read(4, spots, date(2026, 5, 1), 6.4)
    values = [reading.ph for reading in read]
    assert min(values) >= 6.1 - 1e-9
    assert max(values) <= 6.7 + 1e-9
    assert sum(values) / len(values) == pytest.approx(6.4, abs=0.05)
    assert probe.read(4, ["peat"], date(2026, 5, 1), 3.0)[0].ph >= 3.0
