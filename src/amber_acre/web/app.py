"""The application: settings in, pages and problems on."""

from __future__ import annotations

import os
import weakref
from pathlib import Path

from fastapi import FastAPI
from fastapi.staticfiles import StaticFiles
from sqlalchemy.exc import SQLAlchemyError

from amber_acre.settings import Settings
from amber_acre.store import upkeep
from amber_acre.store.session import migrate, open_engine, writing
from amber_acre.web import problems
from amber_acre.web.guard import Guard
from amber_acre.web.kept import KeptPages
from amber_acre.web.opening import Opening
from amber_acre.web.outside import Outside
from amber_acre.web.turns import Turns


def create_app(settings: Settings) -> FastAPI:
    """An application on the database the settings name, brought to the newest revision after a copy.

    Refuses a database that is damaged, newer, torn, being made anew, or cannot be written (Unusable). It is held for as
    long as the application lives.
    """
    upkeep.refuse_unusable(settings.database)
    copy = upkeep.copy_before_upgrade(settings.database)
    if copy is not None:
        print(f"The database is brought up to date; as it was, it is kept in {copy}.", flush=True)
    held = upkeep.hold(settings.database)
    app = FastAPI(docs_url=None, redoc_url=None, openapi_url=None)
    weakref.finalize(app, os.close, held)
    app.state.settings = settings
    app.state.engine = open_engine(settings.database)
    app.state.outside = Outside(settings.simulated_weather, settings.simulated_devices)
    try:
        migrate(app.state.engine)
    except SQLAlchemyError as error:
        raise upkeep.Unusable(
            f"{settings.database} cannot be brought up to date ({str(error).splitlines()[0][:200]}): its revision does"
            " not fit what is in it. Go back to the newest copy beside it.",
            field="database",
        ) from error
    upkeep.keep_private(settings.database)
    if copy is not None:  # a newer program may reckon sizes by more than the older one did
        from amber_acre.store.site import settle_everything

        with writing(app.state.engine) as session:
            settle_everything(session)
            session.commit()
    app.mount("/static", StaticFiles(directory=Path(__file__).parent / "static"), name="static")
    problems.install(app)
    app.add_middleware(Opening, within=app)
    app.add_middleware(Turns)
    app.add_middleware(KeptPages, database=settings.database, today=settings.day)
    app.add_middleware(Guard, hosts=settings.hosts())
    return app
