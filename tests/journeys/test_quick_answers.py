"""Answers given quickly are all kept: the result is swapped, the controls never."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, expect

from amber_acre.settings import Settings
from amber_acre.store.session import open_engine
from tests.journeys.browsing import OFFICE, PHONE, accessible, narrow_enough, served
from tests.web.test_planning import forget_plans

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


def test_a_sum_of_the_bench_answers_while_it_is_typed(window: Browser, demo_settings_copy: Settings) -> None:
    with served(demo_settings_copy) as address:
        page = window.new_page(viewport=PHONE)
        page.goto(f"{address}/bench/half-way")
        for label, text in (("Planned for all of it", "18 kg"), ("All the ground", "900 m²"), ("Used so far", "11 kg")):
            page.get_by_label(label).fill(text)
        page.get_by_label("Ground done so far").fill("450")
        expect(page.locator("#answer")).to_contain_text("Close the setting")
        expect(page.locator("#answer")).to_contain_text("22.0 kg")  # if nothing changes
        expect(page).to_have_url(re.compile(r"half-way\?.*done=450"))
        page.get_by_label("Used so far").fill("19 kg")
        expect(page.locator("#fault-used")).to_contain_text("Stop")
        expect(page.get_by_label("Used so far")).to_be_focused()
        page.get_by_label("Used so far").fill("9 kg")
        expect(page.locator("#answer")).to_contain_text("On course")
        accessible(page)
        narrow_enough(page)
        page.goto(f"{address}/api")
        accessible(page)
        narrow_enough(page)


def test_a_property_plans_itself_area_by_area(window: Browser, demo_settings_copy: Settings) -> None:
    engine = open_engine(demo_settings_copy.database)
    forget_plans(engine, 1)
    engine.dispose()
    with served(demo_settings_copy) as address:
        page = window.new_page(viewport=PHONE)
        page.goto(f"{address}/plan?place=1")
        expect(page.get_by_text("have no year yet")).to_be_visible()
        page.get_by_role("button", name="Plan them one by one").click()
        expect(page.get_by_role("status")).to_contain_text("Planned:")
        accessible(page)
        narrow_enough(page)
        expect(page.get_by_role("status")).to_contain_text("Everything has its year", timeout=60_000)
        expect(page.get_by_role("link", name="Look at it")).to_be_visible()
