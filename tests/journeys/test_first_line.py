"""The first working line in a real browser: empty database to logged application, nothing skipped."""

from __future__ import annotations

import re
from datetime import date
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from amber_acre.settings import Settings
from tests.journeys.browsing import OFFICE, PHONE, Watch, accessible, fill, narrow_enough, served
from tests.web.forms import CLIMATE, PRODUCT

pytestmark = pytest.mark.browser


def test_from_an_empty_database_to_a_logged_application(window: Browser, tmp_path: Path) -> None:
    settings = Settings(database=tmp_path / "journey.sqlite", today=date(2026, 4, 22), firm="Marrow & Daughters")
    with served(settings) as address:
        page = window.new_page(viewport=OFFICE)
        watch = Watch(page, address)
        page.goto(address)
        accessible(page)
        _put_a_product_on_the_shelf(page)
        _add_client_and_property(page)
        _measure_a_lawn(page)
        _plan_and_read_the_year(page)
        _change_a_round(page)
        _open_every_working(page)
        _log_what_went_down(page, address)
        _correct_it(page)
        _on_the_phone(window, address)
        assert watch.strangers == []
        assert [c for c in watch.complaints if "422" not in c] == []


def _put_a_product_on_the_shelf(page: Page) -> None:
    page.get_by_role("link", name="Put a product on the shelf").click()
    accessible(page)
    page.get_by_text("What else the label says").click()
    fill(page, PRODUCT | {"grade": "1608", "label_max": "5 lb/acre"})
    expect(page.locator("#reading")).to_contain_text("highest: 5 lb/acre = 0.560 g/m²")
    page.get_by_role("button", name="Save the product").click()
    expect(page.locator("#fault-grade")).to_contain_text("Did you mean 16-0-8")
    expect(page.locator('[name="grade"]')).to_have_value("1608")
    accessible(page)
    fill(page, {"grade": "16-0-8", "label_max": "5 lb/1000"})
    expect(page.locator("#reading")).to_contain_text("3.91 g/m² of nitrogen")
    page.get_by_role("button", name="Save the product").click()
    expect(page.get_by_role("heading", name="Evenfeed 16-0-8")).to_be_visible()
    fill(page, {"amount": "3 bags"})
    page.get_by_role("button", name="Book in").click()
    expect(page.get_by_role("cell", name="44.9 kg")).to_be_visible()
    accessible(page)


def _add_client_and_property(page: Page) -> None:
    page.get_by_role("link", name="Properties").click()
    accessible(page)
    page.get_by_role("link", name="Add a client and property").click()
    fill(
        page,
        {"client": "Hedda Marrow", "name": "Marrow Hill", "plot": "0.2 ha", "climate_id": "own", "rule_set_id": "own"},
    )
    expect(page.get_by_label("Name of the climate")).to_be_visible()
    fill(page, CLIMATE, "climate-")
    fill(
        page,
        {
            "name": "Hill by-law",
            "blackouts-0-name": "winter",
            "blackouts-0-opens": "11-15",
            "blackouts-0-closes": "03-15",
            "phosphorus_only_on_test": "on",
            "yearly_cap": "160 kg/ha",
            "slow_share": "30",
        },
        "rules-",
    )
    accessible(page)
    page.get_by_role("button", name="Save, then measure the first lawn").click()
    expect(page.get_by_role("heading", name="Measure: lawn")).to_be_visible()


def _measure_a_lawn(page: Page) -> None:
    accessible(page)
    fill(page, {"name": "South lawn", "size-side_1": "120 ft", "size-side_2": "30"})
    expect(page.locator("#board")).to_contain_text("120 ft = 36.576 m")
    page.get_by_role("button", name="Add a cut-out").click()
    fill(page, {"size-cut_outs-0-name": "Pool", "size-cut_outs-0-outline": "circle", "size-cut_outs-0-side_1": "6 m"})
    expect(page.locator("#board svg")).to_be_visible()
    expect(page.locator("#board")).to_contain_text("1,069 m²")  # 36.576 × 30 − π/4 × 6²
    fill(page, {"size-side_2": "80"})
    fill(
        page,
        {"grass": "bluegrass", "upkeep": "high", "clippings": "returned", "water": "irrigated", "evidence": "test"},
    )
    fill(page, {"taken_on": "2025-10-02", "ph": "6.4", "p": "96", "k": "92"}, "soil-")
    page.get_by_role("button", name="Save the lawn").click()
    expect(page.locator("#fault-size")).to_contain_text("more than the whole plot")
    expect(page.locator('[name="size-side_2"]')).to_have_value("80")
    accessible(page)
    _a_fresh_board_moves_nothing(page)
    page.get_by_role("button", name="Save the lawn").click()
    expect(page.get_by_text("Not planned yet")).to_be_visible()
    accessible(page)


