"""Forms on their way: written once, kept when refused, held against what others wrote; hosts, cookies and bounds."""

from __future__ import annotations

import html
import re
import sqlite3
import threading

import pytest
from sqlalchemy import Engine, func, select

from amber_acre.settings import Settings
from amber_acre.store.session import reading
from amber_acre.store.tables import DeliveryRow, EntryRow, ProductRow, PropertyRow, SentFormRow
from amber_acre.web import sending
from amber_acre.web.page import go
from tests.conftest import Browser
from tests.web.forms import PRODUCT, sentence_beside

KEY = "k" * 24


def count(engine: Engine, table: type) -> int:
    with reading(engine) as session:
        return session.scalar(select(func.count()).select_from(table)) or 0


def test_the_same_form_sent_twice_is_written_once(demo: Browser, demo_engine: Engine) -> None:
    before = count(demo_engine, DeliveryRow)
    form = {"amount": "44 kg", "note": "lorry", "once": KEY}
    first, second = (demo.post("/shelf/1/deliveries", form, page="/shelf/1") for _ in range(2))
    assert (first.status_code, second.status_code) == (303, 303)
    assert second.headers["location"] == first.headers["location"] == "/shelf/1"
    assert count(demo_engine, DeliveryRow) == before + 1


def test_two_at_the_same_moment_make_one(demo: Browser, demo_engine: Engine) -> None:
    before, answers = count(demo_engine, DeliveryRow), []
    token = re.search(r'name="csrf" value="([^"]+)"', demo.get("/shelf/1").text)
    assert token is not None
    form = {"csrf": token[1], "amount": "22 kg", "once": KEY}

    def send() -> None:
        answers.append(demo.client.post("/shelf/1/deliveries", data=form, follow_redirects=False).status_code)

    both = [threading.Thread(target=send) for _ in range(6)]
    for thread in both:
        thread.start()
    for thread in both:
        thread.join()
    assert set(answers) == {303}
    assert count(demo_engine, DeliveryRow) == before + 1


def test_a_key_sent_again_with_other_content_is_asked_about_and_loses_nothing(
    demo: Browser, demo_engine: Engine
) -> None:
    form = {"amount": "44 kg", "note": "lorry", "once": KEY}
    demo.post("/shelf/1/deliveries", form, page="/shelf/1")
    asked = demo.post("/shelf/1/deliveries", form | {"amount": "66 kg"}, page="/shelf/1")
    assert asked.status_code == 409
    page = html.unescape(asked.text)
    assert "sent before with something else in it" in page
    fields = dict(re.findall(r'<textarea name="([^"]+)"[^>]*>\n?(.*?)</textarea>', page, re.DOTALL))
    assert fields == {"amount": "66 kg", "note": "lorry"}
    before = count(demo_engine, DeliveryRow)
    assert demo.post("/shelf/1/deliveries", fields, page="/shelf/1").status_code == 303
    assert count(demo_engine, DeliveryRow) == before + 1


def test_a_form_that_was_not_in_order_may_be_sent_again_under_its_key(demo: Browser) -> None:
    assert demo.post("/shelf/1/deliveries", {"amount": "", "once": KEY}, page="/shelf/1").status_code == 422
    assert demo.post("/shelf/1/deliveries", {"amount": "4 kg", "once": KEY}, page="/shelf/1").status_code == 303


def test_every_form_that_posts_carries_a_key(demo: Browser) -> None:
    for page in ("/shelf/new", "/properties/new", "/properties/1/areas/new/bed", "/areas/1/log", "/areas/1/soil"):
        text = demo.get(page).text
        keys = re.findall(r'name="once" value="([\w-]{16,64})"', text)
        assert len(keys) == len(set(keys)) == len(re.findall(r'<form[^>]*method="post"', text)), page


def test_what_a_lost_token_refuses_is_kept_and_sent_again_in_one_press(browser: Browser) -> None:
    form = PRODUCT | {"csrf": "not the token of this browser", "derived_from": "urea,\npotash"}
    refused = browser.client.post("/shelf/new", data=form, follow_redirects=False)
    assert refused.status_code == 403
    fields = dict(re.findall(r'<textarea name="([^"]+)"[^>]*>\n?(.*?)</textarea>', refused.text, re.DOTALL))
    token = re.search(r'name="csrf" value="([^"]+)"', refused.text)
    assert token is not None
    again = {name: html.unescape(text) for name, text in fields.items()} | {"csrf": token[1]}
    assert again["derived_from"] == "urea,\npotash"
    assert browser.client.post("/shelf/new", data=again, follow_redirects=False).status_code == 303


