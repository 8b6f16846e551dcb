"""Reads what a bag, a label or a receipt says: ``6 weeks``, ``feeds up to 8 weeks``, ``$44.50``, ``50 lb bag``."""

from __future__ import annotations

import re

from amber_acre.core.errors import NotUnderstood, OutOfRange
from amber_acre.core.typed import Typed, number

_OFTEN = {
    "daily": 1.0,
    "twice a week": 3.5,
    "weekly": 7.0,
    "once a week": 7.0,
    "every week": 7.0,
    "fortnightly": 14.0,
    "every fortnight": 14.0,
    "monthly": 30.0,
    "every month": 30.0,
}
_SPANS = {"day": 1.0, "week": 7.0, "month": 365.25 / 12, "year": 365.25}


def span_days(text: str, field: str = "interval") -> Typed:
    """Days from ``42``, ``42 days``, ``6 weeks``, ``2 months`` or ``feeds up to 8 weeks``; of a range the longer end.

    0 to 3,660 days, months at a twelfth of a year; rounded to whole days.
    """
    plain = re.sub(r"^(?:feeds?|lasts?|every|each|up to|for|about|at least|wait|min\.?|\s)+", "", text.strip().lower())
    found = re.fullmatch(
        r"(?:[\d.,]+\s*(?:-|–|to)\s*)?([\d.,]+)\s*(days?|d|weeks?|wks?|w|months?|mo|years?|yrs?)?\.?", plain
    )
    if found is None:
        raise NotUnderstood(
            f"“{text}” is not a span of time. Type it like 42 days or 6 weeks.", field=field, value=text
        )
    unit = {"d": "day", "w": "week", "m": "month", "y": "year"}[(found[2] or "d")[0]]
    exact = number(found[1], field) * _SPANS[unit]
    value = round(exact)
    if unit in ("day", "week") and abs(exact - value) > 1e-9:
        raise OutOfRange(f"“{text}” is {exact:g} days: type whole days.", field=field, value=exact)
    if not 0 <= value <= 3660:
        raise OutOfRange(f"“{text}” is {value:,} days: check the unit.", field=field, value=value, limits=(0, 3660))
    return Typed(text.strip() if found[2] else f"{text.strip()} days", float(value), "days")


def every_days(text: str, field: str = "days") -> float:
    """Days between two works from ``7``, ``3.5``, ``5 days``, ``every 2 weeks``, ``weekly`` or ``twice a week``."""
    plain = " ".join(text.lower().split())
    if plain in _OFTEN:
        return _OFTEN[plain]
    return number(plain, field) if re.fullmatch(r"[\d.,]+", plain) else span_days(text, field).value


def money(text: str, field: str = "price") -> Typed:
    """A price from ``44.50``, ``$44.50``, ``44,50 €`` or ``USD 44.50``; 0 to 1,000,000, the sign is not converted."""
    plain = re.sub(r"^(?:[$€£¥]|[a-z]{1,3}\$?)\s*|\s*(?:[$€£¥]|[a-z]{3})$", "", text.strip().lower()).strip()
    value = number(plain, field)
    if not 0 <= value <= 1_000_000:
        raise OutOfRange(f"“{text}” is no price of a pack.", field=field, value=value, limits=(0, 1_000_000))
    return Typed(text.strip(), value, "")


PACK_WORDS = re.compile(
    r"\b(?:bags?|sacks?|packs?|packets?|boxe?s?|tubs?|pails?|buckets?|jugs?|bottles?|cans?|drums?|of|a)\b"
)


def without_pack_words(text: str) -> str:
    """``50 lb bag`` → ``50 lb``: what holds a pack says nothing about its size."""
    return " ".join(PACK_WORDS.sub(" ", text.strip().lower()).split()) or text
