"""A quote of the demo's property: terms in the address, faults beside their field, an empty property."""

from __future__ import annotations

import re

from tests.conftest import Browser
from tests.web.forms import PROPERTY, words


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


def test_the_firms_terms_are_kept_and_begin_every_quote(demo: Browser) -> None:
    terms = {"hour": "58", "haulage": "14.50", "margin": "25", "set_up": "", "minutes": ""}
    page = demo.get("/properties/1/quote?hour=58&haulage=14.50&margin=25").text
    assert "Keep these terms" in page
    assert demo.post("/properties/1/quote", terms, "/properties/new").status_code == 303
    other = demo.get("/properties/2/quote").text
    assert 'value="14.50"' in other
    assert "as the firm keeps them" in other
    assert "Keep these terms" not in other
    asked = demo.get("/properties/2/quote?hour=60").text  # what the address says stands first, and alone
    assert 'value="14.50"' not in asked
    wrong = demo.post("/properties/1/quote", terms | {"margin": "140"}, "/properties/new")
    assert wrong.status_code == 422
    assert 'id="fault-margin"' in wrong.text
    assert demo.post("/properties/1/quote", dict.fromkeys(terms, ""), "/properties/new").status_code == 303
    assert "Type what an hour costs" in demo.get("/properties/2/quote").text


def test_feeding_some_plants_of_a_bed_takes_the_time_of_their_ground(demo: Browser) -> None:
    """Eight roses beside sixty perennials: their part of the ring, at most twice what roses stand on."""
    quote = words(demo, "/properties/5/quote?hour=60&minutes=100&set_up=0")  # a minute for each m²
    minutes = re.search(r"Mid-season feed: roses, Jubilee ring: Evenrow 23-0-7, 75\.3 g \S+ (\d+) ", quote)
    assert minutes is not None, quote
    assert 4 <= int(minutes[1]) <= 13  # of 132 m²
