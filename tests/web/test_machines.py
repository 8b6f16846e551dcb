"""Machines through their pages: catches make a curve, settings stand on job, sheet and log, nothing is carried over."""

from __future__ import annotations

import html
import re

from sqlalchemy import Engine, select

from amber_acre.store.daybook import entry_rows
from amber_acre.store.machine_tables import CatchRow
from amber_acre.store.session import reading
from tests.conftest import Browser

MACHINE = {"name": "Old red", "kind": "broadcast", "width": "8 ft", "tank": "40 L", "scale": "lever"}
CATCH = {
    "product": "8",
    "setting": "5",
    "amount": "1.1 lb",
    "run": "50 ft",
    "width": "8 ft",
    "on_day": "2026-05-20",
    "who": "Wren",
    "form_key": "catch-of-a-test-1",
}


def test_a_catch_makes_a_curve_that_ends_at_its_tests(demo: Browser, demo_engine: Engine) -> None:
    added = demo.post("/machines/new", MACHINE)
    assert added.status_code == 303
    machine = added.headers["location"]
    for n, (setting, amount) in enumerate((("5", "1.1 lb"), ("9", "2.3 lb"))):
        form = CATCH | {"setting": setting, "amount": amount, "form_key": f"catch-of-a-test-{n}"}
        assert demo.post(f"{machine}/catches", form).status_code == 303
        assert demo.post(f"{machine}/catches", form).status_code == 303  # sent twice
    with reading(demo_engine) as session:
        key = int(machine.rpartition("/")[2])
        assert len(session.scalars(select(CatchRow).where(CatchRow.machine_id == key)).all()) == 2
    page = html.unescape(demo.get(f"{machine}?of=8&rate=4+lb/1000").text)
    assert "Set it to" in page
    assert "Unverified" in page
    beyond = demo.get(f"{machine}?of=8&rate=9+lb/1000")
    assert beyond.status_code == 422
    assert "no line is drawn past a test" in beyond.text
    other = demo.get(f"{machine}?of=4&rate=4+lb/1000").text
    assert "Set it to" not in other  # never carried to another product
    demo.post(
        f"{machine}/catches",
        CATCH | {"setting": "7", "amount": "1.65 lb", "on_ground": "on", "form_key": "pass-of-a-test"},
    )
    assert "Verified by" in demo.get(f"{machine}?of=8&rate=4.1+lb/1000").text


def test_a_setting_is_one_its_lever_stops_at(demo: Browser) -> None:
    """1.1 and 2.3 lb over 50 by 8 ft are 2.75 and 5.75 lb/1000: 4 lie at 6.67; stops of 0.5 give 3.88 and 4.25."""
    for text in ("0", "-1", "11", "half"):
        wrong = demo.post("/machines/new", MACHINE | {"step": text})
        assert wrong.status_code == 422
        assert 'id="fault-step"' in wrong.text
        assert f'value="{text}"' in wrong.text
    machine = demo.post("/machines/new", MACHINE | {"step": "0.5"}).headers["location"]
    for n, (setting, amount) in enumerate((("5", "1.1 lb"), ("9", "2.3 lb"))):
        form = CATCH | {"setting": setting, "amount": amount, "form_key": f"catch-on-lever-{n}"}
        assert demo.post(f"{machine}/catches", form).status_code == 303
    page = " ".join(re.sub(r"<[^>]+>", "", html.unescape(demo.get(f"{machine}?of=8&rate=4+lb/1000").text)).split())
    assert "Set it to 6.5 (3 % under)" in page
    assert 'value="0.5"' in demo.get(f"{machine}/edit").text


def test_bad_catches_are_refused_beside_their_field(demo: Browser) -> None:
    for field, text, words in (
        ("setting", "0", "above zero"),
        ("amount", "12", "no unit"),
        ("amount", "2 L", "not a unit"),
        ("run", "4000 m", "Check the unit"),
        ("width", "", "needed"),
        ("on_day", "2026-06-20", "still to come"),
        ("product", "", "Which product"),
        ("who", "", "needed"),
    ):
        answer = demo.post("/machines/1/catches", CATCH | {field: text})
        assert answer.status_code == 422, field
        assert words in answer.text, field
        assert f'id="fault-{field}"' in answer.text, field


