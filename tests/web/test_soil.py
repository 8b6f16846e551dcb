"""The soil pages: evidence in, reading out, corrections entered, logged, ended; files matched; what is refused."""

from __future__ import annotations

import csv
import html
import io
import re
from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine, text

from amber_acre.core.tables.pale_leaves import CAUSES
from amber_acre.settings import Settings
from amber_acre.web.app import create_app
from tests.conftest import BASE, Browser
from tests.web.forms import PATCH, sentence_beside

TEST = {"taken_on": "2026-05-02", "unit": "ppm", "extractant": "mehlich-3", "ph": "6.4", "p": "38", "k": "92"}
FRONT, ORCHARD, HEATH, GREEN, BAY_LAWN, PADDOCK, MAPLE, HYDRANGEA, NUMBER_1, NUMBER_3 = 1, 2, 6, 9, 10, 11, 18, 26, 3, 5


def page_of(browser: Browser, url: str) -> str:
    answer = browser.get(url)
    assert answer.status_code == 200, url
    plain = re.sub(r"<[^>]+>", " ", html.unescape(answer.text))
    return re.sub(r"\s+([,.;:])", r"\1", re.sub(r"\s+", " ", plain))


@pytest.mark.parametrize(
    "area", [FRONT, ORCHARD, HEATH, GREEN, BAY_LAWN, PADDOCK, MAPLE, HYDRANGEA, NUMBER_1, 16, 17, 22, 42, 44]
)
@pytest.mark.parametrize(
    "part", ["", "/ph", "/ph?way=up", "/amend", "/water", "/leaves", "/colour", "/nutrient", "/tests/new"]
)
def test_every_soil_page_opens_for_every_kind_of_area(demo: Browser, area: int, part: str) -> None:
    assert demo.get(f"/areas/{area}/soil{part}").status_code == 200


def test_a_soil_without_any_evidence_says_what_to_do(browser: Browser, demo: Browser) -> None:
    words = page_of(demo, "/areas/44/soil")
    assert "No pH is known. Enter a test or read the soil by probe" in words
    assert "a dose without one is not worked out" in page_of(demo, "/areas/44/soil/ph")
    for part in ("", "/ph", "/amend", "/water", "/leaves", "/colour", "/nutrient", "/tests/new"):
        assert browser.get(f"/areas/999/soil{part}").status_code == 404


def test_the_alkaline_plateau_is_told_that_sulphur_is_hopeless(demo: Browser) -> None:
    soil = page_of(demo, f"/areas/{FRONT}/soil")
    assert "pH 7.6" in soil
    assert "Confirmed when it was entered" in soil
    assert "Texture: clay loam" in soil
    assert "Phosphorus is high: over 54 mg/kg by Mehlich-3. No phosphorus" in soil
    assert "locked up more than short" in soil
    assert "pH rose from 7.5 to 7.6" in soil
    down = page_of(demo, f"/areas/{FRONT}/soil/ph?way=down")
    assert "Hopeless: free lime (4 % CaCO₃) uses up the acid first" in down
    assert "EDDHA" in down


def test_the_acid_heath_limes_one_zone_and_acidifies_another(demo: Browser) -> None:
    lime = page_of(demo, "/corrections/1")
    assert "Lime 1 of 2 done" in lime
    assert "Lime 2 of 2 late" in lime
    assert "68.4 kg" in lime
    assert "lime 1.5 tons/acre = 336 g/m² = 68.9 lb/1000 ft²" in page_of(demo, f"/areas/{HEATH}/soil")
    refused = page_of(demo, f"/areas/{HEATH}/soil/ph?way=down&target=4.6")
    assert "cannot be lowered as well" in refused
    blue = page_of(demo, f"/areas/{HYDRANGEA}/soil/colour")
    assert "From pH 5.9 to about 5.2" in blue
    assert "Bone meal and superphosphate" in blue
    assert "pH 5.9 to 5.2 answers pH 5.9 by laboratory" in page_of(demo, f"/areas/{HYDRANGEA}/soil")
    assert 'href="/corrections/2"' in demo.get(f"/areas/{HYDRANGEA}/soil/ph").text
    ladder = page_of(demo, "/corrections/2")
    assert "Expected pH from 5.9 on 27 May 2026" in ladder
    assert "Sulphur dust can catch fire" in ladder


def test_the_stripped_terrace_and_the_repellent_sand_have_plans(demo: Browser) -> None:
    stripped = page_of(demo, f"/areas/{NUMBER_3}/soil/amend?finding=stripped")
    assert "To 7.9 in of topsoil it takes 9 years at this rate" in stripped
    assert "Loosen and blend first" in stripped
    compact = page_of(demo, f"/areas/{NUMBER_1}/soil/amend")
    assert "3.7 % vol" in compact
    assert "“Liquid aeration” or humic drench" in compact
    sand = page_of(demo, f"/areas/{BAY_LAWN}/soil/amend?finding=repellent")
    assert "Lets water in for weeks" in sand
    water = page_of(demo, f"/areas/{BAY_LAWN}/soil/water?month=1")
    assert "The root zone holds 11.2 mm; 5.60 mm may go" in water
    assert "5 cm more of this soil buys 4.00 mm" in water


def test_the_rich_green_gets_no_phosphorus_and_reads_its_trend(demo: Browser) -> None:
    words = page_of(demo, f"/areas/{GREEN}/soil")
    assert "Phosphorus rose from 68 to 96 mg/kg in 6.0 years" in words
    refused = page_of(demo, f"/areas/{GREEN}/soil/nutrient?element=p&by=range&product=7")
    assert "No phosphorus: the soil test is high in phosphorus" in refused


def test_probe_spots_are_kept_and_the_odd_one_is_named(demo: Browser) -> None:
    words = page_of(demo, f"/areas/{HYDRANGEA}/soil")
    assert "“ninth, at the wall” reads 7.0" in words
    form = {
        "probe-0-spot": "gate",
        "probe-0-ph": "5.8",
        "probe-1-spot": "shed",
        "probe-1-ph": "1.2",
        "probe-2-spot": "fence",
    }
    bad = demo.post("/areas/2/soil/probe", form, page="/areas/2/soil")
    assert bad.status_code == 422
    assert "no soil reads that" in sentence_beside(bad.text, "probe-1-ph")
    assert "“fence” has no reading" in sentence_beside(bad.text, "probe-2-ph")
    assert 'value="gate"' in bad.text
    good = {"probe-0-spot": "gate", "probe-0-ph": "5,8", "probe-0-x": "3 m", "probe-0-y": "12 ft", "who": "Imke"}
    assert demo.post("/areas/2/soil/probe", good, page="/areas/2/soil").status_code == 303
    assert demo.post("/areas/2/soil/probe", {}, page="/areas/2/soil").status_code == 422
    assert "pH 5.8 probe, 27 May 2026" in page_of(demo, "/areas/2/soil")
    assert demo.post("/areas/2/soil/probe/simulated", {}, page="/areas/2/soil").status_code == 303
    assert "simulated probe, 27 May 2026" in page_of(demo, "/areas/2/soil")
    assert "simulated probe" in demo.get("/properties/1/site?by=ph").text
    sheet = demo.get("/properties/3/site?by=ph").text
    assert sheet.count('class="probe-spot"') == 5


