"""Texts on their way into a spreadsheet."""

from __future__ import annotations


def harmless(text: str) -> str:
    """Text a spreadsheet would run as a formula gets an apostrophe before it."""
    return f"'{text}" if text[:1] in ("=", "+", "-", "@", "\t", "\r") else text
