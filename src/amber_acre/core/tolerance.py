"""The one tolerance of every limit: what a value may pass it by and still keep it."""

from __future__ import annotations

SLACK = 0.005  # what three figures on a scale or a screen can be off by


def over(value: float, limit: float) -> bool:
    """Whether a value passes a limit by more than rounding."""
    return value > limit * (1 + SLACK)


def under(value: float, limit: float) -> bool:
    """Whether a value stays under a limit by more than rounding."""
    return value < limit * (1 - SLACK)
