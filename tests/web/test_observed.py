"""What people see, in two taps; a forecast line by line; and the week that rests on both."""

from __future__ import annotations

import html
import re
from datetime import date

import pytest
from sqlalchemy import Engine, text
from sqlalchemy.exc import IntegrityError

from amber_acre.core.errors import NotUnderstood
from amber_acre.exchange.forecast_csv import read_forecast
from amber_acre.store.observed import LIMIT_BOUNDS
from tests.conftest import Browser
from tests.web.forms import sentence_beside, words

SEEN = {"place": "p1", "on_day": "2026-05-27", "who": "Wren"}


def key_of(engine: Engine, name: str) -> str:
    with engine.connect() as connection:
        return f"p{connection.execute(text('SELECT id FROM properties WHERE name = :n'), {'n': name}).scalar_one()}"


def test_one_tap_and_the_week_holds(demo: Browser, demo_engine: Engine) -> None:
    place = key_of(demo_engine, "Marram Lodge")
    assert "Court lawn" in words(demo, "/")
    before = words(demo, "/").split("Marram Lodge", 1)[1]
    assert "go, water in" in before
    answer = demo.post("/observed/new", SEEN | {"place": place, "tap": "ground:wet"}, page="/observed/new")
    assert answer.headers["location"] == f"/observed?place={place}"
    listed = words(demo, answer.headers["location"])
    assert "ground: wet" in listed
    after = words(demo, "/").split("Marram Lodge", 1)[1]
    assert "The ground is wet (Wren)" in after
    assert "ground wet, Wren, 27 May" in after
    number = re.findall(r"corrects=(\d+)", demo.get(answer.headers["location"]).text)[0]
    dry = demo.post(
        "/observed/new", SEEN | {"place": place, "tap": "ground:moist", "corrects": number}, "/observed/new"
    )
    assert dry.status_code == 303
    assert "The ground is wet (Wren)" not in words(demo, "/")
    again = demo.post(
        "/observed/new", SEEN | {"place": place, "tap": "ground:dry", "corrects": number}, "/observed/new"
    )
    assert "was corrected meanwhile" in html.unescape(again.text)


def test_everything_seen_at_once_is_a_row_each(demo: Browser, demo_engine: Engine) -> None:
    full = {
        "rain": "0.35 in",
        "soil": "50 F",
        "depth": "10 cm",
        "mowing": "5",
        "bloom": "lilac",
        "leaf": "2",
        "warning": "heavy rain",
        "until": "2026-05-28",
        "tap": "growth:growing",
    }
    place = {"place": key_of(demo_engine, "Marram Lodge")}
    assert demo.post("/observed/new", SEEN | full | place, page="/observed/new").status_code == 303
    listed = words(demo, f"/observed?place={place['place']}")
    for said in ("9 mm", "10 °C at", "5 days", "lilac", "light green", ", to 28 May 2026", "growing"):
        assert said in listed, said
    assert "Official warning to 28 May: heavy rain" in words(demo, "/")


@pytest.mark.parametrize(
    ("typed", "shown"),
    [
        ({"mowing": "every 5 days"}, "5 days"),
        ({"mowing": "weekly"}, "7 days"),
        ({"mowing": "twice a week"}, "3.5 days"),
        ({"mowing": "3,5"}, "3.5 days"),
        ({"rain": "none"}, "0 mm"),
        ({"rain": "trace"}, "0 mm"),
        ({"rain": "1/2 in"}, "13 mm"),
    ],
)
def test_what_was_seen_is_typed_as_it_is_told(demo: Browser, typed: dict[str, str], shown: str) -> None:
    assert demo.post("/observed/new", SEEN | typed, page="/observed/new").status_code == 303
    assert shown in words(demo, "/observed?place=p1")


