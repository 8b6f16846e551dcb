"""The application as a server's factory makes it, with the settings of the environment."""

from __future__ import annotations

from fastapi import FastAPI

from amber_acre.core.errors import AmberError
from amber_acre.settings import Settings
from amber_acre.web.app import create_app
from amber_acre.web.memory import settle_memory


def application() -> FastAPI:
    """For ``uvicorn --factory``."""
    try:
        app = create_app(Settings())
    except AmberError as error:
        raise SystemExit(error.sentence) from error
    settle_memory()
    return app
