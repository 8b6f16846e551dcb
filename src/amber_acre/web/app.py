"""The application: settings in, routers and problems on."""

from __future__ import annotations

from pathlib import Path

from fastapi import FastAPI
from fastapi.staticfiles import StaticFiles

from amber_acre.settings import Settings
from amber_acre.stand_ins.ph_probe import SimulatedProbe
from amber_acre.stand_ins.soil_lab import SimulatedLab
from amber_acre.stand_ins.weather import SimulatedWeather
from amber_acre.store import upkeep
from amber_acre.store.session import migrate, open_engine, writing
from amber_acre.store.site import settle_everything
from amber_acre.web import problems
from amber_acre.web.guard import Guard
from amber_acre.web.kept import KeptPages
from amber_acre.web.pages.account.routes import router as account
from amber_acre.web.pages.almanac.judging import router as judging
from amber_acre.web.pages.almanac.routes import router as almanac
from amber_acre.web.pages.areas.routes import router as areas
from amber_acre.web.pages.bench.keeping import router as bench_keeping
from amber_acre.web.pages.bench.mixes import router as bench_mixes
from amber_acre.web.pages.bench.programs import router as bench_description
from amber_acre.web.pages.bench.programs import sums as bench_programs
from amber_acre.web.pages.bench.routes import router as bench
from amber_acre.web.pages.bench.shelf_sums import router as bench_shelf
from amber_acre.web.pages.buying.routes import router as buying
from amber_acre.web.pages.daybook.bringing import router as bringing
from amber_acre.web.pages.daybook.routes import router as daybook
from amber_acre.web.pages.deleted.routes import router as deleted
from amber_acre.web.pages.files.routes import router as files
from amber_acre.web.pages.find.routes import router as find
from amber_acre.web.pages.garden.injecting import router as garden_injecting
from amber_acre.web.pages.garden.mulching import router as garden_mulching
from amber_acre.web.pages.garden.routes import router as garden
from amber_acre.web.pages.garden.trees import router as garden_trees
from amber_acre.web.pages.job.routes import router as job
from amber_acre.web.pages.looks.routes import router as looks
from amber_acre.web.pages.machines.routes import router as machines
from amber_acre.web.pages.observed.routes import router as observed
from amber_acre.web.pages.outgoing.routes import router as outgoing
from amber_acre.web.pages.planning.longer import router as planning_longer
from amber_acre.web.pages.planning.routes import router as planning
from amber_acre.web.pages.plants.routes import router as plants
from amber_acre.web.pages.programme.routes import router as programme
from amber_acre.web.pages.properties.routes import router as properties
from amber_acre.web.pages.quote.routes import router as quote
from amber_acre.web.pages.schools.routes import router as schools
from amber_acre.web.pages.shelf.bringing import router as shelf_bringing
from amber_acre.web.pages.shelf.routes import router as shelf
from amber_acre.web.pages.site.routes import router as site
from amber_acre.web.pages.soil.amending import router as soil_amending
from amber_acre.web.pages.soil.correcting import router as soil_correcting
from amber_acre.web.pages.soil.files import router as soil_files
from amber_acre.web.pages.soil.leaves import router as soil_leaves
from amber_acre.web.pages.soil.nutrients import router as soil_nutrients
from amber_acre.web.pages.soil.routes import router as soil
from amber_acre.web.pages.soil.water import router as soil_water
from amber_acre.web.pages.walk.routes import router as walk
from amber_acre.web.pages.week.routes import router as week
from amber_acre.web.pages.week.sheets import router as sheets
from amber_acre.web.pages.years.routes import router as years

# Looked through in this order: the first route that fits answers, so what is asked most stands first. A page of its own
# name comes before one that takes any name there: properties/new before the property's year.
ROUTERS = (
    week,
    properties,
    programme,
    job,
    observed,
    bringing,
    daybook,
    site,
    soil,
    garden,
    areas,
    shelf_bringing,
    shelf,
    buying,
    sheets,
    account,
    looks,
    walk,
    files,
    planning,
    planning_longer,
    outgoing,
    years,
    schools,
    soil_correcting,
    soil_nutrients,
    soil_amending,
    soil_leaves,
    soil_water,
    soil_files,
    garden_injecting,
    garden_mulching,
    garden_trees,
    quote,
    machines,
    bench_keeping,
    bench_shelf,
    bench_mixes,
    bench,
    bench_programs,
    bench_description,
    plants,
    judging,
    almanac,
    find,
    deleted,
)


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
    app.state.weather = SimulatedWeather() if settings.simulated_weather else None
    app.state.probe = SimulatedProbe()
    app.state.laboratory = SimulatedLab()
    migrate(app.state.engine)
    if copy is not None:  # a newer program may reckon sizes by more than the older one did
        with writing(app.state.engine) as session:
            settle_everything(session)
            session.commit()
    app.mount("/static", StaticFiles(directory=Path(__file__).parent / "static"), name="static")
    for router in ROUTERS:
        app.include_router(router)
    problems.install(app)
    app.add_middleware(KeptPages, database=settings.database, today=settings.day)
    app.add_middleware(Guard, hosts=settings.hosts())
    return app