@pytest.mark.parametrize("origin", ["null", "http://elsewhere.example", "http://[", "http://127.0.0.1:1", "🐝"])
def test_a_form_from_elsewhere_is_refused_without_an_offer(browser: Browser, origin: str) -> None:
    token = re.search(r'name="csrf" value="([^"]+)"', browser.get("/shelf/new").text)
    assert token is not None
    headers = {b"origin": origin.encode()}
    answer = browser.client.post("/shelf/new", data=PRODUCT | {"csrf": token[1]}, headers=headers)
    assert answer.status_code == 403
    assert "Send it again" not in answer.text


@pytest.mark.parametrize("token", ["", "é" * 40, "\ud83d", "a" * 10_000, "\x00"])
def test_any_token_but_ours_is_refused_in_a_sentence(browser: Browser, token: str) -> None:
    body = f"csrf={''.join(f'%{byte:02x}' for byte in token.encode('utf-8', 'surrogatepass'))}&name=x"
    headers = {"content-type": "application/x-www-form-urlencoded"}
    browser.get("/shelf/new")
    assert browser.client.post("/shelf/new", content=body.encode(), headers=headers).status_code == 403


@pytest.mark.parametrize(
    "cookie", ["a[b]=1", "weird/name=1", "x(y=2", "u@host=3", "=", ";;;", 'q="unclosed', "b\x80=1"]
)
def test_cookies_of_other_programs_harm_nothing(browser: Browser, cookie: str) -> None:
    first = browser.client.get("/shelf/new")
    ours = first.headers.get("set-cookie", "").partition(";")[0] or "; ".join(
        f"{name}={value}" for name, value in browser.client.cookies.items()
    )
    token = re.search(r'name="csrf" value="([^"]+)"', first.text)
    assert token is not None
    browser.client.cookies.clear()
    headers = {b"cookie": f"{cookie}; {ours}".encode("latin-1")}
    assert browser.client.get("/shelf", headers=headers).status_code == 200
    form = PRODUCT | {"csrf": token[1]}
    assert browser.client.post("/shelf/new", data=form, headers=headers, follow_redirects=False).status_code == 303


def test_a_link_from_another_site_leaves_the_token_alone(browser: Browser) -> None:
    assert "samesite=lax" in browser.client.get("/shelf").headers["set-cookie"].lower()
    assert "set-cookie" not in browser.client.get("/shelf").headers


@pytest.mark.parametrize("host", ["elsewhere.example", "rebound.example:8040", "", "127.0.0.1.example", "[::2]"])
def test_other_names_are_not_answered(browser: Browser, host: str) -> None:
    assert browser.client.get("/", headers={"host": host}).status_code == 421


@pytest.mark.parametrize("host", ["localhost:8040", "127.0.0.1", "[::1]:8040", "LOCALHOST"])
def test_loopback_is_answered(browser: Browser, host: str) -> None:
    assert browser.client.get("/", headers={"host": host}).status_code == 200


