"""Pages: every one answers, is safe, works without scripts, and says what happened."""

from __future__ import annotations

import html
import random
import re
from datetime import date
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine, text

from amber_acre.settings import Settings
from amber_acre.web.app import create_app
from amber_acre.web.guard import HEADERS
from tests.conftest import Browser
from tests.web.forms import ENTRY, LAWN, LIQUID, PRODUCT, PROPERTY, nothing_in_the_week_of

PAGES = (
    "/plan",
    "/plan?place=1&of=9",
    "/bench/blend?area=-2&n=3+g/m²",
    "/bench/swap?size=26+m²&depth=35+cm&texture=clay&trailer=1.2+m³",
    "/shelf/30",
    "/machines",
    "/bench/mix?area=1&spray=400+L/ha&tank=15+L&product-0=11&rate-0=2+mL/m²&product-1=12&rate-1=1+mL/m²",
    "/shelf/bring",
    "/properties/1/quote?hour=58&haulage=14&margin=25",
    "/machines/1?of=8&rate=2.7+lb/1000",
    "/machines/new",
    "/bench",
    "/bench/rate?grade=17-3-8&nitrogen=3+g/m²&size=410+m²&pack=18+kg",
    "/bench/units?value=3.4+lb/1000+ft²",
    "/api",
    "/bench/compare?area=1&nutrient=n&need=3+g/m²",
    "/bench/blend?area=1&n=3+g/m²",
    "/areas/1/soil",
    "/areas/26/soil/ph",
    "/areas/3/soil/amend",
    "/areas/10/soil/water",
    "/areas/18/soil/leaves",
    "/areas/26/soil/colour",
    "/areas/10/soil/nutrient",
    "/corrections/1",
    "/corrections/3",
    "/properties/1/soil/file",
    "/areas/6/log?job=24",
    "/jobs/1",
    "/jobs/2",
    "/jobs/56",
    "/jobs/60",
    "/areas/20/jobs/new",
    "/soil-tests/2/edit",
    "/",
    "/?day=2026-09-07",
    "/?day=2025-12-30",
    "/properties",
    "/properties/new",
    "/properties/1",
    "/properties/1/edit",
    "/properties/1?area=2&round=3&working=round",
    "/properties/1?area=1&working=size",
    "/properties/1?area=1&working=need",
    "/properties/2?working=release&round=2",
    "/properties/6?working=ledger",
    "/properties/7?area=12&day=2026-01-04",
    "/properties/1?day=2031-01-01",
    "/properties/1?day=2028-02-29",
    "/properties/1/areas/new/lawn",
    "/areas/3/edit",
    "/areas/1/soil/tests/new",
    "/areas/1/log",
    "/areas/1/log?job=2",
    "/entries/1/correct",
    "/shelf",
    "/shelf/1",
    "/shelf/8",
    "/shelf/new",
    "/shelf/9/edit",
    "/daybook",
    "/daybook.csv",
    "/almanac",
    "/almanac/climates/2",
    "/almanac/climates/new",
    "/almanac/rules/1",
    "/almanac/rules/new",
    "/deleted",
    "/find",
    "/find?q=%25",
    "/find?q=lawn",
    "/properties/1/site",
    "/properties/1/site?area=1&by=nitrogen",
    "/properties/4/site?by=job",
    "/properties/8/site?by=mulch",
    "/properties/3/site?by=ph",
    "/properties/6/site?by=condition&area=37",
    "/properties/8",
    "/properties/1/walk",
    "/areas/1/walk/look",
    "/areas/1/walk/sample",
    "/areas/1/looks",
    "/areas/19/edit",
    "/areas/17/edit",
    "/contexts/1",
    "/properties/1/contexts/new",
    "/properties/2/areas/new/tree",
    "/properties/2/areas/new/hedge",
    "/properties/2/areas/new/patch?walk=1",
    "/properties/2/areas/new/container",
    "/properties/1/files",
    "/properties/1/site.geojson",
    "/properties/1/site.geojson?frame=lonlat",
    "/properties/2/areas.csv",
    "/almanac/plants",
    "/almanac/plants?q=maple&group=tree",
    "/almanac/plants?q=nothing",
    "/almanac/plants/rosa-hybrids",
    "/static/app.css",
    "/static/js/htmx.min.js",
)


