"""Walking a site in a real browser: measure by table, drag to its place, push by key, colour, compare, walk by
phone."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from amber_acre.demo.build import build_demo, demo_settings
from amber_acre.settings import Settings
from tests.exchange.test_photo import picture
from tests.journeys.browsing import OFFICE, PHONE, Watch, accessible, fill, narrow_enough, served

pytestmark = pytest.mark.browser


def test_a_bed_is_measured_placed_looked_at_and_walked(window: Browser, tmp_path: Path) -> None:
    settings = demo_settings(Settings(database=tmp_path / "journey.sqlite"))
    build_demo(settings)
    with served(settings) as address:
        page = window.new_page(viewport=OFFICE)
        watch = Watch(page, address)
        page.goto(f"{address}/properties/8/areas/new/bed")
        _measure_by_table(page)
        _drag_and_push(page)
        _colour(page)
        _look_and_compare(page, address, tmp_path)
        _on_the_phone(window, address)
        assert watch.strangers == []
        assert watch.complaints == []


def _measure_by_table(page: Page) -> None:
    fill(page, {"name": "Kitchen bed", "size-outline": "offsets"})
    fill(page, {"size-side_1": "1.5 m", "instrument": "tape"})
    page.get_by_label("Offset, row 1").fill("1.2")
    for value in ("2.4", "2.9"):
        page.keyboard.press("Enter")
        page.keyboard.type(value)
    expect(page.locator("#board")).to_contain_text("6.67 m²")
    page.keyboard.press("Enter")
    paste = """() => { const data = new DataTransfer(); data.setData("text", "Width\\n2.2\\n0.8\\n");
        const paste = {clipboardData: data, bubbles: true, cancelable: true};
        document.activeElement.dispatchEvent(new ClipboardEvent("paste", paste)); }"""
    page.evaluate(paste)
    expect(page.get_by_label("Offset, row 4")).to_have_value("2.2")  # the heading copied along is no reading
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Offset, row 5")).to_have_count(0)
    expect(page.locator("#board")).to_contain_text("6.67 m²")
    page.get_by_label("Offset, row 4").focus()
    page.evaluate(paste)
    page.get_by_label("Take row 2 out").click()
    expect(page.get_by_label("Offset, row 2")).to_have_value("2.9")
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Offset, row 2")).to_have_value("2.4")
    expect(page.get_by_label("Offset, row 5")).to_have_value("0.8")
    expect(page.locator("#board")).to_contain_text("12.8 m²")  # 1.5 × ((1.2 + 0.8) / 2 + 2.4 + 2.9 + 2.2)
    accessible(page)
    page.get_by_role("button", name="Save the ornamental bed").click()
    expect(page.get_by_role("heading", name="Kitchen bed")).to_be_visible()


def _drag_and_push(page: Page) -> None:
    expect(page.get_by_text("1 to place.")).to_be_visible()
    accessible(page)
    piece, sheet = page.locator("[data-piece].on").bounding_box(), page.locator("svg.site").bounding_box()
    assert piece is not None
    assert sheet is not None
    page.mouse.move(piece["x"] + 20, piece["y"] + 20)
    page.mouse.down()
    page.mouse.move(sheet["x"] + 300, sheet["y"] + 60, steps=4)
    page.mouse.move(sheet["x"] + 700, sheet["y"] + 120, steps=6)
    page.mouse.up()
    east = page.get_by_label("East")
    expect(east).not_to_have_value("")
    expect(page.locator(".tray")).to_have_count(0)
    page.get_by_label("Let corners meet edges").uncheck()
    before = float((east.input_value()).split()[0])
    page.locator("svg.site [data-chosen]").focus()
    for _ in range(3):
        page.keyboard.press("ArrowRight")
    page.keyboard.press("]")
    expect(page.get_by_label("Turned °")).to_have_value("5")
    assert float(east.input_value().split()[0]) == pytest.approx(before + 0.3, abs=0.011)
    accessible(page)


def _colour(page: Page) -> None:
    page.get_by_role("link", name="Mulch depth").click()
    expect(page.get_by_role("list", name="Legend")).to_contain_text("under 5 cm")
    expect(page.locator("svg.site")).to_contain_text("3.8 cm")
    page.locator("tr[data-row]").first.hover()
    assert page.locator("svg.site .lit").count() == 1
    accessible(page)


def _look_and_compare(page: Page, address: str, folder: Path) -> None:
    page.goto(f"{address}/properties/6/site")
    page.get_by_role("row", name="Dry crown").get_by_role("link").click()
    page.get_by_role("link", name="looks").click()
    expect(page.get_by_role("table", name="Two looks compared")).to_contain_text("better")
    (folder / "crown.jpg").write_bytes(picture(orientation=6))
    fill(page, {"who": "Oda", "colour": "2", "dry_spots": "none", "photo_spot": "from the deck"})
    page.set_input_files('[name="photos"]', folder / "crown.jpg")
    page.get_by_role("button", name="Keep this look").click()
    expect(page.get_by_alt_text(re.compile("from the deck"))).to_be_visible()
    page.get_by_label("with", exact=True).select_option(label="Dry corner, 14 May 2026")
    page.get_by_role("button", name="Compare", exact=True).click()
    expect(page.get_by_role("table", name="Two looks compared")).to_contain_text("Dry corner")
    accessible(page)


def _on_the_phone(window: Browser, address: str) -> None:
    page = window.new_page(viewport=PHONE)
    page.goto(f"{address}/properties/8/walk")
    narrow_enough(page)
    accessible(page)
    page.get_by_role("link", name="Container group").click()
    fill(page, {"name": "Window boxes", "facts-count": "4", "facts-diameter": "22 cm", "facts-volume": "9 L"})
    narrow_enough(page)
    page.get_by_role("button", name="Save the container group").click()
    fill(page, {"who": "Tobias", "colour": "2"})
    narrow_enough(page)
    accessible(page)
    page.get_by_role("button", name="Keep the look, then sample").click()
    page.get_by_role("button", name="No sample here: go on").click()
    expect(page.get_by_text("Window boxes")).to_be_visible()
    page.goto(f"{address}/properties/8/site")
    narrow_enough(page)
    for url in (
        "/almanac/plants",
        "/almanac/plants/rosa-hybrids",
        "/properties/8/files",
        "/properties/8/contexts/new",
        "/almanac",
    ):
        page.goto(address + url)
        narrow_enough(page)
        accessible(page)
    page.close()
