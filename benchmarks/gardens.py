"""Planning whole gardens: areas as the demo mixes them, every lawn another one, over one new lawn."""

from __future__ import annotations

import time
from datetime import date
from pathlib import Path

from sqlalchemy.orm import Session

from amber_acre.demo.build import build_demo, demo_settings
from amber_acre.settings import Settings
from amber_acre.store.area_copies import copy_area
from amber_acre.store.areas import areas_in_use
from amber_acre.store.gardens import plan_any
from amber_acre.store.session import open_engine, writing
from amber_acre.store.tables import AreaRow

AREAS = 200
TWELVE = {"lawn": 4, "bed": 4, "tree": 2, "hedge": 1, "container": 1}


def gardens(folder: Path) -> tuple[float, float]:
    """Twelve areas of a garden, and two hundred, over one new lawn."""
    settings = demo_settings(Settings(database=folder / "gardens.sqlite"))
    build_demo(settings)
    day = settings.day()
    with writing(open_engine(settings.database)) as session:
        rows = _two_hundred(session)
        lawns = [row for row in rows if row.kind == "lawn"]
        for n, row in enumerate(lawns, start=1):
            row.low_m2 = row.size_m2 * (1 - 0.0007 * n)  # no two are chosen for as one
        session.flush()
        one = sorted(_seconds(session, [row], day) for row in lawns[:15])[7]
        twelve = [row for kind, count in TWELVE.items() for row in [r for r in rows if r.kind == kind][-count:]]
        some = _seconds(session, twelve, day)
        rest = [row for row in rows if row not in twelve and row not in lawns[:15]]
        every = _seconds(session, rest, day) * AREAS / len(rest)
    return some / one, every / one


def _two_hundred(session: Session) -> list[AreaRow]:
    made: list[AreaRow] = []
    originals = [row for row in areas_in_use(session) if row.kind != "patch"]
    while len(made) < AREAS + 15:
        for row in originals:
            made += copy_area(session, row, 1)
    return made


def _seconds(session: Session, rows: list[AreaRow], day: date) -> float:
    began = time.perf_counter()
    for row in rows:
        plan_any(session, row, day)
    return time.perf_counter() - began
