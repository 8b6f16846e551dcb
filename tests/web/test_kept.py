"""Pages kept while nothing changed: the same page, its own token and keys, and never an old one."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import text

from amber_acre.settings import Settings
from amber_acre.store.session import open_engine
from amber_acre.web.app import create_app
from amber_acre.web.kept import KEPT, taken_apart
from tests.conftest import BASE, Browser

PAGES = (
    "/",
    "/properties",
    "/properties/1?area=1",
    "/properties/1/site",
    "/areas/1/soil",
    "/daybook",
    "/shelf",
    "/jobs/1",
)
KEY = re.compile(r'name="(?:csrf|once|form_key)"\s+value="([^"]+)"')


@pytest.mark.parametrize("address", PAGES)
def test_a_kept_page_is_the_page_that_would_be_made(demo: Browser, address: str) -> None:
    assert KEPT.fullmatch(address.split("?", maxsplit=1)[0])
    made, kept = demo.client.get(address), demo.client.get(address)
    assert KEY.sub("", kept.text) == KEY.sub("", made.text)
    assert set(made.headers) - {"set-cookie"} == set(kept.headers)
    once = [re.findall(r'name="(?:once|form_key)"\s+value="([^"]+)"', page.text) for page in (made, kept)]
    assert len(once[0]) == len(once[1])
    assert not set(once[0]) & set(once[1])
    assert len(set(once[1])) == len(once[1])


def test_a_kept_page_carries_the_token_of_whoever_asks(demo_settings_copy: Settings) -> None:
    app = create_app(demo_settings_copy)
    with TestClient(app, base_url=BASE) as one, TestClient(app, base_url=BASE) as other:
        pages = [client.get("/").text for client in (one, one, other, other)]
    tokens = [set(re.findall(r'name="csrf" value="([^"]+)"', page)) for page in pages]
    assert all(len(found) == 1 for found in tokens)
    assert tokens[0] == tokens[1] != tokens[2] == tokens[3]


def test_what_anybody_commits_is_seen_at_once(demo: Browser, demo_settings_copy: Settings) -> None:
    assert "No. 4" in demo.get("/").text
    engine = open_engine(Path(demo_settings_copy.database))
    with engine.begin() as connection:  # another program beside this one
        connection.execute(text("UPDATE areas SET name = 'No. 4 front' WHERE name = 'No. 4'"))
    engine.dispose()
    assert "No. 4 front" in demo.get("/").text
    assert "No. 4<" not in demo.get("/").text


def test_a_page_taken_apart_and_filled_is_the_page() -> None:
    body = b'<i>TOKEN</i><input name="once" value="aaaaaaaaaaaaaaaaaaaaaaaa">x TOKEN'
    page = taken_apart(body, b"TOKEN", ())
    filled = page.filled(b"other")
    assert re.fullmatch(rb'<i>other</i><input name="once" value="[\w-]{24}">x other', filled)
    assert page.gaps == (True, False, True)