def test_a_wrong_reading_is_struck_out_and_can_count_again(demo: Browser) -> None:
    """A reading typed wrong leaves mean, doubts and site sheet, stays in the list and the file, and can come back."""
    soil = f"/areas/{HYDRANGEA}/soil"
    urls = re.findall(r'action="(/probe-readings/\d+/strike)"', demo.get(soil).text)
    rows = list(csv.DictReader(io.StringIO(demo.get(f"{soil}/probe.csv").text)))
    assert len(urls) == len(rows)
    wall = next(n for n, row in enumerate(reversed(rows)) if row["Spot"] == "ninth, at the wall")
    number = urls[wall].split("/")[2]
    empty = demo.post(urls[wall], {"why": " "}, page=soil)
    assert empty.status_code == 422
    assert "Say why it does not count" in sentence_beside(empty.text, f"why-{number}")
    before = demo.get("/properties/3/site?by=ph").text.count('class="probe-spot"')
    assert demo.post(urls[wall], {"why": "mortar on the tip"}, page=soil).status_code == 303
    words = page_of(demo, soil)
    assert "“ninth, at the wall” reads 7.0" not in words
    assert "mortar on the tip count it again" in words
    kept = [row for row in csv.DictReader(io.StringIO(demo.get(f"{soil}/probe.csv").text)) if row["Does not count"]]
    assert [(row["Spot"], row["pH"], row["Does not count"]) for row in kept] == [
        ("ninth, at the wall", "7", "mortar on the tip")
    ]
    assert demo.get("/properties/3/site?by=ph").text.count('class="probe-spot"') <= before
    assert demo.post(urls[wall], {}, page=soil).status_code == 303
    assert "“ninth, at the wall” reads 7.0" in page_of(demo, soil)
    assert demo.post("/probe-readings/9999/strike", {"why": "x"}, page=soil).status_code == 404


def test_two_people_at_one_test_do_not_overwrite_each_other(demo: Browser) -> None:
    made = demo.post("/areas/2/soil/tests/new", TEST)
    assert made.status_code == 303
    number = max(int(key) for key in re.findall(r"/soil-tests/(\d+)/edit", demo.get("/areas/2/soil").text))
    url = f"/soil-tests/{number}/edit"
    version = re.search(r'name="version" value="(\d+)"', demo.get(url).text)
    assert version is not None
    first = demo.post(url, TEST | {"k": "121", "version": version[1]}, page=url)
    assert first.status_code == 303
    second = demo.post(url, TEST | {"k": "135", "version": version[1]}, page=url)
    assert second.status_code == 409
    assert "Somebody else changed this test" in sentence_beside(second.text, "version")
    assert 'value="135"' in second.text
    assert "K 121 ppm" in page_of(demo, "/areas/2/soil")


def test_a_test_entered_twice_is_asked_about(demo: Browser) -> None:
    assert demo.post("/areas/2/soil/tests/new", TEST).status_code == 303
    again = demo.post("/areas/2/soil/tests/new", TEST)
    assert again.status_code == 422
    assert "by this laboratory already" in sentence_beside(again.text, "taken_on")
    assert demo.post("/areas/2/soil/tests/new", TEST | {"confirmed": "on"}).status_code == 303


@pytest.mark.parametrize(
    ("change", "field", "words"),
    [
        ({"ph": "1.2"}, "ph", "no soil reads that"),
        ({"ph": "acid"}, "ph", "not a number"),
        ({"taken_on": "2027-01-01"}, "taken_on", "still to come"),
        ({"extractant": ""}, "extractant", "Choose the extractant"),
        ({"sand": "50", "silt": "30", "clay": "30"}, "clay", "add up to 110 %"),
        ({"sand": "50"}, "clay", "all three"),
        ({"buffer_ph": "6.2"}, "buffer_method", "Choose the buffer method"),
        ({"buffer_ph": "4.2", "buffer_method": "smp"}, "buffer_ph", "cannot be SMP"),
        ({"k": "820"}, "k", "If the report is in lb/acre, it is 410"),
        ({"ph": "7.6", "p": "14"}, "extractant", "adequate by Olsen"),
        ({"ph": "8.4"}, "ph", "odd for soil of this region"),
        ({"advice-0-material": "lime", "advice-0-amount": "50 lb"}, "advice-0-amount", "per what area"),
        ({"depth": "10"}, "depth", "1 cm and 1 m"),
        ({"p": "", "k": "", "ph": ""}, "ph", "holds no figure"),
    ],
)
def test_bad_tests_are_refused_beside_their_field(
    demo: Browser, change: dict[str, str], field: str, words: str
) -> None:
    form = TEST | change
    answer = demo.post("/areas/2/soil/tests/new", form)
    assert answer.status_code == 422
    assert words in sentence_beside(answer.text, field)
    for name, typed_ in change.items():
        if typed_ and name not in ("extractant", "buffer_method", "advice-0-material"):
            assert f'value="{typed_}"' in answer.text


def test_a_doubtful_test_is_confirmed_and_kept_as_typed(demo: Browser) -> None:
    form = TEST | {
        "k": "1640 lb/acre",
        "advice-0-material": "lime",
        "advice-0-amount": "4 lb/100 ft²",
        "depth": "4 in",
        "note": "by the shed",
    }
    assert demo.post("/areas/2/soil/tests/new", form).status_code == 422
    assert demo.post("/areas/2/soil/tests/new", form | {"confirmed": "on"}).status_code == 303
    words = page_of(demo, "/areas/2/soil")
    assert "K 1640 lb/acre" in words
    assert "lime 4 lb/100 ft² = 195 g/m² = 40.0 lb/1000 ft²" in words
    edit = re.search(r'href="(/soil-tests/\d+/edit)"', demo.get("/areas/2/soil").text)
    assert edit is not None
    assert 'value="1640 lb/acre"' in demo.get(edit[1]).text
    assert demo.post(edit[1], form | {"k": "120", "confirmed": "on", "version": "1"}).status_code == 303
    assert "K 120 ppm" in page_of(demo, "/areas/2/soil")
    number = edit[1].split("/")[2]
    assert demo.post(f"/soil-tests/{number}/delete", {}, page="/areas/2/soil").status_code == 303
    assert "No laboratory test yet" in page_of(demo, "/areas/2/soil")
    assert demo.post(f"/soil-tests/{number}/restore", {}, page="/areas/2/soil").status_code == 303
    assert "K 120 ppm" in page_of(demo, "/areas/2/soil")


