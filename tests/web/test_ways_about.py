"""Ways about: what a page leads to when there is nothing on it, and addresses that belong to another page."""

from __future__ import annotations

import html
import re

import pytest
from sqlalchemy import Engine

from amber_acre.core.measure.methods import METHODS
from amber_acre.exchange.climate_csv import read_climate
from tests.conftest import Browser
from tests.web.forms import LAWN, PRODUCT, PROPERTY, nothing_in_the_week_of


def test_an_empty_week_says_what_opens_next(demo: Browser, demo_engine: Engine) -> None:
    nothing_in_the_week_of(demo_engine, "2026-08-17")
    page = demo.get("/?day=2026-08-17").text
    assert "Nothing is due this week." in page
    listed = page.split(">Next</h2>")[1].split("</ul>")[0]
    days = re.findall(r"figures[^>]*>([^<]+)<", listed)
    assert len(days) == 3
    assert all(day.endswith("2026") for day in days)
    first = re.findall(r'href="([^"]+)"', listed)[0]
    assert demo.get(html.unescape(first)).status_code == 200
    assert ">Next</h2>" not in demo.get("/").text  # a week with work speaks of its work


def test_an_area_without_rounds_has_a_page_of_its_own(demo: Browser) -> None:
    answer = demo.client.get("/properties/1?area=18", follow_redirects=False)
    assert answer.status_code == 303
    assert answer.headers["location"] == "/areas/18/year"
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


@pytest.mark.parametrize("method", sorted(METHODS))
@pytest.mark.parametrize("place", [1, 2])
def test_an_empty_board_shows_an_example_of_its_way(demo: Browser, method: str, place: int) -> None:
    """Property 1 reads metres, 2 feet; the size shown is that of the example's own readings."""
    board = demo.post(f"/properties/{place}/areas/board/lawn", {"size-outline": method}).text
    if method in ("lonlat", "range"):  # nothing to draw without a place, and no shape
        assert "<svg" not in board
        return
    assert "An example of this way to measure, to scale" in board
    assert (" ft²" if place == 2 else " m²") in board
    if (method, place) == ("offsets", 1):
        assert "81.8 m²" in board  # 3 × ((5 + 4.5) / 2 + 7.5 + 8 + 7)


def test_an_example_gives_way_to_what_is_typed(demo: Browser) -> None:
    board = demo.post("/properties/1/areas/board/lawn", {"size-outline": "rectangle", "size-side_1": "14 m"}).text
    assert "example" not in board
    assert "The drawing waits" in board


def test_a_chosen_tree_is_marked_with_its_root_zone(demo: Browser) -> None:
    """Its size is the zone's: 12 trunk diameters of 32 cm make a radius of 3.84 m, 46.3 m²."""
    page = demo.get("/properties/1/site?area=18").text
    scale = re.findall(r'data-px="([\d.]+)"', page)[0]
    radius = re.findall(r'class="board-zone"[^>]* r="([\d.]+)"', page)[0]
    assert float(radius) / float(scale) == pytest.approx(12 * 0.32, abs=0.01)
    assert 'class="board-zone"' not in demo.get("/properties/1/site?area=20").text


def test_a_running_correction_shows_its_ladder_where_another_is_refused(demo: Browser) -> None:
    page = demo.get("/areas/26/soil/ph").text
    assert "A correction runs here already" in page
    assert '<svg class="ladder"' in page


