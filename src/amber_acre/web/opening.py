"""Pages are opened when somebody first comes to an address of theirs: a start loads the frame, not the whole house."""

from __future__ import annotations

from dataclasses import dataclass
from importlib import import_module

from fastapi import APIRouter, FastAPI
from starlette.types import ASGIApp, Receive, Scope, Send

from amber_acre.web.memory import loading


@dataclass(frozen=True)
class Pages:
    """A module below ``web/pages`` that answers addresses by their first words; '' is the root."""

    module: str
    words: tuple[str, ...]
    router: str = "router"

    def load(self) -> APIRouter:
        """The routes; loads the module where it is not yet."""
        routes: APIRouter = getattr(import_module(f"amber_acre.web.pages.{self.module}"), self.router)
        return routes


# Looked through in this order: the first route that fits answers, so what is asked most stands first. A page of its own
# name comes before one that takes any name there: properties/new before the property's year.
PAGES = (
    Pages("week.routes", ("", "week")),
    Pages("properties.routes", ("properties",)),
    Pages("week.catching", ("properties",)),
    Pages("programme.routes", ("properties",)),
    Pages("job.routes", ("jobs", "areas", "entries")),
    Pages("observed.routes", ("observed",)),
    Pages("daybook.bringing", ("daybook",)),
    Pages("daybook.routes", ("daybook", "daybook.csv", "areas", "entries")),
    Pages("site.routes", ("properties", "areas", "contexts")),
    Pages("soil.routes", ("areas", "soil-tests", "probe-readings")),
    Pages("garden.routes", ("areas",)),
    Pages("areas.routes", ("properties", "areas")),
    Pages("shelf.bringing", ("shelf.csv", "prices.csv", "shelf")),
    Pages("shelf.routes", ("shelf",)),
    Pages("buying.routes", ("buying",)),
    Pages("week.sheets", ("sheets",)),
    Pages("account.routes", ("areas",)),
    Pages("looks.routes", ("areas", "photos")),
    Pages("walk.routes", ("properties", "areas")),
    Pages("files.routes", ("properties",)),
    Pages("planning.routes", ("plan",)),
    Pages("planning.longer", ("areas",)),
    Pages("outgoing.routes", ("programme.schema.json", "properties", "calendar.ics")),
    Pages("years.routes", ("areas",)),
    Pages("schools.routes", ("areas",)),
    Pages("soil.correcting", ("areas", "corrections")),
    Pages("soil.nutrients", ("areas",)),
    Pages("soil.amending", ("areas", "findings")),
    Pages("soil.leaves", ("areas",)),
    Pages("soil.water", ("areas",)),
    Pages("soil.files", ("properties",)),
    Pages("garden.injecting", ("areas",)),
    Pages("garden.mulching", ("areas",)),
    Pages("garden.trees", ("trees",)),
    Pages("quote.routes", ("properties",)),
    Pages("machines.routes", ("machines",)),
    Pages("bench.keeping", ("bench",)),
    Pages("bench.shelf_sums", ("bench",)),
    Pages("bench.mixes", ("bench",)),
    Pages("bench.routes", ("bench",)),
    Pages("bench.programs", ("api",), "sums"),
    Pages("bench.programs", ("api",)),
    Pages("plants.routes", ("almanac",)),
    Pages("almanac.judging", ("almanac",)),
    Pages("almanac.routes", ("almanac",)),
    Pages("find.routes", ("find",)),
    Pages("deleted.routes", ("deleted",)),
)


class Opening:
    """ASGI middleware: what answers an address is part of ``within`` before the address is looked up there."""

    def __init__(self, app: ASGIApp, within: FastAPI) -> None:
        self.app = app
        self.within = within
        self.known: set[str] = set()  # first words whose pages are open
        self.places: dict[int, int] = {}  # in PAGES, by the identity of what was included

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] == "http":
            word = scope["path"].partition("/")[2].partition("/")[0]
            if word not in self.known:
                self.open(word)
        await self.app(scope, receive, send)

    def open(self, word: str) -> None:
        """Opens the pages whose addresses begin with ``word``; nothing where none do.

        In the thread of the server: nobody is answered from half a list of routes.
        """
        wanted = [n for n, pages in enumerate(PAGES) if word in pages.words]
        if not wanted:
            return
        with loading():
            for n in wanted:
                if n not in self.places.values():
                    self._include(n)
        self.within.router.routes.sort(key=lambda route: self.places.get(id(route), -1))
        self.known.add(word)

    def _include(self, n: int) -> None:
        routes = self.within.router.routes
        before = len(routes)
        self.within.include_router(PAGES[n].load())
        self.places |= {id(route): n for route in routes[before:]}
