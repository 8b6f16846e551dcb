"""How far a measured length may be off, by what it was measured with.

The garden edge itself is never sharper than a few centimetres; the share grows with the length. Typical
one-standard-deviation figures after surveying textbooks, from memory [measuring-errors].
"""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Instrument:
    """A way to take lengths: ``fixed_m`` on every reading, ``share`` of the length on top; ``angle_deg`` of a
    bearing."""

    key: str
    name: str
    fixed_m: float
    share: float
    angle_deg: float
    source: str


INSTRUMENTS: tuple[Instrument, ...] = (
    Instrument("tape", "Tape", 0.05, 0.002, 1.0, "measuring-errors"),
    Instrument("wheel", "Wheel", 0.10, 0.005, 1.0, "measuring-errors"),
    Instrument("paces", "Paces", 0.40, 0.02, 2.0, "measuring-errors"),
    Instrument("gps", "Satellite positions", 3.0, 0.0, 0.0, "measuring-errors"),
)
INSTRUMENT_BY_KEY = {row.key: row for row in INSTRUMENTS}