def test_a_wing_joins_at_an_edge(demo: Browser) -> None:
    """The middle is worked out and kept; said twice, or of a circle, it is asked about."""
    ell = {
        **LAWN,
        "name": "L lawn",
        "size-side_1": "12 m",
        "size-side_2": "7 m",
        "size-cut_outs-0-name": "",
        "size-cut_outs-0-outline": "rectangle",
        "size-cut_outs-0-side_1": "",
        "size-parts-0-name": "Wing",
        "size-parts-0-outline": "rectangle",
        "size-parts-0-side_1": "4 m",
        "size-parts-0-side_2": "2.5 m",
        "size-parts-0-joins": "upper-right",
    }
    new = "/properties/1/areas/new/lawn"
    board = demo.post("/properties/1/areas/board/lawn", ell).text
    assert "Round its outer edge" in board
    assert "43.00 m" in board  # 2 × (12 + 7) and the two free sides of the wing, 2.5 each
    lying_on_it = {"size-parts-0-joins": "", "size-parts-0-x": "6 m", "size-parts-0-y": "3 m"}
    inside = demo.post(new, ell | lying_on_it)
    assert inside.status_code == 422
    assert 'id="fault-size-parts-0-x"' in inside.text
    assert "10.0 of its 10.0 m² are measured already" in inside.text
    second = {key.replace("parts-0", "parts-1"): value for key, value in ell.items() if "parts-0" in key}
    assert 'id="fault-size-parts-1-joins"' in demo.post(new, ell | second).text  # twice on one end of one edge
    apart = demo.post("/properties/1/areas/board/lawn", ell | {"size-parts-0-joins": ""}).text
    assert "Round its outer edge" not in apart  # where the wing lies is not said
    twice = demo.post(new, ell | {"size-parts-0-x": "3 m"}).text
    assert 'id="fault-size-parts-0-joins"' in twice
    round_one = demo.post(new, ell | {"size-outline": "circle", "size-side_2": ""}).text
    assert "Only a rectangle has such edges" in round_one
    made = demo.post(new, ell)
    assert made.status_code == 303
    number = re.findall(r"area=(\d+)", made.headers["location"])[0]
    form = demo.get(f"/areas/{number}/edit").text
    assert "94.0 m²" in form
    assert re.search(r'name="size-parts-0-x"[^>]*value="10(\.0+)? m"', form)
    assert re.search(r'name="size-parts-0-y"[^>]*value="8\.25 m"', form)


def test_a_round_is_one_amount_and_rate_on_every_page(demo: Browser) -> None:
    """In kilograms and in pounds: the week, the year and the log write one figure."""
    rows = re.findall(r'<article class="week-row"(.*?)</article>', demo.get("/").text, re.DOTALL)
    seen = 0
    for row in rows:
        year, log = (re.search(rf'href="({address})"', row) for address in (r"/jobs/\d+", r"/areas/\d+/log\?job=\d+"))
        said = re.search(r'whitespace-normal!">([^<]+) on [^<=]+ = ([^<]+)<', row)
        if year is None or log is None or said is None:
            continue
        for address in (year[1], log[1]):
            page = re.sub(r"<[^>]+>", " ", demo.get(html.unescape(address)).text)
            assert said[1].strip() in page, address
            assert said[2].strip() in page, address
        seen += 1
    assert seen >= 8


def test_the_normals_of_a_climate_go_out_as_an_open_file(demo: Browser) -> None:
    answer = demo.client.get("/almanac/climates/1/normals.csv")
    assert answer.headers["content-type"].startswith("text/csv")
    kept = read_climate(answer.text, "again", 47.0)
    page = demo.get("/almanac/climates/1").text
    january = re.findall(r'name="(?:climate-)?months-0-rain"[^>]*value="([\d.]+)', page)[0]
    assert kept.rain_mm[0] == pytest.approx(float(january), abs=0.05)
    assert demo.client.get("/almanac/climates/999/normals.csv").status_code == 404


def test_what_comes_back_does_not_meet_its_namesake(demo: Browser) -> None:
    """Two of one name would be two labels nobody can tell apart; renamed, the old one comes back."""
    demo.post("/shelf/10/delete", {})
    name = re.findall(r"<b>([^<]+)</b> <span", demo.get("/deleted").text)[0]
    assert demo.post("/shelf/new", PRODUCT | {"name": name.upper()}).status_code == 303
    refused = demo.post("/shelf/10/restore", {})
    assert refused.status_code == 422
    assert "Rename that one, then bring this one back" in refused.text
    assert 'action="/shelf/10/restore"' in demo.get("/deleted").text
    demo.post("/properties/2/delete", {})
    assert (
        demo.post("/properties/new", PROPERTY | {"client": "tannery court owners", "name": "TANNERY COURT"}).status_code
        == 303
    )
    assert "Rename that one, then bring this one back" in demo.post("/properties/2/restore", {}).text


def test_a_week_to_come_waits_for_nothing_planned_before_it(demo: Browser) -> None:
    """What is to be done next week will have been done in the week after it: no job is late or asks in advance."""
    now = demo.get("/").text
    late_now = set(re.findall(r"Overdue \((\d+)\)", now)) or {"0"}
    for monday in ("2026-06-01", "2026-06-08", "2026-07-06", "2026-09-14"):
        page = demo.get(f"/?day={monday}").text
        later = set(re.findall(r"Overdue \((\d+)\)", page)) or {"0"}
        assert max(map(int, later)) <= max(map(int, late_now)), monday
        assert "is not logged: it comes first" not in page, monday
