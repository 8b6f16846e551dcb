"""Who logged last in this browser: kept in a cookie, so that a job can be logged as planned in one tap."""

from __future__ import annotations

from urllib.parse import quote, unquote

WHO = "amber_who"
KEPT_FOR_S = 60 * 60 * 24 * 90


def last_logged_by(cookie: str) -> dict[str, str]:
    """Name and licence from the cookie; empty where there is no name in it."""
    name, _, licence = unquote(cookie).partition("|")
    return {"who": name[:120], "licence": licence[:120]} if name.strip() else {}


def who_cookie(name: str, licence: str) -> str:
    """The cookie of whoever logs."""
    return quote(f"{name}|{licence}")
