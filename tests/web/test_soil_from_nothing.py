"""The soil's job from an empty database, south of the equator and in feet and pounds, with figures worked by hand."""

from __future__ import annotations

import html
import re
from concurrent.futures import ThreadPoolExecutor

import pytest

from tests.conftest import Browser
from tests.core.worlds import BAY
from tests.web.forms import RULES

SOUTH = {"name": "Own bay", "latitude": "37.4 S", "last_frost": "", "first_frost": ""} | {
    f"months-{n}-{key}": f"{values[n]:g}"
    for key, values in (("mean", BAY.mean_c), ("low", BAY.min_c), ("high", BAY.max_c), ("rain", BAY.rain_mm))
    for n in range(12)
}
PLACE = (
    {
        "client": "Orla Pinch",
        "name": "Pinch Cottage",
        "units": "us",
        "plot": "0.3 acre",
        "climate_id": "own",
        "rule_set_id": "own",
    }
    | {
        f"climate-{key}": f"{value} {'mm' if key.endswith('rain') else 'C'}" if key.startswith("months") else value
        for key, value in SOUTH.items()
    }
    | {f"rules-{key}": value for key, value in RULES.items()}
)
BED = {
    "name": "Kitchen bed",
    "size-outline": "rectangle",
    "size-side_1": "25 ft",
    "size-side_2": "20 ft",
    "instrument": "tape",
    "facts-texture": "loam",
    "facts-bare": "yes",
    "facts-fizz": "none",
}
LIME = {
    "name": "Greystone 94",
    "state": "solid",
    "family": "lime",
    "grade": "0-0-0",
    "label_min": "10 lb/1000 ft²",
    "label_max": "100 lb/1000 ft²",
    "interval": "60",
    "packs-0-size": "50 lb",
    "packs-0-price": "6",
    "soil-lime_kind": "calcitic",
    "soil-neutralising": "94 %",
    "soil-moisture": "1 %",
    "soil-sieves-m8": "98",
    "soil-sieves-m60": "64",
}
SULPHUR = {
    "name": "Seamdust 90",
    "state": "solid",
    "family": "sulphur",
    "grade": "0-0-0",
    "label_min": "1 lb/1000 ft²",
    "label_max": "25 lb/1000 ft²",
    "interval": "60",
    "packs-0-size": "50 lb",
    "packs-0-price": "24",
    "others-S": "90",
    "soil-sulphur": "90 %",
}
REPORT = {
    "taken_on": "2026-04-02",
    "laboratory": "Own desk",
    "unit": "lb/acre",
    "extractant": "mehlich-3",
    "buffer_method": "smp",
    "ph": "5.2",
    "buffer_ph": "6.2",
    "p": "60",
    "k": "180",
    "ca": "1500",
    "mg": "180",
    "organic_matter": "3.1 %",
    "depth": "8 in",
}
RAISE = {
    "way": "up",
    "target": "6.5",
    "placement": "tilled",
    "depth": "8 in",
    "method": "buffer",
    "rule": "two-sieve",
    "region": "cool",
    "first": "2026-04-20",
    "interval": "60",
    "start": "100 %",
}
POUND_ACRE = 453.59237 / 4046.8564224
POUND_THOUSAND = 453.59237 / 92.90304


def words_of(browser: Browser, url: str) -> str:
    answer = browser.get(url)
    assert answer.status_code == 200, url
    return re.sub(r"\s+([,.;:])", r"\1", re.sub(r"\s+", " ", re.sub(r"<[^>]+>", " ", html.unescape(answer.text))))


@pytest.fixture
def cottage(browser: Browser) -> Browser:
    """A property in the south with one bare bed (area 1) and a lime and a sulphur on the shelf (products 1 and 2)."""
    assert browser.post("/properties/new", PLACE).status_code == 303
    made = browser.post("/properties/1/areas/new/bed", BED)
    assert made.status_code == 303, re.findall(r'class="fault[^>]*>([^<]+)', made.text)
    for product in (LIME, SULPHUR):
        made = browser.post("/shelf/new", product)
        assert made.status_code == 303, re.findall(r'class="fault[^>]*>([^<]+)', made.text)
    return browser


