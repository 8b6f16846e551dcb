"""Takes the pictures of docs/screenshots from the demo: ``make shots``."""

from __future__ import annotations

import tempfile
from pathlib import Path

from playwright.sync_api import ViewportSize

from amber_acre.demo.build import build_demo, demo_settings
from amber_acre.settings import Settings
from tests.journeys.browsing import OFFICE, PHONE, chromium, served

FOLDER = Path(__file__).parents[2] / "docs" / "screenshots"
PICTURES: tuple[tuple[str, str, ViewportSize, bool], ...] = (
    ("week", "/", OFFICE, False),
    ("year", "/properties/1", OFFICE, False),
    ("working", "/properties/1?area=1&round=2&working=growth", OFFICE, True),
    ("machine", "/machines/1?of=8&rate=12+g/m²", OFFICE, False),
    ("lawn", "/areas/1/edit", OFFICE, False),
    ("bag", "/shelf/1", OFFICE, False),
    ("schools", "/areas/2/schools?school=test&school=soil&school=once", OFFICE, False),
    ("daybook", "/daybook", OFFICE, False),
    ("bench", "/bench/rate?grade=19-2-6&nitrogen=3.1+g/m²&size=415+m²&pack=15+kg&price=31.90", OFFICE, False),
    ("site", "/properties/1/site?area=1", OFFICE, False),
    ("job", "/jobs/56", OFFICE, False),
    ("soil", "/areas/1/soil", OFFICE, False),
    ("planting", "/areas/20/year", OFFICE, False),
    ("mulch", "/areas/21/mulch?bag_price=8&bulk_price=32&delivery=40&wind=on", OFFICE, False),
    ("firm", "/properties", OFFICE, False),
    ("sheets", "/sheets", OFFICE, False),
    ("compare", "/bench/compare?area=1&nutrient=n&need=3+g/m²", OFFICE, False),
    ("seen-phone", "/observed/new?place=p1", PHONE, False),
    ("walk-phone", "/properties/3/walk", PHONE, False),
)


def main() -> None:
    """Serves the demo and writes every picture."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder:
        settings = demo_settings(Settings(database=Path(folder) / "demo.sqlite"))
        build_demo(settings)
        with served(settings) as address, chromium() as browser:
            for name, url, size, panel in PICTURES:
                page = browser.new_page(viewport=size)
                page.goto(address + url)
                page.evaluate("document.fonts.ready")
                if panel:
                    page.locator("#working").scroll_into_view_if_needed()
                    page.evaluate("document.querySelector('#working').scrollIntoView()")
                page.screenshot(path=FOLDER / f"{name}.png")
                page.close()
                print(f"docs/screenshots/{name}.png")


if __name__ == "__main__":
    main()
