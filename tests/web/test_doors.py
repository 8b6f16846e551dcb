"""Every door asks the same judge: planned, made by hand, changed, moved, swapped, copied, logged, brought in by file.

The front lawn of the demo: pH 7.6 by laboratory, high in phosphorus, a by-law with a closed winter, a feed down on
15 April. The same job is refused with the same sentence wherever it is tried, and a log asks for its reason.
"""

from __future__ import annotations

import html
import re
from collections.abc import Callable
from typing import Any

import pytest
from httpx2 import Response
from sqlalchemy import Engine, text

from amber_acre.core.season.climate import season_start
from amber_acre.demo import world
from amber_acre.store.areas import areas_in_use
from amber_acre.store.climates import climate_of
from amber_acre.store.programmes import judged_jobs, plan_area
from amber_acre.store.session import writing
from tests.conftest import Browser
from tests.web.forms import sentence_beside

LAWN, NEIGHBOUR = 1, 2
Try = dict[str, str]


def key_of(engine: Engine, name: str) -> str:
    with engine.connect() as connection:
        return str(connection.execute(text("SELECT id FROM products WHERE name = :n"), {"n": name}).scalar_one())


def round_of(engine: Engine, area: int, number: int = 3) -> tuple[str, str, str]:
    """An open round of an area: its id, version and product."""
    query = "SELECT id, version, product_id FROM jobs WHERE area_id = :a AND number = :n AND programme_id IS NOT NULL"
    with engine.connect() as connection:
        one, version, product = connection.execute(text(query), {"a": area, "n": number}).one()
    return str(one), str(version), str(product)


def lower_the_cap(engine: Engine) -> None:
    """The by-law's yearly cap close over what is planned on the front lawn, and over what a change would make of it."""
    with engine.begin() as connection:
        connection.execute(text("UPDATE rule_sets SET yearly_cap_g_m2 = 14 WHERE name = 'Ouselet by-law'"))


def feed_first(demo: Browser, engine: Engine) -> None:
    """Another feed goes down some days before: within the cap by itself, over it with the one that is tried."""
    first = {"product": "Evenrow 23-0-7", "rate": "15 g/m²", "log_day": "2026-05-24"}
    assert log(demo, engine, first).status_code == 303


def by_hand(demo: Browser, engine: Engine, what: Try) -> Response:
    form = {"work": "feed", "on_day": what["day"], "days": "14", "rate": what["rate"], "reason": "wish"}
    return demo.post(f"/areas/{LAWN}/jobs/new", form | {"product": key_of(engine, what["product"])})


def change(demo: Browser, engine: Engine, what: Try) -> Response:
    number, version, _ = round_of(engine, LAWN)
    form = {"version": version, "on_day": what["day"], "rate": what["rate"], "reason": "wish"}
    return demo.post(f"/jobs/{number}/change", form | {"product": key_of(engine, what["product"])}, f"/jobs/{number}")


def copy(demo: Browser, engine: Engine, what: Try) -> Response:
    """The job is on the neighbour lawn, where it may be; it is copied to the front lawn."""
    product = key_of(engine, what["product"])
    with engine.connect() as connection:
        rate = {"20.5 g/m²": 20.5}.get(what["rate"], float(what["rate"].split()[0]))
        statement = (
            "INSERT INTO jobs (area_id, number, name, work, on_day, opens, closes, product_id, dose, basis, placement,"
            " answers, reason, target_g_m2, change_reason, skipped, version) VALUES (:a, 1, 'x',"
            " 'feed', '2026-06-10', '2026-06-10', '2026-06-24', :p, :r, 'area', 'surface', '', '', 0, '', 0, 1)"
        )
        connection.execute(text(statement), {"a": NEIGHBOUR, "p": int(product), "r": rate})
        number = connection.execute(text("SELECT MAX(id) FROM jobs")).scalar_one()
        connection.commit()
    form = {"area": str(LAWN), "copy_day": what["day"], "copy_reason": "wish"}
    return demo.post(f"/jobs/{number}/copy", form, f"/jobs/{number}")


