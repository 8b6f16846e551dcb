"""Measures ratios in one run, prints them and writes docs/performance.md: ``make bench``.

Absolute times say more about the machine than about the program; each figure here is divided by a
plain piece of work done in the same run.
"""

from __future__ import annotations

import math
import sqlite3
import statistics
import tempfile
import time
from collections.abc import Callable
from dataclasses import dataclass, replace
from datetime import date
from functools import partial
from pathlib import Path

import numpy as np
from fastapi.testclient import TestClient
from sqlalchemy import Engine
from tests.journeys.browsing import served

from amber_acre.core.by_content import forget
from amber_acre.core.care.brief import Lawn
from amber_acre.core.products.product import Product
from amber_acre.core.programme.planning import plan_year
from amber_acre.core.quantities import SquareMetres
from amber_acre.demo.build import build_demo, demo_settings, lay_lawn
from amber_acre.demo.world import DemoLawn
from amber_acre.settings import Settings
from amber_acre.store import clients
from amber_acre.store.areas import all_lawns, lawn_of
from amber_acre.store.books import book_of
from amber_acre.store.outlines import Outline, bring_in
from amber_acre.store.programmes import plan_area
from amber_acre.store.session import open_engine, reading, writing
from amber_acre.store.shelf import shelf
from amber_acre.web.app import create_app
from amber_acre.web.memory import settle_memory
from benchmarks.floors import bare_form
from benchmarks.gardens import gardens
from benchmarks.report import HEAD, TAIL, of_pages, of_people, of_planning, of_starts
from benchmarks.seasons import measure
from benchmarks.starting import ports, starts
from benchmarks.visitors import Together
from benchmarks.visitors import together as at_once

REPORT = Path(__file__).parents[1] / "docs" / "performance.md"
START = date(2026, 3, 1)


def median_seconds(work: Callable[[], object], times: int) -> float:
    """Median over ``times`` runs, after two to warm up."""
    for _ in range(2):
        work()
    taken = []
    for _ in range(times):
        began = time.perf_counter()
        work()
        taken.append(time.perf_counter() - began)
    return statistics.median(taken)


def bare_arithmetic(lawns: int) -> None:
    """The daily arithmetic of a plan with nothing around it: three curves, growth, release of four rounds."""
    days = np.arange(365) + 0.5
    angle = 2 * np.pi * days / 365
    for _ in range(lawns):
        curves = [10 + sum(np.cos(k * angle + k) + np.sin(k * angle) for k in range(1, 6)) for _ in range(3)]
        growth = np.exp(-0.5 * ((curves[0] - 20) / 5.5) ** 2)
        warmth = np.where(curves[0] < 0, 0.0, 2.0 ** ((curves[0] - 25) / 10))
        for _ in range(4):
            np.diff(np.exp(-0.07 * np.cumsum(warmth))) * growth[1:]


def plan_many(lawns: list[Lawn], products: list[Product]) -> None:
    for lawn in lawns:
        plan_year(lawn, products, START, START)


def large_site(engine: Engine) -> int:
    """A property of 40 beds with 50 corners each, side by side; its number."""
    with writing(engine) as session:
        place = clients.properties(session)[0]
        copy = clients.save_property(
            session,
            client_id=place.client_id,
            name="Forty beds",
            climate_id=place.climate_id,
            rule_set_id=place.rule_set_id,
            units="metric",
            plot_m2=None,
            plot_typed="",
        )
        for n in range(40):
            x, y = n % 8 * 11.0, n // 8 * 9.0
            angles = [2 * math.pi * k / 50 for k in range(50)]
            ring = tuple((x + (4 + 0.4 * math.sin(5 * a)) * math.cos(a), y + 3.6 * math.sin(a)) for a in angles)
            bring_in(session, copy, Outline(f"Bed {n + 1}", "bed", ring), "tape", True)
        session.commit()
        return copy.id


def many_lawns(engine: Engine, name: str, lawns: int) -> int:
    """A property of so many planned lawns; its number."""
    with writing(engine) as session:
        place = clients.properties(session)[0]
        copy = clients.save_property(
            session,
            client_id=place.client_id,
            name=name,
            climate_id=place.climate_id,
            rule_set_id=place.rule_set_id,
            units="metric",
            plot_m2=None,
            plot_typed="",
        )
        session.flush()
        rows = [
            lay_lawn(
                session, copy, DemoLawn(f"Lawn {n}", "rectangle", (f"{20 + n % 9} m", "12 m"), "bluegrass", "middle")
            )
            for n in range(lawns)
        ]
        for row in rows:
            plan_area(session, row, START)
        session.commit()
        return copy.id


