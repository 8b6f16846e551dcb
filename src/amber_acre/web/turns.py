"""Requests take turns: Python runs one thread at a time, so pages begun all at once all end late, some very late.

A few are answered at a time, in the order they came. Whoever computes for long, as planning does, gives the turn on
and goes on beside the others.
"""

from __future__ import annotations

import asyncio

from anyio import CapacityLimiter
from anyio.lowlevel import RunVar
from starlette.types import ASGIApp, Receive, Scope, Send

AT_ONCE = 2  # one computes while the other waits for the disk
LONG_S = 0.1  # longer than a page takes; a season chosen, a PDF, a file over a slow line take more


class _Turn:
    """What one request holds until it ends or has taken long."""

    def __init__(self, turns: CapacityLimiter) -> None:
        self.turns, self.held = turns, True

    def give_on(self) -> None:
        """Lets the next one begin; once."""
        if self.held:
            self.held = False
            self.turns.release_on_behalf_of(self)


class Turns:
    """ASGI middleware. ``at_once`` requests (1 or more) are answered at a time, beside those that took ``long``
    seconds."""

    def __init__(self, app: ASGIApp, at_once: int = AT_ONCE, long: float = LONG_S) -> None:
        self.app, self.at_once, self.long = app, at_once, long
        self.turns: RunVar[CapacityLimiter] = RunVar("turns of requests")  # a server has one loop, a test may have more

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        turns = self.turns.get(None)
        if turns is None:
            turns = CapacityLimiter(self.at_once)
            self.turns.set(turns)
        turn = _Turn(turns)
        await turns.acquire_on_behalf_of(turn)
        timer = asyncio.get_running_loop().call_later(self.long, turn.give_on)
        try:
            await self.app(scope, receive, send)
        finally:
            timer.cancel()
            turn.give_on()
