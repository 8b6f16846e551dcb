"""Grounds, jobs and books for the tests of rules; products and climates are those of the worlds."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.jobs.job import Job
from amber_acre.core.jobs.standing import stand
from amber_acre.core.measure.area_facts import ReadFact
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import Kilograms, SquareMetres
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.rule import Verdict
from amber_acre.core.soil.probe import ProbeReading, summary
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.core.tables.plants import catalogue
from tests.core.worlds import FREE, VALE, product

TODAY = date(2026, 4, 1)
COMPOST = product(41, "Darkloaf", {"insoluble": 0.5}, (600, 40000), "bulk", p2o5=0.3, density_kg_l=0.6, interval=0)
GYPSUM = product(42, "Whitestone", {}, (100, 600), "gypsum", interval=30, other={"Ca": 0.22, "S": 0.17})


def facts(**texts: Any) -> dict[str, ReadFact]:
    """Facts as read: numbers and choices by key."""
    return {key: ReadFact(value, str(value)) for key, value in texts.items()}


def ground(kind: str = "lawn", size: float = 100.0, **changes: Any) -> Ground:
    """A lawn of bluegrass in the vale without a local rule, or what is asked for."""
    values: dict[str, Any] = {
        "name": "Test ground",
        "kind": kind,
        "size_m2": SquareMetres(size),
        "low_m2": SquareMetres(changes.pop("low", size)),
        "climate": VALE,
        "rules": FREE,
    }
    if kind in ("lawn", "patch"):
        grass = GRASS_BY_KEY[changes.pop("grass", "bluegrass")]
        values |= {"grass": grass, "plants": (catalogue()["poa-pratensis"],)}
    return Ground(**values | changes)


def probed(ph: float, on: date = TODAY) -> Any:
    """A probing of one pH at three spots."""
    return summary([ProbeReading(on, spot, ph) for spot in ("a", "b", "c")])


def job(what: Product | None, rate: float = 0.0, on: date = date(2026, 5, 20), key: int = 1, **changes: Any) -> Job:
    """A job of a product in g/m², or work without one."""
    values: dict[str, Any] = {
        "number": key,
        "name": f"job {key}",
        "work": "feed" if what is not None and what.total_nitrogen and what.family != "bulk" else "spread",
        "on": on,
        "opens": on,
        "closes": on + timedelta(days=14),
        "dose": Dose(rate),
        "product": what,
        "key": key,
        "maker": "hand",
    }
    return Job(**values | changes)


def entry(what: Product, rate: float, on: date, key: int = 90, size: float = 100.0, **changes: Any) -> Entry:
    """A log entry at a rate over a whole area."""
    values: dict[str, Any] = {"amount_kg": Kilograms(rate * size / 1000), "covered_m2": SquareMetres(size)}
    return Entry(key, changes.pop("job", None), on, what, **values | changes)


def book(at: Ground, *jobs: Job, entries: tuple[Entry, ...] = (), day: date = TODAY) -> AreaBook:
    """A book of a ground with jobs and entries."""
    stands = tuple(stand(one, *at.sizes_of(one), entries, date.max) for one in jobs)
    return AreaBook(at, stands, entries, day)


def broken(at: Ground, one: Job, *others: Job, entries: tuple[Entry, ...] = ()) -> dict[str, Verdict]:
    """What a job breaks, by the key of the rule."""
    return {verdict.rule: verdict for verdict in book(at, one, *others, entries=entries).judged(one)}


def logged(at: Ground, one: Entry, *earlier: Entry, jobs: tuple[Job, ...] = ()) -> dict[str, Verdict]:
    """What an entry goes past, by the key of the rule."""
    return {v.rule: v for v in book(at, *jobs, entries=(*earlier, one)).judged_entry(one)}


def with_label(what: Product, **changes: Any) -> Product:
    """A product with another label."""
    return replace(what, label=replace(what.label, **changes))