@pytest.mark.parametrize(
    ("change", "field", "says"),
    [
        ({}, "tap", "what did you see?"),
        ({"mowing": "seldom"}, "mowing", "not a span of time"),
        ({"tap": "ground:soft"}, "tap", "one of the buttons"),
        ({"tap": "ground:wet", "on_day": "2026-05-28"}, "on_day", "still to come"),
        ({"rain": "600"}, "rain", "in a day"),
        ({"soil": "99"}, "soil", "outside"),
        ({"depth": "10 cm", "tap": "ground:wet"}, "soil", "temperature"),
        ({"mowing": "61"}, "mowing", "1 to 60 days"),
        ({"leaf": "7"}, "leaf", "scale"),
        ({"warning": "gale"}, "until", "last day"),
        ({"warning": "gale", "until": "2026-05-26"}, "until", "before it begins"),
        ({"tap": "ground:wet", "place": "p99"}, "place", "where it was seen"),
        ({"tap": "ground:wet", "area": "9"}, "area", "area of this property"),
        ({"tap": "ground:wet", "who": ""}, "who", ""),
        ({"tap": "ground:wet", "corrects": "999"}, "place", "was not seen here"),
        ({"tap": "ground:wet", "corrects": "9" * 30}, "place", "was not seen here"),
    ],
)
def test_what_cannot_be_is_said_beside_its_field(demo: Browser, change: dict[str, str], field: str, says: str) -> None:
    answer = demo.post("/observed/new", SEEN | change, page="/observed/new")
    assert answer.status_code == 422
    assert says in sentence_beside(answer.text, field)


def test_what_was_seen_is_never_changed_only_struck(demo: Browser, demo_engine: Engine) -> None:
    demo.post("/observed/new", SEEN | {"rain": "60"}, page="/observed/new")
    number = re.findall(r"corrects=(\d+)", demo.get("/observed?place=p1").text)[0]
    silent = demo.post(f"/observed/{number}/strike", {"who": "Wren", "why": ""}, page="/observed?place=p1")
    assert silent.status_code == 422
    assert (
        demo.post(f"/observed/{number}/strike", {"who": "Wren", "why": "a bucket"}, "/observed?place=p1").status_code
        == 303
    )
    listed = demo.get("/observed?place=p1").text
    assert "rain gauge, Wren" not in listed
    with demo_engine.connect() as connection, pytest.raises(IntegrityError, match="never changed"):
        connection.execute(text("UPDATE observations SET value = 1"))


def test_a_forecast_is_read_line_by_line_and_stands_before_the_stand_in(demo: Browser, demo_engine: Engine) -> None:
    place = key_of(demo_engine, "Marram Lodge")
    form = {"place": place, "who": "Finch", "text": "2026-05-27, 0, , 8, 17, 2\n2026-05-28, 40 mm, 13, 9, 17, 3 m/s"}
    read = demo.post("/observed/forecast", form, page="/observed/forecast")
    assert read.status_code == 200
    assert "Keep 2 days" in read.text
    assert demo.post("/observed/forecast", form | {"write": "1"}, page="/observed/forecast").status_code == 303
    week = words(demo, "/").split("Marram Lodge", 1)[1]
    assert "Heavy rain within two days, 40 mm" in week
    assert "rests on forecast, Finch" in week
    for bad, says in (
        ("2026-05-27, 0, , 19, 17, 2", "above the highest"),
        ("3/4/2026, 0", "is not a day"),
        ("32 May, 0", "is not a day"),
        ("2026-05-27, wet", "wet"),
        ("2026-05-27, 0, 25 h, 8, 17, 2", "no hour"),
        ("2026-05-27, 0, , 8, 17, 90 m/s", "outside 0–60 m/s"),
        ("2031-05-27, 0", "far from today"),
        ("2026-05-27, 0\n2026-05-27, 1", "stands twice"),
        ("day, mood\n2026-05-27, good", "is not known"),
        ("", "a line a day"),
    ):
        answer = demo.post("/observed/forecast", form | {"text": bad, "write": "1"}, page="/observed/forecast")
        assert answer.status_code == 422, bad
        assert says in html.unescape(answer.text), bad
    plain = dict(re.findall(r'name="(csrf|once)"\s+value="([^"]+)"', demo.get("/observed/forecast").text))
    file = {"file": ("days.csv", "2026-05-28;7 mm;;8;16;2".encode("utf-16"))}
    by_file = demo.client.post("/observed/forecast", data=plain | {"place": place, "who": "Finch"}, files=file)
    assert "Keep 1 day<" in by_file.text
    named = "date;precipitation;low;high;wind\n2026-05-29;2;7;15;12 km/h"
    answer = demo.post("/observed/forecast", form | {"text": named}, page="/observed/forecast")
    assert "3 m/s" in html.unescape(answer.text)


