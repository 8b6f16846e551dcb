"""Days as files and reports write them."""

from __future__ import annotations

import re
from collections.abc import Sequence
from datetime import date, timedelta
from typing import Literal

from amber_acre.core.errors import NotUnderstood
from amber_acre.core.season.months import MONTH_NAMES

DayOrder = Literal["", "day-month", "month-day"]
_WEEKDAYS = ("monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday")
_BESIDE = {"yesterday": -1, "today": 0, "tomorrow": 1}
_SLASHED = re.compile(r"(\d{1,2})[/-](\d{1,2})[/-]\d{4}")
_CLOCK = re.compile(r"[T ]\d{1,2}:\d{2}.*$")


def ambiguous_days(texts: Sequence[str]) -> bool:
    """Whether days like 02/10/2026 stand among the texts that can be read two ways, and none that tells which."""
    pairs = [(int(found[1]), int(found[2])) for text in texts if (found := _SLASHED.fullmatch(text.strip()))]
    return any(a <= 12 and b <= 12 and a != b for a, b in pairs) and not any(max(pair) > 12 for pair in pairs)


def order_told(texts: Sequence[str]) -> DayOrder:
    """The order that one day of the file gives away, as 27/10/2026 does; '' where none does."""
    for text in texts:
        found = _SLASHED.fullmatch(text.strip())
        if found and max(int(found[1]), int(found[2])) > 12:
            return "day-month" if int(found[1]) > 12 else "month-day"
    return ""


def read_day(text: str, order: DayOrder = "", near: date | None = None, field: str = "sampled") -> date:
    """A day as reports write it: 2026-04-18, 2026-04-18 06:00, 18.4.2026, 18 April 2026, or 4/18/2026; ``order``
    decides where both can be meant (NotUnderstood without one).

    With ``near``, days without a year as well, the one that comes nearest: 18.4., Sat 18 Apr, Apr 18; and today,
    tomorrow, yesterday, or a weekday, the next from then on.
    """
    plain = " ".join(_CLOCK.sub("", text.strip()).lower().replace(",", " ").split())
    found = _iso(plain) or _in_figures(plain, order, near) or _in_words(plain, near)
    if found is None:
        raise NotUnderstood(
            f"“{text}” is not a day that can be read one way only. Write it like 2026-04-18.", field=field, value=text
        )
    return found


def _iso(plain: str) -> date | None:
    try:
        return date.fromisoformat(plain)
    except ValueError:
        return None


def _in_figures(plain: str, order: DayOrder, near: date | None) -> date | None:
    short = re.fullmatch(r"(\d{1,2})\.(\d{1,2})\.?", plain)
    if short:
        return _day(int(short[1]), int(short[2]), None, near)
    parts = re.fullmatch(r"(\d{1,2})([./-])(\d{1,2})\2(\d{4})", plain)
    if not parts:
        return None
    a, b, year = int(parts[1]), int(parts[3]), int(parts[4])
    orders = [(a, b)] if parts[2] == "." else [one for one in ((a, b), (b, a)) if one[1] <= 12]
    if len(set(orders)) > 1 and order:
        orders = [(a, b) if order == "day-month" else (b, a)]
    return _day(*orders[0], year, near) if len(set(orders)) == 1 else None


def _in_words(plain: str, near: date | None) -> date | None:
    words = [word.rstrip(".") for word in plain.split()]
    if near is not None and len(words) == 1 and words[0] in _BESIDE:
        return near + timedelta(days=_BESIDE[words[0]])
    weekday = _of_names(words[0], _WEEKDAYS) if words else None
    if weekday is not None and len(words) == 1:
        return None if near is None else near + timedelta(days=(weekday - near.weekday()) % 7)
    rest = words[1:] if weekday is not None else words
    months = [n for word in rest if (n := _of_names(word, MONTH_NAMES)) is not None]
    days = [int(told[1]) for word in rest if (told := re.fullmatch(r"(\d{1,2})(?:st|nd|rd|th)?", word))]
    years = [int(word) for word in rest if re.fullmatch(r"\d{4}", word)]
    if len(months) != 1 or len(days) != 1 or len(years) > 1 or 2 + len(years) != len(rest):
        return None
    return _day(days[0], months[0] + 1, years[0] if years else None, near)


def _of_names(word: str, names: Sequence[str]) -> int | None:
    """The place of a name written out or by its first three letters or more."""
    return next((n for n, name in enumerate(names) if len(word) >= 3 and name.lower().startswith(word)), None)


def _day(day: int, month: int, year: int | None, near: date | None) -> date | None:
    """A day of a year, or of the year that brings it nearest; None for none."""
    if year is None and near is None:
        return None
    years = [year] if year is not None else [near.year + n for n in (-1, 0, 1)] if near is not None else []
    found = []
    for one in years:
        try:
            found.append(date(one, month, day))
        except ValueError:
            continue
    return min(found, key=lambda one: abs((one - near).days) if near is not None else 0, default=None)
