"""Schools, pins, programmes on their way out, and the years, over the pages."""

from __future__ import annotations

import builtins
import html
import json
import re
from datetime import date

import pytest
from sqlalchemy import Engine, text
from sqlalchemy.orm import Session

from amber_acre.store.plan_copies import copy_plan
from amber_acre.store.programmes import plan_area
from amber_acre.store.tables import AreaRow
from tests.conftest import Browser
from tests.web.forms import words


def rounds(engine: Engine, area: int) -> list[tuple[int, str, str, bool]]:
    query = (
        "SELECT id, name, on_day, pinned FROM jobs WHERE programme_id = (SELECT MAX(id) FROM programmes WHERE"
        " area_id = :a)"
        " ORDER BY on_day"
    )
    with engine.connect() as connection:
        return [
            (row.id, row.name, row.on_day, bool(row.pinned)) for row in connection.execute(text(query), {"a": area})
        ]


def test_schools_stand_side_by_side_and_one_is_taken_over(demo: Browser, demo_engine: Engine) -> None:
    said = words(demo, "/areas/2/schools?school=test&school=soil&school=once")
    for must in (
        "Test-led",
        "Feed the soil",
        "Once a season",
        "Visits",
        "low to high",
        "Carbon laid on",
        "drains away, estimated",
    ):
        assert must in said, must
    assert "three ways" in said
    assert demo.get("/areas/2/schools?school=nothing").status_code == 200
    assert demo.post("/areas/2/schools", {"school": "nothing"}, "/areas/2/schools").status_code == 404
    assert demo.post("/areas/2/schools", {"school": "once"}, "/areas/2/schools").status_code == 303
    assert "once a season" in words(demo, "/properties/1?area=2")
    assert len({day for _, _, day, _ in rounds(demo_engine, 2)}) <= 2


def test_parts_of_a_school_stay_and_the_rest_is_planned(demo: Browser, demo_engine: Engine) -> None:
    page = demo.get("/areas/2/schools?school=soil&span=rest").text
    take = re.findall(r'name="(take-\d+)"', page)[0]
    form = {"school": "soil", take: "on", "parts": "1"}
    assert demo.post("/areas/2/schools", form, "/areas/2/schools").status_code == 303
    kept = [row for row in rounds(demo_engine, 2) if row[3]]
    assert len(kept) == 1
    assert len(rounds(demo_engine, 2)) > 1
    huge = {"school": "soil", "take-" + "9" * 5000: "on", "parts": "1"}  # longer than any number Python reads
    assert demo.post("/areas/2/schools", huge, "/areas/2/schools").status_code in (303, 400, 422)


def test_a_pinned_round_stays_when_the_rest_is_planned_again(demo: Browser, demo_engine: Engine) -> None:
    number, _, day, _ = next(row for row in rounds(demo_engine, 2) if row[2] > "2026-06-20")
    assert demo.post(f"/jobs/{number}/pin", {}, "/properties/1?area=2").status_code == 303
    assert "pinned" in words(demo, "/properties/1?area=2")
    assert demo.post("/areas/2/plan", {}, "/properties/1?area=2").status_code == 303
    assert (day, True) in [(row[2], row[3]) for row in rounds(demo_engine, 2)]
    again = next(row for row in rounds(demo_engine, 2) if row[3])
    assert demo.post(f"/jobs/{again[0]}/pin", {}, "/properties/1?area=2").status_code == 303
    assert not any(row[3] for row in rounds(demo_engine, 2))
    with demo_engine.connect() as connection:
        by_hand = connection.execute(text("SELECT id FROM jobs WHERE programme_id IS NULL")).scalars().first()
    assert demo.post(f"/jobs/{by_hand}/pin", {}, "/").status_code == 422


def test_a_programme_leaves_as_table_json_and_calendar(demo: Browser) -> None:
    assert "Evenrow 23-0-7" in demo.get("/properties/1/programme.csv").text
    told = json.loads(demo.get("/properties/1/programme.json").text)
    assert told["property"] == "Quillfeather House"
    assert json.loads(demo.get("/programme.schema.json").text)["properties"]["jobs"]
    before = demo.get("/properties/1/programme.ics").text
    assert before.count("BEGIN:VEVENT") == len(told["jobs"])
    assert "BEGIN:VEVENT" in demo.get("/calendar.ics?depot=2").text
    assert demo.get("/properties/99/programme.ics").status_code == 404


def test_a_season_is_copied_and_the_differences_said(demo: Browser, demo_engine: Engine) -> None:
    assert demo.post("/areas/2/copy-plan", {"to": "15"}, "/areas/2/schools").status_code == 303
    said = words(demo, "/properties/2?area=15")
    assert "Copied from Orchard lawn, Quillfeather House" in said
    assert all(row[3] for row in rounds(demo_engine, 15))
    assert {name for _, name, _, _ in rounds(demo_engine, 15)} >= {"Main feed", "Last feed"}
    south = demo.post("/areas/2/copy-plan", {"to": "11"}, "/areas/2/schools")  # half a year on, across the equator
    assert south.status_code == 303
    for wrong in ("2", "999", "x"):
        assert demo.post("/areas/2/copy-plan", {"to": wrong}, "/areas/2/schools").status_code in (404, 422)


def test_the_letter_speaks_plainly(demo: Browser) -> None:
    said = words(demo, "/properties/1/letter")
    assert "The season ahead at Quillfeather House" in said
    assert "Colour is to be seen between" in said
    assert "Next best" not in said
    assert "cheaper" not in said
    assert said.count("Long border: Water 5 × Rosa hybrids to the roots") > 5
    assert said.count("Not rooted out before November 2026") == 1  # why is said once