def test_a_body_is_counted_as_it_comes(browser: Browser, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("amber_acre.web.guard.BODY_AT_MOST", 10_000)
    chunks = (b"x" * 1000 for _ in range(50))
    headers = {"content-type": "application/x-www-form-urlencoded"}
    assert browser.client.post("/shelf/new", content=chunks, headers=headers).status_code == 413


@pytest.mark.parametrize(
    "name",
    [
        "size-cut_outs-99999999999-side_1",
        "size-cut_outs-200-side_1",
        "size-parts-999-outline",
        "packs-" + "9" * 5000,
        "-".join("a" * 400),
        "x" * 5000,
        "é\x00",
    ],
)
def test_no_name_of_a_field_keeps_the_program_busy(demo: Browser, name: str) -> None:
    for page in ("/properties/1/areas/new/lawn", "/properties/1/areas/board/lawn", "/shelf/new", "/areas/1/edit"):
        answer = demo.post(page, {name: "1"}, page="/shelf/new")
        assert answer.status_code in (200, 422), (page, answer.status_code)


def test_pages_are_not_kept_by_anybody(demo: Browser) -> None:
    for page in ("/", "/properties/1", "/daybook.csv", "/shelf/999"):
        assert demo.client.get(page).headers["cache-control"] == "no-store"
    assert "no-store" not in demo.client.get("/static/app.css").headers.get("cache-control", "")


def test_waiting_for_the_lock_ends_in_a_page_that_keeps_what_was_typed(
    demo: Browser, demo_settings_copy: Settings
) -> None:
    database = demo_settings_copy.database
    holder = sqlite3.connect(database, isolation_level=None)
    holder.execute("BEGIN IMMEDIATE")
    try:
        with demo.client.app.state.engine.connect() as connection:  # type: ignore[attr-defined]
            connection.exec_driver_sql("PRAGMA busy_timeout=1")
        answer = demo.post("/shelf/1/deliveries", {"amount": "44 kg", "note": "gate"}, page="/shelf/1")
    finally:
        holder.execute("ROLLBACK")
        holder.close()
    assert answer.status_code == 503
    assert "Somebody else is writing just now" in answer.text
    assert ">\n44 kg</textarea>" in answer.text


CHANGED = [
    ("/shelf/1/edit", "label_where", "back of the bag", ""),
    ("/properties/1/edit", "contact", "0000 17", ""),
    ("/almanac/climates/1", "elevation", "555 m", "410 m"),
    ("/almanac/rules/1", "note", "ask at the mill", "10 m unfed strip along the Ouselet."),
    ("/contexts/1", "name", "Fence line", "Boundary"),
]


@pytest.mark.parametrize(("page", "field", "mine", "first"), CHANGED)
def test_two_who_change_the_same_see_both(demo: Browser, page: str, field: str, mine: str, first: str) -> None:
    opened = fields_of(demo.get(page).text)
    assert opened[field] == first
    theirs = demo.post(
        page, opened | {field: "theirs" if field != "elevation" else "600 m", "past": "correct"}, page=page
    )
    assert theirs.status_code == 303
    late = demo.post(page, opened | {field: mine, "past": "correct"}, page=page)
    assert late.status_code == 409
    assert "Meanwhile somebody else wrote" in sentence_beside(late.text, field)
    assert "Somebody else changed this while you were typing" in html.unescape(late.text)
    again = fields_of(late.text)
    assert again[field] == mine
    assert demo.post(page, again | {"past": "correct"}, page=page).status_code == 303
    assert fields_of(demo.get(page).text)[field] == mine


def fields_of(page: str) -> dict[str, str]:
    """Every field of the first form with a version, as a browser would send it."""
    form = next(part for part in re.findall(r"<form.*?</form>", page, re.DOTALL) if 'name="version"' in part)
    found: dict[str, str] = {}
    for tag in re.findall(r"<input[^>]*>", form):
        held = dict(re.findall(r'(\w+)="([^"]*)"', tag))
        if held.get("type") not in ("radio", "checkbox"):
            found[held["name"]] = held.get("value", "")
        elif re.search(r"\bchecked\b", tag):
            found[held["name"]] = held.get("value", "on")
    for name, text in re.findall(r'<textarea[^>]*?name="([^"]+)"[^>]*>(.*?)</textarea>', form, re.DOTALL):
        found[name] = text.lstrip("\n")
    for name, options in re.findall(r'<select[^>]*?name="([^"]+)"[^>]*>(.*?)</select>', form, re.DOTALL):
        chosen = re.search(r'<option value="([^"]*)" selected', options)
        found[name] = chosen[1] if chosen else ""
    return {name: html.unescape(value) for name, value in found.items() if name not in ("csrf", "once")}


def test_a_changed_label_leaves_the_day_book_as_it_was_logged(demo: Browser, demo_engine: Engine) -> None:
    before = demo.client.get("/daybook.csv").text
    assert "Quickstep 21-0-0" in before
    opened = fields_of(demo.get("/shelf/2/edit").text)
    renamed = opened | {"name": "Quickstep 20", "grade": "20-0-0", "forms-ammoniacal": "20"}
    asked = demo.post("/shelf/2/edit", renamed, page="/shelf/2/edit")
    assert asked.status_code == 422
    assert "of the day book were made under the label as it was" in sentence_beside(asked.text, "past")
    assert demo.post("/shelf/2/edit", renamed | {"past": "keep"}, page="/shelf/2/edit").status_code == 303
    assert demo.client.get("/daybook.csv").text == before
    assert "Quickstep 20" in demo.get("/shelf").text
    corrected = fields_of(demo.get("/shelf/1/edit").text) | {"name": "Slowburner", "past": "correct"}
    assert demo.post("/shelf/1/edit", corrected, page="/shelf/1/edit").status_code == 303
    assert "Slowburner" in demo.get("/properties/1?area=1").text


def test_a_new_pack_asks_nothing(demo: Browser) -> None:
    opened = fields_of(demo.get("/shelf/2/edit").text) | {"packs-1-size": "9 kg bag", "packs-1-price": "$11.20"}
    assert demo.post("/shelf/2/edit", opened, page="/shelf/2/edit").status_code == 303
    assert "11.20" in demo.get("/shelf/2").text


def test_an_entry_cannot_name_the_round_of_another_lawn(demo: Browser, demo_engine: Engine) -> None:
    with reading(demo_engine) as session:
        entries = session.scalar(select(func.count(EntryRow.id)))
    form = {
        "form_key": "k" * 20,
        "product": "2",
        "amount": "6 kg",
        "covered": "401 m²",
        "applied_on": "2026-05-20",
        "who": "Wren",
    }
    answer = demo.post("/areas/2/log?job=2", form, page="/areas/2/log")
    assert answer.status_code == 404
    assert "not one of this area" in html.unescape(answer.text)
    with reading(demo_engine) as session:
        assert session.scalar(select(func.count(EntryRow.id))) == entries


def test_two_of_one_name_are_refused(demo: Browser) -> None:
    product = fields_of(demo.get("/shelf/2/edit").text) | {"name": "slowburn 20-0-8"}
    product.pop("version")
    assert "product of this name" in sentence_beside(demo.post("/shelf/new", product, page="/shelf/new").text, "name")
    place = fields_of(demo.get("/properties/2/edit").text)
    place.pop("version")
    again = demo.post("/properties/new", place, page="/properties/new")
    assert "property of this name" in sentence_beside(again.text, "name")
    bed = {"name": "rose BED", "size-outline": "rectangle", "size-side_1": "4 m", "size-side_2": "2 m"}
    answer = demo.post("/properties/1/areas/new/bed", bed, page="/properties/1/areas/new/bed")
    assert "area of this name" in sentence_beside(answer.text, "name")


def test_sent_forms_are_forgotten_after_a_month(demo: Browser, demo_engine: Engine) -> None:
    demo.post("/shelf/1/deliveries", {"amount": "4 kg", "once": KEY}, page="/shelf/1")
    with demo_engine.begin() as connection:
        connection.exec_driver_sql("UPDATE sent_forms SET sent_at = '2020-01-01 00:00:00'")
    demo.post("/shelf/1/deliveries", {"amount": "5 kg", "once": "j" * 24}, page="/shelf/1")
    with reading(demo_engine) as session:
        assert session.scalars(select(SentFormRow.key)).all() == ["j" * 24]
        assert session.get(ProductRow, 1) is not None
        assert session.get(PropertyRow, 1) is not None


def test_what_a_form_wrote_is_kept_once_where_the_route_says_where_it_leads() -> None:
    kept: list[str] = []
    form = sending.Sent("", "/observed/new", "digest", keep=lambda: kept.append(form.location))
    before = sending._on_its_way.set(form)
    try:
        go("/observed")
        assert kept == ["/observed"]  # where it leads is known before it is kept
        sending.written()
        go("/elsewhere")
        assert kept == ["/observed"]
    finally:
        sending._on_its_way.reset(before)
    assert go("/").status_code == 303  # outside a form nothing is kept


def test_what_cannot_be_kept_is_not_answered_with_success() -> None:
    def full() -> None:
        raise OSError("database or disk is full")

    before = sending._on_its_way.set(sending.Sent("", "/observed/new", "digest", keep=full))
    try:
        with pytest.raises(OSError, match="full"):
            go("/observed")
    finally:
        sending._on_its_way.reset(before)
