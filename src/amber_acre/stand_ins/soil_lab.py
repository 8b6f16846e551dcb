"""A simulated soil laboratory: answers a sample with a CSV report, repeatable, in a layout of its own.

It stands where a real laboratory's service would: :class:`SoilLab` is the whole interface. Its reports go through the
same reader, matching and questions as a file somebody was sent.
"""

from __future__ import annotations

import csv
import hashlib
import io
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Protocol

from amber_acre.core.soil.evidence import SIMULATED_LABORATORY

HEADINGS = (
    "Sample",
    "Sampled",
    "pH",
    "Buffer pH",
    "OM %",
    "P ppm",
    "K ppm",
    "Ca",
    "Mg",
    "S",
    "CEC",
    "Sand %",
    "Silt %",
    "Clay %",
)


class SoilLab(Protocol):
    """What the application asks of any laboratory."""

    def report(self, samples: Sequence[str], sampled_on: date) -> str:
        """The report on samples, a CSV text with a row for each."""
        ...


@dataclass(frozen=True)
class SimulatedLab:
    """Invented figures drawn from a hash of the sample's name: the same name and day give the same report."""

    name: str = SIMULATED_LABORATORY

    def report(self, samples: Sequence[str], sampled_on: date) -> str:
        """One row a sample; Mehlich-3, SMP buffer."""
        text = io.StringIO()
        writer = csv.writer(text)
        writer.writerow(HEADINGS)
        for sample in samples:
            a, b, c, d = _draws(sample, sampled_on)
            ph = round(4.9 + 2.9 * a, 1)
            clay = round(6 + 34 * b)
            sand = round((100 - clay) * (0.2 + 0.6 * c))
            writer.writerow(
                [
                    sample,
                    sampled_on.isoformat(),
                    ph,
                    round(min(7.4, ph + 0.6 + 0.8 * (1 - b)), 1),
                    round(1.5 + 4 * d, 1),
                    round(8 + 70 * c),
                    round(40 + 160 * b),
                    round(400 + 1800 * a),
                    round(40 + 180 * b),
                    round(6 + 20 * d),
                    round(4 + 14 * b + 6 * a, 1),
                    sand,
                    100 - sand - clay,
                    clay,
                ]
            )
        return text.getvalue()


def _draws(sample: str, day: date) -> tuple[float, float, float, float]:
    digest = hashlib.sha256(f"simulated lab {sample} {day.isoformat()}".encode()).digest()
    a, b, c, d = (int.from_bytes(digest[4 * n : 4 * n + 4]) / 2**32 for n in range(4))
    return a, b, c, d
