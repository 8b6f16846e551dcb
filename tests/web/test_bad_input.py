"""Bad input: a plain sentence beside the field, what was typed kept, nothing saved."""

from __future__ import annotations

import html
import re

import pytest

from tests.conftest import Browser
from tests.web.forms import CLIMATE, ENTRY, LAWN, LIQUID, PRODUCT, PROPERTY, RULES, sentence_beside


def kept(page: str, field: str, text: str) -> bool:
    """True where the typed text stands in the field again."""
    found = re.search(rf'name="{re.escape(field)}"[^>]*?value="([^"]*)"', page)
    chosen = re.search(rf'name="{re.escape(field)}".*?<option value="([^"]*)" selected', page, re.DOTALL)
    values = [html.unescape(m[1]) for m in (found, chosen) if m]
    return text in values


LAWN_FAULTS = [
    ({"size-side_1": "0"}, "size-side_1", "above zero"),
    ({"size-side_1": "-12 m"}, "size-side_1", "above zero"),
    ({"size-side_1": "twelve"}, "size-side_1", "cannot be read as a length"),
    ({"size-side_2": ""}, "size-side_2", "Width is needed"),
    ({"size-side_1": "200 m", "size-side_2": "200 m"}, "size", "more than the whole plot"),
    (
        {"size-outline": "range", "size-side_1": "4500 m²", "size-side_2": "4600 m²"},
        "size",
        "square feet were meant",
    ),
    ({"size-outline": "range", "size-side_1": "500 m²", "size-side_2": "400 m²"}, "size-side_1", "Swap them"),
    (
        {"size-outline": "triangle", "size-side_1": "10 m", "size-side_2": "4 m", "size-side_3": "5 m"},
        "size-side_1",
        "cannot close",
    ),
    ({"size-cut_outs-0-side_1": "40 m"}, "size-cut_outs", "nothing is left"),
    ({"size-cut_outs-0-name": ""}, "size-cut_outs-0-name", "needed"),
    ({"size-cut_outs-0-side_1": "wide"}, "size-cut_outs-0-side_1", "cannot be read"),
    ({"grass": ""}, "grass", "Choose what grows"),
    ({"soil-ph": "2.1"}, "soil-ph", "outside 3–10"),
    ({"soil-ph": "64"}, "soil-ph", "outside 3–10"),
    ({"soil-p": "lots"}, "soil-p", "not a number"),
    ({"soil-extractant": ""}, "soil-extractant", "extractant named on the report"),
    ({"soil-taken_on": "2027-01-01"}, "soil-taken_on", "still to come"),
    ({"soil-taken_on": ""}, "soil-taken_on", "not a date"),
    ({"name": ""}, "name", "needed"),
]


@pytest.mark.parametrize(("change", "field", "says"), LAWN_FAULTS)
def test_lawn_form(demo: Browser, change: dict[str, str], field: str, says: str) -> None:
    answer = demo.post("/properties/1/areas/new/lawn", LAWN | change)
    assert answer.status_code == 422
    assert says in sentence_beside(answer.text, field)
    for name, text in change.items():
        assert not text or kept(answer.text, name, text), name
    assert kept(answer.text, "size-cut_outs-0-side_1", change.get("size-cut_outs-0-side_1", "2.5 m"))
    assert "Back lawn" not in demo.get("/properties/1").text