def test_a_lime_or_sulphur_says_what_it_is_on_the_shelf(browser: Browser) -> None:
    """Without its kind or its sulphur it would never be offered, and nobody would see why."""
    no_sulphur = browser.post("/shelf/new", SULPHUR | {"soil-sulphur": ""})
    assert "How much of it is elemental sulphur?" in html.unescape(no_sulphur.text)
    assert 'id="fault-soil-sulphur"' in no_sulphur.text
    no_kind = browser.post("/shelf/new", LIME | {"soil-lime_kind": ""})
    assert 'id="fault-soil-lime_kind"' in no_kind.text
    assert 'value="Greystone 94"' in no_kind.text


def test_without_any_evidence_nothing_is_dosed(cottage: Browser) -> None:
    assert "No pH is known" in words_of(cottage, "/areas/1/soil")
    assert "a dose without one is not worked out" in words_of(cottage, "/areas/1/soil/ph")
    refused = cottage.post("/areas/1/soil/ph", RAISE | {"product": "1"}, page="/areas/1/soil")
    assert refused.status_code == 422
    assert "The pH is not known" in html.unescape(refused.text)
    assert "a shortage that is not tested is not corrected" in words_of(cottage, "/areas/1/soil/nutrient")


def test_the_form_opens_on_what_the_place_is(cottage: Browser) -> None:
    """A warm southern bay: the table's warm region, depths in inches; a bed goes deeper than turf."""
    form = cottage.get("/areas/1/soil/ph?way=up").text
    assert re.search(r'value="warm"[^>]* selected', form)
    assert 'value="6 in"' in form
    water = cottage.get("/areas/1/soil/water").text
    assert 'value="2 in"' in water
    assert 'value="600 lb/1000 ft²"' in html.unescape(water)


def test_sulphur_is_compared_by_the_pound(cottage: Browser) -> None:
    """50 lb of 90 % at $24 is 24 ÷ 45 = $0.53 a pound of sulphur; a 30 % pellet of 4 lb at $24 is $20."""
    pellets = SULPHUR | {"name": "Potseam 30", "soil-sulphur": "30 %", "others-S": "30", "packs-0-size": "4 lb"}
    assert cottage.post("/shelf/new", pellets).status_code == 303
    words = words_of(cottage, "/areas/1/soil/ph?way=down")
    assert "for each lb of sulphur" in words
    assert "Seamdust 90 90 % sulphur $0.53" in words
    assert "Potseam 30 30 % sulphur $20.00" in words


def test_lime_in_pounds_for_a_bed_worked_by_hand(cottage: Browser) -> None:
    """SMP 6.2 to 6.5 is 6.4 short tons/acre of 90 % lime in 8 in; this lime is 0.94 × (0.98 + 0.64)/2 × 0.99 effective.

    6.4 × 2000 lb/acre × 0.9 ÷ 0.7538 is 15,283 lb/acre, 351 lb/1000 ft², 175 lb on 500 ft²: four times under 100
    lb/1000.
    """
    assert cottage.post("/areas/1/soil/tests/new", REPORT).status_code == 303
    soil = words_of(cottage, "/areas/1/soil")
    assert "pH 5.2 laboratory, 2 April 2026" in soil
    assert "P 60 lb/acre" in soil
    per_thousand = 6.4 * 2000 * 0.9 / (0.94 * 0.81 * 0.99) * POUND_ACRE / POUND_THOUSAND
    assert per_thousand == pytest.approx(350.8, abs=0.1)
    made = cottage.post("/areas/1/soil/ph", RAISE | {"product": "1"}, page="/areas/1/soil")
    assert made.status_code == 303
    page = words_of(cottage, made.headers["location"])
    assert page.count(f"{per_thousand / 4:.1f} lb/1000 ft²") == 4
    assert f"{per_thousand / 8:.1f} lb" in page  # on 500 ft²
    assert [f"Lime {n} of 4" in page for n in range(1, 5)] == [True] * 4
    assert "1 × 50 lb $6.00" in page
    assert "Test again before any more" in page
    assert "sulphur" not in page.lower().replace("pH", "")
    down = cottage.post(
        "/areas/1/soil/ph", RAISE | {"way": "down", "target": "5.0", "product": "2"}, page="/areas/1/soil"
    )
    assert "it cannot be lowered as well" in html.unescape(down.text)


