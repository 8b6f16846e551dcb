"""The soil in a real browser: a test typed, read, corrected and logged; a file matched; leaves asked; all by keyboard
and phone."""

from __future__ import annotations

from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from amber_acre.demo.build import build_demo, demo_settings
from amber_acre.settings import Settings
from tests.journeys.browsing import OFFICE, PHONE, Watch, accessible, fill, narrow_enough, served

pytestmark = pytest.mark.browser
FILE = "Sample;Sampled;pH;P;K\nChapel lawn;12.05.2026;6,1;31;84\n"


def test_a_soil_is_tested_read_corrected_and_logged(window: Browser, tmp_path: Path) -> None:
    settings = demo_settings(Settings(database=tmp_path / "journey.sqlite"))
    build_demo(settings)
    with served(settings) as address:
        page = window.new_page(viewport=OFFICE)
        watch = Watch(page, address)
        _enter_and_read(page, address)
        _lime(page)
        _log(page)
        _match_a_file(page, address)
        _ask_the_leaves(page, address)
        _close_a_finding(page, address)
        assert [line for line in watch.complaints if "422" not in line] == []  # refused on purpose
        _look_round(page, address)
        _on_the_phone(window, address)
        assert watch.strangers == []


def _enter_and_read(page: Page, address: str) -> None:
    """A report in lb/acre with a buffer pH: asked about first, then read."""
    page.goto(f"{address}/properties/1?area=2")
    page.get_by_role("link", name="Soil: evidence, reading, corrections").click()
    expect(page.get_by_text("No pH is known")).to_be_visible()
    page.get_by_role("link", name="Enter a test").click()
    fill(page, {"taken_on": "2026-05-04", "extractant": "mehlich-3", "unit": "lb/acre", "buffer_method": "smp"})
    fill(
        page,
        {"ph": "5.5", "buffer_ph": "5.1", "p": "60", "k": "190", "mg": "70", "sand": "30", "silt": "36", "clay": "34"},
    )
    page.get_by_role("button", name="Save the test").click()
    expect(page.locator("#fault-buffer_ph")).to_contain_text("Were the two swapped?")
    expect(page.locator("#f-sand")).to_have_value("30")
    page.locator("#f-buffer_ph").fill("6.5")
    page.get_by_role("button", name="Save the test").click()
    expect(page.get_by_role("heading", name="Texture: clay loam")).to_be_visible()
    expect(page.get_by_text("K 190 lb/acre")).to_be_visible()
    expect(page.get_by_text("Below what grows here wants.")).to_be_visible()
    accessible(page)


def _lime(page: Page) -> None:
    """The form works the lime out as it is changed; the address holds it; then it is entered."""
    page.get_by_role("link", name="Work out the lime").click()
    expect(page.locator("#f-product")).to_contain_text("Palestone Mag")
    assert "Palestone" in page.locator("#f-product option:checked").inner_text()  # magnesium is low: dolomitic
    expect(page.locator("svg.ladder")).to_be_visible()
    before = page.locator("section[aria-label='What it comes to'] > p").first.inner_text()
    page.locator("#f-depth").fill("6 in")
    page.locator("#f-depth").press("Tab")
    expect(page.locator("section[aria-label='What it comes to'] > p").first).not_to_have_text(before)
    assert "depth=6" in page.url
    page.get_by_label("tilled in, bare ground").check()
    expect(page.locator("#fault-placement")).to_contain_text("bare ground")
    page.get_by_label("on the surface").check()
    expect(page.locator("svg.ladder")).to_be_visible()
    expect(page.locator("#fault-all_the_same")).to_contain_text("lost as ammonia beside fresh lime")
    fill(page, {"all_the_same": "the feeds are moved a fortnight"})
    page.get_by_role("button", name="Enter it in the year").click()
    expect(page.get_by_role("heading", name="pH 5.5 to")).to_be_visible()
    expect(page.get_by_text("Working, as it was made")).to_be_visible()
    accessible(page)


def _log(page: Page) -> None:
    page.get_by_role("link", name="Log Lime 1 of").click()
    planned = page.locator("p.notice b").inner_text()
    fill(page, {"amount": planned, "who": "Wren", "weather": "dry", "reason": "bought on the way"})
    page.get_by_role("button", name="Write it down").click()
    expect(page.get_by_role("heading", name="What was logged")).to_be_visible()
    accessible(page)
    page.goto(page.url.split("/jobs")[0] + "/properties/1?area=2")
    expect(page.get_by_role("heading", name="Other jobs")).to_be_visible()
    expect(page.locator(".flag.soil.done").first).to_be_visible()
    expect(page.get_by_text("Soil side of the ledger")).to_be_visible()


def _match_a_file(page: Page, address: str) -> None:
    page.goto(f"{address}/properties/4/soil/file")
    fill(page, {"laboratory": "Hill Bench", "text": FILE})
    page.get_by_role("button", name="Read it").click()
    expect(page.get_by_label("Column pH is")).to_have_value("ph")
    fill(page, {"extractant": "olsen"})
    accessible(page)
    page.get_by_role("button", name="Bring the tests in").click()
    expect(page.get_by_role("heading", name="Soil of Chapel lawn")).to_be_visible()
    expect(page.get_by_text("Hill Bench")).to_be_visible()


def _ask_the_leaves(page: Page, address: str) -> None:
    page.goto(f"{address}/areas/5/soil/leaves")
    expect(page.get_by_text("Nothing is dosed until a cause is marked")).to_be_visible()
    page.get_by_label("old ones, low down").check()
    page.get_by_label("evenly pale").check()
    expect(page.locator(".causes li").first).to_contain_text("Nitrogen short")
    accessible(page)
    page.locator(".causes input").first.check()
    page.get_by_role("button", name="Mark this cause").click()
    expect(page.get_by_role("link", name="The year's plan")).to_be_visible()


def _close_a_finding(page: Page, address: str) -> None:
    page.goto(f"{address}/areas/2/soil/amend?finding=compacted")
    fill(page, {"probe": "9 cm"})
    page.get_by_role("button", name="Close it").click()
    expect(page.locator("#fault-probe")).to_contain_text("stays open")
    fill(page, {"probe": "16 cm"})
    page.get_by_role("button", name="Close it").click()
    expect(page.get_by_text("re-check: the probe goes in 16 cm")).to_be_visible()
    accessible(page)


def _look_round(page: Page, address: str) -> None:
    """The remaining views hold the same rules."""
    for url in (
        "/areas/10/soil/water",
        "/areas/26/soil/colour",
        "/areas/10/soil/nutrient?element=k",
        "/properties/3/site?by=ph&area=26",
        "/areas/1/soil/ph?way=down",
    ):
        page.goto(address + url)
        accessible(page)


def _on_the_phone(window: Browser, address: str) -> None:
    page = window.new_page(viewport=PHONE)
    for url in (
        "/areas/26/soil",
        "/areas/26/soil/ph",
        "/areas/3/soil/amend",
        "/areas/10/soil/water",
        "/areas/18/soil/leaves",
        "/corrections/2",
        "/areas/26/soil/tests/new",
        "/",
    ):
        page.goto(address + url)
        narrow_enough(page)
    page.goto(f"{address}/areas/26/soil")
    fill(page, {"probe-0-spot": "sixth", "probe-0-ph": "5.8"})
    page.get_by_role("button", name="Keep the readings").click()
    expect(page.get_by_text("sixth").first).to_be_visible()
    page.close()