@pytest.mark.parametrize("url", PAGES)
def test_every_page_answers_with_its_guards(demo: Browser, url: str) -> None:
    answer = demo.get(url)
    assert answer.status_code == 200
    assert all(answer.headers[name] == value for name, value in HEADERS.items())
    if answer.headers["content-type"].startswith("text/html"):
        assert not re.search(r"<script(?![^>]+src=)|\son\w+=|\sstyle=", answer.text)
        assert not re.search(r'(?:src|href|action)="(?:https?:)?//', answer.text)
        assert answer.text.count("<form") - answer.text.count('method="get"') - answer.text.count(
            'method="dialog"'
        ) <= answer.text.count('name="csrf"')


@pytest.mark.parametrize("seed", range(4))
def test_every_link_somebody_may_follow_answers(demo: Browser, seed: int) -> None:
    """Walks the pages by links drawn at random: none leads to a refusal."""
    drawn = random.Random(seed)
    waiting, known = ["/", "/properties", "/shelf", "/bench", "/daybook", "/almanac"], set[str]()
    for _ in range(60):
        url = waiting.pop(drawn.randrange(len(waiting)))
        answer = demo.get(url)
        assert answer.status_code < 400, f"{url} answered {answer.status_code}"
        if answer.headers["content-type"].startswith("text/html"):
            links = {html.unescape(link) for link in re.findall(r'href="(/[^"#]*)', answer.text)}
            new = sorted(link for link in links - known if not link.startswith("/static"))
            known |= set(new)
            waiting += new


@pytest.mark.parametrize(
    ("url", "status", "says"),
    [
        ("/nowhere", 404, "There is no page at this address"),
        ("/properties/99", 404, "This property is not here"),
        ("/properties/first", 422, "cannot be read"),
        ("/areas/99/edit", 404, "This area is not here"),
        ("/areas/17000/log", 404, "This area is not here"),
        ("/areas/99/looks", 404, "This area is not here"),
        ("/areas/1/walk/dance", 404, "This step is not here"),
        ("/properties/1/areas/new/moat", 404, "This kind of area is not here"),
        ("/almanac/plants/flamingo", 404, "This plant is not here"),
        ("/contexts/99", 404, "is not here"),
        ("/shelf/99", 404, "This product is not here"),
        ("/entries/99/correct", 404, "This entry is not here"),
        ("/?day=2026-02-30", 422, "cannot be read"),
        ("/properties/1?day=9999-12-31", 422, "cannot be read"),
        ("/areas/1/plan", 405, "cannot be used that way"),
    ],
)
def test_what_is_not_there_is_said_in_words(demo: Browser, url: str, status: int, says: str) -> None:
    answer = demo.get(url)
    assert answer.status_code == status
    assert says in answer.text
    assert "Traceback" not in answer.text


