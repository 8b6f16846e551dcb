"""Classes of soil reaction, one scale wherever a pH is named or coloured [nrcs-reaction]."""

from __future__ import annotations

# Highest pH of each class, to one decimal, and its name: the handbook's classes, the outer ones taken together.
CLASSES: tuple[tuple[float, str], ...] = (
    (5.5, "strongly acid"),
    (6.5, "acid"),
    (7.3, "neutral"),
    (7.8, "alkaline"),
    (14.0, "strongly alkaline"),
)


def ph_class(ph: float) -> int:
    """Class of a pH (3–10), 1 for strongly acid to 5 for strongly alkaline; read to one decimal, as classes are."""
    return next(n for n, (top, _) in enumerate(CLASSES, start=1) if round(ph, 1) <= top)


def class_words() -> tuple[tuple[int, str], ...]:
    """Each class with its name and span."""
    spans, low = [], None
    for n, (top, name) in enumerate(CLASSES, start=1):
        span = f"to {top}" if low is None else f"from {low:.1f}" if top > 10 else f"{low:.1f}–{top}"
        spans.append((n, f"{name}, {span}"))
        low = top + 0.1
    return tuple(spans)