def test_a_test_of_a_deleted_area_is_out_of_reach(demo: Browser) -> None:
    demo.post("/areas/2/soil/tests/new", TEST)
    edit = re.search(r'href="(/soil-tests/\d+/edit)"', demo.get("/areas/2/soil").text)
    assert edit is not None
    demo.post("/areas/2/delete", {}, page="/areas/2/edit")
    answer = demo.get(edit[1])
    assert answer.status_code == 404
    assert "The area of this test is not here" in answer.text
    assert demo.post("/areas/2/soil/tests/new", TEST, page="/areas/1/soil").status_code == 404


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


def product_id(engine: Engine, name: str) -> str:
    with engine.connect() as connection:
        return str(connection.execute(text("SELECT id FROM products WHERE name = :name"), {"name": name}).scalar_one())


def test_lime_from_a_probe_is_worked_out_entered_loaded_and_logged(demo: Browser, demo_engine: Engine) -> None:
    lime = product_id(demo_engine, "Chalkdust 94")
    form = LIMING | {"product": lime}
    query = "&".join(f"{k}={v.replace(' ', '+').replace('%', '%25')}" for k, v in form.items())
    preview = page_of(demo, f"/areas/{PADDOCK}/soil/ph?{query}")
    # 62.7 g/m² of CaCO₃ for the soil and 7.4 for a year's feeds, by a lime 0.753 effective
    assert "93.0 g/m² of Chalkdust 94 = 79.0 kg on 850 m²" in preview
    assert demo.get("/corrections/99").status_code == 404
    made = demo.post(f"/areas/{PADDOCK}/soil/ph", form, page=f"/areas/{PADDOCK}/soil")
    assert made.status_code == 303
    page = made.headers["location"]
    words = page_of(demo, page)
    assert "Lime 1 of 1 due" in words
    assert "4 × 24 kg" in words
    week = page_of(demo, "/")
    assert "Paddock lawn Lime 1 of 1: Chalkdust 94" in week.split("Due (")[1].split("Marram Lodge")[1]
    assert "79.0 kg 4 × 24 kg" in week
    year = page_of(demo, f"/properties/7?area={PADDOCK}")
    assert "Lime 79.0 kg" in year
    assert "Acid or base, as CaCO₃" in year
    again = demo.post(f"/areas/{PADDOCK}/soil/ph", form, page=f"/areas/{PADDOCK}/soil")
    assert again.status_code == 422
    assert "runs here already" in html.unescape(again.text)
    log = re.search(rf'href="(/areas/{PADDOCK}/log\?job=\d+)"', demo.get(page).text)
    assert log is not None
    opened = demo.get(log[1])
    assert "Planned: Lime 1 of 1, Chalkdust 94" in re.sub(r"<[^>]+>", "", html.unescape(opened.text))
    key = re.search(r'name="form_key" value="([^"]+)"', opened.text)
    assert key is not None
    entry = {
        "form_key": key[1],
        "product": lime,
        "amount": "98 kg",
        "covered": "850 m²",
        "applied_on": "2026-05-27",
        "who": "Oda",
    }
    short = demo.post(log[1], entry)
    assert "of Chalkdust 94 is in stock: this is more" in sentence_beside(short.text, "reason")
    assert demo.post(log[1], entry | {"reason": "bought on the way"}).status_code == 303
    done = page_of(demo, page)
    assert "Lime 1 of 1 done" in done
    assert "down 98.0 kg" in done
    assert "Chalkdust 94" in page_of(demo, "/daybook")
    assert "runs here already" in page_of(demo, f"/areas/{PADDOCK}/soil/ph?{query}")
    assert "lies in the closed time" not in page_of(demo, f"/properties/7?area={PADDOCK}")


@pytest.mark.parametrize(
    ("change", "field", "words"),
    [
        ({"target": "high"}, "target", "not a number"),
        ({"target": "8.5"}, "target", "between pH 4 and 7.5"),
        ({"product": "1"}, "product", "Choose a product from the shelf"),
        ({"depth": ""}, "depth", "how deep"),
        ({"depth": "3 m"}, "depth", "2 and 40 cm"),
        ({"placement": "tilled"}, "placement", "bare ground"),
        ({"first": "soon"}, "first", "not a date"),
        ({"interval": "10"}, "interval", "60 days between"),
        ({"start": "20 %"}, "start_share", "50 to 100 %"),
        ({"start": ""}, "start", "how much of the full figure"),
        ({"rule": "mine"}, "rule", "fineness rule"),
        ({"method": "lab"}, "method", "no lime figure"),
    ],
)
def test_bad_corrections_are_refused_and_nothing_is_lost(
    demo: Browser, demo_engine: Engine, change: dict[str, str], field: str, words: str
) -> None:
    form = LIMING | {"product": product_id(demo_engine, "Chalkdust 94")} | change
    answer = demo.post(f"/areas/{PADDOCK}/soil/ph", form, page=f"/areas/{PADDOCK}/soil")
    assert answer.status_code == 422
    assert words in sentence_beside(answer.text, field)
    with demo_engine.connect() as connection:
        assert connection.execute(text("SELECT count(*) FROM corrections WHERE area_id = 11")).scalar_one() == 0


def test_a_large_dose_on_a_probe_is_asked_about_before_it_is_entered(demo: Browser, demo_engine: Engine) -> None:
    form = LIMING | {"product": product_id(demo_engine, "Chalkdust 94"), "depth": "38 cm", "target": "6.5"}
    asked = demo.post(f"/areas/{PADDOCK}/soil/ph", form, page=f"/areas/{PADDOCK}/soil")
    assert asked.status_code == 422
    assert "rests on a probe alone" in html.unescape(asked.text)
    sure = demo.post(f"/areas/{PADDOCK}/soil/ph", form | {"confirmed": "on"}, page=f"/areas/{PADDOCK}/soil")
    assert sure.status_code == 303


def test_a_correction_says_which_feeds_work_with_it(demo: Browser, demo_engine: Engine) -> None:
    lime, sulphur = product_id(demo_engine, "Chalkdust 94"), product_id(demo_engine, "Yellowseam 85")
    down = page_of(demo, f"/areas/{HYDRANGEA}/soil/ph?way=down&target=5.2&product={sulphur}&depth=15+cm")
    assert "a correction runs here already" in down.lower()
    up = page_of(demo, f"/areas/{PADDOCK}/soil/ph?way=up&target=6.4&product={lime}&depth=10+cm")
    assert "Nitrate feeds work with it, ammonium and urea against it" in up


def test_what_is_told_to_lower_ph_is_answered(demo: Browser) -> None:
    for told, words in (
        ("gypsum", "Gypsum: no."),
        ("pine-bark", "Pine bark: hardly."),
        ("peat", "Peat: it depends."),
        ("acids", "No dose is computed"),
    ):
        assert words in page_of(demo, f"/areas/{HYDRANGEA}/soil/ph?way=down&told={told}")


