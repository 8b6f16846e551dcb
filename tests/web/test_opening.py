"""Pages are opened when somebody comes to their address: every address, in the same order, whoever comes first."""

from __future__ import annotations

import os
import random
import subprocess
import sys
from pathlib import Path
from typing import Any

import pytest
from fastapi import FastAPI

import amber_acre
from amber_acre.settings import Settings
from amber_acre.web.app import create_app
from amber_acre.web.opening import PAGES, Opening
from tests.conftest import Browser

WORDS = sorted({word for pages in PAGES for word in pages.words})


def first_words(router: Any) -> set[str]:
    return {route.path.split("/")[1] for route in router.routes}


@pytest.mark.parametrize("pages", PAGES, ids=lambda pages: f"{pages.module}.{pages.router}")
def test_the_table_names_every_first_word_of_its_routes_and_no_other(pages: Any) -> None:
    assert first_words(pages.load()) == set(pages.words)


def test_whoever_comes_first_the_routes_are_looked_through_in_the_same_order() -> None:
    async def nothing(*_: object) -> None: ...

    for seed in range(5):
        app = FastAPI()
        before = len(app.router.routes)

        @app.get("/properties/{anything}")
        def own(anything: str) -> str:
            return anything

        opening = Opening(nothing, app)
        for word in random.Random(seed).sample(WORDS, len(WORDS)):
            opening.open(word)
            opening.open(word)
        found: list[Any] = list(app.router.routes)[before:]
        assert found[0].path == "/properties/{anything}"  # what the application has of its own stays before
        assert [part.original_router for part in found[1:]] == [pages.load() for pages in PAGES]


def test_an_address_nobody_answers_opens_nothing(browser: Browser, monkeypatch: pytest.MonkeyPatch) -> None:
    opening = Opening(FastAPI(), FastAPI())
    with monkeypatch.context() as patched:
        patched.setattr("amber_acre.web.opening.loading", lambda: pytest.fail("something was loaded"))
        opening.open("nothing")
    assert (opening.known, opening.places) == (set(), {})
    answer = browser.get("/nothing/here")
    assert answer.status_code == 404
    assert "There is no page at this address" in answer.text
    assert browser.get("/properties/").status_code == 200  # by way of /properties
    assert browser.get("/deleted").status_code == 200


def test_pages_that_could_not_be_loaded_are_tried_again(
    settings: Settings, browser: Browser, monkeypatch: pytest.MonkeyPatch
) -> None:
    app = create_app(settings)
    opening = Opening(app, app)
    kept = FastAPI.include_router
    monkeypatch.setattr(FastAPI, "include_router", lambda *_, **__: (_ for _ in ()).throw(ImportError("gone")))
    with pytest.raises(ImportError):
        opening.open("deleted")
    monkeypatch.setattr(FastAPI, "include_router", kept)
    opening.open("deleted")
    assert "deleted" in opening.known


HEAVY = ("PIL", "alembic", "gpxpy", "highspy", "icalendar", "numpy", "pyproj", "shapely", "weasyprint")
LIGHT = """
import sys
import amber_acre.web.app, amber_acre.web.pages.deleted.routes
print(*sorted({name.split(".")[0] for name in sys.modules}))
"""


def said_by(program: str) -> str:
    """What a Python of its own prints."""
    source = str(Path(amber_acre.__file__).parents[1])
    environment = {**os.environ, "PYTHONPATH": source}
    command = [sys.executable, "-c", program]
    return subprocess.run(command, capture_output=True, text=True, check=True, timeout=300, env=environment).stdout


def test_heavy_libraries_are_not_loaded_before_they_are_used() -> None:
    loaded = said_by(LIGHT).split()
    assert "sqlalchemy" in loaded
    assert not set(HEAVY) & set(loaded)
