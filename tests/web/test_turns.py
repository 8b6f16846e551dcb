"""Requests take turns: so many at a time, in order, and what takes long lets the others go by."""

from __future__ import annotations

import asyncio
from collections.abc import Awaitable, Callable

import pytest
from starlette.types import Receive, Scope, Send

from amber_acre.web.turns import AT_ONCE, Turns


class Pages:
    """An application whose pages take as long as their path says, in steps of the loop; it notes who began and ended
    and the most it ever had at once."""

    def __init__(self) -> None:
        self.began: list[str] = []
        self.ended: list[str] = []
        self.now = self.most = 0
        self.doors: dict[str, asyncio.Event] = {}

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        self.began.append(scope["path"])
        self.now += 1
        self.most = max(self.most, self.now)
        try:
            if scope["path"].startswith("fails"):
                raise ValueError(scope["path"])
            await self.doors.setdefault(scope["path"], asyncio.Event()).wait()
            self.ended.append(scope["path"])
        finally:
            self.now -= 1

    def let(self, path: str) -> None:
        self.doors.setdefault(path, asyncio.Event()).set()


async def receive() -> dict[str, str]:
    return {"type": "http.disconnect"}


async def send(_message: object) -> None: ...


def asked(turns: Turns, path: str, kind: str = "http") -> asyncio.Task[None]:
    return asyncio.ensure_future(turns({"type": kind, "path": path}, receive, send))


async def settled() -> None:
    for _ in range(20):
        await asyncio.sleep(0)


def run(story: Callable[[], Awaitable[None]]) -> None:
    async def told() -> None:
        async with asyncio.timeout(20):
            await story()

    asyncio.run(told())


def test_as_many_as_it_says_begin_and_the_rest_follow_in_the_order_they_came() -> None:
    async def story() -> None:
        pages = Pages()
        turns = Turns(pages, long=60)
        names = [f"page {n}" for n in range(7)]
        tasks = [asked(turns, name) for name in names]
        await settled()
        assert pages.began == names[:AT_ONCE]
        pages.let(names[1])  # whoever ends lets the one begin that has waited longest
        await settled()
        assert pages.began == names[: AT_ONCE + 1]
        assert pages.ended == [names[1]]
        for name in names:
            pages.let(name)
        await asyncio.gather(*tasks)
        assert pages.began == names
        assert pages.most == AT_ONCE

    run(story)


def test_what_takes_long_gives_its_turn_on_once() -> None:
    async def story() -> None:
        pages = Pages()
        turns = Turns(pages, at_once=1, long=0.01)
        plan = asked(turns, "plan")
        short = Turns(pages, at_once=1, long=60)
        short.turns = turns.turns  # the same turns, with pages that are never long
        first, second = asked(short, "first"), asked(short, "second")
        await asyncio.sleep(0.05)
        assert pages.began == ["plan", "first"]
        pages.let("plan")  # ends: its turn is given on already, so nobody else begins
        await plan
        await settled()
        assert pages.began == ["plan", "first"]
        pages.let("first")
        await first
        await settled()
        assert pages.began == ["plan", "first", "second"]
        pages.let("second")
        await second

    run(story)


def test_a_page_that_fails_or_is_broken_off_keeps_nobody_waiting() -> None:
    async def story() -> None:
        pages = Pages()
        turns = Turns(pages, at_once=1, long=60)
        failing, held, waiting, last = (asked(turns, name) for name in ("fails", "held", "waiting", "last"))
        with pytest.raises(ValueError, match="fails"):
            await failing
        await settled()
        assert pages.began == ["fails", "held"]
        waiting.cancel()  # gone before its turn
        await settled()
        held.cancel()  # gone in the middle of it
        await settled()
        assert pages.began == ["fails", "held", "last"]
        pages.let("last")
        await last

    run(story)


def test_what_is_no_request_takes_no_turn() -> None:
    async def story() -> None:
        pages = Pages()
        turns = Turns(pages, at_once=1, long=60)
        held, start = asked(turns, "held"), asked(turns, "start", "lifespan")
        await settled()
        assert set(pages.began) == {"held", "start"}
        pages.let("held")
        pages.let("start")
        await asyncio.gather(held, start)

    run(story)


def test_each_loop_has_turns_of_its_own() -> None:
    pages = Pages()
    turns = Turns(pages, at_once=1, long=60)

    async def broken_off() -> None:
        asked(turns, "left")
        await settled()

    async def story() -> None:
        pages.let("here")
        await asked(turns, "here")

    run(broken_off)
    run(story)
    assert pages.began == ["left", "here"]