PRODUCT_FAULTS = [
    (PRODUCT, {"grade": "640"}, "grade", "Did you mean 6-4-0"),
    (PRODUCT, {"grade": "60-40-20"}, "grade", "over 100 %"),
    (PRODUCT, {"forms-urea": "6"}, "nitrogen_forms", "add up to 14.00%"),
    (PRODUCT, {"others-Ca": "90"}, "grade", "over 100"),
    (PRODUCT, {"others-Fe": "140"}, "others-Fe", "0–100"),
    (PRODUCT, {"label_max": "180 lb/1000", "yearly_max": ""}, "label_max", "typed as per 1000 ft²"),
    (PRODUCT, {"label_min": "0.02 g/m²", "label_max": "4 lb/acre"}, "label_max", "typed as per acre"),
    (PRODUCT, {"label_max": "5 lb"}, "label_max", "per what area"),
    (PRODUCT, {"label_max": "5 fl oz/1000"}, "label_max", "not a unit of weight"),
    (PRODUCT, {"label_min": "6 lb/1000"}, "label_min", "must not be above"),
    (PRODUCT, {"yearly_max": "2 lb/1000"}, "yearly_max", "yearly maximum is below"),
    (PRODUCT, {"interval": "soon"}, "interval", "not a span of time"),
    (PRODUCT, {"interval": "3.5"}, "interval", "whole days"),
    (PRODUCT, {"packs-0-size": "33"}, "packs-0-size", ""),
    (PRODUCT, {"packs-0-price": "cheap"}, "packs-0-price", "not a number"),
    (PRODUCT, {"forms-urea": "0", "forms-slow_soluble": "0", "forms-coated": "16"}, "longevity", "6 months at 21 °C"),
    (PRODUCT, {"family": ""}, "family", "family"),
    (PRODUCT, {"soil-moisture": "60"}, "moisture", "outside 0–50%"),
    (PRODUCT, {"longevity": "900000000 days"}, "longevity", "check the unit"),
    (PRODUCT, {"longevity": "901"}, "longevity", "outside 7–900"),
    (PRODUCT, {"soil-sulphur": "99", "soil-aluminium": "50"}, "grade", "over 100 %"),
    (PRODUCT, {"forms-urea": "", "forms-slow_soluble": ""}, "slow", "How much of the 16 % nitrogen"),
    (PRODUCT, {"forms-urea": "", "forms-slow_soluble": "", "slow": "17"}, "slow", "more than the 16 % nitrogen"),
    (PRODUCT, {"name": "Green\u202efeed"}, "name", "cannot be seen"),
    (LIQUID, {"density": ""}, "density", "needs its density"),
    (LIQUID, {"density": "10.65"}, "density", "lb/gal"),
    (LIQUID, {"label_max": "3 oz/1000"}, "label_max", "fl oz"),
    (LIQUID, {"packs-0-size": "2.5 kg"}, "packs-0-size", "not a unit of volume"),
]


@pytest.mark.parametrize(("base", "change", "field", "says"), [f for f in PRODUCT_FAULTS if f[3]])
def test_product_form(browser: Browser, base: dict[str, str], change: dict[str, str], field: str, says: str) -> None:
    answer = browser.post("/shelf/new", base | change)
    assert answer.status_code == 422
    assert says in sentence_beside(answer.text, field)
    for name, text in change.items():
        assert not text or kept(answer.text, name, text), name
    assert base["name"] not in browser.get("/shelf").text


PROPERTY_FAULTS = [
    ({"client": ""}, "client", "needed"),
    ({"plot": "0.2"}, None, ""),
    ({"plot": "big"}, "plot", "cannot be read"),
    ({"climate_id": ""}, "climate_id", "Choose a climate"),
    ({"rule_set_id": ""}, "rule_set_id", "Choose a rule set"),
    ({"climate-latitude": "45.2 S"}, "climate-latitude", "July is the warmest month"),
    ({"climate-latitude": "145"}, "climate-latitude", "outside −70 to 70"),
    ({"climate-months-2-low": "19"}, "climate-month_3", "March: minimum 19"),
    ({"climate-months-4-mean": "warm"}, "climate-months-4-mean", "not a number"),
    ({"climate-months-4-mean": "149"}, "climate-months-4-mean", "outside −60"),
    ({"climate-months-5-rain": "9000"}, "climate-months-5-rain", "outside 0–3,000"),
    ({"climate-last_frost": "31-05"}, "climate-last_frost", "month-day"),
    ({"climate-last_frost": ""}, "climate-last_frost", "both frost dates"),
    ({"rules-quick_cap": "0.7"}, "rules-quick_cap", "per what area"),
    ({"rules-slow_share": "130"}, "rules-slow_share", "0–100"),
    ({"rules-blackouts-0-opens": "13-40"}, "rules-blackouts-0-opens", "month-day"),
    ({"rules-yearly_cap": "160 lb/1000"}, "rules-yearly_cap", "outside 0–100"),
]