def test_jobs_are_moved_left_out_done_and_a_correction_is_ended(demo: Browser) -> None:
    job = {"version": "1", "on_day": "2026-06-20", "reason": "rain"}
    number = re.search(r'id="job-(\d+)"', demo.get("/corrections/2").text)
    assert number is not None
    page = f"/jobs/{number[1]}"
    url = f"{page}/change"
    job["product"] = re.findall(r'<option value="(\d+)" selected', demo.get(page).text)[0]
    assert "Say why" in sentence_beside(demo.post(url, job | {"reason": ""}, page=page).text, "reason")
    asked = demo.post(url, job, page=page)
    assert asked.status_code == 422  # what wants a reason is shown before the reason is taken for it
    assert "Nobody has said whether this ground stands wet" in sentence_beside(asked.text, "reason")
    job["warned"] = re.findall(r'name="warned"\s+value="([^"]+)"', asked.text)[0]
    assert demo.post(url, job, page=page).status_code == 303
    assert "Changed by hand: rain" in page_of(demo, page)
    late = demo.post(url, job | {"on_day": "2026-06-25"}, page=page)
    assert late.status_code == 422
    assert "Somebody else changed this job" in html.unescape(late.text)
    far = demo.post(url, job | {"version": "2", "on_day": "2036-06-25"}, page=page)
    assert "Check the year" in sentence_beside(far.text, "on_day")
    assert demo.post(url, job | {"version": "2", "skipped": "on"}, page=page).status_code == 303
    assert "Sulphur 1 of 2 left out" in page_of(demo, "/corrections/2")
    assert demo.post("/corrections/2/end", {"why": ""}, page="/corrections/2").status_code == 422
    assert demo.post("/corrections/2/end", {"why": "client moved"}, page="/corrections/2").status_code == 303
    assert demo.post("/corrections/2/end", {"why": "again"}, page="/properties/new").status_code == 422
    assert "Hydrangea row" not in page_of(demo, "/")
    assert demo.post("/corrections/2/again", {"why": ""}, page="/corrections/2").status_code == 422
    assert demo.post("/corrections/2/again", {"why": "client stayed"}, page="/corrections/2").status_code == 303
    assert "ended once: client moved; taken up again 27 May 2026: client stayed" in page_of(demo, "/corrections/2")
    runs = demo.post("/corrections/2/again", {"why": "twice"}, page="/corrections/2")
    assert "runs already" in sentence_beside(runs.text, "why")


def test_a_moved_job_keeps_to_the_label(demo: Browser) -> None:
    """Two doses of sulphur on 27 May and 24 September; the label wants 60 days between."""
    numbers = re.findall(r'id="job-(\d+)"', demo.get("/corrections/2").text)
    page = f"/jobs/{numbers[0]}"
    own = re.findall(r'<option value="(\d+)" selected', demo.get(page).text)[0]
    url, form = (
        f"{page}/change",
        {"version": "1", "reason": "rain", "product": own, "warned": "drainage-unknown correction-on-mulch"},
    )
    near = demo.post(url, form | {"on_day": "2026-08-10"}, page=page)
    assert near.status_code == 422
    assert "Sulphur 2 of 2 lies 45 days from 10 August 2026; the label asks for 60" in sentence_beside(
        near.text, "on_day"
    )
    assert demo.post(url, form | {"on_day": "2026-07-10"}, page=page).status_code == 303


def test_the_ladder_follows_what_was_done_and_what_was_tested(demo: Browser) -> None:
    """The heath lawn's second lime is overdue: it counts from today; left out it counts for nothing; a test stands on
    the ladder."""
    whole = re.compile(r"to ([\d.]+) \(between [\d.]+ and [\d.]+\) at the end of the ladder")
    late = page_of(demo, "/corrections/1")
    assert "What should be down and is not counts from today" in late
    ends = float(whole.findall(late)[0])
    assert "tested" not in late.split("line: expected")[0]
    report = TEST | {"taken_on": "2026-05-20", "ph": "5.5"}
    assert demo.post("/areas/6/soil/tests/new", report).status_code == 303
    assert "tested 20 May 2026: pH 5.5" in page_of(demo, "/corrections/1")
    number = re.findall(r'id="job-(\d+)"', demo.get("/corrections/1").text)[1]
    own = re.findall(r'<option value="(\d+)" selected', demo.get(f"/jobs/{number}").text)[0]
    change = {"version": "1", "reason": "sold", "on_day": "2026-03-25", "skipped": "on", "product": own}
    assert demo.post(f"/jobs/{number}/change", change, page="/corrections/1").status_code == 303
    half = page_of(demo, "/corrections/1")
    assert "counts from today" not in half
    assert float(whole.findall(half)[0]) == pytest.approx(5.1 + (ends - 5.1) / 2, abs=0.06)


def test_what_is_still_to_come_is_bought_together(demo: Browser) -> None:
    """Two doses of 0.335 kg want one sack, not two; a neutral soil is called so; an acid is named by what makes it."""
    assert "Still to come, together: 0.709 kg. Bought at once that is 1 × 24 kg, $32.00" in page_of(
        demo, "/corrections/2"
    )
    assert "Still to come" not in page_of(demo, "/corrections/6")  # one dose alone
    assert "laboratory, 20 February 2026; neutral. Wanted here" in page_of(demo, "/areas/3/soil")
    forms = page_of(demo, "/areas/26/soil/ph")
    assert "Greenvitriol (20 % Fe)" in forms
    assert "Alumstone (8 % Al)" in forms


def test_an_area_without_ph_shows_what_its_neighbours_have(demo: Browser) -> None:
    rose = page_of(demo, "/areas/20/soil")
    assert "Elsewhere here, to compare but not to dose by: Front lawn 7.6 (laboratory, 14 October 2025)" in rose
    assert "The pH is not known" in page_of(demo, "/areas/20/soil/ph")
    assert "Elsewhere here" not in page_of(demo, "/areas/1/soil")


def test_a_patch_is_read_as_the_turf_it_lies_in(demo: Browser) -> None:
    """The bay lawn is warm-season grass: half its store may go (FAO-56 table 22), its coefficient 0.85 (table 12); so
    for its patch."""
    made = demo.post("/properties/6/areas/new/patch", PATCH | {"parent": str(BAY_LAWN)})
    assert made.status_code == 303
    patch = re.search(r"area=(\d+)", made.headers["location"])
    assert patch is not None
    water = demo.get(f"/areas/{patch[1]}/soil/water?texture=sand").text
    assert 'value="50 %"' in water
    assert "× 0.85" in html.unescape(water)
    assert demo.post(f"/areas/{patch[1]}/soil/tests/new", TEST).status_code == 303
    assert "Wanted here: 5.8–7.5" in page_of(demo, f"/areas/{patch[1]}/soil")


def test_a_patch_and_its_lawn_moved_apart_are_warned_about(demo: Browser, demo_engine: Engine) -> None:
    """The heath lawn is being raised; its patch may be lowered, but with a word about the line between them."""
    shade, sulphur = 27, product_id(demo_engine, "Yellowseam 85")
    reading = {"probe-0-spot": "stump", "probe-0-ph": "7.0"}
    assert demo.post(f"/areas/{shade}/soil/probe", reading, page=f"/areas/{shade}/soil").status_code == 303
    url = f"/areas/{shade}/soil/ph?target=6.5&product={sulphur}&depth=10+cm"
    assert "The pH of Heath lawn is being raised, and they touch" in page_of(demo, f"{url}&way=down")
    lime = product_id(demo_engine, "Chalkdust 94")
    up = page_of(demo, f"/areas/{shade}/soil/ph?way=up&target=7.4&product={lime}&depth=10+cm")
    assert "they touch" not in up