def _a_fresh_board_moves_nothing(page: Page) -> None:
    """What is about to be pressed stays under the finger while the board beside it is drawn again."""
    page.get_by_role("button", name="Save the lawn").scroll_into_view_if_needed()
    before = page.evaluate("window.scrollY")
    assert before > 200
    page.locator('[name="size-side_2"]').evaluate(
        "e => { e.value = '30'; e.dispatchEvent(new Event('input', { bubbles: true })); }"
    )
    expect(page.locator("#board")).to_contain_text("1,069 m²")
    page.wait_for_timeout(100)
    assert page.evaluate("window.scrollY") == before


def _plan_and_read_the_year(page: Page) -> None:
    page.get_by_role("button", name="Plan the year").click()
    table = page.get_by_role("region", name="Rounds table")
    expect(table.get_by_role("row")).to_have_count(4)
    expect(page.get_by_text("No phosphorus: the soil is high in it.")).to_be_visible()
    expect(page.locator("svg .ribbon")).to_have_count(3)
    expect(page.locator("svg .flag")).to_have_count(3)
    accessible(page)


def _change_a_round(page: Page) -> None:
    page.get_by_role("region", name="Rounds table").get_by_role("link", name="R2").click()
    expect(page.get_by_role("heading", name=re.compile("R2 "))).to_be_visible()
    ribbon = page.locator("svg .ribbon").nth(1)
    before, room = ribbon.get_attribute("d"), page.locator("#ledger").inner_text()
    page.get_by_role("link", name="Change, move or swap").click()
    page.get_by_text("Change, move or leave out").click()
    fill(page, {"rate": "9 lb/1000", "reason": "client wants it darker"})
    page.get_by_role("button", name="Change it").click()
    expect(page.locator("#fault-rate")).to_contain_text("above the label's highest rate")
    expect(page.locator('[name="rate"]')).to_have_value("9 lb/1000")
    accessible(page)
    fill(page, {"rate": "3.6 lb/1000"})
    page.get_by_role("button", name="Change it").click()
    expect(page.get_by_text("Changed by hand: client wants it darker")).to_be_visible()
    accessible(page)
    page.get_by_role("link", name="South lawn").first.click()
    assert page.locator("svg .ribbon").nth(1).get_attribute("d") != before
    assert page.locator("#ledger").inner_text() != room


def _open_every_working(page: Page) -> None:
    for topic, says in (
        ("Area", "36.576 × 30 = 1,097.3 m²"),
        ("Soil test", "Phosphorus is high"),
        ("Nitrogen need", "clippings are returned"),
        ("R2 and growth", "Growth asks for until"),
        ("R2 rate, packs, cost", "Whole packs of 33 lb"),
        ("R2 release", "Applied = released + remaining"),
        ("Ledger", "Nitrogen of the year"),
    ):
        page.locator("#working").get_by_role("link", name=topic, exact=True).click()
        expect(page.locator("#working")).to_contain_text(says)
        accessible(page)


