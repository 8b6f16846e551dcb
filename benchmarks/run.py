"""Measures ratios in one run, prints them and writes docs/performance.md: ``make bench``.

Absolute times say more about the machine than about the program; each figure here is divided by a
plain piece of work done in the same run.
"""

from __future__ import annotations

import math
import statistics
import tempfile
import time
from collections.abc import Callable
from dataclasses import replace
from datetime import date
from pathlib import Path

import numpy as np
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from amber_acre.core.products.product import Product
from amber_acre.core.programme.brief import Lawn
from amber_acre.core.programme.planning import plan_year
from amber_acre.core.quantities import SquareMetres
from amber_acre.demo.build import build_demo, demo_settings
from amber_acre.settings import Settings
from amber_acre.store import clients
from amber_acre.store.areas import all_lawns, lawn_of
from amber_acre.store.outlines import Outline, bring_in
from amber_acre.store.session import open_engine, reading, writing
from amber_acre.store.shelf import shelf
from amber_acre.web.app import create_app

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


def pages(folder: Path) -> tuple[dict[str, float], Lawn, list[Product], int]:
    """Seconds of a page over those of a hello-world route by name; a lawn, the shelf and the lawns of the demo."""
    settings = demo_settings(Settings(database=folder / "bench.sqlite"))
    build_demo(settings)
    app = create_app(settings)

    @app.get("/hello")
    def hello() -> str:
        return "hello, world"

    with TestClient(app, base_url="http://127.0.0.1") as client:

        def seconds(address: str, times: int = 40) -> float:
            return median_seconds(lambda: client.get(address).raise_for_status(), times)

        plain = seconds("/hello", 200)
        ratios = {
            "week": seconds("/") / plain,
            "page": seconds("/properties/2") / plain,
            "soil": seconds("/areas/1/soil") / plain,
            "lime": seconds("/areas/11/soil/ph?way=up") / plain,
            "sheet": seconds(f"/properties/{large_site(app.state.engine)}/site", 15) / plain,
        }
    engine = open_engine(settings.database)
    with reading(engine) as session:
        lawns = all_lawns(session)
        found = lawn_of(lawns[0]), shelf(session), len(lawns)
    engine.dispose()
    return ratios, *found


def planning(first: Lawn, products: list[Product]) -> tuple[float, float]:
    """Planning one lawn and a hundred over the bare arithmetic of as many."""
    hundred = [replace(first, size_m2=SquareMetres(first.size_m2 + n)) for n in range(100)]
    hundred = [replace(lawn, low_m2=lawn.size_m2, high_m2=lawn.size_m2) for lawn in hundred]
    one = median_seconds(lambda: plan_many(hundred[:1], products), 30) / median_seconds(lambda: bare_arithmetic(1), 200)
    many = median_seconds(lambda: plan_many(hundred, products), 3) / median_seconds(lambda: bare_arithmetic(100), 10)
    return one, many


def main() -> None:
    """Runs both measurements and writes the report."""
    with tempfile.TemporaryDirectory() as folder:
        ratios, first, products, lawns = pages(Path(folder))
    one, many = planning(first, products)
    lines = [
        "# Performance",
        "",
        "Ratios measured in one run by `make bench`; medians. They compare the program with plain work on the same",
        "machine in the same minute, so they travel better than seconds do.",
        "",
        "| what | over | ratio |",
        "|---|---|---|",
        f"| this week, {lawns} lawns (`/` of the demo) | a hello-world route in the same server |"
        f" {ratios['week']:.0f} × |",
        f"| property page, six lanes (`/properties/2`) | the same | {ratios['page']:.0f} × |",
        f"| site sheet, 40 areas of 50 corners | the same | {ratios['sheet']:.0f} × |",
        f"| soil page with its reading (`/areas/1/soil`) | the same | {ratios['soil']:.0f} × |",
        f"| a pH correction worked out, with its ladder (`/areas/11/soil/ph`) | the same | {ratios['lime']:.0f} × |",
        f"| planning 1 lawn, the demo's shelf | a bare NumPy loop over the same daily arithmetic | {one:.0f} × |",
        f"| planning 100 lawns | the same loop 100 times | {many:.0f} × |",
        "",
        "A page computes every lane anew at each request; only the daily curves of a climate are kept. The site sheet",
        "spends its time on reading shapes from their texts. Planning spends it on comparing products for every round",
        "and on combining them.",
        "",
    ]
    REPORT.write_text("\n".join(lines), encoding="utf-8")
    print("\n".join(lines))


if __name__ == "__main__":
    main()