def test_a_correction_is_not_taken_up_against_another(demo: Browser, demo_engine: Engine) -> None:
    """The hydrangea row's sulphur is ended, lime is entered; the sulphur stays ended."""
    assert demo.post("/corrections/2/end", {"why": "pink after all"}, page="/corrections/2").status_code == 303
    form = LIMING | {"product": product_id(demo_engine, "Chalkdust 94"), "target": "6.4", "confirmed": "on"}
    form["all_the_same"] = "the row is small: by hand"
    made = demo.post(f"/areas/{HYDRANGEA}/soil/ph", form, page=f"/areas/{HYDRANGEA}/soil")
    assert made.status_code == 303
    refused = demo.post("/corrections/2/again", {"why": "blue again"}, page="/corrections/2")
    assert "it cannot be lowered as well" in sentence_beside(refused.text, "why")


def test_a_compaction_finding_stays_open_until_a_recheck_passes(demo: Browser) -> None:
    page = demo.get("/corrections/3").text
    job = re.search(r'id="job-(\d+)"><th scope="row"><a href="/jobs/\d+">Check the depth', page)
    assert job is not None
    url, work = (
        f"/jobs/{job[1]}/done",
        {"form_key": "recheck-1", "done_on": "2026-05-27", "who": "Tobias", "note": ""},
    )
    assert "how deep the probe goes" in sentence_beside(demo.post(url, work, page="/corrections/3").text, "probe")
    assert "still to come" in sentence_beside(
        demo.post(url, work | {"done_on": "2026-08-01"}, page="/corrections/3").text, "done_on"
    )
    assert demo.post(url, work | {"probe": "11 cm"}, page="/corrections/3").status_code == 303
    assert "the finding stays open" in page_of(demo, f"/jobs/{job[1]}")
    assert "Open since" in page_of(demo, f"/areas/{NUMBER_1}/soil/amend?finding=compacted")
    assert "the finding stays open" in page_of(demo, "/daybook")
    short = re.search(
        r'action="(/findings/\d+/close)"', demo.get(f"/areas/{NUMBER_1}/soil/amend?finding=compacted").text
    )
    assert short is not None
    assert "stays open until it goes 5.9 in deep" in html.unescape(
        demo.post(short[1], {"probe": "12 cm"}, page="/corrections/3").text
    )
    assert demo.post(url, work | {"form_key": "recheck-2", "probe": "17 cm"}, page="/corrections/3").status_code == 303
    assert "re-check: the probe goes in 6.7 in" in page_of(demo, f"/areas/{NUMBER_1}/soil/amend?finding=compacted")


def test_an_amendment_is_worked_out_and_entered(demo: Browser, demo_engine: Engine) -> None:
    compost = product_id(demo_engine, "Darkloaf Compost")
    url = f"/areas/{ORCHARD}/soil/amend"
    words = page_of(demo, f"{url}?finding=clay&option=clay-compost&dose=8+mm&years=2&blend=2+compost,+1+sand")
    assert "3.49 m³ = 2,092 kg at 5.33 mm" in words  # two thirds of 8 mm on 654 m², 0.6 kg/L: the compost alone
    assert "The blend, 8.00 mm of it: compost 3.49 m³ ( 2,092 kg ), sand 1.74 m³ ( 2,789 kg )" in words
    assert "2 times 8 mm leave about 10 mm when settled" in words  # two thirds to half, a third of sand to 95 %
    pure = page_of(demo, f"{url}?finding=clay&option=clay-compost&dose=8+mm&years=2")
    assert "2 times 8 mm leave about 8 mm when settled" in pure
    assert "5.23 m³ = 3,137 kg at 8.00 mm" in pure
    assert "Name the compost among the parts" in page_of(demo, f"{url}?finding=clay&option=clay-compost&blend=1+sand")
    assert "the soil test is high in phosphorus" not in words
    form = {"option": "clay-compost", "dose": "8 mm", "years": "2", "first": "2026-09-01", "product": ""}
    assert "from the shelf" in sentence_beside(demo.post(url, form, page=url).text, "product")
    for change, field in (
        ({"dose": "8 lb"}, "dose"),
        ({"years": "40"}, "years"),
        ({"option": "magic"}, "option"),
        ({"dose": "2 m"}, "dose"),
    ):
        answer = demo.post(url, form | {"product": compost} | change, page=url)
        assert answer.status_code == 422, field
    whole = form | {"product": compost, "blend": "2 compost, 1 sand"}
    lawful = sentence_beside(demo.post(url, whole, page=url).text, "product")
    assert "carries phosphorus: Ouselet by-law allows phosphorus only on a soil test" in lawful
    assert demo.post(f"/areas/{ORCHARD}/soil/tests/new", TEST | {"p": "8"}).status_code == 303
    asked = sentence_beside(demo.post(url, whole, page=url).text, "all_the_same")
    assert "of available nitrogen, over the" in asked  # what the compost frees, beside the round of that week
    made = demo.post(url, whole | {"all_the_same": "the compost frees it slowly"}, page=url)
    assert made.status_code == 303
    entered = page_of(demo, made.headers["location"])
    assert "Compost, top-dressed 2 of 2, blend of 2 compost, 1 sand" in entered
    assert "2,092 kg" in entered
    twice = demo.post(url, form | {"product": compost}, page=url)
    assert "is in the year already, entered 27 May 2026" in sentence_beside(twice.text, "option")
    assert demo.post(f"/areas/{ORCHARD}/findings", {"kind": "sand", "words": "thin"}, page=url).status_code == 303
    assert "thin" in page_of(demo, f"{url}?finding=sand")
    assert "“two” is not a number" in page_of(demo, f"{url}?finding=clay&option=clay-compost&blend=two+compost")