@pytest.mark.parametrize(("change", "field", "says"), [f for f in PROPERTY_FAULTS if f[1]])
def test_property_form(browser: Browser, change: dict[str, str], field: str, says: str) -> None:
    answer = browser.post("/properties/new", PROPERTY | change)
    assert answer.status_code == 422
    assert says in sentence_beside(answer.text, field)
    for name, text in change.items():
        assert not text or kept(answer.text, name, text), name
    assert "Marrow Hill" not in browser.get("/properties").text
    assert "Own valley" not in browser.get("/almanac").text  # nothing half saved


ENTRY_FAULTS = [
    ({"amount": ""}, "amount", "Type a weight"),
    ({"amount": "6.4 L"}, "amount", "not a unit of weight"),
    ({"amount": "64 kg"}, "amount", "times the planned"),
    ({"covered": "4,400 m²"}, "covered", "more than the ground it lies on here"),
    ({"covered": "0"}, "covered", "above zero"),
    ({"amount": "9.2 kg"}, "reason", "over a tenth off"),
    ({"amount": "11 kg"}, "reason", "above the label"),
    ({"applied_on": "2026-06-01"}, "applied_on", "still to come"),
    ({"applied_on": "1926-05-26"}, "applied_on", "over two years ago"),
    ({"who": ""}, "who", "needed"),
    ({"product": ""}, "product", "whole number"),
]


@pytest.mark.parametrize(("change", "field", "says"), ENTRY_FAULTS)
def test_entry_form(demo: Browser, change: dict[str, str], field: str, says: str) -> None:
    form = ENTRY | {"product": "1", "amount": "7.7 kg"} | change  # round 2 of the front lawn: 7.73 kg of product 1
    answer = demo.post("/areas/1/log?job=2", form, page="/areas/1/log?job=2")
    assert answer.status_code == 422
    assert says in sentence_beside(answer.text, field)
    for name, text in change.items():
        if name != "product":
            assert not text or kept(answer.text, name, text), name
    assert demo.get("/daybook.csv").text.count("2026-05-26") == 0


@pytest.mark.parametrize(
    ("change", "field", "says"),
    [
        ({"rate": "30 g/m²"}, "rate", "above the label's highest rate"),
        ({"rate": "12"}, "rate", "per what area"),
        ({"rate": "0 g/m²"}, "rate", "above zero"),
        ({"on_day": "2026-12-24"}, "on_day", "closed period"),
        ({"on_day": "soon"}, "on_day", "not a date"),
        ({"product": "7", "rate": "12 g/m²"}, "product", "high in phosphorus"),
        ({"reason": ""}, "reason", "Say why"),
        ({"version": "77"}, "version", "Somebody else changed this job"),
    ],
)
def test_round_form(demo: Browser, change: dict[str, str], field: str, says: str) -> None:
    page = demo.get("/jobs/2").text
    version = re.search(r'name="version" value="(\d+)"', page)
    assert version is not None
    form = {
        "on_day": "2026-06-03",
        "product": "2",
        "rate": "12 g/m²",
        "reason": "client is away",
        "version": version[1],
    }
    answer = demo.post("/jobs/2/change", form | change, page="/jobs/2")
    assert answer.status_code == 422
    assert says in html.unescape(answer.text)
    if field != "version":
        assert says in sentence_beside(answer.text, field)
        for name, text in change.items():
            assert kept(answer.text, name, text) or not text, name
    assert "13.0 g/m²" in demo.get("/properties/1?area=1&round=2").text


