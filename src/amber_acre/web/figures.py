"""Numbers as they are written."""

from __future__ import annotations


def figure(value: float, digits: int = 3) -> str:
    """A number with ``digits`` significant digits, thousands grouped, never in powers of ten."""
    if value == 0:
        return "0"
    size = abs(value)
    if size >= 10 ** (digits - 1):
        return f"{value:,.0f}"
    decimals = 0
    while decimals < 12 and round(size * 10**decimals) < 10 ** (digits - 1):
        decimals += 1
    return f"{value:,.{decimals}f}"


COUNTED = {"packs": "pack", "days": "day", "parts": "part"}  # units of a working that are counted: of one


def with_unit(value: float, unit: str) -> str:
    """A figure of a working with its unit ('' for none): 0.21 kg/kg, 1 pack, 2 packs."""
    text = plain_figure(value)
    return f"{text} {COUNTED.get(unit, unit) if text == '1' else unit}".strip()


def plain_figure(value: float, digits: int = 5) -> str:
    """A number for a working: ``digits`` significant digits without idle zeros (0.21, 25, 5.1742)."""
    text = figure(value, digits)
    return text.rstrip("0").rstrip(".") if "." in text else text
