"""The application as a server's factory makes it, with the settings of the environment."""

from __future__ import annotations

import gc

from fastapi import FastAPI

from amber_acre.core.errors import AmberError
from amber_acre.settings import Settings
from amber_acre.web.app import create_app


def application() -> FastAPI:
    """For ``uvicorn --factory``."""
    try:
        app = create_app(Settings())
    except AmberError as error:
        raise SystemExit(error.sentence) from error
    settle_memory()
    return app


# New containers between two looks for circles that nobody holds any more, by generation. Python's own 700 suits small
# programs; a page makes tens of thousands, hardly any of them in a circle.
BETWEEN_LOOKS = (2_000, 20, 50)


def settle_memory() -> None:
    """What the program has loaded by now stays: the collector need not walk through it while somebody waits."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(*BETWEEN_LOOKS)
    gc.enable()
