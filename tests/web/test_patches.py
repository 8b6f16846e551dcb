"""Patches are fed with their lawn unless their treatment says otherwise, and treated by themselves."""

from __future__ import annotations

import html
import re

import pytest
from sqlalchemy import Engine, text

from tests.conftest import Browser
from tests.web.forms import PATCH, sentence_beside, words

LAWN = 1  # 401 m² without its trench strip of 10.8 m²


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


def size_of(engine: Engine, area: int) -> float:
    with engine.connect() as connection:
        return float(connection.execute(text("SELECT size_m2 FROM areas WHERE id = :a"), {"a": area}).scalar_one())


def test_a_patch_without_a_place_is_fed_once(demo: Browser, demo_engine: Engine) -> None:
    """A triangle of 4, 3 and 3 m is √(5·1·2·2) = 4.47 m² (Heron): the lawn and its patches stay as large as they were,
    with the patch, its copies, wherever they are put, and without it."""
    before = size_of(demo_engine, LAWN)
    made = demo.post("/properties/1/areas/new/patch", PATCH)
    patch = int(made.headers["location"].rpartition("=")[2])
    assert size_of(demo_engine, LAWN) == pytest.approx(before - 20**0.5, abs=1e-6)
    assert "Bare corner has no place on the sheet: all of it is taken from Front lawn" in words(
        demo, "/properties/1/site"
    )
    assert demo.post(f"/areas/{patch}/copies", {"copies": "3"}).status_code == 303
    assert size_of(demo_engine, LAWN) == pytest.approx(before - 4 * 20**0.5, abs=1e-6)
    assert demo.post(f"/areas/{patch + 1}/delete", {}).status_code == 303
    assert size_of(demo_engine, LAWN) == pytest.approx(before - 3 * 20**0.5, abs=1e-6)
    placed = demo.post(f"/areas/{patch}/place", {"x": "12", "y": "12", "turn": "0"})
    assert placed.status_code in (200, 303)
    assert before - 3 * 20**0.5 - 0.01 <= size_of(demo_engine, LAWN) <= before - 2 * 20**0.5 + 0.01


@pytest.mark.parametrize(("sides", "said"), [(("30", "14"), "nothing is left of it"), (("20", "20"), "")])
def test_patches_leave_something_of_their_lawn(demo: Browser, sides: tuple[str, str], said: str) -> None:
    """The lawn is 412 m² as measured, its trench strip 10.8: 420 m² are refused, 400 are not, twice that is."""
    form = PATCH | {"size-outline": "rectangle", "size-side_1": sides[0], "size-side_2": sides[1], "size-side_3": ""}
    answer = demo.post("/properties/1/areas/new/patch", form)
    if said:
        assert answer.status_code == 422
        assert said in sentence_beside(answer.text, "size")
        return
    assert answer.status_code == 303
    copies = demo.post(f"/areas/{answer.headers['location'].rpartition('=')[2]}/copies", {"copies": "1"})
    assert "nothing is left of it" in sentence_beside(copies.text, "copies")


def test_the_name_of_a_copy_fits_its_column(demo: Browser, demo_engine: Engine) -> None:
    made = demo.post("/properties/1/areas/new/patch", PATCH | {"name": "Bare " + "x" * 115})
    patch = made.headers["location"].rpartition("=")[2]
    assert demo.post(f"/areas/{patch}/copies", {"copies": "2"}).status_code == 303
    with demo_engine.connect() as connection:
        names = connection.execute(text("SELECT name FROM areas WHERE name LIKE 'Bare xx%'")).scalars().all()
    assert len(set(names)) == 3
    assert max(len(name) for name in names) <= 120
