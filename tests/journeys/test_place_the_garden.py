"""A new garden is laid out by hand: twelve areas dragged from the tray, with the mouse and with a finger."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Browser, CDPSession, Page, expect
from sqlalchemy.orm import Session

from amber_acre.core.measure.entry import METRIC
from amber_acre.core.measure.kept import TypedShape
from amber_acre.core.measure.size import Size, net_size
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.season.climate_kinds import KIND_BY_KEY
from amber_acre.settings import Settings
from amber_acre.store import areas, clients, climates, rules
from amber_acre.store.areas import AreaDraft
from amber_acre.store.session import migrate, open_engine, reading, writing
from tests.journeys.browsing import Watch, accessible, narrow_enough, served

pytestmark = pytest.mark.browser
COUNT = 12


@pytest.fixture
def garden(tmp_path: Path) -> Settings:
    """A property with twelve beds of different sizes, none of them placed."""
    settings = Settings(database=tmp_path / "garden.sqlite", firm="Laying out")
    engine = open_engine(settings.database)
    migrate(engine)
    with writing(engine) as session:
        climate = climates.save_climate(session, KIND_BY_KEY["cool-maritime"].climate("north"), depot=False)
        place = clients.save_property(
            session,
            client_id=clients.client_named(session, "Osric Tallow").id,
            name="Tallow Steps",
            climate_id=climate.id,
            rule_set_id=rules.save_rule_set(session, RuleSet("No local rule", phosphorus_only_on_test=False)).id,
            units="metric",
            plot_m2=None,
            plot_typed="",
        )
        for n in range(COUNT):
            _bed(session, place.id, f"Bed {n + 1}", f"{3 + n % 4} m", f"{1.5 + n % 3} m")
        session.commit()
    engine.dispose()
    return settings


def _bed(session: Session, property_id: int, name: str, length: str, width: str) -> None:
    shape = TypedShape("rectangle", (length, width))
    found: Size = net_size(shape.read(METRIC).shape)
    areas.save_area(session, property_id, AreaDraft("bed", name, found, False, shape))


def _spot(page: Page, n: int) -> tuple[float, float]:
    """Where the n-th bed goes: four columns and three rows of what of the sheet can be seen."""
    box = page.locator("svg.site").bounding_box()
    frame = page.locator(".site-scroll").bounding_box()
    assert box is not None
    assert frame is not None
    width = min(box["x"] + box["width"], frame["x"] + frame["width"]) - box["x"]
    return box["x"] + width * (0.16 + 0.22 * (n % 4)), box["y"] + box["height"] * (0.2 + 0.28 * (n // 4))


def _places(settings: Settings) -> list[tuple[float | None, float | None]]:
    engine = open_engine(settings.database)
    with reading(engine) as session:
        found = [(row.x_m, row.y_m) for row in areas.areas_of(session, 1)]
    engine.dispose()
    return found


def test_twelve_areas_are_placed_with_the_mouse(window: Browser, garden: Settings) -> None:
    with served(garden) as address:
        page = window.new_page(viewport={"width": 1280, "height": 1400})
        watch = Watch(page, address)
        page.goto(f"{address}/properties/1/site")
        expect(page.get_by_text("12 to place.")).to_be_visible()
        accessible(page)
        scale = page.locator("svg.site").get_attribute("data-px")
        for n in range(COUNT):
            _drag_with_mouse(page, n)
            if n < COUNT - 1:
                expect(page.get_by_text(f"{COUNT - 1 - n} to place.")).to_be_visible()
                assert page.locator("svg.site").get_attribute("data-px") == scale
        expect(page.locator(".tray")).to_have_count(0)
        assert all(x is not None and y is not None for x, y in _places(garden))
        _move_undo_and_slide(page, garden)
        assert [c for c in watch.complaints if "422" not in c] == []


def _drag_with_mouse(page: Page, n: int) -> None:
    piece = page.locator("[data-piece]").first.bounding_box()
    assert piece is not None
    x, y = _spot(page, n)
    with page.expect_response(re.compile("/place$")):
        page.mouse.move(piece["x"] + 40, piece["y"] + 20)
        page.mouse.down()
        page.mouse.move(x - 20, y - 10, steps=3)
        page.mouse.move(x, y)
        page.mouse.up()
    page.wait_for_load_state("networkidle")


def _move_undo_and_slide(page: Page, garden: Settings) -> None:
    """Any area drags, chosen or not; a drop on a neighbour says what it takes, slides clear, and can be undone."""
    before = _places(garden)
    first, second = (page.locator(f'svg.site [data-area="{n}"] path').bounding_box() for n in (1, 2))
    assert first is not None
    assert second is not None
    with page.expect_response(re.compile("/place$")):
        page.mouse.move(first["x"] + first["width"] / 2, first["y"] + first["height"] / 2)
        page.mouse.down()
        page.mouse.move(second["x"] + second["width"] / 2, second["y"] + second["height"] / 2, steps=4)
        page.mouse.up()
    expect(page.get_by_role("status")).to_contain_text("Bed 1 moved.")
    expect(page.get_by_role("status")).to_contain_text("fed once")
    page.get_by_role("button", name="Slide it clear").click()
    expect(page.get_by_role("button", name="Slide it clear")).to_have_count(0)
    assert _places(garden)[0] != before[0]
    expect(page.get_by_role("status")).to_contain_text("Bed 1 moved.")
    page.locator("h1").click()
    page.keyboard.press("Control+z")
    expect(page.get_by_role("status")).to_have_count(0)


def test_twelve_areas_are_placed_with_the_finger(window: Browser, garden: Settings) -> None:
    with served(garden) as address:
        context = window.new_context(viewport={"width": 390, "height": 1500}, has_touch=True)
        page = context.new_page()
        page.goto(f"{address}/properties/1/site")
        narrow_enough(page)
        fingers = context.new_cdp_session(page)
        for n in range(COUNT):
            _drag_with_finger(page, fingers, n)
            if n < COUNT - 1:
                expect(page.get_by_text(f"{COUNT - 1 - n} to place.")).to_be_visible()
        expect(page.locator(".tray")).to_have_count(0)
        assert all(x is not None for x, _ in _places(garden))
        context.close()


def _drag_with_finger(page: Page, fingers: CDPSession, n: int) -> None:
    piece = page.locator("[data-piece]").first.bounding_box()
    assert piece is not None
    x, y = _spot(page, n)
    begun = (piece["x"] + 30, piece["y"] + 20)
    with page.expect_response(re.compile("/place$")):
        _touch(fingers, "touchStart", begun)
        for share in (0.1, 0.5, 0.9, 1.0):
            _touch(fingers, "touchMove", (begun[0] + (x - begun[0]) * share, begun[1] + (y - begun[1]) * share))
        _touch(fingers, "touchEnd", None)
    page.wait_for_load_state("networkidle")


def _touch(fingers: CDPSession, kind: str, at: tuple[float, float] | None) -> None:
    points = [] if at is None else [{"x": at[0], "y": at[1]}]
    fingers.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})
