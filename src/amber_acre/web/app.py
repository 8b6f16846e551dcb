"""The application: settings in, pages and problems on."""

from __future__ import annotations

from pathlib import Path

from fastapi import FastAPI
from fastapi.staticfiles import StaticFiles

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

    Refuses a database that is damaged, newer, or cannot be written (Unusable).
    """
    upkeep.refuse_unusable(settings.database)
    copy = upkeep.copy_before_upgrade(settings.database)
    if copy is not None:
        print(f"The database is brought up to date; as it was, it is kept in {copy}.", flush=True)
    app = FastAPI(docs_url=None, redoc_url=None, openapi_url=None)
    app.state.settings = settings
    app.state.engine = open_engine(settings.database)
    app.state.outside = Outside(settings.simulated_weather, settings.simulated_devices)
    migrate(app.state.engine)
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