def _log_what_went_down(page: Page, address: str) -> None:
    page.get_by_role("link", name="This week").click()
    expect(page.get_by_role("heading", name="Due (1)")).to_be_visible()
    accessible(page)
    planned = page.locator("article .figures").first.inner_text()
    amount = planned.split(" on ")[0]
    page.get_by_role("link", name=re.compile("Log South lawn")).click()
    accessible(page)
    fill(page, {"amount": amount, "who": "Wren", "licence": "BG-0417", "weather": "dry, 12 °C"})
    expect(page.locator("#reading")).to_contain_text("planned")
    page.get_by_role("button", name="Write it down").click()
    expect(page.get_by_role("heading", name="Went down")).to_be_visible()
    expect(page.locator("svg .ribbon.logged")).to_have_count(1)
    page.goto(f"{address}/shelf/1")
    left = 3 * 33 * 0.45359237 - float(amount.split()[0])
    expect(page.get_by_role("cell", name=f"{left:.1f} kg")).to_be_visible()


def _correct_it(page: Page) -> None:
    page.get_by_role("link", name="Day book").click()
    accessible(page)
    page.get_by_role("link", name="correct", exact=True).click()
    fill(page, {"amount": "15 kg", "reason": "the scale was not at zero"})
    page.get_by_role("button", name="Write the correction").click()
    expect(page.get_by_text("15.0 kg on")).to_be_visible()
    page.get_by_role("link", name="Almanac").click()
    accessible(page)
    page.keyboard.press("/")
    expect(page.get_by_role("heading", name="Find")).to_be_visible()
    accessible(page)


def _on_the_phone(window: Browser, address: str) -> None:
    page = window.new_page(viewport=PHONE)
    page.goto(f"{address}/?day=2026-06-01")
    narrow_enough(page)
    accessible(page)
    page.get_by_role("link", name=re.compile("Log South lawn")).click()
    narrow_enough(page)
    accessible(page)
    page.goto(f"{address}/properties/1")
    narrow_enough(page)
    accessible(page)


def test_a_row_is_a_card_on_the_phone_with_each_figure_by_its_name(
    window: Browser, demo_settings_copy: Settings
) -> None:
    with served(demo_settings_copy) as address:
        page = window.new_page(viewport=PHONE)
        for url, region, label in (
            ("/properties/1?area=1", "Rounds table", "Rate"),
            ("/areas/21/year", "Jobs of the year", "Amount"),
            ("/buying", "What to buy", "Left at the end"),
        ):
            page.goto(address + url)
            table = page.get_by_role("region", name=region)
            assert table.evaluate("one => one.scrollWidth <= one.clientWidth")
            said = "one => getComputedStyle(one, '::before').content"
            assert table.locator(f'td[data-label="{label}"]').first.evaluate(said) == f'"{label}"'
        page.close()


def test_a_pot_is_logged_by_the_litre_on_the_phone(window: Browser, demo_settings_copy: Settings) -> None:
    with served(demo_settings_copy) as address:
        page = window.new_page(viewport=PHONE)
        page.goto(f"{address}/daybook")
        page.get_by_role("link", name=re.compile("Citrus in pots")).first.click()
        page.locator('a[href^="/areas/"]').first.click()
        area = re.search(r"/areas/([0-9]+)", page.url)
        assert area is not None
        page.goto(f"{address}/areas/{area[1]}/year")
        job = page.locator('th a[href^="/jobs/"]').first.get_attribute("href")
        assert job is not None
        page.goto(f"{address}/areas/{area[1]}/log?job={job.rsplit('/', 1)[1]}")
        expect(page.locator("p.notice")).to_contain_text("litres of")
        fill(page, {"amount": "60 g"})
        expect(page.locator("#reading")).to_contain_text("a litre of")
        narrow_enough(page)
        page.close()


def test_the_demo_works_without_scripts(window: Browser, demo_settings_copy: Settings) -> None:
    with served(demo_settings_copy) as address:
        page = window.new_context(java_script_enabled=False, viewport=OFFICE).new_page()
        page.goto(f"{address}/properties/1?area=2&round=2")
        page.get_by_role("button", name="Plan the rest again").click()
        expect(page.get_by_role("heading", name="Orchard lawn: rounds")).to_be_visible()
        page.locator("#working").get_by_role("link", name="Nitrogen need").click()
        expect(page.locator("#working")).to_contain_text("Perennial ryegrass")
        page.get_by_role("link", name="edit lawn").click()
        page.get_by_role("button", name="Save the lawn").click()
        expect(page.get_by_role("heading", name="Orchard lawn: rounds")).to_be_visible()
