"""A property is caught up in one form: late work with what hangs on it."""

from __future__ import annotations

import html
import re
from collections.abc import Iterator
from datetime import date

import pytest
from fastapi.testclient import TestClient

from amber_acre.settings import Settings
from amber_acre.web.app import create_app
from tests.conftest import BASE, Browser


@pytest.fixture
def august(demo_settings_copy: Settings) -> Iterator[Browser]:
    """The demo, eleven weeks in which nobody logged anything."""
    settings = demo_settings_copy.model_copy(update={"today": date(2026, 8, 12)})
    with TestClient(create_app(settings), base_url=BASE) as client:
        yield Browser(client)


def choices(browser: Browser, address: str) -> list[str]:
    return re.findall(r'name="(do-\d+)"', browser.get(address).text)


def test_a_property_is_caught_up_in_one_form(august: Browser) -> None:
    places = dict.fromkeys(re.findall(r'href="(/properties/\d+/late)"', august.get("/").text))
    assert places
    for address in places:
        fields = choices(august, address)
        nothing = august.post(address, dict.fromkeys(fields, ""), page=address)
        assert nothing.status_code == 422
        assert "Nothing was chosen" in nothing.text
        form = dict.fromkeys(fields, "today") | {"why": "rain for weeks"}
        sent = august.post(address, form, page=address)
        if sent.status_code == 422:  # what the judge stops today is left out, and nothing that was typed is lost
            stopped = re.findall(r'id="fault-(do-\d+)"', sent.text)
            assert stopped, address
            assert 'value="rain for weeks"' in sent.text
            sent = august.post(address, form | dict.fromkeys(stopped, "out"), page=address)
        assert sent.status_code == 303, html.unescape(sent.text)
        assert not set(choices(august, address)) & set(fields)
