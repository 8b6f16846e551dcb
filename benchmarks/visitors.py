"""People who look and write at once, each a process of their own so that they do not share the server's interpreter."""

from __future__ import annotations

import re
import time
from dataclasses import dataclass
from multiprocessing import get_context
from multiprocessing.synchronize import Barrier

from httpx2 import Client

_start: Barrier | None = None


def _ready(barrier: Barrier) -> None:
    global _start  # noqa: PLW0603 - how a pool's worker is handed what it shares
    _start = barrier


def looks(job: tuple[str, str, int]) -> list[float]:
    """Seconds of each of so many answers of a page; all begin together."""
    address, page, times = job
    taken = []
    with Client(base_url=address) as client:
        client.get(page).raise_for_status()
        if _start is not None:
            _start.wait()
        for _ in range(times):
            began = time.perf_counter()
            client.get(page).raise_for_status()
            taken.append(time.perf_counter() - began)
    return taken


def writes(job: tuple[str, int, int]) -> tuple[float, float]:
    """Writes so many observations as one person; when it began and when it ended."""
    address, person, times = job
    with Client(base_url=address) as client:
        token = re.search(r'name="csrf" value="([^"]+)"', client.get("/observed/new").text)
        form = {"csrf": token[1] if token else "", "place": "p1", "on_day": "2026-05-27", "who": f"Person {person}"}
        if _start is not None:
            _start.wait()
        began = time.time()
        for n in range(times):
            answer = client.post("/observed/new", data=form | {"rain": f"{n}.{person} mm"}, headers={"origin": address})
            if answer.status_code != 303:
                raise RuntimeError(f"{answer.status_code}: not written")
        return began, time.time()


@dataclass(frozen=True)
class Together:
    """Seconds of every look at the week and at /hello; looks at /hello and writes a second, all by several at once."""

    week: list[float]
    hello: list[float]
    plain: float
    written: float


def together(address: str, people: int, times: int) -> Together:
    """So many people who look at the week, at /hello, then write, each ``times`` times."""
    context = get_context("spawn")
    barrier = context.Barrier(people)
    with context.Pool(people, _ready, (barrier,)) as pool:
        week = pool.map(looks, [(address, "/", times)] * people, 1)
        hello = pool.map(looks, [(address, "/hello", times)] * people, 1)
        spans = pool.map(writes, [(address, n, times) for n in range(people)], 1)
    return Together(
        [one for person in week for one in person],
        [one for person in hello for one in person],
        people * times / max(sum(one) for one in hello),
        people * times / (max(end for _, end in spans) - min(start for start, _ in spans)),
    )