def test_a_machine_is_renamed_taken_out_of_use_and_brought_back(demo: Browser) -> None:
    assert demo.post("/machines/new", MACHINE | {"name": "big GREEN"}).status_code == 422
    assert demo.post("/machines/new", MACHINE | {"width": "80 m"}).status_code == 422
    same = {"name": "Big green two", "kind": "broadcast", "width": "2.6 m", "tank": "45 L", "scale": "", "version": "1"}
    assert demo.post("/machines/1/edit", same).status_code == 303
    assert demo.post("/machines/1/edit", same | {"name": "Mine"}).status_code == 409  # somebody else was first
    assert demo.post("/machines/1/delete", {}).status_code == 303
    assert demo.get("/machines/1").status_code == 404
    assert "Big green two" in demo.get("/deleted").text
    assert demo.post("/machines/1/restore", {}).status_code == 303
    assert "Big green two" in demo.get("/machines").text


def test_a_struck_catch_leaves_its_curve_and_stays_on_the_page(demo: Browser, demo_engine: Engine) -> None:
    with reading(demo_engine) as session:
        key = session.scalars(select(CatchRow.id).where(CatchRow.setting == 12)).one()
    demo.post(f"/machines/1/catches/{key}/strike", {})
    page = demo.get("/machines/1?of=8&rate=14+g/m²")
    assert page.status_code == 422
    assert "put back" in page.text
    demo.post(f"/machines/1/catches/{key}/strike", {})
    assert demo.get("/machines/1?of=8&rate=14+g/m²").status_code == 200


def test_the_setting_stands_on_job_sheet_and_log(demo: Browser, demo_engine: Engine) -> None:
    sheet = demo.get("/sheets").text
    assert "Big green" in sheet
    assert "each way" in sheet
    assert "two passes crosswise" not in sheet[sheet.index("Citrus") : sheet.index("Citrus") + 1200]
    with reading(demo_engine) as session:
        before = len(entry_rows(session))
    form = {
        "form_key": "setting-in-the-log",
        "product": "8",
        "amount": "2.2 kg",
        "covered": "180 m²",
        "applied_on": "2026-05-26",
        "who": "Wren",
        "setting": "Big green: 7.5",
        "reason": "between the rounds",
    }
    assert demo.post("/areas/1/log", form).status_code == 303
    with reading(demo_engine) as session:
        rows = entry_rows(session)
        assert len(rows) == before + 1
        assert next(row for row in rows if row.form_key == "setting-in-the-log").setting == "Big green: 7.5"
    assert "Big green: 7.5" in demo.get("/daybook").text
    assert "Big green: 7.5" in demo.client.get("/daybook.csv").text


def test_a_sprayer_is_measured_with_clean_water(demo: Browser) -> None:
    page = demo.get("/machines/3").text
    assert "Clean water" in page
    assert "L/ha" in page
    form = {name: text for name, text in CATCH.items() if name != "product"} | {"amount": "2 L", "width": "1.1 m"}
    assert demo.post("/machines/3/catches", form).status_code == 303


def test_a_spray_job_is_told_in_tanks(demo: Browser) -> None:
    """1.65 L over 30 m of 1.1 m is 0.05 L/m²: the job's page and its sheet fill the knapsack by it."""
    page = html.unescape(re.sub(r"<[^>]+>|\s+", " ", demo.get("/jobs/3").text))
    assert re.search(r"Knapsack two: +\d+ tanks? of (15\.0 L|3\.96 gal) with", page), page[:2000]
    sheets = demo.get("/sheets?day=2026-06-19").text
    assert "Knapsack two" in sheets
    assert "Knapsack two" not in demo.get("/jobs/2").text  # granules
