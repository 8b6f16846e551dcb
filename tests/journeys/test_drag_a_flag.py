"""A round's flag dragged along the tape: asked like any change by hand, kept, and drawn at its new day."""

from __future__ import annotations

from playwright.sync_api import Browser, expect

from amber_acre.settings import Settings
from tests.journeys.browsing import OFFICE, served


def test_a_flag_is_dragged_to_another_day(window: Browser, demo_settings_copy: Settings) -> None:
    with served(demo_settings_copy) as address:
        page = window.new_page(viewport=OFFICE)
        page.goto(f"{address}/properties/1?area=2")
        row = page.get_by_role("region", name="Rounds table").get_by_role("row").filter(has_text="Main feed")
        expect(row).to_contain_text("4 Sep")
        flag = page.locator("g.flag[data-job]").filter(has_text="R3 13.7 kg")
        box = flag.bounding_box()
        assert box is not None
        page.mouse.move(box["x"] + 30, box["y"] + 9)
        page.mouse.down()
        page.mouse.move(box["x"] + 20, box["y"] + 9, steps=4)
        page.mouse.up()
        expect(page.get_by_text("Changed by hand:").first).to_be_visible()
        expect(page.get_by_text("moved on the tape").first).to_be_visible()
        expect(row).to_contain_text("Aug")
        expect(row).to_contain_text("pinned")
        page.locator("g.flag[data-job]").filter(has_text="R3 13.7 kg").locator(".flag-text").click()
        page.wait_for_url("**/jobs/*")