def test_gypsum_and_water_go_by_what_was_tested(demo: Browser) -> None:
    """600 Ca, 60 Mg, 400 Na on a CEC of 6: 1.74 − 0.3 = 1.44 meq/100 g, × 111.9 g/m² of gypsum a meq in 10 cm of 1.3
    kg/L."""
    url = f"/areas/{ORCHARD}/soil"
    sodic = TEST | {
        "taken_on": "2026-05-20",
        "ph": "8.2",
        "cec": "6",
        "ca": "600",
        "mg": "60",
        "na": "400",
        "confirmed": "on",
    }
    assert demo.post(f"{url}/tests/new", sodic).status_code == 303
    assert "Sodic: sodium holds 29%" in page_of(demo, url)
    assert "Work out the gypsum" in page_of(demo, url)
    words = page_of(demo, f"{url}/amend?finding=clay&option=clay-gypsum")
    need = (400 / 229.9 - 0.05 * 6) * 111.9 / 0.945  # this gypsum holds 22 % Ca, 94.5 % of pure
    assert f"By the sodium of the test it takes {need:.0f} g/m² in all." in words
    assert "2 jobs: Gypsum 27 May 2026, Test again before any more 27 May 2027" in words
    deep = page_of(
        demo, f"{url}/amend?finding=clay&option=clay-gypsum&zone=40+cm"
    )  # four times as much, 500 at a time, 180 days apart, the second when the turf grows again
    assert f"it takes {4 * need:.0f} g/m² in all, in 2 parts under the label" in deep
    assert "3 jobs: Gypsum 1 of 2 27 May 2026, Gypsum 2 of 2 " in deep, deep[deep.index("3 jobs") :][:200]
    water = page_of(demo, f"{url}/water?texture=loam&na=9&ca=1.6&mg=1.2&co3=0.3&hco3=311+mg/L")
    assert "SAR 7.6: some" in water
    assert "Residual carbonate 2.6 meq/L: unsuitable for long" in water
    assert "25 mm of it bring 6.75 g/m² of calcium carbonate: they undo 2.16 g/m² of sulphur" in water.replace(
        "25.0", "25"
    )
    assert "Type it like 5.1 meq/L" in page_of(demo, f"{url}/water?texture=loam&na=much")
    assert "outside 0–600" in page_of(demo, f"{url}/water?texture=loam&na=4000")


def test_a_shortage_is_corrected_by_what_the_year_does_not_bring(demo: Browser, demo_engine: Engine) -> None:
    potash = product_id(demo_engine, "Straight Potash 0-0-50")
    url, token = f"/areas/{GREEN}/soil/nutrient", f"/areas/{GREEN}/soil"
    iron = product_id(demo_engine, "Rustless Iron 6")
    assert "does not test low" in page_of(demo, f"{url}?element=fe&product={iron}")
    poor = TEST | {"taken_on": "2026-05-20", "k": "12"}  # tested after the season was planned
    assert demo.post(f"{token}/tests/new", poor, page=token).status_code == 303
    words = page_of(demo, f"{url}?element=k&by=minimum&product={potash}")
    found = re.search(
        r"lacking ([\d.]+) g/m², the year’s feeds bring ([\d.]+) g/m²; so ([\d.]+) g/m² of Straight", words
    )
    assert found is not None
    lacking, brings, rate = (float(part) for part in found.groups())
    assert rate * 0.5 * 0.8301 == pytest.approx(lacking - brings, abs=0.1)
    form = {"element": "k", "by": "minimum", "product": potash, "first": "2026-05-28"}
    made = demo.post(url, form, page=token)
    assert made.status_code == 303
    assert "potassium of the test, 20 May 2026" in page_of(demo, made.headers["location"])
    again = demo.post(url, form, page=token)
    assert again.status_code == 422
    assert "it would go down twice" in html.unescape(again.text)
    iron = page_of(
        demo, f"/areas/{FRONT}/soil/nutrient?element=fe&by=range&product={product_id(demo_engine, 'Rustless Iron 6')}"
    )
    assert "a plain salt of it would be locked up too" in iron
    location = made.headers["location"]
    assert demo.post(f"{location}/end", {"why": "other product"}, page=location).status_code == 303
    assert demo.post(url, form | {"first": "soon"}, page=token).status_code == 422
    assert "advises nothing for it" in page_of(demo, f"{url}?element=k&by=lab&product={potash}")
    heath = page_of(demo, f"/areas/{HEATH}/soil/nutrient?element=k&by=lab&product={potash}")
    assert "lacking 8.1 g/m²" in heath  # 2 lb K₂O/1000 ft² as the element


def test_pale_leaves_get_a_cause_before_anything_else(demo: Browser) -> None:
    url = f"/areas/{NUMBER_3}/soil/leaves"
    assert "Leaves were seen pale on 18 May 2026" in page_of(demo, f"/properties/2?area={NUMBER_3}")
    assert "Nothing is dosed until a cause is marked" in page_of(demo, url)
    words = page_of(demo, f"{url}?leaves=old&pattern=even&fed=long")
    assert "Nitrogen short points to it" in words
    assert demo.post(url, {"leaves": "old"}, page=f"/areas/{NUMBER_3}/soil").status_code == 422
    marked = demo.post(url, {"leaves": "old", "pattern": "even", "cause": "nitrogen"}, page=f"/areas/{NUMBER_3}/soil")
    assert marked.status_code == 303
    assert "Marked 27 May 2026: nitrogen short" in page_of(demo, url)
    assert "Leaves were seen pale" not in page_of(demo, f"/properties/2?area={NUMBER_3}")
    assert "Choose one of the options" in page_of(demo, f"{url}?leaves=blue")
    assert len(re.findall(r'type="radio" name="cause"', demo.get(f"{url}?leaves=old").text)) == len(
        CAUSES
    )  # any can be marked
    demo.post(url, {"leaves": "old", "pattern": "edges", "cause": "potassium"}, page=f"/areas/{NUMBER_3}/soil")
    assert f'href="/areas/{NUMBER_3}/soil/nutrient?element=k"' in demo.get(url).text


def test_a_new_lawn_is_watered_week_by_week(demo: Browser) -> None:
    url = f"/areas/{NUMBER_3}/soil/water"
    words = page_of(demo, f"{url}?purpose=establish&roots=12+cm&month=6")
    assert "Watering a new lawn" in words
    form = {
        "texture": "clay loam",
        "roots": "12 cm",
        "depletion": "40 %",
        "month": "6",
        "uniformity": "70 %",
        "more": "5 cm",
        "purpose": "establish",
    }
    made = demo.post(url, form, page=f"/areas/{NUMBER_3}/soil")
    assert made.status_code == 303
    assert re.search(
        r"Water, week 1: 0\.\d+ in ", page_of(demo, made.headers["location"])
    )  # this property measures in inches
    assert "Water, week 1:" in page_of(demo, "/")
    twice = demo.post(url, form, page=f"/areas/{NUMBER_3}/soil")
    assert "Watering of a new lawn is in the year already" in sentence_beside(twice.text, "purpose")
    assert "deeper than the new ones" in page_of(demo, f"{url}?purpose=establish&roots=2+cm&month=6")
    standing = demo.post(url, form | {"purpose": ""}, page=f"/areas/{NUMBER_3}/soil")
    assert standing.status_code == 422
    for change, said in (
        ({"roots": "9 m"}, "Roots go"),
        ({"texture": ""}, "Choose the texture"),
        ({"depletion": "95 %"}, "depletion"),
    ):
        assert said in html.unescape(demo.post(url, form | change, page=f"/areas/{NUMBER_3}/soil").text)


REPORT = (
    "Sample,Sampled,pH,Buffer pH,OM %,P ppm,K,Nitrate\nFront lawn,2026-05-02,7.4,,3.1,44,160,9\nNobody"
    " knows,2026-05-02,6.1,6.6,2.2,20,90,4\n"
)


