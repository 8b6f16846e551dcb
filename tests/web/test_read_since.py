"""A test or probe newer than a plan is known to year, week, letter and calendar; what no longer holds goes."""

from __future__ import annotations

import html
import re

from tests.conftest import Browser
from tests.web.test_soil import FRONT, TEST, page_of

NOTICE = "tested or probed since"


def said_in(demo: Browser, place: str) -> list[int]:
    """How often year, letter and calendar of a property say so, of any of its areas."""
    calendar = re.sub(r"\r?\n ", "", demo.get(f"{place}/programme.ics").text)
    year, letter = page_of(demo, f"{place}?area={FRONT}"), demo.get(f"{place}/letter").text
    return [year.count(NOTICE), letter.count(f'action="/areas/{FRONT}/plan"'), calendar.count("plan the rest again")]


def test_evidence_newer_than_a_plan_is_told_everywhere_and_planned_in_one_press(demo: Browser) -> None:
    place, page = "/properties/1", f"/areas/{FRONT}/soil/tests/new"
    year, letter, calendar = said_in(demo, place)
    assert (year, letter) == (0, 0)
    reasons = demo.get(f"{place}/letter.pdf").content
    sent = demo.post(page, TEST | {"laboratory": "Second bench", "confirmed": "on"}, page=page)
    assert sent.status_code == 303, re.findall('class="fault"[^>]*>([^<]*)', html.unescape(sent.text))
    newer = said_in(demo, place)
    assert newer[:2] == [1, 1]
    assert newer[2] > calendar
    assert demo.get(f"{place}/letter.pdf").content != reasons
    assert demo.post(f"/areas/{FRONT}/plan", {}, page=f"{place}/letter").status_code == 303
    assert said_in(demo, place) == [0, 0, calendar]


def test_the_week_names_the_areas_that_are_behind(demo: Browser) -> None:
    due = re.search(r'class="week-job">\s*<h3><a href="/jobs/(\d+)"', demo.get("/").text)
    assert due is not None
    area = re.search(r'href="/areas/(\d+)', demo.get(f"/jobs/{due[1]}").text)
    assert area is not None
    reading = {"probe-0-spot": "gate", "probe-0-ph": "5.4", "who": "Imke"}
    assert demo.post(f"/areas/{area[1]}/soil/probe", reading, page=f"/areas/{area[1]}/soil").status_code == 303
    week = demo.get("/").text
    assert NOTICE in week
    assert f'action="/areas/{area[1]}/plan"' in week