def test_all_faults_show_at_once(demo: Browser) -> None:
    spoilt = LAWN | {"name": "", "size-side_1": "x", "size-cut_outs-0-side_1": "y", "grass": "", "soil-ph": "20"}
    page = demo.post("/properties/1/areas/new/lawn", spoilt).text
    assert "Not saved yet: 5 things need a look." in page
    for field in ("name", "size-side_1", "size-cut_outs-0-side_1", "grass", "soil-ph"):
        assert sentence_beside(page, field)


@pytest.mark.parametrize(
    ("url", "form", "confirm"),
    [
        (
            "/properties/1/areas/new/lawn",
            LAWN | {"size-outline": "range", "size-side_1": "2,500 m²", "size-side_2": "2,600 m²"},
            "size-confirmed",
        ),
        (
            "/shelf/new",
            PRODUCT
            | {
                "label_min": "400 g/m²",
                "label_max": "450 g/m²",
                "grade": "1-0-0",
                "forms-urea": "1",
                "forms-slow_soluble": "",
                "yearly_max": "",
            },
            "confirmed",
        ),
        ("/almanac/climates/new", CLIMATE | {"latitude": "45.2 S"}, "confirmed"),
        ("/areas/1/log?job=2", ENTRY | {"product": "2", "amount": "1 kg", "reason": "ran out"}, "confirmed"),
    ],
)
def test_a_doubt_is_asked_once_and_can_be_confirmed(
    demo: Browser, url: str, form: dict[str, str], confirm: str
) -> None:
    asked = demo.post(url, form, page=url)
    assert asked.status_code == 422
    assert f'name="{confirm}"' in asked.text
    assert demo.post(url, form | {confirm: "on"}, page=url).status_code == 303


@pytest.mark.parametrize(
    ("url", "form"),
    [
        ("/almanac/climates/new", CLIMATE | {"name": "Ostrey Vale"}),
        ("/almanac/rules/new", RULES | {"name": "Ouselet by-law"}),
        ("/properties/new", PROPERTY | {"climate-name": "Ostrey Vale"}),
    ],
)
def test_a_name_is_not_taken_twice(demo: Browser, url: str, form: dict[str, str]) -> None:
    answer = demo.post(url, form)
    assert answer.status_code == 422
    assert "of this name" in answer.text


def test_an_old_test_is_used_but_says_so(demo: Browser) -> None:
    page = demo.get("/properties/4?area=8").text
    assert "4.3 years old" in page
    assert "Re-test before relying on it" in page


def test_a_lawn_nothing_fits_says_which_limits_stand_in_the_way(browser: Browser) -> None:
    assert browser.post("/properties/new", PROPERTY).headers["location"] == "/properties/1/areas/new/lawn"
    assert browser.post("/shelf/new", LIQUID).status_code == 303
    assert browser.post("/properties/1/areas/new/lawn", LAWN).status_code == 303
    assert browser.post("/areas/1/plan", {}).status_code == 303
    page = html.unescape(browser.get("/properties/1").text)
    assert "asks for at least 30% slow-release nitrogen; the best this shelf can do is 0%" in page
    assert "the lawn may go unfed this season" in page


@pytest.mark.parametrize("day", ["9999-12-31", "0001-01-01", "2036-06-01"])
def test_a_job_copied_to_a_far_day_is_a_slip_of_the_year(demo: Browser, day: str) -> None:
    form = {"area": "2", "copy_day": day, "copy_reason": "the same there"}
    answer = demo.post("/jobs/2/copy", form, page="/jobs/2")
    assert answer.status_code == 422
    assert "is far from today. Check the year." in sentence_beside(answer.text, "copy_day")
    assert kept(answer.text, "copy_day", day)


def test_an_amendment_from_a_far_day_is_a_slip_of_the_year(demo: Browser) -> None:
    answer = demo.get("/areas/1/soil/amend?finding=clay&option=clay-gypsum&first=9999-12-31")
    assert "9999-12-31 is far from today. Check the year." in sentence_beside(answer.text, "first")