def log(demo: Browser, engine: Engine, what: Try) -> Response:
    grams = float(what["rate"].split()[0])
    form = {
        "form_key": "door" * 5,
        "product": key_of(engine, what["product"]),
        "amount": f"{grams * 401.2 / 1000:.4f} kg",
        "covered": "401.2 m²",
        "applied_on": what["log_day"],
        "who": "Wren",
    }
    return demo.post(f"/areas/{LAWN}/log", form)


def by_file(demo: Browser, engine: Engine, what: Try) -> Response:
    rows = "applied_on,property,area,product,amount_kg,covered_m2,who\n"
    kilograms = float(what["rate"].split()[0]) * 401.2 / 1000
    rows += f"{what['log_day']},Quillfeather House,Front lawn,{what['product']},{kilograms:.4f},401.2,Wren\n"
    return demo.post("/daybook/bring", {"text": rows, "write": "1"})


DOORS: dict[str, Callable[[Browser, Engine, Try], Response]] = {
    "by hand": by_hand,
    "change": change,
    "copy": copy,
    "log": log,
    "file": by_file,
}
CASES: dict[str, tuple[Try, str]] = {
    "label-high": (
        {"product": "Quickstep 21-0-0", "rate": "21 g/m²", "day": "2026-06-20", "log_day": "2026-05-26"},
        "above the label's highest rate",
    ),
    "label-interval": (
        {"product": "Slowburn 20-0-8", "rate": "15 g/m²", "day": "2026-05-02", "log_day": "2026-05-02"},
        "what went down on 15 April 2026 lies 17 days",
    ),
    "closed-period": (
        {"product": "Quickstep 21-0-0", "rate": "12 g/m²", "day": "2026-12-20", "log_day": "2026-01-20"},
        "closed period",
    ),
    "phosphorus": (
        {"product": "Greenline 19-2-6", "rate": "15 g/m²", "day": "2026-06-20", "log_day": "2026-05-26"},
        "carries phosphorus: the soil test is high",
    ),
    "wrong-way, lime": (
        {"product": "Chalkdust 94", "rate": "100 g/m²", "day": "2026-06-20", "log_day": "2026-05-26"},
        "Chalkdust 94 raises the pH; it is 7.6 (laboratory, 14 October 2025)",
    ),
    "nitrogen-year": (
        {"product": "Evenrow 23-0-7", "rate": "21 g/m²", "day": "2026-07-20", "log_day": "2026-05-26"},
        "Twelve months add up to",
    ),
    "nitrogen-once": (
        {"product": "Quickstep 21-0-0", "rate": "12 g/m²", "day": "2026-05-27", "log_day": "2026-05-26"},
        "With what goes down within 7 days",
    ),
}


# A log counts what is down, and a change takes the place of its own round: both stay under the yearly cap here.
UNDER_THE_CAP = [("nitrogen-year", door) for door in ("log", "file", "change")]


@pytest.mark.parametrize(
    ("case", "door"), [(case, door) for case in CASES for door in DOORS if (case, door) not in UNDER_THE_CAP]
)
def test_every_rule_holds_at_every_door(demo: Browser, demo_engine: Engine, door: str, case: str) -> None:
    what, says = CASES[case]
    if case == "nitrogen-year":
        lower_the_cap(demo_engine)
    if case == "nitrogen-once":
        feed_first(demo, demo_engine)
    answer = DOORS[door](demo, demo_engine, what)
    assert answer.status_code == 422
    assert says in html.unescape(answer.text)


