"""A product from its bag: a label pasted fills the form, sources are asked about, what is known is kept beside it."""

from __future__ import annotations

import html
import re

from tests.conftest import Browser
from tests.core.test_labels import AMERICAN
from tests.web.forms import PRODUCT, sentence_beside


def fields_of(page: str) -> dict[str, str]:
    found = re.findall(r'name="([^"]+)" type="(?:text|date)" value="([^"]*)"', page)
    return {name: html.unescape(value) for name, value in found}


def test_a_pasted_label_fills_what_is_empty_and_saves(demo: Browser) -> None:
    page = demo.post("/shelf/new", {"read_label": "1", "label_text": AMERICAN, "name": "Fernwalk", "interval": "40"})
    assert page.status_code == 200
    read = fields_of(page.text)
    assert (read["name"], read["grade"], read["forms-urea"]) == ("Fernwalk", "19-2-6", "7.6")
    assert read["interval"] == "40"  # what was typed stays
    form = read | {"family": "methylene", "state": "solid", "packs-0-price": "31"}
    saved = demo.post("/shelf/new", form)
    assert saved.status_code == 303, re.findall(r'class="fault"[^>]*>([^<]+)', saved.text)
    card = demo.get(saved.headers["location"]).text
    assert "9 % nitrogen, other water-soluble, slow" in card
    assert "Salt index" in card
    assert "48 lb" in card


def test_sources_that_contradict_the_grade_are_asked_and_may_be_confirmed(demo: Browser) -> None:
    form = PRODUCT | {"derived_from": "urea, ammonium phosphate"}
    asked = demo.post("/shelf/new", form)
    assert asked.status_code == 422
    assert "brings phosphate" in asked.text
    assert 'name="sources_confirmed"' in asked.text
    assert demo.post("/shelf/new", form | {"sources_confirmed": "on"}).status_code == 303


def test_claim_evidence_and_outcome_stand_apart(demo: Browser) -> None:
    more = {
        "label_seen_on": "2026-05-02",
        "label_where": "back of the bag",
        "claims": "greener in three days",
        "evidence": "none found",
        "outcome": "no difference by the gate",
    }
    saved = demo.post("/shelf/new", PRODUCT | more)
    assert saved.status_code == 303
    card = demo.get(saved.headers["location"]).text
    assert all(words in card for words in ("2 May 2026", "back of the bag", *list(more.values())[2:]))
    assert demo.get(f"{saved.headers['location']}/edit").text.count("greener in three days") == 1
    late = demo.post("/shelf/new", PRODUCT | {"name": "Another", "label_seen_on": "2031-01-01"})
    assert late.status_code == 422
    assert "still to come" in late.text


def test_a_label_for_roses_is_not_planned_on_lawns(demo: Browser) -> None:
    form = PRODUCT | {"name": "Rose & Shrub Feed", "sites": ""}
    asked = demo.post("/shelf/new", form)
    assert asked.status_code == 422
    assert "beds, hedges and trees" in sentence_beside(asked.text, "sites")
    assert demo.post("/shelf/new", form | {"sites": "plantings"}).status_code == 303
    assert demo.post("/shelf/new", form | {"name": "Rose & Shrub Feed 2", "confirmed": "on"}).status_code == 303
