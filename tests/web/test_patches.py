"""Patches are fed with their lawn unless their treatment says otherwise, and treated by themselves."""

from __future__ import annotations

import html
import re

import pytest
from sqlalchemy import Engine, text

from tests.conftest import Browser

LAWN = 1  # 401 m² without its trench strip of 10.8 m²


def words(browser: Browser, url: str) -> str:
    return re.sub(r"\s+", " ", html.unescape(re.sub(r"<[^>]+>", " ", browser.get(url).text)))


def patch_of(engine: Engine) -> int:
    with engine.connect() as connection:
        query = "SELECT id FROM areas WHERE parent_id = :lawn AND kind = 'patch'"
        return int(connection.execute(text(query), {"lawn": LAWN}).scalars().first() or 0)


def say(engine: Engine, area: int, name: str, value: str) -> None:
    with engine.connect() as connection:
        statement = "INSERT OR REPLACE INTO facts (area_id, name, text) VALUES (:a, :n, :v)"
        connection.execute(text(statement), {"a": area, "n": name, "v": value})
        connection.commit()


def test_a_round_covers_the_lawn_and_its_patch(demo: Browser, demo_engine: Engine) -> None:
    """14.41 g/m² on 401.2 and 10.8 m² are 5.94 kg; without the patch 5.78."""
    page = words(demo, "/jobs/2")
    assert "on 412 m² (401 m² and the patches fed with it)" in page
    whole = re.search(r"([\d.]+) kg on 412 m²", page)
    assert whole is not None
    assert "412 m²" in words(demo, "/areas/1/log?job=2")
    patch = patch_of(demo_engine)
    account = words(demo, f"/areas/{patch}/account")
    assert "Slowburn 20-0-8" in account
    assert "Quickstep 21-0-0" in account  # what went down on the lawn in April went down here too
    say(demo_engine, patch, "fed", "own")
    alone = re.search(r"([\d.]+) kg on 401 m²", words(demo, "/jobs/2"))
    assert alone is not None
    assert float(whole[1]) / float(alone[1]) == pytest.approx(412 / 401.2, rel=0.005)
    assert "Slowburn" not in words(demo, f"/areas/{patch}/account")


def test_a_treatment_for_its_cause_is_asked_to_land_on_the_patch(demo: Browser, demo_engine: Engine) -> None:
    patch = patch_of(demo_engine)
    say(demo_engine, patch, "cause", "worn")
    form = {"work": "core", "on_day": "2026-06-02", "days": "14", "reason": "worn by the gate", "product": ""}
    asked = demo.post(f"/areas/{LAWN}/jobs/new", form)
    assert asked.status_code == 422
    assert "it belongs on the patch" in html.unescape(asked.text)
    assert demo.post(f"/areas/{patch}/jobs/new", form).status_code == 303
