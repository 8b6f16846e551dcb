"""Looking longer: branching after the search, kept until the lawn changes, written only when it is taken over."""

from __future__ import annotations

import html
import re
from collections.abc import Iterator

import pytest
from sqlalchemy import Engine, text

from amber_acre.web.pages.planning import longer
from tests.conftest import Browser

PAGE = "/areas/8/longer"  # a lawn whose branching takes a moment


@pytest.fixture(autouse=True)
def one_step(monkeypatch: pytest.MonkeyPatch) -> Iterator[None]:
    monkeypatch.setattr(longer, "STEPS", (1,))
    longer._KEPT.rows.clear()
    yield
    longer._KEPT.rows.clear()


def gaps(page: str) -> list[float]:
    return [float(one) for one in re.findall(r"([\d.]+) %</td>", page)]


def planned(engine: Engine) -> list[tuple[int, float]]:
    with engine.connect() as connection:
        rows = connection.execute(text("SELECT id, gap FROM programmes WHERE area_id = 8 ORDER BY id"))
        return [(row[0], row[1]) for row in rows]


def test_a_look_proves_more_and_is_taken_over_by_a_press(demo: Browser, demo_engine: Engine) -> None:
    before = planned(demo_engine)
    first = gaps(demo.get(PAGE).text)
    assert len(first) == 1
    assert demo.post(f"{PAGE}/look", {}, PAGE).headers["location"] == f"{PAGE}?running=1"
    assert planned(demo_engine) == before  # looking writes nothing
    page = demo.get(PAGE).text
    assert len(gaps(page)) == 2
    assert gaps(page)[1] <= gaps(page)[0]
    assert "Look on" not in page  # that was the last step
    assert demo.post(PAGE, {"nodes": "1"}, PAGE).status_code == 303
    after = planned(demo_engine)
    assert len(after) == len(before) + 1
    assert round(after[-1][1] * 100, 1) <= gaps(page)[0]


@pytest.mark.parametrize("nodes", ["", "1", "7", "-1", "9" * 400])
def test_what_nobody_has_looked_at_is_not_taken(demo: Browser, demo_engine: Engine, nodes: str) -> None:
    before = planned(demo_engine)
    answer = demo.post(PAGE, {"nodes": nodes}, PAGE)
    assert answer.headers["location"] == PAGE
    assert planned(demo_engine) == before


def test_a_lawn_that_changed_is_looked_at_again(demo: Browser, demo_engine: Engine) -> None:
    demo.post(f"{PAGE}/look", {}, PAGE)
    assert len(gaps(demo.get(PAGE).text)) == 2
    with demo_engine.begin() as connection:
        connection.execute(text("UPDATE areas SET upkeep = 'high' WHERE id = 8"))
    assert len(gaps(demo.get(PAGE).text)) == 1


def test_the_year_of_a_planned_lawn_leads_there(demo: Browser, demo_engine: Engine) -> None:
    with demo_engine.connect() as connection:
        place = connection.execute(text("SELECT property_id FROM areas WHERE id = 8")).scalar_one()
    assert f'href="{PAGE}"' in html.unescape(demo.get(f"/properties/{place}?area=8").text)
    assert demo.get("/areas/9999/longer").status_code == 404
    assert demo.get("/areas/20/longer").status_code == 404  # a bed has no such year
