"""A real server on a free port and a real Chromium, for journeys and pictures."""

from __future__ import annotations

import shutil
import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager

import uvicorn
from axe_playwright_python.sync_playwright import Axe
from fastapi import FastAPI
from playwright.sync_api import Browser, Error, Page, Request, ViewportSize, expect, sync_playwright

from amber_acre.__main__ import free_port
from amber_acre.settings import Settings
from amber_acre.web.app import create_app

ARGUMENTS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
OFFICE: ViewportSize = {"width": 1280, "height": 800}
PHONE: ViewportSize = {"width": 390, "height": 844}
expect.set_options(timeout=20_000)  # a busy machine is not a fault
AXE = Axe()
WCAG = {"runOnly": {"type": "tag", "values": ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]}}


@contextmanager
def served(settings: Settings, app: FastAPI | None = None) -> Iterator[str]:
    """The application on a free port; its address. ``app``: one that is made already."""
    port = free_port("127.0.0.1", 8100 + int(time.monotonic() * 1000) % 800)
    server = uvicorn.Server(
        uvicorn.Config(app or create_app(settings), host="127.0.0.1", port=port, log_level="warning")
    )
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    for _ in range(200):
        if server.started:
            break
        time.sleep(0.05)
    try:
        yield f"http://127.0.0.1:{port}"
    finally:
        server.should_exit = True
        thread.join(timeout=10)


@contextmanager
def chromium() -> Iterator[Browser]:
    """Debian's Chromium, without a head."""
    path = shutil.which("chromium")
    if path is None:
        raise FileNotFoundError("chromium is missing: 'make test' installs it")
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=path, args=ARGUMENTS)
        try:
            yield browser
        finally:
            browser.close()


class Watch:
    """Notes every request that leaves the server and every message of the page."""

    def __init__(self, page: Page, address: str) -> None:
        self.address = address
        self.strangers: list[str] = []
        self.complaints: list[str] = []
        page.on("request", self._request)
        page.on("console", lambda message: self.complaints.append(message.text) if message.type == "error" else None)
        page.on("pageerror", lambda error: self.complaints.append(str(error)))

    def _request(self, request: Request) -> None:
        if not request.url.startswith(self.address):
            self.strangers.append(request.url)


def accessible(page: Page) -> None:
    """No WCAG A or AA violation on the page as it stands."""
    page.wait_for_load_state()
    try:
        result = AXE.run(page, options=WCAG)
    except Error:  # a link was followed while axe looked: look at the page it leads to
        page.wait_for_load_state()
        result = AXE.run(page, options=WCAG)
    assert result.violations_count == 0, result.generate_report()


TOO_SMALL = """() => [...document.querySelectorAll("button, select, summary, textarea, .tabs a, .pill, .button")]
  .concat([...document.querySelectorAll("input:not([type=hidden]):not([type=radio]):not([type=checkbox])")])
  .filter((e) => e.offsetHeight && e.offsetWidth && e.getBoundingClientRect().height < 43.5)
  .map((e) => `${e.tagName} ${(e.textContent || e.name).trim().slice(0, 30)}: ${e.offsetHeight}`)"""


def narrow_enough(page: Page) -> None:
    """On a phone: nothing makes the page wider than its window, and what is pressed is 44 px high."""
    assert page.evaluate("document.documentElement.scrollWidth <= window.innerWidth + 1"), page.url
    assert page.evaluate(TOO_SMALL) == [], page.url


def fill(page: Page, values: dict[str, str], prefix: str = "") -> None:
    for name, value in values.items():
        box = page.locator(f'[name="{prefix}{name}"]').first
        if box.evaluate("e => e.tagName") == "SELECT":
            box.select_option(value)
        elif box.get_attribute("type") == "radio":
            page.locator(f'[name="{prefix}{name}"][value="{value}"]').check()
        elif box.get_attribute("type") == "checkbox":
            box.check()
        else:
            box.fill(value)