class Beside:
    """Times pages against the one-row page of the same server, turn about on one connection."""

    def __init__(self, client: TestClient, database: Path) -> None:
        self.client = client
        self.other = sqlite3.connect(database)
        self.changes = 0

    def get(self, address: str) -> float:
        """Seconds of one answer."""
        began = time.perf_counter()
        self.client.get(address).raise_for_status()
        return time.perf_counter() - began

    def rename(self, area: int) -> None:
        """One area changes, by another program, to what it never was before."""
        self.changes += 1
        self.other.execute("UPDATE areas SET name = ? WHERE id = ?", (f"Aside {self.changes}", area))
        self.other.commit()

    def move(self, area: int) -> None:
        """One job of an area changes, by another program."""
        self.changes += 1
        last = "SELECT max(id) FROM jobs WHERE area_id = ? AND programme_id IS NOT NULL"
        statement = f"UPDATE jobs SET opens = date(opens, '-1 day'), closes = date(closes, ?) WHERE id = ({last})"
        self.other.execute(statement, (f"{self.changes % 7} days", area))
        self.other.commit()

    def forget(self, area: int) -> None:
        """Nothing is kept any more, nor the page."""
        forget()
        self.rename(area)

    def area_of(self, place: int) -> int:
        """An area of a property."""
        key: int = self.other.execute("SELECT min(id) FROM areas WHERE property_id = ?", (place,)).fetchone()[0]
        return key

    def has_jobs(self, area: int) -> bool:
        """Whether there is a planned job to change."""
        found = self.other.execute("SELECT 1 FROM jobs WHERE area_id = ? AND programme_id IS NOT NULL", (area,))
        return found.fetchone() is not None

    def ratio(self, address: str, times: int, change: Callable[[], None] = lambda: None) -> float:
        """Median of a page over the median of the one-row page; ``change`` comes before each."""
        self.get(address)
        taken = []
        for _ in range(times):
            change()
            taken.append((self.get(ONE_ROW), self.get(address)))
        return statistics.median(page for _, page in taken) / statistics.median(row for row, _ in taken)


ONE_ROW = "/deleted"  # a page of one list, made anew at each request


@dataclass(frozen=True)
class PageCost:
    """A page over the one-row page: with nothing, with one area, with one of its jobs changed (None: no job there), and
    with nothing kept, as after a start."""

    what: str
    unchanged: float
    area: float
    job: float | None
    anew: float

    @property
    def line(self) -> str:
        """Its row of the report."""
        job = "no job" if self.job is None else f"{self.job:.1f} ×"
        return f"| {self.what} | {self.unchanged:.2f} × | {self.area:.1f} × | {job} | {self.anew:.0f} × |"


def pages(folder: Path) -> tuple[list[PageCost], float, Lawn, list[Product]]:
    """What each page costs; the one-row page over hello; a lawn, the shelf."""
    settings = demo_settings(Settings(database=folder / "bench.sqlite"))
    build_demo(settings)
    app = create_app(settings)

    @app.get("/hello")
    def hello() -> str:
        return "hello, world"

    site = large_site(app.state.engine)
    thirty = many_lawns(app.state.engine, "Thirty lawns", 30)
    settle_memory()  # as the command line does before it serves
    with TestClient(app, base_url="http://127.0.0.1") as client:
        beside = Beside(client, settings.database)
        row = statistics.median(beside.get(ONE_ROW) for _ in range(60))
        one_row = row / statistics.median(beside.get("/hello") for _ in range(200))
        found = [
            PageCost(
                what,
                beside.ratio(address, 30),
                beside.ratio(address, 15, partial(beside.rename, area)),
                beside.ratio(address, 15, partial(beside.move, area)) if beside.has_jobs(area) else None,
                beside.ratio(address, 5, partial(beside.forget, area)),
            )
            for what, address, area in (
                ("property of 30 planned lawns", f"/properties/{thirty}", beside.area_of(thirty)),
                ("this week, 115 areas", "/", 1),
                ("the firm's year, 115 areas", "/properties", 1),
                ("what to buy", "/buying", 1),
                ("day book", "/daybook", 1),
                ("soil page with its reading", "/areas/1/soil", 1),
                ("site sheet, 40 areas of 50 corners", f"/properties/{site}/site", beside.area_of(site)),
                ("shelf", "/shelf", 1),
            )
        ]
    engine = open_engine(settings.database)
    with reading(engine) as session:
        lawns = all_lawns(session)
        first = lawn_of(lawns[0], book_of(session, lawns[0], START).ground), shelf(session)
    engine.dispose()
    return found, one_row, *first


def together(folder: Path) -> Together:
    """Eight people at once on a served program."""
    settings = demo_settings(Settings(database=folder / "together.sqlite"))
    build_demo(settings)
    app = create_app(settings)

    @app.get("/hello")
    def hello() -> str:
        return "hello, world"

    settle_memory()
    with served(settings, app) as address:
        return at_once(address, ONE_ROW, 8, 100, 5)


def planning(first: Lawn, products: list[Product]) -> tuple[float, float]:
    """A plan that is known over the bare arithmetic of one; and a property of twelve new lawns over one new lawn."""
    known = median_seconds(lambda: plan_many([first], products), 5)
    lawns = [replace(first, low_m2=SquareMetres(first.size_m2 * (1 - 0.001 * n))) for n in range(1, 16)]
    ones = []
    for lawn in lawns[:3]:
        began = time.perf_counter()
        plan_many([lawn], products)
        ones.append(time.perf_counter() - began)
    began = time.perf_counter()
    plan_many(lawns[3:], products)
    twelve = time.perf_counter() - began
    return known / median_seconds(lambda: bare_arithmetic(1), 200), twelve / statistics.median(ones)


def main() -> None:
    """Runs both measurements and writes the report."""
    with tempfile.TemporaryDirectory() as folder:
        found, one_row, first, products = pages(Path(folder))
        eight = together(Path(folder))
        start, over_frame, imported = starts(Path(folder) / "bench.sqlite")
        bare_written = bare_form(Path(folder), ports(1)[0], 8, 100, 5)
        over_lawn = gardens(Path(folder))
    again, twelve = planning(first, products)
    parts = (
        of_pages([one.line for one in found], one_row),
        of_people(eight, bare_written),
        of_starts(start, over_frame, imported),
        of_planning(measure(first, products), again, twelve, over_lawn),
    )
    text = "\n\n".join((HEAD, *parts, TAIL)) + "\n"
    REPORT.write_text(text, encoding="utf-8")
    print(text)


if __name__ == "__main__":
    main()
