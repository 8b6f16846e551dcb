"""People who look and write at once: connections of one process beside the server's, as people elsewhere do not take
its processors."""

from __future__ import annotations

import asyncio
import re
import subprocess
import time
from collections.abc import Awaitable, Callable
from dataclasses import dataclass, field
from multiprocessing import get_context
from urllib.error import URLError
from urllib.parse import urlencode, urlsplit

FORM = "/observed/new"
WARMING = 10  # answers to each before they count


def wait_for(ask: Callable[[], object], process: subprocess.Popen[bytes]) -> float:
    """Seconds until a process that was just started answers; gives up where it ended, or after a minute (URLError)."""
    began = time.perf_counter()
    while True:
        try:
            ask()
        except URLError:
            if process.poll() is not None or time.perf_counter() - began > 60:
                raise
            time.sleep(0.01)
        else:
            return time.perf_counter() - began


@dataclass
class Visitor:
    """One connection that stays, with its cookie; it asks as plainly as HTTP lets."""

    host: str
    reader: asyncio.StreamReader
    writer: asyncio.StreamWriter
    cookie: str = ""

    async def ask(self, page: str, form: dict[str, str] | None = None) -> tuple[int, bytes]:
        """Status and body of an answer; posts where there is a form."""
        body = urlencode(form).encode() if form else b""
        lines = [f"{'POST' if form else 'GET'} {page} HTTP/1.1", f"Host: {self.host}"]
        if self.cookie:
            lines.append(f"Cookie: {self.cookie}")
        if form:
            lines += [
                f"Origin: http://{self.host}",
                "Content-Type: application/x-www-form-urlencoded",
                f"Content-Length: {len(body)}",
            ]
        self.writer.write("\r\n".join([*lines, "", ""]).encode() + body)
        head = (await self.reader.readuntil(b"\r\n\r\n")).decode("latin-1")
        length = re.search(r"(?im)^content-length: (\d+)", head)
        cookie = re.search(r"(?im)^set-cookie: (amber_csrf=[^;]+)", head)
        self.cookie = cookie[1] if cookie else self.cookie
        return int(head.split()[1]), await self.reader.readexactly(int(length[1]) if length else 0)


@dataclass
class Answers:
    """Seconds of every answer, and answers a second over all who asked."""

    seconds: list[float] = field(default_factory=list)
    rate: float = 0.0


async def everybody(
    address: str, people: int, times: int, ask: Callable[[Visitor, int, int], Awaitable[None]]
) -> Answers:
    """So many people, each ``times`` times after some to warm up; person and turn go to ``ask``."""
    host = urlsplit(address).netloc
    visitors = [Visitor(host, *await asyncio.open_connection(*host.split(":"))) for _ in range(people)]
    found = Answers()

    async def one(person: int, visitor: Visitor, turns: range) -> None:
        for n in turns:
            began = time.perf_counter()
            await ask(visitor, person, n)
            found.seconds.append(time.perf_counter() - began)

    async def all_at_once(turns: range) -> None:
        await asyncio.gather(*(one(person, visitor, turns) for person, visitor in enumerate(visitors)))

    await all_at_once(range(times, times + WARMING))
    found.seconds.clear()
    began = time.perf_counter()
    await all_at_once(range(times))
    found.rate = people * times / (time.perf_counter() - began)
    for visitor in visitors:
        visitor.writer.close()
    return found


def looks(job: tuple[str, str, int, int]) -> Answers:
    """So many people look at a page, each so many times."""
    address, page, people, times = job

    async def look(visitor: Visitor, _person: int, _n: int) -> None:
        status, _ = await visitor.ask(page)
        if status != 200:
            raise RuntimeError(f"{page} answered {status}")

    return asyncio.run(everybody(address, people, times, look))


def writes(job: tuple[str, int, int]) -> Answers:
    """So many people write observations, each so many."""
    address, people, times = job
    forms: dict[int, dict[str, str]] = {}

    async def write(visitor: Visitor, person: int, n: int) -> None:
        if person not in forms:
            _, page = await visitor.ask(FORM)
            token = re.search(rb'name="csrf" value="([^"]+)"', page)
            forms[person] = {"csrf": token[1].decode() if token else "", "who": f"Person {person}"}
            forms[person] |= {"place": "p1", "on_day": "2026-05-27"}
        status, _ = await visitor.ask(FORM, forms[person] | {"rain": f"{n}.{person} mm"})
        if status != 303:
            raise RuntimeError(f"{status}: not written")

    return asyncio.run(everybody(address, people, times, write))


@dataclass(frozen=True)
class Together:
    """Looks at a page that is kept, at one that is made anew each time and at /hello, and writes, all by several at
    once; each in rounds, turn about."""

    week: list[Answers]
    made: list[Answers]
    hello: list[Answers]
    written: list[Answers]


def together(address: str, made: str, people: int, times: int, rounds: int) -> Together:
    """So many people who look at the week, at the page ``made`` anew, at /hello, then write, each ``times`` times."""
    found = Together([], [], [], [])
    with get_context("spawn").Pool(1) as pool:
        for _ in range(rounds):
            for page, answers in (("/", found.week), (made, found.made), ("/hello", found.hello)):
                answers.append(pool.apply(looks, ((address, page, people, times),)))
            found.written.append(pool.apply(writes, ((address, people, times),)))
    return found