def test_a_real_installation_without_evidence_says_look(browser: Browser, demo_settings_copy: object) -> None:
    from fastapi.testclient import TestClient

    from amber_acre.web.app import create_app
    from tests.conftest import BASE

    settings = demo_settings_copy.model_copy(update={"simulated_weather": False})  # type: ignore[attr-defined]
    with TestClient(create_app(settings), base_url=BASE) as client:
        week = words(Browser(client), "/")
    assert "look" in week
    assert "Nobody has said what the weather will be" in week
    assert "nobody has said" in week
    assert "go, water in" not in week.split("Tannery Court")[1].split("Waits for an answer")[0]
    assert "rests on forecast, Finch" in week  # somebody brought one for the other depot


def test_a_visit_moves_as_a_whole_or_not_at_all(demo: Browser, demo_engine: Engine) -> None:
    place = key_of(demo_engine, "Tannery Court")[1:]
    jobs = re.findall(rf'visits/{place}/move.*?name="jobs" value="([\d ]+)"', demo.get("/").text, re.DOTALL)[0]
    url = f"/week/visits/{place}/move"
    silent = demo.post(url, {"jobs": jobs, "to": "2026-05-29", "why": ""}, "/")
    assert sentence_beside(silent.text, f"why-{place}")
    moved = demo.post(url, {"jobs": jobs, "to": "2026-05-29", "why": "the court is let"}, page="/")
    if moved.status_code == 422:  # what wants a reason is shown once
        warned = re.findall(rf'visits/{place}/move.*?name="warned"\s+value="([^"]*)"', moved.text, re.DOTALL)[0]
        form = {"jobs": jobs, "to": "2026-05-29", "why": "the court is let", "warned": warned}
        moved = demo.post(url, form, page="/")
    assert moved.status_code == 303
    with demo_engine.connect() as connection:
        rows = connection.execute(text(f"SELECT on_day FROM jobs WHERE id IN ({jobs.replace(' ', ',')})"))
        assert {row[0] for row in rows} == {"2026-05-29"}
    far = demo.post(url, {"jobs": jobs, "to": "2031-06-03", "why": "x"}, page="/")
    assert "far from today" in sentence_beside(far.text, f"to-{place}")
    gone = demo.post(url, {"jobs": "99999", "to": "2026-05-29", "why": "x"}, page="/")
    assert "not here any more" in sentence_beside(gone.text, f"to-{place}")


def test_a_sheet_a_stop_with_drawing_weight_placement_and_cautions(demo: Browser) -> None:
    page = demo.get("/sheets").text
    assert 'class="site visit-plan"' in page
    said = words(demo, "/sheets")
    for must in ("Weigh out", "on the surface", "Hold if", "Cautions", "Waits for an answer"):
        assert must in said, must
    assert "setting ______" in words(demo, "/sheets?day=2026-09-04")  # potash, which nobody calibrated for
    assert words(demo, f"/sheets?day={date(2026, 12, 28)}").count("Hold if") <= 2


def test_the_seasons_list_counts_packs_once_and_says_when_it_runs_short(demo: Browser) -> None:
    said = words(demo, "/buying")
    for must in ("Evenrow 23-0-7", "4 Sep", "4 × 22.5 kg", "from Ostrey Yard", "enough"):
        assert must in said, must
    assert "No job to come" in words(demo, "/buying?until=2025-05-20")


def test_pale_leaves_that_were_seen_ask_for_their_cause(demo: Browser) -> None:
    before = words(demo, "/properties/1?area=1")
    seen = SEEN | {"leaf": "3", "area": "1"}
    assert demo.post("/observed/new", seen, page="/observed/new").status_code == 303
    after = words(demo, "/properties/1?area=1")
    assert "were pale" not in before
    assert after.lower().count("pale") > before.lower().count("pale")


def test_what_goes_down_on_a_day_that_held_asks_for_its_reason(demo: Browser, demo_engine: Engine) -> None:
    """By what people saw alone: the stand-in's weather asks nobody."""
    with demo_engine.connect() as connection:
        query = "SELECT j.id, j.area_id FROM jobs j JOIN areas a ON a.id = j.area_id WHERE a.name = 'Court lawn'"
        job, area = connection.execute(text(f"{query} AND j.name = 'Feed 5' ORDER BY j.id DESC")).first() or (0, 0)
    ahead = words(demo, f"/jobs/{job}")
    assert "The days ahead" in ahead
    assert "Wednesday to Friday : water in . Water it in with 6 mm the same day" in ahead
    place = key_of(demo_engine, "Marram Lodge")
    demo.post("/observed/new", SEEN | {"place": place, "tap": "ground:wet"}, page="/observed/new")
    assert "hold . The ground is wet (Wren)" in words(demo, f"/jobs/{job}")
    page = f"/areas/{area}/log?job={job}"
    form = {"as_planned": "1", "form_key": "f" * 32, "who": "Wren", "licence": "BG-0417"}
    asked = demo.post(page, form, page=page)
    assert asked.status_code == 422
    assert "The ground is wet (Wren)" in sentence_beside(asked.text, "reason")
    done = demo.post(page, form | {"reason": "on boards, before it rained"}, page=page)
    assert done.status_code == 303


