"""A simulated pH probe: repeatable readings round a true pH, as a field probe scatters.

It stands where a real instrument would: :class:`PhProbe` is the whole interface.
"""

from __future__ import annotations

import hashlib
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Protocol

from amber_acre.core.soil.probe import PROBE_ERROR, ProbeReading


class PhProbe(Protocol):
    """What the application asks of any pH probe."""

    def read(self, area: int, spots: Sequence[str], day: date, near: float) -> list[ProbeReading]:
        """One reading at each spot; ``near`` is what the area last read, for instruments that want a range."""
        ...


@dataclass(frozen=True)
class SimulatedProbe:
    """Readings within the probe's error of ``near``, the same for the same area, spot and day."""

    error: float = PROBE_ERROR

    def read(self, area: int, spots: Sequence[str], day: date, near: float) -> list[ProbeReading]:
        """One reading a spot, to a tenth."""
        return [
            ProbeReading(day, spot, round(min(10.0, max(3.0, near + self.error * _draw(area, spot, day))), 1), True)
            for spot in spots
        ]


def _draw(area: int, spot: str, day: date) -> float:
    digest = hashlib.sha256(f"simulated probe {area} {spot} {day.isoformat()}".encode()).digest()
    return 2 * int.from_bytes(digest[:4]) / 2**32 - 1