def matched(answer: Any) -> dict[str, str]:
    """Every field of the matching page as it stands."""
    page = answer.text
    form = dict(re.findall(r'<input type="hidden" name="([^"]+)" value="([^"]*)"', page))
    form["text"] = html.unescape(re.findall(r'<textarea name="text"[^>]*>(.*?)</textarea>', page, re.DOTALL)[0])
    for name, options in re.findall(r'<select[^>]*name="([^"]+)"[^>]*>(.*?)</select>|', page, re.DOTALL):
        chosen = re.search(r'<option value="([^"]*)" selected', options)
        if name:
            form[name] = chosen[1] if chosen else ""
    for name in ("csrf", "once"):
        form.pop(name, None)
    return form


def test_a_laboratorys_file_is_matched_brought_in_and_remembered(demo: Browser) -> None:
    url = "/properties/1/soil/file"
    asked = demo.post(url, {"laboratory": "Vale Soil Desk", "text": REPORT, "sampled_on": "2026-05-27"})
    assert asked.status_code == 200
    form = matched(asked)
    assert [form[f"role-{n}"] for n in range(8)] == [
        "sample",
        "sampled",
        "ph",
        "buffer_ph",
        "organic_matter",
        "p",
        "k",
        "",
    ]
    assert (form["area-0"], form["area-1"]) == ("1", "")
    missing = demo.post(url, form, page=url)
    assert missing.status_code == 422
    assert "Row 1: Choose the extractant" in sentence_beside(missing.text, "area-0")
    form |= {"extractant": "mehlich-3", "buffer_method": "smp", "area-1": "2"}
    gone = demo.post(url, form | {"area-1": "999"}, page=url)
    assert "Row 2: This area is gone" in sentence_beside(gone.text, "area-1")
    twice = demo.post(url, form | {"role-7": "p"}, page=url)
    assert "Two columns are matched to the same thing" in html.unescape(twice.text)
    doubtful = demo.post(url, form, page=url)
    assert "odd for soil of this region" in sentence_beside(doubtful.text, "area-0")
    made = demo.post(url, form | {"confirmed": "on"}, page=url)
    assert made.status_code == 303
    sent_twice = demo.post(url, form | {"text": form["text"].replace("7.4", "6.8")}, page=url)
    assert "there is a test of 2 May 2026 by this laboratory already" in sentence_beside(sent_twice.text, "area-0")
    assert "P 44 ppm" in page_of(demo, "/areas/1/soil")
    assert "buffer pH 6.6" in page_of(demo, "/areas/2/soil")
    again = demo.post(url, {"laboratory": "Vale Soil Desk", "text": REPORT.replace("44", "41"), "sampled_on": ""})
    assert "Matched as the last file of Vale Soil Desk" in again.text
    assert matched(again)["extractant"] == "mehlich-3"
    rows = list(csv.DictReader(io.StringIO(demo.get("/properties/1/soil.csv").text)))
    newest = next(row for row in rows if row["area"] == "Front lawn" and row["sampled"] == "2026-05-02")
    assert (newest["pH"], newest["P mg/kg"], newest["extractant"], newest["OM %"]) == ("7.4", "44", "mehlich-3", "3.1")


@pytest.mark.parametrize(
    ("sent", "words"),
    [
        ("", "The file is empty"),
        ("pH\n6.5\n", "No table was found"),
        ("a,b\n" + "1,2\n" * 600, "At most 500 samples"),
    ],
)
def test_files_that_are_no_report_are_refused(demo: Browser, sent: str, words: str) -> None:
    answer = demo.post("/properties/1/soil/file", {"text": sent, "laboratory": "x"})
    assert answer.status_code == 422
    assert words in html.unescape(answer.text)


def test_a_file_in_mixed_units_is_read_column_by_column(demo: Browser) -> None:
    sent = "Sample,pH,P lb/A,K (ppm)\nFront lawn,6.6,60,90\n"
    form = {
        "laboratory": "Mixed Bench",
        "text": sent,
        "match": "1",
        "sampled_on": "2026-05-02",
        "unit": "ppm",
        "extractant": "mehlich-3",
        "role-0": "sample",
        "role-1": "ph",
        "role-2": "p",
        "role-3": "k",
        "area-0": "1",
        "buffer_method": "",
    }
    assert demo.post("/properties/1/soil/file", form).status_code == 303
    words = page_of(demo, "/areas/1/soil")
    assert "P adequate 30" in words
    assert "P 60 lb/acre" in words
    assert "K adequate 90" in words


def test_the_laboratorys_advice_and_depth_come_with_its_file(demo: Browser) -> None:
    sent = "Sample,pH,Lime (tons/acre),K2O lb/1000 sq ft,Depth in,Extractant\nPaddock lawn,5.6,2,1.5,4,Bray 1\n"
    start = {"laboratory": "Advice Bench", "text": sent, "sampled_on": "2026-05-02"}
    matched = demo.post("/properties/7/soil/file", start).text
    guessed = re.findall(r'<option value="([\w-]+)" selected', matched)
    assert {"sample", "ph", "advice-lime", "advice-potash", "depth", "extractant"} <= set(guessed)
    roles = ("sample", "ph", "advice-lime", "advice-potash", "depth", "extractant")
    form = (
        start
        | {"match": "1", "area-0": str(PADDOCK), "unit": "ppm"}
        | {f"role-{n}": role for n, role in enumerate(roles)}
    )
    assert demo.post("/properties/7/soil/file", form | {"text": sent.replace("Bray 1", "tea")}).status_code == 422
    assert demo.post("/properties/7/soil/file", form).status_code == 303
    words = page_of(demo, f"/areas/{PADDOCK}/soil")
    assert "lime 2 tons/acre = 448 g/m² = 91.8 lb/1000 ft²" in words
    assert "potash 1.5 lb/1000 sq ft" in words
    assert "to 10.2 cm" in words


def test_bad_cells_are_named_by_row_and_column(demo: Browser) -> None:
    url = "/properties/1/soil/file"
    form = matched(
        demo.post(url, {"laboratory": "x", "text": REPORT.replace("7.4", "1.2").replace("2026-05-02", "4/5/2026", 1)})
    )
    form |= {"extractant": "mehlich-3", "buffer_method": "smp"}
    asked = sentence_beside(demo.post(url, form, page=url).text, "day_order")
    assert "“4/5/2026”: does the day stand first, or the month?" in asked
    form["day_order"] = "day-month"
    assert "Row 1, pH: pH 1.2 is outside 3–10" in sentence_beside(demo.post(url, form, page=url).text, "area-0")
    form["text"] = form["text"].replace("1.2", "6.8")
    assert demo.post(url, form, page=url).status_code == 303
    assert "4 May 2026" in page_of(demo, "/areas/1/soil")


