"""A bed's list of plants: counts, names and when they were planted."""

from __future__ import annotations

from datetime import date

import pytest

from amber_acre.core.errors import NotUnderstood
from amber_acre.core.measure.area_facts import listed, planted_on, read_facts
from amber_acre.core.measure.listed_plants import Listed, read_plants


def test_plants_of_a_bed_are_counted() -> None:
    assert read_plants("14 × Rosa hybrids\n\n180 Hemerocallis\n3x Hosta") == (
        Listed(14, "Rosa hybrids"),
        Listed(180, "Hemerocallis"),
        Listed(3, "Hosta"),
    )
    for bad in ("Rosa", "0 × Rosa", "14 ×"):
        with pytest.raises(NotUnderstood, match="Line 1"):
            read_plants(bad)


@pytest.mark.parametrize(
    ("line", "name", "day"),
    [
        ("6 × Rosa hybrids, planted 2026-03-20", "Rosa hybrids", "2026-03-20"),
        ("6 × Rosa hybrids, planted 2026-03", "Rosa hybrids", "2026-03-01"),
        ("6 × Rosa hybrids, 2019", "Rosa hybrids", "2019-07-01"),
        ("6 × Rosa hybrids since 2019", "Rosa hybrids", "2019-07-01"),
        ("6 × Rosa hybrids; planted 2026-3-2", "Rosa hybrids", "2026-03-02"),
        ("6 × Quercus robur, 1900", "Quercus robur", "1900-07-01"),  # the first year that is one
        ("6 × Quercus robur, planted 2100-12-31", "Quercus robur", "2100-12-31"),
        ("6 × Hosta 2026", "Hosta 2026", ""),  # a name may end in a number
        ("6 × Geranium, blue", "Geranium, blue", ""),
    ],
)
def test_when_they_were_planted_may_stand_behind_them(line: str, name: str, day: str) -> None:
    assert read_plants(line) == (Listed(6, name, day),)
    assert read_plants(line)[0].planted_on == (date.fromisoformat(day) if day else None)


@pytest.mark.parametrize("bad", ["2026-13", "2026-02-30", "1899", "2101-01-01"])
def test_a_day_that_is_none_names_its_line(bad: str) -> None:
    with pytest.raises(NotUnderstood, match=f"Line 2.*{bad}"):
        read_plants(f"1 × Hosta\n6 × Rosa, planted {bad}")


@pytest.mark.parametrize(
    ("texts", "day"),
    [
        ({"plants": "14 × Rosa"}, None),
        ({"plants": "14 × Rosa, planted 2026-03-20"}, date(2026, 3, 20)),
        ({"plants": "8 × Rosa, 2015\n6 × Rosa, planted 2026-03-20"}, date(2015, 7, 1)),
        ({"plants": "7 × Rosa, 2015\n7 × Rosa, planted 2026-03-20"}, None),  # half is not most
        ({"plants": "8 × Rosa, 2015", "planted_on": "2026-04-01"}, date(2026, 4, 1)),
        ({}, None),
    ],
)
def test_an_area_was_planted_when_most_of_it_was(texts: dict[str, str], day: date | None) -> None:
    facts, faults = read_facts("bed", texts)
    assert not faults
    assert planted_on(facts) == day
    assert len(listed(facts)) == len(texts.get("plants", "").splitlines())
