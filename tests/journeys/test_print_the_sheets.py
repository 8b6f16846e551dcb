"""Job sheets on paper: a page for each property, with its drawing on it."""

from __future__ import annotations

import re

from amber_acre.settings import Settings
from tests.journeys.browsing import OFFICE, chromium, served


def test_a_sheet_a_stop_and_a_page_a_sheet(demo_settings_copy: Settings) -> None:
    with served(demo_settings_copy) as address, chromium() as browser:
        page = browser.new_page(viewport=OFFICE)
        page.goto(f"{address}/sheets")
        page.evaluate("document.fonts.ready")
        sheets = page.locator(".job-sheet").count()
        assert sheets >= 4
        assert page.locator(".job-sheet .visit-plan").count() == sheets
        paper = page.pdf(format="A4", margin={"top": "12mm", "bottom": "12mm", "left": "12mm", "right": "12mm"})
    assert len(re.findall(rb"/Type\s*/Page\b", paper)) == sheets
