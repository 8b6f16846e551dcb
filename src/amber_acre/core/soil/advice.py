"""What a laboratory advises beside its figures."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Advice:
    """What a laboratory advises: material, the text it gave, and the conversion."""

    material: str
    typed: str
    rate_g_m2: float
