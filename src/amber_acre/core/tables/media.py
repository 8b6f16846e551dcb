"""Container media: what a unit of pH takes for each litre; all from memory of growers' tables [from-memory]."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Medium:
    """A medium: grams a litre for one unit of pH, of wholly effective calcium carbonate and of elemental sulphur."""

    key: str
    name: str
    carbonate_g_l: float
    sulphur_g_l: float


MEDIA: dict[str, Medium] = {
    row.key: row
    for row in (
        Medium("peat", "peat-based mix", 2.7, 0.6),
        Medium("bark", "bark-based mix", 2.1, 0.6),
        Medium("coir", "coir", 1.6, 0.5),
        Medium("soil", "soil-based mix", 2.1, 0.8),
        Medium("soilless", "other soilless mix", 2.1, 0.6),
    )
}
MOST_AT_ONCE_PH = 1.0  # a unit of pH at a time where roots fill the pot [from-memory]
TEST_AGAIN_DAYS = 42  # fine lime and sulphur have acted on a warm medium by then [from-memory]
