"""The browser of the journeys."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser

from tests.journeys.browsing import chromium


@pytest.fixture(scope="module")
def window() -> Iterator[Browser]:
    with chromium() as browser:
        yield browser
