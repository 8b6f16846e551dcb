"""What every request passes and every answer carries: allowed hosts, size of a body, security headers, form token."""

from __future__ import annotations

import secrets
from collections.abc import Iterable

from starlette.responses import PlainTextResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

COOKIE = "amber_csrf"
TOKEN_CHARACTERS = frozenset("abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-_")
BODY_AT_MOST = 100 * 1024 * 1024
LOOPBACK = ("localhost", "127.0.0.1", "[::1]")
HEADERS = {
    "content-security-policy": (
        "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self'; font-src 'self'; "
        "connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"
    ),
    "x-content-type-options": "nosniff",
    "referrer-policy": "same-origin",
}
TOO_MUCH = "This is too much at once: send at most 100 MB."


class _TooMuch(Exception):
    """A body that goes on after the limit."""


class Guard:
    """ASGI middleware; puts the token in ``scope['csrf']`` and sets its cookie where there was none.

    Answers only to the names in ``hosts`` and to loopback, so that a page elsewhere that gives its own name this
    machine's address reads nothing. A body is counted as it comes in, whatever length it declared.
    """

    def __init__(self, app: ASGIApp, hosts: Iterable[str] = ()) -> None:
        self.app = app
        self.hosts = {*LOOPBACK, *(host.strip().lower() for host in hosts if host.strip())}

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        headers = dict(scope["headers"])
        host = headers.get(b"host", b"").decode("latin-1").lower()
        if host_name(host) not in self.hosts:
            sentence = (
                "Amber Acre does not answer under this name. Open it at the address it printed at its start, or let"
                " the name in with AMBER_ACRE_ALLOWED_HOSTS."
            )
            await PlainTextResponse(sentence, 421)(scope, receive, send)
            return
        declared = headers.get(b"content-length", b"0")
        if not declared.isdigit() or len(declared) > 15 or int(declared) > BODY_AT_MOST:
            await PlainTextResponse(TOO_MUCH, 413)(scope, receive, send)
            return
        known = token_in(headers.get(b"cookie", b"").decode("latin-1"))
        scope["csrf"] = known or secrets.token_urlsafe(32)
        answered = False
        taken = 0

        async def receive_counted() -> Message:
            nonlocal taken
            message = await receive()
            taken += len(message.get("body", b""))
            if taken > BODY_AT_MOST:
                raise _TooMuch
            return message

        async def send_guarded(message: Message) -> None:
            nonlocal answered
            if message["type"] == "http.response.start":
                answered = True
                message = {**message, "headers": [*message["headers"], *self._added(message, scope, known)]}
            await send(message)

        try:
            await self.app(scope, receive_counted, send_guarded)
        except _TooMuch:
            if not answered:
                await PlainTextResponse(TOO_MUCH, 413)(scope, receive, send)

    @staticmethod
    def _added(message: Message, scope: Scope, known: str | None) -> list[tuple[bytes, bytes]]:
        added = [(key.encode(), value.encode()) for key, value in HEADERS.items()]
        names = {name.lower() for name, _ in message["headers"]}
        if b"cache-control" not in names and not scope["path"].startswith("/static/"):
            added.append((b"cache-control", b"no-store"))  # pages carry clients' data
        if known is None:
            cookie = f"{COOKIE}={scope['csrf']}; Path=/; HttpOnly; SameSite=Lax"
            added.append((b"set-cookie", cookie.encode()))
        return added


def host_name(host: str) -> str:
    """The name of a Host header without its port."""
    if host.startswith("["):
        return host.partition("]")[0] + "]"
    return host.partition(":")[0]


def token_in(cookies: str) -> str | None:
    """The form token among the cookies of a request, whatever else other programs on this host put there."""
    for part in cookies.split(";"):
        name, _, value = part.strip().partition("=")
        if name == COOKIE and len(value) >= 32 and TOKEN_CHARACTERS.issuperset(value):
            return value
    return None
