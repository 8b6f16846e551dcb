"""Hostile and careless input: whatever is sent, the answer is a page in words, never a failure."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.conftest import Browser
from tests.web.forms import (
    BED,
    CLIMATE,
    ENTRY,
    HEDGE,
    LAWN,
    LIQUID,
    LOOK,
    PATCH,
    PLANT,
    PRODUCT,
    PROPERTY,
    RULES,
    TREE,
    WATER,
)

NASTY = st.one_of(
    st.text(max_size=40),
    st.sampled_from(
        [
            "",
            " ",
            "0",
            "-1",
            "1e999",
            "9" * 400,
            "NaN",
            "inf",
            "1/0",
            "⅓ m",
            "１２ m",
            "12\x00m",
            "<script>alert(1)</script>",
            "'; DROP TABLE entries; --",
            "0.0000001 g/m²",
            "99999999999999999999",
            "2026-02-30",
            "0001-01-01",
            "9999-12-31",
            "3 oz/1000",
            "4 lb/0",
            "12 m 6 ft",
            "--",
            "²",
            "1,2,3",
            "%s{}{{7*7}}",
            "m²",
            "🌱",
        ]
    ),
)
ROUND = {"on_day": "2026-06-03", "product": "2", "rate": "12 g/m²", "reason": "x", "version": "1"}
SOIL_TEST = {"taken_on": "2026-05-02", "unit": "ppm", "extractant": "mehlich-3", "ph": "6.4", "p": "38", "k": "92"}
LIMING = {
    "way": "up",
    "target": "6.2",
    "product": "13",
    "placement": "surface",
    "depth": "10 cm",
    "method": "texture",
    "rule": "two-sieve",
    "region": "warm",
    "first": "2026-05-27",
    "interval": "91",
    "start": "100 %",
}
FORMS: list[tuple[str, dict[str, str]]] = [
    ("/properties/new", PROPERTY),
    ("/properties/1/areas/new/lawn", LAWN),
    ("/properties/2/areas/board/lawn", LAWN),
    ("/areas/1/edit", LAWN),
    ("/areas/1/soil/tests/new", {k.removeprefix("soil-"): v for k, v in LAWN.items()}),
    ("/shelf/new", PRODUCT),
    ("/shelf/new", LIQUID),
    ("/shelf/3/edit", PRODUCT),
    ("/shelf/reading", PRODUCT),
    ("/shelf/1/deliveries", {"amount": "2 bags"}),
    ("/almanac/climates/new", CLIMATE),
    ("/almanac/climates/1", CLIMATE),
    ("/almanac/rules/new", RULES),
    ("/areas/1/log?job=2", ENTRY),
    ("/areas/1/log/reading?job=2", ENTRY),
    ("/entries/1/correct", ENTRY),
    ("/jobs/3/change", ROUND),
    ("/properties/1/areas/new/tree", TREE),
    ("/properties/1/areas/new/bed", BED),
    ("/properties/1/areas/new/bed", BED | {"size-outline": "traverse", "size-rows": "0 20\n90 20\n180 20\n270 20"}),
    ("/properties/1/areas/new/patch", PATCH),
    ("/properties/1/areas/board/hedge", HEDGE),
    ("/properties/1/contexts/new", WATER),
    ("/areas/1/place", {"x": "3 m", "y": "4 m", "turn": "12", "snap": "on", "by": "ph"}),
    ("/areas/1/looks", LOOK),
    ("/areas/1/walk/sample", LOOK),
    ("/almanac/paces", {"name": "Imke", "paces": "50", "distance": "36 m"}),
    ("/almanac/plants/rosa-hybrids", PLANT),
    ("/almanac/plants/new", PLANT | {"botanical": "Quillwort", "group": "perennial"}),
    (
        "/areas/2/soil/tests/new",
        SOIL_TEST
        | {
            "sand": "40",
            "silt": "40",
            "clay": "20",
            "advice-0-material": "lime",
            "advice-0-amount": "2 tons/acre",
        },
    ),
    (
        "/areas/2/soil/probe",
        {"probe-0-spot": "gate", "probe-0-ph": "5.8", "probe-0-x": "3 m", "probe-0-y": "2 m", "who": "Imke"},
    ),
    ("/areas/11/soil/ph", LIMING),
    ("/areas/26/soil/ph", LIMING | {"way": "down", "target": "5.0", "product": "16", "timing": "ready"}),
    (
        "/areas/2/soil/amend",
        {
            "option": "clay-compost",
            "dose": "8 mm",
            "years": "2",
            "first": "2026-09-01",
            "product": "21",
            "zone": "10 cm",
            "blend": "2 loam, 1 sand",
        },
    ),
    (
        "/areas/2/soil/amend",
        {
            "option": "compacted-core",
            "tine": "13 mm",
            "spacing": "5 cm",
            "hole_depth": "8 cm",
            "years": "2",
            "first": "2026-09-01",
        },
    ),
    (
        "/areas/10/soil/nutrient",
        {"element": "k", "by": "minimum", "product": "11", "first": "2026-05-28", "chelate": "on"},
    ),
    (
        "/areas/5/soil/water",
        {
            "texture": "loam",
            "roots": "12 cm",
            "depletion": "40 %",
            "month": "6",
            "uniformity": "70 %",
            "more": "5 cm",
            "clay": "3 kg/m²",
            "purpose": "establish",
        },
    ),
    ("/areas/5/soil/leaves", {"leaves": "old", "pattern": "even", "cause": "nitrogen"}),
    ("/areas/2/findings", {"kind": "sand", "words": "thin"}),
    ("/findings/1/close", {"probe": "17 cm", "why": "seen"}),
    ("/jobs/60/done", {"form_key": "k", "done_on": "2026-05-20", "who": "Imke", "probe": "12 cm", "note": "x"}),
    ("/jobs/56/change", {"version": "1", "on_day": "2026-06-20", "reason": "rain", "skipped": "on"}),
    ("/corrections/2/end", {"why": "x"}),
    ("/areas/6/log?job=24", ENTRY),
    ("/areas/1/jobs/new", {"work": "core", "on_day": "2026-06-20", "days": "14", "reason": "x", "name": "x"}),
    ("/jobs/3/copy", {"area": "2", "copy_day": "2026-06-20", "copy_reason": "x"}),
    ("/properties/1/soil/file", {"laboratory": "x", "text": "Sample,pH\nFront lawn,6.4\n", "sampled_on": "2026-05-02"}),
    (
        "/properties/1/soil/file",
        {
            "laboratory": "x",
            "text": "Sample,pH\nFront lawn,6.4\n",
            "sampled_on": "2026-05-02",
            "match": "1",
            "role-0": "sample",
            "role-1": "ph",
            "area-0": "2",
            "unit": "ppm",
            "extractant": "",
            "buffer_method": "",
        },
    ),
    (
        "/shelf/new",
        PRODUCT
        | {
            "soil-lime_kind": "calcitic",
            "soil-neutralising": "94",
            "soil-sieves-m8": "98",
            "soil-sieves-m60": "60",
            "soil-sulphur": "1",
        },
    ),
    ("/properties/1/files", {"kind": "lawn", "grass": "couch", "metres": "on"}),
]


@pytest.mark.parametrize(("url", "form"), FORMS)
@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(data=st.data())
def test_no_text_in_any_field_breaks_anything(demo: Browser, url: str, form: dict[str, str], data: Any) -> None:
    spoilt = data.draw(st.dictionaries(st.sampled_from(sorted(form)), NASTY, min_size=1, max_size=4))
    dropped = data.draw(st.sets(st.sampled_from(sorted(form)), max_size=2))
    sent = {key: value for key, value in (form | spoilt).items() if key not in dropped}
    answer = demo.post(url, sent, page="/properties/new")
    assert answer.status_code in (200, 303, 409, 422), (answer.status_code, sent)
    assert "<script>alert" not in answer.text
    assert "went wrong on our side" not in answer.text


SOIL_PAGES = [
    f"/areas/{n}/soil{part}"
    for n in (1, 26)
    for part in ("", "/ph", "/amend", "/nutrient", "/water", "/leaves", "/colour")
]
SOIL_QUERY = [
    "way",
    "target",
    "product",
    "depth",
    "finding",
    "option",
    "dose",
    "years",
    "zone",
    "element",
    "roots",
    "texture",
    "leaves",
    "now",
    "told",
    "job",
]


@settings(max_examples=120, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(
    page=st.sampled_from(
        [
            "/",
            "/properties/1",
            "/properties/6/site",
            "/find",
            "/areas/1/log",
            "/areas/1/looks",
            "/almanac/plants",
            *SOIL_PAGES,
        ]
    ),
    query=st.dictionaries(
        st.sampled_from(["day", "area", "round", "working", "q", "deleted", "id", "by", "first", "group", *SOIL_QUERY]),
        NASTY,
        max_size=4,
    ),
)
def test_no_address_breaks_anything(demo: Browser, page: str, query: dict[str, str]) -> None:
    answer = demo.client.get(page, params=query)
    assert answer.status_code in (200, 404, 422)
    assert "<script>alert" not in answer.text


@pytest.mark.parametrize("number", ["0", "-3", "99999999999999999999999"])
def test_numbers_no_row_has(demo: Browser, number: str) -> None:
    for page in (
        "/properties/{}",
        "/areas/{}/edit",
        "/areas/{}/log",
        "/shelf/{}",
        "/entries/{}/correct",
        "/almanac/rules/{}",
        "/properties/{}/site",
        "/contexts/{}",
        "/areas/{}/looks",
        "/areas/{}/soil",
        "/corrections/{}",
        "/soil-tests/{}/edit",
        "/properties/{}/soil/file",
    ):
        assert demo.get(page.format(number)).status_code in (404, 422)
    assert demo.get(f"/properties/1?area={number}&round={number}").status_code in (200, 422)


def test_a_lawn_may_have_many_cut_outs_and_long_names(demo: Browser) -> None:
    form = {k: v for k, v in LAWN.items() if "cut_outs" not in k} | {
        "name": "L" * 120,
        "size-side_1": "40 m",
        "size-side_2": "30 m",
    }
    for n in range(60):
        form |= {
            f"size-cut_outs-{n}-name": f"stone {n}",
            f"size-cut_outs-{n}-outline": "circle",
            f"size-cut_outs-{n}-side_1": "0.5 m",
        }
    answer = demo.post("/properties/4/areas/new/lawn", form)
    assert answer.status_code == 303
    assert demo.get(answer.headers["location"]).status_code == 200
    assert demo.post("/properties/4/areas/new/lawn", form | {"name": "L" * 121}).status_code == 422
