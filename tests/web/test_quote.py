"""A quote of the demo's property: terms in the address, faults beside their field, an empty property."""

from __future__ import annotations

from tests.conftest import Browser
from tests.web.forms import PROPERTY


def test_a_property_is_quoted(demo: Browser) -> None:
    page = demo.get("/properties/1/quote?hour=58&haulage=14&margin=25").text
    assert "Price of" in page
    assert "Whole packs for all of it" in page
    alone = demo.get("/properties/1/quote").text
    assert "Type what an hour costs" in alone
    for field, text in (("margin", "95"), ("hour", "much"), ("set_up", "-3")):
        answer = demo.get(f"/properties/1/quote?hour=50&{field}={text}")
        assert answer.status_code == 422
        assert f'id="fault-{field}"' in answer.text


def test_nothing_to_come_says_what_to_do(demo: Browser) -> None:
    place = demo.post("/properties/new", PROPERTY).headers["location"].partition("/areas")[0]
    assert "plan a year first" in demo.get(f"{place}/quote?hour=50").text
    assert demo.get("/properties/999/quote").status_code == 404