@pytest.mark.parametrize("case", CASES)
def test_a_log_takes_what_happened_with_its_reason_and_flags_it(demo: Browser, demo_engine: Engine, case: str) -> None:
    what, _ = CASES[case]
    if case == "nitrogen-once":
        feed_first(demo, demo_engine)
    rows = "applied_on;property;area;product;amount_kg;covered_m2;who;reason\n"
    kilograms = float(what["rate"].split()[0]) * 401.2 / 1000
    rows += (
        f"{what['log_day']};Quillfeather House;Front lawn;{what['product']};{kilograms:.4f};401.2;Wren;done by others\n"
    )
    for _ in range(2):  # the same line sent twice is one entry
        made = demo.post("/daybook/bring", {"text": rows, "write": "1"})
        assert (made.status_code, made.headers.get("location")) == (303, "/daybook")
    book = demo.get("/daybook").text
    assert book.count("done by others") == 1
    assert ("follow up:" in book) is (case not in ("nitrogen-year", "nitrogen-once"))


def test_the_planner_never_plans_what_the_judge_forbids(demo_engine: Engine) -> None:
    """Every lawn of the demo planned anew, as of its season and as of today: no round is stopped."""
    with writing(demo_engine) as session:
        lawns = [area for area in areas_in_use(session) if area.kind == "lawn"]
        for day in (season_start(climate_of(lawns[0].property.climate), world.TODAY), world.TODAY):
            for area in lawns:
                plan_area(session, area, day)
            session.expire_all()
            for area, one in judged_jobs(session, lawns, day):
                if one.job.maker == "season":
                    assert not one.stops, (area.name, one.job.name, [str(v.sentence) for v in one.stops])
        session.rollback()


def test_a_swap_keeps_the_nitrogen_and_the_wrong_one_is_refused(demo: Browser, demo_engine: Engine) -> None:
    number, version, _ = round_of(demo_engine, LAWN, 2)
    page = html.unescape(demo.get(f"/jobs/{number}").text)
    assert "Greenline 19-2-6" in page.split("that do not pass, and why")[1]
    sulphate = key_of(demo_engine, "Quickstep 21-0-0")
    form = {"version": version, "on_day": "2026-06-02", "reason": "the other is sold out"}
    asked = demo.post(f"/jobs/{number}/change", form | {"product": sulphate}, f"/jobs/{number}")
    if asked.status_code == 422:  # what wants a reason is shown before the reason is taken for it
        form["warned"] = re.findall(r'name="warned"\s+value="([^"]+)"', asked.text)[0]
        asked = demo.post(f"/jobs/{number}/change", form | {"product": sulphate}, f"/jobs/{number}")
    assert asked.status_code == 303
    after = html.unescape(demo.get(f"/jobs/{number}").text)
    assert "in place of Evenrow 23-0-7 at the same nitrogen" in after
    undone = re.findall(r'name="change" value="(\d+)"', after)
    assert demo.post(f"/jobs/{number}/undo", {"change": undone[0]}, f"/jobs/{number}").status_code == 303
    back = html.unescape(demo.get(f"/jobs/{number}").text)
    assert "in place of" not in back
    assert "undo the last change" not in re.sub(r"\s+", " ", back)
    stale = demo.post(f"/jobs/{number}/undo", {"change": undone[0]}, f"/jobs/{number}")
    assert "not the last one any more" in html.unescape(stale.text)