def test_the_reports_unit_does_not_change_the_answer(cottage: Browser) -> None:
    """60 lb/acre in the furrow slice of two million pounds is 30 ppm; both read the same."""
    assert cottage.post("/areas/1/soil/tests/new", REPORT).status_code == 303
    in_pounds = re.search(r"P (low|adequate|high) ([\d.]+)", words_of(cottage, "/areas/1/soil"))
    halves = {key: f"{float(REPORT[key]) / 2:g}" for key in ("p", "k", "ca", "mg")}
    assert (
        cottage.post("/areas/1/soil/tests/new", REPORT | halves | {"unit": "ppm", "taken_on": "2026-04-03"}).status_code
        == 303
    )
    in_ppm = re.search(r"P (low|adequate|high) ([\d.]+)", words_of(cottage, "/areas/1/soil"))
    assert in_pounds is not None
    assert in_ppm is not None
    assert in_pounds[0] == in_ppm[0] == "P adequate 30"


def test_sulphur_in_the_south_waits_for_the_southern_spring(cottage: Browser) -> None:
    """Asked in April with a day in July: the bay's soil passes 13 °C again in August, not in May as in the north."""
    assert (
        cottage.post(
            "/areas/1/soil/tests/new", REPORT | {"ph": "6.6", "buffer_ph": "", "buffer_method": ""}
        ).status_code
        == 303
    )
    lower = RAISE | {
        "way": "down",
        "target": "6.0",
        "product": "2",
        "method": "texture",
        "depth": "4 in",
        "first": "2026-07-10",
        "timing": "warm",
    }
    asked = cottage.post("/areas/1/soil/ph", lower, page="/areas/1/soil")
    assert "whether this ground stands wet" in html.unescape(asked.text)
    made = cottage.post("/areas/1/soil/ph", lower | {"all_the_same": "dug: it drains"}, page="/areas/1/soil")
    assert made.status_code == 303, re.findall(r'class="fault[^>]*>([^<]+)', made.text)
    first = re.search(r"Sulphur 1 of \d+ .*?(\d+ (Jul|Aug|Sep|Oct) 2026)", words_of(cottage, made.headers["location"]))
    assert first is not None
    assert first[2] in ("Jul", "Aug", "Sep")


def test_two_people_enter_one_correction_once(cottage: Browser) -> None:
    assert cottage.post("/areas/1/soil/tests/new", REPORT).status_code == 303
    form = RAISE | {"product": "1"}
    with ThreadPoolExecutor(2) as both:
        answers = list(
            both.map(lambda _: cottage.post("/areas/1/soil/ph", form, page="/areas/1/soil").status_code, range(2))
        )
    assert sorted(answers) == [303, 422]
    assert words_of(cottage, "/areas/1/soil").count("pH 5.2 to 6.5") == 1


