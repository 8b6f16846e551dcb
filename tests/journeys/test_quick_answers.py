"""Answers given quickly are all kept: the result is swapped, the controls never."""

from __future__ import annotations

import pytest
from playwright.sync_api import Browser, expect

from amber_acre.settings import Settings
from tests.journeys.browsing import OFFICE, accessible, served

pytestmark = pytest.mark.browser


def test_five_ticks_in_a_second_are_five(window: Browser, demo_settings_copy: Settings) -> None:
    with served(demo_settings_copy) as address:
        page = window.new_page(viewport=OFFICE)
        page.goto(f"{address}/areas/1/soil/leaves")
        groups = page.locator("form[data-quick] fieldset")
        assert groups.count() >= 5
        page.evaluate(
            """() => [...document.querySelectorAll("form[data-quick] fieldset")].slice(0, 5).forEach((group, n) =>
              window.setTimeout(() => group.querySelector("input").click(), n * 180))"""
        )
        page.wait_for_timeout(1500)
        page.wait_for_load_state("networkidle")
        for n in range(5):
            expect(groups.nth(n).locator("input").first).to_be_checked()
        hidden = page.locator("#answer form input[type=hidden]")
        kept = [value for value in hidden.evaluate_all("all => all.map(one => one.value)") if value]
        assert len([value for value in kept if len(value) < 20]) >= 5
        accessible(page)


def test_what_is_wrong_stands_beside_its_field_and_the_typing_stays(
    window: Browser, demo_settings_copy: Settings
) -> None:
    with served(demo_settings_copy) as address:
        page = window.new_page(viewport=OFFICE)
        page.goto(f"{address}/areas/1/soil/water")
        page.get_by_label("Roots").fill("deep")
        page.get_by_label("Roots").press("Tab")
        expect(page.locator("#fault-roots")).to_contain_text("cannot be read as a length")
        expect(page.get_by_label("Roots")).to_have_value("deep")
        page.get_by_label("Roots").fill("14 cm")
        page.get_by_label("Roots").press("Tab")
        expect(page.locator("#fault-roots")).to_have_count(0)
        expect(page.locator("#workings")).to_contain_text("Working")