def test_a_defect_shows_no_stack_trace(settings: Settings, monkeypatch: pytest.MonkeyPatch) -> None:
    def broken(*_: object) -> None:
        raise RuntimeError("secret detail")

    monkeypatch.setattr("amber_acre.web.pages.week.routes.any_property", broken)
    with TestClient(create_app(settings), base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
        answer = client.get("/")
    assert answer.status_code == 500
    assert "secret detail" not in answer.text
    assert "went wrong on our side" in answer.text


def test_a_form_without_our_token_or_from_elsewhere_is_refused(demo: Browser) -> None:
    bare = demo.client.post("/areas/1/delete", data={})
    assert bare.status_code == 403
    wrong = demo.client.post("/areas/1/delete", data={"csrf": "x" * 43})
    assert wrong.status_code == 403
    token = re.search(r'name="csrf" value="([^"]+)"', demo.get("/properties/1").text)
    assert token is not None
    elsewhere = demo.client.post(
        "/areas/1/delete", data={"csrf": token[1]}, headers={"origin": "http://elsewhere.test"}
    )
    assert elsewhere.status_code == 403
    assert "Front lawn" in demo.get("/properties/1").text


@pytest.mark.parametrize(
    ("delete", "gone_from", "name", "restore"),
    [
        ("/areas/1/delete", "/properties/1", "Front lawn", "/areas/1/restore"),
        ("/properties/2/delete", "/properties", "Tannery Court</a>", "/properties/2/restore"),
        ("/shelf/12/delete", "/shelf", "Kelpline", "/shelf/12/restore"),
    ],
)
def test_what_is_deleted_comes_back(demo: Browser, delete: str, gone_from: str, name: str, restore: str) -> None:
    answer = demo.post(delete, {})
    after = demo.get(answer.headers["location"])
    assert "Undo: bring it back" in after.text
    assert restore in after.text
    assert name not in demo.get(gone_from).text
    assert f'action="{restore}"' in demo.get("/deleted").text  # long after the address was left
    demo.post(restore, {})
    assert "Nothing is deleted." in demo.get("/deleted").text
    assert name in demo.get(gone_from).text
    assert demo.post("/areas/99/restore", {}).status_code == 404


def test_from_an_empty_database_to_a_logged_application_without_scripts(browser: Browser) -> None:
    assert "Put a product on the shelf" in browser.get("/").text
    assert "Nothing here yet" in browser.get("/properties").text
    for product in (PRODUCT, LIQUID):
        assert browser.post("/shelf/new", product).status_code == 303
    browser.post("/shelf/1/deliveries", {"amount": "2 bags"})
    assert browser.post("/properties/new", PROPERTY).headers["location"] == "/properties/1/areas/new/lawn"
    more = browser.post("/properties/1/areas/new/lawn", LAWN | {"more": "1"})
    assert more.status_code == 200
    assert 'name="size-cut_outs-1-side_1"' in more.text
    assert browser.post("/properties/1/areas/new/lawn", LAWN).headers["location"] == "/properties/1?area=1"
    assert "Not planned yet" in browser.get("/properties/1").text
    browser.post("/areas/1/plan", {})
    page = html.unescape(browser.get("/properties/1").text)
    assert "Evenfeed 16-0-8" in page
    assert "No phosphorus: the soil is adequate in it." in page
    total = re.search(r"R1 Spring feed.*?figures\">([\d.]+) kg", browser.get("/areas/1/log?job=1").text, re.DOTALL)
    assert total is None or float(total[1]) > 0
    planned = re.search(r"= <b class=\"figures\">([\d.]+) kg</b>", browser.get("/areas/1/log?job=1").text)
    assert planned is not None
    entry = ENTRY | {
        "amount": f"{planned[1]} kg",
        "covered": "132.4 m²",
        "applied_on": "2026-04-10",
        "reason": "a mild spring",
    }
    one = browser.post("/areas/1/log?job=1", entry, page="/areas/1/log?job=1")
    assert one.status_code == 303, re.findall(r'class="fault[^>]*>([^<]+)', one.text)
    assert browser.post("/areas/1/log?job=1", entry, page="/areas/1/log?job=1").status_code == 303
    assert browser.get("/daybook.csv").text.count("Evenfeed") == 1  # sent twice, written once
    left = re.search(r"In stock</th> ?<td class=\"num figures\">([\d.]+) kg", browser.get("/shelf/1").text)
    assert left is not None
    assert float(left[1]) == pytest.approx(2 * 33 * 0.45359237 - float(planned[1]), abs=0.06)
    assert "done" in browser.get("/properties/1").text


def test_a_correction_stands_beside_what_it_corrects(demo: Browser) -> None:
    form = {
        "form_key": "fix",
        "product": "1",
        "amount": "5.9 kg",
        "covered": "412 m²",
        "applied_on": "2026-04-15",
        "who": "Wren",
        "reason": "scale misread",
    }
    page = demo.get("/properties/1?area=1").text
    assert "8.07 kg" in page
    assert demo.post("/entries/1/correct", form, page="/entries/1/correct").status_code == 303
    page = demo.get("/properties/1?area=1").text
    assert "5.90 kg" in page
    book = demo.get("/daybook").text
    assert "line-through" in book
    assert "corrects an earlier entry" in book
    again = demo.post("/entries/1/correct", form | {"form_key": "fix2"}, page="/entries/1/correct")
    assert again.status_code == 409
    void = {**form, "form_key": "void", "nothing": "on", "amount": "", "reason": "wrong lawn"}
    newest = re.findall(r'id="entry-(\d+)"', book)
    corrected = next(n for n in newest if f'href="/entries/{n}/correct"' in book and "5.90 kg" in book)
    assert (
        demo.post(f"/entries/{max(map(int, newest))}/correct", void, page=f"/entries/{corrected}/correct").status_code
        == 303
    )
    assert "struck out" in demo.get("/daybook").text


def test_the_day_book_is_read_by_the_year(demo: Browser) -> None:
    """The newest year first; none is out of reach, and one without entries says so."""
    newest, before, none = (demo.get(f"/daybook{query}").text for query in ("", "?year=2025", "?year=2019"))
    written = [set(re.findall(r'id="entry-(\d+)"', page)) for page in (newest, before, none)]
    assert written[0] == set(re.findall(r'id="entry-(\d+)"', demo.get("/daybook?year=2026").text))
    assert all(written[:2])
    assert not written[0] & written[1]
    assert not written[2]
    assert "Nothing was logged in 2019." in none
    assert all(f'href="/daybook?year={year}"' in page for page in (newest, before, none) for year in (2025, 2026))
    exported = demo.get("/daybook.csv").text.splitlines()
    assert len(exported) - 1 == len(written[0]) + len(written[1])
    assert demo.client.get("/daybook?year=x").status_code == 422


def test_a_correction_leads_to_the_year_of_what_it_corrects(demo: Browser) -> None:
    old = re.search(r'href="/entries/(\d+)/correct"', demo.get("/daybook?year=2025").text)
    assert old is not None
    address = f"/entries/{old[1]}/correct"
    form = {
        name: value
        for name, value in re.findall(r'name="(\w+)"[^>]*value="([^"]*)"', demo.get(address).text)
        if name in ("form_key", "amount", "covered", "who")
    }
    product = re.search(r'<option value="(\d+)" selected', demo.get(address).text)
    assert product is not None
    form |= {"product": product[1], "applied_on": "2026-01-05", "reason": "booked under the wrong year"}
    answer = demo.post(address, form)
    assert answer.status_code == 303, re.findall(r'class="fault[^>]*>([^<]*)', answer.text)
    new, past = demo.get("/daybook").text, demo.get("/daybook?year=2025").text
    assert f'href="/daybook?year=2025#entry-{old[1]}"' in new
    assert re.search(r'href="/daybook\?year=2026#entry-\d+"', past)


def test_changing_a_round_changes_ledger_and_supply_at_once(demo: Browser, demo_engine: Engine) -> None:
    with demo_engine.begin() as connection:
        connection.execute(text("UPDATE rule_sets SET slow_share_min = 0.4 WHERE name = 'Ouselet by-law'"))
    before = demo.get("/properties/1?area=1&round=2").text
    version = re.search(r'name="version" value="(\d+)"', demo.get("/jobs/2").text)
    assert version is not None
    form = {
        "on_day": "2026-06-05",
        "product": "2",
        "rate": "2 lb/1000",
        "reason": "client wants less",
        "version": version[1],
    }
    asked = demo.post("/jobs/2/change", form, page="/jobs/2")
    assert asked.status_code == 422  # quick in place of half slow: too little of the year's nitrogen is slow
    assert "of the year's nitrogen is slow-release; " in html.unescape(asked.text)
    form["warned"] = re.findall(r'name="warned"\s+value="([^"]+)"', asked.text)[0]
    assert demo.post("/jobs/2/change", form, page="/jobs/2").status_code == 303
    after = demo.get("/properties/1?area=1&round=2").text
    assert "Changed by hand:" in after
    assert "9.76 g/m²" in after
    ribbon = re.compile(r"R2, \d+ \w+: ([\d.]+) g/m² N applied")
    assert [float(ribbon.findall(page)[0]) for page in (before, after)] == pytest.approx([3.0, 2.05], abs=0.01)
    form |= {"skipped": "on", "version": str(int(version[1]) + 1), "reason": "away"}
    assert demo.post("/jobs/2/change", form, page="/jobs/2").status_code == 303
    assert "left out" in demo.get("/properties/1?area=1&round=2").text


def test_the_page_reads_as_of_the_day_asked_for(demo: Browser) -> None:
    assert "8.07 kg" in demo.get("/properties/1?area=1&day=2026-04-15").text
    early = demo.get("/properties/1?area=1&day=2026-04-14").text
    assert "Went down" not in early
    assert "14 Apr" in early


def test_the_week_says_what_is_due_loads_and_holds(demo: Browser) -> None:
    page = html.unescape(demo.get("/").text)
    assert "Due (15)" in page
    assert "Waits for an answer (2)" in page
    assert "Heavy rain" in page
    assert "Overdue" in page
    feed = re.search(r"Evenrow 23-0-7</th> ?<td class=\"num figures\">([\d.]+) kg", page)
    assert feed is not None
    jobs = re.findall(
        r"Evenrow 23-0-7<[^>]*>\s*(?:<[^>]*>\s*)*([\d.]+) (kg|lb|g) on",
        page.split("Stopped by a limit (")[0].split("Waits for an answer (")[0],
    )
    assert len(jobs) == 7
    load = sum(float(amount) * {"kg": 1.0, "lb": 0.4536, "g": 0.001}[unit] for amount, unit in jobs)
    assert float(feed[1]) == pytest.approx(load, abs=0.06)


def test_the_fragments_that_convert_while_typing(demo: Browser) -> None:
    board = demo.post("/properties/2/areas/board/lawn", LAWN, page="/properties/2/areas/new/lawn").text
    assert "38 ft 6 in = 11.735 m" in board
    assert "<svg" in board
    waiting = demo.post(
        "/properties/2/areas/board/lawn",
        {"size-outline": "circle", "size-side_1": "x"},
        page="/properties/2/areas/new/lawn",
    ).text
    assert "cannot be read" in waiting
    half = demo.post(
        "/properties/1/areas/board/lawn",
        {"size-outline": "rectangle", "size-side_1": "38 ft 6 in"},
        page="/properties/1/areas/new/lawn",
    ).text
    assert "38 ft 6 in = 11.735 m" in half
    assert "Width is needed" in half
    label = demo.post(
        "/shelf/reading", {"state": "solid", "grade": "16-0-8", "label_min": "3 lb/1000", "label_max": "5"}
    ).text
    assert "= 14.6 g/m², 2.34 g/m² of nitrogen" in label
    assert "per what area" in label
    entry = {"product": "2", "amount": "10 kg", "covered": "412 m²"}
    reading = demo.post("/areas/1/log/reading?job=2", entry, page="/areas/1/log?job=2").text
    assert "24.3 g/m²" in reading
    assert "above the label" in reading


def test_feet_and_pounds_where_the_property_speaks_them(demo: Browser) -> None:
    page = demo.get("/properties/2?area=3&round=2").text
    assert "677 ft²" in page
    assert "lb/1000 ft²" in page
    form = LAWN | {"size-outline": "rectangle", "size-side_1": "40", "size-side_2": "30", "evidence": "none"}
    form = {k: v for k, v in form.items() if "cut_outs" not in k}
    assert demo.post("/properties/2/areas/new/lawn", form).status_code == 303
    assert "1,200 ft²" in demo.get("/properties/2").text


def test_a_real_installation_uses_the_clock(tmp_path: object) -> None:
    assert Settings().day() == date.today()
    assert Settings(today=date(2026, 1, 2)).day() == date(2026, 1, 2)


def test_a_rate_left_untouched_stays_exact(demo: Browser) -> None:
    exact = re.search(r"<b>(13\.\d+) g/m²</b>", demo.get("/properties/1?area=1&round=2&working=round").text)
    page = demo.get("/jobs/2").text
    version = re.search(r'name="version" value="(\d+)"', page)
    assert exact is not None
    assert version is not None
    shown = re.search(r'name="rate_shown" value="([^"]+)"', page)
    product = re.search(r'<option value="(\d+)" selected', page)
    assert shown is not None
    assert product is not None
    form = {
        "on_day": "2026-06-04",
        "product": product[1],
        "rate": shown[1],
        "rate_shown": shown[1],
        "reason": "later",
        "version": version[1],
    }
    assert demo.post("/jobs/2/change", form, page="/jobs/2").status_code == 303
    after = demo.get("/properties/1?area=1&round=2&working=round").text
    assert "4 Jun" in after
    assert f"<b>{exact[1]} g/m²</b>" in after


def test_a_lawn_changed_since_planning_says_so(demo: Browser) -> None:
    assert "Plan the rest again to follow" not in demo.get("/properties/1?area=1").text
    form = LAWN | {"name": "Front lawn", "upkeep": "low", "evidence": "kept", "version": "1"}
    version = re.search(r'name="version" value="(\d+)"', demo.get("/areas/1/edit").text)
    assert version is not None
    assert demo.post("/areas/1/edit", form | {"version": version[1]}).status_code == 303
    page = demo.get("/properties/1?area=1").text
    assert "Plan the rest again to follow" in page
    demo.post("/areas/1/plan", {})
    assert "Plan the rest again to follow" not in demo.get("/properties/1?area=1").text


def test_two_people_editing_one_lawn(demo: Browser) -> None:
    version = re.search(r'name="version" value="(\d+)"', demo.get("/areas/1/edit").text)
    assert version is not None
    mine = LAWN | {"evidence": "kept", "version": version[1]}
    assert demo.post("/areas/1/edit", mine).status_code == 303
    theirs = demo.post("/areas/1/edit", mine | {"name": "Theirs"})
    assert theirs.status_code == 409
    assert "Somebody else changed this area" in theirs.text
    assert 'value="Theirs"' in theirs.text


def test_sentences_speak_the_units_of_the_property(demo: Browser) -> None:
    page = html.unescape(demo.get("/properties/2?area=4").text)
    said = re.search(r"([\d.]+) lb/1000 ft² is above the label's highest rate, 4\.30 lb/1000 ft²", page)
    assert said
    assert f'= <span class="figures">{said[1]} lb/1000 ft²</span>' in page  # rounded once
    assert "g/m² is above" not in page


def _plain(form: dict[str, str]) -> dict[str, str]:
    return {name.removeprefix("soil-"): text for name, text in form.items()}


def test_a_soil_test_changes_what_is_planned(demo: Browser) -> None:
    form = {k: v for k, v in LAWN.items() if k.startswith("soil-")} | {
        "soil-p": "9",
        "soil-organic_matter": "6",
    }
    assert demo.post("/areas/2/soil/tests/new", _plain(form)).status_code == 303
    page = demo.get("/properties/1?area=2").text
    assert "Phosphorus 9 mg/kg: low" in page
    assert "the soil is rich in organic matter" in demo.get("/properties/1?area=2&working=need").text
    bad = demo.post("/areas/2/soil/tests/new", _plain(form | {"soil-ph": "12"}))
    assert bad.status_code == 422
    assert "outside 3–10" in bad.text


def test_what_was_logged_keeps_its_flag_when_the_year_is_planned_again(demo: Browser) -> None:
    demo.post("/areas/1/plan", {})
    page = demo.get("/properties/1?area=1").text
    assert "log 8.07 kg" in page
    assert "Logged 15 April: Slowburn 20-0-8, 8.07 kg" in page


def test_a_job_is_logged_as_planned_in_one_tap_once_somebody_has_logged(demo: Browser) -> None:
    before = demo.client.get("/daybook.csv").text.count("Wren")
    form = {"form_key": "w" * 20, "as_planned": "1", "who": "Wren", "licence": "BG-0417"}
    logged = demo.post("/areas/13/log?job=52", form, page="/areas/13/log?job=52")
    assert logged.status_code == 303
    week = demo.get("/").text
    tap = re.search(r'action="(/areas/14/log\?job=\d+)".*?</form>', week, re.DOTALL)
    assert tap is not None
    fields = dict(re.findall(r'name="([^"]+)"\s+value="([^"]*)"', tap[0]))
    assert (fields["who"], fields["licence"]) == ("Wren", "BG-0417")
    answer = demo.client.post(tap[1], data=fields, follow_redirects=False)
    assert (answer.status_code, answer.headers["location"]) == (303, "/")
    book = demo.client.get("/daybook.csv").text
    assert book.count("Wren") == before + 2
    assert "1.0168" in book  # as the plan has it


def test_job_sheets_have_a_page_a_property_with_its_cautions(demo: Browser, demo_engine: Engine) -> None:
    page = demo.get("/sheets").text
    sheets = re.findall(r'<section class="job-sheet".*?</section>', page, re.DOTALL)
    assert len(sheets) >= 4
    assert all("<h3" in sheet and "label" in sheet for sheet in sheets)
    assert "break-before: page" in (Path(__file__).parents[2] / "src/amber_acre/web/styles/app.css").read_text("utf-8")
    nothing_in_the_week_of(demo_engine, "2026-08-17")
    assert "Nothing is due this week" in demo.get("/sheets?day=2026-08-18").text


def test_a_firm_that_measures_in_feet_reads_its_load_and_weather_so(demo_settings_copy: Settings) -> None:
    settings = demo_settings_copy.model_copy(update={"units": "us"})
    with TestClient(create_app(settings), base_url="http://127.0.0.1") as client:
        week = client.get("/").text
        assert "°F" in week
        assert "mph" in week
        assert "°C" not in week.split("Weather")[1]
        assert 'value="us" checked' in " ".join(client.get("/properties/new").text.split())


def test_what_is_left_after_a_job_is_told_as_without_it_once_it_was_missed(demo: Browser, demo_engine: Engine) -> None:
    with demo_engine.connect() as connection:
        query = (
            "SELECT j.id FROM jobs j JOIN areas a ON a.id = j.area_id WHERE a.name = 'Paddock lawn' AND j.number = 3"
        )
        missed = connection.execute(text(query)).scalars().first()
    for page in ("/properties/7", f"/jobs/{missed}"):
        shown = demo.get(page).text
        assert "missed" in shown
        assert "Without it" in shown
        assert "After it" not in shown
    coming = demo.get("/properties/1?area=1&round=2").text
    assert "After it" in coming
    assert "Without it" not in coming
