"""What every answer carries: security headers, and the CSRF token of the browser."""

from __future__ import annotations

import secrets
from http.cookies import SimpleCookie

from starlette.responses import PlainTextResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

COOKIE = "amber_csrf"
BODY_AT_MOST = 100 * 1024 * 1024
HEADERS = {
    "content-security-policy": (
        "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self'; font-src 'self'; "
        "connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"
    ),
    "x-content-type-options": "nosniff",
    "referrer-policy": "same-origin",
}


class Guard:
    """ASGI middleware; puts the token in ``scope['csrf']`` and sets its cookie where there was none."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        declared = dict(scope["headers"]).get(b"content-length", b"0")
        if not declared.isdigit() or int(declared) > BODY_AT_MOST:
            await PlainTextResponse("This is too much at once: send at most 100 MB.", 413)(scope, receive, send)
            return
        raw = dict(scope["headers"]).get(b"cookie", b"").decode("latin-1")
        cookie = SimpleCookie(raw).get(COOKIE)
        known = cookie.value if cookie and len(cookie.value) >= 32 else None
        scope["csrf"] = known or secrets.token_urlsafe(32)

        async def send_guarded(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = list(message["headers"])
                headers += [(k.encode(), v.encode()) for k, v in HEADERS.items()]
                if known is None:
                    value = f"{COOKIE}={scope['csrf']}; Path=/; HttpOnly; SameSite=Strict"
                    headers.append((b"set-cookie", value.encode()))
                message = {**message, "headers": headers}
            await send(message)

        await self.app(scope, receive, send_guarded)