def test_a_firm_sets_a_limit_of_a_day_with_its_reason_and_takes_it_back(demo: Browser) -> None:
    page = "/almanac/judging"
    assert "25 mm" in words(demo, page)
    url = f"{page}/limits/heavy_rain_mm"
    for form, says in (
        ({"value": "", "why": "slopes"}, "with its unit"),
        ({"value": "20 mm", "why": ""}, "Say why"),
        ({"value": "2 m", "why": "slopes"}, "5 to 60"),
        ({"value": "4.9 mm", "why": "slopes"}, "5 to 60"),
        ({"value": "wet", "why": "slopes"}, "wet"),
    ):
        assert says in sentence_beside(demo.post(url, form, page=page).text, "limit-heavy_rain_mm"), form
    assert demo.post(url, {"value": "35 mm", "why": "our ground drains"}, page=page).status_code == 303
    assert "Set 27 May 2026: our ground drains" in words(demo, page)
    assert "Heavy rain within two days, 31 mm" not in words(demo, "/")
    assert "rain over 35 mm within two days" in words(demo, "/sheets")
    assert demo.post(url, {"usual": "1"}, page=page).status_code == 303
    assert "Heavy rain within two days, 31 mm" in words(demo, "/")
    assert demo.post(f"{page}/limits/magic", {"value": "1", "why": "x"}, page=page).status_code == 404


def test_work_and_files_ask_as_well_on_a_day_that_held(demo: Browser, demo_engine: Engine) -> None:
    with demo_engine.connect() as connection:
        query = "SELECT j.id, a.property_id FROM jobs j JOIN areas a ON a.id = j.area_id WHERE j.work = 'seed'"
        job, place = connection.execute(text(query)).first() or (0, 0)
    demo.post("/observed/new", SEEN | {"place": f"p{place}", "tap": "ground:wet"}, page="/observed/new")
    form = {"form_key": "c" * 32, "done_on": "2026-05-27", "who": "Wren", "note": ""}
    asked = demo.post(f"/jobs/{job}/done", form, page=f"/jobs/{job}")
    assert "wheels and shoes smear it" in sentence_beside(asked.text, "note")
    done = demo.post(f"/jobs/{job}/done", form | {"note": "by hand, on boards"}, page=f"/jobs/{job}")
    assert done.status_code == 303
    rows = (
        "applied_on,property,area,product,amount_as_typed,covered_m2,who\n"
        "2026-05-27,Gorse End,Heath lawn,Slowburn 20-0-8,5 kg,340,Wren"
    )
    read = demo.post("/daybook/bring", {"text": rows}, page="/daybook/bring")
    assert "The ground is wet (Wren)" in html.unescape(read.text)


def test_every_limit_of_a_day_can_be_set_within_what_the_trade_uses(demo: Browser) -> None:
    units = {"heavy_rain_mm": " mm", "sulphur_c": " °C", "leaf_hours": ""}
    for key, (low, high) in LIMIT_BOUNDS.items():
        unit = units.get(key, " m/s")
        form = {"value": f"{(low + high) / 2:.0f}{unit}", "why": "tried here"}
        assert demo.post(f"/almanac/judging/limits/{key}", form, "/almanac/judging").status_code == 303, key
        far = demo.post(
            f"/almanac/judging/limits/{key}", form | {"value": f"{high * 1.1:.1f}{unit}"}, "/almanac/judging"
        )
        assert far.status_code == 422, key
    page = words(demo, "/almanac/judging")
    assert page.count("tried here") == len(LIMIT_BOUNDS)
    assert "Wind that carries granules over the edge Set 27 May 2026: tried here 9 m/s" in page


@pytest.mark.parametrize("text_", [",,,", '""', ",\n,", '""\n""'])
def test_a_forecast_of_nothing_is_refused_in_a_sentence(text_: str) -> None:
    with pytest.raises(NotUnderstood, match="Nothing stands in these lines"):
        read_forecast(text_)