def test_a_file_names_its_methods_in_its_headings_and_its_areas_among_other_words(demo: Browser) -> None:
    url = "/properties/1/soil/file"
    text = "Sample,Date,pH,SMP,P M3 ppm,K M3 ppm\nQ-17 front lawn / A,5/14/2026,6.1,6.5,41,150\nOrchard lawn,"
    form = matched(demo.post(url, {"laboratory": "y", "text": text + "5/14/2026,6.2,6.6,30,120\n"}))
    assert [form[f"role-{n}"] for n in range(6)] == ["sample", "sampled", "ph", "buffer_ph", "p", "k"]
    assert (form["extractant"], form["buffer_method"]) == ("mehlich-3", "smp")
    assert (form["area-0"], form["area-1"]) == ("1", "2")
    form["area-1"] = "1"
    asked = sentence_beside(demo.post(url, form, page=url).text, "area-1")
    assert "another row is of Front lawn and this day as well" in asked


def test_the_simulated_laboratory_goes_the_same_way(demo: Browser) -> None:
    url = "/properties/4/soil/file"
    form = matched(demo.post(url, {"simulated": "1", "sampled_on": ""}))
    assert form["laboratory"] == "Simulated laboratory"
    assert form["extractant"] == "mehlich-3"
    assert demo.post(url, form | {"confirmed": "on"}, page=url).status_code == 303


def test_bulk_material_and_lime_are_put_on_the_shelf(browser: Browser) -> None:
    lime = {
        "name": "Greystone 88",
        "state": "solid",
        "family": "lime",
        "grade": "0-0-0",
        "label_min": "50 g/m²",
        "label_max": "250 g/m²",
        "interval": "60",
        "packs-0-size": "25 kg",
        "packs-0-price": "8",
        "soil-lime_kind": "calcitic",
        "soil-neutralising": "104 %",
        "soil-sieves-m8": "98",
        "soil-sieves-m60": "60",
    }
    made = browser.post("/shelf/new", lime)
    assert made.status_code == 303
    words = page_of(browser, made.headers["location"])
    assert "CCE 104 %" in words
    assert "60 % pass 60 mesh" in words
    assert 'value="104"' in browser.get(made.headers["location"] + "/edit").text
    wrong = browser.post("/shelf/new", lime | {"soil-sieves-m60": "99"})
    assert "A finer sieve cannot pass more" in html.unescape(wrong.text)
    assert "outside 0–200" in sentence_beside(
        browser.post("/shelf/new", lime | {"soil-neutralising": "940"}).text, "soil-neutralising"
    )
    compost = lime | {
        "name": "Leafblack",
        "family": "bulk",
        "density": "0.6",
        "label_min": "0.5 kg/m²",
        "label_max": "40 kg/m²",
        "packs-0-size": "1 m³",
        "packs-0-price": "40",
        "soil-lime_kind": "",
        "soil-neutralising": "",
        "soil-sieves-m8": "",
        "soil-sieves-m60": "",
        "soil-material": "compost",
    }
    made = browser.post("/shelf/new", compost)
    assert made.status_code == 303
    assert "Bulk density 0.6" in page_of(browser, made.headers["location"])


def test_a_property_without_a_lawn_has_a_tape_for_its_soil_jobs(demo: Browser, demo_engine: Engine) -> None:
    bare = page_of(demo, "/properties/8")
    assert "Courtyard pots" in bare
    form = {
        "option": "sand-compost",
        "dose": "10 mm",
        "years": "1",
        "first": "2026-06-01",
        "product": product_id(demo_engine, "Darkloaf Compost"),
    }
    assert demo.post("/areas/45/soil/amend", form, page="/areas/45/soil").status_code == 303
    year = page_of(demo, "/properties/8")
    assert "Palm corner" in year
    assert "Top " in year


def test_lime_and_urea_close_together_are_warned_about(demo: Browser, demo_engine: Engine) -> None:
    test = TEST | {"ph": "5.6", "k": "120", "sand": "30", "silt": "36", "clay": "34", "taken_on": "2026-05-20"}
    assert demo.post(f"/areas/{ORCHARD}/soil/tests/new", test).status_code == 303
    form = LIMING | {"product": product_id(demo_engine, "Chalkdust 94"), "region": "cool", "first": "2026-06-05"}
    asked = demo.post(f"/areas/{ORCHARD}/soil/ph", form, page=f"/areas/{ORCHARD}/soil")
    assert "lost as ammonia beside fresh lime" in sentence_beside(asked.text, "all_the_same")
    form["all_the_same"] = "the feed is moved next week"
    assert demo.post(f"/areas/{ORCHARD}/soil/ph", form, page=f"/areas/{ORCHARD}/soil").status_code == 303
    words = page_of(demo, f"/properties/1?area={ORCHARD}")
    assert "lost as ammonia beside fresh lime" in words


def test_what_went_down_without_a_correction_counts_too(demo: Browser, demo_engine: Engine) -> None:
    sulphur = product_id(demo_engine, "Yellowseam 85")
    opened = demo.get(f"/areas/{PADDOCK}/log")
    key = re.search(r'name="form_key" value="([^"]+)"', opened.text)
    assert key is not None
    entry = {
        "form_key": key[1],
        "product": sulphur,
        "amount": "10 kg",
        "covered": "850 m²",
        "applied_on": "2026-05-01",
        "who": "Oda",
    }
    asked = demo.post(f"/areas/{PADDOCK}/log", entry)
    assert "Nobody has said whether this ground stands wet" in sentence_beside(asked.text, "reason")
    assert demo.post(f"/areas/{PADDOCK}/log", entry | {"reason": "it drains well"}).status_code == 303
    form = LIMING | {"product": product_id(demo_engine, "Chalkdust 94")}
    refused = demo.post(f"/areas/{PADDOCK}/soil/ph", form, page=f"/areas/{PADDOCK}/soil")
    assert "it cannot be raised as well" in html.unescape(refused.text)


def test_stand_ins_of_devices_answer_under_their_setting_alone(
    demo_settings_copy: Settings,
) -> None:
    settings = demo_settings_copy.model_copy(update={"simulated_devices": False})
    own = Browser(TestClient(create_app(settings), base_url=BASE))
    before = own.get("/areas/2/soil").text
    assert "connected probe" not in before
    assert own.post("/areas/2/soil/probe/simulated", {}, page="/areas/2/soil").status_code == 404
    assert "simulated" not in own.get("/properties/4/soil/file").text
    page = own.post("/properties/4/soil/file", {"simulated": "1", "sampled_on": ""}, page="/properties/4/soil/file")
    assert page.status_code == 404
    assert not Settings().simulated_devices


def test_what_no_field_asks_for_is_told_in_the_answer(demo: Browser) -> None:
    """Without a pH nothing is worked out, and no field asks for one: the live answer, all that changes, says so."""
    texts = "way=up&target=6.5&product=15&placement=surface&first=2026-06-01&interval=90&region=cool&rule=two-sieve"
    page = demo.get(f"/areas/{ORCHARD}/soil/ph?{texts}&method=buffer").text
    answer = page.partition('id="answer"')[2]
    assert "The pH is not known" in "".join(re.findall(r'<p class="stop mb-2">([^<]+)', answer))