def test_taking_a_change_back_asks_what_the_judge_asks_now(demo: Browser, demo_engine: Engine) -> None:
    with demo_engine.connect() as connection:
        number = connection.execute(text("SELECT id FROM jobs WHERE name = 'Sulphur 1 of 2'")).scalar_one()
    page = html.unescape(demo.get(f"/jobs/{number}").text)
    own = re.findall(r'<option value="(\d+)" selected', page)[0]
    form = {"version": "1", "on_day": "2026-06-10", "reason": "rain", "product": own}
    form["warned"] = "drainage-unknown correction-on-mulch"
    assert demo.post(f"/jobs/{number}/change", form, f"/jobs/{number}").status_code == 303
    change = {"change": re.findall(r'name="change" value="(\d+)"', demo.get(f"/jobs/{number}").text)[0]}
    asked = demo.post(f"/jobs/{number}/undo", change, f"/jobs/{number}")
    assert asked.status_code == 422
    assert "of mulch lies here" in sentence_beside(asked.text, "undo_reason")
    change["undo_warned"] = re.findall(r'name="undo_warned"\s+value="([^"]+)"', asked.text)[0]
    silent = demo.post(f"/jobs/{number}/undo", change, f"/jobs/{number}")
    assert "Say why it is taken back" in sentence_beside(silent.text, "undo_reason")
    change["undo_reason"] = "the bark is raked aside first"
    assert demo.post(f"/jobs/{number}/undo", change, f"/jobs/{number}").status_code == 303
    assert "the bark is raked aside first" in html.unescape(demo.get(f"/jobs/{number}").text)


def test_a_moved_round_is_moved_and_its_window_with_it(demo: Browser, demo_engine: Engine) -> None:
    """From September to July: due and judged there, no longer due in September."""
    number, version, product = round_of(demo_engine, LAWN, 4)
    form: dict[str, Any] = {"version": version, "on_day": "2026-07-20", "product": product, "reason": "a wedding"}
    asked = demo.post(f"/jobs/{number}/change", form, f"/jobs/{number}")
    if asked.status_code == 422:
        form["warned"] = re.findall(r'name="warned"\s+value="([^"]+)"', asked.text)[0]
        asked = demo.post(f"/jobs/{number}/change", form, f"/jobs/{number}")
    assert asked.status_code == 303
    assert re.search(r"20 Jul 2026, window \d+ Jul to \d+ Jul", re.sub(r"\s+", " ", demo.get(f"/jobs/{number}").text))


def test_what_is_custom_can_be_softened_and_taken_back(demo: Browser) -> None:
    page = demo.get("/almanac/judging").text
    assert page.count('<tr id="') >= 25
    url = "/almanac/judging/drainage-unknown/soften"
    assert "cannot be softened" in demo.post(url, {"why": "we know"}, "/almanac/judging").text
    soft = "/almanac/judging/mulch-in-the-way/soften"
    assert demo.post("/almanac/judging/no-growth/soften", {"why": ""}, "/almanac/judging").status_code == 422
    assert demo.post(soft, {"why": "our mulch is thin"}, "/almanac/judging").status_code == 303
    assert "our mulch is thin" in demo.get("/almanac/judging").text
    assert demo.post("/almanac/judging/mulch-in-the-way/harden", {}, "/almanac/judging").status_code == 303
    assert "our mulch is thin" not in demo.get("/almanac/judging").text


def test_a_file_is_read_line_by_line_with_a_sentence_each(demo: Browser) -> None:
    rows = (
        "applied_on,area,product,amount_as_typed,who\n"
        "2026-05-20,No such lawn,Quickstep 21-0-0,5 kg,Wren\n"
        "04/05/2026,Front lawn,Quickstep 21-0-0,5 kg,Wren\n"
        "2026-05-20,Front lawn,Snake oil,5 kg,Wren\n"
        "2026-05-20,Front lawn,Quickstep 21-0-0,five,Wren\n"
        "2026-05-20,Front lawn,Quickstep 21-0-0,5 kg,\n"
    )
    read = html.unescape(demo.post("/daybook/bring", {"text": rows}).text)
    for says in ("is no area here", "is not a day", "is not on the shelf", "Nobody is named"):
        assert says in read
    assert "Write" not in re.findall(r'<button class="button amber"[^>]*>([^<]+)', read)
    assert demo.post("/daybook/bring", {"text": rows, "write": "1"}).status_code == 422
    for text_, says in (("", "at least one line"), ("a,b\n1,2\n", "no column applied_on")):
        assert says in html.unescape(demo.post("/daybook/bring", {"text": text_}).text)