def test_the_letter_goes_out_as_a_pdf(demo: Browser) -> None:
    answer = demo.get("/properties/1/letter.pdf")
    assert answer.headers["content-type"] == "application/pdf"
    assert answer.content.startswith(b"%PDF-")
    assert answer.content.rstrip().endswith(b"%%EOF")
    assert len(answer.content) > 10_000  # with its letters inside
    assert demo.get("/properties/999/letter.pdf").status_code == 404


def test_without_the_typesetting_library_the_letter_says_what_to_do(
    demo: Browser, monkeypatch: pytest.MonkeyPatch
) -> None:
    def missing(name: str, *rest: object, **more: object) -> object:
        if name.startswith("weasyprint"):
            raise OSError("cannot load library 'libpango-1.0-0'")
        return real(name, *rest, **more)  # type: ignore[arg-type]

    real = builtins.__import__
    monkeypatch.setattr(builtins, "__import__", missing)
    answer = demo.get("/properties/1/letter.pdf")
    assert answer.status_code == 503
    assert "save it as PDF from the browser" in answer.text


def test_the_years_show_what_carries_over(demo: Browser) -> None:
    said = words(demo, "/areas/10/years")
    assert "four years back, four ahead" in said
    assert "Soil test due" in said
    assert demo.get("/areas/19/years").status_code == 404


def test_a_look_is_asked_for_until_somebody_looked(demo: Browser) -> None:
    page = "/properties/4?area=7"
    assert "Look now:" in words(demo, page)
    form = {"form_key": "look" * 6, "on_day": "2026-05-20", "who": "Wren", "colour": "2"}
    assert demo.post("/areas/7/looks", form, "/areas/7/looks").status_code == 303
    assert "Look now:" not in words(demo, page)


def test_a_feed_without_nitrogen_has_no_release_and_says_so(demo: Browser, demo_engine: Engine) -> None:
    """Release opens for every round of the demo, also for potash and lime, which bring no nitrogen."""
    with demo_engine.connect() as connection:
        rows = connection.execute(
            text("SELECT DISTINCT property_id, area_id FROM jobs JOIN areas ON areas.id = area_id")
        ).all()
    said = {
        words(demo, f"/properties/{p}?area={a}&working=release&round={n}").count("brings no nitrogen")
        for p, a in rows
        for n in (1, 2, 3)
    }
    assert said >= {0, 1}


def test_the_years_tell_the_ph_a_running_correction_is_to_bring(demo: Browser) -> None:
    page = demo.get("/areas/6/years").text
    row = page[page.index("pH to expect at its end") : page.index("Phosphorus by test")]
    middles = [float(text) for text in re.findall(r"figures\">(\d\.\d)<br>", row)]
    assert middles
    assert middles == sorted(middles)  # it is limed: each season ends no lower
    assert "pH to expect" not in demo.get("/areas/1/years").text


def test_a_firm_sets_its_own_fixed_rounds_and_takes_them_back(demo: Browser) -> None:
    page = "/almanac/judging"
    usual = html.unescape(demo.get(page).text)
    assert "12 April; 3 June; 4 September; 18 October" in usual
    bad = demo.post(f"{page}/rounds/fixed_cool_north", {"days": "1 May; 9 May"}, page)
    assert bad.status_code == 422
    assert "nearer than 21 days" in bad.text
    assert 'value="1 May; 9 May"' in html.unescape(bad.text)
    assert demo.post(f"{page}/rounds/fixed_cool_north", {"days": ""}, page).status_code == 422
    assert demo.post(f"{page}/rounds/fixed_cool_moon", {"days": "1 May"}, page).status_code == 404
    assert demo.post(f"{page}/rounds/fixed_cool_north", {"days": "6 May; 9 September"}, page).status_code == 303
    assert "6 May; 9 September" in html.unescape(demo.get(page).text)
    school = html.unescape(re.sub(r"<[^>]+>", " ", demo.get("/areas/2/schools?school=fixed").text))
    assert re.search(r"\b6 May|\b9 Sep", school)
    assert not re.search(r"\b12 Apr\b|\b18 Oct\b", school)
    demo.post(f"{page}/rounds/fixed_cool_north", {"usual": "1"}, page)
    assert "12 April; 3 June" in html.unescape(demo.get(page).text)


@pytest.mark.parametrize(("day", "start"), [("2027-02-10", "2027-03-01"), ("2026-05-27", "2026-03-01")])
def test_a_copied_season_is_the_one_that_is_ahead(demo_engine: Engine, day: str, start: str) -> None:
    """In winter the coming one; and across the equator no round whose window has passed there is laid on today."""
    on = date.fromisoformat(day)
    with Session(demo_engine) as session:
        source, near, south = (session.get(AreaRow, key) for key in (2, 15, 11))
        assert source is not None
        assert near is not None
        assert south is not None
        plan_area(session, source, on)
        copied = copy_plan(session, source, near, on)
        assert copied.season_start == date.fromisoformat(start)
        assert copied.rounds
        assert all(job.on_day >= on for job in copied.rounds)
        assert len({job.on_day for job in copied.rounds}) > 1
        there = copy_plan(session, source, south, on)
        assert there.rounds
        assert all(job.closes >= on and job.opens <= job.on_day <= job.closes for job in there.rounds)
        months = {job.on_day.month for job in there.rounds}
        assert months & {9, 10, 11, 3, 4}  # spring and autumn of the south