def test_a_logged_dose_closes_its_job_and_asks_for_a_new_test(cottage: Browser) -> None:
    assert cottage.post("/areas/1/soil/tests/new", REPORT).status_code == 303
    made = cottage.post("/areas/1/soil/ph", RAISE | {"product": "1", "first": "2026-04-10"}, page="/areas/1/soil")
    page = made.headers["location"]
    link = re.search(r'href="(/areas/1/log\?job=\d+)"', cottage.get(page).text)
    assert link is not None
    opened = cottage.get(link[1]).text
    key = re.search(r'name="form_key" value="([^"]+)"', opened)
    assert key is not None
    entry = {
        "form_key": key[1],
        "product": "1",
        "amount": "44 lb",
        "covered": "500 ft²",
        "applied_on": "2026-04-10",
        "who": "Orla",
    }
    assert cottage.post(link[1], entry).status_code == 303
    after = words_of(cottage, page)
    assert "Lime 1 of 4 done" in after
    assert "down 44.0 lb" in after
    assert cottage.post(f"{page}/end", {"why": "client sells"}, page=page).status_code == 303
    again = cottage.post("/areas/1/soil/ph", RAISE | {"product": "1"}, page="/areas/1/soil")
    assert "Test again first" in html.unescape(again.text)
    assert cottage.post("/areas/1/soil/tests/new", REPORT | {"taken_on": "2026-04-10", "ph": "5.3"}).status_code == 303
    too_soon = cottage.post("/areas/1/soil/ph", RAISE | {"product": "1"}, page="/areas/1/soil")
    assert "what went down on 10 April 2026 lies 10 days from 20 April 2026; the label asks for 60" in html.unescape(
        too_soon.text
    )
    later = cottage.post("/areas/1/soil/ph", RAISE | {"product": "1", "first": "2026-06-09"}, page="/areas/1/soil")
    assert later.status_code == 303  # tested on the day, after the dose was judged enough


def test_a_test_of_every_measure_comes_back_as_it_was_typed(cottage: Browser) -> None:
    full = REPORT | {
        "unit": "ppm",
        "s": "12",
        "fe": "80",
        "mn": "20",
        "zn": "3",
        "cu": "1.5",
        "b": "0.6",
        "na": "30",
        "al": "700",
        "cec": "9.5",
        "salts": "0.6",
        "sand": "45",
        "silt": "35",
        "clay": "20",
        "free_lime": "0.5",
        "ca": "1,250",
        "note": "north half",
        "advice-0-material": "lime",
        "advice-0-amount": "2 tons/acre",
        "advice-1-material": "potash",
        "advice-1-amount": "2 lb/1000 ft²",
    }
    made = cottage.post("/areas/1/soil/tests/new", full | {"confirmed": "on"})
    assert made.status_code == 303, re.findall(r'class="fault[^>]*>([^<]+)', made.text)
    soil = cottage.get("/areas/1/soil").text
    edit = re.search(r'href="(/soil-tests/\d+/edit)"', soil)
    assert edit is not None
    form = cottage.get(edit[1]).text
    for field in ("s", "fe", "mn", "zn", "cu", "b", "na", "al", "ca"):
        assert f'value="{full[field]} ppm"' in form, field
    for field, shown in (("cec", "9.5"), ("salts", "0.6"), ("sand", "45"), ("free_lime", "0.5")):
        assert f'value="{shown}' in form, field
    words = words_of(cottage, "/areas/1/soil")
    assert "loam" in words
    assert "lime 2 tons/acre = 448 g/m² = 91.8 lb/1000 ft²" in words
    by_lab = words_of(cottage, "/areas/1/soil/ph?way=up&target=6.5&product=1&depth=8+in&method=lab&placement=tilled")
    assert f"{91.827 / (0.94 * 0.81 * 0.99):.0f} lb/1000 ft²" in by_lab
    assert "does not say what lime it means" in by_lab
    named = words_of(
        cottage, "/areas/1/soil/ph?way=up&target=6.5&product=1&depth=8+in&method=lab&placement=tilled&assumed=80+%25"
    )
    assert f"{91.827 * 0.8 / (0.94 * 0.81 * 0.99):.1f} lb/1000 ft²" in named
