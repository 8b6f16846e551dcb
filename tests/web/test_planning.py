"""Everything without a year is planned one area a step: seen as it goes, stopped at any time, nothing lost."""

from __future__ import annotations

import re
from datetime import date

import pytest
from sqlalchemy import Engine, text

from amber_acre.core.errors import DoesNotFit
from amber_acre.store import gardens
from amber_acre.store.session import reading
from amber_acre.store.tables import AreaRow
from amber_acre.web.pages.planning import routes
from tests.conftest import Browser
from tests.web.forms import words

DAY = date(2026, 5, 27)


def forget_plans(engine: Engine, place: int) -> None:
    """Takes away the plans of a property of which nothing was logged."""
    mine = f"SELECT id FROM areas WHERE property_id = {place}"
    logged = "SELECT job_id FROM entries WHERE job_id IS NOT NULL"
    with engine.connect() as connection:
        for statement in (
            f"DELETE FROM programme_notes WHERE programme_id IN (SELECT id FROM programmes WHERE area_id IN ({mine}))",
            f"UPDATE jobs SET programme_id = NULL WHERE area_id IN ({mine}) AND id IN ({logged})",
            "DELETE FROM job_changes",
            f"DELETE FROM jobs WHERE area_id IN ({mine}) AND programme_id IS NOT NULL",
            f"DELETE FROM programmes WHERE area_id IN ({mine})",
        ):
            connection.execute(text(statement))
        connection.commit()


def left(engine: Engine, place: int | None) -> list[str]:
    with reading(engine) as session:
        return [area.name for area in gardens.without_a_year(session, DAY, place)]


def test_a_property_is_planned_area_by_area(demo: Browser, demo_engine: Engine) -> None:
    already = left(demo_engine, None)
    forget_plans(demo_engine, 1)
    wanted = left(demo_engine, 1)
    assert len(wanted) >= 4
    with reading(demo_engine) as session:
        kinds = [area.kind for area in gardens.without_a_year(session, DAY, 1)]
    assert kinds == sorted(kinds, key=gardens.ORDER.index)  # lawns before what shares their visits
    assert f"{len(already) + len(wanted)} without a year" in words(demo, "/properties")
    assert f"Plan the {len(wanted)} that have no year yet" in words(demo, "/properties/1")
    assert f"{len(wanted)} areas have no year yet" in words(demo, "/plan?place=1")
    form = {"place": "1"}
    for n in range(1, len(wanted) + 1):
        answer = demo.post("/plan/next", form, "/plan?place=1")
        assert answer.status_code == 303
        assert left(demo_engine, 1) == wanted[n:]
        location = answer.headers["location"]
        assert ("running=1" in location) == (n < len(wanted))
        page = demo.get(location).text
        assert f"{n} of {len(wanted)}" in page
        assert ("Stop here" in page) == (n < len(wanted))
        of = re.search(r"of=(\d+)", location)
        assert of is not None
        form["of"] = of[1]
    assert "Everything has its year" in words(demo, location)
    again = demo.post("/plan/next", form, "/properties/new")  # somebody else was quicker: nothing is planned twice
    assert again.status_code == 303
    assert left(demo_engine, 1) == []


def test_stopping_keeps_what_is_planned(demo: Browser, demo_engine: Engine) -> None:
    forget_plans(demo_engine, 1)
    wanted = left(demo_engine, 1)
    demo.post("/plan/next", {"place": "1"}, "/plan?place=1")
    page = demo.get("/plan?place=1")
    assert "hx-trigger" not in page.text[page.text.index('action="/plan/next"') :].split(">", 1)[0]
    assert left(demo_engine, 1) == wanted[1:]


def test_what_cannot_be_planned_is_left_for_a_person(
    demo: Browser, demo_engine: Engine, monkeypatch: pytest.MonkeyPatch
) -> None:
    forget_plans(demo_engine, 1)
    wanted = left(demo_engine, 1)
    planned = gardens.plan_any

    def refusing(session: object, row: AreaRow, day: date) -> object:
        if row.name == wanted[0]:
            raise DoesNotFit("Its ground is not known.", field="ground")
        return planned(session, row, day)  # type: ignore[arg-type]

    monkeypatch.setattr(routes, "plan_any", refusing)
    form, location = {"place": "1"}, ""
    for _ in wanted:
        location = demo.post("/plan/next", form, "/plan?place=1").headers["location"]
        form |= {"skip": m[1] if (m := re.search(r"skip=([\d-]+)", location)) else "", "of": str(len(wanted))}
    assert left(demo_engine, 1) == wanted[:1]
    page = words(demo, location)
    assert "All that could be planned has its year" in page
    assert f"{wanted[0]} : it could not be planned" in page or f"{wanted[0]}: it could not be planned" in page


def test_odd_addresses_of_planning_are_a_page(demo: Browser) -> None:
    for query in (
        "",
        "?of=-3",
        "?of=99999999",
        "?skip=1-x-99999999999",
        "?last=999999",
        "?running=1&skip=" + "7-" * 400,
    ):
        assert demo.get(f"/plan{query}").status_code == 200
    assert demo.get("/plan?place=99999").status_code == 404
    assert demo.post("/plan/next", {"place": "x", "of": "many", "skip": "a-b"}, "/properties/new").status_code == 303
