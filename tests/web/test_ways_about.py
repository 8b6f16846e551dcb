"""Ways about: what a page leads to when there is nothing on it, and addresses that belong to another page."""

from __future__ import annotations

import html
import re

from tests.conftest import Browser


def test_an_empty_week_says_what_opens_next(demo: Browser) -> None:
    page = demo.get("/?day=2026-01-05").text
    assert "Nothing is due this week." in page
    listed = page.split(">Next</h2>")[1].split("</ul>")[0]
    days = re.findall(r"figures[^>]*>([^<]+)<", listed)
    assert len(days) == 3
    assert all(day.endswith("2026") for day in days)
    first = re.findall(r'href="([^"]+)"', listed)[0]
    assert demo.get(html.unescape(first)).status_code == 200
    assert ">Next</h2>" not in demo.get("/").text  # a week with work speaks of its work


def test_an_area_without_rounds_is_looked_at_on_the_sheet(demo: Browser) -> None:
    answer = demo.client.get("/properties/1?area=18", follow_redirects=False)
    assert answer.status_code == 303
    assert answer.headers["location"] == "/properties/1/site?area=18"
    elsewhere = demo.client.get("/properties/2?area=18", follow_redirects=False)
    assert elsewhere.status_code == 200  # it lies on another property: the page shows its own


def test_what_lies_in_a_deleted_property_comes_back_with_it(demo: Browser) -> None:
    demo.post("/areas/1/delete", {})
    demo.post("/properties/1/delete", {})
    page = demo.get("/deleted").text
    assert 'action="/properties/1/restore"' in page
    assert 'action="/areas/1/restore"' not in page
    demo.post("/properties/1/restore", {})
    assert 'action="/areas/1/restore"' in demo.get("/deleted").text


def test_find_waits_for_typing(demo: Browser) -> None:
    assert "autofocus" in demo.get("/find").text
    assert "autofocus" not in demo.get("/find?q=lawn").text
