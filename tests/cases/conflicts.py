"""Two described jobs on one area, or one against its place: what the judge says, and how far apart they must lie."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from datetime import date, timedelta
from typing import Any

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.jobs.job import Job, Placement, Work
from amber_acre.core.jobs.standing import stand
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import Kilograms, SquareMetres
from amber_acre.core.rules.direction import moves_ph
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.rule import Verdict
from tests.cases.described import ground_of, product_of, words_of, work_of

FARTHEST = 400  # days a pair is moved apart in search of the least distance
FINELY = 200  # day by day so far, then in steps of ten
ANSWERS = {"stop": "refuse", "warn": "warn", "note": "allowed"}
SEASONS = (
    ("midwinter", (1, 15)),
    ("january", (1, 15)),
    ("winter", (1, 15)),
    ("midsummer", (7, 15)),
    ("july", (7, 15)),
    ("early september", (9, 5)),
    ("september", (9, 15)),
    ("autumn", (9, 15)),
    ("spring", (4, 25)),
    ("may", (5, 20)),
    ("june", (6, 15)),
    ("october", (10, 5)),
    ("november", (11, 15)),
    ("summer", (7, 15)),
)


def answer(case: Mapping[str, Any]) -> dict[str, Any]:
    """``verdict`` (allowed, warn, refuse) and, of a pair, ``least_days`` from which nothing is said between them."""
    told = case.get("conditions") or {}
    at, first, second, days = _scene(case, told)
    if second is None:
        return {"verdict": _gravest(_alone(at, _on(first, _day(told, first.on)))), "least_days": None}
    begun = _day(told, second.on)
    done = _md(told.get("first_done"))
    both = _pair(at, first, second, begun, days, done)
    said = {
        apart: _pairwise(at, first, second, begun, apart, done)
        for apart in (*range(FINELY), *range(FINELY, FARTHEST + 1, 10))
    }
    return {"verdict": _gravest(both), "least_days": _least(said, days)}


def _least(said: Mapping[int, bool], days: int) -> int:
    """The least distance in the run of free ones that holds ``days``; else the first from which all are free."""
    if not said.get(days, True):
        return min(apart for apart in said if not any(said[more] for more in said if apart <= more <= days))
    return next((apart for apart in said if not any(said[more] for more in said if more >= apart)), 9999)


def _scene(case: Mapping[str, Any], told: Mapping[str, Any]) -> tuple[Ground, Job, Job | None, int]:
    interval = int(told.get("interval_days") or 0)
    one, other = case["first"], case.get("second")
    named: dict[str, int] = {}
    made: list[tuple[Work | None, Product | None, float]] = []
    for item in (one, other):
        if item is None:
            continue
        key = named.setdefault(words_of(item), len(named) + 1)
        work = work_of(item)
        product, rate = None, 0.0
        if work is None:
            product, rate = product_of(item, key, int(item.get("interval_days") or interval))
        made.append((work, product, rate))
    ways = {moves_ph(product) for _, product, _ in made if product is not None}
    ph = 5.4 if "up" in ways else 7.8 if "down" in ways else None
    at = ground_of(str(case.get("area_kind") or "lawn"), told, ph)
    day = _season(str(told.get("month_kind") or ""), at)
    jobs = [_job(n + 1, work, product, rate, day, told) for n, (work, product, rate) in enumerate(made)]
    return at, jobs[0], jobs[1] if len(jobs) > 1 else None, int(case.get("days_apart") or 0)


def _season(told: str, at: Ground) -> date:
    warm = at.grass is not None and at.grass.season == "warm"
    month, day = next((when for word, when in SEASONS if word in told.lower()), (5, 20) if warm else (4, 28))
    return date(2026, month, day)


def _md(text: str | None) -> date | None:
    if not text:
        return None
    month, day = (int(part) for part in text.split("-")[-2:])
    return date(2026, month, day)


def _day(told: Mapping[str, Any], usual: date) -> date:
    return _md(told.get("first_planned") or told.get("on")) or usual


def _job(key: int, work: Work | None, product: Product | None, rate: float, day: date, told: Mapping[str, Any]) -> Job:
    does: Work = work or "spread"
    if product is not None and product.family == "bulk":
        does = "topdress"
    elif product is not None and product.total_nitrogen > 0:
        does = "feed"
    dug = any(word in str(told.get("placement") or "") for word in ("till", "dug", "incorporated"))
    placement: Placement = "tilled" if dug else "surface"
    return Job(
        key,
        f"job {key}",
        does,
        day,
        day,
        day + timedelta(days=14),
        Dose(rate),
        product,
        key=key,
        maker="hand",
        placement=placement,
    )


def _on(job: Job, day: date) -> Job:
    return replace(job, on=day, opens=day, closes=day + timedelta(days=14))


def _alone(at: Ground, job: Job) -> tuple[Verdict, ...]:
    return _book(at, (job,)).judged(job)


def _book(at: Ground, jobs: tuple[Job, ...], entries: tuple[Entry, ...] = ()) -> AreaBook:
    stands = tuple(stand(one, *at.sizes_of(one), entries, date.max) for one in jobs)
    return AreaBook(at, stands, entries, date(2026, 1, 1))


def _pair(at: Ground, first: Job, second: Job, begun: date, days: int, done: date | None) -> list[Verdict]:
    """What is said of both, the second so many days after the first (or after it was done)."""
    one, other = _on(first, begun), _on(second, (done or begun) + timedelta(days=days))
    entries: tuple[Entry, ...] = ()
    if done is not None and one.product is not None:
        kg = Kilograms(one.dose.value * at.size_m2 / 1000)
        entries = (Entry(1, one.key, done, one.product, kg, SquareMetres(at.size_m2)),)
    book = _book(at, (one, other), entries)
    found = list(book.judged(other))
    return found if entries else [*found, *book.judged(one)]


def _pairwise(at: Ground, first: Job, second: Job, begun: date, days: int, done: date | None) -> bool:
    """Whether anything is asked or forbidden that neither job alone would be."""
    other = _on(second, (done or begun) + timedelta(days=days))
    alone = {v.rule for v in (*_alone(at, _on(first, begun)), *_alone(at, other))}
    said = _pair(at, first, second, begun, days, done)
    return any(v.rule not in alone for v in said if v.severity != "note")


def _gravest(verdicts: Any) -> str:
    graves = [ANSWERS[v.severity] for v in verdicts]
    return "refuse" if "refuse" in graves else "warn" if "warn" in graves else "allowed"
