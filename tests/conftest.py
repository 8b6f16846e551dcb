"""Fixtures shared by all tests: an application on a database of its own, with or without the demo."""

from __future__ import annotations

import re
import shutil
from collections.abc import Iterator
from datetime import date
from pathlib import Path

import hypothesis
import pytest
from fastapi.testclient import TestClient
from httpx2 import Response
from sqlalchemy import Engine

from amber_acre.demo.build import build_demo, demo_settings
from amber_acre.settings import Settings
from amber_acre.store.session import open_engine
from amber_acre.web.app import create_app

BASE = "http://127.0.0.1"
TODAY = date(2026, 4, 10)

# No deadlines: tests are not timed, and a busy machine is not a fault. The same examples every run.
hypothesis.settings.register_profile(
    "house", deadline=None, derandomize=True, database=None, suppress_health_check=[hypothesis.HealthCheck.too_slow]
)
hypothesis.settings.load_profile("house")


def as_shown(response: Response) -> Response:
    """The answer with line breaks and indentation of the markup as the one space that a browser shows."""
    if response.headers.get("content-type", "").startswith("text/html"):
        response._text = re.sub(r" *\n +| {2,}", " ", response.text)
    return response


class Browser:
    """A test client that fills in forms as a browser without scripts would: token and all."""

    def __init__(self, client: TestClient) -> None:
        self.client = client

    def get(self, url: str) -> Response:
        response: Response = self.client.get(url)
        return as_shown(response)

    def post(self, url: str, form: dict[str, str], page: str | None = None) -> Response:
        """Posts ``form`` with the CSRF token of ``page`` (the same address where none is given)."""
        token = re.search(r'name="csrf" value="([^"]+)"', self.client.get(page or "/properties/new").text)
        assert token is not None
        response: Response = self.client.post(url, data={"csrf": token[1], **form}, follow_redirects=False)
        return as_shown(response)


@pytest.fixture
def settings(tmp_path: Path) -> Settings:
    return Settings(database=tmp_path / "test.sqlite", today=TODAY, firm="Test firm")


@pytest.fixture
def browser(settings: Settings) -> Iterator[Browser]:
    with TestClient(create_app(settings), base_url=BASE) as client:
        yield Browser(client)


@pytest.fixture(scope="session")
def demo_database(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The demo database, made once per test process; copy it before writing."""
    path = tmp_path_factory.mktemp("demo") / "demo.sqlite"
    build_demo(demo_settings(Settings(database=path)))
    return path


@pytest.fixture
def demo_settings_copy(demo_database: Path, tmp_path: Path) -> Settings:
    for suffix in ("", "-wal", "-shm"):
        if Path(f"{demo_database}{suffix}").exists():
            shutil.copy(f"{demo_database}{suffix}", tmp_path / f"demo.sqlite{suffix}")
    return demo_settings(Settings(database=tmp_path / "demo.sqlite"))


@pytest.fixture
def demo(demo_settings_copy: Settings) -> Iterator[Browser]:
    with TestClient(create_app(demo_settings_copy), base_url=BASE) as client:
        yield Browser(client)


@pytest.fixture
def demo_engine(demo_settings_copy: Settings) -> Iterator[Engine]:
    made = open_engine(demo_settings_copy.database)
    yield made
    made.dispose()
